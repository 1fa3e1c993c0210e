package bivex.core.money;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.tally.Costs;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * On what terms a production pays and offers work. What a kind of work is offered at and what
 * somebody is paid for it are two things: the first is in bids, the second in what was spent.
 *
 * @param kinds what an hour of a kind of work is offered at; the production's usual one elsewhere
 * @param people what an hour of somebody costs; that of the kind for all others
 * @param rounds of review that are in the price of a shot, 0 to 20
 * @param roundPercent of the hours of a shot that a round takes, 0 to 100
 * @param ofTen in how many of ten cases a price is to hold, 5 to 9
 * @param marginPercent on the cost, with what the house itself costs, 0 to 500
 * @param excluded what is not in a price, in words
 */
public record PayTerms(
    List<KindPay> kinds,
    List<PersonPay> people,
    int rounds,
    double roundPercent,
    int ofTen,
    double marginPercent,
    List<String> excluded) {
  /**
   * Until somebody has said otherwise. Two rounds are common practice, no source; what a round
   * takes is this project's own default.
   */
  public static final PayTerms USUAL = new PayTerms(List.of(), List.of(), 2, 10, 8, 0, List.of());

  private static final double MOST_PER_HOUR = 1e6;
  private static final int MOST_EXCLUDED = 40;

  public record KindPay(TaskKind kind, double perHour) {
    public KindPay {
      if (kind == null) {
        throw new InvalidInput("kinds", "each needs a kind of work");
      }
      InvalidInput.within("perHour", perHour, 0, MOST_PER_HOUR);
    }
  }

  public record PersonPay(String person, double perHour) {
    public PersonPay {
      if (person == null) {
        throw new InvalidInput("people", "each needs a person");
      }
      InvalidInput.within("perHour", perHour, 0, MOST_PER_HOUR);
    }
  }

  public PayTerms {
    kinds = kinds == null ? List.of() : List.copyOf(kinds);
    people = people == null ? List.of() : List.copyOf(people);
    excluded =
        excluded == null
            ? List.of()
            : excluded.stream().map(w -> InvalidInput.title("excluded", w)).toList();
    InvalidInput.within("rounds", rounds, 0, 20);
    InvalidInput.within("roundPercent", roundPercent, 0, 100);
    InvalidInput.within("ofTen", ofTen, 5, 9);
    InvalidInput.within("marginPercent", marginPercent, 0, 500);
    InvalidInput.within("excluded", excluded.size(), 0, MOST_EXCLUDED);
    once("kinds", kinds.stream().map(k -> (Object) k.kind()).toList());
    once("people", people.stream().map(p -> (Object) p.person()).toList());
  }

  private static void once(String field, List<Object> of) {
    Set<Object> seen = new HashSet<>();
    if (!of.stream().allMatch(seen::add)) {
      throw new InvalidInput(field, "one is given twice");
    }
  }

  /** The same without what single people are paid. */
  public PayTerms withoutPeople() {
    return new PayTerms(kinds, List.of(), rounds, roundPercent, ofTen, marginPercent, excluded);
  }

  /**
   * What the hours of work are multiplied by for so many rounds of review.
   *
   * @return 0 for none
   */
  double ofRounds(int rounds) {
    return rounds * roundPercent / 100;
  }

  /** What a cost is multiplied by for the margin. */
  double withMargin() {
    return 1 + marginPercent / 100;
  }

  /** What an hour of a kind of work is offered at; 0 where nobody has said. */
  public double offered(TaskKind kind, Costs costs) {
    return kinds.stream()
        .filter(k -> k.kind() == kind)
        .mapToDouble(KindPay::perHour)
        .findFirst()
        .orElse(costs.hourRate());
  }

  /**
   * Whether somebody has said what an hour of somebody costs, were it nothing.
   *
   * @param kind null where it is not known any more
   * @param person null for whoever does it
   */
  boolean said(TaskKind kind, String person, Costs costs) {
    return people.stream().anyMatch(p -> p.person().equals(person))
        || kinds.stream().anyMatch(k -> k.kind() == kind)
        || costs.hourRate() > 0;
  }

  /**
   * What an hour of somebody costs; 0 where nobody has said.
   *
   * @param kind null where it is not known any more
   * @param person null for whoever does it
   */
  public double paid(TaskKind kind, String person, Costs costs) {
    return people.stream()
        .filter(p -> p.person().equals(person))
        .mapToDouble(PersonPay::perHour)
        .findFirst()
        .orElseGet(() -> offered(kind, costs));
  }
}
