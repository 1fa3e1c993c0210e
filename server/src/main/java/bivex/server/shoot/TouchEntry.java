package bivex.server.shoot;

import bivex.core.shoot.Touch;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** The camera was touched. */
@Entity
@Table(name = "touch_event")
public class TouchEntry {
  @Id public UUID id;
  public UUID productionId;
  public UUID setupId;
  @Enumerated(EnumType.STRING) public Touch kind;
  public String note;
  public Instant madeAt;
  public String loggedBy;
}
