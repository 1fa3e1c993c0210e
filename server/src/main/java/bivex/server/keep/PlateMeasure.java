package bivex.server.keep;

import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateReading;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** Two takes held against each other, by stills or by clips, measured and kept. */
@Entity
@Immutable
public class PlateMeasure extends Added {
  public UUID productionId;
  public UUID setupId;
  public UUID firstTake;
  public UUID secondTake;

  /** Null where clips were held against each other. */
  public UUID firstStill;

  public UUID secondStill;

  /** Null where stills were. */
  public UUID firstClip;

  public UUID secondClip;
  public boolean agrees;
  public String verdict;
  public String remedy;

  @Convert(converter = Reading.class)
  @Immutable
  public PlateReading comparison;

  @Convert(converter = Passes.class)
  @Immutable
  public PassMatch passes;

  public String keptBy;
  public Instant keptAt;

  static class Reading extends JsonColumn<PlateReading> {
    Reading() {
      super(2, new TypeReference<>() {});
    }
  }

  static class Passes extends JsonColumn<PassMatch> {
    Passes() {
      super(1, new TypeReference<>() {});
    }
  }
}
