package bivex.core.picture;

import java.util.ArrayList;
import java.util.List;
import org.opencv.calib3d.Calib3d;
import org.opencv.core.Core;
import org.opencv.core.DMatch;
import org.opencv.core.KeyPoint;
import org.opencv.core.Mat;
import org.opencv.core.MatOfDMatch;
import org.opencv.core.MatOfKeyPoint;
import org.opencv.core.MatOfPoint2f;
import org.opencv.core.Point;
import org.opencv.features2d.AKAZE;
import org.opencv.features2d.BFMatcher;

/**
 * A general vision library (OpenCV 4.9) as the oracle of tests and benchmarks: nonlinear-scale
 * features (AKAZE), matched both ways, and a robust similarity.
 */
public final class Library {
  private Library() {}

  /** Once before anything else. */
  public static void load() {
    nu.pattern.OpenCV.loadLocally();
  }

  /**
   * How one picture lies on another.
   *
   * @param a brightness, 8 bit
   * @param b of the same size
   */
  public static Registration register(Mat a, Mat b) {
    MatOfKeyPoint ka = new MatOfKeyPoint();
    MatOfKeyPoint kb = new MatOfKeyPoint();
    Mat da = new Mat();
    Mat db = new Mat();
    AKAZE akaze = AKAZE.create();
    akaze.detectAndCompute(a, new Mat(), ka, da);
    akaze.detectAndCompute(b, new Mat(), kb, db);
    MatOfDMatch matches = new MatOfDMatch();
    BFMatcher.create(Core.NORM_HAMMING, true).match(da, db, matches);
    KeyPoint[] pa = ka.toArray();
    KeyPoint[] pb = kb.toArray();
    List<Point> from = new ArrayList<>();
    List<Point> to = new ArrayList<>();
    for (DMatch m : matches.toArray()) {
      from.add(middle(pa[m.queryIdx].pt, a));
      to.add(middle(pb[m.trainIdx].pt, b));
    }
    Mat m =
        Calib3d.estimateAffinePartial2D(
            new MatOfPoint2f(from.toArray(new Point[0])),
            new MatOfPoint2f(to.toArray(new Point[0])),
            new Mat(),
            Calib3d.RANSAC,
            1.5,
            5000,
            0.999,
            50);
    double c = m.get(0, 0)[0];
    double s = m.get(1, 0)[0];
    return new Registration(
        m.get(0, 2)[0], m.get(1, 2)[0], Math.toDegrees(Math.atan2(s, c)), Math.hypot(c, s));
  }

  private static Point middle(Point p, Mat of) {
    return new Point(p.x - (of.cols() - 1) / 2.0, p.y - (of.rows() - 1) / 2.0);
  }
}
