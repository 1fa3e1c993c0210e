package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A storyboard frame of a shot. */
@Entity
public class BoardFrame {
  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public int position;
  public String caption;
  public String hash;
  public String type;
  public String addedBy;
  public Instant addedAt;
  @Version public long version;
}
