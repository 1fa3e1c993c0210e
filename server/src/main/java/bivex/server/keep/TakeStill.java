package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A still that belongs to a take. */
@Entity
@Immutable
public class TakeStill extends Added {
  public UUID productionId;
  public UUID takeId;
  public String hash;
  public String type;

  /** A copy that browsers can show; null when they can show the still itself. */
  public String previewHash;

  public int width;
  public int height;
  public String caption;
  public String addedBy;
  public Instant addedAt;
}
