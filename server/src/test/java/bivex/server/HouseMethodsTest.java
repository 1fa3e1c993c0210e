package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Role;
import bivex.server.http.Json;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A method the house made: kept from a shot, carried, used twice elsewhere, and withdrawn. */
class HouseMethodsTest {
  private final Stage stage = new Stage();
  private final Stage other = new Stage(stage.house);
  private final String shot = stage.base + "/shots/" + stage.shot;

  private static Caller.Answer planned(Stage on, List<Map<String, ?>> methods, int frames) {
    String path = on.base + "/shots/" + on.shot;
    Caller.Answer now = ok(on.producer.get(path));
    Map<String, Object> edit = Stage.edit(now);
    edit.put("methods", methods);
    edit.put("cutFrames", frames);
    return ok(on.producer.put(path, now.etag(), edit));
  }

  private static JsonNode task(Caller.Answer a, String key) {
    for (JsonNode t : a.at("plan/tasks")) {
      if (t.path("key").asString().equals(key)) {
        return t;
      }
    }
    throw new AssertionError(key + " is not in " + a.at("plan/tasks"));
  }

  private Caller.Answer keep(String name) {
    planned(stage, List.of(Map.of("method", "G1", "values", Map.of("by", "painting"))), 100);
    ok(
        stage.producer.post(
            shot + "/items",
            Map.of(
                "id",
                "rain-" + name.length(),
                "kind",
                "TASK",
                "label",
                "Rain laid back",
                "words",
                "over the patch",
                "values",
                Map.of("task", "hand matte", "units", 20))));
    ok(
        stage.producer.post(
            shot + "/items",
            Map.of("id", "gutter-1", "kind", "PLATE", "label", "Gutter alone", "words", "")));
    ok(
        stage.producer.post(
            shot + "/changes",
            Map.of(
                "item",
                "task:G1/paint",
                "out",
                false,
                "values",
                Map.of("units", 7),
                "reason",
                "tried at home")));
    return ok(
        stage.producer.post(
            shot + "/house-method",
            Map.of(
                "name",
                name,
                "rightWhen",
                "Rain falls before a rig.",
                "words",
                List.of("gutter"))));
  }

  /** Twice on a shot of another production: owed, costed by its own length, printed. */
  @Test
  void whatIsKeptHereIsUsedTwiceElsewhere() throws IOException {
    String id = keep("Rig in rain").text("method/id");
    JsonNode listed = null;
    for (JsonNode m : ok(other.producer.get(other.base + "/house-methods")).body()) {
      listed = m.path("method").path("id").asString().equals(id) ? m : listed;
    }
    assertThat(listed.path("method").path("chapter").asString()).isEqualTo("Of the house");
    assertThat(listed.path("method").path("summary").asString())
        .isEqualTo(
            "Made of: Take out · of its own: Rain laid back; Gutter alone · one thing otherwise"
                + " than derived");
    assertThat(listed.path("method").path("parameters").toString())
        .contains("\"amount-1\"", "frame a frame of the cut");
    Caller.Answer with =
        planned(
            other,
            List.of(
                Map.of("method", id, "values", Map.of()),
                Map.of("method", id, "label", "far rig", "values", Map.of("amount-1", 0.5))),
            200);
    assertThat(task(with, "task:" + id + "/1").path("units").asDouble())
        .as("20 of 100 frames are 40 of 200")
        .isCloseTo(40, within(1e-9));
    assertThat(task(with, "task:" + id + ".2/1").path("units").asDouble()).isEqualTo(100);
    assertThat(task(with, "task:" + id + ".2/1").path("label").asString())
        .isEqualTo("Rain laid back, far rig");
    assertThat(task(with, "task:G1." + id + "/paint").path("units").asDouble()).isEqualTo(7);
    assertThat(with.at("methods").get(0).path("house").path("name").asString())
        .isEqualTo("Rig in rain");
    assertThat(with.at("items").toString()).contains("\"task:" + id + "/1\"");
    assertThat(ok(other.producer.get(other.base + "/owed?size=500")).toString())
        .contains("Rain laid back, far rig");
    String brief = other.base + "/shots/" + other.shot + "/brief.pdf";
    try (PDDocument pdf = Loader.loadPDF(ok(other.producer.get(brief)).raw().body())) {
      assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
          .contains("Gutter alone, far rig");
    }
    // Suggested by its words, and weighed beside the book's.
    assertThat(
            ok(other.producer.get(
                    other.base + "/shots/" + other.shot + "/options?methods=" + id + ",G1"))
                .toString())
        .contains("Rig in rain", "Take out");
    // Withdrawn it is offered no more, and the shot keeps it.
    assertThat(ok(other.producer.delete(other.base + "/house-methods/" + id)).at("withdrawn"))
        .hasToString("true");
    Caller.Answer after = ok(other.producer.get(other.base + "/shots/" + other.shot));
    Map<String, Object> edit = Stage.edit(after);
    edit.put("cutFrames", 300);
    Caller.Answer longer =
        ok(other.producer.put(other.base + "/shots/" + other.shot, after.etag(), edit));
    assertThat(task(longer, "task:" + id + "/1").path("units").asDouble())
        .isCloseTo(60, within(1e-9));
    ok(other.producer.post(other.base + "/house-methods/" + id + "/offered", Map.of()));
    // What somebody sends as its content is not believed.
    ObjectNode forged = (ObjectNode) longer.at("methods").get(0).deepCopy();
    ((ObjectNode) forged.path("house")).put("name", "Forged");
    edit = Stage.edit(longer);
    edit.put("methods", List.of(forged));
    Caller.Answer kept =
        ok(other.producer.put(other.base + "/shots/" + other.shot, longer.etag(), edit));
    assertThat(kept.at("methods").get(0).path("house").path("name").asString())
        .isEqualTo("Rig in rain");
  }

  /** Carried as a file that keeps to its published form; what is wrong in it is named. */
  @Test
  void itIsCarriedAsAFile() {
    Caller.Answer made = keep("Carried rig");
    String id = made.text("method/id");
    String path = stage.base + "/house-methods";
    String file =
        new String(ok(stage.producer.get(path + "/" + id)).raw().body(), StandardCharsets.UTF_8);
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(
                new String(
                    stage.producer.get("/api/schemas/house-method").raw().body(),
                    StandardCharsets.UTF_8));
    assertThat(schema.validate(file, InputFormat.JSON)).isEmpty();
    assertThat(schema.validate(file.replace("rightWhen", "right"), InputFormat.JSON)).isNotEmpty();
    ObjectNode read = (ObjectNode) Json.MAPPER.readTree(file);
    int before = ok(stage.producer.get(path)).body().size();
    assertThat(ok(other.producer.post(other.base + "/house-methods", read)).text("method/id"))
        .as("the very same is here once")
        .isEqualTo(id);
    assertThat(ok(stage.producer.get(path)).body()).hasSize(before);
    ((ObjectNode) read.path("method")).put("name", "Another rig");
    String second = ok(stage.producer.post(path, read)).text("method/id");
    assertThat(second).isNotEqualTo(id).startsWith("H");
    Map<String, String> wrong = new HashMap<>();
    wrong.put("name", "");
    wrong.put("rightWhen", " ");
    wrong.put("id", "../etc");
    wrong.forEach(
        (field, value) -> {
          ObjectNode bad = read.deepCopy();
          ((ObjectNode) bad.path("method")).put(field, value);
          assertThat(stage.producer.post(path, bad).text("field")).isEqualTo(field);
        });
    ObjectNode bad = read.deepCopy();
    ((ObjectNode) bad.path("method").path("uses").get(0)).put("method", "Z9");
    assertThat(stage.producer.post(path, bad).text("field")).isEqualTo("method");
    assertThat(stage.producer.post(path, Map.of()).text("field")).isEqualTo("method");
    assertThat(stage.producer.get(path + "/Hnobody").status()).isEqualTo(404);
  }

  @Test
  void whoPlansKeepsMethodsAndTheProducerWithdrawsThem() {
    String id = keep("Guarded rig").text("method/id");
    Map<String, ?> in = Map.of("name", "x", "rightWhen", "y", "words", List.of());
    for (Role role : List.of(Role.FLOOR, Role.ARTIST, Role.GUEST)) {
      Caller by = stage.house.person(stage.production, role);
      assertThat(by.post(shot + "/house-method", in).status()).as(role.name()).isEqualTo(403);
      assertThat(by.post(stage.base + "/house-methods", Map.of()).status()).isEqualTo(403);
      assertThat(by.delete(stage.base + "/house-methods/" + id).status()).isEqualTo(403);
      assertThat(by.get(stage.base + "/house-methods").status())
          .isEqualTo(role == Role.GUEST ? 403 : 200);
    }
    Caller coordinator = stage.house.person(stage.production, Role.COORDINATOR);
    assertThat(coordinator.delete(stage.base + "/house-methods/" + id).status()).isEqualTo(403);
    assertThat(coordinator.post(shot + "/house-method", in).status()).isEqualTo(200);
    assertThat(other.producer.get(stage.base + "/house-methods").status())
        .as("by way of a production one has no seat in")
        .isIn(403, 404);
  }
}
