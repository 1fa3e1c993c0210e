package bivex.core.tally;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.time.FrameRange;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a viewing came to. How a browser reads the text track is tested in one. */
class ViewingSheetTest {
  private static ViewingSheet.Note note(int first, int last, String words) {
    return new ViewingSheet.Note(
        "frame " + first, first, last, "00:00:00:11", words, "Mara", "a wish", "open");
  }

  @Test
  void everyVersionSaysHowItEndedAndWhatWasNotReachedIsTold() {
    Sheets.Table t =
        new ViewingSheet(
                "Scene 4",
                LocalDate.of(2027, 3, 8),
                List.of("Mara", "Wren"),
                List.of(
                    new ViewingSheet.Watched(
                        "TK-1",
                        "The flags",
                        2,
                        true,
                        "again: the glow",
                        List.of(note(1012, 1012, "glow"))),
                    new ViewingSheet.Watched("TK-2", "The dash", 1, true, "", List.of()),
                    new ViewingSheet.Watched("TK-3", "The chart", 1, false, "agreed", List.of())))
            .table();
    assertThat(t.title()).isEqualTo("Scene 4, Mon 8 Mar");
    assertThat(t.rows())
        .containsExactly(
            List.of("TK-1 The flags, version 2", "", "", "again: the glow"),
            List.of("", "frame 1012, 00:00:00:11", "glow (Mara; a wish)", "open"),
            List.of("TK-2 The dash, version 1", "", "", "no verdict"),
            List.of("TK-3 The chart, version 1", "", "", "not reached"));
    assertThat(t.foot()).isEqualTo("There: Mara, Wren. 1 of 3 not reached.");
  }

  @Test
  void aTrackHasEachNoteWhileItsFramesAreShown() {
    String track =
        ViewingSheet.track(
            List.of(
                note(1013, 1024, "late --> <b>\n\nhere"),
                note(993, 993, "first"),
                note(990, 1100, "all"),
                note(2000, 2000, "elsewhere")),
            new FrameRange(993, 64),
            24);
    assertThat(track)
        .isEqualTo(
            """
            WEBVTT

            00:00:00.000 --> 00:00:02.667
            all
            Mara, frame 990: open

            00:00:00.000 --> 00:00:00.042
            first
            Mara, frame 993: open

            00:00:00.833 --> 00:00:01.333
            late --&gt; &lt;b&gt; here
            Mara, frame 1013: open
            """);
  }
}
