package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A cue that somebody looked at and did not want. */
@Entity
@Immutable
public class WavedCue extends Added {
  public UUID productionId;
  public String key;
  public String words;
  public String wavedBy;
  public Instant wavedAt;
}
