package bivex.core.time;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Days in words. */
public final class Days {
  private static final DateTimeFormatter SHORT =
      DateTimeFormatter.ofPattern("EEE d MMM", Locale.UK);

  private Days() {}

  /** As it stands in a sentence: "Tue 24 Nov". */
  public static String words(LocalDate day) {
    return SHORT.format(day);
  }
}
