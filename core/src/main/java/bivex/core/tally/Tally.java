package bivex.core.tally;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
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
 * @param setups places of the camera: those planned, and one for each shot that is shot and has
 *     none yet
 * @param wardrobeChanges of performers who play several parts: one less than the parts, once a
 *     setup, since all of one costume is shot before the other
 * @param setMinutes on set, minutes
 * @param hours of post
 * @param cost in the production's currency
 */
public record Tally(
    int shots,
    int planned,
    int plates,
    int setups,
    int wardrobeChanges,
    double setMinutes,
    Estimate hours,
    double cost) {
  /**
   * Chapters whose methods tell the same moment in another way; those of the others each show
   * something of their own.
   */
  private static final Set<Method.Chapter> INTERCHANGEABLE =
      Set.of(Method.Chapter.DOUBLES, Method.Chapter.SUDDEN_MOVEMENT, Method.Chapter.TIME);

  /**
   * A shot to be counted.
   *
   * @param setup key of its setup, or null when none is planned
   * @param scene number
   */
  public record Item(String id, String scene, String setup, Plan plan) {}

  /**
   * A cheaper way.
   *
   * @param cost of the shot made so
   * @param risks checks that do not hold, and cautions
   * @param why it is thought of, in words
   */
  public record Cheaper(String method, String name, double cost, int risks, String why) {}

  /**
   * A shot that costs much.
   *
   * @param cheaper the cheapest other method that suits its words, or null when none is cheaper
   */
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
    return new Tally(
        items.size(),
        planned,
        plates,
        parts.size(),
        parts.values().stream().mapToInt(p -> Math.max(0, p - 1)).sum(),
        minutes,
        hours,
        cost);
  }

  /** By scene. */
  public static Map<String, Tally> scenes(Collection<Item> items, Costs costs) {
    return items.stream()
        .collect(
            Collectors.groupingBy(
                Item::scene, Collectors.collectingAndThen(Collectors.toList(), l -> of(l, costs))));
  }

  /** Parts one performer plays in a shot: 0 when nobody plays twice. */
  public static int parts(Plan plan) {
    boolean twice = plan.data().stream().anyMatch(d -> ItemKey.WARDROBE.is(d.key()));
    return twice
        ? (int) plan.plates().stream().filter(p -> p.kind() == Plan.PlateKind.PERFORMANCE).count()
        : 0;
  }

  /** The dearest shots, dearest first. */
  public static List<Item> dearest(Collection<Item> items, Costs costs, int most) {
    return items.stream()
        .filter(i -> costs.of(i.plan()) > 0)
        .sorted(Comparator.comparingDouble((Item i) -> costs.of(i.plan())).reversed())
        .limit(most)
        .toList();
  }

  /**
   * The cheapest other way for a shot, worked out with its usual numbers: a method its words
   * suggest, or its own with the usual numbers; where neither is cheaper, another of its chapter if
   * that chapter's methods stand for one another.
   *
   * @param words title and marked words
   * @param choices methods it is planned with
   */
  public static Dear dear(
      Item item, ShotSetting setting, String words, List<MethodChoice> choices, Costs costs) {
    double now = costs.of(item.plan());
    Set<String> have = choices.stream().map(MethodChoice::method).collect(Collectors.toSet());
    Stream<Cheaper> said =
        MethodBook.suitable(words, 6).stream()
            .filter(x -> !x.found().isEmpty() && !have.contains(x.method().id()))
            .map(x -> cheaper(List.of(x.method()), setting, costs, "its words suggest it"));
    Stream<Cheaper> usual =
        Stream.of(
            cheaper(
                choices.stream().map(MethodChoice::chosen).toList(),
                setting,
                costs,
                "with its usual numbers"));
    Cheaper best = cheapest(Stream.concat(said, usual), now);
    if (best == null) {
      Set<Method.Chapter> chapters =
          choices.stream()
              .map(c -> c.chosen().chapter())
              .filter(INTERCHANGEABLE::contains)
              .collect(Collectors.toSet());
      best =
          cheapest(
              MethodBook.all().stream()
                  .filter(m -> chapters.contains(m.chapter()) && !have.contains(m.id()))
                  .map(m -> cheaper(List.of(m), setting, costs, "another way to do it")),
              now);
    }
    return new Dear(item.id(), now, item.plan().effort().mean(), best);
  }

  private static Cheaper cheapest(Stream<Cheaper> ways, double below) {
    return ways.filter(c -> c != null && c.cost() < below - 0.5)
        .min(Comparator.comparingDouble(Cheaper::cost))
        .orElse(null);
  }

  private static Cheaper cheaper(
      List<Method> methods, ShotSetting setting, Costs costs, String why) {
    try {
      Plan plan =
          MethodBook.derive(setting, methods.stream().map(MethodChoice::usual).toList(), false);
      int risks =
          (int) plan.checks().stream().filter(c -> c.grade() != Plan.Grade.HOLDS).count()
              + plan.cautions().size();
      return new Cheaper(
          methods.get(0).id(),
          methods.stream().map(Method::name).collect(Collectors.joining(" + ")),
          costs.of(plan),
          risks,
          why);
    } catch (InvalidInput e) {
      // With this shot's length its usual numbers do not work out; it is no alternative.
      return null;
    }
  }
}
