package bivex.device;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.SetClock;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.teavm.jso.JSBody;
import org.teavm.jso.JSExport;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArray;

/**
 * What a device works out for itself while it is off the line: the same rules and sums as the
 * server's, from the same source. Values come and go as the JSON of the interface has them.
 */
public final class FloorCore {
  private FloorCore() {}

  /** The compiler begins here; there is nothing to do. */
  public static void main(String[] args) {
    // Everything is called from outside.
  }

  /**
   * What a take has against the reference of its set.
   *
   * @param reference camera data; null when there is no reference yet
   * @param rules names of {@link MatchRule}, parted by commas
   */
  @JSExport
  public static JSArray<JSObject> guard(
      JSObject reference,
      JSObject take,
      String rules,
      int width,
      int height,
      double sensorWidthMm,
      double backgroundM) {
    Set<MatchRule> of = EnumSet.noneOf(MatchRule.class);
    Arrays.stream(rules.split(","))
        .filter(r -> !r.isEmpty())
        .forEach(r -> of.add(MatchRule.valueOf(r)));
    MatchGuard.Optics optics =
        new MatchGuard.Optics(
            new Raster(width, height), sensorWidthMm, backgroundM > 0 ? backgroundM : null);
    CameraData now = camera(take);
    List<MatchGuard.Finding> found =
        missing(reference)
            ? MatchGuard.alone(now, of)
            : MatchGuard.compare(camera(reference), now, of, optics);
    JSArray<JSObject> out = new JSArray<>();
    found.forEach(
        f ->
            out.push(
                finding(
                    f.property(),
                    f.label(),
                    f.reference(),
                    f.actual(),
                    f.effect(),
                    f.severity().name(),
                    f.remedy(),
                    f.tolerance())));
    return out;
  }

  /** What is wrong with camera data, as "field: why"; empty when nothing is. */
  @JSExport
  public static String fault(JSObject camera) {
    try {
      camera(camera);
      return "";
    } catch (InvalidInput e) {
      return e.getMessage();
    }
  }

  /**
   * Camera fields without a value that nobody said were not read.
   *
   * @param notRead parted by commas
   */
  @JSExport
  public static String[] silent(JSObject camera, String notRead) {
    return camera(camera).silent(Arrays.asList(notRead.split(","))).toArray(new String[0]);
  }

  /** Label of the frame that runs so many seconds after another. */
  @JSExport
  public static String running(String in, double seconds, String rate) {
    FrameRate r = FrameRate.parse(rate);
    return Timecode.parse(in, r).plus((long) Math.floor(r.frames(Math.max(0, seconds)))).label();
  }

  /** Label of the last frame of a take that ran so many seconds. */
  @JSExport
  public static String out(String in, double seconds, String rate) {
    FrameRate r = FrameRate.parse(rate);
    return Timecode.parse(in, r)
        .plus(Math.max(0, (long) Math.floor(r.frames(Math.max(0, seconds))) - 1))
        .label();
  }

  /** Label of the frame after another. */
  @JSExport
  public static String after(String label, String rate) {
    return Timecode.parse(label, FrameRate.parse(rate)).plus(1).label();
  }

  /** What is wrong with a range of timecode, as "field: why"; empty when nothing is. */
  @JSExport
  public static String rangeFault(String in, String out, String rate) {
    try {
      bivex.core.time.TimecodeRange.parse(in, out, FrameRate.parse(rate));
      return "";
    } catch (InvalidInput e) {
      return e.getMessage();
    }
  }

  /** Seconds from one frame to another, both included. */
  @JSExport
  public static double seconds(String in, String out, String rate) {
    return bivex.core.time.TimecodeRange.parse(in, out, FrameRate.parse(rate)).seconds();
  }

  /**
   * Battery and card after one more take than the server knows of: its words.
   *
   * @param batteryLeft minutes, as the server had it
   * @param cardLeft minutes, as the server had it
   * @param need minutes the next pass needs of the battery
   * @param needRecord minutes the next pass records
   */
  @JSExport
  public static String clock(
      String set,
      double batteryLeft,
      double cardLeft,
      double need,
      double needRecord,
      double seconds,
      double takes,
      double megabitsPerSecond) {
    return SetClock.of(
            set,
            true,
            Math.max(1, batteryLeft),
            Math.min(Math.max(1, batteryLeft), seconds / 60 + takes * SetClock.RESET),
            Math.max(1, cardLeft),
            Math.min(Math.max(1, cardLeft), seconds / 60),
            need,
            needRecord,
            megabitsPerSecond)
        .words();
  }

  private static CameraData camera(JSObject o) {
    return new CameraData(
        text(o, "body"),
        text(o, "lens"),
        number(o, "focalMm"),
        number(o, "fNumber"),
        number(o, "shutterSeconds"),
        number(o, "iso"),
        number(o, "whiteK"),
        flag(o, "whiteAuto"),
        flag(o, "exposureAuto"),
        number(o, "focusM"),
        flag(o, "focusAuto"),
        text(o, "rate") == null ? null : FrameRate.parse(text(o, "rate")),
        raster(part(o, "raster")),
        number(o, "heightM"),
        number(o, "tiltDeg"),
        number(o, "distanceM"));
  }

  private static Raster raster(JSObject o) {
    return missing(o)
        ? null
        : new Raster(number(o, "width").intValue(), number(o, "height").intValue());
  }

  private static String text(JSObject o, String key) {
    String s = read(o, key);
    return s.isEmpty() ? null : s;
  }

  private static Double number(JSObject o, String key) {
    String s = read(o, key);
    try {
      return s.isEmpty() ? null : Double.valueOf(s);
    } catch (NumberFormatException e) {
      throw new InvalidInput(key, "must be a number, was \"" + s + "\"");
    }
  }

  private static Boolean flag(JSObject o, String key) {
    String s = read(o, key);
    return s.isEmpty() ? null : Boolean.valueOf(s);
  }

  @JSBody(
      params = {"o", "key"},
      script = "return o == null || o[key] == null ? '' : String(o[key]);")
  private static native String read(JSObject o, String key);

  @JSBody(
      params = {"o", "key"},
      script = "return o == null ? null : o[key];")
  private static native JSObject part(JSObject o, String key);

  @JSBody(params = "o", script = "return o == null;")
  private static native boolean missing(JSObject o);

  @JSBody(
      params = {
        "property",
        "label",
        "reference",
        "actual",
        "effect",
        "severity",
        "remedy",
        "tolerance"
      },
      script =
          "return { property, label, reference, actual, effect, severity, remedy, tolerance };")
  private static native JSObject finding(
      String property,
      String label,
      String reference,
      String actual,
      String effect,
      String severity,
      String remedy,
      String tolerance);
}
