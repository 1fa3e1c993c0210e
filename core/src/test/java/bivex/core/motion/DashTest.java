package bivex.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.time.FrameRate;
import org.junit.jupiter.api.Test;

class DashTest {
  /**
   * Common practice, no source: about 3 frames, a streak near the exit, one empty, a streak near
   * the arrival.
   */
  @Test
  void threeFramesAreStreakEmptyStreak() {
    Dash d = Dash.streak(2840, 12, 3, 300, FrameRate.FILM);
    assertThat(d.frames())
        .extracting(Dash.Between::kind)
        .containsExactly(Dash.Kind.STREAK, Dash.Kind.EMPTY, Dash.Kind.STREAK);
    assertThat(d.frames()).extracting(Dash.Between::centre).containsExactly(0.25, 0.5, 0.75);
    assertThat(d.pxPerFrame()).isEqualTo(710);
    assertThat(d.metresPerSecond()).isCloseTo(72, within(1e-9));
    assertThat(d.streakPx()).isCloseTo(591.7, within(0.05));
  }

  @Test
  void stepsAddUpToTheWayHoweverManyFrames() {
    for (int n = 1; n <= 24; n++) {
      Dash d = Dash.compressedRun(1234, 7, n, 180, FrameRate.PAL);
      assertThat(d.pxPerFrame() * (n + 1)).isCloseTo(1234, within(1e-9));
      assertThat(d.metresPerSecond() * FrameRate.PAL.seconds(n + 1)).isCloseTo(7, within(1e-9));
      assertThat(d.frames()).hasSize(n).allMatch(b -> b.kind() == Dash.Kind.STREAK);
    }
  }
}
