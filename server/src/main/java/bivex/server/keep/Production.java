package bivex.server.keep;

import bivex.core.cue.CueWords;
import bivex.core.effort.EffortRates;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRate;
import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

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

  @Convert(converter = Rates.class)
  public EffortRates effortRates = EffortRates.DEFAULTS;

  public double hourRate;
  public double setHourRate;
  public Double budget;
  public String currency = Costs.UNKNOWN.currency();

  @Convert(converter = Cues.class)
  public CueWords cueWords = CueWords.SHIPPED_ONLY;

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
    return new ShotSetting(
        frameRate(),
        capture(),
        delivery(),
        firstFrame,
        cutFrames,
        handles,
        sensorWidthMm,
        mainsHz,
        effortRates);
  }

  /** What is paid. */
  public Costs costs() {
    return new Costs(hourRate, setHourRate, budget, currency);
  }

  /** Own cue words as JSON text. */
  static class Cues extends JsonColumn<CueWords> {
    Cues() {
      super(new TypeReference<>() {});
    }
  }

  /** Own rates as JSON text. */
  static class Rates implements AttributeConverter<EffortRates, String> {
    private static final TypeReference<List<EffortRates.Rate>> TYPE = new TypeReference<>() {};

    @Override
    public String convertToDatabaseColumn(EffortRates value) {
      return Json.MAPPER.writeValueAsString(value.own());
    }

    @Override
    public EffortRates convertToEntityAttribute(String value) {
      return "[]".equals(value)
          ? EffortRates.DEFAULTS
          : new EffortRates(Json.MAPPER.readValue(value, TYPE));
    }
  }
}
