package bivex.core.cue;

import bivex.core.method.Moment;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What happens, in whole sentences.
 *
 * @param needs words, one of which must be in a sentence for the pattern to be tried at all
 * @param pattern over the sentence in small letters
 */
record Happening(Cue.Kind kind, Moment moment, String reason, Set<String> needs, Pattern pattern) {
  /** Every happening by each of the words it needs. */
  static final Map<String, List<Happening>> NEEDED_BY = read();

  private static Map<String, List<Happening>> read() {
    Map<String, List<Happening>> out = new HashMap<>();
    for (String[] c : Table.read("happenings.txt", 5)) {
      Happening h =
          new Happening(
              Cue.Kind.valueOf(c[0]),
              Moment.valueOf(c[1]),
              c[2],
              Set.of(c[3].split(" ")),
              Pattern.compile(c[4]));
      h.needs.forEach(n -> out.computeIfAbsent(n, k -> new ArrayList<>()).add(h));
    }
    return out;
  }
}
