package bivex.core.cut;

import bivex.core.InvalidInput;
import java.math.BigDecimal;

/**
 * An exact fraction in lowest terms, for places and speeds that must not drift over long clips.
 *
 * @param num numerator
 * @param den denominator, above 0
 */
public record Ratio(long num, long den) implements Comparable<Ratio> {
  public static final Ratio ZERO = new Ratio(0, 1);
  public static final Ratio ONE = new Ratio(1, 1);
  private static final long FINE = 1_000_000;

  public Ratio {
    if (den == 0) {
      throw new InvalidInput("ratio", "has no denominator");
    }
    long g = gcd(Math.abs(num), Math.abs(den));
    num = (den < 0 ? -1 : 1) * num / g;
    den = Math.abs(den) / g;
  }

  public static Ratio of(long whole) {
    return new Ratio(whole, 1);
  }

  /**
   * A decimal as it was written, to a millionth.
   *
   * @throws InvalidInput naming {@code speed} when it is no number, or not within ±1 000 000
   */
  public static Ratio of(String decimal) {
    try {
      BigDecimal d = new BigDecimal(decimal.strip());
      if (d.abs().compareTo(BigDecimal.valueOf(FINE)) > 0) {
        throw new InvalidInput("speed", "must be within a million, was " + decimal.strip());
      }
      return new Ratio(d.multiply(BigDecimal.valueOf(FINE)).longValue(), FINE);
    } catch (NumberFormatException e) {
      throw new InvalidInput("speed", "must be a number, was \"" + decimal.strip() + "\"");
    }
  }

  /** The simplest fraction within a billionth of a number; speeds are typed as such. */
  public static Ratio of(double number) {
    if (!(Math.abs(number) <= FINE)) {
      throw new InvalidInput("speed", "must be within a million, was " + number);
    }
    // Continued fraction: the first convergent that is near enough.
    double x = Math.abs(number);
    long a = (long) Math.floor(x);
    long n0 = 1;
    long d0 = 0;
    long n1 = a;
    long d1 = 1;
    double rest = x - a;
    while (Math.abs(x - (double) n1 / d1) > 1e-9 * Math.max(1, x) && rest > 1e-12 && d1 < FINE) {
      double inverse = 1 / rest;
      a = (long) Math.floor(inverse);
      rest = inverse - a;
      long n = a * n1 + n0;
      long d = a * d1 + d0;
      n0 = n1;
      d0 = d1;
      n1 = n;
      d1 = d;
    }
    return new Ratio(number < 0 ? -n1 : n1, d1);
  }

  private static long gcd(long a, long b) {
    return b == 0 ? Math.max(1, a) : gcd(b, a % b);
  }

  public Ratio plus(Ratio other) {
    return new Ratio(
        Math.addExact(Math.multiplyExact(num, other.den), Math.multiplyExact(other.num, den)),
        Math.multiplyExact(den, other.den));
  }

  public Ratio minus(Ratio other) {
    return plus(new Ratio(-other.num, other.den));
  }

  public Ratio times(Ratio other) {
    return new Ratio(Math.multiplyExact(num, other.num), Math.multiplyExact(den, other.den));
  }

  public Ratio times(long whole) {
    return new Ratio(Math.multiplyExact(num, whole), den);
  }

  /** Divided by another, not zero. */
  public Ratio over(Ratio other) {
    return new Ratio(Math.multiplyExact(num, other.den), Math.multiplyExact(den, other.num));
  }

  public Ratio abs() {
    return num < 0 ? new Ratio(-num, den) : this;
  }

  public long floor() {
    return Math.floorDiv(num, den);
  }

  public long ceil() {
    return -Math.floorDiv(-num, den);
  }

  public int sign() {
    return Long.signum(num);
  }

  public double value() {
    return (double) num / den;
  }

  @Override
  public int compareTo(Ratio other) {
    return Long.compare(Math.multiplyExact(num, other.den), Math.multiplyExact(other.num, den));
  }

  @Override
  public String toString() {
    return den == 1 ? Long.toString(num) : num + "/" + den;
  }
}
