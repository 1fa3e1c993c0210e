package bivex.core.money;

import bivex.core.Said;
import bivex.core.tally.Costs;
import bivex.core.work.Schedule;
import bivex.core.work.WhatIf;

/**
 * What the hours of a schedule cost, each at what whoever does it is paid.
 *
 * @param without hours of whom nobody has said what one costs; they are not in the amount
 */
public record LaidCost(double amount, double without) {
  private static final double SAME = 0.5;

  public static LaidCost of(Schedule laid, PayTerms terms, Costs costs) {
    double amount = 0;
    double without = 0;
    for (Schedule.Slot s : laid.slots().values()) {
      if (terms.said(s.task().kind(), s.hand(), costs)) {
        amount += s.hours() * terms.paid(s.task().kind(), s.hand(), costs);
      } else {
        without += s.hours();
      }
    }
    return new LaidCost(amount, without);
  }

  /**
   * What something tried costs against what is, in a sentence; empty where too little is known to
   * say.
   */
  public static String words(WhatIf.Beside tried, PayTerms terms, Costs costs) {
    LaidCost now = of(tried.now(), terms, costs);
    LaidCost then = of(tried.then(), terms, costs);
    if (now.without > 0 || then.without > 0) {
      return "";
    }
    double more = then.amount - now.amount;
    return Math.abs(more) < SAME
        ? "The hours cost the same."
        : Said.of(
            "The hours cost %s %s.",
            Amount.about(Math.abs(more), costs.currency()), more > 0 ? "more" : "less");
  }
}
