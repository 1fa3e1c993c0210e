package bivex.core.method;

import static bivex.core.method.CameraBrief.f;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.SpeedRamp;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** C2: two moving shots that ramp into one another, so that the cut between them is one rush. */
public final class LinkedRamp implements Method {
  private static final List<String> WAYS =
      List.of(
          "to the left",
          "to the right",
          "upwards",
          "downwards",
          "forwards",
          "backwards",
          "turning left",
          "turning right");

  @Override
  public String id() {
    return "C2";
  }

  @Override
  public String name() {
    return "Linked ramp";
  }

  @Override
  public Chapter chapter() {
    return Chapter.TIME;
  }

  @Override
  public String summary() {
    return "One moving shot races off, the next slows down out of the same rush: two ramps that"
        + " meet at the cut.";
  }

  @Override
  public String rightWhen() {
    return "Both shots move the same way and run on past the cut.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "crosses long pull", "rush from to", "one place to the next", "whips", "swept away");
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new ArrayList<>(
            List.of(
                Parameter.whole(
                    "cutAt",
                    "The cut is at frame",
                    Parameter.FRAME,
                    1,
                    100_000,
                    48,
                    "counted from 0: the second shot's first frame"),
                Parameter.choice("firstMoves", "First shot moves", WAYS, "what the picture does"),
                Parameter.choice("secondMoves", "Second shot moves", WAYS, "must be the same way"),
                Parameter.number(
                    "secondPxPerSecond",
                    "Second shot's speed in the picture",
                    "px/s",
                    0,
                    1e6,
                    600,
                    "as shot; equal blur at the join"),
                Parameter.yesNo(
                    "handheld",
                    "Handheld or driven",
                    true,
                    "then it is stabilised before the retime")));
    for (Parameter q : RampedClip.PARAMETERS) {
      p.add(
          q.key().equals("straightFrames")
              ? q.startingAt(24L, "of each half")
              : q.key().equals("rampFrames") ? q.startingAt(20L, "of each half") : q);
    }
    CameraBrief.CAMERA.stream().filter(q -> !q.key().equals("shutterDegrees")).forEach(p::add);
    return List.copyOf(p);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "keys",
        RampedClip.keys(first(s, v.whole("cutAt")), v, false),
        "cutFrames",
        v.whole("cutAt"),
        "speed",
        v.number("straightSpeed"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    int cut = v.whole("cutAt");
    if (cut >= s.cutFrames()) {
      throw new bivex.core.InvalidInput(
          "cutAt", "must be inside the cut of " + s.cutFrames() + " frames");
    }
    CameraBrief.brief(
        plan,
        v,
        v.yes("handheld") ? "handheld or driven" : "fluid",
        "the same move through the cut",
        capture);
    SpeedRamp out = half(s, v, cut, false, capture);
    SpeedRamp in = half(s, v, s.cutFrames() - cut, true, capture);
    clip(plan, v, out, cut, 0, "first", capture);
    clip(plan, v, in, s.cutFrames() - cut, cut, "second", capture);
    plan.grade();
    boolean agree = v.word("firstMoves").equals(v.word("secondMoves"));
    plan.check(
        "direction",
        "Direction through the cut",
        agree ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        agree
            ? "both " + v.word("firstMoves")
            : v.word("firstMoves") + ", then " + v.word("secondMoves"),
        "Shoot the second the same way, or mirror one of them if nothing can be read in it.",
        "",
        "as declared",
        "linked shots move one way; common practice, no source");
    double a =
        out.blurPx(cut - 1.0, v.number("pxPerSecond"), s.rate().fps(), v.number("shutterDegrees"));
    double b =
        in.blurPx(0, v.number("secondPxPerSecond"), s.rate().fps(), v.number("shutterDegrees"));
    boolean alike = Math.max(a, b) <= 1.5 * Math.max(1, Math.min(a, b));
    plan.check(
        "join",
        "Blur on both sides of the cut",
        alike && Math.min(a, b) >= 8 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.0f px before, %.0f px after", a, b),
        "Faster ramps, or added blur, until both sides are smeared alike.",
        "S4",
        f("%.0f and %.0f px/s", v.number("pxPerSecond"), v.number("secondPxPerSecond")),
        "travel in the frame · angle ÷ 360; definition");
    plan.check(
        "run",
        "Run-up and run-out",
        v.number("runUpSeconds") >= 0.5 && v.number("runOutSeconds") >= 0.5
            ? Plan.Grade.HOLDS
            : Plan.Grade.FAILS,
        f("%.1f s before, %.1f s after", v.number("runUpSeconds"), v.number("runOutSeconds")),
        "Half a second or more: without them there is nothing to ramp with.",
        "S4",
        "both shots",
        "common practice, no source");
    plan.task(
        plan.own("task:stabilise"),
        "Stabilise before the retime",
        TaskKind.STABILISE,
        v.yes("handheld") ? 2 : 0,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:retime"), "Two ramps and added blur", TaskKind.RETIME, 4, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.EASY);
    plan.task("task:sound", "Sound that follows the ramp", TaskKind.SOUND, 1, Difficulty.FAIR);
    plan.datum(
        "datum:preset",
        ShotSetting.RATE_TESTED,
        "That the camera gives this rate at this raster, and the preset it is stored under.",
        Plan.Due.BEFORE_DAY);
    plan.curve(
        "speed",
        "Speed through the cut",
        "×",
        i -> i < cut ? out.speed(i) : in.speed(i - cut),
        Double.NaN);
    plan.sketch(
        i ->
            i < cut
                ? RampedClip.picture(
                    out,
                    i,
                    v.number("pxPerSecond"),
                    capture,
                    s.capture().width(),
                    way(v, "firstMoves"))
                : RampedClip.picture(
                    in,
                    i - cut,
                    v.number("secondPxPerSecond"),
                    capture,
                    s.capture().width(),
                    way(v, "secondMoves")));
  }

  private static int way(Values v, String key) {
    return WAYS.indexOf(v.word(key)) % 2 == 0 ? -1 : 1;
  }

  private static SpeedRamp half(
      ShotSetting s, Values v, int frames, boolean into, FrameRate capture) {
    return RampedClip.ramp(first(s, frames), v, into, capture);
  }

  private static ShotSetting first(ShotSetting s, int frames) {
    return new ShotSetting(
        s.rate(),
        s.capture(),
        s.delivery(),
        s.firstFrame(),
        frames,
        s.handles(),
        s.sensorWidthMm(),
        s.mainsHz(),
        s.effort());
  }

  private static void clip(
      Derivation plan,
      Values v,
      SpeedRamp r,
      int frames,
      int from,
      String name,
      FrameRate capture) {
    double source = r.sourceFrames(frames);
    double seconds = capture.seconds(source);
    double need = seconds + v.number("runUpSeconds") + v.number("runOutSeconds");
    plan.plate(
        "plate:ramp-" + name,
        Plan.PlateKind.PERFORMANCE,
        "Ramped clip, " + name,
        f(
            "%.1f s of action with run-up and run-out, moving %s, at %s fps.",
            seconds, v.word(name + "Moves"), capture.name()),
        need,
        false,
        "a slower clip with made-up frames",
        "start the ramp later, from what there is");
    double peak = r.peak();
    List<Double> curve =
        IntStream.rangeClosed(0, 48)
            .mapToObj(i -> peak == 0 ? 0 : r.speed(i / 48.0 * frames) / peak)
            .toList();
    plan.layer(
        plan.own("layer:ramp-" + name),
        "Ramped clip, " + name,
        "performance",
        "over",
        "none",
        f("%.0f source frames, peak %.1f×", source, peak),
        v.yes("handheld") ? "stabilised before the retime" : "",
        "plate:ramp-" + name,
        List.of(
            new Plan.Span(
                plan.frame(from),
                plan.frame(from + frames - 1),
                Plan.SpanKind.RETIME,
                f("%.0f source frames, peak %.1f×", source, peak),
                curve)));
  }
}
