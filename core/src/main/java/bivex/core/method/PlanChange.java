package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Something of a derived plan that is otherwise on one shot: taken out, or with other numbers. It
 * holds again whenever the plan is derived anew, and waits while the plan has no such item.
 *
 * @param item key of the plan
 * @param out whether it is taken out
 * @param values that differ from what is derived; empty when it is taken out
 * @param reason why
 */
public record PlanChange(
    String item, boolean out, Map<String, Object> values, String reason, String by, Instant at) {

  public PlanChange {
    item = InvalidInput.text("item", item);
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values == null ? Map.of() : values));
    reason = InvalidInput.text("reason", reason);
  }

  /**
   * Checks what is said against the plan as it is derived.
   *
   * @param plan without any change
   * @throws InvalidInput naming {@code item} when there is no such thing or it cannot be otherwise,
   *     or the value that is wrong
   */
  public PlanChange fits(Plan plan) {
    if (OwnItem.made(item)) {
      throw new InvalidInput("item", "was made by somebody; change it there");
    }
    if (ItemKey.of(item).group().equals("caution")) {
      throw new InvalidInput("item", "is a caution: it is signed, never taken out or softened");
    }
    List<Parameter> open = open(plan, item);
    if (open.isEmpty()) {
      throw new InvalidInput("item", "is not an item of this plan that can be otherwise");
    }
    if (!out && values.isEmpty()) {
      throw new InvalidInput("values", "say nothing else than the plan does");
    }
    if (out && !values.isEmpty()) {
      throw new InvalidInput("values", "mean nothing of what is taken out");
    }
    values.forEach(
        (k, v) -> {
          if (v instanceof String words) {
            InvalidInput.words(k, words);
          }
        });
    Values.of(open, values);
    return this;
  }

  /**
   * What can be otherwise of an item, with what the plan says as default.
   *
   * @return empty when there is no such item, or nothing of it can be
   */
  public static List<Parameter> open(Plan plan, String item) {
    for (Plan.Plate p : plan.plates()) {
      if (p.key().equals(item)) {
        return List.of(
            Parameter.text("wanted", "What must be in it", p.wanted(), "as derived"),
            Parameter.number("seconds", "Length", "s", 0.1, 3600, p.seconds(), "as derived"),
            Parameter.whole("takes", "Takes", "", 1, 50, p.takes(), "as derived"));
      }
    }
    for (Plan.Element e : plan.elements()) {
      if (e.key().equals(item)) {
        return List.of(
            Parameter.choice(
                    "source",
                    "From",
                    Arrays.stream(ElementSource.values()).map(ElementSource::words).toList(),
                    "as derived")
                .startingAt(e.source().words(), "as derived"),
            Parameter.text("how", "How to get it", e.how(), "as derived"),
            Parameter.whole(
                "minWidthPx",
                "Wide, at its largest",
                "px",
                1,
                100_000,
                e.minWidthPx(),
                "as derived"));
      }
    }
    for (Plan.Task t : plan.tasks()) {
      if (t.key().equals(item)) {
        return List.of(
            Parameter.number(
                "units", t.kind().driver(), "", 0.01, 100_000, t.units(), "as derived"),
            Parameter.choice(
                    "difficulty", "Difficulty", List.of("easy", "fair", "hard"), "as derived")
                .startingAt(t.difficulty().name().toLowerCase(Locale.ROOT), "as derived"),
            Parameter.number(
                "hours",
                "Hours, if known better",
                "h",
                0,
                10_000,
                0,
                "0 takes the production's rate"));
      }
    }
    for (Plan.Datum d : plan.data()) {
      if (d.key().equals(item)) {
        return List.of(
            Parameter.text("question", "What must be answered", d.question(), "as derived"));
      }
    }
    for (Plan.Aid a : plan.aids()) {
      if (a.key().equals(item)) {
        return List.of(Parameter.text("setting", "How it is set", a.setting(), "as derived"));
      }
    }
    return List.of();
  }

  /**
   * A derived thing that can be otherwise.
   *
   * @param group what it is among
   */
  public record Open(String item, String group, String label) {}

  /** All that can be otherwise in a derived plan, and is not taken out. */
  public static List<Open> all(Plan derived, List<PlanChange> said) {
    Set<String> out =
        said.stream().filter(PlanChange::out).map(PlanChange::item).collect(Collectors.toSet());
    return Stream.of(
            derived.plates().stream().map(p -> new Open(p.key(), "Plates", p.label())),
            derived.elements().stream().map(e -> new Open(e.key(), "Elements", e.label())),
            derived.tasks().stream().map(t -> new Open(t.key(), "Tasks", t.label())),
            derived.data().stream().map(d -> new Open(d.key(), "Questions", d.label())),
            derived.aids().stream().map(a -> new Open(a.key(), "Kit", a.label())))
        .flatMap(o -> o)
        .filter(o -> !out.contains(o.item))
        .toList();
  }

  /** Changes of two shots that become one: those of the first, and of what it leaves as it is. */
  public static List<PlanChange> merged(List<PlanChange> first, List<PlanChange> second) {
    List<PlanChange> out = new ArrayList<>(first);
    second.stream()
        .filter(c -> first.stream().noneMatch(x -> x.item.equals(c.item)))
        .forEach(out::add);
    return List.copyOf(out);
  }

  /** The same list with this in place of what was said of the item before. */
  public List<PlanChange> in(List<PlanChange> had) {
    List<PlanChange> out = new ArrayList<>(had);
    out.removeIf(c -> c.item.equals(item));
    out.add(this);
    return List.copyOf(out);
  }

  /**
   * What it says, in one breath, without its reason.
   *
   * @param derived the plan without any change
   */
  public String said(Plan derived) {
    List<Parameter> open = open(derived, item);
    if (open.isEmpty()) {
      return "Waits: its methods ask for no such thing now";
    }
    return out
        ? "Taken out"
        : open.stream()
            .filter(p -> values.containsKey(p.key()))
            .map(
                p ->
                    Said.inside(p.label())
                        + " "
                        + values.get(p.key())
                        + (p.unit().isEmpty() ? "" : " " + p.unit())
                        + (p.kind() == Parameter.Kind.TEXT ? "" : " for " + plain(p.fallback())))
            .collect(Collectors.joining(", "));
  }

  private static String plain(Object value) {
    return value instanceof Double d ? CameraBrief.n(Math.round(d * 10) / 10.0) : "" + value;
  }
}
