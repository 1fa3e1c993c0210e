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
import bivex.core.plate.PlateZones.Measured;
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
  private static final PlateComparison LAID = Comparisons.of(PAIR);

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

  private static Measured seen(List<Occupied> frames) {
    return new Measured(frames, "");
  }

  private static PlateJoin join(List<Occupied> left, List<Occupied> right, double slope) {
    return PlateJoin.of(
        PAIR[0], PAIR[1], LAID, seen(left), seen(right), slope, 0, EffortRates.DEFAULTS);
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
      assertThat(j.kind()).isEqualTo(PlateJoin.Kind.STATIC);
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
    assertThat(j.kind()).isEqualTo(PlateJoin.Kind.STATIC);
    assertThat(at(j.points(), 0.3 * H)).isGreaterThan(0.55 * W);
    assertThat(at(j.points(), 0.75 * H)).isLessThan(0.45 * W);
  }

  /** Somebody who walks to the right for forty frames, between two distances from a place. */
  private static List<Occupied> walking(double from, double to) {
    List<Occupied> out = new ArrayList<>();
    for (int f = 0; f < 40; f++) {
      double x = 0.3 + 0.01 * f;
      out.add(box(f, x + from, 0, x + to, 1));
    }
    return out;
  }

  @Test
  void movesWithThemWhenItMust() {
    List<Occupied> left = walking(-0.2, 0);
    List<Occupied> right = walking(0.08, 0.28);
    PlateJoin j = join(left, right, 15);
    assertThat(j.kind()).isEqualTo(PlateJoin.Kind.MOVING);
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

  /** The performers stand the other way round than the plates were chosen. */
  @Test
  void triesBothOrdersOfThePlates() {
    List<Occupied> left = List.of(box(0, 0.6, 0.2, 0.8, 1), box(1, 0.61, 0.2, 0.81, 1));
    List<Occupied> right = List.of(box(0, 0.1, 0.2, 0.3, 1), box(1, 0.12, 0.2, 0.31, 1));
    PlateJoin j = join(left, right, 6);
    assertThat(j.kind()).isEqualTo(PlateJoin.Kind.STATIC);
    assertThat(j.swapped()).isTrue();
    assertThat(j.title()).isEqualTo("A standing join, the other way round");
    assertThat(j.words())
        .startsWith("The second plate goes to the left: as chosen, there is no join.");
    assertThat(left).noneMatch(o -> cuts(j, o));
    assertThat(right).noneMatch(o -> cuts(j, o));
    assertThat(at(j.points(), 0.9 * H)).isBetween(0.31 * W, 0.6 * W);
    double free = Math.min(at(j.points(), 0.9 * H) - 0.31 * W, 0.6 * W - at(j.points(), 0.9 * H));
    assertThat(j.roomPx()).as("to what was measured").isBetween(0.006 * W, free + 0.5);
    assertThat(join(right, left, 6).swapped()).isFalse();
  }

  /** Nobody measured anything yet, but the stills show who stands where. */
  @Test
  void goesBetweenWhoIsSeenInTheStills() {
    Picture[] pair = Photos.Made.of("life", W, H, Registration.NONE).people(0.12).pair();
    PlateComparison c = Comparisons.of(pair);
    PlateJoin j =
        PlateJoin.of(
            pair[0], pair[1], c, seen(List.of()), seen(List.of()), 6, 0, EffortRates.DEFAULTS);
    double area = 0.12 * W * H;
    double rx = area / Math.PI / Math.min(0.48 * H, Math.sqrt(area / Math.PI * 1.9));
    assertThat(j.points())
        .allSatisfy(p -> assertThat(p[0]).isBetween(0.27 * W + rx - 8, 0.68 * W - rx + 8));
    assertThat(j.words()).contains("keeps clear of whoever the stills show");
    // With the left one measured, the still still tells of the right one.
    PlateJoin half =
        PlateJoin.of(
            pair[0],
            pair[1],
            c,
            seen(List.of(box(0, 0.27 - rx / W, 0.1, 0.27 + rx / W, 1))),
            seen(List.of()),
            6,
            0,
            EffortRates.DEFAULTS);
    assertThat(half.points())
        .allSatisfy(p -> assertThat(p[0]).isBetween(0.27 * W + rx, 0.68 * W - rx + 8));
  }

  /** Both stand on one spot: no line, no feather, no distance, and the hours to cut one out. */
  @Test
  void saysThatThereIsNoJoin() {
    List<Occupied> both = List.of(box(0, 0.4, 0.1, 0.6, 1), box(1, 0.4, 0.1, 0.6, 1));
    PlateJoin j = join(both, both, 6);
    assertThat(j.kind()).isEqualTo(PlateJoin.Kind.NONE);
    assertThat(j.title()).isEqualTo("There is no join");
    assertThat(j.points()).isEmpty();
    assertThat(j.svg()).isEmpty();
    assertThat(j.featherPx()).isNull();
    assertThat(j.figures())
        .extracting(PlateSheet.Figure::label)
        .containsExactly("Crossed in", "Matte by hand");
    assertThat(j.handMatte()).isEqualTo(TaskKind.HAND_MATTE.perUnit(Difficulty.FAIR).times(2));
    assertThat(j.words()).doesNotContain("Drawn anew");
    // An arm over a knee, and in the next frame both further to the right: no line stands, but one
    // that is drawn for each frame passes.
    List<Occupied> arm = List.of(box(0, 0.1, 0.2, 0.45, 0.4), box(1, 0.3, 0.2, 0.75, 0.4));
    List<Occupied> knee = List.of(box(0, 0.35, 0.6, 0.6, 0.9), box(1, 0.62, 0.3, 0.9, 0.9));
    PlateJoin bent = join(arm, knee, 6);
    assertThat(bent.kind()).isEqualTo(PlateJoin.Kind.NONE);
    assertThat(bent.words())
        .contains("Drawn anew for each frame it would pass between them in 1 of");
  }

  /** What a moving join says it has to spare is what it has, in the frame with least. */
  @Test
  void aMovingJoinDoesNotContradictItself() {
    List<Occupied> left = walking(-0.2, 0);
    List<Occupied> right = walking(0.08, 0.28);
    PlateJoin j = join(left, right, 15);
    double least = Double.POSITIVE_INFINITY;
    for (int f = 0; f < 40; f++) {
      double x = j.moving().get(f);
      least = Math.min(least, Math.min(x - left.get(f).right() * W, right.get(f).left() * W - x));
    }
    assertThat(j.roomPx()).isCloseTo(least, within(1e-9));
    assertThat(least).as("the margin of a standing one").isGreaterThan(0.006 * W);
    assertThat(j.words()).doesNotContain("but there are only");
  }

  /**
   * The width to mix over against the step that was put into the light: no pair was tuned on.
   * Needed is what the true step of nine tenths of the way asks for.
   */
  @Test
  void feathersByTheStepAndNotByTheDetail() {
    Random r = new Random(41);
    List<Double> ratios = new ArrayList<>();
    for (String photo : new String[] {"wine", "picos", "seeding", "life"}) {
      for (double ramp : new double[] {0, 0.08, -0.2, 0.4}) {
        Registration moved =
            new Registration(
                r.nextDouble() - 0.5, r.nextDouble() - 0.5, 0, 1 + 1e-3 * r.nextDouble());
        Photos.Made made =
            Photos.Made.of(photo, W, H, moved).people(0).noise(3).stops(0.1).right(ramp).seed(77);
        Picture[] pair = made.pair();
        PlateComparison c = Comparisons.of(pair);
        double x = 0.4 + 0.4 * r.nextDouble();
        List<Occupied> left = List.of(box(0, 0, 0, x - 0.05, 1));
        List<Occupied> right = List.of(box(0, x + 0.05, 0, 1, 1));
        PlateJoin j =
            PlateJoin.of(pair[0], pair[1], c, seen(left), seen(right), 6, 0, EffortRates.DEFAULTS);
        double[] steps = new double[H];
        for (int y = 0; y < H; y++) {
          double far = Math.max(0, Math.min(1, (at(j.points(), y) / W - 0.5) / 0.3));
          steps[y] = Math.abs(0.1 + ramp * far - c.light().stops());
        }
        Arrays.sort(steps);
        double needed = Math.max(4, steps[(int) (0.9 * H)] / 0.0025);
        ratios.add(j.featherPx() / needed);
        if (Boolean.getBoolean("show")) {
          System.out.printf(
              "%s %.2f at %.2f: feather %.0f, needed %.1f, step %.3f%n",
              photo, ramp, x, j.featherPx(), needed, j.stepStops());
        }
      }
    }
    assertThat(ratios.stream().filter(q -> q >= 0.8 && q <= 2).count())
        .as("told ÷ needed %s", ratios)
        .isGreaterThanOrEqualTo(15);
  }

  /** A second plate in warmer light is graded first, and what is left of it is told. */
  @Test
  void gradesTheColorAndSaysSo() {
    Picture[] pair =
        Photos.Made.of("life", W, H, Registration.NONE).people(0).tint(1.12, 1, 0.85).pair();
    PlateComparison c = Comparisons.of(pair);
    PlateJoin j =
        PlateJoin.of(
            pair[0], pair[1], c, seen(List.of()), seen(List.of()), 6, 0, EffortRates.DEFAULTS);
    assertThat(j.colorStops()).isCloseTo(0, within(0.02));
    assertThat(j.differencePercent()).as("of full scale").isLessThan(2);
    assertThat(j.featherPx()).isLessThanOrEqualTo(8);
    double red = Math.log(1.12) / Math.log(2);
    assertThat(j.figures())
        .filteredOn(f -> f.label().equals("Grade the second first"))
        .singleElement()
        .satisfies(
            f ->
                assertThat(Double.parseDouble(f.value().split(",")[0].replace('−', '-')))
                    .isCloseTo(-red, within(0.015)));
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
    assertThat(j.kind()).isEqualTo(PlateJoin.Kind.CROSSING);
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
    assertThat(j.words()).contains("Nobody's room is measured yet");
    assertThat(j.roomPx()).as("what was not measured is not told").isNull();
    PlateJoin half = join(List.of(box(0, 0.1, 0.2, 0.3, 1)), List.of(), 6);
    assertThat(half.words()).contains("Nobody's room is measured in the second plate");
    double nearest = Double.POSITIVE_INFINITY;
    for (double y = 0.2 * H + 4; y < H; y++) {
      nearest = Math.min(nearest, at(half.points(), y) - 0.3 * W);
    }
    assertThat(half.roomPx()).as("to the one who was").isCloseTo(nearest, within(4.0));
    assertThat(j.figures())
        .extracting(PlateSheet.Figure::label)
        .doesNotContain("Crossed in", "Fade the grade", "Nearest performer");
    Picture other = Photos.Made.of("wine", W, H, Registration.NONE).pair()[0];
    PlateComparison unsure =
        PlateComparison.of(PAIR[0], other, PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
    assertThatThrownBy(
            () ->
                PlateJoin.of(
                    PAIR[0],
                    other,
                    unsure,
                    seen(List.of()),
                    seen(List.of()),
                    6,
                    0,
                    EffortRates.DEFAULTS))
        .hasMessageContaining("could not be laid over");
    // A drift of 0.12 stops at a hundredth a frame.
    assertThat(
            PlateJoin.of(
                    PAIR[0],
                    PAIR[1],
                    LAID,
                    seen(List.of()),
                    seen(List.of()),
                    6,
                    -0.12,
                    EffortRates.DEFAULTS)
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
