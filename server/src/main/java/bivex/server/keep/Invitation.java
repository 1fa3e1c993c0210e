package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A shot a guest may look at. */
@Entity
@Immutable
public class Invitation extends Added {
  public UUID personId;
  public UUID shotId;
}
