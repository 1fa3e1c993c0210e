package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** How a note was answered, and in which version. */
@Entity
@Immutable
public class NoteAnswer extends Added {
  public UUID noteId;
  public UUID versionId;
  public String words;
  public String saidBy;
  public Instant saidAt;
}
