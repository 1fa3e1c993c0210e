package bivex.core.cut;

import bivex.core.Said;
import bivex.core.cut.ShotCut.PlateUse;
import bivex.core.effort.TaskKind;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.shoot.CameraData;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What is done to a plate before anybody works on it, in the order in which nothing has to be done
 * twice: cut out, flattened, steadied, followed and matted, retimed. Common practice, no source.
 */
public final class Preparation {
  /** From this share of a take on its rest is not worth cutting off. */
  private static final double MOST_OF_IT = 0.8;

  /** Codings whose frames hang on each other, by the names cameras give them. */
  private static final Pattern GROUPS =
      Pattern.compile("h\\.?26[45]|avc|hevc|long|gop|mpeg|ipb|av1|vp9");

  private static final Pattern WHOLE =
      Pattern.compile("all-?i|intra|xavc-?i|raw|prores|dnx|exr|dpx");
  private static final Set<TaskKind> LONG =
      Set.of(TaskKind.SOLVE, TaskKind.AUTO_TRACK, TaskKind.STABILISE, TaskKind.CUT_OUT);
  private static final Set<TaskKind> FRAMES =
      Set.of(
          TaskKind.HAND_MATTE,
          TaskKind.BRUSH_MATTE,
          TaskKind.CUT_OUT,
          TaskKind.PAINT,
          TaskKind.HAND_TRACK,
          TaskKind.AUTO_TRACK,
          TaskKind.SOLVE);

  private Preparation() {}

  /** Steps in their order. */
  public enum Kind {
    CONFORM("Cut out"),
    FLATTEN("Flatten"),
    STEADY("Steady"),
    FOLLOW("Follow and matte"),
    RETIME("Retime"),
    FREEZE("Freeze");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @param what is done
   * @param why it is, and at this place
   */
  public record Step(Kind kind, String what, String why) {}

  /**
   * @param p what is used of the take
   * @param takeFrames frames of the whole take; 0 where it is not known
   * @param camera data of the take; null where it is not known
   * @param plan of the shot
   */
  public static List<Step> of(
      PlateUse p, long takeFrames, CameraData camera, Plan plan, ShotSetting setting) {
    List<Step> out = new ArrayList<>();
    conform(p, takeFrames, plan, out);
    flatten(p, camera, plan, setting, out);
    FrameMap map = p.event().map();
    if (has(plan, Set.of(TaskKind.STABILISE))) {
      out.add(
          new Step(
              Kind.STEADY,
              "steady it as it was recorded",
              map.plain()
                  ? "before anything is laid on it"
                  : "before its speed is changed: what shook between two recorded frames is not to"
                      + " be told from what was made up between them"));
    }
    follow(p, plan, map, out);
    if (!map.plain()) {
      out.add(
          new Step(
              Kind.RETIME,
              map.said() + ", " + map.frames() + " frames",
              "after it is followed and matted, together with its mattes; the order of frames is"
                  + " kept as a list, so that another speed does not undo the work"));
    }
    held(p, map, out);
    return List.copyOf(out);
  }

  private static void conform(PlateUse p, long takeFrames, Plan plan, List<Step> out) {
    long n = p.pull().frames();
    out.add(
        new Step(
            Kind.CONFORM,
            Said.of("%s to %s, %s frames", p.first().label(), p.last().label(), n),
            takeFrames > 0 && n < MOST_OF_IT * takeFrames && has(plan, LONG)
                ? Said.of("of %s: what takes long is run on these alone", takeFrames)
                : "with the handles there are"));
  }

  private static void flatten(
      PlateUse p, CameraData camera, Plan plan, ShotSetting setting, List<Step> out) {
    String codec = camera == null || camera.codec() == null ? "" : camera.codec();
    String low = codec.toLowerCase(Locale.ROOT);
    boolean whole = WHOLE.matcher(low).find();
    boolean groups = !whole && GROUPS.matcher(low).find();
    List<String> why = new ArrayList<>();
    if (groups) {
      why.add("the frames of " + codec + " hang on each other: going to and fro is slow and slips");
    }
    if (codec.isEmpty()) {
      why.add("its coding was not noted: look whether each frame stands by itself");
    } else if (!groups && !whole) {
      why.add(codec + " is not known here: look whether each frame stands by itself");
    }
    if (!p.event().rate().equals(setting.rate())) {
      why.add(
          "it counts at "
              + p.event().rate().name()
              + " fps, the cut at "
              + setting.rate().name()
              + ": frame by frame, never by time");
    }
    Integer bits = camera == null ? null : camera.bits();
    boolean pushed = has(plan, Set.of(TaskKind.KEY, TaskKind.GRADE_MATCH, TaskKind.LIGHT_EFFECT));
    if (bits != null && bits < 10 && pushed) {
      why.add(bits + " bits: sixteen from here on, or the steps show when it is keyed and graded");
    }
    if (!why.isEmpty()) {
      boolean known = groups || whole || why.size() > 1;
      String to = "to single frames or a coding of single frames";
      out.add(
          new Step(
              Kind.FLATTEN,
              !known
                  ? "where frames hang on each other: " + to
                  : bits != null && bits < 10 && !pushed ? to : to + ", 10 bits or more",
              String.join("; ", why)));
    }
  }

  private static void follow(PlateUse p, Plan plan, FrameMap map, List<Step> out) {
    if (!has(plan, FRAMES)) {
      return;
    }
    long recorded = p.pull().frames();
    long cut = map.frames();
    boolean held = map.legs().stream().allMatch(l -> l.step().sign() == 0);
    out.add(
        new Step(
            Kind.FOLLOW,
            held ? "on the one frame that is held" : Said.of("on the %s recorded frames", recorded),
            map.plain()
                ? "as it was recorded"
                : recorded > 2 * cut
                    ? Said.of(
                        "real frames are followed best; the cut shows only %s of them: matte by"
                            + " hand only those",
                        cut)
                    : "real frames are followed best; what is made up between two of them is not"));
  }

  private static void held(PlateUse p, FrameMap map, List<Step> out) {
    for (int i = 0; i < map.legs().size(); i++) {
      FrameMap.Leg l = map.legs().get(i);
      long end = i + 1 < map.legs().size() ? map.legs().get(i + 1).from() : map.frames();
      if (l.step().sign() == 0) {
        out.add(
            new Step(
                Kind.FREEZE,
                Said.of(
                    "%s held for %s frames",
                    p.event().label(l.at().floor()).label(), end - l.from()),
                "take its noise out once and lay noise that moves over it, or the hold is seen"));
      }
    }
  }

  private static boolean has(Plan plan, Set<TaskKind> kinds) {
    return plan.tasks().stream().anyMatch(t -> kinds.contains(t.kind()));
  }
}
