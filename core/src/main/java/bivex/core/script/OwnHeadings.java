package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Words scene headings are written with in a production, beside those of the five languages that
 * ship. Like whole words of those they count in capitals only.
 *
 * @param inside what a heading of an interior begins with; at most 20 of at most 30 characters
 * @param outside the same of an exterior
 * @param dark times of day that are dark
 */
public record OwnHeadings(List<String> inside, List<String> outside, List<String> dark) {
  /** None of one's own. */
  public static final OwnHeadings NONE = new OwnHeadings(List.of(), List.of(), List.of());

  private static final int MOST = 20;
  private static final Pattern WORD = Pattern.compile("\\p{L}[\\p{L}\\p{M}\\p{N}.' -]{0,29}");

  public OwnHeadings {
    Set<String> seen = new HashSet<>();
    inside = words("inside", inside, seen);
    outside = words("outside", outside, seen);
    dark = words("dark", dark, seen);
  }

  /**
   * @throws InvalidInput naming the list, if there are too many, one is no word, or one stands
   *     twice
   */
  private static List<String> words(String field, List<String> in, Set<String> seen) {
    if (in == null) {
      return List.of();
    }
    List<String> out =
        in.stream()
            .map(w -> w == null ? "" : w.strip().toUpperCase(Locale.ROOT).replaceAll("\\.+$", ""))
            .filter(w -> !w.isEmpty())
            .toList();
    if (out.size() > MOST) {
      throw new InvalidInput(field, "must be at most " + MOST + " words, were " + out.size());
    }
    for (String w : out) {
      if (!WORD.matcher(w).matches()) {
        throw new InvalidInput(
            field, "has “" + w + "”, which is not a word of letters, at most 30 long");
      }
      if (!seen.add(w)) {
        throw new InvalidInput(field, "has “" + w + "” twice");
      }
    }
    return out;
  }
}
