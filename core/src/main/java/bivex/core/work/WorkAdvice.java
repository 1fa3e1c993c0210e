package bivex.core.work;

import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.time.Days;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What would help, each tried out: the shots are laid again in the same order with one thing
 * otherwise, and what that brings is told in days.
 *
 * @param kind what is done
 * @param tasks it is about; empty for none
 * @param person who would do it; null for nobody who is there
 * @param what to do, in words
 * @param otherwise what was tried
 * @param sooner days by which all is done sooner
 * @param fewerLate shots that are in time by it
 */
public record WorkAdvice(
    Kind kind,
    List<OpenTask> tasks,
    String person,
    String what,
    WhatIf otherwise,
    long sooner,
    long fewerLate) {
  public enum Kind {
    /** Give tasks of a shot to somebody else. */
    GIVE,
    /** Give what is given to nobody, for whoever is first. */
    FREE,
    /** Shoot a plate, or let a task begin, sooner. */
    FORWARD,
    /** One more pair of hands. */
    HANDS
  }

  private static final int MOST = 4;
  private static final int MOST_TRIED = 60;
  private static final double USUAL_DAY = 8;

  /** What to do and what it brings, in a sentence. */
  public String words() {
    return what + ": " + WhatIf.brings(sooner, fewerLate) + ".";
  }

  /**
   * @param tasks of the schedule
   * @param calendars it was made with
   * @param now the schedule as it is
   * @return the most helpful first; empty where nothing tried helps
   */
  public static List<WorkAdvice> of(List<OpenTask> tasks, Calendars calendars, Schedule now) {
    if (now.slots().isEmpty()) {
      return List.of();
    }
    Trial trial = new Trial(tasks, calendars, now);
    Set<String> lit = lit(now);
    Set<String> busy =
        lit.stream().map(id -> now.slots().get(id).hand()).collect(Collectors.toSet());
    // A shot that stands in the way is as well given away as one that is late.
    trial.given(t -> busy.contains(t.given()));
    for (String id : lit) {
      OpenTask t = now.slots().get(id).task();
      if (now.slots().get(id).bind() == Schedule.Bind.DAY) {
        trial.forward(t);
      }
    }
    trial.free();
    trial.more();
    Set<List<OpenTask>> told = new HashSet<>();
    return trial.out.stream()
        .sorted(
            Comparator.comparingLong(WorkAdvice::fewerLate)
                .thenComparingLong(WorkAdvice::sooner)
                .reversed())
        // The same work to the one it helps most, not to each it would help.
        .filter(a -> a.kind() != Kind.GIVE || told.add(a.tasks()))
        .limit(MOST)
        .toList();
  }

  /** What the ends of late shots hang on, and that of the last shot, a number of them. */
  private static Set<String> lit(Schedule now) {
    Set<String> out = new LinkedHashSet<>();
    LocalDate end = now.end();
    now.shots().stream()
        .filter(s -> s.late() > 0 || s.day() != null && s.day().equals(end))
        .sorted(Comparator.comparingLong(Schedule.ShotEnd::late).reversed())
        .forEach(
            s -> {
              for (String id : s.chain()) {
                out.add(id);
                String bound = now.slots().get(id).bound();
                if (bound != null) {
                  out.add(bound);
                }
              }
            });
    return out.stream()
        .limit(MOST_TRIED)
        .collect(LinkedHashSet::new, LinkedHashSet::add, LinkedHashSet::addAll);
  }

  /** Lays the work again with one thing otherwise, and keeps what helps. */
  private static final class Trial {
    private final List<OpenTask> tasks;
    private final Calendars calendars;
    private final Schedule now;
    private final List<WorkAdvice> out = new ArrayList<>();
    private int left = MOST_TRIED;

    Trial(List<OpenTask> tasks, Calendars calendars, Schedule now) {
      this.tasks = tasks;
      this.calendars = calendars;
      this.now = now;
    }

    /** What of a shot is given to one person goes to another who does such work. */
    void given(Predicate<OpenTask> whose) {
      Map<String, List<OpenTask>> by =
          tasks.stream()
              .filter(t -> t.given() != null && whose.test(t))
              .collect(
                  Collectors.groupingBy(
                      t -> t.shot() + " " + t.given(), LinkedHashMap::new, Collectors.toList()));
      for (List<OpenTask> of : by.values()) {
        OpenTask first = of.get(0);
        for (Hand h : calendars.hands()) {
          boolean does = of.stream().allMatch(t -> h.skills().does(t.kind()));
          if (!h.id().equals(first.given()) && does) {
            tried(
                Kind.GIVE,
                of,
                h.id(),
                "Give "
                    + (of.size() == 1
                        ? "“" + first.label() + "” of "
                        : Said.of("%s tasks of ", of.size()))
                    + first.code()
                    + " to "
                    + h.name(),
                WhatIf.given(of, h.id()));
          }
        }
      }
    }

    /** What is given by hand goes to whoever is first; whose clock runs keeps what they are on. */
    void free() {
      List<OpenTask> of =
          tasks.stream().filter(t -> t.given() != null && t.running().isEmpty()).toList();
      if (of.size() > 1) {
        tried(
            Kind.FREE,
            of,
            null,
            Said.of("Leave the %s tasks that are given to whoever is first free", of.size()),
            WhatIf.given(of, null));
      }
    }

    /** What a task waits for is there tomorrow. */
    void forward(OpenTask task) {
      LocalDate next = now.today().plusDays(1);
      tried(
          Kind.FORWARD,
          List.of(task),
          null,
          "Have what “"
              + task.label()
              + "” of "
              + task.code()
              + " waits for by "
              + Days.words(next)
              + ", not "
              + Days.words(task.from()),
          new WhatIf(
              List.of(),
              tasks.stream()
                  .filter(
                      t ->
                          t.shot().equals(task.shot())
                              && t.from() != null
                              && t.why().equals(task.why()))
                  .map(t -> new WhatIf.Sooner(t.id(), next))
                  .toList(),
              null));
    }

    /** Somebody more, at once. */
    void more() {
      LocalDate due = now.dueOn();
      LocalDate until = due == null || due.isBefore(now.today()) ? null : due;
      tried(
          Kind.HANDS,
          List.of(),
          null,
          "One more pair of hands from today"
              + (until == null ? "" : " to " + Days.words(until))
              + ", at 8 h a weekday",
          new WhatIf(List.of(), List.of(), new WhatIf.More(now.today(), until, USUAL_DAY)));
    }

    private void tried(
        Kind kind, List<OpenTask> about, String person, String what, WhatIf otherwise) {
      if (kind != Kind.HANDS && kind != Kind.FREE && left-- <= 0) {
        return;
      }
      Schedule then =
          ScheduleSearch.ordered(
              otherwise.of(tasks), otherwise.of(calendars), now.dueOn(), now.order());
      WhatIf.Beside beside = new WhatIf.Beside(now, then, List.of());
      if (beside.lost() > 0) {
        return;
      }
      long sooner = beside.sooner();
      long fewer = beside.fewerLate();
      if (fewer > 0 || fewer == 0 && sooner > 0) {
        out.add(new WorkAdvice(kind, about, person, what, otherwise, sooner, fewer));
      }
    }
  }
}
