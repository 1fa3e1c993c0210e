package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/**
 * The part of the frame that somebody occupies, measured against the clean plate: where a frame
 * differs from it by more than its noise, in pieces large enough to be a person. What a person
 * shares with the wall behind in colour is missed; a margin is kept for that.
 */
public final class PlateZones {
  /** Change of an edge from which a new zone is written, share of the width. */
  private static final double STEP = 0.006;

  /**
   * Kept on both sides of what was measured, share of the width: somebody may lean further than was
   * seen.
   */
  public static final double MARGIN = 0.006;

  /** Of the frame: from here on it is told that the set itself moves. */
  private static final double TOLD_SWAY = 0.004;

  /** Of the frames in which it must. */
  private static final double OFTEN = 0.2;

  private PlateZones() {}

  /**
   * Where somebody is in a take.
   *
   * @param frames in order
   * @param doubt what may be taken for somebody, or hide somebody; empty when nothing
   */
  public record Measured(List<Occupied> frames, String doubt) {
    /** Whether somebody was found, how much of the frame they take, and what is not sure. */
    public String words() {
      return PlateZones.words(frames) + (doubt.isEmpty() ? "" : " " + doubt);
    }
  }

  /**
   * Follows a take frame by frame, each on its own place on the clean plate, so that a camera that
   * was touched does not become somebody.
   */
  public static final class Follower {
    private final Picture clean;
    private final List<ZoneCells> seen = new ArrayList<>();
    private Registration where = Registration.NONE;
    private int lost;

    public Follower(Picture clean) {
      this.clean = clean;
    }

    public void frame(Picture frame) {
      PlateComparison.mustFit(clean.width(), clean.height(), frame.width(), frame.height());
      Registering r =
          seen.isEmpty()
              ? Registering.of(clean.luma(), frame.luma(), Registering.Grade.FINE, () -> false)
              : Registering.follow(clean.luma(), frame.luma(), where);
      where = r.sure() ? r.found() : where;
      lost += r.sure() ? 0 : 1;
      seen.add(ZoneCells.of(clean, frame, where));
    }

    public Measured done() {
      if (seen.isEmpty()) {
        return new Measured(List.of(), "");
      }
      int w = seen.get(0).width();
      int h = seen.get(0).height();
      int[] swayed = new int[w * h];
      int swaying = 0;
      for (ZoneCells cells : seen) {
        cells.swayed().stream().forEach(i -> swayed[i]++);
        swaying += cells.swayed().cardinality() > TOLD_SWAY * w * h ? 1 : 0;
      }
      BitSet often = new BitSet();
      for (int i = 0; i < swayed.length; i++) {
        often.set(i, swayed[i] > OFTEN * seen.size());
      }
      BitSet restless = ZoneCells.round(often, w, h);
      List<Occupied> frames = new ArrayList<>();
      for (ZoneCells cells : seen) {
        frames.add(cells.pieces(frames.size(), restless));
      }
      List<String> doubts = new ArrayList<>();
      if (lost > 0) {
        doubts.add(
            Said.of(
                "In %s of %s frames the place of the set could not be found: they were held where"
                    + " the frame before lay.",
                lost, frames.size()));
      }
      if (swaying > OFTEN * frames.size()) {
        doubts.add(
            Said.of(
                "%s the set itself moves (leaves, cloth): it is not counted as somebody, and"
                    + " somebody dressed like it may be missed.",
                place(swayed, w)));
      }
      return new Measured(List.copyOf(frames), String.join(" ", doubts));
    }

    /** Where most of it sways: a ninth of the frame. */
    private static String place(int[] swayed, int columns) {
      int rows = swayed.length / columns;
      int[] ninths = new int[9];
      for (int i = 0; i < swayed.length; i++) {
        ninths[i / columns * 3 / rows * 3 + i % columns * 3 / columns] += swayed[i];
      }
      int most = 0;
      for (int i = 1; i < 9; i++) {
        most = ninths[i] > ninths[most] ? i : most;
      }
      return (most == 4 ? "In the " : "At the ") + LightMatch.place(most);
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

    /**
     * What is occupied as a mask: 255 from the left-most to the right-most place in each row, else
     * 0.
     *
     * @param width of the frame, px
     * @param height px
     * @param into width × height values, row by row
     */
    public void mask(int width, int height, byte[] into) {
      Arrays.fill(into, (byte) 0);
      for (int y = 0; y < height && edges.length > 0; y++) {
        double[] edge = edges[Math.min(edges.length - 1, y * edges.length / height)];
        if (!Double.isNaN(edge[0])) {
          int from = (int) Math.floor(edge[0] * width);
          int to = Math.min(width, (int) Math.ceil(edge[1] * width));
          Arrays.fill(into, y * width + from, y * width + to, (byte) 255);
        }
      }
    }
  }

  /**
   * @param clean the clean plate, as wide as the frame
   * @param frame a frame of a take
   * @param where how the frame lies on the clean plate
   */
  public static Occupied of(Picture clean, Picture frame, Registration where, int number) {
    PlateComparison.mustFit(clean.width(), clean.height(), frame.width(), frame.height());
    return ZoneCells.of(clean, frame, where).pieces(number, new BitSet());
  }

  /** Whether somebody was found, and how much of the frame they take. */
  private static String words(List<Occupied> frames) {
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
