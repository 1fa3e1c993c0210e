package bivex.core.floor;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.method.Plan;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import java.util.List;

/**
 * Whether a take may be logged as it comes, and what no longer fits of one that was written while
 * its device was off the line: that is kept all the same, and said.
 *
 * @param overruled why an automatic mode is let through; empty when none is
 * @param remark what no longer fitted; empty when all did
 */
public record TakeIntake(String overruled, String remark) {
  /** Largest take number. */
  public static final int MOST = 9999;

  /**
   * Checks a take against the plan of its shot.
   *
   * @param plan what the shot owes now
   * @param code of the shot
   * @param plate key of the plate it was made for
   * @param notRead camera fields that were not read; every other must have a value
   * @param overruled why an automatic mode is to be let through; may be null
   * @param queued whether it was written while the device was off the line
   * @throws InvalidInput naming the field
   */
  public static TakeIntake of(
      Plan plan,
      String code,
      String plate,
      CameraData camera,
      List<String> notRead,
      String overruled,
      boolean queued) {
    String remark = "";
    if (plan.plates().stream().noneMatch(q -> q.key().equals(plate))) {
      if (!queued || plate == null || !ItemKey.of(plate).plate()) {
        throw new InvalidInput("plate", "is not one of the plates of " + code);
      }
      remark = code + " no longer owes this plate; the take is kept as loose.";
    }
    for (String f : notRead) {
      if (!CameraData.FIELDS.contains(f)) {
        throw new InvalidInput("notRead", "\"" + f + "\" is not one of the camera data");
      }
    }
    List<String> silent = camera.silent(notRead, false);
    if (!silent.isEmpty()) {
      throw new InvalidInput(
          silent.get(0),
          "must be read off the camera, or be set to \"not read\""
              + (silent.size() > 1
                  ? "; so must " + String.join(", ", silent.subList(1, silent.size()))
                  : ""));
    }
    return new TakeIntake(automatic(plan, plate, camera, overruled), remark);
  }

  /**
   * An automatic mode, or a stabiliser, in a set that wants none is refused, unless somebody says
   * why it must be.
   */
  private static String automatic(Plan plan, String plate, CameraData camera, String overruled) {
    List<MatchGuard.Finding> autos =
        plan.matchSet().plates().contains(plate)
            ? MatchGuard.alone(camera, plan.matchSet().rules())
            : List.of();
    String why = InvalidInput.words("overruled", overruled);
    if (!autos.isEmpty() && why.isEmpty()) {
      MatchGuard.Finding f = autos.get(0);
      throw new InvalidInput(
          f.property(),
          f.label()
              + " is "
              + f.actual()
              + " in a match set: "
              + f.effect()
              + ". Set it by hand, or say why it must be so");
    }
    return autos.isEmpty() ? "" : why;
  }

  /** The same for a set that was struck before it was sent. */
  public TakeIntake afterStrike() {
    return and("The set was struck meanwhile.");
  }

  /** The same with the number somebody else was given first. */
  public TakeIntake renumbered(int asked, int given) {
    return and(
        "Take "
            + asked
            + " was logged by somebody else meanwhile; this one is kept as take "
            + given
            + ".");
  }

  private TakeIntake and(String more) {
    return new TakeIntake(overruled, remark.isEmpty() ? more : remark + " " + more);
  }

  /**
   * The number a take asks for.
   *
   * @param asked null for the next one
   * @param next number of the next take
   * @throws InvalidInput outside 1 to {@value #MOST}
   */
  public static int number(Integer asked, int next) {
    return asked == null ? next : (int) InvalidInput.within("number", asked, 1L, (long) MOST);
  }
}
