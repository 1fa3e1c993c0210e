package bivex.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Against Java's own formatter, where the two do not differ by a half that has no exact binary
 * value.
 */
class SaidTest {
  @Test
  void numbersAreWrittenAsTheLibraryWritesThem() {
    Random random = new Random(4);
    for (int i = 0; i < 20_000; i++) {
      int decimals = random.nextInt(4);
      double v = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(7));
      double cut = new BigDecimal(v).setScale(decimals + 3, RoundingMode.DOWN).doubleValue();
      if (Math.abs(cut * Math.pow(10, decimals) % 1) < 0.499
          || Math.abs(cut * Math.pow(10, decimals) % 1) > 0.501) {
        assertThat(Said.fixed(cut, decimals))
            .isEqualTo(
                String.format(Locale.ROOT, "%." + decimals + "f", cut)
                    .replaceFirst("^-(0(\\.0*)?)$", "$1"));
      }
    }
  }

  @Test
  void halvesGoAwayFromZeroAndSignsArePut() {
    assertThat(Said.of("%s is %.1f %% of %.0f", "it", 12.25, 36.5)).isEqualTo("it is 12.3 % of 37");
    assertThat(Said.of("%.2f", -0.001)).isEqualTo("0.00");
    assertThat(Said.of("%.1f", -2.25)).isEqualTo("-2.3");
  }

  /** A name or an abbreviation in a label is as it is, wherever the label stands. */
  @Test
  void aLabelInsideASentenceKeepsItsNames() {
    assertThat(Said.inside("With Yesterday's Ines")).isEqualTo("with Yesterday's Ines");
    assertThat(Said.inside("ISO of the plate")).isEqualTo("ISO of the plate");
    assertThat(Said.inside("A4 card")).isEqualTo("A4 card");
    assertThat(Said.inside("Clean plate")).isEqualTo("clean plate");
    assertThat(Said.inside("")).isEmpty();
  }
}
