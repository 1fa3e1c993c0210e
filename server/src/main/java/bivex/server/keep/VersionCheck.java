package bivex.server.keep;

import bivex.core.review.PictureCheck;
import bivex.core.review.SoundHeard;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** What the frames of a version show by themselves; its id is that of the version. */
@Entity
@Immutable
public class VersionCheck extends Added {
  public UUID productionId;

  /** Number of the earlier version it was held against; null where there was none. */
  public Integer against;

  /** Null when its frames could not be read. */
  @Convert(converter = Found.class)
  public PictureCheck found;

  /** Null where it has no sound, or was not listened to. */
  @Convert(converter = Heard.class)
  public SoundHeard sound;

  /** Why they could not; empty when they were. */
  public String fault;

  public Instant madeAt;

  static class Heard extends JsonColumn<SoundHeard> {
    Heard() {
      super(1, new TypeReference<>() {});
    }
  }

  static class Found extends JsonColumn<PictureCheck> {
    Found() {
      super(1, new TypeReference<>() {});
    }
  }
}
