package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** Who did what when. Added, never changed. */
@Entity
@Table(name = "journal")
public class JournalEntry {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  public Long id;

  public UUID productionId;
  public String who;
  public Instant at;
  public String action;
  public String subject;
  public String subjectId;
  public String detail;
}
