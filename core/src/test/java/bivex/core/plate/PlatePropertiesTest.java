package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw.Spot;
import bivex.core.picture.Least;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registering.Grade;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** What must hold whatever the pictures: turned round, in other sizes, in other units. */
@Tag("sweep")
class PlatePropertiesTest {
  @Test
  void heldTheOtherWayRoundEverythingTurnsItsSign() {
    Photos.Made made =
        Photos.Made.of("picos", 960, 540, new Registration(4.2, -2.6, 0.4, 1.004))
            .stops(0.3)
            .blur(1.5)
            .tint(1.04, 1, 0.95);
    Picture[] p = made.pair();
    PlateComparison there =
        PlateComparison.of(p[0], p[1], PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
    PlateComparison back =
        PlateComparison.of(p[1], p[0], PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
    // There and back again is where one was.
    for (double[] at : new double[][] {{0, 0}, {400, 200}, {-450, 260}, {300, -250}}) {
      double[] q = there.found().at(at[0], at[1]);
      double[] r = back.found().at(q[0], q[1]);
      assertThat(r[0]).isCloseTo(at[0], within(0.08));
      assertThat(r[1]).isCloseTo(at[1], within(0.08));
    }
    assertThat(back.light().stops()).isCloseTo(-there.light().stops(), within(0.005));
    assertThat(back.light().mired()).isCloseTo(-there.light().mired(), within(0.6));
    assertThat(back.softerPx()).isCloseTo(-there.softerPx(), within(0.15));
    assertThat(back.light().deltaE()).isCloseTo(there.light().deltaE(), within(0.1));
  }

  /**
   * The same plates exported at half the size: the shift is half, turn, size and light are the
   * same.
   */
  @Test
  void sizeOfThePictureChangesOnlyPixels() {
    Registration large = new Registration(6, -3, 0.3, 1.003);
    Registration small = new Registration(3, -1.5, 0.3, 1.003);
    PlateComparison a = compare(Photos.Made.of("life", 1920, 1080, large).stops(0.1));
    PlateComparison b = compare(Photos.Made.of("life", 960, 540, small).stops(0.1));
    assertThat(b.found().dx()).isCloseTo(a.found().dx() / 2, within(0.03));
    assertThat(b.found().dy()).isCloseTo(a.found().dy() / 2, within(0.03));
    assertThat(b.found().degrees()).isCloseTo(a.found().degrees(), within(0.004));
    assertThat(b.found().scale()).isCloseTo(a.found().scale(), within(1e-4));
    assertThat(b.light().stops()).isCloseTo(a.light().stops(), within(0.003));
  }

  /**
   * A frame followed from where the one before lay is found where one sought anew is, also when the
   * camera was knocked further than a tile reaches.
   */
  @Test
  void followedAndSoughtAnewAreTheSamePlace() {
    for (String photo : Photos.ALL) {
      for (Registration move :
          List.of(
              new Registration(0.4, -0.3, 0, 1),
              new Registration(3, 5, 0.3, 1.002),
              new Registration(-44, 21, 0, 1))) {
        Picture[] p = Photos.Made.of(photo, 640, 360, move).people(0.15).noise(3).pair();
        Registering followed = Registering.follow(p[0].luma(), p[1].luma(), Registration.NONE);
        assertThat(followed.sure()).as("%s %s: %s", photo, move, followed.doubt()).isTrue();
        assertThat(followed.found().furthest(move, 640, 360))
            .as("%s %s", photo, move)
            .isLessThan(0.6);
      }
    }
  }

  /**
   * Somebody before a night wall, all of it darker than a hundredth of full light: found where they
   * are, and nowhere else.
   */
  @Test
  void roomIsMeasuredInTheDarkToo() {
    Random r = new Random(4);
    int[] grain = r.ints(640 * 360, 0, 60).toArray();
    Picture wall =
        Picture.of(
            640,
            360,
            (y, row) -> {
              for (int i = 0; i < row.length; i++) {
                row[i] = 3000 + 900 * ((i / 3 / 16 + y / 16) % 2) + grain[y * 640 + i / 3];
              }
            });
    Picture somebody =
        Picture.of(
            640,
            360,
            (y, row) -> {
              for (int i = 0; i < row.length; i++) {
                boolean there = i / 3 >= 200 && i / 3 < 280 && y >= 100;
                row[i] =
                    there
                        ? 9000
                        : 3000
                            + 900 * ((i / 3 / 16 + y / 16) % 2)
                            + grain[(y * 640 + i / 3 + 7919) % grain.length];
              }
            });
    PlateZones.Occupied o = PlateZones.of(wall, somebody, Registration.NONE, 0);
    assertThat(o.boxes())
        .singleElement()
        .satisfies(
            b -> {
              assertThat(b.left()).isCloseTo(200 / 640.0, within(0.012));
              assertThat(b.right()).isCloseTo(280 / 640.0, within(0.012));
              assertThat(b.top()).isCloseTo(100 / 360.0, within(0.02));
            });
  }

  private static PlateComparison compare(Photos.Made m) {
    Picture[] p = m.pair();
    return PlateComparison.of(p[0], p[1], PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
  }

  @Test
  void uncertaintyToldIsOfTheSizeOfTheErrorMade() {
    List<Double> ratios = new ArrayList<>();
    for (int seed = 0; seed < 8; seed++) {
      Registration m =
          new Registration(1.37 * seed - 4, 0.71 * seed, 0.05 * seed, 1 + 0.0005 * seed);
      Picture[] p = Photos.Made.of(Photos.ALL[seed % 4], 960, 540, m).noise(4).seed(seed).pair();
      Registering r = Registering.of(p[0].luma(), p[1].luma(), Grade.FINE, () -> false);
      ratios.add(r.found().furthest(m, 960, 540) / r.uncertaintyPx());
    }
    ratios.sort(Double::compare);
    assertThat(ratios.get(4)).as("median error in its own standard deviations").isBetween(0.1, 5.0);
    assertThat(ratios.get(7)).isLessThan(15);
  }

  @Test
  void tilesAloneAreWithinATenthOfAPixelOfTheirGrid() {
    Registration m = new Registration(2.4, -1.7, 0.02, 1);
    Picture[] p = Photos.Made.of("life", 640, 360, m).pair();
    Registering r = Registering.of(p[0].luma(), p[1].luma(), Grade.TILES, () -> false);
    assertThat(r.sure()).isTrue();
    assertThat(r.found().dx()).isCloseTo(2.4, within(0.15));
    assertThat(r.found().dy()).isCloseTo(-1.7, within(0.15));
    assertThat(r.shifts())
        .filteredOn(Registering.TileShift::agrees)
        .allSatisfy(
            t ->
                assertThat(
                        Math.hypot(
                            t.dx() - m.at(t.x(), t.y())[0] + t.x(),
                            t.dy() - m.at(t.x(), t.y())[1] + t.y()))
                    .isLessThan(0.9));
  }

  /**
   * The half-sample mode against counting in fine bins, on mixtures with many that do not belong.
   */
  @Test
  void modeIsWhereMostAre() {
    Random r = new Random(21);
    for (int round = 0; round < 40; round++) {
      double at = r.nextGaussian();
      double[] v = new double[400];
      for (int i = 0; i < v.length; i++) {
        v[i] = i < 240 ? at + 0.01 * r.nextGaussian() : at + 3 * (r.nextDouble() - 0.3);
      }
      assertThat(LightMatch.mode(v)).isCloseTo(at, within(0.006));
      assertThat(Math.abs(Arrays.stream(v).average().orElseThrow() - at))
          .as("which a mean does not find")
          .isGreaterThan(0.02);
    }
  }

  @Test
  void leastSquaresAgainstWhatWasPutIn() {
    Random r = new Random(5);
    Least n = new Least(4);
    double[] truth = {2, -1, 0.5, 7};
    for (int i = 0; i < 500; i++) {
      double[] row = {r.nextGaussian(), r.nextGaussian(), r.nextGaussian(), 1};
      double value = 0;
      for (int k = 0; k < 4; k++) {
        value += row[k] * truth[k];
      }
      n.add(row, value + 0.1 * r.nextGaussian(), 1);
    }
    assertThat(n.solve()).containsExactly(truth, within(0.02));
    assertThat(Math.sqrt(n.variances()[0]) * 0.1)
        .as("one standard error")
        .isCloseTo(0.1 / Math.sqrt(500), within(0.001));
    Least none = new Least(2);
    none.add(new double[] {1, 1}, 3, 1);
    assertThat(none.solve()).as("one equation does not say two things").isNull();
  }

  /** A plane wave sampled between pixels, and its energy after halving. */
  @Test
  void samplingAndHalvingOfWaves() {
    Plane p = new Plane(200, 120);
    for (int i = 0; i < p.v().length; i++) {
      p.v()[i] = (float) Math.sin((i % 200) * 0.31 + (i / 200) * 0.17);
    }
    Random r = new Random(8);
    for (int i = 0; i < 500; i++) {
      double x = 2 + r.nextDouble() * 190;
      double y = 2 + r.nextDouble() * 110;
      double truth = Math.sin(x * 0.31 + y * 0.17);
      assertThat((double) p.cubic(x, y)).isCloseTo(truth, within(0.002));
      assertThat((double) p.straight(x, y)).isCloseTo(truth, within(0.02));
    }
    Plane half = p.half();
    assertThat(half.width()).isEqualTo(100);
    // The middle of a halved pixel lies half a pixel further: 2x + 0.5.
    for (int i = 0; i < 200; i++) {
      int x = 2 + r.nextInt(95);
      int y = 2 + r.nextInt(55);
      assertThat((double) half.v()[y * 100 + x])
          .isCloseTo(Math.sin((2 * x + 0.5) * 0.31 + (2 * y + 0.5) * 0.17), within(0.09));
    }
    Plane flat = new Plane(64, 64);
    Arrays.fill(flat.v(), 0.4f);
    assertThat(flat.half().smooth().v()).containsOnly(0.4f);
    assertThat(flat.noise()).isZero();
    for (int i = 0; i < flat.v().length; i++) {
      flat.v()[i] += (float) (0.02 * r.nextGaussian());
    }
    assertThat(flat.noise()).as("noise of 0.02, from the plainest tenth").isBetween(0.014, 0.021);
  }

  /**
   * A replacement that begins where the throw is and ends in the catching hand, whatever frames the
   * takes are counted from.
   */
  @Test
  void flightBeginsInTheThrowAndEndsInTheCatch() {
    Random r = new Random(31);
    for (int round = 0; round < 200; round++) {
      int from = r.nextInt(50);
      int flight = 12 + r.nextInt(20);
      double fall = 1 + r.nextDouble() * 3;
      double vx = 5 + r.nextDouble() * 20;
      List<Spot> thrown = new ArrayList<>();
      for (int k = 0; k <= 4; k++) {
        double t = flight * k / 4.0;
        thrown.add(new Spot(from + t, 100 + vx * t, 500 + fall / 2 * t * (t - flight)));
      }
      int other = r.nextInt(90);
      TakePairing.Marked giver = new TakePairing.Marked("g", thrown);
      TakePairing.Marked receiver =
          new TakePairing.Marked(
              "r",
              List.of(
                  new Spot(other, 90, 490), new Spot(other + flight, 100 + vx * flight + 8, 506)));
      double top = TakePairing.top(giver, null);
      assertThat(top).as("a whole frame").isCloseTo(from + flight / 2.0, within(0.5 + 1e-9));
      TakePairing.Flight f = TakePairing.flight(giver, receiver, top, null);
      Spot begin = f.way().get(0);
      double t = top - from;
      assertThat(begin.x()).isCloseTo(100 + vx * t, within(1e-6));
      assertThat(begin.y()).isCloseTo(500 + fall / 2 * t * (t - flight), within(1e-6));
      assertThat(f.fall()).as("nearly the real fall").isCloseTo(fall, within(0.5));
      Spot end = f.way().get(f.way().size() - 1);
      assertThat(end.frame()).isEqualTo(from + flight);
      assertThat(end.x()).isCloseTo(100 + vx * flight + 8, within(1e-6));
      assertThat(end.y()).isCloseTo(506, within(1e-6));
      assertThatThrownBy(() -> TakePairing.flight(giver, receiver, from + flight, null))
          .hasMessageContaining("handOver");
    }
  }
}
