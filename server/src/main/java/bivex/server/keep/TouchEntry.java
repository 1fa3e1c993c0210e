package bivex.server.keep;

import bivex.core.shoot.Touch;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** The camera was touched. */
@Entity
@Immutable
@Table(name = "touch_event")
public class TouchEntry extends Added {
  public UUID productionId;
  public UUID setupId;

  @Enumerated(EnumType.STRING)
  public Touch kind;

  public String note;
  public Instant madeAt;
  public String loggedBy;
}
