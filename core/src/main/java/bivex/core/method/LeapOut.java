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
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Map;

/** B3: somebody leaves the ground and the frame in one leap. */
public final class LeapOut implements Method {
  /** From the feet's mark to above the frame, a share of its height. */
  private static final double WAY_OUT = 0.95;

  @Override
  public String id() {
    return "B3";
  }

  @Override
  public String name() {
    return "Leap out";
  }

  @Override
  public Chapter chapter() {
    return Chapter.SUDDEN_MOVEMENT;
  }

  @Override
  public String summary() {
    return "A real jump at the greatest effort; its highest, stillest frame is held and leaves the"
        + " frame in a few frames, with dust and a kick.";
  }

  @Override
  public String rightWhen() {
    return "The whole body fits the frame with headroom and the frame can be locked.";
  }

  @Override
  public List<String> cues() {
    return List.of("leap", "jump", "flies up", "straight up", "takes off");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.whole(
            "takeOffFrame",
            "Leaves the ground at frame",
            Parameter.FRAME,
            0,
            100_000,
            30,
            "of the cut, counted from 0"),
        Parameter.whole(
            "airFrames",
            "Frames in the air",
            "frames",
            2,
            1000,
            12,
            "counted in the real jump, at the capture rate"),
        Parameter.text(
            "capture",
            "Camera runs at",
            "~24",
            "the production rate, or faster for a cleaner hold; ~ follows the production: the usual"
                + " rate nearby that plays evenly"),
        Parameter.whole(
            "holdFrames",
            "Held at the top",
            "frames",
            0,
            240,
            8,
            "about 8 frames (common practice)"),
        Parameter.whole(
            "exitFrames",
            "Leaves the frame in",
            "frames",
            1,
            60,
            4,
            "2 to 6 frames (common practice)"),
        Parameter.number(
            "launchPct",
            "Launch played at",
            "%",
            50,
            1000,
            100,
            "as shot; sped up it must be even: 150 % from twice the production rate is, 125 % is"
                + " not"),
        Parameter.number("heightM", "Performer", "m", 0.5, 4, 1.75, "from shoe to hair"),
        Parameter.number("distanceM", "Stands at", "m", 0.5, 500, 6, "from the camera"),
        Parameter.number(
            "awayM",
            "Leaps away by",
            "m",
            0,
            10_000,
            0,
            "0 is straight up; else it shrinks to the vanishing point"),
        Parameter.number("atPct", "Stands at", "% of width", 0, 100, 50, "for the picture"),
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
        Parameter.number("kickShiftPx", "Kick shifts", "px", 0, 500, 12, "delivered pixels"),
        Parameter.choice(
            "figure",
            "Held figure from",
            List.of("video", "photo"),
            "video keeps grain and small movement; a photo is right when nothing sharper was shot"),
        Parameter.yesNo("strike", "Ground-strike insert", true, "feet and dust sell the force"),
        Parameter.yesNo("dust", "Dust element", true, "covers the change"),
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "turnDeg",
        v.number("kickDeg"),
        "shiftXPx",
        v.number("kickShiftPx"),
        "shiftYPx",
        v.number("kickShiftPx"),
        "exitPx",
        WAY_OUT * s.capture().height());
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    int up = v.whole("takeOffFrame");
    double speed = v.number("launchPct") / 100;
    Conform conform = new Conform(s.rate(), capture);
    int rise = Math.max(1, (int) Math.round(v.whole("airFrames") / 2.0 / conform.step(speed)));
    int hold = v.whole("holdFrames");
    int exit = v.whole("exitFrames");
    if (up + rise + hold + exit >= s.cutFrames()) {
      throw new InvalidInput(
          "takeOffFrame",
          "the figure must be gone before the cut ends: "
              + up
              + " + "
              + rise
              + " + "
              + hold
              + " + "
              + exit
              + " frames of "
              + s.cutFrames());
    }
    CameraBrief.brief(plan, v, "locked", "jump and clean plate must lie on one another", capture);
    CameraBrief.set(plan, v);
    double scale =
        FieldOfView.pxPerMetre(
            v.number("focalMm"), s.sensorWidthMm(), s.capture().width(), v.number("distanceM"));
    double body = v.number("heightM") * scale / s.capture().height();
    double exitPx = WAY_OUT * s.capture().height();
    Leap l =
        Leap.of(
            v.whole("airFrames"),
            capture,
            exitPx,
            exit,
            v.number("shutterDegrees"),
            scale,
            s.rate());
    plan.plate(
        "plate:jump",
        Plan.PlateKind.PERFORMANCE,
        "Jump",
        "Wide, full body, widest stance, greatest effort, then walk out of frame without touching"
            + " anything.",
        s.seconds() + 4,
        true,
        "a smaller jump enlarged",
        "a held pose on a bench (flight insert)");
    plan.clean(10, true);
    if (v.yes("strike")) {
      plan.plate(
          "plate:strike",
          Plan.PlateKind.INSERT,
          "Ground strike",
          "Feet leaving, dust and debris; close, fast rate.",
          4,
          false,
          "feet from the jump, punched in");
    }
    int top = up + rise;
    plan.layer(
        "layer:jump",
        "Jump",
        "performance",
        "over",
        "garbage",
        n(v.number("launchPct")) + " % from take-off",
        "",
        "plate:jump",
        List.of(
                plan.span(0, up - 1, Plan.SpanKind.PRESENT, ""),
                new Plan.Span(
                    plan.frame(up),
                    plan.frame(top - 1),
                    Plan.SpanKind.RETIME,
                    n(v.number("launchPct")) + " %",
                    List.of(0.6, 1.0)))
            .subList(up > 0 ? 0 : 1, 2));
    plan.layer(
        plan.own("layer:held"),
        "Held figure",
        v.word("figure") + ", highest frame",
        "over",
        "hand matte",
        "hold",
        f("vertical exit, %.0f px a frame, blur %.0f px", l.exitPxPerFrame(), l.streakPx()),
        plan.own("task:held"),
        List.of(
                plan.span(top, top + hold - 1, Plan.SpanKind.HOLD, "held " + hold + " frames"),
                plan.span(
                    top + hold, top + hold + exit - 1, Plan.SpanKind.STREAK, "out in " + exit))
            .subList(hold > 0 ? 0 : 1, 2));
    if (v.yes("dust")) {
      plan.element(
          "element:dust",
          "Dust or smoke puff",
          ElementSource.SHOOT,
          "on black, or from stock; at the feet, 50 fps or faster",
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
          List.of(plan.span(up, up + 30, Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    Overscan.Placement kick =
        new Overscan.Placement(
            v.number("kickShiftPx"), v.number("kickShiftPx"), v.number("kickDeg"));
    PostMove.kick(plan, v.number("push"), kick, up);
    checks(plan, v, l, conform, speed, scale, body, kick);
    Matting.matte(
        plan,
        v,
        plan.own("task:held"),
        "Cut out, blur and move the held figure",
        exit + 1.0,
        Difficulty.FAIR);
    plan.task(plan.own("task:retime"), "Retime the launch", TaskKind.RETIME, 1, Difficulty.FAIR);
    plan.task(
        "task:composite", "Composite", TaskKind.COMPOSITE, v.yes("dust") ? 4 : 3, Difficulty.FAIR);
    plan.task("task:sound", "Sound of the leap", TaskKind.SOUND, 2, Difficulty.FAIR);
    plan.caution(
        "caution:jump",
        "Full-effort jump: warm up, check floor and landing, no shoes that slip.",
        "stunt coordinator");
    plan.aid(
        "aid:card",
        "Card for the performer",
        "greatest effort, widest stance, once",
        "where to look, where the arms go, and where to run out without touching anything");
    plan.aid(
        "aid:wind",
        "Large board waved",
        "wind on hair and cloth at take-off",
        f("on frame %d", plan.frame(up)));
    sketch(plan, v, body, up, rise, hold, exit);
  }

  private static void checks(
      Derivation plan,
      Values v,
      Leap l,
      Conform conform,
      double speed,
      double scale,
      double body,
      Overscan.Placement kick) {
    ShotSetting s = plan.setting();
    boolean real = l.heightM() <= 0.9;
    plan.check(
        "jump",
        "The real jump",
        real ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "%d frames in the air: %.2f s, %.2f m; highest after %d",
            v.whole("airFrames"), l.seconds(), l.heightM(), l.apexFrame()),
        "Nobody jumps that high: count the frames again, or it is a spring or a wire.",
        "S14",
        f("%d frames at %s fps", v.whole("airFrames"), conform.capture().name()),
        "g(T/2)²/2, g = 9.80665 m/s²; ISO 80000-3");
    double need = (v.number("heightM") + l.heightM()) * scale / s.capture().height();
    double whole = v.number("heightM") + l.heightM();
    double upright = FieldOfView.distanceFor(whole, 0.1, s.sensorHeightMm(), v.number("focalMm"));
    // On its side the camera sees the height over the width of its sensor.
    double turned = FieldOfView.distanceFor(whole, 0.1, s.sensorWidthMm(), v.number("focalMm"));
    double gained = need / s.capture().aspect();
    plan.check(
        "fit",
        "Body and leap in frame",
        need <= 0.98 ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("body %.0f %%, with the rise %.0f %% of the height", body * 100, need * 100),
        f("Stand at %.1f m or take a wider lens; ", upright)
            + (gained <= 0.98
                ? f("or turn the camera 90°: then it is %.0f %% of the height.", gained * 100)
                : f(
                    "turning the camera 90° is not enough here (%.0f %%), it is from %.1f m.",
                    gained * 100, turned)),
        "S10",
        f(
            "%s m at %s m on %s mm",
            n(v.number("heightM")), n(v.number("distanceM")), n(v.number("focalMm"))),
        "distance · height ÷ focal length; similar triangles");
    plan.check(
        "exit",
        "The way out",
        Plan.Grade.HOLDS,
        f(
            "%.0f px a frame, streak %.0f px, told %.0f m/s",
            l.exitPxPerFrame(), l.streakPx(), l.impliedMetresPerSecond()),
        "",
        "S14",
        f("%d frames, %s°", v.whole("exitFrames"), n(v.number("shutterDegrees"))),
        "way ÷ frames; blur = travel · angle ÷ 360");
    Cadences.check(
        plan,
        "cadence",
        "Cadence of the launch",
        conform,
        speed,
        Math.max(2, v.whole("airFrames")),
        Cadences.Unit.PERCENT,
        true);
    if (v.number("awayM") > 0) {
      plan.check(
          "size",
          "Size at the far end",
          Plan.Grade.HOLDS,
          f("%.0f %% of its size", Leap.size(v.number("distanceM"), v.number("awayM")) * 100),
          "",
          "S14",
          f("%s m away from %s m", n(v.number("awayM")), n(v.number("distanceM"))),
          "distance ÷ (distance + way); similar triangles");
    }
    PostMove.cover(plan, v.number("push"), kick);
  }

  private static void sketch(
      Derivation plan, Values v, double body, int up, int rise, int hold, int exit) {
    double at = v.number("atPct") / 100;
    double half = Math.min(0.2, body * 0.12);
    double foot = 0.95;
    double lift = 0.09;
    plan.sketch(
        i -> {
          if (i >= up + rise + hold + exit) {
            return List.of();
          }
          double t = i < up ? 0 : i < up + rise ? (i - up + 1.0) / rise : 1;
          double y = lift * (1 - (1 - t) * (1 - t));
          String kind = "figure";
          if (i >= up + rise + hold) {
            y += (i - up - rise - hold + 1.0) / exit;
            kind = "streak";
          }
          double size =
              kind.equals("streak")
                  ? Math.max(0.2, Leap.size(v.number("distanceM"), v.number("awayM")))
                  : 1;
          double bottom = foot - y;
          double top = bottom - Math.min(0.9, body * size);
          return bottom <= 0
              ? List.of()
              : List.of(
                  new Plan.SketchFigure(
                      i < up + rise ? "jump" : "held",
                      kind,
                      Math.max(0, at - half * size),
                      Math.min(1, at + half * size),
                      Math.max(0, top),
                      Math.max(0.01, bottom),
                      1));
        });
  }
}
