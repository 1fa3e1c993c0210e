package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.time.FrameRange;
import java.time.Instant;

/**
 * Something said of a note of the review; added and never changed.
 *
 * @param version number of the version it is said of; null where it is said of none
 * @param by id of whoever says it; empty where nobody was signed in
 */
public record NoteWord(Kind kind, Integer version, String words, String by, Instant at) {
  public enum Kind {
    /** Somebody is on it. */
    TAKEN("being done", "took on"),
    /** It is answered in a version. */
    ANSWERED("answered", "answered"),
    /** Who gave it is satisfied. */
    CONFIRMED("confirmed", "confirmed"),
    /** It is not answered after all. */
    AGAIN("open again", "opened again"),
    /** Who gave it does not want it any more. */
    WITHDRAWN("withdrawn", "withdrew");

    private final String words;
    private final String did;

    Kind(String words, String did) {
      this.words = words;
      this.did = did;
    }

    /** What whoever says it did, in words. */
    public String did() {
      return did;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A note as far as what is said of it is held against it.
   *
   * @param version number of the version it was given on
   * @param on frames it is on; null for the whole shot
   * @param giver id of whoever gave it; empty for somebody no longer known
   */
  public record Note(int version, FrameRange on, String giver) {
    /** What it is on, in words. */
    public String said() {
      return on == null
          ? "the whole shot"
          : on.frames() == 1 ? "frame " + on.first() : "frames " + on.said();
    }
  }

  /**
   * The frames a note is meant for.
   *
   * @param lastFrame null for one frame
   * @param version frames it has
   * @throws InvalidInput naming the field, also for a frame the version does not have
   */
  public static FrameRange on(Integer frame, Integer lastFrame, FrameRange version) {
    if (frame == null) {
      throw new InvalidInput("frame", "must be the frame the note is on");
    }
    InvalidInput.within("frame", frame, (long) version.first(), version.last());
    int last = lastFrame == null ? frame : lastFrame;
    InvalidInput.within("lastFrame", last, (long) frame, version.last());
    return new FrameRange(frame, last - frame + 1);
  }

  /**
   * In words, for a list.
   *
   * @param who says it; empty for nobody
   */
  public String said(String who) {
    return (who.isEmpty() ? "" : who + ": ")
        + kind.words
        + (version == null ? "" : " in version " + version)
        + (words.isEmpty() ? "" : ", " + words);
  }

  /**
   * What somebody says, checked.
   *
   * @param version it is answered in, with the frames it has; null for none
   * @throws InvalidInput naming the field
   */
  public static NoteWord of(
      Kind kind,
      Note note,
      NoteStand standing,
      Integer version,
      FrameRange frames,
      String words,
      String by,
      Instant at) {
    if (kind == null) {
      throw new InvalidInput("kind", "must say what is said of the note");
    }
    if (!standing.next().contains(kind)) {
      throw new InvalidInput("kind", "it is " + standing.words());
    }
    Integer in = null;
    if (kind == Kind.ANSWERED) {
      if (version == null) {
        throw new InvalidInput("version", "must be the version that answers it");
      }
      if (version <= note.version()) {
        throw new InvalidInput(
            "version",
            "must be newer than version " + note.version() + ", on which the note was given");
      }
      FrameRange on = note.on();
      if (on != null && (frames == null || frames.before(on) > 0 || frames.after(on) > 0)) {
        throw new InvalidInput("version", "does not have what the note is on, " + note.said());
      }
      in = version;
    } else if (kind == Kind.CONFIRMED || kind == Kind.AGAIN) {
      in = standing.answeredIn();
    }
    boolean reason = kind == Kind.AGAIN || kind == Kind.WITHDRAWN;
    return new NoteWord(
        kind,
        in,
        reason ? InvalidInput.text("words", words) : InvalidInput.words("words", words),
        by,
        at);
  }

  /**
   * Why somebody may not say it; empty where they may. Who gave a note says whether it is answered;
   * the producer may for them, and is named.
   *
   * @param me id of whoever says it
   * @param seen whether they may look at the version it is answered in; true where there is none
   */
  public static String refused(Kind kind, Note note, Role role, String me, boolean seen) {
    boolean gave = me.equals(note.giver());
    if (kind == null) {
      return "";
    }
    return switch (kind) {
      case TAKEN, ANSWERED ->
          role == Role.GUEST || role == Role.FLOOR
              ? "Notes are answered by the artists, the producer or the coordinator."
              : "";
      case CONFIRMED, AGAIN, WITHDRAWN ->
          gave || role == Role.PRODUCER
              ? seen || kind == Kind.WITHDRAWN
                  ? ""
                  : "The version that answers it is not shown to you."
              : "Whether it is met says who gave it, or the producer for them.";
    };
  }
}
