package bivex.server.access;

import bivex.core.crew.Role;
import bivex.server.http.Problems;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.Stamps;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Lets an endpoint be called only by those it names. An endpoint that names nobody is closed to
 * all.
 */
@Component
public class Gate implements HandlerInterceptor, HandlerMethodArgumentResolver, WebMvcConfigurer {
  private static final String MEMBER = Gate.class.getName();
  private final Memberships memberships;
  private final Stamps stamps;
  private final Answers answers;
  private final Clock clock;

  /** Another version of the application may answer otherwise. */
  private final String started;

  static {
    SpringDocUtils.getConfig().addRequestWrapperToIgnore(Member.class);
  }

  Gate(Memberships memberships, Stamps stamps, Answers answers, Clock clock) {
    this.memberships = memberships;
    this.stamps = stamps;
    this.answers = answers;
    this.clock = clock;
    this.started = Long.toString(clock.millis(), 36);
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    if (!(handler instanceof HandlerMethod method)
        || !method.getBeanType().getName().startsWith("bivex.")
        || request.getDispatcherType() == DispatcherType.ASYNC) {
      return true;
    }
    if (method.hasMethodAnnotation(Anyone.class)) {
      return true;
    }
    Identity who = identity();
    if (who == null) {
      throw new Problems.NotSignedIn("This needs a sign-in.");
    }
    if (method.hasMethodAnnotation(SignedIn.class)) {
      return true;
    }
    Allowed allowed = method.getMethodAnnotation(Allowed.class);
    if (allowed == null) {
      throw new Problems.Forbidden("Nobody may call this.");
    }
    // Before all else that is read: what is read later may be newer than the stamp, never older.
    Long stamp = method.hasMethodAnnotation(Derived.class) ? stamps.of(production(request)) : null;
    Membership m =
        memberships
            .find(production(request), who.id())
            .orElseThrow(
                () -> new NoSuchElementException("There is no such production among yours."));
    if (!m.stands(clock.instant())) {
      throw new Problems.Forbidden("Your link has ended; ask who gave it to you for a new one.");
    }
    if (Arrays.stream(allowed.value()).noneMatch(r -> r == m.role)) {
      SecurityLog.note(
          "refused " + request.getMethod() + " " + method.getMethod().getName(),
          who.login(),
          request.getRemoteAddr());
      throw new Problems.Forbidden(
          "A "
              + m.role.name().toLowerCase(java.util.Locale.ROOT)
              + " may not do this; ask the producer.");
    }
    if (m.production.archivedAt != null
        && !request.getMethod().equals("GET")
        && !request.getMethod().equals("HEAD")
        && !method.hasMethodAnnotation(EvenArchived.class)) {
      throw new Problems.Archived(
          m.production.title + " is put away; a producer reopens it before anything is changed.");
    }
    request.setAttribute(MEMBER, new Member(who.id(), m.person.name, m.role, m.production, stamp));
    return stamp == null
        || !known(request, response, m, stamp)
            && !answers.given(request, response, key(request, m, stamp));
  }

  @Override
  public void afterCompletion(
      HttpServletRequest request, HttpServletResponse response, Object handler, Exception failed) {
    Answers.over(request);
  }

  private Answers.Key key(HttpServletRequest request, Membership m, long stamp) {
    return new Answers.Key(
        m.production.id,
        stamp,
        LocalDate.now(clock),
        m.role == Role.GUEST ? m.id.toString() : m.role.name(),
        request.getRequestURI() + "?" + request.getQueryString());
  }

  /** Whether the asker has this answer already; if so it has been told. */
  private boolean known(
      HttpServletRequest request, HttpServletResponse response, Membership m, long stamp) {
    // Kept by the browser, but asked for each time: another sign-in gets another answer.
    response.setHeader(HttpHeaders.CACHE_CONTROL, "private, no-cache");
    response.setHeader(HttpHeaders.VARY, HttpHeaders.COOKIE);
    response.addHeader(HttpHeaders.VARY, HttpHeaders.ACCEPT_ENCODING);
    // Weak, for it is the same answer packed or not; a strong one would keep it from being packed.
    String tag =
        started + "-" + stamp + "-" + LocalDate.now(clock) + "-" + m.id.toString().substring(0, 8);
    return new ServletWebRequest(request, response).checkNotModified("W/\"" + tag + "\"");
  }

  private static UUID production(HttpServletRequest request) {
    Object variables = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
    Object id = variables instanceof Map<?, ?> map ? map.get("production") : null;
    try {
      return UUID.fromString(String.valueOf(id));
    } catch (IllegalArgumentException e) {
      throw new NoSuchElementException("There is no such production among yours.");
    }
  }

  /** Who is signed in; null when nobody is. */
  public static Identity identity() {
    Authentication a = SecurityContextHolder.getContext().getAuthentication();
    return a != null && a.getPrincipal() instanceof Identity i ? i : null;
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType() == Member.class;
  }

  @Override
  public Object resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest request,
      WebDataBinderFactory binder) {
    return request.getAttribute(MEMBER, NativeWebRequest.SCOPE_REQUEST);
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(this);
  }

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(this);
  }
}
