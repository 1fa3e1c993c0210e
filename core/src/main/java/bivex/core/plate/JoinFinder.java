package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * The join between two plates that lie on each other that is seen least (S29): from the top of the
 * frame to the bottom, where they differ least, rather along an edge of the set, never through the
 * room of a performer. Found by going down row by row and keeping the cheapest way to every place
 * (dynamic programming), which is the cheapest of all.
 *
 * @param path one place per row of {@code step} pixels, px from the left of the whole frame
 * @param step rows of the frame one place stands for
 * @param differencePercent mean of what differs along it, percent of full scale
 * @param stepStops light of the second plate against the first along it, stops, after the whole is
 *     graded; null where all is too dark or cut off to tell
 * @param colorStops red against blue of the second, held against the first, stops; null where it
 *     cannot be told
 * @param featherPx width over which to mix; null where the step cannot be told
 * @param fadeFrames frames over which to fade the grade when the light drifts
 */
public record JoinFinder(
    double[] path,
    int step,
    double differencePercent,
    Double stepStops,
    Double colorStops,
    Double featherPx,
    int fadeFrames) {
  /**
   * A step of light spread over more than this is not seen (common practice, no source; the figure
   * is the project's own).
   */
  private static final double STOPS_PER_PX = 0.0025;

  private static final double STOPS_PER_FRAME = 0.01;
  private static final double LEAST_FEATHER = 4;

  /** The eye sees a step of colour less than one of light (the project's own figure). */
  private static final double COLOR = 0.5;

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
    /** What is in another room too, which is the same in all its rows. */
    Room within(Room o) {
      return new Room(
          Arrays.stream(low).map(x -> Math.max(x, o.low[0])).toArray(),
          Arrays.stream(high).map(x -> Math.min(x, o.high[0])).toArray());
    }

    /** The same room in all rows. */
    public static Room between(double low, double high, int rows) {
      double[] l = new double[rows];
      double[] h = new double[rows];
      Arrays.fill(l, low);
      Arrays.fill(h, high);
      return new Room(l, h);
    }
  }

  /** Width to mix over for a step of light, px. */
  public static double feather(double stops) {
    return Math.max(LEAST_FEATHER, Math.abs(stops) / STOPS_PER_PX);
  }

  /** Frames to fade a drift of light over. */
  public static int fade(double driftStops) {
    return (int) Math.ceil(Math.abs(driftStops) / STOPS_PER_FRAME - 1e-9);
  }

  /**
   * The cheapest way through a room.
   *
   * @param room where it may go; as many rows as the frame has at {@link #step}
   * @param driftStops drift of the light between the two plates, stops
   * @throws InvalidInput naming {@code zones} when some row leaves no room
   */
  static JoinFinder of(JoinGround ground, Room room, double driftStops) {
    int rows = ground.rows();
    double[] low = new double[rows];
    double[] high = new double[rows];
    for (int y = 0; y < rows; y++) {
      int i = Math.min(room.low.length - 1, y * room.low.length / rows);
      low[y] = room.low[i] / ground.step();
      high[y] = room.high[i] / ground.step();
    }
    double[][] cost = ground.cost();
    keepAway(cost, low, high, NEAR * ground.columns());
    int[] path = cheapest(cost, low, high, REACH, BEND);
    return told(ground, path, List.of(ground.along(path)), driftStops);
  }

  /**
   * An upright join that moves: what is told of it is the worst of all places it goes to.
   *
   * @param places per frame, px of the frame
   */
  static JoinFinder upright(JoinGround ground, double[] places, double driftStops) {
    List<JoinGround.Along> seen = new ArrayList<>();
    int[] columns =
        Arrays.stream(places)
            .mapToInt(x -> Math.max(0, Math.min(ground.columns() - 1, (int) (x / ground.step()))))
            .toArray();
    for (int column : Arrays.stream(columns).distinct().toArray()) {
      seen.add(ground.along(constant(column, ground.rows())));
    }
    return told(ground, constant(columns[0], ground.rows()), seen, driftStops);
  }

  private static int[] constant(int column, int rows) {
    int[] out = new int[rows];
    Arrays.fill(out, column);
    return out;
  }

  private static JoinFinder told(
      JoinGround ground, int[] path, List<JoinGround.Along> seen, double driftStops) {
    double light = worst(seen, JoinGround.Along::worstStops);
    double color = worst(seen, JoinGround.Along::worstColor);
    double seenAs = Math.max(light, Double.isNaN(color) ? 0 : COLOR * color);
    double[] out = new double[path.length];
    for (int y = 0; y < path.length; y++) {
      out[y] = (path[y] + 0.5) * ground.step();
    }
    return new JoinFinder(
        out,
        ground.step(),
        worst(seen, JoinGround.Along::differencePercent),
        orNull(worst(seen, JoinGround.Along::stepStops)),
        orNull(worst(seen, JoinGround.Along::colorStops)),
        Double.isNaN(light) ? null : Math.ceil(feather(seenAs) / 2) * 2,
        fade(driftStops));
  }

  private static Double orNull(double v) {
    return Double.isNaN(v) ? null : (Double) v;
  }

  /** What is furthest from nothing; not a number where it is told nowhere. */
  private static double worst(List<JoinGround.Along> seen, ToDoubleFunction<JoinGround.Along> of) {
    double most = Double.NaN;
    for (JoinGround.Along a : seen) {
      double v = of.applyAsDouble(a);
      most = Double.isNaN(most) || Math.abs(v) > Math.abs(most) ? v : most;
    }
    return most;
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
        cost[y][x] += 3 * JoinGround.PLAIN * Math.max(0, Math.min(1, 1 - room / near));
      }
    }
  }

  /** Rows of the frame that one place of a path stands for. */
  public static int step(int width) {
    return width < 1280 ? 1 : width < 2800 ? 2 : 4;
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
      Arrays.fill(now, Double.POSITIVE_INFINITY);
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
