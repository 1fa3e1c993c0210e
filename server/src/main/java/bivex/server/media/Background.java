package bivex.server.media;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Work on files that nobody waits for, one after the other on a thread of its own; whatever goes
 * wrong with one, the next has its turn.
 */
public final class Background implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Background.class);
  private final String name;
  private final ExecutorService worker;
  private volatile boolean closing;

  public Background(String name) {
    this.name = name;
    worker =
        Executors.newSingleThreadExecutor(
            r -> {
              Thread t = new Thread(r, name);
              t.setDaemon(true);
              return t;
            });
  }

  /** Adds something to do; not done once it is closing. */
  public void add(Runnable what) {
    try {
      worker.execute(
          () -> {
            try {
              if (!closing) {
                what.run();
              }
            } catch (RuntimeException e) {
              LOG.error("one of the {} could not be kept", name, e);
            }
          });
    } catch (RejectedExecutionException e) {
      // It is done after the next start.
      LOG.debug("closing", e);
    }
  }

  /** Whether what goes on is to stop. */
  public boolean closing() {
    return closing;
  }

  @Override
  public void close() {
    closing = true;
    worker.shutdownNow();
  }
}
