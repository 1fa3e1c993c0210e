package bivex.server.delivery;

import bivex.server.BivexProperties;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.stereotype.Component;

/**
 * Stands in for a client's drop box: copies the package into a folder of its own, checks every
 * checksum of what arrived, and answers with a receipt or a refusal. A fault can be set: then a
 * byte is changed on the way, as a bad line would.
 */
@Component
public class StandInDropBox implements DropBox {
  private final Path root;
  private final AtomicBoolean damageNext = new AtomicBoolean();

  StandInDropBox(BivexProperties properties) {
    this.root = properties.data().toAbsolutePath().resolve("drop-box");
  }

  /** Damages the next package on its way. */
  public void damageNext() {
    damageNext.set(true);
  }

  @Override
  public Answer hand(Path folder, String name) throws IOException {
    Path arrived = root.resolve(name);
    Files.createDirectories(arrived);
    try (var files = Files.list(folder)) {
      for (Path f : files.toList()) {
        Files.copy(f, arrived.resolve(f.getFileName()), StandardCopyOption.REPLACE_EXISTING);
      }
    }
    List<String> sums = Files.readAllLines(arrived.resolve("SHA256SUMS"));
    if (damageNext.compareAndSet(true, false)) {
      damage(arrived.resolve(sums.get(0).substring(66)));
    }
    Set<String> listed = new HashSet<>(Set.of("SHA256SUMS"));
    for (String line : sums) {
      String file = line.substring(66);
      listed.add(file);
      if (!Files.isRegularFile(arrived.resolve(file))) {
        return new Answer(false, file + " did not arrive");
      }
      if (!MediaStore.sha256(arrived.resolve(file)).equals(line.substring(0, 64))) {
        return new Answer(false, "the checksum of " + file + " differs: it was damaged on the way");
      }
    }
    try (var files = Files.list(arrived)) {
      for (Path f : files.toList()) {
        if (!listed.contains(f.getFileName().toString())) {
          return new Answer(false, f.getFileName() + " is not in the list of checksums");
        }
      }
    }
    return new Answer(true, "receipt " + name + ", " + sums.size() + " files, all checksums agree");
  }

  private static void damage(Path file) throws IOException {
    try (FileChannel c =
        FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
      ByteBuffer one = ByteBuffer.allocate(1);
      c.read(one, c.size() / 2);
      one.put(0, (byte) (one.get(0) ^ 0x20)).flip();
      c.write(one, c.size() / 2);
    }
  }
}
