package bivex.core.plate;

import bivex.core.picture.ColorDifference;
import bivex.core.picture.ColorDifference.Lab;
import bivex.core.picture.Least;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Light and colour of two plates that lie on each other: means of squares of 16 px (32 px from 2800
 * px of width on) in linear light, without those that are clipped, too dark or belong to somebody
 * who stands there in one of them only. The figure for the whole is the mode of log₂ of the ratio,
 * which people do not move as they move a mean.
 *
 * @param measured whether enough squares could be compared
 * @param stops light of the second against the first, stops
 * @param red the same of red alone; green and blue alike
 * @param mired colour of the light, about, from red against blue of a black body at 450 and 610 nm;
 *     more is warmer
 * @param bendStops largest distance of a region from the whole, stops
 * @param deltaE difference of the mean colours of all that was compared, ΔE00
 * @param differs share of the frame that is not the same in both
 * @param regions nine, from the left top, row by row
 * @param map the squares
 */
public record LightMatch(
    boolean measured,
    double stops,
    double red,
    double green,
    double blue,
    double mired,
    double bendStops,
    double deltaE,
    double differs,
    List<Region> regions,
    Squares map) {
  /**
   * A ninth of the frame.
   *
   * @param stops light of the second against the first, stops
   * @param deltaE median ΔE00 of its squares once the whole is graded
   * @param squares that were compared; with few of them stops and deltaE are null
   */
  public record Region(
      String name,
      double left,
      double top,
      double right,
      double bottom,
      Double stops,
      Double deltaE,
      int squares) {}

  /**
   * Values of every square, row by row; NaN where there is none.
   *
   * @param px side of a square
   * @param stops light
   * @param deltaE ΔE00
   * @param misfit mean of what is left between the two, percent of full scale
   */
  public record Squares(
      int px, int columns, int rows, float[] stops, float[] deltaE, float[] misfit) {}

  private static final String[] NAMES = {
    "left top",
    "middle top",
    "right top",
    "left",
    "middle",
    "right",
    "left bottom",
    "middle bottom",
    "right bottom"
  };

  /** Name of a ninth of the frame, counted row by row from the left top. */
  static String place(int ninth) {
    return NAMES[ninth];
  }

  private static final double DARK = 0.0012;
  private static final double BRIGHT = 0.05;

  /**
   * Noise of coded brightness against that of one channel: root of the sum of the squared weights
   * of BT.709.
   */
  private static final double NOISE_OF_LUMA = 0.7496;

  private static final int LEAST = 12;

  /** Share of a region that must be comparable before something is said of it. */
  private static final double KNOWN = 0.3;

  /** Correlation from which two squares are held to show the same pattern. */
  private static final double ALIKE = 0.75;

  /**
   * Planck's law: change of ln(red ÷ blue) per mired between 450 and 610 nm, second radiation
   * constant 1.4388e7 nm·K.
   */
  private static final double PER_MIRED = 1.4388e7 * (1 / 450.0 - 1 / 610.0) * 1e-6;

  /**
   * @param r what does not fit; null when it is not known how they lie
   */
  static LightMatch of(Picture a, Picture b, Registration where, Registering r) {
    int px = a.width() >= 2800 ? 32 : 16;
    int side = px / a.scale();
    int columns = a.width() / px;
    int rows = a.height() / px;
    int n = columns * rows;
    float[][] first = new float[n][];
    float[][] second = new float[n][];
    float[] fits = new float[n];
    float[] alike = new float[n];
    float[] misfit = new float[n];
    double mx = ((a.width() - 1) / 2.0 - (a.scale() - 1) / 2.0) / a.scale();
    double my = ((a.height() - 1) / 2.0 - (a.scale() - 1) / 2.0) / a.scale();
    IntStream.range(0, n)
        .parallel()
        .forEach(
            i -> {
              square(
                  a,
                  b,
                  where,
                  i % columns * side,
                  i / columns * side,
                  side,
                  mx,
                  my,
                  first,
                  second,
                  alike,
                  i);
              misfit[i] = Float.NaN;
              if (r != null) {
                residual(r, i % columns * px, i / columns * px, px, fits, misfit, i);
              } else {
                fits[i] = 1;
              }
            });
    unnoised(first, a.luma().noise());
    unnoised(second, b.luma().noise());
    double[] ratio = new double[n];
    for (int i = 0; i < n; i++) {
      ratio[i] = first[i] == null ? Double.NaN : log2(luminance(second[i]) / luminance(first[i]));
    }
    boolean[] same = background(ratio, fits, alike, columns, rows);
    return told(first, second, ratio, same, misfit, px, columns, rows);
  }

  /** Mean linear light of a square in both; null when it is clipped, dark or not in both. */
  private static void square(
      Picture a,
      Picture b,
      Registration where,
      int x0,
      int y0,
      int side,
      double mx,
      double my,
      float[][] first,
      float[][] second,
      float[] alike,
      int at) {
    double[] sums = new double[3];
    double la = 0;
    double lb = 0;
    float[] p = new float[3];
    float[] q = new float[3];
    int clipped = 0;
    int w = a.red().width();
    Registration.Mapping there = where.mapping();
    for (int y = y0; y < y0 + side; y++) {
      for (int x = x0; x < x0 + side; x++) {
        int i = y * w + x;
        double tx = there.x((x - mx) * a.scale(), (y - my) * a.scale());
        double ty = there.y((x - mx) * a.scale(), (y - my) * a.scale());
        double bx = tx / a.scale() + mx;
        double by = ty / a.scale() + my;
        if (bx < 0 || by < 0 || bx >= w - 1 || by >= a.red().height() - 1) {
          return;
        }
        int j = (int) Math.rint(by) * w + (int) Math.rint(bx);
        clipped += a.clipped()[i] || b.clipped()[j] ? 1 : 0;
        float ga = a.green().v()[i];
        float gb = b.green().straight(bx, by);
        p[0] += a.red().v()[i];
        p[1] += ga;
        p[2] += a.blue().v()[i];
        q[0] += b.red().straight(bx, by);
        q[1] += gb;
        q[2] += b.blue().straight(bx, by);
        la += ga;
        lb += gb;
        sums[0] += ga * ga;
        sums[1] += gb * gb;
        sums[2] += ga * gb;
      }
    }
    int n = side * side;
    double spread =
        Math.sqrt(Math.max(0, sums[0] - la * la / n) * Math.max(0, sums[1] - lb * lb / n));
    alike[at] = spread == 0 ? 0 : (float) ((sums[2] - la * lb / n) / spread);
    for (int c = 0; c < 3; c++) {
      p[c] = Math.max(p[c] / n, 1e-6f);
      q[c] = Math.max(q[c] / n, 1e-6f);
    }
    if (clipped == 0 && luminance(p) > DARK && luminance(q) > DARK) {
      first[at] = p;
      second[at] = q;
    }
  }

  /**
   * Takes off what noise adds to a mean in linear light: half the second derivative of the curve of
   * sRGB times its variance. Noise of the three channels is taken to be independent.
   */
  private static void unnoised(float[][] squares, double lumaNoise) {
    double variance = Math.pow(lumaNoise / NOISE_OF_LUMA, 2);
    for (float[] s : squares) {
      for (int c = 0; s != null && c < 3; c++) {
        double v = Picture.coded(s[c]);
        s[c] =
            (float)
                Math.max(
                    1e-6,
                    s[c]
                        - (v > 0.04
                            ? 0.5
                                * 2.4
                                * 1.4
                                / (1.055 * 1.055)
                                * Math.pow((v + 0.055) / 1.055, 0.4)
                                * variance
                            : 0));
      }
    }
  }

  private static void residual(
      Registering r, int x0, int y0, int px, float[] fits, float[] misfit, int at) {
    Plane p = r.residual();
    int s = r.residualScale();
    double fit = 0;
    double off = 0;
    int n = 0;
    for (int y = y0 / s; y < Math.min(p.height(), (y0 + px) / s); y++) {
      for (int x = x0 / s; x < Math.min(p.width(), (x0 + px) / s); x++) {
        float v = p.v()[y * p.width() + x];
        if (!Float.isNaN(v)) {
          fit += r.fits(v);
          off += Math.abs(v);
          n++;
        }
      }
    }
    fits[at] = n == 0 ? 0 : (float) (fit / n);
    misfit[at] = n == 0 ? Float.NaN : (float) (100 * off / n);
  }

  /**
   * Squares that are set, not people: those with the same pattern in both whatever their light; and
   * the plain ones that fit, or that are near a smooth surface of light through those, or alike to
   * patterned neighbours.
   */
  private static boolean[] background(
      double[] ratio, float[] fits, float[] alike, int columns, int rows) {
    boolean[] out = new boolean[ratio.length];
    for (int i = 0; i < ratio.length; i++) {
      fits[i] = alike[i] > ALIKE && Math.abs(ratio[i]) < 3 ? Math.max(fits[i], alike[i]) : fits[i];
    }
    double[] sure =
        IntStream.range(0, ratio.length)
            .filter(i -> !Double.isNaN(ratio[i]) && fits[i] > 0.5)
            .mapToDouble(i -> ratio[i])
            .toArray();
    if (sure.length < LEAST) {
      return out;
    }
    double[] c = new double[6];
    c[0] = mode(sure);
    double spread = 0.25;
    for (int round = 0; round < 12; round++) {
      int terms = round < 4 ? 3 : 6;
      Least n = new Least(terms);
      List<Double> off = new ArrayList<>();
      for (int i = 0; i < ratio.length; i++) {
        if (Double.isNaN(ratio[i])) {
          continue;
        }
        double[] t = terms(i % columns / (double) columns - 0.5, i / columns / (double) rows - 0.5);
        double d = ratio[i] - value(c, t);
        double q = d / (4.685 * spread);
        if (q > -1 && q < 1) {
          n.add(t, ratio[i], (1 - q * q) * (1 - q * q) * (0.15 + fits[i]));
          off.add(Math.abs(d));
        }
      }
      double[] next = n.solve();
      if (next == null || off.size() < LEAST) {
        break;
      }
      c = Arrays.copyOf(next, 6);
      off.sort(Comparator.naturalOrder());
      spread = Math.max(0.008, Math.min(spread, off.get(off.size() / 3) / 0.43));
    }
    for (int i = 0; i < ratio.length; i++) {
      double d =
          Math.abs(
              ratio[i]
                  - value(
                      c,
                      terms(
                          i % columns / (double) columns - 0.5,
                          i / columns / (double) rows - 0.5)));
      out[i] =
          alike[i] > ALIKE && Math.abs(ratio[i]) < 3
              || d < Math.max(0.05, 4 * spread) && fits[i] > 0.25
              || d < 0.35 && fits[i] > 0.6
              || likeNeighbours(ratio, alike, i, columns, rows);
    }
    return out;
  }

  /** Whether a plain square has the light that patterned ones around it have. */
  private static boolean likeNeighbours(
      double[] ratio, float[] alike, int i, int columns, int rows) {
    int near = 0;
    int same = 0;
    for (int y = Math.max(0, i / columns - 2); y <= Math.min(rows - 1, i / columns + 2); y++) {
      for (int x = Math.max(0, i % columns - 2); x <= Math.min(columns - 1, i % columns + 2); x++) {
        int j = y * columns + x;
        if (alike[j] > ALIKE) {
          near++;
          same += Math.abs(ratio[i] - ratio[j]) < 0.06 ? 1 : 0;
        }
      }
    }
    return near >= 6 && same > 0.7 * near;
  }

  private static double[] terms(double x, double y) {
    return new double[] {1, x, y, x * x, x * y, y * y};
  }

  private static double value(double[] c, double[] t) {
    double s = 0;
    for (int i = 0; i < 6; i++) {
      s += c[i] * t[i];
    }
    return s;
  }

  private static LightMatch told(
      float[][] first,
      float[][] second,
      double[] ratio,
      boolean[] same,
      float[] misfit,
      int px,
      int columns,
      int rows) {
    int n = ratio.length;
    int[] used = IntStream.range(0, n).filter(i -> same[i] && first[i] != null).toArray();
    float[] stops = new float[n];
    float[] deltaE = new float[n];
    int known = 0;
    for (int i = 0; i < n; i++) {
      stops[i] = (float) ratio[i];
      deltaE[i] =
          first[i] == null
              ? Float.NaN
              : (float) ColorDifference.of(lab(first[i], 1, 1, 1), lab(second[i], 1, 1, 1));
      known += first[i] != null ? 1 : 0;
    }
    Squares map = new Squares(px, columns, rows, stops, deltaE, misfit);
    double differs = known == 0 ? 0 : 1 - (double) used.length / known;
    if (used.length < LEAST) {
      return new LightMatch(false, 0, 0, 0, 0, 0, 0, 0, differs, List.of(), map);
    }
    // Noise makes dark places look brighter than they are; where there is enough light elsewhere
    // they are not asked.
    double bright =
        Math.min(
            BRIGHT, median(Arrays.stream(used).mapToDouble(i -> luminance(first[i])).toArray()));
    int[] asked = Arrays.stream(used).filter(i -> luminance(first[i]) >= bright).toArray();
    double all = mode(Arrays.stream(asked).mapToDouble(i -> ratio[i]).toArray());
    double[] channel = new double[3];
    for (int c = 0; c < 3; c++) {
      int k = c;
      double[] v =
          Arrays.stream(asked)
              .filter(i -> first[i][k] > DARK && second[i][k] > DARK)
              .mapToDouble(i -> log2(second[i][k] / first[i][k]))
              .toArray();
      channel[c] = v.length < LEAST ? all : mode(v);
    }
    double mired = (channel[0] - channel[2]) * Math.log(2) / PER_MIRED;
    List<Region> regions = new ArrayList<>();
    double bend = 0;
    for (int k = 0; k < 9; k++) {
      int left = k % 3 * columns / 3;
      int right = (k % 3 + 1) * columns / 3;
      int top = k / 3 * rows / 3;
      int bottom = (k / 3 + 1) * rows / 3;
      int[] here =
          Arrays.stream(used)
              .filter(
                  i ->
                      i % columns >= left
                          && i % columns < right
                          && i / columns >= top
                          && i / columns < bottom)
              .toArray();
      boolean few = here.length < Math.max(LEAST, KNOWN * (right - left) * (bottom - top));
      Double s = few ? null : median(Arrays.stream(here).mapToDouble(i -> ratio[i]).toArray());
      Double e =
          few
              ? null
              : median(
                  Arrays.stream(here)
                      .mapToDouble(
                          i ->
                              ColorDifference.of(
                                  lab(first[i], 1, 1, 1),
                                  lab(
                                      second[i],
                                      Math.pow(2, -channel[0]),
                                      Math.pow(2, -channel[1]),
                                      Math.pow(2, -channel[2]))))
                      .toArray());
      regions.add(
          new Region(
              NAMES[k],
              (double) left / columns,
              (double) top / rows,
              (double) right / columns,
              (double) bottom / rows,
              s,
              e,
              here.length));
      bend = s == null ? bend : Math.max(bend, Math.abs(s - all));
    }
    return new LightMatch(
        true,
        all,
        channel[0],
        channel[1],
        channel[2],
        mired,
        bend,
        ColorDifference.of(mean(first, used, 1, 1, 1), mean(second, used, 1, 1, 1)),
        differs,
        List.copyOf(regions),
        map);
  }

  /** The same with nothing concluded: it is not known what its codes stand for. */
  LightMatch undecided() {
    float[] nothing = new float[map.stops.length];
    Arrays.fill(nothing, Float.NaN);
    return new LightMatch(
        false,
        0,
        0,
        0,
        0,
        0,
        0,
        0,
        differs,
        regions.stream()
            .map(r -> new Region(r.name, r.left, r.top, r.right, r.bottom, null, null, r.squares))
            .toList(),
        new Squares(map.px, map.columns, map.rows, nothing, nothing, map.misfit));
  }

  /** The region furthest from the whole in light. */
  Region worstRegion() {
    return regions.stream()
        .filter(r -> r.stops != null)
        .max(Comparator.comparingDouble(r -> Math.abs(r.stops - stops)))
        .orElseThrow();
  }

  /** The region with a colour most its own; null when there is none. */
  Region oddestColor() {
    return regions.stream()
        .filter(r -> r.deltaE != null)
        .max(Comparator.comparingDouble(r -> r.deltaE))
        .orElse(null);
  }

  private static Lab mean(float[][] v, int[] at, double red, double green, double blue) {
    double[] s = new double[3];
    for (int i : at) {
      for (int c = 0; c < 3; c++) {
        s[c] += v[i][c];
      }
    }
    return ColorDifference.lab(
        s[0] / at.length * red, s[1] / at.length * green, s[2] / at.length * blue);
  }

  private static Lab lab(float[] v, double red, double green, double blue) {
    return ColorDifference.lab(v[0] * red, v[1] * green, v[2] * blue);
  }

  private static double luminance(float[] v) {
    return Picture.luminance(v[0], v[1], v[2]);
  }

  private static double log2(double v) {
    return Math.log(v) / Math.log(2);
  }

  static double median(double[] v) {
    double[] s = v.clone();
    Arrays.sort(s);
    return s.length % 2 == 1 ? s[s.length / 2] : (s[s.length / 2 - 1] + s[s.length / 2]) / 2;
  }

  /**
   * Where values lie closest together: the densest half again and again (half-sample mode), then a
   * mean about it.
   */
  static double mode(double[] v) {
    double[] s = v.clone();
    Arrays.sort(s);
    int from = 0;
    int to = s.length;
    while (to - from > Math.max(8, s.length / 20)) {
      int half = (to - from + 1) / 2;
      int best = from;
      for (int i = from; i + half <= to; i++) {
        if (s[i + half - 1] - s[i] < s[best + half - 1] - s[best]) {
          best = i;
        }
      }
      from = best;
      to = best + half;
    }
    double m = (s[from] + s[to - 1]) / 2;
    double width = Math.max(0.004, 2 * (s[to - 1] - s[from]));
    for (int round = 0; round < 20; round++) {
      double sum = 0;
      double weight = 0;
      for (double x : s) {
        double q = (x - m) / width;
        if (q > -3 && q < 3) {
          double w = Math.exp(-q * q / 2);
          sum += w * x;
          weight += w;
        }
      }
      double next = sum / weight;
      if (Math.abs(next - m) < 1e-6) {
        return next;
      }
      m = next;
    }
    return m;
  }
}
