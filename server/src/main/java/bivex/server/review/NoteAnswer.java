package bivex.server.review;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** How a note was answered, and in which version. */
@Entity
public class NoteAnswer {
  @Id public UUID id;
  public UUID noteId;
  public UUID versionId;
  public String words;
  public String saidBy;
  public Instant saidAt;
}
