package bivex.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class PanParallaxTest {
  /** Against bearings: the angle of each thing from the moved lens, less the turn, as a tangent. */
  @Test
  void isTheDifferenceOfTwoBearings() {
    Random r = new Random(42);
    for (int n = 0; n < 2000; n++) {
      double turn = Math.toRadians(r.nextDouble() * 60 - 30);
      double pivot = r.nextDouble() * 0.6 - 0.3;
      double near = 0.7 + r.nextDouble() * 5;
      double far = near + r.nextDouble() * 500;
      double focal = 800 + r.nextDouble() * 5000;
      double apart =
          Math.abs(
              focal * Math.tan(bearing(turn, pivot, near) - turn)
                  - focal * Math.tan(bearing(turn, pivot, far) - turn));
      assertThat(PanParallax.px(Math.toDegrees(turn), pivot, near, far, focal))
          .isCloseTo(apart, within(1e-6 * Math.max(1, apart)));
    }
  }

  private static double bearing(double turn, double pivot, double distance) {
    return Math.atan2(-pivot * Math.sin(turn), pivot + distance - pivot * Math.cos(turn));
  }

  /** A head that turns about the point the lens looks from shifts nothing, however near. */
  @Test
  void aLensOnItsPivotShiftsNothing() {
    assertThat(PanParallax.px(25, 0, 0.5, Double.POSITIVE_INFINITY, 3000)).isEqualTo(0);
    // The point lies 10 cm before the pivot; a turn of 1° moves it by 1.745 mm. At 2 m and a focal
    // length of 3733 px that is 3.26 px, against nothing at the horizon.
    assertThat(PanParallax.px(1, 0.1, 2, Double.POSITIVE_INFINITY, 3733))
        .isCloseTo(0.1 * Math.sin(Math.toRadians(1)) / 2 * 3733, within(0.01));
    double nearest = PanParallax.nearestM(20, 0.1, Double.POSITIVE_INFINITY, 3733, 1);
    assertThat(PanParallax.px(20, 0.1, nearest, 1e6, 3733)).isCloseTo(1, within(0.02));
    assertThat(PanParallax.nearestM(20, 0, 50, 3733, 1)).isZero();
  }
}
