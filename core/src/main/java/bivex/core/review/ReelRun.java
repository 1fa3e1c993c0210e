package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Versions one after another, each with what the cut shows before and after it: what is seen at the
 * joins is what decides whether an effect holds.
 *
 * @param pieces in the order they are seen
 */
public record ReelRun(List<Piece> pieces) {
  /** Seconds of a neighbour that are seen. */
  private static final double NEIGHBOUR_S = 2;

  /** Seconds a still is seen. */
  private static final double STILL_S = 2;

  /** What a piece is. */
  public enum Kind {
    /** What is watched. */
    WATCHED,
    /** A version of the shot beside it in the cut. */
    NEIGHBOUR,
    /** Something of the cut there is no picture of. */
    BLACK
  }

  /**
   * The newest version of a shot.
   *
   * @param id of the version
   * @param file numbers of its frames
   * @param fps of its file; of a still, of the production
   * @param still whether it is one picture
   * @param cut numbers of the frames of the cut of its shot
   * @param verdict the last on it; null for none
   */
  public record Clip(
      String id,
      String shot,
      String code,
      int number,
      FrameRange file,
      double fps,
      boolean still,
      FrameRange cut,
      Verdict verdict) {}

  /**
   * A stretch of a reel.
   *
   * @param shot id of the effect shot it is; empty for anything else
   * @param name as it is told where there is no picture of it
   * @param first frame of the reel
   */
  public record Stretch(String shot, String name, long first, long frames) {
    private boolean is(String other) {
      return !shot.isEmpty() && shot.equals(other);
    }

    private long end() {
      return first + frames;
    }
  }

  /**
   * A piece of the run.
   *
   * @param item place of what is watched in the list, from 0; a neighbour has that of what it is
   *     beside
   * @param version id; empty for black
   * @param frames of the shot that are seen; of black, counted from 0
   * @param file number of the first frame of its file; of black, 0
   * @param fps how many are seen in a second
   * @param still whether one picture is held
   * @param words what is seen, and what of it is not there
   */
  public record Piece(
      Kind kind,
      int item,
      String version,
      String code,
      FrameRange frames,
      int file,
      double fps,
      boolean still,
      String words) {}

  /**
   * @param watched ids of the shots, in the order they are watched
   * @param clips newest version of each shot, by its id
   * @param reels stretches of each newest cut; may be empty
   * @param neighbours whether what stands beside each in the cut is seen as well
   * @param handles whether frames of the file outside the cut are seen
   */
  public static ReelRun of(
      List<String> watched,
      Map<String, Clip> clips,
      List<List<Stretch>> reels,
      FrameRate rate,
      boolean neighbours,
      boolean handles) {
    Map<String, Beside> beside = neighbours ? beside(reels) : Map.of();
    double fps = rate.fps();
    int most = (int) Math.max(1, Math.round(NEIGHBOUR_S * fps));
    int held = (int) Math.max(1, Math.round(STILL_S * fps));
    List<Piece> out = new ArrayList<>();
    boolean bridged = false;
    for (int i = 0; i < watched.size(); i++) {
      Clip c = clips.get(watched.get(i));
      if (c == null) {
        throw new InvalidInput("shots", "one has no version to watch");
      }
      Beside b = beside.getOrDefault(c.shot, Beside.NOTHING);
      String last = i == 0 ? "" : watched.get(i - 1);
      String next = i + 1 == watched.size() ? "" : watched.get(i + 1);
      // What follows its neighbour in the run is seen as itself.
      if (b.before != null && !bridged && !b.before.is(last)) {
        out.add(neighbour(b.before, clips, i, fps, most, true));
      }
      out.add(watched(c, i, held, handles));
      // What stands between two that are watched is seen once, where it is short enough.
      bridged =
          b.after != null
              && b.after.frames <= 2L * most
              && b.after.equals(beside.getOrDefault(next, Beside.NOTHING).before);
      if (b.after != null && !b.after.is(next)) {
        out.add(neighbour(b.after, clips, i, fps, bridged ? 2 * most : most, false));
      }
    }
    return new ReelRun(List.copyOf(out));
  }

  /**
   * Where each shot stands first, the reels one after another: frames from the first of the first.
   */
  public static Map<String, Long> places(List<List<Stretch>> reels) {
    Map<String, Long> out = new HashMap<>();
    long base = 0;
    for (List<Stretch> reel : reels) {
      for (Stretch s : reel) {
        if (!s.shot.isEmpty()) {
          out.merge(s.shot, base + s.first, Math::min);
        }
      }
      base += reel.stream().mapToLong(Stretch::end).max().orElse(0);
    }
    return out;
  }

  /** What stands beside a shot; null where a reel begins or ends. */
  private record Beside(Stretch before, Stretch after) {
    private static final Beside NOTHING = new Beside(null, null);
  }

  private static Map<String, Beside> beside(List<List<Stretch>> reels) {
    Map<String, Beside> out = new HashMap<>();
    for (List<Stretch> reel : reels) {
      List<Stretch> in =
          reel.stream()
              .sorted(
                  Comparator.comparingLong(Stretch::first)
                      .thenComparing(Stretch::shot, Comparator.reverseOrder()))
              .toList();
      for (Stretch s : in) {
        if (s.shot.isEmpty()) {
          continue;
        }
        Stretch before = null;
        Stretch after = null;
        for (Stretch o : in) {
          if (o != s && !o.shot.equals(s.shot)) {
            before = o.end() == s.first && (before == null || before.shot.isEmpty()) ? o : before;
            after = o.first == s.end() && (after == null || after.shot.isEmpty()) ? o : after;
          }
        }
        // Used twice, a shot is watched as it is used first.
        out.putIfAbsent(s.shot, new Beside(before, after));
      }
    }
    return out;
  }

  private static Piece watched(Clip c, int item, int held, boolean handles) {
    if (c.still) {
      return seen(Kind.WATCHED, item, c, new FrameRange(c.file.first(), held), "a still");
    }
    FrameRange there = handles ? c.file : shared(c.file, c.cut);
    String words = "";
    if (there == null) {
      there = c.file;
      words = "no frame of the cut is in the file, which has " + c.file.said();
    } else {
      List<String> lacking = new ArrayList<>();
      if (c.cut.first() < c.file.first()) {
        lacking.add(new FrameRange(c.cut.first(), c.file.first() - c.cut.first()).said());
      }
      if (c.cut.last() > c.file.last()) {
        lacking.add(new FrameRange(c.file.last() + 1, c.cut.last() - c.file.last()).said());
      }
      if (!lacking.isEmpty()) {
        words = "not in the file: frames " + String.join(" and ", lacking);
      }
    }
    return seen(Kind.WATCHED, item, c, there, words);
  }

  private static Piece seen(Kind kind, int item, Clip c, FrameRange frames, String words) {
    return new Piece(kind, item, c.id, c.code, frames, c.file.first(), c.fps, c.still, words);
  }

  private static Piece neighbour(
      Stretch s, Map<String, Clip> clips, int item, double fps, int most, boolean before) {
    int frames = (int) Math.min(most, Math.max(1, s.frames));
    Clip c = s.shot.isEmpty() ? null : clips.get(s.shot);
    FrameRange there = c == null ? null : c.still ? c.file : shared(c.file, c.cut);
    if (there == null) {
      return new Piece(
          Kind.BLACK,
          item,
          "",
          c == null ? "" : c.code,
          new FrameRange(0, frames),
          0,
          fps,
          false,
          c == null ? s.name : s.name + ": no frame of the cut is in its file");
    }
    // A still is held, whatever is asked of it.
    int seen = c.still ? frames : Math.min(frames, there.frames());
    int first = before && !c.still ? there.last() - seen + 1 : there.first();
    return seen(
        Kind.NEIGHBOUR,
        item,
        c,
        new FrameRange(first, seen),
        Said.of(
            "version %s, %s",
            c.number, c.verdict == null ? "without a verdict" : c.verdict.words()));
  }

  private static FrameRange shared(FrameRange a, FrameRange b) {
    int first = Math.max(a.first(), b.first());
    int last = Math.min(a.last(), b.last());
    return last < first ? null : new FrameRange(first, last - first + 1);
  }
}
