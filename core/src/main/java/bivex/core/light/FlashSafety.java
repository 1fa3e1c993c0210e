package bivex.core.light;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Warnings about repeated flashes and written flicker (S21). Figures: WCAG 2.2 success criterion
 * 2.3.1 (no more than three general or red flashes in any one second, unless small: less than 25 %
 * of any 10° of the field of view) and Recommendation ITU-R BT.1702. This only warns; it never says
 * that something is safe.
 */
public final class FlashSafety {
  /** More general or red flashes than this in any second is beyond the guideline. */
  public static final int FLASHES_PER_SECOND = 3;

  /** Share of the 10° field from which area counts. */
  public static final double AREA_SHARE = 0.25;

  private FlashSafety() {}

  /**
   * Largest number of flashes inside any window of one second.
   *
   * @param flashFrames frame numbers at which a flash begins, in any order
   */
  public static int mostInOneSecond(List<Integer> flashFrames, FrameRate rate) {
    List<Integer> sorted = flashFrames.stream().sorted().toList();
    int most = 0;
    int from = 0;
    for (int i = 0; i < sorted.size(); i++) {
      while (rate.seconds(sorted.get(i) - sorted.get(from)) >= 1) {
        from++;
      }
      most = Math.max(most, i - from + 1);
    }
    return most;
  }

  /**
   * Warnings for a row of flashes; empty when the guideline's figures are not reached.
   *
   * @param areaShare share of the 10° field that flashes, 0 to 1
   * @param red whether saturated red flashes are among them
   */
  public static List<String> warnings(
      List<Integer> flashFrames, FrameRate rate, double areaShare, boolean red) {
    InvalidInput.within("area", areaShare, 0, 1);
    List<String> out = new ArrayList<>();
    int most = mostInOneSecond(flashFrames, rate);
    if (most > FLASHES_PER_SECOND && areaShare >= AREA_SHARE) {
      out.add(
          String.format(
              Locale.ROOT,
              "%d flashes in one second over %.0f %% of the field: the guideline's limit is %d"
                  + " (WCAG 2.2, 2.3.1)",
              most,
              areaShare * 100,
              FLASHES_PER_SECOND));
    } else if (most > FLASHES_PER_SECOND) {
      out.add(
          most
              + " flashes in one second on a small area: have it looked at; a closer shot would be"
              + " beyond the guideline");
    }
    if (red && !flashFrames.isEmpty()) {
      out.add("saturated red flashes: have the finished shot measured (ITU-R BT.1702)");
    }
    return out;
  }

  /**
   * Warnings for a steady flicker: each swing down and up is one flash. A general flash is a pair
   * of opposing changes of 10 % or more of the largest luminance with the darker image below 0.80
   * (WCAG 2.2, definition of general flash); levels here are taken as relative luminance.
   *
   * @param base level, 0 to 1
   * @param amplitude 0 to 1
   * @param hz swings a second
   * @param areaShare share of the 10° field, 0 to 1
   */
  public static List<String> strobing(double base, double amplitude, double hz, double areaShare) {
    InvalidInput.within("base", base, 0, 1);
    InvalidInput.within("amplitude", amplitude, 0, 1);
    InvalidInput.within("area", areaShare, 0, 1);
    double low = Math.max(0, base - amplitude);
    double high = Math.min(1, base + amplitude);
    if (InvalidInput.positive("flicker rate", hz) <= FLASHES_PER_SECOND
        || high - low < 0.1
        || low >= 0.8) {
      return List.of();
    }
    return List.of(
        areaShare >= AREA_SHARE
            ? String.format(
                Locale.ROOT,
                "flickers %.1f times a second between %.2f and %.2f over %.0f %% of the field: the"
                    + " guideline's limit is %d (WCAG 2.2, 2.3.1)",
                hz,
                low,
                high,
                areaShare * 100,
                FLASHES_PER_SECOND)
            : String.format(
                Locale.ROOT,
                "flickers %.1f times a second on a small area: a closer shot would be beyond the"
                    + " guideline",
                hz));
  }

  /** Flashes in a second of a steady flicker, each swing down and up one; 0 where it is none. */
  public static int swings(double base, double amplitude, double hz) {
    double low = Math.max(0, base - amplitude);
    double high = Math.min(1, base + amplitude);
    return high - low < 0.1 || low >= 0.8
        ? 0
        : (int) Math.ceil(InvalidInput.positive("flicker rate", hz) - 1e-9);
  }

  /**
   * Faults of a flicker written as base ± amplitude at a rate.
   *
   * @param base level, 0 to 1
   * @param amplitude 0 to 1
   * @param hz changes up and down per second
   */
  public static List<String> flickerFaults(
      double base, double amplitude, double hz, FrameRate rate) {
    InvalidInput.within("base", base, 0, 1);
    InvalidInput.within("amplitude", amplitude, 0, 1);
    InvalidInput.positive("flicker rate", hz);
    List<String> out = new ArrayList<>();
    if (base - amplitude <= 0) {
      out.add(
          String.format(
              Locale.ROOT, "the flicker goes out: %.2f − %.2f is not above zero", base, amplitude));
    }
    if (base + amplitude > 1) {
      out.add(
          String.format(Locale.ROOT, "the flicker clips: %.2f + %.2f is above 1", base, amplitude));
    }
    if (hz > rate.fps() / 2) {
      out.add(
          String.format(
              Locale.ROOT,
              "%.1f Hz is above half the frame rate (%.2f): it will beat instead of flicker",
              hz,
              rate.fps() / 2));
    }
    return out;
  }
}
