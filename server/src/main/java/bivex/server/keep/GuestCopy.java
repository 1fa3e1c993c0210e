package bivex.server.keep;

import bivex.core.review.Showing;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A version as guests are shown it: smaller, with what it is written into its frames. */
@Entity
@Immutable
public class GuestCopy extends Added {
  public UUID productionId;
  public UUID versionId;

  @Enumerated(EnumType.STRING)
  public Showing.Kind kind;

  public LocalDate shownOn;

  /** Null when none could be made. */
  public String hash;

  public String type;
  public long bytes;

  /** Why none could be made; empty when one was. */
  public String fault;

  public Instant madeAt;
}
