package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static bivex.core.work.Crews.usual;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Hand;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.effort.Estimate;
import bivex.core.effort.EstimateErrors;
import bivex.core.effort.Spread;
import bivex.core.effort.TaskKind;
import java.time.temporal.ChronoUnit;
import java.util.Collections;
import java.util.List;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;

class PromiseTest {
  private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

  private static double below(Estimate e, double hours) {
    double alpha = 1 + 4 * (e.likely() - e.low()) / (e.high() - e.low());
    return BetaDistribution.of(alpha, 6 - alpha)
        .cumulativeProbability((hours - e.low()) / (e.high() - e.low()));
  }

  /** Quantiles against the distribution functions of another library, Apache Commons Statistics. */
  @Test
  void hoursAreDrawnFromTheBetaDistribution() {
    for (double likely = 2; likely <= 10; likely += 0.37) {
      Estimate e = new Estimate(2, likely, 10);
      double mean = 0;
      int n = 4000;
      for (int i = 0; i < n; i++) {
        double u = (i + 0.5) / n;
        double hours = Spread.hours(e, NORMAL.inverseCumulativeProbability(u));
        mean += hours / n;
        assertThat(below(e, hours)).isCloseTo(u, within(0.006));
      }
      assertThat(mean).isCloseTo(e.mean(), within(0.002 * e.mean()));
    }
    assertThat(Spread.hours(Estimate.single(3), 1.7)).isEqualTo(3);
  }

  /** Every day an hour, so that a day is an hour of the distribution. */
  private static Hand hourADay(String id) {
    return Crews.of(id, new WorkingTime(Collections.nCopies(7, 1.0), "", List.of()), Skills.ANY);
  }

  private static OpenTask one(String shot, TaskKind kind, Estimate e, String who) {
    return Crews.task(shot, "t", e, kind, who, null);
  }

  /**
   * One task: its distribution. Two of other kinds beside each other, which err together by a known
   * share: the integral over what they share.
   */
  @Test
  void simpleNetworksComeOutAsTheirClosedForm() {
    Estimate e = new Estimate(10, 30, 80);
    List<Hand> hands = List.of(hourADay("a"), hourADay("b"));
    List<OpenTask> both =
        List.of(one("A", TaskKind.PAINT, e, "a"), one("B", TaskKind.SOLVE, e, "b"));
    for (int day = 20; day <= 60; day += 5) {
      Schedule s = ScheduleSearch.best(both, Crews.from(hands), MONDAY.plusDays(day - 1));
      Promise p = Promise.of(both, Crews.from(hands), s, 4000);
      double single = below(e, day);
      // Three standard deviations of a share of 4000 cases are at most 0.024.
      assertThat(p.shots().get(0).chance()).isCloseTo(single, within(0.03));
      double z = NORMAL.inverseCumulativeProbability(Math.min(1 - 1e-9, single));
      double together = 0;
      for (int i = 0; i < 2000; i++) {
        double x = NORMAL.inverseCumulativeProbability((i + 0.5) / 2000);
        double one =
            NORMAL.cumulativeProbability(
                (z - Math.sqrt(EstimateErrors.SHARED) * x) / Math.sqrt(1 - EstimateErrors.SHARED));
        together += one * one / 2000;
      }
      assertThat(p.chance()).isCloseTo(together, within(0.03));
    }
    // One after the other, of one kind: they err together, so the end spreads wider than of two
    // that do so less, by √((1 + correlation) ÷ (1 + correlation)).
    double alike = spread(TaskKind.PAINT, TaskKind.PAINT, e);
    double apart = spread(TaskKind.PAINT, TaskKind.SOLVE, e);
    assertThat(alike / apart)
        .isCloseTo(
            Math.sqrt(
                (1 + EstimateErrors.SHARED + EstimateErrors.OF_KIND) / (1 + EstimateErrors.SHARED)),
            within(0.05));
  }

  private static double spread(TaskKind first, TaskKind second, Estimate e) {
    // A quarter of an hour a day, so that days tell hours finely.
    List<Hand> hands =
        List.of(
            Crews.of(
                "a", new WorkingTime(Collections.nCopies(7, 0.25), "", List.of()), Skills.ANY));
    List<OpenTask> line =
        List.of(one("A", first, e, "a"), Crews.task("A", "u", e, second, "a", null, "A t"));
    Schedule s = ScheduleSearch.best(line, Crews.from(hands), null);
    Promise p = Promise.of(line, Crews.from(hands), s, 8000);
    long half = MONDAY.until(p.half(), ChronoUnit.DAYS) + 1;
    assertThat(half).isCloseTo(Math.round(8 * e.mean()), within(12L));
    return p.half().until(p.most(), ChronoUnit.DAYS);
  }

  /** What a day hangs on is the shot whose hours are unsure, not the one whose are many. */
  @Test
  void theRiskIsWhereTheSpreadIs() {
    List<Hand> hands = List.of(usual("a"));
    List<OpenTask> tasks =
        List.of(
            one("sure", TaskKind.COMPOSITE, new Estimate(60, 61, 62), "a"),
            one("unsure", TaskKind.PAINT, new Estimate(5, 20, 90), "a"));
    Schedule s = ScheduleSearch.best(tasks, Crews.from(hands), MONDAY.plusDays(14));
    Promise p = Promise.of(tasks, Crews.from(hands), s, EstimateErrors.SAMPLES);
    assertThat(p.risks().get(0).code()).isEqualTo("unsure");
    assertThat(p.risks().get(0).share()).isGreaterThan(0.9);
    assertThat(p.half()).isBeforeOrEqualTo(p.most());
    assertThat(Promise.of(tasks, Crews.from(hands), s, EstimateErrors.SAMPLES)).isEqualTo(p);
    assertThat(Promise.words(0.999)).isEqualTo("more than 9 of 10");
    assertThat(Promise.words(0.52)).isEqualTo("about 5 of 10");
    for (int i = 0; i <= 1000; i++) {
      assertThat(Promise.words(i / 1000.0)).doesNotContain("10 of 10", " 0 of");
    }
  }
}
