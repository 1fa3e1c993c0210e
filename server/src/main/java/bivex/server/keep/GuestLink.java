package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A link that lets one guest in without a sign-in until it ends. */
@Entity
public class GuestLink {
  @Id public UUID id;
  public UUID productionId;
  public UUID personId;
  public String tokenDigest;
  public String madeBy;
  public Instant madeAt;
  public Instant endsAt;

  /** Who ended it before its time; empty where nobody did. */
  public String endedBy;

  /** How often somebody came in by it. */
  public int uses;

  public Instant usedAt;
}
