package bivex.core.effort;

import bivex.core.InvalidInput;

/**
 * Hours as low, likely and high (S25). Mean = (low + 4·likely + high)/6, variance = ((high −
 * low)/6)²: the three-point estimate of PERT.
 *
 * @param low hours, 0 or more
 * @param likely hours, from {@code low}
 * @param high hours, from {@code likely}
 */
public record Estimate(double low, double likely, double high) {
  public static final Estimate NONE = new Estimate(0, 0, 0);

  public Estimate {
    if (!(low >= 0 && likely >= low && high >= likely) || Double.isInfinite(high)) {
      throw new InvalidInput(
          "estimate", "needs 0 ≤ low ≤ likely ≤ high, was " + low + ", " + likely + ", " + high);
    }
  }

  /** One figure without a spread, for those who estimate with one number. */
  public static Estimate single(double hours) {
    return new Estimate(hours, hours, hours);
  }

  /** Expected hours. */
  public double mean() {
    return (low + 4 * likely + high) / 6;
  }

  /** Variance in hours². */
  public double variance() {
    double d = (high - low) / 6;
    return d * d;
  }

  /** Whether hours lie between low and high. */
  public boolean holds(double hours) {
    return hours >= low && hours <= high;
  }

  /** Sum taken end by end; the mean of the sum is the sum of the means. */
  public Estimate plus(Estimate other) {
    return new Estimate(low + other.low, likely + other.likely, high + other.high);
  }

  /** Each end times a factor, 0 or more. */
  public Estimate times(double factor) {
    InvalidInput.within("factor", factor, 0, 1e6);
    return new Estimate(low * factor, likely * factor, high * factor);
  }

  /** Crew days of the expected hours at a number of working hours a day. */
  public double days(double hoursPerDay) {
    return mean() / InvalidInput.positive("hours a day", hoursPerDay);
  }
}
