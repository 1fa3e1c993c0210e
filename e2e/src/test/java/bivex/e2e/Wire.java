package bivex.e2e;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * The line between a device and the server, which can be cut. A browser told to be without a line
 * forgets it for a moment when its page is closed; a cut wire lets nothing through.
 */
final class Wire implements AutoCloseable {
  private final ServerSocket door;
  private final int to;
  private final ExecutorService carriers = Executors.newCachedThreadPool();
  private final Set<Socket> open = ConcurrentHashMap.newKeySet();
  private volatile boolean cut;

  /** Milliseconds that whatever is carried takes, each way. */
  private final long delay;

  Wire(String address) {
    this(address, 0);
  }

  /**
   * @param delay milliseconds that whatever is carried takes, each way
   */
  Wire(String address, long delay) {
    this.delay = delay;
    to = URI.create(address).getPort();
    try {
      door = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    carriers.execute(this::answer);
  }

  String address() {
    return "http://127.0.0.1:" + door.getLocalPort();
  }

  void cut() {
    cut = true;
    open.forEach(Wire::shut);
  }

  void mend() {
    cut = false;
  }

  private void answer() {
    while (!door.isClosed()) {
      try {
        Socket device = door.accept();
        open.add(device);
        if (cut) {
          shut(device);
          continue;
        }
        Socket server = new Socket(InetAddress.getLoopbackAddress(), to);
        open.add(server);
        if (cut) {
          shut(device);
          shut(server);
        }
        carriers.execute(() -> carry(device, server));
        carriers.execute(() -> carry(server, device));
      } catch (IOException e) {
        // The door was closed, or the server is not there: the device sees a line that fails.
      }
    }
  }

  private void carry(Socket from, Socket into) {
    try (InputStream in = from.getInputStream()) {
      if (delay == 0) {
        in.transferTo(into.getOutputStream());
        return;
      }
      byte[] some = new byte[1 << 16];
      for (int n = in.read(some); n >= 0; n = in.read(some)) {
        Thread.sleep(delay);
        into.getOutputStream().write(some, 0, n);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (IOException e) {
      // Cut.
    } finally {
      shut(from);
      shut(into);
      open.remove(from);
      open.remove(into);
    }
  }

  private static void shut(Closeable c) {
    try {
      c.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public void close() {
    shut(door);
    cut();
    carriers.shutdown();
  }
}
