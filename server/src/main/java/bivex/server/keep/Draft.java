package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A draft of the script, kept as its plain text. Never changed once imported. */
@Entity
@Immutable
public class Draft extends Added {
  public UUID productionId;
  public int number;
  public String name;
  public String source;
  public String importedBy;
  public Instant importedAt;
}
