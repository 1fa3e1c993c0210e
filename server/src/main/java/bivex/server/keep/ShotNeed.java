package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.UUID;

/** A shot that is seen inside another, and so is shot before it. */
@Entity
public class ShotNeed {
  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public UUID needsId;
  public String why;
  public String saidBy;
}
