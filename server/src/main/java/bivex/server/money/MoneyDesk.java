package bivex.server.money;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.money.Account;
import bivex.core.money.Agreed;
import bivex.core.money.Offer;
import bivex.core.money.OfferWord;
import bivex.core.money.PayTerms;
import bivex.core.money.Planned;
import bivex.core.tally.Costs;
import bivex.core.tally.Sheets;
import bivex.server.access.Member;
import bivex.server.book.Teams;
import bivex.server.http.Problems;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.OfferWordEntry;
import bivex.server.keep.PlannedCost;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The money of a production: terms, what it comes to, and what is otherwise than it was agreed. */
@Component
public class MoneyDesk {
  private final MoneyBook book;
  private final Productions productions;
  private final Memberships memberships;
  private final Teams teams;
  private final Transactions transactions;
  private final Journal journal;
  private final Clock clock;

  MoneyDesk(
      MoneyBook book,
      Productions productions,
      Memberships memberships,
      Teams teams,
      Transactions transactions,
      Journal journal,
      Clock clock) {
    this.book = book;
    this.productions = productions;
    this.memberships = memberships;
    this.teams = teams;
    this.transactions = transactions;
    this.journal = journal;
    this.clock = clock;
  }

  /** Somebody who may be paid. */
  public record PaidView(UUID person, String name) {}

  /** A sort of what is paid besides hours. */
  public record SortView(Planned.Sort sort, String words) {}

  /** A kind of work that may be priced. */
  public record PricedKind(TaskKind kind, String words) {}

  /**
   * @param version of the production, for who changes them
   */
  public record TermsView(
      PayTerms terms,
      Costs costs,
      boolean said,
      List<PaidView> people,
      List<PricedKind> kinds,
      long version) {}

  /**
   * @param shot it is for; null for all
   * @param billed until now
   */
  public record PlannedView(
      UUID id,
      UUID shot,
      String code,
      Planned.Sort sort,
      String sortWords,
      String words,
      double amount,
      double billed,
      boolean closed,
      long version) {}

  /**
   * Something that is otherwise than it was agreed.
   *
   * @param asked whether a change order with it waits for an answer
   */
  public record ChangedView(
      UUID shot, String code, List<String> reasons, double cost, double price, boolean asked) {}

  /**
   * A bid or a change order in the list of them.
   *
   * @param stands null where nothing was said of it
   * @param amount agreed on; null for none
   * @param holds whether it counts now
   */
  public record OfferLineView(
      UUID id,
      Offer.Kind kind,
      String name,
      LocalDate on,
      double price,
      OfferWord.Kind stands,
      String standsWords,
      Double amount,
      LocalDate day,
      boolean holds) {}

  /**
   * A bid as it would be made now.
   *
   * @param why it cannot be made; empty where it can
   */
  public record BidNow(Offer.OfferSums sums, int shots, List<String> unplanned, String why) {}

  /**
   * @param changes none where nothing is agreed
   */
  public record MoneyView(
      String currency,
      TermsView terms,
      Account account,
      List<SortView> sorts,
      List<PlannedView> planned,
      List<OfferLineView> offers,
      List<ChangedView> changes,
      BidNow bid) {}

  /** All of it as it stands. */
  public MoneyView money(Member me) {
    MoneyBook.Standing s = book.of(me);
    Production p = s.production();
    Set<String> asked = Agreed.asked(s.kept());
    return new MoneyView(
        p.currency,
        transactions.read(() -> terms(p)),
        s.account(),
        Arrays.stream(Planned.Sort.values()).map(x -> new SortView(x, x.words())).toList(),
        s.planned().stream()
            .map(c -> planned(c, s.codes(), s.billed().getOrDefault(c.id, 0.0)))
            .sorted(
                Comparator.comparing(PlannedView::closed)
                    .thenComparing(PlannedView::sort)
                    .thenComparing(PlannedView::words))
            .toList(),
        offers(s),
        s.changes().stream()
            .map(
                c ->
                    new ChangedView(
                        UUID.fromString(c.shot()),
                        c.code(),
                        c.reasons(),
                        c.cost(),
                        c.price(),
                        asked.contains(c.shot())))
            .toList(),
        bid(s));
  }

  /** What it comes to, as a list. */
  public Sheets.Table report(Member me) {
    return book.of(me).account().table(me.production().currency, LocalDate.now(clock));
  }

  private BidNow bid(MoneyBook.Standing s) {
    try {
      Offer o = OfferDesk.bid(s, LocalDate.now(clock));
      return new BidNow(o.sums(), o.lines().size(), s.unplanned(), "");
    } catch (InvalidInput e) {
      return new BidNow(null, s.now().size(), s.unplanned(), e.getMessage());
    }
  }

  private static List<OfferLineView> offers(MoneyBook.Standing s) {
    Agreed.Kept holds = Agreed.holds(s.kept());
    return s.offers().stream()
        .map(
            m -> {
              OfferWordEntry last =
                  m.words().isEmpty() ? null : m.words().get(m.words().size() - 1);
              return new OfferLineView(
                  m.entry().id,
                  m.entry().kind,
                  OfferDesk.name(m.entry()),
                  m.entry().body.on(),
                  m.entry().body.sums().price(),
                  last == null ? null : last.kind,
                  last == null ? "not sent" : last.kind.words(),
                  last == null ? null : last.amount,
                  last == null ? null : last.day,
                  holds != null && Agreed.counts(m.kept(), holds));
            })
        .collect(
            Collectors.collectingAndThen(
                Collectors.toList(),
                made -> {
                  Collections.reverse(made);
                  return made;
                }));
  }

  private static PlannedView planned(PlannedCost c, Map<UUID, String> codes, double billed) {
    return new PlannedView(
        c.id,
        c.shotId,
        c.shotId == null ? "" : codes.getOrDefault(c.shotId, ""),
        c.cost.sort(),
        c.cost.sort().words(),
        c.cost.words(),
        c.cost.amount(),
        billed,
        c.closed,
        c.version);
  }

  private TermsView terms(Production p) {
    return new TermsView(
        p.terms(),
        p.costs(),
        p.payTerms != null,
        teams.of(p).stream().map(h -> new PaidView(UUID.fromString(h.id()), h.name())).toList(),
        Arrays.stream(TaskKind.values()).map(k -> new PricedKind(k, k.words())).toList(),
        p.version);
  }

  /** Says on what terms work is paid and offered. What was offered already stays as it is. */
  public TermsView say(Member me, String ifMatch, PayTerms in) {
    return transactions.write(
        () -> {
          Production p = productions.findById(me.productionId()).orElseThrow();
          Problems.mustBeCurrent(ifMatch, p.version, p.terms(), in);
          Set<String> here = new HashSet<>();
          for (Membership m : memberships.ofProduction(p.id)) {
            here.add(m.person.id.toString());
          }
          for (PayTerms.PersonPay x : in.people()) {
            if (!here.contains(x.person())) {
              throw new InvalidInput("people", "somebody is not on this production");
            }
          }
          p.payTerms = in;
          productions.saveAndFlush(p);
          journal.record(
              me,
              "said the terms and the pay",
              "money",
              p.id.toString(),
              "",
              Journal.Touches.NOTHING);
          return terms(p);
        });
  }
}
