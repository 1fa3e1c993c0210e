package bivex.core.picture;

/**
 * How far the codes of a picture reach, as they were recorded.
 *
 * @param black code of brightness below which a thousandth of it lies, 0 to 1
 * @param white code of brightness above which a thousandth of it lies
 */
public record Levels(double black, double white) {
  /** No log curve puts black below this; pictures for a display nearly always have some. */
  private static final double LIFTED = 0.07;

  /** Deep shadow, a hundredth of white, is below this in nearly all of them. */
  private static final double SHADOW = 0.175;

  /** Pictures for a display mostly reach further up, log ones seldom. */
  private static final double NOT_WHITE = 0.93;

  /** Below the black of every log curve, with its noise. */
  private static final double NO_LOG = 0.04;

  static final int BINS = 2048;

  /** Whether it looks as a log picture does: shadows, but no black, and no white. */
  boolean likeLog() {
    return black >= LIFTED && black <= SHADOW && white <= NOT_WHITE;
  }

  /** Whether it has blacks that a log curve does not have. */
  boolean notLog() {
    return black < NO_LOG;
  }

  /**
   * @param counts of brightness, from black to white
   */
  static Levels of(long[] counts) {
    long all = 0;
    for (long c : counts) {
      all += c;
    }
    return new Levels(place(counts, all / 1000.0), place(counts, all - all / 1000.0));
  }

  private static double place(long[] counts, double below) {
    long sum = 0;
    for (int i = 0; i < counts.length; i++) {
      sum += counts[i];
      if (sum > below) {
        return (i + 0.5) / counts.length;
      }
    }
    return 1;
  }
}
