package bivex.core.cue;

import java.util.List;

/**
 * A stretch of script that looks like an effect.
 *
 * @param start offset of its first character in the source
 * @param end offset after its last
 * @param words what is printed there
 * @param kind what it looks like most
 * @param method id of the method it suggests
 * @param reason why, in one sentence
 * @param also other things it may be; without its own kind
 * @param key names these words for this reason, wherever they stand in the script; what is waved
 *     away is remembered by it
 */
public record Cue(
    int start,
    int end,
    String words,
    Kind kind,
    String method,
    String reason,
    List<Kind> also,
    String key) {
  /** What a moment may be. The usual method is the one proposed where the words name none. */
  public enum Kind {
    DOUBLE("one performer twice", "A1"),
    VANISH("appears or is gone", "B1"),
    SPEED("impossible speed", "B2"),
    HEIGHT("height, leap or fall", "B3"),
    TIME("time is changed", "C3"),
    SCALE("size is changed", "D2"),
    SCREEN("screen, sign or writing", "D1"),
    LIGHT("light or energy", "E1"),
    WEAPON("weapon", "E2"),
    WEATHER("weather", "F4"),
    ELEMENT("fire, smoke, water or breakage", "F4"),
    CREATURE("animal or creature", "E3"),
    WORLD("a place that is not there", "F1"),
    CAMERA("a move no camera makes", "F2");

    private final String words;
    private final String method;

    Kind(String words, String method) {
      this.words = words;
      this.method = method;
    }

    public String words() {
      return words;
    }

    public String method() {
      return method;
    }
  }
}
