package bivex.core.reckon;

import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;

/**
 * One sum on its own, as the reckoner offers it.
 *
 * @param id as in the book of sums, "S8"
 * @param formula in words and signs
 * @param source where the formula comes from
 * @param inputs typed, with unit, range and default
 * @param work from values within range to results
 */
public record Sum(
    String id,
    String title,
    String formula,
    String source,
    List<Parameter> inputs,
    Function<Values, List<Result>> work) {
  /**
   * One result.
   *
   * @param key stable name, for machines
   * @param value as it is to be read, rounded
   * @param unit may be empty
   * @param number the same at full precision; null when the result is words, or has no limit
   * @param series the numbers of a row, such as a position for each frame; empty for a single
   *     result
   */
  public record Result(
      String key, String label, String value, String unit, Double number, List<Double> series) {}

  static Result words(String key, String label, String value) {
    return new Result(key, label, value, "", null, List.of());
  }

  static Result number(String key, String label, int digits, double value, String unit) {
    return new Result(key, label, text(digits, value), unit, value, List.of());
  }

  /** A number with its own way of being read; the number may be without limit. */
  static Result read(String key, String label, String value, String unit, double number) {
    return new Result(key, label, value, unit, Double.isFinite(number) ? number : null, List.of());
  }

  static Result series(String key, String label, int digits, List<Double> numbers, String unit) {
    String shown =
        numbers.stream()
            .limit(12)
            .map(x -> text(digits, x))
            .reduce((a, b) -> a + " " + b)
            .orElse("none");
    return new Result(
        key, label, numbers.size() > 12 ? shown + " …" : shown, unit, null, List.copyOf(numbers));
  }

  static String text(int digits, double value) {
    return String.format(Locale.ROOT, "%." + digits + "f", value == 0 ? 0.0 : value);
  }
}
