package bivex.core.reckon;

import bivex.core.InvalidInput;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.light.FlashSafety;
import bivex.core.light.MainsFlicker;
import bivex.core.motion.Dash;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.Exposure;
import bivex.core.optics.Raster;
import bivex.core.optics.Reframe;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.plate.JoinPlan;
import bivex.core.plate.Zone;
import bivex.core.reckon.Sum.Result;
import bivex.core.shoot.MediaBudget;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;

/** Every sum, ready to be asked by itself. Keys of inputs are those of the methods' parameters where the shot knows the value. */
public final class Reckoner {
  private static final Parameter RATE = Parameter.text("rate", "Production rate", "24", "of the production");
  private static final Parameter FOCAL = Parameter.number("focalMm", "Focal length", "mm", 1, 3000, 35, "of the shot");
  private static final Parameter STOP = Parameter.number("fNumber", "Aperture", "f/", 0.7, 128, 5.6, "of the shot");
  private static final Parameter FOCUS = Parameter.number("focusM", "Focus distance", "m", 0.01, 10_000, 2.6, "of the shot");
  private static final Parameter SENSOR = Parameter.number("sensorWidthMm", "Sensor width", "mm", 1, 100, 36, "of the production");
  private static final Parameter WIDTH = Parameter.whole("captureWidth", "Recorded width", "px", 16, 32_768, 3840, "of the production");
  private static final Parameter ANGLE = Parameter.number("shutterDegrees", "Shutter", "°", 0.01, 360, 180, "of the shot");
  private static final Parameter MAINS = Parameter.number("mainsHz", "Mains", "Hz", 16, 1000, 50, "of the place");

  private static final List<Sum> SUMS = List.of(timecode(), conform(), shutter(), exposure(), flicker(), depth(), blur(), reframe(), dash(), join(), media(), flash(), effort());

  private Reckoner() {}

  /** All sums, in the order of the book. */
  public static List<Sum> sums() {
    return SUMS;
  }

  /** Does one sum. @param raw inputs by key; missing ones take their default @throws InvalidInput naming the input that is wrong */
  public static List<Result> reckon(String id, Map<String, ?> raw) {
    Sum s = SUMS.stream().filter(x -> x.id().equals(id)).findFirst().orElseThrow(() -> new InvalidInput("sum", "there is no sum \"" + id + "\""));
    return s.work().apply(Values.of(s.inputs(), raw));
  }

  private static Sum timecode() {
    return new Sum("S1", "Timecode", "label ↔ frames; drop-frame leaves out ;00 and ;01 of each minute but every tenth", "SMPTE ST 12-1",
        List.of(RATE, Parameter.text("label", "Timecode", "01:00:00:00", "where a reel begins"), Parameter.whole("addFrames", "Add frames", "frames", -10_000_000, 10_000_000, 0, ""), Parameter.text("otherRate", "Read at", "25", "")), v -> {
          Timecode t = Timecode.parse(v.word("label"), FrameRate.parse(v.word("rate")));
          Timecode sum = t.plus(v.whole("addFrames"));
          return List.of(out("Frames from midnight", t.frame(), "frames"), new Result("With the frames added", sum.label(), ""), out("Real time", 3, sum.seconds(), "s"), new Result("Same moment at the other rate", sum.at(FrameRate.parse(v.word("otherRate")), false).label(), ""));
        });
  }

  private static Sum conform() {
    return new Sum("S2", "Capture rate and cadence", "one to one = p/c · real time = c/p · step = speed · c/p", "definition",
        List.of(RATE, Parameter.text("capture", "Camera ran at", "60", ""), Parameter.number("speed", "Wanted speed", "×", 0.001, 1000, 0.4, "1 is real time")), v -> {
          Conform c = new Conform(FrameRate.parse(v.word("rate")), FrameRate.parse(v.word("capture")));
          Conform.Cadence k = c.cadence(v.number("speed"), 1000);
          return List.of(out("Each frame once is a speed of", 2, c.oneToOneSpeed() * 100, "%"), out("Sped up to real time by", 3, c.realTimeRead(), "×"), out("Source frames a step", 4, k.step(), ""), new Result("Cadence", k.even() ? "even" : k.repeats() + " repeats, " + k.skips() + " skips in 1000 frames", ""), new Result("First frames", k.pattern().stream().limit(12).map(String::valueOf).reduce((a, b) -> a + " " + b).orElse(""), ""), out("Made-up frames", 1, c.syntheticShare(1 / v.number("speed")) * 100, "%"));
        });
  }

  private static Sum shutter() {
    return new Sum("S5", "Shutter and blur", "t = angle ÷ (360 · fps) · blur = speed · t", "definition",
        List.of(RATE, ANGLE, Parameter.number("pxPerSecond", "Speed in the picture", "px/s", 0, 1e6, 1000, ""), Parameter.number("limitPx", "Blur wanted at most", "px", 0.01, 10_000, 2, "for tracking")), v -> {
          FrameRate r = FrameRate.parse(v.word("rate"));
          double t = Shutter.seconds(v.number("shutterDegrees"), r);
          List<Result> out = new ArrayList<>(List.of(new Result("Exposure", Shutter.text(t), ""), out("Blur", 1, Shutter.blurPx(v.number("pxPerSecond"), t), "px")));
          if (v.number("pxPerSecond") > 0) {
            double wanted = Math.min(1 / r.fps(), Shutter.secondsForBlur(v.number("limitPx"), v.number("pxPerSecond")));
            out.add(new Result("Exposure for that blur", Shutter.text(wanted), ""));
            out.add(out("which is", 1, Shutter.degrees(wanted, r), "°"));
            out.add(out("and costs", 2, Exposure.stopsLost(t, wanted), "stops"));
          }
          return out;
        });
  }

  private static Sum exposure() {
    return new Sum("S6", "Exposure trade", "EV = log2(N² ÷ t) at ISO 100 · stops = log2(t₁ ÷ t₂)", "ISO 2720",
        List.of(STOP, Parameter.number("fromSeconds", "Exposure now, 1 over", "1/s", 0.01, 1e6, 48, ""), Parameter.number("toSeconds", "Exposure wanted, 1 over", "1/s", 0.01, 1e6, 1000, ""), Parameter.number("widest", "Widest the lens opens", "f/", 0.7, 32, 1.8, ""), Parameter.whole("iso", "ISO", "", 25, 409_600, 400, "")), v -> {
          double stops = Exposure.stopsLost(1 / v.number("fromSeconds"), 1 / v.number("toSeconds"));
          List<Result> out = new ArrayList<>(List.of(out("EV now", 2, Exposure.ev(v.number("fNumber"), 1 / v.number("fromSeconds")), ""), out("To find", 2, stops, "stops")));
          Exposure.waysToPay(stops, v.number("fNumber"), v.number("widest"), v.number("iso")).forEach(w -> out.add(new Result("Pay with", w, "")));
          return out;
        });
  }

  private static Sum flicker() {
    return new Sum("S7", "Lamps on the mains", "safe t = k ÷ (2·mains) · left = |sin x ÷ x|, x = π·2·mains·t", "mean of a sinusoid over the exposure",
        List.of(RATE, ANGLE, MAINS), v -> {
          FrameRate r = FrameRate.parse(v.word("rate"));
          double t = Shutter.seconds(v.number("shutterDegrees"), r);
          double safe = MainsFlicker.safeInsteadOf(v.number("mainsHz"), t);
          return List.of(out("Ripple left", 1, MainsFlicker.rippleLeft(v.number("mainsHz"), t) * 100, "%"), out("Beat", 2, MainsFlicker.beatHz(v.number("mainsHz"), r), "Hz"), new Result("Nearest safe exposure not longer", Shutter.text(safe), ""), out("which is", 1, 360 * safe * r.fps(), "°"));
        });
  }

  private static Sum depth() {
    return new Sum("S8", "Depth of field", "H = f² ÷ (N·c) + f · near = s(H−f) ÷ (H+s−2f) · far = s(H−f) ÷ (H−s)", "thin-lens handbook formula",
        List.of(FOCAL, STOP, Parameter.number("circleMm", "Circle of confusion", "mm", 0.001, 0.5, 0.03, "sensor width ÷ 1200 is usual"), FOCUS), v -> {
          DepthOfField d = DepthOfField.of(v.number("focalMm"), v.number("fNumber"), v.number("circleMm"), v.number("focusM") * 1000);
          return List.of(out("Hyperfocal", 3, d.hyperfocalMm() / 1000, "m"), out("Sharp from", 3, d.nearMm() / 1000, "m"), Double.isInfinite(d.farMm()) ? new Result("to", "the horizon", "") : out("to", 3, d.farMm() / 1000, "m"));
        });
  }

  private static Sum blur() {
    return new Sum("S9", "Background blur of two plates", "disc = f²·|D−s| ÷ (N·D·(s−f)), × raster ÷ sensor", "thin-lens equation",
        List.of(FOCAL, STOP, Parameter.number("backgroundM", "Background distance", "m", 0.01, 10_000, 6, ""), FOCUS, Parameter.number("focusFarM", "Other focus distance", "m", 0.01, 10_000, 2.9, ""), SENSOR, WIDTH), v -> {
          double f = v.number("focalMm");
          double d = v.number("backgroundM") * 1000;
          double a = v.number("focusM") * 1000;
          double b = v.number("focusFarM") * 1000;
          double s = v.number("sensorWidthMm");
          int w = v.whole("captureWidth");
          double n = BackgroundBlur.smallestFNumber(f, d, a, b, s, w, 1);
          return List.of(out("Disc of the first", 4, BackgroundBlur.discMm(f, v.number("fNumber"), d, a), "mm"), out("Disc of the second", 4, BackgroundBlur.discMm(f, v.number("fNumber"), d, b), "mm"), out("Difference", 2, BackgroundBlur.mismatchPx(f, v.number("fNumber"), d, a, b, s, w), "px"), new Result("Within 1 px from", n > 0 ? "f/" + n : "no opening", ""));
        });
  }

  private static Sum reframe() {
    return new Sum("S12", "Reframe", "punch limit = source ÷ delivery", "definition",
        List.of(WIDTH, Parameter.whole("captureHeight", "Recorded height", "px", 16, 32_768, 2160, ""), Parameter.whole("deliveryWidth", "Delivered width", "px", 16, 32_768, 1920, ""), Parameter.whole("deliveryHeight", "Delivered height", "px", 16, 32_768, 1080, ""), Parameter.number("push", "Push", "×", 1, 20, 1.2, "")), v -> {
          Raster a = new Raster(v.whole("captureWidth"), v.whole("captureHeight"));
          Raster b = new Raster(v.whole("deliveryWidth"), v.whole("deliveryHeight"));
          return List.of(out("Push no further than", 2, Reframe.punchLimit(a, b), "×"), out("Left after the push", 2, Reframe.reserve(a, b, v.number("push")), "×"), out("Effective resolution", 0, Reframe.effectiveResolutionPercent(a, b, v.number("push")), "%"));
        });
  }

  private static Sum dash() {
    return new Sum("S15", "Dash", "steps = frames between + 1 · streak = px a frame · angle ÷ 360", "definition",
        List.of(RATE, Parameter.number("spanPx", "Between the marks", "px", 1, 100_000, 2840, ""), Parameter.number("metres", "Between the marks", "m", 0.1, 10_000, 12, ""), Parameter.whole("between", "Frames between", "frames", 1, 24, 3, "3 is usual"), Parameter.number("blurDegrees", "Blur of the streak", "°", 1, 360, 300, "")), v -> {
          Dash d = Dash.streak(v.number("spanPx"), v.number("metres"), v.whole("between"), v.number("blurDegrees"), FrameRate.parse(v.word("rate")));
          return List.of(out("Travel", 0, d.pxPerFrame(), "px/frame"), out("Speed", 1, d.metresPerSecond(), "m/s"), out("Streak", 0, d.streakPx(), "px"), new Result("Frames", d.frames().stream().map(b -> b.kind() == Dash.Kind.STREAK ? "streak" : "empty").reduce((a, b) -> a + ", " + b).orElse(""), ""));
        });
  }

  private static Sum join() {
    return new Sum("S17", "Join between parts", "standing when the left part's right-most edge stays left of the right part's left-most", "definition",
        List.of(Parameter.zones("zones", "Where each part stands", List.of(new Zone(1, 0, 0.08, 0.42), new Zone(2, 0, 0.58, 0.92)), ""), WIDTH, Parameter.whole("cutFrames", "Cut", "frames", 1, 100_000, 96, ""), Parameter.number("slopePx", "Moving join, at most", "px/frame", 0, 200, 6, "")), v -> {
          List<Zone> z = v.zones("zones");
          List<Integer> order = Zone.partsLeftToRight(z);
          int n = v.whole("cutFrames");
          int w = v.whole("captureWidth");
          List<Result> out = new ArrayList<>();
          for (int i = 0; i + 1 < order.size(); i++) {
            double[][] a = Zone.edges(z, order.get(i), n);
            double[][] b = Zone.edges(z, order.get(i + 1), n);
            JoinPlan j = JoinPlan.of(IntStream.range(0, n).mapToDouble(f -> a[f][1] * w).toArray(), IntStream.range(0, n).mapToDouble(f -> b[f][0] * w).toArray(), v.number("slopePx"));
            out.add(new Result("Parts " + order.get(i) + " and " + order.get(i + 1), j.kind().name().toLowerCase(Locale.ROOT), ""));
            out.add(out("Margin", 0, j.marginPx(), "px"));
            out.add(out("Frames that cross", j.crossing().size(), "frames"));
          }
          return out;
        });
  }

  private static Sum media() {
    return new Sum("S19", "Battery and card", "GB = Mb/s · s ÷ 8000", "definition; FAT32 file limit 4 GiB − 1",
        List.of(Parameter.number("recordMinutes", "Recording", "min", 0.01, 10_000, 12, ""), Parameter.number("standbyMinutes", "Standby", "min", 0, 10_000, 8, ""), Parameter.number("batteryMinutes", "One battery", "min", 1, 10_000, 22, ""), Parameter.number("megabits", "Recording", "Mb/s", 0.1, 10_000, 100, ""), Parameter.number("cardGb", "Free on the card", "GB", 0.1, 100_000, 64, "")), v -> {
          MediaBudget b = MediaBudget.of(v.number("recordMinutes"), v.number("standbyMinutes"), v.number("batteryMinutes"), v.number("megabits"), v.number("cardGb"));
          return List.of(out("Camera on", 1, b.minutesNeeded(), "min"), out("Battery left", 1, b.minutesLeft(), "min"), out("Recorded", 2, b.gigabytes(), "GB"), out("Card left", 2, b.gigabytesLeft(), "GB"), out("New file after, on a 4 GiB card", 1, MediaBudget.segmentSeconds(v.number("megabits"), MediaBudget.FAT32_FILE_BYTES), "s"));
        });
  }

  private static Sum flash() {
    return new Sum("S21", "Flicker and flashes", "base ± amplitude; more than 3 flashes in a second on 25 % of the 10° field", "WCAG 2.2, 2.3.1; ITU-R BT.1702. A warning, never a clearance",
        List.of(RATE, Parameter.number("base", "Base", "", 0, 1, 0.3, ""), Parameter.number("amplitude", "Amplitude", "", 0, 1, 0.2, ""), Parameter.number("hz", "Flickers", "Hz", 0.1, 200, 10, ""), Parameter.text("flashes", "Flashes at frames", "", "frame numbers with spaces between"), Parameter.number("area", "Share of the field", "", 0, 1, 0.3, ""), Parameter.yesNo("red", "Saturated red", false, "")), v -> {
          FrameRate r = FrameRate.parse(v.word("rate"));
          List<Integer> frames;
          try {
            frames = Arrays.stream(v.word("flashes").split("[ ,;]+")).filter(x -> !x.isEmpty()).map(Integer::parseInt).toList();
          } catch (NumberFormatException e) {
            throw new InvalidInput("flashes", "must be frame numbers with spaces between");
          }
          List<Result> out = new ArrayList<>();
          FlashSafety.flickerFaults(v.number("base"), v.number("amplitude"), v.number("hz"), r).forEach(f -> out.add(new Result("Flicker", f, "")));
          FlashSafety.warnings(frames, r, v.number("area"), v.yes("red")).forEach(f -> out.add(new Result("Warning", f, "")));
          out.add(out("Flashes in the worst second", FlashSafety.mostInOneSecond(frames, r), ""));
          return out;
        });
  }

  private static Sum effort() {
    return new Sum("S25", "Effort", "units × rate; mean = (low + 4·likely + high) ÷ 6", "PERT three-point estimate; rates are this project's own planning defaults",
        List.of(Parameter.choice("kind", "Work", Arrays.stream(TaskKind.values()).map(TaskKind::words).toList(), ""), Parameter.number("units", "How many", "", 0, 1e6, 14, "frames, joins, layers…"), Parameter.choice("difficulty", "Pictures", List.of("fair", "easy", "hard"), "")), v -> {
          TaskKind k = Arrays.stream(TaskKind.values()).filter(x -> x.words().equals(v.word("kind"))).findFirst().orElseThrow();
          Estimate e = k.hours(v.number("units"), TaskKind.Difficulty.valueOf(v.word("difficulty").toUpperCase(Locale.ROOT)));
          return List.of(new Result("Counted by", k.driver(), ""), out("Low", 1, e.low(), "h"), out("Likely", 1, e.likely(), "h"), out("High", 1, e.high(), "h"), out("Expected", 1, e.mean(), "h"), out("Days of 8 h", 1, e.days(8), "days"));
        });
  }

  private static Result out(String label, long value, String unit) {
    return new Result(label, Long.toString(value), unit);
  }

  private static Result out(String label, int digits, double value, String unit) {
    return new Result(label, String.format(Locale.ROOT, "%." + digits + "f", value), unit);
  }
}
