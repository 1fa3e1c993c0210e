package bivex.server.shot;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.UUID;

/** A shot a guest may look at. */
@Entity
public class Invitation {
  @Id public UUID id;
  public UUID personId;
  public UUID shotId;
}
