package bivex.core.cue;

import bivex.core.method.Moment;
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
  /** Whether it shares a character with words from {@code from} to {@code to}, not included. */
  public boolean overlaps(int from, int to) {
    return from < end && start < to;
  }

  /** What a moment may be. The usual method is the one proposed where the words name none. */
  public enum Kind {
    DOUBLE("one performer twice", Moment.TWICE),
    VANISH("appears or is gone", Moment.GONE),
    SPEED("impossible speed", Moment.DASH),
    HEIGHT("height, leap or fall", Moment.LEAP),
    TIME("time is changed", Moment.HANGS),
    SCALE("size is changed", Moment.OTHER_SIZE),
    SCREEN("screen, sign or writing", Moment.WRITING),
    LIGHT("light or energy", Moment.GLOW),
    WEAPON("weapon", Moment.FIRED),
    WEATHER("weather", Moment.WEATHER),
    ELEMENT("fire, smoke, water or breakage", Moment.MATTER),
    CREATURE("animal or creature", Moment.CREATURE),
    WORLD("a place that is not there", Moment.ELSEWHERE),
    CAMERA("a move no camera makes", Moment.NO_CAMERA_MOVES_SO);

    private final String words;
    private final Moment moment;

    Kind(String words, Moment moment) {
      this.words = words;
      this.moment = moment;
    }

    public String words() {
      return words;
    }

    public String method() {
      return moment.method();
    }
  }
}
