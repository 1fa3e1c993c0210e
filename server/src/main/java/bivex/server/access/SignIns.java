package bivex.server.access;

import bivex.core.InvalidInput;
import bivex.server.keep.Person;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
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

  /** Online guessing is slowed to a few thousand a day; this is out of its reach for years. */
  private static final double FEWEST_GUESSES = 1e8;

  private static final Zxcvbn STRENGTH = new Zxcvbn();

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
   * @param password null for somebody who sets their own by a link; else as {@link #encoded}
   */
  public Person make(String login, String name, String password) {
    Person p = new Person();
    p.id = UUID.randomUUID();
    p.login = InvalidInput.text("login", login).toLowerCase(Locale.ROOT);
    InvalidInput.within("login length", p.login.length(), 2L, LONGEST_LOGIN);
    p.name = InvalidInput.title("name", name);
    p.passwordHash =
        password == null || password.isEmpty()
            ? passwords.encode(UUID.randomUUID().toString())
            : encoded(password, p.login, p.name);
    p.createdAt = clock.instant();
    return p;
  }

  /**
   * A password as it is kept.
   *
   * @param password at least 10 characters, at most 72 bytes, and none of those that are tried
   *     first: common ones, names, dates, rows of keys (estimate of guesses by zxcvbn)
   * @throws InvalidInput naming {@code password}
   */
  public String encoded(String password, String login, String name) {
    if (password == null || password.length() < 10) {
      throw new InvalidInput("password", "must be at least 10 characters");
    }
    if (password.getBytes(StandardCharsets.UTF_8).length > 72) {
      throw new InvalidInput("password", "must be at most 72 bytes");
    }
    if (STRENGTH.measure(password, List.of(login, name, "bivex")).getGuesses() < FEWEST_GUESSES) {
      throw new InvalidInput(
          "password",
          "is among those that are tried first; some words that do not belong together"
              + " are good");
    }
    return passwords.encode(password);
  }
}
