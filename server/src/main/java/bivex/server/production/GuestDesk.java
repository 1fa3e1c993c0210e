package bivex.server.production;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.review.GuestStay;
import bivex.server.access.Devices;
import bivex.server.access.Member;
import bivex.server.access.Secrets;
import bivex.server.access.SignIns;
import bivex.server.http.Problems;
import bivex.server.keep.GuestLink;
import bivex.server.keep.GuestLinks;
import bivex.server.keep.Invitation;
import bivex.server.keep.Invitations;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Links by which a guest comes in without a sign-in. A link is of one person, ends on a day or by
 * hand, and each use of it is told in the journal; what they said stays.
 */
@Component
public class GuestDesk {
  private static final String GONE =
      "This link has ended or never was. Ask who gave it to you for a new one.";

  private final GuestLinks links;
  private final Memberships memberships;
  private final Invitations invitations;
  private final Productions productions;
  private final People people;
  private final Shots shots;
  private final SignIns signIns;
  private final Devices devices;
  private final Journal journal;
  private final Transactions transactions;
  private final Clock clock;

  GuestDesk(
      GuestLinks links,
      Memberships memberships,
      Invitations invitations,
      Productions productions,
      People people,
      Shots shots,
      SignIns signIns,
      Devices devices,
      Journal journal,
      Transactions transactions,
      Clock clock) {
    this.links = links;
    this.memberships = memberships;
    this.invitations = invitations;
    this.productions = productions;
    this.people = people;
    this.shots = shots;
    this.signIns = signIns;
    this.devices = devices;
    this.journal = journal;
    this.transactions = transactions;
    this.clock = clock;
  }

  /**
   * @param name whose link it is; not asked of somebody who had one
   * @param person who had one already, and gets another in its place; null for somebody new
   * @param until last day; null for a week
   * @param shot they are invited to; null for none yet
   */
  public record NewGuestLink(String name, UUID person, LocalDate until, UUID shot) {}

  /**
   * @param lastDay it lets somebody in on
   * @param open whether it does now
   * @param endedBy who ended it by hand; empty where nobody did
   * @param uses how often somebody came in by it
   */
  public record GuestLinkView(
      UUID id,
      UUID person,
      String name,
      String madeBy,
      Instant madeAt,
      LocalDate lastDay,
      boolean open,
      String endedBy,
      int uses,
      Instant usedAt) {}

  /**
   * @param token end of the address of the link; it is shown once and not kept
   */
  public record GuestLinkMade(String token, GuestLinkView link) {}

  /** Whose link it is, and for how long. */
  public record GuestLinkOf(String name, String production, LocalDate lastDay) {}

  /** All links of a production, the newest first. */
  @Transactional(readOnly = true)
  public List<GuestLinkView> links(Member me) {
    List<GuestLink> all = links.findByProductionId(me.productionId());
    Map<UUID, Person> who =
        people.findAllById(all.stream().map(l -> l.personId).toList()).stream()
            .collect(Collectors.toMap(p -> p.id, Function.identity()));
    return all.stream()
        .sorted(Comparator.comparing((GuestLink l) -> l.madeAt).reversed())
        .map(l -> view(l, who.get(l.personId)))
        .toList();
  }

  /** Makes a link; one that its person had before opens nothing from now on. */
  public GuestLinkMade make(Member me, NewGuestLink in) {
    String token = Secrets.token();
    GuestLinkMade made = transactions.write(() -> make(me, in, token));
    if (in.person() != null) {
      ended(made.link().person());
    }
    return made;
  }

  private GuestLinkMade make(Member me, NewGuestLink in, String token) {
    LocalDate last = GuestStay.last(in.until(), LocalDate.now(clock));
    Membership m = in.person() == null ? fresh(me, in.name()) : guest(me, in.person());
    // Until the night after the last day.
    m.endsAt = last.plusDays(1).atStartOfDay(clock.getZone()).toInstant();
    memberships.saveAndFlush(m);
    GuestLink l =
        links
            .findByProductionIdAndPersonId(me.productionId(), m.person.id)
            .orElseGet(
                () -> {
                  GuestLink n = new GuestLink();
                  n.id = UUID.randomUUID();
                  n.productionId = me.productionId();
                  n.personId = m.person.id;
                  return n;
                });
    l.tokenDigest = Secrets.digest(token);
    l.madeBy = me.name();
    l.madeAt = clock.instant();
    l.endsAt = m.endsAt;
    l.endedBy = "";
    links.saveAndFlush(l);
    if (in.shot() != null) {
      invite(me, m.person.id, shots.require(in.shot(), me.productionId()));
    }
    journal.record(
        me,
        "made a guest link for",
        "person",
        m.person.id.toString(),
        m.person.name + " until " + last,
        Journal.Touches.NOTHING);
    return new GuestLinkMade(token, view(l, m.person));
  }

  private Membership fresh(Member me, String name) {
    Person p =
        people.saveAndFlush(
            signIns.make("by-link-" + UUID.randomUUID().toString().substring(0, 13), name, null));
    Membership m = new Membership();
    m.id = UUID.randomUUID();
    m.production = productions.findById(me.productionId()).orElseThrow();
    m.person = p;
    m.role = Role.GUEST;
    return m;
  }

  /** Somebody who comes in by links. */
  private Membership guest(Member me, UUID person) {
    return memberships
        .find(me.productionId(), person)
        .filter(m -> m.endsAt != null && m.role == Role.GUEST)
        .orElseThrow(
            () -> new InvalidInput("person", "must be a guest of this production with a link"));
  }

  private void invite(Member me, UUID person, Shot s) {
    if (invitations.findByShotId(s.id).stream().noneMatch(i -> i.personId.equals(person))) {
      Invitation i = new Invitation();
      i.id = UUID.randomUUID();
      i.personId = person;
      i.shotId = s.id;
      invitations.saveAndFlush(i);
      journal.record(
          me, "invited a guest to", "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
    }
  }

  /** Ends a link at once, with every sign-in that came by it. */
  public List<GuestLinkView> end(Member me, UUID link) {
    UUID person =
        transactions.write(
            () -> {
              GuestLink l =
                  links
                      .findById(link)
                      .filter(x -> x.productionId.equals(me.productionId()))
                      .orElseThrow(() -> new NoSuchElementException("There is no such link here."));
              Instant now = clock.instant();
              if (!l.endsAt.isAfter(now)) {
                throw new InvalidInput("link", "has ended already");
              }
              l.endsAt = now;
              l.endedBy = me.name();
              links.saveAndFlush(l);
              memberships
                  .find(me.productionId(), l.personId)
                  .ifPresent(
                      m -> {
                        m.endsAt = now;
                        memberships.saveAndFlush(m);
                      });
              Person p = people.findById(l.personId).orElseThrow();
              journal.record(
                  me,
                  "ended the guest link of",
                  "person",
                  p.id.toString(),
                  p.name,
                  Journal.Touches.NOTHING);
              return p.id;
            });
    ended(person);
    return links(me);
  }

  /** Outside of any transaction: the sessions have transactions of their own. */
  private void ended(UUID person) {
    Person p = people.findById(person).orElseThrow();
    devices.endAll(p.id, p.login, null);
  }

  /**
   * Whose link it is; asking is no use of it.
   *
   * @throws Problems.Forbidden when it has ended or never was
   */
  @Transactional(readOnly = true)
  public GuestLinkOf whose(String token) {
    GuestLink l = open(token);
    Membership m = membership(l);
    return new GuestLinkOf(m.person.name, m.production.title, lastDay(l.endsAt));
  }

  /**
   * Somebody comes in by a link.
   *
   * @param from address they ask from, for the journal
   * @throws Problems.Forbidden when it has ended or never was
   */
  @Transactional
  public Person arrive(String token, String from) {
    GuestLink l = open(token);
    Membership m = membership(l);
    if (links.use(l.id, clock.instant()) != 1) {
      throw new Problems.Forbidden(GONE);
    }
    journal.record(
        new Member(m.person.id, m.person.name, m.role, m.production),
        "came in by a guest link",
        "person",
        m.person.id.toString(),
        "from " + from,
        Journal.Touches.NOTHING);
    return m.person;
  }

  private GuestLink open(String token) {
    return links
        .findByTokenDigest(Secrets.digest(token))
        .filter(l -> l.endsAt.isAfter(clock.instant()))
        .orElseThrow(() -> new Problems.Forbidden(GONE));
  }

  private Membership membership(GuestLink l) {
    return memberships
        .find(l.productionId, l.personId)
        .filter(m -> m.stands(clock.instant()))
        .orElseThrow(() -> new Problems.Forbidden(GONE));
  }

  private LocalDate lastDay(Instant end) {
    return LocalDate.ofInstant(end.minusMillis(1), clock.getZone());
  }

  private GuestLinkView view(GuestLink l, Person p) {
    return new GuestLinkView(
        l.id,
        l.personId,
        p.name,
        l.madeBy,
        l.madeAt,
        lastDay(l.endsAt),
        l.endsAt.isAfter(clock.instant()),
        l.endedBy,
        l.uses,
        l.usedAt);
  }
}
