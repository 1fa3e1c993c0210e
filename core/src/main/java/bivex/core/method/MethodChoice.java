package bivex.core.method;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A method chosen for a shot, which may have it more than once.
 *
 * @param method its id
 * @param use which use of the method on its shot, from 1; it stays while others come and go, so
 *     that evidence stays tied to it. 0 until {@link #numbered} gives one
 * @param label what this use is for, such as "dust"; may be empty
 * @param values parameters that differ from the default
 * @param reason why it was chosen; may be empty
 * @param considered methods it was compared with when it was chosen
 * @param house the method itself where the house made it, so that a shot keeps what it was planned
 *     with; null for one of the book
 */
public record MethodChoice(
    String method,
    Integer use,
    String label,
    Map<String, Object> values,
    String reason,
    List<String> considered,
    HouseMethod house) {
  /** So many uses of all methods may stand on one shot; far more than any has. */
  public static final int MOST = 30;

  public MethodChoice {
    method = InvalidInput.text("method", method);
    use = use == null ? 0 : (int) InvalidInput.within("use", (long) use, 0, 10_000);
    label = label == null || label.isBlank() ? "" : InvalidInput.title("label", label);
    values = values == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(values));
    reason = reason == null ? "" : reason.strip();
    considered = considered == null ? List.of() : List.copyOf(considered);
  }

  /** A use of a method of the book. */
  public MethodChoice(
      String method,
      Integer use,
      String label,
      Map<String, Object> values,
      String reason,
      List<String> considered) {
    this(method, use, label, values, reason, considered, null);
  }

  /** The first use of a method. */
  public MethodChoice(
      String method, Map<String, Object> values, String reason, List<String> considered) {
    this(method, 1, "", values, reason, considered, null);
  }

  /** The first use of a method, that was not compared with others. */
  public MethodChoice(String method, Map<String, Object> values, String reason) {
    this(method, values, reason, List.of());
  }

  /** The first use of a method of the house. */
  public MethodChoice(HouseMethod house) {
    this(house.id(), 1, "", Map.of(), "", List.of(), house);
  }

  /** The first use of a method with its usual numbers. */
  public static MethodChoice usual(Method m) {
    return m instanceof HouseMethod h
        ? new MethodChoice(h)
        : new MethodChoice(m.id(), Map.of(), "");
  }

  /** The method itself. */
  public Method chosen() {
    return house == null ? MethodBook.find(method) : house;
  }

  /** The same with the method of the house as it is; null for one of the book. */
  public MethodChoice of(HouseMethod made) {
    return new MethodChoice(method, use, label, values, reason, considered, made);
  }

  /** The same with other values. */
  public MethodChoice with(Map<String, Object> other) {
    return new MethodChoice(method, use, label, other, reason, considered, house);
  }

  private MethodChoice as(int number) {
    return new MethodChoice(method, number, label, values, reason, considered, house);
  }

  /**
   * The same choices, each use with a number of its own.
   *
   * @throws InvalidInput naming {@code use} when two uses of a method have one number, {@code
   *     methods} when there are too many
   */
  public static List<MethodChoice> numbered(List<MethodChoice> choices) {
    if (choices.size() > MOST) {
      throw new InvalidInput("methods", "are at most " + MOST + " on a shot");
    }
    Set<String> taken = new HashSet<>();
    for (MethodChoice c : choices) {
      if (c.use > 0 && !taken.add(c.method + "." + c.use)) {
        throw new InvalidInput("use", c.use + " of " + c.method + " stands there twice");
      }
    }
    List<MethodChoice> out = new ArrayList<>();
    for (MethodChoice c : choices) {
      int n = Math.max(1, c.use);
      while (c.use == 0 && !taken.add(c.method + "." + n)) {
        n++;
      }
      out.add(c.use == n ? c : c.as(n));
    }
    return List.copyOf(out);
  }

  /**
   * Choices of two shots that become one: those of the first, and of the second what the first does
   * not have; of one use of a method in both the first's values stay.
   */
  public static List<MethodChoice> merged(List<MethodChoice> first, List<MethodChoice> second) {
    return Stream.concat(
            first.stream(),
            second.stream()
                .filter(
                    m ->
                        first.stream()
                            .noneMatch(x -> x.method.equals(m.method) && x.use.equals(m.use))))
        .toList();
  }
}
