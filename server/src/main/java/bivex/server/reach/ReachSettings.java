package bivex.server.reach;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.Ordered;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/**
 * Turns the one setting of how far a house can be reached into those of the web server, before it
 * is made.
 */
public class ReachSettings implements EnvironmentPostProcessor, Ordered {
  static final String BUNDLE = "house";

  @Override
  public void postProcessEnvironment(ConfigurableEnvironment env, SpringApplication application) {
    Path data = Path.of(env.getProperty("bivex.data", ".bivex"));
    Reach reach = Reach.of(env.getProperty("bivex.reach"), env.getProperty("bivex.address"), data);
    Map<String, Object> s = new HashMap<>();
    switch (reach.mode()) {
      case HERE -> {}
      case LAN -> {
        Authority a = new Authority(reach.certificates(), Instant.now());
        a.renew(reach.certifiedAddresses(), reach.certifiedNames());
        encrypted(s, a.certificate(), a.key());
      }
      case CERTIFICATE -> {
        Path certificate = given(env, "bivex.certificate");
        encrypted(s, certificate, given(env, "bivex.key"));
      }
      case PROXY -> {
        if (reach.publicAddress() == null) {
          throw new IllegalStateException(
              "Behind a proxy the public address must be told, like https://bivex.example.org");
        }
        String from = env.getProperty("bivex.proxy-from", "");
        s.put("server.forward-headers-strategy", "native");
        s.put(
            "server.tomcat.remoteip.internal-proxies",
            from.isBlank() ? "127\\.0\\.0\\.1|::1|0:0:0:0:0:0:0:1" : quoted(from));
        if (!from.isBlank()) {
          s.put("server.address", "0.0.0.0");
        }
      }
    }
    if (!s.isEmpty()) {
      env.getPropertySources().addFirst(new MapPropertySource("reach", s));
    }
  }

  private static void encrypted(Map<String, Object> s, Path certificate, Path key) {
    s.put("server.address", "0.0.0.0");
    s.put("server.ssl.bundle", BUNDLE);
    s.put("server.ssl.enabled-protocols", "TLSv1.2,TLSv1.3");
    // One connection carries the live line beside all else.
    s.put("server.http2.enabled", true);
    String b = "spring.ssl.bundle.pem." + BUNDLE + ".";
    s.put(b + "keystore.certificate", certificate.toUri().toString());
    s.put(b + "keystore.private-key", key.toUri().toString());
    // A certificate that is renewed is taken up without a new start.
    s.put(b + "reload-on-update", true);
  }

  private static Path given(ConfigurableEnvironment env, String property) {
    String value = env.getProperty(property, "");
    if (value.isBlank() || !Files.isReadable(Path.of(value))) {
      throw new IllegalStateException(
          "The file of "
              + property.substring("bivex.".length())
              + " cannot be read: "
              + (value.isBlank() ? "none was given" : value));
    }
    return Path.of(value);
  }

  private static String quoted(String addresses) {
    return String.join(
        "|", Arrays.stream(addresses.split(",")).map(a -> Pattern.quote(a.strip())).toList());
  }

  @Override
  public int getOrder() {
    // After the settings files have been read.
    return Ordered.LOWEST_PRECEDENCE;
  }
}
