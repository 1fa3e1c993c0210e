package bivex.server.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.io.Serializable;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Where somebody is signed in, and ending that from afar. */
@Component
public class Devices {
  private static final String MARK = Devices.class.getName();

  private final FindByIndexNameSessionRepository<? extends Session> sessions;
  private final KeptSignIns kept;
  private final ApplicationEventPublisher events;

  Devices(
      FindByIndexNameSessionRepository<? extends Session> sessions,
      KeptSignIns kept,
      ApplicationEventPublisher events) {
    this.sessions = sessions;
    this.kept = kept;
    this.events = events;
  }

  /** What is kept of a device in its session. */
  record Mark(UUID id, String kind, String address) implements Serializable {}

  /**
   * @param id of the sign-in, which opens nothing
   * @param kind of device, as it says of itself
   * @param address it signed in from
   * @param usedAt to ten minutes or so
   * @param here whether it is the one that asks
   */
  public record Device(
      UUID id, String kind, String address, Instant signedInAt, Instant usedAt, boolean here) {}

  /** Marks a new sign-in. */
  void mark(HttpSession s, HttpServletRequest request) {
    s.setAttribute(
        MARK,
        new Mark(
            UUID.randomUUID(), kind(request.getHeader("User-Agent")), request.getRemoteAddr()));
  }

  /** Where somebody is signed in, newest first. */
  public List<Device> of(Identity who, String session) {
    return sessions.findByPrincipalName(who.login()).entrySet().stream()
        .filter(e -> e.getValue().getAttribute(MARK) instanceof Mark)
        .map(
            e -> {
              Session s = e.getValue();
              Mark m = s.getAttribute(MARK);
              return new Device(
                  m.id,
                  m.kind,
                  m.address,
                  s.getCreationTime(),
                  s.getLastAccessedTime(),
                  e.getKey().equals(session));
            })
        .sorted(Comparator.comparing(Device::signedInAt).reversed())
        .toList();
  }

  /**
   * Ends one sign-in.
   *
   * @throws NoSuchElementException when it is none of theirs, or over already
   */
  public void end(Identity who, UUID device) {
    String session =
        sessions.findByPrincipalName(who.login()).entrySet().stream()
            .filter(e -> e.getValue().getAttribute(MARK) instanceof Mark m && m.id.equals(device))
            .map(Map.Entry::getKey)
            .findFirst()
            .orElseThrow(() -> new NoSuchElementException("That sign-in is over already."));
    ended(who.id(), session);
  }

  /** Ends every sign-in of a person but one. */
  public void endAll(UUID person, String login, String but) {
    sessions.findByPrincipalName(login).keySet().stream()
        .filter(id -> !id.equals(but))
        .forEach(id -> ended(person, id));
  }

  private void ended(UUID person, String session) {
    sessions.deleteById(session);
    kept.forget(person);
    events.publishEvent(new SignInEnded(person, session, null));
  }

  /** A word for what a browser says of the device it is on; a guess, shown as such. */
  static String kind(String agent) {
    String a = agent == null ? "" : agent;
    if (a.contains("iPhone")) {
      return "iPhone";
    }
    if (a.contains("iPad")) {
      return "iPad";
    }
    if (a.contains("Android")) {
      return a.contains("Mobile") ? "Android phone" : "Android tablet";
    }
    if (a.contains("Windows")) {
      return "Windows computer";
    }
    if (a.contains("Mac OS")) {
      return "Mac";
    }
    return a.contains("Linux") || a.contains("CrOS") ? "Linux computer" : "another device";
  }
}
