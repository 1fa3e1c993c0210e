package bivex.core.plate;

import bivex.core.Said;
import bivex.core.plate.TakeWatch.Bump;
import bivex.core.plate.TakeWatch.Seen;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How the camera stood over a take, by the place of the set in every frame: touched, knocked, slid
 * slowly, or never locked off.
 *
 * @param bumps in order
 * @param floorPx what is less cannot be told from the tremble of the measurement, px; not a number
 *     where the set could not be followed
 * @param followed in how many frames it could be
 * @param frames of the take
 */
record StandOfCamera(List<Bump> bumps, double floorPx, int followed, int frames) {
  /** Less is not told even in the cleanest clip, px: the error of following small frames. */
  private static final double LEAST_PX = 0.3;

  /** Standard deviations of a step from which it is no tremble. */
  private static final double BEYOND = 6;

  /** Median length of a plane step of standard deviation 1 a side, of the difference of two. */
  private static final double MEDIAN_STEP = 1.665;

  /** Steps of mere error undo each other (−0.5); below this they do. */
  private static final double UNDONE = -0.25;

  private static final int WINDOW = 8;
  private static final int LEAST_FRAMES = 12;
  private static final int MOST_TOUCHES = 20;

  /**
   * @param all every frame in order; those whose place is not sure are passed over
   * @param perPx whole px in a px of the frames that were watched
   * @param frozen share of the picture that the coding kept as it was from frame to frame
   */
  static StandOfCamera of(List<Seen> all, FrameRate rate, double perPx, double frozen) {
    List<Seen> seen = all.stream().filter(Seen::sure).toList();
    if (seen.size() < LEAST_FRAMES) {
      return new StandOfCamera(List.of(), Double.NaN, seen.size(), all.size());
    }
    double[] x = seen.stream().mapToDouble(Seen::dx).toArray();
    double[] y = seen.stream().mapToDouble(Seen::dy).toArray();
    double error = tremble(x, y);
    double step = error * MEDIAN_STEP;
    // A coding that keeps old squares hides small shifts.
    double floor = Math.max(LEAST_PX * Math.max(1, perPx / 3), BEYOND * error) * (1 + frozen);
    if (step > LEAST_PX && together(x, y) > UNDONE) {
      double most = 0;
      for (int i = 0; i < x.length; i++) {
        most = Math.max(most, Math.hypot(x[i] - x[0], y[i] - y[0]));
      }
      return new StandOfCamera(
          List.of(
              new Bump(
                  seen.get(0).frame(),
                  most,
                  true,
                  Said.of(
                      "The camera was not locked off: it moves by %.1f px from frame to frame, up"
                          + " to %.1f px in all.",
                      step, most))),
          floor,
          seen.size(),
          all.size());
    }
    List<Bump> out = new ArrayList<>();
    double[][] rest = {x.clone(), y.clone()};
    touches(seen, x, y, rest, floor, out);
    slide(seen, rest, floor, out);
    knocks(seen, rest, floor, rate, out);
    out.sort((a, b) -> Integer.compare(a.frame(), b.frame()));
    return new StandOfCamera(List.copyOf(out), floor, seen.size(), all.size());
  }

  /** Standard deviation of a place, a side, by how much it jumps from one frame to the next, px. */
  static double tremble(double[] x, double[] y) {
    double[] steps = new double[Math.max(1, x.length - 1)];
    for (int i = 1; i < x.length; i++) {
      steps[i - 1] = Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    }
    return LightMatch.median(steps) / MEDIAN_STEP;
  }

  /** How far each step goes on as the one before went, −1 to 1. */
  private static double together(double[] x, double[] y) {
    double sum = 0;
    double all = 0;
    for (int i = 2; i < x.length; i++) {
      double ax = x[i - 1] - x[i - 2];
      double ay = y[i - 1] - y[i - 2];
      sum += ax * (x[i] - x[i - 1]) + ay * (y[i] - y[i - 1]);
      all += ax * ax + ay * ay;
    }
    return all == 0 ? -1 : sum / all;
  }

  /**
   * Places where it stands on another spot afterwards than before.
   *
   * @param rest what is left of the places without these, written to
   */
  private static void touches(
      List<Seen> seen, double[] x, double[] y, double[][] rest, double floor, List<Bump> out) {
    int n = x.length;
    // Where it only rings or creeps, nothing more is looked for.
    boolean[] passed = new boolean[n];
    for (int round = 0; round < MOST_TOUCHES; round++) {
      int at = -1;
      double most = floor;
      for (int k = 1; k < n; k++) {
        if (passed[k]) {
          continue;
        }
        double[] by = jump(rest[0], rest[1], k);
        double px = Math.hypot(by[0], by[1]);
        double beyond = px > most ? px - creep(rest, k, by) : 0;
        if (beyond > most) {
          most = beyond;
          at = k;
        }
      }
      if (at < 0) {
        return;
      }
      Arrays.fill(passed, Math.max(0, at - WINDOW / 2), Math.min(n, at + WINDOW / 2), true);
      at = largestStep(rest, at);
      double[] by = jump(rest[0], rest[1], at);
      double px = Math.hypot(by[0], by[1]);
      if (px <= floor || !sudden(x, y, at, px) || !stays(rest, at, by, floor)) {
        continue;
      }
      for (int k = at; k < n; k++) {
        rest[0][k] -= by[0];
        rest[1][k] -= by[1];
      }
      int frame = seen.get(at).frame();
      out.add(
          new Bump(
              frame,
              px,
              true,
              Said.of(
                  "The camera was touched at frame %s and stays %.1f px off: from there on it does"
                      + " not match.",
                  frame, px)));
    }
  }

  /** The frame about k before which it steps furthest: medians alone are as good a frame away. */
  private static int largestStep(double[][] rest, int k) {
    int at = k;
    double most = -1;
    for (int i = Math.max(1, k - WINDOW / 2);
        i <= Math.min(rest[0].length - 2, k + WINDOW / 2);
        i++) {
      double step = Math.hypot(rest[0][i] - rest[0][i - 1], rest[1][i] - rest[1][i - 1]);
      if (step > most) {
        most = step;
        at = i;
      }
    }
    return at;
  }

  /** How far it goes the same way over as many frames before and after, px: a slide, no touch. */
  private static double creep(double[][] rest, int k, double[] way) {
    double px = Math.hypot(way[0], way[1]);
    double sum = 0;
    int n = 0;
    for (int at : new int[] {k - WINDOW, k + WINDOW}) {
      if (at >= WINDOW / 2 && at <= rest[0].length - WINDOW / 2) {
        double[] j = jump(rest[0], rest[1], at);
        sum += (j[0] * way[0] + j[1] * way[1]) / px;
        n++;
      }
    }
    return n == 0 ? 0 : Math.max(0, sum / n);
  }

  /** How far the middle place of the frames from k on is off that of those before. */
  private static double[] jump(double[] x, double[] y, int k) {
    int from = Math.max(0, k - WINDOW);
    int to = Math.min(x.length, k + WINDOW);
    if (k - from < 1 || to - k < 2) {
      return new double[] {0, 0};
    }
    return new double[] {
      LightMatch.median(Arrays.copyOfRange(x, k, to))
          - LightMatch.median(Arrays.copyOfRange(x, from, k)),
      LightMatch.median(Arrays.copyOfRange(y, k, to))
          - LightMatch.median(Arrays.copyOfRange(y, from, k))
    };
  }

  /** Whether it is still off later, and does not ring about where it was. */
  private static boolean stays(double[][] rest, int k, double[] by, double floor) {
    int from = k + WINDOW;
    int to = Math.min(rest[0].length, from + 2 * WINDOW);
    if (to - from < WINDOW / 2) {
      return true;
    }
    int before = Math.max(0, k - WINDOW);
    double x =
        LightMatch.median(Arrays.copyOfRange(rest[0], from, to))
            - LightMatch.median(Arrays.copyOfRange(rest[0], before, k));
    double y =
        LightMatch.median(Arrays.copyOfRange(rest[1], from, to))
            - LightMatch.median(Arrays.copyOfRange(rest[1], before, k));
    return (x * by[0] + y * by[1]) / Math.hypot(by[0], by[1]) > floor / 2;
  }

  /** Whether most of a jump happens within three frames. */
  private static boolean sudden(double[] x, double[] y, int k, double px) {
    int from = Math.max(0, k - 2);
    int to = Math.min(x.length - 1, k + 1);
    double there = 0;
    for (int i = from; i <= to; i++) {
      there = Math.max(there, Math.hypot(x[i] - x[from], y[i] - y[from]));
    }
    return there > 0.6 * px;
  }

  /** A place that creeps away, for good or not; it is taken out of the rest. */
  private static void slide(List<Seen> seen, double[][] rest, double floor, List<Bump> out) {
    int n = seen.size();
    int edge = 5;
    double[] by = new double[2];
    double[] start = new double[2];
    double[][] slow = {middle(rest[0]), middle(rest[1])};
    for (int c = 0; c < 2; c++) {
      start[c] = LightMatch.median(Arrays.copyOf(rest[c], edge));
      by[c] = LightMatch.median(Arrays.copyOfRange(rest[c], n - edge, n)) - start[c];
    }
    double px = Math.hypot(by[0], by[1]);
    int furthest = 0;
    double most = 0;
    for (int i = 0; i < n; i++) {
      double off = Math.hypot(slow[0][i] - start[0], slow[1][i] - start[1]);
      furthest = off > most ? i : furthest;
      most = Math.max(most, off);
    }
    if (px > floor) {
      out.add(slid(seen, slow, by, px));
    } else if (most > floor) {
      int frame = seen.get(furthest).frame();
      out.add(
          new Bump(
              frame,
              most,
              true,
              Said.of(
                  "The camera moved slowly and came back: at frame %s it is %.1f px off.",
                  frame, most)));
    } else {
      return;
    }
    for (int c = 0; c < 2; c++) {
      for (int i = 0; i < n; i++) {
        rest[c][i] -= slow[c][i];
      }
    }
  }

  private static Bump slid(List<Seen> seen, double[][] slow, double[] by, double px) {
    int begin = 0;
    int end = seen.size() - 1;
    for (int i = 0; i < seen.size(); i++) {
      double gone = ((slow[0][i] - slow[0][0]) * by[0] + (slow[1][i] - slow[1][0]) * by[1]) / px;
      begin = gone < 0.15 * px ? i : begin;
      end = gone > 0.85 * px ? Math.min(end, i) : end;
    }
    int from = seen.get(Math.min(begin, end)).frame();
    return new Bump(
        from,
        px,
        true,
        Said.of(
            "The camera %s slowly, by %.1f px between frames %s and %s: its end does not match its"
                + " beginning.",
            // What the camera sees goes up when it tilts down.
            by[1] < 0 && -by[1] > 2 * Math.abs(by[0]) ? "sagged" : "slid",
            px,
            from,
            seen.get(Math.max(begin, end)).frame()));
  }

  /** Running median. */
  private static double[] middle(double[] v) {
    double[] out = new double[v.length];
    for (int i = 0; i < v.length; i++) {
      int r = Math.min(WINDOW, Math.min(i, v.length - 1 - i));
      out[i] = LightMatch.median(Arrays.copyOfRange(v, i - r, i + r + 1));
    }
    return out;
  }

  /** Frames that are off while those around stand; what rings is one. */
  private static void knocks(
      List<Seen> seen, double[][] rest, double floor, FrameRate rate, List<Bump> out) {
    double[] mx = middle(rest[0]);
    double[] my = middle(rest[1]);
    int n = seen.size();
    int ring = Math.max(3, (int) Math.round(rate.fps() / 2));
    double[] off = new double[n];
    for (int i = 0; i < n; i++) {
      off[i] = Math.hypot(rest[0][i] - mx[i], rest[1][i] - my[i]);
    }
    for (int i = 0; i < n; i++) {
      if (off[i] <= floor) {
        continue;
      }
      int end = i;
      double most = off[i];
      for (int k = i; k < n && k - end <= ring; k++) {
        if (off[k] > floor) {
          end = k;
          most = Math.max(most, off[k]);
        }
      }
      int frame = seen.get(i).frame();
      int last = seen.get(end).frame();
      out.add(
          new Bump(
              frame,
              most,
              false,
              last - frame > 3
                  ? Said.of(
                      "The camera was knocked at frame %s by %.1f px and rang until frame %s.",
                      frame, most, last)
                  : Said.of(
                      "The camera was knocked at frame %s by %.1f px and came back.",
                      frame, most)));
      i = end;
    }
  }

  /** In words, after what was found. */
  String words() {
    if (Double.isNaN(floorPx)) {
      return "The place of the set could not be followed: whether the camera was touched is not"
          + " known.";
    }
    String rest =
        followed < frames
            ? Said.of(" In %s of %s frames the set could be followed.", followed, frames)
            : "";
    return (bumps.isEmpty()
            ? Said.of("The camera was not touched; less than %.1f px cannot be told.", floorPx)
            : bumps.get(0).words()
                + (bumps.size() == 1 ? "" : " And " + (bumps.size() - 1) + " more."))
        + rest;
  }
}
