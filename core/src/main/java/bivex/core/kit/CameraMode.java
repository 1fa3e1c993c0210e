package bivex.core.kit;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;

/**
 * One way a body records.
 *
 * @param name as the camera calls it; may be empty
 * @param rate frames a second
 * @param raster recorded picture
 * @param usedWidthMm width of the sensor that is read, mm, 1 to 100
 * @param codec as the camera names it; may be empty
 * @param megabits of the recording, Mb/s, 1 to 20 000
 * @param bits 8 to 16
 * @param longestMinutes a clip may last before the camera stops it or is too hot; 0 where it may
 *     last as long as card and battery
 */
public record CameraMode(
    String name,
    FrameRate rate,
    Raster raster,
    double usedWidthMm,
    String codec,
    double megabits,
    int bits,
    double longestMinutes) {
  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public CameraMode checked() {
    if (rate == null) {
      throw new InvalidInput("rate", "is missing");
    }
    if (raster == null) {
      throw new InvalidInput("raster", "is missing");
    }
    InvalidInput.within("usedWidthMm", usedWidthMm, 1, 100);
    InvalidInput.within("megabits", megabits, 1, 20_000);
    InvalidInput.within("bits", (long) bits, 8, 16);
    InvalidInput.within("longestMinutes", longestMinutes, 0, 10_000);
    return new CameraMode(
        words("mode", name),
        rate,
        raster,
        usedWidthMm,
        words("codec", codec),
        megabits,
        bits,
        longestMinutes);
  }

  private static String words(String field, String said) {
    return said == null || said.isBlank() ? "" : InvalidInput.title(field, said);
  }

  /** Whether it is the same way of recording, however it is set. */
  boolean sameAs(CameraMode other) {
    return name.equals(other.name) && rate.equals(other.rate) && raster.equals(other.raster);
  }

  /** Gigabytes a minute takes on the card. */
  public double gigabytesAMinute() {
    return megabits * 60 / 8000;
  }
}
