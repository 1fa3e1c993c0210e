package bivex.server.keep;

import bivex.core.review.Verdict;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A verdict on a version; the last one counts. */
@Entity
@Immutable
@Table(name = "verdict")
public class VerdictEntry extends Added {
  /** How closely it was looked at. */
  public enum Standard {
    AT_SPEED,
    WHEN_STOPPED
  }

  public UUID versionId;

  @Enumerated(EnumType.STRING)
  public Verdict verdict;

  public String reason;

  @Enumerated(EnumType.STRING)
  public Standard standard;

  public String saidBy;
  public Instant saidAt;
}
