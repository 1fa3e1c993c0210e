package bivex.server.keep;

import bivex.core.plate.PlateComparison.Limits;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** What still counts as the same in the match set of a setup. */
@Entity
public class SetLimits {
  @Id public UUID setupId;
  public UUID productionId;

  @Convert(converter = Kept.class)
  public Limits limits;

  public String setBy;
  @Version public Long version;

  static class Kept extends JsonColumn<Limits> {
    Kept() {
      super(1, new TypeReference<>() {});
    }
  }
}
