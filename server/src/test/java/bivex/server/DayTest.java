package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The shooting day over HTTP: its terms, the order of its passes and all a device takes along. */
class DayTest {
  private final Stage stage = new Stage();
  private final String order = stage.base + "/days/" + stage.day + "/order";

  private static Map<String, Object> terms() {
    return new HashMap<>(
        Map.of(
            "latitude",
            50.91,
            "longitude",
            -4.56,
            "zone",
            "Europe/London",
            "call",
            480,
            "wrap",
            1200,
            "people",
            List.of(Map.of("name", "Odile", "duty", "both", "from", 480, "to", 1200)),
            "rates",
            Map.of(
                "setupMinutes",
                20,
                "costumeMinutes",
                15,
                "mediaMinutes",
                4,
                "batteryMinutes",
                90,
                "cardMinutes",
                80,
                "nuisance",
                8),
            "cardGigabytes",
            64,
            "megabitsPerSecond",
            100));
  }

  private static List<String> ids(Caller.Answer a, String path) {
    List<String> out = new ArrayList<>();
    a.at(path).forEach(s -> out.add(s.path("id").asString()));
    return out;
  }

  @Test
  void theTermsOfADayAreKeptAndBadOnesNamed() {
    Map<String, Object> t = terms();
    t.putAll(Map.of("shadowHeightM", 1.7, "shadowLimitM", 0.1));
    String path = stage.base + "/days/" + stage.day;
    Map<String, Object> day =
        new HashMap<>(Map.of("date", "2026-06-21", "place", "Pier", "terms", t));
    assertThat(stage.producer.put(path, "\"9\"", day).status()).isEqualTo(412);
    Caller.Answer kept = Stage.ok(stage.producer.put(path, "\"0\"", day));
    assertThat(kept.at("terms/people/0/name").asString()).isEqualTo("Odile");
    t.put("zone", "Nowhere/Else");
    assertThat(stage.producer.put(path, kept.etag(), day).text("field")).isEqualTo("zone");
    t.putAll(Map.of("zone", "UTC", "wrap", 100));
    assertThat(stage.producer.put(path, kept.etag(), day).text("field")).isEqualTo("wrap");
    assertThat(
            stage.house.person(stage.production, Role.FLOOR).put(path, kept.etag(), day).status())
        .isEqualTo(403);
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/places",
                    Map.of("name", "Pier", "latitude", 91, "longitude", 0, "zone", "UTC"))
                .text("field"))
        .isEqualTo("latitude");
    assertThat(
            Stage.ok(
                    stage.producer.post(
                        stage.base + "/places",
                        Map.of("name", "Pier", "latitude", 50.9, "longitude", -4.5, "zone", "UTC")))
                .body())
        .hasSize(1);
  }

  @Test
  void passesComeFromThePlanWithTheCleanPlateLastAndAreMovedByHandAtAPrice() {
    Caller.Answer view = Stage.ok(stage.producer.get(order));
    assertThat(view.at("running/slots"))
        .extracting(s -> s.path("plate").asString())
        .containsExactly("plate:performance-1", "plate:performance-2", "plate:clean");
    assertThat(view.text("running/slots/0/from")).isEqualTo("08:00");
    assertThat(view.at("running/slots/1/changes/0/words").asString())
        .isEqualTo("the double into part 2");
    assertThat(view.text("running/slots/1/waits/0/reason"))
        .isEqualTo("the double changes into part 2");
    List<String> ids = ids(view, "running/slots");
    Collections.swap(ids, 0, 2);
    Caller.Answer hand =
        Stage.ok(
            stage.producer.put(order, "\"0\"", Map.of("passes", ids, "pins", List.of(ids.get(0)))));
    assertThat(hand.at("running/broken"))
        .extracting(JsonNode::asString)
        .contains(view.text("running/slots/2/code") + " clean plate does not close its match set");
    assertThat(hand.text("dearer")).startsWith("1 broken rule");
    assertThat(hand.at("running/slots/0/pinned").asBoolean()).isTrue();
    assertThat(stage.producer.put(order, "\"0\"", Map.of("passes", ids)).status()).isEqualTo(412);
    assertThat(
            stage
                .producer
                .put(order, hand.etag(), Map.of("passes", ids.subList(0, 2)))
                .text("field"))
        .isEqualTo("passes");
    assertThat(
            stage
                .house
                .person(stage.production, Role.ARTIST)
                .put(order, hand.etag(), Map.of("passes", ids))
                .status())
        .isEqualTo(403);
  }

  @Test
  void aSearchIsWatchedStoppedAndItsOrderAccepted() throws InterruptedException {
    assertThat(stage.producer.get(order + "/search").status()).isEqualTo(404);
    Caller.Answer s = Stage.ok(stage.producer.post(order + "/search", Map.of("pins", List.of())));
    for (int i = 0; i < 100 && !s.at("done").asBoolean(); i++) {
      Thread.sleep(50);
      s = Stage.ok(stage.producer.get(order + "/search"));
    }
    assertThat(s.at("done").asBoolean()).isTrue();
    assertThat(s.at("proved").asBoolean()).isTrue();
    assertThat(s.at("best/broken")).isEmpty();
    Caller.Answer kept =
        Stage.ok(
            stage.producer.put(
                order, "\"0\"", Map.of("passes", ids(s, "best/slots"), "pins", List.of())));
    assertThat(kept.text("dearer")).isEmpty();
    assertThat(kept.text("orderedBy")).isNotEmpty();
    stage.pick("plate:performance-1", Stage.CAMERA);
    assertThat(Stage.ok(stage.producer.get(order)).at("running/slots")).hasSize(2);
  }

  /**
   * More passes than can all be tried: the best so far is seen while the search goes on, pins hold,
   * and stopping it keeps what was found.
   */
  @Test
  void aLongSearchShowsTheBestSoFarAndCanBeStopped() throws InterruptedException {
    stage.planned("The flags vanish", "A1", Map.of());
    stage.planned("You're late.", "A1", Map.of());
    stage.planned("Ines spreads the chart.", "B1", Map.of());
    Caller.Answer before = Stage.ok(stage.producer.get(order));
    List<String> ids = ids(before, "running/slots");
    assertThat(ids).hasSizeGreaterThan(8);
    Stage.ok(
        stage.producer.put(order, "\"0\"", Map.of("passes", ids, "pins", List.of(ids.get(0)))));
    Caller.Answer s =
        Stage.ok(stage.producer.post(order + "/search", Map.of("pins", List.of(ids.get(0)))));
    for (int i = 0; i < 100 && s.at("best").isNull(); i++) {
      Thread.sleep(30);
      s = Stage.ok(stage.producer.get(order + "/search"));
    }
    assertThat(s.at("best/slots")).hasSize(ids.size());
    assertThat(s.at("better").asInt()).isPositive();
    Stage.ok(stage.producer.delete(order + "/search"));
    for (int i = 0; i < 100 && !s.at("done").asBoolean(); i++) {
      Thread.sleep(50);
      s = Stage.ok(stage.producer.get(order + "/search"));
    }
    assertThat(s.at("done").asBoolean()).isTrue();
    assertThat(s.at("proved").asBoolean()).isFalse();
    assertThat(ids(s, "best/slots"))
        .startsWith(ids.get(0))
        .containsExactlyInAnyOrderElementsOf(ids);
    assertThat(s.at("best/slots/0/pinned").asBoolean()).isTrue();
    // A day with nothing left to shoot has no order to look for.
    String empty =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/days", Map.of("date", "2026-12-01", "place", "Nowhere")))
            .text("id");
    assertThat(
            stage
                .producer
                .post(stage.base + "/days/" + empty + "/order/search", Map.of("pins", List.of()))
                .text("field"))
        .isEqualTo("day");
    assertThat(stage.house.person(stage.production, Role.ARTIST).delete(order + "/search").status())
        .isEqualTo(403);
  }

  @Test
  void whatIsSeenInsideAnotherShotIsShotFirst() {
    String screen = stage.planned("The flags vanish", "B1", Map.of());
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/needs",
                    Map.of("shot", stage.shot, "needs", stage.shot, "why", "x"))
                .text("field"))
        .isEqualTo("needs");
    Stage.ok(
        stage.producer.post(
            stage.base + "/needs",
            Map.of("shot", stage.shot, "needs", screen, "why", "on the screen")));
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/needs", Map.of("shot", screen, "needs", stage.shot, "why", "x"))
                .text("field"))
        .isEqualTo("needs");
    Caller.Answer view = Stage.ok(stage.producer.get(order));
    assertThat(view.at("running/broken").toString())
        .contains("is shot before what is seen inside it");
    assertThat(
            Stage.ok(
                    stage.producer.put(
                        order,
                        "\"0\"",
                        Map.of("passes", ids(view, "running/slots"), "pins", List.of())))
                .text("dearer"))
        .contains("broken rule");
    String other =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/days", Map.of("date", "2026-11-30", "place", "Later")))
            .text("id");
    String setup =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/setups", Map.of("day", other, "name", "Mast", "struck", false)))
            .text("id");
    Caller.Answer s = stage.producer.get(stage.base + "/shots/" + screen);
    Map<String, Object> edit = Stage.edit(s);
    edit.put("setup", setup);
    Stage.ok(stage.producer.put(stage.base + "/shots/" + screen, s.etag(), edit));
    assertThat(Stage.ok(stage.producer.get(order)).at("warnings").toString())
        .contains("planned later, on day 2");
  }

  @Test
  void whoIsInAPassAndInWhichLightIsSaid() {
    Map<String, Object> said =
        new HashMap<>(
            Map.of(
                "shot",
                stage.shot,
                "plate",
                "plate:clean",
                "worn",
                List.of(),
                "minutes",
                12,
                "lightFrom",
                700,
                "lightTo",
                800));
    Caller.Answer a = Stage.ok(stage.producer.put(stage.base + "/passes", "\"0\"", said));
    assertThat(a.text("slots/2/from")).isEqualTo("11:40");
    assertThat(a.text("slots/2/waits/0/reason"))
        .isEqualTo("for the light, which is right from 11:40");
    said.remove("lightTo");
    assertThat(stage.producer.put(stage.base + "/passes", "\"0\"", said).text("field"))
        .isEqualTo("lightTo");
    said.putAll(Map.of("lightTo", 600));
    assertThat(stage.producer.put(stage.base + "/passes", "\"0\"", said).text("field"))
        .isEqualTo("to");
  }

  @Test
  void aDeviceTakesTheWholeDayAlong() {
    Map<String, Object> t = terms();
    t.putAll(Map.of("shadowHeightM", 1.7, "shadowLimitM", 0.1));
    Stage.ok(
        stage.producer.put(
            stage.base + "/days/" + stage.day,
            "\"0\"",
            Map.of("date", "2026-06-21", "place", "Pier", "terms", t)));
    Stage.ok(
        stage.producer.post(
            stage.base + "/presets",
            Map.of("name", "Night", "camera", Map.of("iso", 800), "test", "test 4")));
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/presets",
                    Map.of("name", "Night", "camera", Map.of("iso", 800), "test", ""))
                .text("field"))
        .isEqualTo("test");
    stage.pick("plate:performance-1", Stage.CAMERA);
    Caller.Answer pack = Stage.ok(stage.producer.get(stage.base + "/days/" + stage.day + "/pack"));
    assertThat(pack.at("sheets/0/plates")).hasSize(3);
    assertThat(pack.at("sheets/0/guards/0/reference/iso").asDouble()).isEqualTo(400);
    assertThat(pack.at("sheets/0/clock/state").asString()).isEqualTo("LASTS");
    assertThat(pack.at("sheets/0/flicker/words").asString()).contains("steady");
    assertThat(pack.at("order/running/slots")).hasSize(2);
    assertThat(pack.at("presets/0/camera/iso").asDouble()).isEqualTo(800);
    assertThat(pack.at("soundChecks")).hasSize(5);
    // 21 June at 51° north and 4.56° west: the sun rises about five in the morning, summer time;
    // almanac.
    assertThat(pack.text("sun/sunrise")).matches("05:0\\d");
    assertThat(pack.at("sun/rows")).hasSize((1200 - 480) / 5 + 1);
    assertThat(Arrays.asList(Role.GUEST))
        .allMatch(
            r ->
                stage
                        .house
                        .person(stage.production, r)
                        .get(stage.base + "/days/" + stage.day + "/pack")
                        .status()
                    == 403);
  }

  @Test
  void whatWasSavedIsRemovedByThoseWhoMay() {
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    String place =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/places",
                    Map.of("name", "Pier", "latitude", 50.9, "longitude", -4.5, "zone", "UTC")))
            .text("0/id");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/places",
                    Map.of("name", "Pier", "latitude", 1, "longitude", 1, "zone", "UTC"))
                .status())
        .isEqualTo(409);
    assertThat(floor.delete(stage.base + "/places/" + place).status()).isEqualTo(403);
    assertThat(Stage.ok(stage.producer.delete(stage.base + "/places/" + place)).body()).isEmpty();
    assertThat(stage.producer.delete(stage.base + "/places/" + place).status()).isEqualTo(404);
    String preset =
        Stage.ok(
                floor.post(
                    stage.base + "/presets",
                    Map.of(
                        "name",
                        "Night",
                        "camera",
                        Map.of("iso", 800, "whiteK", 3200),
                        "test",
                        "test 4")))
            .text("0/id");
    assertThat(
            floor
                .post(
                    stage.base + "/presets",
                    Map.of("name", "Nothing", "camera", Map.of(), "test", "none"))
                .text("field"))
        .isEqualTo("camera");
    assertThat(artist.delete(stage.base + "/presets/" + preset).status()).isEqualTo(403);
    assertThat(Stage.ok(floor.delete(stage.base + "/presets/" + preset)).body()).isEmpty();
    String screen = stage.planned("The flags vanish", "B1", Map.of());
    Caller.Answer need =
        Stage.ok(
            stage.producer.post(
                stage.base + "/needs",
                Map.of("shot", stage.shot, "needs", screen, "why", "on the screen")));
    assertThat(need.text("0/why")).isEqualTo("on the screen");
    assertThat(
            Stage.ok(
                    stage.producer.post(
                        stage.base + "/needs",
                        Map.of("shot", stage.shot, "needs", screen, "why", "again")))
                .body())
        .hasSize(1);
    assertThat(floor.delete(stage.base + "/needs/" + need.text("0/id")).status()).isEqualTo(403);
    assertThat(Stage.ok(stage.producer.delete(stage.base + "/needs/" + need.text("0/id"))).body())
        .isEmpty();
    // What belongs to another production is not there for this one.
    Stage other = new Stage();
    assertThat(stage.producer.get(stage.base + "/days/" + other.day + "/pack").status())
        .isEqualTo(404);
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/needs",
                    Map.of("shot", stage.shot, "needs", other.shot, "why", "x"))
                .text("field"))
        .isEqualTo("needs");
    assertThat(
            stage
                .producer
                .put(
                    stage.base + "/passes",
                    "\"0\"",
                    Map.of("shot", other.shot, "plate", "plate:clean"))
                .text("field"))
        .isEqualTo("shot");
    Map<String, Object> theirs =
        Map.of(
            "id",
            java.util.UUID.randomUUID().toString(),
            "touch",
            Map.of("kind", "LEGS"),
            "setup",
            other.setup);
    assertThat(
            Stage.ok(
                    stage.producer.post(
                        stage.base + "/floor/entries",
                        Map.of("device", "d", "entries", List.of(theirs))))
                .text("results/0/became"))
        .isEqualTo("REFUSED");
    assertThat(other.producer.get(other.base + "/setups/" + other.setup).at("touches")).isEmpty();
  }
}
