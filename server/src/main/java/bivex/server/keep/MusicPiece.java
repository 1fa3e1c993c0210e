package bivex.server.keep;

import bivex.core.time.Music;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** Music that picture is made to. */
@Entity
@Immutable
public class MusicPiece {
  @Id public UUID id;
  public UUID productionId;

  @Convert(converter = Times.class)
  @Immutable
  public Music music;

  public String addedBy;
  public Instant addedAt;

  /** Its beats and phrases. */
  static class Times extends JsonColumn<Music> {
    Times() {
      super(1, new TypeReference<>() {});
    }
  }
}
