package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * What fits into the frame at a distance (S10): width = sensor · distance ÷ focal length. Similar
 * triangles; for distances well beyond the focal length.
 */
public final class FieldOfView {
  private FieldOfView() {}

  /** Width or height in m that a side of the sensor sees at a distance in m. */
  public static double span(double sensorMm, double focalMm, double distanceM) {
    return InvalidInput.positive("sensor", sensorMm)
        * InvalidInput.positive("distance", distanceM)
        / InvalidInput.positive("focal length", focalMm);
  }

  /** Angle of view in degrees. */
  public static double degrees(double sensorMm, double focalMm) {
    return 2
        * Math.toDegrees(
            Math.atan(
                InvalidInput.positive("sensor", sensorMm)
                    / (2 * InvalidInput.positive("focal length", focalMm))));
  }

  /**
   * Nearest distance in m at which a height in m fits with a share of the frame left free as
   * headroom, 0 to 0.9.
   */
  public static double distanceFor(
      double heightM, double headroom, double sensorMm, double focalMm) {
    InvalidInput.within("headroom", headroom, 0, 0.9);
    return InvalidInput.positive("height", heightM)
        / (1 - headroom)
        * InvalidInput.positive("focal length", focalMm)
        / InvalidInput.positive("sensor", sensorMm);
  }

  /** Share of the frame's side that a height in m fills at a distance; above 1 it does not fit. */
  public static double fills(double heightM, double sensorMm, double focalMm, double distanceM) {
    return InvalidInput.positive("height", heightM) / span(sensorMm, focalMm, distanceM);
  }

  /** Gain in height of a camera turned by 90°: the aspect ratio. */
  public static double turnedGain(Raster raster) {
    return raster.aspect();
  }

  /** Focal length in px: focal length over sensor width, times raster width. */
  public static double focalPx(double focalMm, double sensorWidthMm, int rasterWidth) {
    return InvalidInput.positive("focal length", focalMm)
        / InvalidInput.positive("sensor width", sensorWidthMm)
        * rasterWidth;
  }

  /** Pixels of a metre at a distance. */
  public static double pxPerMetre(
      double focalMm, double sensorWidthMm, int rasterWidth, double distanceM) {
    return rasterWidth / span(sensorWidthMm, focalMm, distanceM);
  }
}
