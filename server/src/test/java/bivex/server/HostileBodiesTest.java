package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.http.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every operation that takes JSON, by the document of the interface: bodies that are plausible but
 * for one or two places. Whatever is sent, the answer is a refusal or a success, never a fault.
 */
class HostileBodiesTest {
  private static final int EACH = 55;
  private static final int MUTATED = 24;
  private static final int DEEPEST = 6;

  private static final List<Object> HOSTILE =
      List.of(
          "",
          " ",
          "\u0000",
          "x".repeat(100_000),
          "\ud800",
          "\u202e gnp.exe",
          "=1+1",
          "../../etc/passwd",
          "<script>alert(1)</script>",
          "' or 1=1 --",
          "%s%n{0}",
          "NaN",
          "1e309",
          -1,
          0,
          Integer.MAX_VALUE,
          Long.MIN_VALUE,
          1e308,
          -0.0,
          0.1,
          true,
          List.of(),
          Map.of(),
          List.of(List.of(List.of())),
          Map.of("id", Map.of()),
          "00000000-0000-0000-0000-000000000000",
          "9999-12-31",
          "+999999999-12-31",
          "25:61:61:99",
          "24000/0");

  private final Stage stage = new Stage();
  private final Random random = new Random(20261128);
  private final JsonNode document = document();

  private static JsonNode document() {
    try (InputStream in = HostileBodiesTest.class.getResourceAsStream("/openapi.json")) {
      return Json.MAPPER.readTree(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A body as the document has it. */
  private JsonNode plausible(JsonNode schema, int depth) {
    if (schema.has("$ref")) {
      String name = schema.path("$ref").asString();
      return plausible(
          document
              .path("components")
              .path("schemas")
              .path(name.substring(name.lastIndexOf('/') + 1)),
          depth);
    }
    if (schema.has("enum")) {
      return schema.path("enum").get(random.nextInt(schema.path("enum").size()));
    }
    String type = schema.path("type").asString("object");
    if (depth > DEEPEST) {
      return Json.MAPPER.nullNode();
    }
    switch (type) {
      case "string" -> {
        return Json.MAPPER.valueToTree(
            switch (schema.path("format").asString("")) {
              case "uuid" -> UUID.randomUUID().toString();
              case "date" -> "2026-11-24";
              case "date-time" -> "2026-11-24T10:00:00Z";
              default -> "a word";
            });
      }
      case "integer", "number" -> {
        return Json.MAPPER.valueToTree(1 + random.nextInt(30));
      }
      case "boolean" -> {
        return Json.MAPPER.valueToTree(random.nextBoolean());
      }
      case "array" -> {
        ArrayNode a = Json.MAPPER.createArrayNode();
        a.add(plausible(schema.path("items"), depth + 1));
        return a;
      }
      default -> {
        ObjectNode o = Json.MAPPER.createObjectNode();
        schema
            .path("properties")
            .properties()
            .forEach(e -> o.set(e.getKey(), plausible(e.getValue(), depth + 1)));
        return o;
      }
    }
  }

  /** Puts something hostile at a place that is chosen at random; the whole body now and then. */
  private JsonNode spoilt(JsonNode body) {
    JsonNode hostile =
        random.nextInt(8) == 0
            ? Json.MAPPER.nullNode()
            : Json.MAPPER.valueToTree(HOSTILE.get(random.nextInt(HOSTILE.size())));
    if (body.isObject() && body.size() > 0 && random.nextInt(20) > 0) {
      List<String> names = new ArrayList<>(body.propertyNames());
      String name = names.get(random.nextInt(names.size()));
      JsonNode inside = body.get(name);
      ((ObjectNode) body)
          .set(name, inside.isContainer() && random.nextInt(3) > 0 ? spoilt(inside) : hostile);
      return body;
    }
    if (body.isArray() && body.size() > 0 && random.nextInt(3) > 0) {
      ((ArrayNode) body).set(0, spoilt(body.get(0)));
      return body;
    }
    return hostile;
  }

  private String address(String path) {
    Map<String, String> ids =
        Map.of("shot", stage.shot, "setup", stage.setup, "day", stage.day, "draft", stage.draft);
    String at = path.replace("{production}", stage.production.id.toString()).replace("{sum}", "S5");
    for (Map.Entry<String, String> e : ids.entrySet()) {
      at = at.replace("{" + e.getKey() + "}", e.getValue());
    }
    return at.replaceAll("\\{[^}]+}", UUID.randomUUID().toString());
  }

  @Test
  void whateverIsSentNothingBreaks() throws Exception {
    TreeMap<Integer, Integer> answers = new TreeMap<>();
    List<String> broken = new ArrayList<>();
    long slowest = 0;
    String slow = "";
    int operations = 0;
    for (var path : document.path("paths").properties()) {
      // What ends the test's own session, its people or its production is left out.
      if (path.getKey().startsWith("/api/session")
          || path.getKey().matches(".*/(archive|reopen|deletion|people.*)")
          || path.getKey().startsWith("/api/house")) {
        continue;
      }
      for (var operation : path.getValue().properties()) {
        JsonNode schema =
            operation
                .getValue()
                .path("requestBody")
                .path("content")
                .path("application/json")
                .path("schema");
        if (schema.isMissingNode()) {
          continue;
        }
        operations++;
        for (int i = 0; i < EACH; i++) {
          JsonNode body = spoilt(plausible(schema, 0));
          if (random.nextInt(2) == 0) {
            body = spoilt(body);
          }
          String sent = Json.MAPPER.writeValueAsString(body);
          long began = System.nanoTime();
          Caller.Answer a =
              stage.producer.call(
                  operation.getKey().toUpperCase(Locale.ROOT),
                  address(path.getKey()),
                  HttpRequest.BodyPublishers.ofString(sent),
                  "application/json",
                  "If-Match",
                  "\"" + random.nextInt(3) + "\"");
          long took = (System.nanoTime() - began) / 1_000_000;
          if (took > slowest) {
            slowest = took;
            slow = operation.getKey() + " " + path.getKey();
          }
          answers.merge(a.status(), 1, Integer::sum);
          if (a.status() >= 500 && a.status() != 502 && a.status() != 503) {
            broken.add(
                a.status()
                    + " "
                    + operation.getKey()
                    + " "
                    + path.getKey()
                    + " "
                    + sent.substring(0, Math.min(400, sent.length())));
          }
        }
      }
    }
    System.out.printf(
        "%d operations × %d hostile bodies: answers %s; slowest %d ms (%s)%n",
        operations, EACH, answers, slowest, slow);
    assertThat(broken).isEmpty();
    assertThat(operations).isGreaterThan(50);
    Stage.ok(stage.producer.get(stage.base + "/owed"));
    nothingIsLeftBehind();
  }

  /** Clips that were taken get their proxy meanwhile, beside what comes in: that is waited for. */
  private void nothingIsLeftBehind() throws Exception {
    Path incoming = stage.house.data().resolve("media/incoming");
    List<String> left = List.of("not looked at yet");
    for (int i = 0; i < 1800 && !left.isEmpty(); i++) {
      Thread.sleep(i == 0 ? 0 : 100);
      if (!Files.isDirectory(incoming)) {
        return;
      }
      try (var files = Files.list(incoming)) {
        left = files.map(Path::toString).toList();
      }
    }
    assertThat(left).as("nothing is left behind").isEmpty();
  }

  /** A file with some of its bytes otherwise: flipped, cut out, doubled, or cut off. */
  private byte[] mutated(byte[] file) {
    byte[] b = file.clone();
    int at = random.nextInt(b.length);
    int many = Math.min(b.length - at, 1 + random.nextInt(64));
    return switch (random.nextInt(5)) {
      case 0 -> {
        for (int i = at; i < at + many; i++) {
          b[i] = (byte) random.nextInt();
        }
        yield b;
      }
      case 1 -> Arrays.copyOf(b, at);
      case 2 -> {
        byte[] out = new byte[b.length - many];
        System.arraycopy(b, 0, out, 0, at);
        System.arraycopy(b, at + many, out, at, b.length - at - many);
        yield out;
      }
      case 3 -> {
        // What a head says of lengths and sizes is most of what a reader believes.
        for (int i = 0; i < 8; i++) {
          b[random.nextInt(Math.min(b.length, 200))] ^= (byte) (1 << random.nextInt(8));
        }
        yield b;
      }
      default -> {
        byte[] out = Arrays.copyOf(b, b.length + many);
        System.arraycopy(b, at, out, at + many, b.length - at);
        yield out;
      }
    };
  }

  @Test
  void filesThatAreBrokenInAnyWayAreTakenOrRefusedInWords() throws Exception {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    String shot = stage.base + "/shots/" + stage.shot;
    byte[] mp4 = Clips.mp4(320, 180, "24", 12);
    record Seed(String path, String name, byte[] file) {}
    List<Seed> seeds =
        List.of(
            new Seed(shot + "/versions", "a.mp4", mp4),
            new Seed(
                shot + "/versions",
                "a.webm",
                Clips.clip(".webm", 320, 180, "24", 12, "-c:v", "libvpx-vp9")),
            new Seed(shot + "/versions", "a.jpg", Clips.noise("jpg", 320, 180)),
            new Seed(stage.base + "/takes/" + take + "/clips", "c.mp4", mp4),
            new Seed(
                stage.base + "/takes/" + take + "/stills", "s.png", Clips.noise("png", 320, 180)),
            new Seed(
                stage.base + "/takes/" + take + "/stills", "s.tif", Clips.noise("tiff", 320, 180)),
            new Seed(shot + "/looks", "l.png", Clips.noise("png", 160, 90)),
            new Seed(shot + "/board", "b.jpg", Clips.noise("jpg", 160, 90)),
            new Seed(
                stage.base + "/drafts",
                "d.fountain",
                JourneyTest.SCRIPT.getBytes(StandardCharsets.UTF_8)),
            new Seed(
                stage.base + "/days/" + stage.day + "/takes.csv",
                "t.csv",
                stage.producer.get(stage.base + "/days/" + stage.day + "/takes.csv").raw().body()),
            new Seed(
                stage.base + "/days/" + stage.day + "/picks",
                "p.edl",
                "TITLE: X\n001 A001 V C 01:00:00:00 01:00:02:00 00:00:00:00 00:00:02:00\n"
                    .getBytes(StandardCharsets.UTF_8)));
    TreeMap<Integer, Integer> answers = new TreeMap<>();
    List<String> broken = new ArrayList<>();
    for (Seed s : seeds) {
      for (int i = 0; i < MUTATED; i++) {
        Caller.Answer a =
            stage.producer.upload(
                s.path,
                s.name,
                mutated(s.file),
                Map.of(
                    "note",
                    "n",
                    "title",
                    "t",
                    "name",
                    "n",
                    "caption",
                    "c",
                    "id",
                    UUID.randomUUID().toString()));
        answers.merge(a.status(), 1, Integer::sum);
        if (a.status() != 200 && a.status() != 422
            || a.status() != 200 && a.text("detail").isEmpty()) {
          broken.add(a.status() + " " + s.name + " " + s.path + " " + a);
        }
      }
    }
    System.out.printf("%d broken files: answers %s%n", seeds.size() * MUTATED, answers);
    assertThat(broken).isEmpty();
    nothingIsLeftBehind();
  }
}
