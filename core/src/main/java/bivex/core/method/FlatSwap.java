package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.optics.Exposure;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** D1: a surface is replaced under a planar track. */
public final class FlatSwap implements Method {
  @Override
  public String id() {
    return "D1";
  }

  @Override
  public String name() {
    return "Flat swap";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLANAR_AND_SCALE;
  }

  @Override
  public String summary() {
    return "A card, sign, screen or dial gets another face under a planar track; a person may be"
        + " turned to a card from a held frame.";
  }

  @Override
  public String rightWhen() {
    return "The surface is flat, high-contrast markers may cover it, and the light allows a fast"
        + " shutter.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "gauge",
        "dial",
        "screen",
        "sign",
        "card",
        "photograph",
        "slate",
        "hand creeps back",
        "picture on the wall");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("surface", "Surface", "the card", "named in plates and layers"),
        Parameter.number(
            "pxPerSecond",
            "Fastest it moves",
            "px/s",
            0,
            1e6,
            700,
            "of the recorded picture, in rehearsal"),
        Parameter.number(
            "limitPx", "Blur wanted at most", "px", 0.1, 100, 2, "under 2 px tracks cleanly"),
        Parameter.number("widest", "Widest the lens opens", "f/", 0.7, 32, 1.8, "engraved on it"),
        Parameter.number(
            "widthPct",
            "Surface fills",
            "% of width",
            0.5,
            300,
            28,
            "at its largest; the track region may run past the edge"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 36, "for the picture"),
        Parameter.yesNo(
            "personTurns",
            "A person is turned to the card",
            false,
            "then a frame of them is held and fitted"),
        Parameter.whole(
            "holdFrame",
            "Held from frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            40,
            "last frame of the performance"),
        Parameter.whole(
            "passers",
            "Frames in which others pass in front",
            "frames",
            0,
            100_000,
            0,
            "their matte by hand"),
        Parameter.whole(
            "artworkPx", "New face is wide", "px", 1, 1_000_000, 2048, "of the artwork"),
        Parameter.choice(
            "track",
            "Tracked",
            List.of("automatic", "by hand"),
            "by hand when markers are not possible"),
        Parameter.whole(
            "fastFrames",
            "Frames too fast to track",
            "frames",
            0,
            100_000,
            0,
            "an automatic track slips there and is mended by hand"),
        Matting.DIFFICULTY);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "elementPx",
        v.whole("artworkPx"),
        "placedPx",
        Math.max(1, v.number("widthPct") / 100 * s.delivery().width()));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String surface = v.word("surface");
    boolean person = v.yes("personTurns");
    int hold = v.whole("holdFrame");
    if (person && hold >= s.cutFrames()) {
      throw new InvalidInput("holdFrame", "must be inside the cut of " + s.cutFrames() + " frames");
    }
    boolean byHand = v.word("track").equals("by hand");
    double natural = Shutter.seconds(v.number("shutterDegrees"), s.rate());
    double wanted =
        v.number("pxPerSecond") > 0
            ? Math.min(
                natural, Shutter.secondsForBlur(v.number("limitPx"), v.number("pxPerSecond")))
            : natural;
    CameraBrief.brief(
        plan, v, "locked or fluid", "the track follows the surface, not the camera", s.rate());
    double placed = v.number("widthPct") / 100 * s.delivery().width();
    if (person) {
      plan.plate(
          "plate:performance-1",
          Plan.PlateKind.PERFORMANCE,
          "Performance up to the hold",
          "Up to the pose that is held, then out of frame.",
          s.rate().seconds(hold + 2.0 * s.handles()),
          true,
          "a still of the pose");
      plan.clean(10, true);
      CameraBrief.match(plan, v);
      plan.layer(
          "layer:performance-1",
          "Performance",
          "performance",
          "over",
          "garbage",
          "plate:performance-1",
          List.of(plan.span(0, Math.max(0, hold - 1), Plan.SpanKind.PRESENT, "")));
    }
    plan.plate(
        "plate:tracking",
        Plan.PlateKind.TRACKING,
        "Tracking plate",
        f(
            "%s moved as in the action, marked, at %s; only for the track, looks do not matter.",
            capital(surface), Shutter.text(wanted)),
        s.seconds(),
        false,
        "the performance itself, tracked by hand");
    if (!person) {
      plan.plate(
          "plate:performance-1",
          Plan.PlateKind.PERFORMANCE,
          "Performance",
          "With " + surface + " as it is, natural shutter.",
          s.seconds(),
          false,
          "the tracking plate, blurred in post");
      plan.layer(
          "layer:performance-1",
          "Performance",
          "performance",
          "over",
          "none",
          "plate:performance-1",
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    plan.element(
        "element:D1-face",
        "New face of " + surface,
        ElementSource.DRAW,
        "flat artwork, square to the eye, with bleed",
        "over",
        (int) Math.ceil(placed));
    int from = person ? hold : 0;
    plan.layer(
        plan.own("layer:face"),
        "New face",
        person ? "held frame on artwork" : "artwork",
        "over",
        "planar",
        person ? "hold" : "",
        "planar track, pre-fit once; the tracked transform is never touched",
        "element:D1-face",
        List.of(
            plan.span(
                from,
                s.cutFrames() - 1,
                person ? Plan.SpanKind.HOLD : Plan.SpanKind.PRESENT,
                person ? "held frame " + plan.frame(hold) : "follows " + surface)));
    if (v.whole("passers") > 0) {
      plan.layer(
          plan.own("layer:passers"),
          "Others in front",
          "hand matte",
          "over",
          "hand matte",
          plan.own("task:passers"),
          List.of(
              plan.span(from, from + v.whole("passers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
    plan.grade();
    checks(plan, v, natural, wanted, placed);
    int tracked = s.cutFrames() - from;
    plan.task(
        plan.own("task:track"),
        byHand ? "Track the surface by hand" : "Planar track, looked at with a grid laid on it",
        byHand ? TaskKind.HAND_TRACK : TaskKind.AUTO_TRACK,
        byHand ? tracked : 1,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:mend"),
        "Mend the track where it is too fast",
        TaskKind.HAND_TRACK,
        byHand ? 0 : Math.min(tracked, v.whole("fastFrames")),
        Difficulty.FAIR);
    plan.task(
        plan.own("task:garbage"),
        "Garbage matte",
        TaskKind.HAND_MATTE,
        tracked / 8.0,
        Difficulty.EASY);
    plan.task(
        plan.own("task:passers"),
        "Hand matte of those in front",
        TaskKind.HAND_MATTE,
        v.whole("passers"),
        Difficulty.of(v.word("difficulty")));
    plan.task(plan.own("task:face"), "Fit the new face", TaskKind.ELEMENT, 1, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
    int markers = markers(v.number("widthPct"));
    plan.aid(
        "aid:markers",
        "Tape crosses on " + surface,
        "high contrast for the planar track",
        f("%d of them, about %.0f px apart", markers, placed / Math.max(1, Math.sqrt(markers))));
    double l = v.number("leftPct") / 100;
    double r = Math.min(1, l + v.number("widthPct") / 100);
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          out.add(
              new Plan.SketchFigure(
                  i >= from ? "new face" : "",
                  i >= from ? "window" : "thing",
                  l,
                  Math.max(l + 0.01, r),
                  0.25,
                  0.75,
                  1));
          if (person && i < from) {
            out.add(new Plan.SketchFigure("performer", "figure", l, Math.max(l + 0.01, r), 1));
          }
          return out;
        });
  }

  /**
   * Markers: nine on a small surface, one more for each further tenth of the frame; common
   * practice, no source.
   */
  private static int markers(double widthPct) {
    return 9 + (int) Math.max(0, Math.floor((widthPct - 20) / 10) * 3);
  }

  private static void checks(
      Derivation plan, Values v, double natural, double wanted, double placed) {
    ShotSetting s = plan.setting();
    double blur = Shutter.blurPx(v.number("pxPerSecond"), natural);
    double stops = Exposure.stopsLost(natural, wanted);
    plan.check(
        "blur",
        "Blur at the fastest frame",
        Plan.Grade.HOLDS,
        f(
            "%.1f px at %s; %s keeps it at %.1f px",
            blur, Shutter.text(natural), Shutter.text(wanted), Math.min(blur, v.number("limitPx"))),
        "",
        "S5",
        n(v.number("pxPerSecond")) + " px/s",
        "speed · exposure; definition");
    plan.check(
        "stops",
        "Light of the tracking plate",
        stops <= 2 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.2f stops to find", stops),
        "Pay with "
            + String.join(
                "; ",
                Exposure.waysToPay(
                    Math.min(20, Math.max(0, stops)),
                    v.number("fNumber"),
                    v.number("widest"),
                    v.number("iso")))
            + ".",
        "S6",
        f("%s to %s", Shutter.text(natural), Shutter.text(wanted)),
        "log2 of the exposure times; ISO 2720 relation");
    ElementMargin m = ElementMargin.of(v.whole("artworkPx"), Math.max(1, placed));
    plan.check(
        "face",
        "Artwork large enough",
        m.enough() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("%.2f× of the %.0f px it fills", m.margin(), placed),
        f("Artwork of at least %.0f px.", Math.ceil(placed)),
        "S23",
        f("%d px", v.whole("artworkPx")),
        "element px ÷ placed px; definition");
    if (v.yes("personTurns")) {
      double held = v.number("widthPct") / 100 * s.capture().width();
      plan.check(
          "hold",
          "Held frame at delivery",
          held >= placed ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f("%.0f px shot for %.0f px", held, placed),
          "Shoot the pose closer.",
          "S23",
          s.capture().text(),
          "element px ÷ placed px; definition");
    }
  }
}
