package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.server.access.Member;
import bivex.server.keep.Viewings;
import bivex.server.live.Aside;
import java.time.Clock;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * A viewing on several screens at the same frame: one leads and says where they are, others follow.
 * No picture is sent, each plays their own. Nothing of it is kept.
 */
@Component
public class LeadDesk {
  /** Who was not heard of for so long does not lead or follow any more. */
  static final Duration SILENT = Duration.ofSeconds(15);

  /** How far back somebody may say that they were where they say. */
  private static final long FARTHEST_MS = 5000;

  private static final int MOST_PIECES = 10_000;
  private static final double MOST_FRAMES = 1e7;
  private static final double SLOWEST = 0.25;
  private static final double FASTEST = 4;

  private final Viewings viewings;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Map<UUID, Led> led = new ConcurrentHashMap<>();
  private final Map<UUID, Map<UUID, Follower>> following = new ConcurrentHashMap<>();

  LeadDesk(Viewings viewings, ApplicationEventPublisher events, Clock clock) {
    this.viewings = viewings;
    this.events = events;
    this.clock = clock;
  }

  private record Follower(String name, long heard) {}

  private record Led(NewLead place, UUID person, String name, long at, long heard) {}

  /**
   * Where whoever leads is.
   *
   * @param piece of the run, from 0
   * @param frame of the piece, from 0; between two while it plays
   * @param speed 1 for the rate of each piece
   * @param again whether it goes over and over
   * @param marks between what; null for one version
   * @param at when they were there, milliseconds of the server's clock; null for now
   * @param instead whether they lead in place of whoever does
   * @param over whether they lead no more
   */
  public record NewLead(
      Integer piece,
      Double frame,
      Boolean playing,
      Double speed,
      Boolean again,
      LeadMarks marks,
      Long at,
      Boolean instead,
      Boolean over) {}

  /** Places of a run between which it goes over and over, each included. */
  public record LeadMarks(int fromPiece, int fromFrame, int toPiece, int toFrame) {}

  /**
   * @param person who leads; null where nobody does
   * @param at when they were there, milliseconds of the server's clock
   * @param now the same clock, when this was said
   * @param following names of who follows
   */
  public record LeadView(
      UUID viewing,
      UUID person,
      String by,
      int piece,
      double frame,
      boolean playing,
      double speed,
      boolean again,
      LeadMarks marks,
      long at,
      long now,
      List<String> following) {}

  /**
   * Who leads a viewing, and where they are.
   *
   * @param follows whether whoever asks follows
   */
  public LeadView lead(Member me, UUID viewing, boolean follows) {
    viewings.require(viewing, me.productionId());
    long now = clock.millis();
    if (follows) {
      following
          .computeIfAbsent(viewing, k -> new ConcurrentHashMap<>())
          .put(me.personId(), new Follower(me.name(), now));
    } else {
      following.getOrDefault(viewing, new ConcurrentHashMap<>()).remove(me.personId());
    }
    return view(viewing, now);
  }

  /** Leads, or says where one is. */
  public LeadView lead(Member me, UUID viewing, NewLead in) {
    viewings.require(viewing, me.productionId());
    long now = clock.millis();
    InvalidInput.within("piece", in.piece() == null ? 0 : in.piece(), 0, MOST_PIECES);
    InvalidInput.within("frame", in.frame() == null ? 0 : in.frame(), 0, MOST_FRAMES);
    InvalidInput.within("speed", in.speed() == null ? 1 : in.speed(), SLOWEST, FASTEST);
    long at = in.at() == null ? now : Math.max(now - FARTHEST_MS, Math.min(now, in.at()));
    led.compute(
        viewing,
        (k, is) -> {
          boolean other = is != null && heard(is.heard, now) && !is.person.equals(me.personId());
          if (other && !Boolean.TRUE.equals(in.instead())) {
            throw new InvalidInput("instead", is.name + " leads; say so to lead in their place");
          }
          return Boolean.TRUE.equals(in.over())
              ? null
              : new Led(in, me.personId(), me.name(), at, now);
        });
    led.values().removeIf(l -> !heard(l.heard, now));
    following.keySet().removeIf(v -> !led.containsKey(v) && !v.equals(viewing));
    LeadView v = view(viewing, now);
    events.publishEvent(new Aside(me.productionId(), "lead", v));
    return v;
  }

  private static boolean heard(long at, long now) {
    return now - at <= SILENT.toMillis();
  }

  private LeadView view(UUID viewing, long now) {
    Led l = led.get(viewing);
    List<String> names =
        following.getOrDefault(viewing, Map.of()).values().stream()
            .filter(f -> heard(f.heard, now))
            .map(Follower::name)
            .sorted(Comparator.naturalOrder())
            .toList();
    if (l == null || !heard(l.heard, now)) {
      return new LeadView(viewing, null, "", 0, 0, false, 1, false, null, now, now, names);
    }
    NewLead p = l.place;
    return new LeadView(
        viewing,
        l.person,
        l.name,
        p.piece() == null ? 0 : p.piece(),
        p.frame() == null ? 0 : p.frame(),
        Boolean.TRUE.equals(p.playing()),
        p.speed() == null ? 1 : p.speed(),
        Boolean.TRUE.equals(p.again()),
        p.marks(),
        l.at,
        now,
        names);
  }
}
