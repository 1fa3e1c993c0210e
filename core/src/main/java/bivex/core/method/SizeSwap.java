package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.DepthOfField;
import bivex.core.optics.ScaleSwap;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** D2: a small thing becomes the large one behind it, by covering it exactly. */
public final class SizeSwap implements Method {
  @Override
  public String id() {
    return "D2";
  }

  @Override
  public String name() {
    return "Scale swap";
  }

  @Override
  public Chapter chapter() {
    return Chapter.PLANAR_AND_SCALE;
  }

  @Override
  public String summary() {
    return "A small thing held near the lens covers the large one behind it exactly, and becomes"
        + " it.";
  }

  @Override
  public String rightWhen() {
    return "Both have the same outline from the lens and the light lets a small opening hold both.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "becomes", "full size", "grows", "shrinks", "paper boat", "slides behind", "model", "toy");
  }

  /** Each thing sharp in its own plate. */
  private static final String APART = "on each in its own plate";

  /** Held frames from which a change of focus is taken for the change itself (no source). */
  private static final int HELD = 4;

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.PARAMETERS,
        Parameter.text("small", "Small thing", "the small one", "named in plates and layers"),
        Parameter.text("large", "Large thing", "the large one", "named in plates and layers"),
        Parameter.number(
            "smallMm", "Small thing measures", "mm", 1, 10_000, 40, "across, where it covers"),
        Parameter.number(
            "largeMm", "Large thing measures", "mm", 2, 100_000, 240, "measured the same way"),
        Parameter.number(
            "farM",
            "Large thing stands at",
            "m",
            0.2,
            1000,
            1.8,
            "from the entrance pupil, not the sensor"),
        Parameter.number(
            "placedErrorCm",
            "Held within",
            "cm",
            0,
            50,
            0.5,
            "of its place; a stand as a hand rest helps"),
        Parameter.choice(
            "focus",
            "Focus",
            List.of(APART, "on both at once"),
            "both at once wants a smaller opening than lenses have when the small one is near;"
                + " apart each is sharp in its own plate and the change is a held frame"),
        Parameter.whole(
            "swapFrame",
            "Swap at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            40,
            "when it covers"),
        Parameter.whole(
            "holdFrames",
            "Held over the swap",
            "frames",
            1,
            240,
            6,
            "the still moment in which it changes"),
        Parameter.whole(
            "sizeFrames",
            "Size animated over",
            "frames",
            0,
            240,
            4,
            "if the cover is not exact; 0 is a cut"),
        Parameter.whole(
            "fingerFrames",
            "Frames with fingers in front",
            "frames",
            0,
            100_000,
            30,
            "their matte by hand"),
        Parameter.choice(
            "support",
            "Small thing is",
            List.of("held by a hand", "on a support"),
            "a support is painted out"),
        Parameter.choice(
            "difficulty", "Matte", List.of("fair", "easy", "hard"), "skin against wood is hard"),
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int swap = v.whole("swapFrame");
    if (swap + v.whole("holdFrames") >= s.cutFrames()) {
      throw new InvalidInput(
          "swapFrame",
          "the swap must be inside the cut: "
              + swap
              + " + "
              + v.whole("holdFrames")
              + " frames of "
              + s.cutFrames());
    }
    double circle = s.sensorWidthMm() / 1200;
    ScaleSwap w =
        ScaleSwap.of(
            v.number("smallMm"),
            v.number("largeMm"),
            v.number("farM"),
            v.number("focalMm"),
            s.sensorWidthMm(),
            circle);
    boolean apart = v.word("focus").equals(APART);
    CameraBrief.held(
        plan,
        v.with("focusM", apart ? v.number("farM") : w.focusM()),
        "trick pass and empty plate must lie on one another");
    boolean hand = v.word("support").startsWith("held");
    plan.plate(
        "plate:trick",
        Plan.PlateKind.PERFORMANCE,
        "Trick pass",
        f(
            "%s at %.3f m covers %s at %s m; many takes.",
            capital(v.word("small")), w.nearM(), v.word("large"), n(v.number("farM"))),
        s.seconds(),
        true,
        "two plates and a size animation");
    plan.plate(
        "plate:large",
        Plan.PlateKind.PERFORMANCE,
        capital(v.word("large")),
        "Alone, in its place, moving as it will after the swap.",
        s.seconds(),
        true,
        "a still of it");
    if (apart) {
      plan.asks("plate:trick", "focusM", w.nearM());
      plan.brief(
          "focus-trick",
          "focus of the trick pass",
          f("%.2f m · manual", w.nearM()),
          "each is sharp in its own plate");
    }
    plan.clean(10, true);
    plan.layer(
        "layer:large",
        capital(v.word("large")),
        "performance",
        "over",
        "garbage",
        "plate:large",
        List.of(plan.span(swap, s.cutFrames() - 1, Plan.SpanKind.PRESENT, "")));
    plan.layer(
        "layer:trick",
        capital(v.word("small")),
        "trick pass",
        "over",
        "garbage",
        "plate:trick",
        List.of(
                plan.span(0, swap - 1, Plan.SpanKind.PRESENT, ""),
                plan.span(
                    swap,
                    swap + v.whole("holdFrames") - 1,
                    Plan.SpanKind.HOLD,
                    "held " + v.whole("holdFrames") + " frames, becomes the other"))
            .subList(swap > 0 ? 0 : 1, 2));
    if (v.whole("fingerFrames") > 0) {
      plan.layer(
          plan.own("layer:fingers"),
          hand ? "Fingers" : "What is in front",
          "hand matte",
          "over",
          "hand matte",
          plan.own("task:fingers"),
          List.of(
              plan.span(
                  Math.max(0, swap - v.whole("fingerFrames")),
                  swap,
                  Plan.SpanKind.CROSSING,
                  "in front")));
    }
    plan.grade();
    checks(plan, v, w, circle);
    plan.task(
        plan.own("task:size"),
        "Size over the swap",
        TaskKind.CAMERA_MOVE,
        v.whole("sizeFrames") > 0 ? 1 : 0,
        Difficulty.FAIR);
    Matting.matte(
        plan,
        v,
        plan.own("task:fingers"),
        "Matte of the fingers",
        v.whole("fingerFrames"),
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:support"),
        "Take out the support",
        TaskKind.PAINT,
        hand ? 0 : swap / 4.0 + 1,
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.FAIR);
    plan.datum(
        "datum:sizes",
        "Both sizes measured",
        "The same edge of both, in mm, with calipers and tape.",
        Plan.Due.BEFORE_DAY);
    plan.aid(
        "aid:monitor-tape",
        "Tape outline on the monitor",
        "the small thing is brought to it",
        f("%.1f %% of the frame width", w.monitorPercent()));
    plan.aid(
        "aid:hand-rest",
        "Second stand as a hand rest",
        "holds the distance",
        f("%.3f m from the entrance pupil", w.nearM()));
    double half = Math.min(0.45, w.monitorPercent() / 200);
    plan.sketch(
        i -> {
          double x = i < swap ? 0.2 + 0.3 * i / Math.max(1, swap) : 0.5;
          return List.of(
              new Plan.SketchFigure(
                  i < swap ? v.word("small") : v.word("large"),
                  "thing",
                  Math.max(0, x - half),
                  Math.min(1, x + half),
                  0.45,
                  0.7,
                  1));
        });
  }

  private static void checks(Derivation plan, Values v, ScaleSwap w, double circle) {
    double off = v.number("placedErrorCm") * w.errorPercentPerCm();
    plan.check(
        "place",
        "Where it stands",
        off <= 2
            ? Plan.Grade.HOLDS
            : v.whole("sizeFrames") > 0 ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS,
        f(
            "at %.3f m; a cm is %.1f %%, held within %s cm is %.1f %%",
            w.nearM(), w.errorPercentPerCm(), n(v.number("placedErrorCm")), off),
        "Rest the hand on a stand, set everything farther away, or animate the size over the swap.",
        "S11",
        f(
            "%s mm against %s mm at %s m",
            n(v.number("smallMm")), n(v.number("largeMm")), n(v.number("farM"))),
        "far · small ÷ large; similar triangles");
    // What is drawn as sharp is what the plates of the large thing see.
    double focus = v.word("focus").equals(APART) ? v.number("farM") : w.focusM();
    DepthOfField d =
        DepthOfField.of(
            v.number("focalMm"),
            v.number("fNumber"),
            circle,
            Math.max(v.number("focalMm") + 1, focus * 1000));
    if (v.word("focus").equals(APART)) {
      apart(plan, v, w);
    } else {
      together(plan, v, w, d);
    }
    plan.check(
        "monitor",
        "On the monitor",
        w.monitorPercent() <= 90 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.1f %% of the frame width", w.monitorPercent()),
        "It fills the frame: farther away, or a wider lens.",
        "S11",
        f("%s mm lens", n(v.number("focalMm"))),
        "size · focal length ÷ (distance · sensor); similar triangles");
    CameraBrief.sideView(
        plan,
        d,
        focus,
        Math.max(v.number("backgroundM"), v.number("farM")),
        v.word("small"),
        w.nearM(),
        v.word("large"),
        v.number("farM"));
    double m = v.number("largeMm") / 2000;
    plan.drawing(
        "above",
        Plan.DrawingKind.ABOVE,
        "The cover, from above",
        "m",
        "m",
        false,
        false,
        List.of(
            new Plan.Shape(Plan.ShapeKind.DOTS, "camera", List.of(new Plan.Point(0, 0))),
            new Plan.Shape(
                Plan.ShapeKind.DASHED,
                "",
                List.of(
                    new Plan.Point(-m, v.number("farM")),
                    new Plan.Point(0, 0),
                    new Plan.Point(m, v.number("farM")))),
            new Plan.Shape(
                Plan.ShapeKind.LINE,
                v.word("large"),
                List.of(new Plan.Point(-m, v.number("farM")), new Plan.Point(m, v.number("farM")))),
            new Plan.Shape(
                Plan.ShapeKind.NOW,
                f("%s at %.3f m", v.word("small"), w.nearM()),
                List.of(
                    new Plan.Point(-v.number("smallMm") / 2000, w.nearM()),
                    new Plan.Point(v.number("smallMm") / 2000, w.nearM())))));
  }

  /** Each sharp in its own plate: what the change of focus does to the rest of the picture. */
  private static void apart(Derivation plan, Values v, ScaleSwap w) {
    ShotSetting s = plan.setting();
    double focal = v.number("focalMm");
    double soft =
        BackgroundBlur.discMm(
                focal,
                v.number("fNumber"),
                v.number("farM") * 1000,
                Math.max(focal + 1, w.nearM() * 1000))
            * s.delivery().width()
            / s.sensorWidthMm();
    boolean hidden = v.whole("holdFrames") >= HELD && v.whole("sizeFrames") > 0;
    plan.check(
        "sharp",
        "Focus over the swap",
        Plan.Grade.DOUBTFUL,
        f(
            "each sharp in its own plate; what stands at %s m changes by a circle of %.0f px",
            n(v.number("farM")), soft),
        (hidden
                ? f(
                    "Hold the last frame %d frames and let it fade while the size is animated,"
                        + " fast; try it first.",
                    v.whole("holdFrames"))
                : f(
                    "Hold the last frame %d frames or more and animate the size over the swap: at a"
                        + " plain cut the change of focus is seen.",
                    HELD))
            + " Or a matte of the small one over the clean plate"
            + (w.fNumber() <= 22 ? f("; or both at once at f/%.1f.", w.fNumber()) : "."),
        "S11",
        f(
            "%s mm, f/%s, %.3f m and %s m",
            n(focal), n(v.number("fNumber")), w.nearM(), n(v.number("farM"))),
        "circle = f² ÷ (N · (near − f)) · (far − near) ÷ far; thin lens");
  }

  private static void together(Derivation plan, Values v, ScaleSwap w, DepthOfField d) {
    boolean sharp = v.number("fNumber") + 1e-9 >= w.fNumber();
    plan.check(
        "sharp",
        "Both sharp",
        sharp ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f(
            "needs f/%.1f, focus at %.2f m; sharp %.2f m to %s",
            w.fNumber(),
            w.focusM(),
            d.nearMm() / 1000,
            Double.isInfinite(d.farMm()) ? "the horizon" : f("%.2f m", d.farMm() / 1000)),
        w.fNumber() <= 22
            ? f(
                "Smaller opening: f/%.1f, %.1f stops more light; focus between them at %.2f m.",
                Math.ceil(w.fNumber() * 10) / 10,
                2 * Math.log(w.fNumber() / v.number("fNumber")) / Math.log(2),
                w.focusM())
            : "No opening holds both: focus on each in its own plate and hold the frame of the"
                + " change, set everything farther away, or take a wider lens.",
        "S11",
        f("f/%s, circle sensor ÷ 1200", n(v.number("fNumber"))),
        "thin-lens depth of field solved for the opening");
  }
}
