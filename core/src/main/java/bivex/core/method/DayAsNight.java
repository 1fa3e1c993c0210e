package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.light.DayForNight;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;

/** G5: shot by day, read as night. */
public final class DayAsNight implements Method {
  /** Stops under beyond which shadows drown in noise; common practice, no source. */
  private static final double DROWNS = 3;

  @Override
  public String id() {
    return "G5";
  }

  @Override
  public String name() {
    return "Day for night";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "A place that cannot be lit at night is shot by day, under and against the sun, and"
        + " graded to moonlight; lamps and windows get their light in post.";
  }

  @Override
  public String rightWhen() {
    return "Wide and dark, few lamps, little sky, and the sun behind the performers or none at"
        + " all.";
  }

  @Override
  public List<String> cues() {
    return List.of("moonlight", "moonlit", "starlight");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.number(
            "dayLux", "Daylight on the set", "lx", 0.01, 1e6, 10_000, "open shade; measure it"),
        Parameter.number(
            "underStops",
            "Taken under by",
            "stops",
            0,
            10,
            2,
            "one and a half to two and a half; the rest in the grade (common practice)"),
        Parameter.yesNo(
            "behind", "The sun stands behind them", true, "a back light reads as the moon"),
        Parameter.number("skyPct", "Sky in the frame", "% of height", 0, 100, 10, "for its matte"),
        Parameter.whole("lamps", "Lamps and windows seen lit", "", 0, 1000, 2, "counted"),
        Parameter.number(
            "lampLux", "A real one gives", "lx", 0, 1e6, 200, "where its light falls; measured"),
        Parameter.number(
            "lampOver",
            "It should stand over the rest by",
            "stops",
            0,
            10,
            2,
            "so that it reads as lit (common practice)"),
        Parameter.choice("camera", "Camera", List.of("locked", "moves"), "light is tracked on"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody crosses a lamp's light or the sky",
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
    boolean moves = v.word("camera").equals("moves");
    int lamps = v.whole("lamps");
    DayForNight night =
        DayForNight.of(
            v.number("dayLux"),
            v.number("underStops"),
            v.number("lampLux"),
            v.number("lampOver"),
            v.number("fNumber"),
            CameraBrief.shutterSeconds(plan, v),
            v.number("iso"));
    CameraBrief.brief(
        plan,
        v,
        moves ? "as the shot asks" : "locked",
        moves ? "light of lamps is tracked on" : "light of lamps stands still",
        s.rate());
    plan.brief(
        "under",
        "exposure",
        f("%s stops under", n(v.number("underStops"))),
        "the rest is graded; highlights on skin and water are kept");
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "Sun behind them or none, no bright sky, no white clothes, no long shadows towards the"
            + " camera.",
        s.seconds(),
        false,
        "another take, taken darker in the grade");
    plan.plate(
        plan.own("plate:light"),
        Plan.PlateKind.STILL,
        "Still of each lamp lit",
        "The same lamps and windows at dusk or indoors: what they light and how far.",
        0,
        false,
        "draw the light by eye");
    CameraBrief.performance(plan);
    if (v.number("skyPct") > 0) {
      plan.layer(
          plan.own("layer:sky"),
          "Sky of the night",
          "graded down or put there",
          "over",
          "sky",
          "",
          moves ? "tracked" : "",
          plan.own("task:sky"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    if (lamps > 0) {
      plan.layer(
          plan.own("layer:lamps"),
          "Light of lamps and windows",
          "built",
          "screen",
          v.whole("crossers") > 0 ? "behind people" : "none",
          "",
          moves ? "tracked" : "",
          plan.own("task:lamps"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    tasks(plan, v, moves);
    checks(plan, v, night);
    plan.datum(
        plan.own("datum:hour"),
        "Hour at which the sun stands behind",
        "When does the sun stand behind the performers here, or the place lie in shade?",
        Plan.Due.BEFORE_DAY);
    plan.caution(
        "caution:unlit",
        "If any of it is shot at dusk: ways and edges marked and lit, nobody walks where the ground"
            + " cannot be seen.",
        "first assistant director");
    plan.sketch(i -> figures(v));
  }

  private static void tasks(Derivation plan, Values v, boolean moves) {
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    int lamps = v.whole("lamps");
    boolean sky = v.number("skyPct") > 0;
    plan.task(plan.own("task:night"), "Night grade", TaskKind.GRADE_MATCH, 1, Difficulty.HARD);
    plan.task(
        plan.own("task:sky"),
        "Matte and grade of the sky",
        TaskKind.SPLIT_MATTE,
        sky ? 1 : 0,
        matte);
    plan.task(
        plan.own("task:lamps"),
        "Light of lamps and windows",
        TaskKind.LIGHT_EFFECT,
        lamps,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:track"),
        "Track for sky and lamps",
        TaskKind.AUTO_TRACK,
        moves && (sky || lamps > 0) ? 1 : 0,
        Difficulty.FAIR);
    Matting.matte(
        plan, v, plan.own("task:front"), "Matte of those in front", v.whole("crossers"), matte);
    plan.task(
        "task:composite", "Composite", TaskKind.COMPOSITE, 1 + (sky ? 1 : 0), Difficulty.EASY);
  }

  private static void checks(Derivation plan, Values v, DayForNight night) {
    double nd = night.ndStops();
    plan.check(
        "density",
        "Daylight brought under",
        nd >= -0.05 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        nd >= -0.05
            ? f("with a density of %.1f stops before the lens", Math.max(0, nd))
            : f("already %.1f stops darker than wanted", -nd),
        "Open the lens, or wait for more light.",
        "S36",
        f("%s lx, %s stops under", n(v.number("dayLux")), n(v.number("underStops"))),
        "ISO 2720, C = 250 lx·s (from memory)");
    plan.check(
        "under",
        "Something left in the shadows",
        v.number("underStops") <= DROWNS ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%s stops under", n(v.number("underStops"))),
        f("Take it no more than %s stops under and grade the rest.", n(DROWNS)),
        "",
        f("ISO %s", n(v.number("iso"))),
        "common practice, no source");
    plan.check(
        "sun",
        "Light reads as the moon",
        v.yes("behind") ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        v.yes("behind") ? "from behind" : "from the front: faces are lit as by day",
        "Turn the scene against the sun, wait for shade, or shade the faces.",
        "",
        "",
        "common practice, no source");
    if (v.number("skyPct") > 0) {
      plan.check(
          "sky",
          "Sky darker than the ground",
          Plan.Grade.DOUBTFUL,
          f("%s %% of the height, the brightest part by day", n(v.number("skyPct"))),
          "Frame it out from a height or against trees; else it is matted and changed.",
          "",
          "",
          "common practice, no source");
    }
    if (v.whole("lamps") > 0) {
      boolean reads = night.lampStops() >= v.number("lampOver");
      plan.check(
          "lamps",
          "A real lamp reads as lit",
          reads ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%.2f stops over the rest", night.lampStops()),
          f(
              "It would take %.0f lx; its light is laid on in post, or the place is shaded first.",
              night.neededLux()),
          "S36",
          f("%s lx of lamp, %s lx of day", n(v.number("lampLux")), n(v.number("dayLux"))),
          "log2(1 + lamp ÷ day); definition");
    }
  }

  private static List<Plan.SketchFigure> figures(Values v) {
    List<Plan.SketchFigure> out = new ArrayList<>();
    double sky = v.number("skyPct") / 100;
    if (sky > 0) {
      out.add(new Plan.SketchFigure("sky", "window", 0, 1, 0, sky, 0.3));
    }
    out.add(new Plan.SketchFigure("performer", "figure", 0.4, 0.56, 1));
    for (int i = 0; i < Math.min(3, v.whole("lamps")); i++) {
      double at = 0.1 + 0.3 * i;
      out.add(new Plan.SketchFigure(i == 0 ? "lamp" : "", "glow", at, at + 0.08, 0.3, 0.5, 0.8));
    }
    return out;
  }
}
