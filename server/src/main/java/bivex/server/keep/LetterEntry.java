package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;

/** A letter as it was written. */
@Entity
@Table(name = "letter")
public class LetterEntry {
  public enum Kind {
    MORNING,
    STOPS
  }

  @Id public UUID id;
  public UUID productionId;
  public UUID personId;

  @Enumerated(EnumType.STRING)
  public Kind kind;

  public LocalDate writtenOn;
  public String address;
  public String subject;
  public String words;
  public Instant writtenAt;
  public int tries;

  /** Null while it waits. */
  public Instant sentAt;

  /** Whether the stand-in took it. */
  public boolean byStandIn;

  /** Why it could not be sent the last time; empty for none. */
  public String fault = "";
}
