package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.picture.Photos;
import bivex.core.picture.Photos.Made;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Cause;
import bivex.core.plate.PlateComparison.Limits;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Plates of open-licence photographs with known faults of light, colour, sharpness and place: each
 * is found, told apart, and measured.
 */
@Tag("sweep")
class PlateComparisonTest {
  private static final int W = 1280;
  private static final int H = 720;
  private static final Made STILL = Made.of("life", W, H, Registration.NONE);

  private static PlateComparison compare(Made m) {
    Picture[] p = m.pair();
    return PlateComparison.of(p[0], p[1], Limits.USUAL, (share, doing) -> {}, () -> false);
  }

  @Test
  void exposureToAHundredthOfAStopWhoeverStandsThere() {
    for (String photo : Photos.ALL) {
      for (double stops : new double[] {0.2, -0.5, 1}) {
        PlateComparison c =
            compare(
                Made.of(photo, W, H, new Registration(2.2, -0.4, 0.1, 1))
                    .stops(stops)
                    .people(0.33)
                    .noise(5)
                    .seed(3));
        assertThat(c.light().stops()).as("%s %s", photo, stops).isCloseTo(stops, within(0.01));
        assertThat(c.faults())
            .extracting(PlateComparison.Fault::cause)
            .contains(Cause.EXPOSURE)
            .doesNotContain(Cause.LIGHT_MOVED, Cause.FOCUS);
      }
    }
  }

  @Test
  void samePlatesAgree() {
    for (String photo : Photos.ALL) {
      PlateComparison c =
          compare(Made.of(photo, W, H, new Registration(0.2, 0.1, 0, 1)).people(0.3).noise(4));
      assertThat(c.agrees()).as("%s: %s", photo, c.verdict()).isTrue();
      assertThat(c.light().regions())
          .filteredOn(r -> r.deltaE() != null)
          .allSatisfy(r -> assertThat(r.deltaE()).isLessThan(1.2));
    }
  }

  @Test
  void everyFaultIsToldFromTheOthers() {
    PlateComparison light = compare(STILL.right(-0.3));
    assertThat(light.faults())
        .extracting(PlateComparison.Fault::cause)
        .containsExactly(Cause.LIGHT_MOVED);
    assertThat(light.light().regions().get(5).stops()).as("right").isCloseTo(-0.3, within(0.02));
    assertThat(light.light().regions().get(3).stops()).as("left").isCloseTo(0, within(0.02));

    PlateComparison white = compare(STILL.tint(1.05, 1, 0.93));
    assertThat(white.faults())
        .extracting(PlateComparison.Fault::cause)
        .containsExactly(Cause.WHITE_BALANCE);
    assertThat(white.light().red()).isCloseTo(Math.log(1.05) / Math.log(2), within(0.01));
    assertThat(white.light().blue()).isCloseTo(Math.log(0.93) / Math.log(2), within(0.01));

    for (double blur : new double[] {1, 2, 3}) {
      PlateComparison soft = compare(STILL.blur(blur));
      assertThat(soft.faults())
          .extracting(PlateComparison.Fault::cause)
          .containsExactly(Cause.FOCUS);
      assertThat(soft.softerPx()).isCloseTo(blur, within(0.1));
    }

    PlateComparison size = compare(Made.of("life", W, H, new Registration(0.1, 0, 0, 1.006)));
    assertThat(size.faults()).extracting(PlateComparison.Fault::cause).containsExactly(Cause.SIZE);
    PlateComparison nudge = compare(Made.of("life", W, H, new Registration(3.4, -1.2, 0.08, 1)));
    assertThat(nudge.faults())
        .extracting(PlateComparison.Fault::cause)
        .containsExactly(Cause.NUDGE);
    assertThat(nudge.verdict())
        .isEqualTo("The camera was nudged: 3.4 px right, 1.2 px up, turned 0.08° clockwise.");
  }

  /**
   * Planck's law: a black body of 4300 K against 4550 K differs by 12.8 mired; red against blue at
   * 610 and 450 nm is reckoned here from the law itself.
   */
  @Test
  void colourOfLightInMired() {
    double[] red = {planck(610, 4300), planck(610, 4550)};
    double[] blue = {planck(450, 4300), planck(450, 4550)};
    double tint = red[1] / red[0] / (blue[1] / blue[0]);
    PlateComparison c = compare(STILL.tint(tint, Math.sqrt(tint), 1));
    assertThat(c.light().mired()).isCloseTo(1e6 / 4550 - 1e6 / 4300, within(0.5));
  }

  private static double planck(double nm, double kelvin) {
    double m = nm * 1e-9;
    return Math.pow(m, -5)
        / (Math.exp(6.62607015e-34 * 299_792_458 / (m * 1.380649e-23 * kelvin)) - 1);
  }

  @Test
  void whereNothingCanBeComparedIsSaid() {
    PlateComparison c = compare(STILL.people(0.33).noise(5));
    assertThat(c.light().regions().get(4).stops()).as("both people cover the middle").isNull();
    assertThat(c.verdict())
        .startsWith("They agree where they can be compared (not: ")
        .contains("middle");
  }

  @Test
  void otherSizesAreRefusedWithTheReason() {
    Picture a = grey(640, 360);
    assertThatThrownBy(
            () -> PlateComparison.of(a, grey(1280, 720), Limits.USUAL, (s, d) -> {}, () -> false))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("same shape at another size");
    assertThatThrownBy(
            () -> PlateComparison.of(a, grey(640, 340), Limits.USUAL, (s, d) -> {}, () -> false))
        .hasMessageContaining("cropped");
    assertThatThrownBy(() -> grey(300, 200)).hasMessageContaining("at least 320");
    assertThatThrownBy(() -> grey(20_000, 900)).hasMessageContaining("16 megapixels");
  }

  /**
   * Plates that are nearly all burnt out lie on each other by their edges; nothing is said of their
   * light, and they are not called the same.
   */
  @Test
  void lightThatCannotBeComparedIsNoAgreement() {
    byte[][] b = STILL.people(0).bytes();
    Picture[] p = new Picture[2];
    for (int i = 0; i < 2; i++) {
      byte[] v = b[i];
      p[i] =
          Picture.of(
              W,
              H,
              (y, row) -> {
                for (int x = 0; x < row.length; x++) {
                  // White or black and nothing between: no square has light that could be compared.
                  row[x] = (v[y * W * 3 + x / 3 * 3 + 1] & 0xff) > 70 ? 65_535 : 0;
                }
              });
    }
    PlateComparison c = PlateComparison.of(p[0], p[1], Limits.USUAL, (s, d) -> {}, () -> false);
    assertThat(c.sure()).isTrue();
    assertThat(c.light().measured()).isFalse();
    assertThat(c.agrees()).isFalse();
    assertThat(c.verdict()).contains("their light could not be compared");
  }

  @Test
  void cancelledIsNeverSure() {
    Picture[] p = STILL.pair();
    List<String> told = new ArrayList<>();
    PlateComparison c =
        PlateComparison.of(p[0], p[1], Limits.USUAL, (s, d) -> told.add(d), () -> true);
    assertThat(c.agrees()).isFalse();
    assertThat(told).last().isEqualTo("done");
  }

  private static Picture grey(int w, int h) {
    return Picture.of(w, h, (y, row) -> java.util.Arrays.fill(row, 30_000));
  }
}
