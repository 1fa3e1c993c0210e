package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.optics.FieldOfView;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** G4: weather and air are laid over what was shot without them. */
public final class WeatherLaid implements Method {
  /** How fast it comes down in still air, m/s: handbook values of meteorology, from memory. */
  private static final Map<String, Double> FALLS =
      Map.of("rain", 7.0, "snow", 1.0, "fog", 0.0, "dust", 0.1, "sparks", 1.5);

  /** A streak as long as this share of the height reads as rain, not as drops; no source. */
  private static final double STREAK_SHARE = 0.25;

  @Override
  public String id() {
    return "G4";
  }

  @Override
  public String name() {
    return "Weather and air laid over";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "Rain, snow, fog, dust or sparks in two or three depths over a plate that was shot dry,"
        + " with what they do to ground, cloth and light.";
  }

  @Override
  public String rightWhen() {
    return "It cannot be made on the set, or must be the same in every shot; what people touch is"
        + " wetted or powdered all the same.";
  }

  @Override
  public List<String> cues() {
    return List.of("rain", "snow", "fog", "mist", "dust", "sparks", "storm", "drizzle");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.choice(
            "air", "What", List.of("rain", "snow", "fog", "dust", "sparks"), "as written"),
        Parameter.whole(
            "depths", "Depths", "", 1, 6, 3, "before, around and behind people (common practice)"),
        Parameter.number(
            "nearM", "Nearest depth", "m", 0.2, 1000, 1.5, "before the nearest person"),
        Parameter.number(
            "farM", "Farthest depth", "m", 0.3, 10_000, 25, "behind it drops run together"),
        Parameter.number(
            "windMs", "Wind across", "m/s", -60, 60, 2, "to the right; tells how it slants"),
        Parameter.choice(
            "camera", "Camera", List.of("stands", "moves"), "depths follow a moving one"),
        Parameter.whole(
            "behind",
            "Frames in which somebody stands before it",
            "frames",
            0,
            100_000,
            24,
            "their matte, for the depths behind them"),
        Parameter.yesNo("ground", "The ground shows it", true, "splashes, puddles, a white cover"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String air = v.word("air");
    boolean moves = v.word("camera").equals("moves");
    CameraBrief.brief(
        plan,
        v,
        moves ? "as the shot asks" : "locked",
        moves ? "a track carries the depths" : "the depths stand still",
        s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        air.equals("fog")
            ? "Soft light, no hard shadow that fog would not leave; what is far is paler."
            : "Clothes, hair and what is touched are "
                + touched(air)
                + "; light from behind and dark behind it, else it is not seen.",
        s.seconds(),
        false,
        "another take of the same frame");
    CameraBrief.performance(plan);
    String slant =
        air.equals("fog")
            ? f("drifting %s m/s", n(v.number("windMs")))
            : f("slanted by %.0f°", slantDeg(v));
    int depths = v.whole("depths");
    for (int i = 1; i <= depths; i++) {
      String depth = depths == 1 ? "" : f(", depth %d of %d", i, depths);
      plan.element(
          plan.own("element:depth-" + i),
          capital(air) + depth,
          ElementSource.SHOOT,
          f(
              "on black, lit from the side of the scene's light, %s, as at %s m",
              slant, n(distance(v, i))),
          air.equals("fog") || air.equals("dust") ? "over" : "screen",
          s.delivery().width());
      plan.layer(
          plan.own("layer:depth-" + i),
          capital(air) + depth,
          "element",
          air.equals("fog") || air.equals("dust") ? "over" : "screen",
          i < depths && v.whole("behind") > 0 ? "behind people" : "none",
          "",
          moves ? "tracked" : "",
          plan.own("element:depth-" + i),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    plan.task(
        plan.own("task:place"),
        "Lay " + air + " in depths",
        TaskKind.ELEMENT,
        depths,
        Difficulty.EASY);
    plan.task(
        plan.own("task:track"),
        "Track for the depths",
        moves && depths > 1 ? TaskKind.SOLVE : TaskKind.AUTO_TRACK,
        moves ? 1 : 0,
        Difficulty.FAIR);
    Matting.matte(
        plan,
        v,
        plan.own("task:people"),
        "Matte of those before it",
        depths > 1 ? v.whole("behind") : 0,
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:ground"),
        air.equals("snow") ? "Cover on the ground" : "Ground that shows it",
        TaskKind.PAINT,
        v.yes("ground") && !air.equals("fog") ? 6 : 0,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1 + depths / 2.0, Difficulty.EASY);
    plan.task("task:sound", "Sound of " + air, TaskKind.SOUND, 1, Difficulty.EASY);
    checks(plan, v);
    cautions(plan, air);
    plan.sketch(i -> figures(v, i));
  }

  private static String touched(String air) {
    return switch (air) {
      case "rain" -> "wetted";
      case "snow" -> "powdered, breath held back or seen";
      case "dust" -> "dusted";
      default -> "as they are";
    };
  }

  /**
   * Depths lie evenly in what the audience sees: by the inverse of the distance, far ones first.
   */
  private static double distance(Values v, int depth) {
    double near = v.number("nearM");
    double far = Math.max(near, v.number("farM"));
    int depths = v.whole("depths");
    double share = depths == 1 ? 1 : (depth - 1.0) / (depths - 1);
    return 1 / (1 / far + share * (1 / near - 1 / far));
  }

  /** From the vertical, to the right. */
  private static double slantDeg(Values v) {
    return Math.toDegrees(Math.atan2(v.number("windMs"), FALLS.get(v.word("air"))));
  }

  private static void checks(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    double falls = FALLS.get(v.word("air"));
    if (falls > 0) {
      double speed = Math.hypot(falls, v.number("windMs"));
      double perMetre =
          FieldOfView.pxPerMetre(
              v.number("focalMm"), s.sensorWidthMm(), s.capture().width(), v.number("nearM"));
      double streak =
          Shutter.blurPx(speed * perMetre, Shutter.seconds(v.number("shutterDegrees"), s.rate()));
      boolean reads = streak <= STREAK_SHARE * s.capture().height();
      plan.check(
          "streak",
          "Length of a streak in the nearest depth",
          reads ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f(
              "%.0f px, %.0f %% of the height, %s m away",
              streak, 100 * streak / s.capture().height(), n(v.number("nearM"))),
          "Shoot the element with the shutter of the scene, and its nearest depth further away.",
          "S5",
          f("%s m/s in still air (from memory), %s m/s of wind", n(falls), n(v.number("windMs"))),
          "speed · px a metre · exposure; definition");
    }
  }

  private static void cautions(Derivation plan, String air) {
    switch (air) {
      case "rain" -> CameraBrief.wet(plan);
      case "sparks" -> CameraBrief.fire(plan);
      case "dust" -> CameraBrief.air(plan);
      default -> {
        // Snow and fog that are laid over hurt nobody.
      }
    }
  }

  private static List<Plan.SketchFigure> figures(Values v, int frame) {
    List<Plan.SketchFigure> out = new ArrayList<>();
    out.add(new Plan.SketchFigure("performer", "figure", 0.36, 0.6, 1));
    for (int i = 1; i <= v.whole("depths"); i++) {
      double at = (0.13 * i + frame * 0.01 * i) % 0.9;
      out.add(
          new Plan.SketchFigure(
              i == 1 ? v.word("air") : "",
              v.word("air").equals("fog") ? "glow" : "streak",
              at,
              Math.min(1, at + 0.06),
              0.1,
              0.7,
              0.35));
    }
    return out;
  }
}
