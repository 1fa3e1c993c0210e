package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** The secret address at which somebody's own calendar asks for their days. */
@Entity
public class Feed {
  @Id public UUID id;
  public UUID productionId;
  public UUID personId;
  public String tokenDigest;
  public Instant madeAt;

  /** When it was asked for last; null for never. */
  public Instant askedAt;
}
