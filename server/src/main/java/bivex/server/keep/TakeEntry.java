package bivex.server.keep;

import bivex.core.shoot.CameraData;
import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A take as it was logged. Its id is made on the device that logged it, so that sending it twice does no harm. */
@Entity
@Table(name = "take")
public class TakeEntry extends Added {
  public UUID productionId;
  public UUID shotId;
  public UUID setupId;
  public String plate;
  public int number;
  public String slate;
  public String roll;
  public String tcIn;
  public String tcOut;
  public long frames;

  @Convert(converter = Camera.class)
  public CameraData camera;

  public String note;
  public Instant madeAt;
  public String loggedBy;
  public Instant loggedAt;

  /** Camera data as JSON text. */
  static class Camera implements AttributeConverter<CameraData, String> {
    @Override
    public String convertToDatabaseColumn(CameraData value) {
      return Json.MAPPER.writeValueAsString(value);
    }

    @Override
    public CameraData convertToEntityAttribute(String value) {
      return Json.MAPPER.readValue(value, CameraData.class);
    }
  }
}
