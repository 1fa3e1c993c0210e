package bivex.server.session;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.server.BivexProperties;
import bivex.server.access.Anyone;
import bivex.server.access.Devices;
import bivex.server.access.Gate;
import bivex.server.access.Identity;
import bivex.server.access.Member;
import bivex.server.access.Passwords;
import bivex.server.access.SecurityLog;
import bivex.server.access.SignInOpener;
import bivex.server.access.SignIns;
import bivex.server.access.SignedIn;
import bivex.server.http.Problems;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import bivex.server.production.GuestDesk;
import bivex.server.production.ProductionDesk;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and the first producer of an empty house. */
@RestController
@RequestMapping("/api/session")
public class SessionResource {
  private static final String NOT_TOGETHER = "That name and password do not belong together.";

  private final Passwords ownPasswords;
  private final People people;
  private final Memberships memberships;
  private final Productions productions;
  private final PasswordEncoder passwords;
  private final SignInGuard guard;
  private final FirstProducer first;
  private final BivexProperties properties;
  private final Journal journal;
  private final SignIns signIns;
  private final Devices devices;
  private final SignInOpener opener;
  private final GuestDesk guests;
  private final Clock clock;
  private final String unknownHash;

  SessionResource(
      Passwords ownPasswords,
      People people,
      Memberships memberships,
      Productions productions,
      PasswordEncoder passwords,
      SignInGuard guard,
      FirstProducer first,
      BivexProperties properties,
      Journal journal,
      SignIns signIns,
      Devices devices,
      SignInOpener opener,
      GuestDesk guests,
      Clock clock) {
    this.guests = guests;
    this.clock = clock;
    this.devices = devices;
    this.opener = opener;
    this.ownPasswords = ownPasswords;
    this.signIns = signIns;
    this.people = people;
    this.memberships = memberships;
    this.productions = productions;
    this.passwords = passwords;
    this.guard = guard;
    this.first = first;
    this.properties = properties;
    this.journal = journal;
    this.unknownHash = passwords.encode(UUID.randomUUID().toString());
  }

  /**
   * One production a person is on.
   *
   * @param archived whether it is put away
   */
  public record Seat(UUID production, String code, String title, Role role, boolean archived) {}

  /** Somebody offered at sign-in of the demo. */
  public record DemoPerson(String login, String name, Role role) {}

  /**
   * @param name null when nobody is signed in
   * @param demo whether this is a house to try things in
   * @param empty whether the first producer is still to be made
   */
  public record Session(
      UUID person,
      String name,
      String login,
      List<Seat> seats,
      boolean empty,
      List<DemoPerson> demoPeople,
      String demoPassword,
      boolean demo) {}

  public record SignInRequest(String login, String password) {}

  public record FirstRequest(
      String token,
      String name,
      String login,
      String password,
      ProductionDesk.NewProduction production) {}

  /** Who is signed in, and what the sign-in page may offer. */
  @GetMapping
  @Anyone
  @Transactional(readOnly = true)
  public Session session() {
    Identity i = Gate.identity();
    if (i != null) {
      return new Session(
          i.id(), i.name(), i.login(), seats(i.id()), false, List.of(), null, properties.demo());
    }
    List<DemoPerson> demo =
        properties.demo()
            ? memberships.everybody().stream()
                .filter(m -> m.endsAt == null)
                .map(m -> new DemoPerson(m.person.login, m.person.name, m.role))
                .sorted(Comparator.comparing(DemoPerson::role))
                .toList()
            : List.of();
    return new Session(
        null,
        null,
        null,
        List.of(),
        people.count() == 0,
        demo,
        demo.isEmpty() ? null : SignIns.DEMO_PASSWORD,
        properties.demo());
  }

  /** Opens a session of its own: nothing of an earlier one goes on in it. */
  @PostMapping
  @Anyone
  public Session signIn(
      @RequestBody SignInRequest in, HttpServletRequest request, HttpServletResponse response) {
    String login = InvalidInput.text("login", in.login()).toLowerCase(Locale.ROOT);
    String from = request.getRemoteAddr();
    if (login.length() > SignIns.LONGEST_LOGIN) {
      throw new Problems.NotSignedIn(NOT_TOGETHER);
    }
    Person p = people.findByLogin(login).orElse(null);
    try {
      guard.begin(login, from);
    } catch (Problems.TooMany e) {
      SecurityLog.note("too many tries", p == null ? null : login, from);
      throw e;
    }
    // An unknown name costs as much time as a wrong password, so that names cannot be guessed.
    boolean right =
        passwords.matches(
            in.password() == null ? "" : in.password(), p == null ? unknownHash : p.passwordHash);
    if (p == null || !right) {
      SecurityLog.note("sign-in refused", p == null ? null : login, from);
      throw new Problems.NotSignedIn(NOT_TOGETHER);
    }
    guard.passed(login, from);
    opener.open(p, request, response);
    return new Session(
        p.id, p.name, p.login, seats(p.id), false, List.of(), null, properties.demo());
  }

  @DeleteMapping
  @Anyone
  public void signOut(HttpServletRequest request) {
    opener.close(request);
  }

  /** Makes the first producer and their production, once, with the link from the console. */
  @PostMapping("/first")
  @Anyone
  @Transactional
  public Session firstProducer(
      @RequestBody FirstRequest in, HttpServletRequest request, HttpServletResponse response) {
    first.spend(in.token(), people.count() == 0);
    Person p = people.saveAndFlush(signIns.make(in.login(), in.name(), in.password()));
    Production made = productions.save(ProductionDesk.make(in.production()));
    Membership m = new Membership();
    m.id = UUID.randomUUID();
    m.production = made;
    m.person = p;
    m.role = Role.PRODUCER;
    memberships.save(m);
    journal.record(
        new Member(p.id, p.name, Role.PRODUCER, made),
        "made",
        "production",
        made.id.toString(),
        made.title);
    first.close();
    opener.open(p, request, response);
    return new Session(
        p.id, p.name, p.login, seats(p.id), false, List.of(), null, properties.demo());
  }

  public record NewPassword(String old, String password) {}

  public record LinkRequest(String token, String password) {}

  /** Whose link it is. */
  public record LinkOf(String login, String name) {}

  /** Changes one's own password; every other session of oneself ends. */
  @PostMapping("/password")
  @SignedIn
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void password(@RequestBody NewPassword in, HttpServletRequest request) {
    Identity who = Gate.identity();
    guard.begin(who.login(), request.getRemoteAddr());
    HttpSession s = request.getSession(false);
    ownPasswords.change(who, in.old(), in.password(), s == null ? null : s.getId());
    SecurityLog.note("password changed", who.login(), request.getRemoteAddr());
    guard.passed(who.login(), request.getRemoteAddr());
  }

  /** Whose link it is, before a password is set with it. */
  @PostMapping("/link/whose")
  @Anyone
  public LinkOf whose(@RequestBody LinkRequest in) {
    Person p = ownPasswords.of(in.token());
    return new LinkOf(p.login, p.name);
  }

  /** Sets one's password with a link, which is used up, and signs in. */
  @PostMapping("/link")
  @Anyone
  public Session link(
      @RequestBody LinkRequest in, HttpServletRequest request, HttpServletResponse response) {
    Person p = ownPasswords.set(in.token(), in.password());
    SecurityLog.note("password set by a link", p.login, request.getRemoteAddr());
    opener.open(p, request, response);
    return new Session(
        p.id, p.name, p.login, seats(p.id), false, List.of(), null, properties.demo());
  }

  public record GuestRequest(String token) {}

  /** Whose guest link it is, before somebody comes in by it. */
  @PostMapping("/guest/whose")
  @Anyone
  public GuestDesk.GuestLinkOf whoseGuest(@RequestBody GuestRequest in) {
    return guests.whose(in.token());
  }

  /** Comes in by a guest link, without a sign-in. */
  @PostMapping("/guest")
  @Anyone
  public Session guest(
      @RequestBody GuestRequest in, HttpServletRequest request, HttpServletResponse response) {
    Person p = guests.arrive(in.token(), request.getRemoteAddr());
    opener.open(p, request, response);
    return new Session(
        p.id, p.name, p.login, seats(p.id), false, List.of(), null, properties.demo());
  }

  /** Where one is signed in. */
  @GetMapping("/devices")
  @SignedIn
  public List<Devices.Device> devices(HttpServletRequest request) {
    HttpSession s = request.getSession(false);
    return devices.of(Gate.identity(), s == null ? null : s.getId());
  }

  /** Signs a device of one's own out. */
  @DeleteMapping("/devices/{device}")
  @SignedIn
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void endDevice(@PathVariable UUID device, HttpServletRequest request) {
    Identity who = Gate.identity();
    devices.end(who, device);
    SecurityLog.note("signed out from afar", who.login(), request.getRemoteAddr());
  }

  private List<Seat> seats(UUID person) {
    return memberships.ofPerson(person).stream()
        .filter(m -> m.stands(clock.instant()))
        .map(
            m ->
                new Seat(
                    m.production.id,
                    m.production.code,
                    m.production.title,
                    m.role,
                    m.production.archivedAt != null))
        .toList();
  }
}
