package bivex.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CrowdTilesTest {
  /** Groups are set down one by one until the square is full. */
  @Test
  void placesFillTheSquareAndOneLessDoesNot() {
    Random r = new Random(38);
    for (int n = 0; n < 3000; n++) {
      double place = 1 + r.nextDouble() * 60;
      double group = 1 + r.nextDouble() * 9;
      double least = r.nextDouble() * 0.9 * group;
      double deep = 1 + r.nextDouble() * 30;
      double groupDeep = 1 + r.nextDouble() * 4;
      int walked = 1;
      for (double end = group; end < place; end += group - least) {
        walked++;
      }
      int rows = 1;
      for (double end = groupDeep; end < deep; end += groupDeep) {
        rows++;
      }
      CrowdTiles c = CrowdTiles.of(place, deep, group, groupDeep, least);
      assertThat(c.across()).isEqualTo(walked);
      assertThat(c.deep()).isEqualTo(rows);
      assertThat(c.plates()).isEqualTo(walked * rows);
      if (walked > 1) {
        assertThat(c.overlapM()).isGreaterThanOrEqualTo(least - 1e-9);
        assertThat(walked * group - (walked - 1) * c.overlapM()).isCloseTo(place, within(1e-9));
      }
    }
    assertThatThrownBy(() -> CrowdTiles.of(10, 1, 2, 1, 2))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("overlapM");
  }
}
