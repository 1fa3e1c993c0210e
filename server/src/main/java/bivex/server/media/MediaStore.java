package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.server.BivexProperties;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Files under one root, each kept once under the hash of its bytes. Names that users give never
 * reach the disk.
 */
@Component
public class MediaStore {
  private static final Logger LOG = LoggerFactory.getLogger(MediaStore.class);

  private final Path root;

  /** How many open transactions claim a file. */
  private final Map<String, Integer> claims = new HashMap<>();

  /** Files that came with a transaction that is still open. */
  private final Set<String> unproven = new HashSet<>();

  private final Clock clock;

  MediaStore(BivexProperties properties, Clock clock) {
    this.clock = clock;
    this.root = properties.data().toAbsolutePath().resolve("media");
  }

  /**
   * Throws away what was being received when an earlier server was killed. What is a day old cannot
   * be of an upload that still runs.
   */
  @EventListener(ApplicationReadyEvent.class)
  public void sweep() throws IOException {
    Path incoming = root.resolve("incoming");
    if (!Files.isDirectory(incoming)) {
      return;
    }
    Instant old = clock.instant().minus(Duration.ofDays(1));
    try (Stream<Path> files = Files.list(incoming)) {
      for (Path f : files.toList()) {
        if (Files.getLastModifiedTime(f).toInstant().isBefore(old)) {
          Files.deleteIfExists(f);
        }
      }
    }
  }

  /**
   * @param hash SHA-256, hex
   */
  public record Stored(String hash, long bytes, Path path) {}

  /**
   * Writes a stream to a file that is not yet part of the store, hashing it on the way.
   *
   * @throws InvalidInput if it is empty
   */
  public Stored receive(InputStream in) throws IOException {
    Files.createDirectories(root.resolve("incoming"));
    Path temp = Files.createTempFile(root.resolve("incoming"), "in", ".part");
    try {
      MessageDigest digest = sha256();
      long bytes;
      try (DigestInputStream hashed = new DigestInputStream(in, digest);
          FileChannel file = FileChannel.open(temp, StandardOpenOption.WRITE);
          OutputStream out = Channels.newOutputStream(file)) {
        bytes = hashed.transferTo(out);
        file.force(true);
      }
      if (bytes == 0) {
        throw new InvalidInput("file", "is empty");
      }
      return new Stored(HexFormat.of().formatHex(digest.digest()), bytes, temp);
    } catch (RuntimeException | IOException e) {
      Files.deleteIfExists(temp);
      throw e;
    }
  }

  /**
   * Takes a file that lies beside the store already, hashing it; it is moved.
   *
   * @param file on the same disk
   */
  public Stored receive(Path file) throws IOException {
    Files.createDirectories(root.resolve("incoming"));
    String hash = sha256(file);
    Path temp = Files.createTempFile(root.resolve("incoming"), "in", ".part");
    Files.move(file, temp, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    return new Stored(hash, Files.size(temp), temp);
  }

  /**
   * An empty file beside the store, for something that is made before it is received; whoever asks
   * deletes it.
   */
  public Path scratch(String suffix) throws IOException {
    Files.createDirectories(root.resolve("incoming"));
    return Files.createTempFile(root.resolve("incoming"), "made", suffix);
  }

  /**
   * Receives a stream and makes it part of the store.
   *
   * @return hash of its bytes
   */
  public String keep(InputStream in) throws IOException {
    Stored s = receive(in);
    try {
      keep(s);
    } finally {
      discard(s);
    }
    return s.hash();
  }

  /** Deletes what was made in a scratch file, if there is any. */
  public static void discard(Path made) {
    try {
      if (made != null) {
        Files.deleteIfExists(made);
      }
    } catch (IOException e) {
      LOG.warn("left behind: {}", made, e);
    }
  }

  /**
   * Makes a received file part of the store. One that is there already is looked at: if its bytes
   * are no longer those of its name, the new ones take their place. Inside a transaction that comes
   * to nothing, a file that was new goes again.
   */
  public void keep(Stored s) throws IOException {
    Path target = path(s.hash());
    Files.createDirectories(target.getParent());
    boolean sound = Files.isRegularFile(target) && sha256(target).equals(s.hash());
    synchronized (claims) {
      if (!sound) {
        boolean fresh = !Files.exists(target);
        Files.move(
            s.path(), target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        force(target.getParent());
        if (fresh && TransactionSynchronizationManager.isSynchronizationActive()) {
          unproven.add(s.hash());
        }
      } else {
        // Of today again, for whoever looks for files that nobody needs.
        Files.setLastModifiedTime(target, FileTime.from(clock.instant()));
      }
      if (TransactionSynchronizationManager.isSynchronizationActive()) {
        claims.merge(s.hash(), 1, Integer::sum);
        TransactionSynchronizationManager.registerSynchronization(
            new TransactionSynchronization() {
              @Override
              public void afterCompletion(int status) {
                settle(s.hash(), status == STATUS_COMMITTED);
              }
            });
      }
    }
    Files.deleteIfExists(s.path());
  }

  /** A claim on a file is over; what nobody's row stands for is thrown away. */
  private void settle(String hash, boolean committed) {
    synchronized (claims) {
      claims.computeIfPresent(hash, (h, n) -> n > 1 ? n - 1 : null);
      if (committed) {
        unproven.remove(hash);
      } else if (!claims.containsKey(hash) && unproven.remove(hash)) {
        try {
          Files.deleteIfExists(path(hash));
        } catch (IOException e) {
          LOG.warn("left behind: {}", hash, e);
        }
      }
    }
  }

  /**
   * Throws away files that stand for nothing.
   *
   * @param standing hashes that are needed
   * @param before what came later is left alone: its row may be on its way
   * @return how many went
   */
  public int sweep(Set<String> standing, Instant before) throws IOException {
    int gone = 0;
    if (!Files.isDirectory(root)) {
      return 0;
    }
    try (Stream<Path> all = Files.walk(root, 2)) {
      for (Path f : all.filter(p -> p.getFileName().toString().matches("[0-9a-f]{64}")).toList()) {
        String hash = f.getFileName().toString();
        if (!standing.contains(hash)) {
          synchronized (claims) {
            if (!claims.containsKey(hash)
                && Files.getLastModifiedTime(f).toInstant().isBefore(before)
                && Files.deleteIfExists(f)) {
              gone++;
            }
          }
        }
      }
    }
    return gone;
  }

  /** Makes sure that a folder's entries are on the disk. */
  private static void force(Path folder) throws IOException {
    try (FileChannel c = FileChannel.open(folder, StandardOpenOption.READ)) {
      c.force(true);
    }
  }

  /** Throws a received file away. */
  public void discard(Stored s) {
    try {
      Files.deleteIfExists(s.path());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Where a file of the store lies.
   *
   * @throws NoSuchElementException if it is gone
   */
  public Path find(String hash) {
    Path p = path(hash);
    if (!Files.isRegularFile(p)) {
      throw new NoSuchElementException(
          "The file of this version is missing from the media folder.");
    }
    return p;
  }

  private Path path(String hash) {
    if (!hash.matches("[0-9a-f]{64}")) {
      throw new NoSuchElementException();
    }
    return root.resolve(hash.substring(0, 2)).resolve(hash);
  }

  /** SHA-256 of a file, hex. */
  public static String sha256(Path file) throws IOException {
    MessageDigest digest = sha256();
    try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
