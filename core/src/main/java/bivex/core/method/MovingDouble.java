package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.CameraMove;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;

/** A3: one performer plays several parts while a powered head repeats its move for each pass. */
public final class MovingDouble implements Method {
  @Override
  public String id() {
    return "A3";
  }

  @Override
  public String name() {
    return "Moving double";
  }

  @Override
  public Chapter chapter() {
    return Chapter.DOUBLES;
  }

  @Override
  public String summary() {
    return "Doubles in a frame that moves: a powered head makes the same move for every pass, and"
        + " the passes are laid on one another.";
  }

  @Override
  public String rightWhen() {
    return "A head that repeats is at hand and the parts never cross in the picture at the same"
        + " time.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "room turns",
        "opposite directions",
        "passing again",
        "circle",
        "around them both",
        "walk the ring");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.whole("parts", "Parts", "", 2, 6, 2, "two of the same performer"),
        Parameter.number("sweepDeg", "Sweep", "°", 0, 3600, 90, "of the head, start to stop"),
        Parameter.number(
            "moveSeconds",
            "The move takes",
            "s",
            0.5,
            600,
            5,
            "as long as the shot, or a phrase of music"),
        Parameter.whole(
            "waypoints", "Waypoints on the way", "", 0, 20, 0, "the fewer the smoother"),
        Parameter.number(
            "dwellSeconds",
            "Dwell at each",
            "s",
            0,
            60,
            0,
            "zero dwell keeps the move alive (common practice)"),
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
            "phraseSeconds",
            "Music phrase",
            "s",
            0,
            600,
            0,
            "0 is none; a full turn in 20 s matches a 20 s phrase (common practice)"),
        CameraBrief.TRACES,
        Parameter.yesNo(
            "oneLoop",
            "First character enters and leaves in the shot",
            false,
            "then start and end position must be equal"),
        Parameter.whole(
            "crossingFrames",
            "Frames in which paths cross",
            "frames",
            0,
            10_000,
            0,
            "must be none; read from the rehearsal"),
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int parts = v.whole("parts");
    double dwell = v.whole("waypoints") * v.number("dwellSeconds");
    double moving = v.number("moveSeconds") - dwell;
    CameraBrief.brief(plan, v, "powered move", "the same move for every pass", s.rate());
    CameraBrief.set(plan, v);
    boolean runs = moving > 0.1;
    CameraMove m =
        CameraMove.of(
            v.number("sweepDeg"),
            Math.max(0.1, moving),
            s.rate(),
            v.number("focalMm"),
            s.sensorWidthMm(),
            s.capture().width(),
            v.number("repeatDeg"),
            v.number("syncFrames"));
    double lead = 2;
    for (int i = 1; i <= parts; i++) {
      plan.plate(
          "plate:performance-" + i,
          Plan.PlateKind.PERFORMANCE,
          "Pass " + i,
          "The whole move with part " + i + ", " + n(lead) + " s of standing before and after.",
          v.number("moveSeconds") + 2 * lead,
          true,
          "another pass of the stored move from the same start");
    }
    plan.plate(
        "plate:clean",
        Plan.PlateKind.CLEAN,
        "Clean pass",
        "The whole move with nobody in frame, same roll.",
        Math.max(10, v.number("moveSeconds") + 2 * lead),
        true,
        "borrow from each pass the side that is free",
        "patch it from two passes",
        "pick up with the stored move and the same camera data");
    plan.layer(
        "layer:clean",
        "Clean pass",
        "plate",
        "over",
        "none",
        "",
        "synced on the stop frame",
        "plate:clean",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    for (int i = 1; i <= parts; i++) {
      plan.layer(
          "layer:performance-" + i,
          "Part " + i,
          "pass " + i,
          "over",
          "split, travelling",
          "",
          f("synced on the stop frame, feather %.0f px", m.featherPx()),
          "plate:performance-" + i,
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    checks(plan, v, m, runs, moving);
    plan.task(
        plan.own("task:sync"),
        "Lay the passes on one another",
        TaskKind.STABILISE,
        parts + 1,
        m.worstPx() > 2 ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(
        plan.own("task:split"),
        "Travelling split",
        TaskKind.SPLIT_MATTE,
        parts - 1.0,
        Difficulty.HARD);
    Matting.matte(
        plan,
        v,
        plan.own("task:hand-matte"),
        "Matte where paths cross",
        v.whole("crossingFrames"),
        Difficulty.HARD);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, parts + 1, Difficulty.FAIR);
    plan.datum(
        "datum:move",
        "Move stored in the head",
        "Name of the stored move, start position, length and waypoints.",
        Plan.Due.BEFORE_STRIKE);
    CameraBrief.traces(plan, v);
    plan.datum(
        "datum:wardrobe",
        "Wardrobe of each part",
        "What tells the parts apart; all of one costume is shot before the other.",
        Plan.Due.BEFORE_DAY);
    plan.aid(
        "aid:head-power",
        "Power for the head",
        "a head that slows down as its battery falls does not repeat",
        "");
    plan.caution(
        "caution:head",
        "A powered head and its arm move by themselves: keep clear, stop button in hand.",
        "key grip");
    drawings(plan, v, parts);
  }

  private static void checks(Derivation plan, Values v, CameraMove m, boolean runs, double moving) {
    ShotSetting s = plan.setting();
    double cut = s.rate().seconds(s.cutFrames());
    plan.check(
        "move",
        "Move against the cut",
        !runs
            ? Plan.Grade.FAILS
            : v.number("moveSeconds") + 1e-9 >= cut ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "%.3f° and %.1f px a frame over %.1f s, cut %.1f s",
            m.degreesPerFrame(), m.pxPerFrame(), v.number("moveSeconds"), cut),
        runs
            ? "The move ends before the cut: slow it down, or cut on the stop."
            : "The dwells are longer than the move.",
        "S18",
        f(
            "%s° in %s s less %s s of dwell, %s mm",
            n(v.number("sweepDeg")),
            n(v.number("moveSeconds")),
            n(v.number("moveSeconds") - moving),
            n(v.number("focalMm"))),
        "degrees a frame · focal length in px; small angles");
    plan.check(
        "register",
        "Passes on one another",
        m.worstPx() <= 1
            ? Plan.Grade.HOLDS
            : m.worstPx() <= 30 ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS,
        f(
            "worst %.1f px (head alone %.2f px), feather %.0f px",
            m.worstPx(), m.repeatPx(), m.featherPx()),
        "Match the passes on the frame the move stops, slow the move, or feather as far as the set"
            + " allows.",
        "S18",
        f("start %s frames, head %s°", n(v.number("syncFrames")), n(v.number("repeatDeg"))),
        "f_px · (ω · δt + ε); derived");
    if (v.number("phraseSeconds") > 0) {
      double ratio = v.number("moveSeconds") / v.number("phraseSeconds");
      plan.check(
          "phrase",
          "Move against the music",
          Math.abs(ratio - 1) < 0.02 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%.2f phrases", ratio),
          f("Set the move to %s s.", n(v.number("phraseSeconds"))),
          "S18",
          f("%s s and %s s", n(v.number("moveSeconds")), n(v.number("phraseSeconds"))),
          "ratio; definition");
    }
    if (v.yes("oneLoop")) {
      boolean full = Math.abs(v.number("sweepDeg") % 360) < 1e-9 && v.number("sweepDeg") > 0;
      plan.check(
          "loop",
          "Start and end position",
          full ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
          full ? "a whole turn: equal" : n(v.number("sweepDeg")) + "° ends elsewhere",
          "A whole turn, or let the first character leave another way.",
          "",
          n(v.number("sweepDeg")) + "°",
          "a multiple of 360°; definition");
    }
    int crossing = v.whole("crossingFrames");
    plan.check(
        "paths",
        "Paths in the picture",
        crossing == 0 ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        crossing == 0 ? "never cross at the same time" : crossing + " frames cross",
        "Change the walk: parts that cross while the frame moves are cut by hand, hard.",
        "",
        crossing + " frames",
        "rule of the method; common practice, no source");
  }

  private static void drawings(Derivation plan, Values v, int parts) {
    double half =
        Math.toDegrees(Math.atan(plan.setting().sensorWidthMm() / 2 / v.number("focalMm")));
    double sweep = Math.min(360, v.number("sweepDeg"));
    double r = v.number("backgroundM");
    List<Plan.Shape> shapes = new ArrayList<>();
    shapes.add(new Plan.Shape(Plan.ShapeKind.DOTS, "camera", List.of(new Plan.Point(0, 0))));
    shapes.add(
        new Plan.Shape(Plan.ShapeKind.AREA, "sees at the start", wedge(-sweep / 2, half, r)));
    shapes.add(
        new Plan.Shape(Plan.ShapeKind.DASHED, "sees at the stop", wedge(sweep / 2, half, r)));
    List<Plan.Point> arc = new ArrayList<>();
    int n = plan.setting().cutFrames();
    for (int i = 0; i <= 32; i++) {
      double a = Math.toRadians(-sweep / 2 + sweep * i / 32);
      arc.add(
          new Plan.Point(
              r * 0.55 * Math.sin(a),
              r * 0.55 * Math.cos(a),
              plan.frame((int) Math.round(i / 32.0 * (n - 1)))));
    }
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.LINE,
            f("%s° in %s s", n(v.number("sweepDeg")), n(v.number("moveSeconds"))),
            arc));
    plan.drawing(
        "above", Plan.DrawingKind.ABOVE, "The move from above", "m", "m", true, false, shapes);
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          double t = (double) i / Math.max(1, n - 1);
          for (int p = 0; p < parts; p++) {
            double x = p % 2 == 0 ? 0.12 + 0.2 * t + 0.1 * p : 0.8 - 0.2 * t - 0.1 * (p - 1);
            out.add(
                new Plan.SketchFigure(
                    "part " + (p + 1), "figure", Math.max(0, x - 0.07), Math.min(1, x + 0.07), 1));
          }
          double pane = 0.02 + (1 - t) * 0.96;
          out.add(
              new Plan.SketchFigure(
                  "the set goes by", "window", pane - 0.02, pane + 0.02, 0, 0.6, 0.5));
          return out;
        });
  }

  private static List<Plan.Point> wedge(double deg, double half, double r) {
    double a = Math.toRadians(deg - half);
    double b = Math.toRadians(deg + half);
    return List.of(
        new Plan.Point(0, 0),
        new Plan.Point(r * Math.sin(a), r * Math.cos(a)),
        new Plan.Point(r * Math.sin((a + b) / 2), r * Math.cos((a + b) / 2)),
        new Plan.Point(r * Math.sin(b), r * Math.cos(b)),
        new Plan.Point(0, 0));
  }
}
