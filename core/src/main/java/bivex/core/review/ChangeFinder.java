package bivex.core.review;

import bivex.core.review.FrameGrid.Apart;
import bivex.core.review.PictureCheck.Change;
import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Finds which parts of the picture differ between two versions by more than the coding of their two
 * files does. What a coding changes is told from the frames themselves: it leaves the mean of a
 * square nearly as it was, and is alike over most of the picture. Limits are common practice, no
 * source.
 */
final class ChangeFinder {
  /** A mean of a square that is off by less is the same, however clean the files; and at most. */
  private static final double SHIFTED = 0.016;

  private static final double SHIFTED_MOST = 0.03;
  private static final double SHIFTED_TIMES = 4;

  /** The same of what is inside a square. */
  private static final double CHANGED = 0.025;

  /** No coding changes more: where it seems to, it is another picture. */
  private static final double CHANGED_MOST = 0.1;

  private static final double CHANGED_TIMES = 3;
  private static final double WHOLE_SHARE = 0.6;

  /** Frames between which a change is one. */
  private static final int GAP = 2;

  private final List<Apart> apart;
  private final int first;
  private final int rows;
  private final int squares;
  private final boolean[][] changed;
  private final double limit;

  /**
   * @param apart frame by frame
   * @param first number of the first of them
   */
  ChangeFinder(List<Apart> apart, int first, int rows) {
    this.apart = apart;
    this.first = first;
    this.rows = rows;
    squares = FrameGrid.COLUMNS * rows;
    double shift =
        Math.max(
            SHIFTED,
            Math.min(
                SHIFTED_MOST,
                SHIFTED_TIMES * quantile(apart.stream().map(Apart::shift).toList(), 0.5)));
    double detail =
        Math.max(
            CHANGED,
            Math.min(
                CHANGED_MOST,
                CHANGED_TIMES * quantile(apart.stream().map(Apart::detail).toList(), 0.75)));
    limit = Math.max(shift, detail);
    changed = new boolean[apart.size()][squares];
    for (int f = 0; f < changed.length; f++) {
      for (int s = 0; s < squares; s++) {
        changed[f][s] = apart.get(f).shift()[s] > shift || apart.get(f).detail()[s] > detail;
      }
    }
  }

  private static double quantile(List<float[]> of, double share) {
    float[] all = new float[of.stream().mapToInt(v -> v.length).sum()];
    int n = 0;
    for (float[] v : of) {
      System.arraycopy(v, 0, all, n, v.length);
      n += v.length;
    }
    Arrays.sort(all);
    return all[(int) Math.round(share * (all.length - 1))];
  }

  /** What differs by less may be how the files are coded, share of the range. */
  double limit() {
    return limit;
  }

  List<Change> found() {
    List<Change> out = new ArrayList<>();
    int last = -1;
    int from = 0;
    for (int f = 0; f <= changed.length; f++) {
      boolean any = f < changed.length && any(changed[f]);
      if (last >= 0 && (f == changed.length || any && f - last > GAP + 1)) {
        out.addAll(parts(from, last));
        last = -1;
      }
      if (any) {
        from = last < 0 ? f : from;
        last = f;
      }
    }
    out.sort(Comparator.comparing((Change c) -> c.frames().first()).thenComparing(Change::x));
    return out;
  }

  private static boolean any(boolean[] of) {
    for (boolean b : of) {
      if (b) {
        return true;
      }
    }
    return false;
  }

  /** Parts of the picture that changed in some of these frames, each with its own frames. */
  private List<Change> parts(int from, int to) {
    int[] often = new int[squares];
    int count = 0;
    for (int s = 0; s < squares; s++) {
      for (int f = from; f <= to; f++) {
        often[s] += changed[f][s] ? 1 : 0;
      }
      count += often[s] > 0 ? 1 : 0;
    }
    if (count >= WHOLE_SHARE * squares) {
      List<Integer> all = new ArrayList<>();
      for (int s = 0; s < squares; s++) {
        all.add(s);
      }
      return List.of(change(from, to, all));
    }
    List<Change> out = new ArrayList<>();
    boolean[] taken = new boolean[squares];
    for (int s = 0; s < squares; s++) {
      if (often[s] > 0 && !taken[s]) {
        List<Integer> part = part(often, taken, s);
        // A single square that is off once is the coding.
        if (part.size() > 1 || often[s] > 1) {
          out.add(change(from, to, part));
        }
      }
    }
    return out;
  }

  /** Squares that touch, from one on. */
  private List<Integer> part(int[] often, boolean[] taken, int from) {
    int columns = FrameGrid.COLUMNS;
    List<Integer> out = new ArrayList<>(List.of(from));
    taken[from] = true;
    for (int i = 0; i < out.size(); i++) {
      int x = out.get(i) % columns;
      int y = out.get(i) / columns;
      for (int v = Math.max(0, y - 1); v <= Math.min(rows - 1, y + 1); v++) {
        for (int u = Math.max(0, x - 1); u <= Math.min(columns - 1, x + 1); u++) {
          int s = v * columns + u;
          if (often[s] > 0 && !taken[s]) {
            taken[s] = true;
            out.add(s);
          }
        }
      }
    }
    return out;
  }

  private Change change(int from, int to, List<Integer> part) {
    double columns = FrameGrid.COLUMNS;
    int left = part.stream().mapToInt(s -> s % FrameGrid.COLUMNS).min().orElse(0);
    int right = part.stream().mapToInt(s -> s % FrameGrid.COLUMNS).max().orElse(0) + 1;
    int top = part.stream().mapToInt(s -> s / FrameGrid.COLUMNS).min().orElse(0);
    int bottom = part.stream().mapToInt(s -> s / FrameGrid.COLUMNS).max().orElse(0) + 1;
    double most = 0;
    int begins = to;
    int ends = from;
    for (int f = from; f <= to; f++) {
      for (int s : part) {
        if (changed[f][s]) {
          begins = Math.min(begins, f);
          ends = Math.max(ends, f);
          most = Math.max(most, apart.get(f).most()[s]);
        }
      }
    }
    return new Change(
        new FrameRange(first + begins, ends - begins + 1),
        left / columns,
        (double) top / rows,
        (right - left) / columns,
        (double) (bottom - top) / rows,
        most);
  }
}
