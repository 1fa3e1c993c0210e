package bivex.core.money;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.method.Plan;
import bivex.core.tally.Costs;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * A bid or a change order as it was made: every shot with the work it was priced by, so that what
 * changes afterwards can be told. Never changed; what becomes of it is said of it ({@link
 * OfferWord}).
 *
 * @param on the day it was made
 * @param rates hours of work were reckoned by
 * @param lines of a bid, one for each shot
 * @param planned what is paid besides hours
 * @param changes of a change order
 * @param sums what it comes to
 * @param assumes what it rests on, in words
 * @param excludes what is not in it, in words
 */
public record Offer(
    LocalDate on,
    PayTerms terms,
    Costs costs,
    EffortRates rates,
    List<PricedShot> lines,
    List<PlannedFor> planned,
    List<ChangedShot> changes,
    OfferSums sums,
    List<String> assumes,
    List<String> excludes) {
  public enum Kind {
    BID("bid"),
    CHANGE("change order");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * What is paid besides hours.
   *
   * @param shot it is for; null for all
   * @param price asked for it
   */
  public record PlannedFor(String shot, Planned cost, double price) {
    /** Not priced yet. */
    public static PlannedFor of(String shot, Planned cost) {
      return new PlannedFor(shot, cost, 0);
    }

    PlannedFor priced(PayTerms terms, Costs costs) {
      return new PlannedFor(
          shot, cost, Amount.rounded(cost.amount() * terms.withMargin(), costs.currency()));
    }
  }

  /** Work of a shot as it was priced. */
  public record PricedWork(
      String key,
      String label,
      TaskKind kind,
      TaskKind.Difficulty difficulty,
      double units,
      Estimate hours) {}

  /**
   * A shot as it was priced.
   *
   * @param methods their names
   * @param rounds of review that are in it
   * @param setMinutes its plates take
   * @param cost expected
   * @param price asked
   */
  public record PricedShot(
      String shot,
      String code,
      String title,
      String scene,
      String methods,
      int cutFrames,
      int rounds,
      List<PricedWork> work,
      double setMinutes,
      double cost,
      double price) {
    /**
     * A shot as it stands, not priced yet.
     *
     * @param rounds of review it went through
     */
    public static PricedShot of(
        String shot,
        String code,
        String title,
        String scene,
        List<String> methods,
        int cutFrames,
        int rounds,
        Plan plan) {
      return new PricedShot(
          shot,
          code,
          title,
          scene,
          String.join(" + ", methods),
          cutFrames,
          rounds,
          plan.tasks().stream()
              .map(
                  t ->
                      new PricedWork(
                          t.key(), t.label(), t.kind(), t.difficulty(), t.units(), t.hours()))
              .toList(),
          plan.setMinutes(),
          0,
          0);
    }

    /** Whether it can be priced: of a shot without a method nobody knows what is to be done. */
    public boolean priceable() {
      return !work.isEmpty();
    }

    /** Hours of its work, without rounds of review. */
    public Estimate hours() {
      return work.stream().map(PricedWork::hours).reduce(Estimate.NONE, Estimate::plus);
    }

    PricedShot priced(double cost, double price) {
      return new PricedShot(
          shot, code, title, scene, methods, cutFrames, rounds, work, setMinutes, cost, price);
    }

    PricedShot working(List<PricedWork> work) {
      return new PricedShot(
          shot, code, title, scene, methods, cutFrames, rounds, work, setMinutes, cost, price);
    }

    PricedShot with(int rounds) {
      return new PricedShot(
          shot, code, title, scene, methods, cutFrames, rounds, work, setMinutes, cost, price);
    }
  }

  /**
   * What changed of a shot against what was agreed.
   *
   * @param reasons in words
   * @param now the shot as it is priced now; null where it is not in the picture any more
   * @param cost expected more, less than 0 for less
   * @param price asked more
   */
  public record ChangedShot(
      String shot, String code, List<String> reasons, PricedShot now, double cost, double price) {}

  /**
   * @param cost expected, of all
   * @param contingency so that it holds in the share of all cases that the terms say
   * @param factor from the expected cost of a shot to its price
   * @param price asked, the sum of the prices of all lines
   */
  public record OfferSums(
      double cost, double contingency, double margin, double factor, double price) {}

  /**
   * A bid for shots as they stand.
   *
   * @param shots as they are now, not priced yet
   * @param planned what is to be bought, not priced yet
   * @param unplanned codes of the shots without a method, which nobody can price
   * @throws InvalidInput where there is nothing to price, or work without a rate
   */
  public static Offer bid(
      LocalDate on,
      PayTerms terms,
      Costs costs,
      EffortRates rates,
      List<PricedShot> shots,
      List<PlannedFor> planned,
      List<String> unplanned) {
    if (shots.isEmpty()) {
      throw new InvalidInput("shots", "no shot has a method yet, so there is nothing to price");
    }
    List<String> without = without(shots, terms, costs);
    if (!without.isEmpty()) {
      throw new InvalidInput(
          "kinds", "what an hour is offered at is not said of: " + String.join(", ", without));
    }
    double bought = planned.stream().mapToDouble(p -> p.cost().amount()).sum();
    double set = shots.stream().mapToDouble(s -> set(s, costs)).sum();
    List<PricedShot> agreedOn = shots.stream().map(s -> s.with(terms.rounds())).toList();
    List<CostSpread.Piece> pieces =
        agreedOn.stream().flatMap(s -> pieces(s, terms, costs).stream()).toList();
    CostSpread spread = CostSpread.of(pieces, bought + set);
    double contingency = Math.max(0, spread.within(terms.ofTen() / 10.0) - spread.mean());
    // Nothing is unsure of what is bought: what is unsure is asked with the work.
    double ofWork = spread.mean() - bought;
    double factor = (ofWork > 0 ? 1 + contingency / ofWork : 1) * terms.withMargin();
    List<PricedShot> lines = new ArrayList<>();
    double price = 0;
    for (PricedShot s : agreedOn) {
      double cost = cost(s, terms, costs);
      double asked = Amount.rounded(cost * factor, costs.currency());
      lines.add(s.priced(cost, asked));
      price += asked;
    }
    List<PlannedFor> besides = planned.stream().map(p -> p.priced(terms, costs)).toList();
    for (PlannedFor p : besides) {
      price += p.price();
    }
    return new Offer(
        on,
        terms,
        costs,
        rates,
        List.copyOf(lines),
        besides,
        List.of(),
        new OfferSums(
            spread.mean(),
            contingency,
            (spread.mean() + contingency) * terms.marginPercent() / 100,
            factor,
            Amount.rounded(price, costs.currency())),
        assumes(on, terms, costs, lines),
        excludes(terms, costs, unplanned));
  }

  /** Kinds of work in shots that have no rate, in words. */
  static List<String> without(List<PricedShot> shots, PayTerms terms, Costs costs) {
    return shots.stream()
        .flatMap(s -> s.work().stream())
        .map(PricedWork::kind)
        .distinct()
        .filter(k -> !terms.said(k, null, costs))
        .sorted()
        .map(TaskKind::words)
        .toList();
  }

  /** What a shot costs, expected: its hours, the rounds of review in it, the hours of the set. */
  static double cost(PricedShot s, PayTerms terms, Costs costs) {
    return set(s, costs)
        + pieces(s, terms, costs).stream().mapToDouble(CostSpread.Piece::mean).sum();
  }

  private static double set(PricedShot s, Costs costs) {
    return s.setMinutes() / 60 * costs.setHourRate();
  }

  private static List<CostSpread.Piece> pieces(PricedShot s, PayTerms terms, Costs costs) {
    double withRounds = 1 + terms.ofRounds(s.rounds());
    return s.work().stream()
        .map(
            w ->
                new CostSpread.Piece(
                    s.shot(),
                    w.kind(),
                    w.hours().times(withRounds),
                    terms.offered(w.kind(), costs)))
        .toList();
  }

  private static List<String> assumes(
      LocalDate on, PayTerms terms, Costs costs, List<PricedShot> lines) {
    List<String> out = new ArrayList<>();
    long frames = lines.stream().mapToLong(PricedShot::cutFrames).sum();
    out.add(
        Said.of(
            "%s with %s frames in the cut, as they stood on %s; a longer cut, more parts or another"
                + " method is a change.",
            lines.size() == 1 ? "1 shot" : lines.size() + " shots", frames, on));
    out.add(
        Said.of(
            "%s of review a shot; each round more takes %.0f %% of the hours of its work.",
            terms.rounds() == 1 ? "1 round" : terms.rounds() + " rounds", terms.roundPercent()));
    if (costs.setHourRate() > 0 && lines.stream().anyMatch(l -> l.setMinutes() > 0)) {
      out.add("The hours of the set that its plates take are in it.");
    }
    return List.copyOf(out);
  }

  private static List<String> excludes(PayTerms terms, Costs costs, List<String> unplanned) {
    List<String> out = new ArrayList<>(terms.excluded());
    if (costs.setHourRate() == 0) {
      out.add("The hours of the set and its crew.");
    }
    if (!unplanned.isEmpty()) {
      out.add("Shots that have no method yet: " + String.join(", ", unplanned) + ".");
    }
    return List.copyOf(out);
  }
}
