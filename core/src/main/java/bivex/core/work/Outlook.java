package bivex.core.work;

import bivex.core.Said;
import bivex.core.time.Days;
import java.time.LocalDate;

/**
 * How the work stands against the day it is due.
 *
 * @param words in a sentence
 * @param pressing whether somebody must act on it: more likely late than not, or no day at all
 */
public record Outlook(String words, boolean pressing) {
  private static final double AS_LIKELY_AS_NOT = 0.5;

  /**
   * @param promise null where no task has a day
   * @param dueOn null for no due day
   * @param without shots of which some work has no day
   * @param left whether there is any work
   */
  public static Outlook of(Promise promise, LocalDate dueOn, int without, boolean left) {
    if (!left) {
      return new Outlook("No work is open.", false);
    }
    if (promise == null) {
      return new Outlook("No work has a day; the Crew desk says why, shot by shot.", true);
    }
    if (dueOn == null) {
      return new Outlook("No delivery date is set.", false);
    }
    String in =
        Said.of("Due %s: in time in %s cases.", Days.words(dueOn), Promise.words(promise.chance()));
    return new Outlook(
        without == 0
            ? in
            : in
                + (without == 1
                    ? " One shot has no day and is not in this."
                    : Said.of(" %s shots have no day and are not in this.", without)),
        promise.chance() < AS_LIKELY_AS_NOT);
  }
}
