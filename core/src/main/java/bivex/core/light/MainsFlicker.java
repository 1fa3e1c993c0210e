package bivex.core.light;

import bivex.core.InvalidInput;
import bivex.core.optics.Shutter;
import bivex.core.time.FrameRate;
import java.util.Locale;

/**
 * Lamps on the mains ripple at twice its frequency (S7). An exposure of a whole number of ripples
 * sees none of it; what is left otherwise is |sin x ÷ x| with x = π · 2·mains · t (the mean of a
 * sinusoid over the exposure).
 */
public final class MainsFlicker {
  private MainsFlicker() {}

  /** Exposure time in seconds of k whole ripples. */
  public static double safeSeconds(double mainsHz, int k) {
    InvalidInput.within("whole ripples", (long) k, 1, 1000);
    return k / (2 * mains(mainsHz));
  }

  /** Longest flicker-safe exposure, in seconds, that is not longer than a limit; 0 when none is. */
  public static double longestSafeSeconds(double mainsHz, double limitSeconds) {
    int k =
        (int) Math.floor(InvalidInput.positive("limit", limitSeconds) * 2 * mains(mainsHz) + 1e-9);
    return k < 1 ? 0 : safeSeconds(mainsHz, k);
  }

  /**
   * The flicker-safe exposure to use instead of another at a frame rate: the longest that is not
   * longer, else a single ripple if a frame lasts that long.
   *
   * @return seconds; 0 when no exposure of that rate is flicker-safe
   */
  public static double safeInsteadOf(double mainsHz, double seconds, FrameRate rate) {
    double frame = 1 / rate.fps();
    double shorter = longestSafeSeconds(mainsHz, Math.min(seconds, frame));
    return shorter > 0
        ? shorter
        : longestSafeSeconds(mainsHz, Math.min(safeSeconds(mainsHz, 1), frame));
  }

  /** Share of the lamp's ripple that is left after an exposure, 0 to 1. */
  public static double rippleLeft(double mainsHz, double seconds) {
    double x = Math.PI * 2 * mains(mainsHz) * InvalidInput.positive("shutter time", seconds);
    return Math.abs(Math.sin(x) / x);
  }

  /** Beat in Hz between the ripple and the nearest multiple of the frame rate; 0 is steady. */
  public static double beatHz(double mainsHz, FrameRate rate) {
    double ripple = 2 * mains(mainsHz);
    return Math.abs(ripple - Math.max(1, Math.rint(ripple / rate.fps())) * rate.fps());
  }

  /** Ripple that is left and not seen; practice puts it at a few hundredths (no source). */
  public static final double SEEN = 0.03;

  /** A beat so slow that the picture is steady for as long as a cut lasts (no source). */
  public static final double STILL_HZ = 0.02;

  /**
   * A shutter under the lamps of a country.
   *
   * @param rippleLeft share of the ripple the exposure lets through
   * @param beatHz how fast what is left beats against the frames
   * @param safeSeconds exposure to use instead; 0 when none of the frame rate is safe
   * @param steady whether nothing of it will be seen
   * @param remedy what to do; empty when it is steady
   * @param words for the floor
   */
  public record LampCheck(
      double rippleLeft,
      double beatHz,
      double safeSeconds,
      boolean steady,
      String remedy,
      String words) {}

  /** Says whether a shutter is steady under lamps on the mains. */
  public static LampCheck check(double mainsHz, double seconds, FrameRate rate) {
    double left = rippleLeft(mainsHz, seconds);
    double beat = beatHz(mainsHz, rate);
    double safe = safeInsteadOf(mainsHz, seconds, rate);
    boolean steady = left < SEEN || beat < STILL_HZ;
    String remedy =
        steady
            ? ""
            : safe > 0
                ? String.format(
                    Locale.ROOT,
                    "Set %s (%.1f°) where mains lamps light the set.",
                    Shutter.text(safe),
                    360 * safe * rate.fps())
                : "No exposure at this rate is flicker-safe: daylight, or lamps on direct current.";
    String words =
        steady
            ? String.format(
                Locale.ROOT,
                "Lamps on %.0f Hz mains are steady at %s.",
                mainsHz,
                Shutter.text(seconds))
            : String.format(
                Locale.ROOT,
                "Lamps on %.0f Hz mains flicker %.1f times a second at %s. %s",
                mainsHz,
                beat,
                Shutter.text(seconds),
                remedy);
    return new LampCheck(left, beat, safe, steady, remedy, words);
  }

  /**
   * Greatest difference between two frames, or two bands of one, under a lamp that is dimmed by
   * switching it on and off, as a share of its light: an exposure of n pulses holds one more or one
   * less. It is reckoned as if each pulse were short and no exposure a whole number of them, since
   * neither the pulse nor its frequency is known exactly: 1 ÷ (frequency · t).
   */
  public static double dimmedSpread(double lampHz, double seconds) {
    return Math.min(
        1,
        1
            / (InvalidInput.within("lamp frequency", lampHz, 1, 1_000_000)
                * InvalidInput.positive("shutter time", seconds)));
  }

  /** What a dimmed lamp may change without being seen: as much up as down (no source). */
  public static final double DIMMED_SEEN = 2 * SEEN;

  /**
   * What is to be said of dimmed lamps beside those on the mains.
   *
   * @param dimmedHz slowest frequency they pulse at; 0 when none is dimmed; null while nobody knows
   * @return how it stands, never "steady" where nobody knows; empty when none is dimmed
   */
  static String dimmed(Double dimmedHz, double seconds, FrameRate rate) {
    if (dimmedHz == null) {
      return "Dimmed lamps pulse at a frequency of their own: test them, or give it on the day"
          + " sheet.";
    }
    if (dimmedHz == 0) {
      return "";
    }
    double spread = dimmedSpread(dimmedHz, seconds);
    if (spread <= DIMMED_SEEN) {
      return String.format(
          Locale.ROOT,
          "Dimmed lamps at %.0f Hz change by %.1f %% at most.",
          dimmedHz,
          spread * 100);
    }
    double enough = 1 / (dimmedHz * DIMMED_SEEN);
    return String.format(
        Locale.ROOT,
        "Dimmed lamps at %.0f Hz may band or flicker by up to %.0f %%: undim them, or %s; test it.",
        dimmedHz,
        spread * 100,
        enough <= 1 / rate.fps()
            ? "expose for " + Shutter.text(enough) + " or longer"
            : String.format(
                Locale.ROOT,
                "take lamps of %.0f Hz or more",
                Math.ceil(1 / (seconds * DIMMED_SEEN))));
  }

  /** As {@link #check(double, double, FrameRate)}, with what is known of dimmed lamps. */
  public static LampCheck check(double mainsHz, Double dimmedHz, double seconds, FrameRate rate) {
    LampCheck c = check(mainsHz, seconds, rate);
    boolean bands =
        dimmedHz != null && dimmedHz != 0 && dimmedSpread(dimmedHz, seconds) > DIMMED_SEEN;
    return new LampCheck(
        c.rippleLeft(),
        c.beatHz(),
        c.safeSeconds(),
        c.steady() && !bands,
        c.remedy(),
        (c.words() + " " + dimmed(dimmedHz, seconds, rate)).strip());
  }

  private static double mains(double hz) {
    return InvalidInput.within("mains", hz, 16, 1000);
  }
}
