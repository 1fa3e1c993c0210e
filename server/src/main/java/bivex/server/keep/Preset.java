package bivex.server.keep;

import bivex.core.shoot.CameraData;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** Camera data found good in a test, to be set in one go. */
@Entity
public class Preset {
  @Id public UUID id;
  public UUID productionId;
  public String name;

  @Convert(converter = TakeEntry.Camera.class)
  public CameraData camera;

  /** The test it comes from. */
  public String test;

  public String madeBy;
  public Instant madeAt;
}
