package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Which look was taken, and why; the last one counts. */
@Entity
@Immutable
public class LookDecision extends Added {
  public UUID lookId;
  public UUID shotId;
  public String reason;
  public String decidedBy;
  public Instant decidedAt;
}
