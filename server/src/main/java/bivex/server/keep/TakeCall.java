package bivex.server.keep;

import bivex.core.shoot.Take;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What was said of a take; the last one counts. */
@Entity
@Immutable
public class TakeCall extends Added {
  public UUID takeId;

  @Enumerated(EnumType.STRING)
  public Take.Call call;

  public String reason;
  public String saidBy;
  public Instant saidAt;
}
