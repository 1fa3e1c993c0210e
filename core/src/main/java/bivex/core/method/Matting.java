package bivex.core.method;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/**
 * Mattes of people and things: by hand, with a brush that follows edges, or cut out automatically.
 * The last two are quick until they fail, so they are planned with the frames that are repaired by
 * hand, and nobody believes them before they were tried.
 */
final class Matting {
  private Matting() {}

  private static final String BY_HAND = "by hand";
  private static final String BRUSH = "brush";

  static final Parameter WAY =
      Parameter.choice(
          "matte",
          "Matte made",
          List.of(BY_HAND, BRUSH, "cut-out"),
          "a brush that follows edges, or an automatic cut-out, where edges are sharp and colours"
              + " differ");

  static final Parameter DIFFICULTY =
      Parameter.choice(
          "difficulty",
          "Matte",
          List.of("fair", "easy", "hard"),
          "hair, blur and like colours are hard");

  static final Parameter REPAIRS =
      Parameter.number(
          "repairPct",
          "Of which repaired by hand",
          "% of frames",
          0,
          100,
          25,
          "brush and cut-out only; known after ten frames were tried (planning value, no source)");

  /**
   * Adds the matte to the plan.
   *
   * @param what whose matte it is; how it is made is added
   * @param frames that need one
   */
  static void matte(
      Derivation plan, Values v, String key, String what, double frames, Difficulty difficulty) {
    String way = v.word(WAY.key());
    if (way.equals(BY_HAND) || frames <= 0) {
      plan.task(key, what + ", by hand", TaskKind.HAND_MATTE, frames, difficulty);
      return;
    }
    boolean brush = way.equals(BRUSH);
    plan.task(
        key,
        what + (brush ? ", brush that follows edges" : ", automatic cut-out"),
        brush ? TaskKind.BRUSH_MATTE : TaskKind.CUT_OUT,
        frames,
        difficulty);
    plan.task(
        key + "-repairs",
        what + ", repaired by hand",
        TaskKind.HAND_MATTE,
        frames * v.number(REPAIRS.key()) / 100,
        difficulty);
    plan.datum(
        "datum:matte",
        "Matte tried",
        "Ten frames with the strongest blur, hair and like colours: how many kept their edge? The"
            + " rest is repaired by hand.",
        Plan.Due.BEFORE_DELIVERY);
  }
}
