package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class SightRecordTest {
  /** Counts by hand. */
  @Test
  void howOftenItProvedRightIsCountedAndFewAreCalledFew() {
    var said =
        List.of(
            new SightRecord.Word(true, true),
            new SightRecord.Word(true, true),
            new SightRecord.Word(true, false),
            new SightRecord.Word(false, false),
            new SightRecord.Word(false, true));
    SightRecord r = SightRecord.of(9, said);
    assertThat(r.words())
        .isEqualTo(
            "Of 9 kept, 5 were spoken of; it proved right in 3 of them. What it called the same did"
                + " not match once. What it doubted matched all the same once. That is too few to"
                + " lean on.");
    assertThat(r.sameWrong()).isEqualTo(1);
    assertThat(SightRecord.of(4, List.of()).words()).startsWith("Nobody has said yet");
  }
}
