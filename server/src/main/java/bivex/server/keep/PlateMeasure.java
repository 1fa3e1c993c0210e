package bivex.server.keep;

import bivex.core.plate.PlateReading;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** Two takes laid over each other, measured and kept. */
@Entity
@Immutable
public class PlateMeasure extends Added {
  public UUID productionId;
  public UUID setupId;
  public UUID firstTake;
  public UUID secondTake;
  public UUID firstStill;
  public UUID secondStill;
  public boolean agrees;
  public String verdict;
  public String remedy;

  @Convert(converter = Reading.class)
  @Immutable
  public PlateReading comparison;

  public String keptBy;
  public Instant keptAt;

  static class Reading extends JsonColumn<PlateReading> {
    Reading() {
      super(2, new TypeReference<>() {});
    }
  }
}
