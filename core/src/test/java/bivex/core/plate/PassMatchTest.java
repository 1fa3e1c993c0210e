package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Limits;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.function.IntToDoubleFunction;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Passes of a repeated move made of a photograph: a window that pans over it with a known way, in
 * each of which somebody else walks.
 */
@Tag("sweep")
class PassMatchTest {
  private static final int W = 640;
  private static final int H = 360;
  private static final int WIDE = 1000;
  private static final byte[] SET =
      Photos.Made.of("seeding", WIDE, H + 40, Registration.NONE).people(0).noise(0).bytes()[0];

  /** A pan of 200 px that begins and ends softly, over 60 frames after a hold of 10. */
  private static double eased(double frame) {
    double t = Math.max(0, Math.min(1, (frame - 10) / 60));
    return 200 * t * t * (3 - 2 * t);
  }

  private record Pass(DoubleUnaryOperator pan, IntToDoubleFunction stops, double down, long seed) {
    Picture frame(int f) {
      double at = 40 + pan.applyAsDouble(f);
      double gain = Math.pow(2, stops.applyAsDouble(f));
      int man = (int) (seed * 37 % 300) + f * 4;
      Random r = new Random(seed * 1000 + f);
      int[] noise = r.ints(W, 0, 700).toArray();
      return Picture.of(
          W,
          H,
          (y, row) -> {
            double sy = y + 15 - down;
            int iy = (int) sy;
            double fy = sy - iy;
            for (int x = 0; x < W; x++) {
              double sx = at + x;
              int ix = (int) sx;
              double fx = sx - ix;
              for (int c = 0; c < 3; c++) {
                double v =
                    Math.abs(x - man) < 40 && y > 90
                        ? 0.3
                            + 0.1
                                * Math.sin((x - man) * (seed + 1.0) / 7)
                                * Math.sin((y + 3 * f) / (4.0 + seed))
                        : (1 - fy) * ((1 - fx) * code(ix, iy, c) + fx * code(ix + 1, iy, c))
                            + fy * ((1 - fx) * code(ix, iy + 1, c) + fx * code(ix + 1, iy + 1, c));
                row[3 * x + c] =
                    (int)
                        Math.max(
                            0,
                            Math.min(
                                65_535,
                                65_535 * Picture.coded(Picture.linear(v) * gain)
                                    + noise[(x * 7 + y * 13 + c) % W]
                                    - 350));
              }
            }
          });
    }

    private static double code(int x, int y, int c) {
      return (SET[(y * WIDE + x) * 3 + c] & 0xff) / 255.0;
    }
  }

  private static PassMatch match(Pass a, int n, Pass b, int m, String lightDoubt) {
    PassMove first = new PassMove();
    PassMove second = new PassMove();
    for (int f = 0; f < n; f++) {
      first.frame(a.frame(f));
    }
    for (int f = 0; f < m; f++) {
      second.frame(b.frame(f));
    }
    PassMove.Sync sync = first.sync(second);
    for (int round = 0; ; round++) {
      PassMatcher matcher = new PassMatcher(first, sync, 3);
      for (int f = Math.max(0, -sync.frames()); f < Math.min(n, m - sync.frames()); f++) {
        matcher.frame(f, a.frame(f), b.frame(f + sync.frames()));
      }
      int further = round > 1 ? 0 : matcher.further();
      if (further == 0) {
        return matcher.done(Limits.USUAL, lightDoubt);
      }
      sync = sync.later(further);
    }
  }

  @ParameterizedTest
  @CsvSource({"0", "4", "-6"})
  void theStartIsFoundByTheMove(int late) {
    PassMatch p =
        match(
            new Pass(PassMatchTest::eased, f -> 0, 0, 1),
            80,
            new Pass(f -> eased(f - late), f -> 0, 0, 2),
            80,
            "");
    assertThat(p.moving()).isTrue();
    assertThat(p.even()).isFalse();
    assertThat(p.begins()).isEqualTo(late);
    assertThat(p.sure()).isTrue();
    assertThat(p.worst().worstPx()).isLessThan(0.5);
    assertThat(p.errorPx()).isLessThan(0.5);
    assertThat(p.agrees()).as(p.verdict()).isTrue();
    assertThat(p.frames()).hasSize(80 - Math.abs(late));
  }

  /** Half a frame late: off by half of the speed, and a retime takes nearly all of it away. */
  @Test
  void aPartOfAFrameIsFoundAndWhatARetimeBrings() {
    PassMatch p =
        match(
            new Pass(PassMatchTest::eased, f -> 0, 0, 1),
            80,
            new Pass(f -> eased(f - 3.4), f -> 0, 0, 2),
            80,
            "");
    assertThat(p.begins()).isEqualTo(3);
    assertThat(p.retimeFrames()).isCloseTo(0.4, within(0.05));
    // The pan is fastest in the middle: 5 px of the small frame, 15 of the whole, a frame.
    assertThat(p.worst().worstPx()).isCloseTo(0.4 * 15, within(0.6));
    assertThat(p.worst().first()).isBetween(28, 52);
    assertThat(p.afterPx()).isLessThan(1.2);
    assertThat(p.agrees()).isFalse();
    assertThat(p.verdict()).contains("part by up to").contains("begins 3 frames later");
  }

  /** A rig that drifts 2 px down over the move, and light that goes by a tenth of a stop. */
  @Test
  void driftAndLightAreToldByFrame() {
    PassMatch p =
        match(
            new Pass(PassMatchTest::eased, f -> 0, 0, 1),
            80,
            new Pass(PassMatchTest::eased, f -> 0.1 * f / 79, 1, 2),
            80,
            "");
    assertThat(p.worst().dy()).isCloseTo(3, within(0.3));
    assertThat(p.driftPx()).as("it is off all the time alike").isLessThan(0.5);
    assertThat(p.lightStops()).isCloseTo(0.05, within(0.01));
    assertThat(p.lightWorst()).isCloseTo(0.05, within(0.015));
    assertThat(p.sheet(true).figures())
        .extracting(PlateSheet.Figure::label)
        .contains("Worst frame", "Light, worst frame");
    assertThat(p.csv().lines()).hasSize(81);
  }

  /** Without a move it is taken frame by frame from the beginning: two takes under clouds. */
  @Test
  void takesThatStandAreHeldAgainstEachOtherToo() {
    PassMatch p =
        match(
            new Pass(f -> 0, f -> 0, 0, 1),
            40,
            new Pass(f -> 0, f -> 0.15 * Math.sin(f / 8.0), 0, 2),
            30,
            "");
    assertThat(p.moving()).isFalse();
    assertThat(p.begins()).isZero();
    assertThat(p.lightWorst()).isCloseTo(0.15, within(0.04));
    assertThat(p.agrees()).isFalse();
    assertThat(p.verdict()).startsWith("The light differs");
    PassMatch doubted =
        match(
            new Pass(f -> 0, f -> 0, 0, 1),
            20,
            new Pass(f -> 0, f -> 0.3, 0, 2),
            20,
            "the second looks like log");
    assertThat(doubted.agrees()).isFalse();
    assertThat(doubted.verdict()).contains("light is not judged: the second looks like log");
  }

  /** A pan of one speed: that a shift along it and a later start look the same is said. */
  @Test
  void anEvenMoveSaysThatItIsEven() {
    PassMatch p =
        match(
            new Pass(f -> 2 * f, f -> 0, 0, 1),
            60,
            new Pass(f -> 2 * f - 10, f -> 0, 0, 2),
            60,
            "");
    assertThat(p.even()).isTrue();
    assertThat(p.begins()).isEqualTo(5);
    assertThat(p.sheet(true).figures().get(0).note()).contains("even");
  }

  /** Two takes of a night in which nothing can be told of the light say so. */
  @Test
  void lightThatCannotBeSeenIsNotTold() {
    PassMatch p =
        match(new Pass(f -> 0, f -> -9, 0, 1), 15, new Pass(f -> 0, f -> -8, 0, 2), 15, "");
    assertThat(p.agrees()).isFalse();
    assertThat(p.verdict()).doesNotContain("0.00 stops").doesNotContain("agree");
  }

  @Test
  void anotherMoveIsNotMeasurable() {
    PassMatch p =
        match(
            new Pass(PassMatchTest::eased, f -> 0, 0, 1),
            80,
            new Pass(f -> 300 - 3 * f, f -> 0, 0, 2),
            80,
            "");
    assertThat(p.agrees()).isFalse();
    assertThatThrownBy(
            () -> match(new Pass(f -> 0, f -> 0, 0, 1), 5, new Pass(f -> 0, f -> 0, 0, 2), 20, ""))
        .hasMessageContaining("at least 12 frames");
  }

  /** The rig slid: what is near lies off by 2 px more than what is far. Never called the same. */
  @Test
  void aSlideOfTheRigIsNotCalledTheSame() {
    Pass straight = new Pass(f -> 0, f -> 0, 0, 1);
    Pass near = new Pass(f -> 2, f -> 0, 0, 2);
    Pass far = new Pass(f -> 0, f -> 0, 0, 2);
    PassMove a = new PassMove();
    PassMove b = new PassMove();
    for (int f = 0; f < 20; f++) {
      a.frame(straight.frame(f));
      b.frame(slid(far.frame(f), near.frame(f)));
    }
    PassMatcher m = new PassMatcher(a, a.sync(b), 3);
    for (int f = 0; f < 20; f++) {
      m.frame(f, straight.frame(f), slid(far.frame(f), near.frame(f)));
    }
    PassMatch p = m.done(Limits.USUAL, "");
    assertThat(p.agrees()).isFalse();
    assertThat(p.verdict()).contains("another way");
    assertThat(p.parts().px()).isCloseTo(6, within(1.5));
  }

  /** The upper two thirds of one, the lower third of the other. */
  private static Picture slid(Picture far, Picture near) {
    return Picture.of(
        W,
        H,
        (y, row) -> {
          Picture from = y < H * 2 / 3 ? far : near;
          for (int i = 0; i < row.length; i++) {
            row[i] = (int) Math.max(0, Math.min(65_535, 65_535 * from.luma().v()[y * W + i / 3]));
          }
        });
  }
}
