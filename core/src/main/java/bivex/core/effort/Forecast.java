package bivex.core.effort;

import bivex.core.InvalidInput;
import java.time.DayOfWeek;
import java.time.LocalDate;

/** When work would be done if it were done one thing after another on working days. */
public final class Forecast {
  private Forecast() {}

  /**
   * The last working day of an amount of work.
   *
   * @param from first day it may be worked on
   * @param hours expected hours, 0 or more
   * @param hoursADay hours of work a day, all hands together
   */
  public static LocalDate finish(LocalDate from, double hours, double hoursADay) {
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
