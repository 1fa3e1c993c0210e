package bivex.core.shot;

import bivex.core.method.Plan;
import java.time.LocalDate;
import java.util.List;

/**
 * One thing of a shot and how it stands.
 *
 * @param reason why it stands so
 * @param action what to do now; empty when nothing is owed
 * @param harm how much is lost if it is missed, 0 to 100
 * @param desk where it is settled
 * @param acts what can be said of it now
 */
public record OwedItem(
    String key,
    Kind kind,
    String label,
    State state,
    String reason,
    String action,
    Plan.Due due,
    Who who,
    int harm,
    Desk desk,
    List<EvidenceRules.Act> acts) {
  public enum Kind {
    INTENT,
    METHOD,
    DATUM,
    CAUTION,
    PLATE,
    ELEMENT,
    TASK,
    VERSION,
    NOTE,
    VERDICT,
    DELIVERY
  }

  public enum State {
    IN_HAND,
    OWED,
    IN_DOUBT,
    DROPPED
  }

  /** Where a thing is settled. */
  public enum Desk {
    SCRIPT,
    SHOTS,
    FLOOR,
    REVIEW,
    DELIVER
  }

  /** Whose move it is. */
  public enum Who {
    PRODUCER,
    FLOOR,
    ARTIST
  }

  /**
   * The day on which it is too late for this.
   *
   * @param shooting day of the shot's setup, null when none is planned
   * @param delivery day the production is due, null when none is set
   * @return {@link LocalDate#MAX} when there is no such day
   */
  public LocalDate tooLate(LocalDate shooting, LocalDate delivery) {
    LocalDate day = due == Plan.Due.BEFORE_DELIVERY ? delivery : shooting;
    return day == null ? LocalDate.MAX : day;
  }

  /** Whether somebody must act. */
  public boolean open() {
    return state == State.OWED || state == State.IN_DOUBT;
  }
}
