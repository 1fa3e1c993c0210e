package bivex.core.shoot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.light.Sun;
import bivex.core.light.SunClock;
import bivex.core.order.DayPlan;
import bivex.core.order.Pass;
import bivex.core.order.Running;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * What a heading says of the light. Times of dawn and dusk are held against the definition of civil
 * twilight (sun's centre 6° under the horizon) with positions of the reference algorithm.
 */
class WantedLightTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 27);
  private static final DayTerms LONDON = london(480, 1320, 0.1);

  private static DayTerms london(double call, double wrap, double limit) {
    return terms(51.5, -0.1, "Europe/London", call, wrap, limit);
  }

  private static DayTerms terms(
      double latitude, double longitude, String zone, double call, double wrap, double limit) {
    return new DayTerms(
        latitude,
        longitude,
        zone,
        call,
        wrap,
        List.of(),
        DayPlan.Rates.USUAL,
        64,
        100,
        1.75,
        limit,
        null);
  }

  @Test
  void theHeadingTellsAndBothOrNeitherDoNot() {
    assertThat(WantedLight.of(true, false, false)).isEqualTo(WantedLight.WINDOWS);
    assertThat(WantedLight.of(true, false, true)).isEqualTo(WantedLight.LAMPS);
    assertThat(WantedLight.of(false, true, false)).isEqualTo(WantedLight.SUN);
    assertThat(WantedLight.of(false, true, true)).isEqualTo(WantedLight.NIGHT);
    assertThat(WantedLight.of(true, true, false)).isEqualTo(WantedLight.UNTOLD);
    assertThat(WantedLight.of(false, false, false)).isEqualTo(WantedLight.UNTOLD);
    assertThat(WantedLight.of(List.of(WantedLight.LAMPS, WantedLight.SUN)))
        .isEqualTo(WantedLight.SUN);
  }

  @Test
  void theDayEndsWithTheSunAndTheNightBeginsWithTheEndOfDusk() {
    Pass.Window sun = WantedLight.SUN.window(LONDON, DAY);
    // To the minute: a minute earlier, or later in the evening, the sun's centre is down.
    for (double[] edge : new double[][] {{sun.from(), -1}, {sun.to(), 1}}) {
      assertThat(Sun.at(LONDON.moment(DAY, edge[0]), 51.5, -0.1).elevationDeg()).isPositive();
      assertThat(Sun.at(LONDON.moment(DAY, edge[0] + edge[1]), 51.5, -0.1).elevationDeg())
          .isLessThanOrEqualTo(0);
    }
    Pass.Window night = WantedLight.NIGHT.window(LONDON, DAY);
    assertThat(Sun.at(LONDON.moment(DAY, night.from()), 51.5, -0.1).elevationDeg())
        .isCloseTo(-6, within(0.1));
    assertThat(Sun.at(LONDON.moment(DAY, night.to()), 51.5, -0.1).elevationDeg())
        .isCloseTo(-6, within(0.1));
    assertThat(night.from()).isGreaterThan(sun.to());
    assertThat(night.to()).isGreaterThan(1440);
    DayTerms early = london(240, 900, 0.1);
    assertThat(WantedLight.NIGHT.window(early, DAY).from())
        .as("a call before dawn means the dark of that morning")
        .isZero();
    assertThat(WantedLight.WINDOWS.window(LONDON, DAY)).isNull();
    assertThat(WantedLight.UNTOLD.window(LONDON, DAY)).isNull();
    assertThat(WantedLight.SUN.window(DayTerms.PLAIN, DAY)).isNull();
    DayTerms north = terms(78.2, 15.6, "Arctic/Longyearbyen", 480, 1080, 0.1);
    assertThat(WantedLight.SUN.window(north, DAY)).isNull();
  }

  @Test
  void aSetInsideIsToldOfNoSun() {
    Instant noon = Instant.parse("2026-11-27T12:00:00Z");
    assertThat(WantedLight.LAMPS.hold(LONDON, DAY, noon, null, 20)).isNull();
    SunClock.Hold windows = WantedLight.WINDOWS.hold(LONDON, DAY, noon, null, 20);
    assertThat(windows.held()).isTrue();
    assertThat(windows.until()).isNull();
    assertThat(windows.words()).contains("the sun is not followed", "window");
    assertThat(WantedLight.SUN.hold(LONDON, DAY, noon, null, 0)).isNull();
    SunClock.Hold night = WantedLight.NIGHT.hold(LONDON, DAY, noon, null, 20);
    assertThat(night.held()).isFalse();
    assertThat(night.words()).contains("it is day", "dark from 16:");
    SunClock.Hold later =
        WantedLight.NIGHT.hold(LONDON, DAY, Instant.parse("2026-11-27T19:00:00Z"), null, 20);
    assertThat(later.held()).isTrue();
    assertThat(later.words()).contains("dark until 07:");
    assertThat(
            WantedLight.NIGHT
                .hold(
                    LONDON,
                    DAY,
                    Instant.parse("2026-11-28T09:00:00Z"),
                    Instant.parse("2026-11-28T05:00:00Z"),
                    0)
                .held())
        .as("the set was begun in the dark and the day has come")
        .isFalse();
  }

  @Test
  void theOrderIsHeldAgainstTheShadowsOfEachSet() {
    Pass a = pass("a", "A of one", 8);
    Pass b = pass("b", "A of one", 8);
    Pass inside = pass("c", "B of two", 60);
    DayPlan day =
        new DayPlan(480, 1320, Map.of(), DayPlan.Rates.USUAL, List.of(a, b, inside), Map.of());
    Running late = Running.of(day, List.of(inside, a, b));
    // From 09:00, 16 minutes: walked through with the positions themselves.
    double from = late.slots().get(1).from();
    Sun first = Sun.at(LONDON.moment(DAY, from), 51.5, -0.1);
    boolean held = true;
    for (int m = 1; m <= 16; m++) {
      held &= Sun.at(LONDON.moment(DAY, from + m), 51.5, -0.1).driftM(first, 1.75) <= 0.1;
    }
    assertThat(held).isFalse();
    assertThat(WantedLight.unheld(late, LONDON, DAY, Set.of("A of one")))
        .singleElement()
        .asString()
        .startsWith("Match set A of one, in the sun: Begun at 09:")
        .contains("needs 16 min");
    assertThat(WantedLight.unheld(late, LONDON, DAY, Set.of())).isEmpty();
    Running alone = Running.of(day, List.of(pass("d", "", 90)));
    assertThat(WantedLight.unheld(alone, LONDON, DAY, Set.of("")))
        .as("a pass that stands alone has nothing to match")
        .isEmpty();
    assertThat(WantedLight.unheld(late, DayTerms.PLAIN, DAY, Set.of("A of one"))).isEmpty();
    DayTerms loose = london(480, 1320, 50);
    assertThat(WantedLight.unheld(late, loose, DAY, Set.of("A of one"))).isEmpty();
  }

  private static Pass pass(String id, String set, double minutes) {
    return new Pass(id, id, set, "pier", List.of(), minutes, 1, List.of(), null, false);
  }
}
