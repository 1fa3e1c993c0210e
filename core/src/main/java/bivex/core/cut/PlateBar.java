package bivex.core.cut;

import java.util.ArrayList;
import java.util.List;

/**
 * What is used of a take, to be drawn to measure: all figures are shares of the width or height of
 * the drawing, 0 to 1.
 *
 * @param takeFrom where the take begins
 * @param takeTo where it ends
 * @param pullFrom where what is pulled begins
 * @param pullTo where it ends
 * @param usedFrom where what the cut shows begins
 * @param usedTo where it ends
 * @param missing stretches that are wanted and are not in the take
 * @param curve place in the source over time; a steeper line is faster
 * @param natural height at the end of that time of a line as recorded
 */
public record PlateBar(
    double takeFrom,
    double takeTo,
    double pullFrom,
    double pullTo,
    double usedFrom,
    double usedTo,
    List<Stretch> missing,
    List<Dot> curve,
    double natural) {
  private static final int MOST_DOTS = 33;

  /**
   * From where to where.
   *
   * @param handle whether only handles are missing there, and not what the cut shows
   */
  public record Stretch(double from, double to, boolean handle) {}

  public record Dot(double x, double y) {}

  /**
   * @param takeFrames frames of the whole take; 0 where it is not known
   * @param handles frames of the cut before and after
   */
  public static PlateBar of(ShotCut.PlateUse p, long takeFrames, int handles) {
    FrameMap map = p.event().map();
    FrameMap.Range used = shifted(map.needs(0, 0), p.offset());
    FrameMap.Range wanted =
        shifted(map.needs(handles + p.event().before(), handles + p.event().under()), p.offset());
    boolean known = !p.take().isEmpty() && takeFrames > 0;
    long first = known ? Math.min(0, wanted.first()) : wanted.first();
    long last = known ? Math.max(takeFrames - 1, wanted.last()) : wanted.last();
    double all = last - first + 1;
    List<Stretch> missing = new ArrayList<>();
    if (known) {
      gap(wanted.first(), Math.min(-1, used.first() - 1), true, first, all, missing);
      gap(used.first(), Math.min(-1, used.last()), false, first, all, missing);
      gap(Math.max(takeFrames, used.first()), used.last(), false, first, all, missing);
      gap(Math.max(takeFrames, used.last() + 1), wanted.last(), true, first, all, missing);
    }
    return new PlateBar(
        known ? -first / all : 0,
        known ? (takeFrames - first) / all : 1,
        (p.pull().first() - first) / all,
        (p.pull().last() + 1 - first) / all,
        (used.first() - first) / all,
        (used.last() + 1 - first) / all,
        List.copyOf(missing),
        curve(map),
        natural(map));
  }

  private static FrameMap.Range shifted(FrameMap.Range r, long by) {
    return new FrameMap.Range(r.first() + by, r.last() + by);
  }

  private static void gap(
      long from, long to, boolean handle, long first, double all, List<Stretch> out) {
    if (to >= from) {
      out.add(new Stretch((from - first) / all, (to + 1 - first) / all, handle));
    }
  }

  /** Height of the drawing in source frames: the way played, or as recorded where that is more. */
  private static double height(FrameMap map) {
    FrameMap.Range used = map.needs(0, 0);
    return Math.max(1, Math.max(used.frames(), map.frames() * map.natural().value()));
  }

  private static double natural(FrameMap map) {
    return Math.min(1, map.frames() * map.natural().value() / height(map));
  }

  private static List<Dot> curve(FrameMap map) {
    long n = map.frames();
    double low = map.needs(0, 0).first();
    double height = height(map);
    List<Dot> out = new ArrayList<>();
    int dots = map.legs().size() == 1 ? 2 : (int) Math.min(n, MOST_DOTS);
    for (int i = 0; i < Math.max(2, dots); i++) {
      long f = Math.round((double) i * (n - 1) / (Math.max(2, dots) - 1));
      out.add(new Dot(n == 1 ? i : (double) f / (n - 1), (map.position(f).value() - low) / height));
    }
    return List.copyOf(out);
  }
}
