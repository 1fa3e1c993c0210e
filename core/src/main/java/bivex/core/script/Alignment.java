package bivex.core.script;

import java.util.Arrays;

/**
 * Which words of one stretch are which of another: the common subsequence of greatest weight, by
 * dynamic programming.
 */
final class Alignment {
  /** Above this many pairs of words a stretch is not worked out word by word. */
  private static final long MOST = 9_000_000;

  private Alignment() {}

  /**
   * For each word of a, its place in b, or −1.
   *
   * @param weight of a match of each word by its number; rare words weigh more
   */
  static int[] of(int[] a, int aFrom, int aTo, int[] b, int bFrom, int bTo, double[] weight) {
    int n = aTo - aFrom;
    int m = bTo - bFrom;
    int[] to = new int[n];
    Arrays.fill(to, -1);
    int head = 0;
    while (head < n && head < m && a[aFrom + head] == b[bFrom + head]) {
      to[head] = bFrom + head;
      head++;
    }
    int tail = 0;
    while (tail < n - head && tail < m - head && a[aTo - 1 - tail] == b[bTo - 1 - tail]) {
      to[n - 1 - tail] = bTo - 1 - tail;
      tail++;
    }
    int rows = n - head - tail;
    int cols = m - head - tail;
    if (rows > 0 && cols > 0 && (long) rows * cols <= MOST) {
      middle(a, aFrom + head, rows, b, bFrom + head, cols, weight, to, head);
    }
    return to;
  }

  private static void middle(
      int[] a, int a0, int rows, int[] b, int b0, int cols, double[] weight, int[] to, int head) {
    float[][] best = new float[rows + 1][cols + 1];
    for (int i = rows - 1; i >= 0; i--) {
      for (int j = cols - 1; j >= 0; j--) {
        float skip = Math.max(best[i + 1][j], best[i][j + 1]);
        if (a[a0 + i] == b[b0 + j]) {
          // A neighbour that matches too is worth a little: runs are kept together.
          boolean run = i + 1 < rows && j + 1 < cols && a[a0 + i + 1] == b[b0 + j + 1];
          skip = Math.max(skip, best[i + 1][j + 1] + (float) weight[a[a0 + i]] + (run ? 0.25f : 0));
        }
        best[i][j] = skip;
      }
    }
    int i = 0;
    int j = 0;
    while (i < rows && j < cols) {
      boolean run = i + 1 < rows && j + 1 < cols && a[a0 + i + 1] == b[b0 + j + 1];
      if (a[a0 + i] == b[b0 + j]
          && best[i][j] == best[i + 1][j + 1] + (float) weight[a[a0 + i]] + (run ? 0.25f : 0)) {
        to[head + i] = b0 + j;
        i++;
        j++;
      } else if (best[i][j] == best[i + 1][j]) {
        i++;
      } else {
        j++;
      }
    }
  }

  /** Drops matches that stand alone and say little: a lone "the" is no sign of anything. */
  static void withoutStrays(int[] to, int[] a, int aFrom, double[] weight, double least) {
    int[] was = to.clone();
    for (int i = 0; i < to.length; i++) {
      boolean before = i > 0 && was[i - 1] >= 0 && was[i - 1] == was[i] - 1;
      boolean after = i + 1 < to.length && was[i + 1] >= 0 && was[i + 1] == was[i] + 1;
      if (was[i] >= 0 && !before && !after && weight[a[aFrom + i]] < least) {
        to[i] = -1;
      }
    }
  }
}
