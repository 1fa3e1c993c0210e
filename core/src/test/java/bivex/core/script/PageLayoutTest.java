package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.Screenplay.Kind;
import bivex.core.script.Screenplay.Line;
import bivex.core.script.Screenplay.Page;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/**
 * A page must look as a screenplay is typed: ten characters to the inch, measures of common
 * practice (no source).
 */
class PageLayoutTest {
  private static String typed(Page page) {
    return page.lines().stream().map(PageLayoutTest::typed).collect(Collectors.joining("\n"));
  }

  private static String typed(Line l) {
    String words = l.runs().stream().map(Screenplay.Run::text).collect(Collectors.joining());
    return (words.isEmpty() ? "" : " ".repeat(l.indent()) + words).stripTrailing();
  }

  @Test
  void aPageIsSetAsItWouldBeTyped() {
    Screenplay s =
        ScreenplayParser.parse(
            """
            INT. SIGNAL STATION - NIGHT #4#

            Lamplight. Fog pressed to every window. Ines spreads the chart across the whole of the table.

            YESTERDAY'S INES
            (not looking up)
            You wrote to me, and I came as quickly as a day can.

            CUT TO:

            EXT. PIER - DAY #5#

            > FOG <

            Nothing.
            """);
    assertThat(typed(s.pages().get(0)).lines())
        .containsExactly(
            "INT. SIGNAL STATION - NIGHT",
            "",
            "Lamplight. Fog pressed to every window. Ines spreads the",
            "chart across the whole of the table.",
            "",
            " ".repeat(22) + "YESTERDAY'S INES",
            " ".repeat(16) + "(not looking up)",
            " ".repeat(11) + "You wrote to me, and I came as",
            " ".repeat(11) + "quickly as a day can.",
            "",
            " ".repeat(53) + "CUT TO:",
            "",
            "",
            "EXT. PIER - DAY",
            "",
            " ".repeat(28) + "FOG",
            "",
            "Nothing.");
  }

  private static String anyScript(Random random) {
    StringBuilder b = new StringBuilder("EXT. START - DAY\n\n");
    for (int i = 0; i < 60; i++) {
      switch (random.nextInt(4)) {
        case 0 -> b.append("INT. ROOM ").append(i).append(" - NIGHT\n\n");
        case 1 ->
            b.append("INES\n")
                .append("word ".repeat(1 + random.nextInt(60)).strip())
                .append("\n\n");
        case 2 -> b.append("MATE\n(low)\n").append("Yes.\n\n");
        default -> b.append("long ".repeat(1 + random.nextInt(120)).strip()).append(".\n\n");
      }
    }
    return b.toString();
  }

  @Test
  void headingsAndNamesAreNeverAloneAtTheFoot() {
    Random random = new Random(31);
    for (int i = 0; i < 200; i++) {
      List<Page> pages = ScreenplayParser.parse(anyScript(random)).pages();
      for (Page p : pages.subList(0, pages.size() - 1)) {
        Kind last = p.lines().get(p.lines().size() - 1).kind();
        assertThat(last).as("page %d", p.number()).isNotIn(Kind.HEADING, Kind.CHARACTER);
      }
    }
  }

  @Test
  void whatTwoSayAtOnceStandsSideBySide() {
    String source =
        "INT. ROOM - DAY\n\nINES\nOne two three.\n\nMAREK ^\n(low)\n"
            + "Four five six seven eight nine ten eleven.\n\nThey stop.\n";
    Page page = ScreenplayParser.parse(source).pages().get(0);
    assertThat(page.lines().subList(2, 7))
        .extracting(PageLayoutTest::typed)
        .containsExactly("        INES", "One two three.", "", "", "");
    assertThat(page.lines().subList(2, 6))
        .extracting(l -> typed(l.beside()).stripTrailing())
        .containsExactly(
            " ".repeat(40) + "MAREK",
            " ".repeat(35) + "(low)",
            " ".repeat(32) + "Four five six seven eight",
            " ".repeat(32) + "nine ten eleven.");
    assertThat(page.read())
        .as("the first is read to his end before the other begins")
        .extracting(l -> typed(l).strip())
        .containsExactly(
            "INT. ROOM - DAY",
            "INES",
            "One two three.",
            "MAREK",
            "(low)",
            "Four five six seven eight",
            "nine ten eleven.",
            "They stop.");
  }

  @Test
  void noLineIsWiderThanItsMeasure() {
    Random random = new Random(32);
    for (int i = 0; i < 200; i++) {
      for (Page p : ScreenplayParser.parse(anyScript(random)).pages()) {
        assertThat(p.lines()).hasSizeLessThanOrEqualTo(PageLayout.LINES);
        for (Line l : p.read()) {
          int width = typed(l).length() - l.indent();
          assertThat(width)
              .isLessThanOrEqualTo(
                  l.kind() == Kind.DIALOGUE ? 35 : l.kind() == Kind.PARENTHETICAL ? 26 : 60);
        }
      }
    }
  }

  @Test
  void scenesCoverTheScriptWithoutGapOrOverlap() {
    Random random = new Random(33);
    for (int i = 0; i < 200; i++) {
      String source = anyScript(random);
      Screenplay s = ScreenplayParser.parse(source);
      for (int k = 0; k + 1 < s.scenes().size(); k++) {
        assertThat(s.scenes().get(k).end()).isEqualTo(s.scenes().get(k + 1).start());
        assertThat(s.scenes().get(k).firstPage())
            .isLessThanOrEqualTo(s.scenes().get(k + 1).firstPage());
      }
      assertThat(s.scenes().get(s.scenes().size() - 1).end()).isEqualTo(source.length());
      int at = random.nextInt(source.length());
      Screenplay.Scene found = s.sceneAt(at);
      assertThat(found.start() <= at && at < found.end()).isTrue();
      // Eighths are rounded scene by scene, so the sum may be off by half an eighth a scene and the
      // least of one.
      assertThat(s.eighths())
          .isBetween(
              (s.pages().size() - 1) * 8 - s.scenes().size(),
              s.pages().size() * 8 + s.scenes().size());
    }
  }

  @Test
  void lengthsAreWrittenAsTheTradeWritesThem() {
    assertThat(scene(1).length()).isEqualTo("1/8");
    assertThat(scene(8).length()).isEqualTo("1");
    assertThat(scene(12).length()).isEqualTo("1 4/8");
    assertThat(scene(16).length()).isEqualTo("2");
  }

  private static Screenplay.Scene scene(int eighths) {
    return new Screenplay.Scene("1", "INT. A", true, false, "A", "", false, 0, 1, 1, eighths);
  }

  @Test
  void aForcedPageBreakAlwaysTurnsThePageAndNeverLeavesAnEmptyOne() {
    Screenplay s = ScreenplayParser.parse("INT. A - DAY\n\nOne.\n\n===\n\n===\n\nTwo.\n\n===\n");
    assertThat(s.pages()).hasSize(2);
    assertThat(s.pages()).allMatch(p -> !p.lines().isEmpty());
  }
}
