package bivex.core.cue;

import java.util.List;
import java.util.regex.Pattern;

/**
 * Something in a sentence that says little alone and is weighed with the rest.
 *
 * @param said what is said of it, in words
 */
record Sign(String name, String said, Pattern pattern) {
  static final List<Sign> ALL =
      Table.read("signs.txt", 3).stream()
          .map(c -> new Sign(c[0], c[1], Pattern.compile(c[2])))
          .toList();
}
