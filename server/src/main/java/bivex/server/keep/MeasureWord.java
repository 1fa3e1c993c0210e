package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What somebody says of a kept measurement: whether the plates did match. The newest stands. */
@Entity
@Immutable
public class MeasureWord extends Added {
  public UUID productionId;
  public UUID measureId;
  public boolean matched;
  public String note;
  public String saidBy;
  public Instant saidAt;
}
