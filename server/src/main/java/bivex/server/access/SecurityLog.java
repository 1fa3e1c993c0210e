package bivex.server.access;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sign-ins and refusals, in a log of their own. It has names of people who are known, addresses and
 * what happened; never a password, a token, or a name that nobody has, for people type passwords
 * there.
 */
public final class SecurityLog {
  /** Name of the log. */
  public static final String NAME = "bivex.security";

  private static final Logger LOG = LoggerFactory.getLogger(NAME);

  private SecurityLog() {}

  /**
   * @param login of somebody who is known, else null
   * @param address they come from; null where nobody asked from afar
   */
  public static void note(String what, String login, String address) {
    if (LOG.isInfoEnabled()) {
      LOG.info(
          "{} · {} · {}",
          what,
          login == null ? "nobody known" : plain(login),
          address == null ? "-" : plain(address));
    }
  }

  /** One line stays one line. */
  private static String plain(String s) {
    return s.replaceAll("\\p{Cntrl}", "?");
  }
}
