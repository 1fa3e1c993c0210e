package bivex.core.optics;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Light as stops (S6). Exposure value EV = log2(N² / t) at ISO 100, the relation of ISO 2720. */
public final class Exposure {
  /** ISO above which noise is paid for with a test; common practice, no source. */
  public static final double ISO_CAP = 800;

  private Exposure() {}

  /** Exposure value at ISO 100 of an f-number and an exposure time in seconds. */
  public static double ev(double fNumber, double seconds) {
    InvalidInput.positive("f-number", fNumber);
    return log2(fNumber * fNumber / InvalidInput.positive("shutter time", seconds));
  }

  /** Stops of light lost (positive) in going from one exposure time to another. */
  public static double stopsLost(double fromSeconds, double toSeconds) {
    return log2(
        InvalidInput.positive("shutter time", fromSeconds)
            / InvalidInput.positive("new shutter time", toSeconds));
  }

  /** Stops of difference between two f-numbers; positive when the second opening is smaller. */
  public static double stopsBetweenApertures(double fromN, double toN) {
    return 2
        * log2(
            InvalidInput.positive("new f-number", toN) / InvalidInput.positive("f-number", fromN));
  }

  /**
   * Ways to make up for a loss of light, the cheapest first. A negative loss (too much light) is
   * paid with density.
   *
   * @param stops to find
   * @param fNumber the present one
   * @param widestN the widest opening the lens has
   * @param iso the present one
   */
  public static List<String> waysToPay(double stops, double fNumber, double widestN, double iso) {
    InvalidInput.within("stops", stops, -20, 20);
    InvalidInput.positive("f-number", fNumber);
    InvalidInput.positive("ISO", iso);
    List<String> ways = new ArrayList<>();
    if (stops <= 0) {
      ways.add(stops == 0 ? "nothing to pay" : text("ND of %.1f stops", -stops));
      return ways;
    }
    double open = Math.min(stops, Math.max(0, stopsBetweenApertures(widestN, fNumber)));
    double left = stops - open;
    if (open > 0) {
      ways.add(
          text(
              "larger opening, f/%.1f to f/%.1f (%.1f stops)",
              fNumber, fNumber / Math.pow(2, open / 2), open));
    }
    double gain = Math.min(left, Math.max(0, log2(ISO_CAP / iso)));
    if (gain > 0.01) {
      ways.add(text("ISO %.0f to %.0f (%.1f stops)", iso, iso * Math.pow(2, gain), gain));
      left -= gain;
    }
    ways.add(
        left > 0.01
            ? text("then %.1f times the light", Math.pow(2, left))
            : text("or %.1f times the light instead", Math.pow(2, stops)));
    return ways;
  }

  static double log2(double x) {
    return Math.log(x) / Math.log(2);
  }

  private static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
