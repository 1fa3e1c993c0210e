package bivex.core.picture;

import bivex.core.picture.Registering.TileShift;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.jtransforms.fft.FloatFFT_2D;
import org.visnow.jlargearrays.ConcurrencyUtils;

/** Shifts of tiles at the coarse level, in its pixels. */
final class Tiles {
  /**
   * One of each size for every thread: shared by threads they give wrong results without an error.
   */
  private static final ThreadLocal<Map<Integer, FloatFFT_2D>> FFT =
      ThreadLocal.withInitial(HashMap::new);

  static {
    // Tiles run side by side; the library's own threads would only be in the way.
    ConcurrencyUtils.setNumberOfThreads(1);
  }

  private static final double MOST_SCALE = 0.15;
  private static final double MOST_TURN = 0.12;
  private static final double AGREE = 0.6;
  private static final int LEAST = 6;
  private static final double SPEAKS = 5.5;
  private final Plane a;
  private final Plane b;
  final int size;
  private final double step;
  private final float[] window;
  private final float[] band;
  private final int[] xs;
  private final int[] ys;
  private List<double[]> seen = List.of();
  private boolean[] agrees = new boolean[0];

  /**
   * @param step from tile to tile, share of a tile
   */
  Tiles(Plane a, Plane b, int size, double step) {
    this.size = size;
    this.step = step;
    this.window = new float[size];
    this.band = new float[size * size];
    this.a = a;
    this.b = b;
    this.xs = places(a.width());
    this.ys = places(a.height());
    for (int i = 0; i < size; i++) {
      window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / size));
    }
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        double fx = (x > size / 2 ? x - size : x) / (double) size;
        double fy = (y > size / 2 ? y - size : y) / (double) size;
        double f = Math.hypot(fx, fy);
        // The lowest waves are the light, the highest the noise.
        band[y * size + x] = (float) (f < 0.012 ? 0 : Math.exp(-f * f / (2 * 0.13 * 0.13)));
      }
    }
  }

  private int[] places(int whole) {
    if (whole <= size) {
      return new int[] {(whole - size) / 2};
    }
    int n = Math.max(2, (int) Math.ceil((whole - size) / (size * step)) + 1);
    return IntStream.range(0, n).map(i -> (int) ((long) i * (whole - size) / (n - 1))).toArray();
  }

  void look(Registration r) {
    double[][] out = new double[xs.length * ys.length][];
    IntStream.range(0, out.length)
        .parallel()
        .forEach(i -> out[i] = shift(xs[i % xs.length], ys[i / xs.length], r));
    seen = Arrays.stream(out).filter(t -> t != null).toList();
  }

  /**
   * {x, y, dx, dy, strength} of a tile, from the middle of the frame; null when it has nothing to
   * say.
   */
  private double[] shift(int x0, int y0, Registration r) {
    double mx = x0 + (size - 1) / 2.0 - (a.width() - 1) / 2.0;
    double my = y0 + (size - 1) / 2.0 - (a.height() - 1) / 2.0;
    double[] there = r.at(mx, my);
    int ox = (int) Math.rint(there[0] - mx);
    int oy = (int) Math.rint(there[1] - my);
    float[] both = new float[2 * size * size];
    double[] sa = cut(a, x0, y0, both, 0);
    double[] sb = cut(b, x0 + ox, y0 + oy, both, 1);
    if (sa[0] < 0.004 || sb[0] < 0.004) {
      return null;
    }
    FloatFFT_2D fft = FFT.get().computeIfAbsent(size, n -> new FloatFFT_2D(n, n));
    fft.complexForward(both);
    // Two real pictures went through as one complex one; their spectra are taken apart again.
    float[] cross = new float[2 * size * size];
    for (int y = 0; y < size; y++) {
      int ny = (size - y) % size;
      for (int x = 0; x < size; x++) {
        int i = 2 * (y * size + x);
        int j = 2 * (ny * size + (size - x) % size);
        float ar = (both[i] + both[j]) / 2;
        float ai = (both[i + 1] - both[j + 1]) / 2;
        float br = (both[i + 1] + both[j + 1]) / 2;
        float bi = (both[j] - both[i]) / 2;
        float re = br * ar + bi * ai;
        float im = bi * ar - br * ai;
        float m = (float) Math.sqrt(re * re + im * im);
        float w = m > 1e-9f ? band[y * size + x] / m : 0;
        cross[i] = re * w;
        cross[i + 1] = im * w;
      }
    }
    fft.complexInverse(cross, true);
    int peak = 0;
    double sum = 0;
    for (int i = 0; i < size * size; i++) {
      sum += cross[2 * i] * cross[2 * i];
      if (cross[2 * i] > cross[2 * peak]) {
        peak = i;
      }
    }
    double strength = cross[2 * peak] / Math.sqrt(sum / (size * size));
    if (strength < SPEAKS) {
      return null;
    }
    int px = peak % size;
    int py = peak / size;
    double dx = px + top(value(cross, px - 1, py), value(cross, px, py), value(cross, px + 1, py));
    double dy = py + top(value(cross, px, py - 1), value(cross, px, py), value(cross, px, py + 1));
    return new double[] {
      mx,
      my,
      (dx > size / 2.0 ? dx - size : dx) + ox,
      (dy > size / 2.0 ? dy - size : dy) + oy,
      strength
    };
  }

  private double value(float[] c, int x, int y) {
    return c[2 * (((y + size) % size) * size + (x + size) % size)];
  }

  /** Place of the top of a bell through three values, −0.5 to 0.5. */
  static double top(double l, double m, double r) {
    if (!(l > 0 && r > 0)) {
      return l > r ? -0.25 : r > l ? 0.25 : 0;
    }
    double ll = Math.log(l);
    double lm = Math.log(m);
    double lr = Math.log(r);
    double curve = ll - 2 * lm + lr;
    return curve >= -1e-12 ? 0 : Math.max(-0.5, Math.min(0.5, 0.5 * (ll - lr) / curve));
  }

  /**
   * Cuts a windowed tile without its mean into every second value; what is outside stays 0.
   *
   * @return {spread}
   */
  private double[] cut(Plane p, int x0, int y0, float[] into, int at) {
    double sum = 0;
    double squares = 0;
    int n = 0;
    int fromX = Math.max(0, -x0);
    int toX = Math.min(size, p.width() - x0);
    int fromY = Math.max(0, -y0);
    int toY = Math.min(size, p.height() - y0);
    for (int y = fromY; y < toY; y++) {
      for (int x = fromX; x < toX; x++) {
        float v = p.v()[(y0 + y) * p.width() + x0 + x];
        sum += v;
        squares += v * v;
        n++;
      }
    }
    if (n < size * size / 3) {
      return new double[] {0};
    }
    float mean = (float) (sum / n);
    for (int y = fromY; y < toY; y++) {
      for (int x = fromX; x < toX; x++) {
        into[2 * (y * size + x) + at] =
            (p.v()[(y0 + y) * p.width() + x0 + x] - mean) * window[y] * window[x];
      }
    }
    return new double[] {Math.sqrt(Math.max(0, squares / n - mean * mean))};
  }

  /** The similarity most tiles agree on: {s·cos − 1, s·sin, dx, dy}; null when too few do. */
  double[] agree() {
    List<double[]> t = seen;
    agrees = new boolean[t.size()];
    if (t.size() < LEAST) {
      return null;
    }
    Random random = new Random(7);
    double[] best = null;
    double most = -1;
    double apart = a.width() / 4.0;
    for (int i = 0; i < 500; i++) {
      double[] p = t.get(random.nextInt(t.size()));
      double[] q = t.get(random.nextInt(t.size()));
      if (Math.hypot(p[0] - q[0], p[1] - q[1]) < apart) {
        continue;
      }
      double[] m = through(p, q);
      if (Math.abs(m[0]) > MOST_SCALE || Math.abs(m[1]) > MOST_TURN) {
        continue;
      }
      double score = 0;
      for (double[] x : t) {
        double d = off(m, x);
        score += d < AGREE ? 1 - d * d / (AGREE * AGREE) : 0;
      }
      if (score > most) {
        most = score;
        best = m;
      }
    }
    for (int i = 0; best != null && i < 10; i++) {
      best = refit(best, t);
    }
    if (best == null) {
      return null;
    }
    int n = 0;
    for (int i = 0; i < t.size(); i++) {
      agrees[i] = off(best, t.get(i)) < AGREE;
      n += agrees[i] ? 1 : 0;
    }
    return n < LEAST ? null : best;
  }

  private static double[] through(double[] p, double[] q) {
    double x = q[0] - p[0];
    double y = q[1] - p[1];
    double u = q[2] - p[2];
    double v = q[3] - p[3];
    double l = x * x + y * y;
    double ma = (u * x + v * y) / l;
    double mb = (v * x - u * y) / l;
    return new double[] {ma, mb, p[2] - ma * p[0] + mb * p[1], p[3] - mb * p[0] - ma * p[1]};
  }

  private static double off(double[] m, double[] t) {
    return Math.hypot(
        m[0] * t[0] - m[1] * t[1] + m[2] - t[2], m[1] * t[0] + m[0] * t[1] + m[3] - t[3]);
  }

  private static double[] refit(double[] m, List<double[]> t) {
    Least n = new Least(4);
    for (double[] x : t) {
      double d = off(m, x) / (2 * AGREE);
      double w = d < 1 ? (1 - d * d) * (1 - d * d) : 0;
      n.add(new double[] {x[0], -x[1], 1, 0}, x[2], w);
      n.add(new double[] {x[1], x[0], 0, 1}, x[3], w);
    }
    double[] s = n.solve();
    return s == null ? m : s;
  }

  int speaking() {
    return seen.size();
  }

  int agreeing() {
    int n = 0;
    for (boolean x : agrees) {
      n += x ? 1 : 0;
    }
    return n;
  }

  /** Why the tiles cannot be relied on; empty when they can. */
  String doubt() {
    List<double[]> yes =
        IntStream.range(0, seen.size()).filter(i -> agrees[i]).mapToObj(seen::get).toList();
    double wide = spread(yes, 0);
    double high = spread(yes, 1);
    if (yes.size() < LEAST || yes.size() < 0.15 * seen.size()) {
      return "too few parts of the picture agree on a place";
    }
    if (wide + high < 0.45 * (a.width() - size)
        || wide < 0.2 * (a.width() - size) && high < 0.5 * (a.height() - size)) {
      return "only one corner of the picture has detail that both have";
    }
    return "";
  }

  private static double spread(List<double[]> t, int axis) {
    return t.stream().mapToDouble(x -> x[axis]).max().orElse(0)
        - t.stream().mapToDouble(x -> x[axis]).min().orElse(0);
  }

  List<TileShift> told(int scale) {
    List<TileShift> out = new ArrayList<>();
    for (int i = 0; i < seen.size(); i++) {
      double[] t = seen.get(i);
      out.add(new TileShift(t[0] * scale, t[1] * scale, t[2] * scale, t[3] * scale, agrees[i]));
    }
    out.sort(Comparator.comparingDouble(TileShift::y).thenComparingDouble(TileShift::x));
    return List.copyOf(out);
  }
}
