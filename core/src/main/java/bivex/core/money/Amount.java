package bivex.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.Locale;

/** Amounts of a currency, in its unit. */
public final class Amount {
  private static final int USUAL_DIGITS = 2;

  private Amount() {}

  /**
   * To the smallest coin of its currency by ISO 4217; two digits where the currency is not known.
   *
   * @param currency three capital letters
   */
  public static double rounded(double amount, String currency) {
    return BigDecimal.valueOf(amount)
        .setScale(digits(currency), RoundingMode.HALF_UP)
        .doubleValue();
  }

  /** Exact to the coin, "1 234.50 EUR", for what is asked and signed. */
  public static String exact(double amount, String currency) {
    return spaced(String.format(Locale.ROOT, "%,." + digits(currency) + "f %s", amount, currency));
  }

  /** In whole units, "1 235 EUR", for what is thought. */
  public static String about(double amount, String currency) {
    return spaced(String.format(Locale.ROOT, "%,.0f %s", amount, currency));
  }

  /** A comma between thousands is a decimal one to half of those who read it. */
  private static String spaced(String amount) {
    return amount.replace(',', '\u00a0').replace(' ', '\u00a0');
  }

  private static int digits(String currency) {
    for (Currency c : Currency.getAvailableCurrencies()) {
      if (c.getCurrencyCode().equals(currency) && c.getDefaultFractionDigits() >= 0) {
        return c.getDefaultFractionDigits();
      }
    }
    return USUAL_DIGITS;
  }
}
