package bivex.server.session;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/**
 * Sessions that are not written by every request: when one was last used is noted once in ten
 * minutes. So reading writes nothing, and a session may end that much earlier than the fourteen
 * hours it is kept.
 */
@Configuration
class QuietSessions {
  private static final String UPDATE =
      """
      update %TABLE_NAME% as s
      set session_id = v.id, last_access_time = v.used, max_inactive_interval = v.most,
        expiry_time = v.ends, principal_name = v.who
      from (values (?, ?, ?, ?, ?, ?)) as v (id, used, most, ends, who, key)
      where s.primary_id = v.key::char(36)
        and (s.session_id <> v.id::char(36)
          or s.principal_name is distinct from v.who
          or s.max_inactive_interval <> v.most
          or v.used - s.last_access_time >= 600000)
      """;

  @Bean
  SessionRepositoryCustomizer<JdbcIndexedSessionRepository> quiet() {
    return repository -> repository.setUpdateSessionQuery(UPDATE);
  }
}
