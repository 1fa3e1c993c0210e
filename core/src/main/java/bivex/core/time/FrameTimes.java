package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;

/**
 * When the frames of a clip are shown, as its time stamps say. What a container claims of itself is
 * asked only to name the rate that the stamps have.
 *
 * @param at moment of each frame, s, rising; at least one
 */
public record FrameTimes(List<Double> at) {
  /** Stamps of some containers are whole milliseconds: so much is no difference, s. */
  private static final double ROUNDED = 0.0015;

  /** Share of a frame's length by which frames may differ and count as equally long. */
  private static final double EQUAL = 0.02;

  /** How far a claimed rate may be off the stamps of a long clip and still name them. */
  private static final double NAMES = 0.0005;

  public FrameTimes {
    at = at.stream().sorted().toList();
    InvalidInput.within("frames", (long) at.size(), 1, 10_000_000);
  }

  public int frames() {
    return at.size();
  }

  /** Mean length of a frame, s; NaN for a single one. */
  private double mean() {
    int n = at.size();
    return n > 1 ? (at.get(n - 1) - at.get(0)) / (n - 1) : Double.NaN;
  }

  /** From the first frame to the end of the last, s; 0 for a single one, of which nothing tells. */
  public double seconds() {
    return at.size() > 1 ? mean() * at.size() : 0;
  }

  /** Whether all frames last equally long. */
  public boolean constant() {
    double mean = mean();
    for (int i = 1; i < at.size(); i++) {
      if (Math.abs(at.get(i) - at.get(i - 1) - mean) > Math.max(ROUNDED, mean * EQUAL)) {
        return false;
      }
    }
    return true;
  }

  /**
   * The rate of the clip, named by what is claimed where that agrees within half a frame over its
   * length; the mean of its stamps where nothing does, or where it is not constant.
   *
   * @param claimed fps, the most trusted first
   * @throws InvalidInput when a single frame comes with no rate that can be read
   */
  public FrameRate rate(double... claimed) {
    if (!(seconds() > 0)) {
      return FrameRate.measured(claimed);
    }
    double measured = at.size() / seconds();
    List<Double> near = new ArrayList<>();
    for (double f : claimed) {
      if (constant() && Math.abs(f / measured - 1) <= Math.max(0.5 / at.size(), NAMES)) {
        near.add(f);
      }
    }
    near.add(measured);
    return FrameRate.measured(near.stream().mapToDouble(Double::doubleValue).toArray());
  }
}
