package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;

/**
 * What the camera was set to for a take. A null means "not read", which is allowed and said; a
 * value is checked.
 *
 * @param body camera body
 * @param lens lens
 * @param focalMm focal length, mm, 1 to 3000
 * @param fNumber aperture, 0.7 to 128
 * @param shutterSeconds exposure time, s, up to 60
 * @param iso 25 to 409 600
 * @param whiteK white balance, kelvin, 1000 to 20 000
 * @param whiteAuto whether the camera chose the white balance
 * @param exposureAuto whether the camera chose the exposure
 * @param focusM focus distance, m, 0.01 to 10 000
 * @param focusAuto whether the camera focused itself
 * @param rate frame rate
 * @param raster picture size
 * @param heightM height of the lens, m, 0 to 500
 * @param tiltDeg tilt, degrees, −90 to 90
 * @param distanceM distance to the subject, m, 0.01 to 10 000
 */
public record CameraData(
    String body,
    String lens,
    Double focalMm,
    Double fNumber,
    Double shutterSeconds,
    Double iso,
    Double whiteK,
    Boolean whiteAuto,
    Boolean exposureAuto,
    Double focusM,
    Boolean focusAuto,
    FrameRate rate,
    Raster raster,
    Double heightM,
    Double tiltDeg,
    Double distanceM) {
  public CameraData {
    check("focal length", focalMm, 1, 3000);
    check("f-number", fNumber, 0.7, 128);
    check("shutter time", shutterSeconds, 1e-6, 60);
    check("ISO", iso, 25, 409_600);
    check("white balance", whiteK, 1000, 20_000);
    check("focus distance", focusM, 0.01, 10_000);
    check("height", heightM, 0, 500);
    check("tilt", tiltDeg, -90, 90);
    check("distance", distanceM, 0.01, 10_000);
  }

  /** Nothing read. */
  public static CameraData notRead() {
    return new CameraData(
        null, null, null, null, null, null, null, null, null, null, null, null, null, null, null,
        null);
  }

  /** Names of all that is read off a camera, as in this record. */
  public static final List<String> FIELDS =
      List.of(
          "body",
          "lens",
          "focalMm",
          "fNumber",
          "shutterSeconds",
          "iso",
          "whiteK",
          "whiteAuto",
          "exposureAuto",
          "focusM",
          "focusAuto",
          "rate",
          "raster",
          "heightM",
          "tiltDeg",
          "distanceM");

  /**
   * Camera data as a list has them, a word for each field: "35", "3840x2160", "automatic".
   *
   * @param word of a field by its name in {@link #FIELDS}; empty when it was not read
   * @throws InvalidInput naming the field, with what was given
   */
  public static CameraData read(UnaryOperator<String> word) {
    return new CameraData(
        blank(word.apply("body")),
        blank(word.apply("lens")),
        number("focalMm", word),
        number("fNumber", word),
        number("shutterSeconds", word),
        number("iso", word),
        number("whiteK", word),
        automatic("whiteAuto", word),
        automatic("exposureAuto", word),
        number("focusM", word),
        automatic("focusAuto", word),
        blank(word.apply("rate")) == null ? null : FrameRate.parse(word.apply("rate")),
        raster(blank(word.apply("raster"))),
        number("heightM", word),
        number("tiltDeg", word),
        number("distanceM", word));
  }

  private static String blank(String word) {
    return word == null || word.isBlank() ? null : word.strip();
  }

  /** With a comma or a point, or as a fraction such as 1/50. */
  private static Double number(String field, UnaryOperator<String> word) {
    String w = blank(word.apply(field));
    if (w == null) {
      return null;
    }
    if (w.matches("[+-]?[1-9]\\d{0,2},\\d{3}")) {
      throw new InvalidInput(
          field,
          "\"" + w + "\" can be read in two ways: write it with a point, or without a comma");
    }
    try {
      String[] parts = w.replace(',', '.').split("/", 2);
      double n = Double.parseDouble(parts[0].strip());
      return parts.length == 1 ? n : n / Double.parseDouble(parts[1].strip());
    } catch (NumberFormatException e) {
      throw new InvalidInput(field, "\"" + w + "\" is not a number");
    }
  }

  private static Boolean automatic(String field, UnaryOperator<String> word) {
    String w = blank(word.apply(field));
    return w == null
        ? null
        : switch (w.toLowerCase(Locale.ROOT)) {
          case "automatic", "auto", "yes", "true", "on" -> true;
          case "manual", "no", "false", "off" -> false;
          default -> throw new InvalidInput(field, "\"" + w + "\" is neither automatic nor manual");
        };
  }

  private static Raster raster(String word) {
    if (word == null) {
      return null;
    }
    if (!word.matches("\\d{1,6}x\\d{1,6}")) {
      throw new InvalidInput("raster", "\"" + word + "\" is not a size such as 3840x2160");
    }
    String[] sides = word.split("x");
    return new Raster(Integer.parseInt(sides[0]), Integer.parseInt(sides[1]));
  }

  /** Whether the camera chose anything for itself. */
  public boolean automatic() {
    return Boolean.TRUE.equals(whiteAuto)
        || Boolean.TRUE.equals(focusAuto)
        || Boolean.TRUE.equals(exposureAuto);
  }

  /** Value of a field by its name; null when it was not read. */
  public Object get(String field) {
    return switch (field) {
      case "body" -> body;
      case "lens" -> lens;
      case "focalMm" -> focalMm;
      case "fNumber" -> fNumber;
      case "shutterSeconds" -> shutterSeconds;
      case "iso" -> iso;
      case "whiteK" -> whiteK;
      case "whiteAuto" -> whiteAuto;
      case "exposureAuto" -> exposureAuto;
      case "focusM" -> focusM;
      case "focusAuto" -> focusAuto;
      case "rate" -> rate;
      case "raster" -> raster;
      case "heightM" -> heightM;
      case "tiltDeg" -> tiltDeg;
      case "distanceM" -> distanceM;
      default -> throw new InvalidInput(field, "is not one of the camera data");
    };
  }

  /** Fields that have no value and of which nobody said that they were not read. */
  public List<String> silent(Collection<String> notRead) {
    return FIELDS.stream().filter(f -> get(f) == null && !notRead.contains(f)).toList();
  }

  private static void check(String field, Double value, double min, double max) {
    if (value != null) {
      InvalidInput.within(field, value, min, max);
    }
  }
}
