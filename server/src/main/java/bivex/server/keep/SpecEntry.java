package bivex.server.keep;

import bivex.core.delivery.DeliverySpec;
import bivex.core.delivery.MediaWanted;
import bivex.core.optics.Raster;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRate;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** What a client wants. */
@Entity
@Table(name = "delivery_spec")
public class SpecEntry {
  @Id public UUID id;
  public UUID productionId;
  public String name;
  public int width;
  public int height;
  public String rate;
  public int handles;
  public String pattern;

  /** Of the file itself; null for anything. */
  @Convert(converter = Media.class)
  public MediaWanted media;

  /** What the client asks for in words; may be empty. */
  public String words = "";

  /** How long an answer usually takes; null where nobody said. */
  public Double answerDays;

  @Version public long version;

  public DeliverySpec spec() {
    return new DeliverySpec(
        new Raster(width, height),
        FrameRate.parse(rate),
        handles,
        new NamePattern(pattern),
        media == null ? MediaWanted.ANY : media,
        words,
        answerDays);
  }

  /** Version 1 asked for less. */
  static class Media extends JsonColumn<MediaWanted> {
    Media() {
      super(2, new TypeReference<>() {});
    }
  }
}
