package bivex.core.method;

import bivex.core.effort.Estimate;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/**
 * A way out that was taken for a plate that is missing: what it is made from, what it costs and
 * what is lost. Its work enters the plan; what it leaves to be looked at is asked.
 *
 * @param plate key of the plate it replaces
 * @param way in words: "borrow frames in which that part is free"
 * @param from names of the takes it is made from
 * @param hours of work
 * @param losses what it costs in sharpness, made-up frames and cover; empty when nothing
 * @param doubt what has to be looked at; empty when nothing
 * @param reason why it was taken
 * @param by who took it
 */
public record WayOut(
    String plate,
    String way,
    List<String> from,
    Estimate hours,
    String losses,
    String doubt,
    String reason,
    String by,
    Instant at) {
  /**
   * The ways out that are still needed: one for a plate that was shot after all is not.
   *
   * @param inHand plates that were
   */
  public static List<WayOut> needed(List<WayOut> taken, Set<String> inHand) {
    return taken.stream().filter(w -> !inHand.contains(w.plate())).toList();
  }

  /** What it is, in one breath. */
  public String said() {
    return way
        + (from.isEmpty() ? "" : ": " + String.join(" and ", from))
        + (losses.isEmpty() ? "" : "; " + losses);
  }
}
