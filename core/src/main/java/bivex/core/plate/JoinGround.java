package bivex.core.plate;

import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registration;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Two plates laid on each other and graded alike, cell by cell: what differs, what a join costs in
 * each, and what step of light and colour it would show there.
 *
 * <p>The step is measured in blocks of cells that are wide enough for noise and for detail that is
 * a pixel off to go out: only what stays over a tenth of the height is seen as a step.
 */
final class JoinGround {
  /** What going on costs where nothing differs, so that the way stays short. */
  static final double PLAIN = 0.006;

  /** How much of a difference an edge of the set hides at most. */
  private static final double EDGE = 0.4;

  /** Weight of what differs evenly: the eye sees a step of light sooner than other detail. */
  private static final double EVEN = 4;

  private static final int NEAR = 2;
  private static final int WIDE = 4;

  /** Side of a block, cells. */
  private static final int BLOCK = 8;

  /** Linear light below which a ratio says nothing. */
  private static final double DARK = 0.002;

  /** Share of a block that must be neither dark nor cut off. */
  private static final double KNOWN = 0.3;

  private final int step;
  private final double[][] cost;
  private final double[][] difference;
  private final float[][] light;
  private final float[][] color;

  /**
   * What a join would show along a way.
   *
   * @param differencePercent mean of what differs, percent of full scale
   * @param stepStops light of the second against the first, the median along it; not a number where
   *     all is too dark or cut off
   * @param worstStops nine tenths of it step by less, stops, 0 or more
   * @param colorStops red against blue of the second, held against the first, stops
   * @param worstColor nine tenths of it differ by less
   */
  record Along(
      double differencePercent,
      double stepStops,
      double worstStops,
      double colorStops,
      double worstColor) {}

  private JoinGround(
      int step, double[][] cost, double[][] difference, float[][] light, float[][] color) {
    this.step = step;
    this.cost = cost;
    this.difference = difference;
    this.light = light;
    this.color = color;
  }

  /**
   * @param a the first plate
   * @param b the second, as large
   * @param where how the second lies on the first
   * @param stops of the second against the first in red, green and blue, taken out before
   */
  static JoinGround of(Picture a, Picture b, Registration where, double[] stops) {
    int step = JoinFinder.step(a.width());
    int s = a.scale();
    int per = step / s;
    Plane[] p = {a.red().shrunk(per), a.green().shrunk(per), a.blue().shrunk(per)};
    Plane[] q = {b.red().shrunk(per), b.green().shrunk(per), b.blue().shrunk(per)};
    int w = Math.min(p[0].width(), a.width() / step);
    int h = a.height() / step;
    int rows = Math.min(h, p[0].height());
    double mx = ((a.width() - 1) / 2.0 - (s * per - 1) / 2.0) / (s * per);
    double my = ((a.height() - 1) / 2.0 - (s * per - 1) / 2.0) / (s * per);
    double[] grade = Arrays.stream(stops).map(x -> Math.pow(2, -x)).toArray();
    Registration.Mapping there = where.mapping();
    // What is graded brighter than the first can be is cut off there as the first is.
    float most = 1;
    for (Plane channel : p) {
      for (float v : channel.v()) {
        most = Math.max(most, v);
      }
    }
    float top = most;
    float[][] first = new float[h][w];
    float[][] second = new float[h][w];
    float[][] raw = new float[h][w];
    // Linear light of both in red, green and blue; negative where it says nothing.
    float[][] cells = new float[h][6 * w];
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              double[] coded = new double[6];
              for (int x = 0; x < w; x++) {
                double tx = there.x((x - mx) * s * per, (y - my) * s * per);
                double ty = there.y((x - mx) * s * per, (y - my) * s * per);
                double bx = tx / (s * per) + mx;
                double by = ty / (s * per) + my;
                boolean inside = bx >= 0 && by >= 0 && bx <= w - 1 && by <= rows - 1;
                bx = Math.max(0, Math.min(w - 2, bx));
                by = Math.max(0, Math.min(rows - 2, by));
                int i = Math.min(y, rows - 1) * p[0].width() + x;
                double d = 0;
                for (int c = 0; c < 3; c++) {
                  float va = p[c].v()[i];
                  double vb = q[c].straight(bx, by) * grade[c];
                  boolean known = inside && va < 0.97 * top && vb < 0.97 * top * grade[c];
                  cells[y][6 * x + c] = known ? va : -1;
                  cells[y][6 * x + 3 + c] = (float) vb;
                  coded[c] = Picture.coded(va);
                  coded[3 + c] = Picture.coded(Math.min(top, vb));
                  d = Math.max(d, Math.abs(coded[c] - coded[3 + c]));
                }
                first[y][x] = (float) Picture.luminance(coded[0], coded[1], coded[2]);
                second[y][x] = (float) Picture.luminance(coded[3], coded[4], coded[5]);
                raw[y][x] = (float) d;
              }
            });
    float[][] light = new float[Math.max(1, h / BLOCK)][Math.max(1, w / BLOCK)];
    float[][] color = new float[light.length][light[0].length];
    blocks(cells, light, color);
    return costs(step, first, second, raw, light, color);
  }

  private static void blocks(float[][] cells, float[][] light, float[][] color) {
    int w = cells[0].length / 6;
    for (int y = 0; y < light.length; y++) {
      for (int x = 0; x < light[0].length; x++) {
        double[] sum = new double[6];
        int known = 0;
        for (int v = y * BLOCK; v < Math.min(cells.length, (y + 1) * BLOCK); v++) {
          for (int u = x * BLOCK; u < Math.min(w, (x + 1) * BLOCK); u++) {
            float[] row = cells[v];
            if (row[6 * u] >= 0 && row[6 * u + 1] >= 0 && row[6 * u + 2] >= 0) {
              known++;
              for (int c = 0; c < 6; c++) {
                sum[c] += row[6 * u + c];
              }
            }
          }
        }
        double n = Math.max(1, known);
        double la = Picture.luminance(sum[0], sum[1], sum[2]) / n;
        double lb = Picture.luminance(sum[3], sum[4], sum[5]) / n;
        boolean told = known >= KNOWN * BLOCK * BLOCK && la > DARK && lb > DARK;
        light[y][x] = told ? (float) log2(lb / la) : Float.NaN;
        boolean colored =
            told
                && sum[0] / n > DARK
                && sum[2] / n > DARK
                && sum[3] / n > DARK
                && sum[5] / n > DARK;
        color[y][x] = colored ? (float) (log2(sum[3] / sum[0]) - log2(sum[5] / sum[2])) : Float.NaN;
      }
    }
  }

  private static JoinGround costs(
      int step,
      float[][] first,
      float[][] second,
      float[][] raw,
      float[][] light,
      float[][] color) {
    int h = first.length;
    int w = first[0].length;
    float[][] even = new float[h][w];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        even[y][x] = second[y][x] - first[y][x];
      }
    }
    double[][] near = mean(raw, NEAR);
    double[][] wide = mean(even, WIDE);
    double[][] cost = new double[h][w];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double edge = Math.min(edge(first, y, x), edge(second, y, x));
        cost[y][x] = (near[y][x] + PLAIN) * (1 - EDGE * edge) + EVEN * Math.abs(wide[y][x]);
      }
    }
    return new JoinGround(step, cost, near, light, color);
  }

  /** Mean over a square of {@code 2 by + 1} cells, by sums from the left top. */
  private static double[][] mean(float[][] v, int by) {
    int h = v.length;
    int w = v[0].length;
    double[][] sums = new double[h + 1][w + 1];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        sums[y + 1][x + 1] = v[y][x] + sums[y][x + 1] + sums[y + 1][x] - sums[y][x];
      }
    }
    double[][] out = new double[h][w];
    for (int y = 0; y < h; y++) {
      int t = Math.max(0, y - by);
      int b = Math.min(h, y + by + 1);
      for (int x = 0; x < w; x++) {
        int l = Math.max(0, x - by);
        int r = Math.min(w, x + by + 1);
        out[y][x] =
            (sums[b][r] - sums[t][r] - sums[b][l] + sums[t][l]) / ((double) (b - t) * (r - l));
      }
    }
    return out;
  }

  /** How much of an upright edge there is at a place, 0 to 1. */
  private static double edge(float[][] v, int y, int x) {
    int l = Math.max(0, x - 1);
    int r = Math.min(v[y].length - 1, x + 1);
    return Math.min(1, Math.abs(v[y][r] - v[y][l]) / 0.12);
  }

  private static double log2(double v) {
    return Math.log(v) / Math.log(2);
  }

  int rows() {
    return cost.length;
  }

  int columns() {
    return cost[0].length;
  }

  int step() {
    return step;
  }

  /** A copy of what a join costs in each cell, row by row. */
  double[][] cost() {
    return Arrays.stream(cost).map(double[]::clone).toArray(double[][]::new);
  }

  /**
   * What is seen along a way.
   *
   * @param path column in each row
   */
  Along along(int[] path) {
    double sum = 0;
    for (int y = 0; y < path.length; y++) {
      sum += difference[y][path[y]];
    }
    int n = light.length;
    double[] steps = new double[n];
    double[] colors = new double[n];
    double[] seen = new double[n];
    double[] tinted = new double[n];
    // A tenth of the height and three hundredths of the width.
    int tall = Math.max(1, n / 20);
    int broad = Math.max(1, light[0].length / 66);
    for (int y = 0; y < n; y++) {
      int x =
          Math.min(
              light[0].length - 1, path[Math.min(path.length - 1, y * BLOCK + BLOCK / 2)] / BLOCK);
      double[] l = middle(light, y, x, tall, broad);
      double[] c = middle(color, y, x, tall, broad);
      steps[y] = l[0];
      seen[y] = l[1];
      colors[y] = c[0];
      tinted[y] = c[1];
    }
    return new Along(
        100 * sum / path.length,
        median(steps),
        quantile(seen, 0.9),
        median(colors),
        quantile(tinted, 0.9));
  }

  /** Median round a place, and how much of it is more than the error of the median. */
  private static double[] middle(float[][] v, int y, int x, int tall, int broad) {
    double[] near =
        IntStream.rangeClosed(Math.max(0, y - tall), Math.min(v.length - 1, y + tall))
            .mapToObj(i -> v[i])
            .flatMapToDouble(
                row ->
                    IntStream.rangeClosed(
                            Math.max(0, x - broad), Math.min(row.length - 1, x + broad))
                        .mapToDouble(i -> row[i]))
            .filter(d -> !Double.isNaN(d))
            .toArray();
    if (near.length < 2) {
      return new double[] {Double.NaN, Double.NaN};
    }
    double m = LightMatch.median(near);
    double spread = LightMatch.median(Arrays.stream(near).map(d -> Math.abs(d - m)).toArray());
    // Of a median: 1.25 of the deviation, which is 1.48 of the median distance, by √n.
    double error = 1.25 * 1.48 * spread / Math.sqrt(near.length);
    return new double[] {m, Math.sqrt(Math.max(0, m * m - error * error))};
  }

  private static double median(double[] v) {
    double[] told = Arrays.stream(v).filter(d -> !Double.isNaN(d)).toArray();
    return told.length == 0 ? Double.NaN : LightMatch.median(told);
  }

  private static double quantile(double[] v, double share) {
    double[] s = Arrays.stream(v).filter(d -> !Double.isNaN(d)).map(Math::abs).sorted().toArray();
    return s.length == 0 ? Double.NaN : s[(int) (share * (s.length - 1))];
  }
}
