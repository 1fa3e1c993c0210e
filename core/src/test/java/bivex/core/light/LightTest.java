package bivex.core.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.optics.Shutter;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class LightTest {
  /**
   * Common practice, no source: 1/50 at 25 fps and 172.8° at 24 fps under 50 Hz, 1/60 under 60 Hz.
   */
  @Test
  void safeShuttersAreThoseOfTheTrade() {
    assertThat(MainsFlicker.longestSafeSeconds(50, 1.0 / 48)).isEqualTo(1.0 / 50);
    assertThat(Shutter.degrees(MainsFlicker.safeSeconds(50, 2), FrameRate.FILM))
        .isCloseTo(172.8, within(1e-9));
    assertThat(MainsFlicker.longestSafeSeconds(60, 1.0 / 50)).isEqualTo(1.0 / 60);
    assertThat(MainsFlicker.longestSafeSeconds(50, 1.0 / 200)).isZero();
  }

  /** Oracle: the ripple summed over the exposure at ten thousand instants, worst phase. */
  @Test
  void rippleLeftIsTheMeanOverTheExposure() {
    Random random = new Random(3);
    for (int i = 0; i < 40; i++) {
      double hz = random.nextBoolean() ? 50 : 60;
      double t = 0.001 + random.nextDouble() * 0.04;
      double most =
          IntStream.range(0, 60)
              .mapToDouble(
                  p ->
                      Math.abs(
                          IntStream.range(0, 10_000)
                              .mapToDouble(
                                  k ->
                                      Math.cos(
                                          2 * Math.PI * 2 * hz * t * (k + 0.5) / 10_000
                                              + Math.PI * p / 60))
                              .average()
                              .orElseThrow()))
              .max()
              .orElseThrow();
      assertThat(MainsFlicker.rippleLeft(hz, t)).isCloseTo(most, within(2e-3));
    }
    assertThat(MainsFlicker.rippleLeft(50, 1.0 / 50)).isLessThan(1e-12);
  }

  @Test
  void beatAgainstTheNearestMultipleOfTheRate() {
    assertThat(MainsFlicker.beatHz(50, FrameRate.PAL)).isZero();
    assertThat(MainsFlicker.beatHz(50, FrameRate.FILM)).isEqualTo(4);
    assertThat(MainsFlicker.beatHz(60, FrameRate.NTSC))
        .isCloseTo(120 - 4 * 30000.0 / 1001, within(1e-9));
  }

  /**
   * WCAG 2.2, success criterion 2.3.1: three flashes in a second are within the limit, four are
   * beyond it.
   */
  @Test
  void moreThanThreeFlashesInAnySecondAreWarnedOf() {
    assertThat(FlashSafety.warnings(List.of(0, 8, 16), FrameRate.FILM, 1, false)).isEmpty();
    assertThat(FlashSafety.warnings(List.of(0, 7, 14, 23), FrameRate.FILM, 0.25, false))
        .singleElement()
        .asString()
        .contains("4 flashes");
    assertThat(FlashSafety.warnings(List.of(0, 8, 16, 24), FrameRate.FILM, 1, false)).isEmpty();
    assertThat(FlashSafety.warnings(List.of(0, 7, 14, 23), FrameRate.FILM, 0.1, false))
        .singleElement()
        .asString()
        .contains("small area");
    assertThat(FlashSafety.warnings(List.of(5), FrameRate.FILM, 0.1, true))
        .singleElement()
        .asString()
        .contains("BT.1702");
  }

  @Test
  void theWorstSecondIsFoundAsByTryingEveryWindow() {
    Random random = new Random(4);
    for (int i = 0; i < 200; i++) {
      List<Integer> frames =
          random.ints(1 + random.nextInt(12), 0, 120).distinct().boxed().toList();
      int brute =
          IntStream.range(0, 120)
              .map(s -> (int) frames.stream().filter(f -> f >= s && f < s + 24).count())
              .max()
              .orElseThrow();
      assertThat(FlashSafety.mostInOneSecond(frames, FrameRate.FILM)).isEqualTo(brute);
    }
  }

  /** Common practice, no source: 0.3 ± 0.2 is safe from going out. */
  @Test
  void writtenFlicker() {
    assertThat(FlashSafety.flickerFaults(0.3, 0.2, 10, FrameRate.FILM)).isEmpty();
    assertThat(FlashSafety.flickerFaults(0.2, 0.2, 10, FrameRate.FILM))
        .singleElement()
        .asString()
        .contains("goes out");
    assertThat(FlashSafety.flickerFaults(0.9, 0.2, 13, FrameRate.FILM)).hasSize(2);
  }

  /**
   * Three swings a second is the guideline's limit (WCAG 2.2, 2.3.1), four are beyond it; a tenth
   * of luminance below 0.8 counts.
   */
  @Test
  void steadyFlickerIsCountedAsFlashes() {
    assertThat(FlashSafety.strobing(0.5, 0.3, 3, 0.5)).isEmpty();
    assertThat(FlashSafety.strobing(0.5, 0.3, 3.1, 0.5))
        .singleElement()
        .asString()
        .contains("limit is 3");
    assertThat(FlashSafety.strobing(0.5, 0.3, 8, 0.1))
        .singleElement()
        .asString()
        .contains("small area");
    assertThat(FlashSafety.strobing(0.5, 0.04, 8, 0.5)).isEmpty();
    assertThat(FlashSafety.strobing(0.95, 0.1, 8, 0.5)).isEmpty();
  }

  /**
   * A lamp that is dimmed by switching, against adding up its light over exposures begun at every
   * hundredth of a pulse: the bound is never exceeded, and nearly reached by short pulses.
   */
  @Test
  void aDimmedLampChangesByNoMoreThanItsBound() {
    double worst = 0;
    for (double hz : new double[] {120, 397, 1000, 2500}) {
      for (double duty : new double[] {0.02, 0.3, 0.8, 0.97}) {
        for (double t : new double[] {1 / 50.0, 1 / 48.0, 1 / 125.0, 1 / 500.0}) {
          double most = 0;
          double least = Double.MAX_VALUE;
          for (int i = 0; i < 100; i++) {
            double begin = i / (100 * hz);
            double lit = lit((begin + t) * hz, duty) - lit(begin * hz, duty);
            most = Math.max(most, lit);
            least = Math.min(least, lit);
          }
          double spread = (most - least) / (t * hz * duty);
          double bound = 1 / (hz * t);
          assertThat(spread).isLessThanOrEqualTo(bound + 1e-9);
          worst = Math.max(worst, spread / bound);
          if (bound <= 1) {
            assertThat(MainsFlicker.dimmedSpread(hz, t)).isCloseTo(bound, within(1e-12));
          }
        }
      }
    }
    assertThat(worst).isGreaterThan(0.9);
  }

  /** Pulses that were on since the beginning, each for a share of its length. */
  private static double lit(double pulses, double duty) {
    double whole = Math.floor(pulses);
    return whole * duty + Math.min(duty, pulses - whole);
  }

  @Test
  void whatNobodyKnowsOfDimmedLampsIsNotCalledSteady() {
    double t = 1 / 50.0;
    assertThat(MainsFlicker.check(50, null, t, FrameRate.FILM).words())
        .contains("steady at 1/50", "Dimmed lamps", "test them");
    assertThat(MainsFlicker.check(50, 0.0, t, FrameRate.FILM).words()).doesNotContain("Dimmed");
    assertThat(MainsFlicker.check(50, 400.0, t, FrameRate.FILM).words()).contains("by up to 13 %");
    // What is advised is followed: it holds, and no exposure is longer than a frame lasts.
    int exposed = 0;
    int faster = 0;
    for (double hz : new double[] {100, 240, 400, 600, 800}) {
      for (double fps : new double[] {24, 25, 60, 120}) {
        FrameRate rate = FrameRate.parse(Integer.toString((int) fps));
        double now = 1 / (2 * fps);
        MainsFlicker.LampCheck c = MainsFlicker.check(50, hz, now, rate);
        java.util.regex.Matcher expose =
            java.util.regex.Pattern.compile("expose for 1/(\\d+(?:\\.\\d+)?)").matcher(c.words());
        java.util.regex.Matcher lamps =
            java.util.regex.Pattern.compile("lamps of (\\d+) Hz").matcher(c.words());
        if (expose.find()) {
          exposed++;
          double s = 1 / Double.parseDouble(expose.group(1));
          assertThat(s).isLessThanOrEqualTo(1 / fps + 1e-9);
          assertThat(MainsFlicker.dimmedSpread(hz, s))
              .isLessThanOrEqualTo(MainsFlicker.DIMMED_SEEN + 2e-3);
        } else if (lamps.find()) {
          faster++;
          assertThat(MainsFlicker.check(50, Double.valueOf(lamps.group(1)), now, rate).words())
              .contains("change by");
        } else {
          assertThat(c.words()).contains("change by");
        }
        assertThat(c.steady() && c.words().contains("may band")).isFalse();
      }
    }
    assertThat(exposed).isPositive();
    assertThat(faster).isPositive();
    assertThat(MainsFlicker.check(50, 25_000.0, t, FrameRate.FILM).steady()).isTrue();
  }
}
