package bivex.server.delivery;

import bivex.core.delivery.PackageSheet;
import bivex.server.http.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongConsumer;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.util.FileSystemUtils;

/**
 * Lays a package out in a folder: the files under their delivery names, the manifest as CSV and
 * JSON, the delivery note, and the lists of checksums.
 */
final class Packer {
  static final String SHA256SUMS = "SHA256SUMS";
  static final String XXH64SUMS = "XXH64SUMS";
  private static final String BUILDING = "building";

  /** Kept beside what is handed over: what a zip must say of each file before the file itself. */
  private static final String INDEX = ".index.json";

  private Packer() {}

  /**
   * A file to pack.
   *
   * @param checksum SHA-256 it must still have
   */
  record Item(String code, int version, String fileName, Path source, String checksum) {}

  /** Makes the delivery note once the checksums are known. */
  interface Note {
    /**
     * @param sheet of the package
     * @return as PDF
     */
    byte[] of(PackageSheet sheet) throws IOException;
  }

  /** Writes what a package holds, once the checksums are known. */
  interface Told {
    PackageSheet of(List<Checksums> sums);
  }

  /**
   * @param folder is made and must not be there yet
   * @param done is told how many bytes went since it was told last, and may throw to stop
   * @return checksums of the items, in their order
   * @throws IOException if a file cannot be copied or is no longer what it was
   */
  static List<Checksums> pack(
      Path folder,
      String name,
      Instant now,
      List<Item> items,
      Told told,
      Note note,
      LongConsumer done)
      throws IOException {
    Files.createDirectories(folder.getParent());
    Path building = Files.createTempDirectory(folder.getParent(), BUILDING);
    try {
      List<Checksums> sums = new ArrayList<>();
      List<Listed> listed = new ArrayList<>();
      for (Item i : items) {
        Path target = building.resolve(i.fileName());
        Checksums c = copy(i.source(), target, done);
        c.mustBe(i.checksum(), i.code(), i.version());
        sums.add(c);
        listed.add(listed(building, target, c));
      }
      lists(building, name, now, told.of(sums), note, listed);
      Files.move(building, folder, StandardCopyOption.ATOMIC_MOVE);
      return sums;
    } catch (IOException | RuntimeException e) {
      FileSystemUtils.deleteRecursively(building);
      throw e;
    }
  }

  /** Throws away what was being packed when an earlier server was killed. */
  static void sweep(Path packages) throws IOException {
    if (Files.isDirectory(packages)) {
      try (DirectoryStream<Path> left = Files.newDirectoryStream(packages, BUILDING + "*")) {
        for (Path p : left) {
          FileSystemUtils.deleteRecursively(p);
        }
      }
    }
  }

  private static Checksums copy(Path from, Path to, LongConsumer done) throws IOException {
    try (InputStream in = Files.newInputStream(from);
        FileChannel file =
            FileChannel.open(to, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        OutputStream out = Channels.newOutputStream(file)) {
      Checksums c = Checksums.copied(in, out, done);
      file.force(true);
      return c;
    }
  }

  /**
   * A file of a package as its index has it.
   *
   * @param path from the folder
   * @param modified milliseconds since 1970
   */
  record Listed(String path, Checksums sums, long modified) {}

  private static Listed listed(Path folder, Path file, Checksums sums) throws IOException {
    return new Listed(
        folder.relativize(file).toString().replace('\\', '/'),
        sums,
        Files.getLastModifiedTime(file).toMillis());
  }

  private static void lists(
      Path building, String name, Instant now, PackageSheet sheet, Note note, List<Listed> listed)
      throws IOException {
    Path json = building.resolve("manifest.json");
    Files.writeString(json, Json.MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(sheet));
    Path csv = building.resolve("manifest.csv");
    try (Writer w = Files.newBufferedWriter(csv);
        CSVPrinter p =
            new CSVPrinter(
                w,
                CSVFormat.RFC4180
                    .builder()
                    .setHeader(PackageSheet.HEADS.toArray(String[]::new))
                    .get())) {
      for (PackageSheet.Line l : sheet.files()) {
        p.printRecord(l.cells());
      }
    }
    Path pdf = building.resolve("delivery-note.pdf");
    Files.write(pdf, note.of(sheet));
    for (Path f : List.of(csv, json, pdf)) {
      listed.add(listed(building, f, Checksums.of(f)));
    }
    StringBuilder sha = new StringBuilder();
    StringBuilder xx = new StringBuilder();
    for (Listed l : listed) {
      sha.append(l.sums.sha256()).append("  ").append(l.path).append('\n');
      xx.append(l.sums.xxh64()).append("  ").append(l.path).append('\n');
    }
    Files.writeString(building.resolve(SHA256SUMS), sha);
    Files.writeString(building.resolve(XXH64SUMS), xx);
    for (String s : List.of(SHA256SUMS, XXH64SUMS)) {
      Path f = building.resolve(s);
      listed.add(listed(building, f, Checksums.of(f)));
    }
    HashList.write(
        building,
        name,
        now,
        listed.stream()
            .map(
                l ->
                    new HashList.Entry(
                        l.path, l.sums.bytes(), Instant.ofEpochMilli(l.modified), l.sums.xxh64()))
            .toList());
    try (Stream<Path> all = Files.list(building.resolve(HashList.FOLDER))) {
      for (Path f : all.sorted().toList()) {
        listed.add(listed(building, f, Checksums.of(f)));
      }
    }
    Files.writeString(building.resolve(INDEX), Json.MAPPER.writeValueAsString(listed));
  }

  /**
   * A package folder as a zip.
   *
   * @param name of the package
   */
  static PackageZip zip(Path folder, String name) throws IOException {
    List<PackageZip.Member> members = new ArrayList<>();
    for (Listed l : index(folder)) {
      members.add(
          new PackageZip.Member(
              l.path, folder.resolve(l.path), l.sums.bytes(), l.sums.crc32(), l.modified));
    }
    return new PackageZip(name, members);
  }

  /** What was packed; of packages older than the index it is made now. */
  private static List<Listed> index(Path folder) throws IOException {
    Path index = folder.resolve(INDEX);
    if (Files.isRegularFile(index)) {
      return List.of(Json.MAPPER.readValue(Files.readString(index), Listed[].class));
    }
    List<Listed> out = new ArrayList<>();
    try (Stream<Path> all = Files.list(folder)) {
      for (Path f : all.filter(Files::isRegularFile).sorted().toList()) {
        out.add(listed(folder, f, Checksums.of(f)));
      }
    }
    Path made = Files.createTempFile(folder.getParent(), BUILDING, INDEX);
    Files.writeString(made, Json.MAPPER.writeValueAsString(out));
    Files.move(made, index, StandardCopyOption.ATOMIC_MOVE);
    return out;
  }

  /** Everything of a package that is handed over, from its folder. */
  static List<String> paths(Path folder) throws IOException {
    return index(folder).stream().map(Listed::path).toList();
  }
}
