package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.time.Days;
import java.time.Instant;
import java.time.LocalDate;

/**
 * That a version is shown to the guests of its shot, or not any more; added and never changed. The
 * last counts.
 *
 * @param until last day; null until it is ended
 */
public record Showing(Kind kind, LocalDate until, Instant at) {
  public enum Kind {
    PROGRESS("as work in progress"),
    APPROVAL("for approval"),
    ENDED("not any more");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * Checked.
   *
   * @throws InvalidInput naming the field
   */
  public static Showing of(Kind kind, LocalDate until, LocalDate today, Instant at) {
    if (kind == null) {
      throw new InvalidInput("kind", "must say as what it is shown");
    }
    if (until != null && (kind == Kind.ENDED || until.isBefore(today))) {
      throw new InvalidInput(
          "until",
          kind == Kind.ENDED
              ? "is not asked for where it is shown no more"
              : "must be today or a day to come");
    }
    return new Showing(kind, until, at);
  }

  /** Whether guests see it on a day. */
  public boolean stands(LocalDate day) {
    return kind != Kind.ENDED && (until == null || !until.isBefore(day));
  }

  /** Whether their word is asked for on a day. */
  public boolean asks(LocalDate day) {
    return kind == Kind.APPROVAL && stands(day);
  }

  /** As it is on a day, in words. */
  public String words(LocalDate day) {
    return !stands(day)
        ? "shown no more"
        : "shown " + kind.words + (until == null ? "" : " until " + Days.words(until));
  }
}
