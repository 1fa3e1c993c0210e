package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Motion;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.plate.PlateSheet.Figure;
import bivex.core.plate.TakeWatch.Track;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * Two clips held against each other frame by frame: two passes of a repeated move, or two takes of
 * a camera that stands. When the second begins against the first is found from how both pictures
 * move; then each frame is laid over its counterpart, and what is left is told, with what a retime
 * by a part of a frame would bring. Only shift, turn and size of the whole are followed, on frames
 * of 640 px.
 *
 * @param moving whether the camera moves
 * @param begins frame of the second that shows what frame 0 of the first shows; may be negative
 * @param even whether the move is so even that a shift along it and a later start cannot be told
 *     apart
 * @param frames that both have, in order
 * @param placed how many of them could be laid over each other
 * @param worst the frame that is furthest off; null when none is placed
 * @param errorPx twice the error of one frame's place, px
 * @param parts what parts of the picture say beside the whole
 * @param retimeFrames by how much the second is to be retimed beside whole frames; 0 where that
 *     brings nothing
 * @param afterPx how far the worst frame is off then, px
 * @param driftPx how much further off the end is than the beginning, px
 * @param lightStops light of the second against the first in the middle, stops
 * @param lightWorst most that a frame's light is off that, stops
 * @param lightDoubt why the light cannot be judged; empty when it can
 * @param tracks ready to be drawn
 * @param figures in the order they are read
 */
public record PassMatch(
    boolean sure,
    boolean agrees,
    boolean moving,
    int begins,
    boolean even,
    List<Frame> frames,
    int placed,
    Frame worst,
    double errorPx,
    Parts parts,
    double retimeFrames,
    double afterPx,
    double driftPx,
    double lightStops,
    double lightWorst,
    String lightDoubt,
    String verdict,
    String remedy,
    List<Track> tracks,
    List<Figure> figures,
    Limits limits) {
  /**
   * A frame of the second on its counterpart.
   *
   * @param first number in the first, from 0
   * @param second number in the second, from 0
   * @param dx px of the whole picture, to the right
   * @param dy down
   * @param degrees clockwise
   * @param scale of the second against the first
   * @param worstPx how far the corner is off that is off most
   * @param stops light
   * @param sure whether it could be laid over it
   */
  public record Frame(
      int first,
      int second,
      double dx,
      double dy,
      double degrees,
      double scale,
      double worstPx,
      double stops,
      boolean sure) {}

  /**
   * Parts of some frames, each followed by itself.
   *
   * @param px how far a wide part of the set lies off the whole at most, px; 0 where all lie on it
   * @param frame of the first in which that is
   * @param blindPx what is less is not told from the whole, px
   */
  public record Parts(double px, int frame, double blindPx) {}

  /** Every so many frames the parts are followed too. */
  private static final int LOOKED_AT = 15;

  /** Steps smaller than this from frame to frame, px of the small frames, are no move. */
  private static final double MOVES = 0.15;

  /** Frames both must have. */
  private static final int LEAST_FRAMES = 12;

  /** Part of the frames that must be placed before anything is concluded. */
  private static final double LEAST_PLACED = 0.8;

  /** How a picture goes from frame to frame. */
  public static final class Move {
    private final List<double[]> steps = new ArrayList<>();
    private Picture last;
    private Registration before = Registration.NONE;

    /** Takes the next frame. */
    public void frame(Picture frame) {
      if (last != null) {
        Registering r = Registering.follow(last.luma(), frame.luma(), before);
        before = r.sure() ? r.found() : Registration.NONE;
        steps.add(
            r.sure()
                ? step(r.found(), frame.width())
                : new double[] {Double.NaN, Double.NaN, Double.NaN, Double.NaN});
      }
      last = frame;
    }

    int frames() {
      return last == null ? 0 : steps.size() + 1;
    }

    /** Shift, and turn and size as what they move a quarter of the width from the middle. */
    private static double[] step(Registration r, int width) {
      return new double[] {
        r.dx(), r.dy(), Math.toRadians(r.degrees()) * width / 4.0, (r.scale() - 1) * width / 4.0
      };
    }

    private double speed() {
      double[] all =
          steps.stream()
              .filter(s -> !Double.isNaN(s[0]))
              .mapToDouble(s -> Math.sqrt(s[0] * s[0] + s[1] * s[1] + s[2] * s[2] + s[3] * s[3]))
              .toArray();
      return all.length == 0 ? 0 : LightMatch.median(all);
    }
  }

  /**
   * When the second begins, by how both go from frame to frame.
   *
   * @param frames of the second later than the first; may be negative
   * @param even whether other starts fit as well
   */
  public record Sync(boolean moving, int frames, boolean even) {}

  /** When one pass begins against the other. */
  public static Sync sync(Move a, Move b) {
    mustBeLong("first", a.frames());
    mustBeLong("second", b.frames());
    if (Math.max(a.speed(), b.speed()) < MOVES) {
      return new Sync(false, 0, false);
    }
    int n = a.steps.size();
    int m = b.steps.size();
    int least = Math.max(LEAST_FRAMES, Math.min(n, m) / 2);
    double best = Double.POSITIVE_INFINITY;
    int at = 0;
    double[] costs = new double[n + m + 1];
    Arrays.fill(costs, Double.NaN);
    for (int o = least - n; o <= m - least; o++) {
      double sum = 0;
      int k = 0;
      for (int i = Math.max(0, -o); i < Math.min(n, m - o); i++) {
        double[] p = a.steps.get(i);
        double[] q = b.steps.get(i + o);
        if (!Double.isNaN(p[0]) && !Double.isNaN(q[0])) {
          for (int c = 0; c < 4; c++) {
            sum += (p[c] - q[c]) * (p[c] - q[c]);
          }
          k++;
        }
      }
      if (k >= least / 2) {
        costs[o + n] = sum / k;
        if (sum / k < best - 1e-12) {
          best = sum / k;
          at = o;
        }
      }
    }
    double other = Double.POSITIVE_INFINITY;
    for (int o = 0; o < costs.length; o++) {
      if (!Double.isNaN(costs[o]) && Math.abs(o - n - at) > EVEN_FRAMES) {
        other = Math.min(other, costs[o]);
      }
    }
    boolean even = other < Math.max(2 * best, EVEN_COST);
    return new Sync(true, even && Double.isInfinite(best) ? 0 : at, even);
  }

  /** Starts so far apart fit equally well only when the move is even. */
  private static final int EVEN_FRAMES = 3;

  /** Mean square of what steps differ by through the error of following alone, px². */
  private static final double EVEN_COST = 0.01;

  private static void mustBeLong(String field, int frames) {
    if (frames < LEAST_FRAMES) {
      throw new InvalidInput(
          field, "must have at least " + LEAST_FRAMES + " frames, has " + frames);
    }
  }

  /** Lays frames over their counterparts as they come. */
  public static final class Matcher {
    private final double perPx;
    private final Sync sync;
    private final List<Frame> seen = new ArrayList<>();
    private final List<Double> blind = new ArrayList<>();
    private int unlit;
    private Parts parts = new Parts(0, 0, 0);
    private Registration before = Registration.NONE;

    /**
     * @param perPx pixels of the whole picture in one of the frames that are given
     */
    public Matcher(Sync sync, double perPx) {
      this.sync = sync;
      this.perPx = InvalidInput.positive("scale", perPx);
    }

    /**
     * @param number of the first, from 0
     * @param first frame
     * @param second its counterpart
     */
    public void frame(int number, Picture first, Picture second) {
      PlateComparison.mustFit(first.width(), first.height(), second.width(), second.height());
      Registering r = Registering.follow(first.luma(), second.luma(), before);
      before = r.sure() ? r.found() : before;
      Registration f = r.found();
      unlit += TakeWatch.lit(first.luma()) && TakeWatch.lit(second.luma()) ? 0 : 1;
      if (seen.size() % LOOKED_AT == 0) {
        look(number, first, second);
      }
      seen.add(
          new Frame(
              number,
              number + sync.frames,
              f.dx() * perPx,
              f.dy() * perPx,
              f.degrees(),
              f.scale(),
              f.worstPx(first.width(), first.height()) * perPx,
              TakeWatch.stops(first.luma(), second.luma(), r.sure() ? f : Registration.NONE),
              r.sure()));
    }

    private void look(int number, Picture first, Picture second) {
      Registering r =
          Registering.of(first.luma(), second.luma(), Registering.Grade.FINE, () -> false);
      if (!r.sure()) {
        return;
      }
      blind.add(r.motion().blindPx() * perPx);
      List<Motion.Other> others = r.motion().others();
      // Somebody who goes the same way in both is no slide of the camera.
      if (!others.isEmpty() && PlaceFaults.areSet(others)) {
        double px = others.get(0).offPx() * perPx;
        if (px > parts.px) {
          parts = new Parts(px, number, 0);
        }
      }
    }

    /**
     * By how many frames the second begins later still, where the passes turn out to be whole
     * frames apart along their move; 0 where they are not. Then they are laid over each other anew.
     *
     * @param a move of the first
     */
    public int further(Move a) {
      double[] r = retime(seen, a, perPx);
      return r == null || Math.abs(r[0]) < 0.6 ? 0 : (int) Math.rint(r[0]);
    }

    /**
     * @param a move of the first
     * @param lightDoubt why the light cannot be judged; empty when it can
     */
    public PassMatch done(Move a, Limits limits, String lightDoubt) {
      double told =
          blind.isEmpty()
              ? Double.POSITIVE_INFINITY
              : LightMatch.median(blind.stream().mapToDouble(v -> v).toArray());
      return of(
          List.copyOf(seen),
          sync,
          a,
          perPx,
          new Parts(parts.px, parts.frame, Math.min(told, 1000)),
          limits,
          lightDoubt.isEmpty() && unlit > MOST_UNLIT * seen.size()
              ? "they are too dark or too bright"
              : lightDoubt);
    }
  }

  /** Part of the frames that may be too dark or too bright before the light is not told. */
  private static final double MOST_UNLIT = 0.1;

  /** Part of the frames that must be placed before two clips are called the same. */
  private static final double SAME_PLACED = 0.95;

  /**
   * What a retime takes away, by least squares of what is left against the speed of the first.
   *
   * @return frames that the second is late by, and how far the worst frame is off then, px; null
   *     where nothing moves
   */
  private static double[] retime(List<Frame> seen, Move a, double perPx) {
    double up = 0;
    double down = 0;
    for (Frame f : seen) {
      double[] v = speed(a, f.first);
      if (f.sure && v != null) {
        up -= f.dx * v[0] * perPx + f.dy * v[1] * perPx;
        down += (v[0] * v[0] + v[1] * v[1]) * perPx * perPx;
      }
    }
    if (down < seen.size() * MOVES * MOVES * perPx * perPx) {
      return null;
    }
    double late = up / down;
    double most = 0;
    for (Frame f : seen) {
      double[] v = speed(a, f.first);
      if (f.sure && v != null) {
        double off =
            Math.hypot(f.dx + late * v[0] * perPx, f.dy + late * v[1] * perPx)
                + Math.max(0, f.worstPx - Math.hypot(f.dx, f.dy));
        most = Math.max(most, off);
      }
    }
    return new double[] {late, most};
  }

  /** How the first goes at a frame, px of the small frames a frame. */
  private static double[] speed(Move a, int frame) {
    double x = 0;
    double y = 0;
    int n = 0;
    for (int i = Math.max(0, frame - 1); i <= Math.min(a.steps.size() - 1, frame); i++) {
      if (!Double.isNaN(a.steps.get(i)[0])) {
        x += a.steps.get(i)[0];
        y += a.steps.get(i)[1];
        n++;
      }
    }
    return n == 0 ? null : new double[] {x / n, y / n};
  }

  private static PassMatch of(
      List<Frame> seen,
      Sync sync,
      Move a,
      double perPx,
      Parts parts,
      Limits limits,
      String lightDoubt) {
    List<Frame> placed = seen.stream().filter(Frame::sure).toList();
    double worst = placed.stream().mapToDouble(Frame::worstPx).max().orElse(0);
    double error = placed.isEmpty() ? 0 : 2 * tremble(placed) + FOLLOWED_PX * perPx;
    double[] retime = enough(seen, placed) ? retime(placed, a, perPx) : null;
    boolean helps = retime != null && Math.abs(retime[0]) > 0.02 && retime[1] < 0.8 * worst;
    return judged(
        seen,
        sync.moving,
        sync.frames,
        sync.even,
        error,
        parts,
        helps ? retime[0] : 0,
        helps ? retime[1] : worst,
        limits,
        lightDoubt);
  }

  private static boolean enough(List<Frame> seen, List<Frame> placed) {
    return seen.size() >= LEAST_FRAMES && placed.size() >= LEAST_PLACED * seen.size();
  }

  private static PassMatch judged(
      List<Frame> seen,
      boolean moving,
      int begins,
      boolean even,
      double error,
      Parts parts,
      double retime,
      double after,
      Limits limits,
      String lightDoubt) {
    List<Frame> placed = seen.stream().filter(Frame::sure).toList();
    boolean sure = enough(seen, placed);
    Frame worst = placed.stream().max((p, q) -> Double.compare(p.worstPx, q.worstPx)).orElse(null);
    double light = sure ? LightMatch.median(values(placed, Frame::stops)) : 0;
    double lightWorst = placed.stream().mapToDouble(f -> Math.abs(f.stops - light)).max().orElse(0);
    double drift = sure ? drift(placed, Math.max(3, placed.size() / 10)) : 0;
    boolean inPlace =
        worst != null
            && worst.worstPx + error <= limits.shiftPx()
            && parts.px <= limits.shiftPx()
            && parts.blindPx <= limits.shiftPx();
    boolean lit =
        lightDoubt.isEmpty() && Math.abs(light) <= limits.stops() && lightWorst <= limits.stops();
    return new PassMatch(
            sure,
            sure && inPlace && lit && placed.size() >= SAME_PLACED * seen.size(),
            moving,
            begins,
            even,
            seen,
            placed.size(),
            worst,
            error,
            parts,
            retime,
            after,
            drift,
            light,
            lightWorst,
            lightDoubt,
            "",
            "",
            tracks(seen, limits),
            List.of(),
            limits)
        .told();
  }

  /** Error of following a frame, px of the small frames, by which all may be off alike. */
  private static final double FOLLOWED_PX = 0.05;

  /** Median length of a plane step of standard deviation 1 a side, of the difference of two. */
  private static final double MEDIAN_STEP = 1.665;

  /** Standard deviation of a frame's place by how much it jumps from one to the next, px. */
  private static double tremble(List<Frame> placed) {
    double[] steps = new double[Math.max(1, placed.size() - 1)];
    for (int i = 1; i < placed.size(); i++) {
      steps[i - 1] =
          Math.hypot(
              placed.get(i).dx - placed.get(i - 1).dx, placed.get(i).dy - placed.get(i - 1).dy);
    }
    return LightMatch.median(steps) / MEDIAN_STEP;
  }

  private static double drift(List<Frame> placed, int edge) {
    List<Frame> begin = placed.subList(0, edge);
    List<Frame> end = placed.subList(placed.size() - edge, placed.size());
    return Math.hypot(
        LightMatch.median(values(end, Frame::dx)) - LightMatch.median(values(begin, Frame::dx)),
        LightMatch.median(values(end, Frame::dy)) - LightMatch.median(values(begin, Frame::dy)));
  }

  private static double[] values(List<Frame> of, ToDoubleFunction<Frame> value) {
    return of.stream().mapToDouble(value).toArray();
  }

  private PassMatch told() {
    List<Figure> out = new ArrayList<>();
    if (moving) {
      out.add(
          new Figure(
              "Second begins",
              begins == 0 ? "together" : frames(begins) + (begins > 0 ? " later" : " sooner"),
              even ? "the move is even: a shift along it looks the same" : "",
              false));
    }
    out.add(new Figure("Laid over", placed + " of " + frames.size() + " frames", "", !sure));
    if (sure) {
      out.add(
          new Figure(
              "Worst frame",
              Said.of("%.2f px", worst.worstPx),
              Said.of(
                  "frame %s, ± %.2f, limit %s",
                  worst.first, errorPx, PlateSheet.number(limits.shiftPx())),
              worst.worstPx + errorPx > limits.shiftPx()));
      out.add(new Figure("Drift", Said.of("%.2f px", driftPx), "end against beginning", false));
      if (parts.px > limits.shiftPx()) {
        out.add(
            new Figure(
                "Parts that moved",
                Said.of("%.1f px off the whole", parts.px),
                Said.of("frame %s, limit %s", parts.frame, PlateSheet.number(limits.shiftPx())),
                true));
      }
      if (retimeFrames != 0) {
        out.add(
            new Figure(
                "Retimed",
                Said.of("%.2f px", afterPx),
                Said.of(
                    "the second taken %.2f of a frame %s",
                    Math.abs(retimeFrames), retimeFrames > 0 ? "later" : "sooner"),
                false));
      }
      if (lightDoubt.isEmpty()) {
        out.add(
            new Figure(
                "Light",
                PlateComparison.signed(lightStops, 3) + " stops",
                Said.of("limit %s", PlateSheet.number(limits.stops())),
                Math.abs(lightStops) > limits.stops()));
        out.add(
            new Figure(
                "Light, worst frame",
                Said.of("%.3f stops off that", lightWorst),
                Said.of("limit %s", PlateSheet.number(limits.stops())),
                lightWorst > limits.stops()));
      }
    }
    return new PassMatch(
        sure,
        agrees,
        moving,
        begins,
        even,
        frames,
        placed,
        worst,
        errorPx,
        parts,
        retimeFrames,
        afterPx,
        driftPx,
        lightStops,
        lightWorst,
        lightDoubt,
        verdictWords(),
        remedyWords(),
        tracks,
        List.copyOf(out),
        limits);
  }

  private static String frames(int n) {
    return Math.abs(n) + (Math.abs(n) == 1 ? " frame" : " frames");
  }

  private boolean off() {
    return worst.worstPx + errorPx > limits.shiftPx();
  }

  private boolean apart() {
    return parts.px > limits.shiftPx();
  }

  private boolean blind() {
    return parts.blindPx > limits.shiftPx();
  }

  private String verdictWords() {
    if (!sure) {
      return Said.of(
          "Not measurable: only %s of %s frames could be laid over each other.",
          placed, frames.size());
    }
    String what = moving ? "passes" : "takes";
    String start =
        !moving || begins == 0
            ? ""
            : Said.of(
                ", when the second begins %s %s", frames(begins), begins > 0 ? "later" : "sooner");
    if (apart()) {
      return Said.of(
          "The camera went another way: at frame %s a part of the picture lies %.1f px off the"
              + " whole%s.",
          parts.frame, parts.px, start);
    }
    if (off() && worst.worstPx <= limits.shiftPx()) {
      return Said.of(
          "Not sure: the %s lie on each other within %.2f px%s, but that is only known to ± %.2f.",
          what, worst.worstPx, start, errorPx);
    }
    if (off()) {
      return Said.of(
          "The %s part by up to %.1f px, at frame %s%s%s.",
          what,
          worst.worstPx,
          worst.first,
          driftPx > limits.shiftPx() ? Said.of("; it drifts by %.1f px", driftPx) : "",
          start);
    }
    if (!lightDoubt.isEmpty()) {
      return Said.of(
          "The %s lie on each other within %.2f px%s, but their light is not judged: %s.",
          what, worst.worstPx, start, lightDoubt);
    }
    if (Math.abs(lightStops) > limits.stops() || lightWorst > limits.stops()) {
      return Said.of(
          "The light differs: %s stops%s. In place they agree within %.2f px%s.",
          PlateComparison.signed(lightStops, 2),
          lightWorst > limits.stops() ? Said.of(", and goes by %.2f beside that", lightWorst) : "",
          worst.worstPx,
          start);
    }
    if (blind()) {
      return Said.of(
          "Not sure: as a whole the %s lie on each other within %.2f px%s, but parts that are off"
              + " by less than %.1f px cannot be told in these clips.",
          what, worst.worstPx, start, parts.blindPx);
    }
    if (placed < SAME_PLACED * frames.size()) {
      return Said.of(
          "Not sure: the %s lie on each other within %.2f px%s where they could be laid over, but"
              + " that is %s of %s frames.",
          what, worst.worstPx, start, placed, frames.size());
    }
    return Said.of(
        "The %s agree: within %.2f px in %s and %.2f stops%s.",
        what,
        worst.worstPx,
        placed == frames.size() ? "every frame" : Said.of("%s of %s frames", placed, frames.size()),
        Math.abs(lightStops) + lightWorst,
        start);
  }

  private String remedyWords() {
    if (agrees) {
      return "";
    }
    if (!sure) {
      return "hold two clips of the same move and the same set against each other";
    }
    if (placed < SAME_PLACED * frames.size() && !off() && !apart()) {
      return "hold clips of more light and more detail against each other";
    }
    if (apart()) {
      return "run the move again from the same place; no one shift lays it back";
    }
    if (off()) {
      return retimeFrames != 0 && afterPx <= limits.shiftPx()
          ? Said.of(
              "retime the second by %.2f of a frame: %.1f px are left",
              Math.abs(retimeFrames), afterPx)
          : driftPx > limits.shiftPx()
              ? "run the move again from its mark; else stabilise each to a point of the set"
              : "run the move again; else lay the second back frame by frame with the curves";
    }
    if (!lightDoubt.isEmpty()) {
      return "say under the clip which curve it is in, and hold them against each other again";
    }
    if (blind() && Math.abs(lightStops) <= limits.stops() && lightWorst <= limits.stops()) {
      return "lay a still of each over the other as well";
    }
    return lightWorst > limits.stops()
        ? Said.of(
            "grade the second frame by frame, or feather over %.0f px",
            JoinFinder.feather(lightWorst, 0))
        : Said.of("grade the second by %s stops", PlateComparison.signed(-lightStops, 2));
  }

  private static List<Track> tracks(List<Frame> seen, Limits l) {
    return List.of(
        track("Across", seen, Frame::dx, l.shiftPx(), 2, " px"),
        track("Down", seen, Frame::dy, l.shiftPx(), 2, " px"),
        track("Worst corner", seen, Frame::worstPx, l.shiftPx(), 2, " px"),
        track("Light", seen, Frame::stops, l.stops(), 3, " stops"));
  }

  /** As {@link TakeWatch}'s, one share a frame; a frame that was not placed stays at nothing. */
  private static Track track(
      String label,
      List<Frame> seen,
      ToDoubleFunction<Frame> value,
      double limit,
      int decimals,
      String unit) {
    ToDoubleFunction<Frame> known = f -> f.sure ? value.applyAsDouble(f) : 0;
    return TakeWatch.track(label, seen, known, limit, decimals, unit);
  }

  /**
   * What is shown of it.
   *
   * @param both how many frames both have
   * @param first number in the first of the first of them
   * @param tracks one value a frame; empty where only the words are wanted
   */
  public record Sheet(
      boolean sure,
      boolean agrees,
      String verdict,
      String remedy,
      int both,
      int first,
      int begins,
      int worst,
      List<Figure> figures,
      List<Track> tracks) {}

  /**
   * @param curves whether the tracks are wanted
   */
  public Sheet sheet(boolean curves) {
    return new Sheet(
        sure,
        agrees,
        verdict,
        remedy,
        frames.size(),
        frames.isEmpty() ? 0 : frames.get(0).first,
        begins,
        worst == null ? 0 : worst.first,
        figures,
        curves ? tracks : List.of());
  }

  /** The same held to other limits: nothing is measured again. */
  public PassMatch held(Limits to) {
    return judged(
        frames, moving, begins, even, errorPx, parts, retimeFrames, afterPx, to, lightDoubt);
  }

  /** Every frame as CSV, one line each. */
  public String csv() {
    StringBuilder out =
        new StringBuilder("first,second,dx,dy,degrees,scale,worst_px,stops,placed\n");
    for (Frame f : frames) {
      out.append(
          Said.of(
              "%s,%s,%.3f,%.3f,%.5f,%.6f,%.3f,%.4f,%s",
              f.first,
              f.second,
              f.dx,
              f.dy,
              f.degrees,
              f.scale,
              f.worstPx,
              f.stops,
              f.sure ? 1 : 0));
      out.append('\n');
    }
    return out.toString();
  }
}
