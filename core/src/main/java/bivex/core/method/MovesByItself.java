package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** G11: a thing grows, shrinks or moves with nobody near it. */
public final class MovesByItself implements Method {
  private static final String LINE = "pulled by a line";
  private static final String CLOTH = "moved by hands in matching cloth";
  private static final String POST = "moved or resized in post";

  @Override
  public String id() {
    return "G11";
  }

  @Override
  public String name() {
    return "Thing that moves by itself";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "A thing slides, lifts, grows or shrinks by itself: really moved and its mover taken"
        + " out, or cut from a plate of its own and moved in post.";
  }

  @Override
  public String rightWhen() {
    return "A real move has real weight and light: take post only where it cannot be pulled.";
  }

  @Override
  public List<String> cues() {
    return List.of("its own accord", "itself", "grows", "shrinks", "swells");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.text("thing", "What moves", "the cup", "named in plates and layers"),
        Parameter.choice("how", "Moved", List.of(LINE, CLOTH, POST), "a real move looks real"),
        Parameter.whole(
            "startFrame", "It starts", Parameter.FRAME, 0, 100_000, 24, "from the first"),
        Parameter.whole("moveFrames", "It takes", "frames", 1, 100_000, 48, "of the cut"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 30, "before it starts"),
        Parameter.number("widthPct", "It fills", "% of width", 0.1, 100, 10, "before it starts"),
        Parameter.number("acrossPct", "It travels", "% of width", -100, 100, 25, "to the right"),
        Parameter.number(
            "sizePct", "It ends at", "% of its size", 1, 2000, 100, "100 where it stays as it is"),
        Parameter.yesNo("lifts", "It leaves the ground", false, "then its shadow parts from it"),
        Parameter.yesNo("touched", "Somebody touches it later", false, "a real one lies there"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody is before it",
            "frames",
            0,
            100_000,
            0,
            "their matte"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String thing = v.word("thing");
    String how = v.word("how");
    boolean post = how.equals(POST);
    int from = Math.min(v.whole("startFrame"), s.cutFrames() - 1);
    int to = Math.min(s.cutFrames() - 1, from + v.whole("moveFrames") - 1);
    CameraBrief.held(plan, v, "what covers its mover must lie on the take");
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        post
            ? "Without " + thing + "; a mark where it starts and ends, looked at by all."
            : "With " + thing + ", " + how + ".",
        s.seconds(),
        true,
        "move it in post from a plate of its own");
    plan.clean(10, false);
    if (post) {
      plan.plate(
          plan.own("plate:thing"),
          Plan.PlateKind.INSERT,
          "Plate of " + thing,
          "In its place, camera untouched, nobody near; again where it ends, and at its largest"
              + " size if it grows.",
          Math.max(5, s.rate().seconds(v.whole("moveFrames"))),
          true,
          "a still of it in the same light");
    }
    CameraBrief.performance(plan);
    plan.layer(
        plan.own("layer:thing"),
        post ? capital(thing) : "Without its mover",
        post ? "insert" : how.equals(LINE) ? "painted" : "clean plate",
        "over",
        "matte",
        "",
        post ? "moved" : "",
        post ? plan.own("plate:thing") : how.equals(LINE) ? plan.own("task:line") : "plate:clean",
        List.of(
            new Plan.Span(plan.frame(from), plan.frame(to), Plan.SpanKind.PRESENT, "it moves")));
    if (v.whole("crossers") > 0) {
      plan.layer(
          plan.own("layer:front"),
          "Before " + thing,
          "performance",
          "over",
          "matte",
          plan.own("task:front"),
          List.of(plan.span(0, v.whole("crossers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
    plan.grade();
    tasks(plan, v, to - from + 1);
    checks(plan, v);
    if (!post) {
      plan.aid(
          "aid:line",
          how.equals(LINE) ? "Thin matt line and a weight" : "Cloth like the background",
          "what moves it is taken out",
          how.equals(LINE) ? "pulled away from people, never across a way" : "gloves to the elbow");
    }
    plan.sketch(i -> figures(v, i, from, to));
  }

  private static void tasks(Derivation plan, Values v, int frames) {
    ShotSetting s = plan.setting();
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    String how = v.word("how");
    boolean post = how.equals(POST);
    plan.task(
        plan.own("task:line"),
        "Line painted out",
        TaskKind.PAINT,
        how.equals(LINE) ? frames : 0,
        matte);
    Matting.matte(
        plan,
        v,
        plan.own("task:hands"),
        "Matte of what is kept before the hands",
        how.equals(CLOTH) ? frames : 0,
        matte);
    plan.task(
        plan.own("task:cut"),
        "Matte of " + v.word("thing"),
        TaskKind.SPLIT_MATTE,
        post ? 1 : 0,
        matte);
    plan.task(plan.own("task:move"), "Move it", TaskKind.ELEMENT, post ? 1 : 0, Difficulty.FAIR);
    plan.task(
        plan.own("task:shadow"),
        "Its shadow and what it mirrors in",
        TaskKind.LIGHT_EFFECT,
        post ? 1 : 0,
        v.yes("lifts") ? Difficulty.HARD : Difficulty.FAIR);
    Matting.matte(
        plan,
        v,
        plan.own("task:front"),
        "Matte of those before it",
        Math.min(s.cutFrames(), v.whole("crossers")),
        matte);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.EASY);
    plan.task("task:sound", "Sound of it", TaskKind.SOUND, 1, Difficulty.EASY);
  }

  private static void checks(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    boolean post = v.word("how").equals(POST);
    boolean sized = v.number("sizePct") != 100;
    if (sized && !post) {
      plan.check(
          "size",
          "It can change its size",
          Plan.Grade.FAILS,
          f("%s %% of its size at the end", n(v.number("sizePct"))),
          "Nothing grows when it is pulled: resize it in post, or pull it towards the camera.",
          "",
          v.word("how"),
          "definition");
    }
    if (post) {
      CameraBrief.reserve(
          plan, "reserve", "Enough of it was recorded", Math.max(1, v.number("sizePct") / 100));
      plan.check(
          "touch",
          "Nobody touches what is not there",
          v.yes("touched") ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS,
          v.yes("touched") ? "a hand on a thing laid on in post slides" : "it is only looked at",
          "Put the real thing there before the touch and change over in the frame it comes to"
              + " rest.",
          "",
          "",
          "common practice, no source");
    }
    double way = Math.abs(v.number("acrossPct")) / 100 * s.capture().width();
    // Starts and ends at rest and is fastest in the middle, at 1.5 times its mean (smooth step).
    double top = 1.5 * way / v.whole("moveFrames");
    plan.check(
        "speed",
        "It is followed by the eye",
        top <= 0.04 * s.capture().width() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("fastest %.0f px a frame, when it starts and ends at rest", top),
        f(
            "Give it %.0f frames, or let it blur.",
            Math.ceil(1.5 * way / (0.04 * s.capture().width()))),
        "",
        f("%.0f px in %d frames", way, v.whole("moveFrames")),
        "derivative of 3t² − 2t³; a twenty-fifth of the width a frame (common practice)");
  }

  private static List<Plan.SketchFigure> figures(Values v, int frame, int from, int to) {
    double t = to == from ? 1 : Math.max(0, Math.min(1, (double) (frame - from) / (to - from)));
    double eased = t * t * (3 - 2 * t);
    double size = 1 + (v.number("sizePct") / 100 - 1) * eased;
    double width = Math.min(1, v.number("widthPct") / 100 * size);
    double middle =
        (v.number("leftPct") + v.number("widthPct") / 2 + v.number("acrossPct") * eased) / 100;
    double left = Math.max(0, Math.min(1 - width, middle - width / 2));
    double high = Math.min(0.7, 0.16 * size);
    double bottom = v.yes("lifts") ? 0.85 - 0.3 * eased : 0.85;
    return List.of(
        new Plan.SketchFigure("performer", "figure", 0.7, 0.86, 1),
        new Plan.SketchFigure(
            v.word("thing"), "thing", left, left + width, Math.max(0, bottom - high), bottom, 1));
  }
}
