package bivex.core.rescue;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.method.Plan;
import bivex.core.plate.PlateZones;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;

/**
 * Where, and in which of its frames, a take shows the set with nobody before it.
 *
 * @param seen where somebody is, in the order of the frames
 * @param measured whether it was measured in the take's own frames; else it is what the plan's
 *     picture shows, in frames of the cut
 */
public record FreeFrames(List<Seen> seen, boolean measured) {
  /** Columns of the frame in which it is told what is free. */
  public static final int COLUMNS = 100;

  /** Narrower stretches are of no use to anybody, columns. */
  private static final int LEAST = 4;

  /** Frames from which grain averages away; fewer are worth less (project's planning value). */
  private static final double GRAIN = 8;

  /** Stretches that are named. */
  private static final int NAMED = 3;

  /**
   * @param frame number
   * @param left left-most edge of all that is before the set, share of the width; NaN when nobody
   *     is there
   * @param right right-most edge
   */
  public record Seen(int frame, double left, double right) {
    boolean free(int column) {
      return Double.isNaN(left)
          || (column + 1.0) / COLUMNS <= left
          || (double) column / COLUMNS >= right;
    }
  }

  public FreeFrames {
    seen = List.copyOf(seen);
    if (seen.isEmpty()) {
      throw new InvalidInput("frames", "must not be empty");
    }
  }

  /** As measured in a clip against a clean plate. */
  public static FreeFrames measured(List<PlateZones.Occupied> frames) {
    return new FreeFrames(
        frames.stream()
            .map(
                o ->
                    new Seen(
                        o.frame(),
                        o.empty() ? Double.NaN : o.left() - PlateZones.MARGIN,
                        o.right() + PlateZones.MARGIN))
            .toList(),
        true);
  }

  /**
   * By the schematic picture of a plan.
   *
   * @param pictured a plan with its pictures
   * @param plate key of the pass
   * @return null where the plate is not the pass of one part, or its part is not pictured
   */
  public static FreeFrames planned(Plan pictured, String plate) {
    OptionalInt of = ItemKey.of(plate).performance();
    if (of.isEmpty()) {
      return null;
    }
    String part = "part " + of.getAsInt();
    List<Seen> seen =
        pictured.sketch().stream()
            .flatMap(
                f ->
                    f.figures().stream()
                        .filter(x -> x.label().equals(part))
                        .map(x -> new Seen(f.frame(), x.left(), x.right())))
            .toList();
    return seen.isEmpty() ? null : new FreeFrames(seen, false);
  }

  /** Columns that are free in at least one frame. */
  public BitSet columns() {
    BitSet out = new BitSet(COLUMNS);
    for (int c = 0; c < COLUMNS; c++) {
      if (longest(c) != null) {
        out.set(c);
      }
    }
    return out;
  }

  /** First and last place in {@link #seen} of the longest stretch in which a column is free. */
  private int[] longest(int column) {
    int[] best = null;
    int from = -1;
    for (int i = 0; i <= seen.size(); i++) {
      boolean free = i < seen.size() && seen.get(i).free(column);
      if (free && from < 0) {
        from = i;
      }
      if (!free && from >= 0) {
        if (best == null || i - from > best[1] - best[0] + 1) {
          best = new int[] {from, i - 1};
        }
        from = -1;
      }
    }
    return best;
  }

  /** Which part of the width is free in which frames; says so when none is. */
  public String words() {
    BitSet named = new BitSet(COLUMNS);
    List<String> said = new ArrayList<>();
    while (said.size() < NAMED) {
      int[] best = null;
      BitSet gained = null;
      double most = 0;
      int fresh = 0;
      for (int c = 0; c < COLUMNS; c++) {
        int[] window = named.get(c) ? null : longest(c);
        if (window == null) {
          continue;
        }
        BitSet free = wide(throughout(window));
        BitSet more = (BitSet) free.clone();
        more.andNot(named);
        double worth = more.cardinality() * Math.min(1, (window[1] - window[0] + 1) / GRAIN);
        if (worth > most) {
          most = worth;
          best = window;
          gained = free;
          fresh = more.cardinality();
        }
      }
      if (best == null || fresh < LEAST && !said.isEmpty()) {
        break;
      }
      said.add(share(gained) + " " + frames(best));
      named.or(gained);
    }
    if (said.isEmpty()) {
      return measured ? "free in no frame" : "free in no frame by the plan's picture";
    }
    return (measured ? "free: " : "free by the plan's picture: ") + String.join(", ", said);
  }

  /** Columns that are free in every frame of a stretch. */
  private BitSet throughout(int[] window) {
    BitSet out = new BitSet(COLUMNS);
    for (int c = 0; c < COLUMNS; c++) {
      boolean free = true;
      for (int i = window[0]; i <= window[1] && free; i++) {
        free = seen.get(i).free(c);
      }
      out.set(c, free);
    }
    return out;
  }

  /** Only what is wide enough to be of use. */
  private static BitSet wide(BitSet columns) {
    BitSet out = new BitSet(COLUMNS);
    for (int l = columns.nextSetBit(0); l >= 0; ) {
      int r = columns.nextClearBit(l);
      if (r - l >= LEAST) {
        out.set(l, r);
      }
      l = columns.nextSetBit(r);
    }
    return out;
  }

  private static String share(BitSet columns) {
    if (columns.cardinality() == COLUMNS) {
      return "all of the width";
    }
    List<String> out = new ArrayList<>();
    for (int l = columns.nextSetBit(0); l >= 0; ) {
      int r = columns.nextClearBit(l);
      out.add(text("%d to %d %%", l, r));
      l = columns.nextSetBit(r);
    }
    return String.join(" and ", out) + " of the width";
  }

  private String frames(int[] stretch) {
    if (stretch[0] == 0 && stretch[1] == seen.size() - 1) {
      return "all along";
    }
    int from = seen.get(stretch[0]).frame() + (measured ? 1 : 0);
    int to = seen.get(stretch[1]).frame() + (measured ? 1 : 0);
    String where = measured ? "" : " of the cut";
    return from == to
        ? text("in frame %d", from) + where
        : text("in frames %d to %d", from, to) + where;
  }

  private static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
