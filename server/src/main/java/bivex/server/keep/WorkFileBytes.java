package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** The bytes of a version of what a task makes, where somebody sent them. */
@Entity
@Immutable
@Table(name = "work_file_bytes")
public class WorkFileBytes extends Added {
  public UUID productionId;
  public UUID fileId;

  /** The name it had where it came from. */
  public String name;

  public String fileHash;
  public long bytes;
  public String saidBy;
  public Instant saidAt;
}
