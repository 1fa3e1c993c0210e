package bivex.server.book;

import bivex.core.InvalidInput;
import de.focus_shift.jollyday.core.CalendarHierarchy;
import de.focus_shift.jollyday.core.Holiday;
import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.LocalDate;
import java.time.Year;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Public holidays of a place, as the Jollyday library ships them. */
@Component
public class Holidays {
  private static final String BETWEEN = "-";

  /** Two letters are a country; the library has exchanges too. */
  private static final Set<String> COUNTRIES =
      HolidayManager.getSupportedCalendarCodes().stream()
          .filter(c -> c.matches("[A-Z]{2}"))
          .map(c -> c.toLowerCase(Locale.ROOT))
          .collect(Collectors.toUnmodifiableSet());

  private record PlaceYear(String place, int year) {}

  private final Map<PlaceYear, Map<LocalDate, String>> known = new ConcurrentHashMap<>();
  private final Map<String, HolidayManager> countries = new ConcurrentHashMap<>();
  private volatile List<HolidayPlace> places;

  /**
   * A place whose holidays are known.
   *
   * @param code country, or country and region with a hyphen between
   */
  public record HolidayPlace(String code, String name) {}

  /** Every country, each with its regions after it. */
  public List<HolidayPlace> places() {
    List<HolidayPlace> out = places;
    if (out == null) {
      out =
          COUNTRIES.stream()
              .map(c -> Map.entry(c, country(c).getCalendarHierarchy()))
              .sorted(Comparator.comparing(e -> name(e.getValue())))
              .flatMap(e -> places(e.getKey(), e.getValue()))
              .toList();
      places = out;
    }
    return out;
  }

  private static Stream<HolidayPlace> places(String country, CalendarHierarchy all) {
    String name = name(all);
    return Stream.concat(
        Stream.of(new HolidayPlace(country, name)),
        all.getChildren().entrySet().stream()
            .map(
                r ->
                    new HolidayPlace(
                        country + BETWEEN + r.getKey(), name + ", " + name(r.getValue())))
            .sorted(Comparator.comparing(HolidayPlace::name)));
  }

  private static String name(CalendarHierarchy place) {
    return place.getDescription(Locale.ENGLISH);
  }

  private HolidayManager country(String code) {
    return countries.computeIfAbsent(
        code, c -> HolidayManager.getInstance(ManagerParameters.create(c)));
  }

  /**
   * Refuses a place that is none.
   *
   * @param place its code; empty for none
   */
  public void mustBeKnown(String place) {
    String[] part = place.split(BETWEEN, 2);
    boolean known =
        place.isEmpty()
            || COUNTRIES.contains(part[0])
                && (part.length == 1
                    || country(part[0]).getCalendarHierarchy().getChildren().containsKey(part[1]));
    if (!known) {
      throw new InvalidInput("place", "has no holidays that are known, was " + place);
    }
  }

  /** What holiday a day is there; null for none. */
  public String on(String place, LocalDate day) {
    return place.isEmpty()
        ? null
        : known.computeIfAbsent(new PlaceYear(place, day.getYear()), this::read).get(day);
  }

  private Map<LocalDate, String> read(PlaceYear of) {
    String[] part = of.place().split(BETWEEN, 2);
    String[] regions = part.length > 1 ? new String[] {part[1]} : new String[0];
    Map<LocalDate, String> out = new HashMap<>();
    for (Holiday h : country(part[0]).getHolidays(Year.of(of.year()), regions)) {
      out.put(h.getDate(), h.getDescription(Locale.ENGLISH));
    }
    return out;
  }
}
