package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.light.FlashSafety;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A5: translucent copies leave the performer to both sides and return. */
public final class EchoSplit implements Method {
  @Override
  public String id() {
    return "A5";
  }

  @Override
  public String name() {
    return "Echo split";
  }

  @Override
  public Chapter chapter() {
    return Chapter.DOUBLES;
  }

  @Override
  public String summary() {
    return "Translucent copies of the performer slide out to both sides and come back: a hand"
        + " matte, mirrored offsets, a flicker.";
  }

  @Override
  public String rightWhen() {
    return "Nobody crosses the performer and the background stands off from them.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "fading hand",
        "fingers hard to see",
        "echo",
        "ghost",
        "translucent",
        "shimmer",
        "comes apart");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.whole(
            "startFrame",
            "Copies leave at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            30,
            "counted from 0"),
        Parameter.number(
            "offsetPct",
            "How far out",
            "% of width",
            0.5,
            50,
            10,
            "a tenth of the frame reads (common practice)"),
        Parameter.whole(
            "outFrames", "Out in", "frames", 1, 240, 3, "3 frames, eased (common practice)"),
        Parameter.whole("holdFrames", "Held", "frames", 0, 1000, 12, "half a second"),
        Parameter.whole(
            "backFrames", "Back in", "frames", 1, 240, 3, "3 frames, eased (common practice)"),
        Parameter.number("bendDeg", "Bend", "°", 0, 45, 4, "mirrored to both sides"),
        Parameter.number("opacity", "Opacity", "", 0.01, 1, 0.5, "about half (common practice)"),
        Parameter.number(
            "flickerBase",
            "Flicker, base",
            "",
            0,
            1,
            0.3,
            "0.3 ± 0.2 never goes out (common practice)"),
        Parameter.number(
            "flickerAmplitude",
            "Flicker, ±",
            "",
            0,
            1,
            0.2,
            "must stay under the base unless it may go out"),
        Parameter.number(
            "flickerHz",
            "Flicker",
            "Hz",
            0.1,
            200,
            10,
            "thin lines, ten times a second (common practice)"),
        Parameter.number(
            "areaShare",
            "Share of the field that flickers",
            "",
            0,
            1,
            0.1,
            "thin lines cover little"),
        Parameter.number(
            "retimePct",
            "Base plays at",
            "%",
            5,
            400,
            100,
            "as shot; about 80 % is a little slower while it happens, and repeats frames"),
        Parameter.number(
            "leftPct",
            "Performer's left edge",
            "% of width",
            0,
            100,
            42,
            "for the matte and the picture"),
        Parameter.number(
            "rightPct",
            "Performer's right edge",
            "% of width",
            0,
            100,
            58,
            "for the matte and the picture"),
        Parameter.yesNo(
            "mixed",
            "Footage of more than one rate",
            false,
            "a matte on frames that are made up does not fit those that were recorded"),
        Parameter.yesNo(
            "crossed", "Somebody crosses the performer", false, "then choose another clip"),
        Parameter.yesNo(
            "contrast", "Background stands off", true, "a copy on a like background is not seen"),
        Matting.DIFFICULTY,
        Matting.WAY,
        Matting.REPAIRS);
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "base",
        v.number("flickerBase"),
        "amplitude",
        v.number("flickerAmplitude"),
        "hz",
        v.number("flickerHz"),
        "area",
        v.number("areaShare"),
        "speed",
        v.number("retimePct") / 100,
        "capture",
        s.rate().text());
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int start = v.whole("startFrame");
    int out = v.whole("outFrames");
    int hold = v.whole("holdFrames");
    int all = out + hold + v.whole("backFrames");
    if (start + all > s.cutFrames()) {
      throw new InvalidInput(
          "startFrame",
          "the copies must be back before the cut ends: "
              + start
              + " + "
              + all
              + " frames of "
              + s.cutFrames());
    }
    if (v.number("rightPct") <= v.number("leftPct")) {
      throw new InvalidInput("rightPct", "must be to the right of the left edge");
    }
    double px = v.number("offsetPct") / 100 * s.capture().width();
    CameraBrief.brief(plan, v, "locked", "the copies are cut from the same clip", s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        "The moment itself, nobody crossing; video, so that copies keep their grain and life.",
        s.seconds() * Math.max(1, v.number("retimePct") / 100),
        false,
        "another take in which nobody crosses");
    double step = v.number("retimePct") / 100;
    List<Double> retime = List.of(Math.min(1, step), Math.min(1, step));
    plan.layer(
        "layer:base",
        "Base",
        "performance",
        "over",
        "none",
        step == 1 ? "" : n(v.number("retimePct")) + " %",
        "",
        "plate:performance-1",
        step == 1
            ? List.of(plan.whole(Plan.SpanKind.PRESENT, ""))
            : List.of(
                new Plan.Span(
                    s.firstFrame(),
                    s.lastFrame(),
                    Plan.SpanKind.RETIME,
                    n(v.number("retimePct")) + " %",
                    retime)));
    for (int side : new int[] {-1, 1}) {
      String name = side < 0 ? "left" : "right";
      plan.layer(
          plan.own("layer:copy-" + name),
          "Copy to the " + name,
          "the performance, cut out",
          "screen",
          "hand matte",
          "",
          f(
              "%+.0f px, bend %+.1f°, opacity %.2f",
              side * px, side * v.number("bendDeg"), v.number("opacity")),
          plan.own("task:matte"),
          List.of(
                  plan.span(
                      start, start + out - 1, Plan.SpanKind.MOVE, f("out %.0f px in %d", px, out)),
                  plan.span(start + out, start + out + hold - 1, Plan.SpanKind.PRESENT, "flickers"),
                  plan.span(start + out + hold, start + all - 1, Plan.SpanKind.MOVE, "back"))
              .stream()
              .filter(x -> hold > 0 || x.kind() != Plan.SpanKind.PRESENT)
              .toList());
    }
    plan.grade();
    checks(plan, v, px, all, step);
    Matting.matte(
        plan,
        v,
        plan.own("task:matte"),
        "Matte of the performer",
        all,
        Difficulty.of(v.word("difficulty")));
    plan.task(
        plan.own("task:copies"),
        "Copies, offsets and flicker",
        TaskKind.LIGHT_EFFECT,
        2,
        Difficulty.EASY);
    plan.task(
        plan.own("task:flatten"),
        "Bring all footage to one rate before any matte",
        TaskKind.RETIME,
        v.yes("mixed") ? 1 : 0,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:retime"),
        "Retime the base",
        TaskKind.RETIME,
        step == 1 ? 0 : 1,
        Difficulty.EASY);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.FAIR);
    plan.task("task:sound", "Sound of the split", TaskKind.SOUND, 1, Difficulty.FAIR);
    double l = v.number("leftPct") / 100;
    double r = v.number("rightPct") / 100;
    plan.curve(
        "offset",
        "How far the copies are out",
        "px",
        i -> px * offset(i - start, out, hold, v.whole("backFrames")),
        Double.NaN);
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> figures = new ArrayList<>();
          double o =
              offset(i - start, out, hold, v.whole("backFrames")) * v.number("offsetPct") / 100;
          if (o > 0) {
            figures.add(
                new Plan.SketchFigure(
                    "copy",
                    "ghost",
                    Math.max(0, l - o),
                    Math.max(0.01, r - o),
                    v.number("opacity")));
            figures.add(
                new Plan.SketchFigure(
                    "copy",
                    "ghost",
                    Math.min(0.99, l + o),
                    Math.min(1, r + o),
                    v.number("opacity")));
          }
          figures.add(new Plan.SketchFigure("performer", "figure", l, r, 1));
          return figures;
        });
  }

  /** Share of the way out in a frame counted from the start, eased. */
  private static double offset(int frame, int out, int hold, int back) {
    double t =
        frame < 0
            ? 0
            : frame < out
                ? (frame + 1.0) / out
                : frame < out + hold
                    ? 1
                    : frame < out + hold + back ? 1 - (frame - out - hold + 1.0) / back : 0;
    return t * t * (3 - 2 * t);
  }

  private static void checks(Derivation plan, Values v, double px, int all, double step) {
    ShotSetting s = plan.setting();
    double room =
        Math.min(v.number("leftPct"), 100 - v.number("rightPct")) / 100 * s.capture().width();
    plan.check(
        "offset",
        "Room to both sides",
        room >= px ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("copies %.0f px out, %.0f px free; hand matte of %d frames", px, room, all),
        "The copy leaves the frame: smaller offset, or the performer nearer the middle.",
        "S17",
        f("%s %% of %d px", n(v.number("offsetPct")), s.capture().width()),
        "share · raster width; definition");
    List<String> faults =
        new ArrayList<>(
            FlashSafety.flickerFaults(
                v.number("flickerBase"),
                v.number("flickerAmplitude"),
                v.number("flickerHz"),
                s.rate()));
    faults.addAll(
        FlashSafety.strobing(
            v.number("flickerBase"),
            v.number("flickerAmplitude"),
            v.number("flickerHz"),
            v.number("areaShare")));
    plan.check(
        "flicker",
        "Flicker of the copies",
        faults.isEmpty() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        faults.isEmpty()
            ? f(
                "%.2f ± %.2f at %s Hz",
                v.number("flickerBase"), v.number("flickerAmplitude"), n(v.number("flickerHz")))
            : String.join("; ", faults),
        "Smaller amplitude, three a second or fewer, or a smaller area; have the finished shot"
            + " measured.",
        "S21",
        n(v.number("areaShare") * 100) + " % of the field",
        "base ± amplitude; WCAG 2.2 SC 2.3.1; a warning, never a clearance");
    plan.check(
        "crossing",
        "Nobody crosses the performer",
        v.yes("crossed") ? Plan.Grade.FAILS : Plan.Grade.HOLDS,
        v.yes("crossed") ? "somebody does" : "free in all frames",
        "Choose a clip in which nobody crosses: the copies would take the other with them.",
        "",
        "as seen in the take",
        "common practice, no source");
    plan.check(
        "contrast",
        "Contrast with the background",
        v.yes("contrast") ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        v.yes("contrast") ? "stands off" : "like colours",
        "Darken the background behind the performer, or raise the opacity.",
        "",
        "as seen in the take",
        "common practice, no source");
    if (step != 1) {
      Cadences.check(
          plan,
          "cadence",
          "Cadence of the base",
          new Conform(s.rate(), s.rate()),
          step,
          s.cutFrames(),
          Cadences.Unit.PERCENT,
          false);
    }
  }
}
