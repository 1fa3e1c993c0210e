package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.optics.Exposure;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.EventSurvival;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** C3: two speeds in one frame. */
public final class SplitTime implements Method {
  private static final String ONE = "one fast plate read twice";

  @Override
  public String id() {
    return "C3";
  }

  @Override
  public String name() {
    return "Split time";
  }

  @Override
  public Chapter chapter() {
    return Chapter.TIME;
  }

  @Override
  public String summary() {
    return "Something slow or hanging in a normal world, or somebody calm in a racing one: each"
        + " speed is a layer of the same held setup.";
  }

  @Override
  public String rightWhen() {
    return "The frame is locked and the slow thing and the normal people keep apart, or cross for a"
        + " few frames.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "hangs air",
        "rain hangs",
        "freeze",
        "stands still while",
        "time stops",
        "slow while",
        "hang like beads");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.choice(
            "made",
            "Made from",
            List.of(ONE, "two plates at two rates"),
            "one fast plate keeps light and frame; two when the light will not carry the fast rate"
                + " for people"),
        Parameter.text("thing", "The slow thing", "the slow thing", "named in plates and layers"),
        Parameter.text(
            "capture",
            "Fast plate runs at",
            "~100",
            "a whole multiple of the production rate reads evenly, and ~ finds one nearby; check"
                + " the camera's raster at it"),
        Parameter.number(
            "slowSpeed",
            "The slow thing plays at",
            "×",
            0,
            20,
            0,
            "1 is real time; 0 shows every captured frame once, as slow as the rate gives"),
        Parameter.number("worldSpeed", "The rest plays at", "×", 0.01, 20, 1, "1 is real time"),
        Parameter.number(
            "fallSeconds",
            "The slow thing takes",
            "s",
            0.01,
            600,
            0.6,
            "in reality, to cross the frame"),
        Parameter.number(
            "shadowSeconds",
            "Leaves its own shadow after",
            "s",
            0,
            600,
            0.4,
            "then an offset copy is a clean patch"),
        Parameter.whole(
            "eventFrames",
            "Shortest event in it",
            "frames",
            0,
            10_000,
            2,
            "a flash or splash, in captured frames; 0 is none"),
        Parameter.whole(
            "eventStart",
            "Event begins at captured frame",
            "frames",
            0,
            10_000_000,
            60,
            "counted from the first that is read"),
        Parameter.whole(
            "crossingFrames",
            "Frames that cross",
            "frames",
            0,
            100_000,
            12,
            "people behind or before the slow thing"),
        Parameter.yesNo(
            "splash", "Splash or liquid", true, "laid from a dark background with lighten"),
        Parameter.yesNo("dryWet", "Dry and wet passes", false, "the first drop changes the floor"),
        Parameter.yesNo(
            "above", "Released from above the set", false, "by somebody or something up there"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  /**
   * People and the ground are shot at the production's rate and the slow thing at its own; what the
   * fast shutter costs is paid for on the slow plate.
   */
  private static void apart(Derivation plan, Values v, FrameRate rate) {
    double natural = Shutter.seconds(v.number("shutterDegrees"), rate);
    for (String plate : List.of("plate:world", "plate:wet")) {
      plan.asks(plate, "rate", rate);
      plan.asks(plate, "shutterSeconds", natural);
    }
    plan.free("plate:slow", "iso", "ndStops");
    plan.free("plate:clean", "rate", "shutterSeconds", "iso", "ndStops");
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of("speed", slow(v, new Conform(s.rate(), CameraBrief.rate(v, "capture", s))));
  }

  /** The speed of the slow thing; each captured frame once where nothing else is said. */
  private static double slow(Values v, Conform c) {
    return v.number("slowSpeed") > 0 ? v.number("slowSpeed") : c.oneToOneSpeed();
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    boolean one = v.word("made").equals(ONE);
    CameraBrief.brief(plan, v, "locked", "each speed is a layer of the same frame", capture);
    CameraBrief.set(plan, v);
    Conform c = new Conform(s.rate(), capture);
    String thing = v.word("thing");
    double slow = slow(v, c);
    double world = v.number("worldSpeed");
    double cut = s.rate().seconds(s.cutFrames());
    if (!one) {
      apart(plan, v, s.rate());
    }
    plan.plate(
        "plate:slow",
        Plan.PlateKind.PERFORMANCE,
        one ? "Fast-rate plate" : "Slow plate",
        (one ? "Everything at " : thing + " alone at ")
            + capture.name()
            + " fps; aim the fall vertically above its mark, no arm's shadow on it"
            + (one ? "." : "; only the rate is changed, the camera is not touched."),
        Math.max(4, cut * Math.max(slow, one ? world : slow) + 2),
        true,
        "a slower rate with made-up frames",
        "an element shot over it");
    if (!one) {
      plan.plate(
          "plate:world",
          Plan.PlateKind.PERFORMANCE,
          "Normal plate",
          "The people, their places kept free of "
              + thing
              + "; exposure matched to the fast plate.",
          s.seconds() * world,
          true,
          "people read from the fast plate");
    }
    if (v.yes("dryWet")) {
      plan.plate(
          "plate:wet",
          Plan.PlateKind.PERFORMANCE,
          "Wet pass",
          "The same after the floor is wet: the dry pass comes first.",
          s.seconds(),
          true,
          "painted wet");
    }
    plan.clean(10, true);
    plan.layer(
        "layer:world",
        "The rest",
        one ? "fast plate" : "normal plate",
        "over",
        "none",
        f("%s×, %.2f frames a step", n(world), c.step(world)),
        "",
        one ? "plate:slow" : "plate:world",
        List.of(
            new Plan.Span(
                s.firstFrame(),
                s.lastFrame(),
                Plan.SpanKind.RETIME,
                n(world) + "×",
                List.of(Math.min(1, world), Math.min(1, world)))));
    plan.layer(
        plan.own("layer:slow"),
        capital(thing),
        "fast plate",
        "over",
        "split",
        f("%s×, %.2f frames a step", n(slow), c.step(slow)),
        "",
        "plate:slow",
        List.of(
            new Plan.Span(
                s.firstFrame(),
                s.lastFrame(),
                Plan.SpanKind.RETIME,
                n(slow) + "×",
                List.of(Math.min(1, slow), Math.min(1, slow)))));
    if (v.whole("crossingFrames") > 0) {
      plan.layer(
          plan.own("layer:crossing"),
          "What crosses",
          "hand matte",
          "over",
          "hand matte",
          plan.own("task:hand-matte"),
          List.of(
              plan.span(
                  s.cutFrames() / 2 - v.whole("crossingFrames") / 2,
                  s.cutFrames() / 2 + (v.whole("crossingFrames") - 1) / 2,
                  Plan.SpanKind.CROSSING,
                  "in front")));
    }
    if (v.yes("splash")) {
      plan.element(
          "element:splash",
          "Splash or drops",
          ElementSource.SHOOT,
          "dark cloth behind, light from the back, " + capture.name() + " fps or faster",
          "lighten",
          s.delivery().width());
      plan.layer(
          plan.own("layer:splash"),
          "Splash",
          "element",
          "lighten",
          "none",
          "element:splash",
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
      plan.aid(
          "aid:dark-cloth",
          "Dark cloth behind the splash",
          "the element is laid with lighten",
          "far enough back to stay black");
      CameraBrief.wet(plan);
    }
    if (v.yes("above")) {
      plan.caution(
          "caution:height",
          "Work above the set: a platform with a rail, tools and the thing itself tied, nobody"
              + " below until it is clear.",
          "rigger");
      plan.datum(
          plan.own("datum:release"),
          "Release out of the picture",
          "Where do hand, line and lamp stand so that neither they nor their shadow are in frame?",
          Plan.Due.BEFORE_DAY);
    }
    plan.grade();
    checks(plan, v, c, capture);
    plan.task(
        plan.own("task:retime"), "Two readings of the plate", TaskKind.RETIME, 2, Difficulty.FAIR);
    plan.task(
        plan.own("task:split"),
        "Split between the speeds",
        TaskKind.SPLIT_MATTE,
        1,
        Difficulty.of(v.word("difficulty")));
    Matting.matte(
        plan,
        v,
        plan.own("task:hand-matte"),
        "Matte of what crosses",
        v.whole("crossingFrames"),
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:element"),
        "Splash placed",
        TaskKind.ELEMENT,
        v.yes("splash") ? 1 : 0,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.FAIR);
    plan.datum(
        "datum:preset",
        "Capture rate tested",
        "That the camera gives this rate at this raster, and the preset it is stored under.",
        Plan.Due.BEFORE_DAY);
    picture(plan, v, slow, world);
  }

  private static void checks(Derivation plan, Values v, Conform c, FrameRate capture) {
    ShotSetting s = plan.setting();
    for (String which : List.of("slow", "world")) {
      double speed = which.equals("slow") ? slow(v, c) : v.number("worldSpeed");
      Cadences.check(
          plan,
          "cadence-" + which,
          which.equals("slow") ? "Cadence of the slow thing" : "Cadence of the rest",
          which.equals("slow") || v.word("made").equals(ONE) ? c : new Conform(s.rate(), s.rate()),
          speed,
          s.cutFrames(),
          Cadences.Unit.TIMES,
          true);
    }
    double seconds = v.number("fallSeconds") / slow(v, c);
    plan.check(
        "length",
        "How long it hangs",
        Plan.Grade.HOLDS,
        f(
            "%s s become %.1f s of the cut's %.1f s",
            n(v.number("fallSeconds")), seconds, s.rate().seconds(s.cutFrames())),
        "",
        "S2",
        n(slow(v, c)) + "×",
        "time ÷ speed; definition");
    double offset = v.number("shadowSeconds") * capture.fps();
    plan.check(
        "patch",
        "Clean patch from itself",
        Plan.Grade.HOLDS,
        f("an offset of %.0f captured frames has left its own shadow", Math.ceil(offset)),
        "",
        "S22",
        n(v.number("shadowSeconds")) + " s at " + capture.name() + " fps",
        "seconds · capture rate; definition");
    if (v.whole("eventFrames") > 0) {
      double step = c.step(v.number("worldSpeed"));
      EventSurvival e = EventSurvival.of(v.whole("eventFrames"), step, v.whole("eventStart"));
      plan.check(
          "event",
          "Does the short event survive",
          e.worst() >= 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("in %d to %d frames, %.0f %% chance to be seen", e.worst(), e.best(), e.chance() * 100),
          f("Begin reading %.1f captured frames later, or make it again in post.", e.shift()),
          "S22",
          f("%d frames read every %.2f", v.whole("eventFrames"), step),
          "⌊d÷s⌋ to ⌈d÷s⌉; definition");
    }
    double stops =
        Exposure.stopsLost(
            Shutter.seconds(v.number("shutterDegrees"), s.rate()),
            Shutter.seconds(v.number("shutterDegrees"), capture));
    plan.check(
        "light",
        "Light the fast rate costs",
        stops <= 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.2f stops", stops),
        "Pay with "
            + String.join(
                "; ",
                Exposure.waysToPay(
                    Math.max(0, Math.min(20, stops)), v.number("fNumber"), 1.8, v.number("iso")))
            + ".",
        "S6",
        f("%s to %s fps at %s°", s.rate().name(), capture.name(), n(v.number("shutterDegrees"))),
        "log2 of the exposure times; definition");
  }

  private static void picture(Derivation plan, Values v, double slow, double world) {
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          double t = plan.setting().rate().seconds(i);
          double fall = v.number("fallSeconds");
          for (int k = 0; k < 9; k++) {
            double x = 0.06 + (k * 0.37) % 0.9;
            double y = (k * 0.31 + t * slow / fall) % 1;
            out.add(
                new Plan.SketchFigure(
                    "", "thing", x, x + 0.012, Math.max(0, y - 0.02), Math.min(1, y + 0.03), 1));
          }
          double w = (0.1 + t * world * 0.12) % 0.8;
          out.add(new Plan.SketchFigure("the rest", "figure", w, Math.min(1, w + 0.16), 1));
          return out;
        });
  }
}
