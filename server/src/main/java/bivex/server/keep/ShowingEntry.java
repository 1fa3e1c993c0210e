package bivex.server.keep;

import bivex.core.review.Showing;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** That a version is shown to guests, or no more; the last one counts. */
@Entity
@Immutable
@Table(name = "showing")
public class ShowingEntry extends Added {
  public UUID versionId;

  @Enumerated(EnumType.STRING)
  public Showing.Kind kind;

  public LocalDate until;
  public String saidBy;
  public Instant saidAt;

  public Showing showing() {
    return new Showing(kind, until, saidAt);
  }
}
