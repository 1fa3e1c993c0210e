package bivex.server.session;

import bivex.server.http.Problems;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Ten failed sign-ins for a name, or a hundred from an address, within five minutes close the door
 * for the rest of them.
 */
@Component
class SignInGuard {
  private static final int TRIES_A_NAME = 10;
  private static final int TRIES_AN_ADDRESS = 100;
  private static final Duration WINDOW = Duration.ofMinutes(5);
  private static final int KEYS = 10_000;
  private final Map<String, Deque<Instant>> failures = new ConcurrentHashMap<>();
  private final Clock clock = Clock.systemUTC();

  void check(String login, String address) {
    refuseAfter(TRIES_A_NAME, "name " + login);
    refuseAfter(TRIES_AN_ADDRESS, "address " + address);
  }

  void failed(String login, String address) {
    if (failures.size() > KEYS) {
      failures.clear();
    }
    count("name " + login);
    count("address " + address);
  }

  private void refuseAfter(int tries, String key) {
    Deque<Instant> f = failures.get(key);
    if (f != null) {
      synchronized (f) {
        forget(f);
        if (f.size() >= tries) {
          throw new Problems.TooMany("Too many failed sign-ins; wait five minutes.");
        }
      }
    }
  }

  private void count(String key) {
    Deque<Instant> f = failures.computeIfAbsent(key, k -> new ArrayDeque<>());
    synchronized (f) {
      forget(f);
      f.add(clock.instant());
    }
  }

  private void forget(Deque<Instant> f) {
    while (!f.isEmpty() && f.peek().isBefore(clock.instant().minus(WINDOW))) {
      f.poll();
    }
  }
}
