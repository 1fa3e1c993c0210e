package bivex.server.post;

import bivex.core.crew.Hand;
import bivex.core.crew.Role;
import bivex.core.work.Letter;
import bivex.core.work.OpenWork;
import bivex.server.access.Member;
import bivex.server.book.WorkBook;
import bivex.server.keep.LetterEntries;
import bivex.server.keep.LetterEntry;
import bivex.server.keep.LetterWish;
import bivex.server.keep.LetterWishes;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.Productions;
import bivex.server.keep.Transactions;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.PageRequest;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Writes the letters that are due and hands over those that wait. A letter is written once and
 * kept; one that cannot be sent is tried again, and says why.
 */
@Component
public class Postman {
  private static final Logger LOG = LoggerFactory.getLogger(Postman.class);

  /** For how long a letter is tried: what it says of a day is old after it. */
  private static final Duration LONGEST = Duration.ofDays(1);

  private static final int AT_ONCE = 50;

  private final LetterWishes wishes;
  private final LetterEntries letters;
  private final Memberships memberships;
  private final Productions productions;
  private final WorkBook work;
  private final Post post;
  private final Transactions transactions;
  private final Clock clock;

  Postman(
      LetterWishes wishes,
      LetterEntries letters,
      Memberships memberships,
      Productions productions,
      WorkBook work,
      Post post,
      Transactions transactions,
      Clock clock) {
    this.wishes = wishes;
    this.letters = letters;
    this.memberships = memberships;
    this.productions = productions;
    this.work = work;
    this.post = post;
    this.transactions = transactions;
    this.clock = clock;
  }

  @Scheduled(initialDelay = 90_000, fixedDelay = 60_000)
  public void round() {
    for (LetterWish w : transactions.read(wishes::working)) {
      try {
        write(w);
      } catch (RuntimeException e) {
        LOG.warn("The letters to {} could not be written: {}", w.personId, e.getMessage());
      }
    }
    List<LetterEntry> waiting =
        transactions.read(
            () -> letters.waiting(clock.instant().minus(LONGEST), PageRequest.of(0, AT_ONCE)));
    for (LetterEntry l : waiting) {
      // A server that is away is not waited for again and again; one bad address goes to the end.
      if (!hand(l)) {
        return;
      }
    }
  }

  /** Writes what is due to somebody. */
  private void write(LetterWish wish) {
    Member me =
        transactions.read(
            () ->
                memberships
                    .find(wish.productionId, wish.personId)
                    .filter(m -> m.role != Role.GUEST)
                    .map(this::member)
                    .orElse(null));
    if (me == null) {
      return;
    }
    WorkBook.Work w = work.of(me);
    String my = me.personId().toString();
    Hand hand = w.hands().stream().filter(h -> h.id().equals(my)).findFirst().orElse(null);
    LocalDate day = Letter.due(wish.morning, clock.instant(), hand, clock.getZone());
    // What is over by the clock of the house is not laid any more.
    if (day != null && !day.isBefore(w.plan().schedule().today())) {
      transactions.write(
          () -> {
            if (!letters.existsByProductionIdAndPersonIdAndKindAndWrittenOn(
                wish.productionId, wish.personId, LetterEntry.Kind.MORNING, day)) {
              keep(
                  wish,
                  LetterEntry.Kind.MORNING,
                  day,
                  Letter.morning(me.production().title, w.morning(day), me.name()));
            }
            return null;
          });
    }
    if (wish.stops) {
      boolean all = me.role() == Role.PRODUCER || me.role() == Role.COORDINATOR;
      List<OpenWork.Undated> stops = Letter.stops(w.plan(), all ? null : my);
      List<String> known = Letter.known(stops);
      if (!known.equals(wish.told)) {
        transactions.write(
            () -> {
              LetterWish now = wishes.findById(wish.id).orElse(null);
              if (now == null || !now.told.equals(wish.told)) {
                return null;
              }
              Letter l = Letter.stopped(me.production().title, stops, new HashSet<>(now.told));
              if (l != null) {
                keep(now, LetterEntry.Kind.STOPS, LocalDate.now(clock), l);
              }
              now.told = known;
              return wishes.saveAndFlush(now);
            });
      }
    }
  }

  private Member member(Membership m) {
    return new Member(
        m.person.id, m.person.name, m.role, productions.findById(m.production.id).orElseThrow());
  }

  private void keep(LetterWish to, LetterEntry.Kind kind, LocalDate on, Letter l) {
    LetterEntry e = new LetterEntry();
    e.id = UUID.randomUUID();
    e.productionId = to.productionId;
    e.personId = to.personId;
    e.kind = kind;
    e.writtenOn = on;
    e.address = to.address;
    e.subject = l.subject();
    e.words = l.words();
    e.writtenAt = clock.instant();
    letters.saveAndFlush(e);
  }

  /**
   * Hands one over, outside of any transaction.
   *
   * @return whether it was taken
   */
  private boolean hand(LetterEntry l) {
    String fault = "";
    try {
      post.send(l.id, l.address, new Letter(l.subject, l.words));
    } catch (IOException e) {
      fault = e.getMessage() == null ? e.toString() : e.getMessage();
      LOG.warn("A letter could not be sent: {}", fault);
    }
    String why = fault;
    transactions.write(
        () -> {
          LetterEntry now = letters.findById(l.id).orElseThrow();
          now.tries++;
          now.fault = why;
          if (why.isEmpty()) {
            now.sentAt = clock.instant();
            now.byStandIn = post.standIn();
          }
          return letters.saveAndFlush(now);
        });
    return why.isEmpty();
  }
}
