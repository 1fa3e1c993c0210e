package bivex.server.demo;

import bivex.core.effort.TaskKind;
import bivex.core.method.OwnItem;
import bivex.core.money.Offer;
import bivex.core.money.OfferWord;
import bivex.core.money.PayTerms;
import bivex.core.money.Planned;
import bivex.server.access.Member;
import bivex.server.keep.Productions;
import bivex.server.money.CostDesk;
import bivex.server.money.MoneyDesk;
import bivex.server.money.OfferDesk;
import bivex.server.shot.OwnDesk;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * What the demo's work is offered at, a bid that was agreed on, bills, and something more to do
 * since.
 */
@Component
class DemoMoney {
  private static final double LESS = 0.97;

  private final MoneyDesk money;
  private final OfferDesk offers;
  private final CostDesk costs;
  private final OwnDesk own;
  private final Productions productions;
  private final Clock clock;

  DemoMoney(
      MoneyDesk money,
      OfferDesk offers,
      CostDesk costs,
      OwnDesk own,
      Productions productions,
      Clock clock) {
    this.money = money;
    this.offers = offers;
    this.costs = costs;
    this.own = own;
    this.productions = productions;
    this.clock = clock;
  }

  /**
   * @param titled shots by their titles
   */
  void load(Member producer, Member piotr, Member wren, Map<String, UUID> titled) {
    LocalDate today = LocalDate.now(clock);
    Member before = asItStands(producer);
    money.say(
        before,
        "\"" + before.production().version + "\"",
        new PayTerms(
            List.of(
                new PayTerms.KindPay(TaskKind.HAND_MATTE, 40),
                new PayTerms.KindPay(TaskKind.COMPOSITE, 54)),
            List.of(
                new PayTerms.PersonPay(piotr.personId().toString(), 42),
                new PayTerms.PersonPay(wren.personId().toString(), 38)),
            2,
            10,
            8,
            12,
            List.of("Sound and music.", "The crew's travel on the shooting days.")));
    Member mara = asItStands(producer);
    plan(mara, Planned.Sort.KIT, "Rain bar and blower, three days", 640, null);
    plan(mara, Planned.Sort.TRAVEL, "Ferry for the van, both ways", 180, null);
    plan(
        mara,
        Planned.Sort.ELEMENT,
        "Plankton shot in the tank",
        350,
        titled.get("The plankton woman"));
    OfferDesk.OfferedView bid = offers.make(mara, new OfferDesk.NewOffer(Offer.Kind.BID, null));
    say(mara, bid.id(), OfferWord.Kind.SENT, null, "to the production office");
    say(
        mara,
        bid.id(),
        OfferWord.Kind.AGREED,
        Math.floor(bid.offer().sums().price() * LESS),
        "in a round sum");
    MoneyDesk.PlannedView kit =
        money.money(mara).planned().stream()
            .filter(c -> c.sort() == Planned.Sort.KIT)
            .findFirst()
            .orElseThrow();
    costs.bill(mara, new CostDesk.NewBill(kit.id(), null, "Rain bar, first day", 260.0, today));
    costs.bill(
        mara, new CostDesk.NewBill(null, null, "Blackout cloth for the windows", 74.5, today));
    own.put(
        titled.get("The leap from the jetty"),
        mara,
        new OwnDesk.NewItem(
            "new-railing",
            OwnItem.Kind.TASK,
            "Paint out the new railing",
            "the harbour put it up after the bid",
            Map.of("task", TaskKind.PAINT.words(), "units", 40, "difficulty", "fair")));
  }

  private Member asItStands(Member who) {
    return new Member(
        who.personId(),
        who.name(),
        who.role(),
        productions.findById(who.productionId()).orElseThrow());
  }

  private void plan(Member mara, Planned.Sort sort, String words, double amount, UUID shot) {
    costs.plan(mara, new CostDesk.PlannedSaying(sort, words, amount, shot, false));
  }

  private void say(Member mara, UUID offer, OfferWord.Kind kind, Double amount, String words) {
    offers.say(mara, offer, new OfferDesk.NewOfferWord(kind, amount, LocalDate.now(clock), words));
  }
}
