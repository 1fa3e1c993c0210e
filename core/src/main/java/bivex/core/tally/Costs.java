package bivex.core.tally;

import bivex.core.InvalidInput;
import bivex.core.method.Plan;

/**
 * What a production pays. Cost = expected hours of post × rate of post + set time ÷ 60 × rate of
 * the set.
 *
 * @param hourRate of post, per hour, 0 when not known
 * @param setHourRate of the set with its crew, per hour, 0 when not known
 * @param budget for all effect shots, or null when none is set
 * @param currency three letters of ISO 4217
 */
public record Costs(double hourRate, double setHourRate, Double budget, String currency) {
  /** Nothing is known yet. */
  public static final Costs UNKNOWN = new Costs(0, 0, null, "EUR");

  public Costs {
    InvalidInput.within("hourRate", hourRate, 0, 1e6);
    InvalidInput.within("setHourRate", setHourRate, 0, 1e7);
    if (budget != null) {
      InvalidInput.within("budget", budget, 0, 1e12);
    }
    if (currency == null || !currency.matches("[A-Z]{3}")) {
      throw new InvalidInput("currency", "must be three capital letters, such as EUR");
    }
  }

  public double of(Plan plan) {
    return plan.effort().mean() * hourRate + plan.setMinutes() / 60 * setHourRate;
  }
}
