package bivex.server.keep;

import bivex.core.floor.TakeFix;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** What was set right of a logged take, and what it was before. */
@Entity
@Immutable
public class TakeCorrection extends Added {
  public UUID takeId;
  public UUID productionId;

  /** In words, such as "roll A001, was A002". */
  @Convert(converter = JsonColumn.Words.class)
  @Immutable
  public List<String> changed = List.of();

  @Convert(converter = Was.class)
  @Immutable
  public TakeFix was;

  public String reason;
  public String saidBy;
  public Instant saidAt;

  static class Was extends JsonColumn<TakeFix> {
    Was() {
      super(1, new TypeReference<>() {});
    }
  }
}
