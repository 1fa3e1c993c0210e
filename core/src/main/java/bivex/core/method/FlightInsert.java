package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.FieldOfView;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** B5: a body in flight, posed on a bench or held, cut out and flown through the frame. */
public final class FlightInsert implements Method {
  @Override
  public String id() {
    return "B5";
  }

  @Override
  public String name() {
    return "Flight insert";
  }

  @Override
  public Chapter chapter() {
    return Chapter.SUDDEN_MOVEMENT;
  }

  @Override
  public String summary() {
    return "A body in the air: a pose on a bench or held by helpers, shot large, cut out and flown"
        + " over a background plate.";
  }

  @Override
  public String rightWhen() {
    return "The body is seen in flight for less than a second or two and its support can be painted"
        + " out.";
  }

  @Override
  public List<String> cues() {
    return List.of("in flight", "flies", "through the air", "turns over in the air", "floats");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.whole(
            "flightFrom",
            "In flight from frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            0,
            "counted from 0"),
        Parameter.whole(
            "flightFrames",
            "for",
            "frames",
            1,
            100_000,
            36,
            "the shorter the less it is looked at; cut off at the end of the cut"),
        Parameter.choice(
            "support",
            "Lies on",
            List.of("bench", "held by helpers"),
            "a bench is steadier; helpers allow moving cloth"),
        Parameter.number("lengthM", "Body, outstretched", "m", 0.5, 4, 2.1, "fingertip to toe"),
        Parameter.number("distanceM", "Camera at", "m", 0.5, 100, 4, "from the body"),
        Parameter.yesNo(
            "turned",
            "Camera turned 90°",
            false,
            "gains the aspect ratio when the body does not fit"),
        Parameter.yesNo(
            "upright", "Body along the height of the frame", true, "head to the top edge"),
        Parameter.choice(
            "figure",
            "Shot as",
            List.of("video", "photo"),
            "video keeps grain and small movement; a photo is right when more resolution is needed"
                + " than the camera records"),
        Parameter.number(
            "placedPct",
            "Placed at",
            "% of height",
            5,
            300,
            60,
            "its length in the delivered frame"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int from = v.whole("flightFrom");
    if (from >= s.cutFrames()) {
      throw new InvalidInput(
          "flightFrom", "must be inside the cut of " + s.cutFrames() + " frames");
    }
    int frames = Math.min(v.whole("flightFrames"), s.cutFrames() - from);
    CameraBrief.apart(plan, v, "pose", "plate:pose", s.rate());
    plan.apart("plate:flight-background");
    plan.brief(
        "pose camera",
        "pose camera",
        v.yes("turned") ? "turned 90°" : "upright",
        v.yes("turned") ? f("gains %.2f× in height", s.capture().aspect()) : "the body fits");
    plan.plate(
        "plate:pose",
        Plan.PlateKind.PERFORMANCE,
        "Pose in flight",
        "On a "
            + (v.word("support").equals("bench") ? "bench" : "helpers' hands")
            + ", cloth and hair moved by wind, the light of the background plate.",
        s.seconds(),
        false,
        "the highest frame of a real jump");
    plan.plate(
        "plate:flight-background",
        Plan.PlateKind.PERFORMANCE,
        "Background of the flight",
        "What the body flies past, with the move it needs.",
        s.seconds(),
        false,
        "a still, moved in post");
    plan.layer(
        plan.own("layer:background"),
        "Background of the flight",
        "plate",
        "over",
        "none",
        "plate:flight-background",
        List.of(plan.span(from, from + frames - 1, Plan.SpanKind.PRESENT, "")));
    plan.layer(
        plan.own("layer:body"),
        "Body in flight",
        "pose, " + v.word("figure"),
        "over",
        "hand matte",
        "",
        "flown along its path, blurred",
        "plate:pose",
        List.of(plan.span(from, from + frames - 1, Plan.SpanKind.MOVE, "flies through")));
    plan.grade();
    double side = v.yes("turned") == v.yes("upright") ? s.sensorWidthMm() : s.sensorHeightMm();
    double fills =
        FieldOfView.fills(v.number("lengthM"), side, v.number("focalMm"), v.number("distanceM"));
    plan.check(
        "fit",
        "Body in frame",
        fills <= 0.95 ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("fills %.0f %% of that side", fills * 100),
        f(
            "Stand at %.1f m%s.",
            FieldOfView.distanceFor(v.number("lengthM"), 0.1, side, v.number("focalMm")),
            v.yes("turned") == v.yes("upright")
                ? ""
                : f(", or turn the camera and gain %.2f×", s.capture().aspect())),
        "S10",
        f(
            "%s m at %s m on %s mm",
            n(v.number("lengthM")), n(v.number("distanceM")), n(v.number("focalMm"))),
        "length ÷ (sensor · distance ÷ focal length); similar triangles");
    double px =
        fills * (v.yes("turned") == v.yes("upright") ? s.capture().width() : s.capture().height());
    double placed = v.number("placedPct") / 100 * s.delivery().height();
    plan.check(
        "size",
        "Large enough for its place",
        px >= placed ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.0f px shot, %.0f px placed: %.2f×", px, placed, px / placed),
        "Fill more of the frame, or turn the camera.",
        "S23",
        f("%s %% of %d px", n(v.number("placedPct")), s.delivery().height()),
        "element px ÷ placed px; definition");
    Matting.matte(
        plan,
        v,
        plan.own("task:matte"),
        "Cut out the body",
        v.word("figure").equals("photo") ? 2 : frames,
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:support"),
        "Take out the support",
        TaskKind.PAINT,
        v.word("support").equals("bench") ? 4 : frames / 4.0,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.FAIR);
    plan.aid(
        "aid:wind",
        "Fan or hair-dryer",
        "cloth and hair move as if in flight",
        "from the direction of flight");
    plan.caution(
        "caution:bench",
        "Lying high on a bench or held by helpers: padding, spotters, short holds.",
        "stunt coordinator");
    CameraBrief.blower(plan);
    plan.overlay(
        i -> {
          if (i < from || i >= from + frames) {
            return List.of();
          }
          double x = 0.1 + 0.8 * (i - from) / Math.max(1, frames - 1);
          double h = Math.min(0.9, v.number("placedPct") / 100) / 2;
          return List.of(
              new Plan.SketchFigure(
                  "in flight",
                  "figure",
                  Math.max(0, x - 0.07),
                  Math.min(1, x + 0.07),
                  Math.max(0, 0.5 - h),
                  Math.min(1, 0.5 + h),
                  1));
        });
  }
}
