package bivex.server.keep;

import bivex.core.money.Planned;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** Something that is to be paid besides hours. */
@Entity
public class PlannedCost {
  @Id public UUID id;
  public UUID productionId;

  /** Shot it is for; null for all. */
  public UUID shotId;

  @Convert(converter = Cost.class)
  public Planned cost;

  /** Whether no bill for it is to come. */
  public boolean closed;

  @Version public long version;

  static class Cost extends JsonColumn<Planned> {
    Cost() {
      super(1, new TypeReference<>() {});
    }
  }
}
