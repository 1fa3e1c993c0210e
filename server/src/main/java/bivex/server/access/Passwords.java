package bivex.server.access;

import bivex.core.InvalidInput;
import bivex.server.http.Problems;
import bivex.server.keep.PasswordLink;
import bivex.server.keep.PasswordLinks;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Transactions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * People set their own password: with the one they have, or with a link that is used once. Nobody
 * else learns it. A password that is set anew ends every other session of its person.
 */
@Component
public class Passwords {
  /** How long a link may wait for its person. */
  static final Duration WAITS = Duration.ofDays(3);

  private final Transactions transactions;
  private final People people;
  private final PasswordLinks links;
  private final PasswordEncoder encoder;
  private final SignIns signIns;
  private final Devices devices;
  private final Clock clock;

  Passwords(
      Transactions transactions,
      People people,
      PasswordLinks links,
      PasswordEncoder encoder,
      SignIns signIns,
      Devices devices,
      Clock clock) {
    this.transactions = transactions;
    this.people = people;
    this.links = links;
    this.encoder = encoder;
    this.signIns = signIns;
    this.devices = devices;
    this.clock = clock;
  }

  /**
   * @param token end of the address of the link; it is shown once and not kept
   */
  public record Link(String token, Instant endsAt) {}

  /** Makes a link for somebody; one that was made before is no more. */
  @Transactional
  public Link link(UUID person, String by) {
    String token = Secrets.token();
    Instant now = clock.instant();
    links.clear(person, now);
    PasswordLink l = new PasswordLink();
    l.id = UUID.randomUUID();
    l.personId = person;
    l.tokenDigest = Secrets.digest(token);
    l.madeBy = by;
    l.madeAt = now;
    l.endsAt = now.plus(WAITS);
    links.saveAndFlush(l);
    return new Link(token, l.endsAt);
  }

  /**
   * Whose link it is.
   *
   * @throws Problems.Forbidden when it was used, has ended or never was
   */
  public Person of(String token) {
    return people.findById(open(token).personId).orElseThrow();
  }

  /** Sets the password of the person of a link, which is used up by it. */
  public Person set(String token, String password) {
    PasswordLink l = open(token);
    Person p = people.findById(l.personId).orElseThrow();
    p.passwordHash = signIns.encoded(password, p.login, p.name);
    transactions.write(
        () -> {
          if (links.use(l.id) != 1) {
            throw new Problems.Forbidden(GONE);
          }
          return people.saveAndFlush(p);
        });
    // Outside of any transaction: the sessions have transactions of their own.
    devices.endAll(p.id, p.login, null);
    return p;
  }

  /**
   * Changes the password of somebody who is signed in.
   *
   * @param session that goes on
   */
  public void change(Identity who, String old, String password, String session) {
    Person p = people.findById(who.id()).orElseThrow();
    if (old == null || !encoder.matches(old, p.passwordHash)) {
      throw new InvalidInput("old", "is not your password");
    }
    p.passwordHash = signIns.encoded(password, p.login, p.name);
    transactions.write(
        () -> {
          links.clear(p.id, clock.instant());
          return people.saveAndFlush(p);
        });
    devices.endAll(p.id, p.login, session);
  }

  private static final String GONE =
      "This link was used, has ended or never was. Ask a producer for a new one.";

  private PasswordLink open(String token) {
    PasswordLink l = links.open(Secrets.digest(token), clock.instant());
    if (l == null) {
      throw new Problems.Forbidden(GONE);
    }
    return l;
  }
}
