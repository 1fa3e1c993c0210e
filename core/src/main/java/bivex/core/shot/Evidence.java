package bivex.core.shot;

import bivex.core.element.ElementSource;
import java.time.Instant;
import java.time.LocalDate;

/**
 * Something said about a plan item, added and never changed; the last one on an item counts.
 *
 * @param item key of the plan item
 * @param words what was said; a reason when dropped or accepted
 * @param signature who signed a caution; null for everything else
 * @param element what was found for an element; null for everything else
 */
public record Evidence(
    String item, Kind kind, String words, Instant at, Signature signature, FoundElement element) {
  public enum Kind {
    /** A question answered, an element in hand, a task done, a caution signed. */
    SETTLED,
    /** A doubt looked at and lived with. */
    ACCEPTED,
    /** Not needed, with a reason. */
    DROPPED,
    /** Let go when its set was struck, with a reason: it stays owed, and must be rescued. */
    WAIVED,
    /** Wanted again. */
    REOPENED
  }

  /**
   * The licensed person who signed.
   *
   * @param role "stunt coordinator", "armourer"…
   * @param on day of signing
   */
  public record Signature(String who, String role, LocalDate on) {}

  /**
   * An element as it is.
   *
   * @param widthPx its own width
   * @param licence under which it may be used; may be empty unless it is from stock
   */
  public record FoundElement(ElementSource source, int widthPx, String licence) {}

  public Evidence(String item, Kind kind, String words, Instant at) {
    this(item, kind, words, at, null, null);
  }
}
