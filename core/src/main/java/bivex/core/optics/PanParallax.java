package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * What a turned head shifts between near and far (S34): the lens looks from a point before or
 * behind the pivot, so that near and far things move by different amounts. Two bearings from the
 * turned lens; definition.
 */
public final class PanParallax {
  private PanParallax() {}

  /**
   * How far a near and a far thing that lay on one another in the middle of the frame are apart
   * after the turn, px.
   *
   * @param degrees of the turn, −80 to 80
   * @param pivotM the point the lens looks from lies before the pivot, m; below 0 behind it
   * @param nearM distance of the near thing from the lens before the turn, m
   * @param farM of the far one, m; may be without limit
   * @param focalPx focal length, px
   * @return 0 or more; infinite when one of them is then behind the lens
   */
  public static double px(
      double degrees, double pivotM, double nearM, double farM, double focalPx) {
    InvalidInput.within("degrees", degrees, -80, 80);
    InvalidInput.within("pivotM", pivotM, -10, 10);
    InvalidInput.positive("nearM", nearM);
    if (!(farM >= nearM)) {
      throw new InvalidInput("farM", "must not be nearer than the near thing");
    }
    InvalidInput.positive("focalPx", focalPx);
    double turn = Math.toRadians(degrees);
    double near = place(turn, pivotM, nearM, focalPx);
    double far = place(turn, pivotM, farM, focalPx);
    return Double.isFinite(near) && Double.isFinite(far)
        ? Math.abs(near - far)
        : Double.POSITIVE_INFINITY;
  }

  /**
   * Where a thing straight ahead is found after the turn, px from the middle; infinite behind the
   * lens.
   */
  private static double place(double turn, double pivotM, double distanceM, double focalPx) {
    if (Double.isInfinite(distanceM)) {
      return -focalPx * Math.tan(turn);
    }
    double across = -pivotM * Math.sin(turn);
    double ahead = pivotM + distanceM - pivotM * Math.cos(turn);
    double depth = ahead * Math.cos(turn) + across * Math.sin(turn);
    return depth <= 0
        ? Double.POSITIVE_INFINITY
        : focalPx * (across * Math.cos(turn) - ahead * Math.sin(turn)) / depth;
  }

  /**
   * Furthest a near thing may not come, m: beyond it near and far stay within a limit over the
   * turn.
   *
   * @param limitPx that is not seen, above 0
   * @return 0 when anything may be as near as it likes
   */
  public static double nearestM(
      double degrees, double pivotM, double farM, double focalPx, double limitPx) {
    InvalidInput.positive("limitPx", limitPx);
    double low = 1e-3;
    double high = Double.isInfinite(farM) ? 1e6 : farM;
    if (px(degrees, pivotM, low, high, focalPx) <= limitPx) {
      return 0;
    }
    for (int i = 0; i < 80; i++) {
      double mid = Math.sqrt(low * high);
      if (px(degrees, pivotM, mid, Math.max(mid, farM), focalPx) > limitPx) {
        low = mid;
      } else {
        high = mid;
      }
    }
    return high;
  }
}
