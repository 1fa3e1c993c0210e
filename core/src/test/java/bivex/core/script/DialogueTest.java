package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.script.Dialogue.Line;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class DialogueTest {
  /** A clock that listens every hundredth of a second who speaks. */
  @Test
  void twoAtOnceAreHeardByTheClock() {
    Random random = new Random(6);
    for (int round = 0; round < 150; round++) {
      List<Line> lines = new ArrayList<>();
      for (int i = 0; i < 2 + random.nextInt(3); i++) {
        double from = random.nextInt(400) / 50.0;
        lines.add(new Line(1 + i, from, from + (1 + random.nextInt(100)) / 50.0));
      }
      int pairs = 0;
      for (int t = 0; t < 1200; t++) {
        double at = t / 100.0 + 0.005;
        long speaking = lines.stream().filter(l -> l.from() < at && at < l.to()).count();
        pairs += (int) (speaking * (speaking - 1) / 2);
      }
      assertThat(Dialogue.overlaps(lines).stream().mapToDouble(Dialogue.Overlap::seconds).sum())
          .isCloseTo(pairs / 100.0, within(1e-6));
    }
  }

  @Test
  void turnsNeverOverlapAndTakeTheirTime() {
    List<Line> turns = Dialogue.turns(List.of(12, 5, 30, 1), 2, 150, 0.4);
    assertThat(Dialogue.overlaps(turns)).isEmpty();
    assertThat(turns.get(0).to()).isCloseTo(4.8, within(1e-12));
    assertThat(turns).extracting(Line::part).containsExactly(1, 2, 1, 2);
    // A part may talk over itself: that is one voice.
    assertThat(Dialogue.overlaps(List.of(new Line(1, 0, 2), new Line(1, 1, 3)))).isEmpty();
    assertThatThrownBy(() -> new Line(1, 2, 2)).hasMessageStartingWith("line end:");
  }
}
