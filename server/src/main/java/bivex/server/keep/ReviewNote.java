package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A note on a frame of a version. */
@Entity
@Immutable
public class ReviewNote extends Added {
  public UUID versionId;
  public UUID shotId;
  public int frame;
  public String words;
  public String saidBy;
  public Instant saidAt;
}
