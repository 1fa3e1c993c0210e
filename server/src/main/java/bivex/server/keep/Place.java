package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.UUID;

/** A place that was shot at, to be picked again. */
@Entity
public class Place {
  @Id public UUID id;
  public UUID productionId;
  public String name;
  public double latitude;
  public double longitude;
  public String zone;
}
