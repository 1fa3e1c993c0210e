package bivex.core.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class DayForNightTest {
  /**
   * ISO 2720 with C = 250: an exposure value of 15 at ISO 100 stands for 81 920 lx, one of 10 for
   * 2560 lx (tables of exposure values, from memory).
   */
  @Test
  void aNormalExposureNeedsNoDensity() {
    // f/16 at 1/128 s is EV 15; f/5.6 (√32) at 1/32 s is EV 10.
    assertThat(DayForNight.of(81_920, 0, 0, 0, 16, 1.0 / 128, 100).ndStops())
        .isCloseTo(0, within(1e-9));
    assertThat(DayForNight.of(2560, 0, 0, 0, Math.sqrt(32), 1.0 / 32, 100).ndStops())
        .isCloseTo(0, within(1e-9));
    // The sunny-day rule, f/16 at one over the ISO: full sun is 50 000 to 100 000 lx.
    assertThat(DayForNight.of(70_000, 0, 0, 0, 16, 1.0 / 100, 100).ndStops()).isBetween(-0.5, 0.5);
  }

  /** Light is counted: behind the density it is the wanted part of a normal exposure. */
  @Test
  void theDensityLeavesTheWantedPartOfTheLight() {
    Random r = new Random(36);
    for (int n = 0; n < 1000; n++) {
      double lux = 1 + r.nextDouble() * 90_000;
      double under = r.nextDouble() * 4;
      double stop = 1 + r.nextDouble() * 20;
      double t = 0.001 + r.nextDouble() * 0.04;
      double iso = 100 + r.nextInt(3000);
      double lamp = r.nextDouble() * 5000;
      DayForNight d = DayForNight.of(lux, under, lamp, 1.5, stop, t, iso);
      double through = lux / Math.pow(2, d.ndStops());
      double normal = 250 * stop * stop / (t * iso);
      assertThat(through / normal).isCloseTo(Math.pow(0.5, under), within(1e-9));
      assertThat(Math.pow(2, d.lampStops())).isCloseTo((lux + lamp) / lux, within(1e-9));
      assertThat(DayForNight.of(lux, under, d.neededLux(), 1.5, stop, t, iso).lampStops())
          .isCloseTo(1.5, within(1e-9));
    }
  }
}
