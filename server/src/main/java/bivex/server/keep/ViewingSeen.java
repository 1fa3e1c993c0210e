package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** That a version was watched to its end. */
@Entity
@Immutable
public class ViewingSeen extends Added {
  public UUID itemId;
  public String saidBy;
  public Instant saidAt;
}
