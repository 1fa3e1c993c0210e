package bivex.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class FrameTimesTest {
  /** Stamps as a container with a clock of so many ticks a second has them, in any order. */
  private static FrameTimes stamps(FrameRate rate, int frames, double ticks, double from) {
    List<Double> at =
        IntStream.range(0, frames)
            .mapToObj(i -> Math.round((from + rate.seconds(i)) * ticks) / ticks)
            .collect(java.util.stream.Collectors.toCollection(java.util.ArrayList::new));
    java.util.Collections.shuffle(at, new Random(frames));
    return new FrameTimes(at);
  }

  /** Any rate in use, short or long, by fine clocks and by whole milliseconds. */
  @Test
  void aRateIsReadFromStampsAndNamedByWhatIsClaimed() {
    for (FrameRate r : FrameRate.PRODUCTION_RATES) {
      for (int frames : new int[] {2, 7, 48, 2000}) {
        for (double ticks : new double[] {1000, 12_800, 90_000}) {
          FrameTimes t = stamps(r, frames, ticks, 0.4);
          assertThat(t.constant()).as("%s of %d", r.name(), frames).isTrue();
          assertThat(t.rate(r.fps())).isEqualTo(r);
          assertThat(t.seconds()).isCloseTo(r.seconds(frames), within(0.0021 * frames));
        }
      }
    }
  }

  /** A container may claim 24 of a clip that has 13.2 a second: the stamps are believed. */
  @Test
  void aClaimThatTheStampsDenyNamesNothing() {
    FrameTimes half =
        new FrameTimes(
            IntStream.range(0, 96).mapToObj(i -> (i < 48 ? i : 48 + (i - 48) * 3) / 24.0).toList());
    assertThat(half.constant()).isFalse();
    assertThat(half.rate(24, 24)).isNotEqualTo(FrameRate.FILM);
    assertThat(half.rate(24).fps()).isCloseTo(96 / half.seconds(), within(0.001));
    assertThat(stamps(FrameRate.PAL, 100, 90_000, 0).rate(24)).isEqualTo(FrameRate.PAL);
    FrameTimes one = new FrameTimes(List.of(0.0));
    assertThat(one.seconds()).isZero();
    assertThat(one.rate(25)).isEqualTo(FrameRate.PAL);
  }
}
