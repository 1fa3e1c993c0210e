package bivex.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;

/** The application: keeps, serves and guards what the core works out. */
@SpringBootApplication
@EnableConfigurationProperties(BivexProperties.class)
public class BivexApplication {
  public static void main(String[] args) {
    SpringApplication.run(BivexApplication.class, args);
  }
}
