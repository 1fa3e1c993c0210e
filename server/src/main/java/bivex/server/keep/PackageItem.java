package bivex.server.keep;

import bivex.core.time.FrameRange;
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

  /** XXH64 as sixteen digits; null in packages older than it. */
  public String xxh64;

  /** Number of the first frame of the cut then, and how many it had; null likewise. */
  public Integer cutFirst;

  public Integer cutFrames;

  /** Numbers of the frames of the cut then; null where they were not kept. */
  public FrameRange cut() {
    return cutFirst == null || cutFrames == null ? null : new FrameRange(cutFirst, cutFrames);
  }
}
