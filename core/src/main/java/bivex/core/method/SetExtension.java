package bivex.core.method;

import static bivex.core.method.CameraBrief.f;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.optics.FieldOfView;
import bivex.core.optics.PanParallax;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/** G3: a sky is changed, or a set goes on where it was not built. */
public final class SetExtension implements Method {
  private static final String LOCKED = "locked";
  private static final String TURNED = "panned or tilted";
  private static final String TRAVELS = "travels";

  /** Parallax up to here is not seen; common practice, no source. */
  private static final double SEEN_PX = 1;

  @Override
  public String id() {
    return "G3";
  }

  @Override
  public String name() {
    return "Sky or set extension";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "Part of the frame is another sky, or more of the set than was built, behind or above"
        + " what was shot.";
  }

  @Override
  public String rightWhen() {
    return "A clear edge parts what was shot from what is put there, and the light is the same.";
  }

  @Override
  public List<String> cues() {
    return List.of("sky", "clouds", "horizon", "skyline", "tower", "mountain", "storm front");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("what", "What is put there", "the sky", "named in plates and layers"),
        Parameter.choice(
            "camera", "Camera", List.of(LOCKED, TURNED, TRAVELS), "as it plays the shot"),
        Parameter.number(
            "turnDeg", "It turns by", "°", -80, 80, 20, "pan or tilt, from first to last frame"),
        Parameter.number(
            "pivotM",
            "Lens looks from",
            "m before the pivot",
            -2,
            2,
            0.1,
            "0.05 to 0.15 on an ordinary head (common practice)"),
        Parameter.number(
            "nearM", "Nearest thing at the edge", "m", 0.1, 10_000, 4, "that stays in front"),
        Parameter.number(
            "farM",
            "What is put there is at",
            "m",
            0.1,
            1_000_000,
            1000,
            "as the audience reads it"),
        Parameter.number(
            "sharePct", "It fills", "% of height", 1, 100, 40, "from the top, for the picture"),
        Parameter.choice(
            "edge",
            "Edge",
            List.of(
                "clear and straight",
                "told by brightness or colour",
                "leaves, hair or rigging by hand"),
            "what parts it from what was shot"),
        Parameter.choice(
            "source",
            "Made from",
            List.of("stills of a real place", "a drawing", "something built"),
            "stills in the same light are cheapest"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody crosses the edge",
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
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of("limitPx", SEEN_PX);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String what = v.word("what");
    String camera = v.word("camera");
    CameraBrief.brief(
        plan,
        v,
        camera.equals(LOCKED) ? "locked" : camera.equals(TURNED) ? "fluid, on its pivot" : "moving",
        camera.equals(TURNED)
            ? "slide the camera so that the lens turns about the point it looks from"
            : "what is put there follows it",
        s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "Room left for " + what + "; nobody crosses the edge who need not.",
        s.seconds(),
        false,
        "another take of the same frame");
    double fov = FieldOfView.degrees(s.sensorWidthMm(), v.number("focalMm"));
    double turn = camera.equals(TURNED) ? Math.abs(v.number("turnDeg")) : 0;
    int width = (int) Math.ceil(s.delivery().width() * (fov + turn) / fov);
    boolean stills = v.word("source").startsWith("stills");
    if (stills) {
      plan.plate(
          plan.own("plate:place"),
          Plan.PlateKind.STILL,
          "Stills of the place",
          f(
              "From the same height with the lens locked, %d of them, each over a third of the"
                  + " next, in the light of the scene.",
              (int) Math.ceil((fov + turn) / (fov * 2 / 3))),
          0,
          false,
          "stills of another place in the same light");
    }
    plan.plate(
        plan.own("plate:light"),
        Plan.PlateKind.STILL,
        "Still of the light",
        "A grey and a mirror ball, or a hat on a stand, where the performer stood; note on which"
            + " side the sun stands.",
        0,
        false,
        "read it from the shadows of the take");
    plan.element(
        plan.own("element:picture"),
        CameraBrief.capital(what),
        stills
            ? ElementSource.SHOOT
            : v.word("source").startsWith("a drawing") ? ElementSource.DRAW : ElementSource.BUILD,
        f(
            "sun from the same side and height, horizon at the same place%s",
            turn > 0 ? f(", %.0f° wide", fov + turn) : ""),
        "over",
        width);
    plan.layer(
        plan.own("layer:picture"),
        CameraBrief.capital(what),
        v.word("source"),
        "over",
        "none",
        "",
        camera.equals(LOCKED) ? "" : camera.equals(TURNED) ? "tracked" : "camera solve",
        plan.own("element:picture"),
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.layer(
        "layer:performance-1",
        "Performance",
        "performance",
        "over",
        v.word("edge").endsWith("by hand") ? "hand matte" : "edge",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.grade();
    tasks(plan, v, stills);
    checks(plan, v);
    double share = v.number("sharePct") / 100;
    plan.sketch(
        i ->
            List.of(
                new Plan.SketchFigure(what, "window", 0, 1, 0, share, 1),
                new Plan.SketchFigure("performer", "figure", 0.3, 0.52, 1)));
  }

  private static void tasks(Derivation plan, Values v, boolean stills) {
    ShotSetting s = plan.setting();
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    String camera = v.word("camera");
    String edge = v.word("edge");
    plan.task(
        plan.own("task:track"),
        camera.equals(TRAVELS) ? "Camera solve" : "Track of the far part",
        camera.equals(TRAVELS) ? TaskKind.SOLVE : TaskKind.AUTO_TRACK,
        camera.equals(LOCKED) ? 0 : 1,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:edge"),
        "Edge between the two",
        edge.startsWith("clear")
            ? TaskKind.SPLIT_MATTE
            : edge.startsWith("told") ? TaskKind.KEY : TaskKind.HAND_MATTE,
        edge.endsWith("by hand") ? Math.max(1, s.cutFrames() / 4.0) : 1,
        matte);
    Matting.matte(
        plan,
        v,
        plan.own("task:crossers"),
        "Matte of those who cross the edge",
        v.whole("crossers"),
        matte);
    plan.task(
        plan.own("task:picture"),
        stills ? "Lay the stills together" : "Make " + v.word("what"),
        v.word("source").startsWith("something") ? TaskKind.BUILD : TaskKind.DRAWING,
        1,
        stills ? Difficulty.EASY : Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
  }

  private static void checks(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String camera = v.word("camera");
    double focal = FieldOfView.focalPx(v.number("focalMm"), s.sensorWidthMm(), s.capture().width());
    double far = Math.max(v.number("nearM"), v.number("farM"));
    double px =
        camera.equals(TURNED)
            ? PanParallax.px(v.number("turnDeg"), v.number("pivotM"), v.number("nearM"), far, focal)
            : 0;
    boolean flat = px <= SEEN_PX;
    String shift =
        Double.isInfinite(px)
            ? "the nearest thing is behind the lens"
            : f("near slides %.1f px against far", px);
    plan.check(
        "parallax",
        "A flat picture holds",
        camera.equals(TRAVELS)
            ? Plan.Grade.DOUBTFUL
            : flat ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        camera.equals(LOCKED)
            ? "nothing moves"
            : camera.equals(TRAVELS) ? "only for what is far; near things need depth" : shift,
        camera.equals(TRAVELS)
            ? "Build it in depth for a solved camera; measure the set and the lens."
            : "Slide the camera back on its head until the lens turns about the point it looks"
                + " from, or build it in depth.",
        "S34",
        f("%.0f° of turn, lens %.2f m before the pivot", v.number("turnDeg"), v.number("pivotM")),
        "two bearings from the turned lens; definition");
  }
}
