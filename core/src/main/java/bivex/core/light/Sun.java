package bivex.core.light;

import bivex.core.InvalidInput;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import net.e175.klaus.solarpositioning.DeltaT;
import net.e175.klaus.solarpositioning.SPA;
import net.e175.klaus.solarpositioning.SolarPosition;
import net.e175.klaus.solarpositioning.SunriseResult;

/**
 * Where the sun is and how fast its shadows go (S20), for a place on level ground. Positions by the
 * NREL algorithm (Reda and Andreas, 2004) in the library solarpositioning; ours are the shadow, the
 * hold window and the golden hour.
 *
 * @param at moment
 * @param azimuthDeg degrees from north, clockwise
 * @param elevationDeg degrees above the horizon, with refraction
 */
public record Sun(ZonedDateTime at, double azimuthDeg, double elevationDeg) {
  private static final double PRESSURE_HPA = 1010;
  private static final double CELSIUS = 12;

  /** Sun up to that many degrees counts as golden light; common practice, no source. */
  public static final double GOLDEN_DEG = 6;

  /**
   * @param latitude degrees, north positive, −90 to 90
   * @param longitude degrees, east positive, −180 to 180
   */
  public static Sun at(ZonedDateTime moment, double latitude, double longitude) {
    place(latitude, longitude);
    SolarPosition p =
        SPA.calculateSolarPosition(
            moment,
            latitude,
            longitude,
            0,
            DeltaT.estimate(moment.toLocalDate()),
            PRESSURE_HPA,
            CELSIUS);
    return new Sun(moment, p.azimuth(), 90 - p.zenithAngle());
  }

  /** Direction a shadow points, degrees from north. */
  public double shadowDeg() {
    return (azimuthDeg + 180) % 360;
  }

  /** Length in m of the shadow of something that high; unlimited when the sun is down. */
  public double shadowM(double heightM) {
    InvalidInput.positive("height", heightM);
    return elevationDeg <= 0
        ? Double.POSITIVE_INFINITY
        : heightM / Math.tan(Math.toRadians(elevationDeg));
  }

  /** How far in m the tip of a shadow lies from where it lay at another moment. */
  public double driftM(Sun other, double heightM) {
    double a = Math.toRadians(shadowDeg());
    double b = Math.toRadians(other.shadowDeg());
    double la = shadowM(heightM);
    double lb = other.shadowM(heightM);
    return Math.hypot(la * Math.sin(a) - lb * Math.sin(b), la * Math.cos(a) - lb * Math.cos(b));
  }

  /**
   * A stretch in which shadows stay put.
   *
   * @param driftM how far the tip goes in it
   */
  public record Window(ZonedDateTime from, ZonedDateTime to, double driftM) {
    public double minutes() {
      return Duration.between(from, to).toSeconds() / 60.0;
    }
  }

  /**
   * The longest stretch, in whole minutes, in which the tip of a shadow stays within a limit of
   * where it began.
   *
   * @param hours how far to look from {@code from}, more than 0 to 24
   * @return null when the sun is down all the time
   */
  public static Window holdWindow(
      ZonedDateTime from,
      double hours,
      double latitude,
      double longitude,
      double heightM,
      double limitM) {
    InvalidInput.within("hours", hours, 0.02, 24);
    InvalidInput.positive("limit", limitM);
    List<Sun> minutes = new ArrayList<>();
    for (int m = 0; m <= Math.round(hours * 60); m++) {
      minutes.add(at(from.plusMinutes(m), latitude, longitude));
    }
    Window best = null;
    for (int i = 0; i < minutes.size(); i++) {
      if (minutes.get(i).elevationDeg() <= 0) {
        continue;
      }
      int j = i;
      double drift = 0;
      while (j + 1 < minutes.size()
          && minutes.get(j + 1).elevationDeg() > 0
          && minutes.get(j + 1).driftM(minutes.get(i), heightM) <= limitM) {
        j++;
        drift = Math.max(drift, minutes.get(j).driftM(minutes.get(i), heightM));
      }
      if (best == null
          || Duration.between(minutes.get(i).at(), minutes.get(j).at())
                  .compareTo(Duration.between(best.from(), best.to()))
              > 0) {
        best = new Window(minutes.get(i).at(), minutes.get(j).at(), drift);
      }
    }
    return best;
  }

  /**
   * Sunrise, noon and sunset of a day; sunrise and sunset are null when the sun does not cross the
   * horizon.
   */
  public record Day(ZonedDateTime sunrise, ZonedDateTime noon, ZonedDateTime sunset) {}

  public static Day day(ZonedDateTime moment, double latitude, double longitude) {
    return crossings(moment, latitude, longitude, SPA.Horizon.SUNRISE_SUNSET);
  }

  /**
   * Civil twilight of a day: dawn begins as the sunrise, dusk ends as the sunset, with the sun 6°
   * below the horizon; both null when it does not go that far down.
   */
  public static Day twilight(ZonedDateTime moment, double latitude, double longitude) {
    return crossings(moment, latitude, longitude, SPA.Horizon.CIVIL_TWILIGHT);
  }

  private static Day crossings(
      ZonedDateTime moment, double latitude, double longitude, SPA.Horizon horizon) {
    place(latitude, longitude);
    SunriseResult r =
        SPA.calculateSunriseTransitSet(
            moment, latitude, longitude, DeltaT.estimate(moment.toLocalDate()), horizon);
    return r instanceof SunriseResult.RegularDay d
        ? new Day(d.sunrise(), d.transit(), d.sunset())
        : new Day(null, r.transit(), null);
  }

  /**
   * Golden light of a day: from sunrise until the sun stands at {@link #GOLDEN_DEG}, and from there
   * to sunset.
   *
   * @return morning and evening; empty when the sun does not rise or set, or never stands that high
   */
  public static List<Window> golden(ZonedDateTime moment, double latitude, double longitude) {
    Day d = day(moment, latitude, longitude);
    if (d.sunrise() == null
        || d.sunset() == null
        || at(d.noon(), latitude, longitude).elevationDeg() <= GOLDEN_DEG) {
      return List.of();
    }
    return List.of(
        new Window(d.sunrise(), crossing(d.sunrise(), d.noon(), latitude, longitude), 0),
        new Window(crossing(d.sunset(), d.noon(), latitude, longitude), d.sunset(), 0));
  }

  /**
   * The moment the sun stands at the golden limit, between one when it is lower and one when it is
   * higher, to a second.
   */
  private static ZonedDateTime crossing(
      ZonedDateTime low, ZonedDateTime high, double latitude, double longitude) {
    ZonedDateTime a = low;
    ZonedDateTime b = high;
    while (Math.abs(Duration.between(a, b).toSeconds()) > 1) {
      ZonedDateTime mid = a.plus(Duration.between(a, b).dividedBy(2));
      if (at(mid, latitude, longitude).elevationDeg() < GOLDEN_DEG) {
        a = mid;
      } else {
        b = mid;
      }
    }
    return b;
  }

  private static void place(double latitude, double longitude) {
    InvalidInput.within("latitude", latitude, -90, 90);
    InvalidInput.within("longitude", longitude, -180, 180);
  }
}
