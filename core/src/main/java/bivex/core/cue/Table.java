package bivex.core.cue;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Lists that ship with the finder: a line each, columns parted by bars, # before what is said. */
final class Table {
  private Table() {}

  /**
   * @param columns how many; bars in the last one are its own
   */
  static List<String[]> read(String name, int columns) {
    try (InputStream in = Table.class.getResourceAsStream(name)) {
      return of(new String(in.readAllBytes(), StandardCharsets.UTF_8), columns);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static List<String[]> of(String text, int columns) {
    return text.lines()
        .filter(l -> !l.isBlank() && !l.startsWith("#"))
        .map(l -> l.split(" \\| ", columns))
        .toList();
  }
}
