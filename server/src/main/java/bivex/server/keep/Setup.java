package bivex.server.keep;

import bivex.core.Letters;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A place of the camera on a day. Its letter of camera tape follows from its number. */
@Entity
public class Setup {
  @Id public UUID id;
  public UUID productionId;
  public UUID dayId;
  public int number;
  public String name;
  public Instant struckAt;
  @Version public long version;

  /** Letter of its camera tape: A to Z, then AA, AB… */
  public String tape() {
    return Letters.of(number - 1);
  }
}
