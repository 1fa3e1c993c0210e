package bivex.core.work;

import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.effort.Estimate;
import bivex.core.time.Days;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The open work and where it lies: what both together say of a shot, a task, a person. */
public final class WorkPlan {
  private final OpenWork open;
  private final Schedule schedule;
  private final Map<String, Hand> hands;
  private final Map<String, String> names;
  private final Map<String, OpenWork.Undated> undated = new HashMap<>();
  private final Map<String, OpenTask> tasks = new LinkedHashMap<>();

  public WorkPlan(OpenWork open, Schedule schedule, List<Hand> hands) {
    this.open = open;
    this.schedule = schedule;
    this.hands = hands.stream().collect(Collectors.toMap(Hand::id, Function.identity()));
    names = hands.stream().collect(Collectors.toMap(Hand::id, Hand::name));
    open.undated().forEach(u -> undated.put(u.task().id(), u));
    Stream.concat(open.tasks().stream(), open.undated().stream().map(OpenWork.Undated::task))
        .forEach(t -> tasks.put(t.id(), t));
  }

  public OpenWork open() {
    return open;
  }

  public Schedule schedule() {
    return schedule;
  }

  /** All that is to be done, with a day or without. */
  public Collection<OpenTask> tasks() {
    return Collections.unmodifiableCollection(tasks.values());
  }

  /** Who is to do a task: as it is laid, else who has it; null for nobody. */
  public String by(OpenTask task) {
    Schedule.Slot slot = schedule.slots().get(task.id());
    return slot == null ? task.holder() : slot.hand();
  }

  /** Hours a task takes whoever is to do it. */
  public Estimate hours(OpenTask task) {
    Hand who = hands.get(by(task));
    return who == null || task.spoken()
        ? task.left()
        : task.left().times(who.skills().factor(task.kind()));
  }

  /**
   * When each shot's work is done, the earliest first; one of which some work has no day has none,
   * with the reason, and comes last.
   */
  public List<Schedule.ShotEnd> shots() {
    Map<String, Schedule.ShotEnd> out = new LinkedHashMap<>();
    schedule.shots().forEach(e -> out.put(e.shot(), e));
    Map<String, OpenWork.Undated> first = new LinkedHashMap<>();
    open.undated().forEach(u -> first.putIfAbsent(u.task().shot(), u));
    first.forEach(
        (shot, u) ->
            out.put(
                shot,
                new Schedule.ShotEnd(
                    shot,
                    u.task().code(),
                    null,
                    0,
                    List.of(),
                    "“" + u.task().label() + "” " + u.why())));
    return out.values().stream()
        .sorted(
            Comparator.comparing(
                    Schedule.ShotEnd::day,
                    Comparator.nullsLast(Comparator.<LocalDate>naturalOrder()))
                .thenComparing(Schedule.ShotEnd::code))
        .toList();
  }

  /** Whether any work is open. */
  public boolean left() {
    return !tasks.isEmpty();
  }

  /** An open task; null where it is not. */
  public OpenTask task(String id) {
    return tasks.get(id);
  }

  /** Name of somebody who works here. */
  public String name(String person) {
    return names.getOrDefault(person, "somebody who left");
  }

  /**
   * What somebody's calendar says of their work on a task on days in a row: it is laid anew
   * whenever something changes.
   */
  public String asLaid(Schedule.Slot slot, Schedule.Stretch stretch) {
    String held = held(slot.task().id());
    return Said.of(
            "%.1f of %.1f h, as laid on %s; it moves as the work does.",
            stretch.hours(), slot.hours(), Days.words(schedule.today()))
        + (held.isEmpty() ? "" : " Not sooner: " + held + ".");
  }

  /** Why a task is not begun sooner, or has no day; empty where nothing holds it. */
  public String held(String id) {
    OpenWork.Undated never = undated.get(id);
    return never != null
        ? never.why()
        : schedule.slots().containsKey(id)
            ? schedule.held(id, names)
            : tasks.containsKey(id) ? Schedule.undone(tasks.get(id)) : "";
  }

  /**
   * What somebody has, in the order to do it: what their clock runs on, then as it is laid, then
   * what has no day.
   */
  public List<OpenTask> of(String person) {
    Map<String, Integer> turn = new HashMap<>();
    schedule.of(person).forEach(s -> turn.put(s.task().id(), s.turn()));
    List<OpenTask> out = new ArrayList<>();
    for (OpenTask t : tasks.values()) {
      if (person.equals(t.holder()) || t.running().contains(person) || turn.containsKey(t.id())) {
        out.add(t);
      }
    }
    out.sort(
        Comparator.comparing((OpenTask t) -> !t.running().contains(person))
            .thenComparing(t -> turn.getOrDefault(t.id(), Integer.MAX_VALUE))
            .thenComparing(OpenTask::code));
    return out;
  }

  /** Work of others that cannot begin before a task of somebody's is done, in words. */
  public List<String> holdsUp(String id, String person) {
    return tasks.values().stream()
        .filter(t -> t.after().contains(id))
        .map(t -> schedule.slots().get(t.id()))
        .filter(Objects::nonNull)
        .filter(s -> !s.hand().equals(person))
        .map(s -> "“" + s.task().label() + "” of " + s.task().code() + ", " + name(s.hand()))
        .distinct()
        .toList();
  }
}
