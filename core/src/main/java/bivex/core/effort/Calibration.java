package bivex.core.effort;

import bivex.core.InvalidInput;
import java.util.Collection;

/**
 * What work really took against what was thought (S25): the ratio of all actual hours to all
 * estimated ones, so that long tasks weigh more than short ones.
 *
 * @param factor actual over estimate; 1 when nothing is known
 * @param proposed the same while few tasks are known: as if {@link #DOUBT} more of the usual size
 *     had taken just what was thought
 * @param tasks how many tasks it rests on
 * @param actualHours their hours
 */
public record Calibration(double factor, double proposed, int tasks, double actualHours) {
  /** Tasks that stand against what is known; this project's own default, no published source. */
  public static final int DOUBT = 4;

  /**
   * @param estimated expected hours, more than 0
   * @param actual hours, 0 or more
   */
  public record Pair(double estimated, double actual) {
    public Pair {
      InvalidInput.positive("estimated hours", estimated);
      InvalidInput.within("actual hours", actual, 0, 1e6);
    }
  }

  public static Calibration of(Collection<Pair> pairs) {
    if (pairs.isEmpty()) {
      return new Calibration(1, 1, 0, 0);
    }
    double estimated = pairs.stream().mapToDouble(Pair::estimated).sum();
    double actual = pairs.stream().mapToDouble(Pair::actual).sum();
    double doubt = DOUBT * estimated / pairs.size();
    return new Calibration(
        actual / estimated, (actual + doubt) / (estimated + doubt), pairs.size(), actual);
  }
}
