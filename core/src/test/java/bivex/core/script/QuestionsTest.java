package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.Questions.Batch;
import bivex.core.script.Questions.Open;
import bivex.core.script.Revision.Standing;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class QuestionsTest {
  private static Open asked(String key, String before, String now, int at) {
    return new Open(key, Standing.ASKED, before, false, now, at);
  }

  @Test
  void whatWentTogetherIsAskedTogetherAndTheMostFirst() {
    List<Batch> batches =
        Questions.of(
            List.of(
                new Open("lost", Standing.LOST, "1", false, null, -1),
                asked("a", "3", "4", 100),
                new Open("g", Standing.GONE, "7", true, null, -1),
                asked("b", "3", "4", 160),
                new Open("h", Standing.GONE, "7", true, null, -1),
                asked("c", "3", "4", 200),
                asked("alone", "5", "5", 300)));
    assertThat(batches)
        .extracting(Batch::keys)
        .containsExactly(
            List.of("a", "b", "c"), List.of("g", "h"), List.of("alone"), List.of("lost"));
    assertThat(batches.get(0).says())
        .isEqualTo("Scene 3 is told otherwise in scene 4, in the order it had");
    assertThat(batches.get(1).says()).contains("Scene 7 is not in this draft");
    assertThat(batches).extracting(Batch::gone).containsExactly(false, true, false, false);
    assertThat(batches).extracting(Batch::proposed).containsExactly(true, true, true, false);
    assertThat(batches.get(2).says()).as("one that stands alone speaks for itself").isEmpty();
  }

  @Test
  void anotherOrderAndTheSameWordsAreSaid() {
    assertThat(Questions.of(List.of(asked("a", "3", "3", 200), asked("b", "3", "3", 90))))
        .singleElement()
        .extracting(Batch::says)
        .isEqualTo("Scene 3 is told otherwise, in another order");
    assertThat(Questions.of(List.of(asked("a", "3", "3", 90), asked("b", "3", "3", 90))))
        .singleElement()
        .extracting(Batch::says)
        .asString()
        .endsWith("two of them on the same words");
  }

  /** Whatever is asked is asked once, and what can't be answered at once comes last. */
  @Test
  void nothingIsLostOrAskedTwice() {
    Random random = new Random(5);
    for (int round = 0; round < 200; round++) {
      List<Open> open = new ArrayList<>();
      for (int i = random.nextInt(40); i > 0; i--) {
        Standing s = List.of(Standing.ASKED, Standing.GONE, Standing.LOST).get(random.nextInt(3));
        String before = random.nextInt(5) == 0 ? null : "" + random.nextInt(4);
        String now = s == Standing.ASKED ? "" + random.nextInt(4) : null;
        open.add(new Open("k" + i, s, before, random.nextBoolean(), now, random.nextInt(900)));
      }
      List<Batch> batches = Questions.of(open);
      assertThat(batches.stream().flatMap(b -> b.keys().stream()))
          .containsExactlyInAnyOrderElementsOf(open.stream().map(Open::key).toList());
      assertThat(batches.stream().map(b -> b.proposed() ? 0 : 1).toList()).isSorted();
    }
  }

  @Test
  void aScriptThatHasHardlyAnyOfTheMarksMayBeAnother() {
    Open lost = new Open("a", Standing.LOST, "1", false, null, -1);
    assertThat(Questions.anotherScript(3, List.of(lost, lost))).isTrue();
    assertThat(Questions.anotherScript(4, List.of(lost, lost))).isFalse();
    assertThat(
            Questions.anotherScript(2, List.of(asked("a", "1", "1", 4), asked("b", "1", "1", 9))))
        .isFalse();
    assertThat(Questions.leaves(List.of(true, true))).isTrue();
    assertThat(Questions.leaves(List.of(true, false))).isFalse();
  }
}
