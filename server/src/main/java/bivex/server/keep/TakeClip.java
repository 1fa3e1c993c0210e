package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A clip that belongs to a take. */
@Entity
@Immutable
public class TakeClip extends Added {
  public UUID productionId;
  public UUID takeId;
  public String hash;
  public String type;
  public int width;
  public int height;
  public String rate;
  public int frames;
  public String caption;
  public String addedBy;
  public Instant addedAt;
}
