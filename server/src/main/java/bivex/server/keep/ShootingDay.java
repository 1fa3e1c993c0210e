package bivex.server.keep;

import bivex.core.shoot.DayTerms;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** A day of the shoot. */
@Entity
public class ShootingDay {
  @Id public UUID id;
  public UUID productionId;
  public int number;
  public LocalDate shootOn;
  public String place;

  @Convert(converter = Terms.class)
  public DayTerms terms = DayTerms.PLAIN;

  /** Ids of its passes in the order they shall be shot. */
  @Convert(converter = JsonColumn.Words.class)
  public List<String> passOrder = List.of();

  /** Ids of those passes that were put where they are by hand. */
  @Convert(converter = JsonColumn.Words.class)
  public List<String> pins = List.of();

  /** Who accepted the order; empty while nobody has. */
  public String orderedBy = "";

  @Version public long version;

  static class Terms extends JsonColumn<DayTerms> {
    Terms() {
      super(2, new TypeReference<>() {});
    }
  }
}
