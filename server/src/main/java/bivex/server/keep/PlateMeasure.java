package bivex.server.keep;

import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateReading;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

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
    /** What version 1 kept beside what was measured, and follows from it. */
    private static final List<String> FOLLOWS =
        List.of(
            "sure",
            "agrees",
            "placed",
            "worst",
            "driftPx",
            "lightStops",
            "lightWorst",
            "verdict",
            "remedy",
            "tracks",
            "figures");

    Passes() {
      super(2, new TypeReference<>() {});
    }

    @Override
    protected JsonNode upgrade(int from, JsonNode value) {
      if (!value.isObject()) {
        return value;
      }
      ObjectNode kept = ((ObjectNode) value.deepCopy()).remove(FOLLOWS);
      // Version 1 said "not a number" where nothing could be looked at.
      if (kept.get("parts") instanceof ObjectNode parts && !parts.path("blindPx").isNumber()) {
        parts.putNull("blindPx");
      }
      return kept;
    }
  }
}
