package bivex.core.method;

import bivex.core.InvalidInput;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A method chosen for a shot.
 *
 * @param method its id
 * @param values parameters that differ from the default
 * @param reason why it was chosen; may be empty
 * @param considered methods it was compared with when it was chosen
 */
public record MethodChoice(
    String method, Map<String, Object> values, String reason, List<String> considered) {
  public MethodChoice {
    method = InvalidInput.text("method", method);
    values =
        values == null
            ? Map.of()
            : java.util.Collections.unmodifiableMap(new java.util.LinkedHashMap<>(values));
    reason = reason == null ? "" : reason.strip();
    considered = considered == null ? List.of() : List.copyOf(considered);
  }

  /** A choice that was not compared with others. */
  public MethodChoice(String method, Map<String, Object> values, String reason) {
    this(method, values, reason, List.of());
  }

  /**
   * Choices of two shots that become one: those of the first, and of the second what the first does
   * not have; of a method in both the first's values stay.
   */
  public static List<MethodChoice> merged(List<MethodChoice> first, List<MethodChoice> second) {
    return Stream.concat(
            first.stream(),
            second.stream()
                .filter(m -> first.stream().noneMatch(x -> x.method().equals(m.method()))))
        .toList();
  }
}
