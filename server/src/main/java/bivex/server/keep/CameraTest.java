package bivex.server.keep;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/** A question that is tried with a camera before the day that needs the answer. */
@Entity
public class CameraTest {
  @Id public UUID id;
  public UUID productionId;
  public String question;

  /** Why it is asked; may be empty. */
  public String why;

  /** Key of the thing of the plan that its answer settles; empty for none. */
  public String item;

  /** Ids of the shots that need its answer. */
  @Convert(converter = JsonColumn.Words.class)
  public List<String> shots;

  /** A day by which it is wanted; null for that of its shots. */
  public LocalDate wantedBy;

  /** The candidate that is taken; null while nothing is decided. */
  public UUID takenId;

  public String verdict = "";
  public String decidedBy;
  public Instant decidedAt;
  public String askedBy;
  public Instant askedAt;

  @Version public long version;
}
