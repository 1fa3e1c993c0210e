package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Role;
import bivex.server.keep.Transactions;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Things a shot owes because somebody said so, things otherwise, and a method used twice. */
class OwnItemsTest {
  private final Stage stage = new Stage();
  private final Caller floor = stage.house.person(stage.production, Role.FLOOR);
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final String shot = stage.base + "/shots/" + stage.shot;

  private static Map<String, Object> item(String id, String kind, String label, String words) {
    return new HashMap<>(Map.of("id", id, "kind", kind, "label", label, "words", words));
  }

  private static JsonNode find(Caller.Answer a, String list, String key, String value) {
    for (JsonNode n : a.at(list)) {
      if (n.path(key).asString().equals(value)) {
        return n;
      }
    }
    throw new AssertionError(value + " is not in " + list + " of " + a);
  }

  /** Owed, costed, printed and searched like the rest; whoever made it may change it. */
  @Test
  void whatSomebodyAddsIsOwedLikeTheRest() throws IOException {
    Caller.Answer before = ok(stage.producer.get(shot));
    Map<String, Object> rain = item("rain-1", "TASK", "Rain laid over", "Two depths, from left.");
    rain.put("values", Map.of("task", "element placed", "units", 2, "difficulty", "hard"));
    Caller.Answer with = ok(artist.post(shot + "/items", rain));
    assertThat(find(with, "items", "key", "task:own/rain-1").path("state").asString())
        .isEqualTo("OWED");
    double more =
        with.at("plan/effort/likely").asDouble() - before.at("plan/effort/likely").asDouble();
    assertThat(more).as("2 × 1 h, hard").isCloseTo(3.6, within(1e-9));
    Map<String, Object> vase = item("vase", "PROP", "Vase", "breaks at her foot");
    vase.put("values", Map.of("passes", 4, "usedUp", true, "spare", 1, "resetMinutes", 9));
    ok(floor.post(shot + "/items", vase));
    ok(
        stage.producer.post(
            shot + "/items", item("glass", "CAUTION", "Glass", "Sugar glass only, shoes on.")));
    String owed = ok(stage.producer.get(stage.base + "/owed?size=500")).toString();
    assertThat(owed).contains("Rain laid over").contains("Vase").contains("Sugar glass only");
    try (PDDocument pdf = Loader.loadPDF(ok(floor.get(shot + "/brief.pdf")).raw().body())) {
      String text = new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
      assertThat(text)
          .contains("Vase · 5 in all: 4 used up in 4 passes, 1 spare")
          .contains("Sugar glass only")
          .contains("Task: Rain laid over. Two depths, from left.");
    }
    byte[] cautions = ok(stage.producer.get(stage.base + "/sheets/cautions.csv")).raw().body();
    assertThat(new String(cautions, StandardCharsets.UTF_8)).contains("Sugar glass only");
    // Another's work is not for everybody to change; one's own is, and nothing else may be it.
    assertThat(artist.post(shot + "/items", vase).status()).isEqualTo(403);
    rain.put("values", Map.of("task", "element placed", "units", 5));
    ok(artist.post(shot + "/items", rain));
    rain.put("kind", "PLATE");
    rain.put("values", Map.of());
    assertThat(artist.post(shot + "/items", rain).text("field")).isEqualTo("kind");
    rain.put("kind", "TASK");
    rain.put("values", Map.of("unit", 5));
    assertThat(artist.post(shot + "/items", rain).text("field")).isEqualTo("unit");
    // A wrong number of a method elsewhere keeps nobody from adding what is needed.
    Caller.Answer now = ok(stage.producer.get(shot));
    JdbcTemplate jdbc = stage.house.bean(JdbcTemplate.class);
    stage
        .house
        .bean(Transactions.class)
        .write(
            () ->
                jdbc.update(
                    "update shot set methods = replace(methods, 'shutterDegrees', 'shutterDegree'),"
                        + " version = version + 1 where id = ?",
                    UUID.fromString(stage.shot)));
    Caller.Answer broken = ok(floor.post(shot + "/items", item("hand", "PLATE", "Hand", "")));
    assertThat(broken.at("planFault").asString()).contains("shutterDegree");
    assertThat(broken.at("plan/plates").toString()).contains("plate:own/hand");
    ok(stage.producer.put(shot, broken.etag(), Stage.edit(now)));
    // What was said of it keeps it; else it goes without a trace.
    ok(
        artist.post(
            shot + "/evidence",
            Map.of("item", "task:own/rain-1", "kind", "SETTLED", "words", "laid", "hours", 3)));
    assertThat(artist.delete(shot + "/items/rain-1").text("detail"))
        .contains("something was shot or said for “Rain laid over”");
    assertThat(artist.delete(shot + "/items/vase").status()).isEqualTo(403);
    Caller.Answer gone = ok(floor.delete(shot + "/items/vase"));
    assertThat(gone.at("items").toString()).doesNotContain("vase");
    assertThat(gone.at("loose")).isEmpty();
  }

  /** A shot that nobody foresaw: made off the line, shot at once, sent twice, marked later. */
  @Test
  void aShotNobodyForesawIsMadeOnTheFloor() {
    String made = UUID.randomUUID().toString();
    String take = UUID.randomUUID().toString();
    Map<String, Object> plate = item("a1b2c3d4", "PLATE", "Her hand alone", "At the table.");
    plate.put("values", Map.of("plate", "insert", "seconds", 12, "takes", 2, "inSet", false));
    Map<String, Object> logged =
        new HashMap<>(
            Map.of(
                "shot",
                made,
                "setup",
                stage.setup,
                "plate",
                "plate:own/a1b2c3d4",
                "roll",
                "A001",
                "tcIn",
                "01:10:00:00",
                "tcOut",
                "01:10:12:00",
                "camera",
                Stage.CAMERA,
                "notRead",
                Stage.NOT_READ));
    Map<String, Object> body =
        Map.of(
            "device",
            "tablet",
            "sentAt",
            Instant.now().toString(),
            "entries",
            List.of(
                Map.of("id", made, "setup", stage.setup, "made", Map.of("title", "Her hand")),
                Map.of("id", UUID.randomUUID().toString(), "shot", made, "item", plate),
                Map.of("id", take, "logged", logged)));
    for (int i = 0; i < 2; i++) {
      Caller.Answer sent = ok(floor.post(stage.base + "/floor/entries", body));
      assertThat(sent.at("results"))
          .as(sent.toString())
          .allSatisfy(r -> assertThat(r.path("became").asString()).isEqualTo("KEPT"));
    }
    Caller.Answer s = ok(stage.producer.get(stage.base + "/shots/" + made));
    assertThat(s.text("code")).as("of the scene its setup is of").contains("-04-");
    assertThat(s.at("plan/plates")).hasSize(1);
    assertThat(find(s, "items", "key", "plate:own/a1b2c3d4").path("reason").asString())
        .isEqualTo("1 take, none picked");
    assertThat(find(s, "items", "key", "datum:mark").path("state").asString()).isEqualTo("OWED");
    assertThat(find(s, "items", "key", "method").path("state").asString()).isEqualTo("IN_HAND");
    assertThat(ok(floor.get(stage.base + "/setups/" + stage.setup)).at("plates").toString())
        .contains("Her hand alone");
    assertThat(ok(stage.producer.get(stage.base + "/reel")).at("loose").toString())
        .contains("Her hand");
    // Its plate stays while a take of it is there.
    assertThat(floor.delete(stage.base + "/shots/" + made + "/items/a1b2c3d4").text("detail"))
        .contains("something was shot or said for “Her hand alone”");
    int at = JourneyTest.SCRIPT.indexOf("The flags vanish");
    ok(
        stage.producer.post(
            stage.base + "/shots/" + made + "/marks",
            Map.of("draft", stage.draft, "start", at, "end", at + 16)));
    Caller.Answer marked = ok(stage.producer.get(stage.base + "/shots/" + made));
    assertThat(marked.at("items").toString()).doesNotContain("datum:mark");
    assertThat(marked.text("code")).as("it stands on slates").isEqualTo(s.text("code"));
    // Somebody changes it meanwhile: it stays its maker's, and what is sent again changes nothing.
    Map<String, Object> wider = new HashMap<>(plate);
    wider.put("label", "Her hand and the rail");
    ok(stage.producer.post(stage.base + "/shots/" + made + "/items", wider));
    Caller.Answer again = ok(floor.post(stage.base + "/floor/entries", body));
    assertThat(again.at("results"))
        .as(again.toString())
        .allSatisfy(r -> assertThat(r.path("became").asString()).isEqualTo("KEPT"));
    Caller.Answer now = ok(stage.producer.get(stage.base + "/shots/" + made));
    assertThat(now.at("ownItems/0/label").asString()).isEqualTo("Her hand and the rail");
    assertThat(now.at("ownItems/0/personId").asString()).isEqualTo(floor.person().toString());
    wider.put("label", "Her hand, close");
    ok(floor.post(stage.base + "/shots/" + made + "/items", wider));
    // An artist makes no shots, and nothing on a shot of another production.
    assertThat(artist.post(stage.base + "/floor/entries", body).status()).isEqualTo(403);
    Stage other = new Stage();
    assertThat(floor.post(stage.base + "/shots/" + other.shot + "/items", plate).status())
        .isEqualTo(404);
  }

  @Test
  void whatIsOtherwiseHoldsWhenThePlanIsDerivedAnew() throws IOException {
    ok(
        stage.producer.post(
            shot + "/changes",
            Map.of("item", "plate:clean", "out", true, "reason", "the wall is built twice")));
    Caller.Answer s =
        ok(
            stage.producer.post(
                shot + "/changes",
                Map.of(
                    "item",
                    "plate:performance-1",
                    "out",
                    false,
                    "values",
                    Map.of("takes", 9),
                    "reason",
                    "the cup must land")));
    assertThat(s.at("plan/plates").toString()).doesNotContain("plate:clean");
    assertThat(s.at("changes")).hasSize(2);
    assertThat(find(s, "changes", "item", "plate:performance-1").at("/values/takes").asInt())
        .isEqualTo(9);
    assertThat(s.at("changeable"))
        .extracting(o -> o.path("item").asString())
        .contains("plate:performance-1", "task:grade")
        .doesNotContain("plate:clean");
    Map<String, Object> edit = Stage.edit(s);
    edit.put("cutFrames", 96);
    Caller.Answer longer = ok(stage.producer.put(shot, s.etag(), edit));
    assertThat(find(longer, "plan/plates", "key", "plate:performance-1").path("takes").asInt())
        .isEqualTo(9);
    assertThat(longer.at("plan/plates").toString()).doesNotContain("plate:clean");
    try (PDDocument pdf = Loader.loadPDF(ok(floor.get(shot + "/brief.pdf")).raw().body())) {
      assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
          .contains("Clean plate: taken out, because: the wall is built twice");
    }
    Caller.Answer back = ok(stage.producer.delete(shot + "/changes?item=plate:clean"));
    assertThat(back.at("plan/plates").toString()).contains("plate:clean");
    assertThat(
            stage
                .producer
                .post(shot + "/changes", Map.of("item", "plate:none", "out", true, "reason", "x"))
                .text("field"))
        .isEqualTo("item");
    assertThat(
            floor
                .post(shot + "/changes", Map.of("item", "plate:clean", "out", true, "reason", "x"))
                .status())
        .isEqualTo(403);
  }

  /** Two elements of one shot, each with numbers and evidence of its own. */
  @Test
  void aMethodIsUsedTwiceOnOneShot() {
    Caller.Answer s = ok(stage.producer.get(shot));
    Map<String, Object> edit = Stage.edit(s);
    edit.put(
        "methods",
        List.of(
            Map.of("method", "F4", "label", "dust", "values", Map.of("matter", "dust")),
            Map.of("method", "F4", "label", "fire", "values", Map.of("matter", "fire bar"))));
    Caller.Answer twice = ok(stage.producer.put(shot, s.etag(), edit));
    assertThat(twice.at("methods")).extracting(m -> m.path("use").asInt()).containsExactly(1, 2);
    assertThat(twice.at("plan/elements")).hasSize(2);
    String second = twice.at("plan/elements").get(1).path("key").asString();
    ok(
        artist.post(
            shot + "/evidence", Map.of("item", second, "kind", "SETTLED", "words", "in the box")));
    // The first goes: what was said of the second stays with it.
    edit = Stage.edit(twice);
    edit.put("methods", List.of(twice.at("methods").get(1)));
    Caller.Answer one = ok(stage.producer.put(shot, ok(stage.producer.get(shot)).etag(), edit));
    assertThat(one.at("loose")).isEmpty();
    assertThat(find(one, "items", "key", second).path("reason").asString()).isEqualTo("in the box");
  }
}
