package bivex.server.access;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;

/**
 * Sessions, CSRF for a single-page application, strict headers. Who may do what is decided at the
 * {@link Gate}.
 */
@Configuration
public class SecurityConfig {
  /** Styles are inline because drawings set their own geometry; scripts never are. */
  static final String CSP =
      "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self'"
          + " data: blob:; media-src 'self' blob:; font-src 'self'; connect-src 'self'; object-src"
          + " 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

  @Bean
  SecurityFilterChain chain(
      HttpSecurity http, SecurityContextRepository contexts, CsrfTokenRepository tokens)
      throws Exception {
    return http.authorizeHttpRequests(a -> a.anyRequest().permitAll())
        .csrf(c -> c.spa().csrfTokenRepository(tokens))
        .securityContext(s -> s.securityContextRepository(contexts))
        .exceptionHandling(
            e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
        .headers(
            h ->
                // Told where it is known whether the certificate is trusted by every device.
                h.httpStrictTransportSecurity(t -> t.disable())
                    .contentSecurityPolicy(p -> p.policyDirectives(CSP))
                    .referrerPolicy(
                        r ->
                            r.policy(
                                org.springframework.security.web.header.writers
                                    .ReferrerPolicyHeaderWriter.ReferrerPolicy.SAME_ORIGIN)))
        .formLogin(f -> f.disable())
        .httpBasic(b -> b.disable())
        .logout(l -> l.disable())
        .build();
  }

  @Bean
  CsrfTokenRepository tokens() {
    CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
    tokens.setCookieCustomizer(c -> c.sameSite("Strict"));
    return tokens;
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return new BCryptPasswordEncoder(12);
  }
}
