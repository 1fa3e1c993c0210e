package bivex.server.money;

import bivex.core.InvalidInput;
import bivex.core.money.Agreed;
import bivex.core.money.Offer;
import bivex.core.money.OfferWord;
import bivex.server.access.Member;
import bivex.server.keep.OfferEntries;
import bivex.server.keep.OfferEntry;
import bivex.server.keep.OfferWordEntry;
import bivex.server.keep.OfferWords;
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import bivex.server.papers.OfferPaper;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Bids and change orders: made from what stands, kept as they were, and what becomes of them. */
@Component
public class OfferDesk {
  private final MoneyBook book;
  private final OfferEntries offers;
  private final OfferWords words;
  private final Transactions transactions;
  private final Journal journal;
  private final Clock clock;

  OfferDesk(
      MoneyBook book,
      OfferEntries offers,
      OfferWords words,
      Transactions transactions,
      Journal journal,
      Clock clock) {
    this.book = book;
    this.offers = offers;
    this.words = words;
    this.transactions = transactions;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param shots whose changes a change order asks for; nothing for a bid, which is for all
   */
  public record NewOffer(Offer.Kind kind, List<UUID> shots) {}

  /** What became of it. */
  public record NewOfferWord(OfferWord.Kind kind, Double amount, LocalDate day, String words) {}

  public record OfferWordView(
      OfferWord.Kind kind,
      String kindWords,
      Double amount,
      LocalDate day,
      String words,
      String by) {}

  /**
   * @param name "bid 2", "change order 1"
   * @param next what may be said of it now
   */
  public record OfferedView(
      UUID id,
      Offer.Kind kind,
      String name,
      Offer offer,
      List<OfferWordView> words,
      List<NextWord> next) {}

  /** What may be said of an offer. */
  public record NextWord(OfferWord.Kind kind, String words) {}

  static String name(OfferEntry e) {
    return e.kind.words() + " " + e.number;
  }

  /** A bid for all shots as they stand. */
  static Offer bid(MoneyBook.Standing s, LocalDate on) {
    return Offer.bid(
        on,
        s.production().terms(),
        s.production().costs(),
        s.production().effortRates,
        s.now(),
        s.planned().stream()
            .map(c -> Offer.PlannedFor.of(c.shotId == null ? null : c.shotId.toString(), c.cost))
            .toList(),
        s.unplanned());
  }

  /** Makes one. */
  public OfferedView make(Member me, NewOffer in) {
    if (in.kind() == null) {
      throw new InvalidInput("kind", "must say whether it is a bid or a change order");
    }
    MoneyBook.Standing s = book.of(me);
    LocalDate today = LocalDate.now(clock);
    Agreed.Kept holds = Agreed.holds(s.kept());
    Offer made = in.kind() == Offer.Kind.BID ? bid(s, today) : change(s, today, in);
    return transactions.write(
        () -> {
          OfferEntry e = new OfferEntry();
          e.id = UUID.randomUUID();
          e.productionId = me.productionId();
          e.kind = in.kind();
          e.number = offers.countByProductionIdAndKind(e.productionId, e.kind) + 1;
          e.bidId = in.kind() == Offer.Kind.BID ? null : UUID.fromString(holds.id());
          e.body = made;
          e.saidBy = me.name();
          e.saidAt = clock.instant();
          offers.saveAndFlush(e);
          record(me, "made", e);
          return view(new MoneyBook.Made(e, List.of()));
        });
  }

  private static Offer change(MoneyBook.Standing s, LocalDate today, NewOffer in) {
    if (s.agreed() == null) {
      throw new InvalidInput("kind", "nothing is agreed yet, so nothing is a change of it");
    }
    Set<String> wanted = new HashSet<>();
    for (UUID shot : in.shots() == null ? List.<UUID>of() : in.shots()) {
      wanted.add(shot.toString());
    }
    return s.agreed().order(today, Agreed.meant(s.changes(), wanted, s.kept()));
  }

  /** One with all that was said of it. */
  public OfferedView one(Member me, UUID id) {
    return transactions.read(() -> view(found(me, id)));
  }

  /** Says what became of one. */
  public OfferedView say(Member me, UUID id, NewOfferWord in) {
    return transactions.write(
        () -> {
          MoneyBook.Made made = found(me, id);
          OfferWord w =
              OfferWord.of(
                  in.kind(),
                  in.amount(),
                  in.day(),
                  in.words(),
                  made.words().stream().map(OfferWordEntry::word).toList(),
                  made.entry().body);
          OfferWordEntry e = new OfferWordEntry();
          e.id = UUID.randomUUID();
          e.productionId = me.productionId();
          e.offerId = id;
          e.kind = w.kind();
          e.amount = w.amount();
          e.day = w.day();
          e.words = w.words();
          e.saidBy = me.name();
          e.saidAt = clock.instant();
          words.saveAndFlush(e);
          record(me, w.kind().words(), made.entry());
          return view(found(me, id));
        });
  }

  /**
   * One on paper.
   *
   * @param file name of it
   */
  public record OfferFile(String file, byte[] bytes) {}

  public OfferFile paper(Member me, UUID id) throws IOException {
    OfferEntry of = transactions.read(() -> offers.require(id, me.productionId()));
    return new OfferFile(
        me.production().code + "-" + name(of).replace(' ', '-') + ".pdf",
        OfferPaper.of(me.production(), name(of), of.kind, of.body));
  }

  private MoneyBook.Made found(Member me, UUID id) {
    return new MoneyBook.Made(
        offers.require(id, me.productionId()), words.findByOfferIdOrderBySaidAt(id));
  }

  private static OfferedView view(MoneyBook.Made m) {
    return new OfferedView(
        m.entry().id,
        m.entry().kind,
        name(m.entry()),
        m.entry().body,
        m.words().stream()
            .map(w -> new OfferWordView(w.kind, w.kind.words(), w.amount, w.day, w.words, w.saidBy))
            .toList(),
        OfferWord.next(m.kept().words()).stream().map(k -> new NextWord(k, k.words())).toList());
  }

  /** Everybody reads what happened; what was asked is not everybody's. */
  private void record(Member me, String what, OfferEntry e) {
    journal.record(me, what, "money", e.id.toString(), name(e), Journal.Touches.NOTHING);
  }
}
