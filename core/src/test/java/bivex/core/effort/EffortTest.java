package bivex.core.effort;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
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

  @Test
  void calibrationWeighsByHours() {
    assertThat(Calibration.of(List.of()).factor()).isEqualTo(1);
    Calibration c = Calibration.of(List.of(new Calibration.Pair(1, 3), new Calibration.Pair(9, 9)));
    assertThat(c.factor()).isCloseTo(1.2, within(1e-12));
    assertThat(c.tasks()).isEqualTo(2);
    // Two tasks of 5 h that took 12: with four more of 5 h as thought 32 h for 30.
    assertThat(c.proposed()).isCloseTo(32 / 30.0, within(1e-12));
    double before = 1;
    for (int n = 1; n < 200; n++) {
      Calibration many = Calibration.of(Collections.nCopies(n, new Calibration.Pair(2, 6)));
      assertThat(many.factor()).isCloseTo(3, within(1e-12));
      assertThat(many.proposed()).isBetween(before, 3.0);
      before = many.proposed();
    }
    assertThat(before).isGreaterThan(2.9);
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
