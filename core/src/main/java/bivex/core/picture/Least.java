package bivex.core.picture;

/** Least equations of a small weighted least squares fit. */
public final class Least {
  private final int n;
  private final double[][] m;
  private final double[] right;

  public Least(int n) {
    this.n = n;
    this.m = new double[n][n];
    this.right = new double[n];
  }

  /** One equation: row · x = value, with a weight. */
  public void add(double[] row, double value, double weight) {
    for (int i = 0; i < n; i++) {
      double w = row[i] * weight;
      for (int j = i; j < n; j++) {
        m[i][j] += w * row[j];
      }
      right[i] += w * value;
    }
  }

  void add(Least o) {
    for (int i = 0; i < n; i++) {
      for (int j = i; j < n; j++) {
        m[i][j] += o.m[i][j];
      }
      right[i] += o.right[i];
    }
  }

  /** What fits best; null when the equations do not say. */
  public double[] solve() {
    double[][] l = root();
    return l == null ? null : back(l, right);
  }

  /** Sum of squares of the values that a solution explains. */
  public double explained(double[] solution) {
    double s = 0;
    for (int i = 0; i < n; i++) {
      s += solution[i] * right[i];
    }
    return s;
  }

  /** Variances of the solution for equations with errors of variance 1. */
  public double[] variances() {
    double[][] l = root();
    double[] out = new double[n];
    for (int i = 0; i < n; i++) {
      double[] e = new double[n];
      e[i] = 1;
      out[i] = l == null ? Double.POSITIVE_INFINITY : back(l, e)[i];
    }
    return out;
  }

  /** Cholesky's root. */
  private double[][] root() {
    double[][] l = new double[n][n];
    for (int i = 0; i < n; i++) {
      for (int j = 0; j <= i; j++) {
        double s = m[j][i];
        for (int k = 0; k < j; k++) {
          s -= l[i][k] * l[j][k];
        }
        if (i == j) {
          if (!(s > 1e-12 * Math.max(m[i][i], 1e-12))) {
            return null;
          }
          l[i][i] = Math.sqrt(s);
        } else {
          l[i][j] = s / l[j][j];
        }
      }
    }
    return l;
  }

  private double[] back(double[][] l, double[] b) {
    double[] x = b.clone();
    for (int i = 0; i < n; i++) {
      for (int k = 0; k < i; k++) {
        x[i] -= l[i][k] * x[k];
      }
      x[i] /= l[i][i];
    }
    for (int i = n - 1; i >= 0; i--) {
      for (int k = i + 1; k < n; k++) {
        x[i] -= l[k][i] * x[k];
      }
      x[i] /= l[i][i];
    }
    return x;
  }
}
