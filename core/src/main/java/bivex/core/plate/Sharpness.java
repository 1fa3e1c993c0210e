package bivex.core.plate;

import bivex.core.picture.Least;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jtransforms.fft.FloatFFT_2D;

/**
 * How much softer one picture is than another that shows the same: the fall of its power towards
 * fine detail against the other's, as a Gaussian blur would make it (log of the ratio = −4π²σ²f²).
 * Noise, read off the finest detail, is taken away first; only tiles that agree are asked.
 */
final class Sharpness {
  private static final int TILE = 128;
  private static final int RINGS = TILE / 2;
  private static final int MOST_TILES = 60;

  /**
   * Standard error of the square of the blur, px², above which it cannot be told; a tenth of a
   * large one is good enough.
   */
  private static final double MOST_ERROR = 0.03;

  private Sharpness() {}

  /**
   * Standard deviation of the blur, px, negative when the second is sharper; null when there is too
   * little detail.
   */
  static Double softer(Plane a, Plane b, Registering r) {
    List<Registering.TileShift> tiles =
        r.shifts().stream().filter(Registering.TileShift::agrees).toList();
    int step = Math.max(1, tiles.size() / MOST_TILES);
    List<int[]> at = new ArrayList<>();
    for (int i = 0; i < tiles.size(); i += step) {
      double[] there = r.found().at(tiles.get(i).x(), tiles.get(i).y());
      int[] p = {
        corner(a.width(), tiles.get(i).x()),
        corner(a.height(), tiles.get(i).y()),
        corner(b.width(), there[0]),
        corner(b.height(), there[1])
      };
      if (inside(a, p[0], p[1]) && inside(b, p[2], p[3])) {
        at.add(p);
      }
    }
    return at.size() < 4 ? null : blur(a, b, at);
  }

  /**
   * The same for two pictures of which it is not known how they lie on each other: all of both is
   * asked, so that it is only about right.
   */
  static Double between(Plane a, Plane b) {
    List<int[]> at = new ArrayList<>();
    for (int y = 0; y + TILE <= Math.min(a.height(), b.height()); y += TILE) {
      for (int x = 0; x + TILE <= Math.min(a.width(), b.width()); x += TILE) {
        at.add(new int[] {x, y, x, y});
      }
    }
    return at.size() < 4 ? null : blur(a, b, at);
  }

  private static Double blur(Plane a, Plane b, List<int[]> at) {
    double[][] power =
        IntStream.range(0, at.size())
            .parallel()
            .mapToObj(i -> rings(a, b, at.get(i)))
            .reduce(new double[2][RINGS], Sharpness::plus);
    double na = finest(power[0]);
    double nb = finest(power[1]);
    List<double[]> rings = new ArrayList<>();
    Least fit = new Least(2);
    for (int k = 3; k < RINGS * 0.8; k++) {
      double pa = power[0][k] - na;
      double pb = power[1][k] - nb;
      double f = (double) k / TILE;
      if (pa > 2 * na && pb > 2 * nb && pa > 0 && pb > 0) {
        double sure = 1 / (1 + Math.pow(na / pa, 2) + Math.pow(nb / pb, 2));
        double[] ring = {1, -4 * Math.PI * Math.PI * f * f, Math.log(pb / pa), k * sure};
        fit.add(new double[] {ring[0], ring[1]}, ring[2], ring[3]);
        rings.add(ring);
      }
    }
    double[] s = rings.size() < 5 ? null : fit.solve();
    if (s == null) {
      return null;
    }
    double off = 0;
    for (double[] ring : rings) {
      off += ring[3] * Math.pow(ring[2] - s[0] - s[1] * ring[1], 2);
    }
    double error = Math.sqrt(off / (rings.size() - 2) * fit.variances()[1]);
    return error > Math.max(MOST_ERROR, 0.1 * Math.abs(s[1]))
        ? null
        : Double.valueOf(Math.signum(s[1]) * Math.sqrt(Math.abs(s[1])));
  }

  private static int corner(int size, double fromMiddle) {
    return (int) Math.rint((size - 1) / 2.0 + fromMiddle - (TILE - 1) / 2.0);
  }

  private static boolean inside(Plane p, int x, int y) {
    return x >= 0 && y >= 0 && x + TILE <= p.width() && y + TILE <= p.height();
  }

  private static double[][] plus(double[][] a, double[][] b) {
    double[][] out = new double[2][RINGS];
    for (int i = 0; i < 2; i++) {
      for (int k = 0; k < RINGS; k++) {
        out[i][k] = a[i][k] + b[i][k];
      }
    }
    return out;
  }

  private static double finest(double[] power) {
    double s = 0;
    int from = (int) (RINGS * 0.9);
    for (int k = from; k < RINGS; k++) {
      s += power[k];
    }
    return s / (RINGS - from);
  }

  /** Mean power by frequency of a tile in both. */
  private static double[][] rings(Plane a, Plane b, int[] at) {
    float[] both = new float[2 * TILE * TILE];
    cut(a, at[0], at[1], both, 0);
    cut(b, at[2], at[3], both, 1);
    new FloatFFT_2D(TILE, TILE).complexForward(both);
    double[][] out = new double[2][RINGS];
    int[] n = new int[RINGS];
    for (int y = 0; y < TILE; y++) {
      for (int x = 0; x < TILE; x++) {
        int k =
            (int) Math.rint(Math.hypot(x > TILE / 2 ? x - TILE : x, y > TILE / 2 ? y - TILE : y));
        if (k >= RINGS) {
          continue;
        }
        int i = 2 * (y * TILE + x);
        int j = 2 * ((TILE - y) % TILE * TILE + (TILE - x) % TILE);
        out[0][k] += Math.pow(both[i] + both[j], 2) + Math.pow(both[i + 1] - both[j + 1], 2);
        out[1][k] += Math.pow(both[i + 1] + both[j + 1], 2) + Math.pow(both[j] - both[i], 2);
        n[k]++;
      }
    }
    for (int k = 0; k < RINGS; k++) {
      out[0][k] /= Math.max(1, n[k]);
      out[1][k] /= Math.max(1, n[k]);
    }
    return out;
  }

  private static void cut(Plane p, int x0, int y0, float[] into, int at) {
    double mean = 0;
    for (int y = 0; y < TILE; y++) {
      for (int x = 0; x < TILE; x++) {
        mean += p.v()[(y0 + y) * p.width() + x0 + x];
      }
    }
    mean /= TILE * TILE;
    for (int y = 0; y < TILE; y++) {
      double wy = 0.5 - 0.5 * Math.cos(2 * Math.PI * (y + 0.5) / TILE);
      for (int x = 0; x < TILE; x++) {
        double wx = 0.5 - 0.5 * Math.cos(2 * Math.PI * (x + 0.5) / TILE);
        into[2 * (y * TILE + x) + at] =
            (float) ((p.v()[(y0 + y) * p.width() + x0 + x] - mean) * wx * wy);
      }
    }
  }
}
