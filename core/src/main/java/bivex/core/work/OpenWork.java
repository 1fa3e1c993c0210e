package bivex.core.work;

import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.effort.Estimate;
import bivex.core.effort.WorkStep;
import bivex.core.method.Plan;
import bivex.core.shot.Lean;
import bivex.core.shot.OwedItem;
import bivex.core.shot.Stage;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The open tasks of all shots with what must come before each: the usual order of work in a shot
 * ({@link WorkStep}), the day its plates are there, what it takes over from another shot, and what
 * people say it waits for. What no day can be given to is told apart, with the reason; it is not
 * guessed.
 *
 * @param tasks that a day can be given to, each after all it waits for
 * @param undated that none can
 * @param counted what is counted on as if it were there, by shot
 * @param unplanned codes of the shots that have no plan, so that none of their work is known
 */
public record OpenWork(
    List<OpenTask> tasks,
    List<Undated> undated,
    Map<String, List<String>> counted,
    List<String> unplanned) {
  /** A task that waits for something no day is known of. */
  public record Undated(OpenTask task, String why) {}

  /**
   * A shot as it stands after the shoot.
   *
   * @param day its setup is shot on; null while none is planned
   * @param said of its tasks, by key
   */
  public record ShotStand(
      String id,
      String code,
      Plan plan,
      List<OwedItem> items,
      Stage stage,
      LocalDate day,
      Map<String, TaskStand> said) {
    /** How a task of it stands. */
    public TaskStand stand(String key) {
      return said.getOrDefault(key, TaskStand.FRESH);
    }

    private boolean open(String key) {
      return items.stream().anyMatch(i -> i.key().equals(key) && i.open());
    }

    private List<Plan.Task> openTasks() {
      return plan.tasks().stream().filter(t -> open(t.key())).toList();
    }

    private List<OwedItem> owed(OwedItem.Kind kind) {
      return items.stream()
          .filter(i -> i.kind() == kind && i.state() == OwedItem.State.OWED)
          .toList();
    }
  }

  /** Id of a task among those of all shots. */
  public static String id(String shot, String key) {
    return shot + " " + key;
  }

  /**
   * @param shots that are in the picture, without omitted ones
   * @param leans of all of them
   * @param names of people, by id
   */
  public static OpenWork of(
      List<ShotStand> shots, Collection<Lean> leans, Map<String, String> names, LocalDate today) {
    Map<String, ShotStand> by = new HashMap<>();
    shots.forEach(s -> by.put(s.id(), s));
    Map<String, OpenTask> all = new LinkedHashMap<>();
    Map<String, String> never = new HashMap<>();
    Map<String, List<String>> counted = new LinkedHashMap<>();
    List<String> unplanned = new ArrayList<>();
    for (ShotStand s : shots) {
      if (s.stage() == Stage.MARKED && s.plan().tasks().isEmpty()) {
        unplanned.add(s.code());
      }
      for (Plan.Task t : s.openTasks()) {
        task(s, t, leans, by, names, today, all, never);
      }
      List<String> on = counted(s, leans, by);
      if (!on.isEmpty()) {
        counted.put(s.id(), on);
      }
    }
    return sorted(all, never, counted, unplanned);
  }

  private static void task(
      ShotStand s,
      Plan.Task t,
      Collection<Lean> leans,
      Map<String, ShotStand> by,
      Map<String, String> names,
      LocalDate today,
      Map<String, OpenTask> all,
      Map<String, String> never) {
    String id = id(s.id(), t.key());
    TaskStand stand = s.stand(t.key());
    WorkStep step = WorkStep.of(t.kind());
    LocalDate from = null;
    String why = "";
    if (step.onPlates()) {
      for (OwedItem p : s.owed(OwedItem.Kind.PLATE)) {
        if (s.day() == null || s.day().isBefore(today)) {
          never.putIfAbsent(
              id, "waits for " + the(p.label()) + ", which has no shooting day to come");
        } else if (from == null) {
          from = s.day().plusDays(1);
          why = "waits for " + the(p.label());
        }
      }
    }
    if (stand.notBefore() != null && (from == null || stand.notBefore().isAfter(from))) {
      from = stand.notBefore();
      why = "not to be begun before";
    }
    Set<String> after = new HashSet<>();
    TaskStand.Waiting w = stand.waiting();
    boolean task = w != null && w.item() != null && isTask(s, w.item());
    // A plate holds it by its own day already.
    boolean plate = w != null && w.item() != null && ItemKey.of(w.item()).plate();
    if (task) {
      after.add(id(s.id(), w.item()));
    } else if (w != null && !(plate && step.onPlates())) {
      String what = "waits for " + waitedFor(s, w, names);
      if (w.day() == null || w.day().isBefore(today)) {
        never.putIfAbsent(id, what + ", and nobody has said until when");
      } else if (from == null || w.day().isAfter(from)) {
        from = w.day();
        why = what;
      }
    }
    for (Plan.Task other : s.openTasks()) {
      if (step.after().contains(WorkStep.of(other.kind()))) {
        after.add(id(s.id(), other.key()));
      }
    }
    for (Lean l : leans) {
      ShotStand on = by.get(l.on());
      if (l.shot().equals(s.id())
          && on != null
          && step.onPlates()
          && !l.there(on.plan(), on.items(), on.stage())) {
        Set<String> keys = l.holdsUp(on.plan(), on.items());
        on.openTasks().stream()
            .filter(o -> keys.contains(o.key()))
            .forEach(o -> after.add(id(on.id(), o.key())));
        if (keys.isEmpty()) {
          never.putIfAbsent(
              id,
              Said.of(
                  "takes over the %s of %s, which is not planned there",
                  l.what().words(), on.code()));
        }
      }
    }
    after.remove(id);
    all.put(
        id,
        new OpenTask(
            id,
            s.id(),
            s.code(),
            t.key(),
            t.label(),
            t.kind(),
            stand.remaining(t.hours()),
            stand.left() != null,
            stand.given(),
            stand.holder(),
            stand.running().keySet(),
            from != null && from.isAfter(today) ? from : null,
            from != null && from.isAfter(today) ? why : "",
            after.stream().sorted().toList()));
  }

  private static String waitedFor(ShotStand s, TaskStand.Waiting w, Map<String, String> names) {
    String what =
        w.item() != null
            ? the(s.plan().label(w.item()))
            : w.person() != null ? names.getOrDefault(w.person(), "somebody") : "";
    return what.isEmpty() || w.words().isEmpty() ? what + w.words() : what + ": " + w.words();
  }

  /**
   * What a shot needs that nobody has yet and no work of the plan makes: its elements, and what it
   * takes over from another shot that is to be decided there, not made.
   */
  private static List<String> counted(
      ShotStand s, Collection<Lean> leans, Map<String, ShotStand> by) {
    List<Plan.Task> open = s.openTasks();
    List<String> out = new ArrayList<>();
    if (open.stream().anyMatch(t -> WorkStep.of(t.kind()).withElements())) {
      s.owed(OwedItem.Kind.ELEMENT).forEach(e -> out.add(e.label()));
    }
    for (Lean l : leans) {
      ShotStand on = by.get(l.on());
      if (l.shot().equals(s.id())
          && on != null
          && !open.isEmpty()
          && !l.there(on.plan(), on.items(), on.stage())) {
        Set<String> keys = l.holdsUp(on.plan(), on.items());
        if (!keys.isEmpty() && on.openTasks().stream().noneMatch(t -> keys.contains(t.key()))) {
          out.add(l.what().words() + " of " + on.code());
        }
      }
    }
    return List.copyOf(out);
  }

  private static boolean isTask(ShotStand s, String key) {
    return s.plan().tasks().stream().anyMatch(t -> t.key().equals(key));
  }

  private static String the(String label) {
    String in = Said.inside(label);
    return in.startsWith("with ") ? "the plate " + in : "the " + in;
  }

  /** Each after all it waits for; what waits for something without a day has none either. */
  private static OpenWork sorted(
      Map<String, OpenTask> all,
      Map<String, String> never,
      Map<String, List<String>> counted,
      List<String> unplanned) {
    List<OpenTask> out = new ArrayList<>();
    List<Undated> undated = new ArrayList<>();
    Map<String, OpenTask> left = new LinkedHashMap<>(all);
    boolean more = true;
    while (more) {
      more = false;
      for (OpenTask t : List.copyOf(left.values())) {
        if (t.after().stream().anyMatch(left::containsKey)) {
          continue;
        }
        left.remove(t.id());
        more = true;
        String own = never.get(t.id());
        String held =
            own != null
                ? null
                : t.after().stream().filter(never::containsKey).findFirst().orElse(null);
        if (own != null) {
          undated.add(new Undated(t, own));
        } else if (held != null) {
          never.put(t.id(), never.get(held));
          undated.add(
              new Undated(
                  t, "comes after “" + all.get(held).label() + "”, which " + never.get(held)));
        } else {
          out.add(t);
        }
      }
    }
    // People may say of two tasks that each waits for the other.
    left.values()
        .forEach(
            t ->
                undated.add(new Undated(t, "waits for work that, by way of others, waits for it")));
    return new OpenWork(
        List.copyOf(out), List.copyOf(undated), Map.copyOf(counted), List.copyOf(unplanned));
  }

  /** Hours of all of it that a day can be given to. */
  public Estimate hours() {
    return tasks.stream().map(OpenTask::left).reduce(Estimate.NONE, Estimate::plus);
  }
}
