package bivex.server.production;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.shoot.DayTerms;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRate;
import bivex.core.work.WorkNames;
import bivex.server.access.Member;
import bivex.server.access.SignInEnded;
import bivex.server.access.SignIns;
import bivex.server.http.Problems;
import bivex.server.keep.Invitations;
import bivex.server.keep.ListFormat;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The production's own numbers and its people. */
@Component
public class ProductionDesk {
  private final Invitations invitations;
  private final Productions productions;

  private final Memberships memberships;

  private final People people;

  private final SignIns signIns;

  private final Journal journal;

  private final ApplicationEventPublisher events;

  private final Clock clock;

  /** A production with the usual numbers. */
  public static Production make(NewProduction in) {
    if (in == null) {
      throw new InvalidInput("production", "needs a code and a title");
    }
    Production p = new Production();
    p.id = UUID.randomUUID();
    p.code = InvalidInput.text("code", in.code()).toUpperCase(Locale.ROOT);
    if (!p.code.matches("[A-Z0-9]{1,8}")) {
      throw new InvalidInput("code", "must be 1 to 8 letters or digits");
    }
    p.title = InvalidInput.title("title", in.title());
    p.rate =
        FrameRate.ofProduction(in.rate() == null || in.rate().isBlank() ? "24" : in.rate()).text();
    ShotSetting usual = ShotSetting.usual(p.frameRate());
    p.captureWidth = usual.capture().width();
    p.captureHeight = usual.capture().height();
    p.deliveryWidth = usual.delivery().width();
    p.deliveryHeight = usual.delivery().height();
    p.sensorWidthMm = usual.sensorWidthMm();
    p.mainsHz = usual.mainsHz();
    p.firstFrame = usual.firstFrame();
    p.handles = usual.handles();
    p.codePattern = p.code + "-{scene}-{number}";
    p.hoursPerDay = 8;
    return p;
  }

  ProductionDesk(
      Invitations invitations,
      Productions productions,
      Memberships memberships,
      People people,
      SignIns signIns,
      Journal journal,
      ApplicationEventPublisher events,
      Clock clock) {
    this.clock = clock;
    this.events = events;
    this.invitations = invitations;
    this.people = people;
    this.signIns = signIns;
    this.productions = productions;
    this.memberships = memberships;
    this.journal = journal;
  }

  public record NewProduction(String code, String title, String rate) {}

  /**
   * @param rate exact, "24" or "24000/1001"
   * @param rateName as it is called
   * @param archivedAt set while it is put away: it is read, and nothing in it is changed
   * @param plainDay terms a first day starts from; null for a guest, who is told nothing of the
   *     work either
   */
  public record ProductionView(
      UUID id,
      String code,
      String title,
      String rate,
      String rateName,
      Raster capture,
      Raster delivery,
      double sensorWidthMm,
      double mainsHz,
      int firstFrame,
      int handles,
      String codePattern,
      String workNames,
      double hoursPerDay,
      LocalDate dueOn,
      ListFormat lists,
      boolean clientNeeded,
      Instant archivedAt,
      long version,
      Role myRole,
      List<PersonView> people,
      DayTerms plainDay) {}

  /**
   * @param password at least 10 characters; empty for somebody who can sign in already, or will set
   *     their own by a link
   */
  public record NewPerson(String name, String login, String password, Role role) {}

  /**
   * @param login told to producers only
   * @param link whether they come in by a guest link
   * @param ended whether that has ended
   */
  public record PersonView(
      UUID id, String name, String login, Role role, boolean link, boolean ended) {}

  /**
   * @param workNames where the versions of people's work are expected; null leaves it as it is
   * @param lists null leaves it as it is
   * @param clientNeeded whether agreed needs the client's word; null leaves it as it is
   */
  public record Settings(
      String title,
      String rate,
      Raster capture,
      Raster delivery,
      double sensorWidthMm,
      double mainsHz,
      int firstFrame,
      int handles,
      String codePattern,
      double hoursPerDay,
      LocalDate dueOn,
      ListFormat lists,
      String workNames,
      Boolean clientNeeded) {}

  @Transactional(readOnly = true)
  public ProductionView production(Member me) {
    return view(me.production(), me);
  }

  /** Changes the numbers; every plan follows from them. */
  @Transactional
  public ProductionView change(Member me, String ifMatch, Settings in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, view(p, me), in);
    p.title = InvalidInput.title("title", in.title());
    p.rate = FrameRate.ofProduction(in.rate()).text();
    if (in.capture() == null || in.delivery() == null) {
      throw new InvalidInput(
          in.capture() == null ? "capture" : "delivery", "needs a width and a height");
    }
    p.captureWidth = in.capture().width();
    p.captureHeight = in.capture().height();
    p.deliveryWidth = in.delivery().width();
    p.deliveryHeight = in.delivery().height();
    p.sensorWidthMm = in.sensorWidthMm();
    p.mainsHz = in.mainsHz();
    p.firstFrame = in.firstFrame();
    p.handles = in.handles();
    p.codePattern =
        new NamePattern(in.codePattern()).with(Set.of("number"), Set.of("scene", "number")).text();
    p.hoursPerDay = InvalidInput.within("hoursPerDay", in.hoursPerDay(), 1, 24);
    p.dueOn = in.dueOn();
    p.lists = in.lists() == null ? p.lists : in.lists();
    p.workNames = in.workNames() == null ? p.workNames : new WorkNames(in.workNames()).pattern();
    p.clientNeeded = in.clientNeeded() == null ? p.clientNeeded : in.clientNeeded();
    p.setting(1);
    productions.saveAndFlush(p);
    journal.record(me, "changed", "production", p.id.toString(), p.title);
    return view(p, me);
  }

  /**
   * Adds somebody to the production, making them a sign-in if they have none. An existing sign-in
   * keeps its password.
   */
  @Transactional
  public ProductionView addPerson(Member me, NewPerson in) {
    String login = InvalidInput.text("login", in.login()).toLowerCase(Locale.ROOT);
    if (in.role() == null) {
      throw new InvalidInput("role", "must be one of " + Arrays.toString(Role.values()));
    }
    Optional<Person> known = people.findByLogin(login);
    if (known.isPresent() && in.password() != null && !in.password().isEmpty()) {
      throw new InvalidInput(
          "password",
          known.get().name
              + " can sign in already and keeps their own password; leave it empty, or make a"
              + " link");
    }
    Person person =
        known.orElseGet(() -> people.saveAndFlush(signIns.make(login, in.name(), in.password())));
    Membership m =
        memberships
            .find(me.productionId(), person.id)
            .orElseGet(
                () -> {
                  Membership fresh = new Membership();
                  fresh.id = UUID.randomUUID();
                  fresh.production = productions.findById(me.productionId()).orElseThrow();
                  fresh.person = person;
                  return fresh;
                });
    if (person.id.equals(me.personId())) {
      throw new InvalidInput("login", "is your own; another producer changes your role");
    }
    m.role = in.role();
    memberships.saveAndFlush(m);
    events.publishEvent(new SignInEnded(person.id, null, me.productionId()));
    journal.record(
        me,
        "made " + in.role().name().toLowerCase(Locale.ROOT),
        "person",
        person.id.toString(),
        person.name);
    return view(me.production(), me);
  }

  /**
   * Takes somebody off the production, with what they were invited to. What they said and logged
   * stays. The last producer cannot go.
   */
  @Transactional
  public ProductionView removePerson(Member me, UUID person) {
    Membership m =
        memberships
            .find(me.productionId(), person)
            .orElseThrow(() -> new NoSuchElementException("Nobody like that is on it."));
    if (person.equals(me.personId())) {
      throw new InvalidInput("person", "is you; another producer takes you off");
    }
    invitations.ofPerson(person, me.productionId()).forEach(invitations::delete);
    memberships.delete(m);
    memberships.flush();
    events.publishEvent(new SignInEnded(person, null, me.productionId()));
    journal.record(me, "took off", "person", person.toString(), m.person.name);
    return view(me.production(), me);
  }

  /**
   * Somebody a producer may make a password link for: who is on their production, and nowhere else
   * but where they are producer too, so that a link never opens another house. That one is made is
   * in the journal: whoever has it could use it.
   */
  @Transactional
  public Person linked(Member me, UUID person) {
    Membership m =
        memberships
            .find(me.productionId(), person)
            .orElseThrow(() -> new NoSuchElementException("Nobody like that is on it."));
    Set<UUID> mine =
        memberships.ofPerson(me.personId()).stream()
            .filter(x -> x.role == Role.PRODUCER)
            .map(x -> x.production.id)
            .collect(Collectors.toSet());
    if (m.endsAt != null) {
      throw new InvalidInput("person", "comes in by a guest link and has no password");
    }
    if (memberships.ofPerson(person).stream().anyMatch(x -> !mine.contains(x.production.id))) {
      throw new InvalidInput(
          "person",
          "is on another production as well; only who runs the machine makes them a link"
              + " (./bivex password)");
    }
    journal.record(me, "made a password link for", "person", person.toString(), m.person.name);
    return m.person;
  }

  private ProductionView view(Production p, Member me) {
    List<PersonView> people =
        me.guest()
            ? List.of()
            : memberships.ofProduction(p.id).stream()
                .map(
                    m ->
                        new PersonView(
                            m.person.id,
                            m.person.name,
                            me.role() == Role.PRODUCER && m.endsAt == null ? m.person.login : "",
                            m.role,
                            m.endsAt != null,
                            !m.stands(clock.instant())))
                .toList();
    return new ProductionView(
        p.id,
        p.code,
        p.title,
        p.rate,
        p.frameRate().name(),
        p.capture(),
        p.delivery(),
        p.sensorWidthMm,
        p.mainsHz,
        p.firstFrame,
        p.handles,
        me.guest() ? "" : p.codePattern,
        me.guest() ? "" : p.workNames,
        me.guest() ? 0 : p.hoursPerDay,
        me.guest() ? null : p.dueOn,
        p.lists,
        !me.guest() && p.clientNeeded,
        p.archivedAt,
        p.version,
        me.role(),
        people,
        me.guest() ? null : DayTerms.PLAIN);
  }
}
