package bivex.server.keep;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Recording;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A clip that belongs to a take. */
@Entity
@Immutable
public class TakeClip extends Added {
  public UUID productionId;
  public UUID takeId;
  public String hash;
  public String type;
  public int width;
  public int height;
  public String rate;
  public int frames;
  public String caption;

  /** Null for what was added before it was asked. */
  @Convert(converter = AsRecorded.class)
  @Immutable
  public Recording recording;

  /** What the file tells of its coding; null where it does not. */
  @Enumerated(EnumType.STRING)
  public Curve curve;

  @Enumerated(EnumType.STRING)
  public Gamut gamut;

  public String addedBy;
  public Instant addedAt;

  public Coding.Told told() {
    return new Coding.Told(curve, gamut);
  }

  static class AsRecorded extends JsonColumn<Recording> {
    AsRecorded() {
      super(1, new TypeReference<>() {});
    }
  }
}
