package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.List;
import java.util.Map;

/**
 * An exact frame rate in frames per second, as a fraction in lowest terms. "23.976" is only a name:
 * the rate is 24000/1001.
 *
 * @param num numerator, frames, 1 to 10 000 000
 * @param den denominator, seconds, 1 to 10 000
 */
public record FrameRate(long num, long den) implements Comparable<FrameRate> {
  public static final FrameRate FILM_NTSC = new FrameRate(24000, 1001);
  public static final FrameRate FILM = new FrameRate(24, 1);
  public static final FrameRate PAL = new FrameRate(25, 1);
  public static final FrameRate NTSC = new FrameRate(30000, 1001);
  public static final FrameRate HIGH_NTSC = new FrameRate(60000, 1001);

  /** Rates offered for a production, slowest first. */
  public static final List<FrameRate> PRODUCTION_RATES =
      List.of(FILM_NTSC, FILM, PAL, NTSC, of(30), of(48), of(50), HIGH_NTSC, of(60), of(120));

  /** How far a measured rate may lie from an offered one to be taken for it. */
  private static final double NEAR = 1e-4;

  /**
   * The offered rate a measured one stands for: 23.976 for 23.976 02…; else the rate itself, to a
   * thousandth.
   *
   * @param fps measured, the most trusted first; those that are no number are passed over
   * @throws InvalidInput when the first is no rate up to 1000 and none is an offered one
   */
  public static FrameRate measured(double... fps) {
    for (double f : fps) {
      for (FrameRate r : PRODUCTION_RATES) {
        if (Math.abs(f / r.fps() - 1) < NEAR) {
          return r;
        }
      }
    }
    if (fps.length == 0 || !(fps[0] > 0) || fps[0] > 1000) {
      throw new InvalidInput("rate", "is no frame rate that can be read");
    }
    return new FrameRate(Math.round(fps[0] * 1000), 1000);
  }

  private static final Map<String, FrameRate> NAMES =
      Map.of(
          "23.976",
          FILM_NTSC,
          "23.98",
          FILM_NTSC,
          "29.97",
          NTSC,
          "59.94",
          HIGH_NTSC,
          "47.952",
          new FrameRate(48000, 1001),
          "239.76",
          new FrameRate(240_000, 1001),
          "119.88",
          new FrameRate(120000, 1001));

  public FrameRate {
    InvalidInput.within("rate", num, 1, 10_000_000);
    InvalidInput.within("rate", den, 1, 10_000);
    long g = gcd(num, den);
    num /= g;
    den /= g;
  }

  /** A whole number of frames per second. */
  public static FrameRate of(long fps) {
    return new FrameRate(fps, 1);
  }

  /**
   * Reads "24", "24000/1001" or one of the trade's names for the 1001 family ("23.976", "29.97",
   * "59.94"…).
   *
   * @throws InvalidInput for anything else; a decimal such as 23.5 is refused since no exact rate
   *     is meant by it
   */
  public static FrameRate parse(String text) {
    String t = InvalidInput.text("rate", text);
    FrameRate named = NAMES.get(t);
    if (named != null) {
      return named;
    }
    if (!t.matches("\\d{1,8}(/\\d{1,5})?")) {
      throw new InvalidInput(
          "rate",
          "unknown frame rate \""
              + t
              + "\"; write 24, 25, 23.976, 29.97, 59.94 or a fraction such as 24000/1001");
    }
    int slash = t.indexOf('/');
    return slash < 0
        ? of(Long.parseLong(t))
        : new FrameRate(
            Long.parseLong(t.substring(0, slash)), Long.parseLong(t.substring(slash + 1)));
  }

  /**
   * The rate a production is shown at.
   *
   * @throws InvalidInput naming {@code rate} when it is none, or not from 1 to 240 a second
   */
  public static FrameRate ofProduction(String text) {
    FrameRate r = parse(text);
    InvalidInput.within("rate", r.fps(), 1, 240);
    return r;
  }

  /** Frames per second as a decimal, for sums that need no exactness. */
  public double fps() {
    return (double) num / den;
  }

  /** The counting base of timecode at this rate: 24 for 24000/1001, 30 for 30000/1001. */
  public int nominal() {
    return (int) Math.round(fps());
  }

  /** Whether drop-frame counting exists at this rate (30000/1001 and 60000/1001 only). */
  public boolean allowsDropFrame() {
    return equals(NTSC) || equals(HIGH_NTSC);
  }

  /** Length of a number of frames, in seconds. */
  public double seconds(double frames) {
    return frames * den / num;
  }

  /** Frames in a time in seconds, not rounded. */
  public double frames(double seconds) {
    return seconds * num / den;
  }

  /** The fraction or whole number, as {@link #parse} reads it. */
  public String text() {
    return den == 1 ? Long.toString(num) : num + "/" + den;
  }

  /** The trade's name: "23.976", "24", "29.97". */
  public String name() {
    return NAMES.entrySet().stream()
        .filter(e -> e.getValue().equals(this))
        .map(Map.Entry::getKey)
        .max(String::compareTo)
        .map(n -> n.equals("23.98") ? "23.976" : n)
        .orElse(den == 1 ? text() : String.format(java.util.Locale.ROOT, "%.3f", fps()));
  }

  @Override
  public int compareTo(FrameRate other) {
    return Long.compare(num * other.den, other.num * den);
  }

  @Override
  public String toString() {
    return text();
  }

  private static long gcd(long a, long b) {
    return b == 0 ? a : gcd(b, a % b);
  }
}
