package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.keep.Role;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** The shooting day over HTTP: what is logged is kept as it was, and what it means is worked out anew each time. */
class FloorTest {
  private final Stage stage = new Stage();

  @Test
  void theSheetHasEverythingTheFloorNeeds() {
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(sheet.text("setup/tape")).isEqualTo("A");
    assertThat(sheet.at("plates")).extracting(p -> p.path("key").asString()).containsExactly("plate:performance-1", "plate:performance-2", "plate:clean");
    assertThat(sheet.text("nextIn")).isEqualTo("01:00:00:00");
    assertThat(sheet.at("brief")).extracting(b -> b.path("value").asString()).contains("35 mm", "f/5.6", "24 fps");
    assertThat(sheet.at("beforeStrike")).extracting(b -> b.path("key").asString()).startsWith("plate:clean");
  }

  @Test
  void theNextTakeCarriesOnWhereTheLastOneEnded() {
    stage.log("plate:clean", Stage.CAMERA);
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(sheet.text("nextIn")).isEqualTo("01:00:06:00");
    assertThat(sheet.text("lastRoll")).isEqualTo("A001");
    assertThat(sheet.at("last/iso").asDouble()).isEqualTo(400);
    assertThat(sheet.at("plates/2/nextTake").asInt()).isEqualTo(2);
    assertThat(sheet.at("plates/0/nextTake").asInt()).isEqualTo(1);
    assertThat(sheet.at("takes/0/frames").asInt()).isEqualTo(144);
  }

  @Test
  void aTouchPutsLaterTakesInDoubtAndEarlierOnesNot() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Caller.Answer touch = stage.producer.post(stage.base + "/setups/" + stage.setup + "/touches", Map.of("kind", "LEGS", "note", "kicked"));
    assertThat(touch.text("remedy")).contains("clean plate");
    stage.pick("plate:clean", Stage.CAMERA);
    assertThat(stage.state("plate:performance-1")).isEqualTo("IN_HAND: take 1 picked");
    assertThat(stage.state("plate:clean")).startsWith("IN_DOUBT: take 1: camera touched (legs or head: kicked)");
    Stage.ok(stage.say(stage.producer, "plate:clean", "ACCEPTED", "laid over: less than a pixel"));
    assertThat(stage.state("plate:clean")).isEqualTo("IN_HAND: accepted: laid over: less than a pixel");
  }

  @Test
  void theLastWordOnATakeCounts() {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    String calls = stage.base + "/takes/" + take + "/calls";
    assertThat(stage.producer.post(calls, Map.of("call", "NO_GOOD")).text("field")).isEqualTo("reason");
    Stage.ok(stage.producer.post(calls, Map.of("call", "PICK")));
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND");
    Stage.ok(stage.producer.post(calls, Map.of("call", "NO_GOOD", "reason", "somebody in frame")));
    assertThat(stage.state("plate:clean")).startsWith("OWED: not shot");
    Stage.ok(stage.producer.post(calls, Map.of("call", "NONE")));
    assertThat(stage.state("plate:clean")).isEqualTo("OWED: 1 take, none picked");
  }

  @Test
  void theSlateIsComparedBeforeItIsLoggedAndNothingIsKept() {
    Map<String, Object> other = new HashMap<>(Stage.CAMERA);
    other.put("iso", 800);
    Map<String, Object> slate = Map.of("shot", stage.shot, "plate", "plate:clean", "camera", other);
    String path = stage.base + "/setups/" + stage.setup + "/slate";
    assertThat(Stage.ok(stage.producer.post(path, slate)).body()).isEmpty();
    stage.pick("plate:performance-1", Stage.CAMERA);
    Stage.ok(stage.producer.post(stage.base + "/setups/" + stage.setup + "/touches", Map.of("kind", "CARD")));
    assertThat(Stage.ok(stage.producer.post(path, slate)).body()).extracting(f -> f.path("property").asString()).containsExactly("iso", "held");
    assertThat(stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes")).hasSize(1);
  }

  @Test
  void aCallThatIsSentTwiceIsOneCall() {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    Map<String, Object> call = Map.of("id", UUID.randomUUID().toString(), "call", "PICK");
    Stage.ok(stage.producer.post(stage.base + "/takes/" + take + "/calls", call));
    Stage.ok(stage.producer.post(stage.base + "/takes/" + take + "/calls", Map.of("call", "NONE")));
    Stage.ok(stage.producer.post(stage.base + "/takes/" + take + "/calls", call));
    assertThat(stage.state("plate:clean")).isEqualTo("OWED: 1 take, none picked");
  }

  @Test
  void strikingTheSetTurnsShootItIntoRescueIt() {
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    Map<String, Object> struck = Map.of("day", stage.day, "name", "Chart table", "struck", true);
    assertThat(stage.producer.put(stage.base + "/setups/" + stage.setup, "\"99\"", struck).status()).isEqualTo(412);
    Stage.ok(stage.producer.put(stage.base + "/setups/" + stage.setup, "\"" + sheet.at("setup/version").asInt() + "\"", struck));
    assertThat(stage.state("plate:clean")).isEqualTo("OWED: the set is struck");
    assertThat(stage.look().text("sentence")).contains("Borrow frames of a take");
    assertThat(stage.producer.get(stage.base + "/setups/" + stage.setup).at("beforeStrike")).noneMatch(b -> b.path("key").asString().startsWith("plate:"));
  }

  @Test
  void takesOfAnotherSetupAreNotComparedWithThisOne() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String second = Stage.ok(stage.producer.post(stage.base + "/setups", Map.of("day", stage.day, "name", "Other", "struck", false))).text("id");
    Map<String, Object> other = new HashMap<>(Stage.CAMERA);
    other.put("focalMm", 85);
    Map<String, Object> take = Map.of("id", UUID.randomUUID().toString(), "shot", stage.shot, "setup", second, "plate", "plate:clean", "roll", "B001", "tcIn", "02:00:00:00", "tcOut", "02:00:10:00", "camera", other);
    assertThat(Stage.ok(stage.producer.post(stage.base + "/takes", take)).at("findings")).isEmpty();
  }

  @Test
  void whoMaySayWhat() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    assertThat(stage.say(artist, "datum:eyeline", "SETTLED", "1.6 m").status()).isEqualTo(200);
    assertThat(stage.say(artist, "plate:clean", "DROPPED", "I can paint it").status()).isEqualTo(403);
    assertThat(stage.say(floor, "plate:clean", "DROPPED", "no time").status()).isEqualTo(200);
    assertThat(stage.state("plate:clean")).isEqualTo("DROPPED: no time");
    assertThat(stage.say(floor, "plate:clean", "REOPENED", "").status()).isEqualTo(200);
    assertThat(stage.state("plate:clean")).startsWith("OWED");
    assertThat(stage.say(floor, "plate:clean", "DROPPED", " ").text("field")).isEqualTo("words");
  }

  @Test
  void aCautionIsSignedByTheProducerAndCannotBeDropped() {
    String dash = stage.planned("The flags vanish", "B2", Map.of("leaveFrame", 10));
    String path = stage.base + "/shots/" + dash + "/evidence";
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    assertThat(floor.post(path, Map.of("item", "caution:run", "kind", "SETTLED", "words", "me")).status()).isEqualTo(403);
    Caller.Answer dropped = Stage.ok(stage.producer.post(path, Map.of("item", "caution:run", "kind", "DROPPED", "words", "nonsense")));
    assertThat(dropped.at("items")).filteredOn(i -> i.path("key").asString().equals("caution:run")).allMatch(i -> i.path("state").asString().equals("IN_DOUBT"));
    Caller.Answer accepted = Stage.ok(stage.producer.post(path, Map.of("item", "caution:run", "kind", "ACCEPTED", "words", "it will be fine")));
    assertThat(accepted.at("items")).filteredOn(i -> i.path("key").asString().equals("caution:run")).allMatch(i -> i.path("state").asString().equals("IN_DOUBT"));
    Caller.Answer unsigned = stage.producer.post(path, Map.of("item", "caution:run", "kind", "SETTLED", "words", "one run an hour"));
    assertThat(unsigned.status()).isEqualTo(422);
    assertThat(unsigned.at("field").asString()).isEqualTo("signature");
    Caller.Answer signed = Stage.ok(stage.producer.post(path, Map.of("item", "caution:run", "kind", "SETTLED", "words", "one run an hour", "signature", Map.of("who", "R. Ekholm", "role", "stunt coordinator"))));
    assertThat(signed.at("items")).filteredOn(i -> i.path("key").asString().equals("caution:run")).allMatch(i -> i.path("state").asString().equals("IN_HAND"));
  }

  @Test
  void theProductionsNumbersReachEveryPlan() {
    Map<String, Object> late = new HashMap<>(Map.of("id", UUID.randomUUID().toString(), "shot", stage.shot, "setup", stage.setup, "plate", "plate:clean", "roll", "A001", "tcIn", "01:00:00:00", "tcOut", "01:00:05:23", "camera", Stage.CAMERA));
    Stage.ok(stage.producer.post(stage.base + "/takes", late));
    Caller.Answer p = stage.producer.get(stage.base);
    Map<String, Object> s = new HashMap<>(Map.of("title", "T", "rate", "15", "capture", Map.of("width", 1920, "height", 1080), "delivery", Map.of("width", 1920, "height", 1080), "sensorWidthMm", 36, "mainsHz", 60, "firstFrame", 101, "handles", 8, "codePattern", "P-{scene}-{number}", "hoursPerDay", 8));
    Stage.ok(stage.producer.put(stage.base, p.etag(), s));
    Caller.Answer shot = stage.look();
    assertThat(shot.at("plan/cameraBrief")).extracting(b -> b.path("value").asString()).contains("15 fps", "1920 × 1080");
    assertThat(shot.at("plan/layers/0/spans/0/first").asInt()).isEqualTo(101);
    assertThat(Stage.ok(stage.producer.get(stage.base + "/setups/" + stage.setup)).text("nextIn")).isEqualTo("01:00:00:00");
    assertThat(shot.at("plan/checks")).filteredOn(c -> c.path("key").asString().equals("check:A1/push")).allMatch(c -> c.path("grade").asString().equals("DOUBTFUL"));
  }

  @Test
  void omittedShotsOweNothingAndComeBackWithTheirEvidence() {
    stage.pick("plate:clean", Stage.CAMERA);
    Caller.Answer before = stage.look();
    Map<String, Object> edit = Stage.edit(before);
    edit.put("omitted", true);
    Caller.Answer gone = Stage.ok(stage.producer.put(stage.base + "/shots/" + stage.shot, before.etag(), edit));
    assertThat(gone.at("items")).isEmpty();
    assertThat(stage.producer.get(stage.base + "/owed").at("total").asInt()).isZero();
    edit.put("omitted", false);
    Stage.ok(stage.producer.put(stage.base + "/shots/" + stage.shot, gone.etag(), edit));
    assertThat(stage.state("plate:clean")).isEqualTo("IN_HAND: take 1 picked");
  }

  @Test
  void listsComeInPages() {
    for (int i = 0; i < 45; i++) {
      stage.log("plate:clean", Stage.CAMERA);
    }
    Caller.Answer first = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(first.at("takes")).hasSize(40);
    assertThat(first.at("more").asBoolean()).isTrue();
    Caller.Answer owed = stage.producer.get(stage.base + "/owed?size=2");
    assertThat(owed.at("lines")).hasSize(2);
    assertThat(owed.at("more").asBoolean()).isTrue();
    List<String> seen = new java.util.ArrayList<>();
    for (int page = 0; page * 2 < owed.at("total").asInt(); page++) {
      stage.producer.get(stage.base + "/owed?size=2&page=" + page).at("lines").forEach(l -> seen.add(l.path("item").path("key").asString()));
    }
    assertThat(seen).hasSize(owed.at("total").asInt()).doesNotHaveDuplicates();
    assertThat(stage.producer.get(stage.base + "/journal?size=3").at("lines")).hasSize(3);
    assertThat(stage.producer.get(stage.base + "/owed?who=ARTIST").at("lines")).allMatch(l -> l.path("item").path("who").asString().equals("ARTIST"));
  }
}
