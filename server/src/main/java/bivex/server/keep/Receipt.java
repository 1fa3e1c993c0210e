package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;

/** What the client's drop box answered. */
@Entity
public class Receipt extends Added {
  public UUID packageId;
  public boolean accepted;
  public String words;
  public Instant receivedAt;
}
