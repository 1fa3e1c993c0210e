package bivex.core.cue;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The words a production's cues are found by: those that ship with the book, less what it has
 * struck out, and its own.
 *
 * @param own words it has added
 * @param struck shipped words it does not want, as they are written
 */
public record CueWords(List<Entry> own, List<String> struck) {
  private static final List<Entry> SHIPPED = read();

  /** The shipped list as it is. */
  public static final CueWords SHIPPED_ONLY = new CueWords(List.of(), List.of());

  /**
   * @param words one to six words in small letters; usual endings are found too, a star stands for
   *     any ending
   * @param kind what they point at
   * @param method id of the method they suggest
   */
  public record Entry(String words, Cue.Kind kind, String method) {
    public Entry {
      words = words == null ? "" : words.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
      if (!words.matches("[\\p{L}\\p{N}'’*-]+( [\\p{L}\\p{N}'’*-]+){0,5}")
          || words.length() > 60
          || words.startsWith("*")) {
        throw new InvalidInput("words", "must be one to six words, was \"" + words + "\"");
      }
      if (kind == null) {
        throw new InvalidInput("kind", "is missing for \"" + words + "\"");
      }
      method = method == null || method.isBlank() ? kind.method() : MethodBook.find(method).id();
    }
  }

  public CueWords {
    own = own == null ? List.of() : List.copyOf(own);
    struck =
        struck == null ? List.of() : List.copyOf(new HashSet<>(struck)).stream().sorted().toList();
    if (own.size() > 1000) {
      throw new InvalidInput("own", "holds more than 1000 entries");
    }
    Set<String> seen = new HashSet<>();
    for (Entry e : own) {
      if (!seen.add(e.words())) {
        throw new InvalidInput("words", "\"" + e.words() + "\" is in the list twice");
      }
    }
  }

  /**
   * These words, as somebody asks for them. What was struck from an older list and is not in the
   * shipped one any more stays struck and does no harm, so that a list once kept can be read.
   *
   * @param before the words as they stand
   * @throws InvalidInput if a word is newly struck that is not in the shipped list
   */
  public CueWords asked(CueWords before) {
    Set<String> shipped = SHIPPED.stream().map(Entry::words).collect(Collectors.toSet());
    for (String s : struck) {
      if (!shipped.contains(s) && !before.struck.contains(s)) {
        throw new InvalidInput("struck", "\"" + s + "\" is not in the shipped list");
      }
    }
    return this;
  }

  /** Every shipped entry. */
  public static List<Entry> shipped() {
    return SHIPPED;
  }

  /** What is looked for; own entries replace shipped ones of the same words. */
  public List<Entry> all() {
    Set<String> gone = new HashSet<>(struck);
    own.forEach(e -> gone.add(e.words()));
    List<Entry> out = new ArrayList<>(own);
    SHIPPED.stream().filter(e -> !gone.contains(e.words())).forEach(out::add);
    return out;
  }

  private static List<Entry> read() {
    return Table.read("words.txt", 3).stream()
        .map(c -> new Entry(c[0], Cue.Kind.valueOf(c[1]), c[2]))
        .toList();
  }
}
