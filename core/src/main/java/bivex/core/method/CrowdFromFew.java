package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.CrowdTiles;
import bivex.core.optics.FieldOfView;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;

/** G10: one group of people fills a place, shot where it stands and again beside it. */
public final class CrowdFromFew implements Method {
  /** Passes that one light and one patience outlast; common practice, no source. */
  private static final int MOST = 24;

  @Override
  public String id() {
    return "G10";
  }

  @Override
  public String name() {
    return "Crowd from few";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "One group is shot in one place after another in the same locked frame, with other"
        + " clothes and places in it each time, until the square is full.";
  }

  @Override
  public String rightWhen() {
    return "The camera stands still, the light holds for all passes, and nobody walks through the"
        + " crowd.";
  }

  @Override
  public List<String> cues() {
    return List.of("crowd", "audience", "packed", "throng", "hundreds", "thousands", "mob");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.number("placeM", "Width to fill", "m", 0.1, 10_000, 18, "at the nearest row"),
        Parameter.number("placeDeepM", "Depth to fill", "m", 0.1, 10_000, 6, "along the view"),
        Parameter.number("groupM", "The group stands in", "m wide", 0.1, 1000, 7, "as placed"),
        Parameter.number("groupDeepM", "and", "m deep", 0.1, 1000, 3, "as placed"),
        Parameter.number(
            "overlapM", "Neighbours overlap by", "m", 0, 1000, 1, "so that no gap is seen"),
        Parameter.whole("people", "People in the group", "", 1, 10_000, 20, "who come"),
        Parameter.number("nearM", "Nearest row", "m", 0.2, 1000, 8, "from the lens"),
        Parameter.whole(
            "crossers",
            "Frames in which somebody reaches over a join",
            "frames",
            0,
            100_000,
            24,
            "arms and flags: their matte"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    CrowdTiles tiles =
        CrowdTiles.of(
            v.number("placeM"),
            v.number("placeDeepM"),
            v.number("groupM"),
            v.number("groupDeepM"),
            v.number("overlapM"));
    CameraBrief.held(plan, v, "all passes must lie on one another");
    plan.clean(10, true);
    int plates = Math.min(MOST, tiles.plates());
    for (int i = 1; i <= plates; i++) {
      plan.plate(
          plan.own("plate:group-" + i),
          Plan.PlateKind.PERFORMANCE,
          "Group, " + place(i, tiles),
          "Other clothes than its neighbours.",
          s.seconds(),
          true,
          "a place that was shot, turned left for right and shifted in time");
    }
    // The nearest row lies on top.
    for (int i = plates; i >= 1; i--) {
      plan.layer(
          plan.own("layer:group-" + i),
          "Group, " + place(i, tiles),
          "performance",
          "over",
          "soft join",
          plan.own("plate:group-" + i),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.grade();
    tasks(plan, v, plates);
    checks(plan, v, tiles);
    plan.datum(
        "datum:wardrobe",
        "Clothes of each place",
        "What is changed between the places so that nobody is known again: hats, coats, who stands"
            + " beside whom; nobody reaches out.",
        Plan.Due.BEFORE_DAY);
    plan.datum(
        plan.own("datum:marks"),
        "Marks of the places",
        "Corners of each place marked on the ground, seen through the lens, then taken away.",
        Plan.Due.BEFORE_DAY);
    plan.caution(
        "caution:crowd",
        "Many people in one place: ways out kept free and shown, water and shade, nobody pushed"
            + " together for the picture.",
        "first assistant director");
    plan.sketch(i -> figures(tiles));
  }

  /** Places are counted from the left of the nearest row. */
  private static String place(int i, CrowdTiles tiles) {
    return f("row %d, place %d", (i - 1) / tiles.across() + 1, (i - 1) % tiles.across() + 1);
  }

  private static void tasks(Derivation plan, Values v, int plates) {
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    plan.task(
        plan.own("task:joins"), "Soft joins of the places", TaskKind.SPLIT_MATTE, plates, matte);
    Matting.matte(plan, v, plan.own("task:over"), "Matte over a join", v.whole("crossers"), matte);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1 + plates / 3.0, Difficulty.EASY);
    plan.task("task:sound", "Sound of the crowd", TaskKind.SOUND, 1, Difficulty.EASY);
  }

  private static void checks(Derivation plan, Values v, CrowdTiles tiles) {
    ShotSetting s = plan.setting();
    String figure =
        f(
            "%d places of %s m, %d side by side and %d deep",
            tiles.plates(), n(v.number("groupM")), tiles.across(), tiles.deep());
    plan.check(
        "places",
        "Places that can be shot alike",
        tiles.plates() <= MOST ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        figure,
        f(
            "More than %d passes outlast the light: a larger group, fewer rows, or people built"
                + " for the far rows.",
            MOST),
        "S38",
        f("%s m by %s m to fill", n(v.number("placeM")), n(v.number("placeDeepM"))),
        "tiles on a floor; definition");
    double known =
        0.25
            * FieldOfView.pxPerMetre(
                v.number("focalMm"), s.sensorWidthMm(), s.delivery().width(), v.number("nearM"));
    plan.check(
        "known",
        "Nobody known again",
        known <= 40 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("a head in the nearest row is %.0f px high", known),
        "Turn the nearest rows away from the camera, change hats and sides, or bring more people"
            + " for them.",
        "S10",
        f("%s m, %s mm", n(v.number("nearM")), n(v.number("focalMm"))),
        "head of 0.25 m · px a metre; faces from 40 px (common practice, no source)");
  }

  private static List<Plan.SketchFigure> figures(CrowdTiles tiles) {
    List<Plan.SketchFigure> out = new ArrayList<>();
    int across = Math.min(8, tiles.across());
    int deep = Math.min(3, tiles.deep());
    for (int row = deep; row >= 1; row--) {
      for (int i = 0; i < across; i++) {
        double left = (double) i / across;
        double top = 0.6 - 0.13 * (row - 1);
        out.add(
            new Plan.SketchFigure(
                row == 1 && i == 0 ? "group" : "",
                row == 1 && i == 0 ? "figure" : "ghost",
                left,
                left + 1.0 / across,
                top,
                top + 0.4,
                row == 1 && i == 0 ? 1 : 0.6));
      }
    }
    return out;
  }
}
