package bivex.core.shot;

import bivex.core.method.Plan;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which things hold up other shots, and what waits for them. */
public final class Waits {
  /** First what others wait for, last what waits itself. */
  public static final Comparator<Waits.Of> ORDER =
      Comparator.comparing((Of o) -> !o.waits().isEmpty()).thenComparing(o -> o.holds().isEmpty());

  private final Map<String, Map<String, List<String>>> held = new HashMap<>();
  private final Map<String, List<String>> lacking = new HashMap<>();

  /**
   * A shot as it stands.
   *
   * @param id as leans name it
   * @param items of its ledger
   */
  public record Standing(String id, String code, Plan plan, List<OwedItem> items, Stage stage) {}

  /**
   * @param holds codes of the shots that wait for it
   * @param waits codes of the shots it waits for
   */
  public record Of(List<String> holds, List<String> waits) {}

  /**
   * @param shots all that are in the picture; a lean on another counts for nothing
   * @param leans all that were said
   */
  public Waits(Collection<Standing> shots, Collection<Lean> leans) {
    Map<String, Standing> by = new HashMap<>();
    shots.forEach(s -> by.put(s.id(), s));
    for (Lean l : leans) {
      Standing on = by.get(l.on());
      Standing mine = by.get(l.shot());
      if (on == null || mine == null || l.there(on.plan(), on.items(), on.stage())) {
        continue;
      }
      lacking.computeIfAbsent(l.shot(), k -> new ArrayList<>()).add(on.code());
      for (String key : l.holdsUp(on.plan(), on.items())) {
        held.computeIfAbsent(l.on(), k -> new HashMap<>())
            .computeIfAbsent(key, k -> new ArrayList<>())
            .add(mine.code());
      }
    }
  }

  /** Codes of the shots that wait for something of a shot. */
  public List<String> waiting(String shot) {
    return held.getOrDefault(shot, Map.of()).values().stream()
        .flatMap(List::stream)
        .distinct()
        .sorted()
        .toList();
  }

  /**
   * Of one thing; what is put together waits for what it takes over, plates and questions do not.
   */
  public Of of(String shot, OwedItem item) {
    return new Of(
        held.getOrDefault(shot, Map.of()).getOrDefault(item.key(), List.of()),
        item.kind() == OwedItem.Kind.TASK ? lacking.getOrDefault(shot, List.of()) : List.of());
  }
}
