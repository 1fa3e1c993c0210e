package bivex.core.effort;

import java.util.Arrays;
import java.util.random.RandomGenerator;

/**
 * How far estimates are off, drawn so that they err together: part of every error is that of
 * whoever estimated, part that of the kind of work, the rest its own. The two shares are this
 * project's own, without a published source.
 */
public final class EstimateErrors {
  /** How much of an error is that of whoever estimated, whatever the work. */
  public static final double SHARED = 0.3;

  /** How much is that of the kind of work. */
  public static final double OF_KIND = 0.3;

  /** Cases gone through: a chance of a half is known to about 1 in 100 by these. */
  public static final int SAMPLES = 2000;

  private final RandomGenerator random;
  private final double[] kinds = new double[TaskKind.values().length];
  private double all;

  public EstimateErrors(RandomGenerator random) {
    this.random = random;
  }

  /** Begins a case. */
  public void next() {
    for (int k = 0; k < kinds.length; k++) {
      kinds[k] = Math.sqrt(OF_KIND) * random.nextGaussian();
    }
    all = Math.sqrt(SHARED) * random.nextGaussian();
  }

  /**
   * How much of the spread of a whole goes with each of its parts: their covariance with it, as
   * shares of 1. A part that goes against it has none.
   *
   * @param parts of each part, by case
   * @param whole by case
   * @return all 0 where nothing spreads
   */
  public static double[] shares(double[][] parts, double[] whole) {
    double[] out = new double[parts.length];
    double sum = 0;
    for (int p = 0; p < out.length; p++) {
      out[p] = Math.max(0, covariance(parts[p], whole));
      sum += out[p];
    }
    for (int p = 0; sum > 0 && p < out.length; p++) {
      out[p] /= sum;
    }
    return out;
  }

  private static double covariance(double[] a, double[] b) {
    double ma = Arrays.stream(a).average().orElse(0);
    double mb = Arrays.stream(b).average().orElse(0);
    double sum = 0;
    for (int i = 0; i < a.length; i++) {
      sum += (a[i] - ma) * (b[i] - mb);
    }
    return sum / a.length;
  }

  /** Hours that a piece of work takes in this case. */
  public double hours(TaskKind kind, Estimate e) {
    double own = Math.sqrt(1 - SHARED - OF_KIND) * random.nextGaussian();
    return Spread.hours(e, all + kinds[kind.ordinal()] + own);
  }
}
