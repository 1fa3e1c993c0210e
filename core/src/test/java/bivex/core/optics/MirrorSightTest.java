package bivex.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import java.util.Random;
import org.junit.jupiter.api.Test;

class MirrorSightTest {
  /** Fermat: of all ways over the glass light takes the shortest; searched on the glass itself. */
  @Test
  void lightTakesTheShortestWayOverTheGlass() {
    Random r = new Random(37);
    int seen = 0;
    for (int n = 0; n < 4000; n++) {
      MirrorSight.Mirror m =
          new MirrorSight.Mirror(
              1 + r.nextDouble() * 5,
              r.nextDouble() * 3 - 1.5,
              0.3 + r.nextDouble() * 3,
              r.nextDouble() * 80 - 40);
      double x = r.nextDouble() * 6 - 3;
      double z = r.nextDouble() * 8 - 3;
      double a = Math.toRadians(m.turnDeg());
      if (m.aheadM() * Math.cos(a) - m.acrossM() * Math.sin(a) <= 0.05) {
        continue;
      }
      MirrorSight s = MirrorSight.of(m, z, x, 0.5);
      double before = (x - m.acrossM()) * Math.sin(a) - (z - m.aheadM()) * Math.cos(a);
      if (before <= 0) {
        assertThat(s.share()).isNaN();
        assertThat(s.seen()).isFalse();
        continue;
      }
      double best = Double.POSITIVE_INFINITY;
      double at = 0;
      double low = -50;
      double high = 50;
      for (double step = 0.05; step > 1e-8; step /= 50) {
        for (double p = low; p <= high; p += step) {
          double px = m.acrossM() + p * Math.cos(a);
          double pz = m.aheadM() + p * Math.sin(a);
          double way = Math.hypot(px, pz) + Math.hypot(px - x, pz - z);
          if (way < best) {
            best = way;
            at = p;
          }
        }
        low = at - 2 * step;
        high = at + 2 * step;
      }
      assertThat(s.share()).isCloseTo(at / m.widthM() + 0.5, within(1e-3));
      assertThat(s.focusM()).isCloseTo(best, within(1e-6));
      assertThat(s.seen()).isEqualTo(s.share() >= 0 && s.share() <= 1);
      seen += s.seen() ? 1 : 0;
    }
    assertThat(seen).isBetween(500, 3500);
  }

  /**
   * A square mirror straight ahead shows the camera itself in its middle, at twice its distance;
   * half the camera is seen in a mirror half as wide (textbook: a mirror half one's height).
   */
  @Test
  void aCameraSeesItselfUntilTheMirrorIsTurnedAway() {
    MirrorSight square = MirrorSight.of(new MirrorSight.Mirror(3, 0, 1, 0), 0, 0, 0.5);
    assertThat(square.share()).isEqualTo(0.5);
    assertThat(square.focusM()).isEqualTo(6);
    assertThat(square.cameraSeen()).isTrue();
    double away = square.turnAwayDeg();
    assertThat(MirrorSight.of(new MirrorSight.Mirror(3, 0, 1, away + 0.01), 0, 1, 0.5).cameraSeen())
        .isFalse();
    assertThat(MirrorSight.of(new MirrorSight.Mirror(3, 0, 1, away - 0.01), 0, 1, 0.5).cameraSeen())
        .isTrue();
    // Beside a mirror 0.8 m wide its middle must be 0.4 m away, and half of half a camera more.
    assertThat(MirrorSight.of(new MirrorSight.Mirror(3, 0.66, 0.8, 0), 0, 1, 1).cameraSeen())
        .isFalse();
    assertThat(MirrorSight.of(new MirrorSight.Mirror(3, 0.64, 0.8, 0), 0, 1, 1).cameraSeen())
        .isTrue();
    assertThat(MirrorSight.of(new MirrorSight.Mirror(1, 0, 4, 0), 0, 1, 0.5).turnAwayDeg()).isNaN();
    assertThatThrownBy(() -> MirrorSight.of(new MirrorSight.Mirror(1, 3, 1, 60), 0, 1, 0))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("mirrorTurnDeg");
  }
}
