package bivex.server.review;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A note on a frame of a version. */
@Entity
public class ReviewNote {
  @Id public UUID id;
  public UUID versionId;
  public UUID shotId;
  public int frame;
  public String words;
  public String saidBy;
  public Instant saidAt;
}
