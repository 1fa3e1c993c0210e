package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.optics.Exposure;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import java.util.List;

/** F4: a small shoot of its own for an element. */
public final class ElementShoot implements Method {
  private static final List<String> MATTER =
      List.of("dust", "liquid whirl", "leaves", "splash", "smoke", "fire bar", "blood spray");

  @Override
  public String id() {
    return "F4";
  }

  @Override
  public String name() {
    return "Element shoot";
  }

  @Override
  public Chapter chapter() {
    return Chapter.BUILT_WORLDS;
  }

  @Override
  public String summary() {
    return "A small shoot for one element, before black or white, at its own rate and size, with"
        + " more takes than are needed.";
  }

  @Override
  public String rightWhen() {
    return "No bought element moves the right way, and a table, a cloth and a lamp are enough to"
        + " shoot it.";
  }

  @Override
  public List<String> cues() {
    return List.of("dust", "splash", "smoke", "fire", "blood", "leaves", "embers", "fog lights");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.choice("matter", "Element", MATTER, "decides background, blend and cautions"),
        Parameter.text(
            "capture",
            "Camera runs at",
            "~100",
            "small things shot fast look large; ~ follows the production: the usual rate nearby"
                + " that plays evenly"),
        Parameter.number("speed", "Played at", "×", 0.01, 20, 0.5, "1 is real time"),
        Parameter.number(
            "modelScale",
            "Smaller than it shall look by",
            "×",
            1,
            100,
            4,
            "speed for scale is its root (Froude; textbook)"),
        Parameter.whole(
            "takes", "Takes", "", 1, 100, 8, "to choose from; none used twice in a row"),
        Parameter.number("placedPct", "Placed at", "% of width", 1, 400, 60, "at its largest"),
        Parameter.choice(
            "direction",
            "Moves",
            List.of("up", "to the left", "to the right", "towards camera", "outwards"),
            "as in the shot it is for"),
        Parameter.yesNo("loop", "Must loop", false, "first and last second alike"),
        Parameter.whole(
            "loopFrames", "Loop of", "frames", 2, 100_000, 48, "cross-faded over a quarter of it"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", s, v.number("speed"));
    String matter = v.word("matter");
    boolean dark = !matter.equals("blood spray") && !matter.equals("leaves");
    CameraBrief.apart(plan, v, "element", "plate:element", capture);
    plan.takes("plate:element", v.whole("takes"));
    double placed = v.number("placedPct") / 100 * s.delivery().width();
    String blend = matter.equals("splash") ? "lighten" : dark ? "screen" : "over";
    plan.plate(
        "plate:element",
        Plan.PlateKind.INSERT,
        "Element: " + matter,
        f(
            "Before %s, moving %s, at %s fps; %d takes; nothing touches the frame edge.",
            dark ? "black, light from the side or behind" : "a coloured screen or white",
            v.word("direction"),
            capture.name(),
            v.whole("takes")),
        Math.max(4, s.rate().seconds(s.cutFrames()) * v.number("speed") + 2),
        false,
        "a bought element");
    plan.element(
        "element:F4-" + matter.replace(' ', '-'),
        capital(matter),
        ElementSource.SHOOT,
        "this shoot; choose among the takes",
        blend,
        (int) Math.ceil(placed));
    plan.layer(
        plan.own("layer:element"),
        capital(matter),
        "element",
        blend,
        dark ? "none" : "key",
        f("%s× of %s fps", n(v.number("speed")), capture.name()),
        "",
        "element:F4-" + matter.replace(' ', '-'),
        List.of(plan.whole(Plan.SpanKind.PRESENT, v.word("direction"))));
    plan.grade();
    double froude = 1 / Math.sqrt(v.number("modelScale"));
    boolean believable = Math.abs(Math.log(v.number("speed") / froude)) < Math.log(1.5);
    plan.check(
        "scale",
        "Speed for its size",
        believable ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "%s× played, %.2f× looks %s times as large",
            n(v.number("speed")), froude, n(v.number("modelScale"))),
        f("Play it at %.2f×.", froude),
        "",
        n(v.number("modelScale")) + " times smaller",
        "speed = 1 ÷ √scale (Froude's law for falling and flowing things; textbook)");
    Cadences.check(
        plan,
        "cadence",
        "Cadence",
        new Conform(s.rate(), capture),
        v.number("speed"),
        s.cutFrames(),
        Cadences.Unit.TIMES,
        true);
    ElementMargin m = ElementMargin.of(s.capture().width(), Math.max(1, placed));
    plan.check(
        "size",
        "Large enough",
        m.enough() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("%.2f× of %.0f px", m.margin(), placed),
        "Shoot it closer or in two halves.",
        "S23",
        s.capture().text(),
        "element px ÷ placed px; definition");
    double stops =
        Exposure.stopsLost(
            Shutter.seconds(v.number("shutterDegrees"), s.rate()),
            Shutter.seconds(v.number("shutterDegrees"), capture));
    plan.check(
        "light",
        "Light the rate costs",
        stops <= 2 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.2f stops", stops),
        "Pay with "
            + String.join(
                "; ",
                Exposure.waysToPay(
                    Math.max(0, Math.min(20, stops)), v.number("fNumber"), 1.8, v.number("iso")))
            + ".",
        "S6",
        f("%s to %s fps", s.rate().name(), capture.name()),
        "log2 of the exposure times; definition");
    if (v.yes("loop")) {
      int have = (int) Math.floor(s.rate().frames(4 / v.number("speed")));
      plan.check(
          "loop",
          "Long enough to loop",
          have >= v.whole("loopFrames") * 5 / 4 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f(
              "4 s give %d frames, the loop and its fade need %d",
              have, v.whole("loopFrames") * 5 / 4),
          "Longer takes, or a shorter loop.",
          "S2",
          v.whole("loopFrames") + " frames",
          "loop and a quarter; this project's own");
    }
    plan.task(
        plan.own("task:shoot"),
        "Element shot",
        TaskKind.ELEMENT_SHOOT,
        1,
        matter.equals("fire bar") || matter.equals("liquid whirl")
            ? Difficulty.HARD
            : Difficulty.FAIR);
    plan.task(plan.own("task:place"), "Element placed", TaskKind.ELEMENT, 1, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1, Difficulty.EASY);
    plan.aid(
        "aid:backdrop",
        dark ? "Black cloth" : "Coloured screen or white card",
        "the element separates",
        "far enough behind to stay even");
    cautions(plan, matter);
    int n = s.cutFrames();
    plan.overlay(
        i -> {
          double t = (double) i / Math.max(1, n - 1);
          double w = Math.min(0.9, v.number("placedPct") / 100);
          return List.of(
              new Plan.SketchFigure(
                  matter,
                  "glow",
                  0.5 - w / 2,
                  0.5 + w / 2,
                  Math.max(0, 0.6 - 0.4 * t),
                  0.95,
                  Math.max(0.15, 0.8 - 0.5 * t)));
        });
  }

  private static void cautions(Derivation plan, String matter) {
    switch (matter) {
      case "fire bar" -> CameraBrief.fire(plan);
      case "blood spray" ->
          plan.caution(
              "caution:blood",
              "Theatrical blood makes floors slippery and stains: mats, shoes, eye protection.",
              "special-effects supervisor");
      case "smoke", "dust" -> CameraBrief.air(plan);
      case "liquid whirl", "splash" -> CameraBrief.wet(plan);
      default -> CameraBrief.blower(plan);
    }
  }
}
