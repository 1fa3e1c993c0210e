package bivex.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackageZipTest {
  private static final long LARGE = 5L << 30;
  @TempDir private Path dir;

  /** Reads any part of a zip that is nowhere as a whole. */
  private static final class Asked implements SeekableByteChannel {
    private final PackageZip zip;
    private long at;

    Asked(PackageZip zip) {
      this.zip = zip;
    }

    @Override
    public int read(ByteBuffer into) throws IOException {
      long to = Math.min(at + into.remaining(), size());
      if (to <= at) {
        return -1;
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      zip.write(at, to, out);
      into.put(out.toByteArray());
      int n = (int) (to - at);
      at = to;
      return n;
    }

    @Override
    public int write(ByteBuffer from) {
      throw new UnsupportedOperationException();
    }

    @Override
    public long position() {
      return at;
    }

    @Override
    public SeekableByteChannel position(long to) {
      at = to;
      return this;
    }

    @Override
    public long size() throws IOException {
      return zip.length();
    }

    @Override
    public SeekableByteChannel truncate(long to) {
      throw new UnsupportedOperationException();
    }

    @Override
    public boolean isOpen() {
      return true;
    }

    @Override
    public void close() {}
  }

  /** A file of 5 GiB takes no room on the disk: it is a hole. What lies behind it is read. */
  @Test
  void aPackageIsAsLargeAsItIs() throws Exception {
    Path large = dir.resolve("large.mov");
    try (RandomAccessFile f = new RandomAccessFile(large.toFile(), "rw")) {
      f.setLength(LARGE);
    }
    Path small = Files.writeString(dir.resolve("small.txt"), "what comes last");
    Checksums sums = Checksums.of(small);
    PackageZip zip =
        new PackageZip(
            "P",
            List.of(
                new PackageZip.Member("large.mov", large, LARGE, 0, 0),
                new PackageZip.Member("small.txt", small, sums.bytes(), sums.crc32(), 0)));
    assertThat(zip.length()).isBetween(LARGE, LARGE + 4096);
    try (ZipFile read =
        ZipFile.builder()
            .setSeekableByteChannel(new Asked(zip))
            .setIgnoreLocalFileHeader(true)
            .get()) {
      ZipArchiveEntry one = read.getEntry("P/large.mov");
      assertThat(one.getSize()).isEqualTo(LARGE);
      try (var in = read.getInputStream(read.getEntry("P/small.txt"))) {
        assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8))
            .isEqualTo("what comes last");
      }
    }
  }

  /**
   * Values of the author's own program, {@code xxhsum -H64} 0.8.1, and of FIPS 180-4's examples.
   */
  @Test
  void checksumsAreThoseOfTheirAuthors() throws Exception {
    Map<String, String> xx =
        Map.of("", "ef46db3751d8e999", "abc", "44bc2cf5ad770999", "a".repeat(1000), XX_1000);
    for (var e : xx.entrySet()) {
      Path f = Files.writeString(dir.resolve("x"), e.getKey());
      assertThat(Checksums.of(f).xxh64()).isEqualTo(e.getValue());
    }
    assertThat(Checksums.of(Files.writeString(dir.resolve("y"), "abc")).sha256())
        .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    // The identification of nothing, as its standard's authors give it (from memory).
    assertThat(Checksums.c4(new byte[0]))
        .isEqualTo(
            "c459dsjfscH38cYeXXYogktxf4Cd9ibshE3BHUo6a58hBXmRQdZrAkZzsWcbWtDg5oQstpDuni4Hirj75GEmTc1sFT");
  }

  private static final String XX_1000 = "56e43b712eda4223";

  @Test
  void whatIsStoppedInTheMiddleLeavesNothing() throws Exception {
    Path file = dir.resolve("clip.mov");
    Files.write(file, new byte[5 << 20]);
    Path packages = dir.resolve("packages");
    List<Packer.Item> items =
        List.of(new Packer.Item("A-1", 1, "clip.mov", file, Checksums.of(file).sha256()));
    int[] went = {0};
    assertThatThrownBy(
            () ->
                Packer.pack(
                    packages.resolve("one"),
                    "P",
                    Instant.EPOCH,
                    items,
                    s -> null,
                    s -> new byte[0],
                    n -> {
                      if (++went[0] == 3) {
                        throw new InvalidInput("shots", "were not packed: somebody stopped it");
                      }
                    }))
        .hasMessageContaining("stopped");
    assertThat(went[0]).isEqualTo(3);
    try (Stream<Path> left = Files.list(packages)) {
      assertThat(left).isEmpty();
    }
    // As it lies when the application was killed instead.
    Files.createDirectories(packages.resolve("building1/half"));
    Packer.sweep(packages);
    try (Stream<Path> left = Files.list(packages)) {
      assertThat(left).isEmpty();
    }
  }

  @Test
  void aHashListIsReadBackAndAnythingElseIsRefused() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("F"));
    HashList.Entry one = new HashList.Entry("in/a & b.mov", 12, Instant.EPOCH, "0123456789abcdef");
    HashList.write(folder, "F", Instant.parse("2031-01-02T03:04:05Z"), List.of(one));
    assertThat(HashList.read(folder).get("in/a & b.mov")).isEqualTo(one);
    Path list = folder.resolve("ascmhl/0001_F_2031-01-02_030405Z.mhl");
    String good = Files.readString(list);
    Files.writeString(list, good.replace("0123456789abcdef", "1123456789abcdef"));
    refused(folder, "is not what its chain says");
    rewritten(folder, good.replace("in/a &amp; b.mov", "../../etc/passwd"));
    refused(folder, "outside its folder");
    rewritten(
        folder,
        good.replace(
            "<hashlist ", "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><hashlist "));
    assertThat(HashList.read(folder).keySet()).as("nothing of the system is read").hasSize(1);
    rewritten(folder, good.substring(0, good.length() / 2));
    refused(folder, "cannot be read");
    Files.delete(list);
    refused(folder, "is missing");
  }

  /** A list that its chain agrees with. */
  private static void rewritten(Path folder, String list) throws Exception {
    byte[] bytes = list.getBytes(StandardCharsets.UTF_8);
    Files.write(folder.resolve("ascmhl/0001_F_2031-01-02_030405Z.mhl"), bytes);
    Path chain = folder.resolve("ascmhl/ascmhl_chain.xml");
    Files.writeString(
        chain,
        Files.readString(chain)
            .replaceAll("<c4>[^<]*</c4>", "<c4>" + Checksums.c4(bytes) + "</c4>"));
  }

  private static void refused(Path folder, String words) {
    assertThatThrownBy(() -> HashList.read(folder))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(words);
  }
}
