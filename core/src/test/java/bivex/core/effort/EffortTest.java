package bivex.core.effort;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class EffortTest {
  /** Textbook PERT activity (2, 4, 12): mean 5, standard deviation 10/6. From memory. */
  @Test
  void threePointMeanAndVariance() {
    Estimate e = new Estimate(2, 4, 12);
    assertThat(e.mean()).isEqualTo(5);
    assertThat(e.variance()).isCloseTo(25.0 / 9, within(1e-12));
    assertThat(e.plus(e).mean()).isEqualTo(10);
    assertThat(Estimate.single(3).variance()).isZero();
    assertThat(new Estimate(8, 16, 24).days(8)).isEqualTo(2);
    assertThatThrownBy(() -> new Estimate(3, 2, 4)).hasMessageStartingWith("estimate:");
    assertThatThrownBy(() -> new Estimate(Double.NaN, 2, 4)).hasMessageStartingWith("estimate:");
  }

  @Test
  void effortGrowsWithFramesAndDifficulty() {
    Estimate fair = EffortRates.DEFAULTS.hours(TaskKind.HAND_MATTE, 14, TaskKind.Difficulty.FAIR);
    assertThat(EffortRates.DEFAULTS.hours(TaskKind.HAND_MATTE, 28, TaskKind.Difficulty.FAIR).mean())
        .isCloseTo(2 * fair.mean(), within(1e-12));
    assertThat(EffortRates.DEFAULTS.hours(TaskKind.HAND_MATTE, 14, TaskKind.Difficulty.HARD).mean())
        .isGreaterThan(fair.mean())
        .isGreaterThan(
            EffortRates.DEFAULTS.hours(TaskKind.HAND_MATTE, 14, TaskKind.Difficulty.EASY).mean());
    assertThatThrownBy(
            () -> EffortRates.DEFAULTS.hours(TaskKind.PAINT, -1, TaskKind.Difficulty.FAIR))
        .hasMessageStartingWith("amount of work:");
  }

  /**
   * Tue 24 Nov 2026: 8 hours end the same day, 33 hours need five working days and step over the
   * weekend.
   */
  @Test
  void workEndsOnAWorkingDay() {
    LocalDate tuesday = LocalDate.of(2026, 11, 24);
    assertThat(Forecast.finish(tuesday, 8, 8)).isEqualTo(tuesday);
    assertThat(Forecast.finish(tuesday, 33, 8)).isEqualTo(LocalDate.of(2026, 11, 30));
    assertThat(Forecast.finish(LocalDate.of(2026, 11, 28), 1, 8))
        .isEqualTo(LocalDate.of(2026, 11, 30));
    assertThatThrownBy(() -> Forecast.finish(tuesday, 1, 0)).hasMessageStartingWith("hours a day:");
  }

  /**
   * Tue 24 Nov 2026, 8 to 40 hours at 8 a day, plates still to be shot on Thursday: begun on
   * Friday, the low estimate ends that day, the high one five working days later.
   */
  @Test
  void aFinishIsASpanAndWaitsForThePlates() {
    LocalDate tuesday = LocalDate.of(2026, 11, 24);
    Estimate work = new Estimate(8, 16, 40);
    Forecast f =
        Forecast.of(tuesday, work, 8, List.of(waiting(26, 3), waiting(24, 1), waiting(30, 0)));
    assertThat(f.from()).isEqualTo(LocalDate.of(2026, 11, 27));
    assertThat(f.early()).isEqualTo(LocalDate.of(2026, 11, 27));
    assertThat(f.late()).isEqualTo(LocalDate.of(2026, 12, 3));
    Forecast over = Forecast.of(tuesday, work, 8, List.of(waiting(20, 2)));
    assertThat(over.from()).isEqualTo(tuesday);
    assertThat(over.unplanned()).as("a day that is over holds no plate").isEqualTo(2);
    assertThat(f.against(null)).isEqualTo(Forecast.Risk.NO_DATE);
    assertThat(f.against(LocalDate.of(2026, 12, 3))).isEqualTo(Forecast.Risk.IN_TIME);
    assertThat(f.against(LocalDate.of(2026, 12, 2))).isEqualTo(Forecast.Risk.MAY_BE_LATE);
    assertThat(f.against(LocalDate.of(2026, 11, 27))).isEqualTo(Forecast.Risk.LIKELY_LATE);
    assertThat(f.against(LocalDate.of(2026, 11, 26))).isEqualTo(Forecast.Risk.TOO_LATE);
    assertThat(
            Forecast.of(tuesday, work, 8, List.of(new Forecast.Waiting(null, 2)))
                .against(LocalDate.of(2027, 1, 1)))
        .as("plates without a shooting day hold no date")
        .isEqualTo(Forecast.Risk.MAY_BE_LATE);
  }

  private static Forecast.Waiting waiting(int november, int plates) {
    return new Forecast.Waiting(LocalDate.of(2026, 11, november), plates);
  }

  @Test
  void calibrationWeighsByHours() {
    assertThat(Calibration.of(List.of()).factor()).isEqualTo(1);
    Calibration c = Calibration.of(List.of(new Calibration.Pair(1, 3), new Calibration.Pair(9, 9)));
    assertThat(c.factor()).isCloseTo(1.2, within(1e-12));
    assertThat(c.tasks()).isEqualTo(2);
  }

  @Test
  void aProductionsOwnRatesCountWhereTheyAreSetAndDefaultsElsewhere() {
    EffortRates own =
        new EffortRates(
            java.util.List.of(
                new EffortRates.Rate(
                    TaskKind.PAINT, TaskKind.Difficulty.HARD, new Estimate(1, 2, 3))));
    assertThat(own.hours(TaskKind.PAINT, 10, TaskKind.Difficulty.HARD))
        .isEqualTo(new Estimate(10, 20, 30));
    assertThat(own.hours(TaskKind.PAINT, 10, TaskKind.Difficulty.FAIR))
        .isEqualTo(EffortRates.DEFAULTS.hours(TaskKind.PAINT, 10, TaskKind.Difficulty.FAIR));
    EffortRates longer = own.calibrated(TaskKind.PAINT, 1.5);
    assertThat(longer.perUnit(TaskKind.PAINT, TaskKind.Difficulty.HARD))
        .isEqualTo(new Estimate(1.5, 3, 4.5));
    assertThat(longer.perUnit(TaskKind.PAINT, TaskKind.Difficulty.EASY).mean())
        .isCloseTo(1.5 * TaskKind.PAINT.perUnit(TaskKind.Difficulty.EASY).mean(), within(1e-12));
    assertThat(longer.perUnit(TaskKind.KEY, TaskKind.Difficulty.FAIR))
        .isEqualTo(TaskKind.KEY.perUnit(TaskKind.Difficulty.FAIR));
    assertThatThrownBy(() -> new EffortRates(java.util.List.of(own.own().get(0), own.own().get(0))))
        .hasMessageContaining("twice");
  }
}
