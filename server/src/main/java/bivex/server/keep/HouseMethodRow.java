package bivex.server.keep;

import bivex.core.method.HouseMethod;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** A method of the house, for all its productions; its content never changes. */
@Entity
@Table(name = "house_method")
public class HouseMethodRow {
  @Id public String id;

  @Convert(converter = Made.class)
  public HouseMethod made;

  public String madeBy;
  public UUID madeById;

  /** Title of the production it was made in. */
  public String madeIn;

  public Instant madeAt;

  /** Since when it is not offered any more; shots that have it keep it. */
  public Instant withdrawnAt;

  /** The method itself. */
  static class Made extends JsonColumn<HouseMethod> {
    Made() {
      super(1, new TypeReference<>() {});
    }
  }
}
