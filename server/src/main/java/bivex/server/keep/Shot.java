package bivex.server.keep;

import bivex.core.method.MethodChoice;
import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/**
 * An effect shot: the intent and the choice of methods; its words are {@link Mark marks}.
 * Everything else is derived or is evidence.
 */
@Entity
public class Shot {
  @Id public UUID id;
  public UUID productionId;
  public UUID setupId;
  public String code;
  public String title;
  public String intent;

  /** Number of the scene in the newest draft it was found in. */
  public String scene;

  public boolean omitted;
  public int cutFrames;

  @Convert(converter = Methods.class)
  public List<MethodChoice> methods;

  @Version public long version;

  /** Choices as JSON text. */
  static class Methods implements AttributeConverter<List<MethodChoice>, String> {
    private static final TypeReference<List<MethodChoice>> TYPE = new TypeReference<>() {};

    @Override
    public String convertToDatabaseColumn(List<MethodChoice> value) {
      return Json.MAPPER.writeValueAsString(value);
    }

    @Override
    public List<MethodChoice> convertToEntityAttribute(String value) {
      return Json.MAPPER.readValue(value, TYPE);
    }
  }
}
