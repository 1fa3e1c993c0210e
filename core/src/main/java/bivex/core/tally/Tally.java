package bivex.core.tally;

import bivex.core.InvalidInput;
import bivex.core.effort.Estimate;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a number of shots comes to.
 *
 * @param planned shots that have a method
 * @param setups places of the camera: those planned, and one for each shot that is shot and has none yet
 * @param wardrobeChanges of performers who play several parts: one less than the parts, once a setup, since all of one costume is shot before the other
 * @param setMinutes on set, minutes
 * @param hours of post
 * @param cost in the production's currency
 */
public record Tally(int shots, int planned, int plates, int setups, int wardrobeChanges, double setMinutes, Estimate hours, double cost) {
  /** A shot to be counted. @param setup key of its setup, or null when none is planned @param scene number */
  public record Item(String id, String scene, String setup, Plan plan) {}

  /** A cheaper way. @param cost of the shot made so @param risks checks that do not hold, and cautions @param suggested whether the shot's words suggest it; else it is of the same chapter of the book */
  public record Cheaper(String method, String name, double cost, int risks, boolean suggested) {}

  /** A shot that costs much. @param cheaper the cheapest other method that suits its words, or null when none is cheaper */
  public record Dear(String id, double cost, double hours, Cheaper cheaper) {}

  public static Tally of(Collection<Item> items, Costs costs) {
    Estimate hours = Estimate.NONE;
    double minutes = 0;
    double cost = 0;
    int plates = 0;
    int planned = 0;
    Map<String, Integer> parts = new HashMap<>();
    for (Item i : items) {
      hours = hours.plus(i.plan().effort());
      minutes += i.plan().setMinutes();
      cost += costs.of(i.plan());
      plates += i.plan().plates().size();
      planned += i.plan().layers().isEmpty() && i.plan().tasks().isEmpty() ? 0 : 1;
      if (!i.plan().plates().isEmpty()) {
        parts.merge(i.setup() == null ? "alone " + i.id() : i.setup(), parts(i.plan()), Math::max);
      }
    }
    return new Tally(items.size(), planned, plates, parts.size(), parts.values().stream().mapToInt(p -> Math.max(0, p - 1)).sum(), minutes, hours, cost);
  }

  /** By scene. */
  public static Map<String, Tally> scenes(Collection<Item> items, Costs costs) {
    return items.stream().collect(Collectors.groupingBy(Item::scene, Collectors.collectingAndThen(Collectors.toList(), l -> of(l, costs))));
  }

  /** Parts one performer plays in a shot: 0 when nobody plays twice. */
  public static int parts(Plan plan) {
    boolean twice = plan.data().stream().anyMatch(d -> d.key().equals("datum:wardrobe"));
    return twice ? (int) plan.plates().stream().filter(p -> p.kind() == Plan.PlateKind.PERFORMANCE).count() : 0;
  }

  /** The dearest shots, dearest first. */
  public static List<Item> dearest(Collection<Item> items, Costs costs, int most) {
    return items.stream().filter(i -> costs.of(i.plan()) > 0).sorted(Comparator.comparingDouble((Item i) -> costs.of(i.plan())).reversed()).limit(most).toList();
  }

  /**
   * The cheapest other method for a shot, worked out with its usual numbers: among those its words suggest; where none of them is cheaper, among the
   * chapters it is in.
   *
   * @param words title and marked words
   * @param choices methods it is planned with
   */
  public static Dear dear(Item item, ShotSetting setting, String words, List<MethodChoice> choices, Costs costs) {
    double now = costs.of(item.plan());
    Set<String> have = choices.stream().map(MethodChoice::method).collect(Collectors.toSet());
    Set<Method.Chapter> chapters = have.stream().map(id -> MethodBook.find(id).chapter()).collect(Collectors.toSet());
    Stream<Method> said = MethodBook.suitable(words, 6).stream().filter(x -> !x.found().isEmpty()).map(MethodBook.Suggestion::method);
    Cheaper best = cheapest(said, have, setting, costs, now, true);
    if (best == null) {
      best = cheapest(MethodBook.all().stream().filter(m -> chapters.contains(m.chapter())), have, setting, costs, now, false);
    }
    return new Dear(item.id(), now, item.plan().effort().mean(), best);
  }

  private static Cheaper cheapest(Stream<Method> methods, Set<String> have, ShotSetting setting, Costs costs, double below, boolean suggested) {
    return methods.filter(m -> !have.contains(m.id())).map(m -> cheaper(m, setting, costs, suggested)).filter(c -> c != null && c.cost() < below).min(Comparator.comparingDouble(Cheaper::cost)).orElse(null);
  }

  private static Cheaper cheaper(Method m, ShotSetting setting, Costs costs, boolean suggested) {
    try {
      Plan plan = MethodBook.derive(setting, List.of(new MethodChoice(m.id(), Map.of(), "")), false);
      int risks = (int) plan.checks().stream().filter(c -> c.grade() != Plan.Grade.HOLDS).count() + plan.cautions().size();
      return new Cheaper(m.id(), m.name(), costs.of(plan), risks, suggested);
    } catch (InvalidInput e) {
      // With this shot's length its usual numbers do not work out; it is no alternative.
      return null;
    }
  }
}
