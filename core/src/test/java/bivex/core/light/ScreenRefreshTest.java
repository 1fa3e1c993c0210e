package bivex.core.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.optics.Shutter;
import bivex.core.time.FrameRate;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ScreenRefreshTest {
  private static final int LINES = 4000;

  /** Lines lit in an exposure that begins at a moment, each counted by itself. */
  private static int[] lit(double hz, double begin, double seconds) {
    int[] out = new int[LINES];
    for (int y = 0; y < LINES; y++) {
      // Line y is lit at (k + y / LINES) / hz.
      double first = Math.ceil(begin * hz - (double) y / LINES);
      double end = Math.ceil((begin + seconds) * hz - (double) y / LINES);
      out[y] = (int) (end - first);
    }
    return out;
  }

  /** Against a display that is scanned line by line. */
  @Test
  void bandsAreAsWideAndAsBrightAsALineByLineCountSays() {
    Random r = new Random(43);
    for (int n = 0; n < 300; n++) {
      double hz = 40 + r.nextDouble() * 200;
      double seconds = 0.002 + r.nextDouble() * 0.035;
      ScreenRefresh s = ScreenRefresh.of(hz, seconds, FrameRate.FILM);
      int[] lines = lit(hz, r.nextDouble(), seconds);
      int least = Arrays.stream(lines).min().orElseThrow();
      int most = Arrays.stream(lines).max().orElseThrow();
      double share = Arrays.stream(lines).filter(x -> x > least).count() / (double) LINES;
      assertThat(s.refreshes()).isEqualTo(least);
      assertThat(s.bandShare()).isCloseTo(share, within(2.0 / LINES));
      if (most > least && least > 0) {
        assertThat(Math.pow(2, s.bandStops())).isCloseTo((double) most / least, within(1e-9));
      }
    }
  }

  /** 60 Hz at 24 fps: two and a half refreshes a frame, so the band is at either of two places. */
  @Test
  void theBandTravelsByWhatIsLeftOfARefresh() {
    double half = Shutter.seconds(180, FrameRate.FILM);
    ScreenRefresh s = ScreenRefresh.of(60, half, FrameRate.FILM);
    assertThat(s.refreshes()).isEqualTo(1);
    assertThat(s.bandShare()).isCloseTo(0.25, within(1e-9));
    assertThat(s.bandStops()).isCloseTo(1, within(1e-9));
    assertThat(Math.abs(s.travelShare())).isCloseTo(0.5, within(1e-9));
    assertThat(s.even()).isFalse();
    assertThat(s.safeSeconds()).isCloseTo(1 / 60.0, within(1e-12));
    ScreenRefresh safe = ScreenRefresh.of(60, s.safeSeconds(), FrameRate.FILM);
    assertThat(safe.even()).isTrue();
    assertThat(safe.bandShare()).isZero();
    assertThat(ScreenRefresh.of(48, 1 / 48.0, FrameRate.FILM).travelShare()).isZero();
    assertThat(ScreenRefresh.of(60, 1 / 100.0, FrameRate.FILM).bandStops())
        .as("the rest of the display is dark")
        .isInfinite();
  }
}
