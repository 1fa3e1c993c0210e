package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.FieldOfView;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** G6: two plates joined into one picture, with or without a screen. */
public final class PlainComposite implements Method {
  private static final String EDGE = "an edge of the set";
  private static final String SCREEN = "a coloured screen";
  private static final String BRIGHT = "brightness";
  private static final String HAND = "a matte of people and things";

  /** Heights of two lenses closer than this share are not told apart; common practice. */
  private static final double ALIKE = 0.1;

  @Override
  public String id() {
    return "G6";
  }

  @Override
  public String name() {
    return "Plain composite";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "Two plates make one picture: a view behind a window, a street behind a car, a place"
        + " behind people who were never there.";
  }

  @Override
  public String rightWhen() {
    return "The view cannot be had behind the performers, and its lens, height and light can be"
        + " made the same.";
  }

  @Override
  public List<String> cues() {
    return List.of("outside window", "through window", "car window", "backdrop", "beyond glass");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("behindWhat", "What is behind", "the view", "named in plates and layers"),
        Parameter.choice(
            "parted",
            "Parted by",
            List.of(EDGE, SCREEN, BRIGHT, HAND),
            "an edge of the set costs least"),
        Parameter.choice("camera", "Camera", List.of("locked", "moves"), "the view follows it"),
        Parameter.number(
            "backFocalMm", "Lens of the view", "mm", 4, 600, 35, "the same on the same sensor"),
        Parameter.number("heightM", "Lens height", "m", 0.05, 500, 1.5, "of the performance"),
        Parameter.number(
            "backHeightM", "Lens height of the view", "m", 0.05, 500, 1.5, "over its own ground"),
        Parameter.number("tiltDeg", "Tilt", "°", -60, 60, 0, "of the performance; below 0 is down"),
        Parameter.number("backTiltDeg", "Tilt of the view", "°", -60, 60, 0, "below 0 is down"),
        Parameter.yesNo(
            "ground", "Both show the same ground", false, "then the height of the lens tells"),
        Parameter.number("screenM", "Screen behind them by", "m", 0, 500, 3, "spill and shadows"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 55, "for the picture"),
        Parameter.number("widthPct", "It fills", "% of width", 1, 100, 35, "for the picture"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody stands before it",
            "frames",
            0,
            100_000,
            0,
            "their matte, where no screen parts them"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String behind = v.word("behindWhat");
    String parted = v.word("parted");
    boolean moves = v.word("camera").equals("moves");
    CameraBrief.brief(
        plan,
        v,
        moves ? "as the shot asks" : "locked",
        moves ? "a solve carries the view" : "the view lies still behind it",
        s.rate());
    plan.brief(
        "lens height",
        "lens height",
        f("%s m, tilt %s°", n(v.number("heightM")), n(v.number("tiltDeg"))),
        "measured and written down: the view is shot from the same");
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        parted.equals(SCREEN)
            ? f("%s m before the screen, screen evenly lit by itself.", n(v.number("screenM")))
            : parted.equals(BRIGHT)
                ? "What is behind is brighter than everything before it, and even."
                : "Nobody crosses the edge who need not.",
        s.seconds(),
        false,
        "another take, matted by hand");
    plan.plate(
        plan.own("plate:behind"),
        Plan.PlateKind.INSERT,
        "Plate of " + behind,
        f(
            "From %s m, tilt %s°, focus left where the performance had it; light from the same"
                + " side, shot after the performance is chosen.",
            n(v.number("backHeightM")), n(v.number("backTiltDeg"))),
        s.seconds(),
        false,
        "a still of the place with moving parts laid over",
        "a drawing");
    plan.apart(plan.own("plate:behind"));
    plan.asks(plan.own("plate:behind"), "focalMm", v.number("backFocalMm"));
    plan.asks(plan.own("plate:behind"), "rate", s.rate());
    if (parted.equals(SCREEN)) {
      plan.plate(
          plan.own("plate:screen"),
          Plan.PlateKind.INSERT,
          "Screen alone",
          "The empty screen in the same light, five seconds, for an even key.",
          5,
          false,
          "borrow free parts of the take");
    }
    layers(plan, v, moves, parted);
    plan.grade();
    tasks(plan, v, moves, parted);
    checks(plan, v, parted);
    plan.datum(
        plan.own("datum:light"),
        "Light of the two",
        "Side, height and hardness of the light on the performance: note it, and find the view in"
            + " the same.",
        Plan.Due.BEFORE_DAY);
    double left = v.number("leftPct") / 100;
    double right = Math.max(left + 0.01, Math.min(1, left + v.number("widthPct") / 100));
    plan.sketch(
        i ->
            List.of(
                new Plan.SketchFigure(behind, "window", left, right, 0.12, 0.7, 0.7),
                new Plan.SketchFigure("performer", "figure", 0.2, 0.38, 1)));
  }

  /** Behind an edge of the set the view is laid into the frame, else people are laid over it. */
  private static void layers(Derivation plan, Values v, boolean moves, String parted) {
    boolean edge = parted.equals(EDGE);
    if (edge) {
      CameraBrief.performance(plan);
    }
    plan.layer(
        plan.own("layer:behind"),
        CameraBrief.capital(v.word("behindWhat")),
        "plate",
        "over",
        edge ? "edge of the set" : "none",
        "",
        moves ? "solved" : "",
        plan.own("plate:behind"),
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (!edge) {
      plan.layer(
          "layer:performance-1",
          "Performance",
          "performance",
          "over",
          parted.equals(SCREEN) ? "key" : parted.equals(BRIGHT) ? "key of brightness" : "matte",
          plan.own("task:matte"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    } else if (v.whole("crossers") > 0) {
      plan.layer(
          plan.own("layer:front"),
          "Before " + v.word("behindWhat"),
          "performance",
          "over",
          "matte",
          plan.own("task:front"),
          List.of(plan.span(0, v.whole("crossers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
  }

  private static void tasks(Derivation plan, Values v, boolean moves, String parted) {
    ShotSetting s = plan.setting();
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    boolean keyed = parted.equals(SCREEN) || parted.equals(BRIGHT);
    if (parted.equals(HAND)) {
      Matting.matte(
          plan, v, plan.own("task:matte"), "Matte of people and things", s.cutFrames(), matte);
    } else {
      plan.task(
          plan.own("task:matte"),
          keyed ? "Key" : "Matte of the edge",
          keyed ? TaskKind.KEY : TaskKind.SPLIT_MATTE,
          1,
          matte);
      Matting.matte(
          plan,
          v,
          plan.own("task:front"),
          "Matte of those before it",
          keyed ? 0 : v.whole("crossers"),
          matte);
    }
    plan.task(
        plan.own("task:solve"), "Camera solve", TaskKind.SOLVE, moves ? 1 : 0, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
  }

  private static void checks(Derivation plan, Values v, String parted) {
    ShotSetting s = plan.setting();
    double enlarged = v.number("focalMm") / v.number("backFocalMm");
    CameraBrief.reserve(plan, "size", "View as large as it is shown", Math.max(1, enlarged));
    double wanted = parted.equals(EDGE) ? v.number("widthPct") / 100 : 1;
    if (enlarged < 1) {
      plan.check(
          "covers",
          "View wide enough",
          enlarged >= wanted ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
          f("it covers %.0f %% of the width, %.0f %% are seen", 100 * enlarged, 100 * wanted),
          f(
              "Shoot it with %s mm or less, or join two that lie side by side.",
              n(Math.floor(v.number("focalMm") / wanted))),
          "S10",
          f("%s mm and %s mm", n(v.number("backFocalMm")), n(v.number("focalMm"))),
          "ratio of the focal lengths on one sensor; similar triangles");
    }
    double focal = FieldOfView.focalPx(v.number("focalMm"), s.sensorWidthMm(), s.capture().width());
    double apart =
        focal
            * Math.abs(
                Math.tan(Math.toRadians(v.number("tiltDeg")))
                    - Math.tan(Math.toRadians(v.number("backTiltDeg"))));
    plan.check(
        "horizon",
        "Horizons of the two",
        apart < 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.0f px apart in the recorded picture", apart),
        f(
            "Tilt the view to %s°, or shift it by %.0f px; uprights then lean otherwise.",
            n(v.number("tiltDeg")), apart),
        "",
        f("%s° and %s°", n(v.number("tiltDeg")), n(v.number("backTiltDeg"))),
        "focal · tan(tilt); definition");
    if (v.yes("ground")) {
      double ratio = v.number("backHeightM") / v.number("heightM");
      plan.check(
          "height",
          "Ground of the two",
          Math.abs(ratio - 1) <= ALIKE ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("things on it look %.2f× their size", 1 / ratio),
          f("Shoot the view from %s m over its ground.", n(v.number("heightM"))),
          "",
          f("%s m and %s m", n(v.number("heightM")), n(v.number("backHeightM"))),
          "height of the horizon over the foot, by similar triangles; definition");
    }
    if (parted.equals(SCREEN)) {
      plan.check(
          "screen",
          "Screen far enough behind",
          v.number("screenM") >= 2 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%s m", n(v.number("screenM"))),
          "Two metres or more: less, and its colour lies on hair and shoulders.",
          "",
          "",
          "common practice, no source");
    }
  }
}
