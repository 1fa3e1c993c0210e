package bivex.core.picture;

import bivex.core.picture.Registering.TileShift;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;

/** Least squares of brightness at one level. */
final class Fit {
  /** Of the place: a similarity, and what may bend it. */
  static final int PLACE = 9;

  /** Of a normal spread, the 30 % quantile of the absolute value. */
  private static final double Q30 = 0.38532;

  private static final int MOST_ROUNDS = 30;
  private static final int SIMILARITY = 4;
  private static final int LIGHT = 4;
  final Plane a;
  final Plane b;
  final int scale;
  final int tilePx;
  final double[] middleA;
  final List<TileShift> tiles;
  final float[] gx;
  final float[] gy;

  /**
   * s·cos − 1, s·sin, dx, dy in pixels of the whole picture, then the parts of a {@link
   * Registration.Bend}.
   */
  final double[] p;

  /** Which of those are sought. */
  private final Bending bending;

  Registration.Mapping map;

  double gain = 1;
  double offset;

  /** Gain to begin with. */
  double first = 1;

  /** Most noise that is believed: what was there to begin with. */
  private double most = Double.POSITIVE_INFINITY;

  /** Gain goes evenly over the frame; light that moved is not taken for something else. */
  private double gainX;

  private double gainY;
  double sigma = Double.NaN;
  double share;
  private double[] cov;

  Fit(
      Plane a,
      Plane b,
      int scale,
      double[] middle,
      double[] p,
      Bending bending,
      List<TileShift> tiles,
      int tilePx) {
    this.tiles = tiles;
    this.tilePx = tilePx;
    this.a = a;
    this.b = b;
    this.scale = scale;
    this.p = Arrays.copyOf(p, PLACE);
    this.bending = bending;
    this.map = Registration.of(this.p).mapping();
    this.middleA = middle;
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

  /** Another level, that begins where this one ended. */
  Fit at(Plane finer, Plane other, int to, Plane whole) {
    Fit f = new Fit(finer, other, to, middle(whole, to), p, bending, tiles, tilePx);
    f.begin(this);
    return f;
  }

  /** The middle of the whole picture in pixels of a level. */
  static double[] middle(Plane whole, int scale) {
    return new double[] {
      ((whole.width() - 1) / 2.0 - (scale - 1) / 2.0) / scale,
      ((whole.height() - 1) / 2.0 - (scale - 1) / 2.0) / scale
    };
  }

  /** The same pictures, for another kind of motion that begins elsewhere. */
  Fit bent(Bending kind, double[] place) {
    Fit f = new Fit(a, b, scale, middleA, place, kind, tiles, tilePx);
    f.begin(this);
    // What was noise to a motion that did not fit is not noise to one that does.
    f.most = Double.POSITIVE_INFINITY;
    return f;
  }

  /** How parts of the pictures lie, each by itself. */
  Parts parts() {
    return Parts.of(this);
  }

  private void begin(Fit from) {
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
        for (int x = Math.max(2, mx - reach); x < Math.min(a.width() - 2, mx + reach); x += step) {
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
    double bx = map.x(u * scale, v * scale) / scale + middleA[0];
    double by = map.y(u * scale, v * scale) / scale + middleA[1];
    if (!b.inside(bx, by)) {
      return Double.NaN;
    }
    return b.cubic(bx, by) - light(u, v) * a.v()[y * a.width() + x] - offset;
  }

  /** Gain at a place from the middle. */
  private double light(double u, double v) {
    double h = 1.0 / a.width();
    return gain + gainX * u * h + gainY * v * h;
  }

  /**
   * One step.
   *
   * @return how far the worst corner went, px of the whole picture
   */
  private double round() {
    int bands = 32;
    int place = SIMILARITY + bending.count();
    Least[] part = new Least[bands];
    long[] fits = new long[bands];
    IntStream.range(0, bands)
        .parallel()
        .forEach(
            k -> {
              part[k] = new Least(place + LIGHT);
              int from = Math.max(2, k * a.height() / bands);
              int to = Math.min(a.height() - 2, (k + 1) * a.height() / bands);
              fits[k] = equations(part[k], place, from, to);
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
    Registration was = Registration.of(p);
    double h = 1.0 / a.width();
    p[0] += s[0] * h;
    p[1] += s[1] * h;
    p[2] += s[2] * scale;
    p[3] += s[3] * scale;
    for (int i = 0; i < bending.count(); i++) {
      p[bending.part(i)] += bending.inPx(i, s[SIMILARITY + i] * scale, (double) a.width() * scale);
    }
    gain += s[place];
    offset += s[place + 1];
    gainX += s[place + 2];
    gainY += s[place + 3];
    cov = all.variances();
    Registration now = Registration.of(p);
    map = now.mapping();
    return now.furthest(was, a.width() * scale, a.height() * scale);
  }

  /**
   * Adds what some rows say.
   *
   * @return pixels that fit
   */
  private long equations(Least n, int place, int from, int to) {
    double cut = Registering.TUKEY * sigma;
    double h = 1.0 / a.width();
    double[] row = new double[place + LIGHT];
    double[] bent = new double[2 * bending.count()];
    double turn = 1 + p[0];
    double across = p[2] / scale + middleA[0];
    double down = p[3] / scale + middleA[1];
    boolean straight = bending == Bending.NONE;
    long fits = 0;
    for (int y = from; y < to; y++) {
      double v = y - middleA[1];
      for (int x = 2; x < a.width() - 2; x++) {
        double u = x - middleA[0];
        double bx =
            straight
                ? turn * u - p[1] * v + across
                : map.x(u * scale, v * scale) / scale + middleA[0];
        double by =
            straight
                ? turn * v + p[1] * u + down
                : map.y(u * scale, v * scale) / scale + middleA[1];
        if (!b.inside(bx, by)) {
          continue;
        }
        int i = y * a.width() + x;
        double g = light(u, v);
        double av = a.v()[i];
        double r = b.cubic(bx, by) - g * av - offset;
        double q = r / cut;
        if (!(q > -1 && q < 1)) {
          continue;
        }
        double w = 1 - q * q;
        w *= w;
        fits++;
        double ix = g * gx[i];
        double iy = g * gy[i];
        row[0] = (ix * u + iy * v) * h;
        row[1] = (iy * u - ix * v) * h;
        row[2] = ix;
        row[3] = iy;
        if (!straight) {
          bending.moves(u * h, v * h, bent);
          for (int k = 0; k < bending.count(); k++) {
            row[SIMILARITY + k] = ix * bent[2 * k] + iy * bent[2 * k + 1];
          }
        }
        row[place] = -av;
        row[place + 1] = -1;
        row[place + 2] = -av * u * h;
        row[place + 3] = -av * v * h;
        n.add(row, -r, w);
      }
    }
    return fits;
  }

  /**
   * One standard deviation of a corner by the noise alone, px. Noise of neighbouring pixels is
   * alike after scaling; the factor 2 is this project's own.
   */
  double uncertainty(int width, int height) {
    if (cov == null) {
      return Double.POSITIVE_INFINITY;
    }
    return 2 * sigma * scale * Math.sqrt(bending.atCorner(cov, (double) height / width));
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
