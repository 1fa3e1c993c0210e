package bivex.core.tally;

import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.order.Pass;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;

/** Makes the passes of a day from the plans of its shots and from what was said of them. */
public final class DayPasses {
  private DayPasses() {}

  /**
   * What was said of a pass where the plan does not know.
   *
   * @param minutes null to reckon it from the plate
   * @param light null when nobody said it
   */
  public record Told(List<Pass.Worn> worn, Double minutes, Pass.Window light) {}

  /** Whether a plate keeps the camera running: guide sound and stills do not. */
  public static boolean runs(Plan.Plate plate) {
    return plate.kind() != Plan.PlateKind.GUIDE && plate.kind() != Plan.PlateKind.STILL;
  }

  /**
   * @param code of the shot
   * @param tape letter of its setup
   * @param setup place of the camera, as the crew says it
   * @param after ids of passes seen inside it
   * @param told null when nothing was said
   * @param usual light that is right for it unless somebody said one; null when it does not matter
   */
  public static Pass of(
      String id,
      String code,
      Plan plan,
      Plan.Plate plate,
      String tape,
      String setup,
      List<String> after,
      Told told,
      Pass.Window usual) {
    boolean clean = plate.kind() == Plan.PlateKind.CLEAN;
    double record = plate.takes() * plate.seconds() / 60;
    double minutes =
        told != null && told.minutes() != null ? told.minutes() : plate.takes() * plate.minutes();
    return new Pass(
        id,
        code + " " + Said.inside(plate.label()),
        plate.inSet() ? tape + " of " + code : "",
        setup,
        told == null ? worn(plan, plate) : told.worn(),
        minutes,
        Math.min(record, minutes),
        after,
        told != null && told.light() != null ? told.light() : usual,
        clean && plate.inSet());
  }

  /**
   * Minutes that what is open of a shot's match set takes, at most a day.
   *
   * @param open keys of the shot's items that are not in hand
   */
  public static double need(Plan plan, Set<String> open) {
    return Math.min(
        24 * 60,
        plan.plates().stream()
            .filter(p -> p.inSet() && open.contains(p.key()))
            .mapToDouble(p -> p.takes() * p.minutes())
            .sum());
  }

  /**
   * Changes of clothes still to come among the plates of a set.
   *
   * @param wanted plates that are not in hand
   * @param begun what is worn since the last take; empty before the first
   */
  public static long changes(Plan plan, List<Plan.Plate> wanted, List<Pass.Worn> begun) {
    Set<Pass.Worn> left =
        wanted.stream().flatMap(p -> worn(plan, p).stream()).collect(Collectors.toSet());
    boolean on = begun.isEmpty() || begun.stream().anyMatch(left::contains);
    return Math.max(0, left.size() - (on ? 1 : 0));
  }

  /**
   * One performer plays all parts, unless somebody said otherwise: what is known is which costume a
   * pass is in.
   */
  public static List<Pass.Worn> worn(Plan plan, Plan.Plate plate) {
    boolean doubles = plan.data().stream().anyMatch(d -> ItemKey.WARDROBE.is(d.key()));
    OptionalInt part = ItemKey.of(plate.key()).performance();
    return doubles && part.isPresent()
        ? List.of(new Pass.Worn("the double", "part " + part.getAsInt()))
        : List.of();
  }
}
