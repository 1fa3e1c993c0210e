package bivex.core.parameter;

import bivex.core.InvalidInput;
import java.util.List;

/**
 * One typed input of a method or a sum: its unit, its range, its default and why that is the
 * default. A parameter that a sum can take from the shot has the same key as the method's.
 *
 * @param key stable name
 * @param label what the screen calls it
 * @param kind how it is entered
 * @param unit "m", "mm", "frames", "°"… or empty
 * @param min smallest allowed number; ignored for other kinds
 * @param max largest allowed number
 * @param choices allowed words of a {@link Kind#CHOICE}
 * @param fallback default, in the type of the kind
 * @param reason why this default
 */
public record Parameter(
    String key,
    String label,
    Kind kind,
    String unit,
    double min,
    double max,
    List<String> choices,
    Object fallback,
    String reason) {
  /**
   * Unit of a place in the cut, counted from its first frame as 0; "frames" is a length. A place
   * moves when the cut begins elsewhere, a length does not.
   */
  public static final String FRAME = "frame";

  public enum Kind {
    NUMBER,
    WHOLE,
    YES_NO,
    CHOICE,
    TEXT,
    ZONES,
    /** Rows of numbers; {@code choices} names the columns. */
    ROWS
  }

  public static Parameter number(
      String key,
      String label,
      String unit,
      double min,
      double max,
      double fallback,
      String reason) {
    return new Parameter(key, label, Kind.NUMBER, unit, min, max, List.of(), fallback, reason);
  }

  public static Parameter whole(
      String key, String label, String unit, long min, long max, long fallback, String reason) {
    return new Parameter(key, label, Kind.WHOLE, unit, min, max, List.of(), fallback, reason);
  }

  public static Parameter yesNo(String key, String label, boolean fallback, String reason) {
    return new Parameter(key, label, Kind.YES_NO, "", 0, 0, List.of(), fallback, reason);
  }

  public static Parameter choice(String key, String label, List<String> choices, String reason) {
    return new Parameter(
        key, label, Kind.CHOICE, "", 0, 0, List.copyOf(choices), choices.get(0), reason);
  }

  public static Parameter text(String key, String label, String fallback, String reason) {
    return new Parameter(key, label, Kind.TEXT, "", 0, 0, List.of(), fallback, reason);
  }

  public static Parameter zones(
      String key, String label, List<bivex.core.plate.Zone> fallback, String reason) {
    return new Parameter(key, label, Kind.ZONES, "% of width", 0, 100, List.of(), fallback, reason);
  }

  public static Parameter rows(
      String key,
      String label,
      List<String> columns,
      double min,
      double max,
      List<List<Double>> fallback,
      String reason) {
    return new Parameter(
        key, label, Kind.ROWS, "", min, max, List.copyOf(columns), List.copyOf(fallback), reason);
  }

  /** Whether it is a place in the cut. */
  public boolean place() {
    return unit.equals(FRAME);
  }

  /** The same parameter with another default; for methods that share one but start elsewhere. */
  public Parameter startingAt(Object other, String why) {
    return new Parameter(key, label, kind, unit, min, max, choices, other, why);
  }

  /** The same under another name. */
  public Parameter named(String otherKey, String otherLabel) {
    return new Parameter(otherKey, otherLabel, kind, unit, min, max, choices, fallback, reason);
  }

  /** Whether another of the same key asks for the same and starts alike, however it is called. */
  public boolean alike(Parameter other) {
    return equals(
        new Parameter(
            key,
            label,
            other.kind,
            other.unit,
            other.min,
            other.max,
            other.choices,
            other.fallback,
            reason));
  }

  /** Checks a raw value and gives it the kind's type; a missing one becomes the default. */
  Object accept(Object raw) {
    if (raw == null) {
      return fallback;
    }
    return switch (kind) {
      case NUMBER -> InvalidInput.within(key, asNumber(raw), min, max);
      case WHOLE -> {
        double v = asNumber(raw);
        if (v != Math.rint(v)) {
          throw new InvalidInput(key, "must be a whole number, was " + raw);
        }
        yield InvalidInput.within(key, (long) v, (long) min, (long) max);
      }
      case YES_NO -> {
        if (raw instanceof Boolean b) {
          yield b;
        }
        throw new InvalidInput(key, "must be yes or no");
      }
      case CHOICE -> {
        if (!choices.contains(String.valueOf(raw))) {
          throw new InvalidInput(
              key, "must be one of " + String.join(", ", choices) + ", was " + raw);
        }
        yield String.valueOf(raw);
      }
      case TEXT -> String.valueOf(raw).strip();
      case ZONES -> Values.zones(key, raw);
      case ROWS -> rows(raw);
    };
  }

  private List<List<Double>> rows(Object raw) {
    if (!(raw instanceof List<?> list) || list.size() > 1000) {
      throw new InvalidInput(
          key, "must be a list of up to 1000 rows of " + String.join(", ", choices));
    }
    List<List<Double>> out = new java.util.ArrayList<>();
    for (int i = 0; i < list.size(); i++) {
      if (!(list.get(i) instanceof List<?> row)
          || row.size() != choices.size()
          || !row.stream().allMatch(Number.class::isInstance)) {
        throw new InvalidInput(
            key, "row " + (i + 1) + " must be the numbers " + String.join(", ", choices));
      }
      out.add(
          row.stream()
              .map(x -> InvalidInput.within(key, ((Number) x).doubleValue(), min, max))
              .toList());
    }
    return List.copyOf(out);
  }

  private double asNumber(Object raw) {
    if (raw instanceof Number n) {
      return n.doubleValue();
    }
    try {
      return Double.parseDouble(String.valueOf(raw).strip());
    } catch (NumberFormatException e) {
      throw new InvalidInput(
          key,
          "must be a number" + (unit.isEmpty() ? "" : " in " + unit) + ", was \"" + raw + "\"");
    }
  }
}
