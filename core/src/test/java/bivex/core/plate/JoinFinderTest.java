package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.JoinFinder.Room;
import bivex.core.plate.PlateZones.Occupied;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class JoinFinderTest {
  /** Against all ways there are, on small pictures with random costs and random room. */
  @Test
  void cheapestOfAllWays() {
    Random r = new Random(11);
    int found = 0;
    for (int round = 0; round < 300; round++) {
      int rows = 2 + r.nextInt(5);
      int w = 3 + r.nextInt(4);
      double[][] cost = new double[rows][w];
      double[] low = new double[rows];
      double[] high = new double[rows];
      for (int y = 0; y < rows; y++) {
        low[y] = r.nextInt(2);
        high[y] = w - r.nextInt(2);
        for (int x = 0; x < w; x++) {
          cost[y][x] = r.nextDouble();
        }
      }
      double best = all(cost, low, high, 0, -1, 0.1);
      int[] path = JoinFinder.cheapest(cost, low, high, 2, 0.1);
      double mine = 0;
      for (int y = 0; y < rows; y++) {
        assertThat(path[y]).isBetween((int) low[y], (int) high[y] - 1);
        mine += cost[y][path[y]] + (y == 0 ? 0 : 0.1 * Math.abs(path[y] - path[y - 1]));
      }
      assertThat(mine).isCloseTo(best, within(1e-9));
      found++;
    }
    assertThat(found).isEqualTo(300);
  }

  private static double all(
      double[][] cost, double[] low, double[] high, int y, int before, double bend) {
    if (y == cost.length) {
      return 0;
    }
    double best = Double.POSITIVE_INFINITY;
    for (int x = (int) low[y]; x < (int) high[y]; x++) {
      if (before < 0 || Math.abs(x - before) <= 2) {
        best =
            Math.min(
                best,
                cost[y][x]
                    + (before < 0 ? 0 : bend * Math.abs(x - before))
                    + all(cost, low, high, y + 1, x, bend));
      }
    }
    return best;
  }

  /**
   * A wall whose right half is 0.3 stop darker in the second plate, but for a strip at a door frame
   * where both are alike.
   */
  @Test
  void runsWhereBothAreAlike() {
    Picture a = wall(0);
    Picture b = wall(-0.3);
    JoinGround ground = JoinGround.of(a, b, Registration.NONE, new double[3]);
    JoinFinder j = JoinFinder.of(ground, Room.between(300, 900, 720), 0.05);
    assertThat(Arrays.stream(j.path()).boxed())
        .allSatisfy(x -> assertThat(x).isBetween(598.0, 644.0));
    assertThat(j.stepStops()).isCloseTo(0, within(0.02));
    assertThat(j.featherPx()).as("where nothing steps, the least").isEqualTo(4);
    assertThat(j.fadeFrames()).as("0.05 stop at 0.01 a frame").isEqualTo(5);
    // Held away from the strip, it must take the step and say how wide to mix: 0.3 stop at 0.0025 a
    // px.
    JoinFinder far = JoinFinder.of(ground, Room.between(700, 790, 720), 0);
    assertThat(Arrays.stream(far.path()).boxed())
        .allSatisfy(x -> assertThat(x).isBetween(700.0, 790.0));
    assertThat(far.stepStops()).isCloseTo(-0.3, within(0.02));
    assertThat(far.featherPx()).isCloseTo(120, within(4.0));
    assertThat(far.colorStops()).isCloseTo(0, within(0.005));
    assertThat(far.svg()).startsWith("M").doesNotContain("NaN");
    assertThat(far.points().get(far.points().size() - 1)[1]).isEqualTo(720);
    assertThatThrownBy(() -> JoinFinder.of(ground, Room.between(700, 690, 720), 0))
        .hasMessageContaining("leave no way");
    // A join that moves from the strip into the wall is told by the wall.
    JoinFinder moving = JoinFinder.upright(ground, new double[] {620, 660, 760}, 0);
    assertThat(moving.stepStops()).isCloseTo(-0.3, within(0.02));
    assertThat(moving.featherPx()).isCloseTo(120, within(4.0));
  }

  private static Picture wall(double stops) {
    return Picture.of(
        1280,
        720,
        (y, row) -> {
          for (int x = 0; x < 1280; x++) {
            boolean strip = x >= 600 && x < 640;
            double light =
                (strip ? 0.1 : 0.2 + 0.03 * Math.sin(x / 17.0) * Math.sin(y / 23.0))
                    * (strip ? 1 : Math.pow(2, stops));
            Arrays.fill(row, 3 * x, 3 * x + 3, (int) (65_535 * Picture.coded(light)));
          }
        });
  }

  /**
   * Somebody pasted over a clean plate at a known place: the edges are found, noise and an empty
   * frame are not taken for people.
   */
  @Test
  void zonesAreWhereSomebodyWasPasted() {
    int w = 640;
    Photos.Made empty = Photos.Made.of("wine", w, 360, Registration.NONE).people(0).noise(3);
    Photos.Made made =
        Photos.Made.of("wine", w, 360, new Registration(1.5, 0, 0, 1))
            .people(0.12)
            .noise(3)
            .stops(0.1)
            .seed(8);
    Picture clean = empty.pair()[0];
    Occupied nobody = PlateZones.of(clean, empty.seed(5).pair()[1], Registration.NONE, 0);
    assertThat(nobody.empty()).isTrue();
    Occupied o = PlateZones.of(clean, made.pair()[1], made.r(), 7);
    double area = 0.12 * w * 360;
    double ry = Math.min(0.48 * 360, Math.sqrt(area / Math.PI * 1.9));
    double rx = area / Math.PI / ry / w;
    assertThat(o.left()).isCloseTo(0.68 - rx - 1.5 / w, within(0.02));
    assertThat(o.right()).isCloseTo(0.68 + rx - 1.5 / w, within(0.02));
    assertThat(o.covered()).isCloseTo(0.12, within(0.03));
    List<Zone> zones = PlateZones.zones(List.of(o), 2, 0.01);
    assertThat(zones)
        .singleElement()
        .satisfies(z -> assertThat(z.left()).isCloseTo(o.left() - 0.01, within(1e-9)));
    Room room = PlateZones.room(List.of(nobody), List.of(o), w, 4);
    assertThat(Arrays.stream(room.high()).min().orElseThrow())
        .isCloseTo(o.left() * w - 4, within(1e-6));
    assertThat(Arrays.stream(room.low()).max().orElseThrow()).isZero();
    assertThatThrownBy(() -> PlateZones.zones(List.of(nobody), 1, 0))
        .hasMessageContaining("nobody was found");
  }
}
