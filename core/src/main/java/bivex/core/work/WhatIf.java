package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.crew.Part;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What might be otherwise: the work is laid with it beside how it is laid, and nothing is kept.
 *
 * @param gives tasks that somebody else would have
 * @param sooner tasks that could be begun on another day
 * @param more hands that are not there yet; null for none
 */
public record WhatIf(List<Give> gives, List<Sooner> sooner, More more) {
  /** Id of the hands that are not there yet. */
  public static final String ONE_MORE = "one more";

  private static final double LONGEST_DAY = 16;

  /**
   * @param task by id
   * @param person null (or nothing) for whoever is first free
   */
  public record Give(String task, String person) {
    public Give {
      person = person == null || person.isBlank() ? null : person;
    }
  }

  /**
   * @param task by id
   */
  public record Sooner(String task, LocalDate day) {}

  /**
   * One more pair of hands for all kinds of work.
   *
   * @param until last day; null for as long as there is work
   * @param hours each weekday
   */
  public record More(LocalDate from, LocalDate until, double hours) {}

  /**
   * When a shot is done.
   *
   * @param now as it is laid; null for no day
   * @param then as it would be
   */
  public record Shift(String shot, LocalDate now, LocalDate then) {}

  /**
   * How the work would lie.
   *
   * @param then as it would be laid
   * @param shifts shots that are done on another day
   */
  public record Beside(Schedule now, Schedule then, List<Shift> shifts) {
    public long sooner() {
      return now.end() == null || then.end() == null
          ? 0
          : then.end().until(now.end(), ChronoUnit.DAYS);
    }

    public long fewerLate() {
      return now.worth().late() - then.worth().late();
    }

    /** Tasks that have a day, and would have none. */
    public long lost() {
      return now.slots().keySet().stream().filter(t -> !then.slots().containsKey(t)).count();
    }

    /**
     * What it brings, in a sentence. What would have no day comes first: the rest is without it.
     */
    public String words() {
      String w = brings(sooner(), fewerLate());
      String last = Character.toUpperCase(w.charAt(0)) + w.substring(1);
      long lost = lost();
      return lost == 0
          ? last
          : Said.of(
              "%s would have no day, and nothing is said of when all is done",
              lost == 1 ? "One task" : lost + " tasks");
    }
  }

  /** Gives tasks to one person. */
  static WhatIf given(List<OpenTask> tasks, String person) {
    return new WhatIf(tasks.stream().map(t -> new Give(t.id(), person)).toList(), List.of(), null);
  }

  /**
   * Checked against the work it is said of.
   *
   * @throws InvalidInput naming the field
   */
  public WhatIf checked(List<OpenTask> tasks, Calendars calendars) {
    if (gives.isEmpty() && sooner.isEmpty() && more == null) {
      throw new InvalidInput("gives", "must say what might be otherwise");
    }
    InvalidInput.within("gives", (long) gives.size(), 0, tasks.size());
    InvalidInput.within("sooner", (long) sooner.size(), 0, tasks.size());
    Map<String, OpenTask> known =
        tasks.stream().collect(Collectors.toMap(OpenTask::id, Function.identity()));
    Map<String, Hand> there =
        calendars.hands().stream().collect(Collectors.toMap(Hand::id, Function.identity()));
    for (Give g : gives) {
      OpenTask t = known(known, "gives", g == null ? null : g.task());
      if (g.person() != null) {
        Hand h = there.get(g.person());
        if (h == null) {
          throw new InvalidInput("gives", "must name somebody with hours here");
        }
        if (!h.skills().does(t.kind())) {
          throw new InvalidInput(
              "gives", "has “" + t.label() + "” for " + h.name() + ", who does no such work");
        }
      }
    }
    for (Sooner s : sooner) {
      known(known, "sooner", s == null ? null : s.task());
      if (s.day() == null || s.day().isBefore(calendars.today())) {
        throw new InvalidInput("sooner", "must name a day from today on");
      }
    }
    if (more != null) {
      if (more.from() == null || more.from().isBefore(calendars.today())) {
        throw new InvalidInput("more", "must begin on a day from today on");
      }
      if (more.until() != null && more.until().isBefore(more.from())) {
        throw new InvalidInput("more", "must not end before it begins");
      }
      InvalidInput.within("more", more.hours(), 0.5, LONGEST_DAY);
    }
    return this;
  }

  private static OpenTask known(Map<String, OpenTask> known, String field, String task) {
    OpenTask t = task == null ? null : known.get(task);
    if (t == null) {
      throw new InvalidInput(field, "must name an open task that has a day");
    }
    return t;
  }

  /** The tasks as they would be. */
  List<OpenTask> of(List<OpenTask> tasks) {
    Map<String, Give> to = new HashMap<>();
    gives.forEach(g -> to.put(g.task(), g));
    Map<String, LocalDate> from = new HashMap<>();
    sooner.forEach(s -> from.put(s.task(), s.day()));
    return tasks.stream()
        .map(
            t -> {
              Give g = to.get(t.id());
              LocalDate day = from.getOrDefault(t.id(), t.from());
              return g == null && Objects.equals(day, t.from())
                  ? t
                  : t.otherwise(g == null ? t.given() : g.person(), day);
            })
        .toList();
  }

  /** Who would be there. */
  Calendars of(Calendars calendars) {
    return more == null
        ? calendars
        : calendars.with(
            new Hand(
                ONE_MORE,
                ONE_MORE,
                WorkingTime.usual(more.hours()),
                new Part(1, more.from(), more.until()),
                Skills.ANY,
                d -> null));
  }

  /**
   * The work laid with it, by the search that lays it once it is so.
   *
   * @param now as it is laid
   */
  public Beside beside(List<OpenTask> tasks, Calendars calendars, Schedule now) {
    Schedule then = ScheduleSearch.after(of(tasks), of(calendars), now.dueOn(), now.order());
    Map<String, Schedule.ShotEnd> before =
        now.shots().stream().collect(Collectors.toMap(Schedule.ShotEnd::shot, e -> e));
    List<Shift> shifts = new ArrayList<>();
    for (Schedule.ShotEnd e : then.shots()) {
      Schedule.ShotEnd was = before.get(e.shot());
      if (!Objects.equals(was.day(), e.day())) {
        shifts.add(new Shift(e.shot(), was.day(), e.day()));
      }
    }
    return new Beside(now, then, List.copyOf(shifts));
  }

  /**
   * @param sooner days by which all is done sooner
   * @param fewer shots that are in time by it; negative for more that are late
   */
  static String brings(long sooner, long fewer) {
    long n = Math.abs(fewer);
    String late =
        fewer == 0
            ? ""
            : Said.of(
                "%s %s late", n == 1 ? "one shot" : n + " shots", fewer > 0 ? "fewer" : "more");
    String days =
        sooner == 0
            ? "the last day stays"
            : Said.of(
                "all is done %s %s",
                Math.abs(sooner) == 1 ? "one day" : Math.abs(sooner) + " days",
                sooner > 0 ? "sooner" : "later");
    return late.isEmpty() ? days : late + ", " + days;
  }
}
