package bivex.core.plate;

import bivex.core.Said;
import java.util.List;

/**
 * How often what was measured proved right in this production, by what people said of it later.
 * Nothing that is measured is changed by it.
 *
 * @param kept measurements that were kept
 * @param spokenOf of those, the ones somebody said of how it was
 * @param sameRight called the same, and matched
 * @param sameWrong called the same, and did not match
 * @param doubtedRight found not to agree, and did not match
 * @param doubtedWrong found not to agree, and matched all the same
 * @param words in a breath
 */
public record SightRecord(
    int kept,
    int spokenOf,
    int sameRight,
    int sameWrong,
    int doubtedRight,
    int doubtedWrong,
    String words) {
  /** Fewer tell nothing of how sure one may be (the project's own figure). */
  private static final int LEAST = 10;

  /**
   * What was measured, and how it was.
   *
   * @param agrees what the measurement said
   * @param matched what somebody said
   */
  public record Word(boolean agrees, boolean matched) {}

  /**
   * @param kept measurements that were kept, {@code said.size()} or more
   * @param said those that somebody spoke of
   */
  public static SightRecord of(int kept, List<Word> said) {
    int sameRight = count(said, true, true);
    int sameWrong = count(said, true, false);
    int doubtedRight = count(said, false, false);
    int doubtedWrong = count(said, false, true);
    return new SightRecord(
        kept,
        said.size(),
        sameRight,
        sameWrong,
        doubtedRight,
        doubtedWrong,
        words(kept, said.size(), sameRight, sameWrong, doubtedRight, doubtedWrong));
  }

  private static int count(List<Word> said, boolean agrees, boolean matched) {
    return (int) said.stream().filter(w -> w.agrees == agrees && w.matched == matched).count();
  }

  private static String words(
      int kept, int n, int sameRight, int sameWrong, int doubtedRight, int doubtedWrong) {
    if (n == 0) {
      return "Nobody has said yet whether what was measured proved right.";
    }
    return Said.of(
            "Of %s kept, %s were spoken of; it proved right in %s of them.",
            kept, n, sameRight + doubtedRight)
        + (sameWrong == 0
            ? ""
            : Said.of(" What it called the same did not match %s.", times(sameWrong)))
        + (doubtedWrong == 0
            ? ""
            : Said.of(" What it doubted matched all the same %s.", times(doubtedWrong)))
        + (n < LEAST ? " That is too few to lean on." : "");
  }

  private static String times(int n) {
    return n == 1 ? "once" : n + " times";
  }
}
