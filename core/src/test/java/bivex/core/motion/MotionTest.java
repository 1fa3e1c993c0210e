package bivex.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.motion.Overscan.Placement;
import bivex.core.motion.SpeedRamp.Curve;
import bivex.core.motion.SpeedRamp.Key;
import bivex.core.motion.TakePairing.Marked;
import bivex.core.motion.Throw.Spot;
import bivex.core.optics.FieldOfView;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.hipparchus.analysis.integration.RombergIntegrator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MotionTest {
  private final Random random = new Random(4);

  private double between(double a, double b) {
    return a + random.nextDouble() * (b - a);
  }

  /**
   * The closed form against a numeric integrator of another project (Hipparchus), piece by piece
   * between keys.
   */
  @Test
  void sourcePositionIsTheIntegralOfTheSpeed() {
    for (int i = 0; i < 120; i++) {
      List<Key> keys = new ArrayList<>();
      double at = between(0, 20);
      for (int k = 0; k <= random.nextInt(5); k++) {
        keys.add(new Key(at, random.nextInt(4) == 0 ? 0 : between(0.05, 12)));
        at += between(1, 40);
      }
      double perFrame = between(0.5, 10);
      SpeedRamp r = new SpeedRamp(keys, random.nextBoolean() ? Curve.EASED : Curve.EVEN, perFrame);
      double end = between(1, 150);
      List<Double> edges = new ArrayList<>(List.of(0.0));
      keys.stream().map(Key::frame).filter(f -> f > 0 && f < end).forEach(edges::add);
      edges.add(end);
      double sum = 0;
      for (int e = 1; e < edges.size(); e++) {
        sum +=
            new RombergIntegrator().integrate(1_000_000, r::speed, edges.get(e - 1), edges.get(e));
      }
      assertThat(r.position(end))
          .isCloseTo(sum * perFrame, within(1e-4 * Math.max(1, sum * perFrame)));
      double before = -1;
      for (double f = 0; f < end; f += 0.7) {
        assertThat(r.position(f)).isGreaterThanOrEqualTo(before - 1e-9);
        before = r.position(f);
      }
    }
  }

  /**
   * Common practice, no source: 20 s read in 2 s is 10×; a ramp captured twice as fast passes twice
   * the frames.
   */
  @Test
  void twentySecondsInTwoAreTenTimes() {
    SpeedRamp r = new SpeedRamp(List.of(new Key(0, 10)), Curve.EVEN, 1);
    assertThat(r.sourceFrames(48)).isEqualTo(20 * 24);
    List<Key> keys = List.of(new Key(10, 1), new Key(30, 5));
    assertThat(new SpeedRamp(keys, Curve.EASED, 4).sourceFrames(50))
        .isCloseTo(2 * new SpeedRamp(keys, Curve.EASED, 2).sourceFrames(50), within(1e-9));
    assertThat(
            new SpeedRamp(List.of(new Key(0, 2), new Key(20, 0)), Curve.EVEN, 1)
                .tailBelow(30, 2, 600, 24, 180))
        .isEqualTo(11);
    assertThatThrownBy(() -> new SpeedRamp(List.of(), Curve.EVEN, 1))
        .hasMessageStartingWith("keys:");
    assertThatThrownBy(() -> new SpeedRamp(List.of(new Key(3, 1), new Key(3, 2)), Curve.EVEN, 1))
        .hasMessageContaining("frame 3");
  }

  /** Derived figures for 16:9. */
  @ParameterizedTest
  @CsvSource({
    "1,0,0,1.0309",
    "2,0,0,1.0614",
    "5,0,0,1.1511",
    "2,20,20,1.0997",
    "0,96,0,1.1",
    "0,0,0,1"
  })
  void overscanOfKnownPlacements(double turn, double x, double y, double scale) {
    assertThat(Overscan.scale(1920, 1080, new Placement(x, y, turn)))
        .isCloseTo(scale, within(5e-5));
  }

  /**
   * Brute force: every pixel on the edge of the frame, looked up in the turned and shifted picture.
   */
  @Test
  void overscanCoversEveryPixelAndNotOneMore() {
    for (int i = 0; i < 200; i++) {
      int w = 64 + random.nextInt(400);
      int h = 48 + random.nextInt(300);
      Placement p = new Placement(between(-60, 60), between(-60, 60), between(-40, 40));
      double s = Overscan.scale(w, h, p);
      assertThat(uncovered(w, h, p, s * (1 + 1e-9))).isZero();
      double both = Overscan.scaleBothWays(w, h, p) * (1 + 1e-9);
      for (int sign : new int[] {-1, 1}) {
        assertThat(
                uncovered(w, h, new Placement(sign * p.shiftX(), p.shiftY(), p.turnDeg()), both)
                    + uncovered(
                        w, h, new Placement(p.shiftX(), p.shiftY(), sign * p.turnDeg()), both))
            .isZero();
      }
      if (s > 1.0001) {
        assertThat(uncovered(w, h, p, s * (1 - 1e-3))).isPositive();
      }
    }
  }

  private static int uncovered(int w, int h, Placement p, double scale) {
    double cos = Math.cos(Math.toRadians(p.turnDeg()));
    double sin = Math.sin(Math.toRadians(p.turnDeg()));
    int bad = 0;
    for (int x = 0; x <= w; x++) {
      for (int y = 0; y <= h; y += x == 0 || x == w ? 1 : h) {
        double dx = x - w / 2.0 - p.shiftX();
        double dy = y - h / 2.0 - p.shiftY();
        double u = (dx * cos - dy * sin) / scale;
        double v = (dx * sin + dy * cos) / scale;
        bad += Math.abs(u) > w / 2.0 + 1e-6 || Math.abs(v) > h / 2.0 + 1e-6 ? 1 : 0;
      }
    }
    return bad;
  }

  /** 12 frames at 24 fps rise 0.306 m (g = 9.80665, ISO 80000-3); checked by stepping a fall. */
  @Test
  void aLeapRisesAsHighAsItFalls() {
    Leap l = Leap.of(12, FrameRate.FILM, 1400, 4, 180, 600, FrameRate.FILM);
    assertThat(l.heightM()).isCloseTo(0.306, within(5e-4));
    assertThat(l.apexFrame()).isEqualTo(6);
    assertThat(l.exitPxPerFrame()).isEqualTo(350);
    assertThat(l.streakPx()).isEqualTo(175);
    double y = 0;
    double v = 0;
    int steps = 250_000;
    for (int i = 0; i < steps; i++) {
      v += 9.80665 * 0.25 / steps;
      y += v * 0.25 / steps;
    }
    assertThat(l.heightM()).isCloseTo(y, within(1e-5));
    assertThat(Leap.size(5, 15)).isEqualTo(0.25);
  }

  /** Textbook: 3 m in 22 frames at 24 fps. */
  @Test
  void aThrowIsABallisticArc() {
    Throw t = Throw.of(3, 0, 22, FrameRate.FILM);
    assertThat(t.acrossMetresPerSecond()).isCloseTo(3.27, within(0.005));
    assertThat(t.upMetresPerSecond()).isCloseTo(4.49, within(0.006));
    assertThat(t.riseM()).isCloseTo(1.03, within(0.005));
    assertThat(t.path()).hasSize(23);
    for (int i = 0; i < 200; i++) {
      double d = between(0.2, 30);
      double drop = between(-3, 3);
      int n = 3 + random.nextInt(60);
      List<Spot> path = Throw.of(d, drop, n, FrameRate.PAL).path();
      assertThat(path.get(n).x()).isCloseTo(d, within(1e-9));
      assertThat(path.get(n).y()).isCloseTo(-drop, within(1e-9));
      for (int k = 1; k < n; k++) {
        assertThat(path.get(k + 1).y() - 2 * path.get(k).y() + path.get(k - 1).y())
            .isCloseTo(-9.80665 / 625, within(1e-9));
      }
      assertThat(Throw.bendsBothWays(path, 1e-4)).isFalse();
    }
  }

  @Test
  void aReplacementKeepsPlaceAndSpeedAndEndsInTheHand() {
    for (int i = 0; i < 200; i++) {
      Spot from = new Spot(random.nextInt(20), between(0, 3000), between(0, 2000));
      Spot to = new Spot(from.frame() + 2 + random.nextInt(30), between(0, 3000), between(0, 2000));
      double vx = between(-90, 90);
      double vy = between(-90, 90);
      Throw.Replacement r = Throw.replacement(from, vx, vy, to);
      Spot last = r.path().get(r.path().size() - 1);
      assertThat(Math.hypot(last.x() - to.x(), last.y() - to.y())).isLessThan(1e-6);
      // Speed at the hand-over, by the parabola through the first three places.
      List<Spot> p = r.path();
      assertThat((-3 * p.get(0).x() + 4 * p.get(1).x() - p.get(2).x()) / 2)
          .isCloseTo(vx, within(1e-6));
      assertThat((-3 * p.get(0).y() + 4 * p.get(1).y() - p.get(2).y()) / 2)
          .isCloseTo(vy, within(1e-6));
    }
    List<Spot> s = new ArrayList<>();
    for (int i = 0; i <= 20; i++) {
      s.add(new Spot(i, i * 40, 200 + 60 * Math.sin(i / 20.0 * 2 * Math.PI)));
    }
    assertThat(Throw.bendsBothWays(s, 0.5)).isTrue();
  }

  /** A straightforward second reckoning of every pair, in metres and seconds. */
  @Test
  void pairsAreInTheOrderOfWhatTheyNeed() {
    for (int round = 0; round < 60; round++) {
      List<Marked> givers = takes("G", 1 + random.nextInt(6));
      List<Marked> receivers = takes("R", 1 + random.nextInt(9));
      List<TakePairing> ranked = TakePairing.rank(givers, receivers, FrameRate.parse("25"));
      assertThat(ranked).hasSize(givers.size() * receivers.size());
      for (TakePairing p : ranked) {
        Marked r =
            receivers.stream().filter(m -> m.name().equals(p.receiver())).findFirst().orElseThrow();
        Marked g =
            givers.stream().filter(m -> m.name().equals(p.giver())).findFirst().orElseThrow();
        assertThat(p.frames())
            .isCloseTo(r.path().get(2).frame() - g.path().get(2).frame(), within(1e-9));
        assertThat(p.endPx())
            .isCloseTo(
                Math.hypot(
                    g.path().get(2).x() - r.path().get(2).x(),
                    g.path().get(2).y() - r.path().get(2).y()),
                within(1e-9));
      }
      List<TakePairing> can = ranked.stream().filter(p -> p.impossible().isEmpty()).toList();
      assertThat(can).isSortedAccordingTo((x, y) -> Double.compare(x.cost(), y.cost()));
      assertThat(ranked.subList(0, can.size())).as("the impossible last").isEqualTo(can);
    }
    Marked same =
        new Marked("G", List.of(new Spot(0, 0, 0), new Spot(5, 50, -40), new Spot(10, 100, 0)));
    assertThat(TakePairing.rank(List.of(same), List.of(same), FrameRate.parse("24")).get(0).cost())
        .isCloseTo(0, within(1e-9));
    assertThatThrownBy(() -> new Marked("G7", List.of(new Spot(0, 0, 0))))
        .hasMessageContaining("G7");
  }

  private List<Marked> takes(String name, int n) {
    List<Marked> out = new ArrayList<>();
    for (int i = 1; i <= n; i++) {
      out.add(
          new Marked(
              name + i,
              List.of(
                  new Spot(0, between(350, 450), between(850, 950)),
                  new Spot(11, between(1000, 1200), between(250, 400)),
                  new Spot(20 + random.nextInt(5), between(1800, 2000), between(800, 1000)))));
    }
    return out;
  }

  /**
   * 360° in 20 s at 25 fps; 24 mm on 36 mm at 3840 px. The turn of the picture is re-derived by
   * projecting a point.
   */
  @Test
  void aTurnedCameraMovesThePicture() {
    CameraMove m = CameraMove.of(360, 20, FrameRate.PAL, 24, 36, 3840, 0.02, 0);
    assertThat(m.degreesPerFrame()).isCloseTo(0.72, within(1e-12));
    assertThat(m.pxPerFrame()).isCloseTo(32.2, within(0.05));
    assertThat(m.worstPx()).isCloseTo(0.89, within(0.005)).isEqualTo(m.repeatPx());
    double f = FieldOfView.focalPx(24, 36, 3840);
    assertThat(f * (Math.tan(Math.toRadians(0.36)) - Math.tan(Math.toRadians(-0.36))))
        .isCloseTo(m.pxPerFrame(), within(0.01));
    assertThat(CameraMove.of(360, 20, FrameRate.PAL, 24, 36, 3840, 0.02, 2).worstPx())
        .isCloseTo(m.worstPx() + 2 * m.pxPerFrame(), within(1e-9));
  }
}
