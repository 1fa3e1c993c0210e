package bivex.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.optics.Raster;
import bivex.core.review.ClipFacts;
import bivex.core.review.NoteWord;
import bivex.core.review.PictureCheck;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What is told of a redelivery follows from the two that are held against each other. */
class RedeliveryTest {
  private static final FrameRange CUT = new FrameRange(1001, 96);

  private static Redelivery.Went went(int version, String hash, FrameRange cut, String codec) {
    ClipFacts clip =
        new ClipFacts(
            112 / 24.0,
            true,
            0,
            "1:1",
            "progressive",
            10,
            "bt709",
            "none",
            "",
            codec == null ? null : "mov",
            codec,
            "4:2:2",
            null);
    return new Redelivery.Went(
        version, hash, new VersionFacts(Raster.HD, FrameRate.FILM, 112, clip), cut, 993);
  }

  private static Redelivery.Held held(Integer against, int changes) {
    return new Redelivery.Held(
        against,
        new PictureCheck(
            112,
            true,
            List.of(),
            new FrameRange(0, 112),
            0.012,
            IntStream.range(0, changes)
                .mapToObj(
                    i ->
                        new PictureCheck.Change(
                            new FrameRange(8 + i * 4, 2), 0.1, 0.4, 0.1, 0.1, 0.3))
                .toList(),
            List.of()));
  }

  @Test
  void whatChangedIsToldAndWhatIsNotKnownIsSaid() {
    assertThat(
            Redelivery.since(
                went(2, "a", CUT, "prores"),
                went(3, "b", new FrameRange(1001, 100), "h264"),
                held(2, 1),
                List.of("the mast is soft")))
        .containsExactly(
            "version 3, before it was version 2",
            "the cut was 1001 to 1096, it is 1001 to 1100",
            "codec was ProRes, is H.264",
            "answers: the mast is soft",
            "differs in 1001 to 1002, the left side");
    String unknown = "which frames differ was not measured: they were not held against each other";
    assertThat(
            Redelivery.since(
                went(1, "a", CUT, "h264"), went(3, "b", CUT, "h264"), held(2, 0), List.of()))
        .as("held against another version than the one that went")
        .containsExactly("version 3, before it was version 1", unknown);
    assertThat(
            Redelivery.since(
                went(2, "a", null, null),
                went(3, "b", CUT, "h264"),
                new Redelivery.Held(null, null),
                List.of()))
        .as("what was not kept or read then has not changed for it")
        .containsExactly("version 3, before it was version 2", unknown);
    assertThat(
            Redelivery.since(
                went(2, "a", CUT, "h264"), went(3, "b", CUT, "h264"), held(2, 0), List.of()))
        .containsExactly(
            "version 3, before it was version 2",
            "no frame of 112 that both have differs by more than 1.2% of the range");
    assertThat(
            Redelivery.since(
                went(2, "a", CUT, "h264"), went(2, "a", CUT, "h264"), held(1, 3), List.of("x")))
        .containsExactly("the same file as before");
    assertThat(
            Redelivery.since(
                went(2, "a", CUT, "h264"),
                went(3, "b", CUT, "h264"),
                held(2, 9),
                IntStream.range(0, 8).mapToObj(i -> "note " + i).toList()))
        .contains("and 2 notes more", "and in 3 places more")
        .hasSize(1 + 6 + 1 + 6 + 1);
  }

  @Test
  void aNoteIsAnsweredByWhatGoesNowAndWasNotBefore() {
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.ANSWERED, 3), 2, 3)).isTrue();
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.CONFIRMED, 3), 2, 4)).isTrue();
    assertThat(Redelivery.answers(1, said(NoteWord.Kind.ANSWERED, 3), 2, 3))
        .as("given on what had gone by then")
        .isFalse();
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.ANSWERED, 4), 2, 3)).isFalse();
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.ANSWERED, 2), 2, 3)).isFalse();
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.TAKEN, 3), 2, 3)).isFalse();
    assertThat(Redelivery.answers(2, said(NoteWord.Kind.ANSWERED, null), 2, 3)).isFalse();
    assertThat(Redelivery.answers(2, null, 2, 3)).isFalse();
  }

  private static NoteWord said(NoteWord.Kind kind, Integer version) {
    return new NoteWord(kind, version, "w", "p", Instant.EPOCH);
  }
}
