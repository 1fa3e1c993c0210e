package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Who did what when. Added, never changed. */
@Entity
@Table(name = "journal")
public class JournalEntry {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  public Long id;

  public UUID productionId;
  public String who;

  /** Whose it is: names are not one person's. */
  public UUID byPerson;

  public Instant at;
  public String action;
  public String subject;
  public String subjectId;
  public String detail;

  /** The production's stamp after this change; changes of one transaction share it. */
  public Long stamp;

  /** Shots that stand otherwise since; null for all. */
  @JdbcTypeCode(SqlTypes.ARRAY)
  public List<UUID> shots;
}
