package bivex.server.delivery;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.UUID;

/** One file of a package. */
@Entity
public class PackageItem {
  @Id public UUID id;
  public UUID packageId;
  public UUID shotId;
  public UUID versionId;
  public String fileName;
  public String sha256;
  public long bytes;
}
