package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.Reframe;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.plate.JoinPlan;
import bivex.core.plate.Zone;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/** A1: one performer plays several parts in a frame that does not move. */
public final class LockedDouble implements Method {
  private static final String CLEAN = "plate:clean";

  @Override
  public String id() {
    return "A1";
  }

  @Override
  public String name() {
    return "Locked double";
  }

  @Override
  public Chapter chapter() {
    return Chapter.DOUBLES;
  }

  @Override
  public List<String> cues() {
    return List.of(
        "herself",
        "himself",
        "same face",
        "twin",
        "double",
        "across the table does the same",
        "yesterday's");
  }

  @Override
  public String summary() {
    return "One performer plays several parts in one frame: a locked camera, a pass for each part,"
        + " a split between them.";
  }

  @Override
  public String rightWhen() {
    return "The camera can stay still and the parts keep to their own side, or cross for a few"
        + " frames only.";
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new ArrayList<>(
            List.of(
                Parameter.whole("parts", "Parts", "", 2, 6, 2, "two of the same performer"),
                Parameter.zones(
                    "zones",
                    "Where each part stands",
                    List.of(new Zone(1, 0, 0.08, 0.42), new Zone(2, 0, 0.58, 0.92)),
                    "left and right third, with room between"),
                CameraBrief.TRACES,
                Parameter.whole(
                    "speaking",
                    "Parts that speak",
                    "",
                    0,
                    6,
                    0,
                    "each needs a guide track for the others"),
                Parameter.number(
                    "focusFarM",
                    "Focus of the farthest part",
                    "m",
                    0.1,
                    500,
                    2.9,
                    "same as the focus distance if all stand level"),
                Parameter.number(
                    "slopePx",
                    "Moving join, at most",
                    "px/frame",
                    0,
                    200,
                    6,
                    "faster than this the join is seen to travel"),
                Parameter.number(
                    "featherPx",
                    "Feather of the join",
                    "px",
                    2,
                    1000,
                    30,
                    "30 px where both sides are lit alike; several hundred where light differs"),
                Parameter.number(
                    "push", "Push in post", "×", 1, 2, 1.08, "a little life on a locked frame"),
                Parameter.choice(
                    "inFront",
                    "In front where they cross",
                    List.of("right part", "left part"),
                    "asked only when they cross"),
                Matting.DIFFICULTY,
                Matting.WAY,
                Matting.REPAIRS));
    p.addAll(CameraBrief.PARAMETERS);
    return p;
  }

  @Override
  public void derive(Derivation plan, Values v) {
    derive(plan, v, false);
  }

  /**
   * @param keyed whether what crosses is keyed, not cut out by hand
   * @return how many frames cross a join
   */
  int derive(Derivation plan, Values v, boolean keyed) {
    ShotSetting s = plan.setting();
    int parts = v.whole("parts");
    List<Zone> zones = v.zones("zones");
    List<Integer> order = Zone.partsLeftToRight(zones);
    if (order.size() != parts || order.stream().anyMatch(p -> p > parts)) {
      throw new InvalidInput(
          "zones",
          "need one zone for each of parts 1 to "
              + parts
              + ", have "
              + order.stream().sorted().toList());
    }
    if (v.whole("speaking") > parts) {
      throw new InvalidInput("speaking", "cannot be more than the " + parts + " parts");
    }
    CameraBrief.held(plan, v, "the plates must lie on one another");
    List<JoinPlan> joins = joins(order, zones, s, v.number("slopePx"));
    plates(plan, v, parts);
    layers(plan, v, order, joins, keyed);
    checks(plan, v, joins);
    tasks(plan, v, joins, keyed);
    sketch(plan, s, order, zones, joins);
    CameraBrief.doubles(plan);
    CameraBrief.traces(plan, v);
    plan.aid(
        "aid:background-lamp",
        "Lamp on the background",
        "no performer's shadow falls across the join",
        "");
    if (v.whole("speaking") > 0) {
      plan.aid(
          "aid:guide",
          "Guide track in one ear",
          "the first part's timing for the second",
          v.whole("speaking") + " speaking parts; only one speaks at a time");
      CameraBrief.sound(plan);
    }
    return crossing(joins).size();
  }

  private static List<JoinPlan> joins(
      List<Integer> order, List<Zone> zones, ShotSetting s, double slope) {
    List<JoinPlan> out = new ArrayList<>();
    int w = s.capture().width();
    for (int i = 0; i + 1 < order.size(); i++) {
      double[][] left = Zone.edges(zones, order.get(i), s.cutFrames());
      double[][] right = Zone.edges(zones, order.get(i + 1), s.cutFrames());
      out.add(
          JoinPlan.of(
              IntStream.range(0, s.cutFrames()).mapToDouble(f -> left[f][1] * w).toArray(),
              IntStream.range(0, s.cutFrames()).mapToDouble(f -> right[f][0] * w).toArray(),
              slope));
    }
    return out;
  }

  private static void plates(Derivation plan, Values v, int parts) {
    ShotSetting s = plan.setting();
    double seconds = s.rate().seconds(s.cutFrames() + 2.0 * s.handles());
    for (int i = 1; i <= parts; i++) {
      plan.plate(
          "plate:performance-" + i,
          Plan.PlateKind.PERFORMANCE,
          "Performance " + i,
          "Part " + i + " plays alone, the others' places kept free.",
          seconds,
          true,
          "a second pass with the same camera data, lit the same");
      if (i <= v.whole("speaking")) {
        plan.plate(
            "plate:guide-" + i,
            Plan.PlateKind.GUIDE,
            "Guide sound of part " + i,
            "Lines of part " + i + " read at playing speed.",
            seconds,
            false,
            "spoken again and cut to the picture");
      }
    }
    plan.plate(
        CLEAN,
        Plan.PlateKind.CLEAN,
        "Clean plate",
        "Nobody in frame for 10 s, same roll, nothing touched.",
        10,
        true,
        "borrow frames of a take in which that part of the frame is free",
        "patch it from two takes",
        "pick up with the same camera data and light");
  }

  private static void layers(
      Derivation plan, Values v, List<Integer> order, List<JoinPlan> joins, boolean keyed) {
    ShotSetting s = plan.setting();
    Plan.Span whole = new Plan.Span(s.firstFrame(), s.lastFrame(), Plan.SpanKind.PRESENT, "");
    plan.layer("layer:clean", "Clean plate", "plate", "over", "none", CLEAN, List.of(whole));
    for (int part : order) {
      plan.layer(
          "layer:performance-" + part,
          "Part " + part,
          "performance " + part,
          "over",
          "split",
          "plate:performance-" + part,
          List.of(whole));
    }
    List<Integer> crossing = crossing(joins);
    if (!crossing.isEmpty()) {
      List<Plan.Span> spans = new ArrayList<>();
      for (int i = 0; i < crossing.size(); i++) {
        int from = i;
        while (i + 1 < crossing.size() && crossing.get(i + 1) == crossing.get(i) + 1) {
          i++;
        }
        spans.add(
            new Plan.Span(
                s.firstFrame() + crossing.get(from),
                s.firstFrame() + crossing.get(i),
                Plan.SpanKind.CROSSING,
                v.word("inFront") + " in front"));
      }
      plan.layer(
          plan.own("layer:crossing"),
          "What crosses the join",
          (keyed ? "key of the " : "hand matte of the ") + v.word("inFront"),
          "over",
          keyed ? "key" : "hand matte",
          plan.own(keyed ? "task:key" : "task:hand-matte"),
          spans);
    }
    plan.layer(
        "layer:grade",
        "Join grade",
        "stops and colour to match",
        "over",
        "split",
        "task:grade",
        List.of(whole));
    if (v.number("push") > 1) {
      plan.layer(
          plan.own("layer:push"),
          f("Push in %s×", n(v.number("push"))),
          Plan.Layer.POST_CAMERA,
          "move",
          "none",
          plan.own("task:push"),
          List.of(
              new Plan.Span(
                  s.firstFrame(),
                  s.lastFrame(),
                  Plan.SpanKind.MOVE,
                  f("1.00× to %s×, eased", n(v.number("push"))))));
    }
  }

  private static void checks(Derivation plan, Values v, List<JoinPlan> joins) {
    ShotSetting s = plan.setting();
    List<Integer> crossing = crossing(joins);
    boolean fixed = joins.stream().allMatch(j -> j.kind() == JoinPlan.Kind.STATIC);
    double feather = v.number("featherPx");
    double margin = joins.stream().mapToDouble(JoinPlan::marginPx).min().orElse(0);
    plan.check(
        new Plan.Check(
            plan.own("check:join"),
            "Where the join can go",
            crossing.isEmpty()
                ? margin < feather ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS
                : Plan.Grade.DOUBTFUL,
            crossing.isEmpty()
                ? f("%s join, margin %.0f px", fixed ? "a standing" : "a moving", margin)
                : f(
                    "%d frames cross the join, %d to %d",
                    crossing.size(),
                    s.firstFrame() + crossing.get(0),
                    s.firstFrame() + crossing.get(crossing.size() - 1)),
            crossing.isEmpty()
                ? margin < feather
                    ? f("Less than %.0f px to feather in: move a mark outward.", feather)
                    : ""
                : "Move a mark so that they keep apart, or plan it as a crossing double and pay the"
                    + " hand matte.",
            "S17",
            f(
                "%d parts over %d frames at %d px",
                joins.size() + 1, s.cutFrames(), s.capture().width()),
            "standing if the left part's right-most edge stays left of the right part's left-most;"
                + " definition"));

    double focal = v.number("focalMm");
    double stop = v.number("fNumber");
    double near = v.number("focusM") * 1000;
    double far = v.number("focusFarM") * 1000;
    double bg = v.number("backgroundM") * 1000;
    int w = s.capture().width();
    double px = BackgroundBlur.mismatchPx(focal, stop, bg, near, far, s.sensorWidthMm(), w);
    double better = BackgroundBlur.smallestFNumber(focal, bg, near, far, s.sensorWidthMm(), w, 1);
    plan.check(
        new Plan.Check(
            plan.own("check:blur"),
            "Background blur of the parts",
            px <= 1 ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
            f(
                "differs %.1f px between %s m and %s m at f/%s",
                px, n(near / 1000), n(far / 1000), n(stop)),
            px <= 1
                ? ""
                : better > 0
                    ? f(
                        "Smaller opening: f/%s keeps it within 1 px; or one focus distance for all"
                            + " parts.",
                        n(better))
                    : "One focus distance for all parts; no opening keeps it within 1 px.",
            "S9",
            f("%s mm, background %s m, sensor %s mm", n(focal), n(bg / 1000), n(s.sensorWidthMm())),
            "disc = f²·|D−s| ÷ (N·D·(s−f)), times raster over sensor; thin lens"));
    DepthOfField dof = DepthOfField.of(focal, stop, s.sensorWidthMm() / 1200, near);
    boolean holds = far >= dof.nearMm() && far <= dof.farMm();
    plan.check(
        new Plan.Check(
            plan.own("check:depth"),
            "Sharp from part to part",
            holds ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
            f(
                "sharp from %.2f m to %s",
                dof.nearMm() / 1000,
                Double.isInfinite(dof.farMm()) ? "the horizon" : f("%.2f m", dof.farMm() / 1000)),
            holds ? "" : "Focus each part on its own mark, or a smaller opening.",
            "S8",
            f("%s mm, f/%s, focus %s m, circle sensor ÷ 1200", n(focal), n(stop), n(near / 1000)),
            "H = f²÷(N·c) + f; near and far limits; thin-lens handbook formula"));
    CameraBrief.sideView(
        plan,
        dof,
        near / 1000,
        bg / 1000,
        "nearest part",
        near / 1000,
        "farthest part",
        far / 1000);
    double reserve = Reframe.reserve(s.capture(), s.delivery(), v.number("push"));
    plan.check(
        new Plan.Check(
            plan.own("check:push"),
            "Picture to spare for the push",
            reserve >= 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
            f("%s× leaves %.2f source pixels a delivered one", n(v.number("push")), reserve),
            reserve >= 1
                ? ""
                : f(
                    "Record larger, or push no further than %.2f×.",
                    Reframe.punchLimit(s.capture(), s.delivery())),
            "S12",
            s.capture().text() + " into " + s.delivery().text(),
            "punch limit = source ÷ delivery; definition"));
  }

  private static void tasks(Derivation plan, Values v, List<JoinPlan> joins, boolean keyed) {
    Difficulty d = Difficulty.of(v.word("difficulty"));
    plan.task(
        plan.own("task:split"),
        "Split matte along the join",
        TaskKind.SPLIT_MATTE,
        joins.size(),
        joins.stream().allMatch(j -> j.kind() == JoinPlan.Kind.STATIC) ? Difficulty.EASY : d);
    Matting.matte(
        plan,
        v,
        plan.own("task:hand-matte"),
        "Matte where they cross",
        keyed ? 0 : crossing(joins).size(),
        d);
    plan.task(
        "task:composite", "Composite", TaskKind.COMPOSITE, joins.size() + 2.0, Difficulty.FAIR);
    plan.task(
        plan.own("task:push"),
        "Camera made in post",
        TaskKind.CAMERA_MOVE,
        v.number("push") > 1 ? 1 : 0,
        Difficulty.EASY);
  }

  private static void sketch(
      Derivation plan, ShotSetting s, List<Integer> order, List<Zone> zones, List<JoinPlan> joins) {
    List<double[][]> edges = order.stream().map(p -> Zone.edges(zones, p, s.cutFrames())).toList();
    Set<Integer> crossing = new HashSet<>(crossing(joins));
    plan.frames(
        f -> {
          List<Plan.SketchFigure> figures = new ArrayList<>();
          for (int i = 0; i < order.size(); i++) {
            figures.add(
                new Plan.SketchFigure(
                    "part " + order.get(i), "figure", edges.get(i)[f][0], edges.get(i)[f][1], 1));
          }
          return new Plan.SketchFrame(
              s.firstFrame() + f,
              figures,
              joins.stream().map(j -> j.path()[f] / s.capture().width()).toList(),
              crossing.contains(f),
              Plan.View.STILL);
        });
  }

  private static List<Integer> crossing(List<JoinPlan> joins) {
    return joins.stream().flatMap(j -> j.crossing().stream()).distinct().sorted().toList();
  }
}
