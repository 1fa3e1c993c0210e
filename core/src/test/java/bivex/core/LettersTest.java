package bivex.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.order.SeenInside;
import bivex.core.time.FrameRate;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class LettersTest {
  @Test
  void everyLetterComesOnceAndInOrder() {
    assertThat(Letters.of(0)).isEqualTo("A");
    assertThat(Letters.of(25)).isEqualTo("Z");
    assertThat(Letters.of(26)).isEqualTo("AA");
    assertThat(Letters.of(52)).isEqualTo("BA");
    assertThat(Letters.of(701)).isEqualTo("ZZ");
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < 702; i++) {
      assertThat(seen.add(Letters.of(i))).as("letter %d", i).isTrue();
    }
    assertThatThrownBy(() -> Letters.of(-1)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> Letters.of(702)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void whatIsSeenInsideItselfIsFoundHoweverLongTheWay() {
    Map<Integer, Set<Integer>> needs =
        Map.of(1, Set.of(2, 3), 2, Set.of(4), 4, Set.of(5), 6, Set.of(1));
    assertThat(SeenInside.needs(needs, 1, 5)).isTrue();
    assertThat(SeenInside.needs(needs, 6, 5)).isTrue();
    assertThat(SeenInside.needs(needs, 5, 1)).isFalse();
    assertThat(SeenInside.needs(needs, 3, 3)).as("nothing is made before itself").isTrue();
    Map<Integer, Set<Integer>> round = Map.of(1, Set.of(2), 2, Set.of(1));
    assertThat(SeenInside.needs(round, 1, 9)).as("a ring is no endless way").isFalse();
  }

  /** Rates as containers tell them: an average of the frames counted, and a nominal one. */
  @Test
  void aMeasuredRateIsTheOfferedOneItStandsFor() {
    assertThat(FrameRate.measured(23.97602, 24)).isEqualTo(FrameRate.FILM_NTSC);
    assertThat(FrameRate.measured(24.0)).isEqualTo(FrameRate.FILM);
    assertThat(FrameRate.measured(23.5, 24)).as("the nominal rate").isEqualTo(FrameRate.FILM);
    assertThat(FrameRate.measured(12.5, 0).fps()).isEqualTo(12.5);
    assertThatThrownBy(() -> FrameRate.measured(0, 0)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> FrameRate.measured(90_000, Double.NaN))
        .isInstanceOf(InvalidInput.class);
  }
}
