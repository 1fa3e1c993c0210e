package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.util.FileSystemUtils;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import tools.jackson.databind.JsonNode;

/** What leaves the house, file by file, under each specification, and again. */
class PackageTest {
  private static byte[] clip;
  private static byte[] otherClip;
  private Stage stage;

  @BeforeAll
  static void clips() {
    clip = Clips.mp4(1920, 1080, "24", 64);
    otherClip = Clips.numbered(64, "24");
  }

  @BeforeEach
  void anAgreedShot() {
    stage = new Stage();
    stage.platesAreThere();
    agree(clip);
  }

  private void agree(byte[] file) {
    String version = stage.upload(file).text("versions/0/id");
    Stage.until(
        () -> ok(stage.producer.get(stage.base + "/versions/" + version + "/check")),
        a -> a.at("done").asBoolean());
    ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it tells it")));
  }

  private static Map<String, Object> spec(String name) {
    Map<String, Object> out = new HashMap<>();
    out.put("name", name);
    out.put("raster", Map.of("width", 1920, "height", 1080));
    out.put("rate", "24");
    out.put("handles", 8);
    out.put("pattern", "{code}_v{version}");
    return out;
  }

  private String kept(Map<String, Object> spec) {
    return ok(stage.producer.post(stage.base + "/specs", spec)).text("id");
  }

  private Caller.Answer pack(String spec) {
    return ok(
        stage.producer.post(
            stage.base + "/packages", Map.of("spec", spec, "shots", List.of(stage.shot))));
  }

  private String at(Caller.Answer pack) {
    return stage.base + "/packages/" + pack.text("id");
  }

  private Path unpacked(Caller.Answer pack) throws Exception {
    Path out = Files.createTempDirectory("unpacked");
    byte[] zip = ok(stage.producer.get(at(pack) + "/zip")).raw().body();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        Path to = out.resolve(e.getName()).normalize();
        assertThat(to.startsWith(out)).isTrue();
        Files.createDirectories(to.getParent());
        Files.write(to, in.readAllBytes());
      }
    }
    try (Stream<Path> one = Files.list(out)) {
      return one.findFirst().orElseThrow();
    }
  }

  /** Says whether a program of the system, which knows nothing of Bivex, agrees. */
  private static int run(Path in, String... command) throws Exception {
    return new ProcessBuilder(command)
        .directory(in.toFile())
        .redirectErrorStream(true)
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .start()
        .waitFor();
  }

  /**
   * The lists are read by the programs of coreutils and of xxHash's author; the hash list by an XML
   * parser, its sums against those of {@code xxhsum} (form of the list: ASC MHL 2.0, from memory).
   */
  @Test
  void thePackageIsWhatItsListsSayByProgramsThatKnowNothingOfIt() throws Exception {
    Map<String, Object> asked = spec("Festival");
    asked.put("words", "Leave two seconds of black off.");
    Path in = unpacked(pack(kept(asked)));
    assertThat(run(in, "sha256sum", "--strict", "-c", "SHA256SUMS")).isZero();
    assertThat(run(in, "xxhsum", "--strict", "-c", "XXH64SUMS")).isZero();

    Path list;
    try (Stream<Path> all = Files.list(in.resolve("ascmhl"))) {
      list = all.filter(p -> p.toString().endsWith(".mhl")).findFirst().orElseThrow();
    }
    assertThat(list.getFileName().toString())
        .matches("0001_" + in.getFileName() + "_\\d{4}-\\d\\d-\\d\\d_\\d{6}Z\\.mhl");
    DocumentBuilderFactory f = DocumentBuilderFactory.newInstance();
    f.setNamespaceAware(true);
    Document mhl = f.newDocumentBuilder().parse(list.toFile());
    assertThat(mhl.getDocumentElement().getNamespaceURI()).isEqualTo("urn:ASC:MHL:v2.0");
    StringBuilder sums = new StringBuilder();
    List<String> paths = new ArrayList<>();
    var hashes = mhl.getElementsByTagNameNS("*", "hash");
    for (int i = 0; i < hashes.getLength(); i++) {
      Element h = (Element) hashes.item(i);
      Element path = (Element) h.getElementsByTagNameNS("*", "path").item(0);
      paths.add(path.getTextContent());
      assertThat(Files.size(in.resolve(path.getTextContent())))
          .isEqualTo(Long.parseLong(path.getAttribute("size")));
      sums.append(h.getElementsByTagNameNS("*", "xxh64").item(0).getTextContent())
          .append("  ")
          .append(path.getTextContent())
          .append('\n');
    }
    String file = stage.look().text("code") + "_v001.mp4";
    assertThat(paths)
        .containsExactlyInAnyOrder(
            file, "manifest.csv", "manifest.json", "delivery-note.pdf", "SHA256SUMS", "XXH64SUMS");
    Files.writeString(in.resolve("of-the-list"), sums);
    assertThat(run(in, "xxhsum", "--strict", "-c", "of-the-list")).isZero();
    Files.write(in.resolve(file), new byte[] {1}, java.nio.file.StandardOpenOption.APPEND);
    assertThat(run(in, "xxhsum", "-c", "of-the-list")).as("the test can fail").isNotZero();

    try (var pdf = Loader.loadPDF(Files.readAllBytes(in.resolve("delivery-note.pdf")))) {
      assertThat(new PDFTextStripper().getText(pdf))
          .contains(file)
          .contains("Festival")
          .contains("Leave two seconds of black off.")
          .contains("64 frames, 993 to 1056; cut 1001 to 1048");
    }
    FileSystemUtils.deleteRecursively(in.getParent());
  }

  @Test
  void aDroppedLineGoesOnWhereItWas() throws Exception {
    Caller.Answer pack = pack(kept(spec("Festival")));
    byte[] whole = ok(stage.producer.get(at(pack) + "/zip")).raw().body();
    ByteArrayOutputStream parts = new ByteArrayOutputStream();
    int step = whole.length / 7 + 1;
    for (int from = 0; from < whole.length; from += step) {
      HttpResponse<byte[]> part = part(pack, from + "-" + (from + step - 1));
      assertThat(part.statusCode()).isEqualTo(206);
      assertThat(part.headers().firstValue("Content-Range").orElse(""))
          .isEqualTo(
              "bytes "
                  + from
                  + "-"
                  + (Math.min(from + step, whole.length) - 1)
                  + "/"
                  + whole.length);
      parts.writeBytes(part.body());
    }
    assertThat(parts.toByteArray()).isEqualTo(whole);
    assertThat(part(pack, "-100").body())
        .isEqualTo(java.util.Arrays.copyOfRange(whole, whole.length - 100, whole.length));
    assertThat(part(pack, whole.length + "-").statusCode()).isEqualTo(416);
    assertThat(part(pack, "nonsense").statusCode()).isEqualTo(416);
  }

  private HttpResponse<byte[]> part(Caller.Answer pack, String bytes) {
    return stage.producer.get(at(pack) + "/zip", "Range", "bytes=" + bytes).raw();
  }

  @Test
  void aShotStandsUnderEachSpecificationByItself() {
    String master = kept(spec("Master"));
    String trailer = kept(spec("Trailer"));
    Caller.Answer pack = pack(master);
    assertThat(stage.state("delivery:" + master)).isEqualTo("OWED: packed, not handed over");
    assertThat(stage.state("delivery:" + trailer)).isEqualTo("OWED: agreed, not delivered");
    ok(stage.producer.post(at(pack) + "/send", Map.of("damage", false)));
    assertThat(stage.state("delivery:" + master)).startsWith("IN_HAND: receipt ");
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    assertThat(offers(trailer).at("offers/0/due").asBoolean()).isTrue();
    assertThat(offers(master).at("offers/0/due").asBoolean()).isFalse();
    ok(stage.say(stage.producer, "delivery:" + trailer, "DROPPED", "not in the trailer"));
    assertThat(stage.look().text("stage")).isEqualTo("DELIVERED");
    // The cut gets longer than what went out.
    Caller.Answer shot = stage.look();
    Map<String, Object> edit = Stage.edit(shot);
    edit.put("cutFrames", 60);
    ok(stage.producer.put(stage.base + "/shots/" + stage.shot, shot.etag(), edit));
    assertThat(stage.state("delivery:" + master)).startsWith("IN_DOUBT: delivered, but length");
  }

  private Caller.Answer offers(String spec) {
    return ok(stage.producer.get(stage.base + "/specs/" + spec + "/offers"));
  }

  @Test
  void whatSomebodyHandsOverIsAnsweredFileByFile() {
    Map<String, Object> asked = spec("Master");
    asked.put("answerDays", 5);
    String spec = kept(asked);
    Caller.Answer pack = pack(spec);
    String file = pack.text("items/0/fileName");
    Map<String, Object> yes = Map.of("accepted", true, "words", "R-17");
    assertThat(stage.producer.post(at(pack) + "/answer", yes).text("field"))
        .as("nothing is answered that was not handed over")
        .isEqualTo("files");
    Map<String, Object> went = Map.of("id", UUID.randomUUID(), "words", "on a disk, by messenger");
    ok(stage.producer.post(at(pack) + "/handover", went));
    Caller.Answer again = ok(stage.producer.post(at(pack) + "/handover", went));
    assertThat(again.text("state")).isEqualTo("WAITS");
    assertThat(again.text("stands")).isEqualTo("handed over, no answer yet");
    assertThat(stage.state("delivery")).isEqualTo("OWED: handed over, no answer yet");

    assertThat(
            stage
                .producer
                .post(at(pack) + "/answer", Map.of("accepted", false, "words", " "))
                .text("field"))
        .isEqualTo("words");
    assertThat(
            stage
                .producer
                .post(
                    at(pack) + "/answer",
                    Map.of("accepted", true, "words", "", "files", List.of("another.mov")))
                .text("field"))
        .isEqualTo("files");
    Caller.Answer no =
        ok(
            stage.producer.post(
                at(pack) + "/answer",
                Map.of(
                    "accepted", false, "words", "the slate is missing", "files", List.of(file))));
    assertThat(no.text("state")).isEqualTo("REFUSED");
    assertThat(no.text("items/0/words")).isEqualTo("the slate is missing");
    assertThat(stage.state("delivery")).isEqualTo("IN_DOUBT: refused: the slate is missing");
    ok(stage.producer.post(at(pack) + "/handover", Map.of("words", "")));
    assertThat(stage.state("delivery"))
        .as("what went again waits again")
        .isEqualTo("OWED: handed over, no answer yet");
    Caller.Answer done = ok(stage.producer.post(at(pack) + "/answer", yes));
    assertThat(done.text("state")).isEqualTo("ACCEPTED");
    assertThat(done.at("accepted").asBoolean()).isTrue();
    assertThat(stage.look().text("stage")).isEqualTo("DELIVERED");
    assertThat(stage.producer.post(at(pack) + "/send", Map.of("damage", false)).text("field"))
        .isEqualTo("package");
    for (Role other : List.of(Role.ARTIST, Role.FLOOR, Role.GUEST)) {
      Caller them = stage.house.person(stage.production, other);
      assertThat(them.post(at(pack) + "/handover", Map.of()).status()).isEqualTo(403);
      assertThat(them.post(at(pack) + "/answer", yes).status()).isEqualTo(403);
      assertThat(them.delete(stage.base + "/packages/packing").status()).isEqualTo(403);
      assertThat(them.post(stage.base + "/specs/file", Map.of()).status()).isEqualTo(403);
    }
    Stage elsewhere = new Stage(stage.house);
    assertThat(elsewhere.producer.post(at(pack) + "/answer", yes).status()).isEqualTo(404);
  }

  @Test
  void aRedeliverySaysWhatChangedSinceItWentBefore() throws Exception {
    String spec = kept(spec("Master"));
    Caller.Answer first = pack(spec);
    ok(stage.producer.post(at(first) + "/send", Map.of("damage", false)));
    agree(scaled());
    assertThat(stage.state("delivery"))
        .isEqualTo("OWED: version 2 is agreed, version 1 was packed");
    assertThat(offers(spec).text("offers/0/delivered"))
        .startsWith("version 1 went before: receipt");
    Path in = unpacked(pack(spec));
    JsonNode line =
        bivex.server.http.Json.MAPPER
            .readTree(Files.readString(in.resolve("manifest.json")))
            .path("files")
            .path(0);
    assertThat(line.path("replaces").asString()).isEqualTo(first.text("name"));
    List<String> changed = new ArrayList<>();
    line.path("changed").forEach(c -> changed.add(c.asString()));
    assertThat(changed.get(0)).isEqualTo("version 2, before it was version 1");
    assertThat(changed).anyMatch(c -> c.startsWith("differs in 993 to "));
    assertThat(line.path("primaries").isString()).isTrue();
    FileSystemUtils.deleteRecursively(in.getParent());
  }

  /** Other pictures in the same form. */
  private static byte[] scaled() throws Exception {
    Path from = Files.createTempFile("numbered", ".mp4");
    Path to = Files.createTempFile("scaled", ".mp4");
    Files.write(from, otherClip);
    House.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-i",
            from.toString(),
            "-vf",
            "scale=1920:1080",
            "-an",
            "-c:v",
            "libx264",
            "-preset",
            "ultrafast",
            "-pix_fmt",
            "yuv420p",
            to.toString()));
    byte[] out = Files.readAllBytes(to);
    Files.delete(from);
    Files.delete(to);
    return out;
  }

  @Test
  void aSpecificationIsCarriedFromOneProductionToAnother() {
    Map<String, Object> asked = spec("Festival");
    asked.put("words", "Slates off.");
    asked.put("answerDays", 3.5);
    asked.put(
        "media",
        Map.of(
            "container",
            "MOV",
            "codec",
            "PRORES",
            "profile",
            "HQ",
            "bits",
            10,
            "chroma",
            "C422",
            "colour",
            Map.of("primaries", "BT709", "transfer", "BT709", "range", "LIMITED"),
            "alpha",
            false,
            "timecode",
            "01:00:00:00",
            "clean",
            true,
            "heard",
            Map.of("channels", 2, "loudness", -23)));
    String spec = kept(asked);
    String file =
        new String(
            ok(stage.producer.get(stage.base + "/specs/" + spec + "/file")).raw().body(),
            StandardCharsets.UTF_8);
    assertThat(
            JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(
                    new String(
                        stage.producer.get("/api/schemas/delivery-specification").raw().body(),
                        StandardCharsets.UTF_8))
                .validate(file, InputFormat.JSON))
        .isEmpty();
    Object read = bivex.server.http.Json.MAPPER.readValue(file, Map.class);
    Stage elsewhere = new Stage(stage.house);
    Caller.Answer taken = ok(elsewhere.producer.post(elsewhere.base + "/specs/file", read));
    assertThat(taken.at("media/colour/transfer").asString()).isEqualTo("BT709");
    assertThat(taken.at("media/heard/within").asDouble()).as("said nowhere: R 128's own").isOne();
    String there =
        new String(
            ok(elsewhere.producer.get(elsewhere.base + "/specs/" + taken.text("id") + "/file"))
                .raw()
                .body(),
            StandardCharsets.UTF_8);
    assertThat(there).as("it comes out the same").isEqualTo(file);
    assertThat(ok(elsewhere.producer.post(elsewhere.base + "/specs/file", read)).text("name"))
        .isEqualTo("Festival 2");
    assertThat(
            elsewhere
                .producer
                .post(
                    elsewhere.base + "/specs/file",
                    Map.of("schema", "/api/schemas/plan", "specification", spec("X")))
                .text("field"))
        .isEqualTo("schema");
    asked.put("name", "Wrong");
    asked.put("media", Map.of("timecode", "one o'clock"));
    assertThat(stage.producer.post(stage.base + "/specs", asked).text("field"))
        .isEqualTo("timecode");
  }
}
