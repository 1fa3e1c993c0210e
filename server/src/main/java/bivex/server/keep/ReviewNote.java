package bivex.server.keep;

import bivex.core.review.Drawing;
import bivex.core.review.NoteWord;
import bivex.core.time.FrameRange;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A note on frames of a version, or on the whole shot. */
@Entity
@Immutable
public class ReviewNote extends Added {
  public UUID versionId;
  public UUID shotId;
  public int frame;

  /** The last it is on; the same as the first for one frame. */
  public int lastFrame;

  /** Whether it is on the whole shot; its frames are those the version had. */
  public boolean whole;

  /** Whether it may be left undone. */
  public boolean wish;

  /** Whether guests who are invited to the shot may read it. */
  public boolean shown;

  /** For whom it is; null for whoever works on the shot. */
  public UUID forPerson;

  /** What was drawn on its frame; null for nothing. */
  @Convert(converter = Drawn.class)
  public Drawing drawing;

  public String words;
  public String saidBy;
  public Instant saidAt;

  /** A drawing as JSON text. */
  static class Drawn extends JsonColumn<Drawing> {
    Drawn() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Frames it is on; null for the whole shot. */
  public FrameRange on() {
    return whole ? null : new FrameRange(frame, lastFrame - frame + 1);
  }

  /**
   * As the core holds what is said against it.
   *
   * @param version number of the one it was given on
   */
  public NoteWord.Note note(int version) {
    return new NoteWord.Note(version, on(), byPerson == null ? "" : byPerson.toString());
  }
}
