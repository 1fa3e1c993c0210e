package bivex.bench;

import bivex.core.effort.EffortRates;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registration;
import bivex.core.plate.Comparisons;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateJoin;
import bivex.core.plate.PlateZones.Box;
import bivex.core.plate.PlateZones.Measured;
import bivex.core.plate.PlateZones.Occupied;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.jgrapht.Graph;
import org.jgrapht.alg.flow.BoykovKolmogorovMFImpl;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleDirectedWeightedGraph;

/**
 * The join of the bench against a straight one in the middle, the best straight one of all, the
 * cheapest way down by dynamic programming over the plain difference and over its mean of five, and
 * a minimum cut of a general graph library (JGraphT, Boykov and Kolmogorov), by what an eye sees.
 * All may go through the same room of the same pairs; those are photographs with a part of a pixel
 * and a ramp of light between them, the second graded by what the bench measured.
 */
public final class JoinTrials {
  private static final int W = 960;
  private static final int H = 540;
  private static final double FROM = 0.3;
  private static final double TO = 0.7;

  /** Columns of the graph: more do not fit a library that keeps an object for each edge. */
  private static final int CUT_WIDTH = 240;

  private JoinTrials() {}

  /**
   * Two plates, coded brightness.
   *
   * @param shown the second as a composite shows it: laid on and graded
   */
  private record Pair(Plane first, Plane shown) {
    double difference(int x, int y) {
      int i = y * W + Math.max(0, Math.min(W - 1, x));
      return Math.abs(first.v()[i] - shown.v()[i]);
    }

    double gradient(int x, int y) {
      int i = y * W;
      int l = Math.max(0, x - 1);
      int r = Math.min(W - 1, x + 1);
      return Math.max(
          Math.abs(first.v()[i + r] - first.v()[i + l]),
          Math.abs(shown.v()[i + r] - shown.v()[i + l]));
    }

    /** Mean difference of a square of nine, with its sign. */
    double step(int x, int y) {
      double s = 0;
      int n = 0;
      for (int v = Math.max(0, y - 4); v <= Math.min(H - 1, y + 4); v++) {
        for (int u = Math.max(0, x - 4); u <= Math.min(W - 1, x + 4); u++) {
          s += shown.v()[v * W + u] - first.v()[v * W + u];
          n++;
        }
      }
      return s / n;
    }
  }

  public static void main(String[] args) {
    Map<String, List<double[]>> table = new LinkedHashMap<>();
    Random r = new Random(args.length > 0 ? Long.parseLong(args[0]) : 20261128);
    int through = 0;
    for (String photo : Photos.ALL) {
      for (double ramp : new double[] {0, 0.1, -0.2, 0.4}) {
        Registration moved =
            new Registration(r.nextGaussian(), r.nextGaussian(), 0.02 * r.nextGaussian(), 1);
        Photos.Made made =
            Photos.Made.of(photo, W, H, moved).people(0).noise(2.5).stops(0.15).right(ramp);
        Picture[] plates = made.seed(r.nextLong()).pair();
        PlateComparison c = Comparisons.of(plates);
        if (!c.sure()) {
          System.out.println(photo + ": " + c.doubt());
          continue;
        }
        // A residue of warp that no registration takes out.
        Registration off =
            new Registration(
                c.found().dx() + 0.6 * r.nextGaussian(),
                c.found().dy() + 0.6 * r.nextGaussian(),
                c.found().degrees(),
                c.found().scale());
        Pair pair = new Pair(coded(plates[0], null, null), coded(plates[1], off, c));
        PlateJoin j =
            PlateJoin.of(
                plates[0],
                plates[1],
                Comparisons.lying(c, off),
                standing(0, FROM - 0.006),
                standing(TO + 0.006, 1),
                6,
                0,
                EffortRates.DEFAULTS);
        int[] ours = rows(j.points());
        through += Arrays.stream(ours).anyMatch(x -> x < FROM * W - 1 || x > TO * W + 1) ? 1 : 0;
        add(table, "Bivex", pair, ours);
        add(table, "straight, middle", pair, straight((int) (W * (FROM + TO) / 2)));
        add(table, "best straight", pair, bestStraight(pair));
        add(table, "dynamic programming", pair, cheapest(pair, 0));
        add(table, "the same, mean of 5 px", pair, cheapest(pair, 2));
        add(table, "minimum cut (JGraphT, 240 px)", pair, cut(pair));
      }
    }
    System.out.println("through a performer: " + through);
    System.out.println(
        "| way | difference, % | difference ÷ gradient | low-pass step, % | 95 % of it |");
    System.out.println("|---|---|---|---|---|");
    table.forEach(
        (way, rows) ->
            System.out.printf(
                Locale.ROOT,
                "| %s | %.2f | %.2f | %.2f | %.2f |%n",
                way,
                median(rows, 0),
                median(rows, 1),
                median(rows, 2),
                median(rows, 3)));
  }

  private static Measured standing(double left, double right) {
    double[][] edges = new double[135][];
    Arrays.setAll(edges, y -> new double[] {left, right});
    return new Measured(
        List.of(
            new Occupied(0, left, right, right - left, List.of(new Box(left, 0, right, 1)), edges)),
        "");
  }

  private static Plane coded(Picture p, Registration where, PlateComparison c) {
    Plane out = new Plane(W, H);
    Plane[] of = {p.red(), p.green(), p.blue()};
    double[] gain =
        c == null
            ? new double[] {1, 1, 1}
            : new double[] {
              Math.pow(2, -c.light().red()),
              Math.pow(2, -c.light().green()),
              Math.pow(2, -c.light().blue())
            };
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double[] at =
            where == null ? new double[] {x, y} : where.at(x - (W - 1) / 2.0, y - (H - 1) / 2.0);
        double sx = where == null ? x : Math.max(0, Math.min(W - 2, at[0] + (W - 1) / 2.0));
        double sy = where == null ? y : Math.max(0, Math.min(H - 2, at[1] + (H - 1) / 2.0));
        double[] v = new double[3];
        for (int i = 0; i < 3; i++) {
          v[i] =
              Picture.coded(
                  Math.min(
                      1,
                      gain[i] * (where == null ? of[i].v()[y * W + x] : of[i].straight(sx, sy))));
        }
        out.v()[y * W + x] = (float) Picture.luminance(v[0], v[1], v[2]);
      }
    }
    return out;
  }

  private static int[] straight(int x) {
    int[] out = new int[H];
    Arrays.fill(out, x);
    return out;
  }

  private static int[] rows(List<double[]> points) {
    int[] out = new int[H];
    int i = 1;
    for (int y = 0; y < H; y++) {
      while (i < points.size() - 1 && points.get(i)[1] < y) {
        i++;
      }
      double[] a = points.get(i - 1);
      double[] b = points.get(i);
      out[y] =
          (int) Math.round(b[1] == a[1] ? b[0] : a[0] + (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]));
    }
    return out;
  }

  private static int[] bestStraight(Pair p) {
    int best = 0;
    double least = Double.POSITIVE_INFINITY;
    for (int x = (int) (FROM * W); x < TO * W; x++) {
      double sum = 0;
      for (int y = 0; y < H; y++) {
        sum += p.difference(x, y);
      }
      if (sum < least) {
        least = sum;
        best = x;
      }
    }
    return straight(best);
  }

  /** The cheapest way down, a column aside a row at most. */
  private static int[] cheapest(Pair p, int by) {
    int lo = (int) (FROM * W);
    int n = (int) (TO * W) - lo;
    double[][] sum = new double[H][n];
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < n; x++) {
        double d = 0;
        int m = 0;
        for (int v = Math.max(0, y - by); v <= Math.min(H - 1, y + by); v++) {
          for (int u = -by; u <= by; u++) {
            d += p.difference(lo + x + u, v);
            m++;
          }
        }
        double before = 0;
        if (y > 0) {
          before = sum[y - 1][x];
          before = x > 0 ? Math.min(before, sum[y - 1][x - 1]) : before;
          before = x < n - 1 ? Math.min(before, sum[y - 1][x + 1]) : before;
        }
        sum[y][x] = d / m + before;
      }
    }
    int[] out = new int[H];
    int x = 0;
    for (int i = 1; i < n; i++) {
      x = sum[H - 1][i] < sum[H - 1][x] ? i : x;
    }
    for (int y = H - 1; y >= 0; y--) {
      out[y] = lo + x;
      int at = x;
      for (int u = Math.max(0, at - 1); y > 0 && u <= Math.min(n - 1, at + 1); u++) {
        x = sum[y - 1][u] < sum[y - 1][x] ? u : x;
      }
    }
    return out;
  }

  /** The cut between left and right that differs least, and in each row where it begins. */
  private static int[] cut(Pair p) {
    int per = W / CUT_WIDTH;
    int h = H / per;
    int lo = (int) (FROM * CUT_WIDTH);
    int n = (int) (TO * CUT_WIDTH) - lo;
    Graph<Integer, DefaultWeightedEdge> g =
        new SimpleDirectedWeightedGraph<>(DefaultWeightedEdge.class);
    for (int i = 0; i < n * h + 2; i++) {
      g.addVertex(i);
    }
    int source = n * h;
    int sink = n * h + 1;
    double[] mean = new double[n * h];
    for (int i = 0; i < mean.length; i++) {
      for (int k = 0; k < per * per; k++) {
        mean[i] += p.difference((lo + i % n) * per + k % per, i / n * per + k / per) / (per * per);
      }
    }
    for (int y = 0; y < h; y++) {
      join(g, source, y * n, 1e6);
      join(g, y * n + n - 1, sink, 1e6);
      for (int x = 0; x < n; x++) {
        int i = y * n + x;
        if (x + 1 < n) {
          join(g, i, i + 1, mean[i] + mean[i + 1]);
        }
        if (y + 1 < h) {
          join(g, i, i + n, mean[i] + mean[i + n]);
        }
      }
    }
    var flow = new BoykovKolmogorovMFImpl<>(g);
    flow.calculateMinCut(source, sink);
    var left = flow.getSourcePartition();
    int[] out = new int[H];
    for (int y = 0; y < H; y++) {
      int row = Math.min(h - 1, y / per);
      int x = 0;
      while (x < n && left.contains(row * n + x)) {
        x++;
      }
      out[y] = (lo + x) * per;
    }
    return out;
  }

  private static void join(Graph<Integer, DefaultWeightedEdge> g, int a, int b, double w) {
    g.setEdgeWeight(g.addEdge(a, b), w);
    if (!g.containsEdge(b, a)) {
      g.setEdgeWeight(g.addEdge(b, a), w);
    }
  }

  /** What an eye sees along a way. */
  private static void add(Map<String, List<double[]>> table, String way, Pair p, int[] path) {
    double difference = 0;
    double edge = 0;
    double[] steps = new double[H];
    for (int y = 0; y < H; y++) {
      double d = 0;
      double g = 0;
      for (int x = path[y] - 1; x <= path[y] + 1; x++) {
        d += p.difference(x, y) / 3;
        g += p.gradient(Math.max(1, Math.min(W - 2, x)), y) / 3;
      }
      difference += d / H;
      edge += d / Math.max(0.01, g) / H;
      steps[y] = Math.abs(p.step(path[y], y));
    }
    double mean = Arrays.stream(steps).average().orElse(0);
    Arrays.sort(steps);
    table
        .computeIfAbsent(way, k -> new ArrayList<>())
        .add(new double[] {100 * difference, edge, 100 * mean, 100 * steps[(int) (0.95 * H)]});
  }

  private static double median(List<double[]> rows, int column) {
    double[] v = rows.stream().mapToDouble(x -> x[column]).sorted().toArray();
    return v[v.length / 2];
  }
}
