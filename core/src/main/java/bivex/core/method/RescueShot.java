package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.Raster;
import bivex.core.optics.Reframe;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Map;

/** F3: a shot made from what there is. */
public final class RescueShot implements Method {
  @Override
  public String id() {
    return "F3";
  }

  @Override
  public String name() {
    return "Rescue";
  }

  @Override
  public Chapter chapter() {
    return Chapter.BUILT_WORLDS;
  }

  @Override
  public String summary() {
    return "A shot that was not shot is made from what was: punched in, slowed down, held, put"
        + " together from two takes.";
  }

  @Override
  public String rightWhen() {
    return "A pick-up is not possible or not worth it, and the sharpness and cadence it costs can"
        + " be lived with.";
  }

  @Override
  public List<String> cues() {
    return List.of("closer than before", "straight at us", "insert", "lingers", "holds the look");
  }

  @Override
  public boolean shoots() {
    return false;
  }

  @Override
  public List<Parameter> parameters() {
    return List.of(
        Parameter.choice(
            "from",
            "Made by",
            List.of(
                "punch-in",
                "slow-down",
                "closer and slower",
                "hold",
                "borrowed clean",
                "reordered cut"),
            "the rescue desk ranks what the real takes allow"),
        Parameter.text("source", "Made from", "the wide take", "take and shot"),
        Parameter.whole(
            "sourceWidth", "Take recorded", "px wide", 16, 32_768, 3840, "of the real take"),
        Parameter.whole(
            "sourceHeight", "Take recorded", "px high", 16, 32_768, 2160, "of the real take"),
        Parameter.text(
            "capture", "Take ran at", "~24", "of the real take; ~ follows the production"),
        Parameter.whole(
            "sourceFrames",
            "Usable frames",
            "frames",
            1,
            10_000_000,
            80,
            "of the real take, without the slate"),
        Parameter.number("punch", "Punch-in", "×", 1, 20, 1.8, "from the wide to the size wanted"),
        Parameter.whole(
            "paintFrames",
            "Frames to repair",
            "frames",
            0,
            100_000,
            0,
            "what should not be in it"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "captureWidth",
        v.whole("sourceWidth"),
        "captureHeight",
        v.whole("sourceHeight"),
        "push",
        v.number("punch"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    String from = v.word("from");
    int have = v.whole("sourceFrames");
    double wantedSeconds = s.rate().seconds(s.cutFrames());
    boolean slow = from.equals("slow-down") || from.equals("closer and slower");
    boolean closer = from.equals("punch-in") || from.equals("closer and slower");
    double speed = slow ? Math.min(1, capture.seconds(have) / wantedSeconds) : 1;
    int played = (int) Math.floor(s.rate().frames(capture.seconds(have)) / speed + 1e-9);
    int held = Math.max(0, s.cutFrames() - played);
    plan.datum(
        "datum:F3-source",
        "Take it is made from",
        capital(v.word("source")) + ": its slate, take and timecode, and who picked it.",
        Plan.Due.BEFORE_DELIVERY);
    plan.datum(
        "datum:F3-tells",
        "What it must tell",
        "What the audience must understand here now that the cut has changed, in one sentence.",
        Plan.Due.BEFORE_DELIVERY);
    List<Plan.Span> spans =
        held > 0 && played > 0
            ? List.of(
                plan.span(
                    0,
                    played - 1,
                    slow ? Plan.SpanKind.RETIME : Plan.SpanKind.PRESENT,
                    speed < 1 ? n(speed * 100) + " %" : ""),
                plan.span(
                    played,
                    s.cutFrames() - 1,
                    Plan.SpanKind.HOLD,
                    "last frame held " + held + " frames"))
            : List.of(
                plan.whole(
                    slow ? Plan.SpanKind.RETIME : Plan.SpanKind.PRESENT,
                    speed < 1 ? f("%.0f %%", speed * 100) : ""));
    plan.layer(
        "layer:source",
        capital(v.word("source")),
        "take",
        "over",
        "none",
        speed < 1 ? f("%.1f %%", speed * 100) : "",
        closer ? n(v.number("punch")) + "× punch-in" : "",
        "datum:F3-source",
        spans);
    if (from.equals("borrowed clean")) {
      plan.layer(
          plan.own("layer:borrowed"),
          "Borrowed frames",
          "frames in which that part is free",
          "over",
          "split",
          plan.own("task:patch"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "patched")));
    }
    plan.grade();
    double punch = closer ? v.number("punch") : 1;
    Raster source = new Raster(v.whole("sourceWidth"), v.whole("sourceHeight"));
    double reserve = Reframe.reserve(source, s.delivery(), punch);
    plan.check(
        "sharp",
        "Sharpness it costs",
        reserve >= 1 ? Plan.Grade.HOLDS : reserve >= 0.7 ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS,
        f(
            "%.2f source pixels a delivered one, %.0f %% resolution",
            reserve, Math.min(1, reserve) * 100),
        f(
            "No further than %.2f×; or add grain and let it pass at speed.",
            Reframe.punchLimit(source, s.delivery())),
        "S12",
        source.text() + " into " + s.delivery().text() + f(" at %s×", n(punch)),
        "punch limit = source ÷ delivery; definition");
    Conform c = new Conform(s.rate(), capture);
    double made = c.syntheticShare(1 / speed);
    Cadences.check(
        plan, "cadence", "Cadence it costs", c, speed, s.cutFrames(), Cadences.Unit.PERCENT, false);
    plan.check(
        "length",
        "Long enough",
        held == 0
            ? Plan.Grade.HOLDS
            : held <= s.rate().fps() ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS,
        held == 0 ? f("%d frames for %d", played, s.cutFrames()) : f("%d frames short", held),
        f(
            "The last frame is held %d frames: add grain and breath, slow it down, or cut earlier.",
            held),
        "S2",
        f("%d frames at %s fps", have, capture.name()),
        "frames · speed; definition");
    plan.task(
        plan.own("task:reframe"),
        "Reframe, sharpen and grain",
        TaskKind.CAMERA_MOVE,
        1,
        reserve < 1 ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(
        plan.own("task:retime"),
        "Slow down",
        TaskKind.RETIME,
        speed < 1 ? 1 : 0,
        made > 0.3 ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(
        plan.own("task:hold"),
        "Life on the held frame",
        TaskKind.LIGHT_EFFECT,
        held > 0 ? 1 : 0,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:patch"),
        "Patch from borrowed frames",
        TaskKind.PAINT,
        from.equals("borrowed clean")
            ? Math.max(4, v.whole("paintFrames"))
            : v.whole("paintFrames"),
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1, Difficulty.EASY);
    plan.view(i -> new Plan.View(punch, 0, 0, 0));
    plan.sketch(
        i ->
            List.of(
                new Plan.SketchFigure("", "window", 0.62, 0.82, 0.15, 0.5, 0.4),
                new Plan.SketchFigure(
                    held > 0 && i >= played ? "held" : "performer", "figure", 0.4, 0.6, 1)));
  }
}
