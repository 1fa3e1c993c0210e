package bivex.core.reckon;

import bivex.core.InvalidInput;
import bivex.core.parameter.Values;
import bivex.core.reckon.Sum.Result;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * Every sum, ready to be asked by itself. Keys of inputs are those of the methods' parameters where
 * the shot knows the value.
 */
public final class Reckoner {
  private static final List<Sum> SUMS =
      Stream.of(TimeSums.ALL, OpticsSums.ALL, MotionSums.ALL, LightSums.ALL, WorkSums.ALL)
          .flatMap(List::stream)
          .sorted((a, b) -> Integer.compare(order(a.id()), order(b.id())))
          .toList();

  private Reckoner() {}

  /** All sums, in the order of the book. */
  public static List<Sum> sums() {
    return SUMS;
  }

  /**
   * Does one sum.
   *
   * @param raw inputs by key; missing ones take their default
   * @throws InvalidInput naming the input that is wrong
   */
  public static List<Result> reckon(String id, Map<String, ?> raw) {
    Sum s = find(id);
    return s.work().apply(Values.of(s.inputs(), raw));
  }

  /** One sum; refused when there is none of that id. */
  public static Sum find(String id) {
    return SUMS.stream()
        .filter(x -> x.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new InvalidInput("sum", "there is no sum \"" + id + "\""));
  }

  private static int order(String id) {
    String digits = id.replaceAll("\\D", "");
    return Integer.parseInt(digits) * 10 + (id.endsWith("b") ? 1 : 0);
  }
}
