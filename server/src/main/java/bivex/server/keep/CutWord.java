package bivex.server.keep;

import bivex.core.cut.EventKey;
import bivex.core.cut.Recognition;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What somebody said an event of a cut is. */
@Entity
@Immutable
public class CutWord extends Added {
  public UUID cutId;
  public String track;
  public long record;
  public String roll;
  public String clip;
  public String file;
  public long sourceFirst;
  public long sourceLast;

  /** Null for no effect shot. */
  public UUID shotId;

  /** Null for none that is known. */
  public UUID takeId;

  public String saidBy;
  public Instant saidAt;

  /** Takes over what it is said of. */
  public void of(EventKey e) {
    track = e.track();
    record = e.record();
    roll = e.roll();
    clip = e.clip();
    file = e.file();
    sourceFirst = e.first();
    sourceLast = e.last();
  }

  /**
   * As the core reads it.
   *
   * @param cut that is read
   */
  public Recognition.Word word(UUID cut) {
    return new Recognition.Word(
        new EventKey(track, record, roll, clip, file, sourceFirst, sourceLast),
        cutId.equals(cut),
        shotId == null ? "" : shotId.toString(),
        takeId == null ? "" : takeId.toString());
  }
}
