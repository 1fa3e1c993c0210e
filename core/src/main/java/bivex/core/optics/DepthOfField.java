package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * Depth of field of a thin lens (S8): H = f²/(N·c) + f; near = s(H−f)/(H+s−2f); far = s(H−f)/(H−s),
 * unlimited from s = H on. Standard thin-lens handbook formulas.
 *
 * @param hyperfocalMm hyperfocal distance in mm
 * @param nearMm near limit in mm
 * @param farMm far limit in mm, {@link Double#POSITIVE_INFINITY} when unlimited
 */
public record DepthOfField(double hyperfocalMm, double nearMm, double farMm) {
  /**
   * @param focalMm focal length, mm, more than 0
   * @param fNumber aperture, more than 0
   * @param circleMm circle of confusion, mm, more than 0
   * @param focusMm distance focused on, mm, more than the focal length
   */
  public static DepthOfField of(double focalMm, double fNumber, double circleMm, double focusMm) {
    InvalidInput.positive("focal length", focalMm);
    InvalidInput.positive("f-number", fNumber);
    InvalidInput.positive("circle of confusion", circleMm);
    if (!(focusMm > focalMm)) {
      throw new InvalidInput(
          "focus distance", "must be more than the focal length of " + focalMm + " mm");
    }
    double h = focalMm * focalMm / (fNumber * circleMm) + focalMm;
    double near = focusMm * (h - focalMm) / (h + focusMm - 2 * focalMm);
    double far = focusMm >= h ? Double.POSITIVE_INFINITY : focusMm * (h - focalMm) / (h - focusMm);
    return new DepthOfField(h, near, far);
  }
}
