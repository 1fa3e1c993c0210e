package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** What was shot and said for one shot, up to a moment, counts for another too. */
@Entity
public class Inherited {
  public enum Kind {
    SPLIT,
    MERGE
  }

  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public UUID fromId;

  @Enumerated(EnumType.STRING)
  public Kind kind;

  public String saidBy;
  public Instant saidAt;

  /** When it was taken back; null while it counts. */
  public Instant endedAt;
}
