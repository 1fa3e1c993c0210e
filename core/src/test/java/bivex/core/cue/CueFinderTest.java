package bivex.core.cue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.script.ScreenplayParser;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Where cues stand, what they are called, and the words of a production's own. */
class CueFinderTest {
  private static List<Cue> cues(String action, CueWords words) {
    return CueFinder.find(ScreenplayParser.parse("INT. ROOM - DAY\n\n" + action), words).stream()
        .filter(c -> c.confidence() >= Cue.USUAL)
        .toList();
  }

  @Test
  void whatIsOnlySaidOrDeniedOrLikenedIsNoCue() {
    assertThat(
            cues(
                "INES\n"
                    + "The house vanished in the fire.\n\n"
                    + "She moves like a ghost. There is no gun. \"Fire,\" he mouths.",
                CueWords.SHIPPED_ONLY))
        .isEmpty();
    assertThat(cues("The ghost has a gun.", CueWords.SHIPPED_ONLY)).hasSize(1);
  }

  /**
   * The words of a cue are those of the source at its place, whatever markup is between; the same
   * words twice are two cues.
   */
  @Test
  void aCueStandsWhereItsWordsStand() {
    String source =
        "INT. ROOM - DAY\n\n"
            + "She waits. The *flags* [[three]] **vanish** at once. She waits.\n\n"
            + "The flags vanish.\n\n"
            + "She waits.\n\n"
            + "The flags vanish.";
    List<Cue> cues = CueFinder.find(ScreenplayParser.parse(source), CueWords.SHIPPED_ONLY);
    assertThat(cues)
        .hasSize(3)
        .allMatch(c -> c.kind() == Cue.Kind.VANISH && c.method().equals("B1"));
    assertThat(source.substring(cues.get(0).start(), cues.get(0).end()))
        .as("with what stands beside it, or alone")
        .contains("The *flags* [[three]] **vanish** at once.");
    assertThat(cues).extracting(Cue::key).doesNotHaveDuplicates();
    assertThat(source.substring(cues.get(2).start(), cues.get(2).end()))
        .isEqualTo("The flags vanish.");
  }

  @Test
  void aProductionAddsAndStrikesWords() {
    CueWords own =
        new CueWords(
            List.of(
                new CueWords.Entry("Tide  gauge", Cue.Kind.SCREEN, "D1"),
                new CueWords.Entry("zeppel*", Cue.Kind.WORLD, null)),
            List.of("vanish"));
    assertThat(cues("The tide turns the gauge.", own))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.SCREEN && c.reason().contains("tide turns the gauge"));
    assertThat(cues("Zeppelins.", own)).singleElement().matches(c -> c.method().equals("F1"));
    assertThat(cues("The flags vanish.", own)).isEmpty();
    assertThatThrownBy(() -> new CueWords.Entry("a b c d e f g", Cue.Kind.TIME, null))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("words:");
    assertThatThrownBy(() -> new CueWords.Entry("slow", Cue.Kind.TIME, "Z9"))
        .hasMessageContaining("Z9");
    CueWords gone = new CueWords(List.of(), List.of("shipped no more"));
    assertThatThrownBy(() -> gone.asked(CueWords.SHIPPED_ONLY)).hasMessageStartingWith("struck:");
    assertThat(gone.asked(gone)).isEqualTo(gone);
    assertThat(cues("The flags vanish.", gone))
        .as("a word struck from an older list does no harm")
        .hasSameSizeAs(cues("The flags vanish.", CueWords.SHIPPED_ONLY));
    assertThat(CueWords.shipped()).extracting(CueWords.Entry::words).doesNotHaveDuplicates();
  }

  /** Names that are there twice, and what only sounds so. */
  @Test
  void aNameTwiceIsADoubleAndWhatIsTheirsIsNot() {
    String talk = "NORA\nSit.\n\nNORA IN WHITE\nNo.\n\nTOM\nWell.\n\n";
    assertThat(cues(talk + "Nine Noras come in.", CueWords.SHIPPED_ONLY))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.DOUBLE && c.reason().contains("nora"));
    assertThat(cues(talk + "Nora sits with Nora.", CueWords.SHIPPED_ONLY))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.DOUBLE);
    assertThat(
            CueFinder.find(
                ScreenplayParser.parse(
                    "INT. ROOM - DAY\n\n"
                        + talk
                        + "She knows more than Tom.\n\nTOM\nOh.\n\nNora waits at Nora's house."),
                CueWords.SHIPPED_ONLY))
        .noneMatch(c -> c.reason().contains("is there twice"));
    // Who speaks says it where no line of action does.
    assertThat(
            CueFinder.find(
                ScreenplayParser.parse("INT. ROOM - DAY\n\nTwo chairs.\n\n" + talk),
                CueWords.SHIPPED_ONLY))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.DOUBLE && c.reason().contains("speaks beside"));
  }

  /**
   * What is marked or waved away is not proposed, and takes with it what only stood beside it; what
   * names something itself stays.
   */
  @Test
  void whatIsClosedIsNotProposedAndTakesNoOtherMomentWithIt() {
    String source =
        "EXT. PIER - DAY\n\nThe flags vanish from the line.\n\nThe lamps go out.\n\nShe turns.";
    FoundCues found = CueFinder.read(ScreenplayParser.parse(source), CueWords.SHIPPED_ONLY, null);
    Cue both = found.cues().get(0);
    assertThat(both.keys()).contains("the flags vanish from the line", "the lamps go out");
    int at = source.indexOf("The flags");
    FoundCues.Closed marked = new FoundCues.Closed(List.of(new int[] {at, at + 31}), Set.of());
    FoundCues.Closed waved =
        new FoundCues.Closed(List.of(), Set.of("the flags vanish from the line"));
    for (FoundCues.Closed closed : List.of(marked, waved)) {
      assertThat(found.cues(CueLearning.NONE, closed))
          .extracting(Cue::words)
          .containsExactly("The lamps go out.");
    }
    assertThat(
            found.cues(CueLearning.NONE, new FoundCues.Closed(List.of(), Set.copyOf(both.keys()))))
        .isEmpty();
  }

  /** Answers move what they were about, in the right direction, and not for ever. */
  @Test
  void answersMoveTheirSignsAndWhatIsLeftOpenIsNoChange() {
    List<String> gull = List.of(FoundCues.AT_ALL, "“gull”");
    CueLearning.Answer away = new CueLearning.Answer(gull, false, "F1", null);
    CueLearning one = new CueLearning(List.of(away), List.of());
    CueLearning many = new CueLearning(Collections.nCopies(200, away), List.of());
    assertThat(one.shift(gull)).isNegative();
    assertThat(many.shift(gull)).isLessThan(one.shift(gull)).isGreaterThanOrEqualTo(-3);
    assertThat(one.shift(List.of("“flag”"))).isZero();
    CueLearning.Answer taken = new CueLearning.Answer(gull, true, "F1", "G1");
    assertThat(new CueLearning(List.of(taken), List.of()).method(gull)).isNull();
    assertThat(new CueLearning(List.of(taken, taken), List.of()).method(gull)).isEqualTo("G1");
    assertThat(new CueLearning(List.of(taken, taken), List.of()).method(List.of(FoundCues.AT_ALL)))
        .isNull();
    // What others in the house said counts less, and not of how much there is in this script.
    CueLearning house = new CueLearning(List.of(), List.of(away));
    assertThat(house.shift(List.of("“gull”")))
        .isNegative()
        .isGreaterThan(one.shift(List.of("“gull”")));
    assertThat(house.shift(List.of(FoundCues.AT_ALL))).isZero();
    assertThat(house.lessons())
        .singleElement()
        .satisfies(l -> assertThat(List.of(l.away(), l.elsewhereAway())).containsExactly(0, 1));
    // Nor are words told that only another production looks for.
    CueLearning.Answer theirs =
        new CueLearning.Answer(
            List.of("“the old lantern”", "“ghost”", "in the air"), true, "F1", "G1");
    assertThat(CueLearning.shared(List.of(theirs), CueWords.SHIPPED_ONLY))
        .singleElement()
        .isEqualTo(new CueLearning.Answer(List.of("“ghost”", "in the air"), true, null, null));
    CueTally tally =
        CueTally.of(
            List.of(
                away,
                taken,
                new CueLearning.Answer(gull, true, "F1", null),
                new CueLearning.Answer(gull, true, "F1", "F1")),
            List.of(),
            List.of(),
            Cue.USUAL);
    assertThat(tally).isEqualTo(new CueTally(3, 1, 1, 0, 0));
  }

  /** What is kept of a meaning points where it pointed. */
  @Test
  void meaningsKeepTheirDirection() {
    Random random = new Random(3);
    List<float[]> rows = new ArrayList<>();
    for (int i = 0; i < 50; i++) {
      float[] row = new float[384];
      double sum = 0;
      for (int k = 0; k < row.length; k++) {
        row[k] = (float) random.nextGaussian();
        sum += row[k] * row[k];
      }
      for (int k = 0; k < row.length; k++) {
        row[k] /= (float) Math.sqrt(sum);
      }
      rows.add(row);
    }
    List<float[]> back = Meanings.unpack(Meanings.pack(rows), 384);
    assertThat(back).hasSameSizeAs(rows);
    for (int i = 0; i < rows.size(); i++) {
      double dot = 0;
      for (int k = 0; k < 384; k++) {
        dot += rows.get(i)[k] * back.get(i)[k];
      }
      assertThat(dot).isGreaterThan(0.999);
    }
  }
}
