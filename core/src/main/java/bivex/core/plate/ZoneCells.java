package bivex.core.plate;

import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateZones.Box;
import bivex.core.plate.PlateZones.Occupied;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A frame held against the clean plate in cells of four pixels: what differs by more than the noise
 * and is no piece of the set that swayed, what is only darker, and what of the set swayed.
 */
final class ZoneCells {
  private static final int CELL = 4;
  private static final double LEAST_DIFFERENCE = 0.045;
  private static final double NOISES = 5;
  private static final double LEAST_SHARE = 0.003;

  /** Of the frame: what is larger is somebody, also before leaves. */
  private static final double MOST_LEAVES = 0.015;

  /** Cells a side of the blocks of which it is asked whether they only swayed. */
  private static final int BLOCK = 4;

  /** How far the set may sway, px of the frames. */
  private static final int SWAY = 6;

  /** Correlation from which a block is the one of the clean plate, a little off. */
  private static final double SAME = 0.78;

  /** And how much its contrast may have changed, as a square: a shadow halves it. */
  private static final double ALIKE = 0.58;

  /** Deviation of the root of light below which a block has nothing to be known again by. */
  private static final double PLAIN = 0.03;

  /** A shadow is darker by this, natural logarithm (a quarter of a stop), or more. */
  private static final double SHADE = 0.17;

  /** And not much blacker than that: it is lit by all the rest of the sky or the room. */
  private static final double DARKEST = 2.3;

  /** How much red or blue may fall more than green in it: shadows are lit by another light. */
  private static final double TINT = 0.25;

  /** Of the frame: where more is darker, the light moved, and nothing is told from it. */
  private static final double MOST_SHADE = 0.35;

  private static final double DARK = 0.003;

  private final int w;
  private final int h;
  private final BitSet on;
  private final BitSet shade;
  private final BitSet swayed;

  private ZoneCells(int w, int h, boolean[] on, boolean[] shade, boolean[] swayed) {
    this.w = w;
    this.h = h;
    this.on = bits(on);
    this.shade = bits(shade);
    this.swayed = bits(swayed);
  }

  private static BitSet bits(boolean[] in) {
    BitSet out = new BitSet(in.length);
    for (int i = 0; i < in.length; i++) {
      out.set(i, in[i]);
    }
    return out;
  }

  /** Cells of the set that lie a little off, by sway. */
  BitSet swayed() {
    return swayed;
  }

  /**
   * @param clean the clean plate
   * @param frame as large
   * @param where how the frame lies on the clean plate
   */
  static ZoneCells of(Picture clean, Picture frame, Registration where) {
    int s = clean.scale();
    int pw = clean.red().width();
    int ph = clean.red().height();
    double mx = ((clean.width() - 1) / 2.0 - (s - 1) / 2.0) / s;
    double my = ((clean.height() - 1) / 2.0 - (s - 1) / 2.0) / s;
    double gain = Math.exp(-logGain(clean, frame));
    Registration.Mapping there = where.mapping();
    Plane off = new Plane(pw, ph);
    Plane one = new Plane(pw, ph);
    Plane two = new Plane(pw, ph);
    int w = pw / CELL;
    int h = ph / CELL;
    double[][] sums = new double[w * h][6];
    Plane[] p = {clean.red(), clean.green(), clean.blue()};
    Plane[] q = {frame.red(), frame.green(), frame.blue()};
    IntStream.range(0, (ph + CELL - 1) / CELL)
        .parallel()
        .forEach(
            cy -> {
              double[] v = new double[6];
              for (int y = cy * CELL; y < Math.min(ph, (cy + 1) * CELL); y++) {
                for (int x = 0; x < pw; x++) {
                  double bx = there.x((x - mx) * s, (y - my) * s) / s + mx;
                  double by = there.y((x - mx) * s, (y - my) * s) / s + my;
                  if (bx < 0 || by < 0 || bx >= pw - 1 || by >= ph - 1) {
                    continue;
                  }
                  int i = y * pw + x;
                  double d = 0;
                  for (int c = 0; c < 3; c++) {
                    v[c] = Math.max(0, p[c].v()[i]);
                    v[3 + c] = Math.max(0, q[c].straight(bx, by) * gain);
                    // On a scale that is about even to the eye: the root of light.
                    d = Math.max(d, Math.abs(Math.sqrt(v[3 + c]) - Math.sqrt(v[c])));
                  }
                  off.v()[i] = (float) d;
                  one.v()[i] = (float) Math.sqrt(Picture.luminance(v[0], v[1], v[2]));
                  two.v()[i] = (float) Math.sqrt(Picture.luminance(v[3], v[4], v[5]));
                  if (cy < h && x / CELL < w) {
                    double[] sum = sums[cy * w + x / CELL];
                    for (int c = 0; c < 6; c++) {
                      sum[c] += v[c] / (CELL * CELL);
                    }
                  }
                }
              }
            });
    boolean[] on = differing(off.smooth(), w, h);
    boolean[] swayed = swayed(on, one, two, w, h);
    for (int i = 0; i < on.length; i++) {
      on[i] &= !swayed[i];
    }
    return new ZoneCells(w, h, closed(on, w, h), even(shade(sums), swayed, w, h), swayed);
  }

  /**
   * Light of the frame against the clean plate, as a natural logarithm; 0 when both are too dark to
   * tell.
   */
  private static double logGain(Picture clean, Picture frame) {
    Plane a = clean.green();
    Plane b = frame.green();
    double[] r = new double[2500];
    int n = 0;
    for (int i = 0; i < r.length; i++) {
      int at = (int) (i * 7919L % a.v().length);
      if (a.v()[at] > 0.01 && b.v()[at] > 0.01) {
        r[n++] = b.v()[at] / a.v()[at];
      }
    }
    return n < 100 ? 0 : LightMatch.mode(Arrays.stream(r, 0, n).map(Math::log).toArray());
  }

  private static boolean[] differing(Plane off, int w, int h) {
    // One value in eleven tells the noise as well as all of them.
    float[] sorted = new float[off.v().length / 11];
    for (int i = 0; i < sorted.length; i++) {
      sorted[i] = off.v()[i * 11];
    }
    Arrays.sort(sorted);
    double threshold =
        Math.max(LEAST_DIFFERENCE, NOISES * sorted[(int) (0.3 * sorted.length)] / 0.6);
    boolean[] on = new boolean[w * h];
    for (int i = 0; i < on.length; i++) {
      int n = 0;
      for (int y = 0; y < CELL; y++) {
        for (int x = 0; x < CELL; x++) {
          n += off.v()[(i / w * CELL + y) * off.width() + i % w * CELL + x] > threshold ? 1 : 0;
        }
      }
      on[i] = n * 2 >= CELL * CELL;
    }
    return on;
  }

  /**
   * Blocks that show what the clean plate shows a few pixels beside: leaves in the wind, a curtain.
   * One alone may be chance; those that have others beside them are not.
   */
  private static boolean[] swayed(boolean[] on, Plane one, Plane two, int w, int h) {
    int bw = w / BLOCK;
    int bh = h / BLOCK;
    // 0 for what does not differ, 1 for what is something else, 2 for the same a little off.
    int[] kind = new int[bw * bh];
    IntStream.range(0, bw * bh)
        .parallel()
        .forEach(
            b -> {
              int n = 0;
              for (int i = 0; i < BLOCK * BLOCK; i++) {
                int x = b % bw * BLOCK + i % BLOCK;
                int y = b / bw * BLOCK + i / BLOCK;
                n += on[y * w + x] ? 1 : 0;
              }
              int side = BLOCK * CELL;
              kind[b] = n < 3 ? 0 : beside(one, two, b % bw * side, b / bw * side, side) ? 2 : 1;
            });
    boolean[] out = new boolean[w * h];
    for (int b = 0; b < kind.length; b++) {
      if (kind[b] == 0) {
        continue;
      }
      int alike = 0;
      int other = 0;
      for (int v = Math.max(0, b / bw - 1); v <= Math.min(bh - 1, b / bw + 1); v++) {
        for (int u = Math.max(0, b % bw - 1); u <= Math.min(bw - 1, b % bw + 1); u++) {
          alike += kind[v * bw + u] == 2 ? 1 : 0;
          other += kind[v * bw + u] == 1 ? 1 : 0;
        }
      }
      // One that is not known again among many that are is a leaf that turned.
      boolean sways = kind[b] == 2 ? alike >= 3 && alike > other : alike >= 4 && alike > 2 * other;
      for (int i = 0; sways && i < BLOCK * BLOCK; i++) {
        int at = (b / bw * BLOCK + i / BLOCK) * w + b % bw * BLOCK + i % BLOCK;
        out[at] = on[at];
      }
    }
    return out;
  }

  /** Whether a block of the frame is what the clean plate has within a few pixels of it. */
  private static boolean beside(Plane one, Plane two, int x0, int y0, int side) {
    double[] block = new double[side * side];
    double mean = 0;
    for (int i = 0; i < block.length; i++) {
      block[i] = two.v()[(y0 + i / side) * two.width() + x0 + i % side];
      mean += block[i] / block.length;
    }
    double power = 0;
    for (int i = 0; i < block.length; i++) {
      block[i] -= mean;
      power += block[i] * block[i];
    }
    if (power < PLAIN * PLAIN * block.length) {
      return false;
    }
    for (int dy = -SWAY; dy <= SWAY; dy++) {
      for (int dx = -SWAY; dx <= SWAY; dx++) {
        if (same(one, block, power, x0 + dx, y0 + dy, side)) {
          return true;
        }
      }
    }
    return false;
  }

  /**
   * Whether a block is what a place of the clean plate shows, in the same light: what is as it was
   * but darker lies in a shadow.
   *
   * @param block without its mean
   * @param power sum of its squares
   */
  private static boolean same(Plane one, double[] block, double power, int x, int y, int side) {
    if (x < 0 || y < 0 || x + side > one.width() || y + side > one.height()) {
      return false;
    }
    double sum = 0;
    double squares = 0;
    double both = 0;
    for (int i = 0; i < block.length; i++) {
      double v = one.v()[(y + i / side) * one.width() + x + i % side];
      sum += v;
      squares += v * v;
      both += v * block[i];
    }
    double there = squares - sum * sum / block.length;
    return there > PLAIN * PLAIN * block.length
        && both > SAME * Math.sqrt(there * power)
        && power > ALIKE * there
        && power < there / ALIKE;
  }

  /** Cells that are darker and have kept their colour. */
  private static boolean[] shade(double[][] sums) {
    double[] ratio = new double[sums.length];
    int n = 0;
    for (double[] s : sums) {
      if (s[1] > DARK && s[4] > DARK) {
        ratio[n++] = Math.log(s[4] / s[1]);
      }
    }
    boolean[] out = new boolean[sums.length];
    if (n < 100) {
      return out;
    }
    double[] told = Arrays.copyOf(ratio, n);
    double middle = LightMatch.median(told);
    double noise =
        1.48 * LightMatch.median(Arrays.stream(told).map(r -> Math.abs(r - middle)).toArray());
    double least = Math.max(SHADE, 4 * noise);
    int shaded = 0;
    for (int i = 0; i < sums.length; i++) {
      double[] s = sums[i];
      if (s[1] > DARK && s[4] > DARK / 4) {
        double green = Math.log(s[4] / s[1]);
        boolean red = s[0] > DARK && s[3] > DARK / 4;
        boolean blue = s[2] > DARK && s[5] > DARK / 4;
        out[i] =
            green < -least
                && green > -DARKEST
                && (red || blue)
                && (!red || Math.abs(Math.log(s[3] / s[0]) - green) < TINT)
                && (!blue || Math.abs(Math.log(s[5] / s[2]) - green) < TINT);
        shaded += out[i] ? 1 : 0;
      }
    }
    return shaded > MOST_SHADE * sums.length ? new boolean[sums.length] : out;
  }

  /** Shadows are even: a cell is in one where most round it are, and none of them swayed. */
  private static boolean[] even(boolean[] shade, boolean[] swayed, int w, int h) {
    boolean[] out = new boolean[shade.length];
    for (int y = 1; y < h - 1; y++) {
      for (int x = 1; x < w - 1; x++) {
        int n = 0;
        boolean still = true;
        for (int i = 0; i < 9; i++) {
          int at = (y + i / 3 - 1) * w + x + i % 3 - 1;
          n += shade[at] ? 1 : 0;
          still &= !swayed[at];
        }
        out[y * w + x] = still && n >= 6;
      }
    }
    return out;
  }

  /**
   * The pieces that are large enough to be somebody, each with the shadow that hangs on it.
   *
   * @param restless where the set sways in other frames: a small piece within it is a part of that
   */
  Occupied pieces(int number, BitSet restless) {
    List<Box> boxes = new ArrayList<>();
    double[][] edges = new double[h][];
    Arrays.setAll(edges, y -> new double[] {Double.NaN, Double.NaN});
    BitSet seen = new BitSet(w * h);
    int covered = 0;
    for (int i = on.nextSetBit(0); i >= 0; i = on.nextSetBit(i + 1)) {
      if (seen.get(i)) {
        continue;
      }
      List<Integer> piece = new ArrayList<>(List.of(i));
      seen.set(i);
      flood(piece, on, seen);
      if (piece.size() < LEAST_SHARE * w * h
          || piece.size() < MOST_LEAVES * w * h
              && piece.stream().filter(restless::get).count() > 0.8 * piece.size()) {
        continue;
      }
      flood(piece, shade, seen);
      covered += piece.size();
      int[] b = {w, h, 0, 0};
      for (int c : piece) {
        int x = c % w;
        int y = c / w;
        b[0] = Math.min(b[0], x);
        b[1] = Math.min(b[1], y);
        b[2] = Math.max(b[2], x + 1);
        b[3] = Math.max(b[3], y + 1);
        edges[y][0] =
            Double.isNaN(edges[y][0]) ? (double) x / w : Math.min(edges[y][0], (double) x / w);
        edges[y][1] =
            Double.isNaN(edges[y][1]) ? (x + 1.0) / w : Math.max(edges[y][1], (x + 1.0) / w);
      }
      boxes.add(
          new Box((double) b[0] / w, (double) b[1] / h, (double) b[2] / w, (double) b[3] / h));
    }
    boxes.sort((a, b) -> Double.compare(a.left(), b.left()));
    return new Occupied(
        number,
        boxes.stream().mapToDouble(Box::left).min().orElse(Double.NaN),
        boxes.stream().mapToDouble(Box::right).max().orElse(Double.NaN),
        (double) covered / (w * h),
        List.copyOf(boxes),
        edges);
  }

  /** Small holes filled: grown by a cell and shrunk again. */
  private static boolean[] closed(boolean[] on, int w, int h) {
    return grown(grown(on, w, h, true), w, h, false);
  }

  private static boolean[] grown(boolean[] on, int w, int h, boolean value) {
    boolean[] out = on.clone();
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        if (on[y * w + x] == value) {
          out[y * w + Math.max(0, x - 1)] = value;
          out[y * w + Math.min(w - 1, x + 1)] = value;
          out[Math.max(0, y - 1) * w + x] = value;
          out[Math.min(h - 1, y + 1) * w + x] = value;
        }
      }
    }
    return out;
  }

  /** Adds what hangs together with a piece. */
  private void flood(List<Integer> piece, BitSet in, BitSet seen) {
    for (int k = 0; k < piece.size(); k++) {
      int c = piece.get(k);
      int[] next = {c % w > 0 ? c - 1 : c, c % w < w - 1 ? c + 1 : c, c - w, c + w};
      for (int n : next) {
        if (n >= 0 && n < w * h && in.get(n) && !seen.get(n)) {
          seen.set(n);
          piece.add(n);
        }
      }
    }
  }

  /** Grown by a block on all sides. */
  static BitSet round(BitSet cells, int w, int h) {
    BitSet out = new BitSet(w * h);
    for (int i = cells.nextSetBit(0); i >= 0; i = cells.nextSetBit(i + 1)) {
      for (int y = Math.max(0, i / w - BLOCK); y <= Math.min(h - 1, i / w + BLOCK); y++) {
        out.set(y * w + Math.max(0, i % w - BLOCK), y * w + Math.min(w - 1, i % w + BLOCK) + 1);
      }
    }
    return out;
  }

  int width() {
    return w;
  }

  int height() {
    return h;
  }
}
