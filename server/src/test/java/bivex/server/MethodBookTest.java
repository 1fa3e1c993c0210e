package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Role;
import bivex.core.method.MethodBook;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Methods compared and chosen, what is missing rescued, work calibrated, looks decided, and what
 * leaves the house.
 */
class MethodBookTest {
  private final Stage stage = new Stage();

  private static List<String> texts(JsonNode list, String field) {
    List<String> out = new ArrayList<>();
    list.forEach(n -> out.add(n.path(field).asString()));
    return out;
  }

  @Test
  void methodsAreComparedAndTheChoiceIsKeptWithItsReason() {
    String path = stage.base + "/shots/" + stage.shot;
    Caller.Answer suggested = Stage.ok(stage.producer.get(path + "/options"));
    assertThat(texts(suggested.body(), "method")).hasSize(3).contains("A2");
    Caller.Answer asked = Stage.ok(stage.producer.get(path + "/options?methods=A1&methods=A3"));
    assertThat(texts(asked.body(), "method")).containsExactly("A1", "A3");
    assertThat(asked.at("1/plan/plates")).isNotEmpty();
    assertThat(asked.at("1/risks").toString()).contains("key grip");
    assertThat(stage.producer.get(path + "/options?methods=Z9").status()).isEqualTo(422);

    Caller.Answer shot = stage.look();
    Map<String, Object> edit = Stage.edit(shot);
    edit.put(
        "methods",
        List.of(
            Map.of(
                "method",
                "A2",
                "values",
                Map.of(),
                "reason",
                "her arm goes over",
                "considered",
                List.of("A1", "A2", "A3"))));
    Caller.Answer kept = Stage.ok(stage.producer.put(path, shot.etag(), edit));
    assertThat(kept.text("methods/0/reason")).isEqualTo("her arm goes over");
    assertThat(kept.at("methods/0/considered").toString()).isEqualTo("[\"A1\",\"A2\",\"A3\"]");
    assertThat(texts(kept.at("plan/tasks"), "key")).contains("task:A2/hand-matte");
  }

  @Test
  void whatIsMissingIsRankedFromTheTakesThatAreThere() {
    Map<String, Object> camera = new HashMap<>(Stage.CAMERA);
    stage.pick("plate:performance-1", camera);
    stage.pick("plate:performance-2", camera);
    Caller.Answer standing =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/rescue"));
    assertThat(texts(standing.body(), "plate")).containsExactly("plate:clean");
    assertThat(standing.text("0/options/0/way")).isEqualTo("PICKED_UP");
    assertThat(standing.at("0/repeat").toString()).contains("f/5.6").contains("focal length");
    Stage.ok(stage.strike("the stage was wanted back"));
    Caller.Answer due = Stage.ok(stage.producer.get(stage.base + "/pick-ups"));
    assertThat(due.at("groups"))
        .singleElement()
        .satisfies(
            g -> {
              assertThat(g.path("lens").asString()).contains("mm");
              assertThat(g.path("items").get(0).path("label").asString()).isEqualTo("Clean plate");
              assertThat(g.path("items").get(0).path("repeat").toString()).contains("f/5.6");
            });
    assertThat(
            new String(
                    Stage.ok(stage.producer.get(stage.base + "/sheets/pick-ups.csv")).raw().body(),
                    StandardCharsets.UTF_8)
                .lines()
                .skip(1))
        .singleElement()
        .asString()
        .contains("Clean plate", "stop f/5.6");
    Caller.Answer struck =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/rescue"));
    assertThat(struck.text("0/options/0/way")).isEqualTo("PATCHED");
    assertThat(struck.at("0/options/0/from")).hasSize(2);
    assertThat(struck.at("0/options/0/coverPercent").asDouble())
        .as("the parts keep to their sides")
        .isEqualTo(100);
    assertThat(struck.at("0/options"))
        .filteredOn(o -> o.path("way").asString().equals("BORROWED"))
        .allMatch(o -> o.path("coverPercent").asDouble() == 66);
    assertThat(texts(struck.at("0/options"), "way")).contains("BORROWED", "PICKED_UP");
    assertThat(
            stage
                .producer
                .get(stage.base + "/shots/" + stage.shot + "/rescue?tighter=0")
                .text("field"))
        .isEqualTo("tighter");
  }

  /** A way out is in the plan as long as it is needed: until its plate is shot after all. */
  @Test
  void aWayOutThatIsTakenEndsWhenItsPlateIsShot() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    stage.pick("plate:performance-2", Stage.CAMERA);
    JsonNode patched =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/rescue"))
            .at("0/options")
            .valueStream()
            .filter(o -> o.path("way").asString().equals("PATCHED"))
            .findFirst()
            .orElseThrow();
    Map<String, Object> way =
        Map.of(
            "plate",
            "plate:clean",
            "way",
            "PATCHED",
            "from",
            patched.path("from"),
            "reason",
            "the light is gone");
    String path = stage.base + "/shots/" + stage.shot + "/ways-out";
    assertThat(stage.house.person(stage.production, Role.FLOOR).post(path, way).status())
        .isEqualTo(403);
    Stage.ok(stage.producer.post(path, way));
    assertThat(texts(stage.look().at("plan/tasks"), "key")).contains("task:way-out/clean");
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND");
    stage.pick("plate:clean", Stage.CAMERA);
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND: take 1 picked");
    assertThat(texts(stage.look().at("plan/tasks"), "key")).doesNotContain("task:way-out/clean");
  }

  @Test
  void workIsCalibratedOnRequestOnly() {
    String path = stage.base + "/effort";
    double before = hours("task:composite");
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots/" + stage.shot + "/evidence",
            Map.of(
                "item",
                "task:composite",
                "kind",
                "SETTLED",
                "words",
                "done",
                "hours",
                2 * before)));
    Caller.Answer effort = Stage.ok(stage.producer.get(path));
    JsonNode composite = kind(effort, "COMPOSITE");
    assertThat(composite.path("factor").asDouble()).isCloseTo(2, within(1e-9));
    assertThat(composite.path("evidence").get(0).path("actual").asDouble())
        .isCloseTo(2 * before, within(1e-9));
    assertThat(hours("task:composite"))
        .as("nothing is applied by itself")
        .isCloseTo(before, within(1e-9));
    Stage.ok(stage.producer.post(path + "/calibrations", Map.of("kind", "COMPOSITE")));
    // One task of its size against four that are doubted: (2 + 4) ÷ 5 of what was thought.
    assertThat(hours("task:composite")).isCloseTo(1.2 * before, within(1e-9));
    assertThat(kind(Stage.ok(stage.producer.get(path)), "COMPOSITE").path("factor").asDouble())
        .isCloseTo(2 / 1.2, within(1e-9));
    assertThat(stage.producer.post(path + "/calibrations", Map.of("kind", "KEY")).text("detail"))
        .contains("no hours have been given for key");

    String tag = Stage.ok(stage.producer.get(path)).etag();
    Map<String, Object> own =
        Map.of(
            "rates",
            List.of(
                Map.of(
                    "kind",
                    "SPLIT_MATTE",
                    "difficulty",
                    "EASY",
                    "low",
                    1,
                    "likely",
                    2,
                    "high",
                    3)));
    Caller.Answer set = Stage.ok(stage.producer.put(path, tag, own));
    assertThat(kind(set, "SPLIT_MATTE").path("rates").get(0).path("own").asBoolean()).isTrue();
    assertThat(hours("task:A1/split")).isCloseTo(2, within(1e-9));
    assertThat(hours("task:composite"))
        .as("what is not named goes back to the default")
        .isCloseTo(before, within(1e-9));
    assertThat(stage.producer.put(path, tag, own).status()).isEqualTo(412);
    assertThat(
            stage
                .producer
                .put(
                    path,
                    set.etag(),
                    Map.of(
                        "rates",
                        List.of(
                            Map.of(
                                "kind",
                                "PAINT",
                                "difficulty",
                                "FAIR",
                                "low",
                                3,
                                "likely",
                                2,
                                "high",
                                1))))
                .text("field"))
        .isEqualTo("estimate");
  }

  private double hours(String task) {
    for (JsonNode t : stage.look().at("plan/tasks")) {
      if (t.path("key").asString().equals(task)) {
        return (t.at("/hours/low").asDouble()
                + 4 * t.at("/hours/likely").asDouble()
                + t.at("/hours/high").asDouble())
            / 6;
      }
    }
    throw new AssertionError(task);
  }

  private static JsonNode kind(Caller.Answer effort, String kind) {
    for (JsonNode k : effort.at("kinds")) {
      if (k.path("kind").asString().equals(kind)) {
        return k;
      }
    }
    throw new AssertionError(kind);
  }

  @Test
  void looksAreTriedSideBySideAndOneIsTakenForAReason() throws Exception {
    String shot = stage.planned("The flags vanish", "E3", Map.of());
    String path = stage.base + "/shots/" + shot + "/looks";
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Stage.ok(
        artist.upload(
            path,
            "a.png",
            Clips.still("png", 64, 36),
            Map.of("title", "Points", "words", "she is only there if you look")));
    Caller.Answer two =
        Stage.ok(artist.upload(path, "b.png", Clips.still("png", 64, 36), Map.of("title", "Skin")));
    assertThat(texts(two.at("looks"), "letter")).containsExactly("A", "B");
    assertThat(
            artist
                .upload(
                    path,
                    "c.png",
                    "not a picture".getBytes(StandardCharsets.UTF_8),
                    Map.of("title", "Bad"))
                .status())
        .isEqualTo(422);
    String taken = two.text("looks/0/id");
    assertThat(artist.post(path + "/decisions", Map.of("look", taken, "reason", "x")).status())
        .isEqualTo(403);
    assertThat(
            stage
                .producer
                .post(path + "/decisions", Map.of("look", taken, "reason", " "))
                .text("field"))
        .isEqualTo("reason");
    Stage.ok(
        stage.producer.post(
            path + "/decisions",
            Map.of("look", two.text("looks/1/id"), "reason", "clear at once")));
    Caller.Answer again =
        Stage.ok(
            stage.producer.post(
                path + "/decisions",
                Map.of("look", taken, "reason", "the statue explains too much")));
    assertThat(again.text("decision/letter")).isEqualTo("A");
    assertThat(again.at("earlier")).hasSize(1);
    Caller.Answer owed = Stage.ok(stage.producer.get(stage.base + "/shots/" + shot));
    assertThat(owed.at("items"))
        .anyMatch(
            i ->
                i.path("key").asString().equals("datum:look")
                    && i.path("state").asString().equals("IN_HAND")
                    && i.path("reason")
                        .asString()
                        .equals("look A, Points: the statue explains too much"));
    var picture = artist.get(stage.base + "/looks/" + taken + "/picture");
    assertThat(picture.raw().headers().firstValue("Content-Security-Policy"))
        .hasValueSatisfying(v -> assertThat(v).contains("sandbox"));
    assertThat(picture.raw().body()).startsWith(0x89, 'P', 'N', 'G');
  }

  @Test
  void elementsAreListedWithTheirMarginAndLicence() {
    String shot = stage.planned("The flags vanish", "E2", Map.of());
    String say = stage.base + "/shots/" + shot + "/evidence";
    Stage.ok(
        stage.producer.post(
            say,
            Map.of(
                "item",
                "element:E2-flash",
                "kind",
                "SETTLED",
                "words",
                "four shapes",
                "element",
                Map.of("source", "STOCK", "widthPx", 1920, "licence", ""))));
    Stage.ok(
        stage.producer.post(
            say,
            Map.of(
                "item",
                "element:E2-smoke",
                "kind",
                "SETTLED",
                "words",
                "take 3",
                "element",
                Map.of("source", "SHOOT", "widthPx", 480, "licence", "ours"))));
    Caller.Answer list = Stage.ok(stage.producer.get(stage.base + "/elements"));
    assertThat(list.at("owed").asInt()).isEqualTo(2);
    assertThat(list.at("lines"))
        .anyMatch(
            e ->
                e.path("key").asString().equals("element:E2-flash")
                    && e.path("reason").asString().contains("licence")
                    && e.path("margin").asDouble() == 2);
    assertThat(list.at("lines"))
        .anyMatch(
            e ->
                e.path("key").asString().equals("element:E2-smoke")
                    && e.path("state").asString().equals("IN_DOUBT")
                    && e.path("margin").asDouble() == 0.5);
    assertThat(
            stage
                .producer
                .post(
                    say,
                    Map.of(
                        "item",
                        "element:E2-smoke",
                        "kind",
                        "SETTLED",
                        "words",
                        "x",
                        "element",
                        Map.of("source", "SHOOT", "widthPx", 0)))
                .text("field"))
        .isEqualTo("element.widthPx");
    assertThat(
            stage
                .producer
                .post(
                    say,
                    Map.of(
                        "item",
                        "datum:still",
                        "kind",
                        "SETTLED",
                        "words",
                        "x",
                        "element",
                        Map.of("source", "SHOOT", "widthPx", 5)))
                .text("field"))
        .isEqualTo("element");
    assertThat(
            stage
                .producer
                .post(
                    say,
                    Map.of(
                        "item",
                        "datum:still",
                        "kind",
                        "SETTLED",
                        "words",
                        "x",
                        "signature",
                        Map.of("who", "me", "role", "x")))
                .text("field"))
        .isEqualTo("signature");
    assertThat(
            stage
                .producer
                .post(
                    say,
                    Map.of(
                        "item",
                        "caution:weapon",
                        "kind",
                        "SETTLED",
                        "words",
                        "x",
                        "signature",
                        Map.of("who", "O. Brandt", "role", "armourer", "on", "2099-01-01")))
                .text("field"))
        .isEqualTo("signature.on");
  }

  /**
   * Every method of the book, exported as paper, as a table and as a plan that keeps to its
   * published schema.
   */
  @Test
  void whatLeavesTheHouseIsTheSamePlan() throws Exception {
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(
                new String(
                    stage.producer.get("/api/schemas/plan").raw().body(), StandardCharsets.UTF_8));
    String path = stage.base + "/shots/" + stage.shot;
    for (var m : MethodBook.all()) {
      Caller.Answer shot = stage.look();
      Map<String, Object> edit = Stage.edit(shot);
      edit.put("cutFrames", 160);
      edit.put("title", "=HYPERLINK(\"x\") → 潮 \ud83c\udf0a\u202e\n" + m.name());
      edit.put("methods", List.of(Map.of("method", m.id(), "values", Map.of(), "reason", "")));
      Stage.ok(stage.producer.put(path, shot.etag(), edit));
      String plan =
          new String(stage.producer.get(path + "/plan.json").raw().body(), StandardCharsets.UTF_8);
      assertThat(schema.validate(plan, InputFormat.JSON)).as(m.id()).isEmpty();
      try (PDDocument pdf = Loader.loadPDF(stage.producer.get(path + "/brief.pdf").raw().body())) {
        assertThat(pdf.getNumberOfPages()).as(m.id()).isEqualTo(1);
        String text = new PDFTextStripper().getText(pdf);
        assertThat(text).contains(shot.text("code"), "Stack", "Plates", "risk assessment");
        for (JsonNode p : stage.look().at("plan/plates")) {
          assertThat(text)
              .as(m.id())
              .contains(
                  p.path("label")
                      .asString()
                      .substring(0, Math.min(20, p.path("label").asString().length())));
        }
      }
    }
    String good =
        new String(stage.producer.get(path + "/plan.json").raw().body(), StandardCharsets.UTF_8);
    for (var bad :
        Map.of(
                "\"cutFrames\":160",
                "\"cutFrames\":-5",
                "\"rate\":\"24\"",
                "\"rate\":\"abc\"",
                "\"intent\"",
                "\"intention\"",
                "\"layers\":[",
                "\"layers\":[{\"letter\":1},",
                "\"cautions\"",
                "\"caution\"")
            .entrySet()) {
      assertThat(good).contains(bad.getKey());
      assertThat(schema.validate(good.replace(bad.getKey(), bad.getValue()), InputFormat.JSON))
          .as(bad.getValue())
          .isNotEmpty();
    }
    List<CSVRecord> rows =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .get()
            .parse(
                new StringReader(
                    new String(
                        stage.producer.get(stage.base + "/sheets/shots.csv").raw().body(),
                        StandardCharsets.UTF_8)))
            .getRecords();
    assertThat(rows)
        .singleElement()
        .satisfies(
            r -> {
              assertThat(r.get("methods"))
                  .isEqualTo(MethodBook.all().get(MethodBook.all().size() - 1).name());
              assertThat(r.get("title")).as("no cell is a formula").startsWith("'=");
              assertThat(Double.parseDouble(r.get("hours low"))).isPositive();
            });
    try (PDDocument pdf =
        Loader.loadPDF(stage.producer.get(stage.base + "/sheets/shots.pdf").raw().body())) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("breakdown", "1 shot,");
    }
    try (PDDocument pdf =
        Loader.loadPDF(stage.producer.get(stage.base + "/briefs.pdf").raw().body())) {
      assertThat(pdf.getNumberOfPages()).isEqualTo(1);
    }
  }

  /** One resource for each sum, described with units and ranges, answering at full precision. */
  @Test
  void everySumIsAResourceOfItsOwn() {
    JsonNode document = Stage.ok(stage.producer.get("/api/openapi")).body();
    for (JsonNode s : Stage.ok(stage.producer.get("/api/sums")).body()) {
      String id = s.path("id").asString();
      assertThat(document.path("paths").path("/api/sums/" + id).path("post").isMissingNode())
          .as(id)
          .isFalse();
      JsonNode described =
          document.path("components").path("schemas").path(id + "Inputs").path("properties");
      for (JsonNode p : s.path("inputs")) {
        JsonNode d = described.path(p.path("key").asString());
        assertThat(d.isMissingNode()).as(id + " " + p.path("key")).isFalse();
        if (p.path("kind").asString().equals("NUMBER")) {
          assertThat(d.path("minimum").asDouble()).isEqualTo(p.path("min").asDouble());
          assertThat(d.path("maximum").asDouble()).isEqualTo(p.path("max").asDouble());
          assertThat(d.path("description").asString()).contains(p.path("unit").asString());
        }
      }
      Caller.Answer answer = Stage.ok(stage.producer.post("/api/sums/" + id, Map.of()));
      assertThat(answer.at("results")).isNotEmpty();
      assertThat(answer.text("formula")).isEqualTo(s.path("formula").asString());
      assertThat(answer.at("inputs").size()).isEqualTo(s.path("inputs").size());
    }
    Caller.Answer depth =
        Stage.ok(
            stage.producer.post(
                "/api/sums/S8",
                Map.of("focalMm", 50, "fNumber", 8, "circleMm", 0.03, "focusM", 5)));
    assertThat(result(depth, "hyperfocalM").path("number").asDouble())
        .isCloseTo(10.4666666, within(1e-6));
    Caller.Answer ramp =
        Stage.ok(
            stage.producer.post(
                "/api/sums/S4",
                Map.of(
                    "rate",
                    "24",
                    "capture",
                    "24",
                    "cutFrames",
                    48,
                    "keys",
                    List.of(List.of(0, 10)))));
    assertThat(result(ramp, "sourceSeconds").path("number").asDouble()).isEqualTo(20);
    assertThat(result(ramp, "positions").path("series")).hasSize(49);
    assertThat(
            stage.producer.post("/api/sums/S4", Map.of("keys", List.of(List.of(0)))).text("detail"))
        .contains("row 1 must be the numbers frame, speed");
    assertThat(stage.producer.post("/api/sums/S8", Map.of("focal", 50)).text("field"))
        .isEqualTo("focal");
  }

  private static JsonNode result(Caller.Answer answer, String key) {
    for (JsonNode r : answer.at("results")) {
      if (r.path("key").asString().equals(key)) {
        return r;
      }
    }
    throw new AssertionError(key);
  }

  @Test
  void aSumStartsFromWhatTheShotKnows() {
    Caller.Answer shot = Stage.ok(stage.producer.get(stage.base + "/sums/S9?shot=" + stage.shot));
    assertThat(shot.at("focusFarM").asDouble()).isEqualTo(2.6);
    assertThat(shot.at("captureWidth").asInt()).isEqualTo(3840);
    assertThat(Stage.ok(stage.producer.get(stage.base + "/sums/S1")).text("rate")).isEqualTo("24");
    assertThat(stage.producer.get(stage.base + "/sums/S99").status()).isEqualTo(404);
  }
}
