package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.Said;
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
 * @param stabiliser whether a stabiliser of body or lens is on
 * @param profile picture profile or curve, by the camera's own name
 * @param ndStops density filter, stops, 0 to 20; 0 for none
 * @param tint green to magenta, in the camera's own steps, −200 to 200
 * @param codec as the camera names it
 * @param bits bit depth, 6 to 16
 * @param sensorMode part of the sensor that is read, or crop, by the camera's own name
 * @param rollDeg roll of the horizon, degrees, −180 to 180
 * @param lensCorrections whether the camera corrects the lens in the picture
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
    Double distanceM,
    Boolean stabiliser,
    String profile,
    Double ndStops,
    Double tint,
    String codec,
    Integer bits,
    String sensorMode,
    Double rollDeg,
    Boolean lensCorrections) {
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
    check("density filter", ndStops, 0, 20);
    check("tint", tint, -200, 200);
    check("bit depth", bits == null ? null : bits.doubleValue(), 6, 16);
    check("roll", rollDeg, -180, 180);
  }

  /** What is read take by take; what is answered once a setup counts as not read. */
  public CameraData(
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
    this(
        body,
        lens,
        focalMm,
        fNumber,
        shutterSeconds,
        iso,
        whiteK,
        whiteAuto,
        exposureAuto,
        focusM,
        focusAuto,
        rate,
        raster,
        heightM,
        tiltDeg,
        distanceM,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null);
  }

  /** Nothing read. */
  public static CameraData notRead() {
    return new CameraData(
        null, null, null, null, null, null, null, null, null, null, null, null, null, null, null,
        null);
  }

  /** Fields that are answered once a setup, before its first take, and seldom change after it. */
  public static final List<String> ONCE_A_SETUP =
      List.of(
          "stabiliser",
          "profile",
          "ndStops",
          "tint",
          "codec",
          "bits",
          "sensorMode",
          "rollDeg",
          "lensCorrections");

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
          "distanceM",
          "stabiliser",
          "profile",
          "ndStops",
          "tint",
          "codec",
          "bits",
          "sensorMode",
          "rollDeg",
          "lensCorrections");

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
        number("distanceM", word),
        automatic("stabiliser", word),
        blank(word.apply("profile")),
        number("ndStops", word),
        number("tint", word),
        blank(word.apply("codec")),
        bits(word),
        blank(word.apply("sensorMode")),
        number("rollDeg", word),
        automatic("lensCorrections", word));
  }

  private static Integer bits(UnaryOperator<String> word) {
    Double n = number("bits", word);
    if (n != null && n != Math.rint(n)) {
      throw new InvalidInput("bits", "must be a whole number of bits");
    }
    return n == null ? null : n.intValue();
  }

  /** A field as a list has it, so that {@link #read} gives it back; empty when it was not read. */
  public String listed(String field) {
    Object v = get(field);
    if (v == null) {
      return "";
    }
    if (v instanceof Boolean b) {
      return ONCE_A_SETUP.contains(field) ? b ? "on" : "off" : b ? "automatic" : "manual";
    }
    if (v instanceof FrameRate r) {
      return r.text();
    }
    if (v instanceof Raster r) {
      return r.width() + "x" + r.height();
    }
    return v instanceof Double n && n == Math.rint(n) ? Long.toString(Math.round(n)) : v.toString();
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
          default ->
              throw new InvalidInput(
                  field,
                  "\""
                      + w
                      + "\" is neither "
                      + (ONCE_A_SETUP.contains(field) ? "on nor off" : "automatic nor manual"));
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

  /** What practitioners call a field. */
  public static String label(String field) {
    return switch (field) {
      case "body" -> "camera body";
      case "lens" -> "lens";
      case "focalMm" -> "focal length";
      case "fNumber" -> "aperture";
      case "shutterSeconds" -> "shutter";
      case "iso" -> "ISO";
      case "whiteK" -> "white balance";
      case "whiteAuto" -> "automatic white balance";
      case "exposureAuto" -> "automatic exposure";
      case "focusM" -> "focus distance";
      case "focusAuto" -> "automatic focus";
      case "rate" -> "frame rate";
      case "raster" -> "raster";
      case "heightM" -> "height";
      case "tiltDeg" -> "tilt";
      case "distanceM" -> "distance";
      case "stabiliser" -> "stabiliser";
      case "profile" -> "picture profile";
      case "ndStops" -> "density filter";
      case "tint" -> "tint";
      case "codec" -> "codec";
      case "bits" -> "bit depth";
      case "sensorMode" -> "sensor mode";
      case "rollDeg" -> "roll";
      case "lensCorrections" -> "lens corrections";
      default -> throw new InvalidInput(field, "is not one of the camera data");
    };
  }

  /** The value of a field as it is spoken of, with its unit; empty when it was not read. */
  public String said(String field) {
    Object v = get(field);
    if (field.equals("shutterSeconds") && v != null && shutterSeconds < 0.5) {
      return Said.of("1/%.0f s", 1 / shutterSeconds);
    }
    String unit =
        switch (field) {
          case "focalMm" -> "mm";
          case "fNumber" -> "f/";
          case "shutterSeconds" -> "s";
          case "whiteK" -> "K";
          case "focusM", "heightM", "distanceM" -> "m";
          case "tiltDeg", "rollDeg" -> "°";
          case "ndStops" -> "stops";
          case "bits" -> "bit";
          default -> "";
        };
    return v instanceof Number n
        ? MatchGuard.unit(n.doubleValue(), unit)
        : v instanceof Raster r
            ? r.width() + " × " + r.height()
            : v instanceof FrameRate r ? r.name() + " fps" : listed(field);
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
      case "stabiliser" -> stabiliser;
      case "profile" -> profile;
      case "ndStops" -> ndStops;
      case "tint" -> tint;
      case "codec" -> codec;
      case "bits" -> bits;
      case "sensorMode" -> sensorMode;
      case "rollDeg" -> rollDeg;
      case "lensCorrections" -> lensCorrections;
      default -> throw new InvalidInput(field, "is not one of the camera data");
    };
  }

  /**
   * The same set right.
   *
   * @param right fields that are set right; those without a value stay as they were
   * @param notRead fields that were not read after all
   */
  public CameraData corrected(CameraData right, List<String> notRead) {
    CameraData out = this;
    for (String f : FIELDS) {
      Object v = right.get(f);
      if (v != null || notRead.contains(f)) {
        out = out.with(f, v);
      }
    }
    return out;
  }

  /**
   * The same with another value of one field.
   *
   * @param value of the field's own type; null for not read
   */
  public CameraData with(String field, Object value) {
    get(field);
    Object[] v = FIELDS.stream().map(f -> f.equals(field) ? value : get(f)).toArray();
    return new CameraData(
        (String) v[0],
        (String) v[1],
        (Double) v[2],
        (Double) v[3],
        (Double) v[4],
        (Double) v[5],
        (Double) v[6],
        (Boolean) v[7],
        (Boolean) v[8],
        (Double) v[9],
        (Boolean) v[10],
        (FrameRate) v[11],
        (Raster) v[12],
        (Double) v[13],
        (Double) v[14],
        (Double) v[15],
        (Boolean) v[16],
        (String) v[17],
        (Double) v[18],
        (Double) v[19],
        (String) v[20],
        (Integer) v[21],
        (String) v[22],
        (Double) v[23],
        (Boolean) v[24]);
  }

  /**
   * Fields that have no value and of which nobody said that they were not read.
   *
   * @param first whether it is the first take of its setup, of which is asked too what is answered
   *     once a setup
   */
  public List<String> silent(Collection<String> notRead, boolean first) {
    return FIELDS.stream()
        .filter(f -> get(f) == null && !notRead.contains(f))
        .filter(f -> first || !ONCE_A_SETUP.contains(f))
        .toList();
  }

  private static void check(String field, Double value, double min, double max) {
    if (value != null) {
      InvalidInput.within(field, value, min, max);
    }
  }
}
