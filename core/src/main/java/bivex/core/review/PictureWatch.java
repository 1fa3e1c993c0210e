package bivex.core.review;

import bivex.core.Said;
import bivex.core.picture.Picture;
import bivex.core.review.PictureCheck.Change;
import bivex.core.review.PictureCheck.Finding;
import bivex.core.review.PictureCheck.Kind;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Watches the frames of a version as they come and says what is to be looked at. Limits are common
 * practice, no source; what is below them is not told to be right. Differences are of the working
 * code, which is that of sRGB for pictures that are meant to be looked at.
 */
public final class PictureWatch {
  /** A square brighter than this is no black. */
  private static final double BLACK = 0.03;

  /** Spread of squares, and of pixels in them, below which a picture is of one tone. */
  private static final double EVEN = 0.006;

  /** What the coding of a file changes in a frame that is the same, at most. */
  private static final double SAME = 0.004;

  /** Where less than this changes from frame to frame, one that is repeated cannot be told. */
  private static final double MOVES = 4 * SAME;

  /** Mean change of the squares from which a frame is unlike another; what only moves is below. */
  private static final double JUMP = 0.04;

  private static final double JUMP_TIMES = 4;
  private static final double BACK_SHARE = 0.35;
  private static final int AROUND = 6;
  private static final int DIP_AROUND = 3;
  private static final double DIP_TIMES = 3;
  private static final double STEP_LEAST = 0.01;
  private static final double STEP_TIMES = 1.7;
  private static final double STEADY = 0.25;

  private static final int MOST_REPEATS = 6;
  private static final int MOST_CHANGES = 24;

  private final List<Boolean> black = new ArrayList<>();
  private final List<Boolean> even = new ArrayList<>();
  private final List<Double> steps = new ArrayList<>();
  private final List<Double> moves = new ArrayList<>();
  private final List<Double> coarse = new ArrayList<>();
  private final List<Double> backs = new ArrayList<>();
  private final List<FrameGrid.Apart> earlier = new ArrayList<>();
  private final FlashCount flashes = new FlashCount();
  private Picture last;
  private FrameGrid grid;
  private FrameGrid before;
  private int first = -1;
  private boolean otherShape;
  private int rows;

  /**
   * @param now all of one size
   * @param then the same frame of the earlier version; null where it has none
   */
  public void frame(Picture now, Picture then) {
    FrameGrid g = FrameGrid.of(now);
    flashes.frame(g);
    rows = g.rows();
    boolean dark = FrameGrid.most(g.code()) <= BLACK;
    black.add(dark);
    even.add(
        !dark && FrameGrid.most(g.code()) - FrameGrid.least(g.code()) <= EVEN && g.rough() <= EVEN);
    float[] apart = last == null ? null : FrameGrid.apart(last, now);
    steps.add(apart == null ? 0.0 : FrameGrid.mean(apart));
    moves.add(apart == null ? 0.0 : FrameGrid.most(apart));
    coarse.add(grid == null ? 0.0 : grid.from(g));
    backs.add(before == null ? 0.0 : before.from(g));
    before = grid;
    grid = g;
    last = now;
    if (then == null) {
      return;
    }
    if (then.height() != now.height() || then.width() != now.width()) {
      otherShape = true;
      return;
    }
    if (first < 0) {
      first = black.size() - 1;
    }
    earlier.add(FrameGrid.Apart.of(now, then));
  }

  /** What was seen of a clip of this rate. */
  public PictureCheck done(FrameRate rate) {
    List<Finding> out = new ArrayList<>();
    List<String> untold = new ArrayList<>();
    boolean[] empty = empty(out);
    boolean moves = repeated(out, untold, empty);
    jumps(out, empty);
    out.addAll(flashes.found(rate));
    out.sort(Comparator.comparing(f -> f.frames().first()));
    ChangeFinder finder = earlier.isEmpty() ? null : new ChangeFinder(earlier, first, rows);
    List<Change> changes = finder == null ? List.of() : finder.found();
    if (otherShape) {
      untold.add("The earlier version is of another shape: what changed cannot be told.");
    }
    if (changes.size() > MOST_CHANGES) {
      untold.add(
          Said.of(
              "It changed in %s places; the %s largest are told.", changes.size(), MOST_CHANGES));
      changes =
          changes.stream()
              .sorted(Comparator.comparing(PictureWatch::weight).reversed())
              .limit(MOST_CHANGES)
              .sorted(Comparator.comparing(c -> c.frames().first()))
              .toList();
    }
    return new PictureCheck(
        black.size(),
        moves,
        List.copyOf(out),
        finder == null ? null : new FrameRange(first, earlier.size()),
        finder == null ? null : finder.limit(),
        changes,
        List.copyOf(untold));
  }

  private static double weight(Change c) {
    return c.width() * c.height() * c.most() * c.frames().frames();
  }

  /** Black frames and those of one tone. */
  private boolean[] empty(List<Finding> out) {
    boolean[] dark = new boolean[black.size()];
    boolean[] flat = new boolean[dark.length];
    boolean[] either = new boolean[dark.length];
    for (int i = 0; i < dark.length; i++) {
      dark[i] = black.get(i);
      flat[i] = even.get(i);
      either[i] = dark[i] || flat[i];
    }
    runs(dark).forEach(r -> out.add(new Finding(Kind.BLACK, r, "black")));
    runs(flat).forEach(r -> out.add(new Finding(Kind.EVEN, r, "of one tone, without a picture")));
    return either;
  }

  private static List<FrameRange> runs(boolean[] of) {
    List<FrameRange> out = new ArrayList<>();
    for (int i = 0; i < of.length; i++) {
      int from = i;
      while (i < of.length && of[i]) {
        i++;
      }
      if (i > from) {
        out.add(new FrameRange(from, i - from));
      }
    }
    return out;
  }

  /** Whether they can be told. */
  private boolean repeated(List<Finding> out, List<String> untold, boolean[] empty) {
    List<Double> there =
        IntStream.range(1, moves.size()).filter(i -> !empty[i]).mapToObj(moves::get).toList();
    // Where every second frame repeats, half of all say nothing of how much moves.
    double usual = share(there, 0.75);
    if (there.size() < AROUND || usual < MOVES) {
      untold.add(
          there.size() < AROUND
              ? "Too few frames to tell repeated ones."
              : "Hardly anything moves: repeated frames cannot be told.");
      return false;
    }
    boolean[] same = new boolean[moves.size()];
    for (int i = 1; i < same.length; i++) {
      same[i] = !empty[i] && (moves.get(i) <= SAME || dips(i, empty));
    }
    List<FrameRange> runs = runs(same);
    int every = every(runs);
    if (every > 0 || runs.size() > MOST_REPEATS) {
      FrameRange a = runs.get(0);
      FrameRange z = runs.get(runs.size() - 1);
      out.add(
          new Finding(
              Kind.REPEATED,
              new FrameRange(a.first(), z.last() - a.first() + 1),
              every > 0
                  ? Said.of(
                      "one frame in %s is the same as the one before it, regularly: made at another"
                          + " rate?",
                      every)
                  : Said.of(
                      "%s frames here and there are the same as the one before them: too slow for"
                          + " whole pixels, or made at another rate?",
                      runs.stream().mapToInt(FrameRange::frames).sum())));
      return true;
    }
    for (FrameRange r : runs) {
      out.add(
          new Finding(
              Kind.REPEATED,
              r,
              r.frames() == 1
                  ? "the same as the frame before it"
                  : r.frames() > AROUND
                      ? "the picture stands still"
                      : "all the same as the frame before them"));
    }
    return true;
  }

  /** Whether far less changes than in every frame around: grain is never the same, but coded so. */
  private boolean dips(int i, boolean[] empty) {
    int n = 0;
    for (int k = i - DIP_AROUND; k <= i + DIP_AROUND; k++) {
      if (k == i || k < 1 || k >= moves.size() || empty[k] || empty[k - 1]) {
        continue;
      }
      if (moves.get(k) < DIP_TIMES * moves.get(i)) {
        return false;
      }
      n++;
    }
    return n >= DIP_AROUND;
  }

  /** Distance of frames that are repeated regularly; 0 where they are not. */
  private static int every(List<FrameRange> runs) {
    if (runs.size() < 4 || runs.stream().anyMatch(r -> r.frames() > 1)) {
      return 0;
    }
    int by = runs.get(1).first() - runs.get(0).first();
    for (int i = 1; i < runs.size(); i++) {
      if (runs.get(i).first() - runs.get(i - 1).first() != by) {
        return 0;
      }
    }
    return by;
  }

  private void jumps(List<Finding> out, boolean[] empty) {
    for (int i = 1; i < steps.size(); i++) {
      if (empty[i] || empty[i - 1]) {
        continue;
      }
      double jump = coarse.get(i);
      boolean jumps = jump >= Math.max(JUMP, JUMP_TIMES * share(around(coarse, i, empty), 0.5));
      List<Double> around = around(steps, i, empty);
      double usual = share(around, 0.5);
      double step = steps.get(i);
      if (jumps
          && i + 1 < coarse.size()
          && !empty[i + 1]
          && backs.get(i + 1) <= BACK_SHARE * Math.min(jump, coarse.get(i + 1))) {
        out.add(
            new Finding(
                Kind.ODD,
                new FrameRange(i, 1),
                "unlike the frames on both sides: a flash, or a frame from elsewhere"));
        i++;
      } else if (jumps) {
        out.add(
            new Finding(
                Kind.JUMP,
                new FrameRange(i, 1),
                "unlike the frame before it: a cut, a flash, or frames that are missing"));
      } else if (around.size() == 2 * AROUND
          && usual >= STEP_LEAST
          && step >= STEP_TIMES * usual
          && around.stream().allMatch(s -> Math.abs(s - usual) <= STEADY * usual)) {
        out.add(
            new Finding(
                Kind.STEP,
                new FrameRange(i, 1),
                Said.of(
                    "%.1f times as far from the frame before it as those around: a frame may be"
                        + " missing",
                    step / usual)));
      }
    }
  }

  /** How far the frames around go, without those that are repeated or empty. */
  private List<Double> around(List<Double> of, int i, boolean[] empty) {
    return IntStream.rangeClosed(i - AROUND, i + AROUND)
        .filter(k -> k != i && k >= 1 && k < of.size() && !empty[k] && !empty[k - 1])
        .filter(k -> moves.get(k) > SAME)
        .mapToObj(of::get)
        .toList();
  }

  private static double share(List<Double> of, double share) {
    if (of.isEmpty()) {
      return 0;
    }
    List<Double> sorted = of.stream().sorted().toList();
    return sorted.get((int) Math.min(sorted.size() - 1L, Math.round(share * (sorted.size() - 1))));
  }
}
