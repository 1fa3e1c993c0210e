package bivex.server.delivery;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** What the client's drop box answered. */
@Entity
public class Receipt {
  @Id public UUID id;
  public UUID packageId;
  public boolean accepted;
  public String words;
  public Instant receivedAt;
}
