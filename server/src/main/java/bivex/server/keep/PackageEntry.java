package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A package of agreed shots. */
@Entity
@Table(name = "package")
public class PackageEntry extends Added {
  public UUID productionId;
  public UUID specId;
  public int number;
  public String packedBy;
  public Instant packedAt;
}
