package bivex.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

public class CurveTest {
  /**
   * Code values for black, the grey card and white as the makers' papers print them, of 1023, or as
   * shares of one (written from memory of the papers that {@link Curve#source} names; not derived
   * from the formulas).
   */
  @ParameterizedTest
  @CsvSource({
    "LOGC3, 0.18, 400, 1.2",
    "LOGC4, 0.18, 284.8, 0.6",
    "SLOG3, 0, 95, 0.1",
    "SLOG3, 0.18, 420, 0.1",
    "SLOG3, 0.9, 598, 0.5",
    "VLOG, 0, 128, 0.6",
    "VLOG, 0.18, 433, 0.6",
    "VLOG, 0.9, 602, 0.6",
    "CLOG2, 0, 95, 0.6",
    "CLOG2, 0.18, 407, 1",
    "CLOG3, 0, 128, 0.6",
    "CLOG3, 0.18, 351, 1",
    "LOG3G10, 0.18, 341, 0.2",
    "FLOG, 0, 95, 0.6",
    "FLOG, 0.18, 470, 0.6",
    "FLOG, 0.9, 705, 0.6",
    "FLOG2, 0, 95, 0.6",
    "FLOG2, 0.18, 400, 0.6",
    "FLOG2, 0.9, 570, 0.7",
    "NLOG, 0.18, 372, 0.6",
    "DLOG, 0.18, 408, 1",
    "APPLE_LOG, 0.18, 499.6, 0.6",
    "BMD5, 0.18, 392.5, 0.6",
    "ACESCCT, 0.18, 423, 0.4",
    "FILM, 0, 95, 0.1",
    "FILM, 1, 685, 0.1",
  })
  void codesOfThePapers(Curve curve, double light, double code, double within) {
    assertThat(1023 * code(curve, light)).isCloseTo(code, within(within));
  }

  /** ITU-R BT.2408-5 table 1: white of 203 cd/m² is 58 % in PQ and 75 % in HLG. */
  @Test
  void whiteOfHdr() {
    assertThat(100 * code(Curve.PQ, 1)).isCloseTo(58, within(0.15));
    assertThat(100 * code(Curve.HLG, 1)).isCloseTo(75, within(0.01));
    // The same table: a grey card of 18 % is 26 cd/m², 38 % in PQ and HLG.
    assertThat(100 * code(Curve.PQ, 26 / 203.0)).isCloseTo(38, within(0.5));
    assertThat(100 * code(Curve.HLG, 0.18)).isCloseTo(38, within(2.5));
  }

  @ParameterizedTest
  @EnumSource(Curve.class)
  void risesWithoutAStepOrAHole(Curve curve) {
    double before = curve.light(0);
    for (int i = 1; i <= 65_535; i++) {
      double now = curve.light(i / 65_535.0);
      // Where its two pieces meet, the paper's own constants of one curve are off by a thousandth.
      assertThat(now).isGreaterThan(before - 0.001 * Math.abs(before));
      assertThat(now - before).isLessThan(0.001 * Math.abs(now) + 0.001);
      before = now;
    }
  }

  /** Matrices as printed: ITU-R BT.2087-0 for BT.2020; the others by the papers of the makers. */
  @Test
  void matricesOfThePapers() {
    rows(
        Gamut.BT2020,
        5e-4,
        1.6605,
        -0.5876,
        -0.0728,
        -0.1246,
        1.1329,
        -0.0083,
        -0.0182,
        -0.1006,
        1.1187);
    rows(Gamut.P3_D65, 5e-4, 1.2249, -0.2247, 0, -0.0420, 1.0419, 0, -0.0197, -0.0786, 1.0979);
    rows(
        Gamut.AWG3,
        5e-4,
        1.617523,
        -0.537287,
        -0.080237,
        -0.070573,
        1.334613,
        -0.264040,
        -0.021102,
        -0.226954,
        1.248056);
    rows(
        Gamut.AP1, 1e-3, 1.7050, -0.6218, -0.0833, -0.1302, 1.1408, -0.0106, -0.0240, -0.1289,
        1.1529);
  }

  private static void rows(Gamut g, double within, double... wanted) {
    double[] m = Arrays.stream(g.toBt709()).flatMapToDouble(DoubleStream::of).toArray();
    for (int i = 0; i < 9; i++) {
      assertThat(m[i]).as("%s %d", g, i).isCloseTo(wanted[i], within(within));
    }
  }

  @ParameterizedTest
  @EnumSource(Gamut.class)
  void whiteStaysWhite(Gamut g) {
    for (double[] row : g.toBt709()) {
      assertThat(row[0] + row[1] + row[2]).isCloseTo(1, within(1e-6));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "S-Log3, SLOG3",
    "PP8 (S-Log3 / S-Gamut3.Cine), SLOG3",
    "V-Log L, VLOG",
    "F-Log2, FLOG2",
    "F-Log, FLOG",
    "Canon Log 3, CLOG3",
    "LogC4, LOGC4",
    "Log C, LOGC3",
    "D-Log M,",
    "Standard,",
    "Natural, ",
    ",",
  })
  void namedByTheCamera(String profile, Curve curve) {
    assertThat(Curve.named(profile)).isEqualTo(curve);
  }

  /** The code of a light, by halving: the curve itself turned round. */
  public static double code(Curve curve, double light) {
    double low = 0;
    double high = 1;
    for (int i = 0; i < 60; i++) {
      double middle = (low + high) / 2;
      if (curve.light(middle) < light) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return (low + high) / 2;
  }
}
