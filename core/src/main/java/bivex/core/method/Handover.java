package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.Leap;
import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw;
import bivex.core.motion.Throw.Spot;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A4: a prop is thrown or passed from one double to another. */
public final class Handover implements Method {
  private static final String GIVER = ItemKey.GIVER.toString();
  private static final String RECEIVER = ItemKey.RECEIVER.toString();

  /** Read where another method shares the set: both sides of the throw have their own number. */
  private static final Parameter OTHER_TAKES =
      Parameter.whole(
          "takes",
          "Takes of any other part",
          "",
          1,
          30,
          4,
          "of a method that shares the set; throw and catch have their own");

  /**
   * Which side of the throw the takes of a plate show; those of any other plate are taken for
   * throws until somebody says otherwise.
   */
  public static TakePairing.Half half(String plate) {
    return ItemKey.of(plate).receives() ? TakePairing.Half.CATCH : TakePairing.Half.THROW;
  }

  @Override
  public String id() {
    return "A4";
  }

  @Override
  public String name() {
    return "Handover";
  }

  @Override
  public Chapter chapter() {
    return Chapter.DOUBLES;
  }

  @Override
  public String summary() {
    return "A prop is thrown or passed from one double to the other: the best throw is paired with"
        + " the best catch, and a replacement prop flies between.";
  }

  @Override
  public String rightWhen() {
    return "The prop is small and the frame locked; a stand-in can throw and catch so that eyes and"
        + " hands are right.";
  }

  @Override
  public List<String> cues() {
    return List.of("throw", "catch", "toss", "hands her the", "passes it to herself");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS.stream()
            .map(p -> p.key().equals("takes") ? OTHER_TAKES : p)
            .toList(),
        Parameter.text("prop", "Prop", "the prop", "named in plates and layers"),
        Parameter.number("distanceM", "From hand to hand", "m", 0.1, 100, 3, "paced out, level"),
        Parameter.number(
            "dropM", "Catching hand lower by", "m", -20, 20, 0, "negative when higher"),
        Parameter.whole(
            "releaseFrame",
            "Released at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            24,
            "counted from 0"),
        Parameter.whole(
            "flightFrames", "In the air", "frames", 2, 1000, 22, "counted in rehearsal"),
        Parameter.number("fromPct", "Giving hand", "% of width", 0, 100, 22, "where it lets go"),
        Parameter.number("toPct", "Catching hand", "% of width", 0, 100, 78, "where it is caught"),
        Parameter.number(
            "handPct", "Giving hand is down the frame", "% of height", 0, 100, 55, "at release"),
        Parameter.whole(
            "handOver",
            "Replacement takes over after",
            "frames",
            0,
            1000,
            11,
            "near the top of the arc it is blurred least"),
        Parameter.whole(
            "giverTakes",
            "Takes of the throw",
            "",
            1,
            60,
            6,
            "6 and 9 are normal (common practice)"),
        Parameter.whole(
            "receiverTakes",
            "Takes of the catch",
            "",
            1,
            60,
            9,
            "6 and 9 are normal (common practice)"),
        Parameter.choice(
            "difficulty",
            "Prop in the picture",
            List.of("fair", "easy", "hard"),
            "blur and like colours are hard"),
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "pxPerMetre",
        Math.abs(v.number("toPct") - v.number("fromPct"))
            / 100
            * s.capture().width()
            / v.number("distanceM"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int release = v.whole("releaseFrame");
    int flight = v.whole("flightFrames");
    int over = v.whole("handOver");
    String prop = v.word("prop");
    if (release + flight >= s.cutFrames()) {
      throw new InvalidInput(
          "flightFrames",
          "the catch must be inside the cut: "
              + release
              + " + "
              + flight
              + " frames of "
              + s.cutFrames());
    }
    if (over >= flight) {
      throw new InvalidInput(
          "handOver", "must be before the catch, which is after " + flight + " frames");
    }
    double span = (v.number("toPct") - v.number("fromPct")) / 100 * s.capture().width();
    if (span == 0) {
      throw new InvalidInput("toPct", "must differ from the giving hand");
    }
    CameraBrief.held(plan, v, "giver, receiver and clean plate must lie on one another");
    Throw t = Throw.of(v.number("distanceM"), v.number("dropM"), flight, s.rate());
    double scale = Math.abs(span) / v.number("distanceM");
    plan.takes(GIVER, v.whole("giverTakes"));
    plan.takes(RECEIVER, v.whole("receiverTakes"));
    plan.plate(
        GIVER,
        Plan.PlateKind.PERFORMANCE,
        "Giver",
        "Throws "
            + prop
            + " to a stand-in who really catches it; "
            + v.whole("giverTakes")
            + " takes, roll not stopped between the halves.",
        s.seconds(),
        true,
        "a throw without a prop, the prop made in post");
    plan.plate(
        RECEIVER,
        Plan.PlateKind.PERFORMANCE,
        "Receiver",
        "Catches "
            + prop
            + " from a stand-in who really throws it; "
            + v.whole("receiverTakes")
            + " takes.",
        s.seconds(),
        true,
        "the catch reversed from a throw");
    plan.plate(
        "plate:prop-still",
        Plan.PlateKind.STILL,
        "Prop alone",
        "A still of " + prop + " at the height of the arc, lit as in the shot.",
        3,
        false,
        "a frame of a take near the top of the arc");
    plan.clean(10, true);
    int in = release + over;
    Difficulty d = Difficulty.of(v.word("difficulty"));
    plan.layer(
        "layer:receiver",
        "Receiver",
        "performance",
        "over",
        "split",
        RECEIVER,
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.layer(
        "layer:giver",
        "Giver",
        "performance",
        "over",
        "split",
        GIVER,
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.layer(
        plan.own("layer:removal"),
        "Prop taken out of the receiver's plate",
        "clean plate",
        "over",
        "hand matte",
        plan.own("task:removal"),
        List.of(plan.span(in, release + flight - 1, Plan.SpanKind.CROSSING, "patched")));
    plan.layer(
        plan.own("layer:prop"),
        "Replacement " + prop.replaceFirst("^the ", ""),
        "held frame of least blur",
        "over",
        "hand matte",
        "held",
        f("ballistic path, motion blur %s°", n(v.number("shutterDegrees"))),
        plan.own("task:prop"),
        List.of(
            plan.span(
                in,
                release + flight,
                Plan.SpanKind.MOVE,
                f("%d frames to the catch", flight - over))));
    plan.grade();
    checks(plan, v, t, scale);
    plan.task(
        plan.own("task:pair"), "Pair throws and catches", TaskKind.COMPOSITE, 1, Difficulty.EASY);
    Matting.matte(
        plan, v, plan.own("task:prop-matte"), "Matte of the prop until the hand-over", over, d);
    plan.task(
        plan.own("task:removal"),
        "Take the prop out of the receiver's plate",
        TaskKind.PAINT,
        flight - over,
        d);
    plan.task(
        plan.own("task:prop"),
        "Replacement on its path",
        TaskKind.HAND_TRACK,
        flight - over + 1.0,
        d);
    plan.task(plan.own("task:split"), "Split matte", TaskKind.SPLIT_MATTE, 1, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 4, Difficulty.FAIR);
    plan.task("task:sound", "Sound of throw and catch", TaskKind.SOUND, 2, Difficulty.FAIR);
    CameraBrief.doubles(plan);
    plan.datum(
        "datum:marks",
        "Marked paths of each take",
        "Release, two or three places on the way, and catch, in px, for every good take.",
        Plan.Due.BEFORE_DELIVERY);
    plan.aid(
        "aid:stand-in",
        "Stand-in to throw and catch",
        "eyes and hands are right",
        "same height as the double");
    draw(plan, v, t, span, release, over);
  }

  private static void checks(Derivation plan, Values v, Throw t, double scale) {
    ShotSetting s = plan.setting();
    double blur =
        Math.hypot(t.acrossMetresPerSecond(), t.upMetresPerSecond())
            * scale
            / s.rate().fps()
            * v.number("shutterDegrees")
            / 360;
    plan.check(
        "throw",
        "Real fall over that way",
        t.upMetresPerSecond() >= 0 && t.riseM() < 4 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "%.2f m/s across, %.2f m/s up, rise %.2f m, top after %.1f frames",
            t.acrossMetresPerSecond(), t.upMetresPerSecond(), t.riseM(), t.apexFrame()),
        t.riseM() >= 4
            ? "That long in the air needs a throw to the ceiling: fewer frames."
            : "So fast that it is thrown downwards: more frames, or a lower catch.",
        "S16",
        f(
            "%s m in %d frames, catch %s m lower",
            n(v.number("distanceM")), v.whole("flightFrames"), n(v.number("dropM"))),
        "vx = d÷T; vy = g·T÷2 − drop÷T; textbook ballistics, no drag");
    double above = t.riseM() * Math.abs(scale) - v.number("handPct") / 100 * s.capture().height();
    long out =
        t.path().stream()
            .filter(p -> p.y() * Math.abs(scale) > v.number("handPct") / 100 * s.capture().height())
            .count();
    plan.check(
        "in-frame",
        "The arc stays in the picture",
        above <= 0 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        above <= 0
            ? f("%.0f px of room above its top", -above)
            : f("%.0f px above the frame, out of it for %d frames", above, out),
        f(
            "Fewer frames in the air (%.2f s rise within the frame), a wider frame, or hands %.0f"
                + " px lower.",
            2
                * Math.sqrt(
                    2
                        * v.number("handPct")
                        / 100
                        * s.capture().height()
                        / Math.abs(scale)
                        / Leap.G),
            Math.max(0, above)),
        "S16",
        f("hands at %s %% of the height, %.0f px a metre", n(v.number("handPct")), Math.abs(scale)),
        "rise · px a metre against the way to the upper edge; textbook ballistics, no drag");
    int over = v.whole("handOver");
    boolean near = Math.abs(over - t.apexFrame()) <= 3;
    plan.check(
        "hand-over",
        "Hand-over near the top of the arc",
        near ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("takes over %.1f frames from the top", Math.abs(over - t.apexFrame())),
        f(
            "Take over at about frame %d of the flight: it is blurred least there.",
            Math.max(0, Math.round(t.apexFrame()))),
        "S16",
        f("frame %d of the flight", over),
        "top = up ÷ g; textbook ballistics");
    plan.check(
        "blur",
        "Blur at the release",
        blur <= 60 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.0f px; falls %.2f px/frame²", blur, Throw.fallPx(scale, s.rate())),
        "Too smeared to cut out: a slower throw, or a faster shutter and blur added.",
        "S5",
        f("%.0f px a metre", scale),
        "speed · exposure; definition");
    plan.check(
        "takes",
        "Takes to choose from",
        v.whole("giverTakes") >= 4 && v.whole("receiverTakes") >= 4
            ? Plan.Grade.HOLDS
            : Plan.Grade.DOUBTFUL,
        v.whole("giverTakes") * v.whole("receiverTakes") + " pairs",
        "Shoot six to nine of each: the pair is chosen by where its paths end.",
        "S16b",
        v.whole("giverTakes") + " throws, " + v.whole("receiverTakes") + " catches",
        "common practice, no source");
  }

  private static void draw(Derivation plan, Values v, Throw t, double span, int release, int over) {
    ShotSetting s = plan.setting();
    double h = s.capture().height();
    double x0 = v.number("fromPct") / 100 * s.capture().width();
    double y0 = v.number("handPct") / 100 * h;
    double scale = span / v.number("distanceM");
    List<Plan.Point> before = new ArrayList<>();
    List<Plan.Point> after = new ArrayList<>();
    List<Spot> px =
        t.path().stream()
            .map(p -> new Spot(p.frame(), x0 + p.x() * scale, y0 - p.y() * Math.abs(scale)))
            .toList();
    for (int i = 0; i < px.size(); i++) {
      Plan.Point p = new Plan.Point(px.get(i).x(), px.get(i).y(), plan.frame(release + i));
      if (i <= over) {
        before.add(p);
      }
      if (i >= over) {
        after.add(p);
      }
    }
    double w = s.capture().width();
    plan.drawing(
        "path",
        Plan.DrawingKind.FRAME,
        "The throw, frame by frame",
        "px",
        "px",
        true,
        true,
        List.of(
            new Plan.Shape(
                Plan.ShapeKind.LINE,
                "frame",
                List.of(
                    new Plan.Point(0, 0),
                    new Plan.Point(w, 0),
                    new Plan.Point(w, h),
                    new Plan.Point(0, h),
                    new Plan.Point(0, 0))),
            new Plan.Shape(Plan.ShapeKind.DOTS, "giver's prop", before),
            new Plan.Shape(Plan.ShapeKind.NOW, "replacement", after)));
    double half = 0.09;
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          double a = v.number("fromPct") / 100;
          double b = v.number("toPct") / 100;
          out.add(
              new Plan.SketchFigure(
                  "giver",
                  "figure",
                  Math.max(0, a - half - 0.04),
                  Math.min(1, a + half - 0.04),
                  1));
          out.add(
              new Plan.SketchFigure(
                  "receiver",
                  "figure",
                  Math.max(0, b - half + 0.04),
                  Math.min(1, b + half + 0.04),
                  1));
          int k = Math.max(0, Math.min(px.size() - 1, i - release));
          double x = Math.max(0.02, Math.min(0.98, px.get(k).x() / w));
          double y = Math.max(0.02, Math.min(0.98, px.get(k).y() / h));
          out.add(
              new Plan.SketchFigure(
                  v.word("prop"), "thing", x - 0.015, x + 0.015, y - 0.025, y + 0.025, 1));
          return out;
        });
  }
}
