package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class JoinPlanTest {
  @Test
  void aStandingJoinIsMidwayWhereThePartsKeepApart() {
    JoinPlan j = JoinPlan.of(new double[] {100, 180, 120}, new double[] {260, 300, 280}, 5);
    assertThat(j.kind()).isEqualTo(JoinPlan.Kind.STATIC);
    assertThat(j.path()).containsOnly(220);
    assertThat(j.marginPx()).isEqualTo(40);
  }

  /** Exhaustive search on small whole-number cases is the oracle for all three answers. */
  @Test
  void agreesWithTryingEverything() {
    Random random = new Random(5);
    int[] met = new int[3];
    for (int i = 0; i < 3000; i++) {
      int n = 2 + random.nextInt(5);
      int slope = random.nextInt(4);
      int drift = random.nextInt(3);
      double[] l = IntStream.range(0, n).mapToDouble(f -> random.nextInt(8) + drift * f).toArray();
      double[] r = IntStream.range(0, n).mapToDouble(f -> l[f] + random.nextInt(7) - 1).toArray();
      JoinPlan j = JoinPlan.of(l, r, slope);
      boolean fixed =
          halves().anyMatch(x -> IntStream.range(0, n).allMatch(f -> l[f] < x && x < r[f]));
      boolean moving = reach(l, r, slope);
      int fewest =
          halves()
              .map(x -> (int) IntStream.range(0, n).filter(f -> !(l[f] < x && x < r[f])).count())
              .min(Integer::compare)
              .orElseThrow();
      JoinPlan.Kind expected =
          fixed ? JoinPlan.Kind.STATIC : moving ? JoinPlan.Kind.MOVING : JoinPlan.Kind.CROSSING;
      assertThat(j.kind())
          .as("%s %s slope %d", Arrays.toString(l), Arrays.toString(r), slope)
          .isEqualTo(expected);
      assertThat(j.crossing()).hasSize(expected == JoinPlan.Kind.CROSSING ? fewest : 0);
      for (int f = 0; f < n; f++) {
        assertThat(j.crossing().contains(f) || l[f] < j.path()[f] && j.path()[f] < r[f]).isTrue();
        assertThat(f == 0 || Math.abs(j.path()[f] - j.path()[f - 1]) <= slope + 1e-9).isTrue();
      }
      met[expected.ordinal()]++;
    }
    assertThat(java.util.Arrays.stream(met).min().orElseThrow())
        .as("each answer was met often enough")
        .isGreaterThan(100);
  }

  /** Positions on quarters: fine enough to find a path wherever whole-number bounds leave one. */
  private static java.util.stream.Stream<Double> halves() {
    return IntStream.range(0, 160).mapToObj(k -> k / 4.0 - 4 + 0.125);
  }

  private static boolean reach(double[] l, double[] r, int slope) {
    List<Double> at = halves().filter(x -> l[0] < x && x < r[0]).toList();
    for (int f = 1; f < l.length; f++) {
      int frame = f;
      List<Double> before = at;
      at =
          halves()
              .filter(
                  x ->
                      l[frame] < x
                          && x < r[frame]
                          && before.stream().anyMatch(b -> Math.abs(b - x) <= slope))
              .toList();
    }
    return !at.isEmpty();
  }

  @Test
  void zonesMoveEvenlyBetweenEntriesAndStandOutsideThem() {
    List<Zone> z = List.of(new Zone(1, 10, 0.1, 0.3), new Zone(1, 20, 0.2, 0.5));
    double[][] e = Zone.edges(z, 1, 31);
    assertThat(e[0]).containsExactly(0.1, 0.3);
    assertThat(e[15])
        .containsExactly(new double[] {0.15, 0.4}, org.assertj.core.data.Offset.offset(1e-12));
    assertThat(e[30]).containsExactly(0.2, 0.5);
    assertThatThrownBy(() -> Zone.edges(z, 2, 5)).hasMessageContaining("part 2 has no zone");
    assertThatThrownBy(() -> new Zone(1, 0, 0.5, 0.5)).hasMessageStartingWith("zone right:");
  }

  /**
   * A long cut is sorted through once; the join it finds is free in as many frames as trying every
   * place finds.
   */
  @Test
  void aLongCutIsCrossedAsSeldomAsTryingEverywhereSays() {
    java.util.Random random = new java.util.Random(17);
    for (int round = 0; round < 12; round++) {
      int n = 900 + random.nextInt(600);
      double[] l = new double[n];
      double[] r = new double[n];
      for (int f = 0; f < n; f++) {
        l[f] = 300 + random.nextInt(900);
        r[f] = 700 + random.nextInt(900);
      }
      int most = 0;
      for (double x = 299.5; x < 1700; x++) {
        int free = 0;
        for (int f = 0; f < n; f++) {
          free += l[f] < x && x < r[f] ? 1 : 0;
        }
        most = Math.max(most, free);
      }
      JoinPlan j = JoinPlan.of(l, r, 1);
      assertThat(j.kind()).isEqualTo(JoinPlan.Kind.CROSSING);
      assertThat(n - j.crossing().size()).isEqualTo(most);
      assertThat(j.marginPx()).isPositive();
    }
  }
}
