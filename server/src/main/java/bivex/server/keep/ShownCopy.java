package bivex.server.keep;

import bivex.core.review.Showing;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/**
 * A version as it is shown: to the house where browsers do not play its file, to guests smaller and
 * with what it is written into its frames.
 */
@Entity
@Immutable
public class ShownCopy extends Added {
  /** For whom it is, and as what. */
  public enum Kind {
    HOUSE,
    PROGRESS,
    APPROVAL;

    /** As which guests are shown it. */
    public static Kind of(Showing.Kind kind) {
      return kind == Showing.Kind.APPROVAL ? APPROVAL : PROGRESS;
    }
  }

  public UUID productionId;
  public UUID versionId;

  @Enumerated(EnumType.STRING)
  public Kind kind;

  /** For the house the day it came in. */
  public LocalDate shownOn;

  /** Null when none could be made. */
  public String hash;

  public String type;
  public long bytes;

  /** Why none could be made; empty when one was. */
  public String fault;

  public Instant madeAt;
}
