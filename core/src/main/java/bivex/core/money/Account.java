package bivex.core.money;

import static bivex.core.effort.TaskKind.COMPOSITE;

import bivex.core.Said;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.method.Plan;
import bivex.core.shot.OwedItem;
import bivex.core.shot.Stage;
import bivex.core.tally.Costs;
import bivex.core.tally.Sheets;
import bivex.core.work.Promise;
import bivex.core.work.TaskStand;
import bivex.core.work.WorkPlan;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What the work comes to: spent, still to do, and so expected at the end, against what was agreed.
 *
 * @param agreed price; null where nothing is agreed
 * @param hours that were worked
 * @param spent hours at what they cost, and bills
 * @param toDo expected
 * @param expected at the end
 * @param half within which it stays in 5 of 10 cases
 * @param most in 8 of 10
 * @param chance to stay within what was agreed, in words; null where nothing is agreed, or hours
 *     have no rate
 * @param over whether it is expected to cost more than was agreed
 * @param shots by what they are expected to cost, the dearest first
 * @param told what is to be known of it, in sentences
 */
public record Account(
    Double agreed,
    double hours,
    double spent,
    double toDo,
    double expected,
    double half,
    double most,
    String chance,
    boolean over,
    List<ShotCost> shots,
    List<String> told) {
  private static final int MOST_RISKS = 3;
  private static final int MOST_OVER = 3;
  private static final double OVER = 1.05;

  /** Share of all costs below which a single shot is not worth a sentence. */
  private static final double NOTABLE = 0.005;

  /**
   * A shot that is reckoned.
   *
   * @param rounds of review it went through
   * @param finished whether there is no round to come
   * @param whole hours of all its work, done or not
   * @param setMinutes its plates take that are still owed
   */
  public record Reckoned(
      String id,
      String code,
      String title,
      int rounds,
      boolean finished,
      Estimate whole,
      double setMinutes) {
    /**
     * @param omitted whether it is out of the picture, so that nothing of it is to come
     */
    public static Reckoned of(
        String id,
        String code,
        String title,
        int rounds,
        boolean omitted,
        Stage stage,
        List<OwedItem> items,
        Plan plan) {
      boolean shooting =
          items.stream()
              .anyMatch(i -> i.kind() == OwedItem.Kind.PLATE && i.state() == OwedItem.State.OWED);
      return new Reckoned(
          id,
          code,
          title,
          rounds,
          omitted || stage.compareTo(Stage.AGREED) >= 0,
          plan.effort(),
          shooting && !omitted ? plan.setMinutes() : 0);
    }
  }

  /**
   * Hours that somebody worked.
   *
   * @param kind null where the task is not in the plan any more
   * @param person null where nobody said who
   */
  public record Worked(String shot, TaskKind kind, String person, double hours) {
    /**
     * What was worked on a shot.
     *
     * @param stands of all its tasks of which something was said, in the plan still or not
     * @param said hours in all that somebody said of a task that is done, by key; null for none
     */
    public static List<Worked> of(
        String shot, Plan plan, Map<String, TaskStand> stands, Map<String, Double> said) {
      Map<String, TaskKind> kinds = new HashMap<>();
      plan.tasks().forEach(t -> kinds.put(t.key(), t.kind()));
      Set<String> keys = new TreeSet<>(stands.keySet());
      keys.addAll(said.keySet());
      List<Worked> out = new ArrayList<>();
      for (String key : keys) {
        TaskStand stand = stands.getOrDefault(key, TaskStand.FRESH);
        Double took = stand.took(said.get(key));
        if (took != null && stand.spent() > 0) {
          stand
              .by()
              .forEach(
                  (person, h) ->
                      out.add(new Worked(shot, kinds.get(key), person, took * h / stand.spent())));
        } else if (took != null) {
          out.add(new Worked(shot, kinds.get(key), stand.holder(), took));
        }
      }
      return out;
    }
  }

  /**
   * Hours that are left.
   *
   * @param person who will do it; null for nobody yet
   */
  public record Left(String shot, TaskKind kind, String person, Estimate hours) {
    /** All that is to be done, by whom it is laid on. */
    public static List<Left> of(WorkPlan plan) {
      return plan.tasks().stream()
          .map(t -> new Left(t.shot(), t.kind(), plan.by(t), plan.hours(t)))
          .toList();
    }
  }

  /**
   * Something that is paid besides hours.
   *
   * @param shot it is for; null for all
   * @param planned what was thought of; null for a bill nobody thought of
   * @param billed until now
   * @param closed whether no bill is to come
   */
  public record Bought(String shot, Planned planned, double billed, boolean closed) {
    double toCome() {
      return planned == null || closed ? 0 : Math.max(0, planned.amount() - billed);
    }
  }

  /**
   * @param agreed cost; null where it is not in what was agreed
   * @param over how much more than that it is expected to cost
   * @param pressing whether that is more than a little
   */
  public record ShotCost(
      String id,
      String code,
      String title,
      Double agreed,
      double hours,
      double spent,
      double toDo,
      double expected,
      double over,
      boolean pressing) {}

  /**
   * @param shots in the picture, and those out of it on which something was spent
   * @param unplanned codes of shots in the picture without a method, of which nothing is known
   * @param names of people, by id
   * @param of what is agreed; null where nothing is
   */
  public static Account of(
      PayTerms terms,
      Costs costs,
      List<Reckoned> shots,
      List<Worked> worked,
      List<Left> left,
      List<Bought> bought,
      List<String> unplanned,
      Map<String, String> names,
      Agreed of) {
    boolean otherCoin = of != null && !of.bid().costs().currency().equals(costs.currency());
    // Nothing is held against an amount of another currency.
    Agreed agreed = otherCoin ? null : of;
    Map<String, Double> hours = new HashMap<>();
    Map<String, Double> spent = new LinkedHashMap<>();
    Map<String, Double> toDo = new LinkedHashMap<>();
    Set<String> without = new LinkedHashSet<>();
    double gone = 0;
    for (Worked w : worked) {
      double rate = terms.paid(w.kind(), w.person(), costs);
      if (w.hours() > 0 && !terms.said(w.kind(), w.person(), costs)) {
        without.add(whose(w.kind(), w.person(), names));
      }
      hours.merge(w.shot(), w.hours(), Double::sum);
      spent.merge(w.shot(), w.hours() * rate, Double::sum);
      gone += w.hours() * rate;
    }
    List<CostSpread.Piece> pieces = new ArrayList<>();
    for (Left l : left) {
      double rate = terms.paid(l.kind(), l.person(), costs);
      if (l.hours().high() > 0 && !terms.said(l.kind(), l.person(), costs)) {
        without.add(whose(l.kind(), l.person(), names));
      }
      if (l.hours().high() > 0) {
        pieces.add(new CostSpread.Piece(l.shot(), l.kind(), l.hours(), rate));
      }
    }
    double fixed = 0;
    for (Reckoned s : shots) {
      int rounds = s.finished() ? 0 : Math.max(0, terms.rounds() - s.rounds());
      // Whatever is asked for in a round, it ends in the picture that is put together.
      Estimate toCome = s.whole().times(terms.ofRounds(rounds));
      if (toCome.high() > 0) {
        pieces.add(
            new CostSpread.Piece(s.id(), COMPOSITE, toCome, terms.paid(COMPOSITE, null, costs)));
      }
      double set = s.setMinutes() / 60 * costs.setHourRate();
      toDo.merge(s.id(), set, Double::sum);
      fixed += set;
    }
    pieces.forEach(p -> toDo.merge(p.shot(), p.mean(), Double::sum));
    for (Bought b : bought) {
      gone += b.billed();
      fixed += b.toCome();
      if (b.shot() != null) {
        spent.merge(b.shot(), b.billed(), Double::sum);
        toDo.merge(b.shot(), b.toCome(), Double::sum);
      }
    }
    CostSpread spread = CostSpread.of(pieces, gone + fixed);
    List<ShotCost> lines = new ArrayList<>();
    for (Reckoned s : shots) {
      double is = spent.getOrDefault(s.id(), 0.0);
      double more = toDo.getOrDefault(s.id(), 0.0);
      Double was = agreed == null ? null : agreed.cost(s.id());
      lines.add(
          new ShotCost(
              s.id(),
              s.code(),
              s.title(),
              was,
              hours.getOrDefault(s.id(), 0.0),
              is,
              more,
              is + more,
              was == null ? 0 : is + more - was,
              was != null && is + more > was * OVER));
    }
    lines.sort((a, b) -> Double.compare(b.expected(), a.expected()));
    Double price = agreed == null ? null : agreed.price();
    // Hours that count as nothing leave nothing to be sure of.
    Double chance = price == null || !without.isEmpty() ? null : (Double) spread.chance(price);
    return new Account(
        price,
        hours.values().stream().mapToDouble(h -> h).sum(),
        gone,
        spread.mean() - gone,
        spread.mean(),
        spread.within(0.5),
        spread.within(0.8),
        chance == null ? null : Promise.words(chance),
        price != null && spread.mean() > price,
        List.copyOf(lines),
        told(costs, spread, lines, without, unplanned, price, otherCoin ? of : null));
  }

  /** Shot by shot, with what it comes to in all. */
  public Sheets.Table table(String currency, LocalDate on) {
    List<List<String>> rows = new ArrayList<>();
    for (ShotCost s : shots) {
      rows.add(
          List.of(
              s.code(),
              s.title(),
              s.agreed() == null ? "" : whole(s.agreed()),
              Said.of("%.1f", s.hours()),
              whole(s.spent()),
              whole(s.toDo()),
              whole(s.expected()),
              s.agreed() == null ? "" : whole(s.over())));
    }
    List<String> foot = new ArrayList<>();
    foot.add(
        Said.of(
            "As of %s: spent %s · still to do %s · expected at the end %s, within %s in 5 and %s in"
                + " 8 of 10 cases by the estimates%s",
            on,
            Amount.about(spent, currency),
            Amount.about(toDo, currency),
            Amount.about(expected, currency),
            Amount.about(half, currency),
            Amount.about(most, currency),
            agreed == null
                ? ""
                : Said.of(
                    " · agreed %s; to stay within that: %s",
                    Amount.about(agreed, currency), chance)));
    foot.addAll(told);
    foot.add(
        "Not in the figures of single shots: what is paid for all of them. Not reckoned: late"
            + " plates, illness, rounds of review beyond those in the price.");
    return new Sheets.Table(
        "Costs in " + currency,
        List.of("code", "shot", "priced at", "hours", "spent", "to do", "expected", "more"),
        List.of(12, 30, 10, 8, 10, 10, 10, 10),
        rows,
        String.join("\n", foot));
  }

  private static String whole(double amount) {
    return Said.of("%.2f", amount);
  }

  /** What was spent on each shot, by its id. */
  public Map<String, Double> spentByShot() {
    return shots.stream().collect(Collectors.toMap(ShotCost::id, ShotCost::spent));
  }

  private static String whose(TaskKind kind, String person, Map<String, String> names) {
    return person != null && names.containsKey(person)
        ? names.get(person)
        : kind == null ? "work that is not in the plan any more" : kind.words();
  }

  private static List<String> told(
      Costs costs,
      CostSpread spread,
      List<ShotCost> lines,
      Set<String> without,
      List<String> unplanned,
      Double price,
      Agreed other) {
    List<String> out = new ArrayList<>();
    if (other != null) {
      String was = other.bid().costs().currency();
      out.add(
          Said.of(
              "%s were agreed, and costs are in %s now: the two are not compared.",
              Amount.about(other.price(), was), costs.currency()));
    }
    if (!without.isEmpty()) {
      out.add(
          "What an hour costs is not said of "
              + String.join(", ", without)
              + ": those hours count as nothing here.");
    }
    if (!unplanned.isEmpty()) {
      out.add(
          "Without a method, so nothing of it is in this: " + String.join(", ", unplanned) + ".");
    }
    if (price != null && spread.mean() > price) {
      out.add(
          Said.of(
              "It is expected to cost %s more than was agreed.",
              Amount.about(spread.mean() - price, costs.currency())));
    }
    lines.stream()
        .filter(s -> s.pressing() && s.over() > NOTABLE * spread.mean())
        .sorted((a, b) -> Double.compare(b.over(), a.over()))
        .limit(MOST_OVER)
        .forEach(
            s ->
                out.add(
                    Said.of(
                        "%s is expected to cost %s, %s more than it was priced at.",
                        s.code(),
                        Amount.about(s.expected(), costs.currency()),
                        Amount.about(s.over(), costs.currency()))));
    List<CostSpread.Risk> first = spread.risks().stream().limit(MOST_RISKS).toList();
    double share = first.stream().mapToDouble(CostSpread.Risk::share).sum();
    if (first.size() == MOST_RISKS && spread.risks().size() > MOST_RISKS) {
      Map<String, String> codes = new HashMap<>();
      lines.forEach(s -> codes.put(s.id(), s.code()));
      out.add(
          Said.of(
              "%s carry %.0f %% of what is unsure: what can be tried first of them, try first.",
              String.join(", ", first.stream().map(r -> codes.get(r.shot())).toList()),
              share * 100));
    }
    return List.copyOf(out);
  }
}
