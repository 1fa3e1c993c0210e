package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.util.FileSystemUtils;

/**
 * The drill of a bad day: a house is brought back from its archive, and an archive that is damaged
 * in twenty ways takes nothing from the house that is there.
 */
class RestoreDrillTest {
  private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

  /** What was said, and whether it went well. */
  private record Ran(int code, String said) {}

  private static Ran run(Path in, String... command) throws Exception {
    Path said = Files.createTempFile("said", ".txt");
    Process p =
        new ProcessBuilder(command)
            .directory(in.toFile())
            .redirectErrorStream(true)
            .redirectOutput(said.toFile())
            .start();
    assertThat(p.waitFor(10, TimeUnit.MINUTES)).isTrue();
    return new Ran(p.exitValue(), Files.readString(said));
  }

  private static void good(Path in, String... command) throws Exception {
    Ran r = run(in, command);
    assertThat(r.code()).as(r.said()).isZero();
  }

  private static Ran bivex(Path data, String... command) throws Exception {
    List<String> all = new ArrayList<>(List.of("bash", ROOT.resolve("bivex").toString()));
    all.addAll(List.of(command));
    all.addAll(List.of("--data", data.toString()));
    return run(ROOT, all.toArray(String[]::new));
  }

  /** A folder that the database's own user can reach. */
  private static Path folder() throws IOException {
    return Files.createTempDirectory(
        "bivex-drill",
        PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwxr-xr-x")));
  }

  /** Every file that a house would miss, with what is in it. */
  private static Map<String, String> files(Path data) throws Exception {
    Map<String, String> out = new TreeMap<>();
    for (String f : List.of("media", "packages")) {
      try (Stream<Path> all = Files.walk(data.resolve(f))) {
        for (Path p : all.filter(Files::isRegularFile).toList()) {
          out.put(data.relativize(p).toString(), bivex.server.media.MediaStore.sha256(p));
        }
      }
    }
    return out;
  }

  /** Something that is done to the unpacked archive. */
  private interface Damage {
    void to(Path unpacked) throws Exception;
  }

  private static Damage flipped(String file, boolean sums) {
    return at -> {
      Path p;
      try (Stream<Path> all = Files.walk(at)) {
        p =
            all.filter(Files::isRegularFile)
                .filter(x -> at.relativize(x).toString().startsWith(file))
                .findFirst()
                .orElseThrow();
      }
      byte[] b = Files.readAllBytes(p);
      for (int i = b.length / 3; i < b.length / 3 + 60; i++) {
        b[i] ^= 0x55;
      }
      Files.write(p, b);
      if (sums) {
        summed(at);
      }
    };
  }

  private static void summed(Path at) throws Exception {
    good(
        at,
        "bash",
        "-c",
        "find . -type f -not -name SHA256SUMS -printf '%P\\0' | sort -z | xargs -0 sha256sum"
            + " >SHA256SUMS.new && mv SHA256SUMS.new SHA256SUMS && sed -i /SHA256SUMS/d"
            + " SHA256SUMS");
  }

  private static Damage shell(String script, boolean sums) {
    return at -> {
      good(at, "bash", "-c", script);
      if (sums) {
        summed(at);
      }
    };
  }

  @Test
  void anOldHouseSurvivesEveryBadArchiveAndComesBackFromAGoodOne() throws Exception {
    House house =
        House.start(
            false, Map.of("bivex.archiver", ROOT.resolve("scripts/write-archive").toString()));
    Stage stage = new Stage(house);
    stage.upload(Clips.mp4(320, 180, "24", 24));
    stage.upload(Clips.mp4(320, 180, "24", 25));
    // A link that waits for its person names no file, and holds no restore up.
    UUID artist = house.person(stage.production, Role.ARTIST).person();
    Stage.ok(stage.producer.post(stage.base + "/people/" + artist + "/link", Map.of()));
    Path archives = folder();
    Path unpacked = Files.createDirectory(archives.resolve("unpacked"));
    // The archive of a running house, as it makes one each night.
    Stage.ok(stage.producer.post("/api/house/backup", Map.of()));
    Path first;
    try (Stream<Path> made = Files.list(house.data().resolve("backups"))) {
      first = made.findFirst().orElseThrow();
    }
    good(unpacked, "tar", "-xf", first.toString());

    Path data = folder();
    Ran back = bivex(data, "restore", first.toString());
    assertThat(back.code()).as(back.said()).isZero();
    Path second = archives.resolve("second.tar");
    assertThat(bivex(data, "backup", second.toString()).code()).isZero();
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(second)))
        .isEqualTo("rw-------");
    String sound = bivex(data, "verify").said();
    assertThat(sound).contains("2 files are what their rows say, 0 are not; 0 belong to no row");
    Map<String, String> before = files(data);
    assertThat(before).hasSize(2);

    Map<String, Damage> damages = new LinkedHashMap<>();
    damages.put("dump flipped", flipped("bivex.dump", false));
    damages.put("dump flipped, sums made anew", flipped("bivex.dump", true));
    damages.put("file flipped", flipped("media", false));
    damages.put("file flipped, sums made anew", flipped("media", true));
    damages.put("no media", shell("rm -rf media", false));
    damages.put("no media, sums made anew", shell("rm -rf media", true));
    damages.put("one file gone", shell("find media -type f | head -1 | xargs rm", true));
    damages.put("no dump", shell("rm bivex.dump", true));
    damages.put("empty dump", shell(": >bivex.dump", true));
    damages.put("dump is words", shell("echo words >bivex.dump", true));
    damages.put(
        "dump cut off", shell("truncate -s $(( $(stat -c %s bivex.dump) / 2 )) bivex.dump", true));
    damages.put("no sums", shell("rm SHA256SUMS", false));
    damages.put("empty sums", shell(": >SHA256SUMS", false));
    damages.put("a newer form", shell("echo bivex 2 >FORMAT", true));
    damages.put("a form that is none", shell("echo hello >FORMAT", true));
    damages.put("a file too many", shell("echo x >media/more", false));
    damages.put(
        "without form, dump flipped",
        at -> {
          shell("rm FORMAT SHA256SUMS", false).to(at);
          flipped("bivex.dump", false).to(at);
        });
    damages.put("without form, no media", shell("rm -rf FORMAT SHA256SUMS media", false));
    List<Path> bad = new ArrayList<>();
    for (Map.Entry<String, Damage> d : damages.entrySet()) {
      Path at = Files.createTempDirectory(archives, "bad");
      good(at, "tar", "-xf", second.toString());
      d.getValue().to(at);
      Path tar = archives.resolve(d.getKey().replaceAll("[ ,]+", "-") + ".tar");
      good(at, "bash", "-c", "tar -cf " + tar + " *");
      bad.add(tar);
    }
    for (double part : new double[] {0, 0.5}) {
      byte[] whole = Files.readAllBytes(second);
      Path tar = archives.resolve("cut-" + part + ".tar");
      Files.write(tar, java.util.Arrays.copyOf(whole, (int) (whole.length * part)));
      bad.add(tar);
    }
    assertThat(bad).hasSize(20);
    for (Path tar : bad) {
      Ran r = bivex(data, "restore", tar.toString());
      assertThat(r.code()).as(tar + ": " + r.said()).isEqualTo(1);
      assertThat(r.said()).as(tar.toString()).contains("what was there still is");
      assertThat(files(data)).as(tar.toString()).isEqualTo(before);
      try (Stream<Path> left = Files.list(data)) {
        assertThat(left.map(p -> p.getFileName().toString()))
            .noneMatch(n -> n.startsWith("restore."))
            .filteredOn(n -> n.startsWith("before-"))
            .as("only what the good one put aside")
            .hasSize(1);
      }
    }
    assertThat(bivex(data, "verify").said()).isEqualTo(sound);
    assertThat(bivex(data, "reset-demo").said()).contains("not the demo's; nothing was emptied");
    // A stored file is damaged: it is named.
    Files.writeString(data.resolve(before.keySet().iterator().next()), "no clip any more");
    Ran seen = bivex(data, "verify");
    assertThat(seen.code()).isEqualTo(1);
    assertThat(seen.said()).contains("Missing or damaged", "1 are not");
    assertThat(bivex(data, "restore", second.toString()).code()).isZero();
    assertThat(bivex(data, "verify").said()).isEqualTo(sound);
    FileSystemUtils.deleteRecursively(archives);
    FileSystemUtils.deleteRecursively(data);
  }
}
