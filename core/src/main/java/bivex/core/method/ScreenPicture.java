package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.light.ScreenRefresh;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** G2: a screen or window shows another picture. */
public final class ScreenPicture implements Method {
  private static final String DARK = "dark, for its reflections";
  private static final String LIT = "lit, with a picture that is kept";
  private static final String COLOUR = "an even colour with marks";

  @Override
  public String id() {
    return "G2";
  }

  @Override
  public String name() {
    return "Picture on a screen";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLAIN_WORK;
  }

  @Override
  public String summary() {
    return "A screen or a pane gets its picture afterwards, still or moving, with the reflections"
        + " and the light it throws.";
  }

  @Override
  public String rightWhen() {
    return "The picture is not ready on the day, must change later, or bands when it is filmed.";
  }

  @Override
  public List<String> cues() {
    return List.of("screen", "monitor", "television", "telephone", "phone", "tablet", "display");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("screen", "Screen", "the screen", "named in plates and layers"),
        Parameter.choice(
            "content", "Its picture", List.of("moves", "stands still"), "what is put there"),
        Parameter.choice(
            "onTheDay",
            "On the day it is",
            List.of(DARK, COLOUR, LIT),
            "dark keeps true reflections; a colour throws light and can be keyed"),
        Parameter.number(
            "refreshHz",
            "It refreshes at",
            "Hz",
            10,
            10_000,
            60,
            "in its settings; asked only where it is lit"),
        Parameter.choice(
            "camera", "Camera or screen", List.of("stands", "moves"), "moving is tracked"),
        Parameter.number("leftPct", "Its left edge", "% of width", 0, 99, 35, "for the picture"),
        Parameter.number("widthPct", "It fills", "% of width", 0.5, 300, 30, "at its largest"),
        Parameter.whole(
            "picturePx", "Picture is wide", "px", 1, 1_000_000, 1920, "of what is put there"),
        Parameter.whole(
            "fingers",
            "Frames in which somebody is in front",
            "frames",
            0,
            100_000,
            0,
            "hands, hair: their matte"),
        Parameter.yesNo(
            "spill", "It lights faces or the room", true, "then a lamp does on the day"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of("elementPx", v.whole("picturePx"), "placedPx", Math.max(1, placed(s, v)));
  }

  private static double placed(ShotSetting s, Values v) {
    return v.number("widthPct") / 100 * s.delivery().width();
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    String screen = v.word("screen");
    boolean dark = v.word("onTheDay").equals(DARK);
    boolean colour = v.word("onTheDay").equals(COLOUR);
    boolean moves = v.word("camera").equals("moves");
    CameraBrief.brief(
        plan,
        v,
        moves ? "as the shot asks" : "locked",
        moves ? "the screen is tracked" : "nothing to track",
        s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        f(
            "%s %s.%s",
            CameraBrief.capital(screen),
            dark ? "off, wiped, nothing mirrored that is not in the scene" : v.word("onTheDay"),
            moves && !colour
                ? " Small marks at its corners, on the frame and not on the pane."
                : ""),
        s.seconds(),
        !dark && !moves,
        "the same from another take, tracked by hand");
    plan.plate(
        plan.own("plate:lit"),
        Plan.PlateKind.STILL,
        "Still of the screen lit",
        "From the same place, with any picture on it: its brightness, colour and fall-off.",
        0,
        false,
        "a screen of the same kind elsewhere");
    if (!dark) {
      plan.plate(
          plan.own("plate:dark"),
          Plan.PlateKind.INSERT,
          "Screen dark",
          moves
              ? "Off, on the same way: what it mirrors goes over its picture."
              : "Off, five seconds, camera untouched: what it mirrors goes over its picture.",
          moves ? s.seconds() : 5,
          !moves,
          "mirrored things from another take of the place");
      if (!moves) {
        CameraBrief.match(plan, v);
      }
    }
    plan.element(
        plan.own("element:picture"),
        "Picture for " + screen,
        ElementSource.DRAW,
        v.word("content").equals("moves")
            ? f("%.1f s at %s fps, square to the eye", s.seconds(), s.rate().name())
            : "square to the eye, with bleed",
        dark ? "screen" : "over",
        (int) Math.ceil(placed(s, v)));
    CameraBrief.performance(plan);
    plan.layer(
        plan.own("layer:picture"),
        "Picture on " + screen,
        "picture",
        dark ? "screen" : "over",
        dark ? "corner pin" : colour ? "key" : "corner pin",
        "",
        moves ? "planar track" : "pinned to its corners",
        plan.own("element:picture"),
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (!dark) {
      plan.layer(
          plan.own("layer:mirror"),
          "What the pane mirrors",
          "plate",
          "screen",
          "corner pin",
          plan.own("plate:dark"),
          List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    }
    if (v.whole("fingers") > 0 && !colour) {
      plan.layer(
          plan.own("layer:front"),
          "In front of " + screen,
          "performance",
          "over",
          "matte",
          plan.own("task:front"),
          List.of(plan.span(0, v.whole("fingers") - 1, Plan.SpanKind.CROSSING, "in front")));
    }
    plan.grade();
    tasks(plan, v, moves, colour);
    checks(plan, v);
    aids(plan, v, moves, colour);
    double left = v.number("leftPct") / 100;
    double right = Math.max(left + 0.01, Math.min(1, left + v.number("widthPct") / 100));
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          out.add(new Plan.SketchFigure("picture", "window", left, right, 0.2, 0.7, 1));
          if (i < v.whole("fingers")) {
            out.add(new Plan.SketchFigure("in front", "figure", left, right, 0.6, 1, 1));
          }
          return out;
        });
  }

  private static void tasks(Derivation plan, Values v, boolean moves, boolean colour) {
    Difficulty matte = Difficulty.of(v.word("difficulty"));
    plan.task(
        plan.own("task:track"),
        "Planar track of the screen",
        TaskKind.AUTO_TRACK,
        moves ? 1 : 0,
        Difficulty.FAIR);
    if (colour) {
      plan.task(plan.own("task:front"), "Key of the screen", TaskKind.KEY, 1, matte);
    } else {
      Matting.matte(
          plan, v, plan.own("task:front"), "Matte before the screen", v.whole("fingers"), matte);
    }
    plan.task(plan.own("task:fit"), "Fit the picture", TaskKind.ELEMENT, 1, Difficulty.EASY);
    plan.task(
        "task:composite",
        "Composite",
        TaskKind.COMPOSITE,
        2 + (v.yes("spill") ? 1 : 0),
        Difficulty.EASY);
  }

  private static void aids(Derivation plan, Values v, boolean moves, boolean colour) {
    if (v.yes("spill")) {
      plan.aid(
          plan.own("aid:spill"),
          "Small soft lamp by the screen",
          "the light it throws on faces",
          "in the colour and rhythm of its picture; note both");
    }
    if (moves || colour) {
      plan.aid(
          plan.own("aid:marks"),
          colour ? "Even picture with marks for the screen" : "Small marks on its frame",
          "the track holds while somebody is in front",
          colour ? "marks thinner than a finger, a shade darker than the rest" : "at each corner");
    }
  }

  private static void checks(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    if (!v.word("onTheDay").equals(DARK)) {
      double t = Shutter.seconds(v.number("shutterDegrees"), s.rate());
      ScreenRefresh r = ScreenRefresh.of(v.number("refreshHz"), t, s.rate());
      plan.check(
          "refresh",
          "Screen against the shutter",
          r.even() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          r.even()
              ? "no band, if it is lit line by line at all"
              : f(
                  "a band of %.0f %% of its height, %s, moving %.0f %% a frame, if it is lit line"
                      + " by line",
                  r.bandShare() * 100,
                  Double.isInfinite(r.bandStops())
                      ? "the rest dark"
                      : f("%.1f stops brighter", r.bandStops()),
                  Math.abs(r.travelShare()) * 100),
          r.safeSeconds() > 0
              ? f(
                  "Set the shutter to %s, or its refresh to %s Hz or a multiple of it; film five"
                      + " seconds of it before the day.",
                  Shutter.text(r.safeSeconds()), n(1 / t))
              : "Leave it dark on the day: no exposure at this rate is without a band.",
          "S35",
          f("%s Hz, %s", n(v.number("refreshHz")), Shutter.text(t)),
          "counting of lit lines in the exposure; definition");
      plan.datum(
          plan.own("datum:pattern"),
          "Dots of the screen in the picture",
          "Film five seconds of it with this lens: do its dots make a pattern, does it band? Focus"
              + " a little off the pane, or change the size.",
          Plan.Due.BEFORE_DAY);
    }
    ElementMargin m = ElementMargin.of(v.whole("picturePx"), Math.max(1, placed(s, v)));
    plan.check(
        "picture",
        "Picture large enough",
        m.enough() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("%.2f× of the %.0f px it fills", m.margin(), placed(s, v)),
        f("A picture of at least %.0f px.", Math.ceil(placed(s, v))),
        "S23",
        f("%d px", v.whole("picturePx")),
        "element px ÷ placed px; definition");
  }
}
