package bivex.bench;

import bivex.core.crew.Hand;
import bivex.core.crew.Part;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.effort.Estimate;
import bivex.core.effort.EstimateErrors;
import bivex.core.effort.TaskKind;
import bivex.core.money.CostSpread;
import bivex.core.work.Calendars;
import bivex.core.work.OpenTask;
import bivex.core.work.Promise;
import bivex.core.work.Schedule;
import bivex.core.work.ScheduleSearch;
import bivex.core.work.WhatIf;
import bivex.core.work.WorkAdvice;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** 500 shots with 3000 tasks for 12 people: the first schedule, one after a change, the promise. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1, time = 5)
@Measurement(iterations = 3, time = 5)
public class WorkBench {
  private static final int SHOTS = 500;
  private static final int TASKS_EACH = 6;
  private static final int HANDS = 12;

  private final LocalDate today = LocalDate.of(2026, 12, 7);
  private final LocalDate due = today.plusDays(120);
  private final List<OpenTask> tasks = tasks();
  private final Calendars hands = Calendars.of(hands(), today);
  private final Schedule first = ScheduleSearch.best(tasks, hands, due);

  private static List<OpenTask> tasks() {
    Random random = new Random(3);
    TaskKind[] kinds = TaskKind.values();
    List<OpenTask> out = new ArrayList<>();
    for (int s = 0; s < SHOTS; s++) {
      for (int t = 0; t < TASKS_EACH; t++) {
        double low = 0.5 + random.nextDouble() * 4;
        out.add(
            new OpenTask(
                s + " " + t,
                "s" + s,
                "s" + s,
                "t" + t,
                "t" + t,
                kinds[random.nextInt(kinds.length)],
                new Estimate(low, low * 1.5, low * 3),
                false,
                null,
                null,
                Set.of(),
                null,
                "",
                t == 0 ? List.of() : List.of(s + " " + (t - 1))));
      }
    }
    return out;
  }

  private List<Hand> hands() {
    List<Hand> out = new ArrayList<>();
    for (int h = 0; h < HANDS; h++) {
      out.add(
          new Hand(
              "h" + h,
              "h" + h,
              WorkingTime.usual(8),
              new Part(1, null, null),
              Skills.ANY,
              d -> null));
    }
    return out;
  }

  @Benchmark
  public Schedule firstScheduleOf3000Tasks() {
    return ScheduleSearch.best(tasks, hands, due);
  }

  @Benchmark
  public Schedule scheduleAfterOneChange() {
    return ScheduleSearch.after(tasks.subList(1, tasks.size()), hands, due, first.order());
  }

  @Benchmark
  public Promise promiseBy2000Samples() {
    return Promise.of(tasks, hands, first, EstimateErrors.SAMPLES);
  }

  @Benchmark
  public double costBy2000Samples() {
    return CostSpread.of(
            tasks.stream()
                .map(t -> new CostSpread.Piece(t.shot(), t.kind(), t.left(), 50))
                .toList(),
            0)
        .within(0.8);
  }

  @Benchmark
  public WhatIf.Beside whatIfTenTasksWereGiven() {
    return new WhatIf(
            tasks.stream().limit(10).map(t -> new WhatIf.Give(t.id(), "h1")).toList(),
            List.of(),
            null)
        .checked(tasks, hands)
        .beside(tasks, hands, first);
  }

  @Benchmark
  public List<WorkAdvice> adviceOn3000Tasks() {
    return WorkAdvice.of(tasks, hands, first);
  }
}
