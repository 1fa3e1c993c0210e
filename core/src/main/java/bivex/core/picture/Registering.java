package bivex.core.picture;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import org.jtransforms.fft.FloatFFT_2D;
import org.visnow.jlargearrays.ConcurrencyUtils;

/**
 * Finds how a picture lies on another while people who differ between them cover a part of it.
 * First the shift of many tiles by phase correlation (Kuglin and Hines 1975) and the similarity
 * most of them agree on; then the brightness itself is fitted with Tukey's weights (Beaton and
 * Tukey 1974), so that what moved has no say. Says how sure it is, and that it is not when too
 * little of the picture speaks.
 *
 * @param found how the second lies on the first
 * @param gain coded brightness of the second = gain · first + offset
 * @param sure whether it can be relied on
 * @param doubt why not; empty when sure
 * @param uncertaintyPx one standard deviation of the place of the worst corner, px
 * @param tiles tiles that had something to say
 * @param agreeing tiles that agree
 * @param share of the pixels that fit, 0 to 1
 * @param residual what is left between the two, coded brightness, at {@code residualScale}; NaN
 *     where they do not overlap
 * @param residualScale pixels a side one residual stands for
 * @param noise one standard deviation of what is left where they agree
 * @param shifts the tiles, for drawing
 */
public record Registering(
    Registration found,
    double gain,
    double offset,
    boolean sure,
    String doubt,
    double uncertaintyPx,
    int tiles,
    int agreeing,
    double share,
    Plane residual,
    int residualScale,
    double noise,
    List<TileShift> shifts) {
  /**
   * What one tile saw.
   *
   * @param x middle of the tile from the middle of the frame, px
   * @param dx px
   * @param agrees with the whole
   */
  public record TileShift(double x, double y, double dx, double dy, boolean agrees) {}

  private static final int TILE = 128;

  /** Tiles overlap by half, so that what lies at the edge of one is in the middle of another. */
  private static final double HALF = 0.5;

  /**
   * One of each size for every thread: shared by threads they give wrong results without an error.
   */
  private static final ThreadLocal<Map<Integer, FloatFFT_2D>> FFT =
      ThreadLocal.withInitial(HashMap::new);

  private static final int SMALL = 900;
  private static final int COARSE_WIDTH = 640;
  private static final double TUKEY = 4.685;

  /** Of a normal spread, the 30 % quantile of the absolute value. */
  private static final double Q30 = 0.38532;

  private static final double SETTLED_PX = 0.001;
  private static final int MOST_ROUNDS = 30;
  private static final double MOST_SCALE = 0.15;
  private static final double MOST_TURN = 0.12;

  static {
    // Tiles run side by side; the library's own threads would only be in the way.
    ConcurrencyUtils.setNumberOfThreads(1);
  }

  /** How much of the fit is wanted. */
  public enum Grade {
    /** To a few hundredths of a pixel. */
    FINE,
    /** To about a tenth of a pixel, for frame after frame. */
    TILES
  }

  /**
   * @param cancelled asked between steps; a cancelled run answers what it has, not sure
   */
  public static Registering of(Plane first, Plane second, Grade grade, BooleanSupplier cancelled) {
    int coarse = coarse(first);
    int fine = grade == Grade.TILES ? coarse : first.width() >= 1280 ? Math.min(coarse, 2) : 1;
    Plane a = first.shrunk(fine);
    Plane b = second.shrunk(fine);
    Plane ca = a.shrunk(coarse / fine);
    Plane cb = b.shrunk(coarse / fine);
    Tiles tiles = new Tiles(ca, cb, TILE, HALF);
    tiles.look(Registration.NONE);
    double[] rough = tiles.agree();
    if (ca.width() < SMALL) {
      // Large tiles find far shifts; in a small picture somebody stands in nearly all of them, so
      // smaller ones look again.
      Tiles smaller = new Tiles(ca, cb, TILE / 2, HALF);
      smaller.look(
          rough == null
              ? Registration.NONE
              : Registration.of(rough[0], rough[1], rough[2], rough[3]));
      double[] again = smaller.agree();
      tiles = again == null ? tiles : smaller;
      rough = again == null ? rough : again;
    } else if (rough != null
        && Math.hypot(rough[2], rough[3]) + Math.hypot(rough[0], rough[1]) * ca.width() / 2.0 > 3) {
      // What is far off is looked at again where it ought to be.
      tiles.look(Registration.of(rough[0], rough[1], rough[2], rough[3]));
      rough = tiles.agree();
    }
    if (rough == null) {
      return new Registering(
          Registration.NONE,
          1,
          0,
          false,
          "too little detail that both have",
          Double.POSITIVE_INFINITY,
          tiles.speaking(),
          0,
          0,
          new Plane(0, 0),
          coarse,
          0,
          List.of());
    }
    double[] p = {rough[0], rough[1], rough[2] * coarse, rough[3] * coarse};
    String doubt = tiles.doubt();
    if (grade == Grade.TILES || !doubt.isEmpty() || cancelled.getAsBoolean()) {
      return told(tiles, rough, coarse, doubt, doubt.isEmpty() && !cancelled.getAsBoolean());
    }
    Fit fit =
        new Fit(
            ca.smooth().smooth(),
            cb.smooth().smooth(),
            coarse,
            first,
            p,
            tiles.told(coarse),
            tiles.size * coarse);
    fit.level();
    fit.settle(coarse == fine ? SETTLED_PX : 0.01, cancelled);
    if (fine != coarse) {
      fit = new Fit(a.smooth().smooth(), b.smooth().smooth(), fine, first, fit);
      fit.settle(SETTLED_PX, cancelled);
    }
    Registration r = Registration.of(fit.p[0], fit.p[1], fit.p[2], fit.p[3]);
    Registration was = Registration.of(p[0], p[1], p[2], p[3]);
    double px = fit.uncertainty(first.width(), first.height());
    if (r.furthest(was, first.width(), first.height()) > 4.0 * coarse) {
      doubt = "the tiles and the whole picture do not agree";
    } else if (fit.share < 0.15) {
      doubt = "too little of the two pictures is the same";
    } else if (!(px < 0.25)) {
      doubt = "too little detail: a corner is only known to " + Math.round(px * 10) / 10.0 + " px";
    } else if (!(fit.gain > 0.6 * fit.first && fit.gain < 1.6 * fit.first)) {
      doubt = "no one exposure brings the two together";
    }
    return new Registering(
        r,
        fit.gain,
        fit.offset,
        doubt.isEmpty() && !cancelled.getAsBoolean(),
        doubt,
        px,
        tiles.speaking(),
        tiles.agreeing(),
        fit.share,
        fit.residuals(),
        fine,
        fit.sigma,
        tiles.told(coarse));
  }

  /**
   * The place of a frame that is likely to lie where the one before it lay: a few tiles are looked
   * at there, and only when they do not agree is it sought anew.
   *
   * @param before how the frame before lies on the first
   */
  public static Registering follow(Plane first, Plane second, Registration before) {
    int coarse = coarse(first);
    Tiles tiles = new Tiles(first.shrunk(coarse), second.shrunk(coarse), TILE / 2, 1);
    tiles.look(
        new Registration(
            before.dx() / coarse, before.dy() / coarse, before.degrees(), before.scale()));
    double[] p = tiles.agree();
    return p == null || !tiles.doubt().isEmpty()
        ? of(first, second, Grade.TILES, () -> false)
        : told(tiles, p, coarse, "", true);
  }

  private static int coarse(Plane p) {
    int by = 1;
    while (p.width() / (by * 2) >= COARSE_WIDTH) {
      by *= 2;
    }
    return by;
  }

  /**
   * What the tiles alone say.
   *
   * @param p what they agree on, in coarse pixels
   */
  private static Registering told(Tiles tiles, double[] p, int coarse, String doubt, boolean sure) {
    return new Registering(
        Registration.of(p[0], p[1], p[2] * coarse, p[3] * coarse),
        1,
        0,
        sure,
        doubt,
        0.2 * coarse,
        tiles.speaking(),
        tiles.agreeing(),
        0,
        new Plane(0, 0),
        coarse,
        0,
        tiles.told(coarse));
  }

  /** Shifts of tiles at the coarse level, in its pixels. */
  private static final class Tiles {
    private static final double AGREE = 0.6;
    private static final int LEAST = 6;
    private static final double SPEAKS = 5.5;
    private final Plane a;
    private final Plane b;
    private final int size;
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
      double dx =
          px + top(value(cross, px - 1, py), value(cross, px, py), value(cross, px + 1, py));
      double dy =
          py + top(value(cross, px, py - 1), value(cross, px, py), value(cross, px, py + 1));
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
    private static double top(double l, double m, double r) {
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

  /** Least squares of brightness at one level. */
  private static final class Fit {
    private static final int N = 8;
    private final Plane a;
    private final Plane b;
    private final int scale;
    private final int tilePx;
    private final double[] middleA;
    private final List<TileShift> tiles;
    private final float[] gx;
    private final float[] gy;

    /** s·cos − 1, s·sin, dx, dy in pixels of the whole picture. */
    private final double[] p;

    private double gain = 1;
    private double offset;

    /** Gain to begin with. */
    private double first = 1;

    /** Most noise that is believed: what was there to begin with. */
    private double most = Double.POSITIVE_INFINITY;

    /** Gain goes evenly over the frame; light that moved is not taken for something else. */
    private double gainX;

    private double gainY;
    private double sigma = Double.NaN;
    private double share;
    private double[] cov;

    Fit(Plane a, Plane b, int scale, Plane whole, double[] p, List<TileShift> tiles, int tilePx) {
      this.tiles = tiles;
      this.tilePx = tilePx;
      this.a = a;
      this.b = b;
      this.scale = scale;
      this.p = p.clone();
      // The middle of the whole picture in pixels of this level.
      this.middleA =
          new double[] {
            ((whole.width() - 1) / 2.0 - (scale - 1) / 2.0) / scale,
            ((whole.height() - 1) / 2.0 - (scale - 1) / 2.0) / scale
          };
      this.gx = new float[a.v().length];
      this.gy = new float[a.v().length];
      int w = a.width();
      IntStream.range(1, a.height() - 1)
          .parallel()
          .forEach(
              y -> {
                for (int x = 1; x < w - 1; x++) {
                  int i = y * w + x;
                  gx[i] = (a.v()[i + 1] - a.v()[i - 1]) / 2;
                  gy[i] = (a.v()[i + w] - a.v()[i - w]) / 2;
                }
              });
    }

    Fit(Plane a, Plane b, int scale, Plane whole, Fit from) {
      this(a, b, scale, whole, from.p, from.tiles, from.tilePx);
      first = from.first;
      most = from.most;
      gain = from.gain;
      offset = from.offset;
      gainX = from.gainX;
      gainY = from.gainY;
    }

    void settle(double settledPx, BooleanSupplier cancelled) {
      for (int i = 0; i < MOST_ROUNDS && !cancelled.getAsBoolean(); i++) {
        noise();
        if (round() < settledPx && i > 1) {
          return;
        }
      }
    }

    /**
     * Gain and offset to begin with: what most of the tiles that agree have, by their spread and
     * their mean.
     */
    void level() {
      List<double[]> seen = new ArrayList<>();
      int reach = tilePx / 4 / scale;
      for (TileShift t : tiles) {
        double s = 0;
        double ss = 0;
        double o = 0;
        double oo = 0;
        int n = 0;
        for (int y = -reach; t.agrees() && y < reach; y += 2) {
          for (int x = -reach; x < reach; x += 2) {
            double ax = t.x() / scale + middleA[0] + x;
            double ay = t.y() / scale + middleA[1] + y;
            double bx = ax + t.dx() / scale;
            double by = ay + t.dy() / scale;
            if (a.inside(ax, ay) && b.inside(bx, by)) {
              double va = a.straight(ax, ay);
              double vb = b.straight(bx, by);
              s += va;
              ss += va * va;
              o += vb;
              oo += vb * vb;
              n++;
            }
          }
        }
        double spread = n == 0 ? 0 : ss / n - s / n * s / n;
        if (spread > 1e-6) {
          seen.add(
              new double[] {Math.sqrt(Math.max(0, oo / n - o / n * o / n) / spread), s / n, o / n});
        }
      }
      if (!seen.isEmpty()) {
        gain = median(seen.stream().mapToDouble(x -> x[0]).toArray());
        first = gain;
        offset = median(seen.stream().mapToDouble(x -> x[2] - gain * x[1]).toArray());
      }
    }

    private static double median(double[] v) {
      Arrays.sort(v);
      return v[v.length / 2];
    }

    /**
     * Size of the noise, from the residuals in the middle of the tiles that agree: people in the
     * picture hardly reach it.
     */
    private void noise() {
      int reach = tilePx / 4 / scale;
      int step = Math.max(1, reach / 12);
      float[] r = new float[tiles.size() * (2 * reach / step + 2) * (2 * reach / step + 2)];
      int n = 0;
      for (TileShift t : tiles) {
        int mx = (int) (t.x() / scale + middleA[0]);
        int my = (int) (t.y() / scale + middleA[1]);
        for (int y = Math.max(2, my - reach);
            t.agrees() && y < Math.min(a.height() - 2, my + reach);
            y += step) {
          for (int x = Math.max(2, mx - reach);
              x < Math.min(a.width() - 2, mx + reach);
              x += step) {
            double v = residual(x, y);
            if (!Double.isNaN(v)) {
              r[n++] = (float) Math.abs(v);
            }
          }
        }
      }
      if (n < 100) {
        sigma = Double.NaN;
        return;
      }
      Arrays.sort(r, 0, n);
      sigma = Math.min(most, Math.max(r[(int) (0.3 * n)] / Q30, 2e-4));
      most = Math.min(most, sigma);
    }

    private double residual(int x, int y) {
      double u = x - middleA[0];
      double v = y - middleA[1];
      double bx = u + p[0] * u - p[1] * v + p[2] / scale + middleA[0];
      double by = v + p[1] * u + p[0] * v + p[3] / scale + middleA[1];
      if (!b.inside(bx, by)) {
        return Double.NaN;
      }
      double h = 1.0 / a.width();
      return b.cubic(bx, by)
          - (gain + gainX * u * h + gainY * v * h) * a.v()[y * a.width() + x]
          - offset;
    }

    /**
     * One step.
     *
     * @return how far the worst corner went, px of the whole picture
     */
    private double round() {
      int bands = 32;
      double cut = TUKEY * sigma;
      double h = 1.0 / a.width();
      Least[] part = new Least[bands];
      long[] fits = new long[bands];
      IntStream.range(0, bands)
          .parallel()
          .forEach(
              k -> {
                Least n = new Least(N);
                double[] row = new double[N];
                int from = Math.max(2, k * a.height() / bands);
                int to = Math.min(a.height() - 2, (k + 1) * a.height() / bands);
                for (int y = from; y < to; y++) {
                  double v = y - middleA[1];
                  for (int x = 2; x < a.width() - 2; x++) {
                    double u = x - middleA[0];
                    double bx = u + p[0] * u - p[1] * v + p[2] / scale + middleA[0];
                    double by = v + p[1] * u + p[0] * v + p[3] / scale + middleA[1];
                    if (!b.inside(bx, by)) {
                      continue;
                    }
                    int i = y * a.width() + x;
                    double g = gain + gainX * u * h + gainY * v * h;
                    double av = a.v()[i];
                    double r = b.cubic(bx, by) - g * av - offset;
                    double q = r / cut;
                    if (!(q > -1 && q < 1)) {
                      continue;
                    }
                    double w = 1 - q * q;
                    w *= w;
                    fits[k]++;
                    double ix = g * gx[i];
                    double iy = g * gy[i];
                    row[0] = (ix * u + iy * v) * h;
                    row[1] = (iy * u - ix * v) * h;
                    row[2] = ix;
                    row[3] = iy;
                    row[4] = -av;
                    row[5] = -1;
                    row[6] = -av * u * h;
                    row[7] = -av * v * h;
                    n.add(row, -r, w);
                  }
                }
                part[k] = n;
              });
      Least all = part[0];
      long inside = fits[0];
      for (int k = 1; k < bands; k++) {
        all.add(part[k]);
        inside += fits[k];
      }
      share = (double) inside / ((a.width() - 4.0) * (a.height() - 4.0));
      double[] s = all.solve();
      if (s == null) {
        cov = null;
        return 0;
      }
      double[] was = p.clone();
      p[0] += s[0] * h;
      p[1] += s[1] * h;
      p[2] += s[2] * scale;
      p[3] += s[3] * scale;
      gain += s[4];
      offset += s[5];
      gainX += s[6];
      gainY += s[7];
      cov = all.variances();
      double half = Math.hypot(a.width(), a.height()) / 2 * scale;
      return Math.hypot(p[2] - was[2], p[3] - was[3])
          + Math.hypot(p[0] - was[0], p[1] - was[1]) * half;
    }

    /**
     * One standard deviation of a corner, px. Noise of neighbouring pixels is alike after scaling;
     * the factor 2 is this project's own.
     */
    double uncertainty(int width, int height) {
      if (cov == null) {
        return Double.POSITIVE_INFINITY;
      }
      double half = Math.hypot(width, height) / 2 / scale / a.width();
      return 2 * sigma * scale * Math.sqrt(cov[2] + cov[3] + half * half * (cov[0] + cov[1]));
    }

    Plane residuals() {
      Plane out = new Plane(a.width(), a.height());
      Arrays.fill(out.v(), Float.NaN);
      IntStream.range(2, a.height() - 2)
          .parallel()
          .forEach(
              y -> {
                for (int x = 2; x < a.width() - 2; x++) {
                  out.v()[y * a.width() + x] = (float) residual(x, y);
                }
              });
      return out;
    }
  }

  /**
   * How well a pixel fits, 0 to 1.
   *
   * @param residual as in {@link #residual()}
   */
  public double fits(float residual) {
    double q = residual / (TUKEY * noise);
    return q > -1 && q < 1 ? (1 - q * q) * (1 - q * q) : 0;
  }
}
