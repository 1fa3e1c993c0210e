package bivex.server.delivery;

import bivex.core.review.VersionFacts;
import bivex.server.http.Json;
import bivex.server.http.Problems;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.util.FileSystemUtils;

/**
 * Lays a package out in a folder: the files under their delivery names, the manifest as CSV and
 * JSON, and the list of checksums.
 */
final class Packer {
  private static final String BUILDING = "building";

  private Packer() {}

  /**
   * A file to pack.
   *
   * @param checksum SHA-256 it must still have
   */
  record Item(
      String code,
      String scene,
      int version,
      String fileName,
      Path source,
      String checksum,
      long bytes,
      VersionFacts facts,
      int cutFrames,
      int handles) {}

  /**
   * @param folder is made and must not be there yet
   * @throws IOException if a file cannot be copied or is no longer what it was
   */
  static void pack(Path folder, String name, String production, List<Item> items)
      throws IOException {
    Files.createDirectories(folder.getParent());
    Path building = Files.createTempDirectory(folder.getParent(), BUILDING);
    try {
      lay(building, name, production, items);
      Files.move(building, folder, StandardCopyOption.ATOMIC_MOVE);
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

  private static void lay(Path building, String name, String production, List<Item> items)
      throws IOException {
    StringBuilder sums = new StringBuilder();
    for (Item i : items) {
      Path target = building.resolve(i.fileName());
      Files.copy(i.source(), target);
      String sum = MediaStore.sha256(target);
      if (!sum.equals(i.checksum())) {
        throw new Problems.Damaged(
            "The stored file of "
                + i.code()
                + ", version "
                + i.version()
                + ", is no longer what was uploaded. Upload the same file again: it takes the place"
                + " of the damaged one.");
      }
      sums.append(sum).append("  ").append(i.fileName()).append('\n');
    }
    Files.writeString(
        building.resolve("manifest.json"),
        Json.MAPPER
            .writerWithDefaultPrettyPrinter()
            .writeValueAsString(json(name, production, items)));
    try (Writer w = Files.newBufferedWriter(building.resolve("manifest.csv"));
        CSVPrinter csv =
            new CSVPrinter(
                w,
                CSVFormat.RFC4180
                    .builder()
                    .setHeader(
                        "shot",
                        "scene",
                        "version",
                        "file",
                        "width",
                        "height",
                        "rate",
                        "frames",
                        "cut_frames",
                        "handles",
                        "bytes",
                        "sha256")
                    .get())) {
      for (Item i : items) {
        csv.printRecord(
            i.code(),
            i.scene(),
            i.version(),
            i.fileName(),
            i.facts().raster().width(),
            i.facts().raster().height(),
            i.facts().rate().text(),
            i.facts().frames(),
            i.cutFrames(),
            i.handles(),
            i.bytes(),
            i.checksum());
      }
    }
    for (String manifest : List.of("manifest.csv", "manifest.json")) {
      sums.append(MediaStore.sha256(building.resolve(manifest)))
          .append("  ")
          .append(manifest)
          .append('\n');
    }
    Files.writeString(building.resolve("SHA256SUMS"), sums);
  }

  private static Map<String, Object> json(String name, String production, List<Item> items) {
    Map<String, Object> root = new LinkedHashMap<>();
    root.put("package", name);
    root.put("production", production);
    root.put(
        "files",
        items.stream()
            .map(
                i -> {
                  Map<String, Object> m = new LinkedHashMap<>();
                  m.put("shot", i.code());
                  m.put("scene", i.scene());
                  m.put("version", i.version());
                  m.put("file", i.fileName());
                  m.put("width", i.facts().raster().width());
                  m.put("height", i.facts().raster().height());
                  m.put("rate", i.facts().rate().text());
                  m.put("frames", i.facts().frames());
                  m.put("cutFrames", i.cutFrames());
                  m.put("handles", i.handles());
                  m.put("bytes", i.bytes());
                  m.put("sha256", i.checksum());
                  return m;
                })
            .toList());
    return root;
  }

  /** Streams a package folder as a zip; clips are stored, not squeezed again. */
  static void zip(Path folder, String name, OutputStream out) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(out);
        var files = Files.list(folder)) {
      zip.setLevel(1);
      for (Path f : files.sorted().toList()) {
        zip.putNextEntry(new ZipEntry(name + "/" + f.getFileName()));
        Files.copy(f, zip);
        zip.closeEntry();
      }
    }
  }
}
