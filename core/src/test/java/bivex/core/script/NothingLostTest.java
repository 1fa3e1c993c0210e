package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.script.Screenplay.Element;
import bivex.core.script.Screenplay.Kind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Every word of a script that comes in is on a page, or in the list of what was read with doubt.
 */
class NothingLostTest {
  private static List<String> words(String text) {
    return Arrays.stream(text.split("[^\\p{L}\\p{N}']+")).filter(w -> !w.isEmpty()).toList();
  }

  private static Map<String, Integer> counted(Stream<String> words) {
    return new HashMap<>(
        words.collect(Collectors.toMap(w -> w.toUpperCase(Locale.ROOT), w -> 1, Integer::sum)));
  }

  /** Words of a source that are neither on the pages, nor on the title page, nor told of. */
  private static List<String> lost(String source, ScriptImport.Taken taken) {
    Screenplay play = ScreenplayParser.parse(taken.source());
    Map<String, Integer> there =
        counted(
            Stream.of(
                    play.pages().stream()
                        .flatMap(p -> p.read().stream())
                        .map(
                            l ->
                                l.runs().stream()
                                        .map(Screenplay.Run::text)
                                        .collect(Collectors.joining())
                                    + " "
                                    + l.number()),
                    play.title().values().stream(),
                    play.title().keySet().stream(),
                    taken.uncertain().stream().map(ScriptImport.Uncertain::text))
                .flatMap(s -> s)
                .flatMap(t -> words(t).stream()));
    List<String> lost = new ArrayList<>();
    counted(words(source).stream())
        .forEach(
            (w, n) -> {
              if (there.getOrDefault(w, 0) < n) {
                lost.add(w);
              }
            });
    return lost;
  }

  /** As typed on paper: the margin at 15 characters, speech at 25, names at 37. */
  private static String typed(Screenplay play) {
    return play.pages().stream()
        .map(
            p ->
                p.lines().stream()
                    .map(
                        l -> {
                          String t =
                              l.runs().stream()
                                  .map(Screenplay.Run::text)
                                  .collect(Collectors.joining());
                          return t.isEmpty() ? "" : " ".repeat(15 + l.indent()) + t;
                        })
                    .collect(Collectors.joining("\n")))
        .collect(Collectors.joining("\n\f"));
  }

  private static List<String> scripts() throws IOException {
    List<String> out = new ArrayList<>();
    // Two deep: those that are locked away stay unread.
    try (Stream<Path> files = Files.walk(Path.of("src/test/resources/cues"), 2)) {
      for (Path p : files.filter(Files::isRegularFile).sorted().toList()) {
        out.add(Files.readString(p));
      }
    }
    Random random = new Random(8);
    for (int i = 0; i < 6; i++) {
      out.add(Revisions.invented(random, 6, 8).source());
    }
    return out;
  }

  /** What people's files are like: other headings, a prologue, no capitals, lines moved about. */
  private static String mutated(String typed, Random random) {
    List<String> lines = new ArrayList<>(typed.lines().toList());
    for (int k = 0; k < 1 + random.nextInt(4); k++) {
      int at = random.nextInt(lines.size());
      switch (random.nextInt(7)) {
        case 0 -> {
          for (int i = 0; i < random.nextInt(25); i++) {
            lines.add(0, " ".repeat(15) + "Before anything a bell rings, " + i + " times over.");
          }
        }
        case 1 -> lines.replaceAll(l -> heading(l) && random.nextBoolean() ? small(l) : l);
        case 2 -> lines.add(0, " ".repeat(15) + "A DARK ROOM");
        case 3 ->
            lines.set(at, lines.get(at).replaceFirst("^ {3,}", " ".repeat(random.nextInt(40))));
        case 4 -> lines.add(at, "");
        case 5 -> lines.add(at, " ".repeat(random.nextInt(45)) + "SOMEBODY NEW");
        default -> lines.add(at, lines.get(random.nextInt(lines.size())));
      }
    }
    return String.join("\n", lines);
  }

  private static boolean heading(String l) {
    return l.strip().matches("(INT|EXT)\\. .*");
  }

  private static String small(String l) {
    return l.replace("INT.", "Int.").replace("EXT.", "Ext.").replace(" DAY", " Day");
  }

  @Test
  void everyWordOfFiveHundredMutatedScriptsIsOnAPageOrTold() throws IOException {
    Random random = new Random(500);
    List<String> scripts = scripts();
    int read = 0;
    for (int i = 0; i < 500; i++) {
      String source =
          mutated(typed(ScreenplayParser.parse(scripts.get(i % scripts.size()))), random);
      ScriptImport.Taken taken;
      try {
        taken = ScriptImport.text(source);
      } catch (InvalidInput e) {
        continue;
      }
      read++;
      assertThat(lost(source, taken))
          .as("words of script %d, read as %s", i, taken.format())
          .isEmpty();
    }
    assertThat(read).isGreaterThan(450);
  }

  /**
   * A word processor prints a blank after each paragraph, also between a name and what it says: the
   * same pages read so have the same speech.
   */
  @Test
  void aBlankAfterEveryParagraphPartsNoNameFromItsSpeech() throws IOException {
    int spoken = 0;
    long blanks = 0;
    for (String script : scripts()) {
      String typed = typed(ScreenplayParser.parse(script));
      List<String> close = speech(ScriptImport.text(typed));
      String spaced =
          typed
              .lines()
              .map(
                  l ->
                      l.matches("^ {33,45}[^a-z]*[A-Z][^a-z]*$") || l.strip().startsWith("(")
                          ? l + "\n"
                          : l)
              .collect(Collectors.joining("\n"));
      assertThat(speech(ScriptImport.text(spaced))).isEqualTo(close);
      blanks += spaced.lines().count() - typed.lines().count();
      spoken += close.size();
    }
    assertThat(spoken).isGreaterThan(50);
    // A blank after nearly every name, or nothing was tried.
    assertThat(blanks).isGreaterThan(spoken / 3);
  }

  private static List<String> speech(ScriptImport.Taken taken) {
    return ScreenplayParser.parse(taken.source()).elements().stream()
        .filter(e -> e.kind() == Kind.DIALOGUE || e.kind() == Kind.CHARACTER)
        .map(Element::text)
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "'{\\rtf1 INT. ROOM - DAY}',RTF",
    "'PK\u0003\u0004xx',docx",
    "'<?xml version=\"1.0\"?><script/>',XML",
  })
  void aDocumentOfAnotherKindIsRefusedWithTheWayOut(String bytes, String named) {
    assertThatThrownBy(
            () -> ScriptFile.decode(bytes.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(named)
        .hasMessageContaining("save it as PDF or as plain text");
  }

  @Test
  void everyWordOfTheOpenSyntaxIsOnAPage() throws IOException {
    for (String source : scripts()) {
      String printed = source.replaceAll("(?s)/\\*.*?\\*/", "").replaceAll("(?s)\\[\\[.*?]]", "");
      printed = printed.replaceAll("(?m)^[#=].*$", "");
      assertThat(lost(printed, ScriptImport.text(source))).isEmpty();
    }
  }

  /** Beginnings that were once swallowed whole. */
  @ParameterizedTest
  @CsvSource({
    "'FADE IN:||INT. A - DAY||He sits.'",
    "'OVER BLACK:|A bell. Then another.|The lamp dies.||INT. A - DAY||He sits.'",
    "'LATER THAT NIGHT:|Rain.||EXT. PIER - NIGHT||Waves.'"
  })
  void aBeginningWithAColonIsNoTitlePage(String text) {
    String source = text.replace('|', '\n');
    ScriptImport.Taken taken = ScriptImport.text(source);
    assertThat(lost(source, taken)).isEmpty();
    assertThat(ScreenplayParser.parse(taken.source()).title()).isEmpty();
  }

  @Test
  void whatStandsBeforeTheFirstHeadingStaysOnThePages() {
    String margin = " ".repeat(15);
    StringBuilder s = new StringBuilder();
    for (int i = 0; i < 20; i++) {
      s.append(margin).append("Line ").append(i).append(" of a prologue nobody may lose.\n\n");
    }
    s.append(margin).append("INT. A - DAY\n\n").append(margin).append("He sits.\n\n");
    s.append(" ".repeat(37)).append("BOB\n").append(" ".repeat(25)).append("Hi.\n");
    ScriptImport.Taken taken = ScriptImport.text(s.toString());
    assertThat(taken.uncertain()).isNotEmpty();
    Screenplay play = ScreenplayParser.parse(taken.source());
    assertThat(play.elements())
        .filteredOn(e -> e.kind() == Kind.ACTION && e.text().contains("prologue"))
        .hasSize(20);
    String mixed =
        (margin + "Int. Hut - Day\n\n" + margin + "He sits.\n\n" + s).replace("Line", "Row");
    assertThat(ScreenplayParser.parse(ScriptImport.text(mixed).source()).scenes())
        .extracting(Screenplay.Scene::heading)
        .first()
        .asString()
        .startsWith("Int. Hut");
  }

  /** Examples and counter-examples of the published syntax page; from memory. */
  @ParameterizedTest
  @CsvSource({
    "'He dialed *69 and then *23, and hung up.', 'He dialed *69 and then *23, and hung up.', ''",
    "'He dialed *69 and then 23*, and hung up.', 'He dialed 69 and then 23, and hung up.',"
        + " '69 and then 23'",
    "'From what seems like only INCHES AWAY.  _Steel''s face FILLS the *Leupold Mark 4* scope_.',"
        + " 'From what seems like only INCHES AWAY.  Steel''s face FILLS the Leupold Mark 4"
        + " scope.', 'Leupold Mark 4'",
    "'Use plate TK_04_010_v2 here.', 'Use plate TK_04_010_v2 here.', ''",
    "'a snake_case_word and _one more_ here', 'a snake_case_word and one more here', ''",
    "'2 * 3 * 4', '2 * 3 * 4', ''"
  })
  void emphasisIsReadAsTheSyntaxSays(String line, String text, String italic) {
    Element e = ScreenplayParser.parse("INT. R - DAY\n\n" + line).elements().get(1);
    assertThat(e.text()).isEqualTo(text);
    assertThat(
            e.runs().stream()
                .filter(Screenplay.Run::italic)
                .map(Screenplay.Run::text)
                .collect(Collectors.joining()))
        .isEqualTo(italic == null ? "" : italic);
  }

  @Test
  void aNoteBelowANamePartsNoSpeechAndWhatIsDoubtfulIsTold() {
    Screenplay s = ScreenplayParser.parse("INT. A - DAY\n\nBOB\n[[a note]]\nHello.\n");
    assertThat(s.elements())
        .extracting(Element::kind)
        .containsExactly(Kind.HEADING, Kind.CHARACTER, Kind.DIALOGUE);
    assertThat(ScreenplayParser.parse("**INT. BOLD - DAY**\n\nHe sits.\n").scenes()).hasSize(1);
    assertThat(ScreenplayParser.parse("\n\nTitle: Tide\n\nINT. A - DAY\n\nHe sits.\n").title())
        .containsEntry("Title", "Tide");
    ScriptImport.Taken doubtful =
        ScriptImport.text("INT. A - DAY\n\nAction\nINT. B - DAY\n\nHe /* waits.\n");
    assertThat(doubtful.uncertain()).extracting(ScriptImport.Uncertain::line).containsExactly(4, 6);
  }
}
