package bivex.server.keep;

import bivex.server.http.Json;
import jakarta.persistence.AttributeConverter;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectReader;
import tools.jackson.databind.node.ObjectNode;

/**
 * A value of the core kept as JSON text, with the version of its shape: {@code {"v":1,"value":…}}.
 *
 * <p>The shape is the record's own, so renaming a component would silently empty it in every row
 * written before. Therefore reading is strict: a field that the record does not know, or one of
 * simple kind that is missing, is an error and no value. Whoever changes a stored record raises its
 * column's version, says in {@link #upgrade} how the older shape becomes the newer, and adds a file
 * to {@code stored/} of the tests; the files of older versions stay and go on being read.
 *
 * <p>Text without a version was written before there were any: version 0, in the shape of 1.
 */
abstract class JsonColumn<T> implements AttributeConverter<T, String> {
  private static final String VERSION = "v";
  private static final String VALUE = "value";
  private final int version;
  private final ObjectReader reader;

  JsonColumn(int version, TypeReference<T> type) {
    this.version = version;
    this.reader =
        Json.MAPPER.readerFor(type).with(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES);
  }

  /** The version it writes. */
  final int version() {
    return version;
  }

  /**
   * Turns a value as an older version wrote it into the newest shape.
   *
   * @param from version it was written in, 0 where none was said, below {@link #version()}
   * @param value what was written
   * @return the same in the newest shape; by itself, as it is
   */
  protected JsonNode upgrade(int from, JsonNode value) {
    return value;
  }

  @Override
  public final String convertToDatabaseColumn(T value) {
    ObjectNode out = Json.MAPPER.createObjectNode().put(VERSION, version);
    out.set(VALUE, Json.MAPPER.valueToTree(value));
    return Json.MAPPER.writeValueAsString(out);
  }

  /**
   * Reads what was kept.
   *
   * @throws IllegalStateException if it was written by a newer Bivex, or does not fit
   */
  @Override
  public T convertToEntityAttribute(String text) {
    if (text == null) {
      return null;
    }
    try {
      JsonNode read = Json.MAPPER.readTree(text);
      boolean said = read.isObject() && read.has(VERSION) && read.has(VALUE);
      int from = said ? read.get(VERSION).asInt() : 0;
      if (from > version) {
        throw new IllegalStateException(
            getClass().getName() + ": written in version " + from + ", this one reads " + version);
      }
      JsonNode value = said ? read.get(VALUE) : read;
      return reader.readValue(from < version ? upgrade(from, value) : value);
    } catch (JacksonException e) {
      throw new IllegalStateException(
          getClass().getName() + ": what was kept cannot be read: " + e.getOriginalMessage(), e);
    }
  }

  /** A list of words. */
  static class Words extends JsonColumn<List<String>> {
    Words() {
      super(1, new TypeReference<>() {});
    }
  }
}
