package bivex.server.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.DeferredSecurityContext;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpRequestResponseHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/**
 * Who is behind a session, remembered for a moment. An open desk asks several times a second, and
 * reading a session takes two transactions and unpacking what is in it.
 *
 * <p>Only who it is is remembered, by the very value of the cookie; what they may do is read from
 * the database each time. Whoever ends a session must {@link #forget} it here, else it goes on for
 * as long as this remembers. One process serves an installation, so no other has to be told.
 */
@Component
public class KeptSignIns implements SecurityContextRepository {
  /** How long it is remembered; then the session is read, and noted as used. */
  static final Duration MOMENT = Duration.ofSeconds(20);

  private final SecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
  private final Cache<String, Authentication> known =
      Caffeine.newBuilder().expireAfterWrite(MOMENT).maximumSize(10_000).build();
  private final AtomicLong endings = new AtomicLong();
  private final String cookie;
  private final Duration longest;
  private final Clock clock;

  KeptSignIns(
      @Value("${server.servlet.session.cookie.name:SESSION}") String cookie,
      @Value("${bivex.longest-sign-in}") Duration longest,
      Clock clock) {
    this.cookie = cookie;
    this.longest = longest;
    this.clock = clock;
  }

  @Override
  public DeferredSecurityContext loadDeferredContext(HttpServletRequest request) {
    String value = value(request);
    Authentication who = value == null ? null : known.getIfPresent(value);
    return who == null
        ? new Read(sessions.loadDeferredContext(request), value, request)
        : new Known(SecurityContextHolder.getContextHolderStrategy().createEmptyContext(), who);
  }

  /** The same, for those that ask in the old way. */
  @Override
  @Deprecated
  @SuppressWarnings("deprecation")
  public SecurityContext loadContext(HttpRequestResponseHolder holder) {
    return sessions.loadContext(holder);
  }

  @Override
  public void saveContext(
      SecurityContext context, HttpServletRequest request, HttpServletResponse response) {
    forget(request);
    sessions.saveContext(context, request, response);
  }

  @Override
  public boolean containsContext(HttpServletRequest request) {
    return sessions.containsContext(request);
  }

  /** From now on the session of a request is read again, and is no more if it was ended. */
  public void forget(HttpServletRequest request) {
    endings.incrementAndGet();
    String value = value(request);
    if (value != null) {
      known.invalidate(value);
    }
  }

  /** Every session of a person is read again. */
  public void forget(UUID person) {
    endings.incrementAndGet();
    known
        .asMap()
        .values()
        .removeIf(a -> a.getPrincipal() instanceof Identity i && i.id().equals(person));
  }

  private String value(HttpServletRequest request) {
    if (request.getCookies() != null) {
      for (Cookie c : request.getCookies()) {
        if (c.getName().equals(cookie)) {
          return c.getValue();
        }
      }
    }
    return null;
  }

  /** Somebody who is known. */
  private record Known(SecurityContext context, Authentication who)
      implements DeferredSecurityContext {
    @Override
    public SecurityContext get() {
      context.setAuthentication(who);
      return context;
    }

    @Override
    public boolean isGenerated() {
      return false;
    }
  }

  /** Read from the session when it is asked for, and then remembered. */
  private final class Read implements DeferredSecurityContext {
    private final DeferredSecurityContext session;
    private final String value;

    private final HttpServletRequest request;

    private Read(DeferredSecurityContext session, String value, HttpServletRequest request) {
      this.session = session;
      this.value = value;
      this.request = request;
    }

    @Override
    public SecurityContext get() {
      // Read before the session is: if anything ends meanwhile, what was read is not remembered.
      long before = endings.get();
      SecurityContext context = session.get();
      HttpSession s = context.getAuthentication() == null ? null : request.getSession(false);
      // However busily it is used, one day the password is asked for again.
      if (s != null && s.getCreationTime() < clock.instant().minus(longest).toEpochMilli()) {
        s.invalidate();
        context.setAuthentication(null);
      }
      Authentication who = context.getAuthentication();
      // A live line that ends is dispatched once more with the session it began with, which may be
      // over: that proves nothing.
      if (value != null
          && who != null
          && who.getPrincipal() instanceof Identity
          && request.getDispatcherType() == DispatcherType.REQUEST) {
        known.put(value, who);
        if (endings.get() != before) {
          known.invalidate(value);
        }
      }
      return context;
    }

    @Override
    public boolean isGenerated() {
      return session.isGenerated();
    }
  }
}
