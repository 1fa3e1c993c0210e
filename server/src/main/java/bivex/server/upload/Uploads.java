package bivex.server.upload;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.http.Json;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Files that are coming in, in a folder beside the store: what has arrived stays over a dropped
 * line and a start anew, and is thrown away when nobody has gone on with it for a week. Only who
 * began one goes on with it.
 */
@Component
public class Uploads {
  private static final Duration KEPT = Duration.ofDays(7);
  private static final int AT_ONCE = 20;
  private static final long LARGEST = 1L << 40;
  private static final int BUFFER = 1 << 16;
  private static final String PART = ".part";
  private static final String FACTS = ".json";

  private final Path root;
  private final Clock clock;
  private final Map<UUID, Object> turns = new ConcurrentHashMap<>();

  Uploads(BivexProperties properties, Clock clock) {
    this.root = properties.data().toAbsolutePath().resolve("uploads");
    this.clock = clock;
  }

  /**
   * @param bytes how long it will be
   * @param became what was made of it once it was whole; null before
   */
  public record Upload(
      UUID id,
      UUID production,
      UUID person,
      String fileName,
      long bytes,
      Instant begun,
      UUID became) {}

  /**
   * Makes room for one.
   *
   * @throws InvalidInput naming {@code file} when there is no room, or somebody has too many open
   */
  public synchronized Upload begin(Member me, String fileName, long bytes) throws IOException {
    String name = InvalidInput.text("file", fileName);
    InvalidInput.within("file", bytes, 1, LARGEST);
    Files.createDirectories(root);
    long promised = 0;
    int mine = 0;
    for (Upload u : all()) {
      if (u.became == null) {
        promised += u.bytes - arrived(u.id);
        mine += u.person.equals(me.personId()) ? 1 : 0;
      }
    }
    if (mine >= AT_ONCE) {
      throw new InvalidInput(
          "file", "cannot begin: " + AT_ONCE + " of your uploads are open; go on with one first");
    }
    long free = Files.getFileStore(root).getUsableSpace() - promised;
    if (free < bytes) {
      throw new InvalidInput(
          "file",
          Said.of("is %.1f GB long, and the house has room for %.1f GB", bytes / 1e9, free / 1e9));
    }
    Upload u =
        new Upload(
            UUID.randomUUID(),
            me.productionId(),
            me.personId(),
            name,
            bytes,
            clock.instant(),
            null);
    Files.createFile(part(u.id));
    keep(u);
    return u;
  }

  /**
   * One of one's own.
   *
   * @throws NoSuchElementException when there is none
   */
  public Upload mine(Member me, UUID id) throws IOException {
    Path facts = root.resolve(id + FACTS);
    Upload u =
        Files.isRegularFile(facts)
            ? Json.MAPPER.readValue(Files.readString(facts), Upload.class)
            : null;
    if (u == null || !u.production.equals(me.productionId()) || !u.person.equals(me.personId())) {
      throw new NoSuchElementException("There is no such upload; begin it anew.");
    }
    return u;
  }

  /** How many bytes have arrived. */
  public long arrived(UUID id) throws IOException {
    return Files.isRegularFile(part(id)) ? Files.size(part(id)) : 0;
  }

  /**
   * Adds what a stream brings. What arrived before it broke stays.
   *
   * @param from how many bytes the sender takes to have arrived
   * @return how many have; other than sent when {@code from} was not right and nothing was added
   * @throws InvalidInput naming {@code file} when more comes than was said
   */
  public long add(Upload u, long from, InputStream in) throws IOException {
    synchronized (turns.computeIfAbsent(u.id, k -> new Object())) {
      if (u.became != null || arrived(u.id) != from) {
        return arrived(u.id);
      }
      try (FileChannel out = FileChannel.open(part(u.id), StandardOpenOption.WRITE)) {
        byte[] some = new byte[BUFFER];
        long at = from;
        out.position(from);
        for (int n = in.read(some); n >= 0; n = in.read(some)) {
          if (at + n > u.bytes) {
            // Of a part that cannot be of this file nothing is kept.
            out.truncate(from);
            throw new InvalidInput("file", "is longer than " + u.bytes + " bytes, as was said");
          }
          for (ByteBuffer b = ByteBuffer.wrap(some, 0, n); b.hasRemaining(); ) {
            at += out.write(b);
          }
        }
        out.force(false);
        return at;
      }
    }
  }

  /**
   * Where a whole one lies; whoever takes it moves it away.
   *
   * @throws InvalidInput naming {@code upload} when something of it is still to come
   */
  public Path whole(Upload u) throws IOException {
    long there = arrived(u.id);
    if (there != u.bytes) {
      throw new InvalidInput("upload", "is not whole: " + there + " of " + u.bytes + " bytes");
    }
    return part(u.id);
  }

  /** What nobody else does with an upload at the same moment. */
  public interface Turn {
    void with(Upload now) throws IOException;
  }

  /** Waits for its turn with one of one's own, and reads it then. */
  public void alone(Member me, UUID id, Turn work) throws IOException {
    mine(me, id);
    synchronized (turns.computeIfAbsent(id, k -> new Object())) {
      work.with(mine(me, id));
    }
  }

  /** What was made of it, so that asking again makes nothing twice. */
  public void became(Upload u, UUID what) throws IOException {
    keep(new Upload(u.id, u.production, u.person, u.fileName, u.bytes, u.begun, what));
    Files.deleteIfExists(part(u.id));
    turns.remove(u.id);
  }

  /** Throws one away. */
  public void drop(Upload u) throws IOException {
    Files.deleteIfExists(part(u.id));
    Files.deleteIfExists(root.resolve(u.id + FACTS));
    turns.remove(u.id);
  }

  /** Throws away what nobody has gone on with for a week. */
  @Scheduled(initialDelay = 3_600_000, fixedDelay = 86_400_000)
  public void sweep() throws IOException {
    if (!Files.isDirectory(root)) {
      return;
    }
    Instant old = clock.instant().minus(KEPT);
    for (Upload u : all()) {
      Path latest = Files.isRegularFile(part(u.id)) ? part(u.id) : root.resolve(u.id + FACTS);
      if (Files.getLastModifiedTime(latest).toInstant().isBefore(old)) {
        drop(u);
      }
    }
  }

  private List<Upload> all() throws IOException {
    List<Upload> out = new ArrayList<>();
    try (DirectoryStream<Path> facts = Files.newDirectoryStream(root, "*" + FACTS)) {
      for (Path f : facts) {
        out.add(Json.MAPPER.readValue(Files.readString(f), Upload.class));
      }
    }
    return out;
  }

  private void keep(Upload u) throws IOException {
    Path made = Files.createTempFile(root, "facts", ".tmp");
    Files.writeString(made, Json.MAPPER.writeValueAsString(u));
    Files.move(
        made,
        root.resolve(u.id + FACTS),
        StandardCopyOption.ATOMIC_MOVE,
        StandardCopyOption.REPLACE_EXISTING);
  }

  private Path part(UUID id) {
    return root.resolve(id + PART);
  }
}
