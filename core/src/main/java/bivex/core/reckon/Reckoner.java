package bivex.core.reckon;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.reckon.Sum.Result;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Pattern;
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
   * A sum that was done, with all it rests on.
   *
   * @param inputs what went in, defaults among them
   * @param asks inputs that look as if another unit was meant; empty when none does
   */
  public record Answer(
      String sum,
      String formula,
      String source,
      Map<String, Object> inputs,
      List<Result> results,
      List<String> asks) {}

  /**
   * Does one sum.
   *
   * @param raw inputs by key; missing ones take their default
   * @throws InvalidInput naming the input that is wrong by its key
   */
  public static Answer answer(String id, Map<String, ?> raw) {
    Sum s = find(id);
    raw.forEach(
        (k, v) -> {
          if (v == null) {
            throw new InvalidInput(k, "must have a value; leave it out for its default");
          }
        });
    Values v = Values.of(s.inputs(), raw);
    return new Answer(s.id(), s.formula(), s.source(), v.all(), results(s, v), asks(s, v));
  }

  /**
   * The results of one sum alone.
   *
   * @throws InvalidInput naming the input that is wrong by its key
   */
  public static List<Result> reckon(String id, Map<String, ?> raw) {
    return answer(id, raw).results();
  }

  private static List<Result> results(Sum s, Values v) {
    try {
      return s.work().apply(v);
    } catch (InvalidInput e) {
      throw named(s, e);
    }
  }

  /** What the rules call an input, and under which key the sums ask for it. */
  private static final Map<String, String> KEYS =
      Map.ofEntries(
          Map.entry("timecode", "label"),
          Map.entry("timecode hours", "label"),
          Map.entry("timecode minutes", "label"),
          Map.entry("timecode seconds", "label"),
          Map.entry("timecode frames", "label"),
          Map.entry("estimated hours", "done"),
          Map.entry("focus distance", "focusM"),
          Map.entry("large size", "largeMm"),
          Map.entry("far distance", "farM"),
          Map.entry("key speed", "keys"),
          Map.entry("key", "keys"),
          Map.entry("line end", "lines"),
          Map.entry("names", "pattern"));

  /**
   * A refusal in the sum's own keys: the rule inside knows the thing by its name, and whoever asked
   * by the key it gave.
   */
  private static InvalidInput named(Sum s, InvalidInput e) {
    List<String> keys = s.inputs().stream().map(Parameter::key).toList();
    String field = e.field().replaceAll("\\[.*", "");
    String why = e.getMessage().replaceFirst("^" + Pattern.quote(e.field()) + ": ", "");
    if (keys.contains(field)) {
      return new InvalidInput(field, why.replaceFirst("^" + Pattern.quote(field) + ": ", ""));
    }
    String known = KEYS.getOrDefault(field, "");
    if (keys.contains(known)) {
      return new InvalidInput(known, field + " " + why);
    }
    return e;
  }

  /** Distances above which millimetres were surely meant, m. */
  private static final double FAR = 300;

  private static List<String> asks(Sum s, Values v) {
    List<String> out = new ArrayList<>();
    for (Parameter p : s.inputs()) {
      if (p.kind() != Parameter.Kind.NUMBER) {
        continue;
      }
      double x = v.number(p.key());
      boolean changed = !Objects.equals(p.fallback(), v.all().get(p.key()));
      if (changed && p.unit().equals("m") && x > FAR && NEAR.contains(p.key())) {
        out.add(Said.of("%.0f m of %s? Metres are asked for.", x, small(p.label())));
      }
      if (changed && p.unit().equals("°") && p.key().equals("shutterDegrees") && x < 1) {
        out.add(Said.of("%.3f° of shutter? Degrees are asked for, not seconds of exposure.", x));
      }
    }
    return List.copyOf(out);
  }

  /** Distances on a set. */
  private static final Set<String> NEAR =
      Set.of("focusM", "focusFarM", "distanceM", "performerM", "nearM", "heightM");

  private static String small(String label) {
    return label.toLowerCase(Locale.ROOT);
  }

  /** One sum; refused when there is none of that id. */
  public static Sum find(String id) {
    return SUMS.stream()
        .filter(x -> x.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new NoSuchElementException("There is no sum \"" + id + "\"."));
  }

  private static int order(String id) {
    String digits = id.replaceAll("\\D", "");
    return Integer.parseInt(digits) * 10 + (id.endsWith("b") ? 1 : 0);
  }
}
