package bivex.server.delivery;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A package of agreed shots. */
@Entity
@Table(name = "package")
public class PackageEntry {
  @Id public UUID id;
  public UUID productionId;
  public UUID specId;
  public int number;
  public String packedBy;
  public Instant packedAt;
}
