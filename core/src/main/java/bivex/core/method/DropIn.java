package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.motion.Leap;
import bivex.core.motion.Overscan;
import bivex.core.optics.FieldOfView;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/** B4: somebody lands from above. */
public final class DropIn implements Method {
  /** Frames of a landing that may go faster (common practice, no source). */
  private static final int FAST = 6;

  @Override
  public String id() {
    return "B4";
  }

  @Override
  public String name() {
    return "Drop in";
  }

  @Override
  public Chapter chapter() {
    return Chapter.SUDDEN_MOVEMENT;
  }

  @Override
  public String summary() {
    return "A body streaks into frame from above and a performed landing takes over, with dust and"
        + " a kick of the camera.";
  }

  @Override
  public String rightWhen() {
    return "The landing can be performed from a small real jump towards the camera, on a locked"
        + " frame.";
  }

  @Override
  public List<String> cues() {
    return List.of("lands", "drops out", "drops in", "from above", "crouch", "comes down");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.whole(
            "landFrame",
            "Lands at frame of the cut",
            Parameter.FRAME,
            1,
            100_000,
            30,
            "counted from 0"),
        Parameter.whole(
            "gapFrames", "Empty frames before", "frames", 0, 1000, 6, "the eye waits for it"),
        Parameter.whole(
            "entryFrames", "Comes in over", "frames", 1, 60, 3, "2 to 6 frames (common practice)"),
        Parameter.number(
            "dropM", "Falls, in the story", "m", 0.2, 10_000, 12, "for the speed that is told"),
        Parameter.number("realM", "Real jump down", "m", 0.1, 3, 0.4, "what is performed"),
        Parameter.number("heightM", "Performer", "m", 0.5, 4, 1.75, "from shoe to hair"),
        Parameter.number("distanceM", "Lands at", "m", 0.5, 500, 5, "from the camera"),
        Parameter.number("atPct", "Lands at", "% of width", 0, 100, 50, "for the picture"),
        Parameter.number(
            "landPct",
            "First frames of the landing played at",
            "%",
            100,
            400,
            100,
            "faster at first, then as shot: it hits harder"),
        Parameter.number(
            "push", "Push in post", "×", 1, 2, 1.2, "to about 120 % (common practice)"),
        Parameter.number(
            "kickDeg",
            "Kick",
            "°",
            0,
            20,
            5,
            "about 5° one way and 2° the other (common practice)"),
        Parameter.number("kickShiftPx", "Kick shifts", "px", 0, 500, 16, "delivered pixels"),
        Parameter.yesNo(
            "others", "Somebody else is in frame", false, "then they react to nothing, on a count"),
        Parameter.yesNo("dust", "Dust element", true, "the ground answers"),
        Parameter.yesNo(
            "strike", "Ground-strike insert", false, "feet and dust, close, sell the weight"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "turnDeg",
        v.number("kickDeg"),
        "shiftXPx",
        v.number("kickShiftPx"),
        "shiftYPx",
        v.number("kickShiftPx"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int land = v.whole("landFrame");
    int entry = v.whole("entryFrames");
    if (land >= s.cutFrames() || land < entry + v.whole("gapFrames")) {
      throw new InvalidInput(
          "landFrame",
          "must be inside the cut of "
              + s.cutFrames()
              + " frames and leave room for "
              + entry
              + " frames of entry and "
              + v.whole("gapFrames")
              + " empty ones");
    }
    CameraBrief.held(plan, v, "landing and clean plate must lie on one another");
    double scale =
        FieldOfView.pxPerMetre(
            v.number("focalMm"), s.sensorWidthMm(), s.capture().width(), v.number("distanceM"));
    double body = v.number("heightM") * scale / s.capture().height();
    double perFrame = s.capture().height() / (double) entry;
    plan.plate(
        "plate:landing",
        Plan.PlateKind.PERFORMANCE,
        "Landing",
        "A small real jump down, camera towards the face; absorb it low, then hold still.",
        s.seconds(),
        true,
        "the end of the jump plate turned round");
    plan.clean(10, true);
    plan.layer(
        plan.own("layer:entry"),
        "Falling figure",
        "frame before contact",
        "over",
        "hand matte",
        "hold",
        f("vertical entry, %.0f px a frame", perFrame),
        plan.own("task:entry"),
        List.of(
            plan.span(
                land - entry,
                land - 1,
                Plan.SpanKind.STREAK,
                f("in, streak %.0f px", perFrame * v.number("shutterDegrees") / 360))));
    plan.layer(
        "layer:landing",
        "Landing",
        "performance",
        "over",
        v.yes("others") ? "split" : "garbage",
        "plate:landing",
        landing(plan, v, land));
    if (v.yes("dust")) {
      plan.element(
          "element:dust",
          "Dust or smoke puff",
          ElementSource.SHOOT,
          "on black, or from stock; ring outwards, 50 fps or faster",
          "screen",
          s.delivery().width());
      plan.layer(
          "layer:dust",
          "Dust",
          "element",
          "screen",
          "none",
          "",
          "at the feet",
          "element:dust",
          List.of(plan.span(land, land + 36, Plan.SpanKind.PRESENT, "")));
    }
    if (v.yes("strike")) {
      plan.plate(
          "plate:strike",
          Plan.PlateKind.INSERT,
          "Ground strike",
          "Feet landing, dust and debris; close, fast rate.",
          4,
          false,
          "feet from the landing, punched in");
    }
    plan.grade();
    Overscan.Placement kick =
        new Overscan.Placement(
            v.number("kickShiftPx"), v.number("kickShiftPx"), v.number("kickDeg"));
    PostMove.kick(plan, v.number("push"), kick, land);
    double t = Math.sqrt(2 * v.number("dropM") / Leap.G);
    double speed = Leap.G * t;
    plan.check(
        "fall",
        "The fall that is told",
        Plan.Grade.HOLDS,
        f(
            "%s m takes %.2f s and ends at %.1f m/s; %d frames off screen",
            n(v.number("dropM")), t, speed, (int) Math.round(s.rate().frames(t))),
        "",
        "S14",
        n(v.number("dropM")) + " m",
        "t = √(2h÷g), v = g·t; textbook ballistics");
    plan.check(
        "real",
        "The real jump down",
        v.number("realM") <= 1 ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        n(v.number("realM")) + " m",
        "More than a metre is a stunt: lower, or a stunt performer on a rig.",
        "",
        n(v.number("realM")) + " m",
        "common practice, no source");
    plan.check(
        "fit",
        "Body in frame",
        body <= 0.9 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("fills %.0f %% of the height", body * 100),
        f(
            "Stand at %.1f m or a wider lens: the entry needs room above.",
            FieldOfView.distanceFor(
                v.number("heightM"), 0.15, s.sensorHeightMm(), v.number("focalMm"))),
        "S10",
        f(
            "%s m at %s m on %s mm",
            n(v.number("heightM")), n(v.number("distanceM")), n(v.number("focalMm"))),
        "distance · height ÷ focal length; similar triangles");
    PostMove.cover(plan, v.number("push"), kick);
    plan.task(
        plan.own("task:retime"),
        "Retime the first frames of the landing",
        TaskKind.RETIME,
        v.number("landPct") > 100 ? 1 : 0,
        Difficulty.FAIR);
    plan.task(plan.own("task:entry"), "Falling figure", TaskKind.STREAK, entry, Difficulty.FAIR);
    plan.task(
        plan.own("task:split"),
        "Split off the others",
        TaskKind.SPLIT_MATTE,
        v.yes("others") ? 1 : 0,
        Difficulty.FAIR);
    plan.task(
        "task:composite", "Composite", TaskKind.COMPOSITE, v.yes("dust") ? 4 : 3, Difficulty.FAIR);
    plan.task("task:sound", "Sound of the landing", TaskKind.SOUND, 2, Difficulty.FAIR);
    plan.caution(
        "caution:landing",
        "Jump down: matting under the mark, height agreed, knees and ankles warmed up.",
        "stunt coordinator");
    double at = v.number("atPct") / 100;
    double half = Math.min(0.2, body * 0.14);
    plan.sketch(
        i -> {
          if (i < land - entry) {
            return List.of();
          }
          double bottom = i >= land ? 0.95 : 0.95 * (i - land + entry + 1.0) / (entry + 1);
          double low = i >= land && i < land + 12 ? 0.7 : 1;
          return List.of(
              new Plan.SketchFigure(
                  i < land ? "falling" : "landing",
                  i < land ? "streak" : "figure",
                  Math.max(0, at - half),
                  Math.min(1, at + half),
                  Math.max(0, bottom - Math.min(0.9, body) * low),
                  bottom,
                  1));
        });
  }

  /** The landing at its own speed, or faster at first and then at its own. */
  private static List<Plan.Span> landing(Derivation plan, Values v, int land) {
    int last = plan.setting().cutFrames() - 1;
    int fast = Math.min(FAST, last - land);
    if (v.number("landPct") <= 100 || fast < 1) {
      return List.of(plan.span(land, last, Plan.SpanKind.PRESENT, ""));
    }
    return List.of(
        plan.span(
            land,
            land + fast - 1,
            Plan.SpanKind.RETIME,
            f("%s %%, then as shot", n(v.number("landPct")))),
        plan.span(land + fast, last, Plan.SpanKind.PRESENT, ""));
  }
}
