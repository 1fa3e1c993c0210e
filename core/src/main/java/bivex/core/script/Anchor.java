package bivex.core.script;

import bivex.core.InvalidInput;

/**
 * The words a shot is marked on.
 *
 * @param start offset of the first character in the source
 * @param end offset after the last
 * @param excerpt the words, as they stood when they were marked
 */
public record Anchor(int start, int end, String excerpt) {
  /** Marks a stretch of a source; white space at its ends is left out. */
  public static Anchor on(String source, int start, int end) {
    InvalidInput.within("mark", start, 0L, source.length());
    InvalidInput.within("mark", end, start, (long) source.length());
    int a = start;
    int b = end;
    while (a < b && Character.isWhitespace(source.charAt(a))) {
      a++;
    }
    while (b > a && Character.isWhitespace(source.charAt(b - 1))) {
      b--;
    }
    if (a == b) {
      throw new InvalidInput("mark", "select the words of the effect first");
    }
    if (b - a > 4000) {
      throw new InvalidInput(
          "mark", "is longer than 4000 characters; mark the moment, not the scene");
    }
    return new Anchor(a, b, source.substring(a, b));
  }

  /**
   * Marked words as they are printed: without notes and emphasis, white space as one space. What is
   * equal so is the same words.
   */
  public static String printed(String words) {
    return words.replaceAll("\\[\\[.*?]]|[*_]", "").replaceAll("\\s+", " ").strip();
  }
}
