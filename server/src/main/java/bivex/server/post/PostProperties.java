package bivex.server.post;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param host of the mail server (SMTP); empty for the stand-in
 * @param port of it
 * @param user empty where it asks for none
 * @param from address letters come from; empty for a usual one
 * @param secure whether the line must be encrypted (STARTTLS)
 */
@ConfigurationProperties("bivex.mail")
public record PostProperties(
    String host, int port, String user, String password, String from, boolean secure) {
  /** Address letters come from. */
  String sender() {
    return from.isBlank() ? "bivex@localhost" : from;
  }
}
