package bivex.core.shot;

import java.time.Instant;

/**
 * Something said about a plan item, added and never changed; the last one on an item counts.
 *
 * @param item key of the plan item
 * @param words what was said; a reason when dropped or accepted
 */
public record Evidence(String item, Kind kind, String words, Instant at) {
  public enum Kind {
    /** A question answered, an element in hand, a task done, a caution signed. */
    SETTLED,
    /** A doubt looked at and lived with. */
    ACCEPTED,
    /** Not needed, with a reason. */
    DROPPED,
    /** Wanted again. */
    REOPENED
  }
}
