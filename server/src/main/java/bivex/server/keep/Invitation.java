package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;

/** A shot a guest may look at. */
@Entity
public class Invitation extends Added {
  public UUID personId;
  public UUID shotId;
}
