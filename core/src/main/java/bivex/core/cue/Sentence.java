package bivex.core.cue;

import bivex.core.script.ActionSentence;
import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A sentence of the action as cues are looked for in it.
 *
 * @param low in small letters, what is quoted left blank; as long as the text
 * @param before the sentence of the action before it in the scene, in small letters; empty for the
 *     first
 * @param follows whether nothing stands between it and the sentence before but the end of a
 *     paragraph
 * @param key names these words, wherever they stand in the script
 * @param word its words in small letters, with apostrophes inside them
 * @param at where each begins
 */
record Sentence(
    ActionSentence words,
    String low,
    String before,
    boolean follows,
    String key,
    List<String> word,
    List<Integer> at) {
  private static final Pattern QUOTED = Pattern.compile("[\"“][^\"”]*[\"”]");
  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");

  String text() {
    return words.text();
  }

  Screenplay.Element element() {
    return words.element();
  }

  int start() {
    return words.start();
  }

  int end() {
    return words.end();
  }

  /** Every sentence of the action of a script, in its order. */
  static List<Sentence> of(Screenplay play) {
    List<Sentence> out = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    IdentityHashMap<Screenplay.Element, Integer> place = new IdentityHashMap<>();
    List<Screenplay.Element> elements = play.elements();
    for (int i = 0; i < elements.size(); i++) {
      place.put(elements.get(i), i);
    }
    ActionSentence last = null;
    for (ActionSentence s : ActionSentence.of(play)) {
      boolean scene = last != null && last.element().scene() == s.element().scene();
      boolean follows = scene && follows(elements, place.get(last.element()), s.element());
      String low = s.text().toLowerCase(Locale.ROOT).replace('’', '\'');
      if (low.indexOf('"') >= 0 || low.indexOf('“') >= 0) {
        low = QUOTED.matcher(low).replaceAll(q -> " ".repeat(q.group().length()));
      }
      String plain = NO_WORD.matcher(s.text().toLowerCase(Locale.ROOT)).replaceAll(" ").strip();
      int nth = seen.merge(plain, 1, Integer::sum);
      List<String> word = new ArrayList<>();
      List<Integer> at = new ArrayList<>();
      split(low, word, at);
      out.add(
          new Sentence(
              s,
              low,
              scene ? out.get(out.size() - 1).low() : "",
              follows,
              plain + (nth > 1 ? "#" + nth : ""),
              word,
              at));
      last = s;
    }
    return out;
  }

  private static void split(String low, List<String> word, List<Integer> at) {
    for (int i = 0; i < low.length(); i++) {
      if (Character.isLetterOrDigit(low.charAt(i))) {
        int from = i;
        while (i < low.length()
            && (Character.isLetterOrDigit(low.charAt(i))
                || low.charAt(i) == '\''
                    && i + 1 < low.length()
                    && Character.isLetter(low.charAt(i + 1)))) {
          i++;
        }
        word.add(low.substring(from, i));
        at.add(from);
      }
    }
  }

  /** Its words, and those with an apostrophe without what follows it. */
  Set<String> has() {
    Set<String> out = new HashSet<>(word);
    for (String w : word) {
      if (w.indexOf('\'') > 0) {
        out.add(w.substring(0, w.indexOf('\'')));
      }
    }
    return out;
  }

  private static boolean follows(
      List<Screenplay.Element> elements, int from, Screenplay.Element until) {
    for (int i = from; i < elements.size() && elements.get(i) != until; i++) {
      if (elements.get(i).kind() != Screenplay.Kind.ACTION) {
        return false;
      }
    }
    return true;
  }
}
