package bivex.server.export;

import bivex.core.crew.Role;
import bivex.core.work.OpenTask;
import bivex.core.work.Schedule;
import bivex.core.work.WorkPlan;
import bivex.server.access.Member;
import bivex.server.access.Secrets;
import bivex.server.book.WorkBook;
import bivex.server.keep.Feed;
import bivex.server.keep.Feeds;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Transactions;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.ProductId;
import biweekly.util.ICalDate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Date;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * The days of somebody at an address of their own, for the calendar they live by: their work as it
 * is laid, and the shooting days. Whoever has the address reads it, so it is secret, and its owner
 * ends it.
 */
@Component
public class FeedDesk {
  private static final Duration BUSY = Duration.ofMinutes(1);

  private final Feeds feeds;
  private final Memberships memberships;
  private final Productions productions;
  private final WorkBook work;
  private final ShootingDayEvents days;
  private final Transactions transactions;
  private final Clock clock;

  FeedDesk(
      Feeds feeds,
      Memberships memberships,
      Productions productions,
      WorkBook work,
      ShootingDayEvents days,
      Transactions transactions,
      Clock clock) {
    this.feeds = feeds;
    this.memberships = memberships;
    this.productions = productions;
    this.work = work;
    this.days = days;
    this.transactions = transactions;
    this.clock = clock;
  }

  /**
   * @param madeAt null where there is none
   * @param askedAt when a calendar asked for it last; null for never
   */
  public record FeedView(Instant madeAt, Instant askedAt) {}

  /**
   * @param path of the address, told this once
   */
  public record FeedMade(String path) {}

  public FeedView feed(Member me) {
    return feeds
        .findByProductionIdAndPersonId(me.productionId(), me.personId())
        .map(f -> new FeedView(f.madeAt, f.askedAt))
        .orElse(new FeedView(null, null));
  }

  /** Makes an address; one that was there before ends. */
  public FeedMade make(Member me) {
    String token = Secrets.token();
    transactions.write(
        () -> {
          feeds.end(me.productionId(), me.personId());
          Feed f = new Feed();
          f.id = UUID.randomUUID();
          f.productionId = me.productionId();
          f.personId = me.personId();
          f.tokenDigest = Secrets.digest(token);
          f.madeAt = clock.instant();
          return feeds.save(f);
        });
    return new FeedMade("/api/feeds/" + token + ".ics");
  }

  public void end(Member me) {
    transactions.write(() -> feeds.end(me.productionId(), me.personId()));
  }

  /**
   * The calendar at an address.
   *
   * @throws NoSuchElementException where there is none, or its owner is not on the production any
   *     more
   */
  public byte[] calendar(String token) {
    Member me = transactions.write(() -> owner(token));
    WorkPlan plan = work.of(me).plan();
    ICalendar out = new ICalendar();
    out.setProductId(new ProductId("-//Bivex//Days of a person//EN"));
    transactions.read(() -> days.of(me.production())).forEach(out::addEvent);
    for (Schedule.Slot s : plan.schedule().of(me.personId().toString())) {
      for (Schedule.Stretch days : s.stretches()) {
        out.addEvent(event(me, plan, s, days));
      }
    }
    return CalendarText.of(out);
  }

  private Member owner(String token) {
    Feed f = feeds.findByTokenDigest(Secrets.digest(token)).orElseThrow(FeedDesk::none);
    Membership m =
        memberships
            .find(f.productionId, f.personId)
            .filter(x -> x.role != Role.GUEST)
            .orElseThrow(FeedDesk::none);
    Instant now = clock.instant();
    if (f.askedAt == null || f.askedAt.isBefore(now.minus(BUSY))) {
      feeds.asked(f.id, now);
    }
    Production p = productions.findById(f.productionId).orElseThrow();
    return new Member(m.person.id, m.person.name, m.role, p);
  }

  private static NoSuchElementException none() {
    return new NoSuchElementException("There is no calendar at this address.");
  }

  private static VEvent event(Member me, WorkPlan plan, Schedule.Slot s, Schedule.Stretch days) {
    OpenTask t = s.task();
    VEvent e = new VEvent();
    e.setUid(
        "%s.%s.%s.%s@bivex"
            .formatted(me.productionId(), t.shot(), t.key().replace(':', '.'), days.first()));
    e.setSummary(t.code() + " " + t.label());
    e.setDateStart(day(days.first()));
    // The end of whole days is the day after (RFC 5545, 3.6.1).
    e.setDateEnd(day(days.last().plusDays(1)));
    e.setDescription(plan.asLaid(s, days));
    e.setTransparency(true);
    return e;
  }

  private static ICalDate day(LocalDate day) {
    return new ICalDate(Date.from(day.atStartOfDay(ZoneOffset.systemDefault()).toInstant()), false);
  }
}
