package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.FieldOfView;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** G7: what holds a performer or a thing is taken out. */
public final class HeldUp implements Method {
  private static final String CLEAN = "a clean plate";
  private static final String WIRES = "wires";

  /** Delivered px below which a line is lost in the grain; common practice, no source. */
  private static final double LOST_PX = 0.3;

  @Override
  public String id() {
    return "G7";
  }

  @Override
  public String name() {
    return "Wire or support on a performer";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "Somebody hangs, floats or leans on something that is then taken out: from a clean plate"
        + " beside them, by painting where it crosses them.";
  }

  @Override
  public String rightWhen() {
    return "The body has to carry its weight in the shot; a floating pose shot lying down does"
        + " not.";
  }

  @Override
  public List<String> cues() {
    return List.of("float", "hover", "levitat", "dangl", "wire", "harness", "hangs air");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.choice(
            "holds",
            "Held by",
            List.of(WIRES, "an arm or stand", "people in matching cloth"),
            "what is thin and behind the body costs least"),
        Parameter.whole("count", "How many", "", 1, 100, 2, "wires, arms or people"),
        Parameter.number("thickMm", "Thickness", "mm", 0.1, 2000, 4, "of one; with its fittings"),
        Parameter.number("distanceM", "Distance", "m", 0.2, 500, 5, "of the performer"),
        Parameter.whole(
            "frames", "Frames in which it is seen", "frames", 1, 100_000, 72, "of the cut"),
        Parameter.number(
            "bodyPct",
            "Of which it crosses the body",
            "%",
            0,
            100,
            30,
            "there it is painted: nothing else shows what is behind it"),
        Parameter.choice(
            "by", "Covered from", List.of(CLEAN, "painting"), "ten seconds on the day"),
        Parameter.choice("camera", "Camera", List.of("locked", "moves"), "as it plays the shot"),
        Parameter.yesNo("shadow", "Its shadow is seen", true, "on floor or wall"),
        Parameter.yesNo("cloth", "It pulls at clothes", true, "folds where the harness sits"),
        Matting.DIFFICULTY);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    boolean locked = v.word("camera").equals("locked");
    boolean clean = v.word("by").equals(CLEAN);
    String holds = v.word("holds");
    if (locked) {
      CameraBrief.held(plan, v, "what covers it must lie on the take");
    } else {
      CameraBrief.brief(plan, v, "as the shot asks", "what covers it is tracked on", s.rate());
    }
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "Held by "
            + holds
            + "; rigged behind the body where it can be, in the colour of what is behind it.",
        s.seconds(),
        locked,
        "paint what is behind it");
    if (clean || locked) {
      plan.clean(Math.max(10, s.seconds()), false);
    }
    if (clean && !locked) {
      plan.datum(
          "datum:same-way",
          "Clean plate on the same way",
          "Repeat the move as well as it can be without performer and rig, at the same speed.",
          Plan.Due.BEFORE_STRIKE);
    }
    CameraBrief.performance(plan);
    int last = Math.min(s.cutFrames(), v.whole("frames")) - 1;
    // All of it may lie on the body.
    if (clean || onBody(s, v) <= last) {
      plan.layer(
          plan.own("layer:cover"),
          "Cover of " + holds,
          clean ? "clean plate" : "painted",
          "over",
          "garbage",
          "",
          locked ? "" : "tracked to what is behind it",
          clean ? "plate:clean" : plan.own("task:paint"),
          List.of(plan.span(0, last, Plan.SpanKind.PRESENT, "")));
    }
    if (onBody(s, v) > 0) {
      plan.layer(
          plan.own("layer:body"),
          "Painted on the body",
          "painted",
          "over",
          "garbage",
          "",
          "tracked to the body",
          plan.own("task:body"),
          List.of(plan.span(0, last, Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    tasks(plan, v, locked, clean);
    checks(plan, v, locked, clean);
    plan.caution(
        "caution:lifted",
        "Somebody is lifted or hangs: harness, points and catch by a licensed rigger, tried with a"
            + " weight first, a way down agreed, short holds.",
        "rigger");
    plan.aid(
        "aid:rig",
        "Rig in the colour of the background",
        "it is painted out",
        "matt, no labels, fittings behind the body");
    plan.sketch(
        i ->
            i > last
                ? List.of(new Plan.SketchFigure("performer", "figure", 0.4, 0.58, 1))
                : List.of(
                    new Plan.SketchFigure("performer", "figure", 0.4, 0.58, 0.3, 0.85, 1),
                    new Plan.SketchFigure(holds, "line", 0.43, 0.44, 0, 0.4, 0.6)));
  }

  /** Frames in which it crosses the body. */
  private static double onBody(ShotSetting s, Values v) {
    return Math.ceil(Math.min(s.cutFrames(), v.whole("frames")) * v.number("bodyPct") / 100);
  }

  private static void tasks(Derivation plan, Values v, boolean locked, boolean clean) {
    ShotSetting s = plan.setting();
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    int seen = Math.min(s.cutFrames(), v.whole("frames"));
    double body = onBody(s, v) * (v.word("holds").equals(WIRES) ? v.whole("count") : 1);
    plan.task(
        plan.own("task:follow"),
        "Follow each through the shot",
        TaskKind.HAND_TRACK,
        (double) seen * v.whole("count"),
        Difficulty.EASY);
    plan.task(
        plan.own("task:garbage"),
        "Matte of what is covered",
        TaskKind.SPLIT_MATTE,
        clean ? v.whole("count") : 0,
        matte);
    plan.task(
        plan.own("task:paint"),
        "Paint what is behind it",
        TaskKind.PAINT,
        clean ? 0 : (seen - onBody(s, v)) * v.whole("count"),
        matte);
    plan.task(
        plan.own("task:body"), "Paint where it crosses the body", TaskKind.PAINT, body, matte);
    plan.task(
        plan.own("task:track"),
        "Track of what is behind it",
        TaskKind.AUTO_TRACK,
        locked ? 0 : 1,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:cloth"),
        "Folds and shadow",
        TaskKind.PAINT,
        (v.yes("cloth") ? seen / 4.0 : 0) + (v.yes("shadow") && !clean ? seen / 4.0 : 0),
        matte);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
  }

  private static void checks(Derivation plan, Values v, boolean locked, boolean clean) {
    ShotSetting s = plan.setting();
    double recorded =
        v.number("thickMm")
            / 1000
            * FieldOfView.pxPerMetre(
                v.number("focalMm"), s.sensorWidthMm(), s.capture().width(), v.number("distanceM"));
    double delivered = recorded * s.delivery().width() / s.capture().width();
    plan.check(
        "width",
        "How wide it is in the picture",
        delivered < LOST_PX ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS,
        f("%.1f px recorded, %.1f px delivered", recorded, delivered),
        "So thin that it may be lost in the grain: look at a take before it is painted.",
        "S10",
        f("%s mm at %s m", n(v.number("thickMm")), n(v.number("distanceM"))),
        "thickness · px a metre; definition");
    if (clean && !locked) {
      plan.check(
          "behind",
          "Clean plate follows the camera",
          Plan.Grade.DOUBTFUL,
          "a repeated move is never the same by hand",
          "Lock the camera, or repeat the move by a head that repeats.",
          "",
          "camera moves",
          "common practice, no source");
    }
    if (v.yes("shadow")) {
      plan.check(
          "shadow",
          "Its shadow",
          clean && locked ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          clean && locked
              ? "free in the clean plate; the matte must take it in, not the performer's"
              : "it tells on it when it stays",
          "Flag the light off it, or light from the side on which it is not seen.",
          "",
          "",
          "common practice, no source");
    }
  }
}
