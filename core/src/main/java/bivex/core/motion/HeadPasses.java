package bivex.core.motion;

import bivex.core.InvalidInput;
import java.util.Locale;

/**
 * Two passes of a powered head over one move (S18): how far it started apart, how well it came
 * back, and what that is in the picture. The start is the shift in time with the smallest sum of
 * squares, to a twentieth of a frame; what is left is the head's own error.
 *
 * @param startFrames second pass later than the first, frames
 * @param worstDeg largest difference of the two once the start is taken out, degrees
 * @param startPx travel of the picture in that start difference at the fastest moment, px
 * @param worstPx of the head's own error, px
 * @param words what to do
 */
public record HeadPasses(
    double startFrames, double worstDeg, double startPx, double worstPx, String words) {
  private static final double STEP = 0.05;
  private static final double MOST = 12;

  /** Pixels below which two passes lie on one another. */
  public static final double HELD_PX = 1;

  /**
   * @param first position at each frame, degrees
   * @param second the same move again
   * @param focalPx focal length in px
   */
  public static HeadPasses of(double[] first, double[] second, double focalPx) {
    int n = Math.min(first.length, second.length);
    InvalidInput.within("positions", (long) n, 3, 1_000_000);
    InvalidInput.positive("focal length", focalPx);
    double best = Double.MAX_VALUE;
    double shift = 0;
    for (double s = -MOST; s <= MOST + 1e-9; s += STEP) {
      double error = error(first, second, n, s)[0];
      if (error < best - 1e-12) {
        best = error;
        shift = s;
      }
    }
    double fastest = 0;
    for (int i = 1; i < n; i++) {
      fastest = Math.max(fastest, Math.abs(first[i] - first[i - 1]));
    }
    double worst = error(first, second, n, shift)[1];
    double startPx = focalPx * Math.toRadians(fastest * Math.abs(shift));
    double worstPx = focalPx * Math.toRadians(worst);
    String words =
        startPx > HELD_PX && Math.abs(shift) >= STEP
            ? String.format(
                Locale.ROOT,
                "Started %.2f frames apart: %.1f px at the fastest. Sync the passes by the frame on"
                    + " which the move stops, or play it again.",
                Math.abs(shift),
                startPx)
            : worstPx > HELD_PX
                ? String.format(
                    Locale.ROOT,
                    "The head came back within %.3f°: %.1f px. Feather the join at least %.0f px,"
                        + " or play it again.",
                    worst,
                    worstPx,
                    Math.max(30, 6 * worstPx))
                : String.format(
                    Locale.ROOT,
                    "The passes lie on one another within %.1f px.",
                    Math.max(worstPx, startPx));
    return new HeadPasses(Math.round(shift / STEP) * STEP, worst, startPx, worstPx, words);
  }

  /**
   * Mean square and largest difference where both passes are known, the second read so many frames
   * later.
   */
  private static double[] error(double[] first, double[] second, int n, double shift) {
    double sum = 0;
    double worst = 0;
    int count = 0;
    for (int i = 0; i < n; i++) {
      double at = i + shift;
      int k = (int) Math.floor(at);
      if (k >= 0 && k + 1 < n) {
        double there = second[k] + (second[k + 1] - second[k]) * (at - k);
        double d = there - first[i];
        sum += d * d;
        worst = Math.max(worst, Math.abs(d));
        count++;
      }
    }
    return count == 0 ? new double[] {Double.MAX_VALUE, 0} : new double[] {sum / count, worst};
  }
}
