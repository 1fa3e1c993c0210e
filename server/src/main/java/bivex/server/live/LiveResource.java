package bivex.server.live;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.GUEST;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.access.SignInEnded;
import bivex.server.http.Pages;
import bivex.server.http.Problems;
import bivex.server.keep.JournalEntries;
import bivex.server.keep.JournalEntry;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Slice;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * What changes, told as it happens, and what has happened. A guest is told only that something did.
 */
@RestController
@EnableScheduling
@RequestMapping("/api/productions/{production}")
public class LiveResource {
  private final JournalEntries entries;
  private final JdbcTemplate jdbc;
  private final Clock clock;
  private final Map<UUID, List<Listener>> listeners = new ConcurrentHashMap<>();

  private record Listener(
      SseEmitter emitter, boolean guest, UUID person, UUID production, String session) {}

  LiveResource(JournalEntries entries, JdbcTemplate jdbc, Clock clock) {
    this.entries = entries;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** One line of the journal. */
  public record JournalLine(
      long id,
      String who,
      Instant at,
      String action,
      String subject,
      String subjectId,
      String detail) {}

  /**
   * @param more whether there is another page
   */
  public record JournalPage(List<JournalLine> lines, boolean more) {}

  @GetMapping(path = "/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  @Hidden
  public SseEmitter events(Member me, HttpServletRequest request) throws IOException {
    HttpSession session = request.getSession(false);
    if (session == null) {
      throw new Problems.NotSignedIn("This needs a sign-in.");
    }
    SseEmitter emitter = new SseEmitter(0L);
    Listener l =
        new Listener(emitter, me.guest(), me.personId(), me.productionId(), session.getId());
    List<Listener> all =
        listeners.computeIfAbsent(me.productionId(), k -> new CopyOnWriteArrayList<>());
    all.add(l);
    emitter.onCompletion(() -> all.remove(l));
    emitter.onTimeout(() -> all.remove(l));
    emitter.onError(e -> all.remove(l));
    emitter.send(SseEmitter.event().name("open").data("{}"));
    return emitter;
  }

  @TransactionalEventListener(fallbackExecution = true)
  public void changed(Journal.Changed c) {
    send(
        c.production(),
        SseEmitter.event().name("changed").data(c, MediaType.APPLICATION_JSON),
        SseEmitter.event().name("changed").data("{}"));
  }

  /** What is told in passing, to the house alone. */
  @EventListener
  public void aside(Aside a) {
    send(
        a.production(),
        SseEmitter.event().name(a.name()).data(a.data(), MediaType.APPLICATION_JSON),
        null);
  }

  /** Who is signed out, or may do something else now, has to ask again. */
  @TransactionalEventListener(fallbackExecution = true)
  public void ended(SignInEnded e) {
    end(
        l ->
            l.person.equals(e.person())
                && (e.session() == null || e.session().equals(l.session))
                && (e.production() == null || e.production().equals(l.production)));
  }

  private void end(Predicate<Listener> which) {
    listeners.values().stream()
        .flatMap(List::stream)
        .filter(which)
        .toList()
        .forEach(l -> l.emitter().complete());
  }

  /**
   * A comment now and then, so that dead connections are noticed; lines whose session has ended by
   * itself end too.
   */
  @Scheduled(fixedRate = 20_000)
  void heartbeat() {
    if (listeners.values().stream().anyMatch(all -> !all.isEmpty())) {
      Set<String> open =
          Set.copyOf(
              jdbc.queryForList(
                  "select trim(session_id) from spring_session where expiry_time > ?",
                  String.class,
                  clock.millis()));
      end(l -> !open.contains(l.session));
      Set<UUID> over =
          Set.copyOf(
              jdbc.queryForList(
                  "select person_id from membership where ends_at <= now()", UUID.class));
      end(l -> l.guest && over.contains(l.person));
    }
    listeners
        .keySet()
        .forEach(
            p -> send(p, SseEmitter.event().comment("here"), SseEmitter.event().comment("here")));
  }

  /** Open lines would hold a graceful stop up until its time runs out. */
  @EventListener(ContextClosedEvent.class)
  void closing() {
    listeners.values().forEach(all -> all.forEach(l -> l.emitter().complete()));
  }

  /**
   * @param forGuests null where guests are told nothing
   */
  private void send(
      UUID production, SseEmitter.SseEventBuilder full, SseEmitter.SseEventBuilder forGuests) {
    var whole = full.build();
    var little = forGuests == null ? null : forGuests.build();
    for (Listener l : listeners.getOrDefault(production, List.of())) {
      try {
        if (!l.guest()) {
          l.emitter().send(whole);
        } else if (little != null) {
          l.emitter().send(little);
        }
      } catch (IOException | IllegalStateException e) {
        listeners.get(production).remove(l);
      }
    }
  }

  /** Who did what, newest first. */
  @GetMapping("/journal")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public JournalPage journal(
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "20") int size) {
    Slice<JournalEntry> s =
        entries.findByProductionIdOrderByIdDesc(
            me.productionId(), PageRequest.of(Pages.at(page), Pages.bounded(size, 100)));
    return new JournalPage(
        s.map(e -> new JournalLine(e.id, e.who, e.at, e.action, e.subject, e.subjectId, e.detail))
            .toList(),
        s.hasNext());
  }
}
