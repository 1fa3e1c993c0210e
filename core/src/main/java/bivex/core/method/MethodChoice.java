package bivex.core.method;

import bivex.core.InvalidInput;
import java.util.Map;

/**
 * A method chosen for a shot.
 *
 * @param method its id
 * @param values parameters that differ from the default
 * @param reason why it was chosen; may be empty
 */
public record MethodChoice(String method, Map<String, Object> values, String reason) {
  public MethodChoice {
    method = InvalidInput.text("method", method);
    values = values == null ? Map.of() : java.util.Collections.unmodifiableMap(new java.util.LinkedHashMap<>(values));
    reason = reason == null ? "" : reason.strip();
  }
}
