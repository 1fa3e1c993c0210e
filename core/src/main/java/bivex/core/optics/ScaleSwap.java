package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * A small thing that covers a large one exactly (S11), both distances from the entrance pupil. Near
 * = far · small ÷ large by similar triangles; the f-number that holds both is solved from the
 * thin-lens depth of field in closed form.
 *
 * @param nearM where the small thing stands, m
 * @param errorPercentPerCm size error for each cm it stands wrong
 * @param focusM focus that puts both at the ends of the depth of field, m
 * @param fNumber opening at which both are just sharp
 * @param monitorPercent width of either on the monitor, % of the frame
 */
public record ScaleSwap(
    double nearM, double errorPercentPerCm, double focusM, double fNumber, double monitorPercent) {
  /**
   * @param smallMm size of the small thing
   * @param largeMm size of the large one, more than {@code smallMm}
   * @param farM distance of the large one
   * @param circleMm circle of confusion
   */
  public static ScaleSwap of(
      double smallMm,
      double largeMm,
      double farM,
      double focalMm,
      double sensorWidthMm,
      double circleMm) {
    InvalidInput.positive("small size", smallMm);
    if (!(largeMm > smallMm)) {
      throw new InvalidInput(
          "large size", "must be more than the small size of " + smallMm + " mm");
    }
    double f = InvalidInput.positive("focal length", focalMm);
    double c = InvalidInput.positive("circle of confusion", circleMm);
    double far = InvalidInput.positive("far distance", farM) * 1000;
    double near = far * smallMm / largeMm;
    double focus = 2 / (1 / near + 1 / far);
    if (focus <= f) {
      throw new InvalidInput(
          "far distance",
          "the small thing would stand at " + Math.round(near) + " mm, inside the lens");
    }
    double beyond = 2 * (focus - f) / (focus * (1 / near - 1 / far));
    return new ScaleSwap(
        near / 1000,
        100 / (near / 10),
        focus / 1000,
        f * f / (c * beyond),
        largeMm * f / far / InvalidInput.positive("sensor width", sensorWidthMm) * 100);
  }
}
