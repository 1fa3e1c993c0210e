package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.plate.PlateSheet.Figure;
import bivex.core.plate.TakeWatch.Track;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * Two clips held against each other frame by frame: two passes of a repeated move, or two takes of
 * a camera that stands. When the second begins against the first is found from how both pictures
 * move; then each frame is laid over its counterpart, and what is left is told, with what a retime
 * by a part of a frame would bring. Only shift, turn and size of the whole are followed, on frames
 * of 640 px; whether a wide part of the set lies otherwise is looked for in some of them.
 *
 * @param moving whether the camera moves
 * @param begins frame of the second that shows what frame 0 of the first shows; may be negative
 * @param even whether the move is so even that a shift along it and a later start cannot be told
 *     apart
 * @param frames that both have, in order
 * @param errorPx twice the error of one frame's place, px
 * @param parts what parts of the picture say beside the whole
 * @param retimeFrames by how much the second is to be taken later beside whole frames, negative for
 *     sooner; 0 where that brings nothing
 * @param afterPx how far the worst frame is off then, px
 * @param lightDoubt why the light cannot be judged; empty when it can
 * @param limits they are held to
 */
public record PassMatch(
    boolean moving,
    int begins,
    boolean even,
    List<Frame> frames,
    double errorPx,
    Parts parts,
    double retimeFrames,
    double afterPx,
    String lightDoubt,
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
   * @param blindPx what is less is not told from the whole, px; null where no frame could be looked
   *     at
   */
  public record Parts(double px, int frame, Double blindPx) {}

  /** Part of the frames that must be placed before anything is concluded. */
  private static final double LEAST_PLACED = 0.8;

  /** Part of the frames that must be placed before two clips are called the same. */
  private static final double SAME_PLACED = 0.95;

  private List<Frame> placed() {
    return frames.stream().filter(Frame::sure).toList();
  }

  /** Whether enough frames could be laid over each other for anything to be concluded. */
  public boolean sure() {
    return frames.size() >= PassMove.LEAST_FRAMES
        && placed().size() >= LEAST_PLACED * frames.size();
  }

  /** The frame that is furthest off; null when none is placed. */
  public Frame worst() {
    return placed().stream().max(Comparator.comparingDouble(Frame::worstPx)).orElse(null);
  }

  /** How much further off the end is than the beginning, px. */
  public double driftPx() {
    return sure() ? drift(placed(), Math.max(3, placed().size() / 10)) : 0;
  }

  /** Light of the second against the first in the middle, stops. */
  public double lightStops() {
    return sure() ? LightMatch.median(values(placed(), Frame::stops)) : 0;
  }

  /** Most that a frame's light is off that, stops. */
  public double lightWorst() {
    double middle = lightStops();
    return placed().stream().mapToDouble(f -> Math.abs(f.stops - middle)).max().orElse(0);
  }

  /** Whether every frame is certainly within the limits, in place, in its parts, and in light. */
  public boolean agrees() {
    return sure() && !apart() && !off() && !blind() && lightDoubt.isEmpty() && lit() && enough();
  }

  private boolean apart() {
    return parts.px > limits.shiftPx();
  }

  private boolean off() {
    return worst().worstPx + errorPx > limits.shiftPx();
  }

  private boolean blind() {
    return parts.blindPx == null || parts.blindPx > limits.shiftPx();
  }

  private boolean lit() {
    return Math.abs(lightStops()) <= limits.stops() && lightWorst() <= limits.stops();
  }

  private boolean enough() {
    return placed().size() >= SAME_PLACED * frames.size();
  }

  private static double drift(List<Frame> placed, int edge) {
    List<Frame> begin = placed.subList(0, edge);
    List<Frame> end = placed.subList(placed.size() - edge, placed.size());
    return Math.hypot(
        LightMatch.median(values(end, Frame::dx)) - LightMatch.median(values(begin, Frame::dx)),
        LightMatch.median(values(end, Frame::dy)) - LightMatch.median(values(begin, Frame::dy)));
  }

  static double[] values(List<Frame> of, ToDoubleFunction<Frame> value) {
    return of.stream().mapToDouble(value).toArray();
  }

  private List<Figure> figures() {
    List<Figure> out = new ArrayList<>();
    if (moving) {
      out.add(
          new Figure(
              "Second begins",
              begins == 0 ? "together" : frames(begins) + (begins > 0 ? " later" : " sooner"),
              even ? "the move is even: a shift along it looks the same" : "",
              false));
    }
    out.add(
        new Figure("Laid over", placed().size() + " of " + frames.size() + " frames", "", !sure()));
    if (sure()) {
      Frame worst = worst();
      out.add(
          new Figure(
              "Worst frame",
              Said.of("%.2f px", worst.worstPx),
              Said.of(
                  "frame %s, ± %.2f, limit %s",
                  worst.first, errorPx, PlateSheet.number(limits.shiftPx())),
              off()));
      out.add(new Figure("Drift", Said.of("%.2f px", driftPx()), "end against beginning", false));
      if (apart()) {
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
                PlateComparison.signed(lightStops(), 3) + " stops",
                Said.of("limit %s", PlateSheet.number(limits.stops())),
                Math.abs(lightStops()) > limits.stops()));
        out.add(
            new Figure(
                "Light, worst frame",
                Said.of("%.3f stops off that", lightWorst()),
                Said.of("limit %s", PlateSheet.number(limits.stops())),
                lightWorst() > limits.stops()));
      }
    }
    return List.copyOf(out);
  }

  private static String frames(int n) {
    return Math.abs(n) + (Math.abs(n) == 1 ? " frame" : " frames");
  }

  /** In one breath. */
  public String verdict() {
    if (!sure()) {
      return Said.of(
          "Not measurable: only %s of %s frames could be laid over each other.",
          placed().size(), frames.size());
    }
    Frame worst = worst();
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
          driftPx() > limits.shiftPx() ? Said.of("; it drifts by %.1f px", driftPx()) : "",
          start);
    }
    if (!lightDoubt.isEmpty()) {
      return Said.of(
          "The %s lie on each other within %.2f px%s, but their light is not judged: %s.",
          what, worst.worstPx, start, lightDoubt);
    }
    if (!lit()) {
      return Said.of(
          "The light differs: %s stops%s. In place they agree within %.2f px%s.",
          PlateComparison.signed(lightStops(), 2),
          lightWorst() > limits.stops()
              ? Said.of(", and goes by %.2f beside that", lightWorst())
              : "",
          worst.worstPx,
          start);
    }
    if (blind()) {
      if (parts.blindPx == null) {
        return Said.of(
            "Not sure: as a whole the %s lie on each other within %.2f px%s, but no part could be"
                + " followed by itself.",
            what, worst.worstPx, start);
      }
      return Said.of(
          "Not sure: as a whole the %s lie on each other within %.2f px%s, but parts that are off"
              + " by less than %.1f px cannot be told in these clips.",
          what, worst.worstPx, start, parts.blindPx);
    }
    if (!enough()) {
      return Said.of(
          "Not sure: the %s lie on each other within %.2f px%s where they could be laid over, but"
              + " that is %s of %s frames.",
          what, worst.worstPx, start, placed().size(), frames.size());
    }
    return Said.of(
        "The %s agree: within %.2f px in %s and %.2f stops%s.",
        what,
        worst.worstPx,
        placed().size() == frames.size()
            ? "every frame"
            : Said.of("%s of %s frames", placed().size(), frames.size()),
        Math.abs(lightStops()) + lightWorst(),
        start);
  }

  /** What to do; empty when they agree. */
  public String remedy() {
    if (agrees()) {
      return "";
    }
    if (!sure()) {
      return "hold two clips of the same move and the same set against each other";
    }
    if (!enough() && !off() && !apart()) {
      return "hold clips of more light and more detail against each other";
    }
    if (apart()) {
      return "run the move again from the same place; no one shift lays it back";
    }
    if (off()) {
      return retimeFrames != 0 && afterPx <= limits.shiftPx()
          ? Said.of(
              "take the second %.2f of a frame %s: %.1f px are left",
              Math.abs(retimeFrames), retimeFrames > 0 ? "later" : "sooner", afterPx)
          : driftPx() > limits.shiftPx()
              ? "run the move again from its mark; else stabilise each to a point of the set"
              : "run the move again; else lay the second back frame by frame with the curves";
    }
    if (!lightDoubt.isEmpty()) {
      return "say under the clip which curve it is in, and hold them against each other again";
    }
    if (blind() && lit()) {
      return "lay a still of each over the other as well";
    }
    return lightWorst() > limits.stops()
        ? Said.of(
            "grade the second frame by frame, or feather over %.0f px",
            JoinFinder.feather(lightWorst()))
        : Said.of("grade the second by %s stops", PlateComparison.signed(-lightStops(), 2));
  }

  private List<Track> tracks() {
    return List.of(
        track("Across", Frame::dx, limits.shiftPx(), 2, " px"),
        track("Down", Frame::dy, limits.shiftPx(), 2, " px"),
        track("Worst corner", Frame::worstPx, limits.shiftPx(), 2, " px"),
        track("Light", Frame::stops, limits.stops(), 3, " stops"));
  }

  /** As {@link TakeWatch}'s, one share a frame; a frame that was not placed stays at nothing. */
  private Track track(
      String label, ToDoubleFunction<Frame> value, double limit, int decimals, String unit) {
    return TakeWatch.track(
        label, frames, f -> f.sure ? value.applyAsDouble(f) : 0, limit, decimals, unit);
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
    Frame worst = worst();
    return new Sheet(
        sure(),
        agrees(),
        verdict(),
        remedy(),
        frames.size(),
        frames.isEmpty() ? 0 : frames.get(0).first,
        begins,
        worst == null ? 0 : worst.first,
        figures(),
        curves ? tracks() : List.of());
  }

  /** The same held to other limits: nothing is measured again. */
  public PassMatch held(Limits to) {
    return new PassMatch(
        moving, begins, even, frames, errorPx, parts, retimeFrames, afterPx, lightDoubt, to);
  }

  /** Refuses clips whose frames have no counterparts. */
  public static void mustRunAlike(FrameRate first, FrameRate second) {
    if (!first.equals(second)) {
      throw new InvalidInput(
          "second",
          Said.of(
              "runs at %s fps, the first at %s: their frames have no counterparts",
              second.name(), first.name()));
    }
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
