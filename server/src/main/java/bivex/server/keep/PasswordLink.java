package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A link by which somebody sets their own password; it goes when it is used. */
@Entity
public class PasswordLink {
  @Id public UUID id;
  public UUID personId;
  public String tokenDigest;
  public String madeBy;
  public Instant madeAt;
  public Instant endsAt;
}
