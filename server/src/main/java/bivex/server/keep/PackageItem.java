package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;

/** One file of a package. */
@Entity
public class PackageItem extends Added {
  public UUID packageId;
  public UUID shotId;
  public UUID versionId;
  public String fileName;
  public String sha256;
  public long bytes;
}
