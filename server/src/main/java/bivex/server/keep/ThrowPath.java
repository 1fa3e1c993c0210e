package bivex.server.keep;

import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** Where a thrown thing is in some frames of a take. */
@Entity
public class ThrowPath {
  @Id public UUID takeId;
  public UUID productionId;

  @Enumerated(EnumType.STRING)
  public TakePairing.Half half;

  @Convert(converter = Spots.class)
  public List<Throw.Spot> spots;

  public String markedBy;
  @Version public Long version;

  static class Spots extends JsonColumn<List<Throw.Spot>> {
    Spots() {
      super(1, new TypeReference<>() {});
    }
  }
}
