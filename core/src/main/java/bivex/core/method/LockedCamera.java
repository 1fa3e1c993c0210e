package bivex.core.method;

import bivex.core.light.MainsFlicker;
import bivex.core.optics.Exposure;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.MediaBudget;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;

/** What every method with a locked, manual camera asks and derives: the brief, the flicker check and the battery and card. */
final class LockedCamera {
  static final List<Parameter> PARAMETERS = List.of(
      Parameter.number("focalMm", "Focal length", "mm", 4, 600, 35, "a normal view on a large sensor"),
      Parameter.number("fNumber", "Aperture", "f/", 0.7, 32, 5.6, "a middle opening; the blur check says if it must be smaller"),
      Parameter.number("shutterDegrees", "Shutter", "°", 1, 360, 180, "natural blur: twice the frame rate (common practice)"),
      Parameter.whole("iso", "ISO", "", 50, 25_600, 400, "below 800 unless a test says otherwise (common practice)"),
      Parameter.whole("whiteK", "White balance", "K", 1500, 15_000, 4300, "set by hand, never automatic"),
      Parameter.number("focusM", "Focus distance", "m", 0.1, 500, 2.6, "measured to the stand-in"),
      Parameter.number("backgroundM", "Background distance", "m", 0.2, 2000, 6, "how far the set behind is; used for the blur check"),
      Parameter.number("passMinutes", "Minutes a pass", "min", 0.1, 120, 1.5, "slate, action and getting back to marks"),
      Parameter.whole("takes", "Takes a part", "", 1, 30, 4, "what a part usually needs"),
      Parameter.number("batteryMinutes", "One battery", "min", 1, 600, 22, "small mirrorless camera in 4K: 20 to 25 min (common practice)"),
      Parameter.number("megabits", "Recording", "Mb/s", 1, 5000, 100, "as set in the camera"),
      Parameter.number("cardGb", "Free on the card", "GB", 1, 8000, 64, "decimal gigabytes"));

  private LockedCamera() {}

  static double shutterSeconds(Derivation plan, Values v) {
    return Shutter.seconds(v.number("shutterDegrees"), plan.setting().rate());
  }

  /**
   * @param performances plates with performers, each shot as often as the parameter says
   * @param why what the locked frame is for
   */
  static void derive(Derivation plan, Values v, int performances, String why) {
    ShotSetting s = plan.setting();
    double t = shutterSeconds(plan, v);
    plan.matchSet(EnumSet.allOf(MatchRule.class), v.number("backgroundM"));
    plan.brief("head", "head", "locked", why);
    plan.brief("focalMm", "lens", f("%s mm", n(v.number("focalMm"))), "the same for every plate of the set");
    plan.brief("fNumber", "stop", f("f/%s", n(v.number("fNumber"))), "smaller opening if the blur check says so");
    plan.brief("shutter", "shutter", f("%s · %s°", Shutter.text(t), n(v.number("shutterDegrees"))), "180° is natural blur");
    plan.brief("iso", "ISO", n(v.number("iso")), v.number("iso") > Exposure.ISO_CAP ? "above 800: test the noise first" : "at or below 800");
    plan.brief("whiteK", "white", n(v.number("whiteK")) + " K", "by hand");
    plan.brief("focus", "focus", n(v.number("focusM")) + " m · manual", "on a stand-in; taped");
    plan.brief("rate", "rate", s.rate().name() + " fps", "production rate");
    plan.brief("raster", "raster", s.capture().text(), s.capture().width() > s.delivery().width() ? f("%.2f× over delivery", (double) s.capture().width() / s.delivery().width()) : "as delivered");

    double ripple = MainsFlicker.rippleLeft(s.mainsHz(), t);
    double beat = MainsFlicker.beatHz(s.mainsHz(), s.rate());
    double safe = MainsFlicker.safeInsteadOf(s.mainsHz(), t);
    boolean steady = ripple < 0.02 || beat < 0.01;
    plan.check(new Plan.Check("check:flicker", "Lamps on the mains", steady ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.1f %% of the ripple left, beat %.2f Hz", ripple * 100, beat),
        steady ? "" : f("Set %s (%.1f°) where mains lamps light the set.", Shutter.text(safe), 360 * safe * s.rate().fps()),
        "S7", f("%s Hz mains, %s", n(s.mainsHz()), Shutter.text(t)), "safe t = k/(2·mains); left = |sin x ÷ x|, x = π·2·mains·t; mean of a sinusoid over the exposure"));

    double record = performances * v.whole("takes") * Math.min(v.number("passMinutes"), (s.cutFrames() + 2.0 * s.handles()) / s.rate().fps() / 60 + 0.35) + 10 / 60.0;
    double minutes = performances * v.whole("takes") * v.number("passMinutes") + 1;
    double standby = Math.max(0, minutes - record);
    MediaBudget b = MediaBudget.of(record, standby, v.number("batteryMinutes"), v.number("megabits"), v.number("cardGb"));
    plan.setMinutes(minutes);
    plan.check(new Plan.Check("check:media", "One battery and card for the set", b.fits() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("%.0f of %.0f min · %.1f of %s GB", b.minutesNeeded(), v.number("batteryMinutes"), b.gigabytes(), n(v.number("cardGb"))),
        b.fits() ? "" : b.minutesLeft() < 0 ? "Run from a power supply, or fewer takes a part; a battery change touches the camera." : "Empty card before the set opens.",
        "S19", f("%d passes of %s min, %s Mb/s", performances * v.whole("takes"), n(v.number("passMinutes")), n(v.number("megabits"))), "GB = Mb/s · s ÷ 8000; definition"));
    double segment = MediaBudget.segmentSeconds(v.number("megabits"), MediaBudget.FAT32_FILE_BYTES);
    plan.aid("aid:power", "Fresh battery and empty card before the set opens", "the camera is not touched until the clean plate is in", f("a card with small files begins a new one after %.0f s", segment));
    plan.aid("aid:stand", "Stand at head height", "eyeline and focus mark", "tape the floor mark of each part");
    plan.aid("aid:still", "Grey card and slate", "reference still", "");
  }

  static String n(double x) {
    double r = Math.rint(x * 100) / 100;
    return r == Math.rint(r) ? Long.toString((long) r) : Double.toString(r);
  }

  static String f(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
