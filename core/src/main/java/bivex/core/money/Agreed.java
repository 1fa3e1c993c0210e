package bivex.core.money;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.EffortRates;
import bivex.core.tally.Costs;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What was agreed on: a bid, and the change orders to it that were signed. What is priced against
 * it is priced by its own rates and terms, so that only what is asked for otherwise counts as a
 * change, and not what the house has learned since.
 *
 * @param price of all of it
 * @param lines each shot as it was agreed last, by shot
 */
public record Agreed(Offer bid, double price, Map<String, Offer.PricedShot> lines) {
  /** Hours that differ by less are the same. */
  private static final double SAME = 1e-6;

  private static final int MOST_REASONS = 4;

  /**
   * A change order that was signed.
   *
   * @param amount that was agreed on
   */
  public record Signed(Offer change, double amount) {}

  /**
   * A bid or a change order with what became of it.
   *
   * @param bid that a change order changes; null for a bid
   */
  public record Kept(String id, Offer.Kind kind, String bid, Offer offer, List<OfferWord> words) {
    /** How it stands; null where nothing was said of it. */
    public OfferWord.Kind stands() {
      return OfferWord.stands(words);
    }

    /** Whether nobody has answered it yet. */
    public boolean open() {
      return stands() == null || stands() == OfferWord.Kind.SENT;
    }

    /** Whether it is a change order to a bid that waits for an answer. */
    boolean asks(Kept of) {
      return kind == Offer.Kind.CHANGE && bid.equals(of.id) && open();
    }

    private double amount() {
      return words.get(words.size() - 1).amount();
    }
  }

  /** The bid that holds: of those agreed on the one made last; null where none was. */
  public static Kept holds(List<Kept> offers) {
    return offers.stream()
        .filter(o -> o.kind() == Offer.Kind.BID && o.stands() == OfferWord.Kind.AGREED)
        .reduce((a, b) -> b)
        .orElse(null);
  }

  /**
   * What is agreed on now; null where nothing is.
   *
   * @param offers all of a production, in the order they were made
   */
  public static Agreed of(List<Kept> offers) {
    Kept bid = holds(offers);
    return bid == null
        ? null
        : of(
            bid.offer(),
            bid.amount(),
            offers.stream()
                .filter(o -> o.kind() == Offer.Kind.CHANGE && counts(o, bid))
                .map(o -> new Signed(o.offer(), o.amount()))
                .toList());
  }

  /**
   * What is otherwise of some shots, and not asked for already.
   *
   * @param changes all there are
   * @param shots that are meant
   * @param offers all of a production, in the order they were made
   * @throws InvalidInput where a change of one of them waits for an answer: signed twice it would
   *     count twice
   */
  public static List<Offer.ChangedShot> meant(
      List<Offer.ChangedShot> changes, Set<String> shots, List<Kept> offers) {
    List<Offer.ChangedShot> out = changes.stream().filter(c -> shots.contains(c.shot())).toList();
    Set<String> asked = asked(offers);
    out.stream()
        .filter(c -> asked.contains(c.shot()))
        .findFirst()
        .ifPresent(
            c -> {
              throw new InvalidInput(
                  "shots", "a change order with " + c.code() + " waits for an answer already");
            });
    return out;
  }

  /** Whether one counts now: the bid that holds, or a change order to it that was signed. */
  public static boolean counts(Kept one, Kept holds) {
    return one.id().equals(holds.id())
        || one.kind() == Offer.Kind.CHANGE
            && one.bid().equals(holds.id())
            && one.stands() == OfferWord.Kind.AGREED;
  }

  /** Shots a change of which waits for an answer already. */
  public static Set<String> asked(List<Kept> offers) {
    Kept bid = holds(offers);
    return bid == null
        ? Set.of()
        : offers.stream()
            .filter(o -> o.asks(bid))
            .flatMap(o -> o.offer().changes().stream())
            .map(Offer.ChangedShot::shot)
            .collect(Collectors.toSet());
  }

  /**
   * @param amount the bid was agreed at
   * @param signed in the order they were made
   */
  public static Agreed of(Offer bid, double amount, List<Signed> signed) {
    Map<String, Offer.PricedShot> lines = new LinkedHashMap<>();
    bid.lines().forEach(l -> lines.put(l.shot(), l));
    double price = amount;
    for (Signed s : signed) {
      price += s.amount();
      for (Offer.ChangedShot c : s.change().changes()) {
        if (c.now() == null) {
          lines.remove(c.shot());
        } else {
          lines.put(c.shot(), c.now());
        }
      }
    }
    return new Agreed(bid, Amount.rounded(price, bid.costs().currency()), lines);
  }

  /**
   * What is otherwise now.
   *
   * @param now shots in the picture that have a method; {@link Offer.PricedShot#rounds} are those
   *     they went through
   * @param rates hours of {@code now} were reckoned by
   * @param unpriced shots in the picture that nobody can price now
   * @param spent cost of what was done, by shot
   */
  public List<Offer.ChangedShot> changes(
      List<Offer.PricedShot> now,
      EffortRates rates,
      Set<String> unpriced,
      Map<String, Double> spent) {
    List<Offer.ChangedShot> out = new ArrayList<>();
    Set<String> there = new HashSet<>(unpriced);
    for (Offer.PricedShot n : now) {
      there.add(n.shot());
      Offer.PricedShot was = lines.get(n.shot());
      Offer.PricedShot by =
          reckoned(n, rates)
              .with(Math.max(n.rounds(), was == null ? bid.terms().rounds() : was.rounds()));
      double cost = Offer.cost(by, bid.terms(), bid.costs());
      List<String> reasons = was == null ? List.of("is not in what was agreed") : reasons(was, by);
      if (!reasons.isEmpty()) {
        double more = cost - (was == null ? 0 : was.cost());
        out.add(change(by.priced(cost, asked(cost)), n.code(), reasons, more));
      }
    }
    for (Offer.PricedShot was : lines.values()) {
      if (!there.contains(was.shot())) {
        double gone = Math.max(0, was.cost() - spent.getOrDefault(was.shot(), 0.0));
        out.add(
            new Offer.ChangedShot(
                was.shot(),
                was.code(),
                List.of(
                    gone < was.cost()
                        ? "is not in the picture any more; what was spent on it stays"
                        : "is not in the picture any more"),
                null,
                -gone,
                asked(-gone)));
      }
    }
    return List.copyOf(out);
  }

  private Offer.ChangedShot change(
      Offer.PricedShot now, String code, List<String> reasons, double more) {
    return new Offer.ChangedShot(now.shot(), code, reasons, now, more, asked(more));
  }

  private double asked(double cost) {
    return Amount.rounded(cost * bid.sums().factor(), bid.costs().currency());
  }

  /**
   * With the hours as the rates of what was agreed have them; hours that somebody gave, not
   * reckoned by rates, stay.
   */
  private Offer.PricedShot reckoned(Offer.PricedShot l, EffortRates rates) {
    return l.working(l.work().stream().map(w -> reckoned(w, rates)).toList());
  }

  private Offer.PricedWork reckoned(Offer.PricedWork w, EffortRates rates) {
    double by = rates.hours(w.kind(), w.units(), w.difficulty()).mean();
    return Math.abs(by - w.hours().mean()) > SAME
        ? w
        : new Offer.PricedWork(
            w.key(),
            w.label(),
            w.kind(),
            w.difficulty(),
            w.units(),
            bid.rates().hours(w.kind(), w.units(), w.difficulty()));
  }

  private List<String> reasons(Offer.PricedShot was, Offer.PricedShot now) {
    List<String> out = new ArrayList<>();
    boolean otherwise = !was.methods().equals(now.methods());
    if (otherwise) {
      out.add(now.methods() + " instead of " + was.methods());
    }
    int longer = now.cutFrames() - was.cutFrames();
    double hours = now.hours().mean() - was.hours().mean();
    if (longer != 0) {
      out.add(
          Said.of(
              "%s frames %s in the cut, %s instead of %s",
              Math.abs(longer),
              longer > 0 ? "longer" : "shorter",
              now.cutFrames(),
              was.cutFrames()));
    }
    if (!otherwise && longer == 0) {
      tasks(was, now, out);
    }
    if (now.rounds() > was.rounds()) {
      out.add(Said.of("%s of review; %s are in the price", "round " + now.rounds(), was.rounds()));
    }
    boolean set =
        bid.costs().setHourRate() > 0 && Math.abs(now.setMinutes() - was.setMinutes()) > SAME;
    if (set) {
      out.add(Said.of("%.0f min on the set instead of %.0f", now.setMinutes(), was.setMinutes()));
    }
    if (Math.abs(hours) > SAME) {
      out.add(Said.of("%.1f h of work instead of %.1f", now.hours().mean(), was.hours().mean()));
    } else if (!set && now.rounds() <= was.rounds()) {
      // Neither its work nor anything paid is otherwise.
      return List.of();
    }
    return List.copyOf(out);
  }

  private static void tasks(Offer.PricedShot was, Offer.PricedShot now, List<String> out) {
    Map<String, Offer.PricedWork> before = byKey(was);
    Map<String, Offer.PricedWork> after = byKey(now);
    List<String> all = new ArrayList<>();
    after.forEach(
        (key, w) -> {
          if (!before.containsKey(key)) {
            all.add("more to do: " + Said.inside(w.label()));
          }
        });
    before.forEach(
        (key, w) -> {
          if (!after.containsKey(key)) {
            all.add("not to do any more: " + Said.inside(w.label()));
          } else if (Math.abs(after.get(key).hours().mean() - w.hours().mean()) > SAME) {
            all.add("otherwise: " + Said.inside(w.label()));
          }
        });
    all.stream().limit(MOST_REASONS).forEach(out::add);
    if (all.size() > MOST_REASONS) {
      out.add(all.size() - MOST_REASONS + " things more");
    }
  }

  private static Map<String, Offer.PricedWork> byKey(Offer.PricedShot l) {
    return l.work().stream()
        .collect(
            Collectors.toMap(
                Offer.PricedWork::key, Function.identity(), (a, b) -> a, LinkedHashMap::new));
  }

  /**
   * A change order of some of the changes.
   *
   * @throws InvalidInput where there are none
   */
  public Offer order(LocalDate on, List<Offer.ChangedShot> changes) {
    if (changes.isEmpty()) {
      throw new InvalidInput("shots", "nothing of them is otherwise than it was agreed");
    }
    Costs costs = bid.costs();
    double cost = changes.stream().mapToDouble(Offer.ChangedShot::cost).sum();
    double price = changes.stream().mapToDouble(Offer.ChangedShot::price).sum();
    return new Offer(
        on,
        bid.terms(),
        costs,
        bid.rates(),
        List.of(),
        List.of(),
        List.copyOf(changes),
        new Offer.OfferSums(
            cost, 0, 0, bid.sums().factor(), Amount.rounded(price, costs.currency())),
        List.of("Priced by the rates and on the terms of what was agreed."),
        bid.terms().excluded());
  }

  /**
   * What it is agreed that a shot costs, with what was to be bought for it; null where it is not in
   * it.
   */
  public Double cost(String shot) {
    Offer.PricedShot l = lines.get(shot);
    return l == null
        ? null
        : (Double)
            (l.cost()
                + bid.planned().stream()
                    .filter(p -> shot.equals(p.shot()))
                    .mapToDouble(p -> p.cost().amount())
                    .sum());
  }
}
