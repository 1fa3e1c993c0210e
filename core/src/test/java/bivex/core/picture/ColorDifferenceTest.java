package bivex.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.ColorDifference.Lab;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

class ColorDifferenceTest {
  /**
   * G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 Color-Difference Formula", Color Res. Appl.
   * 30(1), 2005, Table 1: seventeen of its pairs, recalled and each reckoned again.
   */
  @Test
  void publishedPairs() throws IOException {
    try (InputStream in = getClass().getResourceAsStream("/published/ciede2000_sharma2005.csv")) {
      List<double[]> rows =
          new String(in.readAllBytes(), StandardCharsets.UTF_8)
              .lines()
              .filter(l -> Character.isDigit(l.charAt(0)))
              .map(
                  l ->
                      java.util.Arrays.stream(l.split(","))
                          .mapToDouble(Double::parseDouble)
                          .toArray())
              .toList();
      assertThat(rows).hasSize(17);
      for (double[] r : rows) {
        Lab p = new Lab(r[1], r[2], r[3]);
        Lab q = new Lab(r[4], r[5], r[6]);
        assertThat(ColorDifference.of(p, q)).as("pair %.0f", r[0]).isCloseTo(r[7], within(1e-4));
        assertThat(ColorDifference.of(q, p))
            .as("pair %.0f, turned round", r[0])
            .isCloseTo(r[7], within(1e-4));
      }
    }
  }

  /**
   * IEC 61966-2-1 and CIE 15: white is L* 100, mid grey 18 % is L* 49.5; sRGB red is L* 53.24, a*
   * 80.09, b* 67.20 (from memory).
   */
  @Test
  void coloursOfTheStandard() {
    assertThat(ColorDifference.lab(1, 1, 1).l()).isCloseTo(100, within(1e-3));
    assertThat(Math.hypot(ColorDifference.lab(1, 1, 1).a(), ColorDifference.lab(1, 1, 1).b()))
        .isLessThan(0.02);
    assertThat(ColorDifference.lab(0.18, 0.18, 0.18).l()).isCloseTo(49.5, within(0.01));
    Lab red = ColorDifference.lab(1, 0, 0);
    assertThat(new double[] {red.l(), red.a(), red.b()})
        .containsExactly(new double[] {53.24, 80.09, 67.20}, within(0.02));
    assertThat(Picture.linear(0.5)).isCloseTo(0.21404, within(1e-5));
    for (double v = 0; v <= 1; v += 0.01) {
      assertThat(Picture.coded(Picture.linear(v))).isCloseTo(v, within(1e-6));
    }
  }
}
