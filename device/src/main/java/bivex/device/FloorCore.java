package bivex.device;

import bivex.core.InvalidInput;
import bivex.core.floor.FloorSetup;
import bivex.core.method.OwnItem;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.SetClock;
import bivex.core.shoot.TakeCheck;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.core.time.TimecodeRange;
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
   * What a take has against it: by itself, against the plan, against the reference of its set.
   *
   * @param reference camera, asks; null when there is no reference yet, or it is the take itself
   * @param take camera, asks and seconds it ran; no seconds while that is not known
   * @param rules names of {@link MatchRule}, parted by commas; none for a plate of no set
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
    List<MatchGuard.Finding> found =
        TakeCheck.of(
            FloorJson.shot(take),
            missing(reference) ? null : FloorJson.shot(reference),
            of,
            optics);
    JSArray<JSObject> out = new JSArray<>();
    found.forEach(
        f ->
            out.push(
                finding(
                    f.against().name(),
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

  /**
   * How a setup stands with what was written on this device and not sent: what the server will say
   * once it is.
   *
   * @param sheet the setup as the server told it last
   * @param notSent entries, each with its id, in the order they were written
   * @param rate of the production
   * @return ids of the takes, newest first; the last word on each; ids of the references; state and
   *     next number of each plate, in the sheet's order; place of the plate to shoot next in it, or
   *     −1; where the next take's timecode begins; what was listened for; whether the clean plate
   *     was made since the last touch; whether the set is struck
   */
  @JSExport
  public static JSObject merge(
      JSObject sheet,
      JSArray<JSObject> notSent,
      String rate,
      int width,
      int height,
      double sensorWidthMm) {
    FloorSetup now =
        FloorJson.setup(sheet, FrameRate.parse(rate), new Raster(width, height), sensorWidthMm)
            .merge(
                FloorJson.entries(
                    notSent, text(part(sheet, "setup"), "id"), FrameRate.parse(rate)));
    return FloorJson.standing(now);
  }

  /**
   * A plate that was made by hand on this device: its key, seconds, takes and whether it is in the
   * match set.
   *
   * @param item as it is sent; values that are not there are the usual ones
   */
  @JSExport
  public static JSObject ownPlate(JSObject item) {
    OwnItem.AsPlate p = FloorJson.ownItem(item).asPlate();
    return plate(p.key(), p.seconds(), p.takes(), p.inSet());
  }

  @JSBody(
      params = {"key", "seconds", "takes", "inSet"},
      script = "return {key: key, seconds: seconds, takes: takes, inSet: inSet};")
  private static native JSObject plate(String key, double seconds, int takes, boolean inSet);

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
   * @param first whether it is the first take of its setup
   */
  @JSExport
  public static String[] silent(JSObject camera, String notRead, boolean first) {
    return camera(camera).silent(Arrays.asList(notRead.split(",")), first).toArray(new String[0]);
  }

  /** A field as a list of takes has it; empty when it was not read. */
  @JSExport
  public static String listed(JSObject camera, String field) {
    return camera(camera).listed(field);
  }

  /** Seconds of a range of timecode; 0 when it cannot be read. */
  @JSExport
  public static double seconds(String in, String out, String rate) {
    try {
      return TimecodeRange.parse(in, out, FrameRate.parse(rate)).seconds();
    } catch (InvalidInput e) {
      return 0;
    }
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

  /**
   * The pass the slate goes on to once one is picked; empty when none of the order is owed.
   *
   * @param order of the passes of the setup
   * @param owed passes that are still to be shot
   * @param done the one that was picked
   */
  @JSExport
  public static String onwards(String[] order, String[] owed, String done) {
    return FloorSetup.onwards(Arrays.asList(order), Set.copyOf(Arrays.asList(owed)), done)
        .orElse("");
  }

  /** What is wrong with a range of timecode, as "field: why"; empty when nothing is. */
  @JSExport
  public static String rangeFault(String in, String out, String rate) {
    try {
      TimecodeRange.parse(in, out, FrameRate.parse(rate));
      return "";
    } catch (InvalidInput e) {
      return e.getMessage();
    }
  }

  /**
   * Battery and card with the takes that the server does not know of: its words.
   *
   * @param told the clock as the server had it
   * @param set tape letter of the setup
   * @param notSent takes of the day; one whose timecode is wrong counts as no time
   */
  @JSExport
  public static String clock(
      JSObject told, String set, JSArray<JSObject> notSent, String rate, double megabitsPerSecond) {
    if (notSent.getLength() == 0
        || SetClock.State.CHANGE_FIRST.name().equals(text(told, "state"))) {
      return text(told, "words");
    }
    double seconds = 0;
    for (int i = 0; i < notSent.getLength(); i++) {
      JSObject t = notSent.get(i);
      try {
        seconds +=
            TimecodeRange.parse(text(t, "tcIn"), text(t, "tcOut"), FrameRate.parse(rate)).seconds();
      } catch (InvalidInput e) {
        seconds += 0;
      }
    }
    return SetClock.later(
            set,
            number(told, "batteryLeft"),
            number(told, "cardLeft"),
            number(told, "need"),
            number(told, "needRecord"),
            seconds / 60,
            notSent.getLength(),
            megabitsPerSecond)
        .words();
  }

  static CameraData camera(JSObject o) {
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
        number(o, "distanceM"),
        flag(o, "stabiliser"),
        text(o, "profile"),
        number(o, "ndStops"),
        number(o, "tint"),
        text(o, "codec"),
        number(o, "bits") == null ? null : number(o, "bits").intValue(),
        text(o, "sensorMode"),
        number(o, "rollDeg"),
        flag(o, "lensCorrections"));
  }

  private static Raster raster(JSObject o) {
    if (missing(o)) {
      return null;
    }
    Double width = number(o, "width");
    Double height = number(o, "height");
    if (width == null || height == null) {
      throw new InvalidInput("raster", "must be a size such as 3840x2160");
    }
    return new Raster(width.intValue(), height.intValue());
  }

  static String text(JSObject o, String key) {
    String s = read(o, key);
    return s.isEmpty() ? null : s;
  }

  static Double number(JSObject o, String key) {
    String s = read(o, key);
    try {
      return s.isEmpty() ? null : Double.valueOf(s);
    } catch (NumberFormatException e) {
      throw new InvalidInput(key, "must be a number, was \"" + s + "\"");
    }
  }

  static Boolean flag(JSObject o, String key) {
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
  static native JSObject part(JSObject o, String key);

  @JSBody(params = "o", script = "return o == null;")
  static native boolean missing(JSObject o);

  @JSBody(
      params = {
        "against",
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
          "return { against, property, label, reference, actual, effect, severity, remedy,"
              + " tolerance };")
  private static native JSObject finding(
      String against,
      String property,
      String label,
      String reference,
      String actual,
      String effect,
      String severity,
      String remedy,
      String tolerance);
}
