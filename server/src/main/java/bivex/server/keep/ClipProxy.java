package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A clip as browsers show it; its id is that of the clip. */
@Entity
@Immutable
public class ClipProxy extends Added {
  public UUID productionId;

  /** Null when none could be made. */
  public String hash;

  public String stripHash;
  public int frames;

  /** Why none could be made; empty when one was. */
  public String fault;

  public Instant madeAt;
}
