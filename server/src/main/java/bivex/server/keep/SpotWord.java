package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What is said of a moment that is heard; the newest counts. */
@Entity
@Immutable
public class SpotWord extends Added {
  public UUID productionId;
  public UUID shotId;

  /** Key of the moment. */
  public String spot;

  /** Where the sound comes from; may be empty. */
  public String source;

  /** Under which licence; may be empty. */
  public String licence;

  /** Who finds or makes it; may be empty. */
  public String who;

  public boolean done;
  public String saidBy;
  public Instant saidAt;
}
