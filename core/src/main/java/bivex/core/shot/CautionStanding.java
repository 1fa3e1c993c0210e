package bivex.core.shot;

import bivex.core.method.Plan;
import java.util.List;

/**
 * How a caution stands, in the words every page and paper uses.
 *
 * @param words who signed it, or whom to ask
 */
public record CautionStanding(boolean signed, String words) {
  /**
   * @param items of the shot's ledger
   */
  public static CautionStanding of(Plan.Caution caution, List<OwedItem> items) {
    return items.stream()
        .filter(i -> i.key().equals(caution.key()) && i.state() == OwedItem.State.IN_HAND)
        .findFirst()
        .map(i -> new CautionStanding(true, "Signed by " + i.reason()))
        .orElseGet(() -> new CautionStanding(false, "Not signed: ask the " + caution.ask()));
  }
}
