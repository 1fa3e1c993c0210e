package bivex.core.reckon;

import static bivex.core.reckon.Inputs.ANGLE;
import static bivex.core.reckon.Inputs.CIRCLE;
import static bivex.core.reckon.Inputs.DISTANCE;
import static bivex.core.reckon.Inputs.FOCAL;
import static bivex.core.reckon.Inputs.FOCUS;
import static bivex.core.reckon.Inputs.HEIGHT;
import static bivex.core.reckon.Inputs.RATE;
import static bivex.core.reckon.Inputs.SENSOR;
import static bivex.core.reckon.Inputs.STOP;
import static bivex.core.reckon.Inputs.TO_HEIGHT;
import static bivex.core.reckon.Inputs.TO_WIDTH;
import static bivex.core.reckon.Inputs.WIDTH;
import static bivex.core.reckon.Inputs.capture;
import static bivex.core.reckon.Inputs.delivery;
import static bivex.core.reckon.Inputs.rate;
import static bivex.core.reckon.Sum.number;
import static bivex.core.reckon.Sum.read;
import static bivex.core.reckon.Sum.words;

import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.CrowdTiles;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.Exposure;
import bivex.core.optics.FieldOfView;
import bivex.core.optics.MirrorSight;
import bivex.core.optics.PanParallax;
import bivex.core.optics.Reframe;
import bivex.core.optics.ScaleSwap;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/** Sums of the camera: S5, S6, S8 to S12, S34, S37, S38. */
final class OpticsSums {
  static final List<Sum> ALL =
      List.of(
          shutter(),
          exposure(),
          depth(),
          blur(),
          view(),
          swap(),
          reframe(),
          parallax(),
          mirror(),
          crowd());

  private OpticsSums() {}

  private static Sum shutter() {
    return new Sum(
        "S5",
        "Shutter and blur",
        "t = angle ÷ (360 · fps) · blur = speed · t",
        "definition",
        List.of(
            RATE,
            ANGLE,
            Parameter.number(
                "pxPerSecond",
                "Speed in the picture",
                "px/s",
                0,
                1e6,
                1000,
                "of the fastest thing that is tracked"),
            Parameter.number(
                "limitPx", "Blur wanted at most", "px", 0.01, 10_000, 2, "for tracking")),
        v -> {
          FrameRate r = rate(v);
          double t = Shutter.seconds(v.number("shutterDegrees"), r);
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      read("seconds", "Exposure", Shutter.text(t), "", t),
                      number(
                          "blurPx", "Blur", 1, Shutter.blurPx(v.number("pxPerSecond"), t), "px")));
          if (v.number("pxPerSecond") > 0) {
            double wanted =
                Math.min(
                    1 / r.fps(),
                    Shutter.secondsForBlur(v.number("limitPx"), v.number("pxPerSecond")));
            out.add(
                read("wantedSeconds", "Exposure for that blur", Shutter.text(wanted), "", wanted));
            out.add(number("wantedDegrees", "which is", 1, Shutter.degrees(wanted, r), "°"));
            out.add(number("stops", "and costs", 2, Exposure.stopsLost(t, wanted), "stops"));
          }
          return out;
        });
  }

  private static Sum exposure() {
    return new Sum(
        "S6",
        "Exposure trade",
        "EV = log2(N² ÷ t) at ISO 100 · stops = log2(t₁ ÷ t₂)",
        "ISO 2720",
        List.of(
            STOP,
            Parameter.number(
                "fromPerSecond",
                "Exposure now, 1 over",
                "1/s",
                0.01,
                1e6,
                48,
                "twice the rate is natural"),
            Parameter.number(
                "toPerSecond",
                "Exposure wanted, 1 over",
                "1/s",
                0.01,
                1e6,
                1000,
                "for tracking or a crisp look"),
            Parameter.number(
                "widest", "Widest the lens opens", "f/", 0.7, 32, 1.8, "engraved on it"),
            Parameter.whole(
                "iso", "ISO", "", 25, 409_600, 400, "800 is the cap unless a test says otherwise")),
        v -> {
          double stops =
              Exposure.stopsLost(1 / v.number("fromPerSecond"), 1 / v.number("toPerSecond"));
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      number(
                          "ev",
                          "EV now",
                          2,
                          Exposure.ev(v.number("fNumber"), 1 / v.number("fromPerSecond")),
                          ""),
                      number("stops", "To find", 2, stops, "stops")));
          List<String> ways =
              Exposure.waysToPay(stops, v.number("fNumber"), v.number("widest"), v.number("iso"));
          for (int i = 0; i < ways.size(); i++) {
            out.add(words("way" + (i + 1), "Pay with", ways.get(i)));
          }
          return out;
        });
  }

  private static Sum depth() {
    return new Sum(
        "S8",
        "Depth of field",
        "H = f² ÷ (N·c) + f · near = s(H−f) ÷ (H+s−2f) · far = s(H−f) ÷ (H−s)",
        "thin-lens handbook formula",
        List.of(FOCAL, STOP, CIRCLE, FOCUS),
        v -> {
          DepthOfField d =
              DepthOfField.of(
                  v.number("focalMm"),
                  v.number("fNumber"),
                  v.number("circleMm"),
                  v.number("focusM") * 1000);
          return List.of(
              number("hyperfocalM", "Hyperfocal", 3, d.hyperfocalMm() / 1000, "m"),
              number("nearM", "Sharp from", 3, d.nearMm() / 1000, "m"),
              Double.isInfinite(d.farMm())
                  ? words("farM", "to", "the horizon")
                  : number("farM", "to", 3, d.farMm() / 1000, "m"));
        });
  }

  private static Sum blur() {
    return new Sum(
        "S9",
        "Background blur of two plates",
        "disc = f²·|D−s| ÷ (N·D·(s−f)), × raster ÷ sensor",
        "thin-lens equation",
        List.of(
            FOCAL,
            STOP,
            Parameter.number(
                "backgroundM", "Background distance", "m", 0.01, 10_000, 6, "of the shot"),
            FOCUS,
            Parameter.number(
                "focusFarM", "Other focus distance", "m", 0.01, 10_000, 2.9, "of the other part"),
            SENSOR,
            WIDTH),
        v -> {
          double f = v.number("focalMm");
          double d = v.number("backgroundM") * 1000;
          double a = v.number("focusM") * 1000;
          double b = v.number("focusFarM") * 1000;
          double s = v.number("sensorWidthMm");
          int w = v.whole("captureWidth");
          double n = BackgroundBlur.smallestFNumber(f, d, a, b, s, w, 1);
          return List.of(
              number(
                  "firstMm",
                  "Disc of the first",
                  4,
                  BackgroundBlur.discMm(f, v.number("fNumber"), d, a),
                  "mm"),
              number(
                  "secondMm",
                  "Disc of the second",
                  4,
                  BackgroundBlur.discMm(f, v.number("fNumber"), d, b),
                  "mm"),
              number(
                  "differencePx",
                  "Difference",
                  2,
                  BackgroundBlur.mismatchPx(f, v.number("fNumber"), d, a, b, s, w),
                  "px"),
              n > 0
                  ? read("within1Px", "Within 1 px from", "f/" + n, "", n)
                  : words("within1Px", "Within 1 px from", "no opening"));
        });
  }

  private static Sum view() {
    return new Sum(
        "S10",
        "Field of view and fit",
        "width = sensor · distance ÷ focal length · turned camera gains the aspect ratio",
        "similar triangles",
        List.of(
            FOCAL,
            SENSOR,
            WIDTH,
            HEIGHT,
            DISTANCE,
            Parameter.number(
                "heightM",
                "Height to fit",
                "m",
                0.01,
                1000,
                1.75,
                "the performer; for a leap add the rise"),
            Parameter.number(
                "headroomPercent",
                "Headroom",
                "% of height",
                0,
                90,
                15,
                "free above and below together")),
        v -> {
          double sensorHeight =
              v.number("sensorWidthMm") * v.whole("captureHeight") / v.whole("captureWidth");
          double f = v.number("focalMm");
          double d = v.number("distanceM");
          double room = v.number("headroomPercent") / 100;
          return List.of(
              number(
                  "widthM",
                  "Sees across",
                  3,
                  FieldOfView.span(v.number("sensorWidthMm"), f, d),
                  "m"),
              number("heightM", "and up", 3, FieldOfView.span(sensorHeight, f, d), "m"),
              number(
                  "degrees",
                  "Angle across",
                  2,
                  FieldOfView.degrees(v.number("sensorWidthMm"), f),
                  "°"),
              number(
                  "fillsPercent",
                  "The height fills",
                  1,
                  FieldOfView.fills(v.number("heightM"), sensorHeight, f, d) * 100,
                  "%"),
              number(
                  "fitsFromM",
                  "Fits with headroom from",
                  3,
                  FieldOfView.distanceFor(v.number("heightM"), room, sensorHeight, f),
                  "m"),
              number(
                  "turnedFromM",
                  "with the camera turned 90° from",
                  3,
                  FieldOfView.distanceFor(v.number("heightM"), room, v.number("sensorWidthMm"), f),
                  "m"),
              number("turnedGain", "Turning gains", 3, FieldOfView.turnedGain(capture(v)), "×"),
              number(
                  "pxPerMetre",
                  "A metre is",
                  1,
                  FieldOfView.pxPerMetre(f, v.number("sensorWidthMm"), v.whole("captureWidth"), d),
                  "px"));
        });
  }

  private static Sum swap() {
    return new Sum(
        "S11",
        "Scale swap",
        "near = far · small ÷ large; both held when 1/near − 1/far = 2(s−f) ÷ (s·(H−f))",
        "similar triangles; thin-lens depth of field solved for the opening",
        List.of(
            Parameter.number("smallMm", "Small thing", "mm", 0.1, 1e6, 40, "measured"),
            Parameter.number(
                "largeMm", "Large thing", "mm", 0.1, 1e7, 240, "measured the same way"),
            Parameter.number(
                "farM", "Large thing stands at", "m", 0.1, 100_000, 1.8, "from the entrance pupil"),
            FOCAL,
            SENSOR,
            CIRCLE),
        v -> {
          ScaleSwap s =
              ScaleSwap.of(
                  v.number("smallMm"),
                  v.number("largeMm"),
                  v.number("farM"),
                  v.number("focalMm"),
                  v.number("sensorWidthMm"),
                  v.number("circleMm"));
          return List.of(
              number("nearM", "Small thing stands at", 4, s.nearM(), "m"),
              number("errorPercentPerCm", "A cm off is an error of", 2, s.errorPercentPerCm(), "%"),
              number("focusM", "Focus at", 3, s.focusM(), "m"),
              read(
                  "fNumber",
                  "Both sharp at",
                  String.format(java.util.Locale.ROOT, "f/%.1f", s.fNumber()),
                  "",
                  s.fNumber()),
              number(
                  "monitorPercent", "Width on the monitor", 2, s.monitorPercent(), "% of width"));
        });
  }

  private static Sum reframe() {
    return new Sum(
        "S12",
        "Reframe",
        "punch limit = source ÷ delivery; covered while |shift| ≤ (scale − 1) · side ÷ 2",
        "definition",
        List.of(
            WIDTH,
            HEIGHT,
            TO_WIDTH,
            TO_HEIGHT,
            Parameter.number("push", "Push", "×", 1, 20, 1.2, "a push to 120 % is usual"),
            Parameter.rows(
                "placements",
                "Placements over time",
                List.of("frame", "scale", "shift x px", "shift y px"),
                -100_000,
                10_000_000,
                List.of(List.of(0.0, 1.0, 0.0, 0.0), List.of(96.0, 1.2, 60.0, 0.0)),
                "a push that drifts to the right")),
        v -> {
          Reframe.Worst w =
              Reframe.worst(
                  capture(v),
                  delivery(v),
                  v.rows("placements").stream()
                      .map(r -> new Reframe.Placement(r.get(0), r.get(1), r.get(2), r.get(3)))
                      .toList());
          return List.of(
              number(
                  "punchLimit",
                  "Push no further than",
                  2,
                  Reframe.punchLimit(capture(v), delivery(v)),
                  "×"),
              number(
                  "reserve",
                  "Left after the push",
                  2,
                  Reframe.reserve(capture(v), delivery(v), v.number("push")),
                  "×"),
              number(
                  "effectivePercent",
                  "Effective resolution",
                  0,
                  Reframe.effectiveResolutionPercent(capture(v), delivery(v), v.number("push")),
                  "%"),
              number("worstReserve", "Least left over the placements", 2, w.reserve(), "×"),
              number("uncoveredPx", "Edge shows by", 0, w.uncoveredPx(), "px"),
              number("uncoveredAt", "at frame", 0, w.atFrame(), ""));
        });
  }

  private static Sum parallax() {
    return new Sum(
        "S34",
        "Parallax of a pan",
        "px = focal · |tan(bearing near − turn) − tan(bearing far − turn)|",
        "two bearings from the point the lens looks from, moved by the turn; definition",
        List.of(
            FOCAL,
            SENSOR,
            WIDTH,
            Parameter.number(
                "turnDeg", "Turn", "°", -80, 80, 20, "pan or tilt, from first to last"),
            Parameter.number(
                "pivotM",
                "Lens looks from",
                "m before the pivot",
                -2,
                2,
                0.1,
                "0.05 to 0.15 on an ordinary head (common practice)"),
            Parameter.number("nearM", "Nearest thing", "m", 0.1, 10_000, 3, "that must stay right"),
            Parameter.number(
                "farM", "Farthest thing", "m", 0.1, 1_000_000, 1000, "or what is put there"),
            Parameter.number(
                "limitPx", "Not seen up to", "px", 0.01, 1000, 1, "common practice, no source")),
        v -> {
          double focal =
              FieldOfView.focalPx(
                  v.number("focalMm"), v.number("sensorWidthMm"), v.whole("captureWidth"));
          double far = Math.max(v.number("nearM"), v.number("farM"));
          double px =
              PanParallax.px(
                  v.number("turnDeg"), v.number("pivotM"), v.number("nearM"), far, focal);
          double nearest =
              PanParallax.nearestM(
                  v.number("turnDeg"), v.number("pivotM"), far, focal, v.number("limitPx"));
          return List.of(
              read(
                  "parallaxPx",
                  "Near against far",
                  Double.isInfinite(px) ? "the near thing is behind the lens" : Sum.text(1, px),
                  Double.isInfinite(px) ? "" : "px",
                  px),
              nearest == 0
                  ? words("nearestM", "Flat picture holds", "however near things are")
                  : number("nearestM", "Flat picture holds for things from", 2, nearest, "m"));
        });
  }

  private static Sum mirror() {
    return new Sum(
        "S37",
        "Seen in the mirror",
        "seen where the line from the lens to the image behind the glass meets it",
        "law of reflection, from above; heights are not reckoned",
        List.of(
            Parameter.number(
                "mirrorM", "Mirror ahead of the lens", "m", 0.05, 1000, 3, "its middle"),
            Parameter.number(
                "mirrorAcrossM", "Mirror to the right", "m", -1000, 1000, 0.5, "below 0: left"),
            Parameter.number("mirrorWidthM", "Its width", "m", 0.01, 100, 0.8, "of the glass"),
            Parameter.number(
                "mirrorTurnDeg",
                "It is turned by",
                "°",
                -80,
                80,
                10,
                "0 faces the camera; above 0 its right edge is the further one"),
            Parameter.number(
                "personM", "Somebody ahead of the lens", "m", -1000, 1000, 1, "below 0: behind it"),
            Parameter.number(
                "personAcrossM", "Somebody to the right", "m", -1000, 1000, 1.6, "below 0: left"),
            Parameter.number(
                "cameraM", "Camera and operator", "m wide", 0, 10, 0.5, "about the lens")),
        v -> {
          MirrorSight m =
              MirrorSight.of(
                  new MirrorSight.Mirror(
                      v.number("mirrorM"),
                      v.number("mirrorAcrossM"),
                      v.number("mirrorWidthM"),
                      v.number("mirrorTurnDeg")),
                  v.number("personM"),
                  v.number("personAcrossM"),
                  v.number("cameraM"));
          double out = v.number("mirrorWidthM") * Math.max(-m.share(), m.share() - 1);
          return List.of(
              m.seen()
                  ? number(
                      "share", "Seen from its left edge at", 0, 100 * m.share(), "% of its width")
                  : words(
                      "share",
                      "Not seen",
                      Double.isNaN(m.share())
                          ? "stands behind the glass"
                          : Sum.text(2, out)
                              + " m beyond its "
                              + (m.share() < 0 ? "left" : "right")
                              + " edge"),
              Double.isNaN(m.focusM())
                  ? words("focusM", "Focus on the image", "none")
                  : number("focusM", "Focus on the image", 2, m.focusM(), "m"),
              words("camera", "The camera", m.cameraSeen() ? "sees itself" : "does not see itself"),
              Double.isNaN(m.turnAwayDeg())
                  ? words("turnAwayDeg", "It is out of the glass", "at no turn")
                  : number(
                      "turnAwayDeg",
                      "It is out of the glass from a turn of",
                      1,
                      m.turnAwayDeg(),
                      "°"));
        });
  }

  private static Sum crowd() {
    return new Sum(
        "S38",
        "Crowd from one group",
        "places = ⌈(place − overlap) ÷ (group − overlap)⌉ · ⌈depth ÷ its depth⌉",
        "tiles on a floor; definition",
        List.of(
            Parameter.number("placeM", "Width to fill", "m", 0.1, 10_000, 24, "at the nearest row"),
            Parameter.number("placeDeepM", "Depth to fill", "m", 0.1, 10_000, 9, "along the view"),
            Parameter.number("groupM", "The group stands in", "m wide", 0.1, 1000, 7, "as placed"),
            Parameter.number("groupDeepM", "and", "m deep", 0.1, 1000, 3, "as placed"),
            Parameter.number(
                "overlapM", "Neighbours overlap by", "m", 0, 1000, 1, "so that no gap is seen"),
            Parameter.whole("people", "People in the group", "", 1, 10_000, 20, "who come")),
        v -> {
          CrowdTiles c =
              CrowdTiles.of(
                  v.number("placeM"),
                  v.number("placeDeepM"),
                  v.number("groupM"),
                  v.number("groupDeepM"),
                  v.number("overlapM"));
          return List.of(
              number("across", "Places side by side", 0, c.across(), ""),
              number("deep", "one behind the other", 0, c.deep(), ""),
              number("plates", "Plates to shoot", 0, c.plates(), ""),
              number("overlap", "Two neighbours overlap by", 2, c.overlapM(), "m"),
              number("crowd", "People seen, overlaps left out", 0, seen(c, v), ""));
        });
  }

  /** People who stand in the overlaps are taken out of one of the two. */
  private static double seen(CrowdTiles c, Values v) {
    double kept = c.across() * v.number("groupM") - (c.across() - 1) * c.overlapM();
    return Math.floor(v.whole("people") * c.deep() * kept / v.number("groupM"));
  }
}
