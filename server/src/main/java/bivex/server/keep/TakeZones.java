package bivex.server.keep;

import bivex.core.plate.PlateZones;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** Where somebody is in the frames of a take. */
@Entity
@Immutable
public class TakeZones extends Added {
  public UUID productionId;
  public UUID takeId;
  public UUID clipId;
  public UUID cleanStill;

  @Convert(converter = Frames.class)
  @Immutable
  public List<PlateZones.Occupied> occupied;

  /** What may be taken for somebody, or hide somebody; empty when nothing. */
  public String doubt = "";

  public String keptBy;
  public Instant keptAt;

  static class Frames extends JsonColumn<List<PlateZones.Occupied>> {
    Frames() {
      super(1, new TypeReference<>() {});
    }
  }
}
