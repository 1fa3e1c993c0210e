package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.Dash;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Conform;
import bivex.core.time.Motion;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** B2: impossible speed between two marks, as hand-built streaks or as a compressed run. */
public final class DashAcross implements Method {
  static final String STREAK = "streak";
  static final String RUN = "compressed run";

  @Override
  public String id() {
    return "B2";
  }

  @Override
  public String name() {
    return "Dash";
  }

  @Override
  public Chapter chapter() {
    return Chapter.SUDDEN_MOVEMENT;
  }

  @Override
  public List<String> cues() {
    return List.of("dash", "then last", "smear", "faster", "blur across", "in an instant");
  }

  @Override
  public String summary() {
    return "Somebody is at one mark, then at another, faster than the eye: stops are performed, a"
        + " few frames are built between them.";
  }

  @Override
  public String rightWhen() {
    return "Streak: always possible on a locked frame. Compressed run: only if nothing else in"
        + " frame moves.";
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new ArrayList<>(
            List.of(
                Parameter.choice(
                    "variant",
                    "Made as",
                    List.of(STREAK, RUN),
                    "the streak works whatever else moves"),
                Parameter.whole(
                    "leaveFrame",
                    "Leaves at frame of the cut",
                    Parameter.FRAME,
                    0,
                    100_000,
                    30,
                    "last frame at the first mark, counted from 0"),
                Parameter.whole(
                    "between",
                    "Frames between the marks",
                    "frames",
                    1,
                    24,
                    3,
                    "streak: 3; compressed run: 5 (common practice)"),
                Parameter.number(
                    "metres",
                    "Way between the marks",
                    "m",
                    0.2,
                    1000,
                    12,
                    "paced out on the floor"),
                Parameter.number(
                    "from", "First mark", "% of width", 0, 100, 12, "centre of the performer"),
                Parameter.number(
                    "to", "Second mark", "% of width", 0, 100, 86, "centre of the performer"),
                Parameter.number(
                    "figure",
                    "Width of the performer",
                    "% of width",
                    1,
                    60,
                    10,
                    "for the sketch and the matte"),
                Parameter.number(
                    "runSeconds",
                    "Real run takes",
                    "s",
                    0.2,
                    60,
                    3,
                    "timed in rehearsal; used by the compressed run"),
                Parameter.number(
                    "blurDegrees",
                    "Blur of the streaks",
                    "°",
                    45,
                    360,
                    300,
                    "more than natural, so that it reads (common practice)"),
                Parameter.yesNo(
                    "othersMove",
                    "Something else in frame moves",
                    false,
                    "then a compressed run would speed it up too"),
                Parameter.yesNo(
                    "wind", "Wind on the stops", true, "the stop is what sells the speed")));
    p.addAll(CameraBrief.PARAMETERS);
    return p;
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    return Map.of(
        "spanPx",
        Math.max(1, Math.abs(v.number("to") - v.number("from")) / 100 * s.capture().width()));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int leave = v.whole("leaveFrame");
    int between = v.whole("between");
    boolean streak = v.word("variant").equals(STREAK);
    if (leave + between + 1 >= s.cutFrames()) {
      throw new InvalidInput(
          "leaveFrame",
          "the arrival must be inside the cut: "
              + leave
              + " + "
              + between
              + " + 1 frames of "
              + s.cutFrames());
    }
    double span = Math.abs(v.number("to") - v.number("from")) / 100 * s.capture().width();
    if (span == 0) {
      throw new InvalidInput("to", "must differ from the first mark");
    }
    CameraBrief.held(plan, v, "only the performer may move");
    Dash dash =
        streak
            ? Dash.streak(span, v.number("metres"), between, v.number("blurDegrees"), s.rate())
            : Dash.compressedRun(
                span, v.number("metres"), between, v.number("blurDegrees"), s.rate());
    double seconds = s.rate().seconds(s.cutFrames() + 2.0 * s.handles()) + v.number("runSeconds");
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        streak ? "Stops at both marks" : "The run",
        streak
            ? "Start of the move at the first mark, then the arrival at the second, each with its"
                + " stop; run, don't walk, between."
            : "The whole run at full effort, with the start and the stop.",
        seconds,
        true,
        "streaks drawn from a still of the performer");
    plan.plate(
        "plate:clean",
        Plan.PlateKind.CLEAN,
        "Clean plate",
        "Nobody in frame for 10 s, same roll, nothing touched.",
        10,
        true,
        "borrow frames in which each half of the frame is free",
        "patch it from two takes",
        "pick up with the same camera data and light");
    layers(plan, dash, streak, leave, between);
    checks(plan, v, dash, streak, span, between);
    if (streak) {
      plan.task(
          plan.own("task:streak"),
          "Streaks",
          TaskKind.STREAK,
          dash.frames().stream().filter(b -> b.kind() == Dash.Kind.STREAK).count(),
          Difficulty.FAIR);
      plan.task(
          plan.own("task:matte"),
          "Matte the start and end of the move",
          TaskKind.HAND_MATTE,
          8,
          Difficulty.FAIR);
    } else {
      plan.task(
          plan.own("task:retime"),
          "Compress the run and add blur",
          TaskKind.RETIME,
          1,
          Difficulty.FAIR);
    }
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 3, Difficulty.FAIR);
    plan.task("task:sound", "Sound of the dash", TaskKind.SOUND, 2, Difficulty.FAIR);
    plan.datum(
        "datum:sells",
        "What sells the dash, seen in the finished shot",
        "Whether the wind at the stop and the performer's own start and stop are there, and what"
            + " was done where they are not.",
        Plan.Due.BEFORE_DELIVERY);
    plan.datum(
        "datum:marks",
        "Marks taped and paced",
        "Way between the marks in metres, and where they are in frame.",
        Plan.Due.BEFORE_DAY);
    plan.caution(
        "caution:run",
        "Running start and hard stop: check floor, shoes and what stands behind the mark.",
        "stunt coordinator");
    if (v.yes("wind")) {
      plan.aid(
          "aid:wind",
          "Blower or large board",
          "wind on hair and cloth at each stop",
          f("on frames %d and %d", s.firstFrame() + leave, s.firstFrame() + leave + between + 1));
      plan.caution(
          "caution:blower",
          "A blower lifts grit into eyes: goggles for the crew, performers' eyes away from it.",
          "special-effects supervisor");
    }
    sketch(plan, v, dash, leave, between);
  }

  private static void layers(Derivation plan, Dash dash, boolean streak, int leave, int between) {
    ShotSetting s = plan.setting();
    int out = s.firstFrame() + leave;
    int in = out + between + 1;
    plan.layer(
        "layer:clean",
        "Clean plate",
        "plate",
        "over",
        "none",
        "plate:clean",
        List.of(new Plan.Span(s.firstFrame(), s.lastFrame(), Plan.SpanKind.PRESENT, "")));
    plan.layer(
        "layer:performance-1",
        "At the marks",
        "performance",
        "over",
        "garbage",
        "plate:performance-1",
        List.of(
            new Plan.Span(s.firstFrame(), out, Plan.SpanKind.PRESENT, "first mark"),
            new Plan.Span(in, s.lastFrame(), Plan.SpanKind.PRESENT, "second mark")));
    List<Plan.Span> spans =
        dash.frames().stream()
            .map(
                b ->
                    new Plan.Span(
                        out + b.offset(),
                        out + b.offset(),
                        b.kind() == Dash.Kind.STREAK ? Plan.SpanKind.STREAK : Plan.SpanKind.EMPTY,
                        b.kind() == Dash.Kind.STREAK
                            ? f("streak of %.0f px", dash.streakPx())
                            : "nobody"))
            .toList();
    plan.layer(
        plan.own("layer:streaks"),
        streak ? "Streaks" : "Compressed run",
        streak ? "single frames, smeared" : "the run, retimed and blurred",
        "over",
        "hand matte",
        plan.own(streak ? "task:streak" : "task:retime"),
        spans);
    plan.layer(
        "layer:grade",
        "Grade match",
        "stops and colour to match",
        "over",
        "none",
        "task:grade",
        List.of(new Plan.Span(s.firstFrame(), s.lastFrame(), Plan.SpanKind.PRESENT, "")));
  }

  private static void checks(
      Derivation plan, Values v, Dash dash, boolean streak, double span, int between) {
    ShotSetting s = plan.setting();
    plan.check(
        new Plan.Check(
            plan.own("check:speed"),
            "Speed of the dash",
            Plan.Grade.HOLDS,
            f(
                "%.0f px a frame, %.0f m/s, streak %.0f px",
                dash.pxPerFrame(), dash.metresPerSecond(), dash.streakPx()),
            "",
            "S15",
            f("%.0f px and %s m in %d steps", span, n(v.number("metres")), between + 1),
            "steps = frames between + 1; streak = px a frame × angle ÷ 360; definition"));
    if (!streak) {
      boolean alone = !v.yes("othersMove");
      plan.check(
          new Plan.Check(
              plan.own("check:alone"),
              "Nothing else moves",
              alone ? Plan.Grade.HOLDS : Plan.Grade.FAILS,
              alone ? "the run may be compressed" : "what else moves would be sped up too",
              alone ? "" : "Make it as a streak.",
              "",
              "",
              "common practice, no source"));
      double speed = v.number("runSeconds") * s.rate().fps() / between;
      Motion m = Motion.of(new Conform(s.rate(), s.rate()), speed, between);
      double even = s.rate().seconds(Math.max(1, Math.rint(m.step())) * between);
      plan.check(
          "cadence",
          "Cadence of the compressed run",
          m.how() == Motion.How.EVEN ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
          f(
              "%.0f %% speed, %.2f source frames a step%s",
              speed * 100,
              m.step(),
              m.how() == Motion.How.EVEN ? "" : "; uneven, which its blur must cover"),
          f("Take %.3f s of the run instead, or look at it at speed.", even),
          "S2",
          f("%s s of run in %d frames", n(v.number("runSeconds")), between),
          "step = speed · capture ÷ production; definition");
    }
  }

  private static void sketch(Derivation plan, Values v, Dash dash, int leave, int between) {
    ShotSetting s = plan.setting();
    double a = v.number("from") / 100;
    double b = v.number("to") / 100;
    double half = v.number("figure") / 200;
    double streak = dash.streakPx() / s.capture().width() / 2;
    plan.sketch(
        i -> {
          if (i <= leave || i > leave + between) {
            double x = i <= leave ? a : b;
            return List.of(
                new Plan.SketchFigure("performer", "figure", clamp(x - half), clamp(x + half), 1));
          }
          Dash.Between m = dash.frames().get(i - leave - 1);
          double x = a + (b - a) * m.centre();
          return m.kind() == Dash.Kind.STREAK
              ? List.of(
                  new Plan.SketchFigure(
                      "streak", "streak", clamp(x - half - streak), clamp(x + half + streak), 0.6))
              : List.of();
        });
  }

  private static double clamp(double x) {
    return Math.max(0, Math.min(1, x));
  }
}
