package bivex.core.light;

import bivex.core.InvalidInput;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The sun over a shooting day (S20): where shadows lie, how far they have gone since the first take
 * of a set, and until when they are still good enough.
 *
 * @param rows every five minutes from call to wrap
 * @param sunrise null when the sun does not rise
 * @param sunset null when it does not set
 */
public record SunClock(
    List<Row> rows, ZonedDateTime sunrise, ZonedDateTime sunset, List<Sun.Window> golden) {
  /** Minutes from row to row. */
  public static final int STEP = 5;

  /**
   * @param shadowM length of the shadow; null while the sun is down
   */
  public record Row(ZonedDateTime at, double azimuthDeg, double elevationDeg, Double shadowM) {}

  /**
   * How a set stands against the light of its first take.
   *
   * @param since when that was made
   * @param driftM how far the tip of the shadow has gone; null when the sun was or is down
   * @param until when it leaves the limit, or has left it; the sunset when that comes first
   * @param held whether it is still within
   * @param words for the floor
   * @param afterwards for the floor once it is later than {@code until}
   */
  public record Hold(
      ZonedDateTime since,
      Double driftM,
      ZonedDateTime until,
      boolean held,
      String words,
      String afterwards) {}

  /** Hours after which the first take of a set is no measure of its light any more. */
  public static final int HOLD_HOURS = 36;

  /**
   * @param heightM of what throws the shadow, m
   */
  public static SunClock of(
      ZonedDateTime call, ZonedDateTime wrap, double latitude, double longitude, double heightM) {
    if (!wrap.isAfter(call) || Duration.between(call, wrap).toHours() > 24) {
      throw new InvalidInput("wrap", "must be later than the call, within a day");
    }
    List<Row> rows = new ArrayList<>();
    for (ZonedDateTime t = call; !t.isAfter(wrap); t = t.plusMinutes(STEP)) {
      Sun s = Sun.at(t, latitude, longitude);
      rows.add(
          new Row(
              t,
              s.azimuthDeg(),
              s.elevationDeg(),
              s.elevationDeg() <= 0 ? null : s.shadowM(heightM)));
    }
    // Noon of the local day: the day of an early call or a late wrap is the day between.
    ZonedDateTime noon = call.toLocalDate().atTime(12, 0).atZone(call.getZone());
    Sun.Day day = Sun.day(noon, latitude, longitude);
    return new SunClock(
        List.copyOf(rows), day.sunrise(), day.sunset(), Sun.golden(noon, latitude, longitude));
  }

  /** Minutes from one beginning that is tried to the next. */
  private static final int TRIED = 5;

  /**
   * What the light allows a set of which nothing is shot yet: how long shadows hold from a
   * beginning, against what the set needs, and the next beginning from which they hold it.
   *
   * @param begin when it would be begun
   * @param needMinutes the set takes
   * @param heightM of what throws the shadow, m
   * @param limitM how far the tip may go, m
   */
  public static Hold before(
      ZonedDateTime begin,
      double needMinutes,
      double latitude,
      double longitude,
      double heightM,
      double limitM) {
    InvalidInput.positive("limit", limitM);
    double need = InvalidInput.within("minutes", needMinutes, 0, 24 * 60);
    ZonedDateTime until = holds(begin, latitude, longitude, heightM, limitM);
    long now = Duration.between(begin, until).toMinutes();
    ZonedDateTime best = begin;
    long longest = now;
    // The first beginning from which it holds, or else the one from which it holds longest.
    for (int m = TRIED; m <= 12 * 60 && longest < need; m += TRIED) {
      ZonedDateTime from = begin.plusMinutes(m);
      long l =
          Duration.between(from, holds(from, latitude, longitude, heightM, limitM)).toMinutes();
      if (l > longest) {
        longest = l;
        best = from;
      }
    }
    String said =
        until.isAfter(begin)
            ? String.format(Locale.ROOT, "Begun at %tR, shadows hold %d min", begin, now)
            : Sun.at(begin, latitude, longitude).elevationDeg() > 0
                ? String.format(Locale.ROOT, "Begun at %tR, shadows hold less than a minute", begin)
                : String.format(Locale.ROOT, "The sun is down at %tR", begin);
    String words =
        now >= need && until.isAfter(begin)
            ? String.format(Locale.ROOT, "%s for the %.0f min the set needs.", said, need)
            : longest == 0
                ? said + ": this set has no sunlight to hold."
                : longest >= need
                    ? String.format(
                        Locale.ROOT,
                        "%s and the set needs %.0f min: begin at %tR, then they hold %d.",
                        said,
                        need,
                        best,
                        longest)
                    : String.format(
                        Locale.ROOT,
                        "%s and the set needs %.0f min; no beginning holds it, longest are %d min"
                            + " from %tR: part the set with a clean plate in each light, or wait"
                            + " for cloud.",
                        said,
                        need,
                        longest,
                        best);
    return new Hold(
        begin, null, until, now >= need && until.isAfter(begin), words, "The light has moved on.");
  }

  /**
   * When shadows leave their limit, or the sun goes down, from a beginning; itself when it is down
   * or they do not hold for a minute.
   */
  private static ZonedDateTime holds(
      ZonedDateTime begin, double latitude, double longitude, double heightM, double limitM) {
    Sun then = Sun.at(begin, latitude, longitude);
    ZonedDateTime until = begin;
    for (int m = 1; m <= 24 * 60 && then.elevationDeg() > 0; m++) {
      Sun s = Sun.at(begin.plusMinutes(m), latitude, longitude);
      if (s.elevationDeg() <= 0 || s.driftM(then, heightM) > limitM) {
        break;
      }
      until = begin.plusMinutes(m);
    }
    return until;
  }

  /**
   * How a set stands now against the light of its first take.
   *
   * @param heightM of what throws the shadow, m
   * @param limitM how far the tip may go, m
   * @return null when the first take is more than {@value #HOLD_HOURS} hours old
   */
  public static Hold hold(
      ZonedDateTime first,
      ZonedDateTime now,
      double latitude,
      double longitude,
      double heightM,
      double limitM) {
    InvalidInput.positive("limit", limitM);
    if (Duration.between(first, now).toHours() > HOLD_HOURS) {
      return null;
    }
    Sun then = Sun.at(first, latitude, longitude);
    if (then.elevationDeg() <= 0) {
      String words = "No sun when the set was begun: watch the sky, not the shadows.";
      return new Hold(first, null, null, true, words, words);
    }
    ZonedDateTime until = first;
    boolean sets = false;
    for (int m = 1; m <= 24 * 60; m++) {
      Sun s = Sun.at(first.plusMinutes(m), latitude, longitude);
      sets = s.elevationDeg() <= 0;
      if (sets || s.driftM(then, heightM) > limitM) {
        break;
      }
      until = first.plusMinutes(m);
    }
    Sun s = Sun.at(now, latitude, longitude);
    Double drift = s.elevationDeg() <= 0 ? null : s.driftM(then, heightM);
    boolean held = !now.isAfter(until);
    long left = Duration.between(now, until).toMinutes();
    String words =
        drift == null
            ? "The sun is down: the light of the set is gone."
            : held
                ? String.format(
                    Locale.ROOT,
                    "Shadows have gone %.0f cm of %.0f; %d min left%s.",
                    drift * 100,
                    limitM * 100,
                    left,
                    sets ? ", then the sun is down" : "")
                : String.format(
                    Locale.ROOT,
                    "Shadows have gone %.0f cm, more than %.0f: shoot the clean plate again in this"
                        + " light, or wait for cloud.",
                    drift * 100,
                    limitM * 100);
    String afterwards =
        held && drift != null
            ? String.format(
                Locale.ROOT,
                "Shadows have left their limit at %tR: shoot the clean plate again in this light,"
                    + " or wait for cloud.",
                until)
            : words;
    return new Hold(first, drift, until, held, words, afterwards);
  }
}
