package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** One file of a package. */
@Entity
@Immutable
public class PackageItem extends Added {
  public UUID packageId;
  public UUID shotId;
  public UUID versionId;
  public String fileName;
  public String sha256;
  public long bytes;
}
