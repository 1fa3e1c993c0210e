package bivex.server.keep;

import bivex.core.optics.Raster;
import bivex.core.review.ClipFacts;
import bivex.core.review.FramePlace;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRate;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A version of a shot, with the facts read from its file. */
@Entity
@Immutable
@Table(name = "version")
public class VersionEntry extends Added {
  /** Of what is read of a file today. */
  public static final int CLIP_VERSION = 3;

  public UUID productionId;
  public UUID shotId;
  public int number;
  public String fileName;
  public String hash;
  public String type;
  public long bytes;
  public int width;
  public int height;
  public String rate;
  public int frames;

  /** Whether browsers play the file as it is. */
  public boolean plays;

  /** Number of its first frame; it stays. */
  public int firstFrame;

  /** Whether that is known, and not only taken to be. */
  public boolean placed;

  @Convert(converter = Clip.class)
  public ClipFacts clip;

  public String note;
  public String uploadedBy;
  public Instant uploadedAt;

  public VersionFacts facts() {
    return new VersionFacts(
        new Raster(width, height), rate == null ? null : FrameRate.parse(rate), frames, clip);
  }

  /** What was read of a file, as its row keeps it. */
  public static String kept(ClipFacts facts) {
    return new Clip().convertToDatabaseColumn(facts);
  }

  /** Numbers of its frames, as they stand for a shot now. */
  public FramePlace place(Shot s) {
    return new FramePlace(firstFrame, placed).at(uploadedAt, s.framesSince);
  }

  /**
   * What time stamps and tags of the file say; until version 1 not how it is coded, until 2 not its
   * tags.
   */
  static class Clip extends JsonColumn<ClipFacts> {
    Clip() {
      super(CLIP_VERSION, new TypeReference<>() {});
    }
  }
}
