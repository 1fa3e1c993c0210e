package bivex.core.cue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Something in a sentence that says little alone and is weighed with the rest.
 *
 * @param said what is said of it, in words
 * @param needs words, one of which must be in a sentence for the pattern to be tried; empty where
 *     it is always
 */
record Sign(String name, String said, Set<String> needs, Pattern pattern) {
  static final List<Sign> ALL =
      Table.read("signs.txt", 4).stream()
          .map(
              c ->
                  new Sign(
                      c[0],
                      c[1],
                      c[2].equals("-") ? Set.of() : Set.of(c[2].split(" ")),
                      Pattern.compile(c[3])))
          .toList();

  private static final Map<String, List<Sign>> NEEDED_BY = new HashMap<>();
  private static final List<Sign> ALWAYS = ALL.stream().filter(s -> s.needs.isEmpty()).toList();

  static {
    ALL.forEach(
        s -> s.needs.forEach(w -> NEEDED_BY.computeIfAbsent(w, k -> new ArrayList<>()).add(s)));
  }

  /**
   * Names of those that are in a sentence.
   *
   * @param low the sentence in small letters, without space around it
   * @param has its words
   */
  static Set<String> in(String low, Set<String> has) {
    Set<Sign> tried = new LinkedHashSet<>(ALWAYS);
    has.forEach(w -> tried.addAll(NEEDED_BY.getOrDefault(w, List.of())));
    return tried.stream()
        .filter(s -> s.pattern.matcher(low).find())
        .map(Sign::name)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }
}
