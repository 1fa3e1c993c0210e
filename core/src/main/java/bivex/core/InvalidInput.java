package bivex.core;

/**
 * Input outside what a sum or rule accepts. Always names the field, so that a screen can point at
 * it.
 */
public final class InvalidInput extends IllegalArgumentException {
  private final String field;

  /**
   * @param field name of the offending input, as the caller knows it
   * @param message what is wrong and what is allowed, in plain words
   */
  public InvalidInput(String field, String message) {
    super(field + ": " + message);
    this.field = field;
  }

  /** The same of a field that is called otherwise where it was typed. */
  public InvalidInput named(String other) {
    return new InvalidInput(other, getMessage().substring(field.length() + 2));
  }

  /** Name of the offending input. */
  public String field() {
    return field;
  }

  /** Refuses a number outside {@code [min, max]}, NaN included. */
  public static double within(String field, double value, double min, double max) {
    if (!(value >= min && value <= max)) {
      throw new InvalidInput(
          field, "must be from " + plain(min) + " to " + plain(max) + ", was " + plain(value));
    }
    return value;
  }

  /** Refuses zero, negative, infinite and NaN. */
  public static double positive(String field, double value) {
    if (!(value > 0) || Double.isInfinite(value)) {
      throw new InvalidInput(field, "must be more than zero, was " + plain(value));
    }
    return value;
  }

  /** Refuses a whole number outside {@code [min, max]}. */
  public static long within(String field, long value, long min, long max) {
    if (value < min || value > max) {
      throw new InvalidInput(field, "must be from " + min + " to " + max + ", was " + value);
    }
    return value;
  }

  /** Characters of what somebody types into one field: two pages. */
  public static final int LONGEST = 4000;

  /** Characters of a title or name. */
  public static final int LONGEST_TITLE = 200;

  /** Refuses null, blank and very long text; returns it stripped. */
  public static String text(String field, String value) {
    if (value == null || value.isBlank()) {
      throw new InvalidInput(field, "must not be empty");
    }
    return words(field, value);
  }

  /** A title or name: text of one line's length. */
  public static String title(String field, String value) {
    String v = text(field, value);
    if (v.length() > LONGEST_TITLE) {
      throw new InvalidInput(
          field, "must be at most " + LONGEST_TITLE + " characters, were " + v.length());
    }
    return v;
  }

  /** Text that may be empty, stripped; null is none. Refuses very long text. */
  public static String words(String field, String value) {
    String v = value == null ? "" : value.strip();
    if (v.length() > LONGEST) {
      throw new InvalidInput(
          field, "must be at most " + LONGEST + " characters, were " + v.length());
    }
    return v;
  }

  private static String plain(double value) {
    return value == Math.rint(value) && Math.abs(value) < 1e15
        ? Long.toString((long) value)
        : Double.toString(value);
  }
}
