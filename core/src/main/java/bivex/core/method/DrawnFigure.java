package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/** E4: artwork, scanned and cut, that lives in a locked plate. */
public final class DrawnFigure implements Method {
  @Override
  public String id() {
    return "E4";
  }

  @Override
  public String name() {
    return "Drawn figure";
  }

  @Override
  public Chapter chapter() {
    return Chapter.ENERGY_AND_LIGHT;
  }

  @Override
  public String summary() {
    return "Artwork is scanned, cut and laid into a locked plate, and given breath and boil so that"
        + " it lives.";
  }

  @Override
  public String rightWhen() {
    return "The frame can be locked and leaves room for the figure; there are drawings at enough"
        + " resolution.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "drawn", "drawing", "drawn whale", "ink", "sketch moves", "chalk draws", "painting");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("figure", "Drawn figure", "the drawing", "named in plates and layers"),
        Parameter.whole(
            "drawings", "Drawings", "", 1, 10_000, 6, "poses, or three of one pose for the boil"),
        Parameter.whole(
            "onFrames", "Each held for", "frames", 1, 48, 4, "on twos to fours the line boils"),
        Parameter.whole(
            "artworkPx", "Scanned at", "px", 1, 1_000_000, 4000, "width of the figure in the scan"),
        Parameter.number("widthPct", "Placed at", "% of width", 0.5, 200, 30, "at its largest"),
        Parameter.number(
            "push", "Push onto it", "×", 1, 10, 1, "the close shot of the same drawing"),
        Parameter.number(
            "travelPct", "Swims or walks", "% of width", 0, 200, 35, "over the whole cut"),
        Parameter.number(
            "breathPct", "Breath", "% of size", 0, 20, 1.5, "slow swelling keeps it alive"),
        Parameter.whole(
            "states",
            "States through the scene",
            "",
            1,
            20,
            1,
            "begun, half done, changed: each is drawn"),
        Parameter.yesNo(
            "overShoulder", "Over the shoulder, with room for it", true, "somebody sees it"),
        Parameter.yesNo("reaction", "Reaction", true, "the effect is sold by who sees it"),
        Parameter.yesNo(
            "pointOfView", "Its own point of view", false, "looking back out of the paper"),
        Parameter.yesNo(
            "camera", "Camera locked", true, "else a planar track of the paper is owed"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "elementPx",
        v.whole("artworkPx"),
        "placedPx",
        Math.max(1, v.number("widthPct") / 100 * s.delivery().width() * v.number("push")));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String figure = v.word("figure");
    boolean locked = v.yes("camera");
    CameraBrief.brief(
        plan, v, locked ? "locked" : "fluid", "artwork is laid into the plate", s.rate());
    plan.clean(Math.max(10, s.seconds()), true);
    if (v.yes("overShoulder")) {
      CameraBrief.match(plan, v);
    }
    if (v.yes("overShoulder")) {
      plan.plate(
          "plate:over-shoulder",
          Plan.PlateKind.PERFORMANCE,
          "Over the shoulder",
          "Framed with room for " + figure + "; eyes follow a moving mark.",
          s.seconds(),
          true,
          "the clean plate with a held shoulder");
      plan.layer(
          "layer:over-shoulder",
          "Over the shoulder",
          "performance",
          "over",
          "split",
          "plate:over-shoulder",
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
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
    if (v.yes("pointOfView")) {
      plan.plate(
          "plate:pov",
          Plan.PlateKind.INSERT,
          "Point of view",
          "Up from where " + figure + " is.",
          6,
          false,
          "leave it out");
    }
    double placed = v.number("widthPct") / 100 * s.delivery().width() * v.number("push");
    plan.element(
        "element:E4-artwork",
        capital(figure),
        ElementSource.DRAW,
        "ink on paper of the plate's tone, scanned flat; "
            + v.whole("drawings")
            + " drawings with registration marks",
        "multiply",
        (int) Math.ceil(placed));
    plan.layer(
        plan.own("layer:figure"),
        capital(figure),
        "artwork",
        "multiply",
        "garbage",
        f("%d drawings, each %d frames", v.whole("drawings"), v.whole("onFrames")),
        f(
            "breath ±%s %%, boil%s",
            n(v.number("breathPct")), locked ? "" : ", planar track of the paper"),
        "element:E4-artwork",
        List.of(
            plan.whole(
                Plan.SpanKind.MOVE, f("moves %s %% of the width", n(v.number("travelPct"))))));
    plan.grade();
    ElementMargin m = ElementMargin.of(v.whole("artworkPx"), Math.max(1, placed));
    plan.check(
        "artwork",
        "Scan large enough",
        m.margin() >= 2 ? Plan.Grade.HOLDS : m.enough() ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS,
        f("%.2f× of %.0f px", m.margin(), placed),
        f(
            "Scan the figure at %.0f px: twice its place keeps the line crisp for a closer shot.",
            Math.ceil(2 * placed)),
        "S23",
        f("%d px", v.whole("artworkPx")),
        "element px ÷ placed px; a 2× margin is common practice");
    int needed = (int) Math.ceil((double) s.cutFrames() / v.whole("onFrames"));
    plan.check(
        "drawings",
        "Drawings for the cut",
        Plan.Grade.HOLDS,
        f(
            "%d drawings over %d holds: each comes %.1f times",
            v.whole("drawings"), needed, (double) needed / v.whole("drawings")),
        "",
        "",
        f("%d frames on %ds", s.cutFrames(), v.whole("onFrames")),
        "frames ÷ hold; definition");
    plan.task(
        plan.own("task:drawing"),
        "Drawings",
        TaskKind.DRAWING,
        v.whole("drawings") * (double) v.whole("states"),
        Difficulty.FAIR);
    plan.task(
        plan.own("task:cut"),
        "Scanned, cut and registered",
        TaskKind.HAND_MATTE,
        v.whole("drawings") * (double) v.whole("states"),
        Difficulty.EASY);
    plan.task(
        plan.own("task:animate"),
        "Breath, boil and path",
        TaskKind.LIGHT_EFFECT,
        2,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:track"),
        "Planar track of the paper",
        TaskKind.AUTO_TRACK,
        locked ? 0 : 1,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.FAIR);
    plan.datum(
        "datum:artwork",
        "Who draws it",
        "Name of the hand that draws, paper, pen, and the date it is here.",
        Plan.Due.BEFORE_DAY);
    if (v.whole("states") > 1) {
      plan.datum(
          "datum:states",
          "States of the drawing",
          f(
              "Which of the %d states stands in which shot, in the order of the story.",
              v.whole("states")),
          Plan.Due.BEFORE_DAY);
    }
    int n = s.cutFrames();
    plan.sketch(
        i -> {
          double t = (double) i / Math.max(1, n - 1);
          double w =
              Math.min(0.9, v.number("widthPct") / 100)
                  * (1
                      + v.number("breathPct")
                          / 100
                          * Math.sin(2 * Math.PI * s.rate().seconds(i) / 3));
          double x = Math.max(0, Math.min(1 - w, 0.3 + (t - 0.5) * v.number("travelPct") / 100));
          return List.of(
              new Plan.SketchFigure(figure, "window", x, Math.min(1, x + w), 0.45, 0.72, 1));
        });
  }
}
