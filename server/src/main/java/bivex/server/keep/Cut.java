package bivex.server.keep;

import bivex.core.cut.Reels;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A cut as an editor's list or timeline tells it. */
@Entity
@Immutable
public class Cut extends Added {
  public UUID productionId;
  public String name;

  /** Reel it is of; empty for the whole picture. */
  public String reel;

  public LocalDate madeOn;

  /** Who cut it. */
  public String madeBy;

  public String note;

  /** At which its labels count where the file tells none. */
  public String rate;

  public String fileName;
  public String hash;
  public long bytes;
  public String addedBy;
  public Instant addedAt;

  /** Itself and the reel it is of, as the core reads it. */
  public Reels.Ref ref() {
    return new Reels.Ref(id.toString(), reel);
  }
}
