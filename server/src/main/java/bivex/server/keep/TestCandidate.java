package bivex.server.keep;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Recording;
import bivex.core.plate.TestReading;
import bivex.core.shoot.CameraData;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** A way to set the camera that is tried, with its picture and what was measured on it. */
@Entity
public class TestCandidate {
  @Id public UUID id;
  public UUID productionId;
  public UUID testId;

  /** Its place in the test, from 1; the others are held against the first. */
  public int place;

  public String label;

  @Convert(converter = TakeEntry.Camera.class)
  public CameraData camera;

  /** Of its still or clip; null while it has none. */
  public String hash;

  public String type;
  public int width;
  public int height;

  /** Of a clip; null for a still. */
  public String rate;

  public int frames;

  /** Whether a still brings a colour profile of its own. */
  public boolean profile;

  @Convert(converter = TakeClip.AsRecorded.class)
  public Recording recording;

  @Enumerated(EnumType.STRING)
  public Curve curve;

  @Enumerated(EnumType.STRING)
  public Gamut gamut;

  /** Null while it was not measured with the candidates as they are. */
  @Convert(converter = Reading.class)
  public TestReading reading;

  /** Why it could not be measured; empty otherwise. */
  public String fault = "";

  public String addedBy;
  public Instant addedAt;

  public Coding.Told told() {
    return new Coding.Told(curve, gamut);
  }

  public boolean still() {
    return rate == null;
  }

  /** What was measured. */
  static class Reading extends JsonColumn<TestReading> {
    Reading() {
      super(1, new TypeReference<>() {});
    }
  }
}
