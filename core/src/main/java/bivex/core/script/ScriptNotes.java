package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Marks as notes of the open syntax, so that a script carries its breakdown wherever it goes:
 * {@code [[effect shot TK-04-010: title]]} before the words and {@code [[end TK-04-010]]} after
 * them; further marks of the same shot are counted, {@code TK-04-010/2}. Whoever prints the script
 * never sees them.
 */
public final class ScriptNotes {
  private static final Pattern NOTE =
      Pattern.compile(
          "\\[\\[(?:effect shot ([A-Za-z0-9._-]{1,40})(/\\d{1,4})?(?:: ([^\\n"
              + "]*?))?|end ([A-Za-z0-9._-]{1,40})(/\\d{1,4})?)]]");

  private ScriptNotes() {}

  /**
   * A mark of a shot.
   *
   * @param start offset in the source
   * @param end offset after the last character
   */
  public record Noted(String code, String title, int start, int end) {}

  /**
   * @param source the script without the notes
   * @param marks in the order of their beginnings
   */
  public record Read(String source, List<Noted> marks) {}

  /** The script with its marks as notes. */
  public static String write(String source, List<Noted> marks) {
    record Note(int at, boolean end, int other, String text) {}
    List<Note> notes = new ArrayList<>();
    Map<String, Integer> count = new HashMap<>();
    for (Noted m : marks) {
      InvalidInput.within("mark", m.start(), 0L, source.length());
      InvalidInput.within("mark", m.end(), m.start() + 1L, source.length());
      String title =
          m.title().replaceAll("\\s+", " ").replace("]]", "] ]").replaceAll("]$", "").strip();
      int nth = count.merge(m.code(), 1, Integer::sum);
      String key = m.code() + (nth > 1 ? "/" + nth : "");
      notes.add(
          new Note(
              m.start(),
              false,
              m.end(),
              "[[effect shot " + key + (title.isEmpty() ? "" : ": " + title) + "]]"));
      notes.add(new Note(m.end(), true, m.start(), "[[end " + key + "]]"));
    }
    // At one place what ends comes first; of what begins the longest, of what ends the shortest.
    notes.sort(
        Comparator.comparingInt(Note::at)
            .thenComparing(n -> !n.end())
            .thenComparing(Comparator.comparingInt(Note::other).reversed()));
    StringBuilder out = new StringBuilder();
    int from = 0;
    for (Note n : notes) {
      out.append(source, from, n.at()).append(n.text());
      from = n.at();
    }
    return out.append(source.substring(from)).toString();
  }

  /**
   * Takes the notes out again. A beginning without an end, or the other way round, is left out too:
   * it marks nothing.
   */
  public static Read read(String text) {
    Matcher m = NOTE.matcher(text);
    StringBuilder source = new StringBuilder();
    Map<String, Integer> open = new HashMap<>();
    Map<String, String> titles = new HashMap<>();
    List<Noted> marks = new ArrayList<>();
    int from = 0;
    while (m.find()) {
      source.append(text, from, m.start());
      from = m.end();
      if (m.group(4) == null) {
        open.put(key(m.group(1), m.group(2)), source.length());
        titles.merge(
            m.group(1), m.group(3) == null ? "" : m.group(3), (a, b) -> a.isEmpty() ? b : a);
      } else {
        Integer start = open.remove(key(m.group(4), m.group(5)));
        if (start != null && start < source.length()) {
          marks.add(new Noted(m.group(4), titles.get(m.group(4)), start, source.length()));
        }
      }
    }
    source.append(text.substring(from));
    marks.sort(
        Comparator.comparingInt(Noted::start)
            .thenComparing(Comparator.comparingInt(Noted::end).reversed())
            .thenComparing(Noted::code));
    return new Read(source.toString(), marks);
  }

  private static String key(String code, String number) {
    return number == null ? code : code + number;
  }
}
