package bivex.core.cue;

import bivex.core.method.Moment;
import java.util.List;

/**
 * A stretch of script that looks like an effect: one to three sentences that follow one another.
 *
 * @param start offset of its first character in the source
 * @param end offset after its last
 * @param words what is printed at its heart: the sentence that says it most
 * @param kind what it looks like most
 * @param confidence share of such that were meant so in the scripts it learned from, 0 to 1
 * @param ways methods it suggests, likeliest first; one to three
 * @param speaksFor what in the sentence speaks for it, most first; one at least
 * @param against what speaks against it, most first
 * @param also other things it may be; without its own kind
 * @param signs names of what speaks in it, as they are learned by
 * @param key names the words of its heart, wherever they stand in the script; what is said of it is
 *     remembered by it
 * @param keys those of all its sentences
 */
public record Cue(
    int start,
    int end,
    String words,
    Kind kind,
    double confidence,
    List<Way> ways,
    List<String> speaksFor,
    List<String> against,
    List<Kind> also,
    List<String> signs,
    String key,
    List<String> keys) {
  /** From here on a cue is shown where nobody has said otherwise. */
  public static final double USUAL = 0.35;

  /** Below this nothing is proposed at all. */
  public static final double LEAST = 0.15;

  /** The highest confidence to ask for. */
  public static final double MOST = 0.95;

  /**
   * A way to make it.
   *
   * @param why why it is proposed, in words
   */
  public record Way(String method, String why) {}

  /** Id of the method it suggests first. */
  public String method() {
    return ways.get(0).method();
  }

  /** Why it is proposed first of all, in words. */
  public String reason() {
    return speaksFor.get(0);
  }

  /** How sure it is, in words. */
  public String odds() {
    long of = Math.round(confidence * 10);
    String share = of >= 10 ? "nearly all" : of == 0 ? "hardly any" : "about " + of + " of ten";
    return share + " like it were moments in the scripts it learned from";
  }

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
