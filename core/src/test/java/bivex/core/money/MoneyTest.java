package bivex.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.EstimateErrors;
import bivex.core.effort.TaskKind;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRate;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.hipparchus.distribution.continuous.BetaDistribution;
import org.junit.jupiter.api.Test;

class MoneyTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 30);
  private static final Costs COSTS = new Costs(50, 400, null, "EUR");
  private static final EffortRates RATES = EffortRates.DEFAULTS;

  private static Plan plan(int frames, EffortRates rates, String... methods) {
    ShotSetting setting =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, frames, 8, 36, 50, rates);
    List<MethodChoice> choices = new ArrayList<>();
    for (String m : methods) {
      choices.add(new MethodChoice(m, Map.of(), ""));
    }
    return MethodBook.derive(setting, choices, false);
  }

  private static Offer.PricedShot shot(int n, int frames, EffortRates rates, String... methods) {
    return Offer.PricedShot.of(
        "s" + n, "TK-" + n, "", "4", List.of(methods), frames, 0, plan(frames, rates, methods));
  }

  private static Offer.PricedShot given(EffortRates rates) {
    Offer.PricedShot s = shot(99, 48, rates, "A1");
    List<Offer.PricedWork> work = new ArrayList<>(s.work());
    work.add(
        new Offer.PricedWork(
            "task:way-out/clean",
            "In place of the clean plate",
            TaskKind.PAINT,
            TaskKind.Difficulty.FAIR,
            1,
            new Estimate(3, 4, 9)));
    return s.working(work);
  }

  private static List<Offer.PricedShot> shots(int count, EffortRates rates, Random random) {
    List<String> ids = MethodBook.all().stream().map(m -> m.id()).toList();
    List<Offer.PricedShot> out = new ArrayList<>();
    for (int n = 0; n < count; n++) {
      out.add(shot(n, 120 + random.nextInt(200), rates, ids.get(random.nextInt(ids.size()))));
    }
    return out;
  }

  private static Offer bid(PayTerms terms, List<Offer.PricedShot> shots, Planned... planned) {
    return Offer.bid(
        DAY,
        terms,
        COSTS,
        RATES,
        shots,
        Stream.of(planned).map(p -> Offer.PlannedFor.of("s1", p)).toList(),
        List.of());
  }

  private static PayTerms terms(int rounds, int ofTen, double marginPercent) {
    return new PayTerms(List.of(), List.of(), rounds, 10, ofTen, marginPercent, List.of());
  }

  /** Digits of a currency: ISO 4217, its list of minor units (EUR 2, JPY 0, KWD 3). */
  @Test
  void amountsHaveTheCoinsOfTheirCurrency() {
    assertThat(Amount.rounded(12.345, "EUR")).isEqualTo(12.35);
    assertThat(Amount.rounded(12.345, "JPY")).isEqualTo(12);
    assertThat(Amount.rounded(12.3456, "KWD")).isEqualTo(12.346);
    assertThat(Amount.rounded(-0.005, "EUR")).isEqualTo(-0.01);
    assertThat(Amount.exact(1234.5, "EUR")).isEqualTo("1\u00a0234.50\u00a0EUR");
    assertThat(Amount.exact(1234.5, "JPY")).isEqualTo("1\u00a0235\u00a0JPY");
  }

  /**
   * One piece of work lies as the beta distribution of its estimate, whose quantiles are
   * Hipparchus's; of two kinds that err together the variance is the sum of the variances and twice
   * the correlation times both deviations, nearly, since the share is of normal variables.
   */
  @Test
  void theSpreadIsThatOfTheEstimates() {
    Estimate e = new Estimate(10, 25, 70);
    CostSpread one =
        CostSpread.of(List.of(new CostSpread.Piece("a", TaskKind.PAINT, e, 40)), 1000, 20_000);
    assertThat(one.mean()).isCloseTo(1000 + 40 * e.mean(), within(1e-9));
    double alpha = 1 + 4 * (25 - 10) / 60.0;
    BetaDistribution beta = new BetaDistribution(alpha, 6 - alpha);
    for (double share : new double[] {0.1, 0.5, 0.8, 0.95}) {
      double hours = 10 + 60 * beta.inverseCumulativeProbability(share);
      assertThat(one.within(share)).isCloseTo(1000 + 40 * hours, within(40.0));
      assertThat(one.chance(1000 + 40 * hours)).isCloseTo(share, within(0.015));
    }
    double alike = deviation(TaskKind.PAINT, TaskKind.PAINT, e);
    double apart = deviation(TaskKind.PAINT, TaskKind.SOLVE, e);
    double single = Math.sqrt(beta.getNumericalVariance()) * 60;
    double together = EstimateErrors.SHARED + EstimateErrors.OF_KIND;
    assertThat(alike).isCloseTo(single * Math.sqrt(2 + 2 * together), within(0.5));
    assertThat(apart).isCloseTo(single * Math.sqrt(2 + 2 * EstimateErrors.SHARED), within(0.5));
    assertThat(CostSpread.of(List.of(), 70).within(0.8)).isEqualTo(70);
  }

  private static double deviation(TaskKind first, TaskKind second, Estimate e) {
    CostSpread s =
        CostSpread.of(
            List.of(
                new CostSpread.Piece("a", first, e, 1), new CostSpread.Piece("b", second, e, 1)),
            0,
            20_000);
    double variance = 0;
    for (int i = 0; i < 1000; i++) {
      double off = s.within((i + 0.5) / 1000) - s.mean();
      variance += off * off / 1000;
    }
    return Math.sqrt(variance);
  }

  /** A price is the sum of its lines, to the coin; by the terms it is what they say. */
  @Test
  void aBidAddsUp() {
    Random random = new Random(4);
    for (int i = 0; i < 30; i++) {
      PayTerms terms = terms(random.nextInt(4), 5 + random.nextInt(5), i % 3 * 10);
      Planned hire = new Planned(Planned.Sort.KIT, "a rig", random.nextInt(5000));
      List<Offer.PricedShot> shots = shots(1 + random.nextInt(12), RATES, random);
      Offer o = bid(terms, shots, hire);
      double lines = o.lines().stream().mapToDouble(Offer.PricedShot::price).sum();
      double bought = o.planned().get(0).price();
      assertThat(bought).isCloseTo(hire.amount() * (1 + i % 3 / 10.0), within(0.005));
      assertThat(o.sums().price()).isCloseTo(lines + bought, within(1e-6));
      double hours =
          shots.stream().mapToDouble(s -> s.hours().mean()).sum() * (1 + 0.1 * terms.rounds());
      double set = shots.stream().mapToDouble(Offer.PricedShot::setMinutes).sum() / 60 * 400;
      assertThat(o.sums().cost()).isCloseTo(hours * 50 + set + hire.amount(), within(1e-6));
      assertThat(o.sums().contingency()).isNotNegative();
      assertThat(o.sums().price())
          .isCloseTo(
              (o.sums().cost() + o.sums().contingency()) * terms.withMargin(),
              within(0.01 * (shots.size() + 1)));
    }
    List<Offer.PricedShot> shots = shots(9, RATES, random);
    assertThat(bid(terms(2, 9, 0), shots).sums().contingency())
        .isGreaterThan(bid(terms(2, 7, 0), shots).sums().contingency());
  }

  @Test
  void nothingIsOfferedThatHasNoPrice() {
    Costs none = new Costs(0, 0, null, "EUR");
    List<Offer.PricedShot> shots = List.of(shot(1, 48, RATES, "A1"));
    assertThatThrownBy(
            () -> Offer.bid(DAY, PayTerms.USUAL, none, RATES, shots, List.of(), List.of("TK-9")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("split matte");
    assertThatThrownBy(() -> bid(PayTerms.USUAL, List.of())).isInstanceOf(InvalidInput.class);
    Offer o = Offer.bid(DAY, PayTerms.USUAL, COSTS, RATES, shots, List.of(), List.of("TK-9"));
    assertThat(o.excludes()).anyMatch(x -> x.contains("TK-9"));
    assertThat(bid(PayTerms.USUAL, shots).excludes()).isEmpty();
  }

  /** What is as it was is no change, also where the house reckons with other hours since. */
  @Test
  void onlyWhatIsAskedForOtherwiseIsAChange() {
    Random random = new Random(9);
    for (int i = 0; i < 10; i++) {
      long seed = random.nextLong();
      List<Offer.PricedShot> shots = shots(8, RATES, new Random(seed));
      Agreed agreed = Agreed.of(bid(PayTerms.USUAL, shots), 10_000, List.of());
      assertThat(agreed.changes(shots, RATES, Set.of(), Map.of())).isEmpty();
      EffortRates learned = RATES;
      for (TaskKind k : TaskKind.values()) {
        learned = learned.calibrated(k, 0.6 + random.nextDouble());
      }
      // Hours that somebody gave are not reckoned by rates, and stay as they are.
      shots.add(given(RATES));
      agreed = Agreed.of(bid(PayTerms.USUAL, shots), 10_000, List.of());
      List<Offer.PricedShot> again = shots(8, learned, new Random(seed));
      again.add(given(learned));
      assertThat(again).isNotEqualTo(shots);
      assertThat(agreed.changes(again, learned, Set.of(), Map.of())).isEmpty();
    }
  }

  @Test
  void aChangeIsPricedByWhatWasAgreed() {
    List<Offer.PricedShot> shots =
        List.of(shot(1, 48, RATES, "A2"), shot(2, 48, RATES, "B1"), shot(3, 48, RATES, "C3"));
    Offer bid = bid(terms(2, 8, 20), shots);
    Agreed agreed = Agreed.of(bid, bid.sums().price(), List.of());
    double factor = bid.sums().factor();

    Offer.PricedShot longer = shot(1, 96, RATES, "A2");
    Offer.PricedShot third = shots.get(1).with(3);
    Offer.PricedShot fresh = shot(7, 120, RATES, "B2");
    List<Offer.ChangedShot> changes =
        agreed.changes(List.of(longer, third, fresh), RATES, Set.of(), Map.of("s3", 20.0));
    assertThat(changes).extracting(Offer.ChangedShot::shot).containsExactly("s1", "s2", "s7", "s3");

    double more =
        (longer.hours().mean() - shots.get(0).hours().mean()) * 1.2 * 50
            + (longer.setMinutes() - shots.get(0).setMinutes()) / 60 * 400;
    assertThat(changes.get(0).cost()).isCloseTo(more, within(1e-6));
    assertThat(changes.get(0).price()).isCloseTo(more * factor, within(0.01));
    assertThat(changes.get(0).reasons().get(0))
        .isEqualTo("48 frames longer in the cut, 96 instead of 48");

    assertThat(changes.get(1).cost())
        .isCloseTo(shots.get(1).hours().mean() * 0.1 * 50, within(1e-6));
    assertThat(changes.get(1).reasons()).containsExactly("round 3 of review; 2 are in the price");

    assertThat(changes.get(2).reasons()).containsExactly("is not in what was agreed");
    assertThat(changes.get(3).now()).isNull();
    assertThat(changes.get(3).cost()).isCloseTo(-(bid.lines().get(2).cost() - 20), within(1e-6));

    // Signed, it is what is agreed, and nothing is a change any more.
    Offer order = agreed.order(DAY, changes);
    Agreed then = Agreed.of(bid, 5000, List.of(new Agreed.Signed(order, order.sums().price())));
    assertThat(then.price()).isCloseTo(5000 + order.sums().price(), within(0.005));
    assertThat(then.changes(List.of(longer, third, fresh), RATES, Set.of(), Map.of())).isEmpty();
    // A shot nobody can price now is neither changed nor gone.
    assertThat(agreed.changes(List.of(shots.get(0), shots.get(1)), RATES, Set.of("s3"), Map.of()))
        .isEmpty();
    assertThatThrownBy(() -> agreed.order(DAY, List.of())).isInstanceOf(InvalidInput.class);
  }

  @Test
  void whatItComesToIsWhatWasSpentAndWhatIsLeft() {
    PayTerms terms =
        new PayTerms(
            List.of(new PayTerms.KindPay(TaskKind.PAINT, 60)),
            List.of(new PayTerms.PersonPay("p", 30)),
            2,
            10,
            8,
            0,
            List.of());
    Estimate e = new Estimate(4, 6, 14);
    Offer bid = bid(terms, List.of(shot(1, 48, RATES, "A1"), shot(2, 48, RATES, "B1")));
    Account a =
        Account.of(
            terms,
            COSTS,
            List.of(
                new Account.Reckoned("s1", "TK-1", "", 1, false, e, 30),
                new Account.Reckoned("s2", "TK-2", "", 0, true, e, 0)),
            List.of(
                new Account.Worked("s1", TaskKind.PAINT, "p", 5),
                new Account.Worked("s1", TaskKind.PAINT, "q", 2),
                new Account.Worked("s2", null, null, 1)),
            List.of(new Account.Left("s1", TaskKind.PAINT, null, e)),
            List.of(
                new Account.Bought(null, new Planned(Planned.Sort.TRAVEL, "boat", 300), 100, false),
                new Account.Bought("s2", null, 70, false),
                new Account.Bought(null, new Planned(Planned.Sort.KIT, "rig", 900), 800, true)),
            List.of("TK-8"),
            Map.of("p", "P"),
            Agreed.of(bid, 2000, List.of()));
    double worked = 5 * 30 + 2 * 60 + 1 * 50;
    assertThat(a.hours()).isEqualTo(8);
    assertThat(a.spent()).isCloseTo(worked + 100 + 70 + 800, within(1e-9));
    double toDo = e.mean() * 60 + 200 + 0.5 * 400 + e.mean() * 0.1 * 50;
    assertThat(a.toDo()).isCloseTo(toDo, within(1e-9));
    assertThat(a.expected()).isCloseTo(a.spent() + toDo, within(1e-9));
    assertThat(a.half()).isLessThan(a.most());
    assertThat(a.agreed()).isEqualTo(2000);
    // What was to be bought for a shot is in what it was priced at.
    Planned rig = new Planned(Planned.Sort.KIT, "rig", 90);
    assertThat(Agreed.of(bid(terms, bid.lines(), rig), 1, List.of()).cost("s1"))
        .isCloseTo(bid.lines().get(0).cost() + 90, within(1e-9));
    assertThat(a.shots().get(0).agreed()).isEqualTo(bid.lines().get(0).cost());
    assertThat(a.shots()).extracting(Account.ShotCost::code).containsExactly("TK-1", "TK-2");
    assertThat(a.told())
        .containsExactly(
            "Without a method, so nothing of it is in this: TK-8.",
            Said.of(
                "It is expected to cost %s more than was agreed.",
                Amount.about(a.expected() - 2000, "EUR")),
            Said.of(
                "TK-1 is expected to cost %s, %s more than it was priced at.",
                Amount.about(a.shots().get(0).expected(), "EUR"),
                Amount.about(a.shots().get(0).over(), "EUR")));

    Account unpaid =
        Account.of(
            PayTerms.USUAL,
            new Costs(0, 0, null, "EUR"),
            List.of(),
            List.of(new Account.Worked("s1", TaskKind.PAINT, "p", 5)),
            List.of(new Account.Left("s1", TaskKind.KEY, null, e)),
            List.of(),
            List.of("TK-8"),
            Map.of("p", "P"),
            Agreed.of(bid, 1e6, List.of()));
    assertThat(unpaid.told())
        .containsExactly(
            "What an hour costs is not said of P, key: those hours count as nothing here.",
            "Without a method, so nothing of it is in this: TK-8.");
    assertThat(unpaid.chance()).as("nobody is sure of hours without a rate").isNull();
    // Somebody who costs nothing is not somebody of whom nothing is said.
    PayTerms free =
        new PayTerms(
            List.of(new PayTerms.KindPay(TaskKind.KEY, 0)),
            List.of(new PayTerms.PersonPay("p", 0)),
            0,
            0,
            8,
            0,
            List.of());
    Account other =
        Account.of(
            free,
            new Costs(0, 0, null, "JPY"),
            List.of(),
            List.of(new Account.Worked("s1", TaskKind.PAINT, "p", 5)),
            List.of(new Account.Left("s1", TaskKind.KEY, null, e)),
            List.of(),
            List.of("TK-8"),
            Map.of("p", "P"),
            Agreed.of(bid, 2000, List.of()));
    assertThat(other.agreed()).isNull();
    assertThat(other.told())
        .containsExactly(
            "2\u00a0000\u00a0EUR were agreed, and costs are in JPY now: the two are not compared.",
            "Without a method, so nothing of it is in this: TK-8.");
  }

  @Test
  void whatBecameOfAnOfferIsSaidInOrder() {
    Offer bid = bid(PayTerms.USUAL, List.of(shot(1, 48, RATES, "A1")));
    List<OfferWord> said = new ArrayList<>();
    said.add(OfferWord.of(OfferWord.Kind.SENT, null, DAY, "by mail", said, bid));
    refused(OfferWord.Kind.SENT, null, DAY, "", said, bid, "kind");
    refused(OfferWord.Kind.AGREED, null, DAY, "", said, bid, "amount");
    refused(OfferWord.Kind.AGREED, -1.0, DAY, "", said, bid, "amount");
    refused(OfferWord.Kind.REFUSED, 5.0, DAY, "", said, bid, "amount");
    refused(OfferWord.Kind.REFUSED, null, DAY.minusDays(1), "", said, bid, "day");
    said.add(OfferWord.of(OfferWord.Kind.AGREED, 100.004, DAY, "", said, bid));
    assertThat(said.get(1).amount()).isEqualTo(100);
    refused(OfferWord.Kind.REFUSED, null, DAY, "", said, bid, "kind");
    refused(OfferWord.Kind.WITHDRAWN, null, DAY, " ", said, bid, "words");
    said.add(OfferWord.of(OfferWord.Kind.WITHDRAWN, null, DAY, "no money", said, bid));
    assertThat(OfferWord.stands(said)).isEqualTo(OfferWord.Kind.WITHDRAWN);
  }

  private static void refused(
      OfferWord.Kind kind,
      Double amount,
      LocalDate day,
      String words,
      List<OfferWord> before,
      Offer offer,
      String field) {
    assertThatThrownBy(() -> OfferWord.of(kind, amount, day, words, before, offer))
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field));
  }
}
