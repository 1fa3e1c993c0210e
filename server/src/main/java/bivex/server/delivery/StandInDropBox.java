package bivex.server.delivery;

import bivex.core.InvalidInput;
import bivex.server.BivexProperties;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Stands in for a client's drop box: copies what is handed over into a folder of its own, checks
 * what arrived against every list of checksums, and answers to each file with a receipt or a
 * refusal. A fault can be set: then a byte is changed on the way, as a bad line would.
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
  public Answer hand(Path folder, String name, List<String> files) throws IOException {
    Path arrived = root.resolve(name);
    Set<String> media = new HashSet<>(sums(folder).keySet());
    media.removeAll(List.of("manifest.csv", "manifest.json", "delivery-note.pdf"));
    for (String path : Packer.paths(folder)) {
      // What is not handed over again is there from before.
      if (!media.contains(path) || files.contains(path)) {
        Path to = arrived.resolve(path);
        Files.createDirectories(to.getParent());
        Files.copy(folder.resolve(path), to, StandardCopyOption.REPLACE_EXISTING);
      }
    }
    if (damageNext.compareAndSet(true, false)) {
      damage(arrived.resolve(files.get(0)));
    }
    String whole = whole(arrived);
    Map<String, String> sums = sums(arrived);
    Map<String, HashList.Entry> hashes =
        Files.isDirectory(arrived.resolve(HashList.FOLDER)) && whole.isEmpty()
            ? HashList.read(arrived)
            : Map.of();
    List<FileAnswer> out = new ArrayList<>();
    for (String f : files) {
      String wrong =
          whole.isEmpty() ? wrong(arrived.resolve(f), sums.get(f), hashes.get(f)) : whole;
      out.add(
          wrong.isEmpty()
              ? new FileAnswer(f, true, "receipt " + name + "/" + f)
              : new FileAnswer(f, false, wrong));
    }
    long bad = out.stream().filter(a -> !a.accepted()).count();
    return new Answer(
        List.copyOf(out),
        bad == 0
            ? "receipt "
                + name
                + ", "
                + files.size()
                + (files.size() == 1 ? " file" : " files")
                + ", all checksums agree"
            : bad
                + " of "
                + files.size()
                + " files refused: "
                + out.stream().filter(a -> !a.accepted()).findFirst().orElseThrow().words());
  }

  /** What is wrong with a file; empty for nothing. */
  private static String wrong(Path file, String sha256, HashList.Entry hash) throws IOException {
    String name = file.getFileName().toString();
    if (!Files.isRegularFile(file)) {
      return name + " did not arrive";
    }
    Checksums c = Checksums.of(file);
    boolean good =
        c.sha256().equals(sha256)
            && (hash == null || hash.bytes() == c.bytes() && hash.xxh64().equals(c.xxh64()));
    return good ? "" : "the checksum of " + name + " differs: it was damaged on the way";
  }

  /** What is wrong with the package as a whole; empty for nothing. */
  private static String whole(Path arrived) throws IOException {
    Set<String> listed = new HashSet<>(sums(arrived).keySet());
    if (Files.isDirectory(arrived.resolve(HashList.FOLDER))) {
      try {
        listed.addAll(HashList.read(arrived).keySet());
      } catch (InvalidInput e) {
        return "the hash list " + e.getMessage();
      }
    } else {
      listed.add(Packer.SHA256SUMS);
    }
    try (Stream<Path> all = Files.list(arrived)) {
      for (Path f : all.filter(Files::isRegularFile).toList()) {
        if (!listed.contains(f.getFileName().toString())) {
          return f.getFileName() + " is in no list of checksums";
        }
      }
    }
    return "";
  }

  private static Map<String, String> sums(Path folder) throws IOException {
    Map<String, String> out = new HashMap<>();
    for (String line : Files.readAllLines(folder.resolve(Packer.SHA256SUMS))) {
      out.put(line.substring(66), line.substring(0, 64));
    }
    return out;
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
