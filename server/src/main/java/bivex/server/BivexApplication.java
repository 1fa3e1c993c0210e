package bivex.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;

/** The application: keeps, serves and guards what the core works out. */
// People are kept by the application itself; Spring's generated user is not wanted.
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@EnableConfigurationProperties(BivexProperties.class)
public class BivexApplication {
  public static void main(String[] args) {
    SpringApplication.run(BivexApplication.class, args);
  }
}
