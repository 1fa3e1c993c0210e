package bivex.core.order;

import ai.timefold.solver.core.config.solver.termination.TerminationConfig;
import bivex.core.InvalidInput;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/**
 * The order of the passes of a day (S26): rules first (things seen inside others before them, held
 * sets never interrupted, light, hours, pins), then as few changes and as short a day as can be. Up
 * to {@link #EXACT} passes every order is tried; above that the solver library Timefold searches,
 * and the best found is kept.
 *
 * <p>Each candidate is read so that sets stay together, what closes a set comes last in it and what
 * is seen inside comes first; the search so never leaves the orders that keep those rules, if there
 * are any.
 */
public final class PassOrder {
  /** Passes up to which all orders are tried. */
  public static final int EXACT = 7;

  private static final long UNIT = 100;

  private PassOrder() {}

  /**
   * @param running the best order
   * @param proved whether no better order exists
   * @param seconds the search took
   */
  public record Found(Running running, boolean proved, double seconds) {}

  /**
   * @param limit longest time to search; it ends earlier when nothing better came for half of it
   * @param better told each better order, beginning with the first; on the thread of the search
   * @param stop asked now and then; true ends the search with the best so far
   * @throws InvalidInput when passes of two sets are each seen inside the other, so that one would
   *     have to be interrupted
   */
  public static Found solve(
      DayPlan day, Duration limit, Consumer<Running> better, BooleanSupplier stop) {
    long begun = System.nanoTime();
    Reading reading = new Reading(day);
    List<Pass> first = reading.order(day.passes());
    boolean exact = day.passes().size() <= EXACT;
    better.accept(Running.of(day, first));
    List<Pass> best = exact ? exhaustive(day) : searched(day, reading, first, limit, better, stop);
    return new Found(Running.of(day, best), exact, (System.nanoTime() - begun) / 1e9);
  }

  /** The cheapest of all orders. */
  static List<Pass> exhaustive(DayPlan day) {
    List<Pass> best = new ArrayList<>(day.passes());
    double[] least = {Running.cost(day, best)};
    OrderSearch.each(
        day.passes(),
        order -> {
          double cost = Running.cost(day, order);
          if (cost < least[0] - 1e-9) {
            least[0] = cost;
            best.clear();
            best.addAll(order);
          }
        });
    return best;
  }

  static List<Pass> searched(
      DayPlan day,
      Reading reading,
      List<Pass> first,
      Duration limit,
      Consumer<Running> better,
      BooleanSupplier stop) {
    return reading.order(
        OrderSearch.best(
            first,
            // Hundredths of a minute, since costs are whole numbers.
            wish -> new long[] {Math.round(Running.cost(day, reading.order(wish)) * UNIT), 0, 0, 0},
            new TerminationConfig()
                .withSpentLimit(limit)
                .withUnimprovedMillisecondsSpentLimit(limit.toMillis() / 2),
            wish -> better.accept(Running.of(day, reading.order(wish))),
            stop));
  }

  /**
   * Reads any order of the passes as one that keeps sets together and begins with what is seen
   * inside.
   */
  static final class Reading {
    private final Map<String, Pass> passes;
    private final Map<String, Set<String>> setsBefore = new HashMap<>();

    Reading(DayPlan day) {
      passes = day.byId();
      for (Pass p : passes.values()) {
        Set<String> before = setsBefore.computeIfAbsent(block(p), k -> new HashSet<>());
        p.after().stream()
            .map(passes::get)
            .filter(q -> q != null && !block(q).equals(block(p)))
            .forEach(q -> before.add(block(q)));
      }
      if (order(day.passes()).size() < passes.size()) {
        throw new InvalidInput(
            "after",
            "cannot be kept: passes of two match sets are each seen inside the other, or one inside"
                + " itself; one of them must become a set of its own");
      }
    }

    private static String block(Pass p) {
      return p.set().isEmpty() ? "alone " + p.id() : p.set();
    }

    List<Pass> order(List<Pass> wish) {
      Map<String, List<Pass>> blocks = new LinkedHashMap<>();
      wish.forEach(p -> blocks.computeIfAbsent(block(p), k -> new ArrayList<>()).add(p));
      List<Pass> out = new ArrayList<>(wish.size());
      Set<String> done = new HashSet<>();
      List<String> waiting = new ArrayList<>(blocks.keySet());
      while (!waiting.isEmpty()) {
        String next =
            waiting.stream()
                .filter(b -> done.containsAll(setsBefore.get(b)))
                .findFirst()
                .orElse(null);
        if (next == null) {
          return out;
        }
        waiting.remove(next);
        done.add(next);
        inside(blocks.get(next), out);
      }
      return out;
    }

    /**
     * Passes of one set as they were wished, what closes it last, and what is seen inside another
     * before it.
     */
    private void inside(List<Pass> set, List<Pass> out) {
      List<Pass> left = new ArrayList<>(set);
      Set<String> here = new HashSet<>();
      set.forEach(p -> here.add(p.id()));
      Set<String> done = new HashSet<>();
      while (!left.isEmpty()) {
        Pass next = null;
        for (Pass p : left) {
          boolean free = p.after().stream().noneMatch(a -> here.contains(a) && !done.contains(a));
          if (free && (next == null || next.last() && !p.last())) {
            next = p;
          }
        }
        if (next == null) {
          return;
        }
        left.remove(next);
        done.add(next.id());
        out.add(next);
      }
    }
  }
}
