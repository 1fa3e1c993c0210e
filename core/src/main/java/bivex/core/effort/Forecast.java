package bivex.core.effort;

import bivex.core.InvalidInput;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;

/**
 * When open work would be done if all of it were done one thing after another on working days:
 * weekends are taken out, holidays and days off are not, since nobody has told them.
 *
 * @param from first day it is worked on: today, or the day after the last plates it waits for
 * @param early by the low estimate
 * @param likely by the expected one
 * @param late by the high estimate
 * @param unplanned plates that are owed and have no shooting day to come, so that no date holds for
 *     them
 */
public record Forecast(
    LocalDate from, LocalDate early, LocalDate likely, LocalDate late, int unplanned) {
  /**
   * Plates of a shot that are still to be shot.
   *
   * @param day they are planned for; null when none is
   */
  public record Waiting(LocalDate day, int plates) {}

  /**
   * @param today first day it may be worked on
   * @param work that is open
   * @param hoursADay hours of work a day, all hands together
   * @param waiting plates the work waits for; a day that is over holds none of them
   */
  public static Forecast of(
      LocalDate today, Estimate work, double hoursADay, List<Waiting> waiting) {
    LocalDate from = today;
    int unplanned = 0;
    for (Waiting w : waiting) {
      if (w.plates() == 0) {
        continue;
      }
      if (w.day() == null || w.day().isBefore(today)) {
        unplanned += w.plates();
      } else if (!w.day().isBefore(from)) {
        from = w.day().plusDays(1);
      }
    }
    return new Forecast(
        from,
        finish(from, work.low(), hoursADay),
        finish(from, work.mean(), hoursADay),
        finish(from, work.high(), hoursADay),
        unplanned);
  }

  /** Whether it may be too late, is likely to be, or is even by the low estimate. */
  public Risk against(LocalDate due) {
    return due == null
        ? Risk.NO_DATE
        : early.isAfter(due)
            ? Risk.TOO_LATE
            : likely.isAfter(due)
                ? Risk.LIKELY_LATE
                : late.isAfter(due) || unplanned > 0 ? Risk.MAY_BE_LATE : Risk.IN_TIME;
  }

  /** How an estimate stands against a date. */
  public enum Risk {
    NO_DATE("No delivery date is set."),
    IN_TIME("In time by every estimate, if nobody is away."),
    MAY_BE_LATE("May be too late."),
    LIKELY_LATE("Likely to be too late."),
    TOO_LATE("Too late even by the low estimate.");

    private final String words;

    /** Whether somebody must act on it. */
    public boolean pressing() {
      return this == LIKELY_LATE || this == TOO_LATE;
    }

    Risk(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * The last working day of an amount of work.
   *
   * @param from first day it may be worked on
   * @param hours expected hours, 0 or more
   * @param hoursADay hours of work a day, all hands together
   */
  static LocalDate finish(LocalDate from, double hours, double hoursADay) {
    InvalidInput.within("hours", hours, 0, 1e6);
    int days = (int) Math.ceil(hours / InvalidInput.positive("hours a day", hoursADay));
    LocalDate day = from;
    while (true) {
      if (day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY) {
        days--;
      }
      if (days <= 0) {
        return day;
      }
      day = day.plusDays(1);
    }
  }
}
