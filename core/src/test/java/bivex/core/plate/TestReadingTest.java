package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import org.junit.jupiter.api.Test;

/** Frames of photographs with noise, blur and light that are known. */
class TestReadingTest {
  private static final int W = 960;
  private static final int H = 540;

  /** Of brightness, where red, green and blue are noisy each for itself (ITU-R BT.709 weights). */
  private static final double OF_LUMA =
      Math.sqrt(0.2126 * 0.2126 + 0.7152 * 0.7152 + 0.0722 * 0.0722);

  private static Photos.Made made(String photo) {
    return Photos.Made.of(photo, W, H, Registration.NONE).people(0);
  }

  private static TestReading read(Picture first, Picture it, Picture next) {
    return TestReading.of(
        first == null ? null : new TestReading.Sample(first, null),
        new TestReading.Sample(it, null),
        next,
        null,
        () -> false);
  }

  @Test
  void noiseIsWhatWasPutIn() {
    for (String photo : Photos.ALL) {
      for (double sigma : new double[] {1.5, 3, 6}) {
        Picture[] frames = made(photo).noise(sigma).pair();
        TestReading r = read(null, frames[0], frames[1]);
        // Values are rounded to whole ones of 255, which adds a twelfth to the variance.
        double wanted = 100 * Math.sqrt(sigma * sigma + 1 / 12.0) / 255 * OF_LUMA;
        assertThat(r.noise()).as(photo + " " + sigma).isCloseTo(wanted, within(0.08 * wanted));
        assertThat(r.words()).startsWith("Noise ").doesNotContain("at least");
      }
    }
  }

  /**
   * Somebody who walks through a third of the frame has no say; a moving camera is not measured.
   */
  @Test
  void whatMovesIsNotTakenForNoise() {
    for (String photo : Photos.ALL) {
      Picture[] walked = made(photo).people(0.12).noise(3).pair();
      double wanted = 100 * 3 / 255.0 * OF_LUMA;
      assertThat(read(null, walked[0], walked[1]).noise())
          .as(photo)
          .isCloseTo(wanted, within(0.15 * wanted));
      Picture[] panned =
          Photos.Made.of(photo, W, H, new Registration(4, 2, 0, 1)).people(0).noise(1).pair();
      TestReading moving = read(null, panned[0], panned[1]);
      assertThat(moving.noise()).as(photo).isNull();
      assertThat(moving.words()).contains("most of the picture moves");
    }
    Picture[] still = made("wine").noise(0).pair();
    assertThat(read(null, still[0], still[0]).words()).contains("the coding took it away");
    assertThat(read(null, still[0], null).noise()).isNull();
  }

  @Test
  void blurAndLightAreToldAgainstTheFirst() {
    for (String photo : Photos.ALL) {
      Picture[] pair = made(photo).noise(1).blur(1.5).stops(-0.5).pair();
      TestReading r = read(pair[0], pair[1], null);
      assertThat(r.softerPx()).as(photo).isCloseTo(1.5, within(0.4));
      assertThat(r.stops()).as(photo).isCloseTo(-0.5, within(0.1));
      assertThat(r.words()).contains("softer than the first by 1.", "darker");
    }
    Picture a = made("life").pair()[0];
    Picture b = made("picos").pair()[0];
    TestReading other = read(a, b, null);
    assertThat(other.softerPx()).isNull();
    assertThat(other.stops()).isNull();
    assertThat(other.words()).contains("not held against the first");
    Picture small = Photos.Made.of("life", 640, 360, Registration.NONE).pair()[0];
    assertThat(read(a, small, null).words()).contains("of another size");
  }
}
