package bivex.core.method;

import java.util.Arrays;
import java.util.List;

/** What is looked for when a moment is to be heard. */
public enum SoundKind {
  HIT("hard hit"),
  MOVE_BY("move-by"),
  AMBIENCE("ambience"),
  VOICE("voice"),
  FOLEY("foley"),
  SILENCE("silence");

  private final String words;

  SoundKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** From its words, one of {@link #all}. */
  public static SoundKind of(String words) {
    return Arrays.stream(values()).filter(k -> k.words.equals(words)).findFirst().orElseThrow();
  }

  /** Words of all, as they are chosen from. */
  static List<String> all() {
    return Arrays.stream(values()).map(SoundKind::words).toList();
  }
}
