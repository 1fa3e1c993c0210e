package bivex.core.effort;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/**
 * The usual order of work inside a shot: what is steadied is followed, what is followed is matted
 * and painted, then elements are laid in, put together, moved, graded and given sound. What is made
 * apart from the picture waits for none of it. Common practice, no source; a task that stands in
 * the way of another for a reason of its own is said to wait for it.
 */
public enum WorkStep {
  STEADY,
  TRACK,
  MATTE,
  RETIME,
  /** Built, drawn, tried or shot apart: needs no plate of the shot. */
  MADE,
  PLACED,
  COMPOSITE,
  CAMERA,
  GRADE,
  SOUND;

  private static final Map<TaskKind, WorkStep> OF = new EnumMap<>(TaskKind.class);

  static {
    put(STEADY, TaskKind.STABILISE);
    put(TRACK, TaskKind.AUTO_TRACK, TaskKind.HAND_TRACK, TaskKind.SOLVE);
    put(
        MATTE,
        TaskKind.SPLIT_MATTE,
        TaskKind.HAND_MATTE,
        TaskKind.BRUSH_MATTE,
        TaskKind.CUT_OUT,
        TaskKind.KEY,
        TaskKind.PAINT);
    put(RETIME, TaskKind.RETIME);
    put(MADE, TaskKind.ELEMENT_SHOOT, TaskKind.DRAWING, TaskKind.BUILD, TaskKind.LOOK);
    put(PLACED, TaskKind.ELEMENT, TaskKind.LIGHT_EFFECT, TaskKind.STREAK, TaskKind.RENDER);
    put(COMPOSITE, TaskKind.COMPOSITE);
    put(CAMERA, TaskKind.CAMERA_MOVE);
    put(GRADE, TaskKind.GRADE_MATCH);
    put(SOUND, TaskKind.SOUND);
  }

  private static void put(WorkStep step, TaskKind... kinds) {
    for (TaskKind k : kinds) {
      OF.put(k, step);
    }
  }

  public static WorkStep of(TaskKind kind) {
    return OF.get(kind);
  }

  /** Steps of the same shot that must be done first. */
  public Set<WorkStep> after() {
    return this == MADE || this == STEADY
        ? Set.of()
        : EnumSet.range(STEADY, values()[ordinal() - 1]);
  }

  /** Whether it is done on the plates of the shot. */
  public boolean onPlates() {
    return this != MADE;
  }

  /** Whether the elements of the shot must be there. */
  public boolean withElements() {
    return compareTo(PLACED) >= 0;
  }
}
