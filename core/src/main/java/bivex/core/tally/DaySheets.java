package bivex.core.tally;

import bivex.core.Said;
import bivex.core.element.ElementSource;
import bivex.core.method.Plan;
import bivex.core.order.Pass;
import bivex.core.order.Running;
import bivex.core.order.TimeOfDay;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The lists of a shooting day: its passes in order, who wears what from when to when, and what must
 * be brought.
 */
public final class DaySheets {
  private DaySheets() {}

  /** Shot and plan, for the kit. */
  public record Brought(String code, String setup, Plan plan) {}

  /**
   * The passes in their order with all that is changed and waited for.
   *
   * @param warnings what else is wrong with it
   */
  public static Sheets.Table passes(Running day, List<String> warnings) {
    List<List<String>> rows = new ArrayList<>();
    for (Running.Slot s : day.slots()) {
      String before =
          s.changes().stream()
              .map(c -> String.format(Locale.ROOT, "%s, %.0f min", c.words(), c.minutes()))
              .collect(Collectors.joining("; "));
      String waits =
          s.waits().stream()
              .map(w -> String.format(Locale.ROOT, "%.0f min: %s", w.minutes(), w.reason()))
              .collect(Collectors.joining("; "));
      rows.add(
          List.of(
              TimeOfDay.label(s.from()),
              TimeOfDay.label(s.to()),
              s.pass().name(),
              s.pass().setup(),
              s.pass().set(),
              PickUps.worn(s.pass().worn()),
              before,
              waits));
    }
    String foot =
        String.format(
                Locale.ROOT,
                "Ends %s · %d changes · %.0f min of waiting",
                TimeOfDay.label(day.end()),
                day.changes(),
                day.waited())
            + Stream.concat(day.broken().stream().map(b -> "Breaks: " + b), warnings.stream())
                .map(w -> "\n" + w)
                .collect(Collectors.joining());
    return new Sheets.Table(
        "Order of the day",
        List.of("from", "to", "pass", "setup", "match set", "who, in what", "before it", "wait"),
        List.of(5, 5, 22, 17, 11, 16, 20, 16),
        rows,
        foot);
  }

  /** One costume of one performer after another: a block lasts until the next change. */
  public static Sheets.Table wardrobe(Running day) {
    record Block(String performer, String costume, double from, double to, List<String> passes) {}
    Map<String, Block> open = new LinkedHashMap<>();
    List<Block> blocks = new ArrayList<>();
    for (Running.Slot s : day.slots()) {
      for (Pass.Worn w : s.pass().worn()) {
        Block b = open.get(w.performer());
        if (b == null || !b.costume().equals(w.costume())) {
          b = new Block(w.performer(), w.costume(), s.from(), s.to(), new ArrayList<>());
          blocks.add(b);
        } else {
          blocks.remove(b);
          b = new Block(b.performer(), b.costume(), b.from(), s.to(), b.passes());
          blocks.add(b);
        }
        b.passes().add(s.pass().name());
        open.put(w.performer(), b);
      }
    }
    blocks.sort(Comparator.comparing(Block::performer).thenComparing(Block::from));
    List<List<String>> rows = new ArrayList<>();
    String before = "";
    for (Block b : blocks) {
      rows.add(
          List.of(
              b.performer(),
              b.costume(),
              TimeOfDay.label(b.from()),
              TimeOfDay.label(b.to()),
              b.performer().equals(before) ? "changes before it" : "comes in it",
              String.join(", ", b.passes())));
      before = b.performer();
    }
    return new Sheets.Table(
        "Wardrobe blocks",
        List.of("performer", "costume", "from", "to", "", "passes"),
        List.of(14, 16, 6, 6, 12, 46),
        rows,
        rows.isEmpty()
            ? "Nobody was said to be in any pass."
            : "All of one costume is shot before the other wherever the order allows.");
  }

  /** Aids of all shots and elements made on the set, each once, with the shots that want it. */
  public static Sheets.Table kit(List<Brought> shots) {
    record Thing(String kind, String label, Set<String> why, Set<String> codes) {}
    Map<String, Thing> things = new LinkedHashMap<>();
    for (Brought b : shots) {
      for (Plan.Aid a : b.plan().aids()) {
        Thing t =
            things.computeIfAbsent(
                "aid " + Said.inside(a.label()),
                k -> new Thing("kit", a.label(), new LinkedHashSet<>(), new LinkedHashSet<>()));
        t.why().add(a.purpose() + (a.setting().isEmpty() ? "" : ": " + a.setting()));
        t.codes().add(b.code());
      }
      for (Plan.Element e : b.plan().elements()) {
        if (e.source() == ElementSource.SHOOT) {
          Thing t =
              things.computeIfAbsent(
                  "element " + Said.inside(e.label()),
                  k ->
                      new Thing(
                          "to be shot", e.label(), new LinkedHashSet<>(), new LinkedHashSet<>()));
          t.why().add(e.how());
          t.codes().add(b.code());
        }
      }
    }
    List<List<String>> rows =
        things.values().stream()
            .sorted(Comparator.comparing(Thing::kind).thenComparing(Thing::label))
            .map(
                t ->
                    List.of(
                        t.label(),
                        t.kind(),
                        Integer.toString(t.codes().size()),
                        String.join(", ", t.codes()),
                        String.join("; ", t.why())))
            .toList();
    return new Sheets.Table(
        "Kit and props",
        List.of("what", "kind", "shots", "for", "what for, and how set"),
        List.of(20, 8, 5, 22, 45),
        rows,
        "Summed from what the methods of the day's shots need on the set.");
  }
}
