package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.order.DayPlan;
import bivex.core.order.Pass;
import bivex.core.order.TimeOfDay;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a shooting day is held to.
 *
 * @param latitude degrees, north positive; null when the place has none and the sun is not followed
 * @param longitude degrees, east positive; null together with the latitude
 * @param zone time zone by its IANA name
 * @param call minutes after midnight, local
 * @param wrap minutes after midnight, local; past 1440 is the next morning
 * @param people who is wanted, and when
 * @param rates what changes take and what battery and card last
 * @param cardGigabytes of one card, decimal
 * @param megabitsPerSecond of the recording
 * @param shadowHeightM of whatever throws the shadow that must not move, m
 * @param shadowLimitM how far its tip may go within a match set, m
 * @param dimmedHz slowest frequency at which dimmed lamps of the set pulse, Hz; 0 when none is
 *     dimmed; null while nobody knows
 */
public record DayTerms(
    Double latitude,
    Double longitude,
    String zone,
    double call,
    double wrap,
    List<Hours> people,
    DayPlan.Rates rates,
    double cardGigabytes,
    double megabitsPerSecond,
    double shadowHeightM,
    double shadowLimitM,
    Double dimmedHz) {
  /**
   * Somebody's hours.
   *
   * @param from minutes after midnight
   * @param to minutes after midnight
   */
  public record Hours(String name, String duty, double from, double to) {
    public Hours {
      name = InvalidInput.title("name", name);
      duty = duty == null ? "" : duty.strip();
      new Pass.Window(from, to);
    }
  }

  /** A plain day in no particular place: 08:00 to 18:00, 64 GB at 100 Mb/s. */
  public static final DayTerms PLAIN =
      new DayTerms(
          null, null, "UTC", 480, 1080, List.of(), DayPlan.Rates.USUAL, 64, 100, 1.7, 0.1, null);

  public DayTerms {
    if ((latitude == null) != (longitude == null)) {
      throw new InvalidInput(
          latitude == null ? "latitude" : "longitude",
          "must be given with the other coordinate, or neither");
    }
    if (latitude != null) {
      InvalidInput.within("latitude", latitude, -90, 90);
      InvalidInput.within("longitude", longitude, -180, 180);
    }
    try {
      ZoneId.of(InvalidInput.text("zone", zone));
    } catch (DateTimeException e) {
      throw new InvalidInput("zone", "is not a time zone such as Europe/Lisbon: \"" + zone + "\"");
    }
    InvalidInput.within("call", call, 0, 1439);
    if (!(wrap > call && wrap <= call + 1440)) {
      throw new InvalidInput(
          "wrap", "must be later than the call at " + TimeOfDay.label(call) + ", within a day");
    }
    people = List.copyOf(people);
    Set<String> names = new HashSet<>();
    for (Hours h : people) {
      if (!names.add(h.name())) {
        throw new InvalidInput("people", h.name() + " is there twice");
      }
    }
    InvalidInput.within("card size", cardGigabytes, 0.1, 100_000);
    InvalidInput.within("bit rate", megabitsPerSecond, 0.1, 100_000);
    InvalidInput.within("shadow height", shadowHeightM, 0.01, 1000);
    InvalidInput.within("shadow limit", shadowLimitM, 0.001, 100);
    if (dimmedHz != null && dimmedHz != 0) {
      InvalidInput.within("dimmedHz", dimmedHz, 1, 1_000_000);
    }
  }

  /** A minute of the day as a moment. */
  public ZonedDateTime moment(LocalDate day, double minute) {
    return day.atStartOfDay(ZoneId.of(zone)).plusSeconds(Math.round(minute * 60));
  }

  /**
   * When a set that is not begun is begun at the earliest: on the day itself now, else at the call.
   */
  public ZonedDateTime earliest(LocalDate day, Instant now) {
    ZonedDateTime call = moment(day, call());
    ZonedDateTime local = now.atZone(call.getZone());
    return local.toLocalDate().equals(day) && local.isAfter(call) ? local : call;
  }

  /** Whether a day has wrapped. */
  public boolean over(LocalDate day, Instant now) {
    return now.isAfter(moment(day, wrap).toInstant());
  }

  /** Hours by name, as the order of passes wants them. */
  public Map<String, Pass.Window> windows() {
    Map<String, Pass.Window> out = new HashMap<>();
    people.forEach(h -> out.put(h.name(), new Pass.Window(h.from(), h.to())));
    return out;
  }

  /** Minutes of recording a card holds. */
  public double cardMinutes() {
    return cardGigabytes * 8000 / megabitsPerSecond / 60;
  }

  /** The rates with the card's minutes worked out from its size. */
  public DayPlan.Rates worked() {
    return new DayPlan.Rates(
        rates.setupMinutes(),
        rates.costumeMinutes(),
        rates.mediaMinutes(),
        rates.batteryMinutes(),
        Math.max(1, cardMinutes()),
        rates.nuisance());
  }
}
