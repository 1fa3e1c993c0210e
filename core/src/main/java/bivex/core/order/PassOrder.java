package bivex.core.order;

import ai.timefold.solver.core.api.domain.entity.PlanningEntity;
import ai.timefold.solver.core.api.domain.solution.PlanningEntityCollectionProperty;
import ai.timefold.solver.core.api.domain.solution.PlanningScore;
import ai.timefold.solver.core.api.domain.solution.PlanningSolution;
import ai.timefold.solver.core.api.domain.solution.ProblemFactCollectionProperty;
import ai.timefold.solver.core.api.domain.valuerange.ValueRangeProvider;
import ai.timefold.solver.core.api.domain.variable.PlanningListVariable;
import ai.timefold.solver.core.api.score.buildin.simplelong.SimpleLongScore;
import ai.timefold.solver.core.api.score.calculator.EasyScoreCalculator;
import ai.timefold.solver.core.api.solver.Solver;
import ai.timefold.solver.core.api.solver.SolverFactory;
import ai.timefold.solver.core.config.localsearch.LocalSearchPhaseConfig;
import ai.timefold.solver.core.config.solver.SolverConfig;
import ai.timefold.solver.core.config.solver.termination.TerminationConfig;
import bivex.core.InvalidInput;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
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
    permute(
        new ArrayList<>(day.passes()),
        0,
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

  private static void permute(List<Pass> passes, int from, Consumer<List<Pass>> each) {
    if (from >= passes.size() - 1) {
      each.accept(passes);
      return;
    }
    for (int i = from; i < passes.size(); i++) {
      Collections.swap(passes, from, i);
      permute(passes, from + 1, each);
      Collections.swap(passes, from, i);
    }
  }

  static List<Pass> searched(
      DayPlan day,
      Reading reading,
      List<Pass> first,
      Duration limit,
      Consumer<Running> better,
      BooleanSupplier stop) {
    Candidate start = new Candidate();
    start.reading = reading;
    start.day = day;
    Map<String, Item> items = new HashMap<>();
    day.passes().forEach(p -> items.put(p.id(), new Item(p)));
    start.items = new ArrayList<>(items.values());
    Line line = new Line();
    line.items = new ArrayList<>(first.stream().map(p -> items.get(p.id())).toList());
    start.lines = List.of(line);
    Solver<Candidate> solver =
        SolverFactory.<Candidate>create(
                new SolverConfig()
                    .withSolutionClass(Candidate.class)
                    .withEntityClasses(Line.class)
                    .withEasyScoreCalculatorClass(Score.class)
                    .withPhases(new LocalSearchPhaseConfig())
                    .withTerminationConfig(
                        new TerminationConfig()
                            .withSpentLimit(limit)
                            .withUnimprovedMillisecondsSpentLimit(limit.toMillis() / 2)))
            .buildSolver();
    solver.addEventListener(e -> better.accept(Running.of(day, e.getNewBestSolution().order())));
    Thread watch =
        new Thread(
            () -> {
              try {
                // Asked again and again: a solver that has not begun yet forgets that it was told
                // to stop.
                while (true) {
                  if (stop.getAsBoolean()) {
                    solver.terminateEarly();
                  }
                  Thread.sleep(50);
                }
              } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
              }
            },
            "pass-order-watch");
    watch.setDaemon(true);
    watch.start();
    try {
      return solver.solve(start).order();
    } finally {
      watch.interrupt();
    }
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

  // The solver's library makes and reads what follows by reflection, so it is public; nobody else
  // needs it.

  /** A pass as the solver moves it: the same object all through a search. */
  public static final class Item {
    final Pass pass;

    Item(Pass pass) {
      this.pass = pass;
    }
  }

  /** What the solver changes. */
  @PlanningEntity
  public static class Line {
    @PlanningListVariable List<Item> items;
  }

  /** What the solver judges. */
  @PlanningSolution
  public static class Candidate {
    DayPlan day;
    Reading reading;
    @ProblemFactCollectionProperty @ValueRangeProvider List<Item> items;
    @PlanningEntityCollectionProperty List<Line> lines;
    @PlanningScore SimpleLongScore score;

    List<Pass> order() {
      return reading.order(lines.get(0).items.stream().map(i -> i.pass).toList());
    }
  }

  /** Hundredths of a minute, since the solver counts in whole numbers. */
  public static class Score implements EasyScoreCalculator<Candidate, SimpleLongScore> {
    @Override
    public SimpleLongScore calculateScore(Candidate c) {
      return SimpleLongScore.of(-Math.round(Running.cost(c.day, c.order()) * UNIT));
    }
  }
}
