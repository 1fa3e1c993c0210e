package bivex.core.method;

import bivex.core.light.MainsFlicker;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.Exposure;
import bivex.core.optics.Reframe;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.MediaBudget;
import bivex.core.time.FrameRate;
import bivex.core.time.Motion;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What every method asks of the camera and derives from it: the brief, the flicker check, and for a
 * held set the battery and card.
 */
final class CameraBrief {
  /** The camera alone. */
  static final List<Parameter> CAMERA =
      List.of(
          Parameter.number(
              "focalMm", "Focal length", "mm", 4, 600, 35, "a normal view on a large sensor"),
          Parameter.number(
              "fNumber",
              "Aperture",
              "f/",
              0.7,
              32,
              5.6,
              "a middle opening; the blur check says if it must be smaller"),
          Parameter.number(
              "shutterDegrees",
              "Shutter",
              "°",
              1,
              360,
              180,
              "natural blur: twice the frame rate (common practice)"),
          Parameter.whole(
              "iso",
              "ISO",
              "",
              50,
              25_600,
              400,
              "below 800 unless a test says otherwise (common practice)"),
          Parameter.whole(
              "whiteK", "White balance", "K", 1500, 15_000, 4300, "set by hand, never automatic"),
          Parameter.number(
              "focusM", "Focus distance", "m", 0.1, 500, 2.6, "measured to the stand-in"),
          Parameter.number(
              "backgroundM",
              "Background distance",
              "m",
              0.2,
              2000,
              6,
              "how far the set behind is; used for the blur check"),
          Parameter.yesNo(
              "dialogue", "Somebody speaks", false, "then the sound of the setup is checked"));

  /** The camera and how long it is held untouched. */
  static final List<Parameter> PARAMETERS =
      Stream.concat(
              CAMERA.stream(),
              Stream.of(
                  Parameter.number(
                      "passMinutes",
                      "Minutes a pass",
                      "min",
                      0.1,
                      120,
                      1.5,
                      "slate, action and getting back to marks"),
                  Parameter.whole(
                      "takes", "Takes a part", "", 1, 30, 4, "what a part usually needs"),
                  Parameter.number(
                      "batteryMinutes",
                      "One battery",
                      "min",
                      1,
                      600,
                      22,
                      "small mirrorless camera in 4K: 20 to 25 min (common practice)"),
                  Parameter.number(
                      "megabits", "Recording", "Mb/s", 1, 5000, 100, "as set in the camera"),
                  Parameter.number(
                      "cardGb", "Free on the card", "GB", 1, 8000, 64, "decimal gigabytes")))
          .toList();

  /** What an all-in-focus pass sets otherwise: a small opening, and how it is paid for. */
  static final String[] WITNESS_FREE = {"fNumber", "iso", "ndStops", "focusM"};

  private CameraBrief() {}

  /** A method's own parameters, then those of the camera. */
  static List<Parameter> after(List<Parameter> camera, Parameter... own) {
    List<Parameter> out = new ArrayList<>(List.of(own));
    out.addAll(camera);
    return List.copyOf(out);
  }

  static double shutterSeconds(Derivation plan, Values v) {
    return Shutter.seconds(v.number("shutterDegrees"), plan.setting().rate());
  }

  /**
   * The lines of the brief for one camera, at a capture rate, and the flicker check.
   *
   * @param head "locked", "handheld", "powered move"…
   * @param why what the head is for
   */
  static void brief(Derivation plan, Values v, String head, String why, FrameRate capture) {
    ShotSetting s = plan.setting();
    double t = Shutter.seconds(v.number("shutterDegrees"), capture);
    double over =
        Math.min(
            (double) s.capture().width() / s.delivery().width(),
            (double) s.capture().height() / s.delivery().height());
    plan.brief("head", "head", head, why);
    plan.brief(
        "focalMm",
        "lens",
        f("%s mm", n(v.number("focalMm"))),
        "the same for every plate of the set",
        "focalMm",
        v.number("focalMm"));
    plan.stricter(
        "fNumber",
        "stop",
        f("f/%s", n(v.number("fNumber"))),
        "smaller opening if the blur check says so",
        v.number("fNumber"),
        "fNumber",
        v.number("fNumber"));
    plan.brief(
        "shutter",
        "shutter",
        f("%s · %s°", Shutter.text(t), n(v.number("shutterDegrees"))),
        v.number("shutterDegrees") == 180 ? "180° is natural blur" : "natural blur would be 180°",
        "shutterSeconds",
        t);
    plan.stricter(
        "iso",
        "ISO",
        n(v.number("iso")),
        v.number("iso") > Exposure.ISO_CAP ? "above 800: test the noise first" : "at or below 800",
        -v.number("iso"),
        "iso",
        v.number("iso"));
    plan.brief(
        "whiteK", "white", n(v.number("whiteK")) + " K", "by hand", "whiteK", v.number("whiteK"));
    plan.brief(
        "focus",
        "focus",
        n(v.number("focusM")) + " m · manual",
        "on a stand-in; taped",
        "focusM",
        v.number("focusM"));
    plan.brief(
        "rate",
        "rate",
        capture.name() + " fps",
        capture.equals(s.rate())
            ? "production rate"
            : f("%.2f× the production rate", capture.fps() / s.rate().fps()),
        "rate",
        capture);
    plan.brief(
        "raster",
        "raster",
        s.capture().text(),
        over > 1
            ? f("%.2f× over delivery", over)
            : over == 1 ? "as delivered" : f("smaller than delivery: enlarged %.2f×", 1 / over),
        "raster",
        s.capture());
    if (over < 1) {
      plan.check(
          new Plan.Check(
              "check:raster",
              "Picture as large as it is delivered",
              Plan.Grade.DOUBTFUL,
              f("%s into %s: enlarged %.2f×", s.capture().text(), s.delivery().text(), 1 / over),
              f(
                  "Record at %s or more; else it is soft by %.0f %%.",
                  s.delivery().text(), (1 - over) * 100),
              "S12",
              s.capture().text() + " into " + s.delivery().text(),
              "source ÷ delivery, the lesser of width and height; definition"));
    }

    dialogue(plan, v);

    MainsFlicker.LampCheck lamps = MainsFlicker.check(s.mainsHz(), t, capture);
    plan.check(
        new Plan.Check(
            "check:flicker",
            "Lamps on the mains",
            lamps.steady() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
            f("%.1f %% of the ripple left, beat %.2f Hz", lamps.rippleLeft() * 100, lamps.beatHz()),
            lamps.remedy(),
            "S7",
            f("%s Hz mains, %s", n(s.mainsHz()), Shutter.text(t)),
            "safe t = k/(2·mains); left = |sin x ÷ x|, x = π·2·mains·t; mean of a sinusoid over the"
                + " exposure"));
  }

  /**
   * The brief of a camera of its own, beside that of the shot: an element or a pose shot elsewhere.
   *
   * @param what "element", "pose"
   * @param plate key of the plate it is for
   */
  static void apart(Derivation plan, Values v, String what, String plate, FrameRate capture) {
    dialogue(plan, v);
    ShotSetting s = plan.setting();
    plan.apart(plate);
    plan.asks(plate, "focalMm", v.number("focalMm"));
    plan.asks(plate, "fNumber", v.number("fNumber"));
    plan.asks(plate, "shutterSeconds", Shutter.seconds(v.number("shutterDegrees"), capture));
    plan.asks(plate, "iso", v.number("iso"));
    plan.asks(plate, "whiteK", v.number("whiteK"));
    plan.asks(plate, "rate", capture);
    plan.asks(plate, "raster", s.capture());
    String[][] lines = {
      {"lens", f("%s mm", n(v.number("focalMm")))},
      {"stop", f("f/%s", n(v.number("fNumber")))},
      {
        "shutter",
        f(
            "%s · %s°",
            Shutter.text(Shutter.seconds(v.number("shutterDegrees"), capture)),
            n(v.number("shutterDegrees")))
      },
      {"ISO", n(v.number("iso"))},
      {"white", n(v.number("whiteK")) + " K"},
      {"rate", capture.name() + " fps"},
      {"raster", s.capture().text()}
    };
    for (String[] line : lines) {
      plan.brief(
          what + " " + line[0], what + " " + line[0], line[1], "of a plate that is shot by itself");
    }
  }

  /**
   * A locked camera held for a match set.
   *
   * @param why what the locked frame is for
   */
  static void held(Derivation plan, Values v, String why) {
    brief(plan, v, "locked", why, plan.setting().rate());
    set(plan, v);
  }

  /** The rules of a match set that is not held for long: its plates must agree in everything. */
  static void match(Derivation plan, Values v) {
    plan.matchSet(EnumSet.allOf(MatchRule.class), v.number("backgroundM"));
  }

  /** The match set, its minutes, the battery and the card, whatever the head does. */
  static void set(Derivation plan, Values v) {
    match(plan, v);
    plan.held(
        new Derivation.HeldSet(
            v.whole("takes"),
            v.number("passMinutes"),
            v.number("batteryMinutes"),
            v.number("megabits"),
            v.number("cardGb")));
    double segment = MediaBudget.segmentSeconds(v.number("megabits"), MediaBudget.FAT32_FILE_BYTES);
    plan.aid(
        "aid:power",
        "Fresh battery and empty card before the set opens",
        "the camera is not touched until the clean plate is in",
        f("a card with small files begins a new one after %.0f s", segment));
    plan.aid(
        "aid:stand",
        "Stand at head height",
        "eyeline and focus mark",
        "tape the floor mark of each part");
    plan.aid("aid:still", "Grey card and slate", "reference still", "");
  }

  /**
   * The depth-of-field side view: what is sharp, what stands where.
   *
   * @param things name and distance in m, in turn
   */
  static void sideView(
      Derivation plan, DepthOfField dof, double focusM, double backgroundM, Object... things) {
    double near = dof.nearMm() / 1000;
    double end =
        Math.max(
                backgroundM,
                Double.isInfinite(dof.farMm()) ? backgroundM * 1.1 : dof.farMm() / 1000)
            * 1.05;
    double far = Double.isInfinite(dof.farMm()) ? end : dof.farMm() / 1000;
    List<Plan.Shape> shapes = new ArrayList<>();
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.AREA,
            f(
                "sharp %.2f m to %s",
                near, Double.isInfinite(dof.farMm()) ? "the horizon" : f("%.2f m", far)),
            List.of(
                new Plan.Point(near, 0),
                new Plan.Point(far, 0),
                new Plan.Point(far, 2),
                new Plan.Point(near, 2))));
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.LINE, "camera", List.of(new Plan.Point(0, 0), new Plan.Point(0, 1.4))));
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.DASHED,
            f("focus %s m", n(focusM)),
            List.of(new Plan.Point(focusM, 0), new Plan.Point(focusM, 2))));
    for (int i = 0; i + 1 < things.length; i += 2) {
      double at = ((Number) things[i + 1]).doubleValue();
      boolean sharp = at >= near && at <= far;
      shapes.add(
          new Plan.Shape(
              sharp ? Plan.ShapeKind.LINE : Plan.ShapeKind.NOW,
              things[i] + (sharp ? "" : ", soft"),
              List.of(new Plan.Point(at, 0), new Plan.Point(at, 1.7))));
    }
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.LINE,
            "background",
            List.of(new Plan.Point(backgroundM, 0), new Plan.Point(backgroundM, 2.3))));
    plan.drawing(
        "side",
        Plan.DrawingKind.SIDE,
        "What is sharp, from the side",
        "m",
        "m",
        false,
        false,
        shapes);
  }

  /** Whether what one part does to the set would be seen beside the next. */
  static final Parameter TRACES =
      Parameter.yesNo(
          "traces",
          "A part leaves a trace in the set",
          false,
          "a seat that sinks, a dented cushion, a moved cup show at the join");

  /** What one part leaves behind, if the parameter says that it does. */
  static void traces(Derivation plan, Values v) {
    if (v.yes(TRACES.key())) {
      plan.datum(
          "datum:traces",
          "What each part leaves behind",
          "Doors, chairs, cushions, small things on the table: photographed before each part, put"
              + " back after it.",
          Plan.Due.BEFORE_STRIKE);
    }
  }

  /** What must be known of one performer in several parts. */
  static void doubles(Derivation plan) {
    plan.datum(
        "datum:eyeline",
        "Eyeline of each part",
        "Height and direction each part looks in, marked on a stand.",
        Plan.Due.BEFORE_DAY);
    plan.datum(
        "datum:wardrobe",
        "Wardrobe of each part",
        "What tells the parts apart; all of one costume is shot before the other.",
        Plan.Due.BEFORE_DAY);
  }

  /** The sound check, if the parameter says that somebody speaks. */
  static void dialogue(Derivation plan, Values v) {
    if (v.yes("dialogue")) {
      sound(plan);
    }
  }

  /** The sound check of a setup in which somebody speaks. */
  static void sound(Derivation plan) {
    plan.datum(
        "datum:sound",
        "Sound check of the setup",
        "Hum sources off, microphone close, room tone recorded.",
        Plan.Due.BEFORE_STRIKE);
  }

  /** Whether an enlargement in post leaves enough picture. */
  static void reserve(Derivation plan, String key, String title, double scale) {
    ShotSetting s = plan.setting();
    double left = Reframe.reserve(s.capture(), s.delivery(), scale);
    plan.check(
        key,
        title,
        left >= 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.2f× leaves %.2f source pixels a delivered one", scale, left),
        f(
            "Record larger, or go no further than %.2f×; it is soft by %.0f %%.",
            Reframe.punchLimit(s.capture(), s.delivery()), (1 - left) * 100),
        "S12",
        s.capture().text() + " into " + s.delivery().text(),
        "punch limit = source ÷ delivery; definition");
  }

  /** The performance as it was shot, through the whole cut. */
  static void performance(Derivation plan) {
    plan.layer(
        "layer:performance-1",
        "Performance",
        "performance",
        "over",
        "none",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
  }

  /** The caution of water near mains. */
  static void wet(Derivation plan) {
    plan.caution(
        "caution:wet",
        "Water on the floor near lamps and cables: mains away, residual-current device, non-slip"
            + " floor.",
        "electrician");
  }

  /** The caution of fire and sparks. */
  static void fire(Derivation plan) {
    plan.caution(
        "caution:fire",
        "Fire: only by a licensed person, extinguisher and watch, nothing that burns nearby.",
        "special-effects supervisor");
  }

  /** The caution of what is breathed in. */
  static void air(Derivation plan) {
    plan.caution(
        "caution:air",
        "Dust and smoke in a closed room: masks and goggles, airing, smoke detectors agreed with"
            + " the house, swept before the next setup.",
        "special-effects supervisor");
  }

  /** The caution of anything that blows. */
  static void blower(Derivation plan) {
    plan.caution(
        "caution:blower",
        "A blower lifts grit into eyes: goggles for the crew, performers' eyes away from it.",
        "special-effects supervisor");
  }

  /**
   * A frame rate of a parameter, which may follow the production's; a fault names the parameter.
   */
  static FrameRate rate(Values v, String key, ShotSetting s) {
    return rate(v, key, s, 1);
  }

  /** The same, where a speed other than real time is to be even. */
  static FrameRate rate(Values v, String key, ShotSetting s, double speed) {
    try {
      return Motion.rate(v.word(key), s.rate(), speed);
    } catch (bivex.core.InvalidInput e) {
      throw new bivex.core.InvalidInput(key, e.getMessage());
    }
  }

  /** With a large first letter, as a label begins. */
  static String capital(String s) {
    return s.isEmpty() ? s : Character.toUpperCase(s.charAt(0)) + s.substring(1);
  }

  static String n(double x) {
    double r = Math.rint(x * 100) / 100;
    return r == Math.rint(r) ? Long.toString((long) r) : Double.toString(r);
  }

  static String f(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
