package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What a camera solve is good for, from what it left over: the root mean square of its residuals,
 * brought to HD. About 1.5 px at HD is passable for soft or distant things only (common practice,
 * no source; the other steps are the project's own).
 *
 * @param errorPx root mean square, px of the solved picture; the figure as given when there are no
 *     frames
 * @param hdPx the same at 1920 px of width
 * @param worst frames with the most left over, worst first, at most six; empty when only a figure
 *     was given
 * @param worstPx what is left in the worst of them, px
 * @param advice what to do
 */
public record SolveReport(
    double errorPx, double hdPx, Grade grade, List<Long> worst, double worstPx, String advice) {
  /** What a thing placed with the solve may be. */
  public enum Grade {
    ANYTHING("sharp and near things sit"),
    FAIR("things of middle size that do not touch the ground sit"),
    SOFT_OR_FAR("soft or distant things only"),
    NOT_USABLE("nothing sits");

    private final String words;

    Grade(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @param frame number
   * @param px left over in it
   */
  public record Residual(long frame, double px) {}

  private static final int HD = 1920;
  private static final int SHOWN = 6;

  /**
   * @param errorPx as the solve reported it
   * @param width px of the solved picture
   */
  public static SolveReport of(double errorPx, int width) {
    return graded(errorPx, width, List.of());
  }

  /**
   * @param residuals one per frame, at least one, any order
   */
  public static SolveReport of(List<Residual> residuals, int width) {
    if (residuals.isEmpty()) {
      throw new InvalidInput("residuals", "need at least one frame");
    }
    double sum = 0;
    for (Residual r : residuals) {
      InvalidInput.within("residuals: frame " + r.frame, r.px, 0, 100_000);
      sum += r.px * r.px;
    }
    return graded(Math.sqrt(sum / residuals.size()), width, residuals);
  }

  private static SolveReport graded(double error, int width, List<Residual> residuals) {
    InvalidInput.within("error", error, 0, 100_000);
    InvalidInput.within("width", (long) width, 320, 16_384);
    double hd = error * HD / width;
    Grade grade =
        hd <= 0.5
            ? Grade.ANYTHING
            : hd <= 1 ? Grade.FAIR : hd <= 1.5 ? Grade.SOFT_OR_FAR : Grade.NOT_USABLE;
    List<Residual> by =
        residuals.stream()
            .sorted(
                Comparator.comparingDouble(Residual::px)
                    .reversed()
                    .thenComparingLong(Residual::frame))
            .toList();
    List<Long> worst =
        by.stream().limit(SHOWN).filter(r -> r.px > 1.5 * error).map(Residual::frame).toList();
    String frames =
        worst.isEmpty()
            ? ""
            : " Look at "
                + (worst.size() == 1 ? "frame " : "frames ")
                + worst.stream().sorted().map(String::valueOf).collect(Collectors.joining(", "))
                + " first: trackers that slid there spoil the whole.";
    String advice =
        switch (grade) {
          case ANYTHING -> "Use it.";
          case FAIR -> "Use it, but test the nearest thing on the worst frames.";
          case SOFT_OR_FAR ->
              "Keep what is placed soft or far, or solve the all-in-focus pass of the move.";
          case NOT_USABLE ->
              "Solve the all-in-focus pass of the move, add markers, or track by hand.";
        };
    return new SolveReport(
        error,
        hd,
        grade,
        worst,
        by.isEmpty() ? error : by.get(0).px,
        Said.of("%.2f px at HD: ", hd) + grade.words + ". " + advice + frames);
  }
}
