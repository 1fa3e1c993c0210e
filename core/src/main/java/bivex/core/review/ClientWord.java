package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import java.time.Instant;
import java.time.LocalDate;

/**
 * What a client says of a version; added and never changed, the last counts. It stands beside the
 * house's verdict and is never one.
 *
 * @param version its number
 * @param who whose word it is
 * @param told to whom of the house, who wrote it down; empty where they said it here themselves
 */
public record ClientWord(
    Kind kind, int version, String words, String who, String told, Instant at) {
  public enum Kind {
    APPROVED("approved"),
    WITH_NOTES("approved with notes"),
    NOT_APPROVED("not approved");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    public boolean approves() {
      return this != NOT_APPROVED;
    }
  }

  /**
   * Checked. A guest says it of what is shown to them for approval. The house writes down what it
   * was told, of any version, and names who said it.
   *
   * @param shown how the version is shown; null for not at all
   * @param who whose word the house writes down; of a guest nothing
   * @param me name of whoever says it
   * @throws InvalidInput naming the field
   */
  public static ClientWord of(
      Kind kind,
      int version,
      Showing shown,
      LocalDate today,
      String words,
      String who,
      String me,
      Role role,
      Instant at) {
    if (kind == null) {
      throw new InvalidInput("kind", "must say whether it is approved");
    }
    boolean guest = role == Role.GUEST;
    if (guest && (shown == null || !shown.asks(today))) {
      throw new InvalidInput("version", "is not shown for approval");
    }
    if (guest && who != null && !who.isBlank()) {
      throw new InvalidInput("who", "is not for a guest to say");
    }
    return new ClientWord(
        kind,
        version,
        kind == Kind.APPROVED
            ? InvalidInput.words("words", words)
            : InvalidInput.text("words", words),
        guest ? me : InvalidInput.title("who", who),
        guest ? "" : me,
        at);
  }

  /** In words, with who and what they said. */
  public String said() {
    return kind.words
        + " by "
        + who
        + (told.isEmpty() ? "" : ", told to " + told)
        + (words.isEmpty() ? "" : ": " + words);
  }
}
