package bivex.core.shoot;

import bivex.core.light.Sun;
import bivex.core.light.SunClock;
import bivex.core.order.Pass;
import bivex.core.order.Running;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * The light of day a shot wants, as the heading of its scene tells it: the default until somebody
 * says otherwise of a pass.
 */
public enum WantedLight {
  /** Outside by day: shadows must hold, and it ends with the sunset. */
  SUN("sun"),
  /** Inside and outside at once, or no heading that tells: the sun may be in it. */
  UNTOLD("light not told"),
  /** Outside at night: wants the dark. */
  NIGHT("night outside"),
  /** Inside by day: no sun to follow, but windows. */
  WINDOWS("inside by day"),
  /** Inside at night: the day does not matter. */
  LAMPS("inside at night");

  private final String words;

  WantedLight(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /**
   * @param interior INT.
   * @param exterior EXT.; both for INT./EXT.
   * @param night whether it plays in the dark
   */
  public static WantedLight of(boolean interior, boolean exterior, boolean night) {
    if (interior == exterior) {
      return UNTOLD;
    }
    return exterior ? night ? NIGHT : SUN : night ? LAMPS : WINDOWS;
  }

  /** Whether shadows of the sun have to be followed. */
  public boolean sunlit() {
    return this == SUN || this == UNTOLD;
  }

  /** What a setup has to follow when its shots want several: the sun before all. */
  public static WantedLight of(List<WantedLight> shots) {
    return shots.stream().min(Enum::compareTo).orElse(UNTOLD);
  }

  /**
   * When the light is right for a pass of which nobody said it: while the sun is up, or from the
   * end of civil dusk to its beginning in the morning (common practice, no source).
   *
   * @return minutes after midnight; null when it does not matter, is not told, the place has no
   *     coordinates, or the sun does not cross the horizon
   */
  public Pass.Window window(DayTerms t, LocalDate day) {
    if (t.latitude() == null || (this != SUN && this != NIGHT)) {
      return null;
    }
    ZonedDateTime noon = t.moment(day, 720);
    Sun.Day d =
        this == SUN
            ? Sun.day(noon, t.latitude(), t.longitude())
            : Sun.twilight(noon, t.latitude(), t.longitude());
    if (d.sunrise() == null || d.sunset() == null) {
      return null;
    }
    double rise = minute(t, day, d.sunrise());
    double set = minute(t, day, d.sunset());
    if (this == SUN) {
      // Sunrise is when the upper limb is seen; there are shadows once the centre is up.
      double from = Math.max(0, Math.ceil(rise));
      double to = Math.floor(set);
      while (from < to && !up(t, day, from)) {
        from++;
      }
      while (to > from && !up(t, day, to)) {
        to--;
      }
      return to > from ? new Pass.Window(from, to) : null;
    }
    Sun.Day next = Sun.twilight(noon.plusDays(1), t.latitude(), t.longitude());
    return t.call() < rise
        ? new Pass.Window(0, rise)
        : new Pass.Window(set, next.sunrise() == null ? 2880 : minute(t, day, next.sunrise()));
  }

  private static boolean up(DayTerms t, LocalDate day, double minute) {
    return Sun.at(t.moment(day, minute), t.latitude(), t.longitude()).elevationDeg() > 0;
  }

  private static double minute(DayTerms t, LocalDate day, ZonedDateTime at) {
    return Duration.between(t.moment(day, 0), at).toSeconds() / 60.0;
  }

  /**
   * How the light stands for a setup whose plates must be of one light.
   *
   * @param first when its first usable take was made; null before
   * @param needMinutes what is left of the set takes, 0 when nothing is
   * @return null when the place has no coordinates or there is nothing to say
   */
  public SunClock.Hold hold(
      DayTerms t, LocalDate day, Instant now, Instant first, double needMinutes) {
    if (this == LAMPS || t.latitude() == null || (first == null && needMinutes == 0)) {
      return null;
    }
    ZonedDateTime begin =
        first == null ? t.earliest(day, now) : first.atZone(t.moment(day, 0).getZone());
    if (this == WINDOWS) {
      String words =
          "Inside by its heading: the sun is not followed. What comes through a window goes on"
              + " moving.";
      return new SunClock.Hold(begin, null, null, true, words, words);
    }
    if (this == NIGHT) {
      return dark(t, day, begin, now.atZone(begin.getZone()), first == null);
    }
    return first == null
        ? SunClock.before(
            begin, needMinutes, t.latitude(), t.longitude(), t.shadowHeightM(), t.shadowLimitM())
        : SunClock.hold(
            begin,
            now.atZone(begin.getZone()),
            t.latitude(),
            t.longitude(),
            t.shadowHeightM(),
            t.shadowLimitM());
  }

  private SunClock.Hold dark(
      DayTerms t, LocalDate day, ZonedDateTime begin, ZonedDateTime now, boolean open) {
    Pass.Window w = window(t, day);
    if (w == null) {
      return null;
    }
    ZonedDateTime from = t.moment(day, w.from());
    ZonedDateTime to = t.moment(day, w.to());
    ZonedDateTime at = open ? begin : now;
    boolean held = !at.isBefore(from) && !at.isAfter(to);
    String dark = String.format(Locale.ROOT, "dark from %tR to %tR", from, to);
    String words =
        held
            ? String.format(Locale.ROOT, "A night outside: dark until %tR.", to)
            : "A night outside, and it is day: " + dark + ".";
    return new SunClock.Hold(
        begin, null, held ? to : null, held, words, "A night outside, and it is day.");
  }

  /**
   * Sets in the sun whose shadows do not hold from their first pass to the end of their last, in
   * the order a day is run in.
   *
   * @param sunlit match sets that are lit by the sun
   * @return one sentence for each; none when the place has no coordinates
   */
  public static List<String> unheld(Running run, DayTerms t, LocalDate day, Set<String> sunlit) {
    if (t.latitude() == null) {
      return List.of();
    }
    Map<String, double[]> spans = new LinkedHashMap<>();
    for (Running.Slot s : run.slots()) {
      // A pass that stands alone has nothing to match.
      if (!s.pass().set().isEmpty() && sunlit.contains(s.pass().set())) {
        double[] span = spans.computeIfAbsent(s.pass().set(), k -> new double[] {s.from(), 0});
        span[1] = s.to();
      }
    }
    List<String> out = new ArrayList<>();
    spans.forEach(
        (set, span) -> {
          SunClock.Hold h =
              SunClock.before(
                  t.moment(day, span[0]),
                  Math.min(24 * 60, span[1] - span[0]),
                  t.latitude(),
                  t.longitude(),
                  t.shadowHeightM(),
                  t.shadowLimitM());
          if (!h.held()) {
            out.add("Match set " + set + ", in the sun: " + h.words());
          }
        });
    return out;
  }
}
