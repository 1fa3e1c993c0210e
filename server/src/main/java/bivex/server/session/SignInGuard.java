package bivex.server.session;

import bivex.server.http.Problems;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import org.springframework.stereotype.Component;

/**
 * Ten failed sign-ins for a name from one address, or a hundred from an address, within five
 * minutes close the door to that address for the rest of them. Somebody elsewhere cannot shut a
 * person out of their own. Each try counts before it is judged, so that many at once are no way
 * round; what is remembered is bounded.
 */
@Component
class SignInGuard {
  private static final int TRIES_A_NAME = 10;
  private static final int TRIES_AN_ADDRESS = 100;
  private static final Duration WINDOW = Duration.ofMinutes(5);
  private static final int KEYS = 20_000;
  private final Cache<String, Deque<Instant>> tries =
      Caffeine.newBuilder().maximumSize(KEYS).expireAfterAccess(WINDOW).build();
  private final Clock clock;

  SignInGuard(Clock clock) {
    this.clock = clock;
  }

  /**
   * Counts a try.
   *
   * @param login at most as long as a sign-in name may be
   * @throws Problems.TooMany when there were too many
   */
  void begin(String login, String address) {
    count("name " + login + " " + address, TRIES_A_NAME);
    count("address " + address, TRIES_AN_ADDRESS);
  }

  /** The try was right: it and those before it for the name no longer count. */
  void passed(String login, String address) {
    tries.invalidate("name " + login + " " + address);
    Deque<Instant> all = tries.getIfPresent("address " + address);
    if (all != null) {
      synchronized (all) {
        all.pollLast();
      }
    }
  }

  private void count(String key, int most) {
    Deque<Instant> f = tries.get(key, k -> new ArrayDeque<>());
    Instant now = clock.instant();
    synchronized (f) {
      while (!f.isEmpty() && f.peek().isBefore(now.minus(WINDOW))) {
        f.poll();
      }
      if (f.size() >= most) {
        throw new Problems.TooMany("Too many failed sign-ins; wait five minutes.");
      }
      f.add(now);
    }
  }
}
