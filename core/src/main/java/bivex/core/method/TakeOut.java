package bivex.core.method;

import static bivex.core.method.CameraBrief.f;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.OffsetCopy;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/** G1: something that must not be seen is taken out. */
public final class TakeOut implements Method {
  private static final String CLEAN = "a clean plate";
  private static final String OFFSET = "an offset copy of the take";
  private static final String PAINT = "painting";

  /** Frames a standing patch is painted on; common practice, no source. */
  private static final int PAINTED = 3;

  @Override
  public String id() {
    return "G1";
  }

  @Override
  public String name() {
    return "Take out";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "A rig, a cable, a sign or somebody passing is covered by what is behind it: from a"
        + " clean plate, from the same take some frames earlier or later, or painted.";
  }

  @Override
  public String rightWhen() {
    return "What is behind it can be shot, is free in other frames, or is simple enough to paint.";
  }

  @Override
  public List<String> cues() {
    return List.of("wire", "rig", "cable", "scaffold", "passer", "aerial", "mast", "sign");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.text("thing", "What is taken out", "the rig", "named in plates and layers"),
        Parameter.choice(
            "by",
            "Covered from",
            List.of(CLEAN, OFFSET, PAINT),
            "a clean plate costs ten seconds on the day"),
        Parameter.choice("camera", "Camera", List.of("locked", "moving"), "as it plays the shot"),
        Parameter.choice(
            "behind",
            "Behind it",
            List.of("flat or far away", "deep: near and far things"),
            "what is deep shifts against itself while the camera moves"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 44, "for the picture"),
        Parameter.number(
            "widthPct", "It fills", "% of width", 0.1, 100, 12, "at its largest, along its way"),
        Parameter.yesNo(
            "shadow",
            "It throws a shadow or is mirrored",
            true,
            "both go with it, else they tell on it"),
        Parameter.number("shadowPct", "Shadow beyond it", "% of width", 0, 100, 5, "along its way"),
        Parameter.number(
            "pxPerSecond",
            "Slowest it moves",
            "px/s",
            0,
            1e6,
            400,
            "of the recorded picture; 0 where it stands"),
        Parameter.whole(
            "crossers",
            "Frames in which others pass in front",
            "frames",
            0,
            100_000,
            0,
            "their matte"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "widthPx", v.number("widthPct") / 100 * s.capture().width(),
        "shadowPx", shadowPx(s, v),
        "pxPerSecond", Math.max(0.1, v.number("pxPerSecond")));
  }

  private static double shadowPx(ShotSetting s, Values v) {
    return v.yes("shadow") ? v.number("shadowPct") / 100 * s.capture().width() : 0;
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String thing = v.word("thing");
    boolean locked = v.word("camera").equals("locked");
    String by = v.word("by");
    if (locked) {
      CameraBrief.held(plan, v, "what covers it must lie on the take");
    } else {
      CameraBrief.brief(plan, v, "as the shot asks", "what covers it is tracked on", s.rate());
    }
    int offset = by.equals(OFFSET) ? offset(plan, v, locked) : 0;
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        offset == 0
            ? "With " + thing + " in frame."
            : f(
                "With %s in frame; roll %d frames, %.1f s, before the cut begins or after it ends.",
                thing, offset, s.rate().seconds(offset)),
        s.seconds() + (offset == 0 ? 0 : s.rate().seconds(offset)),
        locked,
        "paint what covers it");
    CameraBrief.performance(plan);
    if (by.equals(CLEAN)) {
      plan.clean(Math.max(10, s.seconds()), false);
      if (!locked) {
        plan.datum(
            "datum:same-way",
            "Clean plate on the same way",
            "Repeat the move as well as it can be without " + thing + ", at the same speed.",
            Plan.Due.BEFORE_STRIKE);
      }
    }
    String settledBy =
        by.equals(CLEAN)
            ? "plate:clean"
            : by.equals(OFFSET) ? "plate:performance-1" : plan.own("task:paint");
    plan.layer(
        plan.own("layer:cover"),
        "What covers " + thing,
        by.equals(OFFSET) ? "the take itself" : by.equals(CLEAN) ? "clean plate" : "painted",
        "over",
        "garbage",
        offset == 0 ? "" : f("shifted by %d frames", offset),
        locked ? "" : "tracked to what is behind it",
        settledBy,
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (v.whole("crossers") > 0) {
      plan.layer(
          plan.own("layer:front"),
          "Others in front",
          "performance",
          "over",
          "matte",
          plan.own("task:front"),
          List.of(plan.span(0, v.whole("crossers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
    plan.grade();
    tasks(plan, v, locked, by);
    checks(plan, v, locked, by);
    double left = v.number("leftPct") / 100;
    double right = Math.min(1, left + v.number("widthPct") / 100);
    plan.sketch(
        i ->
            List.of(
                new Plan.SketchFigure("performer", "figure", 0.12, 0.3, 1),
                new Plan.SketchFigure(
                    thing, "ghost", left, Math.max(left + 0.01, right), 0.1, 0.9, 0.4)));
  }

  /** Frames the copy is shifted by; 0 where the thing never leaves its own place. */
  private static int offset(Derivation plan, Values v, boolean locked) {
    ShotSetting s = plan.setting();
    double speed = v.number("pxPerSecond");
    boolean stands = speed <= 0;
    int o =
        stands
            ? 0
            : OffsetCopy.frames(
                v.number("widthPct") / 100 * s.capture().width(),
                shadowPx(s, v),
                OffsetCopy.MARGIN_PX,
                speed,
                s.rate());
    plan.check(
        "offset",
        "It leaves its own place",
        stands || !locked ? Plan.Grade.FAILS : Plan.Grade.HOLDS,
        stands
            ? "it stands: no frame of the take is free there"
            : f("after %d frames, %.1f s", o, s.rate().seconds(o)),
        stands
            ? "Cover it from a clean plate, or paint it."
            : "A moving camera shows another place in other frames: cover it from a clean plate.",
        "S33",
        f("%.0f px/s", speed),
        "two intervals that no longer overlap; definition");
    return o;
  }

  private static void tasks(Derivation plan, Values v, boolean locked, String by) {
    ShotSetting s = plan.setting();
    boolean deep = !locked && v.word("behind").startsWith("deep");
    plan.task(
        plan.own("task:garbage"),
        "Matte of what is covered",
        TaskKind.SPLIT_MATTE,
        1,
        Difficulty.of(v.word("difficulty")));
    if (!locked) {
      plan.task(
          plan.own("task:track"),
          deep ? "Camera solve" : "Track of what is behind it",
          deep ? TaskKind.SOLVE : TaskKind.AUTO_TRACK,
          1,
          Difficulty.FAIR);
    }
    if (by.equals(PAINT)) {
      plan.task(
          plan.own("task:paint"),
          "Paint what is behind it",
          TaskKind.PAINT,
          deep ? s.cutFrames() : PAINTED,
          Difficulty.of(v.word("difficulty")));
    }
    Matting.matte(
        plan,
        v,
        plan.own("task:front"),
        "Matte of those in front",
        v.whole("crossers"),
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:shadow"),
        "Shadow and mirror image of it",
        TaskKind.PAINT,
        v.yes("shadow") && by.equals(PAINT) ? PAINTED : 0,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.EASY);
  }

  private static void checks(Derivation plan, Values v, boolean locked, String by) {
    boolean deep = v.word("behind").startsWith("deep");
    if (!locked) {
      plan.check(
          "behind",
          "What covers it moves as the camera does",
          deep ? Plan.Grade.DOUBTFUL : Plan.Grade.HOLDS,
          deep ? "near and far things shift against one another" : "one plane, tracked",
          by.equals(PAINT)
              ? "Every frame is painted: lock the camera, or move the thing out of the way."
              : "Lock the camera, or repeat the move without it by a head that repeats.",
          "",
          "camera " + v.word("camera"),
          "common practice, no source");
    }
    if (v.yes("shadow")) {
      plan.check(
          "shadow",
          "Shadow and mirror image",
          by.equals(CLEAN) && locked ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          by.equals(CLEAN) && locked
              ? "free in the clean plate; the matte must take them in"
              : "they tell on it when they stay",
          "Look for them in panes, water and polished floors before the camera rolls.",
          "",
          "",
          "common practice, no source");
    }
  }
}
