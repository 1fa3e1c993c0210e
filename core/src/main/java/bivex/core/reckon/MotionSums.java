package bivex.core.reckon;

import static bivex.core.reckon.Inputs.ANGLE;
import static bivex.core.reckon.Inputs.CAPTURE;
import static bivex.core.reckon.Inputs.CUT;
import static bivex.core.reckon.Inputs.DISTANCE;
import static bivex.core.reckon.Inputs.FOCAL;
import static bivex.core.reckon.Inputs.HEIGHT;
import static bivex.core.reckon.Inputs.RATE;
import static bivex.core.reckon.Inputs.SENSOR;
import static bivex.core.reckon.Inputs.TO_HEIGHT;
import static bivex.core.reckon.Inputs.TO_WIDTH;
import static bivex.core.reckon.Inputs.WIDTH;
import static bivex.core.reckon.Inputs.capture;
import static bivex.core.reckon.Inputs.delivery;
import static bivex.core.reckon.Inputs.rate;
import static bivex.core.reckon.Sum.number;
import static bivex.core.reckon.Sum.series;
import static bivex.core.reckon.Sum.words;

import bivex.core.InvalidInput;
import bivex.core.motion.CameraMove;
import bivex.core.motion.Dash;
import bivex.core.motion.Leap;
import bivex.core.motion.Overscan;
import bivex.core.motion.SpeedRamp;
import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw;
import bivex.core.optics.FieldOfView;
import bivex.core.optics.Reframe;
import bivex.core.parameter.Parameter;
import bivex.core.plate.JoinPlan;
import bivex.core.plate.Zone;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Sums of movement: S4, S13 to S18. */
final class MotionSums {
  private static final int MOST_TAKES = 100;
  private static final int MOST_MARKS = 200;
  static final List<Sum> ALL =
      List.of(ramp(), overscan(), leap(), dash(), thrown(), pairing(), join(), move());

  private MotionSums() {}

  private static Sum ramp() {
    return new Sum(
        "S4",
        "Speed ramp",
        "source position = ∫ speed · c/p; between keys even, or eased as 3t² − 2t³",
        "definition, integrated in closed form",
        List.of(
            RATE,
            CAPTURE,
            CUT,
            Parameter.rows(
                "keys",
                "Speed at frame",
                List.of("frame", "speed"),
                0,
                1_000_000,
                List.of(List.of(24.0, 1.0), List.of(48.0, 4.0), List.of(72.0, 1.0)),
                "up and down again; 1 is real time"),
            Parameter.choice(
                "curve",
                "Between keys",
                List.of("eased", "even"),
                "eased starts and ends without a jerk"),
            ANGLE,
            Parameter.number("pxPerSecond", "Speed in the picture", "px/s", 0, 1e6, 400, "as shot"),
            Parameter.number(
                "limitPx",
                "Move has died below",
                "px",
                0.01,
                10_000,
                2,
                "blur of the last frames")),
        v -> {
          FrameRate p = rate(v);
          int n = v.whole("cutFrames");
          SpeedRamp r =
              new SpeedRamp(
                  v.rows("keys").stream().map(k -> new SpeedRamp.Key(k.get(0), k.get(1))).toList(),
                  v.word("curve").equals("even") ? SpeedRamp.Curve.EVEN : SpeedRamp.Curve.EASED,
                  new Conform(p, rate(v, "capture")).realTimeRead());
          double source = r.sourceFrames(n);
          return List.of(
              number("sourceFrames", "Source it runs through", 2, source, "frames"),
              number("sourceSeconds", "which is", 3, rate(v, "capture").seconds(source), "s"),
              number(
                  "meanSpeed",
                  "Mean speed",
                  3,
                  rate(v, "capture").seconds(source) / p.seconds(n),
                  "×"),
              number(
                  "entryFrames",
                  "Source before the first key",
                  2,
                  r.position(Math.min(n, r.begins())),
                  "frames"),
              number(
                  "exitFrames",
                  "Source after the last key",
                  2,
                  source - r.position(Math.min(n, r.ends())),
                  "frames"),
              number("peak", "Fastest", 2, r.peak(), "×"),
              number(
                  "tailFrames",
                  "Frames at the end below the blur",
                  0,
                  r.tailBelow(
                      n,
                      v.number("limitPx"),
                      v.number("pxPerSecond"),
                      p.fps(),
                      v.number("shutterDegrees")),
                  "frames"),
              series(
                  "positions",
                  "Source frame at each output frame",
                  2,
                  IntStream.rangeClosed(0, Math.min(n, 2000)).mapToObj(f -> r.position(f)).toList(),
                  ""),
              series(
                  "speeds",
                  "Speed at each",
                  2,
                  IntStream.range(0, Math.min(n, 2000)).mapToObj(f -> r.speed(f)).toList(),
                  "×"));
        });
  }

  private static Sum overscan() {
    return new Sum(
        "S13",
        "Overscan",
        "(½W·cosθ + ½H·sinθ + |t·u|) ÷ ½W and (½W·sinθ + ½H·cosθ + |t·v|) ÷ ½H, the larger",
        "derived: every corner of the frame inside the turned picture",
        List.of(
            TO_WIDTH,
            TO_HEIGHT,
            Parameter.number("turnDeg", "Turn", "°", -90, 90, 2, "of a kick"),
            Parameter.number(
                "shiftXPx", "Shift across", "px", -100_000, 100_000, 20, "delivered pixels"),
            Parameter.number(
                "shiftYPx", "Shift up or down", "px", -100_000, 100_000, 20, "delivered pixels"),
            WIDTH,
            HEIGHT),
        v -> {
          double s =
              Overscan.scale(
                  v.whole("deliveryWidth"),
                  v.whole("deliveryHeight"),
                  new Overscan.Placement(
                      v.number("shiftXPx"), v.number("shiftYPx"), v.number("turnDeg")));
          return List.of(
              number("scale", "Enlarge to at least", 4, s, "×"),
              number(
                  "reserve",
                  "Source pixels a delivered one",
                  2,
                  Reframe.reserve(capture(v), delivery(v), s),
                  ""),
              number(
                  "effectivePercent",
                  "Effective resolution",
                  0,
                  Reframe.effectiveResolutionPercent(capture(v), delivery(v), s),
                  "%"));
        });
  }

  private static Sum leap() {
    return new Sum(
        "S14",
        "Leap",
        "rise = g · (T ÷ 2)² ÷ 2, g = 9.80665 m/s²; way out ÷ frames; size = distance ÷ (distance +"
            + " way)",
        "ISO 80000-3 / CGPM 1901; textbook ballistics",
        List.of(
            RATE,
            Parameter.text(
                "capture", "Camera ran at", "24", "frames in the air are counted at this rate"),
            Parameter.whole(
                "airFrames",
                "Frames in the air",
                "frames",
                1,
                10_000,
                12,
                "counted in the real jump"),
            Parameter.number(
                "exitPx", "Way out of frame", "px", 0, 100_000, 1400, "from where it is held"),
            Parameter.whole("exitFrames", "Leaves in", "frames", 1, 240, 4, "2 to 6 is usual"),
            ANGLE,
            FOCAL,
            SENSOR,
            WIDTH,
            DISTANCE,
            Parameter.number("awayM", "Leaps away by", "m", 0, 100_000, 0, "0 is straight up")),
        v -> {
          double scale =
              FieldOfView.pxPerMetre(
                  v.number("focalMm"),
                  v.number("sensorWidthMm"),
                  v.whole("captureWidth"),
                  v.number("distanceM"));
          Leap l =
              Leap.of(
                  v.whole("airFrames"),
                  rate(v, "capture"),
                  v.number("exitPx"),
                  v.whole("exitFrames"),
                  v.number("shutterDegrees"),
                  scale,
                  rate(v));
          return List.of(
              number("seconds", "In the air", 3, l.seconds(), "s"),
              number("heightM", "Real rise", 3, l.heightM(), "m"),
              number("apexFrame", "Highest after", 0, l.apexFrame(), "frames"),
              number("risePx", "Rise in the picture", 0, l.heightM() * scale, "px"),
              number("exitPxPerFrame", "On the way out", 0, l.exitPxPerFrame(), "px/frame"),
              number("streakPx", "Streak", 0, l.streakPx(), "px"),
              number("speed", "Speed told", 1, l.impliedMetresPerSecond(), "m/s"),
              number(
                  "sizePercent",
                  "Size at the far end",
                  1,
                  Leap.size(v.number("distanceM"), v.number("awayM")) * 100,
                  "%"));
        });
  }

  private static Sum dash() {
    return new Sum(
        "S15",
        "Dash",
        "steps = frames between + 1 · streak = px a frame · angle ÷ 360",
        "definition",
        List.of(
            RATE,
            Parameter.choice(
                "variant",
                "Made as",
                List.of("streak", "compressed run"),
                "the streak works whatever else moves; a compressed run only if nothing else does"),
            Parameter.number(
                "spanPx", "Between the marks", "px", 1, 100_000, 2840, "in the picture"),
            Parameter.number("metres", "Between the marks", "m", 0.1, 10_000, 12, "paced out"),
            Parameter.whole("between", "Frames between", "frames", 1, 24, 3, "3 is usual"),
            Parameter.number(
                "blurDegrees", "Blur of the streak", "°", 1, 360, 300, "more than natural")),
        v -> {
          Dash d =
              v.word("variant").equals("streak")
                  ? Dash.streak(
                      v.number("spanPx"),
                      v.number("metres"),
                      v.whole("between"),
                      v.number("blurDegrees"),
                      rate(v))
                  : Dash.compressedRun(
                      v.number("spanPx"),
                      v.number("metres"),
                      v.whole("between"),
                      v.number("blurDegrees"),
                      rate(v));
          return List.of(
              number("pxPerFrame", "Travel", 0, d.pxPerFrame(), "px/frame"),
              number("speed", "Speed", 1, d.metresPerSecond(), "m/s"),
              number("streakPx", "Streak", 0, d.streakPx(), "px"),
              words(
                  "plan",
                  "Frames",
                  d.frames().stream()
                      .map(b -> b.kind() == Dash.Kind.STREAK ? "streak" : "empty")
                      .reduce((a, b) -> a + ", " + b)
                      .orElse("")));
        });
  }

  private static Sum thrown() {
    return new Sum(
        "S16",
        "Throw",
        "across = d ÷ T · up = g·T ÷ 2 − drop ÷ T · rise = up² ÷ 2g",
        "textbook ballistics, no drag",
        List.of(
            RATE,
            Parameter.number("distanceM", "From hand to hand", "m", 0, 1000, 3, "level"),
            Parameter.number(
                "dropM", "Catching hand lower by", "m", -100, 100, 0, "negative when higher"),
            Parameter.whole(
                "flightFrames", "In the air", "frames", 1, 10_000, 22, "from release to catch"),
            Parameter.number(
                "pxPerMetre",
                "A metre in the picture",
                "px",
                0.1,
                1e6,
                640,
                "measured at that distance")),
        v -> {
          Throw t =
              Throw.of(v.number("distanceM"), v.number("dropM"), v.whole("flightFrames"), rate(v));
          return List.of(
              number("across", "Across", 2, t.acrossMetresPerSecond(), "m/s"),
              number("up", "Up at release", 2, t.upMetresPerSecond(), "m/s"),
              number("riseM", "Rise", 2, t.riseM(), "m"),
              number("apexFrame", "Top of the arc after", 1, t.apexFrame(), "frames"),
              number(
                  "fallPx", "Falls", 3, Throw.fallPx(v.number("pxPerMetre"), rate(v)), "px/frame²"),
              series(
                  "x",
                  "Across at each frame",
                  1,
                  t.path().stream().map(p -> p.x() * v.number("pxPerMetre")).toList(),
                  "px"),
              series(
                  "y",
                  "Up at each frame",
                  1,
                  t.path().stream().map(p -> p.y() * v.number("pxPerMetre")).toList(),
                  "px"));
        });
  }

  private static Sum pairing() {
    return new Sum(
        "S16b",
        "Pairing of takes",
        "cost = acceleration beside the throw's own fall ÷ 0.15 g + end ÷ 0.1 m + time ÷ 1/12 s;"
            + " fall and speed by least squares through all marks; replacement with the"
            + " hand-over's speed and one steady fall",
        "weights are this project's own",
        List.of(
            RATE,
            Parameter.text(
                "givers",
                "Takes of the throw",
                "G1: 0 400 900; 11 1100 300; 22 1900 880 / G2: 0 400 900; 11 1140 360; 21 1960 940",
                "name: frame x y; frame x y … with / between takes"),
            Parameter.text(
                "receivers",
                "Takes of the catch",
                "R1: 0 420 910; 11 1120 310; 22 1910 890 / R2: 0 400 860; 11 1200 500; 22 2100"
                    + " 1000",
                "the same marks"),
            Parameter.whole(
                "handOver",
                "Replacement takes over at",
                "frames",
                0,
                10_000,
                11,
                "the top of the arc is blurred least"),
            Parameter.number(
                "pxPerMetre",
                "A metre in the picture",
                "px",
                0.1,
                1e6,
                640,
                "to compare with the real fall")),
        v -> {
          List<TakePairing.Marked> givers = marked("givers", v.word("givers"));
          List<TakePairing.Marked> receivers = marked("receivers", v.word("receivers"));
          List<TakePairing> ranked = TakePairing.rank(givers, receivers, rate(v));
          TakePairing best = ranked.get(0);
          TakePairing.Marked g =
              givers.stream().filter(m -> m.name().equals(best.giver())).findFirst().orElseThrow();
          TakePairing.Marked r =
              receivers.stream()
                  .filter(m -> m.name().equals(best.receiver()))
                  .findFirst()
                  .orElseThrow();
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      words("best", "Best pair", best.giver() + " with " + best.receiver()),
                      number("cost", "Cost", 1, best.cost(), ""),
                      words(
                          "unnatural",
                          "Beside its own fall",
                          best.impossible().isEmpty()
                              ? best.unnaturalG() == null
                                  ? "not known: mark three places or more of a throw"
                                  : String.format(Locale.ROOT, "%.2f g", best.unnaturalG())
                              : best.impossible()),
                      number("endPx", "Ends apart", 1, best.endPx(), "px"),
                      words(
                          "order",
                          "All, best first",
                          ranked.stream()
                              .map(
                                  x ->
                                      x.giver()
                                          + x.receiver()
                                          + String.format(Locale.ROOT, " %.1f", x.cost()))
                              .reduce((a, b) -> a + ", " + b)
                              .orElse(""))));
          TakePairing.Flight way =
              TakePairing.flight(
                  g,
                  r,
                  v.whole("handOver"),
                  TakePairing.ownFall(Stream.concat(givers.stream(), receivers.stream()).toList()));
          double fall = Throw.fallPx(v.number("pxPerMetre"), rate(v));
          out.add(number("fallRatio", "Replacement falls like", 2, way.fall() / fall, "g"));
          out.add(
              words(
                  "bend",
                  "S-bend",
                  way.bends()
                      ? "nothing thrown flies like that: choose another pair or hand over elsewhere"
                      : "none"));
          out.add(
              series(
                  "x",
                  "Replacement across",
                  1,
                  way.way().stream().map(Throw.Spot::x).toList(),
                  "px"));
          out.add(
              series(
                  "y",
                  "Replacement down",
                  1,
                  way.way().stream().map(Throw.Spot::y).toList(),
                  "px"));
          return out;
        });
  }

  private static List<TakePairing.Marked> marked(String field, String text) {
    List<TakePairing.Marked> out = new ArrayList<>();
    for (String take : text.split("/")) {
      InvalidInput.within(field, (long) out.size(), 0, MOST_TAKES - 1);
      String[] parts = take.strip().split(":");
      if (parts.length != 2) {
        throw new InvalidInput(
            field,
            "write \"G1: frame x y; frame x y\" with / between takes, was \""
                + take.strip()
                + "\"");
      }
      List<Throw.Spot> spots = new ArrayList<>();
      for (String spot : parts[1].split(";", MOST_MARKS + 1)) {
        InvalidInput.within(field, (long) spots.size(), 0, MOST_MARKS - 1);
        String[] n = spot.strip().split("\\s+");
        try {
          spots.add(
              new Throw.Spot(
                  Double.parseDouble(n[0]), Double.parseDouble(n[1]), Double.parseDouble(n[2])));
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
          throw new InvalidInput(field, "a mark is frame x y, was \"" + spot.strip() + "\"");
        }
      }
      out.add(new TakePairing.Marked(parts[0].strip(), spots));
    }
    return out;
  }

  private static Sum join() {
    return new Sum(
        "S17",
        "Join between parts",
        "standing when the left part's right-most edge stays left of the right part's left-most",
        "definition",
        List.of(
            Parameter.zones(
                "zones",
                "Where each part stands",
                List.of(new Zone(1, 0, 0.08, 0.42), new Zone(2, 0, 0.58, 0.92)),
                "two parts, a third each"),
            WIDTH,
            CUT,
            Parameter.number(
                "slopePx",
                "Moving join, at most",
                "px/frame",
                0,
                200,
                6,
                "faster is seen to travel")),
        v -> {
          List<Zone> z = v.zones("zones");
          List<Integer> order = Zone.partsLeftToRight(z);
          int n = v.whole("cutFrames");
          int w = v.whole("captureWidth");
          List<Sum.Result> out = new ArrayList<>();
          for (int i = 0; i + 1 < order.size(); i++) {
            double[][] a = Zone.edges(z, order.get(i), n);
            double[][] b = Zone.edges(z, order.get(i + 1), n);
            JoinPlan j =
                JoinPlan.of(
                    IntStream.range(0, n).mapToDouble(f -> a[f][1] * w).toArray(),
                    IntStream.range(0, n).mapToDouble(f -> b[f][0] * w).toArray(),
                    v.number("slopePx"));
            String pair = order.get(i) + "-" + order.get(i + 1);
            out.add(
                words(
                    "kind" + pair,
                    "Parts " + order.get(i) + " and " + order.get(i + 1),
                    j.kind().name().toLowerCase(Locale.ROOT)));
            out.add(number("marginPx" + pair, "Margin", 0, j.marginPx(), "px"));
            out.add(
                number("crossing" + pair, "Frames that cross", 0, j.crossing().size(), "frames"));
            out.add(
                series(
                    "join" + pair,
                    "Join at each frame",
                    0,
                    Arrays.stream(j.path()).limit(2000).boxed().toList(),
                    "px"));
          }
          if (out.isEmpty()) {
            throw new InvalidInput("zones", "need at least two parts");
          }
          return out;
        });
  }

  private static Sum move() {
    return new Sum(
        "S18",
        "Moved camera",
        "px a frame = f_px · ω · worst = f_px · (ω · δt + ε)",
        "derived, small angles near the middle of the frame",
        List.of(
            RATE,
            Parameter.number("sweepDeg", "Sweep", "°", 0, 3600, 360, "a full turn"),
            Parameter.number(
                "moveSeconds", "takes", "s", 0.1, 100_000, 20, "matches a 20 s phrase of music"),
            FOCAL,
            SENSOR,
            WIDTH,
            Parameter.number(
                "repeatDeg",
                "Head comes back within",
                "°",
                0,
                10,
                0.02,
                "of the head's maker, or tested"),
            Parameter.number(
                "syncFrames",
                "Start error",
                "frames",
                0,
                1000,
                0.5,
                "half a frame if passes are matched on the stop")),
        v -> {
          CameraMove m =
              CameraMove.of(
                  v.number("sweepDeg"),
                  v.number("moveSeconds"),
                  rate(v),
                  v.number("focalMm"),
                  v.number("sensorWidthMm"),
                  v.whole("captureWidth"),
                  v.number("repeatDeg"),
                  v.number("syncFrames"));
          return List.of(
              number("degreesPerFrame", "Turns", 4, m.degreesPerFrame(), "°/frame"),
              number("focalPx", "Focal length", 1, m.focalPx(), "px"),
              number("pxPerFrame", "Picture moves", 1, m.pxPerFrame(), "px/frame"),
              number("repeatPx", "Head alone is off by", 2, m.repeatPx(), "px"),
              number("worstPx", "Worst", 2, m.worstPx(), "px"),
              number("featherPx", "Feather", 0, m.featherPx(), "px"));
        });
  }
}
