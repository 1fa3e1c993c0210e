package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;

/** How a note was answered, and in which version. */
@Entity
public class NoteAnswer extends Added {
  public UUID noteId;
  public UUID versionId;
  public String words;
  public String saidBy;
  public Instant saidAt;
}
