package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.SpeedRamp;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.stream.IntStream;

/** What the ramped methods share: the ramp itself, its layer, checks and curve. */
final class RampedClip {
  static final List<Parameter> PARAMETERS =
      List.of(
          Parameter.text(
              "capture",
              "Camera runs at",
              "~60",
              "usable slow motion starts near 60 fps (common practice); ~ follows the production:"
                  + " the usual rate nearby that plays evenly"),
          Parameter.number(
              "straightSpeed", "Straight part plays at", "×", 0.01, 50, 1, "1 is real time"),
          Parameter.whole(
              "straightFrames",
              "Straight part lasts",
              "frames",
              0,
              100_000,
              40,
              "what the audience must read"),
          Parameter.number("rampSpeed", "Ramps to", "×", 0, 200, 6, "faster or slower; 0 stops"),
          Parameter.whole(
              "rampFrames", "Ramp takes", "frames", 1, 10_000, 16, "from one speed to the other"),
          Parameter.choice(
              "curve", "Curve", List.of("eased", "even"), "eased has no jerk at its ends"),
          Parameter.number(
              "runUpSeconds", "Run-up shot", "s", 0, 600, 2, "action before the part that is used"),
          Parameter.number(
              "runOutSeconds", "Run-out shot", "s", 0, 600, 2, "the move goes on past the cut"),
          Parameter.number(
              "pxPerSecond",
              "Speed in the picture",
              "px/s",
              0,
              1e6,
              600,
              "of the background, as shot"),
          Parameter.number(
              "shutterDegrees", "Shutter", "°", 1, 360, 180, "natural blur at the capture rate"));

  private RampedClip() {}

  /** Where the ramp is: out of the straight part, or into it. */
  static SpeedRamp ramp(ShotSetting s, Values v, boolean into, FrameRate capture) {
    int n = s.cutFrames();
    int length = v.whole("rampFrames");
    if (v.whole("straightFrames") + length > n) {
      throw new InvalidInput(
          "straightFrames",
          "straight part and ramp must fit the cut: "
              + v.whole("straightFrames")
              + " + "
              + length
              + " frames of "
              + n);
    }
    return new SpeedRamp(
        keys(s, v, into).stream().map(k -> new SpeedRamp.Key(k.get(0), k.get(1))).toList(),
        v.word("curve").equals("even") ? SpeedRamp.Curve.EVEN : SpeedRamp.Curve.EASED,
        new Conform(s.rate(), capture).realTimeRead());
  }

  /** The two keys of the ramp as the sum asks for them: frame and speed. */
  static List<List<Double>> keys(ShotSetting s, Values v, boolean into) {
    double from =
        into
            ? s.cutFrames() - v.whole("straightFrames") - (double) v.whole("rampFrames")
            : v.whole("straightFrames");
    double a = into ? v.number("rampSpeed") : v.number("straightSpeed");
    double b = into ? v.number("straightSpeed") : v.number("rampSpeed");
    return List.of(
        List.of(Math.max(0, from), a), List.of(Math.max(0, from) + v.whole("rampFrames"), b));
  }

  /**
   * Plate, layer, checks and curve of one ramped clip.
   *
   * @param name "" for the only one, else "first" or "second"
   */
  static void derive(
      Derivation plan, Values v, boolean into, String name, FrameRate capture, boolean stabilise) {
    ShotSetting s = plan.setting();
    SpeedRamp r = ramp(s, v, into, capture);
    int n = s.cutFrames();
    double source = r.sourceFrames(n);
    double seconds = capture.seconds(source);
    String suffix = name.isEmpty() ? "" : "-" + name;
    String title = name.isEmpty() ? "Ramped clip" : "Ramped clip, " + name;
    double need = seconds + v.number("runUpSeconds") + v.number("runOutSeconds");
    plan.plate(
        "plate:ramp" + suffix,
        Plan.PlateKind.PERFORMANCE,
        title,
        f(
            "%.1f s of action between %s s of run-up and %s s of run-out, at %s fps; the move goes"
                + " on past both ends.",
            seconds, n(v.number("runUpSeconds")), n(v.number("runOutSeconds")), capture.name()),
        need,
        false,
        "a slower clip with made-up frames",
        "start the ramp later, from what there is");
    double peak = r.peak();
    List<Double> curve =
        IntStream.rangeClosed(0, 48)
            .mapToObj(i -> peak == 0 ? 0 : r.speed(i / 48.0 * n) / peak)
            .toList();
    plan.layer(
        plan.own("layer:ramp" + suffix),
        title,
        "performance",
        "over",
        "none",
        f(
            "%s× to %s×, %s",
            n(into ? v.number("rampSpeed") : v.number("straightSpeed")),
            n(into ? v.number("straightSpeed") : v.number("rampSpeed")),
            v.word("curve")),
        stabilise ? "stabilised before the retime" : "",
        "plate:ramp" + suffix,
        List.of(
            new Plan.Span(
                s.firstFrame(),
                s.lastFrame(),
                Plan.SpanKind.RETIME,
                f("%.0f source frames, peak %s×", source, n(peak)),
                curve)));
    Conform conform = new Conform(s.rate(), capture);
    plan.check(
        "footage" + suffix,
        "Footage of the " + title.toLowerCase(java.util.Locale.ROOT),
        v.number("runUpSeconds") >= 0.5 && v.number("runOutSeconds") >= 0.5
            ? Plan.Grade.HOLDS
            : Plan.Grade.FAILS,
        f("%.1f source frames in the cut (%.2f s), shoot %.1f s", source, seconds, need),
        "Half a second or more of run-up and run-out: without them there is nothing to ramp with.",
        "S4",
        f("%d frames at %s fps from %s fps", n, s.rate().name(), capture.name()),
        "source = ∫ speed · capture ÷ production; definition");
    double straight = v.number("straightSpeed");
    if (v.whole("straightFrames") > 0) {
      Cadences.check(
          plan,
          "cadence" + suffix,
          "Cadence of the straight part",
          conform,
          straight,
          Math.max(2, v.whole("straightFrames")),
          Cadences.Unit.TIMES,
          true);
    }
    double blurAtPeak =
        v.number("pxPerSecond") * peak / s.rate().fps() * v.number("shutterDegrees") / 360;
    double shot = v.number("pxPerSecond") / capture.fps() * v.number("shutterDegrees") / 360;
    plan.check(
        "blur" + suffix,
        "Blur to add at the peak",
        Plan.Grade.HOLDS,
        f("%.0f px wanted, %.1f px in the clip", blurAtPeak, shot),
        "",
        "S5",
        f("%s px/s, %s°", n(v.number("pxPerSecond")), n(v.number("shutterDegrees"))),
        "travel in a frame · angle ÷ 360; definition");
    int tail =
        r.tailBelow(n, 2, v.number("pxPerSecond"), s.rate().fps(), v.number("shutterDegrees"));
    plan.check(
        "tail" + suffix,
        "Still moving at the cut",
        tail == 0 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        tail == 0
            ? "the last frame is still blurred"
            : f("the last %d frames stand: the last that moves is %d", tail, s.lastFrame() - tail),
        f(
            "Cut at frame %d, or let the move go on longer.",
            Math.max(s.firstFrame(), s.lastFrame() - tail)),
        "S4",
        "less than 2 px of blur",
        "blur of the last frames; definition");
    plan.curve(
        "speed" + suffix,
        "Speed of the " + title.toLowerCase(java.util.Locale.ROOT),
        "×",
        i -> r.speed(i),
        Double.NaN);
    plan.task(
        plan.own("task:stabilise"),
        "Stabilise before the retime",
        TaskKind.STABILISE,
        stabilise ? 1 : 0,
        Difficulty.FAIR);
    plan.task(plan.own("task:retime"), "Ramp and added blur", TaskKind.RETIME, 2, Difficulty.FAIR);
  }

  /**
   * The preview: a marker that passes with the clip's own time.
   *
   * @param direction 1 to the right, −1 to the left
   */
  static List<Plan.SketchFigure> picture(
      SpeedRamp r, int frame, double pxPerSecond, FrameRate capture, int width, int direction) {
    double travelled = capture.seconds(r.position(frame)) * pxPerSecond / width;
    double x = (0.5 + direction * travelled) % 1;
    x = x < 0 ? x + 1 : x;
    double blur = Math.min(0.3, r.speed(frame) * pxPerSecond / width / 24 * 2);
    return List.of(
        new Plan.SketchFigure(
            "",
            "window",
            Math.max(0, x - 0.01 - blur / 2),
            Math.min(1, x + 0.01 + blur / 2),
            0,
            0.8,
            0.45),
        new Plan.SketchFigure(n(r.speed(frame)) + "×", "figure", 0.42, 0.58, 1));
  }
}
