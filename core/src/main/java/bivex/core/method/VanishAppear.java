package bivex.core.method;

import static bivex.core.method.CameraBrief.f;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;

/** B1: a person or a thing is gone, or there, between two frames. */
public final class VanishAppear implements Method {
  @Override
  public String id() {
    return "B1";
  }

  @Override
  public String name() {
    return "Vanish or appear";
  }

  @Override
  public Chapter chapter() {
    return Chapter.SUDDEN_MOVEMENT;
  }

  @Override
  public List<String> cues() {
    return List.of("vanish", "appear", "gone", "where nothing", "disappear", "fade");
  }

  @Override
  public String summary() {
    return "A person or a thing is gone, or there, from one frame to the next: one plate with, one"
        + " plate without, cut or dissolved.";
  }

  @Override
  public String rightWhen() {
    return "The frame can be locked and nothing else passes in front of the place at that moment.";
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new ArrayList<>(
            List.of(
                Parameter.text(
                    "thing",
                    "What vanishes or appears",
                    "the performer",
                    "named in plates and layers"),
                Parameter.choice(
                    "direction",
                    "It",
                    List.of("vanishes", "appears"),
                    "vanishing is the commoner one"),
                Parameter.whole(
                    "atFrame",
                    "At frame of the cut",
                    Parameter.FRAME,
                    0,
                    100_000,
                    36,
                    "counted from the first frame, which is 0"),
                Parameter.whole(
                    "dissolve",
                    "Dissolve over",
                    "frames",
                    0,
                    120,
                    0,
                    "0 is a hard cut, which reads as the trick it is"),
                Parameter.number(
                    "left",
                    "Left edge of it",
                    "% of width",
                    0,
                    100,
                    40,
                    "for the sketch and the matte"),
                Parameter.number(
                    "right",
                    "Right edge of it",
                    "% of width",
                    0,
                    100,
                    60,
                    "for the sketch and the matte"),
                Parameter.yesNo(
                    "neighbours",
                    "Somebody else is in frame",
                    false,
                    "then the rest of frame is split off"),
                Parameter.yesNo(
                    "reaction", "Reaction shot", true, "the effect is sold by who sees it"),
                Parameter.yesNo(
                    "wind", "Wind on the neighbours", false, "cloth and hair that move sell it"),
                Parameter.yesNo("smoke", "Dust or smoke element", false, "covers the change"),
                Parameter.yesNo(
                    "shadow",
                    "It throws a shadow or touches something",
                    true,
                    "both must go with it")));
    p.addAll(CameraBrief.PARAMETERS);
    return p;
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int at = v.whole("atFrame");
    int dissolve = v.whole("dissolve");
    if (at + dissolve >= s.cutFrames()) {
      throw new InvalidInput(
          "atFrame",
          "the change must end before the cut does: "
              + at
              + " + "
              + dissolve
              + " frames of "
              + s.cutFrames());
    }
    if (v.number("right") <= v.number("left")) {
      throw new InvalidInput("right", "must be to the right of the left edge");
    }
    CameraBrief.held(plan, v, "with and without must lie on one another");
    boolean vanishes = v.word("direction").equals("vanishes");
    String thing = v.word("thing");
    double seconds = s.rate().seconds(s.cutFrames() + 2.0 * s.handles());
    plan.plate(
        "plate:with",
        Plan.PlateKind.PERFORMANCE,
        "With " + thing,
        "Played through the change; then out of frame without touching anything.",
        seconds,
        true,
        "pick up with the same camera data");
    plan.plate(
        "plate:clean",
        Plan.PlateKind.CLEAN,
        "Clean plate",
        "Without " + thing + " for 10 s, same roll, nothing touched.",
        Math.max(10, seconds),
        true,
        "borrow frames before the entrance or after the exit",
        "patch it from two takes",
        "pick up with the same camera data and light");
    if (v.yes("reaction")) {
      plan.plate(
          "plate:reaction",
          Plan.PlateKind.INSERT,
          "Reaction",
          "Who sees it, at the moment it happens.",
          8,
          false,
          "a look from another take, slowed down");
    }
    layers(plan, v, at, dissolve, vanishes, thing);
    if (v.yes("neighbours")) {
      plan.task(
          plan.own("task:split"),
          "Split off the rest of frame",
          TaskKind.SPLIT_MATTE,
          1,
          Difficulty.FAIR);
    }
    plan.task(
        plan.own("task:shadow"),
        "Shadow and contact marks",
        TaskKind.PAINT,
        v.yes("shadow") ? Math.max(4, dissolve) : 0,
        Difficulty.FAIR);
    plan.task(
        "task:composite",
        "Composite",
        TaskKind.COMPOSITE,
        2 + (v.yes("smoke") ? 1 : 0),
        Difficulty.EASY);
    plan.task("task:sound", "Sound on the change", TaskKind.SOUND, 1, Difficulty.FAIR);
    plan.check(
        new Plan.Check(
            plan.own("check:shadow"),
            "Shadow and contact marks",
            v.yes("shadow") ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS,
            v.yes("shadow") ? "the shadow must go in the same frame" : "nothing thrown or touched",
            v.yes("shadow")
                ? "Light the clean plate the same; look for reflections, dents and swinging things."
                : "",
            "",
            "",
            "common practice, no source"));
    if (v.yes("wind")) {
      plan.aid(
          "aid:wind",
          "Large board or fan",
          "wind on hair and cloth at the change",
          f("on frame %d", s.firstFrame() + at));
      plan.caution(
          "caution:blower",
          "A blower lifts grit into eyes: goggles for the crew, performers' eyes away from it.",
          "special-effects supervisor");
    }
    plan.sketch(
        i -> {
          double gone = i < at ? 0 : i >= at + dissolve ? 1 : (i - at + 1.0) / (dissolve + 1);
          double opacity = vanishes ? 1 - gone : gone;
          return opacity > 0
              ? List.of(
                  new Plan.SketchFigure(
                      thing,
                      opacity < 1 ? "ghost" : "figure",
                      v.number("left") / 100,
                      v.number("right") / 100,
                      opacity))
              : List.of();
        });
  }

  private static void layers(
      Derivation plan, Values v, int at, int dissolve, boolean vanishes, String thing) {
    ShotSetting s = plan.setting();
    int change = s.firstFrame() + at;
    plan.layer(
        "layer:clean",
        "Clean plate",
        "plate",
        "over",
        "none",
        "plate:clean",
        List.of(new Plan.Span(s.firstFrame(), s.lastFrame(), Plan.SpanKind.PRESENT, "")));
    List<Plan.Span> spans = new ArrayList<>();
    if (vanishes && at > 0) {
      spans.add(new Plan.Span(s.firstFrame(), change - 1, Plan.SpanKind.PRESENT, ""));
    }
    if (dissolve > 0) {
      spans.add(
          new Plan.Span(
              change,
              change + dissolve - 1,
              Plan.SpanKind.FADE,
              f("%s over %d frames", vanishes ? "out" : "in", dissolve)));
    }
    if (!vanishes) {
      spans.add(new Plan.Span(change + dissolve, s.lastFrame(), Plan.SpanKind.PRESENT, ""));
    }
    plan.layer(
        "layer:with",
        "With " + thing,
        "performance",
        "over",
        v.yes("neighbours") ? "split" : "none",
        "plate:with",
        spans);
    if (v.yes("smoke")) {
      plan.element(
          "element:dust",
          "Dust or smoke puff",
          ElementSource.SHOOT,
          "on black, or from stock; hand-sized puff, 50 fps or faster",
          "screen",
          s.delivery().width());
      plan.layer(
          "layer:dust",
          "Dust or smoke",
          "element",
          "screen",
          "none",
          "element:dust",
          List.of(
              new Plan.Span(
                  Math.max(s.firstFrame(), change - 1),
                  Math.min(s.lastFrame(), change + dissolve + 18),
                  Plan.SpanKind.PRESENT,
                  "")));
    }
    plan.layer(
        "layer:grade",
        "Grade match",
        "stops and colour to match",
        "over",
        "none",
        "task:grade",
        List.of(new Plan.Span(s.firstFrame(), s.lastFrame(), Plan.SpanKind.PRESENT, "")));
  }
}
