package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.Overscan;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/** G8: a shaken shot is steadied, or framed otherwise than it was shot. */
public final class SteadyShot implements Method {
  private static final String REFRAME = "framed otherwise";

  /** Blur that stays without its movement is seen from here on, px; common practice. */
  private static final double SEEN_BLUR_PX = 2;

  @Override
  public String id() {
    return "G8";
  }

  @Override
  public String name() {
    return "Steady or reframe";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "What the hand shook is held still, or the frame is set closer or elsewhere, from the"
        + " picture that was recorded to spare.";
  }

  @Override
  public String rightWhen() {
    return "The take is right but for its frame, and more was recorded than is delivered.";
  }

  @Override
  public List<String> cues() {
    return List.of("handheld", "shaky", "unsteady", "jolt", "steady the");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.choice(
            "want", "Wanted", List.of("steadied", REFRAME, "both"), "a little life may stay"),
        Parameter.number(
            "shiftX", "It shakes to a side by", "px", 0, 10_000, 40, "of the recorded picture"),
        Parameter.number("shiftY", "It shakes up or down by", "px", 0, 10_000, 30, "recorded"),
        Parameter.number("rollDeg", "It rolls by", "°", 0, 45, 0.5, "to either side"),
        Parameter.number(
            "closer", "Framed closer by", "×", 1, 20, 1.15, "where it is framed otherwise"),
        Parameter.number(
            "pxPerSecond", "Fastest jolt", "px/s", 0, 1e6, 400, "its blur stays where it was"),
        Parameter.yesNo(
            "rolling", "The sensor is read line by line", true, "uprights lean in a jolt"),
        Parameter.yesNo(
            "effects", "Other effects lie on it", false, "steady first, then track and matte"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of("push", scale(s, v));
  }

  private static double scale(ShotSetting s, Values v) {
    double held =
        v.word("want").equals(REFRAME)
            ? 1
            : Overscan.scaleBothWays(
                s.capture().width(),
                s.capture().height(),
                new Overscan.Placement(
                    v.number("shiftX"), v.number("shiftY"), v.number("rollDeg")));
    return held * (v.word("want").equals("steadied") ? 1 : v.number("closer"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String want = v.word("want");
    boolean steadied = !want.equals(REFRAME);
    double scale = scale(s, v);
    CameraBrief.brief(
        plan,
        v,
        "as the shot asks",
        f("frame %.2f× wider than wanted: so much is lost", scale),
        s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        f(
            "Framed with %.0f %% to spare on each side; stabiliser noted on or off.",
            50 * (1 - 1 / scale)),
        s.seconds(),
        false,
        "another take that is steadier");
    plan.layer(
        "layer:performance-1",
        "Performance",
        "performance",
        "over",
        "none",
        "",
        steadied ? "held still" : "framed otherwise",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.grade();
    plan.task(
        plan.own("task:steady"),
        "Steady the take",
        TaskKind.STABILISE,
        steadied ? 1 : 0,
        v.yes("rolling") ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(
        plan.own("task:frame"),
        "Frame it",
        TaskKind.CAMERA_MOVE,
        want.equals("steadied") ? 0 : 1,
        Difficulty.EASY);
    CameraBrief.reserve(plan, "reserve", "Picture to spare", scale);
    if (steadied) {
      double blur =
          Shutter.blurPx(v.number("pxPerSecond"), CameraBrief.shutterSeconds(plan, v))
              * s.delivery().width()
              / s.capture().width()
              * scale;
      double angle = blur <= 0 ? 360 : v.number("shutterDegrees") * SEEN_BLUR_PX / blur;
      plan.check(
          "blur",
          "Blur that stays when the jolt is gone",
          blur <= SEEN_BLUR_PX ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%.1f px delivered", blur),
          f(
              "Shoot what will be steadied at %.0f° or less, or leave some of the jolt.",
              Math.max(1, Math.floor(angle))),
          "S5",
          f("%s px/s, %s°", n(v.number("pxPerSecond")), n(v.number("shutterDegrees"))),
          "speed · exposure; definition");
      if (v.yes("rolling") && v.number("pxPerSecond") > 0) {
        plan.datum(
            plan.own("datum:jolt"),
            "Fastest jolt frame by frame",
            "Do uprights lean in it? What is read line by line bends; it is repaired before"
                + " anything is laid on.",
            Plan.Due.BEFORE_DELIVERY);
      }
    }
    if (v.yes("effects")) {
      plan.datum(
          plan.own("datum:order"),
          "Steadied before all else",
          "Tracks, mattes and elements are made on the steadied take: is it handed over first?",
          Plan.Due.BEFORE_DELIVERY);
    }
    plan.view(
        i ->
            new Plan.View(
                scale,
                steadied ? 0 : 0.02 * Math.sin(i / 6.0),
                steadied ? 0 : 0.01 * Math.cos(i / 5.0),
                0));
    plan.sketch(i -> List.of(new Plan.SketchFigure("performer", "figure", 0.4, 0.58, 1)));
  }
}
