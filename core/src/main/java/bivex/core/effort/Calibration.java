package bivex.core.effort;

import bivex.core.InvalidInput;
import java.util.Collection;

/**
 * What work really took against what was thought (S25): the ratio of all actual hours to all
 * estimated ones, so that long tasks weigh more than short ones.
 *
 * @param factor actual over estimate; 1 when nothing is known
 * @param tasks how many tasks it rests on
 * @param actualHours their hours
 */
public record Calibration(double factor, int tasks, double actualHours) {
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
    double estimated = pairs.stream().mapToDouble(Pair::estimated).sum();
    double actual = pairs.stream().mapToDouble(Pair::actual).sum();
    return pairs.isEmpty()
        ? new Calibration(1, 0, 0)
        : new Calibration(actual / estimated, pairs.size(), actual);
  }
}
