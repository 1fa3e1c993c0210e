package bivex.core.order;

import ai.timefold.solver.core.api.domain.entity.PlanningEntity;
import ai.timefold.solver.core.api.domain.solution.PlanningEntityCollectionProperty;
import ai.timefold.solver.core.api.domain.solution.PlanningScore;
import ai.timefold.solver.core.api.domain.solution.PlanningSolution;
import ai.timefold.solver.core.api.domain.solution.ProblemFactCollectionProperty;
import ai.timefold.solver.core.api.domain.valuerange.ValueRangeProvider;
import ai.timefold.solver.core.api.domain.variable.PlanningListVariable;
import ai.timefold.solver.core.api.score.buildin.bendablelong.BendableLongScore;
import ai.timefold.solver.core.api.score.calculator.EasyScoreCalculator;
import ai.timefold.solver.core.api.solver.Solver;
import ai.timefold.solver.core.api.solver.SolverFactory;
import ai.timefold.solver.core.config.localsearch.LocalSearchPhaseConfig;
import ai.timefold.solver.core.config.solver.SolverConfig;
import ai.timefold.solver.core.config.solver.termination.TerminationConfig;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/** Looks for the best order of some things: all orders of a few, else by the library Timefold. */
public final class OrderSearch {
  /** How many costs an order has; the first that differs counts. */
  public static final int COSTS = 4;

  private static final long ASKED_EVERY_MS = 50;

  private OrderSearch() {}

  /** What an order costs: {@link #COSTS} whole numbers, less is better. */
  public interface Cost<T> {
    long[] of(List<T> order);
  }

  /** Tells every order of some things; the list told is the same, changed each time. */
  public static <T> void each(List<T> things, Consumer<List<T>> told) {
    permute(new ArrayList<>(things), 0, told);
  }

  private static <T> void permute(List<T> things, int from, Consumer<List<T>> told) {
    if (from >= things.size() - 1) {
      told.accept(things);
      return;
    }
    for (int i = from; i < things.size(); i++) {
      Collections.swap(things, from, i);
      permute(things, from + 1, told);
      Collections.swap(things, from, i);
    }
  }

  /**
   * The best order found, beginning with one; the same each time where it ends by a count.
   *
   * @param first at least two things
   * @param end when it ends
   * @param better told each better order, on the thread of the search
   * @param stop asked now and then; true ends it with the best so far
   */
  public static <T> List<T> best(
      List<T> first,
      Cost<T> cost,
      TerminationConfig end,
      Consumer<List<T>> better,
      BooleanSupplier stop) {
    Candidate start = new Candidate();
    start.cost = items -> cost.of(things(items));
    start.items = first.stream().map(Item::new).toList();
    Line line = new Line();
    line.items = new ArrayList<>(start.items);
    start.lines = List.of(line);
    Solver<Candidate> solver =
        SolverFactory.<Candidate>create(
                new SolverConfig()
                    .withSolutionClass(Candidate.class)
                    .withEntityClasses(Line.class)
                    .withEasyScoreCalculatorClass(Score.class)
                    .withRandomSeed(0L)
                    .withPhases(new LocalSearchPhaseConfig())
                    .withTerminationConfig(end))
            .buildSolver();
    solver.addEventListener(e -> better.accept(things(e.getNewBestSolution().order())));
    Thread watch = watch(solver, stop);
    try {
      return things(solver.solve(start).order());
    } finally {
      watch.interrupt();
    }
  }

  private static Thread watch(Solver<Candidate> solver, BooleanSupplier stop) {
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
                  Thread.sleep(ASKED_EVERY_MS);
                }
              } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
              }
            },
            "order-search-watch");
    watch.setDaemon(true);
    watch.start();
    return watch;
  }

  @SuppressWarnings("unchecked")
  private static <T> List<T> things(List<Item> items) {
    return items.stream().map(i -> (T) i.thing).toList();
  }

  // The solver's library makes and reads what follows by reflection, so it is public; nobody else
  // needs it.

  /** A thing as the solver moves it: the same object all through a search. */
  public static final class Item {
    final Object thing;

    Item(Object thing) {
      this.thing = thing;
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
    Cost<Item> cost;
    @ProblemFactCollectionProperty @ValueRangeProvider List<Item> items;
    @PlanningEntityCollectionProperty List<Line> lines;

    @PlanningScore(bendableHardLevelsSize = 1, bendableSoftLevelsSize = COSTS - 1)
    BendableLongScore score;

    List<Item> order() {
      return lines.get(0).items;
    }
  }

  /** The costs, turned: to the solver more is better. */
  public static class Score implements EasyScoreCalculator<Candidate, BendableLongScore> {
    @Override
    public BendableLongScore calculateScore(Candidate c) {
      long[] cost = c.cost.of(c.order());
      long[] soft = new long[COSTS - 1];
      for (int i = 0; i < soft.length; i++) {
        soft[i] = -cost[i + 1];
      }
      return BendableLongScore.of(new long[] {-cost[0]}, soft);
    }
  }
}
