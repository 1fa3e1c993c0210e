package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A word about the light of a setup, or a sound check that was made. */
@Entity
@Immutable
public class SetupNote extends Added {
  public enum Kind {
    LIGHT,
    SOUND
  }

  public UUID productionId;
  public UUID setupId;

  @Enumerated(EnumType.STRING)
  public Kind kind;

  public String item;
  public String words;
  public Double ev;
  public Double kelvin;
  public Instant madeAt;
  public String loggedBy;
}
