package bivex.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ConformTest {
  /**
   * Common practice, no source: 240 on 30 is sped up 8 times; 60 on 23.976 is called 40 %, exactly
   * 39.96 %.
   */
  @Test
  void theTradesFiguresComeOut() {
    assertThat(new Conform(FrameRate.of(30), FrameRate.of(240)).realTimeRead()).isEqualTo(8);
    assertThat(new Conform(FrameRate.FILM_NTSC, FrameRate.of(60)).oneToOneSpeed())
        .isCloseTo(0.3996, within(5e-6));
  }

  @Test
  void eightyPerCentShowsFourFramesOverFive() {
    Conform.Cadence c = new Conform(FrameRate.FILM, FrameRate.FILM).cadence(0.8, 10);
    assertThat(c.pattern()).isEqualTo(List.of(0L, 0L, 1L, 2L, 3L, 4L, 4L, 5L, 6L, 7L));
    assertThat(c.even()).isFalse();
    assertThat(c.repeats()).isEqualTo(2);
    assertThat(c.skips()).isZero();
  }

  @Test
  void fortyPerCentOfSixtySkipsOneFrameInAThousand() {
    Conform.Cadence c = new Conform(FrameRate.FILM_NTSC, FrameRate.of(60)).cadence(0.4, 1001);
    assertThat(c.even()).isFalse();
    assertThat(c.skips()).isEqualTo(1);
    assertThat(
            new Conform(FrameRate.FILM_NTSC, FrameRate.of(60))
                .cadence(24000.0 / 1001 / 60, 1001)
                .skips())
        .isZero();
  }

  @Test
  void evenMeansEveryStepIsAlike() {
    Conform c = new Conform(FrameRate.FILM, FrameRate.of(120));
    assertThat(c.cadence(1, 50).even()).isTrue();
    assertThat(c.cadence(0.1, 50).even()).as("each frame twice is no even motion").isFalse();
    assertThat(c.cadence(0.3, 50).even()).isFalse();
  }

  /** Whatever the step: what is shown, repeated and passed over accounts for every output frame. */
  @Test
  void framesAreConserved() {
    Random random = new Random(2);
    for (int i = 0; i < 300; i++) {
      double step = 0.05 + random.nextDouble() * 6;
      Conform.Cadence c = Conform.Cadence.of(step, 400);
      long shown = c.pattern().stream().distinct().count();
      assertThat(shown + c.repeats()).isEqualTo(400);
      for (int k = 1; k < 400; k++) {
        assertThat(c.pattern().get(k) - c.pattern().get(k - 1))
            .isBetween((long) Math.floor(step), (long) Math.ceil(step));
      }
    }
  }

  @Test
  void slowerThanCapturedMustBeMadeUp() {
    Conform c = new Conform(FrameRate.FILM, FrameRate.of(60));
    assertThat(c.syntheticShare(2.5)).isZero();
    assertThat(c.syntheticShare(5)).isCloseTo(0.5, within(1e-12));
  }
}
