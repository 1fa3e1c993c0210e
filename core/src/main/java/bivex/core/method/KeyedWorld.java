package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.motion.CameraMove;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.Reframe;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.shoot.MatchRule;
import bivex.core.time.FrameRate;
import bivex.core.time.SequenceCheck;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;

/**
 * F1: a keyed performer on a move that is repeated for the background, with an optional set piece
 * from a camera solve.
 */
public final class KeyedWorld implements Method {
  @Override
  public String id() {
    return "F1";
  }

  @Override
  public String name() {
    return "Keyed performer on a repeated move";
  }

  @Override
  public Chapter chapter() {
    return Chapter.BUILT_WORLDS;
  }

  @Override
  public String summary() {
    return "Background and keyed performer are shot with the same programmed move; a built piece"
        + " may be set in from a camera solve.";
  }

  @Override
  public String rightWhen() {
    return "A head that repeats is at hand, or the move is small enough to solve; the screen can be"
        + " lit evenly.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "ship",
        "horizon",
        "castle",
        "world outside",
        "city behind",
        "coloured screen",
        "another world",
        "full-rigged ship hangs");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.yesNo(
            "performer",
            "Keyed performer",
            true,
            "else only the built piece is set into the background"),
        Parameter.number("sweepDeg", "Sweep", "°", 0, 360, 20, "of the head, start to stop"),
        Parameter.number("moveSeconds", "The move takes", "s", 0.5, 600, 5, "start to stop"),
        Parameter.number(
            "repeatDeg", "Head comes back within", "°", 0, 10, 0.02, "of the maker, or tested"),
        Parameter.number(
            "syncFrames",
            "Start error",
            "frames",
            0,
            24,
            0.5,
            "half a frame when passes are matched on the stop frame"),
        Parameter.number(
            "passScale",
            "Background pass is used at",
            "%",
            5,
            200,
            52,
            "a 4K pass used in HD sits at about 50 to 55 % (common practice)"),
        Parameter.number(
            "solveErrorPx", "Solve error", "px", 0, 100, 0.8, "reported by the solve, at HD"),
        Parameter.choice(
            "piece",
            "Built piece",
            List.of("none", "soft or distant", "sharp and near"),
            "1.5 px is passable for soft or distant things only (common practice)"),
        Parameter.text(
            "builtAt",
            "Sequences are made at",
            "~24",
            "the other program's rate; ~ follows the production"),
        Parameter.number("performerM", "Performer stands at", "m", 0.2, 500, 3, "from the camera"),
        Parameter.number(
            "matchM", "Background begins at", "m", 0.5, 100_000, 30, "for the defocus to match"),
        Parameter.whole(
            "spillFrames",
            "Frames with hard spill",
            "frames",
            0,
            100_000,
            0,
            "hair and motion against the screen"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    boolean key = v.yes("performer");
    boolean piece = !v.word("piece").equals("none");
    double move = v.number("moveSeconds") + 4;
    CameraBrief.brief(
        plan, v, "powered move", "background and key pass are the same move", s.rate());
    // Background, witness and key pass are one move with one lens, wherever each is shot.
    plan.matchSet(EnumSet.of(MatchRule.SAME, MatchRule.MANUAL), v.number("backgroundM"));
    plan.acrossSetups();
    plan.free("plate:witness", CameraBrief.WITNESS_FREE);
    plan.plate(
        "plate:background",
        Plan.PlateKind.PERFORMANCE,
        "Background pass",
        "The whole move, 2 s of standing before and after.",
        move,
        true,
        "a still, moved in post",
        "a solve of a free move");
    plan.plate(
        "plate:witness",
        Plan.PlateKind.WITNESS,
        "All-in-focus pass",
        "The same move once more, smallest opening, everything sharp: only for the solve.",
        move,
        true,
        "the background pass itself, if it is sharp enough");
    plan.plate(
        "plate:chart",
        Plan.PlateKind.STILL,
        "Lens grid",
        "A grid or chart over the whole frame at the taken focal length and focus.",
        5,
        false,
        "straight lines in the set");
    plan.layer(
        "layer:background",
        "Background",
        "pass",
        "over",
        "none",
        "",
        f("%s %% of its size", n(v.number("passScale"))),
        "plate:background",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (piece) {
      plan.element(
          "element:F1-piece",
          "Built piece",
          ElementSource.BUILD,
          "a model shot with the same move, or built and rendered from the solve",
          "over",
          s.delivery().width());
      plan.layer(
          plan.own("layer:piece"),
          "Built piece",
          "rendered sequence",
          "over",
          "none",
          "",
          "camera solve",
          "element:F1-piece",
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    if (key) {
      CameraBrief.match(plan, v);
      plan.plate(
          "plate:keyed",
          Plan.PlateKind.PERFORMANCE,
          "Keyed performance",
          "The performer before the screen, the same move; screen lit evenly, a metre and a half"
              + " behind.",
          move,
          true,
          "cut out by hand");
      plan.plate(
          "plate:clean-key",
          Plan.PlateKind.CLEAN,
          "Clean screen",
          "The screen alone, the same move, nothing touched.",
          move,
          true,
          "a blurred frame of the screen");
      plan.layer(
          plan.own("layer:keyed"),
          "Performer",
          "keyed performance",
          "over",
          "key",
          "",
          "synced on the stop frame",
          "plate:keyed",
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
      plan.layer(
          plan.own("layer:spill"),
          "Spill and edge",
          "generated",
          "subtract-matte",
          "key",
          plan.own("task:key"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    checks(plan, v, key, piece);
    plan.task(
        plan.own("task:solve"),
        "Camera solve, from the pass at full size",
        TaskKind.SOLVE,
        1,
        v.number("solveErrorPx") > 1.5 ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(plan.own("task:key"), "Key and spill", TaskKind.KEY, key ? 1 : 0, Difficulty.FAIR);
    plan.task(
        plan.own("task:edges"),
        "Edges by hand",
        TaskKind.HAND_MATTE,
        key ? v.whole("spillFrames") : 0,
        Difficulty.HARD);
    plan.task(
        plan.own("task:piece"),
        "Built piece",
        TaskKind.BUILD,
        piece ? 1 : 0,
        v.word("piece").startsWith("soft") ? Difficulty.EASY : Difficulty.HARD);
    plan.task(
        plan.own("task:render"),
        "Render watched",
        TaskKind.RENDER,
        piece ? (s.cutFrames() + 2.0 * s.handles()) / 100 : 0,
        Difficulty.FAIR);
    plan.task(
        "task:composite",
        "Composite",
        TaskKind.COMPOSITE,
        2 + (piece ? 1 : 0) + (key ? 2 : 0),
        Difficulty.FAIR);
    if (piece) {
      plan.datum(
          "datum:render",
          "Form of what is rendered",
          "Bits, colour space, alpha straight or premultiplied, and frame numbers.",
          Plan.Due.BEFORE_DELIVERY);
    }
    plan.datum(
        "datum:move",
        "Move stored in the head",
        "Name of the stored move, start position, length and waypoints.",
        Plan.Due.BEFORE_STRIKE);
    plan.caution(
        "caution:head",
        "A powered head and its arm move by themselves: keep clear, stop button in hand.",
        "key grip");
    int n = s.cutFrames();
    plan.sketch(
        i -> {
          double t = (double) i / Math.max(1, n - 1);
          List<Plan.SketchFigure> out = new ArrayList<>();
          if (piece) {
            out.add(
                new Plan.SketchFigure(
                    "built piece", "window", 0.55 - 0.2 * t, 0.8 - 0.2 * t, 0.28, 0.58, 0.8));
          }
          if (key) {
            out.add(new Plan.SketchFigure("performer", "figure", 0.22, 0.42, 1));
          }
          return out;
        });
  }

  private static void checks(Derivation plan, Values v, boolean key, boolean piece) {
    ShotSetting s = plan.setting();
    CameraMove m =
        CameraMove.of(
            v.number("sweepDeg"),
            v.number("moveSeconds"),
            s.rate(),
            v.number("focalMm"),
            s.sensorWidthMm(),
            s.capture().width(),
            v.number("repeatDeg"),
            v.number("syncFrames"));
    plan.check(
        "register",
        "Passes on one another",
        m.worstPx() <= 2 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "%.2f° and %.1f px a frame, worst %.1f px",
            m.degreesPerFrame(), m.pxPerFrame(), m.worstPx()),
        "Match the passes on the frame the move stops, slow the move, or solve the key pass too.",
        "S18",
        f("%s° in %s s", n(v.number("sweepDeg")), n(v.number("moveSeconds"))),
        "f_px · (ω · δt + ε); derived");
    double scale = v.number("passScale") / 100;
    double limit = 1 / Reframe.punchLimit(s.capture(), s.delivery());
    plan.check(
        "scale",
        "Scale of the background pass",
        scale <= 1.0001 && scale + 1e-9 >= limit ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.0f %%, fills the frame from %.0f %%", scale * 100, limit * 100),
        scale < limit
            ? "It does not fill the frame: use it larger."
            : "Above 100 % it is enlarged and soft.",
        "S12",
        s.capture().text() + " into " + s.delivery().text(),
        "raster ÷ delivery; definition");
    double worst = v.word("piece").startsWith("soft") ? 1.5 : 0.5;
    if (piece) {
      plan.check(
          "solve",
          "Solve error",
          v.number("solveErrorPx") <= worst ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%.2f px at HD, %s wants %.1f px", v.number("solveErrorPx"), v.word("piece"), worst),
          "Solve the all-in-focus pass, add markers, or keep the piece soft and far.",
          "",
          v.word("piece"),
          "1.5 px passable for soft or distant things; common practice, no source");
    }
    FrameRate built = CameraBrief.rate(v, "builtAt", plan.setting());
    double slip = SequenceCheck.slipFrames(s.cutFrames(), s.rate(), built);
    plan.check(
        "sequence",
        "Rate of the sequences",
        built.equals(s.rate()) ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        built.equals(s.rate())
            ? built.name() + " fps in both"
            : f("read at %s it slips %.1f frames over the cut", built.name(), Math.abs(slip)),
        "Set the other program to " + s.rate().name() + " fps before the first frame is rendered.",
        "S24",
        s.cutFrames() + " frames",
        "frames ÷ rate; definition");
    if (key) {
      double near = v.number("performerM") * 1000;
      double far = v.number("matchM") * 1000;
      double disc =
          BackgroundBlur.discPx(
              BackgroundBlur.discMm(
                  v.number("focalMm"),
                  v.number("fNumber"),
                  far,
                  Math.max(near, v.number("focalMm") + 1)),
              s.sensorWidthMm(),
              s.capture().width());
      plan.check(
          "defocus",
          "Defocus to match",
          Plan.Grade.HOLDS,
          f("background blurred by %.1f px when focus is on the performer", disc),
          "",
          "S9",
          f(
              "%s m against %s m at f/%s",
              n(v.number("performerM")), n(v.number("matchM")), n(v.number("fNumber"))),
          "f²·|D−s| ÷ (N·D·(s−f)); thin lens");
    }
  }
}
