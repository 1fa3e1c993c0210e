package bivex.core.crew;

import bivex.core.InvalidInput;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * When a person works: one calendar, whichever productions they are on.
 *
 * @param week hours of each weekday, Monday first; seven, each 0 to 16
 * @param place whose public holidays they keep, as its code, with a region after a hyphen; empty
 *     for none
 * @param away when they are not there, the earliest first; at most 200
 * @param zone by which clock their days are counted, as named in the time zone database of IANA;
 *     null for the house's
 */
public record WorkingTime(List<Double> week, String place, List<Away> away, String zone) {
  private static final int DAYS = 7;
  private static final int WORKDAYS = 5;
  private static final double LONGEST_DAY = 16;
  private static final int MOST_AWAY = 200;

  /**
   * Days somebody is not there.
   *
   * @param until the last of them
   * @param why in a few words; may be empty
   */
  public record Away(LocalDate from, LocalDate until, String why) {
    public Away {
      if (from == null || until == null) {
        throw new InvalidInput("away", "needs its first and its last day");
      }
      if (until.isBefore(from)) {
        throw new InvalidInput("away", "ends on " + until + " before it begins on " + from);
      }
      why = why == null || why.isBlank() ? "" : InvalidInput.title("why", why);
    }

    boolean on(LocalDate day) {
      return !day.isBefore(from) && !day.isAfter(until);
    }
  }

  public WorkingTime {
    if (week == null || week.size() != DAYS || week.stream().anyMatch(Objects::isNull)) {
      throw new InvalidInput("week", "needs the hours of seven days, Monday first");
    }
    week.forEach(h -> InvalidInput.within("week", h, 0, LONGEST_DAY));
    week = List.copyOf(week);
    place = place == null ? "" : place.strip().toLowerCase(Locale.ROOT);
    away =
        away == null ? List.of() : away.stream().sorted(Comparator.comparing(Away::from)).toList();
    if (away.size() > MOST_AWAY) {
      throw new InvalidInput("away", "must be at most " + MOST_AWAY + ", were " + away.size());
    }
    zone = zone == null || zone.isBlank() ? null : zone.strip();
    if (zone != null && !ZoneId.getAvailableZoneIds().contains(zone)) {
      throw new InvalidInput("zone", "is not a time zone such as Europe/Lisbon: \"" + zone + "\"");
    }
  }

  /** By the clock of the house. */
  public WorkingTime(List<Double> week, String place, List<Away> away) {
    this(week, place, away, null);
  }

  /** By which clock their days are counted. */
  public ZoneId zone(ZoneId house) {
    return zone == null ? house : ZoneId.of(zone);
  }

  /** The same, with nothing said of why they are away. */
  public WorkingTime withoutReasons() {
    return new WorkingTime(
        week, place, away.stream().map(a -> new Away(a.from(), a.until(), "")).toList(), zone);
  }

  /** Monday to Friday at the hours of a usual day, no holidays, never away. */
  public static WorkingTime usual(double hoursPerDay) {
    List<Double> week = new ArrayList<>(Collections.nCopies(DAYS, 0.0));
    Collections.fill(week.subList(0, WORKDAYS), Math.min(LONGEST_DAY, hoursPerDay));
    return new WorkingTime(week, "", List.of());
  }

  /** Hours of a weekday, holidays and days away aside. */
  double usualOn(LocalDate day) {
    return week.get(day.getDayOfWeek().getValue() - 1);
  }
}
