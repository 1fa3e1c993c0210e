package bivex.core.review;

import bivex.core.Said;
import bivex.core.time.FrameRange;
import java.util.Comparator;
import java.util.List;

/**
 * What the frames of a version show by themselves, before anybody looks: what is black or even,
 * what comes twice, jumps and flashes, and where it differs from an earlier version. Each finding
 * says where to look; what it means is for the eye.
 *
 * @param frames how many were read
 * @param moves whether enough moves that repeated frames can be told
 * @param findings in the order of their frames
 * @param compared frames that the earlier version has too, from 0; null where there is none
 * @param limit differences up to this share of the range are taken for how the two files are coded;
 *     of colour alone, up to twice as much; null where nothing was compared
 * @param changes against the earlier version, in the order of their frames
 * @param untold what cannot be told of this file, and why
 */
public record PictureCheck(
    int frames,
    boolean moves,
    List<Finding> findings,
    FrameRange compared,
    Double limit,
    List<Change> changes,
    List<String> untold) {
  /**
   * A version of the shot, to be held against.
   *
   * @param moves whether it is no still
   * @param verdict the last on it; null for none
   */
  public record Earlier(int number, boolean moves, Verdict verdict) {}

  /**
   * Which a version is held against: the last before it that was agreed, else the last before it.
   *
   * @return its number; null where none before it moves
   */
  public static Integer against(int number, List<Earlier> versions) {
    return versions.stream()
        .filter(v -> v.number < number && v.moves)
        .max(
            Comparator.comparing((Earlier v) -> v.verdict == Verdict.AGREED)
                .thenComparing(Earlier::number))
        .map(Earlier::number)
        .orElse(null);
  }

  /** What was looked for and not found, in a sentence; empty where something was found. */
  public String nothing() {
    return findings.isEmpty()
        ? Said.of(
            "Nothing that is black, of one tone,%s jumping, or flashing beyond the guideline's"
                + " figure was found in %s frames.",
            moves ? " repeated," : "", frames)
        : "";
  }

  /**
   * What it was held against and how closely, in a sentence.
   *
   * @param against number of the earlier version; null where there was none
   */
  public String held(Integer against) {
    return against == null
        ? "There is no earlier version that moves to hold it against."
        : compared == null
            ? Said.of("It has no frame in common with version %s.", against)
            : Said.of(
                "Against version %s over %s frames; what differs by less than %.1f%% of the range"
                    + " (in colour alone, %.1f%%) is taken for how the files are coded.",
                against, compared.frames(), 100 * limit, 200 * limit);
  }

  /** What was found. */
  public enum Kind {
    BLACK,
    EVEN,
    REPEATED,
    ODD,
    JUMP,
    STEP,
    FLASHES,
    RED_FLASHES
  }

  /**
   * @param frames of the file, from 0
   * @param words what is seen there, without the numbers of the frames
   */
  public record Finding(Kind kind, FrameRange frames, String words) {}

  /**
   * A part of the picture that differs from an earlier version.
   *
   * @param frames of the file, from 0
   * @param x left edge, share of the width
   * @param y upper edge, share of the height
   * @param width share
   * @param height share
   * @param most largest difference of a part of it, share of the range of codes
   */
  public record Change(
      FrameRange frames, double x, double y, double width, double height, double most) {
    /** Where in the picture, in words. */
    public String where() {
      String across =
          width > 0.7 ? "" : x + width <= 0.45 ? "left" : x >= 0.55 ? "right" : "middle";
      String down =
          height > 0.7 ? "" : y + height <= 0.45 ? "top" : y >= 0.55 ? "bottom" : "middle";
      if (across.isEmpty() && down.isEmpty()) {
        return width > 0.95 && height > 0.95 ? "the whole picture" : "most of the picture";
      }
      if (across.isEmpty()) {
        return down.equals("middle") ? "across the middle" : "along the " + down;
      }
      if (down.isEmpty() || across.equals("middle") && down.equals("middle")) {
        return across.equals("middle") ? "the middle" : "the " + across + " side";
      }
      return down.equals("middle")
          ? "the " + across + " side"
          : across.equals("middle") ? "the " + down : "the " + down + " " + across;
    }

    /** How much, in words. */
    public String much() {
      return Said.of("up to %.0f%% of the range", 100 * most);
    }

    /**
     * Which notes ask for something there, in words; that nothing does, else.
     *
     * @param first number of the file's first frame
     * @param against number of the earlier version
     * @param number of the version
     * @param all notes of the shot; those count that were given on the earlier one or since
     */
    public String asked(int first, int against, int number, List<Asked> all) {
      List<Asked> notes =
          all.stream().filter(n -> n.version >= against && n.version < number).toList();
      FrameRange here = new FrameRange(first + frames.first(), frames.frames());
      List<Asked> exact =
          notes.stream()
              .filter(n -> n.on != null)
              .filter(n -> n.on.first() <= here.last() && here.first() <= n.on.last())
              .toList();
      if (!exact.isEmpty()) {
        return "a note on these frames: " + exact.get(0).words + more(exact);
      }
      List<Asked> whole = notes.stream().filter(n -> n.on == null).toList();
      return whole.isEmpty()
          ? "no note asked for it"
          : "no note on these frames; on the whole shot: " + whole.get(0).words + more(whole);
    }

    private static String more(List<Asked> notes) {
      return notes.size() == 1 ? "" : " (and " + (notes.size() - 1) + " more)";
    }
  }

  /**
   * Something that was asked for.
   *
   * @param version number of the one it was given on
   * @param on numbers of the shot's frames; null for the whole shot
   */
  public record Asked(int version, FrameRange on, String words) {}
}
