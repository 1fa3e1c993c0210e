package bivex.server.access;

import bivex.server.keep.Person;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.stereotype.Component;

/** Opens and closes sessions: who it is has been proven before. */
@Component
public class SignInOpener {
  private final KeptSignIns contexts;
  private final Devices devices;
  private final CsrfTokenRepository tokens;
  private final ApplicationEventPublisher events;

  SignInOpener(
      KeptSignIns contexts,
      Devices devices,
      CsrfTokenRepository tokens,
      ApplicationEventPublisher events) {
    this.contexts = contexts;
    this.devices = devices;
    this.tokens = tokens;
    this.events = events;
  }

  /** Ends what was open in this browser, and opens a session with a name and a token of its own. */
  public void open(Person p, HttpServletRequest request, HttpServletResponse response) {
    close(request);
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(
            new Identity(p.id, p.login, p.name), null, List.of()));
    SecurityContextHolder.setContext(context);
    devices.mark(request.getSession(true), request);
    contexts.saveContext(context, request, response);
    tokens.saveToken(tokens.generateToken(request), request, response);
    SecurityLog.note("signed in", p.login, request.getRemoteAddr());
  }

  /** Ends the session of a request, and what listens with it. */
  public void close(HttpServletRequest request) {
    Identity who = Gate.identity();
    HttpSession s = request.getSession(false);
    if (s != null) {
      String id = s.getId();
      s.invalidate();
      contexts.forget(request);
      if (who != null) {
        events.publishEvent(new SignInEnded(who.id(), id, null));
        SecurityLog.note("signed out", who.login(), request.getRemoteAddr());
      }
    }
    contexts.forget(request);
    SecurityContextHolder.clearContext();
  }
}
