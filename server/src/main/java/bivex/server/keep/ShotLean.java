package bivex.server.keep;

import bivex.core.shot.Lean;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A shot that takes over something that is made in another. */
@Entity
public class ShotLean {
  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public UUID onId;

  @Enumerated(EnumType.STRING)
  public Lean.What what;

  public String words;
  public String saidBy;
  public Instant saidAt;

  /** By the ids of its shots. */
  public Lean lean() {
    return new Lean(shotId.toString(), onId.toString(), what);
  }
}
