package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.time.FrameRange;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * A version of what a task makes: a matte, a solve, paint, an element, a composite. Where it lies
 * and what it was made from; it is added and never changed, and its number is not given again.
 *
 * @param task key of the plan item
 * @param label of the task when it was made
 * @param number within its task, from 1
 * @param path where it lies, as those who work find it
 * @param sha256 checksum of its bytes, 64 hexadecimal digits; null where nobody said
 * @param frames it was made for: those of the cut then, with handles
 * @param from what it was made from
 * @param by id of whoever made it
 * @param good keys of changes that somebody looked at since, and it still serves
 * @param withdrawn why it is not to be used; null where it is
 */
public record WorkFile(
    String id,
    String task,
    String label,
    int number,
    String path,
    String sha256,
    FrameRange frames,
    List<Source> from,
    String words,
    String by,
    Instant at,
    Set<String> good,
    String withdrawn) {
  private static final int MOST_SOURCES = 100;
  private static final int LONGEST_PATH = 1000;

  public enum SourceKind {
    /** A take. */
    TAKE,
    /** A version of other work. */
    FILE
  }

  public enum WordKind {
    /** It still serves, though something stands otherwise than it was made for. */
    GOOD,
    /** It is not to be used. */
    WITHDRAWN
  }

  /** What a version was made from, by its id. */
  public record Source(SourceKind kind, String id) {
    public Source {
      if (kind == null) {
        throw new InvalidInput("from", "must say of each whether it is a take or a file");
      }
      id = InvalidInput.text("from", id);
    }
  }

  /**
   * Something said of a version afterwards.
   *
   * @param keys of changes it still serves in spite of; empty for all else
   */
  public record Word(WordKind kind, List<String> keys, String words) {
    /**
     * What somebody says, checked.
     *
     * @param of the version
     * @param stale what stands otherwise than it was made for
     * @throws InvalidInput naming the field
     */
    public static Word of(
        WordKind kind, List<String> keys, String words, WorkFile of, List<WorkFiles.Stale> stale) {
      if (kind == null) {
        throw new InvalidInput("kind", "must say what is said of the file");
      }
      if (of.withdrawn != null) {
        throw new InvalidInput("kind", "it is withdrawn: " + of.withdrawn);
      }
      if (kind == WordKind.WITHDRAWN) {
        return new Word(kind, List.of(), InvalidInput.text("words", words));
      }
      Set<String> there = new HashSet<>(stale.stream().map(WorkFiles.Stale::key).toList());
      if (keys == null || keys.isEmpty() || !there.containsAll(keys)) {
        throw new InvalidInput(
            "keys", "must be of what stands otherwise; look again, something changed meanwhile");
      }
      return new Word(kind, List.copyOf(keys), InvalidInput.words("words", words));
    }
  }

  /**
   * A version as somebody says it, checked.
   *
   * @param cut numbers of the frames of the cut now
   * @param number within the task
   * @throws InvalidInput naming the field
   */
  public static WorkFile of(
      String id,
      String task,
      String label,
      String path,
      String sha256,
      FrameRange cut,
      int handles,
      List<Source> from,
      String words,
      String by,
      Instant at,
      int number) {
    String lies = InvalidInput.text("path", path);
    if (lies.length() > LONGEST_PATH || lies.chars().anyMatch(Character::isISOControl)) {
      throw new InvalidInput("path", "must be one line of at most " + LONGEST_PATH + " characters");
    }
    List<Source> sources = from == null ? List.of() : from.stream().distinct().toList();
    if (sources.size() > MOST_SOURCES) {
      throw new InvalidInput("from", "must be at most " + MOST_SOURCES);
    }
    return new WorkFile(
        id,
        task,
        label,
        number,
        lies,
        checksum(sha256),
        cut.wider(handles),
        sources,
        InvalidInput.words("words", words),
        by,
        at,
        Set.of(),
        null);
  }

  /**
   * A checksum as it is kept, in small letters.
   *
   * @return null where none is given
   */
  public static String checksum(String sha256) {
    if (sha256 == null || sha256.isBlank()) {
      return null;
    }
    String sum = sha256.strip().toLowerCase(Locale.ROOT);
    if (!sum.matches("[0-9a-f]{64}")) {
      throw new InvalidInput("sha256", "must be the 64 hexadecimal digits of a SHA-256 checksum");
    }
    return sum;
  }

  /**
   * Whether somebody may send its bytes or withdraw it: who made it, and who leads.
   *
   * @param me id of a person
   */
  public boolean isOf(Role role, String me) {
    return role == Role.PRODUCER || role == Role.COORDINATOR || by.equals(me);
  }

  /** With what was said of it, the oldest first. */
  public WorkFile with(List<Word> said) {
    Set<String> still = new HashSet<>(good);
    String gone = withdrawn;
    for (Word w : said) {
      switch (w.kind) {
        case GOOD -> still.addAll(w.keys);
        case WITHDRAWN -> gone = w.words;
      }
    }
    return new WorkFile(
        id,
        task,
        label,
        number,
        path,
        sha256,
        frames,
        from,
        words,
        by,
        at,
        Set.copyOf(still),
        gone);
  }
}
