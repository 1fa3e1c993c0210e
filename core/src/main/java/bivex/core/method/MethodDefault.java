package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.parameter.Values;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A number that a method starts from in a production, because it was tried there.
 *
 * @param method of the book
 * @param parameter of it
 * @param value as the parameter takes it
 * @param from the test it comes from, in words
 * @param by who said it
 */
public record MethodDefault(String method, String parameter, Object value, String from, String by) {
  /**
   * What somebody says.
   *
   * @throws InvalidInput naming {@code method}, {@code parameter} or {@code value}
   */
  public static MethodDefault of(
      String method, String parameter, Object value, String from, String by) {
    Method m = MethodBook.find(InvalidInput.text("method", method));
    String key = InvalidInput.text("parameter", parameter);
    if (m.parameters().stream().noneMatch(p -> p.key().equals(key))) {
      throw new InvalidInput("parameter", "is no number of " + m.name());
    }
    if (value == null || value instanceof List || value instanceof Map) {
      throw new InvalidInput("value", "must be one number or word");
    }
    try {
      Values.of(m.parameters(), Map.of(key, value));
    } catch (InvalidInput e) {
      throw new InvalidInput("value", e.getMessage());
    }
    return new MethodDefault(m.id(), key, value, from, by);
  }

  /**
   * A choice that is new with the numbers of its production, where it says nothing else of them.
   *
   * @param all of the production
   */
  public static MethodChoice on(MethodChoice c, List<MethodDefault> all) {
    if (c.house() != null) {
      return c;
    }
    Map<String, Object> values = new LinkedHashMap<>(c.values());
    all.stream()
        .filter(d -> d.method.equals(c.method()))
        .forEach(d -> values.putIfAbsent(d.parameter, d.value));
    return values.equals(c.values()) ? c : c.with(values);
  }
}
