package bivex.core.script;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A screenplay read from open plain-text syntax. All offsets are UTF-16 positions in the source
 * text, so that a mark made on the page points at the words themselves.
 *
 * @param title title page entries in order; keys as written
 * @param elements everything printed, in order; notes and boneyard are left out
 * @param scenes scenes in order
 * @param pages pages as laid out
 */
public record Screenplay(
    Map<String, String> title, List<Element> elements, List<Scene> scenes, List<Page> pages) {

  /** What stands in the middle of a title page (common practice, no source). */
  private static final Set<String> MIDDLE =
      Set.of("title", "credit", "author", "authors", "source");

  public enum Kind {
    HEADING,
    ACTION,
    CHARACTER,
    PARENTHETICAL,
    DIALOGUE,
    LYRIC,
    TRANSITION,
    CENTERED,
    PAGE_BREAK
  }

  /**
   * Text that stands together in the source and looks the same.
   *
   * @param start offset of its first character
   */
  public record Run(String text, int start, boolean bold, boolean italic, boolean underline) {}

  /**
   * @param scene index of the scene, −1 before the first
   * @param dual whether a character or what belongs to it stands beside the one before
   */
  public record Element(Kind kind, List<Run> runs, int start, int end, int scene, boolean dual) {
    /** The words without their markup. */
    public String text() {
      StringBuilder b = new StringBuilder();
      runs.forEach(r -> b.append(r.text()));
      return b.toString();
    }

    /** Of a character: the name in small letters, without what stands in brackets after it. */
    public String speaker() {
      return text().replaceAll("\\(.*", "").strip().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * @param number as printed in the script, else counted from 1
   * @param interior INT.
   * @param exterior EXT.; both for INT./EXT.
   * @param place between the setting and the time of day
   * @param time time of day as written; may be empty
   * @param night whether it plays in the dark
   * @param end offset after the last character of the scene
   * @param firstPage page it begins on, from 1
   * @param eighths length in eighths of a page, at least 1
   */
  public record Scene(
      String number,
      String heading,
      boolean interior,
      boolean exterior,
      String place,
      String time,
      boolean night,
      int start,
      int end,
      int firstPage,
      int eighths) {
    /** "1 4/8", "6/8", "2". */
    public String length() {
      int whole = eighths / 8;
      int rest = eighths % 8;
      return rest == 0 ? Integer.toString(whole) : (whole > 0 ? whole + " " : "") + rest + "/8";
    }
  }

  /**
   * One printed line.
   *
   * @param indent characters from the left margin
   * @param number scene number on a heading's line, else empty
   * @param beside what somebody else says at the same time, printed to the right in the same line;
   *     null mostly
   */
  public record Line(Kind kind, int indent, List<Run> runs, int scene, String number, Line beside) {
    Line(Kind kind, int indent, List<Run> runs, int scene, String number) {
      this(kind, indent, runs, scene, number, null);
    }
  }

  /**
   * @param number from 1
   * @param lines at most {@link PageLayout#LINES}
   */
  public record Page(int number, List<Line> lines) {
    /** All lines that have words, in the order they are read in; those beside come after. */
    public List<Line> read() {
      return lines.stream()
          .flatMap(l -> l.beside() == null ? Stream.of(l) : Stream.of(l, l.beside()))
          .filter(l -> !l.runs().isEmpty())
          .sorted(Comparator.comparingInt(l -> l.runs().get(0).start()))
          .toList();
    }
  }

  /**
   * A line of the title page.
   *
   * @param middle whether it stands in the middle; the rest stands at the foot
   */
  public record TitleLine(String key, String text, boolean middle) {}

  /** The title page as it is printed; empty without one. */
  public List<TitleLine> titlePage() {
    return title.entrySet().stream()
        .filter(e -> !e.getValue().isBlank())
        .map(
            e ->
                new TitleLine(
                    e.getKey(), e.getValue(), MIDDLE.contains(e.getKey().toLowerCase(Locale.ROOT))))
        .toList();
  }

  /** The scene that holds an offset, or null before the first heading. */
  public Scene sceneAt(int offset) {
    Scene found = null;
    for (Scene s : scenes) {
      if (s.start() <= offset) {
        found = s;
      }
    }
    return found;
  }

  /** The whole length in eighths of a page. */
  public int eighths() {
    return scenes.stream().mapToInt(Scene::eighths).sum();
  }
}
