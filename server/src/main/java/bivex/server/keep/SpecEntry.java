package bivex.server.keep;

import bivex.core.delivery.DeliverySpec;
import bivex.core.optics.Raster;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRate;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.UUID;

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
  @Version public long version;

  public DeliverySpec spec() {
    return new DeliverySpec(
        new Raster(width, height), FrameRate.parse(rate), handles, new NamePattern(pattern));
  }
}
