package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.shoot.MatchRule;
import java.util.EnumSet;
import java.util.List;

/** F5: a title written on, or built into, the space of a plate. */
public final class BuiltTitle implements Method {
  /**
   * Reading speed for titles, characters a second; subtitles are commonly held to about 15 to 17
   * (common practice, no source).
   */
  private static final double CHARACTERS_A_SECOND = 15;

  @Override
  public String id() {
    return "F5";
  }

  @Override
  public String name() {
    return "Drawn or built title";
  }

  @Override
  public Chapter chapter() {
    return Chapter.BUILT_WORLDS;
  }

  @Override
  public String summary() {
    return "A title is written on by hand, or stands in the space of the plate and is covered by"
        + " what passes in front.";
  }

  @Override
  public String rightWhen() {
    return "The plate leaves a quiet place for it, long enough to be read.";
  }

  @Override
  public List<String> cues() {
    return List.of("title", "letters", "the words", "brass letters", "written across");
  }

  @Override
  public List<Parameter> parameters() {
    return CameraBrief.after(
        CameraBrief.CAMERA,
        Parameter.text("words", "Title", "TITLE", "as it is to be read"),
        Parameter.choice(
            "made",
            "Made as",
            List.of("written on", "built in space"),
            "built needs a solve when the camera moves"),
        Parameter.whole(
            "startFrame",
            "Begins at frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            12,
            "counted from 0"),
        Parameter.whole(
            "writeFrames", "Written on over", "frames", 0, 1000, 24, "0 appears at once"),
        Parameter.whole(
            "readFrames", "Stands to be read", "frames", 1, 10_000, 48, "after it is complete"),
        Parameter.number(
            "widthPct", "Wide", "% of width", 1, 100, 60, "inside the safe area, which is 90 %"),
        Parameter.yesNo("moves", "Camera moves", false, "then a solve or planar track is owed"),
        Parameter.whole(
            "coverFrames",
            "Frames in which somebody passes in front",
            "frames",
            0,
            100_000,
            0,
            "hand matte"));
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    int start = v.whole("startFrame");
    int write = v.whole("writeFrames");
    int read = v.whole("readFrames");
    if (start + write + read > s.cutFrames()) {
      throw new InvalidInput(
          "readFrames",
          "the title must end with the cut: "
              + start
              + " + "
              + write
              + " + "
              + read
              + " frames of "
              + s.cutFrames());
    }
    InvalidInput.text("words", v.word("words"));
    boolean built = v.word("made").startsWith("built");
    boolean moves = v.yes("moves");
    CameraBrief.brief(
        plan, v, moves ? "fluid" : "locked", "the title stands in the plate", s.rate());
    plan.plate(
        "plate:performance-1",
        Plan.PlateKind.PERFORMANCE,
        "Plate for the title",
        "With a quiet place for the words, held long enough.",
        s.seconds(),
        moves && built,
        "another plate of the place");
    if (moves && built) {
      // What is solved from one pass holds for the other only if lens and move are the same.
      plan.matchSet(EnumSet.of(MatchRule.SAME), v.number("backgroundM"));
      plan.free("plate:witness", CameraBrief.WITNESS_FREE);
      plan.plate(
          "plate:witness",
          Plan.PlateKind.WITNESS,
          "All-in-focus pass",
          "The same move, smallest opening: only for the solve.",
          s.seconds(),
          true,
          "the plate itself, if it is sharp enough");
    }
    plan.layer(
        "layer:performance-1",
        "Plate",
        "performance",
        "over",
        "none",
        "plate:performance-1",
        List.of(plan.whole(Plan.SpanKind.PRESENT, "")));
    plan.element(
        "element:F5-title",
        "Title \"" + v.word("words") + "\"",
        built ? ElementSource.BUILD : ElementSource.DRAW,
        built
            ? "built with the light of the plate"
            : "lettering by hand, with a matte that writes it on",
        built ? "over" : "multiply",
        (int) Math.ceil(v.number("widthPct") / 100 * s.delivery().width() * 2));
    List<Plan.Span> spans =
        write > 0
            ? List.of(
                plan.span(
                    start,
                    start + write - 1,
                    Plan.SpanKind.FADE,
                    f("in over %d frames, written on", write)),
                plan.span(start + write, start + write + read - 1, Plan.SpanKind.PRESENT, ""))
            : List.of(plan.span(start, start + read - 1, Plan.SpanKind.PRESENT, ""));
    plan.layer(
        plan.own("layer:title"),
        "Title",
        built ? "built" : "lettering",
        built ? "over" : "multiply",
        v.whole("coverFrames") > 0 ? "hand matte" : "none",
        "",
        moves ? built ? "camera solve" : "planar track" : "stands still",
        "element:F5-title",
        spans);
    plan.grade();
    int letters = v.word("words").length();
    double seconds = letters / CHARACTERS_A_SECOND;
    double have = s.rate().seconds(read);
    plan.check(
        "read",
        "Long enough to read",
        have >= Math.max(1, seconds) ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%d characters need %.1f s, stands %.1f s", letters, Math.max(1, seconds), have),
        f("Let it stand %d frames.", (int) Math.ceil(s.rate().frames(Math.max(1, seconds)))),
        "S31",
        n(CHARACTERS_A_SECOND) + " characters a second",
        "characters ÷ speed, at least 1 s; common practice, no source");
    plan.check(
        "safe",
        "Inside the safe area",
        v.number("widthPct") <= 90 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        n(v.number("widthPct")) + " % of the width",
        "Make it 90 % or narrower.",
        "",
        n(v.number("widthPct")) + " %",
        "title-safe 90 % of the width (SMPTE ST 2046-1, from memory)");
    plan.task(
        plan.own("task:title"),
        built ? "Build the title" : "Letter the title",
        built ? TaskKind.BUILD : TaskKind.DRAWING,
        1,
        Difficulty.EASY);
    plan.task(
        plan.own("task:write"),
        "Write it on",
        TaskKind.HAND_MATTE,
        built ? 0 : write / 4.0,
        Difficulty.EASY);
    plan.task(
        plan.own("task:solve"),
        built ? "Camera solve" : "Planar track",
        built ? TaskKind.SOLVE : TaskKind.AUTO_TRACK,
        moves ? 1 : 0,
        Difficulty.FAIR);
    plan.task(
        plan.own("task:cover"),
        "Hand matte of who passes",
        TaskKind.HAND_MATTE,
        v.whole("coverFrames"),
        Difficulty.FAIR);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 2, Difficulty.EASY);
    plan.datum(
        "datum:words",
        "Title approved",
        "Spelling, case and lettering, by whom.",
        Plan.Due.BEFORE_DELIVERY);
    double w = v.number("widthPct") / 200;
    plan.overlay(
        i ->
            i < start || i >= start + write + read
                ? List.of()
                : List.of(
                    new Plan.SketchFigure(
                        v.word("words"),
                        "window",
                        0.5 - w,
                        0.5 - w + 2 * w * (write == 0 ? 1 : Math.min(1, (i - start + 1.0) / write)),
                        0.38,
                        0.56,
                        1)));
  }
}
