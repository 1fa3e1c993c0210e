package bivex.server;

import java.time.Clock;
import java.time.ZoneId;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.transaction.annotation.EnableTransactionManagement;
import org.springframework.transaction.annotation.RollbackOn;

/** The application: keeps, serves and guards what the core works out. */
// People are kept by the application itself; Spring's generated user is not wanted.
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
// What throws leaves nothing half written, whatever it throws.
@EnableTransactionManagement(proxyTargetClass = true, rollbackOn = RollbackOn.ALL_EXCEPTIONS)
@EnableConfigurationProperties(BivexProperties.class)
public class BivexApplication {
  /** The time of day, the server's own zone; a day's own zone is asked of the day. */
  @Bean
  Clock clock() {
    return Clock.system(ZoneId.systemDefault());
  }

  public static void main(String[] args) {
    SpringApplication.run(BivexApplication.class, args);
  }
}
