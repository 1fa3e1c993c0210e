package bivex.core.order;

import java.util.Locale;

/** Time of day as the call sheet writes it. */
public final class TimeOfDay {
  private TimeOfDay() {}

  /**
   * @param minutes after midnight; past 24 h it begins again
   * @return {@code 07:30}
   */
  public static String label(double minutes) {
    int m = (int) Math.floorMod(Math.round(minutes), 1440L);
    return String.format(Locale.ROOT, "%02d:%02d", m / 60, m % 60);
  }
}
