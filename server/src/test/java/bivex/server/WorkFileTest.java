package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Where the work of a shot lies, what it was made from, and who may say so. */
class WorkFileTest {
  private final Stage stage = new Stage();
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final Caller second = stage.house.person(stage.production, Role.ARTIST);
  private final String files = stage.base + "/shots/" + stage.shot + "/work-files";
  private final String plate = first("PLATE");

  private String first(String kind) {
    for (JsonNode i : ok(stage.producer.get(stage.base + "/shots/" + stage.shot)).at("items")) {
      if (i.path("kind").asString().equals(kind)) {
        return i.path("key").asString();
      }
    }
    throw new AssertionError(kind);
  }

  private JsonNode task(String key) {
    return StreamSupport.stream(ok(artist.get(files)).at("tasks").spliterator(), false)
        .filter(t -> t.path("task").asString().equals(key))
        .findFirst()
        .orElseThrow();
  }

  private static Map<String, Object> version(UUID id, String task, JsonNode from) {
    Map<String, Object> m = new HashMap<>();
    m.put("id", id);
    m.put("task", task);
    m.put("path", "/store/" + id + ".exr");
    m.put("words", "first try");
    m.put(
        "from",
        StreamSupport.stream(from.spliterator(), false)
            .filter(f -> f.path("usual").asBoolean())
            .map(f -> f.path("source"))
            .toList());
    return m;
  }

  private void none(Caller.Answer a, int status) {
    assertThat(a.status()).as(a.toString()).isEqualTo(status);
  }

  private UUID made(String task) {
    UUID id = UUID.randomUUID();
    Map<String, Object> v = version(id, task, task(task).path("from"));
    none(artist.post(files, v), 204);
    none(artist.post(files, v), 204);
    return id;
  }

  private Map<String, byte[]> folder() throws IOException {
    Caller.Answer a = artist.get(stage.base + "/shots/" + stage.shot + "/work.zip");
    assertThat(a.status()).isEqualTo(200);
    Map<String, byte[]> out = new HashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(a.raw().body()))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        out.put(e.getName(), zip.readAllBytes());
      }
    }
    return out;
  }

  @Test
  void aTakeThatIsPickedAnewMakesWhatRestsOnItStale() {
    stage.pick(plate, Stage.CAMERA);
    List<String> keys =
        StreamSupport.stream(ok(artist.get(files)).at("tasks").spliterator(), false)
            .map(t -> t.path("task").asString())
            .toList();
    String matte = keys.get(0);
    String comp = keys.get(keys.size() - 1);
    made(matte);
    UUID made = made(comp);
    JsonNode is = task(comp).at("/files");
    assertThat(is).hasSize(1);
    assertThat(is.at("/0/number").asInt()).isEqualTo(1);
    assertThat(is.at("/0/stale")).isEmpty();
    assertThat(task(matte).at("/files/0/from/0").asString()).contains("take 1 of");

    String first = task(matte).at("/from/0/source/id").asString();
    ok(stage.producer.post(stage.base + "/takes/" + first + "/calls", Map.of("call", "NONE")));
    stage.pick(plate, Stage.CAMERA);
    assertThat(task(matte).at("/files/0/stale/0/words").asString())
        .contains("take 2 is picked, not take 1");
    JsonNode changes = task(comp).at("/files/0/stale");
    assertThat(changes).isNotEmpty();
    JsonNode line =
        StreamSupport.stream(
                ok(artist.get(stage.base + "/shots/" + stage.shot + "/tasks")).body().spliterator(),
                false)
            .filter(t -> t.path("key").asString().equals(comp))
            .findFirst()
            .orElseThrow();
    assertThat(line.path("version").asInt()).isEqualTo(1);
    assertThat(line.path("stale").get(0)).isEqualTo(changes.get(0).path("words"));

    // Somebody looks, and it serves.
    String word = files + "/" + made + "/words";
    List<JsonNode> seen =
        StreamSupport.stream(changes.spliterator(), false).map(c -> c.path("key")).toList();
    none(second.post(word, Map.of("kind", "GOOD", "keys", List.of("x"), "words", "")), 422);
    none(second.post(word, Map.of("kind", "GOOD", "keys", seen, "words", "same place")), 204);
    assertThat(task(comp).at("/files/0/stale")).isEmpty();
    none(second.post(word, Map.of("kind", "WITHDRAWN", "keys", List.of(), "words", "no")), 403);
    none(artist.post(word, Map.of("kind", "WITHDRAWN", "keys", List.of(), "words", "")), 422);
    none(artist.post(word, Map.of("kind", "WITHDRAWN", "keys", List.of(), "words", "old")), 204);
    assertThat(task(comp).at("/files/0/withdrawn").asString()).isEqualTo("old");
    made(comp);
    assertThat(task(comp).at("/files/0/number").asInt()).isEqualTo(2);
  }

  @Test
  void bytesAreKeptAsTheyAreAndOnlyThoseThatWereNamed() throws Exception {
    String task = ok(artist.get(files)).text("tasks/0/task");
    byte[] bytes = "<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8);
    String sum = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    UUID id = UUID.randomUUID();
    Map<String, Object> v = version(id, task, task(task).path("from"));
    v.put("sha256", "zz");
    assertThat(artist.post(files, v).text("field")).isEqualTo("sha256");
    v.put("sha256", sum.toUpperCase(Locale.ROOT));
    v.put("path", "a\nb");
    assertThat(artist.post(files, v).text("field")).isEqualTo("path");
    v.put("path", "/store/matte.html");
    v.put("from", List.of(Map.of("kind", "TAKE", "id", UUID.randomUUID().toString())));
    assertThat(artist.post(files, v).text("field")).isEqualTo("from");
    v.put("from", List.of());
    none(artist.post(files, v), 204);

    String at = stage.base + "/work-files/" + id + "/bytes";
    none(artist.get(at), 404);
    Caller.Answer other = artist.upload(at, "other.html", new byte[] {1, 2}, Map.of());
    assertThat(other.text("field")).as(other.toString()).isEqualTo("file");
    none(second.upload(at, "matte.html", bytes, Map.of()), 403);
    none(artist.upload(at, "matte.html", bytes, Map.of()), 204);
    none(artist.upload(at, "matte.html", bytes, Map.of()), 204);
    Caller.Answer back = second.get(at);
    assertThat(back.status()).isEqualTo(200);
    assertThat(back.raw().body()).isEqualTo(bytes);
    // Whatever it is, it is saved and never run.
    assertThat(back.raw().headers().firstValue("Content-Type"))
        .hasValue("application/octet-stream");
    assertThat(back.raw().headers().firstValue("Content-Disposition").orElse(""))
        .startsWith("attachment")
        .contains("-v1.html");
    assertThat(back.raw().headers().firstValue("Content-Security-Policy").orElse(""))
        .contains("sandbox");
    assertThat(task(task).at("/files/0/bytes").asInt()).isEqualTo(bytes.length);

    // The folder of the shot has all that is needed to begin, and what was sent.
    stage.pick(plate, Stage.CAMERA);
    Map<String, byte[]> folder = folder();
    String code = ok(artist.get(files)).text("code");
    assertThat(folder.keySet())
        .allMatch(n -> n.startsWith(code + "-work/"))
        .anyMatch(n -> n.contains("/work/") && n.endsWith("-v1.html"));
    assertThat(folder.get(code + "-work/brief.pdf"))
        .startsWith("%PDF".getBytes(StandardCharsets.UTF_8));
    String about = new String(folder.get(code + "-work/READ-ME.txt"), StandardCharsets.UTF_8);
    assertThat(about).startsWith(code).contains("take 1 picked", "takes.csv", "files.csv");
    try (CSVParser csv =
        CSVParser.parse(
            new String(folder.get(code + "-work/takes.csv"), StandardCharsets.UTF_8).substring(1),
            CSVFormat.RFC4180.builder().setHeader().get())) {
      CSVRecord take = csv.getRecords().get(0);
      assertThat(take.get("roll")).isEqualTo("A001");
      assertThat(take.get("call")).isEqualTo("picked");
      assertThat(take.get("iso")).isEqualTo(Stage.CAMERA.get("iso").toString());
    }
    assertThat(new String(folder.get(code + "-work/files.csv"), StandardCharsets.UTF_8))
        .contains("/store/matte.html", sum);

    for (Caller who :
        List.of(
            stage.house.person(stage.production, Role.GUEST),
            stage.house.person(stage.production, Role.FLOOR))) {
      none(who.post(files, v), 403);
      none(who.upload(at, "matte.html", bytes, Map.of()), 403);
    }
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    none(guest.get(files), 403);
    none(guest.get(at), 403);
    none(guest.get(stage.base + "/shots/" + stage.shot + "/work.zip"), 403);
    none(new Stage().producer.get(files), 404);
  }
}
