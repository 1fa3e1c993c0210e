package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What the client's drop box answered. */
@Entity
@Immutable
public class Receipt extends Added {
  public UUID packageId;
  public boolean accepted;
  public String words;
  public Instant receivedAt;
}
