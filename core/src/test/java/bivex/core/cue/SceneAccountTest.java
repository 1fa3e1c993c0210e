package bivex.core.cue;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What contradicts the account of a scene, on small scenes that say where it does. */
class SceneAccountTest {
  /** The sentences that contradict what was told before them. */
  private static List<String> told(String action) {
    Screenplay play =
        ScreenplayParser.parse("INT. KITCHEN - DAY\n\n" + action + "\n\nBEA\nYes.\n\nJOSS\nNo.\n");
    List<Sentence> all = Sentence.of(play);
    SceneAccount account = new SceneAccount(play, all);
    return all.stream().filter(s -> !account.of(s).isEmpty()).map(s -> s.text().strip()).toList();
  }

  @Test
  void whatContradictsIsToldAndWhatWasChangedIsNot() throws IOException {
    List<String> missed = new ArrayList<>();
    List<String> wrong = new ArrayList<>();
    int contradicting = 0;
    int plain = 0;
    for (String line : Files.readAllLines(Path.of("src/test/resources/account/scenes.txt"))) {
      if (line.startsWith("#")) {
        continue;
      }
      int star = line.indexOf('*');
      List<String> told = told(line.replace("*", ""));
      if (star < 0) {
        plain++;
        told.forEach(t -> wrong.add(line + " -> " + t));
      } else {
        contradicting++;
        String asked = line.substring(star + 1);
        if (!told.contains(asked)) {
          missed.add(line);
        }
        told.stream().filter(t -> !t.equals(asked)).forEach(t -> wrong.add(line + " -> " + t));
      }
    }
    System.out.printf(
        "%d contradict, %d missed:%n%s%n%d ordinary, told wrongly %d:%n%s%n",
        contradicting,
        missed.size(),
        String.join("\n", missed),
        plain,
        wrong.size(),
        String.join("\n", wrong));
    // Two places one step apart are told too: a script seldom says that somebody shifts.
    assertThat(wrong).hasSizeLessThan(2);
    assertThat(missed).hasSizeLessThan(contradicting / 4);
  }

  /** What was broken in a place is still broken when the script comes back, in another scene. */
  @Test
  void aPlaceIsRememberedAndABracketTellsWhereSomebodyIs() {
    String twoScenes =
        """
        INT. HALL - NIGHT

        The wall cracks from side to side.

        EXT. YARD - NIGHT

        Hens.

        INT. HALL - NIGHT

        The wall is unbroken.

        The sun stands in the window.

        BEA
        (from the roof)
        I can see you.

        Bea is at the gate.

        Joss counts.

        No Bea.

        INT. CELLAR - NIGHT

        The window breaks.

        INT. CELLAR - NIGHT, A WEEK LATER

        The window is whole.
        """;
    List<Cue> cues = CueFinder.find(ScreenplayParser.parse(twoScenes), CueWords.SHIPPED_ONLY);
    for (String words :
        List.of(
            "The wall is unbroken.",
            "The sun stands in the window.",
            "Bea is at the gate.",
            "No Bea.")) {
      assertThat(cues)
          .as(words)
          .anySatisfy(
              c -> {
                assertThat(twoScenes.substring(c.start(), c.end())).contains(words);
                assertThat(c.confidence()).isGreaterThan(Cue.USUAL);
              });
    }
    assertThat(cues)
        .filteredOn(c -> c.words().equals("The window is whole."))
        .as("a week has gone by")
        .allSatisfy(c -> assertThat(c.speaksFor().toString()).doesNotContain("and before"));
    assertThat(cues)
        .filteredOn(c -> c.words().equals("The wall is unbroken."))
        .singleElement()
        .satisfies(
            c -> {
              assertThat(c.speaksFor().get(0))
                  .isEqualTo(
                      "“the wall is unbroken”, and before “The wall cracks from side to side”");
              assertThat(c.kind()).isEqualTo(Cue.Kind.VANISH);
            });
  }

  /** An ordinary script is not doubted: none of these says anything against itself. */
  @Test
  void scriptsWithoutAnyEffectContradictNothing() throws IOException {
    for (String name : List.of("harbour-hotel", "night-shift", "school-play")) {
      Screenplay play =
          ScreenplayParser.parse(
              Files.readString(Path.of("src/test/resources/cues/told/none-" + name + ".fountain")));
      List<Sentence> all = Sentence.of(play);
      SceneAccount account = new SceneAccount(play, all);
      assertThat(all).hasSizeGreaterThan(50).allSatisfy(s -> assertThat(account.of(s)).isEmpty());
    }
  }
}
