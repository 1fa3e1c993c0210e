package bivex.server.keep;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalTime;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** Which letters somebody wants about a production, and where. */
@Entity
public class LetterWish {
  @Id public UUID id;
  public UUID productionId;
  public UUID personId;
  public String address;

  /** From when on in the morning; null for no morning sheet. */
  public LocalTime morning;

  /** Whether what stops work is told at once. */
  public boolean stops;

  /** Names of the stops that were told and still are. */
  @Convert(converter = Told.class)
  public List<String> told = List.of();

  @Version public long version;

  /** Names as JSON text. */
  static class Told extends JsonColumn<List<String>> {
    Told() {
      super(1, new TypeReference<>() {});
    }
  }
}
