package bivex.core.picture;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jtransforms.fft.FloatFFT_2D;

/**
 * Whether a picture is a pattern that repeats: then another picture lies on it as well a period
 * further on, and nothing can tell which is true.
 */
final class Repeats {
  private static final int WIDTH = 480;

  /** Detail that is coarser than this, px, is light. */
  private static final double COARSE = 5;

  /** How like itself, −1 to 1, a picture must be somewhere else to be looked at there. */
  private static final double ALIKE = 0.4;

  /** Of how like it is where it is most like itself. */
  private static final double MOST_ALIKE = 0.7;

  private static final int NEAR = 6;
  private static final int MOST = 8;

  private Repeats() {}

  /**
   * Shifts at which a picture is like itself, nearest first, px of the picture.
   *
   * @param p brightness
   */
  static List<double[]> of(Plane p) {
    int by = 1;
    while (p.width() / by > WIDTH) {
      by *= 2;
    }
    Plane s = p.shrunk(by);
    // Without what is coarse: light that falls off is like itself everywhere.
    Plane soft = s.blurred(COARSE);
    int w = s.width();
    int h = s.height();
    int fw = w + w / 2;
    int fh = h + h / 2;
    float[] v = new float[2 * fw * fh];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        v[2 * (y * fw + x)] = s.v()[y * w + x] - soft.v()[y * w + x];
      }
    }
    FloatFFT_2D fft = new FloatFFT_2D(fh, fw);
    fft.complexForward(v);
    for (int i = 0; i < fw * fh; i++) {
      v[2 * i] = v[2 * i] * v[2 * i] + v[2 * i + 1] * v[2 * i + 1];
      v[2 * i + 1] = 0;
    }
    fft.complexInverse(v, true);
    List<double[]> out = new ArrayList<>();
    for (int y = 0; y <= h / 2; y++) {
      for (int x = -w / 2; x <= w / 2; x++) {
        double far = Math.hypot(x, y);
        if (far >= NEAR && (y > 0 || x > 0)) {
          double like = like(v, fw, fh, w, h, x, y);
          if (like > ALIKE && top(v, fw, fh, w, h, x, y, like)) {
            double across =
                Tiles.top(like(v, fw, fh, w, h, x - 1, y), like, like(v, fw, fh, w, h, x + 1, y));
            double down =
                Tiles.top(like(v, fw, fh, w, h, x, y - 1), like, like(v, fw, fh, w, h, x, y + 1));
            out.add(new double[] {(x + across) * by, (y + down) * by, far, like});
          }
        }
      }
    }
    // Shifts at which it is only half itself are no period.
    double most = out.stream().mapToDouble(c -> c[3]).max().orElse(0);
    return out.stream()
        .filter(c -> c[3] > MOST_ALIKE * most)
        .sorted(Comparator.comparingDouble(c -> c[2]))
        .limit(MOST)
        .toList();
  }

  /** How like itself it is at a shift, −1 to 1, for the part that overlaps. */
  private static double like(float[] v, int fw, int fh, int w, int h, int x, int y) {
    double whole = v[0];
    double overlap = (double) (w - Math.abs(x)) * (h - Math.abs(y)) / ((double) w * h);
    return v[2 * (Math.floorMod(y, fh) * fw + Math.floorMod(x, fw))]
        / Math.max(1e-12, whole * overlap);
  }

  private static boolean top(float[] v, int fw, int fh, int w, int h, int x, int y, double like) {
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        if ((dx != 0 || dy != 0) && like(v, fw, fh, w, h, x + dx, y + dy) > like) {
          return false;
        }
      }
    }
    return true;
  }
}
