package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A code a shot had before. */
@Entity
@Immutable
public class FormerCode extends Added {
  public UUID productionId;
  public UUID shotId;
  public String code;
  public String changedBy;
  public Instant changedAt;
}
