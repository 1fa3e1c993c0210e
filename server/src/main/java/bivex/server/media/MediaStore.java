package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.server.BivexProperties;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.NoSuchElementException;
import java.util.stream.Stream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Files under one root, each kept once under the hash of its bytes. Names that users give never
 * reach the disk.
 */
@Component
public class MediaStore {
  private final Path root;

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
          OutputStream out = Files.newOutputStream(temp)) {
        bytes = hashed.transferTo(out);
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
   * An empty file beside the store, for something that is made before it is received; whoever asks
   * deletes it.
   */
  public Path scratch(String suffix) throws IOException {
    Files.createDirectories(root.resolve("incoming"));
    return Files.createTempFile(root.resolve("incoming"), "made", suffix);
  }

  /** Makes a received file part of the store. */
  public void keep(Stored s) throws IOException {
    Path target = path(s.hash());
    Files.createDirectories(target.getParent());
    try {
      Files.move(s.path(), target);
    } catch (FileAlreadyExistsException e) {
      Files.delete(s.path());
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
