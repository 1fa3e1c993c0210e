package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which notes may ask for opposite things; the sentences are as people write them. */
class NoteClashTest {
  private static List<String> clashes(String a, FrameRange on, String b, FrameRange with) {
    return new ArrayList<>(
        NoteClash.of(
                List.of(
                    new NoteClash.Of("a", on, "frame 1001", a, "Mara"),
                    new NoteClash.Of("b", with, "frame 1002", b, "Wren")))
            .values());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "the glow must be warmer; glow cooler please; true",
        "The lamp is too bright.; could the lamp be a bit brighter?; true",
        "more smoke; less smoke behind the mast; true",
        "darker; brighter; true",
        "the sky brighter; the hand darker; false",
        "more smoke; less grain; false",
        "not brighter, the lamp is fine; the lamp darker; false",
        "the lamp brighter, then darker at the end; the lamp darker; false",
        "the join jumps; the join is soft; false",
        "warmer; brighter; false"
      })
  void oppositeWishesForTheSameThingAreTold(String a, String b, boolean clash) {
    FrameRange on = new FrameRange(1001, 10);
    List<String> said = clashes(a, on, b, new FrameRange(1008, 1));
    assertThat(said).hasSize(clash ? 2 : 0);
    assertThat(clashes(a, on, b, null)).as("the whole shot").hasSize(clash ? 2 : 0);
    assertThat(clashes(a, on, b, new FrameRange(1011, 5))).as("other frames").isEmpty();
    if (clash) {
      assertThat(said.get(0)).contains("may ask").contains("frame 1002 by Wren");
    }
  }
}
