package bivex.server.keep;

import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import tools.jackson.core.type.TypeReference;

/** A value of the core kept as JSON text. */
abstract class JsonColumn<T> implements AttributeConverter<T, String> {
  private final TypeReference<T> type;

  JsonColumn(TypeReference<T> type) {
    this.type = type;
  }

  @Override
  public String convertToDatabaseColumn(T value) {
    return Json.MAPPER.writeValueAsString(value);
  }

  @Override
  public T convertToEntityAttribute(String value) {
    return Json.MAPPER.readValue(value, type);
  }

  /** A list of words. */
  static class Words extends JsonColumn<java.util.List<String>> {
    Words() {
      super(new TypeReference<>() {});
    }
  }
}
