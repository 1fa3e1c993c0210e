package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.optics.Reframe;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** E3: a being made of light, dust or leaves. */
public final class LightCreature implements Method {
  @Override
  public String id() {
    return "E3";
  }

  @Override
  public String name() {
    return "Light creature";
  }

  @Override
  public Chapter chapter() {
    return Chapter.ENERGY_AND_LIGHT;
  }

  @Override
  public String summary() {
    return "A being of light, dust or leaves: looks are tried side by side, elements are shot,"
        + " practical wind answers it.";
  }

  @Override
  public String rightWhen() {
    return "There is time to try at least two looks, and a decision with a reason.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "plankton",
        "swarm",
        "lights gather",
        "shape of",
        "spirit",
        "they gather they turn",
        "leaves rise");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("matter", "Made of", "points of light", "named in plates and layers"),
        Parameter.whole("looks", "Looks to try", "", 1, 6, 2, "at least two, with a decision"),
        Parameter.whole("takes", "Element takes", "", 1, 60, 6, "to compare"),
        Parameter.whole(
            "elementPx",
            "Element raster is wide",
            "px",
            1,
            1_000_000,
            3840,
            "high, for punching in"),
        Parameter.number(
            "heightPct", "Creature fills", "% of height", 1, 300, 60, "at its largest"),
        Parameter.number(
            "punch", "Punched in later to", "×", 1, 10, 1.5, "the close shot of the same element"),
        Parameter.yesNo(
            "bodyInside",
            "Passes through or into a body",
            false,
            "inside and outside of the body are two layers"),
        Parameter.whole("bodyFrames", "for", "frames", 0, 100_000, 0, "hand matte of the body"),
        Parameter.yesNo(
            "prop",
            "A real thing is in shot and element",
            false,
            "then both must be the same one, in the same state"),
        Parameter.yesNo("seenBefore", "Seen in an earlier shot", false, "the look must go on"),
        Parameter.yesNo("wind", "Wind on the performer", true, "cloth and hair answer it"),
        Parameter.choice(
            "liquid",
            "Element shot in",
            List.of("air", "liquid tank"),
            "sediment in a tank turns slowly"),
        Parameter.whole(
            "lightFrames",
            "Lights faces for",
            "frames",
            0,
            100_000,
            48,
            "longer than a few frames is practical light"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "placedPx",
        Math.max(
            1,
            v.number("heightPct")
                / 100
                * s.delivery().height()
                * s.delivery().aspect()
                * v.number("punch")));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    if (v.yes("bodyInside") && v.whole("bodyFrames") > s.cutFrames()) {
      throw new InvalidInput(
          "bodyFrames", "must be inside the cut of " + s.cutFrames() + " frames");
    }
    String matter = v.word("matter");
    CameraBrief.brief(plan, v, "locked or fluid", "room for the creature", s.rate());
    CameraBrief.match(plan, v);
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "Eyes on a mark that moves as it will; wind and light on the cue.",
        s.seconds(),
        true,
        "a reaction from another take");
    plan.plate(
        "plate:clean",
        Plan.PlateKind.CLEAN,
        "Clean plate",
        "Nobody in frame for 10 s, same roll, nothing touched.",
        10,
        true,
        "borrow frames of a take in which that part of the frame is free",
        "patch it from two takes",
        "pick up with the same camera data and light");
    plan.layer(
        "layer:performance-1",
        "Plate",
        "performance",
        "over",
        "none",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    double placed =
        v.number("heightPct")
            / 100
            * s.delivery().height()
            * s.delivery().aspect()
            * v.number("punch");
    boolean tank = v.word("liquid").startsWith("liquid");
    plan.element(
        "element:E3-matter",
        capital(matter),
        ElementSource.SHOOT,
        tank
            ? "sediment whirled in a tank, black behind, light from the side, 50 fps or faster; "
                + v.whole("takes")
                + " takes"
            : "blown through a light beam before black, 50 fps or faster; "
                + v.whole("takes")
                + " takes",
        "screen",
        (int) Math.ceil(placed));
    plan.layer(
        plan.own("layer:behind"),
        capital(matter) + ", behind",
        "element",
        "screen",
        v.yes("bodyInside") ? "hand matte" : "garbage",
        "",
        "shaped by the chosen look",
        "element:E3-matter",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "gathers")));
    if (v.yes("bodyInside") && v.whole("bodyFrames") > 0) {
      int from = (s.cutFrames() - v.whole("bodyFrames")) / 2;
      plan.layer(
          plan.own("layer:inside"),
          capital(matter) + ", inside the body",
          "element",
          "add",
          "hand matte",
          plan.own("task:body"),
          List.of(
              plan.span(from, from + v.whole("bodyFrames") - 1, Plan.SpanKind.CROSSING, "inside")));
    }
    plan.layer(
        plan.own("layer:glow"),
        "Glow",
        "generated",
        "screen",
        "none",
        plan.own("task:glow"),
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.grade();
    ElementMargin m = ElementMargin.of(v.whole("elementPx"), Math.max(1, placed));
    plan.check(
        "size",
        "Element large enough for the punch-in",
        m.enough() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.2f× at %s× punch-in", m.margin(), n(v.number("punch"))),
        f(
            "Shoot it at %.0f px or wider, or punch in to %.2f× only.",
            Math.ceil(placed), v.number("punch") * m.margin()),
        "S23",
        f("%d px for %.0f px", v.whole("elementPx"), placed),
        "element px ÷ placed px; definition");
    CameraBrief.reserve(
        plan,
        "plate",
        "Plate punched in",
        Math.max(
            1, Math.min(v.number("punch"), 2 * Reframe.punchLimit(s.capture(), s.delivery()))));
    plan.check(
        "looks",
        "Looks to choose from",
        v.whole("looks") >= 2 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        v.whole("looks") + " tried side by side",
        "Try at least two: the first idea is seldom the best.",
        "",
        v.whole("looks") + " looks",
        "common practice, no source");
    plan.datum(
        "datum:look",
        "Look decided",
        "Which of the looks is taken, and why the others are not.",
        Plan.Due.BEFORE_DAY);
    if (v.yes("prop")) {
      plan.datum(
          "datum:prop-state",
          "One prop in shot and element",
          "Whether what is held in the shot and what the element shows are the same thing: its"
              + " state, colour and how it is held.",
          Plan.Due.BEFORE_DAY);
    }
    if (v.yes("seenBefore")) {
      plan.datum(
          "datum:continuity",
          "Look of the earlier shot",
          "Stills of how it looked before: colour, density, how it moves.",
          Plan.Due.BEFORE_DELIVERY);
    }
    plan.task(
        plan.own("task:looks"), "Looks tried", TaskKind.LOOK, v.whole("looks"), Difficulty.FAIR);
    plan.task(
        plan.own("task:shoot"),
        "Element shot",
        TaskKind.ELEMENT_SHOOT,
        1,
        tank ? Difficulty.HARD : Difficulty.FAIR);
    plan.task(
        plan.own("task:place"), "Creature shaped and placed", TaskKind.ELEMENT, 2, Difficulty.HARD);
    plan.task(plan.own("task:glow"), "Glow and light", TaskKind.LIGHT_EFFECT, 2, Difficulty.FAIR);
    Matting.matte(
        plan,
        v,
        plan.own("task:body"),
        "Matte of the body",
        v.yes("bodyInside") ? v.whole("bodyFrames") : 0,
        Difficulty.of(v.word("difficulty")));
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 4, Difficulty.FAIR);
    plan.task("task:sound", "Voice of the creature", TaskKind.SOUND, 2, Difficulty.FAIR);
    if (v.whole("lightFrames") > 3) {
      plan.aid(
          "aid:coloured-light",
          "Coloured light on a stand",
          "lasting light on faces is real",
          f("dimmed up and down over %d frames; colour and level noted", v.whole("lightFrames")));
      plan.datum(
          "datum:light-cue",
          "Light cue",
          "Colour and level of the light on the performer, and who turns it on.",
          Plan.Due.BEFORE_DAY);
    }
    if (tank) {
      plan.aid("aid:tank", "Liquid tank with sediment", "slow whirls", "glass cleaned, side light");
      plan.caution(
          "caution:tank",
          "Water, glass and lamps together: residual-current device, tank on a level table,"
              + " gloves.",
          "electrician");
    }
    if (v.yes("wind")) {
      plan.aid(
          "aid:wind", "Fan, or two from both sides for a whirl", "cloth and hair answer it", "");
      CameraBrief.blower(plan);
    }
    swarm(plan, Math.min(0.95, v.number("heightPct") / 100));
  }

  /**
   * Points that drift and gather into a shape; where each begins and ends is fixed, so that
   * deriving twice gives the same picture.
   */
  private static void swarm(Derivation plan, double height) {
    int n = plan.setting().cutFrames();
    Random fixed = new Random(11);
    double[][] points = new double[26][];
    for (int k = 0; k < points.length; k++) {
      points[k] =
          new double[] {
            fixed.nextDouble(),
            fixed.nextDouble(),
            0.5 + (fixed.nextDouble() - 0.5) * 0.22,
            0.95 - height * fixed.nextDouble()
          };
    }
    plan.sketch(
        i -> {
          double gather = Math.min(1, 1.6 * i / Math.max(1, n));
          List<Plan.SketchFigure> out = new ArrayList<>(points.length);
          for (double[] p : points) {
            double x = p[0] * (1 - gather) + p[2] * gather;
            double y = p[1] * (1 - gather) + p[3] * gather;
            out.add(
                new Plan.SketchFigure(
                    "",
                    "glow",
                    Math.max(0, x - 0.008),
                    Math.min(1, x + 0.008),
                    Math.max(0, y - 0.014),
                    Math.min(1, y + 0.014),
                    1));
          }
          return out;
        });
  }
}
