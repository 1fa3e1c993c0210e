package bivex.server.session;

import static java.nio.charset.StandardCharsets.UTF_8;

import bivex.server.BivexProperties;
import bivex.server.http.Problems;
import bivex.server.keep.People;
import bivex.server.reach.ReachServer;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The one-time link by which an empty house gets its first producer. It is printed, never stored.
 */
@Component
public class FirstProducer {
  private final People people;
  private final BivexProperties properties;
  private final ReachServer server;
  private String token;

  FirstProducer(People people, BivexProperties properties, ReachServer server) {
    this.server = server;
    this.people = people;
    this.properties = properties;
  }

  @EventListener
  synchronized void ready(ApplicationReadyEvent event) {
    if (!properties.demo() && people.count() == 0) {
      byte[] random = new byte[24];
      new SecureRandom().nextBytes(random);
      token = Base64.getUrlEncoder().withoutPadding().encodeToString(random);
      System.out.println("First producer: " + server.home() + "/first/" + token);
    }
    System.out.println("Bivex is ready");
  }

  /** Refuses unless the token is the printed one and nobody has come in yet. */
  synchronized void spend(String offered, boolean empty) {
    if (token == null
        || !empty
        || offered == null
        || !MessageDigest.isEqual(token.getBytes(UTF_8), offered.getBytes(UTF_8))) {
      throw new Problems.Forbidden(
          "This link is not, or no longer, valid. Start the application again to get a new one.");
    }
  }

  synchronized void close() {
    token = null;
  }

  /** The token of the printed link; null once it is used. */
  public synchronized String token() {
    return token;
  }
}
