package bivex.server.keep;

import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.UUID;

/** A picture that is made, with the numbers all its shots share. */
@Entity
public class Production {
  @Id public UUID id;
  public String code;
  public String title;
  public String rate;
  public int captureWidth;
  public int captureHeight;
  public int deliveryWidth;
  public int deliveryHeight;
  public double sensorWidthMm;
  public double mainsHz;
  public int firstFrame;
  public int handles;
  public String codePattern;
  public double hoursPerDay;
  public LocalDate dueOn;
  @Version public long version;

  public FrameRate frameRate() {
    return FrameRate.parse(rate);
  }

  public Raster capture() {
    return new Raster(captureWidth, captureHeight);
  }

  public Raster delivery() {
    return new Raster(deliveryWidth, deliveryHeight);
  }

  /** The numbers a shot of this production starts from. */
  public ShotSetting setting(int cutFrames) {
    return new ShotSetting(frameRate(), capture(), delivery(), firstFrame, cutFrames, handles, sensorWidthMm, mainsHz);
  }
}
