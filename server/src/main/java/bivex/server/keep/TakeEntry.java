package bivex.server.keep;

import bivex.core.shoot.CameraData;
import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.hibernate.annotations.Immutable;

/** A take as it was logged. Its id is made on the device that logged it, so that sending it twice does no harm. */
@Entity
@Immutable
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
  @Immutable
  public CameraData camera;

  public String note;
  public Instant madeAt;
  public String loggedBy;
  public Instant loggedAt;

  /** Camera data as JSON text. Data are carried from take to take, so the same text comes again and again: the last ones read are kept. */
  static class Camera implements AttributeConverter<CameraData, String> {
    private static final int KEPT = 2000;
    private final Map<String, CameraData> read = new ConcurrentHashMap<>();

    @Override
    public String convertToDatabaseColumn(CameraData value) {
      return Json.MAPPER.writeValueAsString(value);
    }

    @Override
    public CameraData convertToEntityAttribute(String value) {
      if (read.size() > KEPT) {
        read.clear();
      }
      return read.computeIfAbsent(value, v -> Json.MAPPER.readValue(v, CameraData.class));
    }
  }
}
