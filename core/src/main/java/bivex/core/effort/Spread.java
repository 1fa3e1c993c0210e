package bivex.core.effort;

import java.util.concurrent.atomic.AtomicReferenceArray;
import org.hipparchus.distribution.continuous.BetaDistribution;
import org.hipparchus.distribution.continuous.NormalDistribution;

/**
 * Hours drawn from a three-point estimate: the beta distribution of PERT between low and high with
 * its peak at likely, whose mean is that of {@link Estimate#mean}. α = 1 + 4·(likely − low)/(high −
 * low), β = 6 − α. Between peaks that were tabled the quantiles are interpolated, which keeps the
 * mean exact.
 */
public final class Spread {
  private static final int PEAKS = 32;
  private static final int STEPS = 800;
  private static final double FARTHEST = 5;
  private static final AtomicReferenceArray<double[]> TABLES =
      new AtomicReferenceArray<>(PEAKS + 1);
  private static final int FEW = 40;

  /** Standard deviations of cases that are as likely as each other. */
  private static final double[] EVEN = even(2000);

  private Spread() {}

  /**
   * Hours at so many standard deviations of a normal variable: a quantile, by which several
   * estimates can be drawn so that they err together.
   *
   * @param z of a standard normal variable
   */
  public static double hours(Estimate e, double z) {
    double range = e.high() - e.low();
    if (range <= 0) {
      return e.low();
    }
    double peak = (e.likely() - e.low()) / range * PEAKS;
    int i = (int) Math.min(PEAKS - 1, Math.floor(peak));
    double f = peak - i;
    double x = f == 0 ? at(i, z) : (1 - f) * at(i, z) + f * at(i + 1, z);
    return e.low() + x * range;
  }

  /**
   * What is still to come of hours of which some went by: the mean of what is over them.
   *
   * @param spent hours that went by, less than the high ones
   */
  public static double residual(Estimate e, double spent) {
    if (spent <= e.low()) {
      return e.mean() - spent;
    }
    double over = 0;
    int cases = 0;
    for (double z : EVEN) {
      double hours = hours(e, z);
      if (hours > spent) {
        over += hours - spent;
        cases++;
      }
    }
    // In the thin end, where few cases lie, (1 − x)^(β − 1) is what counts of the density.
    double beta = 1 + 4 * (e.high() - e.likely()) / (e.high() - e.low());
    double end = (e.high() - spent) / (beta + 1);
    return cases < FEW ? end : Math.max(end, over / cases);
  }

  private static double at(int peak, double z) {
    double[] table = table(peak);
    double at = (Math.max(-FARTHEST, Math.min(FARTHEST, z)) + FARTHEST) / (2 * FARTHEST) * STEPS;
    int i = (int) Math.min(STEPS - 1, Math.floor(at));
    return table[i] + (at - i) * (table[i + 1] - table[i]);
  }

  private static double[] even(int cases) {
    NormalDistribution normal = new NormalDistribution();
    double[] out = new double[cases];
    for (int i = 0; i < cases; i++) {
      out[i] = normal.inverseCumulativeProbability((i + 0.5) / cases);
    }
    return out;
  }

  private static double[] table(int peak) {
    double[] t = TABLES.get(peak);
    if (t == null) {
      double alpha = 1 + 4.0 * peak / PEAKS;
      BetaDistribution beta = new BetaDistribution(alpha, 6 - alpha);
      NormalDistribution normal = new NormalDistribution();
      t = new double[STEPS + 1];
      for (int i = 0; i <= STEPS; i++) {
        double z = (2.0 * i / STEPS - 1) * FARTHEST;
        t[i] = beta.inverseCumulativeProbability(normal.cumulativeProbability(z));
      }
      // Made twice by two threads it is the same.
      TABLES.set(peak, t);
    }
    return t;
  }
}
