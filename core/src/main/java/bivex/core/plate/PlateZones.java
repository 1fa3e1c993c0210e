package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The part of the frame that somebody occupies, measured against the clean plate: where a frame
 * differs from it by more than its noise, in pieces large enough to be a person. What a person
 * shares with the wall behind in colour is missed; a margin is kept for that.
 */
public final class PlateZones {
  private static final int CELL = 4;
  private static final double LEAST_DIFFERENCE = 0.045;
  private static final double NOISES = 5;
  private static final double LEAST_SHARE = 0.003;

  /** Change of an edge from which a new zone is written, share of the width. */
  private static final double STEP = 0.006;

  /**
   * Kept on both sides of what was measured, share of the width: somebody may lean further than was
   * seen.
   */
  public static final double MARGIN = 0.006;

  /**
   * Growth of the covered share from one frame to the next from which the camera may have been
   * touched.
   */
  private static final double JUMP = 0.02;

  private PlateZones() {}

  /**
   * Follows a take frame by frame; finds its place on the clean plate anew when all at once much
   * more differs.
   */
  public static final class Follower {
    private final Picture clean;
    private final List<Occupied> frames = new ArrayList<>();
    private Registration where;

    public Follower(Picture clean) {
      this.clean = clean;
    }

    public void frame(Picture frame) {
      where = where == null ? lies(frame) : where;
      Occupied o = of(clean, frame, where, frames.size());
      if (o.covered > JUMP + (frames.isEmpty() ? 0 : frames.get(frames.size() - 1).covered)) {
        // Nobody grows that fast: either somebody came in, or the camera was touched and the set
        // itself is off.
        Registration again = lies(frame);
        Occupied moved = of(clean, frame, again, frames.size());
        if (moved.covered < o.covered) {
          where = again;
          o = moved;
        }
      }
      frames.add(o);
    }

    private Registration lies(Picture frame) {
      Registering r =
          Registering.of(clean.luma(), frame.luma(), Registering.Grade.FINE, () -> false);
      return r.sure() ? r.found() : Registration.NONE;
    }

    public List<Occupied> done() {
      return List.copyOf(frames);
    }
  }

  /** A piece that is occupied, shares of the frame. */
  public record Box(double left, double top, double right, double bottom) {}

  /**
   * One frame.
   *
   * @param frame number, from 0
   * @param left left-most edge of all that is occupied, share of the width; NaN when nobody is
   *     there
   * @param right right-most edge
   * @param covered share of the frame
   * @param boxes its pieces, from the left
   * @param edges per row of cells: left and right edge, shares of the width; NaN where nobody is
   */
  public record Occupied(
      int frame, double left, double right, double covered, List<Box> boxes, double[][] edges) {
    public boolean empty() {
      return boxes.isEmpty();
    }
  }

  /**
   * @param clean the clean plate, as wide as the frame
   * @param frame a frame of a take
   * @param where how the frame lies on the clean plate
   */
  public static Occupied of(Picture clean, Picture frame, Registration where, int number) {
    PlateComparison.mustFit(clean.width(), clean.height(), frame.width(), frame.height());
    int s = clean.scale();
    int w = clean.red().width();
    int h = clean.red().height();
    double mx = ((clean.width() - 1) / 2.0 - (s - 1) / 2.0) / s;
    double my = ((clean.height() - 1) / 2.0 - (s - 1) / 2.0) / s;
    double gain = Math.exp(-logGain(clean, frame));
    Registration.Mapping there = where.mapping();
    Plane off = new Plane(w, h);
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                double bx = there.x((x - mx) * s, (y - my) * s) / s + mx;
                double by = there.y((x - mx) * s, (y - my) * s) / s + my;
                if (bx < 0 || by < 0 || bx >= w - 1 || by >= h - 1) {
                  continue;
                }
                int i = y * w + x;
                double d = part(clean.red().v()[i], frame.red().straight(bx, by), gain);
                d = Math.max(d, part(clean.green().v()[i], frame.green().straight(bx, by), gain));
                off.v()[i] =
                    (float)
                        Math.max(d, part(clean.blue().v()[i], frame.blue().straight(bx, by), gain));
              }
            });
    return pieces(off.smooth(), number);
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

  /** Difference on a scale that is about even to the eye: the root of light. */
  private static double part(float clean, float frame, double gain) {
    return Math.abs(Math.sqrt(Math.max(0, frame) * gain) - Math.sqrt(Math.max(0, clean)));
  }

  private static Occupied pieces(Plane off, int number) {
    // One value in eleven tells the noise as well as all of them.
    float[] sorted = new float[off.v().length / 11];
    for (int i = 0; i < sorted.length; i++) {
      sorted[i] = off.v()[i * 11];
    }
    Arrays.sort(sorted);
    double threshold =
        Math.max(LEAST_DIFFERENCE, NOISES * sorted[(int) (0.3 * sorted.length)] / 0.6);
    int w = off.width() / CELL;
    int h = off.height() / CELL;
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
    on = closed(on, w, h);
    List<Box> boxes = new ArrayList<>();
    double[][] edges = new double[h][];
    Arrays.setAll(edges, y -> new double[] {Double.NaN, Double.NaN});
    boolean[] seen = new boolean[on.length];
    int covered = 0;
    for (int i = 0; i < on.length; i++) {
      if (on[i] && !seen[i]) {
        List<Integer> piece = piece(on, seen, i, w, h);
        if (piece.size() >= LEAST_SHARE * on.length) {
          covered += piece.size();
          int[] b = {w, h, 0, 0};
          for (int c : piece) {
            int x = c % w;
            int y = c / w;
            b =
                new int[] {
                  Math.min(b[0], x), Math.min(b[1], y), Math.max(b[2], x + 1), Math.max(b[3], y + 1)
                };
            edges[y][0] =
                Double.isNaN(edges[y][0]) ? (double) x / w : Math.min(edges[y][0], (double) x / w);
            edges[y][1] =
                Double.isNaN(edges[y][1]) ? (x + 1.0) / w : Math.max(edges[y][1], (x + 1.0) / w);
          }
          boxes.add(
              new Box((double) b[0] / w, (double) b[1] / h, (double) b[2] / w, (double) b[3] / h));
        }
      }
    }
    boxes.sort((a, b) -> Double.compare(a.left, b.left));
    return new Occupied(
        number,
        boxes.stream().mapToDouble(Box::left).min().orElse(Double.NaN),
        boxes.stream().mapToDouble(Box::right).max().orElse(Double.NaN),
        (double) covered / on.length,
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

  private static List<Integer> piece(boolean[] on, boolean[] seen, int from, int w, int h) {
    List<Integer> out = new ArrayList<>();
    out.add(from);
    seen[from] = true;
    for (int k = 0; k < out.size(); k++) {
      int c = out.get(k);
      int[] next = {c % w > 0 ? c - 1 : c, c % w < w - 1 ? c + 1 : c, c - w, c + w};
      for (int n : next) {
        if (n >= 0 && n < w * h && on[n] && !seen[n]) {
          seen[n] = true;
          out.add(n);
        }
      }
    }
    return out;
  }

  /** Whether somebody was found, and how much of the frame they take. */
  public static String words(List<Occupied> frames) {
    long with = frames.stream().filter(o -> !o.empty()).count();
    return with == 0
        ? "Nobody was found: the clip looks like the clean plate."
        : Said.of(
            "Somebody takes up to %.0f %% of the frame, in %s of %s frames.",
            100 * frames.stream().mapToDouble(Occupied::covered).max().orElse(0),
            with,
            frames.size());
  }

  /**
   * What was measured as zones of a part, with a margin, where an edge moved.
   *
   * @param marginShare of the width, kept on both sides
   */
  public static List<Zone> zones(List<Occupied> frames, int part, double marginShare) {
    List<Zone> out = new ArrayList<>();
    Zone last = null;
    Zone before = null;
    for (Occupied o : frames) {
      if (o.empty()) {
        continue;
      }
      Zone z =
          new Zone(
              part, o.frame, Math.max(0, o.left - marginShare), Math.min(1, o.right + marginShare));
      if (last == null
          || Math.abs(z.left() - last.left()) > STEP
          || Math.abs(z.right() - last.right()) > STEP) {
        // Between two zones the edges move evenly, so the one before a change is written too.
        if (before != null && before != last) {
          out.add(before);
        }
        out.add(z);
        last = z;
      }
      before = z;
    }
    if (before != null && before != last) {
      out.add(before);
    }
    if (out.isEmpty()) {
      throw new InvalidInput("zones", "nobody was found in the frames of part " + part);
    }
    return List.copyOf(out);
  }

  /**
   * Room for a join between what was measured in the plate of the left part and in that of the
   * right, px.
   */
  public static JoinFinder.Room room(
      List<Occupied> left, List<Occupied> right, int width, double marginPx) {
    int rows = Math.max(rows(left), rows(right));
    double[] low = new double[Math.max(1, rows)];
    double[] high = new double[Math.max(1, rows)];
    Arrays.fill(high, width);
    for (Occupied o : left) {
      for (int y = 0; y < o.edges.length; y++) {
        low[y] =
            Double.isNaN(o.edges[y][1])
                ? low[y]
                : Math.max(low[y], o.edges[y][1] * width + marginPx);
      }
    }
    for (Occupied o : right) {
      for (int y = 0; y < o.edges.length; y++) {
        high[y] =
            Double.isNaN(o.edges[y][0])
                ? high[y]
                : Math.min(high[y], o.edges[y][0] * width - marginPx);
      }
    }
    return new JoinFinder.Room(low, high);
  }

  private static int rows(List<Occupied> o) {
    return o.stream().mapToInt(x -> x.edges.length).max().orElse(0);
  }
}
