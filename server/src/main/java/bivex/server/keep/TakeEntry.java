package bivex.server.keep;

import bivex.core.shoot.CameraData;
import bivex.core.shoot.PartNote;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/**
 * A take as it was logged. Its id is made on the device that logged it, so that sending it twice
 * does no harm.
 */
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

  /** Camera fields that were said not to have been read. */
  @Convert(converter = JsonColumn.Words.class)
  @Immutable
  public List<String> notRead = List.of();

  @Convert(converter = Parts.class)
  @Immutable
  public List<PartNote> parts = List.of();

  /** Why an automatic mode was let through; empty when none was. */
  public String overruled = "";

  /** What logged it; empty for a desk that was on the line. */
  public String device = "";

  /** When the device thought it was; null when its clock agreed. */
  public Instant deviceAt;

  static class Parts extends JsonColumn<List<PartNote>> {
    Parts() {
      super(1, new TypeReference<>() {});
    }
  }

  /**
   * Camera data as JSON text. Data are carried from take to take, so the same text comes again and
   * again: the last ones read are kept.
   */
  static class Camera extends JsonColumn<CameraData> {
    private static final int KEPT = 2000;
    private final Map<String, CameraData> read = new ConcurrentHashMap<>();

    Camera() {
      super(2, new TypeReference<>() {});
    }

    @Override
    public CameraData convertToEntityAttribute(String value) {
      if (read.size() > KEPT) {
        read.clear();
      }
      return read.computeIfAbsent(value, super::convertToEntityAttribute);
    }
  }
}
