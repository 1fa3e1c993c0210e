package bivex.core.cue;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.Iterator;

/**
 * Logistic regression over several classes with a quadratic penalty, by limited-memory BFGS
 * (Nocedal and Wright, Numerical Optimization, 7.2; from memory).
 */
final class Logistic {
  private final double[][] x;
  private final int[] y;
  private final double[] weight;
  private final int classes;
  private final double penalty;

  /**
   * @param x rows; the first column is the constant and is not penalised
   * @param y class of each row, from 0
   * @param weight of each row
   */
  Logistic(double[][] x, int[] y, double[] weight, int classes, double penalty) {
    this.x = x;
    this.y = y;
    this.weight = weight;
    this.classes = classes;
    this.penalty = penalty;
  }

  /** Weights by class. */
  double[][] fit() {
    int d = x[0].length;
    double[] w = new double[d * classes];
    double[] g = new double[w.length];
    double f = value(w, g);
    Deque<double[][]> memory = new ArrayDeque<>();
    for (int round = 0; round < 120; round++) {
      double[] p = direction(g, memory);
      double slope = dot(p, g);
      double step = round == 0 ? 1 / Math.sqrt(dot(g, g)) : 1;
      double[] next = new double[w.length];
      double[] gNext = new double[w.length];
      double fNext = Double.MAX_VALUE;
      for (int t = 0; t < 30; t++, step /= 2) {
        for (int i = 0; i < w.length; i++) {
          next[i] = w[i] + step * p[i];
        }
        fNext = value(next, gNext);
        if (fNext <= f + 1e-4 * step * slope) {
          break;
        }
      }
      double[] s = new double[w.length];
      double[] z = new double[w.length];
      for (int i = 0; i < w.length; i++) {
        s[i] = next[i] - w[i];
        z[i] = gNext[i] - g[i];
      }
      if (dot(s, z) > 1e-12) {
        memory.addLast(new double[][] {s, z});
        if (memory.size() > 10) {
          memory.removeFirst();
        }
      }
      boolean done = Math.abs(f - fNext) < 1e-6 * Math.abs(f);
      w = next;
      g = gNext;
      f = fNext;
      if (done) {
        break;
      }
    }
    double[][] out = new double[classes][];
    for (int c = 0; c < classes; c++) {
      out[c] = Arrays.copyOfRange(w, c * d, (c + 1) * d);
    }
    return out;
  }

  private static double[] direction(double[] g, Deque<double[][]> memory) {
    double[] q = g.clone();
    double[] a = new double[memory.size()];
    int i = memory.size();
    for (Iterator<double[][]> m = memory.descendingIterator(); m.hasNext(); ) {
      double[][] sz = m.next();
      a[--i] = dot(sz[0], q) / dot(sz[0], sz[1]);
      add(q, sz[1], -a[i]);
    }
    if (!memory.isEmpty()) {
      double[][] last = memory.peekLast();
      double scale = dot(last[0], last[1]) / dot(last[1], last[1]);
      for (int k = 0; k < q.length; k++) {
        q[k] *= scale;
      }
    }
    i = 0;
    for (double[][] sz : memory) {
      double b = dot(sz[1], q) / dot(sz[0], sz[1]);
      add(q, sz[0], a[i++] - b);
    }
    for (int k = 0; k < q.length; k++) {
      q[k] = -q[k];
    }
    return q;
  }

  private double value(double[] w, double[] g) {
    int d = x[0].length;
    Arrays.fill(g, 0);
    double f = 0;
    double[] s = new double[classes];
    for (int r = 0; r < x.length; r++) {
      double most = -Double.MAX_VALUE;
      for (int c = 0; c < classes; c++) {
        double v = 0;
        for (int k = 0; k < d; k++) {
          v += w[c * d + k] * x[r][k];
        }
        s[c] = v;
        most = Math.max(most, v);
      }
      double sum = 0;
      for (int c = 0; c < classes; c++) {
        sum += Math.exp(s[c] - most);
      }
      f -= weight[r] * (s[y[r]] - most - Math.log(sum));
      for (int c = 0; c < classes; c++) {
        double e = weight[r] * (Math.exp(s[c] - most) / sum - (y[r] == c ? 1 : 0));
        for (int k = 0; k < d; k++) {
          g[c * d + k] += e * x[r][k];
        }
      }
    }
    for (int i = 0; i < w.length; i++) {
      if (i % d != 0) {
        f += penalty / 2 * w[i] * w[i];
        g[i] += penalty * w[i];
      }
    }
    return f;
  }

  private static double dot(double[] a, double[] b) {
    double sum = 0;
    for (int i = 0; i < a.length; i++) {
      sum += a[i] * b[i];
    }
    return sum;
  }

  private static void add(double[] a, double[] b, double by) {
    for (int i = 0; i < a.length; i++) {
      a[i] += by * b[i];
    }
  }
}
