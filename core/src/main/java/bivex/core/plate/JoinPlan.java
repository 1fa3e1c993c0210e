package bivex.core.plate;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/**
 * Where a split between two neighbouring parts can go (S17). A static join exists when the
 * right-most edge the left part ever reaches is left of the left-most edge of the right part. Else
 * a moving join of limited slope is looked for by narrowing, frame by frame, the interval the join
 * can be in. Else the join that leaves the fewest frames crossed is taken, and those frames need a
 * hand matte.
 *
 * @param kind static, moving or crossing
 * @param path join per frame, px
 * @param marginPx smallest distance from the join to an edge in the frames that are not crossed; 0
 *     when all are
 * @param crossing frames, counted from 0, in which something is across the join
 */
public record JoinPlan(Kind kind, double[] path, double marginPx, List<Integer> crossing) {
  /**
   * How far a moving join usually may go a frame, px of the capture: about as far as a slow turn of
   * a head (common practice, no source).
   */
  public static final double USUAL_SLOPE_PX = 6;

  /** Cuts up to that many frames have the room of every candidate looked up, not only its gap. */
  private static final int EXACT = 500;

  public enum Kind {
    STATIC,
    MOVING,
    CROSSING
  }

  /**
   * @param leftPartRight right edge of the left part per frame, px
   * @param rightPartLeft left edge of the right part per frame, px; same length, at least 1
   * @param slopePxPerFrame how far a moving join may go per frame, px, 0 or more
   */
  public static JoinPlan of(
      double[] leftPartRight, double[] rightPartLeft, double slopePxPerFrame) {
    int n = leftPartRight.length;
    if (n == 0 || n != rightPartLeft.length) {
      throw new InvalidInput("zones", "both parts need an edge in every frame");
    }
    InvalidInput.within("slope", slopePxPerFrame, 0, 1e6);
    double lo = Arrays.stream(leftPartRight).max().orElseThrow();
    double hi = Arrays.stream(rightPartLeft).min().orElseThrow();
    if (lo < hi) {
      double[] path = new double[n];
      Arrays.fill(path, (lo + hi) / 2);
      return new JoinPlan(Kind.STATIC, path, (hi - lo) / 2, List.of());
    }
    double[] moving = widestMoving(leftPartRight, rightPartLeft, slopePxPerFrame);
    if (moving != null) {
      return new JoinPlan(
          Kind.MOVING, moving, margin(moving, leftPartRight, rightPartLeft, List.of()), List.of());
    }
    return fewestCrossed(leftPartRight, rightPartLeft);
  }

  /**
   * The moving join with the largest margin, found by halving; null when not even a hair's breadth
   * is free.
   */
  private static double[] widestMoving(double[] l, double[] r, double slope) {
    double fits = 1e-6;
    double[] best = moving(l, r, slope, fits);
    double not =
        IntStream.range(0, l.length).mapToDouble(f -> (r[f] - l[f]) / 2).min().orElseThrow();
    for (int i = 0; best != null && i < 40; i++) {
      double m = (fits + not) / 2;
      double[] path = moving(l, r, slope, m);
      if (path == null) {
        not = m;
      } else {
        fits = m;
        best = path;
      }
    }
    return best;
  }

  private static double[] moving(double[] l, double[] r, double slope, double margin) {
    int n = l.length;
    double[] lo = new double[n];
    double[] hi = new double[n];
    for (int f = 0; f < n; f++) {
      lo[f] = f == 0 ? l[0] + margin : Math.max(l[f] + margin, lo[f - 1] - slope);
      hi[f] = f == 0 ? r[0] - margin : Math.min(r[f] - margin, hi[f - 1] + slope);
      if (lo[f] > hi[f]) {
        return null;
      }
    }
    double[] path = new double[n];
    for (int f = n - 1; f >= 0; f--) {
      double want = (l[f] + r[f]) / 2;
      double low = lo[f];
      double high = hi[f];
      if (f < n - 1) {
        low = Math.max(low, path[f + 1] - slope);
        high = Math.min(high, path[f + 1] + slope);
      }
      path[f] = Math.min(high, Math.max(low, want));
    }
    return path;
  }

  /**
   * The standing join that is free in most frames; of those, the one with most room. Sorted once,
   * so that long cuts stay quick.
   */
  private static JoinPlan fewestCrossed(double[] l, double[] r) {
    double[] candidates =
        DoubleStream.concat(Arrays.stream(l), Arrays.stream(r)).sorted().distinct().toArray();
    double[] opens =
        IntStream.range(0, l.length)
            .filter(f -> l[f] < r[f])
            .mapToDouble(f -> l[f])
            .sorted()
            .toArray();
    double[] closes =
        IntStream.range(0, l.length)
            .filter(f -> l[f] < r[f])
            .mapToDouble(f -> r[f])
            .sorted()
            .toArray();
    double best = 0;
    int most = -1;
    double bestMargin = -1;
    int open = 0;
    int closed = 0;
    for (int i = 0; i + 1 < candidates.length; i++) {
      double x = (candidates[i] + candidates[i + 1]) / 2;
      while (open < opens.length && opens[open] < x) {
        open++;
      }
      while (closed < closes.length && closes[closed] < x) {
        closed++;
      }
      int free = open - closed;
      if (free >= most) {
        // An edge of a frame that is crossed anyway leaves more room than the gap says; looked up
        // only where cuts are short.
        double room =
            l.length <= EXACT
                ? margin(constant(x, l.length), l, r, crossed(x, l, r))
                : (candidates[i + 1] - candidates[i]) / 2;
        if (free > most || room > bestMargin) {
          most = free;
          best = x;
          bestMargin = room;
        }
      }
    }
    List<Integer> crossed = crossed(best, l, r);
    return new JoinPlan(
        Kind.CROSSING,
        constant(best, l.length),
        margin(constant(best, l.length), l, r, crossed),
        crossed);
  }

  private static List<Integer> crossed(double x, double[] l, double[] r) {
    List<Integer> out = new ArrayList<>();
    for (int f = 0; f < l.length; f++) {
      if (!(l[f] < x && x < r[f])) {
        out.add(f);
      }
    }
    return out;
  }

  private static double margin(double[] path, double[] l, double[] r, List<Integer> without) {
    Set<Integer> not = new HashSet<>(without);
    double m = Double.POSITIVE_INFINITY;
    for (int f = 0; f < path.length; f++) {
      if (!not.contains(f)) {
        m = Math.min(m, Math.min(path[f] - l[f], r[f] - path[f]));
      }
    }
    return Double.isInfinite(m) ? 0 : m;
  }

  private static double[] constant(double x, int n) {
    double[] p = new double[n];
    Arrays.fill(p, x);
    return p;
  }
}
