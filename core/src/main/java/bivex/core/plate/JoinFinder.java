package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The join between two plates that lie on each other that is seen least (S29): from the top of the
 * frame to the bottom, where they differ least, rather along an edge of the set, never through the
 * room of a performer. Found by going down row by row and keeping the cheapest way to every place
 * (dynamic programming), which is the cheapest of all.
 *
 * @param path one place per row of {@code step} pixels, px from the left of the whole frame
 * @param step rows of the frame one place stands for
 * @param differencePercent mean of what differs along it, percent of full scale
 * @param stepStops light of the right plate against the left along it, stops, after the whole is
 *     graded
 * @param featherPx width over which to mix
 * @param roomPx least distance to a performer's room, px
 * @param fadeFrames frames over which to fade the grade when the light drifts
 * @param words for the desk
 */
public record JoinFinder(
    double[] path,
    int step,
    double differencePercent,
    double stepStops,
    double featherPx,
    double roomPx,
    int fadeFrames,
    String words) {
  /**
   * A step of light spread over more than this is not seen (common practice, no source; the figure
   * is the project's own).
   */
  private static final double STOPS_PER_PX = 0.0025;

  private static final double STOPS_PER_FRAME = 0.01;
  private static final double LEAST_FEATHER = 4;

  /** What going on costs where nothing differs, so that the way stays short. */
  private static final double PLAIN = 0.006;

  private static final double EDGE = 0.65;

  /** Share of the width within which a performer is near. */
  private static final double NEAR = 0.03;

  private static final int REACH = 2;
  private static final double BEND = 0.002;

  /**
   * Where the join may go.
   *
   * @param low per row, px of the frame: right-most edge of the left part over all frames
   * @param high per row: left-most edge of the right part
   */
  public record Room(double[] low, double[] high) {
    /** The same room in all rows. */
    public static Room between(double low, double high, int rows) {
      double[] l = new double[rows];
      double[] h = new double[rows];
      java.util.Arrays.fill(l, low);
      java.util.Arrays.fill(h, high);
      return new Room(l, h);
    }
  }

  /** Width to mix over for a step of light and what is left of a shift. */
  public static double feather(double stops, double misregistrationPx) {
    return Math.max(LEAST_FEATHER, Math.max(Math.abs(stops) / STOPS_PER_PX, 4 * misregistrationPx));
  }

  /** Frames to fade a drift of light over. */
  public static int fade(double driftStops) {
    return (int) Math.ceil(Math.abs(driftStops) / STOPS_PER_FRAME - 1e-9);
  }

  /**
   * @param left the plate left of the join
   * @param right the plate right of it
   * @param where how the right lies on the left
   * @param stops light of the right against the left, taken out before it is looked for
   * @param room where it may go; as many rows as the frame has at {@link #step}
   * @param driftStops drift of the light between the two, stops
   * @throws InvalidInput naming {@code zones} when some row leaves no room
   */
  public static JoinFinder of(
      Picture left, Picture right, Registration where, double stops, Room room, double driftStops) {
    int step = step(left.width());
    double[][] cost = new double[left.height() / step][];
    double[][] difference = new double[cost.length][];
    double[][] ratio = new double[cost.length][];
    costs(left, right, where, stops, step, cost, difference, ratio);
    double[] low = new double[cost.length];
    double[] high = new double[cost.length];
    for (int y = 0; y < cost.length; y++) {
      int i = Math.min(room.low.length - 1, y * room.low.length / cost.length);
      low[y] = room.low[i] / step;
      high[y] = room.high[i] / step;
    }
    keepAway(cost, low, high, NEAR * left.width() / step);
    int[] path = cheapest(cost, low, high, REACH, BEND);
    double sum = 0;
    double[] steps = new double[path.length];
    double least = Double.POSITIVE_INFINITY;
    for (int y = 0; y < path.length; y++) {
      sum += difference[y][path[y]];
      steps[y] = ratio[y][path[y]];
      least = Math.min(least, Math.min(path[y] + 0.5 - low[y], high[y] - path[y] - 0.5) * step);
    }
    double stepStops = LightMatch.median(steps);
    double worst = quantile(steps, 0.9);
    double feather = Math.ceil(feather(worst, 0.1) / 2) * 2;
    double[] out = new double[path.length];
    for (int y = 0; y < path.length; y++) {
      out[y] = (path[y] + 0.5) * step;
    }
    int fade = fade(driftStops);
    String words =
        Said.of("Feather %.0f px", feather)
            + (feather / 2 > least
                ? Said.of(", but there are only %.0f px to the nearer performer", least)
                : "")
            + (fade > 0 ? Said.of("; fade the grade over %s frames", fade) : "")
            + ".";
    return new JoinFinder(
        out, step, 100 * sum / path.length, stepStops, feather, least, fade, words);
  }

  /**
   * Makes going close by a performer dearer: a feather needs room, and somebody may lean further
   * than was seen.
   */
  private static void keepAway(double[][] cost, double[] low, double[] high, double near) {
    for (int y = 0; y < cost.length; y++) {
      for (int x = 0; x < cost[y].length; x++) {
        double room =
            Math.min(low[y] > 0 ? x - low[y] : near, high[y] < cost[y].length ? high[y] - x : near);
        cost[y][x] += 3 * PLAIN * Math.max(0, Math.min(1, 1 - room / near));
      }
    }
  }

  /** Rows of the frame that one place of a path stands for. */
  public static int step(int width) {
    return width < 1280 ? 1 : width < 2800 ? 2 : 4;
  }

  private static double quantile(double[] v, double share) {
    double[] s = java.util.Arrays.stream(v).map(Math::abs).sorted().toArray();
    return s[(int) (share * (s.length - 1))];
  }

  private static void costs(
      Picture a,
      Picture b,
      Registration where,
      double stops,
      int step,
      double[][] cost,
      double[][] difference,
      double[][] ratio) {
    int s = a.scale();
    int per = step / s;
    Plane[] p = {a.red().shrunk(per), a.green().shrunk(per), a.blue().shrunk(per)};
    Plane[] q = {b.red().shrunk(per), b.green().shrunk(per), b.blue().shrunk(per)};
    int w = Math.min(p[0].width(), a.width() / step);
    double mx = ((a.width() - 1) / 2.0 - (s * per - 1) / 2.0) / (s * per);
    double my = ((a.height() - 1) / 2.0 - (s * per - 1) / 2.0) / (s * per);
    double grade = Math.pow(2, -stops);
    Registration.Mapping there = where.mapping();
    int rows = Math.min(cost.length, p[0].height());
    // What is graded brighter than the reference can be is cut off there as the reference is.
    float most = 1;
    for (Plane channel : p) {
      for (float v : channel.v()) {
        most = Math.max(most, v);
      }
    }
    float top = most;
    double[][] first = new double[cost.length][w];
    double[][] second = new double[cost.length][w];
    double[][] raw = new double[cost.length][w];
    IntStream.range(0, cost.length)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                double tx = there.x((x - mx) * s * per, (y - my) * s * per);
                double ty = there.y((x - mx) * s * per, (y - my) * s * per);
                double bx = Math.max(0, Math.min(w - 2, tx / (s * per) + mx));
                double by = Math.max(0, Math.min(rows - 2, ty / (s * per) + my));
                int i = Math.min(y, rows - 1) * p[0].width() + x;
                double d = 0;
                double[] va = new double[3];
                double[] vb = new double[3];
                for (int c = 0; c < 3; c++) {
                  va[c] = Picture.coded(p[c].v()[i]);
                  vb[c] = Picture.coded(Math.min(top, q[c].straight(bx, by) * grade));
                  d = Math.max(d, Math.abs(va[c] - vb[c]));
                }
                first[y][x] = Picture.luminance(va[0], va[1], va[2]);
                second[y][x] = Picture.luminance(vb[0], vb[1], vb[2]);
                raw[y][x] = d;
              }
            });
    IntStream.range(0, cost.length)
        .parallel()
        .forEach(
            y -> {
              cost[y] = new double[w];
              difference[y] = new double[w];
              ratio[y] = new double[w];
              for (int x = 0; x < w; x++) {
                double d = 0;
                double l = 0;
                double r = 0;
                int n = 0;
                for (int v = Math.max(0, y - 2); v <= Math.min(cost.length - 1, y + 2); v++) {
                  for (int u = Math.max(0, x - 2); u <= Math.min(w - 1, x + 2); u++) {
                    d += raw[v][u];
                    l += first[v][u];
                    r += second[v][u];
                    n++;
                  }
                }
                double edge = Math.min(edge(first, y, x), edge(second, y, x));
                difference[y][x] = d / n;
                ratio[y][x] =
                    Math.log(
                            Math.max(1e-4, Picture.linear(r / n))
                                / Math.max(1e-4, Picture.linear(l / n)))
                        / Math.log(2);
                cost[y][x] = (d / n + PLAIN) * (1 - EDGE * edge);
              }
            });
  }

  /** How much of an upright edge both have at a place, 0 to 1. */
  private static double edge(double[][] v, int y, int x) {
    int l = Math.max(0, x - 1);
    int r = Math.min(v[y].length - 1, x + 1);
    return Math.min(1, Math.abs(v[y][r] - v[y][l]) / 0.12);
  }

  /**
   * The cheapest way down.
   *
   * @param cost rows × columns, each 0 or more
   * @param low per row: columns at and right of it may be used
   * @param high per row: columns left of it may be used
   * @param reach columns it may go sideways per row
   * @param bend what one column sideways costs
   */
  static int[] cheapest(double[][] cost, double[] low, double[] high, int reach, double bend) {
    int rows = cost.length;
    int w = cost[0].length;
    double[] before = new double[w];
    byte[][] from = new byte[rows][w];
    for (int y = 0; y < rows; y++) {
      int lo = Math.max(0, (int) Math.ceil(low[y] - 1e-9));
      int hi = Math.min(w, (int) Math.floor(high[y] + 1e-9));
      double[] now = new double[w];
      java.util.Arrays.fill(now, Double.POSITIVE_INFINITY);
      boolean any = false;
      for (int x = lo; x < hi; x++) {
        double best = y == 0 ? 0 : Double.POSITIVE_INFINITY;
        for (int k = -reach; y > 0 && k <= reach; k++) {
          if (x + k >= 0 && x + k < w && before[x + k] + Math.abs(k) * bend < best) {
            best = before[x + k] + Math.abs(k) * bend;
            from[y][x] = (byte) k;
          }
        }
        now[x] = best + cost[y][x];
        any |= now[x] < Double.POSITIVE_INFINITY;
      }
      if (!any) {
        throw new InvalidInput(
            "zones",
            "leave no way for a join at " + Math.round(100.0 * y / rows) + " % of the height");
      }
      before = now;
    }
    int x = 0;
    for (int i = 1; i < w; i++) {
      if (before[i] < before[x]) {
        x = i;
      }
    }
    int[] path = new int[rows];
    for (int y = rows - 1; y >= 0; y--) {
      path[y] = x;
      x += from[y][x];
    }
    return path;
  }

  /** The path as SVG path data in pixels of the frame, without places on a straight line. */
  public String svg() {
    StringBuilder b = new StringBuilder();
    List<double[]> p = points();
    for (int i = 0; i < p.size(); i++) {
      b.append(i == 0 ? "M" : "L").append(Said.of("%.1f %.1f", p.get(i)[0], p.get(i)[1]));
    }
    return b.toString();
  }

  /** Corners of the path from the top to the bottom of the frame, {x, y} px. */
  public List<double[]> points() {
    List<double[]> out = new ArrayList<>();
    out.add(new double[] {path[0], 0});
    for (int i = 1; i + 1 < path.length; i++) {
      if (path[i] - path[i - 1] != path[i + 1] - path[i]) {
        out.add(new double[] {path[i], (i + 0.5) * step});
      }
    }
    out.add(new double[] {path[path.length - 1], path.length * (double) step});
    return out;
  }
}
