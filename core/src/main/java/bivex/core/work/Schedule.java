package bivex.core.work;

import bivex.core.Said;
import bivex.core.time.Days;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Who does which open task when, so that as few shots as can be are late, then with few hand-overs
 * inside a shot, then with little work after the due day, then early. What is given to somebody
 * stays theirs. Nobody does two things at once; what does not fit into a day goes on the next.
 *
 * @param slots by task; a task nobody who is there can do has none
 * @param order of the shots as they were laid, for another search to begin with
 */
public record Schedule(
    LocalDate today,
    LocalDate dueOn,
    Map<String, Slot> slots,
    List<ShotEnd> shots,
    List<String> order,
    Worth worth) {

  /** What keeps a task from being begun sooner. */
  public enum Bind {
    /** Nothing: it begins at once. */
    NOTHING,
    /** The day of a plate, or a day that was said. */
    DAY,
    /** Another task. */
    TASK,
    /** Its hands do something else. */
    HANDS,
    /** Its hands are not there. */
    AWAY
  }

  /** Hours of a task on a day. */
  public record Piece(LocalDate day, double hours) {}

  /** Hours of a task on days in a row. */
  public record Stretch(LocalDate first, LocalDate last, double hours) {}

  /**
   * Where a task lies.
   *
   * @param hand who does it
   * @param turn of all they do, from 0
   * @param latest day it must be begun on at the latest to be in time, if nothing else came
   *     between; null without a due day
   * @param bound id of the task that binds it; null for none
   */
  public record Slot(
      OpenTask task,
      String hand,
      int turn,
      LocalDate first,
      LocalDate last,
      LocalDate latest,
      double hours,
      List<Piece> pieces,
      Bind bind,
      String bound) {
    /** Days in a row on which it is worked on, first to last. */
    public List<Stretch> stretches() {
      List<Stretch> out = new ArrayList<>();
      for (Piece p : pieces) {
        Stretch last = out.isEmpty() ? null : out.get(out.size() - 1);
        if (last != null && !p.day().isAfter(last.last().plusDays(1))) {
          out.set(out.size() - 1, new Stretch(last.first(), p.day(), last.hours() + p.hours()));
        } else {
          out.add(new Stretch(p.day(), p.day(), p.hours()));
        }
      }
      return out;
    }

    /** By when it must be begun, in words; empty without a due day. */
    public String begunBy(LocalDate today) {
      return latest == null
          ? ""
          : latest.isBefore(today)
              ? "for the due day it should have been begun before today"
              : "for the due day begun on "
                  + Days.words(latest)
                  + " at the very latest, if nothing else came between";
    }
  }

  /**
   * When a shot's work is done.
   *
   * @param day null where some of it has no day
   * @param late by how many days; 0 in time
   * @param chain ids of the tasks its end hangs on, the last first
   * @param why it is not sooner, in a sentence; empty where nothing holds it
   */
  public record ShotEnd(
      String shot, String code, LocalDate day, long late, List<String> chain, String why) {}

  /**
   * How good it is.
   *
   * @param late shots that are
   * @param handOvers inside shots
   * @param overHours laid after the due day
   */
  public record Worth(long late, long handOvers, double overHours) {}

  /** Day all work that has a day is done; null where there is none. */
  public LocalDate end() {
    return slots.values().stream().map(Slot::last).max(LocalDate::compareTo).orElse(null);
  }

  static Schedule of(Laying l, int[] order) {
    Laying.Worth worth = l.lay(order);
    double[] latest = latest(l);
    Map<String, Slot> slots = new LinkedHashMap<>();
    for (Diary d : l.diaries) {
      int turn = 0;
      for (int t : d.order()) {
        slots.put(l.tasks.get(t).id(), slot(l, t, turn++, latest[t]));
      }
    }
    Map<String, String> names = new HashMap<>();
    l.diaries.forEach(d -> names.put(d.hand.id(), d.hand.name()));
    List<ShotEnd> ends = new ArrayList<>();
    for (int s = 0; s < l.shots.size(); s++) {
      ends.add(end(l, s, slots, names));
    }
    List<String> laid = new ArrayList<>();
    for (int s : order) {
      laid.add(l.shots.get(s));
    }
    return new Schedule(
        l.today,
        l.dueOn,
        slots,
        List.copyOf(ends),
        List.copyOf(laid),
        new Worth(worth.late(), worth.handOvers(), worth.over()));
  }

  private static Slot slot(Laying l, int t, int turn, double latest) {
    LocalDate today = l.today;
    Diary d = l.diaries.get(l.hand[t]);
    List<Piece> pieces = new ArrayList<>();
    int first = (int) (d.begins(l.begin[t]) / Diary.DAY);
    int last = (int) (l.done[t] / Diary.DAY);
    for (int day = first; day <= last; day++) {
      double hours =
          Math.min(l.end[t], d.before(day) + d.hoursOn(day)) - Math.max(l.begin[t], d.before(day));
      if (hours > 1e-9) {
        pieces.add(new Piece(today.plusDays(day), hours));
      }
    }
    double ready = l.ready(t);
    Bind bind;
    int bound = -1;
    if (l.begin[t] > d.at(ready) + 1e-6) {
      bind = Bind.HANDS;
      bound = d.just(l.begin[t]);
    } else if (d.away(today.plusDays((long) (ready / Diary.DAY)), today.plusDays(first))) {
      bind = Bind.AWAY;
    } else {
      bind = l.from[t] > 0 && l.from[t] >= ready ? Bind.DAY : Bind.NOTHING;
      for (int a : l.after[t]) {
        if (bind != Bind.DAY && l.done[a] >= ready - 1e-9 && ready > 0) {
          bind = Bind.TASK;
          bound = a;
        }
      }
    }
    return new Slot(
        l.tasks.get(t),
        d.hand.id(),
        turn,
        today.plusDays(first),
        today.plusDays(last),
        latest == Double.POSITIVE_INFINITY
            ? null
            : today.plusDays((long) Math.floor(latest / Diary.DAY)),
        l.end[t] - l.begin[t],
        List.copyOf(pieces),
        bind,
        bound < 0 ? null : l.tasks.get(bound).id());
  }

  /** Moments at which tasks must be begun at the latest, less what remains of all after them. */
  private static double[] latest(Laying l) {
    int n = l.tasks.size();
    double[] end = new double[n];
    double[] out = new double[n];
    Arrays.fill(end, l.due);
    for (int t = n - 1; t >= 0; t--) {
      if (l.due == Double.POSITIVE_INFINITY || l.hand[t] < 0) {
        out[t] = end[t];
      } else {
        Diary d = l.diaries.get(l.hand[t]);
        double hours = l.end[t] - l.begin[t];
        double at = end[t] <= 0 ? -hours : d.at(end[t]) - hours;
        // Less time than there is: it should have been begun before today.
        out[t] = at < 0 ? -Diary.DAY : d.begins(at);
      }
      for (int a : l.after[t]) {
        end[a] = Math.min(end[a], out[t]);
      }
    }
    return out;
  }

  private static ShotEnd end(Laying l, int s, Map<String, Slot> slots, Map<String, String> names) {
    Slot last = null;
    double latest = -1;
    boolean whole = true;
    for (int t : l.ofShot(s)) {
      whole &= l.hand[t] >= 0;
      if (l.hand[t] >= 0 && l.done[t] > latest) {
        latest = l.done[t];
        last = slots.get(l.tasks.get(t).id());
      }
    }
    OpenTask any = l.tasks.get(l.ofShot(s)[0]);
    if (!whole) {
      return new ShotEnd(any.shot(), any.code(), null, 0, List.of(), nobody(l, s));
    }
    List<Slot> line = new ArrayList<>();
    for (Slot at = last; at != null; at = before(at, slots)) {
      line.add(at);
    }
    long late =
        l.due == Double.POSITIVE_INFINITY || latest <= l.due
            ? 0
            : (long) (Math.floor(latest / Diary.DAY) - l.due / Diary.DAY + 1);
    return new ShotEnd(
        any.shot(),
        any.code(),
        last.last(),
        late,
        line.stream().map(x -> x.task().id()).toList(),
        why(line, slots, names));
  }

  /** What a task of the same line comes after: another it waits for, or one its hands do first. */
  private static Slot before(Slot at, Map<String, Slot> slots) {
    Slot bound = at.bound() == null ? null : slots.get(at.bound());
    return bound == null || at.bind() == Bind.HANDS && !bound.task().shot().equals(at.task().shot())
        ? null
        : bound;
  }

  /**
   * What a shot's end hangs on: the line of tasks that come one after the other, and what keeps the
   * first of them.
   *
   * @param line the last first
   */
  private static String why(List<Slot> line, Map<String, Slot> slots, Map<String, String> names) {
    Slot first = line.get(line.size() - 1);
    String held = link(first, slots, names);
    double hours = line.stream().mapToDouble(Slot::hours).sum();
    if (line.size() == 1) {
      return held.isEmpty()
          ? Said.of(
              "“%s” takes %.1f h from %s", first.task().label(), hours, Days.words(first.first()))
          : held;
    }
    String of =
        Said.of(
            "%.1f h in one line of %s tasks, from “%s” on %s to “%s”",
            hours,
            line.size(),
            first.task().label(),
            Days.words(first.first()),
            line.get(0).task().label());
    return held.isEmpty() ? of : of + "; " + held;
  }

  /** Why a task that waits for nothing lies on nobody's days. */
  public static String undone(OpenTask task) {
    return task.given() == null
        ? "nobody who does " + task.kind().words() + " has hours left for it"
        : "who it is given to has no hours left for it";
  }

  private static String nobody(Laying l, int s) {
    for (int t : l.ofShot(s)) {
      if (l.hand[t] < 0) {
        OpenTask task = l.tasks.get(t);
        return "“" + task.label() + "” has no day: " + undone(task);
      }
    }
    return "";
  }

  private static String link(Slot at, Map<String, Slot> slots, Map<String, String> names) {
    String label = "“" + at.task().label() + "”";
    String who = names.get(at.hand());
    return switch (at.bind()) {
      case TASK -> {
        Slot b = slots.get(at.bound());
        String of = b.task().shot().equals(at.task().shot()) ? "" : " of " + b.task().code();
        yield label + " comes after “" + b.task().label() + "”" + of;
      }
      case DAY -> label + " " + at.task().why() + " (" + Days.words(at.task().from()) + ")";
      case HANDS -> {
        Slot b = at.bound() == null ? null : slots.get(at.bound());
        yield b == null
            ? label + " waits for " + who
            : label
                + " waits for "
                + who
                + ", who is on “"
                + b.task().label()
                + "”"
                + (b.task().shot().equals(at.task().shot()) ? "" : " of " + b.task().code())
                + " until "
                + Days.words(b.last());
      }
      case AWAY ->
          label + " waits for " + who + ", who is not there before " + Days.words(at.first());
      case NOTHING -> "";
    };
  }

  /**
   * What keeps a task from being begun sooner, in words; empty where nothing does.
   *
   * @param names of people, by id
   */
  public String held(String task, Map<String, String> names) {
    Slot at = slots.get(task);
    return at == null ? "" : link(at, slots, names);
  }

  /**
   * What a person has on each day, in the order they do it.
   *
   * @param hand id of theirs
   */
  public List<Slot> of(String hand) {
    return slots.values().stream()
        .filter(s -> s.hand().equals(hand))
        .sorted(Comparator.comparingInt(Slot::turn))
        .toList();
  }
}
