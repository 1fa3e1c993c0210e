package bivex.server.access;

import bivex.core.InvalidInput;
import bivex.server.keep.Person;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Locale;
import java.util.UUID;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** Makes sign-ins: what a name and a password must be like is said here only. */
@Component
public class SignIns {
  /** What the people of the demo sign in with. */
  public static final String DEMO_PASSWORD = "tide-and-lamp";

  /** Characters of a sign-in name. */
  public static final int LONGEST_LOGIN = 60;

  private final PasswordEncoder passwords;

  private final Clock clock;

  SignIns(PasswordEncoder passwords, Clock clock) {
    this.clock = clock;
    this.passwords = passwords;
  }

  /**
   * A new person, not saved yet.
   *
   * @param login 2 to 60 characters; kept in lower case
   * @param password at least 10 characters, at most 72 bytes
   */
  public Person make(String login, String name, String password) {
    Person p = new Person();
    p.id = UUID.randomUUID();
    p.login = InvalidInput.text("login", login).toLowerCase(Locale.ROOT);
    InvalidInput.within("login length", p.login.length(), 2L, LONGEST_LOGIN);
    p.name = InvalidInput.title("name", name);
    if (password == null || password.length() < 10) {
      throw new InvalidInput("password", "must be at least 10 characters");
    }
    if (password.getBytes(StandardCharsets.UTF_8).length > 72) {
      throw new InvalidInput("password", "must be at most 72 bytes");
    }
    p.passwordHash = passwords.encode(password);
    p.createdAt = clock.instant();
    return p;
  }
}
