package bivex.core.shot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.effort.TaskKind;
import bivex.core.method.Plan;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One shot leans on another: it takes over something that is made there, which is then made once
 * and made first.
 *
 * @param shot that leans
 * @param on the shot it leans on
 */
public record Lean(String shot, String on, What what) {
  /** What is taken over. */
  public enum What {
    SOLVE("camera solve", Set.of(TaskKind.SOLVE)),
    MATTE(
        "matte",
        Set.of(TaskKind.SPLIT_MATTE, TaskKind.HAND_MATTE, TaskKind.BRUSH_MATTE, TaskKind.CUT_OUT)),
    ELEMENT("element", Set.of(TaskKind.ELEMENT_SHOOT, TaskKind.BUILD, TaskKind.DRAWING)),
    LOOK("look", Set.of(TaskKind.LOOK)),
    MASTER("whole shot", Set.of());

    private final String words;
    private final Set<TaskKind> work;

    What(String words, Set<TaskKind> work) {
      this.words = words;
      this.work = work;
    }

    public String words() {
      return words;
    }

    private List<Plan.Task> tasks(Plan plan) {
      return plan.tasks().stream().filter(t -> work.contains(t.kind())).toList();
    }
  }

  public Lean {
    shot = InvalidInput.text("shot", shot);
    on = InvalidInput.text("on", on);
    if (what == null) {
      throw new InvalidInput("what", "must be one of " + List.of(What.values()));
    }
    if (shot.equals(on)) {
      throw new InvalidInput("on", "must be another shot");
    }
  }

  /**
   * @param all that is said already
   * @throws InvalidInput naming {@code on} when that shot, by way of others, leans on this one
   */
  public void mustNotTurn(Collection<Lean> all) {
    Map<String, String> from = new HashMap<>();
    Deque<String> next = new ArrayDeque<>(List.of(on));
    from.put(on, "");
    while (!next.isEmpty()) {
      String at = next.poll();
      if (at.equals(shot)) {
        throw new InvalidInput("on", "leans on this shot itself, so neither could be made first");
      }
      for (Lean l : all) {
        if (l.shot.equals(at) && from.putIfAbsent(l.on, at) == null) {
          next.add(l.on);
        }
      }
    }
  }

  /**
   * Work that is planned on both, though one takes it over from the other.
   *
   * @param mine plan of the shot that leans
   * @param theirs of the one it leans on
   * @return labels of the shot's own work; empty when nothing is done twice
   */
  public List<String> twice(Plan mine, Plan theirs) {
    return what.tasks(theirs).isEmpty()
        ? List.of()
        : what.tasks(mine).stream().map(Plan.Task::label).toList();
  }

  /** Keys of the work of the shot that is leaned on whose outcome is taken over. */
  public Set<String> made(Plan theirs) {
    return (what == What.MASTER ? theirs.tasks() : what.tasks(theirs))
        .stream().map(Plan.Task::key).collect(Collectors.toSet());
  }

  /**
   * What of the shot that is leaned on holds up the other, by the keys of its things.
   *
   * @param theirs plan of the shot that is leaned on
   * @param items of it
   * @return keys of what is open; all that is open where the whole shot is taken over
   */
  public Set<String> holdsUp(Plan theirs, List<OwedItem> items) {
    Set<String> keys =
        what == What.LOOK
            ? Set.of(ItemKey.LOOK.toString())
            : what.tasks(theirs).stream().map(Plan.Task::key).collect(Collectors.toSet());
    return items.stream()
        .filter(OwedItem::open)
        .map(OwedItem::key)
        .filter(k -> what == What.MASTER || keys.contains(k))
        .collect(Collectors.toSet());
  }

  /**
   * Whether what is taken over is there.
   *
   * @param plan of the shot that is leaned on
   * @param items of it, as they stand
   * @param stage of it
   */
  public boolean there(Plan plan, List<OwedItem> items, Stage stage) {
    if (what == What.MASTER) {
      return stage.compareTo(Stage.AGREED) >= 0;
    }
    List<String> keys =
        what == What.LOOK
            ? List.of(ItemKey.LOOK.toString())
            : what.tasks(plan).stream().map(Plan.Task::key).toList();
    return !keys.isEmpty()
        && keys.stream()
            .allMatch(
                k ->
                    items.stream()
                        .anyMatch(i -> i.key().equals(k) && i.state() == OwedItem.State.IN_HAND));
  }
}
