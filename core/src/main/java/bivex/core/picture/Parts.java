package bivex.core.picture;

import bivex.core.picture.Registering.TileShift;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;

/**
 * How single parts of a picture lie on another, each by itself: where the whole was laid wrongly,
 * or where it has no one place, its parts tell. A part is followed by least squares of brightness
 * (Lucas and Kanade 1981) with a light of its own, from where the whole has it, from where tiles
 * saw it, and from where its neighbours lie.
 */
final class Parts {
  /** What was seen of a part. */
  enum Kind {
    /** The same in both. */
    SEEN,
    /** It has a pattern, and the other picture has another there. */
    OTHER,
    /** Too plain to be followed. */
    PLAIN
  }

  /**
   * @param x middle, from the middle of the frame, px; y alike
   * @param dx how far it lies from there in the second, px; dy alike
   * @param sd one standard deviation of those, px
   */
  record Part(double x, double y, double dx, double dy, double sd, Kind kind) {
    /** How far it lies from where a whole has it. */
    double[] from(Registration.Mapping m) {
      return new double[] {x + dx - m.x(x, y), y + dy - m.y(x, y)};
    }
  }

  private static final int ACROSS = 22;
  private static final int MOST_STEPS = 7;

  /** Farthest a part is followed from where it was looked for, px of this level. */
  private static final double REACH = 3;

  /** Share of a pattern's own spread that may be left between the two. */
  private static final double LEFT = 0.12;

  /** A part whose place is less certain than this says nothing, px of this level. */
  private static final double VAGUE = 0.15;

  /** Neighbouring pixels are alike after smoothing: as in {@link Fit#uncertainty}. */
  private static final double ALIKE = 2;

  private final Fit whole;
  private final Plane a;
  private final Plane b;
  private final int scale;
  private final double[] middle;
  private final Registration.Mapping map;
  private final double noise;
  private final int side;
  private final int columns;
  private final int rows;
  private final Part[] seen;

  private Parts(Fit whole) {
    this.whole = whole;
    this.a = whole.a;
    this.b = whole.b;
    this.scale = whole.scale;
    this.middle = whole.middleA;
    this.map = whole.map;
    this.noise = whole.sigma;
    this.side = Math.max(24, a.width() / ACROSS);
    this.columns = (a.width() - 4) / side;
    this.rows = (a.height() - 4) / side;
    this.seen = new Part[columns * rows];
  }

  /**
   * @param whole how all of it was laid, at some level
   */
  static Parts of(Fit whole) {
    Parts p = new Parts(whole);
    p.each(i -> p.follow(i, p.seeds(i)));
    for (int round = 0; round < 2; round++) {
      Part[] before = p.seen.clone();
      p.each(
          i -> {
            if (before[i].kind == Kind.OTHER) {
              p.follow(i, p.around(i, before));
            }
          });
    }
    return p;
  }

  private void each(IntConsumer what) {
    IntStream.range(0, seen.length).parallel().forEach(what);
  }

  Part part(int i) {
    return seen[i];
  }

  int count() {
    return seen.length;
  }

  /** Those that are the same in both. */
  List<Part> followed() {
    List<Part> out = new ArrayList<>();
    for (Part p : seen) {
      if (p.kind == Kind.SEEN) {
        out.add(p);
      }
    }
    return out;
  }

  /**
   * How many of those that are the same in both are not the same when the second is laid otherwise.
   *
   * @param dx how much further it is laid, px of this level; dy alike
   */
  int notAt(double dx, double dy) {
    return (int)
        IntStream.range(0, seen.length)
            .parallel()
            .filter(i -> seen[i].kind == Kind.SEEN)
            .filter(
                i -> {
                  double[] off = seen[i].from(map);
                  double[] s =
                      step(
                          centre(i, false),
                          centre(i, true),
                          off[0] / scale + dx,
                          off[1] / scale + dy);
                  return s == null || s[2] > LEFT + s[3];
                })
            .count();
  }

  /** Width of a part, px of the whole. */
  int px() {
    return side * scale;
  }

  private double centre(int i, boolean down) {
    return 2 + (down ? i / columns : i % columns) * side + (side - 1) / 2.0;
  }

  /** Where tiles near it saw something else than the whole, px of this level. */
  private List<double[]> seeds(int i) {
    List<double[]> out = new ArrayList<>();
    double x = (centre(i, false) - middle[0]) * scale;
    double y = (centre(i, true) - middle[1]) * scale;
    for (TileShift t : whole.tiles) {
      if (!t.agrees() && Math.abs(t.x() - x) < whole.tilePx && Math.abs(t.y() - y) < whole.tilePx) {
        add(
            out,
            (t.x() + t.dx() - map.x(t.x(), t.y())) / scale,
            (t.y() + t.dy() - map.y(t.x(), t.y())) / scale);
      }
    }
    return out;
  }

  private List<double[]> around(int i, Part[] before) {
    List<double[]> out = new ArrayList<>();
    for (int j : near(i)) {
      if (before[j].kind == Kind.SEEN) {
        double[] off = before[j].from(map);
        add(out, off[0] / scale, off[1] / scale);
      }
    }
    return out;
  }

  /** Those beside a part, above and below, and at its corners. */
  int[] near(int i) {
    int x = i % columns;
    int y = i / columns;
    return IntStream.rangeClosed(Math.max(0, y - 1), Math.min(rows - 1, y + 1))
        .flatMap(
            v ->
                IntStream.rangeClosed(Math.max(0, x - 1), Math.min(columns - 1, x + 1))
                    .map(u -> v * columns + u))
        .filter(j -> j != i)
        .toArray();
  }

  private static void add(List<double[]> seeds, double x, double y) {
    if (seeds.size() < 6 && seeds.stream().allMatch(s -> Math.hypot(s[0] - x, s[1] - y) > 0.7)) {
      seeds.add(new double[] {x, y});
    }
  }

  private void follow(int i, List<double[]> seeds) {
    double cx = centre(i, false);
    double cy = centre(i, true);
    double x = (cx - middle[0]) * scale;
    double y = (cy - middle[1]) * scale;
    double there = map.x(x, y) - x;
    double down = map.y(x, y) - y;
    double sure = certainty(cx, cy);
    if (!(sure < VAGUE)) {
      seen[i] = new Part(x, y, there, down, sure * scale, Kind.PLAIN);
      return;
    }
    double[] best = step(cx, cy, 0, 0);
    if (best == null || best[2] > LEFT / 2 || Math.hypot(best[0], best[1]) > 0.7) {
      for (double[] s : seeds) {
        double[] next = step(cx, cy, s[0], s[1]);
        if (next != null && (best == null || next[2] < best[2])) {
          best = next;
        }
      }
    }
    seen[i] =
        best == null || best[2] > LEFT + best[3]
            ? new Part(x, y, there, down, sure * scale, Kind.OTHER)
            : new Part(
                x, y, there + best[0] * scale, down + best[1] * scale, best[4] * scale, Kind.SEEN);
  }

  /** One standard deviation of the place that the pattern of a part allows, px of this level. */
  private double certainty(double cx, double cy) {
    double xx = 0;
    double yy = 0;
    double xy = 0;
    int w = a.width();
    for (int y = (int) (cy - side / 2.0 + 1); y <= cy + side / 2.0 - 1; y++) {
      for (int x = (int) (cx - side / 2.0 + 1); x <= cx + side / 2.0 - 1; x++) {
        int k = y * w + x;
        double gx = whole.gx[k];
        double gy = whole.gy[k];
        xx += gx * gx;
        yy += gy * gy;
        xy += gx * gy;
      }
    }
    double least = (xx + yy) / 2 - Math.sqrt((xx - yy) * (xx - yy) / 4 + xy * xy);
    return ALIKE * noise / Math.sqrt(Math.max(least, 1e-12));
  }

  /**
   * Follows a part from a start.
   *
   * @return {x, y, share of its spread that is left, share that noise explains, standard
   *     deviation}, px of this level from where the whole has it; null when it ran away
   */
  private double[] step(double cx, double cy, double ox, double oy) {
    double x0 = ox;
    double y0 = oy;
    double last = Double.NaN;
    for (int i = 0; i < MOST_STEPS; i++) {
      double[] s = solve(cx, cy, ox, oy);
      if (s == null) {
        return null;
      }
      double go = Math.hypot(s[0], s[1]);
      double by = go > 1.5 ? 1.5 / go : 1;
      ox += by * s[0];
      oy += by * s[1];
      if (Math.hypot(ox - x0, oy - y0) > REACH) {
        return null;
      }
      if (go < 0.01 || i > 2 && go > 0.9 * last) {
        break;
      }
      last = go;
    }
    double[] end = solve(cx, cy, ox, oy);
    return end == null ? null : new double[] {ox, oy, end[2], end[3], end[4]};
  }

  /**
   * One step: what of the second, with a gain and an offset, is the first and its slopes.
   *
   * @return {x, y, share left, share of noise, standard deviation}
   */
  private double[] solve(double cx, double cy, double ox, double oy) {
    Least n = new Least(4);
    double[] row = new double[4];
    double sum = 0;
    double squares = 0;
    int count = 0;
    int w = a.width();
    int half = side / 2 - 1;
    int fromX = (int) cx - half;
    int fromY = (int) cy - half;
    // Steps of two are enough: what is followed was smoothed.
    for (int y = fromY; y <= cy + half; y += 2) {
      for (int x = fromX; x <= cx + half; x += 2) {
        int k = y * w + x;
        double u = (x - middle[0]) * scale;
        double v = (y - middle[1]) * scale;
        double bx = map.x(u, v) / scale + middle[0] + ox;
        double by = map.y(u, v) / scale + middle[1] + oy;
        if (!b.inside(bx, by)) {
          continue;
        }
        double value = b.cubic(bx, by);
        row[0] = -whole.gx[k];
        row[1] = -whole.gy[k];
        row[2] = a.v()[k];
        row[3] = 1;
        n.add(row, value, 1);
        sum += value;
        squares += value * value;
        count++;
      }
    }
    if (count < half * half * 0.6) {
      return null;
    }
    double[] s = n.solve();
    if (s == null || !(s[2] > 0.3 && s[2] < 3)) {
      return null;
    }
    double mean = sum / count;
    double spread = Math.max(1e-12, squares - count * mean * mean);
    double left = Math.max(0, squares - n.explained(s));
    double[] variance = n.variances();
    return new double[] {
      s[0] / s[2],
      s[1] / s[2],
      left / spread,
      3 * noise * noise * count / spread,
      ALIKE * Math.sqrt(left / count * (variance[0] + variance[1]) / 2) / s[2]
    };
  }
}
