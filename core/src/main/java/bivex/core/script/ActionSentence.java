package bivex.core.script;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A sentence of the action, in its place.
 *
 * @param at offset of its first character in the text of the element
 * @param text as it is printed, with the space after it
 */
public record ActionSentence(Screenplay.Element element, int at, String text) {
  private static final int LONGEST = 2000;
  private static final Pattern END =
      Pattern.compile("[^.!?]*+(?:(?<=\\d)\\.(?=\\d)[^.!?]*+)*+(?:[.!?]+[\"”’')]*|$)\\s*");
  private static final Pattern CUT =
      Pattern.compile("\\W*(?:FADE|CUT|DISSOLVE|SMASH|MATCH|WIPE|IRIS)\\b[\\p{Lu} ]*\\W*");

  /** Every sentence of the action of a script, in its order; what only says to cut is none. */
  public static List<ActionSentence> of(Screenplay play) {
    List<ActionSentence> out = new ArrayList<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.ACTION && e.scene() >= 0) {
        of(e, out);
      }
    }
    return out;
  }

  private static void of(Screenplay.Element e, List<ActionSentence> out) {
    String text = e.text();
    Matcher m = END.matcher(text);
    int from = 0;
    while (m.find() && m.end() > m.start()) {
      String s = text.substring(from, m.end());
      // Nobody writes such sentences; patterns that look to and fro in them would take for ever.
      s = s.length() > LONGEST ? s.substring(0, LONGEST) : s;
      // A stop after an initial ends no sentence.
      if (s.strip().length() < 3 && m.end() < text.length()) {
        continue;
      }
      if (!s.isBlank() && !CUT.matcher(s).matches()) {
        out.add(new ActionSentence(e, from, s));
      }
      from = m.end();
    }
  }

  /** Where it begins in the source. */
  public int start() {
    return place(at + text.length() - text.stripLeading().length(), false);
  }

  /** Where it ends in the source. */
  public int end() {
    return place(at + text.stripTrailing().length(), true);
  }

  /**
   * Where a place in the text of the element stands in the source.
   *
   * @param end whether it is the end of something
   */
  private int place(int in, boolean end) {
    int left = in;
    for (Screenplay.Run r : element.runs()) {
      if (left < r.text().length() || end && left == r.text().length()) {
        return r.start() + left;
      }
      left -= r.text().length();
    }
    return element.end();
  }
}
