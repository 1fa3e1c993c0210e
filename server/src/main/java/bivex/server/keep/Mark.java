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
    MARKED,
    UNCHANGED,
    MOVED,
    REWORDED,
    /** There is a proposal; somebody must decide. */
    ASKED,
    LOST
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
  @Version public long version;

  /** Whether it is sure where its words are. */
  public boolean sure() {
    return standing != Standing.ASKED && standing != Standing.LOST;
  }
}
