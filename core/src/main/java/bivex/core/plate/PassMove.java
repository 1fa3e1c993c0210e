package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** How the picture of a pass goes from frame to frame. */
public final class PassMove {
  /** Steps smaller than this, px of the small frames, are no move. */
  static final double MOVES = 0.15;

  /** Frames a pass must have. */
  static final int LEAST_FRAMES = 12;

  /** Starts so far apart fit equally well only when the move is even. */
  private static final int EVEN_FRAMES = 3;

  /** Mean square of what steps differ by through the error of following alone, px². */
  private static final double EVEN_COST = 0.01;

  private final List<double[]> steps = new ArrayList<>();
  private Picture last;
  private Registration before = Registration.NONE;

  /** Takes the next frame. */
  public void frame(Picture frame) {
    if (last != null) {
      Registering r = Registering.follow(last.luma(), frame.luma(), before);
      before = r.sure() ? r.found() : Registration.NONE;
      steps.add(r.sure() ? step(r.found(), frame.width()) : null);
    }
    last = frame;
  }

  private int frames() {
    return last == null ? 0 : steps.size() + 1;
  }

  /** Shift, and turn and size as what they move a quarter of the width from the middle. */
  private static double[] step(Registration r, int width) {
    return new double[] {
      r.dx(), r.dy(), Math.toRadians(r.degrees()) * width / 4, (r.scale() - 1) * width / 4
    };
  }

  /** Middle length of a step, px of the small frames. */
  private double pace() {
    double[] all =
        steps.stream()
            .filter(s -> s != null)
            .mapToDouble(s -> Math.sqrt(s[0] * s[0] + s[1] * s[1] + s[2] * s[2] + s[3] * s[3]))
            .toArray();
    return all.length == 0 ? 0 : LightMatch.median(all);
  }

  /**
   * How it goes at a frame, px of the small frames a frame, across and down; null where it could
   * not be followed.
   */
  double[] speed(int frame) {
    double x = 0;
    double y = 0;
    int n = 0;
    for (int i = Math.max(0, frame - 1); i <= Math.min(steps.size() - 1, frame); i++) {
      if (steps.get(i) != null) {
        x += steps.get(i)[0];
        y += steps.get(i)[1];
        n++;
      }
    }
    return n == 0 ? null : new double[] {x / n, y / n};
  }

  /**
   * When the second begins against the first.
   *
   * @param moving whether the camera moves; where it stands both begin together
   * @param frames of the second later than the first; may be negative
   * @param even whether other starts fit as well
   */
  public record Sync(boolean moving, int frames, boolean even) {
    /** The same, later by some frames. */
    public Sync later(int by) {
      return new Sync(moving, frames + by, even);
    }
  }

  /**
   * When another pass begins, by how both go from frame to frame.
   *
   * @throws InvalidInput naming {@code first} or {@code second} when it is too short
   */
  public Sync sync(PassMove b) {
    mustBeLong("first", frames());
    mustBeLong("second", b.frames());
    if (Math.max(pace(), b.pace()) < MOVES) {
      return new Sync(false, 0, false);
    }
    int n = steps.size();
    int m = b.steps.size();
    int least = Math.max(LEAST_FRAMES, Math.min(n, m) / 2);
    double[] costs = new double[n + m + 1];
    Arrays.fill(costs, Double.POSITIVE_INFINITY);
    int at = 0;
    for (int o = least - n; o <= m - least; o++) {
      costs[o + n] = cost(b, o, least / 2);
      at = costs[o + n] < costs[at + n] - 1e-12 ? o : at;
    }
    double other = Double.POSITIVE_INFINITY;
    for (int o = 0; o < costs.length; o++) {
      other = Math.abs(o - n - at) > EVEN_FRAMES ? Math.min(other, costs[o]) : other;
    }
    return new Sync(true, at, other < Math.max(2 * costs[at + n], EVEN_COST));
  }

  /**
   * Mean square of what steps differ by when the second begins later; endless where too few meet.
   */
  private double cost(PassMove b, int later, int least) {
    double sum = 0;
    int k = 0;
    for (int i = Math.max(0, -later); i < Math.min(steps.size(), b.steps.size() - later); i++) {
      double[] p = steps.get(i);
      double[] q = b.steps.get(i + later);
      for (int c = 0; p != null && q != null && c < 4; c++) {
        sum += (p[c] - q[c]) * (p[c] - q[c]);
      }
      k += p != null && q != null ? 1 : 0;
    }
    return k < least ? Double.POSITIVE_INFINITY : sum / k;
  }

  private static void mustBeLong(String field, int frames) {
    if (frames < LEAST_FRAMES) {
      throw new InvalidInput(
          field, "must have at least " + LEAST_FRAMES + " frames, has " + frames);
    }
  }
}
