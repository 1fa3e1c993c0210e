package bivex.core;

import java.util.Locale;

/**
 * Words with numbers in them, the same wherever they are made: on the server and, compiled, on a
 * device, whose own formatter rounds halves otherwise. Understands {@code %s}, {@code %.nf} and
 * {@code %%}; halves are rounded away from zero.
 */
public final class Said {
  private Said() {}

  /**
   * @param format words with places for the values
   * @param values as many as there are places
   */
  public static String of(String format, Object... values) {
    StringBuilder b = new StringBuilder();
    int next = 0;
    for (int i = 0; i < format.length(); i++) {
      char c = format.charAt(i);
      if (c != '%') {
        b.append(c);
      } else if (format.charAt(i + 1) == '%') {
        b.append('%');
        i++;
      } else if (format.charAt(i + 1) == 's') {
        b.append(values[next++]);
        i++;
      } else {
        b.append(fixed(((Number) values[next++]).doubleValue(), format.charAt(i + 2) - '0'));
        i += 3;
      }
    }
    return b.toString();
  }

  /**
   * A label as it stands inside a sentence: begun small, with the names in it as they are. One that
   * begins with an abbreviation (ISO, A4) stays.
   */
  public static String inside(String label) {
    return label.length() < 2 || !Character.isLowerCase(label.charAt(1))
        ? label.length() == 1 ? label.toLowerCase(Locale.ROOT) : label
        : Character.toLowerCase(label.charAt(0)) + label.substring(1);
  }

  /** A number with so many decimals, 0 to 6. */
  static String fixed(double value, int decimals) {
    long scale = Math.round(Math.pow(10, decimals));
    long n = Math.round(Math.abs(value) * scale);
    String rest = Long.toString(n % scale + scale).substring(1);
    return (value < 0 && n > 0 ? "-" : "") + n / scale + (decimals == 0 ? "" : "." + rest);
  }
}
