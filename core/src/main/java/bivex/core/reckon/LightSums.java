package bivex.core.reckon;

import static bivex.core.reckon.Inputs.ANGLE;
import static bivex.core.reckon.Inputs.MAINS;
import static bivex.core.reckon.Inputs.RATE;
import static bivex.core.reckon.Inputs.STOP;
import static bivex.core.reckon.Inputs.rate;
import static bivex.core.reckon.Sum.number;
import static bivex.core.reckon.Sum.read;
import static bivex.core.reckon.Sum.words;

import bivex.core.InvalidInput;
import bivex.core.light.DayForNight;
import bivex.core.light.FlashSafety;
import bivex.core.light.MainsFlicker;
import bivex.core.light.ScreenRefresh;
import bivex.core.light.Sun;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.time.FrameRate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Sums of light: S7, S20, S21, S35, S36. */
final class LightSums {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");
  static final List<Sum> ALL = List.of(flicker(), sun(), flash(), screen(), night());

  private LightSums() {}

  private static Sum flicker() {
    return new Sum(
        "S7",
        "Lamps on the mains",
        "safe t = k ÷ (2·mains) · left = |sin x ÷ x|, x = π·2·mains·t · dimmed: 1 ÷ (f·t)",
        "mean of a sinusoid over the exposure",
        List.of(
            RATE,
            ANGLE,
            MAINS,
            Parameter.number(
                "dimmedHz",
                "Dimmed lamps pulse at",
                "Hz",
                0,
                1_000_000,
                0,
                "slowest of them; 0 when it is not known or none is dimmed")),
        v -> {
          FrameRate r = rate(v);
          double t = Shutter.seconds(v.number("shutterDegrees"), r);
          double safe = MainsFlicker.safeInsteadOf(v.number("mainsHz"), t, r);
          return List.of(
              number(
                  "ripplePercent",
                  "Ripple left",
                  1,
                  MainsFlicker.rippleLeft(v.number("mainsHz"), t) * 100,
                  "%"),
              number("beatHz", "Beat", 2, MainsFlicker.beatHz(v.number("mainsHz"), r), "Hz"),
              read(
                  "safeSeconds",
                  "Safe exposure to use",
                  safe > 0 ? Shutter.text(safe) : "none at this rate",
                  "",
                  safe),
              number("safeDegrees", "which is", 1, 360 * safe * r.fps(), "°"),
              v.number("dimmedHz") == 0
                  ? words("dimmedPercent", "Dimmed lamps", "not known: test them")
                  : number(
                      "dimmedPercent",
                      "Dimmed lamps change by, at most",
                      1,
                      MainsFlicker.dimmedSpread(v.number("dimmedHz"), t) * 100,
                      "%"));
        });
  }

  private static Sum sun() {
    return new Sum(
        "S20",
        "Sun and shadows",
        "azimuth and elevation by the NREL algorithm; shadow = height ÷ tan elevation, away from"
            + " the sun; longest stretch whose shadow tip stays within the limit",
        "NREL/TP-560-34302 (Reda and Andreas), library solarpositioning; golden light below 6° is"
            + " common practice",
        List.of(
            Parameter.text(
                "at", "Local date and time", "2026-11-24T12:00", "such as 2026-11-24T12:00"),
            Parameter.number(
                "utcHours", "Clock is ahead of UTC by", "h", -12, 14, 0, "one more in summer time"),
            Parameter.number("latitude", "Latitude", "°", -90, 90, 54.1, "north is positive"),
            Parameter.number("longitude", "Longitude", "°", -180, 180, -0.5, "east is positive"),
            Parameter.number(
                "heightM", "Height that throws the shadow", "m", 0.01, 1000, 1.75, "a performer"),
            Parameter.number(
                "limitM",
                "Shadow may wander",
                "m",
                0.001,
                100,
                0.1,
                "less than a hand's breadth is not seen"),
            Parameter.number("hours", "Look ahead", "h", 0.1, 24, 4, "the shooting window")),
        v -> {
          ZoneOffset zone =
              ZoneOffset.ofTotalSeconds((int) Math.round(v.number("utcHours") * 3600));
          ZonedDateTime at;
          try {
            at = LocalDateTime.parse(v.word("at")).atZone(zone);
          } catch (DateTimeParseException e) {
            throw new InvalidInput(
                "at",
                "must be a date and time such as 2026-11-24T12:00, was \"" + v.word("at") + "\"");
          }
          double lat = v.number("latitude");
          double lon = v.number("longitude");
          Sun s = Sun.at(at, lat, lon);
          Sun.Day d = Sun.day(at, lat, lon);
          double shadow = s.shadowM(v.number("heightM"));
          Sun.Window w =
              Sun.holdWindow(
                  at, v.number("hours"), lat, lon, v.number("heightM"), v.number("limitM"));
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      number("azimuthDeg", "Azimuth", 2, s.azimuthDeg(), "° from north"),
                      number("elevationDeg", "Elevation", 2, s.elevationDeg(), "°"),
                      number("shadowDeg", "Shadows point", 2, s.shadowDeg(), "° from north"),
                      Double.isInfinite(shadow)
                          ? words("shadowM", "Shadow", "the sun is down")
                          : number("shadowM", "Shadow", 2, shadow, "m"),
                      words(
                          "light",
                          "Light",
                          s.elevationDeg() <= 0
                              ? "sun down"
                              : s.elevationDeg() <= Sun.GOLDEN_DEG ? "golden" : "day")));
          out.add(
              words(
                  "sunrise", "Sunrise", d.sunrise() == null ? "none" : d.sunrise().format(CLOCK)));
          out.add(words("noon", "Sun highest", d.noon().format(CLOCK)));
          out.add(
              words("sunset", "Sunset", d.sunset() == null ? "none" : d.sunset().format(CLOCK)));
          List<Sun.Window> golden = Sun.golden(at, lat, lon);
          out.add(
              words(
                  "goldenMorning",
                  "Golden light until",
                  golden.isEmpty() ? "none" : golden.get(0).to().format(CLOCK)));
          out.add(
              words(
                  "goldenEvening",
                  "and from",
                  golden.isEmpty() ? "none" : golden.get(1).from().format(CLOCK)));
          out.add(
              w == null
                  ? words("holdMinutes", "Longest hold", "the sun is down")
                  : number("holdMinutes", "Longest hold", 0, w.minutes(), "min"));
          if (w != null) {
            out.add(words("holdFrom", "from", w.from().format(CLOCK)));
            out.add(number("driftM", "Shadow goes", 3, w.driftM(), "m"));
          }
          return out;
        });
  }

  private static Sum flash() {
    return new Sum(
        "S21",
        "Flicker and flashes",
        "base ± amplitude; more than 3 flashes in a second on 25 % of the 10° field",
        "WCAG 2.2, 2.3.1; ITU-R BT.1702. A warning, never a clearance",
        List.of(
            RATE,
            Parameter.number("base", "Base", "", 0, 1, 0.3, "level between the swings"),
            Parameter.number("amplitude", "Amplitude", "", 0, 1, 0.2, "0.3 ± 0.2 stays lit"),
            Parameter.number("hz", "Flickers", "Hz", 0.1, 200, 10, "swings a second"),
            Parameter.text("flashes", "Flashes at frames", "", "frame numbers with spaces between"),
            Parameter.number(
                "area", "Share of the field", "", 0, 1, 0.3, "of the 10° in the middle of the eye"),
            Parameter.yesNo("red", "Saturated red", false, "worse than white")),
        v -> {
          FrameRate r = rate(v);
          List<Integer> frames;
          try {
            frames =
                Arrays.stream(v.word("flashes").split("[ ,;]+"))
                    .filter(x -> !x.isEmpty())
                    .map(Integer::parseInt)
                    .toList();
          } catch (NumberFormatException e) {
            throw new InvalidInput("flashes", "must be frame numbers with spaces between");
          }
          List<Sum.Result> out = new ArrayList<>();
          int n = 0;
          for (String f :
              FlashSafety.flickerFaults(
                  v.number("base"), v.number("amplitude"), v.number("hz"), r)) {
            out.add(words("flicker" + ++n, "Flicker", f));
          }
          for (String f :
              FlashSafety.strobing(
                  v.number("base"), v.number("amplitude"), v.number("hz"), v.number("area"))) {
            out.add(words("strobing" + ++n, "Warning", f));
          }
          for (String f : FlashSafety.warnings(frames, r, v.number("area"), v.yes("red"))) {
            out.add(words("warning" + ++n, "Warning", f));
          }
          out.add(
              number(
                  "worstSecond",
                  "Flashes in the worst second, flicker and list together",
                  0,
                  FlashSafety.mostInOneSecond(frames, r)
                      + FlashSafety.swings(v.number("base"), v.number("amplitude"), v.number("hz")),
                  ""));
          out.add(
              words(
                  "note",
                  "Mind",
                  "A warning, never a clearance: have the finished shot measured."));
          return out;
        });
  }

  private static Sum screen() {
    return new Sum(
        "S35",
        "Screen against the shutter",
        "bands = part of refresh · exposure; travel = part of refresh ÷ fps",
        "counting of lit lines in the exposure; definition, for a screen lit line by line",
        List.of(
            RATE,
            ANGLE,
            Parameter.number(
                "refreshHz",
                "Screen refreshes at",
                "Hz",
                10,
                10_000,
                60,
                "of its settings, or measured")),
        v -> {
          FrameRate r = rate(v);
          ScreenRefresh s =
              ScreenRefresh.of(
                  v.number("refreshHz"), Shutter.seconds(v.number("shutterDegrees"), r), r);
          return List.of(
              number("bandPercent", "Brighter band", 1, s.bandShare() * 100, "% of the height"),
              Double.isInfinite(s.bandStops())
                  ? words("bandStops", "Band is brighter by", "the rest is dark")
                  : number("bandStops", "Band is brighter by", 2, s.bandStops(), "stops"),
              number("travelPercent", "It travels", 1, s.travelShare() * 100, "% a frame"),
              read(
                  "safeSeconds",
                  "Exposure without a band",
                  s.safeSeconds() > 0 ? Shutter.text(s.safeSeconds()) : "none at this rate",
                  "",
                  s.safeSeconds()),
              number("safeDegrees", "which is", 1, 360 * s.safeSeconds() * r.fps(), "°"));
        });
  }

  private static Sum night() {
    return new Sum(
        "S36",
        "Day for night",
        "ND = log2(E · ISO ÷ 250) − log2(N² ÷ t) + stops under · lamp = log2(1 + its lux ÷ E)",
        "ISO 2720, incident light, C = 250 lx·s (from memory); ratios of light as stops",
        List.of(
            RATE,
            ANGLE,
            STOP,
            Parameter.number("iso", "ISO", "", 1, 1e6, 400, "of the shot"),
            Parameter.number(
                "dayLux", "Daylight on the set", "lx", 0.01, 1e6, 10_000, "measured; open shade"),
            Parameter.number(
                "underStops", "Taken under by", "stops", 0, 10, 2.5, "common practice, no source"),
            Parameter.number(
                "lampLux", "A lamp in the frame gives", "lx", 0, 1e6, 200, "where its light falls"),
            Parameter.number(
                "lampOver",
                "Wanted over the rest by",
                "stops",
                0,
                10,
                2,
                "so that it reads as lit")),
        v -> {
          DayForNight n =
              DayForNight.of(
                  v.number("dayLux"),
                  v.number("underStops"),
                  v.number("lampLux"),
                  v.number("lampOver"),
                  v.number("fNumber"),
                  Shutter.seconds(v.number("shutterDegrees"), rate(v)),
                  v.number("iso"));
          return List.of(
              n.ndStops() >= 0
                  ? number("ndStops", "Density to put before the lens", 1, n.ndStops(), "stops")
                  : read(
                      "ndStops",
                      "Too dark already, by",
                      Sum.text(1, -n.ndStops()),
                      "stops",
                      n.ndStops()),
              number("lampStops", "The lamp stands over the rest by", 2, n.lampStops(), "stops"),
              number("neededLux", "It would have to give", 0, n.neededLux(), "lx"));
        });
  }
}
