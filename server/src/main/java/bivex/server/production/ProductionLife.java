package bivex.server.production;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.server.access.Identity;
import bivex.server.access.Member;
import bivex.server.access.SecurityLog;
import bivex.server.http.Problems;
import bivex.server.keep.ForeignKeys;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import bivex.server.upkeep.Backups;
import java.time.Clock;
import java.util.Locale;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How productions come, are put away, come back and go. */
@Component
public class ProductionLife {
  private final Productions productions;
  private final Memberships memberships;
  private final People people;
  private final SpecEntries specs;
  private final ForeignKeys keys;
  private final Backups backups;
  private final Transactions transactions;
  private final Journal journal;
  private final Clock clock;

  ProductionLife(
      Productions productions,
      Memberships memberships,
      People people,
      SpecEntries specs,
      ForeignKeys keys,
      Backups backups,
      Transactions transactions,
      Journal journal,
      Clock clock) {
    this.productions = productions;
    this.memberships = memberships;
    this.people = people;
    this.specs = specs;
    this.keys = keys;
    this.backups = backups;
    this.transactions = transactions;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param like a production whose numbers, rates of work, money, cue words and specifications it
   *     begins with; null for the usual ones
   */
  public record Another(String code, String title, String rate, UUID like) {}

  /** Makes a production beside those there are, with who asks as its producer. */
  @Transactional
  public UUID another(Identity who, Another in) {
    if (memberships.ofPerson(who.id()).stream().noneMatch(m -> m.role == Role.PRODUCER)) {
      throw new Problems.Forbidden("Only a producer makes another production.");
    }
    Production p =
        ProductionDesk.make(new ProductionDesk.NewProduction(in.code(), in.title(), in.rate()));
    if (productions.existsByCode(p.code)) {
      throw new InvalidInput("code", "is that of another production of this house");
    }
    Production like = null;
    if (in.like() != null) {
      like =
          memberships
              .find(in.like(), who.id())
              .filter(m -> m.role == Role.PRODUCER)
              .map(m -> m.production)
              .orElseThrow(() -> new InvalidInput("like", "must be a production of yours"));
      begin(p, like, in.rate() == null || in.rate().isBlank());
    }
    productions.saveAndFlush(p);
    Membership m = new Membership();
    m.id = UUID.randomUUID();
    m.production = p;
    m.person = people.findById(who.id()).orElseThrow();
    m.role = Role.PRODUCER;
    memberships.saveAndFlush(m);
    if (like != null) {
      for (SpecEntry s : specs.findByProductionIdOrderByName(like.id)) {
        specs.save(copied(s, p.id));
      }
    }
    journal.record(
        new Member(who.id(), m.person.name, Role.PRODUCER, p),
        "made",
        "production",
        p.id.toString(),
        p.title + (like == null ? "" : ", like " + like.title));
    return p.id;
  }

  private static void begin(Production p, Production like, boolean rateToo) {
    if (rateToo) {
      p.rate = like.rate;
    }
    p.captureWidth = like.captureWidth;
    p.captureHeight = like.captureHeight;
    p.deliveryWidth = like.deliveryWidth;
    p.deliveryHeight = like.deliveryHeight;
    p.sensorWidthMm = like.sensorWidthMm;
    p.mainsHz = like.mainsHz;
    p.firstFrame = like.firstFrame;
    p.handles = like.handles;
    p.hoursPerDay = like.hoursPerDay;
    p.effortRates = like.effortRates;
    p.kit = like.kit;
    p.methodDefaults = like.methodDefaults;
    p.hourRate = like.hourRate;
    p.setHourRate = like.setHourRate;
    p.currency = like.currency;
    p.payTerms = like.payTerms == null ? null : like.payTerms.withoutPeople();
    p.cueWords = like.cueWords;
    p.headings = like.headings;
    p.cuesOfHouse = like.cuesOfHouse;
    p.lists = like.lists;
    p.workNames = like.workNames;
    p.codePattern =
        like.codePattern.startsWith(like.code)
            ? p.code + like.codePattern.substring(like.code.length())
            : like.codePattern;
  }

  private static SpecEntry copied(SpecEntry s, UUID production) {
    SpecEntry out = new SpecEntry();
    out.id = UUID.randomUUID();
    out.productionId = production;
    out.name = s.name;
    out.width = s.width;
    out.height = s.height;
    out.rate = s.rate;
    out.handles = s.handles;
    out.pattern = s.pattern;
    return out;
  }

  /** Puts a production away, or takes it up again: while it is away nothing in it is changed. */
  @Transactional
  public void archive(Member me, boolean away) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    if ((p.archivedAt != null) != away) {
      p.archivedAt = away ? clock.instant() : null;
      productions.saveAndFlush(p);
      journal.record(me, away ? "put away" : "reopened", "production", p.id.toString(), p.title);
    }
  }

  /**
   * Deletes a production that is put away, once a whole backup of the house has been made.
   *
   * @param title typed by hand: it must be the production's
   */
  public void delete(Member me, String title) {
    Production p = me.production();
    if (p.archivedAt == null) {
      throw new InvalidInput("production", "is at work; put it away before it is deleted");
    }
    if (title == null || !title.strip().equals(p.title)) {
      throw new InvalidInput("title", "must be the production's, letter by letter");
    }
    String failed = backups.now("before-deleting-" + p.code.toLowerCase(Locale.ROOT)).failed();
    if (failed != null) {
      throw new InvalidInput("production", "stays: the backup before it was not made: " + failed);
    }
    transactions.write(
        () -> {
          keys.deleteWith("production", p.id);
          return null;
        });
    SecurityLog.note("production deleted: " + p.code, me.name(), null);
  }
}
