package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/**
 * Words of a shot in one draft. A shot has the same numbers of marks in every draft since it was
 * marked; where words are lost the mark has no place.
 */
@Entity
public class Mark {
  /** How the words came to be where they are. */
  public enum Standing {
    /** Somebody marked them. */
    MARKED(true),
    UNCHANGED(true),
    MOVED(true),
    REWORDED(true),
    /** There is a proposal; somebody must decide. */
    ASKED(false),
    /** That the moment is gone is proposed; somebody must decide. */
    GONE(false),
    LOST(false);

    private final boolean sure;

    Standing(boolean sure) {
      this.sure = sure;
    }

    /** Whether it is sure where the words are. */
    public boolean sure() {
      return sure;
    }
  }

  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public UUID draftId;
  public int number;

  @Enumerated(EnumType.STRING)
  public Standing standing;

  public Integer markStart;
  public Integer markEnd;

  /** The words; where somebody is asked or they are lost, those they were. */
  public String excerpt;

  /** The words in the draft before, where they were others; else empty. */
  public String before;

  public String reason;
  public String setBy;
  public Instant setAt;

  /** What was asked before somebody decided; null while nobody has, or nothing was asked. */
  @Enumerated(EnumType.STRING)
  public Standing askedStanding;

  public Integer askedStart;
  public Integer askedEnd;
  public String askedReason;
  public String askedExcerpt;

  /** The scene its shot was in then. */
  public String askedScene;

  /** Whether its shot was omitted with the decision. */
  public boolean askedOmitted;

  @Version public long version;

  /** Whether it is sure where its words are. */
  public boolean sure() {
    return standing.sure;
  }

  /** Whether it has no words, as far as is known. */
  public boolean lost() {
    return markStart == null;
  }

  /** Whether somebody is asked about it and has not answered. */
  public boolean open() {
    return !sure() && askedStanding == null;
  }

  /**
   * Keeps what is asked, for somebody who decides now.
   *
   * @param scene its shot is in
   */
  public void keepAsked(String scene) {
    if (open()) {
      askedStanding = standing;
      askedStart = markStart;
      askedEnd = markEnd;
      askedReason = reason;
      askedExcerpt = excerpt;
      askedScene = scene;
    }
  }

  /** Asks again what was asked; nothing happens where nothing was. */
  public void askAgain() {
    if (askedStanding == null) {
      return;
    }
    standing = askedStanding;
    markStart = askedStart;
    markEnd = askedEnd;
    reason = askedReason;
    excerpt = askedExcerpt;
    before = "";
    askedStanding = null;
    askedStart = null;
    askedEnd = null;
    askedReason = null;
    askedExcerpt = null;
    askedScene = null;
    askedOmitted = false;
  }
}
