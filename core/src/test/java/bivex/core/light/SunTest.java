package bivex.core.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class SunTest {
  private static final ZonedDateTime EXAMPLE =
      ZonedDateTime.of(2003, 10, 17, 12, 30, 30, 0, ZoneOffset.ofHours(-7));

  /**
   * The worked example of NREL/TP-560-34302. It is for 1830 m and 820 mbar; ours is always sea
   * level, which moves the zenith by under 0.01° (refraction and parallax), and its day is reckoned
   * for the geometric horizon, which moves sunrise by under a minute.
   */
  @Test
  void theWorkedExampleOfTheAlgorithm() throws Exception {
    Map<String, String> published;
    try (BufferedReader in =
        new BufferedReader(
            new InputStreamReader(
                SunTest.class.getResourceAsStream("/published/nrel_spa_worked_example.csv"),
                StandardCharsets.UTF_8))) {
      published =
          in.lines()
              .filter(l -> !l.startsWith("#"))
              .map(l -> l.split(","))
              .collect(Collectors.toMap(l -> l[0], l -> l[1]));
    }
    Sun s = Sun.at(EXAMPLE, 39.742476, -105.1786);
    assertThat(90 - s.elevationDeg())
        .isCloseTo(
            Double.parseDouble(published.get("topocentric_zenith_deg_with_refraction")),
            within(0.01));
    assertThat(s.azimuthDeg())
        .isCloseTo(Double.parseDouble(published.get("topocentric_azimuth_deg")), within(0.001));
    LocalTime rise = LocalTime.parse(published.get("sunrise_local"));
    assertThat(
            Duration.between(rise, Sun.day(EXAMPLE, 39.742476, -105.1786).sunrise().toLocalTime())
                .abs())
        .isLessThan(Duration.ofMinutes(1));
  }

  /**
   * Almanac facts: at an equinox the sun rises in the east and stands overhead on the equator; at
   * the pole it does not rise in winter.
   */
  @Test
  void theSunOfAnEquinox() {
    ZonedDateTime day = ZonedDateTime.of(2026, 3, 20, 12, 0, 0, 0, ZoneOffset.UTC);
    Sun.Day d = Sun.day(day, 0, 0);
    assertThat(Sun.at(d.sunrise(), 0, 0).azimuthDeg()).isCloseTo(90, within(0.5));
    assertThat(Sun.at(d.noon(), 0, 0).elevationDeg()).isCloseTo(90, within(0.5));
    assertThat(
            Sun.day(ZonedDateTime.of(2026, 12, 21, 12, 0, 0, 0, ZoneOffset.UTC), 85, 0).sunrise())
        .isNull();
    assertThatThrownBy(() -> Sun.at(day, 91, 0)).hasMessageStartingWith("latitude:");
  }

  /**
   * The shadow's tip by the direction of the light, not by tangents; the window by trying every
   * pair of minutes.
   */
  @Test
  void aShadowStaysInsideItsHoldWindow() {
    ZonedDateTime from = ZonedDateTime.of(2026, 6, 3, 10, 0, 0, 0, ZoneOffset.UTC);
    double lat = 54.1;
    double lon = -0.5;
    Sun.Window w = Sun.holdWindow(from, 1.5, lat, lon, 1.75, 0.08);
    long longest = 0;
    for (int i = 0; i <= 90; i++) {
      int j = i;
      while (j < 90
          && apart(tip(from.plusMinutes(i), lat, lon), tip(from.plusMinutes(j + 1), lat, lon))
              <= 0.08) {
        j++;
      }
      longest = Math.max(longest, j - i);
    }
    assertThat(Math.round(w.minutes())).isEqualTo(longest).isPositive();
    assertThat(w.driftM()).isLessThanOrEqualTo(0.08);
    assertThat(
            Sun.holdWindow(
                ZonedDateTime.of(2026, 12, 3, 0, 0, 0, 0, ZoneOffset.UTC), 1, lat, lon, 1.75, 0.1))
        .isNull();
  }

  /**
   * At both ends of the golden light the sun stands on the horizon and at six degrees; a low winter
   * sun is never higher.
   */
  @Test
  void goldenLightLiesBetweenTheHorizonAndSixDegrees() {
    ZonedDateTime day = ZonedDateTime.of(2026, 4, 20, 12, 0, 0, 0, ZoneOffset.UTC);
    var golden = Sun.golden(day, 54.1, -0.5);
    assertThat(golden).hasSize(2);
    assertThat(Sun.at(golden.get(0).to(), 54.1, -0.5).elevationDeg()).isCloseTo(6, within(0.01));
    assertThat(Sun.at(golden.get(1).from(), 54.1, -0.5).elevationDeg()).isCloseTo(6, within(0.01));
    assertThat(golden.get(0).to()).isAfter(golden.get(0).from()).isBefore(golden.get(1).from());
    assertThat(Sun.golden(ZonedDateTime.of(2026, 12, 21, 12, 0, 0, 0, ZoneOffset.UTC), 64, 0))
        .isEmpty();
  }

  private static double[] tip(ZonedDateTime at, double lat, double lon) {
    Sun s = Sun.at(at, lat, lon);
    double e = Math.toRadians(s.elevationDeg());
    double a = Math.toRadians(s.azimuthDeg());
    double[] light = {-Math.cos(e) * Math.sin(a), -Math.cos(e) * Math.cos(a), -Math.sin(e)};
    double t = 1.75 / -light[2];
    return new double[] {light[0] * t, light[1] * t};
  }

  private static double apart(double[] a, double[] b) {
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  }
}
