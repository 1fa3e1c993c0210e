package bivex.server.money;

import bivex.core.money.Account;
import bivex.core.money.Agreed;
import bivex.core.money.Offer;
import bivex.core.shot.OwedItem;
import bivex.core.work.TaskStand;
import bivex.core.work.TaskWord;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import bivex.server.keep.Bills;
import bivex.server.keep.OfferEntries;
import bivex.server.keep.OfferEntry;
import bivex.server.keep.OfferWordEntry;
import bivex.server.keep.OfferWords;
import bivex.server.keep.PlannedCost;
import bivex.server.keep.PlannedCosts;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.keep.TaskWordEntry;
import bivex.server.keep.TaskWords;
import bivex.server.keep.Transactions;
import bivex.server.keep.VerdictEntries;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What is known of the money of a production, put together for the core to reckon with. */
@Component
class MoneyBook {
  private final WorkBook work;
  private final ShotBook book;
  private final TaskWords words;
  private final VerdictEntries verdicts;
  private final PlannedCosts planned;
  private final Bills bills;
  private final OfferEntries offers;
  private final OfferWords said;
  private final Transactions transactions;

  MoneyBook(
      WorkBook work,
      ShotBook book,
      TaskWords words,
      VerdictEntries verdicts,
      PlannedCosts planned,
      Bills bills,
      OfferEntries offers,
      OfferWords said,
      Transactions transactions) {
    this.work = work;
    this.book = book;
    this.words = words;
    this.verdicts = verdicts;
    this.planned = planned;
    this.bills = bills;
    this.offers = offers;
    this.said = said;
    this.transactions = transactions;
  }

  /** A bid or a change order with what was said of it, the oldest first. */
  record Made(OfferEntry entry, List<OfferWordEntry> words) {
    Agreed.Kept kept() {
      return new Agreed.Kept(
          entry.id.toString(),
          entry.kind,
          entry.bidId == null ? null : entry.bidId.toString(),
          entry.body,
          words.stream().map(OfferWordEntry::word).toList());
    }
  }

  /**
   * What is reckoned with.
   *
   * @param codes of all shots
   * @param now shots that can be priced
   * @param unplanned codes of those that cannot
   * @param kept the offers, as the core has them
   */
  record Standing(
      Production production,
      Map<UUID, String> codes,
      List<Offer.PricedShot> now,
      List<String> unplanned,
      List<PlannedCost> planned,
      Map<UUID, Double> billed,
      List<Made> offers,
      List<Agreed.Kept> kept,
      Agreed agreed,
      Account account,
      List<Offer.ChangedShot> changes) {}

  private record Rows(
      Map<UUID, Map<String, TaskStand>> stands,
      Map<UUID, Integer> rounds,
      List<PlannedCost> planned,
      List<Bills.Billed> billed,
      List<Made> offers) {}

  /** As it stands. Never asked inside a transaction, as {@link WorkBook} is not. */
  Standing of(Member me) {
    WorkBook.Work w = work.of(me);
    List<ShotBook.Page> pages = book.all(me);
    Production p = me.production();
    Rows rows = transactions.read(() -> rows(p.id));
    List<ShotBook.Page> shown = pages.stream().filter(x -> !x.shot().omitted).toList();
    List<Offer.PricedShot> now = new ArrayList<>();
    List<ShotBook.Page> unplanned = new ArrayList<>();
    for (ShotBook.Page x : shown) {
      Offer.PricedShot line = line(x, rows.rounds.getOrDefault(x.shot().id, 0));
      if (line.priceable()) {
        now.add(line);
      } else {
        unplanned.add(x);
      }
    }
    List<Account.Worked> worked =
        pages.stream()
            .flatMap(
                x ->
                    Account.Worked.of(
                        x.shot().id.toString(),
                        x.plan(),
                        rows.stands.getOrDefault(x.shot().id, Map.of()),
                        x.done())
                        .stream())
            .toList();
    Set<String> spentOn = worked.stream().map(Account.Worked::shot).collect(Collectors.toSet());
    rows.billed.stream()
        .map(Bills.Billed::getShot)
        .filter(Objects::nonNull)
        .forEach(s -> spentOn.add(s.toString()));
    List<Agreed.Kept> kept = rows.offers.stream().map(Made::kept).toList();
    Agreed agreed = Agreed.of(kept);
    List<String> without = unplanned.stream().map(x -> x.shot().code).toList();
    Account account =
        Account.of(
            p.terms(),
            p.costs(),
            pages.stream()
                .filter(x -> !x.shot().omitted || spentOn.contains(x.shot().id.toString()))
                .map(x -> reckoned(x, rows.rounds.getOrDefault(x.shot().id, 0)))
                .toList(),
            worked,
            Account.Left.of(w.plan()),
            bought(rows),
            without,
            w.hands().stream().collect(Collectors.toMap(h -> h.id(), h -> h.name())),
            agreed);
    Set<String> unpriced =
        unplanned.stream().map(x -> x.shot().id.toString()).collect(Collectors.toSet());
    return new Standing(
        p,
        pages.stream().collect(Collectors.toMap(x -> x.shot().id, x -> x.shot().code)),
        now,
        without,
        rows.planned,
        rows.billed.stream()
            .filter(b -> b.getPlanned() != null)
            .collect(
                Collectors.groupingBy(
                    Bills.Billed::getPlanned, Collectors.summingDouble(Bills.Billed::getAmount))),
        rows.offers,
        kept,
        agreed,
        account,
        agreed == null
            ? List.of()
            : agreed.changes(now, p.effortRates, unpriced, account.spentByShot()));
  }

  private Rows rows(UUID production) {
    Map<UUID, Map<String, List<TaskWord>>> by = new HashMap<>();
    for (TaskWordEntry e : words.findByProductionId(production)) {
      by.computeIfAbsent(e.shotId, s -> new HashMap<>())
          .computeIfAbsent(e.task, t -> new ArrayList<>())
          .add(e.word());
    }
    Map<UUID, Map<String, TaskStand>> stands = new HashMap<>();
    by.forEach(
        (shot, tasks) ->
            tasks.forEach(
                (task, of) ->
                    stands
                        .computeIfAbsent(shot, s -> new HashMap<>())
                        .put(task, TaskStand.of(of, OwedItem.State.OWED, key -> false))));
    Map<UUID, Integer> rounds = new HashMap<>();
    verdicts.rounds(production).forEach(r -> rounds.put(r.getShot(), r.getRounds()));
    Map<UUID, List<OfferWordEntry>> of =
        said.findByProductionIdOrderBySaidAt(production).stream()
            .collect(Collectors.groupingBy(x -> x.offerId));
    return new Rows(
        stands,
        rounds,
        planned.findByProductionId(production),
        bills.sums(production),
        offers.findByProductionIdOrderBySaidAt(production).stream()
            .map(o -> new Made(o, of.getOrDefault(o.id, List.of())))
            .toList());
  }

  private static List<Account.Bought> bought(Rows rows) {
    Map<UUID, PlannedCost> by = new HashMap<>();
    rows.planned.forEach(c -> by.put(c.id, c));
    Map<UUID, Double> billed = new HashMap<>();
    List<Account.Bought> out = new ArrayList<>();
    for (Bills.Billed b : rows.billed) {
      if (b.getPlanned() == null) {
        out.add(new Account.Bought(name(b.getShot()), null, b.getAmount(), true));
      } else {
        billed.merge(b.getPlanned(), b.getAmount(), Double::sum);
      }
    }
    by.forEach(
        (id, c) ->
            out.add(
                new Account.Bought(
                    name(c.shotId), c.cost, billed.getOrDefault(id, 0.0), c.closed)));
    return out;
  }

  private static String name(UUID id) {
    return id == null ? null : id.toString();
  }

  private static Offer.PricedShot line(ShotBook.Page x, int rounds) {
    Shot s = x.shot();
    return Offer.PricedShot.of(
        s.id.toString(),
        s.code,
        s.title,
        s.scene == null ? "" : s.scene,
        s.methods.stream().map(m -> m.chosen().name()).toList(),
        s.cutFrames,
        rounds,
        x.plan());
  }

  private static Account.Reckoned reckoned(ShotBook.Page x, int rounds) {
    return Account.Reckoned.of(
        x.shot().id.toString(),
        x.shot().code,
        x.shot().title,
        rounds,
        x.shot().omitted,
        x.ledger().stage(),
        x.ledger().items(),
        x.plan());
  }
}
