package bivex.server.keep;

import bivex.core.order.Pass;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** What was said of a pass where the plan does not know. */
@Entity
public class PassSetting {
  @Id public UUID id;
  public UUID productionId;
  public UUID shotId;
  public String plate;

  @Convert(converter = Worn.class)
  public List<Pass.Worn> worn = List.of();

  public Double minutes;
  public Double lightFrom;
  public Double lightTo;
  @Version public long version;

  static class Worn extends JsonColumn<List<Pass.Worn>> {
    Worn() {
      super(1, new TypeReference<>() {});
    }
  }
}
