package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * The blur of something behind or before the focus, and how it differs between two plates of one
 * set (S9). Disc in mm = f²·|D−s| / (N·D·(s−f)), derived from the thin-lens equation; in pixels it
 * is multiplied by raster width over sensor width.
 */
public final class BackgroundBlur {
  /** Full stops and thirds a producer can dial, as engraved. */
  private static final double[] F_NUMBERS = {
    1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14, 16,
    18, 20, 22
  };

  private BackgroundBlur() {}

  /**
   * Diameter of the blur disc on the sensor, in mm.
   *
   * @param focalMm focal length, mm
   * @param fNumber aperture
   * @param objectMm distance of the blurred thing, mm
   * @param focusMm distance focused on, mm, more than the focal length
   */
  public static double discMm(double focalMm, double fNumber, double objectMm, double focusMm) {
    InvalidInput.positive("focal length", focalMm);
    InvalidInput.positive("f-number", fNumber);
    InvalidInput.positive("background distance", objectMm);
    if (!(focusMm > focalMm)) {
      throw new InvalidInput(
          "focus distance", "must be more than the focal length of " + focalMm + " mm");
    }
    return focalMm
        * focalMm
        * Math.abs(objectMm - focusMm)
        / (fNumber * objectMm * (focusMm - focalMm));
  }

  /** The same disc in pixels of a raster width over a sensor width in mm. */
  public static double discPx(double discMm, double sensorWidthMm, int rasterWidthPx) {
    return discMm * rasterWidthPx / InvalidInput.positive("sensor width", sensorWidthMm);
  }

  /** Difference in pixels of the background disc between two focus distances, all else the same. */
  public static double mismatchPx(
      double focalMm,
      double fNumber,
      double backgroundMm,
      double focusA,
      double focusB,
      double sensorWidthMm,
      int rasterWidthPx) {
    double a = discMm(focalMm, fNumber, backgroundMm, focusA);
    double b = discMm(focalMm, fNumber, backgroundMm, focusB);
    return discPx(Math.abs(a - b), sensorWidthMm, rasterWidthPx);
  }

  /**
   * Smallest engraved f-number that keeps the mismatch at or below a limit in pixels; 0 when even
   * f/22 does not.
   */
  public static double smallestFNumber(
      double focalMm,
      double backgroundMm,
      double focusA,
      double focusB,
      double sensorWidthMm,
      int rasterWidthPx,
      double limitPx) {
    InvalidInput.positive("limit", limitPx);
    for (double n : F_NUMBERS) {
      if (mismatchPx(focalMm, n, backgroundMm, focusA, focusB, sensorWidthMm, rasterWidthPx)
          <= limitPx) {
        return n;
      }
    }
    return 0;
  }
}
