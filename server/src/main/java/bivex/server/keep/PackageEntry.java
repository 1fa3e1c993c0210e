package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A package of agreed shots. */
@Entity
@Immutable
@Table(name = "package")
public class PackageEntry extends Added {
  public UUID productionId;
  public UUID specId;
  public int number;
  public String packedBy;
  public Instant packedAt;
}
