package bivex.core.picture;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.opencv.core.CvType;
import org.opencv.core.Mat;
import org.opencv.imgproc.Imgproc;

/**
 * Known warps of open-licence photographs with noise and somebody standing elsewhere in each plate,
 * and a general vision library (OpenCV 4.9: AKAZE features, robust similarity) on the same pairs.
 * The bounds are the accuracy to reach on textured plates.
 */
@Tag("sweep")
class RegisteringTest {
  private static final int W = 1920;
  private static final int H = 1080;
  private static final Registration[] MOVES = {
    new Registration(0.3, -0.7, 0, 1),
    new Registration(3.4, 1.2, 0.08, 1),
    new Registration(-12.4, 5.5, 0.05, 1),
    new Registration(2, -2, 1, 1),
    new Registration(0.5, 0.2, 0, 1.002),
    new Registration(-3, 1, 0.2, 1.01)
  };

  @BeforeAll
  static void library() {
    Library.load();
  }

  @Test
  void liesWherePlatesWereLaidAndAtLeastAsWellAsTheLibrary() {
    List<Double> ours = new ArrayList<>();
    List<Double> theirs = new ArrayList<>();
    List<Double> turn = new ArrayList<>();
    List<Double> size = new ArrayList<>();
    int i = 0;
    for (String photo : Photos.ALL) {
      for (double people : new double[] {0.1, 0.2, 0.3}) {
        Registration move = MOVES[i % MOVES.length];
        Photos.Made made =
            Photos.Made.of(photo, W, H, move)
                .people(people)
                .noise(people > 0.25 ? 6 : 2 + i % 3)
                .stops(i % 4 == 1 ? 0.2 : i % 4 == 3 ? 1 : 0)
                .seed(i++);
        byte[][] bytes = made.bytes();
        Picture[] p = {Photos.picture(bytes[0], W, H), Photos.picture(bytes[1], W, H)};
        Registering r =
            Registering.of(p[0].luma(), p[1].luma(), Registering.Grade.FINE, () -> false);
        double error = r.found().furthest(move, W, H);
        assertThat(r.sure()).as("%s: %s", made, r.doubt()).isTrue();
        assertThat(error).as("%s", made).isLessThan(people > 0.25 ? 0.25 : 0.1);
        ours.add(error);
        theirs.add(Library.register(gray(bytes[0]), gray(bytes[1])).furthest(move, W, H));
        turn.add(Math.abs(r.found().degrees() - move.degrees()));
        size.add(Math.abs(r.found().scale() - move.scale()));
      }
    }
    if (Boolean.getBoolean("show")) {
      System.out.printf(
          "corner error, px: ours median %.4f p90 %.4f worst %.4f; library %.4f %.4f %.4f; turn p90"
              + " %.5f°, size p90 %.1e%n",
          at(ours, 0.5),
          at(ours, 0.9),
          at(ours, 1),
          at(theirs, 0.5),
          at(theirs, 0.9),
          at(theirs, 1),
          at(turn, 0.9),
          at(size, 0.9));
    }
    assertThat(at(ours, 0.9)).isLessThan(0.05);
    assertThat(at(turn, 0.9)).isLessThan(0.001);
    assertThat(at(size, 0.9)).isLessThan(3e-5);
    assertThat(at(ours, 0.5)).isLessThan(at(theirs, 0.5));
    assertThat(at(ours, 0.9)).isLessThan(at(theirs, 0.9));
    assertThat(at(ours, 1)).isLessThan(at(theirs, 1));
  }

  private static double at(List<Double> v, double share) {
    return v.stream().sorted().toList().get((int) Math.min(v.size() - 1.0, share * v.size()));
  }

  private static Mat gray(byte[] rgb) {
    Mat m = new Mat(H, W, CvType.CV_8UC3);
    m.put(0, 0, rgb);
    Mat g = new Mat();
    Imgproc.cvtColor(m, g, Imgproc.COLOR_RGB2GRAY);
    return g;
  }

  /**
   * The start by tiles is what a single correlation of the whole cannot give; here it alone finds
   * large shifts.
   */
  @Test
  void largeShiftsAreFound() {
    Registration far = new Registration(61, -33, 0, 1);
    Picture[] p = Photos.Made.of("life", 1280, 720, far).people(0.1).pair();
    assertThat(
            Registering.of(p[0].luma(), p[1].luma(), Registering.Grade.FINE, () -> false)
                .found()
                .furthest(far, 1280, 720))
        .isLessThan(0.1);
  }

  @Test
  void whatSaysNothingIsNotMeasured() {
    for (int seed = 0; seed < 4; seed++) {
      Plane a = fog(seed, 0.3, 0);
      Plane b = fog(seed + 100, 0.7, 3);
      Registering r = Registering.of(a, b, Registering.Grade.FINE, () -> false);
      assertThat(r.sure()).as("fog %s", seed).isFalse();
      assertThat(r.doubt()).isNotEmpty();
    }
    Picture[] life = Photos.Made.of("life", 960, 540, Registration.NONE).pair();
    Picture[] wine = Photos.Made.of("wine", 960, 540, Registration.NONE).pair();
    assertThat(
            Registering.of(life[0].luma(), wine[0].luma(), Registering.Grade.FINE, () -> false)
                .sure())
        .as("two different places")
        .isFalse();
  }

  /** Grey that grows slowly downwards, noise, and somebody with a pattern. */
  private static Plane fog(int seed, double where, int down) {
    Plane p = new Plane(1280, 720);
    Random r = new Random(seed);
    for (int i = 0; i < p.v().length; i++) {
      double x = i % 1280 / 1280.0 - where;
      double y = i / 1280 / 720.0 - 0.6;
      boolean person = x * x / 0.02 + y * y / 0.15 < 1;
      p.v()[i] =
          (float)
              ((120
                      + (i / 1280.0 + down) / 12
                      + 2 * r.nextGaussian()
                      - (person ? 50 + 20 * Math.sin(x * 140) : 0))
                  / 255);
    }
    return p;
  }

  @Test
  void costInSizeIsWhatTheCornersNeed() {
    Random r = new Random(5);
    for (int i = 0; i < 200; i++) {
      Registration m =
          new Registration(
              r.nextDouble() * 60 - 30,
              r.nextDouble() * 60 - 30,
              r.nextDouble() * 4 - 2,
              1 + r.nextDouble() * 0.06 - 0.02);
      double k = 1 + m.costPercent(W, H) / 100;
      double worst = 0;
      for (int c = 0; c < 4; c++) {
        double[] q = m.at((c % 2 == 0 ? -0.5 : 0.5) * W / k, (c < 2 ? -0.5 : 0.5) * H / k);
        worst = Math.max(worst, Math.max(Math.abs(q[0]) / (W / 2.0), Math.abs(q[1]) / (H / 2.0)));
      }
      assertThat(worst)
          .as("%s blown up by %s: a corner of the frame in the second plate", m, k)
          .isLessThan(1 + 1e-9);
      if (k > 1) {
        assertThat(worst).as("no more than needed").isGreaterThan(1 - 1e-9);
      }
    }
  }
}
