package bivex.server.keep;

import bivex.core.shot.Evidence;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Something said about a plan item. */
@Entity
@Immutable
@Table(name = "evidence")
public class EvidenceEntry extends Added {
  public UUID productionId;
  public UUID shotId;
  public String item;
  @Enumerated(EnumType.STRING) public Evidence.Kind kind;
  public String words;
  public Double hours;
  public String saidBy;
  public Instant saidAt;
}
