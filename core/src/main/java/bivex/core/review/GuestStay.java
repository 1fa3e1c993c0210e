package bivex.core.review;

import bivex.core.InvalidInput;
import java.time.LocalDate;

/** How long a link lets somebody in who has no sign-in. */
public final class GuestStay {
  /** Days that are given where nobody says how many. */
  public static final int USUAL_DAYS = 7;

  /** A link that is forgotten must not stay open for years. */
  public static final int MOST_DAYS = 90;

  private GuestStay() {}

  /**
   * Last day of a stay.
   *
   * @param until null for as long as is usual
   * @throws InvalidInput naming {@code until}
   */
  public static LocalDate last(LocalDate until, LocalDate today) {
    LocalDate last = until == null ? today.plusDays(USUAL_DAYS) : until;
    if (last.isBefore(today) || last.isAfter(today.plusDays(MOST_DAYS))) {
      throw new InvalidInput(
          "until", "must be today or a day within the next " + MOST_DAYS + " days");
    }
    return last;
  }
}
