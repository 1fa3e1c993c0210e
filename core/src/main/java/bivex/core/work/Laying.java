package bivex.core.work;

import bivex.core.crew.Hand;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Lays shots on people's days, one shot after the other: each task as early as its hands, its day
 * and what comes before it let it, in gaps too. Of the ways to share out a shot it takes the one
 * that is in time, then the one with fewest hand-overs, then the earliest.
 */
final class Laying {
  /** A shot is shared out as it comes. */
  static final int ANY_WAY = -1;

  private static final double NEVER = Double.POSITIVE_INFINITY;
  private static final int FREE = -1;

  /** Given to somebody who does nothing here. */
  private static final int GONE = -2;

  final List<OpenTask> tasks;
  final LocalDate today;
  final LocalDate dueOn;
  final List<Diary> diaries;
  final List<String> shots;
  final int[] shotOf;
  final int[][] after;

  /** What is left of each task, by whoever does it; none for who does not. */
  final double[][] hours;

  /** Moments before which tasks cannot be begun. */
  final double[] from;

  /** Moment up to which work is in time. */
  final double due;

  /** Who has it; −1 for nobody yet. */
  final int[] hand;

  final double[] begin;
  final double[] end;

  /** Moment at which each is done. */
  final double[] done;

  /**
   * How each shot is shared out: any of these ways; by one person as far as they do it; by whoever
   * is first (one past the last person); or begun by one and ended by another ({@link #ways}).
   */
  final int[] way;

  private final int[] given;
  private final int[][] ofShot;
  private final int[] seenBy;
  private int look;

  Laying(List<OpenTask> tasks, Calendars calendars, LocalDate dueOn) {
    this.tasks = tasks;
    this.dueOn = dueOn;
    today = calendars.today();
    diaries = calendars.empty();
    int n = tasks.size();
    Map<String, Integer> handAt = new HashMap<>();
    for (int h = 0; h < diaries.size(); h++) {
      handAt.put(diaries.get(h).hand.id(), h);
    }
    due = dueOn == null ? NEVER : (ChronoUnit.DAYS.between(today, dueOn) + 1) * Diary.DAY;
    Map<String, Integer> at = new HashMap<>();
    Map<String, List<Integer>> by = new LinkedHashMap<>();
    for (int t = 0; t < n; t++) {
      at.put(tasks.get(t).id(), t);
      by.computeIfAbsent(tasks.get(t).shot(), s -> new ArrayList<>()).add(t);
    }
    shots = List.copyOf(by.keySet());
    shotOf = new int[n];
    ofShot = new int[shots.size()][];
    for (int s = 0; s < shots.size(); s++) {
      ofShot[s] = by.get(shots.get(s)).stream().mapToInt(t -> t).toArray();
      for (int t : ofShot[s]) {
        shotOf[t] = s;
      }
    }
    way = new int[shots.size()];
    Arrays.fill(way, ANY_WAY);
    after = new int[n][];
    hours = new double[n][diaries.size()];
    from = new double[n];
    given = new int[n];
    for (int t = 0; t < n; t++) {
      OpenTask task = tasks.get(t);
      after[t] = task.after().stream().filter(at::containsKey).mapToInt(at::get).sorted().toArray();
      from[t] =
          task.from() == null
              ? 0
              : Math.max(0, ChronoUnit.DAYS.between(today, task.from())) * Diary.DAY;
      given[t] = task.given() == null ? FREE : handAt.getOrDefault(task.given(), GONE);
      for (int h = 0; h < diaries.size(); h++) {
        Hand who = diaries.get(h).hand;
        boolean can = given[t] == h || given[t] == FREE && who.skills().does(task.kind());
        hours[t][h] =
            can && diaries.get(h).hours() > 0
                ? task.left().mean() * (task.spoken() ? 1 : who.skills().factor(task.kind()))
                : NEVER;
      }
    }
    seenBy = new int[diaries.size()];
    hand = new int[n];
    begin = new double[n];
    end = new double[n];
    done = new double[n];
    // What most work waits for is laid first among a shot's own.
    double[] tail = tails();
    for (int[] of : ofShot) {
      Integer[] boxed = Arrays.stream(of).boxed().toArray(Integer[]::new);
      Arrays.sort(boxed, (a, b) -> Double.compare(tail[b], tail[a]));
      for (int i = 0; i < of.length; i++) {
        of[i] = boxed[i];
      }
    }
  }

  /** Hours of each task with the longest line of work that waits for it. */
  private double[] tails() {
    int n = tasks.size();
    double[] tail = new double[n];
    for (int t = n - 1; t >= 0; t--) {
      // The least is there, so that what comes before is always longer.
      tail[t] += tasks.get(t).left().mean() + 1e-6;
      for (int a : after[t]) {
        tail[a] = Math.max(tail[a], tail[t]);
      }
    }
    return tail;
  }

  /** How good an order is: less is better, the first that differs counts. */
  record Worth(long late, long handOvers, double over, double sum) implements Comparable<Worth> {
    @Override
    public int compareTo(Worth o) {
      int c = Long.compare(late, o.late);
      c = c == 0 ? Long.compare(handOvers, o.handOvers) : c;
      c = c == 0 ? Double.compare(over, o.over) : c;
      return c == 0 ? Double.compare(sum, o.sum) : c;
    }
  }

  /** Lays everything anew, shots in an order; those that others lean on come before them. */
  Worth lay(int[] order) {
    diaries.forEach(Diary::clear);
    Arrays.fill(hand, -1);
    Arrays.fill(done, NEVER);
    boolean[] laid = new boolean[ofShot.length];
    for (int s : order) {
      layWith(s, laid);
    }
    long late = 0;
    long overs = 0;
    double over = 0;
    double sum = 0;
    for (int[] of : ofShot) {
      double last = last(of);
      late += last > due ? 1 : 0;
      overs += handOvers(of);
      sum += Math.min(last, Diary.DAYS * Diary.DAY) / Diary.DAY;
      for (int t : of) {
        over += hand[t] >= 0 ? overdue(t) : 0;
      }
    }
    return new Worth(late, overs, over, sum);
  }

  private double overdue(int t) {
    if (due == NEVER || done[t] <= due) {
      return 0;
    }
    return Math.max(0, end[t] - Math.max(begin[t], diaries.get(hand[t]).at(due)));
  }

  private void layWith(int s, boolean[] laid) {
    if (laid[s]) {
      return;
    }
    laid[s] = true;
    for (int t : ofShot[s]) {
      for (int a : after[t]) {
        layWith(shotOf[a], laid);
      }
    }
    share(s);
  }

  /** Shares out a shot as well as is found. */
  private void share(int s) {
    int[] of = ofShot[s];
    int[] best = null;
    boolean bestLate = true;
    int bestOvers = 0;
    double bestLast = NEVER;
    // By one pair of hands as far as they do it, then each task by whoever is first.
    int from = way[s] == ANY_WAY ? 0 : way[s];
    int to = way[s] == ANY_WAY ? diaries.size() : way[s];
    for (int w = from; w <= to; w++) {
      for (int i = 0; i < of.length; i++) {
        place(of[i], given[of[i]] != FREE ? given[of[i]] : who(w, of, i));
      }
      double last = last(of);
      boolean late = last > due;
      int overs = handOvers(of);
      boolean better =
          best == null
              || (late != bestLate
                  ? bestLate
                  : overs != bestOvers ? overs < bestOvers : last < bestLast - 1e-9);
      if (better) {
        best = new int[of.length];
        for (int i = 0; i < of.length; i++) {
          best[i] = hand[of[i]];
        }
        bestLate = late;
        bestOvers = overs;
        bestLast = last;
      }
      for (int t : of) {
        if (hand[t] >= 0) {
          diaries.get(hand[t]).lift(t);
        }
        hand[t] = -1;
        done[t] = NEVER;
      }
    }
    for (int i = 0; best != null && i < of.length; i++) {
      place(of[i], best[i]);
    }
  }

  /** How many ways a shot can be shared out. */
  int ways(int s) {
    int n = diaries.size();
    return n + 1 + Math.max(0, ofShot[s].length - 1) * n * n;
  }

  private int who(int way, int[] of, int i) {
    int n = diaries.size();
    int pair = way - n - 1;
    int who = way < n ? way : way == n ? -1 : i <= pair / (n * n) ? pair / n % n : pair % n;
    return who >= 0 && hours[of[i]][who] < NEVER ? who : soonest(of[i]);
  }

  private int soonest(int t) {
    int best = -1;
    double least = NEVER;
    for (int h = 0; h < diaries.size(); h++) {
      double last = done(t, h);
      if (last < least) {
        least = last;
        best = h;
      }
    }
    return best;
  }

  /** First moment at which a task can be begun, whoever does it. */
  double ready(int t) {
    double ready = from[t];
    for (int a : after[t]) {
      ready = Math.max(ready, done[a]);
    }
    return ready;
  }

  private double done(int t, int h) {
    double ready = ready(t);
    if (hours[t][h] == NEVER || ready == NEVER) {
      return NEVER;
    }
    double at = diaries.get(h).free(diaries.get(h).at(ready), hours[t][h]);
    return at == NEVER ? NEVER : Math.max(ready, diaries.get(h).ends(at + hours[t][h]));
  }

  private void place(int t, int h) {
    double ready = h < 0 ? NEVER : ready(t);
    if (ready == NEVER || hours[t][h] == NEVER) {
      return;
    }
    Diary d = diaries.get(h);
    double at = d.free(d.at(ready), hours[t][h]);
    if (at == NEVER) {
      return;
    }
    hand[t] = h;
    begin[t] = at;
    end[t] = at + hours[t][h];
    done[t] = Math.max(ready, d.ends(end[t]));
    d.lay(t, begin[t], end[t]);
  }

  private double last(int[] of) {
    double last = 0;
    for (int t : of) {
      last = Math.max(last, done[t]);
    }
    return last;
  }

  private int handOvers(int[] of) {
    look++;
    int seen = 0;
    for (int t : of) {
      if (hand[t] >= 0 && seenBy[hand[t]] != look) {
        seenBy[hand[t]] = look;
        seen++;
      }
    }
    return Math.max(0, seen - 1);
  }

  /** Tasks of a shot, in the order they are laid. */
  int[] ofShot(int s) {
    return ofShot[s];
  }

  /** When a shot is done; endless where it never is. */
  double done(int s) {
    return last(ofShot[s]);
  }
}
