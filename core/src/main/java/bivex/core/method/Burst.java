package bivex.core.method;

import static bivex.core.method.CameraBrief.capital;
import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.light.FlashSafety;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.EventSurvival;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** E2: a flash of one to three frames: a shot, a photo flash, a spark. */
public final class Burst implements Method {
  @Override
  public String id() {
    return "E2";
  }

  @Override
  public String name() {
    return "Burst";
  }

  @Override
  public Chapter chapter() {
    return Chapter.ENERGY_AND_LIGHT;
  }

  @Override
  public String summary() {
    return "A muzzle flash, photo flash or spark of one to three frames, with its smoke and the"
        + " light it throws.";
  }

  @Override
  public String rightWhen() {
    return "The light is so short that it may be painted, and no real charge is wanted on the set.";
  }

  @Override
  public List<String> cues() {
    return List.of("fires", "pistol", "gun", "flash", "spark", "shot rings", "explodes", "flare");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.choice(
            "kind",
            "It is",
            List.of("muzzle flash", "photo flash", "spark"),
            "decides elements and cautions"),
        Parameter.whole(
            "first",
            "First at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            30,
            "counted from 0"),
        Parameter.whole("count", "How many", "", 1, 60, 1, "bursts in a row"),
        Parameter.whole("every", "One every", "frames", 1, 1000, 12, "from one to the next"),
        Parameter.whole("flashFrames", "Each lasts", "frames", 1, 3, 1, "one to three frames"),
        Parameter.number(
            "areaShare",
            "Share of the field that flashes",
            "",
            0,
            1,
            0.3,
            "of the 10° in the middle of the eye"),
        Parameter.yesNo("red", "Saturated red", false, "worse than white"),
        Parameter.text(
            "capture",
            "Camera runs at",
            "~24",
            "faster if the shot is retimed; ~ follows the production: the usual rate nearby that"
                + " plays evenly"),
        Parameter.number("speed", "Played at", "×", 0.01, 50, 1, "1 is real time"),
        Parameter.number("xPct", "Where", "% of width", 0, 100, 62, "for the picture"),
        Parameter.number("yPct", "Where", "% of height", 0, 100, 40, "for the picture"),
        Parameter.yesNo(
            "real",
            "Shot for real in camera",
            false,
            "a photo flash may be; a charge needs the armourer"),
        Parameter.yesNo("casings", "Casings", false, "fly out to the right of most replicas"),
        Parameter.yesNo("smoke", "Smoke", true, "hangs after it"));
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "area",
        v.number("areaShare"),
        "eventFrames",
        v.whole("flashFrames"),
        "eventStart",
        v.whole("first"),
        "flashes",
        IntStream.range(0, v.whole("count"))
            .mapToObj(i -> Integer.toString(v.whole("first") + i * v.whole("every")))
            .collect(Collectors.joining(" ")));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    FrameRate capture = CameraBrief.rate(v, "capture", plan.setting());
    boolean weapon = v.word("kind").equals("muzzle flash");
    int length = v.whole("flashFrames");
    List<Integer> at =
        IntStream.range(0, v.whole("count"))
            .mapToObj(i -> v.whole("first") + i * v.whole("every"))
            .toList();
    if (at.get(at.size() - 1) + length > s.cutFrames()) {
      throw new InvalidInput(
          "count",
          "the last burst must be inside the cut: it is at frame "
              + at.get(at.size() - 1)
              + " of "
              + s.cutFrames());
    }
    CameraBrief.brief(plan, v, "locked or fluid", "the flash is laid over", capture);
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Performance",
        (weapon
                ? "With the replica, recoil acted; eyes react on the count."
                : "Reaction on the count.")
            + (v.yes("real") ? " The flash is real." : ""),
        s.seconds(),
        false,
        "a reaction from another take");
    plan.layer(
        "layer:performance-1",
        "Plate",
        "performance",
        "over",
        "none",
        v.number("speed") == 1 ? "" : n(v.number("speed")) + "×",
        "",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    List<Plan.Span> flashes =
        at.stream().map(f -> plan.span(f, f + length - 1, Plan.SpanKind.PRESENT, "flash")).toList();
    if (!v.yes("real")) {
      plan.element(
          "element:E2-flash",
          capital(v.word("kind")),
          ElementSource.STOCK,
          "on black, several shapes; none used twice in a row",
          "add",
          s.delivery().width() / 2);
      plan.layer(
          plan.own("layer:flash"),
          capital(v.word("kind")),
          "element",
          "add",
          "none",
          "element:E2-flash",
          flashes);
    }
    plan.layer(
        plan.own("layer:spill"),
        "Light it throws",
        "generated",
        "screen",
        "hand matte",
        plan.own("task:spill"),
        flashes);
    if (v.yes("smoke")) {
      plan.element(
          "element:E2-smoke",
          "Smoke after it",
          ElementSource.SHOOT,
          "on black, side light, 50 fps or faster",
          "screen",
          s.delivery().width() / 2);
      plan.layer(
          plan.own("layer:smoke"),
          "Smoke",
          "element",
          "screen",
          "none",
          "element:E2-smoke",
          List.of(
              plan.span(
                  at.get(0),
                  Math.min(s.cutFrames() - 1, at.get(at.size() - 1) + 40),
                  Plan.SpanKind.PRESENT,
                  "hangs")));
    }
    if (v.yes("casings")) {
      plan.element(
          "element:E2-casings",
          "Casings",
          ElementSource.BUILD,
          "three turning casings, or shot on a coloured screen",
          "over",
          200);
      plan.layer(
          plan.own("layer:casings"),
          "Casings",
          "element",
          "over",
          "none",
          "element:E2-casings",
          flashes);
    }
    plan.grade();
    List<String> faults = FlashSafety.warnings(at, s.rate(), v.number("areaShare"), v.yes("red"));
    plan.check(
        "flash",
        "Flashes in a second",
        faults.isEmpty() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        faults.isEmpty()
            ? f(
                "%d in the worst second; the guideline's limit is %d",
                FlashSafety.mostInOneSecond(at, s.rate()), FlashSafety.FLASHES_PER_SECOND)
            : String.join("; ", faults),
        "Fewer bursts a second, a smaller flash, or a longer gap; have the finished shot measured.",
        "S21",
        f(
            "%d bursts, one every %d frames, %.0f %% of the field",
            at.size(), v.whole("every"), v.number("areaShare") * 100),
        "more than 3 in any second over 25 % of the 10° field; WCAG 2.2 SC 2.3.1; a warning, never"
            + " a clearance");
    double step = new Conform(s.rate(), capture).step(v.number("speed"));
    EventSurvival e = EventSurvival.of(length, step, v.whole("first"));
    boolean kept = !v.yes("real") || e.worst() >= 1;
    plan.check(
        "survives",
        "Does the flash survive",
        kept ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        v.yes("real")
            ? f("read every %.2f frames it is in %d to %d", step, e.worst(), e.best())
            : "laid over after the retime",
        f("Begin reading %.1f frames later, or lay the flash over in post.", e.shift()),
        "S22",
        f("%d frames at %s fps", length, capture.name()),
        "⌊d÷s⌋ to ⌈d÷s⌉; definition");
    if (v.yes("real") && v.word("kind").equals("photo flash")) {
      plan.datum(
          plan.own("datum:part"),
          "Flash filmed with this camera",
          "Ten flashes at this shutter: in how many is the whole frame lit? A sensor read line by"
              + " line may have it in part of the frame only.",
          Plan.Due.BEFORE_DAY);
    }
    plan.task(
        plan.own("task:flash"),
        "Flashes placed",
        TaskKind.ELEMENT,
        v.yes("real") ? 0 : at.size(),
        Difficulty.EASY);
    plan.task(
        plan.own("task:spill"),
        "Light it throws",
        TaskKind.HAND_MATTE,
        at.size() * (double) length,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:smoke"),
        "Smoke placed",
        TaskKind.ELEMENT,
        v.yes("smoke") ? 1 : 0,
        Difficulty.EASY);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.EASY);
    plan.task("task:sound", "Sound of the burst", TaskKind.SOUND, 1, Difficulty.FAIR);
    if (weapon) {
      plan.caution(
          "caution:weapon",
          "Replica weapon on set: checked and handed out by one person only, never pointed at"
              + " anybody, no real charge without the armourer.",
          "armourer");
    }
    plan.caution(
        "caution:flash",
        "Flashing light in the finished picture: warn crew and audience, have it measured.",
        "broadcast or cinema quality control");
    double x = v.number("xPct") / 100;
    double y = v.number("yPct") / 100;
    plan.sketch(
        i -> {
          List<Plan.SketchFigure> out = new ArrayList<>();
          out.add(
              new Plan.SketchFigure(
                  "performer", "figure", Math.max(0, x - 0.28), Math.max(0.02, x - 0.08), 1));
          if (at.stream().anyMatch(f -> i >= f && i < f + length)) {
            out.add(
                new Plan.SketchFigure(
                    "flash",
                    "flash",
                    Math.max(0, x - 0.06),
                    Math.min(1, x + 0.06),
                    Math.max(0, y - 0.1),
                    Math.min(1, y + 0.1),
                    1));
          } else if (v.yes("smoke") && i > at.get(0) && i < at.get(at.size() - 1) + 40) {
            out.add(
                new Plan.SketchFigure(
                    "",
                    "glow",
                    Math.max(0, x - 0.06),
                    Math.min(1, x + 0.06),
                    Math.max(0, y - 0.16),
                    Math.min(1, y),
                    0.4));
          }
          return out;
        });
  }
}
