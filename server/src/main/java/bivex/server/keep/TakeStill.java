package bivex.server.keep;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A still that belongs to a take. */
@Entity
@Immutable
public class TakeStill extends Added {
  public UUID productionId;
  public UUID takeId;
  public String hash;
  public String type;

  /** A copy that browsers can show; null when they can show the still itself. */
  public String previewHash;

  public int width;
  public int height;
  public String caption;

  /** What the file tells of its coding; null where it does not. */
  @Enumerated(EnumType.STRING)
  public Curve curve;

  @Enumerated(EnumType.STRING)
  public Gamut gamut;

  /** Whether it brings a profile of its own. */
  public boolean profile;

  public String addedBy;
  public Instant addedAt;

  public Coding.Told told() {
    return new Coding.Told(curve, gamut);
  }
}
