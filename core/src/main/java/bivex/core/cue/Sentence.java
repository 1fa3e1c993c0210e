package bivex.core.cue;

import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A sentence of the action, in its place.
 *
 * @param at offset of its first character in the text of the element
 * @param low in small letters, what is quoted left blank; as long as the text
 * @param before the sentence of the action before it in the scene, in small letters; empty for the
 *     first
 * @param follows whether nothing stands between it and the sentence before but the end of a
 *     paragraph
 * @param key names these words, wherever they stand in the script
 */
record Sentence(
    Screenplay.Element element,
    int at,
    String text,
    String low,
    String before,
    boolean follows,
    String key) {
  private static final int LONGEST = 2000;
  private static final Pattern END =
      Pattern.compile("[^.!?]*+(?:(?<=\\d)\\.(?=\\d)[^.!?]*+)*+(?:[.!?]+[\"”’')]*|$)\\s*");
  private static final Pattern QUOTED = Pattern.compile("[\"“][^\"”]*[\"”]");
  private static final Pattern CUT =
      Pattern.compile("\\W*(?:FADE|CUT|DISSOLVE|SMASH|MATCH|WIPE|IRIS)\\b[\\p{Lu} ]*\\W*");
  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");

  /** Where it begins in the source, and ends. */
  int start() {
    return place(at + text.length() - text.stripLeading().length(), false);
  }

  int end() {
    return place(at + text.stripTrailing().length(), true);
  }

  /** Every sentence of the action of a script, in its order. */
  static List<Sentence> of(Screenplay play) {
    List<Sentence> out = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    String before = "";
    boolean follows = false;
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.HEADING) {
        before = "";
      }
      if (e.kind() != Screenplay.Kind.ACTION || e.scene() < 0) {
        follows = false;
        continue;
      }
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
          String low = s.toLowerCase(Locale.ROOT).replace('’', '\'');
          if (low.indexOf('"') >= 0 || low.indexOf('“') >= 0) {
            low = QUOTED.matcher(low).replaceAll(q -> " ".repeat(q.group().length()));
          }
          String plain = NO_WORD.matcher(s.toLowerCase(Locale.ROOT)).replaceAll(" ").strip();
          int nth = seen.merge(plain, 1, Integer::sum);
          out.add(
              new Sentence(
                  e,
                  from,
                  s,
                  low,
                  before,
                  follows && !before.isEmpty(),
                  plain + (nth > 1 ? "#" + nth : "")));
          before = low;
          follows = true;
        }
        from = m.end();
      }
    }
    return out;
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
