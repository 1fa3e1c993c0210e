package bivex.core.method;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.SpeedRamp;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** C1: a shot whose speed changes while it runs. */
public final class SpeedRampShot implements Method {
  @Override
  public String id() {
    return "C1";
  }

  @Override
  public String name() {
    return "Speed ramp";
  }

  @Override
  public Chapter chapter() {
    return Chapter.TIME;
  }

  @Override
  public String summary() {
    return "The shot slows down or races while it runs: captured fast enough, read at a speed that"
        + " changes along a curve.";
  }

  @Override
  public String rightWhen() {
    return "The action goes on past both ends of the cut, and the capture rate carries the slowest"
        + " part.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "slow slower",
        "speeds up",
        "all at once",
        "one long pull",
        "faster and faster",
        "slow motion");
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p = new ArrayList<>(RampedClip.PARAMETERS);
    p.add(
        Parameter.choice(
            "direction",
            "The ramp goes",
            List.of("out of the straight part", "into the straight part"),
            "a cut follows the fast end"));
    p.add(
        Parameter.yesNo(
            "handheld", "Handheld or driven", false, "then it is stabilised before the retime"));
    CameraBrief.CAMERA.stream().filter(q -> !q.key().equals("shutterDegrees")).forEach(p::add);
    return List.copyOf(p);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "keys",
        RampedClip.keys(s, v, v.word("direction").startsWith("into")),
        "speed",
        v.number("straightSpeed"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    boolean into = v.word("direction").startsWith("into");
    CameraBrief.brief(
        plan,
        v,
        v.yes("handheld") ? "handheld or driven" : "locked or fluid",
        "the move goes on past the cut",
        capture);
    RampedClip.derive(plan, v, into, "", capture, v.yes("handheld"));
    plan.grade();
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1, Difficulty.EASY);
    plan.task("task:sound", "Sound that follows the ramp", TaskKind.SOUND, 1, Difficulty.FAIR);
    plan.datum(
        "datum:preset",
        ShotSetting.RATE_TESTED,
        "That the camera gives this rate at this raster, and the preset it is stored under.",
        Plan.Due.BEFORE_DAY);
    SpeedRamp r = RampedClip.ramp(plan.setting(), v, into, capture);
    plan.sketch(
        i ->
            RampedClip.picture(
                r, i, v.number("pxPerSecond"), capture, plan.setting().capture().width(), -1));
  }
}
