package bivex.core.parameter;

import bivex.core.InvalidInput;
import bivex.core.plate.Zone;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Checked values for a list of parameters. Unknown names are refused, missing ones take their
 * default.
 */
public final class Values {
  private final Map<String, Object> values;

  private Values(Map<String, Object> values) {
    this.values = values;
  }

  /**
   * @param raw what was entered: numbers, booleans, words, or for zones a list of {@link Zone} or
   *     of maps with part, frame, left, right
   * @throws InvalidInput naming the parameter that is out of range or unknown
   */
  public static Values of(List<Parameter> parameters, Map<String, ?> raw) {
    Map<String, Object> out = new LinkedHashMap<>();
    parameters.forEach(p -> out.put(p.key(), p.accept(raw.get(p.key()))));
    raw.keySet().stream()
        .filter(k -> !out.containsKey(k))
        .findFirst()
        .ifPresent(
            k -> {
              throw new InvalidInput(k, "is no parameter here");
            });
    return new Values(out);
  }

  /** The same with another number of one parameter, as something else of the plan settles it. */
  public Values with(String key, double number) {
    get(key);
    Map<String, Object> out = new LinkedHashMap<>(values);
    out.put(key, number);
    return new Values(out);
  }

  public double number(String key) {
    return ((Number) get(key)).doubleValue();
  }

  public int whole(String key) {
    return ((Number) get(key)).intValue();
  }

  public boolean yes(String key) {
    return (Boolean) get(key);
  }

  public String word(String key) {
    return (String) get(key);
  }

  public List<Zone> zones(String key) {
    return zones(key, get(key));
  }

  /** Rows of numbers, in the order they were given. */
  @SuppressWarnings("unchecked")
  public List<List<Double>> rows(String key) {
    return (List<List<Double>>) get(key);
  }

  /** All values by key, in the order of the parameters. */
  public Map<String, Object> all() {
    return values;
  }

  private Object get(String key) {
    Object v = values.get(key);
    if (v == null) {
      throw new InvalidInput(key, "is missing");
    }
    return v;
  }

  static List<Zone> zones(String key, Object raw) {
    if (!(raw instanceof List<?> list)) {
      throw new InvalidInput(key, "must be a list of zones");
    }
    List<Zone> out = new ArrayList<>();
    for (int i = 0; i < list.size(); i++) {
      Object o = list.get(i);
      if (o instanceof Zone z) {
        out.add(z);
      } else if (o instanceof Map<?, ?> m) {
        try {
          out.add(
              new Zone(
                  (int) num(m, "part"), (int) num(m, "frame"), num(m, "left"), num(m, "right")));
        } catch (InvalidInput e) {
          throw new InvalidInput(key + "[" + i + "]", e.getMessage());
        }
      } else {
        throw new InvalidInput(key + "[" + i + "]", "must have part, frame, left and right");
      }
    }
    return out;
  }

  private static double num(Map<?, ?> m, String field) {
    if (m.get(field) instanceof Number n) {
      return n.doubleValue();
    }
    throw new InvalidInput(field, "must be a number");
  }
}
