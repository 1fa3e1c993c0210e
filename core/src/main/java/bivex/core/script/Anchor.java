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
  private static final int CONTEXT = 80;

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
      throw new InvalidInput("mark", "is longer than 4000 characters; mark the moment, not the scene");
    }
    return new Anchor(a, b, source.substring(a, b));
  }

  /**
   * The same words in another draft: where they stand more than once, the place whose surroundings are most alike, then the
   * nearest. Null when they are not there any more.
   *
   * @param source the draft this mark was made on
   */
  public Anchor in(String source, String newSource) {
    int best = -1;
    int alike = -1;
    for (int at = newSource.indexOf(excerpt); at >= 0; at = newSource.indexOf(excerpt, at + 1)) {
      int around = around(source, newSource, at);
      if (around > alike || around == alike && Math.abs(at - start) < Math.abs(best - start)) {
        best = at;
        alike = around;
      }
    }
    return best < 0 ? null : new Anchor(best, best + excerpt.length(), excerpt);
  }

  private int around(String a, String b, int at) {
    int before = 0;
    while (before < CONTEXT && start - before > 0 && at - before > 0 && a.charAt(start - before - 1) == b.charAt(at - before - 1)) {
      before++;
    }
    int after = 0;
    int to = at + excerpt.length();
    while (after < CONTEXT && end + after < a.length() && to + after < b.length() && a.charAt(end + after) == b.charAt(to + after)) {
      after++;
    }
    return before + after;
  }
}
