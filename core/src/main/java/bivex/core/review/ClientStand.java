package bivex.core.review;

import bivex.core.Said;
import bivex.core.time.Days;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.Map;

/**
 * How a shot stands with the client. The house's verdict is another thing; the production says
 * whether agreed needs both.
 *
 * @param needed whether agreed needs their word
 * @param newest number of the newest version
 * @param asked number of the newest version that is shown for approval; null for none
 * @param since day it is; null for none
 * @param days that have gone since; 0 for none
 * @param word their last; null for none
 * @param noteAfter whether a note of a guest came after it
 */
public record ClientStand(
    boolean needed,
    int newest,
    Integer asked,
    LocalDate since,
    long days,
    ClientWord word,
    boolean noteAfter) {
  /** Where nobody asks a client. */
  public static final ClientStand NONE = new ClientStand(false, 0, null, null, 0, null, false);

  /** From how many days on it is told that nobody has said a word. */
  private static final int LONG = 3;

  /**
   * @param shown how each version is shown, by number; those that never were are not in it
   * @param word their last; null for none
   * @param lastNote when a guest gave a note last; null for never
   * @param zone days are counted in
   */
  public static ClientStand of(
      boolean needed,
      int newest,
      Map<Integer, Showing> shown,
      ClientWord word,
      Instant lastNote,
      LocalDate today,
      ZoneId zone) {
    Integer asked =
        shown.entrySet().stream()
            .filter(e -> e.getValue().asks(today))
            .map(Map.Entry::getKey)
            .max(Comparator.naturalOrder())
            .orElse(null);
    LocalDate since = asked == null ? null : LocalDate.ofInstant(shown.get(asked).at(), zone);
    return new ClientStand(
        needed,
        newest,
        asked,
        since,
        since == null ? 0 : Math.max(0, since.until(today, ChronoUnit.DAYS)),
        word,
        word != null && lastNote != null && lastNote.isAfter(word.at()));
  }

  /** Whether their last word is of the newest version. */
  public boolean said() {
    return word != null && word.version() == newest;
  }

  /**
   * Whether nothing of theirs keeps the newest version from being agreed. A no of theirs does, also
   * where their word is not needed.
   */
  public boolean agreed() {
    return said() ? word.kind().approves() : !needed;
  }

  /** Whether their word on the newest version is waited for. */
  public boolean waits() {
    return !said() && (needed || asked != null && asked == newest);
  }

  /** Whether what they said of the newest version is against it, or has become doubtful. */
  public boolean against() {
    return said() && (!word.kind().approves() || noteAfter);
  }

  /** How it stands, in words; empty where nothing was asked and nothing said. */
  public String words() {
    if (said()) {
      return word.said() + (noteAfter ? "; a note of a guest came after it" : "");
    }
    String older =
        word == null
            ? ""
            : Said.of("version %s %s; version %s is newer", word.version(), word.said(), newest);
    String waits =
        asked == null
            ? needed ? "not shown for approval" : ""
            : (asked == newest ? "" : Said.of("version %s, not version %s, is ", asked, newest))
                + "shown for approval since "
                + Days.words(since)
                + (days >= LONG && (word == null || word.version() < asked)
                    ? Said.of(", no word for %s days", days)
                    : "");
    return older.isEmpty() || waits.isEmpty() ? older + waits : older + "; " + waits;
  }

  /** What is to be done about it; empty for nothing. */
  public String remedy() {
    return against()
        ? word.kind().approves()
            ? "Ask whether their word still stands."
            : "Build the next version, or talk with them."
        : !waits()
            ? ""
            : asked != null && asked == newest
                ? "Ask them for their word."
                : "Show it to the client for approval.";
  }
}
