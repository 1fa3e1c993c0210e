package bivex.server.reach;

import bivex.server.BivexProperties;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import org.apache.catalina.connector.Connector;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The web server as far as it reaches: hosts are checked; on a local network a second, plain door
 * offers nothing but the way to trust the house, and sends all else to the encrypted one.
 */
@Configuration
public class ReachServer {
  private final Reach reach;
  private final Clock clock;
  private Connector plain;
  private volatile int port;

  ReachServer(BivexProperties properties, Clock clock) {
    this.reach = Reach.of(properties);
    this.clock = clock;
  }

  Reach reach() {
    return reach;
  }

  /** Port of the application. */
  int port() {
    return port;
  }

  /** Where people find it, best first. */
  public List<String> addresses() {
    return reach.addresses(port);
  }

  /** Where it is on the machine itself, or for everybody where one address was told. */
  public String home() {
    var all = addresses();
    return reach.publicAddress() == null ? all.get(all.size() - 1) : all.get(0);
  }

  /** Port of the plain door of a house on a local network. */
  int plainPort() {
    return plain.getLocalPort();
  }

  /** Where a device learns to trust the house; null where it has nothing to learn. */
  String trustAddress() {
    if (reach.mode() != Reach.Mode.LAN) {
      return null;
    }
    String host =
        reach.publicAddress() != null
            ? reach.publicAddress().getHost()
            : Reach.outside().stream().map(Reach::host).findFirst().orElse(null);
    return host == null ? null : "http://" + host + ":" + plainPort() + "/trust";
  }

  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> plainDoor() {
    return factory -> {
      if (reach.mode() == Reach.Mode.LAN) {
        plain = new Connector();
        plain.setScheme("http");
        plain.setPort(factory.getPort() == 0 ? 0 : factory.getPort() + 1);
        plain.setMaxPostSize(0);
        factory.addAdditionalConnectors(plain);
      }
    };
  }

  @EventListener
  void opened(WebServerInitializedEvent event) {
    port = event.getWebServer().getPort();
  }

  @EventListener
  @Order(Ordered.HIGHEST_PRECEDENCE)
  void ready(ApplicationReadyEvent event) {
    if (reach.mode() == Reach.Mode.HERE) {
      return;
    }
    StringBuilder s = new StringBuilder();
    s.append("Others find it at  ").append(addresses().get(0)).append('\n');
    String trust = trustAddress();
    if (trust != null) {
      s.append("A new phone or computer first learns to trust it, once:  ")
          .append(trust)
          .append('\n')
          .append(Qr.blocks(trust))
          .append("Signs of its certificate: ")
          .append(Authority.fingerprint(Authority.read(reach.certificates())))
          .append('\n');
    }
    // Marked, so that the start command can show these lines and no others.
    System.out.print(s.toString().replaceAll("(?m)^", "reach> ").replaceAll("reach> $", ""));
  }

  /** The machine may get another address, and a certificate ends. */
  @Scheduled(initialDelay = 60_000, fixedDelay = 60_000)
  void renew() {
    if (reach.mode() == Reach.Mode.LAN) {
      new Authority(reach.certificates(), clock.instant())
          .renew(reach.certifiedAddresses(), reach.certifiedNames());
    }
  }

  @Bean
  FilterRegistrationBean<OncePerRequestFilter> doorkeeper() {
    var first = new FilterRegistrationBean<OncePerRequestFilter>(new Doorkeeper());
    first.setOrder(Ordered.HIGHEST_PRECEDENCE);
    return first;
  }

  private final class Doorkeeper extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(
        HttpServletRequest request, HttpServletResponse response, FilterChain chain)
        throws ServletException, IOException {
      if (request.isSecure() && reach.publiclyTrusted()) {
        response.setHeader("Strict-Transport-Security", "max-age=31536000");
      }
      if (!reach.answersTo(request.getServerName())) {
        response.setStatus(421);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response
            .getWriter()
            .write(
                "{\"type\":\"about:blank\",\"title\":\"Not this address\",\"status\":421,"
                    + "\"detail\":\"Bivex is not reached under that name. Open it by the address"
                    + " that the producer's page shows.\"}");
      } else if (reach.mode() == Reach.Mode.LAN
          && !request.isSecure()
          && !request.getRequestURI().matches("/trust(/[a-z.]+)?")) {
        response.setStatus(308);
        response.setHeader(
            "Location",
            "https://" + request.getServerName() + ":" + port + request.getRequestURI());
      } else {
        chain.doFilter(request, response);
      }
    }
  }
}
