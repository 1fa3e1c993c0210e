package bivex.core.element;

import java.util.Arrays;

/** Where an element may come from. */
public enum ElementSource {
  SHOOT("shoot"),
  STOCK("stock"),
  DRAW("draw"),
  BUILD("build"),
  PRACTICAL("practical");

  private final String words;

  ElementSource(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** From its word, one of {@link #words}. */
  public static ElementSource of(String word) {
    return Arrays.stream(values()).filter(s -> s.words.equals(word)).findFirst().orElseThrow();
  }
}
