package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** One of several looks tried for a shot. */
@Entity
@Immutable
public class Look extends Added {
  public UUID productionId;
  public UUID shotId;
  public String letter;
  public String title;
  public String words;
  public String hash;
  public String type;
  public String addedBy;
  public Instant addedAt;
}
