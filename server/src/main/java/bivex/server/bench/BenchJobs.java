package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Picture;
import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateJoin;
import bivex.core.plate.PlateZones;
import bivex.core.plate.TakeWatch;
import bivex.server.BivexProperties;
import bivex.server.http.Problems;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Measurements wait in a line and are made one at a time, each on all cores: so ten at once need no
 * more memory than one. They are not kept over a restart; what is kept as evidence is.
 */
@Component
public class BenchJobs {
  private static final Logger LOG = LoggerFactory.getLogger(BenchJobs.class);
  private static final int MOST_WAITING = 60;
  private static final int MOST_KEPT = 80;
  private static final int WARMING = 4;
  private final ThreadPoolExecutor worker =
      new ThreadPoolExecutor(
          1,
          1,
          0,
          TimeUnit.SECONDS,
          new ArrayBlockingQueue<>(MOST_WAITING),
          r -> {
            Thread t = new Thread(r, "bench");
            t.setDaemon(true);
            return t;
          });
  private final Map<UUID, Job> jobs = new LinkedHashMap<>();

  /** How far a measurement is. */
  public enum Stand {
    WAITING,
    RUNNING,
    DONE,
    FAILED,
    CANCELLED
  }

  /** What is to be measured. */
  @FunctionalInterface
  interface Work {
    void run(Job job) throws IOException;
  }

  /** One measurement. What it found so far is read while it goes on. */
  static final class Job {
    final UUID id = UUID.randomUUID();
    final UUID production;
    final List<UUID> of;

    /** Whose limits a comparison is held to; null when nothing is compared. */
    final UUID setup;

    private final long begun = System.nanoTime();
    volatile Stand stand = Stand.WAITING;
    volatile double share;
    volatile String doing = "waiting";
    volatile String field = "";
    volatile String fault = "";
    volatile double seconds;
    volatile boolean cancelled;
    volatile PlateComparison comparison;
    volatile PlateJoin join;
    volatile TakeWatch watch;
    volatile PassMatch passes;
    volatile PlateZones.Measured zones;

    private Job(UUID production, List<UUID> of, UUID setup) {
      this.production = production;
      this.of = of;
      this.setup = setup;
    }

    void at(double to, String words) {
      share = to;
      doing = words;
    }

    /** Stops it; one that waits is stopped at once, one that runs at its next step. */
    void cancel() {
      cancelled = true;
      if (stand == Stand.WAITING) {
        stand = Stand.CANCELLED;
      }
    }

    double seconds() {
      return stand == Stand.WAITING || stand == Stand.RUNNING
          ? (System.nanoTime() - begun) / 1e9
          : seconds;
    }
  }

  private final BivexProperties properties;

  BenchJobs(BivexProperties properties) {
    this.properties = properties;
  }

  /** Measures two made-up walls a few times: code that ran before runs several times as fast. */
  @EventListener(ApplicationReadyEvent.class)
  void warm() {
    if (properties.warm()) {
      worker.execute(
          () -> {
            for (int i = 0; i < WARMING; i++) {
              int shift = i % 2;
              Picture a = wall(0);
              PlateComparison.of(
                  a, wall(shift), PlateComparison.Limits.USUAL, (share, doing) -> {}, () -> false);
            }
          });
    }
  }

  private static Picture wall(int shift) {
    return Picture.of(
        1280,
        720,
        (y, row) -> {
          for (int x = 0; x < row.length / 3; x++) {
            int tile = ((x + shift) / 23 * 7919 + y / 17 * 104_729) % 251;
            java.util.Arrays.fill(
                row, 3 * x, 3 * x + 3, 9000 + tile * 160 + (x * 31 + y * 17) % 400);
          }
        });
  }

  Job start(UUID production, List<UUID> of, Work work) {
    return start(production, of, null, work);
  }

  /**
   * @param of ids of what is measured
   * @param setup whose limits it is held to
   * @throws Problems.TooMany when too many wait already
   */
  Job start(UUID production, List<UUID> of, UUID setup, Work work) {
    Job j = new Job(production, of, setup);
    synchronized (jobs) {
      jobs.put(j.id, j);
      // The oldest that are done go first; those that wait are never dropped.
      var old = jobs.values().iterator();
      while (jobs.size() > MOST_KEPT && old.hasNext()) {
        Job o = old.next();
        if (o.stand != Stand.WAITING && o.stand != Stand.RUNNING) {
          old.remove();
        }
      }
    }
    try {
      worker.execute(() -> run(j, work));
    } catch (RejectedExecutionException e) {
      synchronized (jobs) {
        jobs.remove(j.id);
      }
      throw new Problems.TooMany(
          "The bench has "
              + MOST_WAITING
              + " measurements waiting already; try again in a minute.");
    }
    return j;
  }

  private static void run(Job j, Work work) {
    if (j.cancelled) {
      j.stand = Stand.CANCELLED;
      return;
    }
    j.stand = Stand.RUNNING;
    Stand end = Stand.DONE;
    try {
      work.run(j);
    } catch (InvalidInput e) {
      j.field = e.field();
      j.fault = e.getMessage();
      end = Stand.FAILED;
    } catch (NoSuchElementException e) {
      j.fault = e.getMessage();
      end = Stand.FAILED;
    } catch (IOException | RuntimeException | OutOfMemoryError e) {
      LOG.error("a measurement broke", e);
      j.fault =
          e instanceof OutOfMemoryError
              ? "There is not enough memory for pictures of this size."
              : "The measurement broke; the server's log has the details.";
      end = Stand.FAILED;
    }
    j.seconds = (System.nanoTime() - j.begun) / 1e9;
    j.stand = j.cancelled ? Stand.CANCELLED : end;
  }

  Job find(UUID production, UUID id) {
    synchronized (jobs) {
      Job j = jobs.get(id);
      if (j == null || !j.production.equals(production)) {
        throw new NoSuchElementException(
            "There is no such measurement; it may be from before a restart. Make it again.");
      }
      return j;
    }
  }

  @PreDestroy
  void close() {
    synchronized (jobs) {
      jobs.values().forEach(j -> j.cancelled = true);
    }
    worker.shutdownNow();
  }
}
