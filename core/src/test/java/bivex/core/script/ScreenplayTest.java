package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.script.Screenplay.Element;
import bivex.core.script.Screenplay.Kind;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Expectations follow the published syntax page of Fountain 1.1, recalled from memory. */
class ScreenplayTest {
  private static List<Kind> kinds(String body) {
    return ScreenplayParser.parse("INT. ROOM - DAY\n\n" + body).elements().stream()
        .skip(1)
        .map(Element::kind)
        .toList();
  }

  private static List<String> texts(String body) {
    return ScreenplayParser.parse("INT. ROOM - DAY\n\n" + body).elements().stream()
        .skip(1)
        .map(Element::text)
        .toList();
  }

  @Test
  void headingsCarryNumberPlaceAndTime() {
    Screenplay s =
        ScreenplayParser.parse(
            "INT. SIGNAL STATION - NIGHT #4A#\n\n"
                + "A.\n\n"
                + ".THE FOG\n\n"
                + "B.\n\n"
                + "INT./EXT. BOAT - DAWN\n\n"
                + "C.\n\n"
                + "external text.\n\n"
                + "EST. HARBOUR - DUSK #9#\n\n"
                + "D.");
    assertThat(s.scenes())
        .extracting(Screenplay.Scene::number)
        .containsExactly("4A", "2", "3", "9");
    assertThat(s.scenes())
        .extracting(Screenplay.Scene::place)
        .containsExactly("SIGNAL STATION", "THE FOG", "BOAT", "HARBOUR");
    assertThat(s.scenes())
        .extracting(Screenplay.Scene::night)
        .containsExactly(true, false, false, true);
    assertThat(s.scenes().get(2)).matches(x -> x.interior() && x.exterior());
  }

  @Test
  void speechAndItsParts() {
    assertThat(kinds("INES (O.S.)\n(late)\nYou're late.\n~la la\n\nShe turns."))
        .containsExactly(
            Kind.CHARACTER, Kind.PARENTHETICAL, Kind.DIALOGUE, Kind.LYRIC, Kind.ACTION);
    assertThat(kinds("@McAllen\nHello.")).containsExactly(Kind.CHARACTER, Kind.DIALOGUE);
    assertThat(kinds("INES\n\nAlone is action.")).containsExactly(Kind.ACTION, Kind.ACTION);
    assertThat(kinds("!INES\nNot a name.")).containsExactly(Kind.ACTION, Kind.ACTION);
    assertThat(ScreenplayParser.parse("INT. R - DAY\n\nINES\nOne.\n\nMATE ^\nTwo.").elements())
        .filteredOn(Element::dual)
        .extracting(Element::text)
        .containsExactly("MATE", "Two.");
    assertThat(kinds("INES\nFirst.\n  \nStill she."))
        .containsExactly(Kind.CHARACTER, Kind.DIALOGUE, Kind.DIALOGUE);
  }

  @Test
  void transitionsCentredAndBreaks() {
    assertThat(kinds("CUT TO:\n\n> Burn to pink.\n\n> THE END <\n\n===\n\nShe."))
        .containsExactly(
            Kind.TRANSITION, Kind.TRANSITION, Kind.CENTERED, Kind.PAGE_BREAK, Kind.ACTION);
    assertThat(texts("> THE END <")).containsExactly("THE END");
    assertThat(ScreenplayParser.parse("INT. R - DAY\n\nA.\n\n===\n\nB.").pages()).hasSize(2);
  }

  @Test
  void notesBoneyardSectionsAndSynopsesAreNotPrinted() {
    assertThat(
            texts(
                "# Act\n\n"
                    + "= It begins.\n\n"
                    + "She [[check with props]]waits.\n\n"
                    + "/* cut\n\n"
                    + "INT. GONE - DAY\n\n"
                    + "all of it */\n\n"
                    + "She goes."))
        .containsExactly("She waits.", "She goes.");
    assertThat(texts("An open [[ bracket stays.\n\nNext ]] one."))
        .containsExactly("An open [[ bracket stays.", "Next ]] one.");
  }

  @Test
  void emphasisIsTakenOutOfTheWords() {
    Element e =
        ScreenplayParser.parse(
                "INT. R - DAY\n\nA *quiet* **loud** _under_ ***both*** 2 * 3 \\*star\\* end")
            .elements()
            .get(1);
    assertThat(e.text()).isEqualTo("A quiet loud under both 2 * 3 *star* end");
    assertThat(e.runs())
        .filteredOn(r -> r.text().equals("both"))
        .singleElement()
        .matches(r -> r.bold() && r.italic());
    assertThat(e.runs())
        .filteredOn(r -> r.text().equals("under"))
        .singleElement()
        .matches(Screenplay.Run::underline);
  }

  @Test
  void theTitlePageIsKept() {
    Screenplay s =
        ScreenplayParser.parse(
            "Title: The Tidekeeper\n"
                + "Author:\n"
                + "    A. Writer\n"
                + "    B. Writer\n\n"
                + "INT. ROOM - DAY\n\n"
                + "A.");
    assertThat(s.title())
        .containsEntry("Title", "The Tidekeeper")
        .containsEntry("Author", "A. Writer\nB. Writer");
    assertThat(s.scenes()).hasSize(1);
  }

  /**
   * Every printed character stands where its run says it stands in the source; that is what marks
   * rest on.
   */
  @Test
  void offsetsPointAtTheWordsWhateverTheScript() {
    Random random = new Random(6);
    String[] bits = {
      "INT. A - DAY",
      "INES",
      "(low)",
      "You *are* late.",
      "**x** and _y_",
      "[[note]]",
      "/* gone */",
      "> IN <",
      "CUT TO:",
      "~song",
      "",
      "",
      "word ".repeat(40),
      "@Mc",
      "===",
      "\\*lit\\*",
      "He is [[no]] here"
    };
    for (int i = 0; i < 400; i++) {
      StringBuilder b = new StringBuilder("EXT. START - NIGHT\n\n");
      random.ints(30, 0, bits.length).forEach(k -> b.append(bits[k]).append('\n'));
      String source = b.toString();
      Screenplay s = ScreenplayParser.parse(source);
      s.pages().stream()
          .flatMap(p -> p.read().stream())
          .flatMap(l -> l.runs().stream())
          .forEach(
              r ->
                  assertThat(source.substring(r.start(), r.start() + r.text().length()))
                      .isEqualTo(r.text()));
      assertThat(s.pages()).allMatch(p -> p.lines().size() <= PageLayout.LINES);
      String printed =
          s.elements().stream().map(Element::text).reduce("", String::concat).replace(" ", "");
      String laid =
          s.pages().stream()
              .flatMap(p -> p.lines().stream())
              .flatMap(l -> l.runs().stream())
              .map(Screenplay.Run::text)
              .reduce("", String::concat)
              .replace(" ", "");
      assertThat(laid).isEqualTo(printed);
    }
  }

  /** Common practice, no source: a page is counted in eighths, and nothing is shorter than one. */
  @Test
  void scenesAreCountedInEighths() {
    assertThat(PageLayout.eighths(1)).isEqualTo(1);
    assertThat(PageLayout.eighths(PageLayout.LINES)).isEqualTo(8);
    Screenplay s =
        ScreenplayParser.parse(
            "INT. A - DAY\n\n" + "A line of action.\n\n".repeat(27) + "INT. B - DAY\n\nShort.");
    assertThat(s.scenes()).extracting(Screenplay.Scene::length).containsExactly("1", "1/8");
    assertThat(s.scenes().get(1).firstPage()).isEqualTo(2);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "   \n ", "no heading here", "INT. A\u0000B - DAY"})
  void whatIsNoScriptIsRefusedAsSuch(String text) {
    assertThatThrownBy(() -> ScreenplayParser.parse(text))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("script:");
  }

  @Test
  void binaryAndOversizedFilesAreRefused() {
    assertThatThrownBy(
            () -> ScriptFile.decode(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0, (byte) 0xff}))
        .hasMessageContaining("not a plain text file");
    assertThatThrownBy(() -> ScriptFile.decode(new byte[50 << 20]))
        .hasMessageContaining("larger than 4 MB");
    assertThat(ScriptFile.decode("\uFEFFINT. A\r\nB\rC".getBytes(StandardCharsets.UTF_8)))
        .isEqualTo("INT. A\nB\nC");
  }

  @Test
  void aMarkIsOnWords() {
    assertThat(Anchor.on("She leans. ", 0, 11).excerpt()).isEqualTo("She leans.");
    assertThatThrownBy(() -> Anchor.on("She leans.", 3, 4)).hasMessageStartingWith("mark:");
    assertThatThrownBy(() -> Anchor.on("She leans.", 3, 99)).hasMessageStartingWith("mark:");
  }

  /** Words of five languages: common practice, no source. */
  @Test
  void headingsOfFiveLanguagesAreRead() {
    for (String[] h :
        new String[][] {
          {"INNEN. KÜCHE - NACHT", "in", "KÜCHE", "NACHT", "dark"},
          {"AUSSEN - Hof – TAG", "", "", "", ""},
          {"AUSSEN. Hof - TAG", "out", "Hof", "TAG", ""},
          {"INNEN/AUSSEN - AUTO - ABEND", "in out", "AUTO", "ABEND", "dark"},
          {"INT. CUISINE – NUIT", "in", "CUISINE", "NUIT", "dark"},
          {"EXTÉRIEUR RUE - JOUR", "out", "RUE", "JOUR", ""},
          {"EXT. PLAYA - ANOCHECER", "out", "PLAYA", "ANOCHECER", "dark"},
          {"INTERIOR: CASA - DÍA", "in", "CASA", "DÍA", ""},
          {"EST. CORTILE - SERA", "out", "CORTILE", "SERA", "dark"},
          {"INT./EST. BARCA - ALBA", "in out", "BARCA", "ALBA", ""},
          {"Interior light falls on the floor.", "", "", "", ""},
        }) {
      Screenplay s = ScreenplayParser.parse("INT. FIRST - DAY\n\n" + h[0] + "\n\nX.\n");
      assertThat(s.scenes()).as(h[0]).hasSize(h[1].isEmpty() ? 1 : 2);
      if (!h[1].isEmpty()) {
        Screenplay.Scene x = s.scenes().get(1);
        assertThat((x.interior() ? "in" : "") + (x.exterior() ? " out" : ""))
            .as(h[0])
            .isEqualTo(h[1].equals("out") ? " out" : h[1]);
        assertThat(x.place()).as(h[0]).isEqualTo(h[2]);
        assertThat(x.time()).as(h[0]).isEqualTo(h[3]);
        assertThat(x.night()).as(h[0]).isEqualTo(h[4].equals("dark"));
      }
    }
  }

  /** Swedish and Welsh words, which do not ship: common practice, no source. */
  @Test
  void aProductionsOwnHeadingWordsAreRead() {
    OwnHeadings own =
        new OwnHeadings(List.of("inomhus", "TU MEWN"), List.of("Utomhus."), List.of("NATT"));
    String text =
        """
        INOMHUS. KÖK - DAG

        Ada väntar.

        UTOMHUS KAJ - NATT

        Inomhus är det varmt.

        TU MEWN/UTOMHUS. BIL - KVÄLL

        X.
        """;
    Screenplay s = ScreenplayParser.parse(text, own);
    assertThat(s.scenes())
        .extracting(x -> x.place() + " " + x.interior() + " " + x.exterior() + " " + x.night())
        .containsExactly("KÖK true false false", "KAJ false true true", "BIL true true false");
    assertThatThrownBy(() -> ScreenplayParser.parse(text)).hasMessageContaining("word of your own");
    // Typed with indents too.
    String speech = " ".repeat(25) + "ADA\n" + " ".repeat(12) + "Var är han?\n\n";
    ScriptImport.Taken typed = ScriptImport.text(text + "\n" + speech.repeat(9), own);
    assertThat(typed.format()).isEqualTo("typed pages");
    assertThat(ScreenplayParser.parse(typed.source(), own).scenes()).hasSize(3);
    for (List<String> wrong :
        List.of(List.of("A(B"), List.of("X".repeat(31)), List.of("DAG", "dag"), many())) {
      assertThatThrownBy(() -> new OwnHeadings(List.of(), wrong, List.of()))
          .hasMessageStartingWith("outside:");
    }
  }

  private static List<String> many() {
    return IntStream.range(0, 21).mapToObj(i -> "W" + (char) ('A' + i)).toList();
  }
}
