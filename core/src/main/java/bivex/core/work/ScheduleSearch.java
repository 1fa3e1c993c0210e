package bivex.core.work;

import ai.timefold.solver.core.config.solver.termination.TerminationConfig;
import bivex.core.order.OrderSearch;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Finds the order in which shots are laid on people's days that makes the best schedule. Up to
 * {@link #EXACT} shots every order is tried; above that some usual orders, and from the best of
 * them the solver library Timefold goes on for a number of tries that depends on the size alone, so
 * that the same work gives the same schedule wherever it is reckoned.
 */
public final class ScheduleSearch {
  /** Shots up to which all orders are tried. */
  public static final int EXACT = 6;

  private static final int PLACED_IN_ALL = 400_000;
  private static final int LEAST_TRIES = 60;
  private static final int MOST_TRIES = 2_000;

  private static final double UNIT = 100;

  /** Of the tries of a first search. */
  private static final double AFTER_A_CHANGE = 0.1;

  private ScheduleSearch() {}

  /**
   * @param tasks each after those it waits for, as {@link OpenWork} has them
   * @param calendars of all who may do some; a task given to somebody else is done by nobody
   * @param dueOn null for no due day
   */
  public static Schedule best(List<OpenTask> tasks, Calendars calendars, LocalDate dueOn) {
    return best(tasks, calendars, dueOn, List.of(), 1);
  }

  /**
   * The same, from an order that was good before something changed.
   *
   * @param before shots in that order
   */
  public static Schedule after(
      List<OpenTask> tasks, Calendars calendars, LocalDate dueOn, List<String> before) {
    return best(tasks, calendars, dueOn, before, AFTER_A_CHANGE);
  }

  /**
   * The same, from an order that was good before something changed.
   *
   * @param before shots in that order
   * @param share of the tries that are made, 0 to 1
   */
  public static Schedule best(
      List<OpenTask> tasks,
      Calendars calendars,
      LocalDate dueOn,
      List<String> before,
      double share) {
    Laying l = new Laying(tasks, calendars, dueOn);
    int[] first = start(l, before);
    int[] found =
        l.shots.size() <= 1
            ? first
            : l.shots.size() <= EXACT ? all(l, first) : searched(l, first, tries(l, share));
    return Schedule.of(l, bettered(l, found, tries(l, share)));
  }

  /**
   * Shares single shots out otherwise, for as long as that is better: what is best for one alone
   * may be in the way of another. Late ones are tried in every way at every place.
   */
  private static int[] bettered(Laying l, int[] found, int tries) {
    int[] order = found;
    Laying.Worth least = l.lay(order);
    int left = tries;
    boolean more = true;
    while (more && left > 0) {
      more = false;
      for (int s = 0; s < order.length && left > 0; s++) {
        l.lay(order);
        boolean late = l.done(s) > l.due;
        int ways = late ? l.ways(s) : l.diaries.size() + 1;
        List<int[]> orders = late ? moved(order, s) : List.of(order);
        for (int w = Laying.ANY_WAY; w < ways; w++) {
          for (int[] by : orders) {
            int was = l.way[s];
            if (left-- <= 0) {
              return order;
            }
            l.way[s] = w;
            Laying.Worth now = l.lay(by);
            if (now.compareTo(least) < 0) {
              least = now;
              order = by;
              more = true;
            } else {
              l.way[s] = was;
            }
          }
        }
      }
    }
    return order;
  }

  /** The order with one shot at every place. */
  private static List<int[]> moved(int[] order, int s) {
    int[] others = Arrays.stream(order).filter(o -> o != s).toArray();
    List<int[]> out = new ArrayList<>();
    for (int at = 0; at <= others.length; at++) {
      int[] to = new int[order.length];
      System.arraycopy(others, 0, to, 0, at);
      to[at] = s;
      System.arraycopy(others, at, to, at + 1, others.length - at);
      out.add(to);
    }
    return out;
  }

  /** The schedule of one order; what was not in it comes last. */
  static Schedule ordered(
      List<OpenTask> tasks, Calendars calendars, LocalDate dueOn, List<String> order) {
    Laying l = new Laying(tasks, calendars, dueOn);
    return Schedule.of(l, known(l, order));
  }

  private static int tries(Laying l, double share) {
    int each = Math.max(1, l.tasks.size() * Math.max(1, l.diaries.size()));
    return (int)
        Math.round(Math.max(LEAST_TRIES, Math.min(MOST_TRIES, PLACED_IN_ALL * 8.0 / each)) * share);
  }

  /**
   * Best of some orders people would use: shortest first, longest line of work first, as before.
   */
  private static int[] start(Laying l, List<String> before) {
    int n = l.shots.size();
    double[] hours = new double[n];
    double[] from = new double[n];
    for (int s = 0; s < n; s++) {
      for (int t : l.ofShot(s)) {
        hours[s] += l.tasks.get(t).left().mean();
        from[s] = Math.max(from[s], l.from[t]);
      }
    }
    Comparator<Integer> shortest = Comparator.comparingDouble(s -> hours[s]);
    Comparator<Integer> soonest = Comparator.comparingDouble(s -> from[s]);
    List<int[]> orders = new ArrayList<>();
    if (!before.isEmpty()) {
      orders.add(known(l, before));
    }
    for (Comparator<Integer> by :
        List.of(
            shortest,
            soonest.thenComparing(shortest),
            soonest.reversed().thenComparing(shortest.reversed()))) {
      orders.add(IntStream.range(0, n).boxed().sorted(by).mapToInt(Integer::intValue).toArray());
    }
    return orders.stream().min(Comparator.comparing(l::lay)).orElseThrow();
  }

  private static int[] known(Laying l, List<String> order) {
    Map<String, Integer> at = new HashMap<>();
    for (int i = 0; i < order.size(); i++) {
      at.putIfAbsent(order.get(i), i);
    }
    return IntStream.range(0, l.shots.size())
        .boxed()
        .sorted(Comparator.comparingInt(s -> at.getOrDefault(l.shots.get(s), Integer.MAX_VALUE)))
        .mapToInt(Integer::intValue)
        .toArray();
  }

  private static int[] all(Laying l, int[] first) {
    int[] best = first.clone();
    Laying.Worth[] least = {l.lay(first)};
    OrderSearch.each(
        Arrays.stream(first).boxed().toList(),
        order -> {
          int[] tried = indices(order);
          Laying.Worth w = l.lay(tried);
          if (w.compareTo(least[0]) < 0) {
            least[0] = w;
            System.arraycopy(tried, 0, best, 0, best.length);
          }
        });
    return best;
  }

  private static int[] searched(Laying l, int[] first, int tries) {
    if (tries == 0) {
      return first;
    }
    return indices(
        OrderSearch.best(
            Arrays.stream(first).boxed().toList(),
            order -> {
              Laying.Worth w = l.lay(indices(order));
              // Hundredths, since costs are whole numbers.
              return new long[] {
                w.late(), w.handOvers(), Math.round(w.over() * UNIT), Math.round(w.sum() * UNIT)
              };
            },
            new TerminationConfig().withScoreCalculationCountLimit((long) tries),
            order -> {},
            () -> false));
  }

  private static int[] indices(List<Integer> order) {
    return order.stream().mapToInt(Integer::intValue).toArray();
  }
}
