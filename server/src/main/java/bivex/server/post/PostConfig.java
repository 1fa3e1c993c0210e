package bivex.server.post;

import bivex.server.BivexProperties;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Which post there is. */
@Configuration
@EnableConfigurationProperties(PostProperties.class)
class PostConfig {
  @Bean
  Post post(PostProperties mail, BivexProperties house) {
    return mail.host().isBlank()
        ? new Mailbox(mail, house.data().resolve("mailbox"))
        : new SmtpPost(mail);
  }
}
