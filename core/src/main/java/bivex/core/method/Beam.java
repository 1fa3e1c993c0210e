package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.light.FlashSafety;
import bivex.core.motion.Overscan;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** E1: a beam from a prop to a target, from one or two sources. */
public final class Beam implements Method {
  /** Frames a ring takes to open and fade (common practice, no source). */
  private static final int RING = 5;

  @Override
  public String id() {
    return "E1";
  }

  @Override
  public String name() {
    return "Beam";
  }

  @Override
  public Chapter chapter() {
    return Chapter.ENERGY_AND_LIGHT;
  }

  @Override
  public String summary() {
    return "A beam of light or energy from a prop to a target: practical coloured light on faces,"
        + " the beam itself built over it.";
  }

  @Override
  public String rightWhen() {
    return "A light that lasts can be put on the performer for real; only the beam is painted.";
  }

  @Override
  public List<String> cues() {
    return List.of("beam", "ray", "light strikes", "lightning", "lamp goes out", "glow pours");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.whole("sources", "Sources", "", 1, 2, 1, "a second crosses or answers"),
        Parameter.whole(
            "onFrame",
            "Beam on at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            24,
            "counted from 0; the light cue is there"),
        Parameter.whole("beamFrames", "Beam lasts", "frames", 1, 100_000, 60, "to its last frame"),
        Parameter.choice(
            "binding",
            "Beam is",
            List.of("bound at its root", "rigid with the prop"),
            "root bound is right as a rule; rigid for short bursts"),
        Parameter.choice(
            "track",
            "Tip is",
            List.of("tracked by hand", "lit and tracked automatically"),
            "automatic if a light at the tip can be hidden"),
        Parameter.yesNo("locked", "Camera locked", true, "then the impact needs no track"),
        Parameter.number("tipXPct", "Tip", "% of width", 0, 100, 25, "from the left"),
        Parameter.number("tipYPct", "Tip", "% of height", 0, 100, 48, "from the top"),
        Parameter.number(
            "targetXPct", "Target", "% of width", -100, 200, 88, "may lie out of frame"),
        Parameter.number("targetYPct", "Target", "% of height", -100, 200, 30, "from the top"),
        Parameter.whole(
            "elementPx",
            "Beam element is wide",
            "px",
            1,
            1_000_000,
            3840,
            "of the element there is"),
        Parameter.number("flickerBase", "Flicker, base", "", 0, 1, 0.8, "level between the swings"),
        Parameter.number(
            "flickerAmplitude", "Flicker, ±", "", 0, 1, 0.15, "must stay under the base"),
        Parameter.number("flickerHz", "Flicker", "Hz", 0.1, 200, 8, "swings a second"),
        Parameter.number(
            "areaShare",
            "Share of the field that flickers",
            "",
            0,
            1,
            0.2,
            "beam, glow and spill together"),
        Parameter.yesNo("red", "Saturated red", false, "worse than white"),
        Parameter.number("push", "Push in post", "×", 1, 2, 1.06, "for the kick"),
        Parameter.number("kickDeg", "Kick", "°", 0, 20, 1.2, "when it strikes"),
        Parameter.yesNo("heat", "Heat over the beam", true, "displacement, masked"),
        Parameter.yesNo("ring", "Short ring where it strikes", false, "a few frames wide open"),
        Parameter.yesNo("wind", "Wind", true, "hair and cloth answer"),
        Parameter.choice(
            "difficulty", "Tip in the picture", List.of("fair", "easy", "hard"), "blur is hard"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "turnDeg",
        v.number("kickDeg"),
        "base",
        v.number("flickerBase"),
        "amplitude",
        v.number("flickerAmplitude"),
        "hz",
        v.number("flickerHz"),
        "area",
        v.number("areaShare"),
        "flashes",
        Integer.toString(v.whole("onFrame")));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int on = v.whole("onFrame");
    int frames = v.whole("beamFrames");
    if (on + frames > s.cutFrames()) {
      throw new InvalidInput(
          "beamFrames",
          "the beam must end with the cut: " + on + " + " + frames + " frames of " + s.cutFrames());
    }
    CameraBrief.brief(
        plan, v, v.yes("locked") ? "locked" : "fluid", "the beam is bound to the tip", s.rate());
    boolean auto = v.word("track").startsWith("lit");
    int sources = v.whole("sources");
    Plan.Span beam =
        plan.span(on, on + frames - 1, Plan.SpanKind.PRESENT, f("on at %d", plan.frame(on)));
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance with practical light",
        "The coloured light comes on with the cue and stays; wind with it.",
        s.seconds(),
        false,
        "light painted in for the first frames only");
    plan.layer(
        "layer:performance-1",
        "Plate",
        "performance",
        "over",
        "none",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    if (v.yes("heat")) {
      plan.layer(
          plan.own("layer:heat"),
          "Heat",
          "displacement",
          "over",
          "garbage",
          "",
          "along the beam",
          plan.own("task:heat"),
          List.of(beam));
    }
    String bound =
        v.word("binding").startsWith("bound")
            ? "root bound to the tip, far end and frame edge free"
            : "rigid with the prop";
    for (int i = 1; i <= sources; i++) {
      String name = sources == 1 ? "Beam" : "Beam " + i;
      plan.element(
          "element:E1-beam-" + i,
          name,
          ElementSource.STOCK,
          "on black, longer than the diagonal; or built",
          "add",
          s.delivery().width());
      plan.layer(
          plan.own("layer:beam-" + i),
          name,
          "element",
          "add",
          "none",
          "",
          bound,
          "element:E1-beam-" + i,
          List.of(beam));
    }
    plan.layer(
        plan.own("layer:glow"),
        "Glow set",
        "generated, three radii",
        "screen",
        "none",
        plan.own("task:glow"),
        List.of(beam));
    plan.layer(
        plan.own("layer:flare"),
        "Flare at the tip",
        "element",
        "screen",
        "none",
        "",
        auto ? "tracked to the lit tip" : "tracked by hand",
        plan.own("task:track"),
        List.of(beam));
    plan.layer(
        plan.own("layer:impact"),
        "Impact",
        "element",
        "add",
        "garbage",
        "",
        v.yes("locked") ? "stands still" : "tracked",
        plan.own("task:impact"),
        List.of(beam));
    if (v.yes("ring")) {
      plan.layer(
          plan.own("layer:ring"),
          "Ring of the strike",
          "generated, opens and fades",
          "screen",
          "none",
          plan.own("task:impact"),
          List.of(plan.span(on, on + Math.min(RING, frames) - 1, Plan.SpanKind.FADE, "opens")));
    }
    plan.layer(
        plan.own("layer:spill"),
        sources == 1 ? "Coloured spill" : "Coloured spill of both",
        "generated, falls off on the ground",
        "screen",
        "garbage",
        plan.own("task:glow"),
        List.of(beam));
    plan.grade();
    Overscan.Placement kick = new Overscan.Placement(10, 6, v.number("kickDeg"));
    PostMove.kick(plan, v.number("push"), kick, on);
    checks(plan, v, on, frames, auto);
    PostMove.cover(plan, v.number("push"), kick);
    tasks(plan, v, auto, frames, sources);
    practical(plan, v, on, auto);
    double x0 = v.number("tipXPct") / 100;
    double y0 = v.number("tipYPct") / 100;
    double x1 = clamp(v.number("targetXPct") / 100);
    double y1 = clamp(v.number("targetYPct") / 100);
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          out.add(
              new Plan.SketchFigure(
                  "performer", "figure", Math.max(0, x0 - 0.2), Math.max(0.02, x0 - 0.02), 1));
          if (i >= on && i < on + frames) {
            double level =
                v.number("flickerBase")
                    + v.number("flickerAmplitude")
                        * Math.sin(2 * Math.PI * v.number("flickerHz") * s.rate().seconds(i));
            out.add(
                new Plan.SketchFigure(
                    "beam", "line", x0, x1, y0, y1, Math.max(0.1, Math.min(1, level))));
            out.add(
                new Plan.SketchFigure(
                    "",
                    "glow",
                    Math.max(0, x1 - 0.08),
                    Math.min(1, x1 + 0.08),
                    Math.max(0, y1 - 0.14),
                    Math.min(1, y1 + 0.14),
                    Math.max(0.1, Math.min(1, level))));
          }
          return out;
        });
  }

  private static void checks(Derivation plan, Values v, int on, int frames, boolean auto) {
    ShotSetting s = plan.setting();
    double level = v.number("flickerBase");
    List<String> faults =
        new ArrayList<>(
            FlashSafety.flickerFaults(
                level, v.number("flickerAmplitude"), v.number("flickerHz"), s.rate()));
    faults.addAll(
        FlashSafety.strobing(
            level, v.number("flickerAmplitude"), v.number("flickerHz"), v.number("areaShare")));
    faults.addAll(FlashSafety.warnings(List.of(on), s.rate(), v.number("areaShare"), v.yes("red")));
    plan.check(
        "flash",
        "Flicker and flashes",
        faults.isEmpty() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        faults.isEmpty()
            ? f(
                "%.2f ± %.2f at %s Hz; below the guideline's figures",
                level, v.number("flickerAmplitude"), n(v.number("flickerHz")))
            : String.join("; ", faults),
        "Smaller swings, three a second or fewer, or a smaller area; have the finished shot"
            + " measured.",
        "S21",
        f("%.0f %% of the field", v.number("areaShare") * 100),
        "WCAG 2.2 SC 2.3.1; ITU-R BT.1702; a warning, never a clearance");
    double w = (v.number("targetXPct") - v.number("tipXPct")) / 100 * s.delivery().width();
    double h = (v.number("targetYPct") - v.number("tipYPct")) / 100 * s.delivery().height();
    // What is pushed in afterwards is drawn so much longer.
    double length = Math.max(1, Math.hypot(w, h)) * v.number("push");
    ElementMargin m = ElementMargin.of(v.whole("elementPx"), length);
    plan.check(
        "element",
        "Beam long enough",
        m.enough() ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
        f("%.2f× of %.0f px", m.margin(), length),
        f("An element of at least %.0f px, or build it.", Math.ceil(length)),
        "S23",
        f("%d px, pushed in %s×", v.whole("elementPx"), n(v.number("push"))),
        "element px ÷ (placed px · push); definition");
    Difficulty d = Difficulty.of(v.word("difficulty"));
    int sources = v.whole("sources");
    double lit = s.effort().hours(TaskKind.AUTO_TRACK, sources, d).mean();
    double dark = s.effort().hours(TaskKind.HAND_TRACK, sources * (double) frames, d).mean();
    plan.check(
        "track",
        "Frames to track",
        Plan.Grade.HOLDS,
        auto
            ? f("%d frames, automatic, %.1f h; %.1f h by hand without the lamp", frames, lit, dark)
            : f("%d frames by hand, %.1f h; %.1f h with a lamp at the tip", frames, dark, lit),
        "",
        "S25",
        v.word("track"),
        "frames · rate; planning defaults");
    boolean lasting = frames > 3;
    plan.check(
        "light",
        "Light on faces",
        Plan.Grade.HOLDS,
        lasting
            ? f("lasts %d frames: a practical light on the cue at frame %d", frames, plan.frame(on))
            : "three frames or fewer may be painted",
        "",
        "",
        frames + " frames",
        "a light that lasts longer than a few frames is practical; common practice, no source");
  }

  private static void tasks(Derivation plan, Values v, boolean auto, int frames, int sources) {
    Difficulty d = Difficulty.of(v.word("difficulty"));
    plan.task(
        plan.own("task:track"),
        "Track the tip",
        auto ? TaskKind.AUTO_TRACK : TaskKind.HAND_TRACK,
        auto ? sources : sources * (double) frames,
        d);
    plan.task(
        plan.own("task:glow"),
        "Glow and spill",
        TaskKind.LIGHT_EFFECT,
        1 + sources,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:heat"),
        "Heat displacement",
        TaskKind.LIGHT_EFFECT,
        v.yes("heat") ? 1 : 0,
        Difficulty.EASY);
    plan.task(
        plan.own("task:impact"),
        "Impact",
        TaskKind.LIGHT_EFFECT,
        v.yes("ring") ? 2 : 1,
        v.yes("locked") ? Difficulty.EASY : Difficulty.FAIR);
    plan.task(plan.own("task:beam"), "Beam placed", TaskKind.ELEMENT, sources, Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 5 + sources, Difficulty.FAIR);
    plan.task("task:sound", "Sound of the beam", TaskKind.SOUND, 2, Difficulty.FAIR);
  }

  private static void practical(Derivation plan, Values v, int on, boolean auto) {
    if (v.whole("beamFrames") > 3) {
      plan.datum(
          "datum:light-cue",
          "Light cue",
          f(
              "Colour and level of the light on the performer, and who turns it on at frame %d.",
              plan.frame(on)),
          Plan.Due.BEFORE_DAY);
      plan.aid(
          "aid:coloured-light",
          "Coloured light on a stand",
          "lasting light on faces is real",
          f("on with the cue at frame %d; colour and level noted", plan.frame(on)));
      plan.caution(
          "caution:lamp",
          "Hot lamps on stands: weighted, cables taped, gloves, never covered with gel that is not"
              + " heat-proof.",
          "electrician");
    }
    if (auto) {
      plan.aid(
          "aid:tip-light",
          "Light at the tip",
          "automatic track",
          "small, hidden from the camera when the beam is off");
    }
    if (v.yes("wind")) {
      plan.aid(
          "aid:wind",
          "Fan or large board",
          "hair and cloth answer the beam",
          f("from frame %d", plan.frame(on)));
      CameraBrief.blower(plan);
    }
    plan.caution(
        "caution:flash",
        "Flickering light in the finished picture: warn crew and audience, have it measured.",
        "broadcast or cinema quality control");
  }

  private static double clamp(double x) {
    return Math.max(0, Math.min(1, x));
  }
}
