package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.time.Days;
import java.time.LocalDate;

/**
 * What is written into the copy of a version that guests are shown, so that whatever leaves the
 * house says what it is (common practice, no source).
 *
 * @param line code of the shot, version, as what it is shown, and since which day
 * @param firstFrame number that is written on the copy's first frame
 */
public record BurnIn(String line, int firstFrame) {
  /** Width and height of a copy at most, px. */
  public static final int LONGEST = 960;

  /**
   * @param code of the shot
   * @param kind as what it is shown
   * @param day it was shown on
   * @throws InvalidInput naming {@code kind} when it is shown no more
   */
  public static BurnIn of(
      String code, int version, Showing.Kind kind, LocalDate day, int firstFrame) {
    if (kind == Showing.Kind.ENDED) {
      throw new InvalidInput("kind", "is shown no more");
    }
    return new BurnIn(
        code
            + ", version "
            + version
            + ", "
            + (kind == Showing.Kind.APPROVAL ? "for approval" : "work in progress")
            + ", "
            + Days.words(day)
            + " "
            + day.getYear(),
        firstFrame);
  }
}
