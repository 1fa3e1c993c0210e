package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.Overscan;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.stream.IntStream;

/** F2: a push, pan, crash push, handheld or kick made in post on a locked plate. */
public final class CameraInPost implements Method {
  @Override
  public String id() {
    return "F2";
  }

  @Override
  public String name() {
    return "Post camera move";
  }

  @Override
  public Chapter chapter() {
    return Chapter.BUILT_WORLDS;
  }

  @Override
  public String summary() {
    return "A push, pan, shake or kick is given to a locked plate afterwards; overscan decides what"
        + " can be afforded.";
  }

  @Override
  public String rightWhen() {
    return "There is picture to spare. Leaving it locked is right when stillness carries the"
        + " scene.";
  }

  @Override
  public List<String> cues() {
    return List.of("push", "through the window", "we go to her", "closer", "camera", "shakes");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.choice(
            "kind",
            "Move",
            List.of("push", "pan", "crash push", "handheld", "kick"),
            "one at a time reads best"),
        Parameter.number(
            "push", "From 1× to", "×", 1, 10, 1.2, "a push to about 120 % (common practice)"),
        Parameter.number("shiftXPx", "Across", "px", 0, 5000, 20, "largest, in delivered pixels"),
        Parameter.number(
            "shiftYPx", "Up or down", "px", 0, 5000, 20, "largest, in delivered pixels"),
        Parameter.number("turnDeg", "Turn", "°", 0, 45, 1, "largest"),
        Parameter.whole("keyframes", "Keys", "", 2, 1000, 4, "as few as carry the move"),
        Parameter.number(
            "blurDegrees", "Blur of the move", "°", 0, 360, 180, "as if a camera had moved"),
        Parameter.whole(
            "atFrame",
            "Kick or crash at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            24,
            "counted from 0"),
        Parameter.choice(
            "through",
            "Goes through",
            List.of("nothing", "a window or frame"),
            "then what is beyond is a plate of its own"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String kind = v.word("kind");
    boolean through = !v.word("through").equals("nothing");
    boolean pans = kind.equals("pan") || kind.equals("handheld") || kind.equals("kick");
    CameraBrief.brief(plan, v, "locked", "the move is made afterwards", s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Locked plate",
        "Framed wider than the picture wanted, by the overscan.",
        s.seconds(),
        false,
        "another take, punched in");
    plan.layer(
        "layer:performance-1",
        "Locked plate",
        "performance",
        "over",
        "none",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (through) {
      plan.apart("plate:beyond");
      plan.plate(
          "plate:beyond",
          Plan.PlateKind.PERFORMANCE,
          "What is beyond",
          "Seen through the opening and then filling the frame, from the height of the lens.",
          s.seconds(),
          false,
          "a still, enlarged");
      plan.layer(
          "layer:beyond",
          "What is beyond",
          "plate",
          "over",
          "split",
          "",
          "grows with the push",
          "plate:beyond",
          List.of(
              plan.span(
                  s.cutFrames() / 3,
                  s.cutFrames() - 1,
                  Plan.SpanKind.PRESENT,
                  "through the opening")));
      plan.task(
          plan.own("task:opening"),
          "Split around the opening",
          TaskKind.SPLIT_MATTE,
          1,
          Difficulty.FAIR);
    }
    plan.grade();
    Overscan.Placement worst =
        new Overscan.Placement(
            pans ? v.number("shiftXPx") : 0,
            pans ? v.number("shiftYPx") : 0,
            kind.equals("push") || kind.equals("pan") ? 0 : v.number("turnDeg"));
    List<Double> curve =
        IntStream.rangeClosed(0, 48)
            .mapToObj(i -> amount(kind, i / 48.0, v.whole("atFrame") / (double) s.cutFrames()))
            .toList();
    plan.layer(
        plan.own("layer:move"),
        "Post camera",
        Plan.Layer.POST_CAMERA,
        "move",
        "none",
        "",
        f("%d keys, blur %s°", v.whole("keyframes"), n(v.number("blurDegrees"))),
        plan.own("task:move"),
        List.of(
            new Plan.Span(
                s.firstFrame(),
                s.lastFrame(),
                Plan.SpanKind.MOVE,
                f("%s to %s×", kind, n(v.number("push"))),
                curve)));
    PostMove.cover(plan, v.number("push"), worst);
    double perFrame =
        (v.number("push") - 1)
            * s.delivery().width()
            / 2
            / Math.max(1, kind.equals("crash push") ? 6 : s.cutFrames());
    plan.check(
        "blur",
        "Blur of the move",
        Plan.Grade.HOLDS,
        f("%.1f px at the edge of the frame", perFrame * v.number("blurDegrees") / 360),
        "",
        "S5",
        f("%.2f px a frame, %s°", perFrame, n(v.number("blurDegrees"))),
        "travel · angle ÷ 360; definition");
    plan.task(
        plan.own("task:move"),
        "Post camera move",
        TaskKind.CAMERA_MOVE,
        1,
        v.whole("keyframes") > 12 ? Difficulty.HARD : Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, through ? 3 : 1, Difficulty.EASY);
    int n = s.cutFrames();
    plan.view(
        i -> {
          double a = amount(kind, (double) i / Math.max(1, n - 1), v.whole("atFrame") / (double) n);
          double shake =
              kind.equals("handheld")
                  ? Math.sin(i * 0.9)
                  : kind.equals("kick") ? (i % 2 == 0 ? a : -0.4 * a) : a;
          return new Plan.View(
              1 + (v.number("push") - 1) * (kind.equals("kick") ? 1 : Math.max(0, a)),
              worst.shiftX() / s.delivery().width() * shake,
              worst.shiftY()
                  / s.delivery().height()
                  * (kind.equals("handheld") ? Math.cos(i * 0.7) : shake),
              worst.turnDeg() * (kind.equals("handheld") ? 0.5 * Math.sin(i * 0.4) : shake));
        });
    plan.sketch(
        i ->
            through
                ? List.of(
                    new Plan.SketchFigure("the opening", "window", 0.36, 0.64, 0.2, 0.66, 0.7),
                    new Plan.SketchFigure("performer", "figure", 0.16, 0.32, 1))
                : List.of(new Plan.SketchFigure("performer", "figure", 0.4, 0.6, 1)));
  }

  /** How far the move is, 0 to 1, at a share of the cut. */
  private static double amount(String kind, double t, double at) {
    return switch (kind) {
      case "crash push" -> t < at ? 0 : Math.min(1, (t - at) / 0.06);
      case "kick" -> t < at ? 0 : Math.exp(-(t - at) * 30);
      case "handheld" -> 0.5 + 0.5 * Math.sin(t * 20);
      default -> t * t * (3 - 2 * t);
    };
  }
}
