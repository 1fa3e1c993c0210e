package bivex.core.script;

import java.util.ArrayList;
import java.util.List;

/**
 * Bold, italics and underline of the open syntax, read into runs that keep their place in the
 * source.
 */
final class Emphasis {
  private Emphasis() {}

  /**
   * Runs of a stretch of source; characters blanked out with {@code gone} are left out, and so are
   * the markers.
   */
  static List<Screenplay.Run> runs(String source, int start, int end, char gone) {
    List<Screenplay.Run> out = new ArrayList<>();
    boolean bold = false;
    boolean italic = false;
    boolean underline = false;
    StringBuilder text = new StringBuilder();
    int from = start;
    int i = start;
    while (i < end) {
      int hidden = i;
      while (hidden < end && source.charAt(hidden) == gone) {
        hidden++;
      }
      int stars = hidden > i ? 0 : stars(source, i, end);
      boolean escape =
          source.charAt(i) == '\\' && i + 1 < end && "*_".indexOf(source.charAt(i + 1)) >= 0;
      boolean line =
          source.charAt(i) == '_'
              && hidden == i
              && (underline ? closes(source, i, start, end) : underlines(source, i, start, end));
      if (hidden > i
          || stars > 0 && toggles(source, i, stars, start, end, bold || italic)
          || line
          || escape) {
        flush(out, text, from, bold, italic, underline);
        if (hidden > i) {
          i = hidden;
        } else if (escape) {
          i++;
          from = i;
          text.append(source.charAt(i++));
          continue;
        } else if (line) {
          underline = !underline;
          i++;
        } else {
          bold ^= stars >= 2;
          italic ^= stars != 2;
          i += stars;
        }
        from = i;
      } else {
        text.append(source.charAt(i++));
      }
    }
    flush(out, text, from, bold, italic, underline);
    return out;
  }

  private static int stars(String s, int i, int end) {
    int n = 0;
    while (n < 3 && i + n < end && s.charAt(i + n) == '*') {
      n++;
    }
    return n;
  }

  /**
   * Whether stars begin or end emphasis: they begin it before something that is no space, when
   * there is an end to it, and end it after something that is no space.
   */
  private static boolean toggles(String s, int i, int n, int start, int end, boolean open) {
    if (open) {
      return i > start && s.charAt(i - 1) != ' ';
    }
    if (i + n >= end || s.charAt(i + n) == ' ') {
      return false;
    }
    for (int k = s.indexOf('*', i + n); k > 0 && k < end; k = s.indexOf('*', k + 1)) {
      if (s.charAt(k - 1) != ' ' && s.charAt(k - 1) != '\\') {
        return true;
      }
    }
    return false;
  }

  /** Whether a low line begins an underline; inside a word it is a letter like others. */
  private static boolean underlines(String s, int i, int start, int end) {
    if (i > start && Character.isLetterOrDigit(s.charAt(i - 1))
        || i + 1 >= end
        || s.charAt(i + 1) == ' ') {
      return false;
    }
    for (int k = s.indexOf('_', i + 1); k > 0 && k < end; k = s.indexOf('_', k + 1)) {
      if (closes(s, k, start, end)) {
        return true;
      }
    }
    return false;
  }

  private static boolean closes(String s, int i, int start, int end) {
    return i > start
        && s.charAt(i - 1) != ' '
        && (i + 1 >= end || !Character.isLetterOrDigit(s.charAt(i + 1)));
  }

  private static void flush(
      List<Screenplay.Run> out, StringBuilder text, int from, boolean b, boolean i, boolean u) {
    if (!text.isEmpty()) {
      out.add(new Screenplay.Run(text.toString(), from, b, i, u));
      text.setLength(0);
    }
  }
}
