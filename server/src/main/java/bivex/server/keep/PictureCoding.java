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

/** What somebody said of how a still or a clip codes its light; the last word counts. */
@Entity
@Immutable
public class PictureCoding extends Added {
  public UUID productionId;

  /** Id of the still or the clip. */
  public UUID pictureId;

  /** Null for "as the file tells", said again. */
  @Enumerated(EnumType.STRING)
  public Curve curve;

  @Enumerated(EnumType.STRING)
  public Gamut gamut;

  public String saidBy;
  public Instant saidAt;

  public Coding.Told said() {
    return new Coding.Told(curve, gamut);
  }
}
