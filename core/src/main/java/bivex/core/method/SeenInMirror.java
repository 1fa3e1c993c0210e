package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.MirrorSight;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** G9: a mirror or pane shows another than stands before it. */
public final class SeenInMirror implements Method {
  private static final String NOBODY = "nobody";
  private static final String PANE = "pane";

  @Override
  public String id() {
    return "G9";
  }

  @Override
  public String name() {
    return "Reflection";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "A mirror, pane or water shows a double, something else or nobody, from a second pass of"
        + " the same frame.";
  }

  @Override
  public String rightWhen() {
    return "Camera and mirror stand still, and what is mirrored is seen from the camera at all.";
  }

  @Override
  public List<String> cues() {
    return List.of("mirror", "reflection", "reflects", "looking glass");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.choice(
            "surface", "Seen in", List.of("mirror", PANE, "water"), "a pane is seen through too"),
        Parameter.choice(
            "shows",
            "It shows",
            List.of("a double", "something else", NOBODY),
            "a double plays a pass of its own"),
        Parameter.number("mirrorM", "Mirror ahead of the lens", "m", 0.05, 1000, 3, "its middle"),
        Parameter.number(
            "mirrorAcrossM", "Mirror to the right", "m", -1000, 1000, 0.5, "below 0: left"),
        Parameter.number("mirrorWidthM", "Its width", "m", 0.01, 100, 0.8, "of the glass"),
        Parameter.number(
            "mirrorTurnDeg",
            "It is turned by",
            "°",
            -80,
            80,
            10,
            "0 faces the camera; above 0 its right edge is the further one"),
        Parameter.number(
            "personM", "Performer ahead of the lens", "m", -1000, 1000, 1, "below 0: behind it"),
        Parameter.number(
            "personAcrossM", "Performer to the right", "m", -1000, 1000, 1.6, "below 0: left"),
        Parameter.number("cameraM", "Camera and operator", "m wide", 0, 10, 0.5, "about the lens"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 55, "for the picture"),
        Parameter.number("widthPct", "It fills", "% of width", 1, 100, 25, "for the picture"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody stands before it",
            "frames",
            0,
            100_000,
            24,
            "their matte; their own image must go with them"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String surface = v.word("surface");
    boolean nobody = v.word("shows").equals(NOBODY);
    CameraBrief.held(plan, v, "the two passes must lie on one another");
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "Before the " + surface + "; what it shows of them is replaced.",
        s.seconds(),
        true,
        "split it from another take");
    plan.clean(Math.max(10, s.seconds()), false);
    if (!nobody) {
      plan.plate(
          plan.own("plate:mirrored"),
          Plan.PlateKind.PERFORMANCE,
          "Pass for the " + surface,
          "Played to the "
              + surface
              + " from the same place, to the same cues; focus on the image in it, camera"
              + " untouched.",
          s.seconds(),
          true,
          "shoot it elsewhere without a mirror and turn it left for right");
      plan.free(plan.own("plate:mirrored"), "focusM");
    }
    CameraBrief.performance(plan);
    plan.layer(
        plan.own("layer:mirrored"),
        nobody ? "Empty " + surface : "What the " + surface + " shows",
        nobody ? "clean plate" : "performance",
        surface.equals(PANE) ? "screen" : "over",
        "edge of the " + surface,
        nobody ? "plate:clean" : plan.own("plate:mirrored"),
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (v.whole("crossers") > 0) {
      plan.layer(
          plan.own("layer:front"),
          "Before the " + surface,
          "performance",
          "over",
          "matte",
          plan.own("task:front"),
          List.of(plan.span(0, v.whole("crossers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
    plan.grade();
    MirrorSight sight = sight(v);
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    plan.task(
        plan.own("task:edge"),
        "Matte of the " + surface,
        TaskKind.SPLIT_MATTE,
        1,
        surface.equals("water") ? Difficulty.HARD : Difficulty.EASY);
    Matting.matte(
        plan, v, plan.own("task:front"), "Matte of those before it", v.whole("crossers"), matte);
    plan.task(
        plan.own("task:camera"),
        "Camera taken out of the " + surface,
        TaskKind.PAINT,
        sight == null || sight.cameraSeen() ? 3 : 0,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
    checks(plan, v, sight);
    if (!nobody) {
      CameraBrief.doubles(plan);
    }
    plan.sketch(i -> figures(v, nobody));
    drawing(plan, v);
  }

  /** Null where the mirror turns its back to the camera. */
  private static MirrorSight sight(Values v) {
    try {
      return MirrorSight.of(
          mirror(v), v.number("personM"), v.number("personAcrossM"), v.number("cameraM"));
    } catch (InvalidInput e) {
      return null;
    }
  }

  private static MirrorSight.Mirror mirror(Values v) {
    return new MirrorSight.Mirror(
        v.number("mirrorM"),
        v.number("mirrorAcrossM"),
        v.number("mirrorWidthM"),
        v.number("mirrorTurnDeg"));
  }

  private static void checks(Derivation plan, Values v, MirrorSight sight) {
    ShotSetting s = plan.setting();
    String where =
        f(
            "mirror %s m ahead, %s m to the right, turned %s°",
            n(v.number("mirrorM")), n(v.number("mirrorAcrossM")), n(v.number("mirrorTurnDeg")));
    if (sight == null) {
      plan.check(
          "seen",
          "Performer seen in it",
          Plan.Grade.FAILS,
          "it turns its back to the camera",
          "Turn the mirror until the camera stands before its glass.",
          "S37",
          where,
          "law of reflection");
      return;
    }
    double out = v.number("mirrorWidthM") * Math.max(-sight.share(), sight.share() - 1);
    plan.check(
        "seen",
        "Performer seen in it",
        sight.seen() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        sight.seen()
            ? f("at %.0f %% of its width, if its height suits", 100 * sight.share())
            : Double.isNaN(sight.share())
                ? "stands behind its glass"
                : f("%.2f m beyond its %s edge", out, sight.share() < 0 ? "left" : "right"),
        "Turn or move the mirror, or move the performer; look through the lens with a stand-in.",
        "S37",
        where,
        "law of reflection, from above");
    plan.check(
        "camera",
        "Camera out of the glass",
        sight.cameraSeen() ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS,
        sight.cameraSeen()
            ? "it sees itself, unless the glass ends above or below it"
            : "it does not see itself",
        Double.isNaN(sight.turnAwayDeg())
            ? "At no turn is it out of so wide a glass: stand to the side, or it is painted out."
            : f(
                "Turn the mirror to %.1f°, or stand to the side; else it is painted out.",
                sight.turnAwayDeg()),
        "S37",
        where,
        "law of reflection, from above");
    if (sight.seen()) {
      DepthOfField dof =
          DepthOfField.of(
              v.number("focalMm"),
              v.number("fNumber"),
              s.sensorWidthMm() / 1200,
              v.number("focusM") * 1000);
      double image = sight.focusM() * 1000;
      boolean sharp = image >= dof.nearMm() && image <= dof.farMm();
      plan.check(
          "focus",
          "Image sharp with the performer",
          sharp ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("the image lies %.2f m from the lens", sight.focusM()),
          "Focus the pass for the mirror on the image; the edge of the mirror parts the two.",
          "S8",
          f("focus at %s m, f/%s", n(v.number("focusM")), n(v.number("fNumber"))),
          "thin lens; circle of sensor width ÷ 1200");
    }
  }

  private static List<Plan.SketchFigure> figures(Values v, boolean nobody) {
    double left = v.number("leftPct") / 100;
    double right = Math.max(left + 0.01, Math.min(1, left + v.number("widthPct") / 100));
    double inset = (right - left) / 4;
    Plan.SketchFigure glass =
        new Plan.SketchFigure(
            nobody ? v.word("surface") : "", "window", left, right, 0.15, 0.85, 0.6);
    Plan.SketchFigure performer = new Plan.SketchFigure("performer", "figure", 0.2, 0.4, 1);
    return nobody
        ? List.of(glass, performer)
        : List.of(
            glass,
            new Plan.SketchFigure(
                v.word("surface"), "ghost", left + inset, right - inset, 0.3, 0.85, 0.7),
            performer);
  }

  /** Camera, mirror, performer and the image behind the glass, from above. */
  private static void drawing(Derivation plan, Values v) {
    MirrorSight.Mirror m = mirror(v);
    double a = Math.toRadians(m.turnDeg());
    double half = m.widthM() / 2;
    Plan.Point left =
        new Plan.Point(m.acrossM() - half * Math.cos(a), m.aheadM() - half * Math.sin(a));
    Plan.Point right =
        new Plan.Point(m.acrossM() + half * Math.cos(a), m.aheadM() + half * Math.sin(a));
    double x = v.number("personAcrossM");
    double z = v.number("personM");
    double[] image = m.image(x, z);
    plan.drawing(
        "above",
        Plan.DrawingKind.ABOVE,
        "Mirror from above",
        "m",
        "m",
        true,
        false,
        List.of(
            new Plan.Shape(Plan.ShapeKind.LINE, v.word("surface"), List.of(left, right)),
            new Plan.Shape(
                Plan.ShapeKind.AREA,
                "performer",
                List.of(
                    new Plan.Point(x - 0.25, z - 0.15),
                    new Plan.Point(x + 0.25, z - 0.15),
                    new Plan.Point(x + 0.25, z + 0.15),
                    new Plan.Point(x - 0.25, z + 0.15))),
            new Plan.Shape(
                Plan.ShapeKind.DASHED,
                "from the camera to the image",
                List.of(new Plan.Point(0, 0), new Plan.Point(image[0], image[1])))));
  }
}
