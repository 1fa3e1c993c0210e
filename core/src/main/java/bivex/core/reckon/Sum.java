package bivex.core.reckon;

import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
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
public record Sum(String id, String title, String formula, String source, List<Parameter> inputs, Function<Values, List<Result>> work) {
  /** One result. @param value as it is to be read, with enough digits @param unit may be empty */
  public record Result(String label, String value, String unit) {}
}
