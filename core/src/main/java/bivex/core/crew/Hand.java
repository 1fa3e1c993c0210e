package bivex.core.crew;

import bivex.core.Said;
import java.time.LocalDate;
import java.util.function.Function;

/**
 * Somebody's days on a production, and what they do on them.
 *
 * @param id of the person
 * @param holidays what holiday a day is in their place; null for none
 */
public record Hand(
    String id,
    String name,
    WorkingTime time,
    Part part,
    Skills skills,
    Function<LocalDate, String> holidays) {
  /** Why somebody has no hours on a day. */
  public enum Off {
    /** They have hours. */
    NO,
    /** No day of their week. */
    WEEK,
    HOLIDAY,
    AWAY,
    /** Before their first day here, or after their last. */
    NOT_HERE
  }

  /**
   * A day of theirs.
   *
   * @param hours for this production
   * @param said what it is, in words
   */
  public record Day(LocalDate date, double hours, Off off, String said) {
    private static Day off(LocalDate date, Off off, String said) {
      return new Day(date, 0, off, said);
    }
  }

  /**
   * Their day; of several things that keep them the first of: not here, no day of theirs, away, a
   * holiday.
   *
   * @param why whether it may be told why they are away
   */
  public Day on(LocalDate date, boolean why) {
    if (!part.on(date) || part.share() == 0) {
      return Day.off(date, Off.NOT_HERE, "not on this production");
    }
    if (time.usualOn(date) == 0) {
      return Day.off(date, Off.WEEK, "no day of theirs");
    }
    for (WorkingTime.Away a : time.away()) {
      if (a.on(date)) {
        return Day.off(date, Off.AWAY, why && !a.why().isEmpty() ? "away: " + a.why() : "away");
      }
    }
    String holiday = holidays.apply(date);
    if (holiday != null) {
      return Day.off(date, Off.HOLIDAY, holiday);
    }
    double hours = time.usualOn(date) * part.share();
    return new Day(date, hours, Off.NO, Said.of(hours % 1 == 0 ? "%.0f h" : "%.1f h", hours));
  }

  /** Hours they have for this production on a day. */
  public double hoursOn(LocalDate day) {
    return on(day, false).hours();
  }
}
