package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/**
 * What the sentences of a draft mean, as the model of language read them; its id is that of the
 * draft.
 */
@Entity
@Immutable
public class DraftSense extends Added {
  public UUID productionId;
  public int sentences;
  public int numbers;

  /** A signed byte a number, row by row. */
  public byte[] meanings;

  public Instant madeAt;
}
