package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.effort.EffortRates;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateZones.Box;
import bivex.core.plate.PlateZones.Occupied;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Joins over the frames of a cut, with performers that are invented rectangles: which kind it is,
 * and that nobody is ever cut.
 */
@Tag("sweep")
class PlateJoinTest {
  private static final int W = 960;
  private static final int H = 540;
  private static final int ROWS = 135;
  private static final Picture[] PAIR =
      Photos.Made.of("life", W, H, new Registration(0.4, -0.2, 0, 1)).people(0).pair();
  private static final PlateComparison LAID =
      PlateComparison.of(PAIR[0], PAIR[1], PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);

  private static Occupied box(int frame, double left, double top, double right, double bottom) {
    double[][] edges = new double[ROWS][];
    Arrays.setAll(
        edges,
        y ->
            y >= top * ROWS && y < bottom * ROWS
                ? new double[] {left, right}
                : new double[] {Double.NaN, Double.NaN});
    return new Occupied(
        frame,
        left,
        right,
        (right - left) * (bottom - top),
        List.of(new Box(left, top, right, bottom)),
        edges);
  }

  private static PlateJoin join(List<Occupied> left, List<Occupied> right, double slope) {
    return PlateJoin.of(PAIR[0], PAIR[1], LAID, left, right, slope, 0, EffortRates.DEFAULTS);
  }

  /** Whether a join cuts through a box, looked up row by row. */
  private static boolean cuts(PlateJoin j, Occupied o) {
    for (Box b : o.boxes()) {
      for (double y = b.top() * H; y < b.bottom() * H; y++) {
        double x = at(j.points(), y);
        if (x > b.left() * W && x < b.right() * W) {
          return true;
        }
      }
    }
    return false;
  }

  private static double at(List<double[]> path, double y) {
    for (int i = 1; i < path.size(); i++) {
      double[] a = path.get(i - 1);
      double[] b = path.get(i);
      if (y <= b[1]) {
        return b[1] == a[1] ? b[0] : a[0] + (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]);
      }
    }
    return path.get(path.size() - 1)[0];
  }

  @Test
  void standingJoinsCutNobodyWhereverTheyStand() {
    Random r = new Random(9);
    for (int round = 0; round < 12; round++) {
      double gap = 0.35 + 0.3 * r.nextDouble();
      List<Occupied> left = new ArrayList<>();
      List<Occupied> right = new ArrayList<>();
      for (int f = 0; f < 8; f++) {
        double l = gap - 0.05 - 0.1 * r.nextDouble();
        double g = gap + 0.05 + 0.1 * r.nextDouble();
        left.add(box(f, l - 0.15, 0.3, l, 1));
        right.add(box(f, g, 0.2, g + 0.15, 1));
      }
      PlateJoin j = join(left, right, 6);
      assertThat(j.kind()).isEqualTo(JoinPlan.Kind.STATIC);
      assertThat(left).noneMatch(o -> cuts(j, o));
      assertThat(right).noneMatch(o -> cuts(j, o));
      assertThat(left)
          .as("what is left of the join stays left of it")
          .allSatisfy(o -> assertThat(at(j.points(), 0.9 * H)).isGreaterThan(o.right() * W));
      assertThat(j.handMatte().likely()).isZero();
    }
  }

  /** An arm above a knee: the columns overlap, the rows do not, and so a join still stands. */
  @Test
  void goesBetweenAnArmAndAKnee() {
    List<Occupied> arm = List.of(box(0, 0.1, 0.2, 0.55, 0.4));
    List<Occupied> knee = List.of(box(0, 0.45, 0.6, 0.9, 0.9));
    PlateJoin j = join(arm, knee, 6);
    assertThat(j.kind()).isEqualTo(JoinPlan.Kind.STATIC);
    assertThat(at(j.points(), 0.3 * H)).isGreaterThan(0.55 * W);
    assertThat(at(j.points(), 0.75 * H)).isLessThan(0.45 * W);
  }

  @Test
  void movesWithThemWhenItMust() {
    List<Occupied> left = new ArrayList<>();
    List<Occupied> right = new ArrayList<>();
    for (int f = 0; f < 40; f++) {
      double x = 0.3 + 0.01 * f;
      left.add(box(f, x - 0.2, 0, x, 1));
      right.add(box(f, x + 0.08, 0, x + 0.28, 1));
    }
    PlateJoin j = join(left, right, 15);
    assertThat(j.kind()).isEqualTo(JoinPlan.Kind.MOVING);
    assertThat(j.moving()).hasSize(40);
    for (int f = 0; f < 40; f++) {
      assertThat(j.moving().get(f))
          .as("frame %s", f)
          .isBetween(left.get(f).right() * W, right.get(f).left() * W);
      if (f > 0) {
        assertThat(Math.abs(j.moving().get(f) - j.moving().get(f - 1))).isLessThan(15.001);
      }
    }
  }

  @Test
  void framesThatAreCrossedBecomeHours() {
    List<Occupied> left = new ArrayList<>();
    List<Occupied> right = new ArrayList<>();
    for (int f = 0; f < 30; f++) {
      left.add(box(f, 0.1, 0, 0.4, 1));
      right.add(box(f, f >= 10 && f < 17 ? 0.3 : 0.6, 0, 0.9, 1));
    }
    PlateJoin j = join(left, right, 2);
    assertThat(j.kind()).isEqualTo(JoinPlan.Kind.CROSSING);
    assertThat(j.crossing()).containsExactly(10, 11, 12, 13, 14, 15, 16);
    assertThat(j.handMatte()).isEqualTo(TaskKind.HAND_MATTE.perUnit(Difficulty.FAIR).times(7));
    assertThat(j.title()).isEqualTo("Somebody crosses it");
    assertThat(j.figures())
        .filteredOn(PlateSheet.Figure::beyond)
        .extracting(PlateSheet.Figure::value)
        .containsExactly("frames 10–16");
    assertThat(j.figures())
        .filteredOn(f -> f.label().equals("Matte by hand"))
        .singleElement()
        .satisfies(f -> assertThat(f.value()).matches("\\d+\\.\\d–\\d+\\.\\d h"));
    for (int f = 0; f < 30; f++) {
      assertThat(cuts(j, right.get(f))).as("frame %s", f).isEqualTo(f >= 10 && f < 17);
    }
  }

  /** Runs written and read again are the numbers they were. */
  @Test
  void runsLoseNoFrame() {
    Random r = new Random(5);
    for (int round = 0; round < 200; round++) {
      List<Integer> numbers =
          java.util.stream.IntStream.range(0, 40).filter(i -> r.nextInt(3) > 0).boxed().toList();
      List<Integer> read = new ArrayList<>();
      for (String run : PlateJoin.runs(numbers).split(", ")) {
        String[] ends = run.split("–");
        assertThat(run).as("a run ends where it must").matches("\\d+(–\\d+)?");
        java.util.stream.IntStream.rangeClosed(
                Integer.parseInt(ends[0]), Integer.parseInt(ends[ends.length - 1]))
            .forEach(read::add);
      }
      assertThat(read).isEqualTo(numbers);
    }
    assertThat(PlateJoin.runs(List.of(3, 7, 8, 9))).isEqualTo("3, 7–9");
  }

  @Test
  void saysWhenNobodyIsMeasuredAndNeverJoinsWhatWasNotLaid() {
    PlateJoin j = join(List.of(), List.of(), 6);
    assertThat(j.words()).startsWith("Nobody's room is measured yet");
    assertThat(j.figures())
        .filteredOn(f -> f.label().equals("Nearest performer"))
        .extracting(PlateSheet.Figure::value)
        .containsExactly("nobody measured");
    assertThat(j.figures())
        .extracting(PlateSheet.Figure::label)
        .doesNotContain("Crossed in", "Fade the grade");
    Picture other = Photos.Made.of("wine", W, H, Registration.NONE).pair()[0];
    PlateComparison unsure =
        PlateComparison.of(PAIR[0], other, PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
    assertThatThrownBy(
            () ->
                PlateJoin.of(
                    PAIR[0], other, unsure, List.of(), List.of(), 6, 0, EffortRates.DEFAULTS))
        .hasMessageContaining("could not be laid over");
    // A drift of 0.12 stops at a hundredth a frame.
    assertThat(
            PlateJoin.of(
                    PAIR[0], PAIR[1], LAID, List.of(), List.of(), 6, -0.12, EffortRates.DEFAULTS)
                .fadeFrames())
        .isEqualTo(12);
  }

  @Test
  void zonesKeepEveryFrameInsideAndThinOutWhereNothingMoves() {
    Random r = new Random(3);
    List<Occupied> frames = new ArrayList<>();
    double x = 0.3;
    for (int f = 0; f < 120; f++) {
      x += f > 40 && f < 60 ? 0.012 : 0.0005 * r.nextGaussian();
      frames.add(box(f, x, 0.3, x + 0.15, 1));
    }
    List<Zone> zones = PlateZones.zones(frames, 2, 0.01);
    assertThat(zones.size()).isLessThan(60);
    double[][] edges = Zone.edges(zones, 2, 120);
    for (int f = 0; f < 120; f++) {
      assertThat(edges[f][0]).as("frame %s", f).isLessThanOrEqualTo(frames.get(f).left());
      assertThat(edges[f][1]).as("frame %s", f).isGreaterThanOrEqualTo(frames.get(f).right());
      assertThat(edges[f][0]).isCloseTo(frames.get(f).left(), within(0.03));
    }
  }
}
