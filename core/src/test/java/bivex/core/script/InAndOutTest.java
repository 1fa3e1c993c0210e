package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.script.Screenplay.Element;
import bivex.core.script.Screenplay.Kind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Scripts that come in otherwise than in the open syntax, and go out with their marks. */
class InAndOutTest {
  /** The pages as somebody would have typed them, with the furniture typed pages have. */
  private static String typed(Screenplay play, boolean furniture) {
    StringBuilder out = new StringBuilder();
    for (Screenplay.Page p : play.pages()) {
      if (p.number() > 1) {
        out.append('\f');
      }
      if (furniture) {
        out.append(" ".repeat(66)).append(p.number()).append(".\n\n");
      }
      for (Screenplay.Line l : p.lines()) {
        String words = l.runs().stream().map(Screenplay.Run::text).reduce("", String::concat);
        String number = furniture && !l.number().isEmpty() ? l.number() : "";
        out.append(
                words.isEmpty()
                    ? ""
                    : number.isEmpty()
                        ? " ".repeat(15 + l.indent()) + words
                        : String.format("%-15s%-62s%s", "      " + number, words, number))
            .append('\n');
      }
      if (furniture) {
        out.append('\n').append(" ".repeat(60)).append("(CONTINUED)\n");
      }
    }
    return out.toString();
  }

  private static List<String> told(Screenplay play) {
    return play.elements().stream()
        .filter(e -> e.kind() != Kind.PAGE_BREAK)
        .map(e -> e.kind() + " " + e.text().strip())
        .toList();
  }

  /**
   * Whatever script is typed out page by page is read back element by element; only paragraphs cut
   * by a page may differ.
   */
  @Test
  void typedPagesAreReadBackAsTheyWereTyped() {
    Random random = new Random(3);
    for (int round = 0; round < 8; round++) {
      String source =
          Revisions.invented(random, 9, 9)
              .source()
              .replace("INES\n", "INES\n(low)\n")
              .replace("\nINT. ", "\nCUT TO:\n\nINT. ");
      Screenplay play = ScreenplayParser.parse(source);
      for (boolean furniture : new boolean[] {false, true}) {
        ScriptImport.Taken taken = ScriptImport.text(typed(play, furniture));
        assertThat(taken.format()).isEqualTo("typed pages");
        List<String> was = told(play);
        List<String> is = told(ScreenplayParser.parse(taken.source()));
        long same = is.stream().filter(was::contains).count();
        assertThat(is.size() - same)
            .as(
                "elements read otherwise, of "
                    + was.size()
                    + ", on "
                    + play.pages().size()
                    + " pages")
            .isLessThanOrEqualTo(2L * play.pages().size());
        assertThat(String.join("", words(is))).isEqualTo(String.join("", words(was)));
        assertThat(ScreenplayParser.parse(taken.source()).scenes())
            .extracting(Screenplay.Scene::heading)
            .containsExactlyElementsOf(
                play.scenes().stream().map(Screenplay.Scene::heading).toList());
        if (furniture) {
          assertThat(ScreenplayParser.parse(taken.source()).scenes())
              .extracting(Screenplay.Scene::number)
              .containsExactlyElementsOf(
                  play.scenes().stream().map(Screenplay.Scene::number).toList());
        }
      }
    }
  }

  private static List<String> words(List<String> elements) {
    return elements.stream().map(e -> e.substring(e.indexOf(' ')).replaceAll("\\s", "")).toList();
  }

  @Test
  void whatIsIndentedLikeNothingElseIsReported() {
    ScriptImport.Taken t =
        ScriptImport.text(
            """
                        INT. STATION - NIGHT

                        Ines waits.

                                            INES
                                  You came.

                                            MATE
                                  1983.

                                                                Who knows what this is.

                        INT. PIER - DAY

                        Nothing. Nobody.

                                            INES
                                  No.
            """
                .indent(4));
    assertThat(t.uncertain())
        .singleElement()
        .matches(u -> u.text().startsWith("Who knows") && u.line() == 11);
    assertThat(told(ScreenplayParser.parse(t.source())))
        .contains(
            "ACTION Who knows what this is.",
            "DIALOGUE You came.",
            "CHARACTER INES",
            "DIALOGUE 1983.");
    assertThatThrownBy(() -> ScriptImport.text("            no heading\n            at all\n"))
        .hasMessageStartingWith("script:");
    assertThat(ScriptImport.text("INT. A - DAY\n\nPlain.").format()).isEqualTo("open syntax");
  }

  /** Houses indent differently; what is learned from the pages is enough, whatever the measures. */
  @Test
  void anyHousesIndentsAreLearned() {
    int[][] houses = {{0, 10, 16, 20}, {15, 25, 31, 37}, {12, 24, 28, 36}, {5, 20, 25, 30}};
    for (int[] h : houses) {
      String action = " ".repeat(h[0]);
      String said = " ".repeat(h[1]);
      String aside = " ".repeat(h[2]);
      String name = " ".repeat(h[3]);
      String text = "";
      for (int i = 1; i <= 6; i++) {
        text +=
            action
                + "INT. ROOM "
                + i
                + " - DAY\n\n"
                + action
                + "The window is open and the water comes in over the sill\n"
                + action
                + "without a sound, as it does every night at four.\n\n"
                + name
                + "INES\n"
                + aside
                + "(not looking)\n"
                + said
                + "Tell me when it reaches the\n"
                + said
                + "third step.\n\n"
                + name
                + "MATE (O.S.)\n"
                + said
                + "It has.\n\n";
      }
      Screenplay play = ScreenplayParser.parse(ScriptImport.text(text).source());
      assertThat(play.scenes()).as("action at " + h[0]).hasSize(6);
      assertThat(play.elements().subList(0, 7))
          .extracting(e -> e.kind() + " " + e.text())
          .containsExactly(
              "HEADING INT. ROOM 1 - DAY",
              "ACTION The window is open and the water comes in over the sill without a sound, as"
                  + " it does every night at four.",
              "CHARACTER INES",
              "PARENTHETICAL (not looking)",
              "DIALOGUE Tell me when it reaches the third step.",
              "CHARACTER MATE (O.S.)",
              "DIALOGUE It has.");
    }
  }

  /**
   * What shooting scripts have besides: numbers on both sides, stars at changed lines, a speech
   * over a page.
   */
  @Test
  void theFurnitureOfShootingScriptsIsLeftOut() {
    String head = " ".repeat(15) + "TIDE  second blue  24 Nov" + " ".repeat(20) + "%d.\n\n";
    String page1 =
        head.formatted(1)
            + "      12       INT. STATION - NIGHT                                          12\n\n"
            + " ".repeat(15)
            + "Ines waits by the stove.                                      *\n\n"
            + " ".repeat(37)
            + "INES\n"
            + " ".repeat(25)
            + "It was here a moment ago,\n"
            + " ".repeat(37)
            + "(MORE)\n\n"
            + " ".repeat(60)
            + "(CONTINUED)\n\f";
    String page2 =
        head.formatted(2)
            + "      12       CONTINUED:                                                    12\n\n"
            + " ".repeat(37)
            + "INES (CONT'D)\n"
            + " ".repeat(25)
            + "and now it is not.\n\n"
            + " ".repeat(15)
            + "Nothing. The clock strikes and she counts along with it.\n\n\f";
    String page3 =
        head.formatted(3)
            + "      12A      EXT. PIER - DAY                                               12A\n\n"
            + " ".repeat(15)
            + "A gull. Rain on every plank of it.\n";
    Screenplay play = ScreenplayParser.parse(ScriptImport.text(page1 + page2 + page3).source());
    assertThat(play.scenes()).extracting(Screenplay.Scene::number).containsExactly("12", "12A");
    assertThat(play.elements())
        .extracting(Element::text)
        .containsExactly(
            "INT. STATION - NIGHT",
            "Ines waits by the stove.",
            "INES",
            "It was here a moment ago,",
            "INES (CONT'D)",
            "and now it is not.",
            "Nothing. The clock strikes and she counts along with it.",
            "EXT. PIER - DAY",
            "A gull. Rain on every plank of it.");
  }

  @Test
  void aListOfScenesBecomesAScript() {
    Map<String, String> a =
        new LinkedHashMap<>(
            Map.of(
                "Scene",
                "4A",
                "Setting",
                "int",
                "Location",
                "Signal station",
                "D/N",
                "N",
                "Description",
                "Two of her.\nThe lamp goes out."));
    Map<String, String> b = new LinkedHashMap<>(Map.of("Scene", "5", "Heading", "EXT. PIER - DAY"));
    ScriptImport.Taken t = SceneList.source(List.of(a, b));
    Screenplay p = ScreenplayParser.parse(t.source());
    assertThat(p.scenes())
        .extracting(Screenplay.Scene::heading)
        .containsExactly("INT. SIGNAL STATION - NIGHT", "EXT. PIER - DAY");
    assertThat(p.scenes()).extracting(Screenplay.Scene::number).containsExactly("4A", "5");
    assertThat(p.elements())
        .filteredOn(e -> e.kind() == Kind.ACTION)
        .extracting(Element::text)
        .containsExactly("Two of her.", "The lamp goes out.");
    assertThat(t.uncertain()).singleElement().matches(u -> u.line() == 3);
    assertThatThrownBy(() -> SceneList.source(List.of(Map.of("Scene", "4"))))
        .hasMessageContaining("row 2");
  }

  /**
   * Marks of any kind, nested and overlapping, come back where they were; the script with the notes
   * is printed as the one without.
   */
  @Test
  void marksGoOutAsNotesAndComeBack() {
    Random random = new Random(8);
    for (int round = 0; round < 60; round++) {
      Revisions r = Revisions.invented(random, 4, 6);
      String source = r.source().replace("INES\n", "INES [[of yesterday]]\n");
      List<ScriptNotes.Noted> marks = new ArrayList<>();
      Screenplay play = ScreenplayParser.parse(source);
      List<Screenplay.Run> runs =
          play.elements().stream()
              .filter(e -> e.kind() == Kind.ACTION || e.kind() == Kind.DIALOGUE)
              .flatMap(e -> e.runs().stream())
              .toList();
      for (int i = 0; i < 1 + random.nextInt(8); i++) {
        Screenplay.Run a = runs.get(random.nextInt(runs.size()));
        int start = a.start() + random.nextInt(a.text().length());
        Screenplay.Run b = runs.get(Math.min(runs.size() - 1, runs.indexOf(a) + random.nextInt(2)));
        int end = Math.max(start + 1, b.start() + 1 + random.nextInt(b.text().length()));
        marks.add(new ScriptNotes.Noted("TK-04-0" + random.nextInt(3) + "0", "Title", start, end));
      }
      marks.sort(
          Comparator.comparingInt(ScriptNotes.Noted::start)
              .thenComparing(Comparator.comparingInt(ScriptNotes.Noted::end).reversed())
              .thenComparing(ScriptNotes.Noted::code));
      String out = ScriptNotes.write(source, marks);
      ScriptNotes.Read back = ScriptNotes.read(out);
      assertThat(back.source()).isEqualTo(source);
      assertThat(back.marks()).containsExactlyInAnyOrderElementsOf(marks);
      assertThat(told(ScreenplayParser.parse(out))).isEqualTo(told(play));
    }
  }

  @Test
  void aNoteWithoutItsOtherHalfMarksNothing() {
    ScriptNotes.Read r =
        ScriptNotes.read(
            "INT. A - DAY\n\n"
                + "[[effect shot X-1: cut [off]She.[[end X-2]] [[effect shot X-3]]It.[[end X-3]]"
                + " [[a note]]");
    assertThat(r.marks())
        .singleElement()
        .matches(m -> m.code().equals("X-3") && m.title().isEmpty());
    assertThat(r.source()).endsWith("It. [[a note]]");
  }
}
