package bivex.core.cue;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.ScreenplayParser;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * What happens in a sentence, kind by kind: one that is it, and one that only sounds like it. The
 * trade's common sense, no source.
 */
class CueKindsTest {
  private static List<Cue> cues(String body) {
    return shown(
        CueFinder.find(
            ScreenplayParser.parse("INT. ROOM - DAY\n\n" + body), CueWords.SHIPPED_ONLY));
  }

  /** What is shown where nobody has said otherwise. */
  private static List<Cue> shown(List<Cue> cues) {
    return cues.stream().filter(c -> c.confidence() >= Cue.USUAL).toList();
  }

  /** All there are: by words alone no short sentence is told with much confidence. */
  private static List<Cue> all(String body) {
    return CueFinder.find(
        ScreenplayParser.parse("INT. ROOM - DAY\n\n" + body), CueWords.SHIPPED_ONLY);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "DOUBLE | A1 | She faces herself in the corridor.",
        "DOUBLE | A2 | She reaches across and her reflection takes her hand.",
        "VANISH | B1 | Where there was nothing a door stands.",
        "VANISH | B1 | He walks straight through the wall.",
        "VANISH | B1 | Then somebody is there.",
        "SPEED | B2 | She is across the yard before he can turn.",
        "SPEED | B2 | A whole street in the time it takes to sneeze.",
        "HEIGHT | B3 | He climbs out of sight.",
        "HEIGHT | B4 | She stands on the ledge, nine storeys up.",
        "HEIGHT | B5 | The bed lifts off with the boy in it.",
        "TIME | C3 | Everybody in the square stands still.",
        "TIME | C2 | He is forty years older.",
        "TIME | C1 | The reel runs backwards.",
        "SCALE | D2 | A mouse the size of a horse.",
        "SCALE | D2 | Her eye fills the window.",
        "SCREEN | D1 | The sign reads NO FERRY.",
        "SCREEN | D1 | On the monitor the corridor.",
        "LIGHT | E1 | Light pours out of the drawer.",
        "LIGHT | E1 | The lamps go out one by one.",
        "WEAPON | E2 | He levels the rifle.",
        "WEATHER | G4 | Hail.",
        "ELEMENT | F4 | The pane shatters.",
        "CREATURE | E3 | A hand made of smoke.",
        "CREATURE | E4 | The painted ship swims away.",
        "CREATURE | E3 | The staircase breathes.",
        "WORLD | F1 | The lift opens on a desert.",
        "CAMERA | F2 | We fall through the keyhole."
      })
  void whatCannotSimplyBeShotIsProposed(Cue.Kind kind, String method, String sentence) {
    assertThat(all(sentence))
        .as(sentence)
        .singleElement()
        .satisfies(
            c -> {
              assertThat(c.kind()).isEqualTo(kind);
              assertThat(c.method()).isEqualTo(method);
              assertThat(c.reason()).isNotBlank();
              assertThat(c.words()).isEqualTo(sentence);
            });
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "She talks to herself.",
        "He did it by himself.",
        "They stop for lunch.",
        "She signs her name.",
        "It looks as if the house were on fire.",
        "He runs like a deer.",
        "Nobody answers.",
        "The door opens and Ines comes in.",
        "He has no gun and no knife.",
        "She takes her time over the tea.",
        "We see nothing of it.",
        "The boy kicks a ball."
      })
  void whatIsOnlyPlayedIsNot(String sentence) {
    assertThat(cues(sentence)).as(sentence).isEmpty();
  }

  @Test
  void aNameWithAWordBeforeIsTheSamePerformer() {
    String talk = "OLD MARTA\nSit.\n\nMARTA\nNo.\n\n";
    assertThat(cues(talk + "Old Marta hands Marta the key."))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.DOUBLE && c.method().equals("A4"));
    assertThat(cues(talk + "Old Marta pulls Marta close."))
        .singleElement()
        .matches(c -> c.method().equals("A2"));
    assertThat(cues(talk + "Marta reads.")).isEmpty();
    // Two people who share a title are two people.
    assertThat(
            cues("DOCTOR HALE\nSit.\n\nDOCTOR VOSS\nNo.\n\nDoctor Hale hands Doctor Voss the key."))
        .isEmpty();
  }

  /** Speech, headings, names and transitions are never proposed, whatever is said in them. */
  @Test
  void onlyActionIsRead() {
    assertThat(
            CueFinder.find(
                ScreenplayParser.parse(
                    "EXT. BURNING CASTLE - NIGHT\n\n"
                        + "GHOST\n"
                        + "(vanishing)\n"
                        + "The dragon explodes.\n\n"
                        + "FADE TO BLACK:\n\n"
                        + "> THE VANISHED <\n"),
                CueWords.SHIPPED_ONLY))
        .isEmpty();
  }

  /**
   * A cue waved away is known by its words: it stays the same when the script around it changes,
   * and is another when it does itself.
   */
  @Test
  void theKeyOfACueIsItsWords() {
    String key = all("The flags vanish.").get(0).key();
    assertThat(
            all("Fog. She waits for it.\n\nThe *flags* vanish!").stream()
                .flatMap(c -> c.keys().stream()))
        .contains(key);
    assertThat(all("The six flags vanish.").get(0).key()).isNotEqualTo(key);
  }
}
