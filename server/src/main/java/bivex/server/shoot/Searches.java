package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.order.DayPlan;
import bivex.core.order.PassOrder;
import bivex.core.order.Running;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Searches for the order of a day, one at a time for a day; a new one ends the one before. They are
 * not kept over a restart.
 */
@Component
public class Searches {
  private static final Logger LOG = LoggerFactory.getLogger(Searches.class);
  private static final Duration LIMIT = Duration.ofSeconds(4);
  private final ExecutorService workers =
      Executors.newFixedThreadPool(
          2,
          r -> {
            Thread t = new Thread(r, "pass-order");
            t.setDaemon(true);
            return t;
          });
  private final Map<UUID, Search> byDay = new ConcurrentHashMap<>();

  /** One search. What it found so far is read while it goes on. */
  static final class Search {
    private final AtomicBoolean stop = new AtomicBoolean();
    private final long begun = System.nanoTime();
    volatile DayOrder.Of of;
    volatile Running best;
    final AtomicInteger better = new AtomicInteger();
    volatile boolean done;
    volatile boolean proved;
    volatile double seconds;
    volatile String fault = "";

    double seconds() {
      return done ? seconds : (System.nanoTime() - begun) / 1e9;
    }
  }

  static double limitSeconds() {
    return LIMIT.toMillis() / 1000.0;
  }

  Search start(DayOrder.Of of, DayPlan plan) {
    Search s = new Search();
    s.of = of;
    Search before = byDay.put(of.day().id, s);
    if (before != null) {
      before.stop.set(true);
    }
    workers.execute(() -> run(s, plan));
    return s;
  }

  private static void run(Search s, DayPlan plan) {
    try {
      PassOrder.Found f =
          PassOrder.solve(
              plan,
              LIMIT,
              r -> {
                s.best = r;
                s.better.incrementAndGet();
              },
              s.stop::get);
      s.best = f.running();
      s.proved = f.proved();
    } catch (InvalidInput e) {
      s.fault = e.getMessage();
    } catch (RuntimeException e) {
      LOG.error("the search for an order broke", e);
      s.fault = "The search broke; the server's log has the details.";
    } finally {
      s.seconds = s.seconds();
      s.done = true;
    }
  }

  Search find(UUID day) {
    Search s = byDay.get(day);
    if (s == null) {
      throw new NoSuchElementException("No search is going on for this day.");
    }
    return s;
  }

  void stop(UUID day) {
    find(day).stop.set(true);
  }

  @PreDestroy
  void close() {
    byDay.values().forEach(s -> s.stop.set(true));
    workers.shutdownNow();
  }
}
