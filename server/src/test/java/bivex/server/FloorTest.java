package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/**
 * The shooting day over HTTP: what is logged is kept as it was, and what it means is worked out
 * anew each time.
 */
class FloorTest {
  private final Stage stage = new Stage();

  @Test
  void theSheetHasEverythingTheFloorNeeds() {
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(sheet.text("setup/tape")).isEqualTo("A");
    assertThat(sheet.at("plates"))
        .extracting(p -> p.path("key").asString())
        .containsExactly("plate:performance-1", "plate:performance-2", "plate:clean");
    assertThat(sheet.text("nextIn")).isEqualTo("01:00:00:00");
    assertThat(sheet.at("brief"))
        .extracting(b -> b.path("value").asString())
        .contains("35 mm", "f/5.6", "24 fps");
    assertThat(sheet.at("beforeStrike"))
        .extracting(b -> b.path("key").asString())
        .startsWith("plate:clean");
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
    Caller.Answer touch =
        stage.producer.post(
            stage.base + "/setups/" + stage.setup + "/touches",
            Map.of("kind", "LEGS", "note", "kicked"));
    assertThat(touch.text("remedy")).contains("clean plate");
    stage.pick("plate:clean", Stage.CAMERA);
    assertThat(stage.state("plate:performance-1")).isEqualTo("IN_HAND: take 1 picked");
    assertThat(stage.state("plate:clean"))
        .startsWith("IN_DOUBT: take 1: camera touched (legs or head: kicked)");
    Stage.ok(stage.say(stage.producer, "plate:clean", "ACCEPTED", "laid over: less than a pixel"));
    assertThat(stage.state("plate:clean"))
        .isEqualTo("IN_HAND: accepted: laid over: less than a pixel");
  }

  @Test
  void theLastWordOnATakeCounts() {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    String calls = stage.base + "/takes/" + take + "/calls";
    assertThat(stage.producer.post(calls, Map.of("call", "NO_GOOD")).text("field"))
        .isEqualTo("reason");
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
    assertThat(Stage.ok(stage.producer.post(path, slate)).body())
        .singleElement()
        .satisfies(f -> assertThat(f.path("against").asString()).isEqualTo("PLAN"));
    stage.pick("plate:performance-1", Stage.CAMERA);
    Stage.ok(
        stage.producer.post(
            stage.base + "/setups/" + stage.setup + "/touches", Map.of("kind", "CARD")));
    assertThat(Stage.ok(stage.producer.post(path, slate)).body())
        .extracting(f -> f.path("property").asString())
        .containsExactly("held", "iso");
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
    Map<String, Object> struck = Map.of("day", stage.day, "name", "Chart table", "struck", true);
    String path = stage.base + "/setups/" + stage.setup;
    assertThat(stage.producer.put(path, "\"99\"", struck).status()).isEqualTo(412);
    Caller.Answer kept = stage.producer.put(path, "\"0\"", struck);
    assertThat(kept.status()).isEqualTo(422);
    assertThat(kept.text("field")).isEqualTo("waivers");
    assertThat(kept.text("detail"))
        .contains("performance 1 of " + stage.production.code)
        .contains("clean plate");
    assertThat(stage.strike(" ").text("field")).isEqualTo("reason");
    assertThat(stage.producer.get(path).at("setup/struckAt").isNull()).isTrue();
    Stage.ok(stage.strike("the stage was wanted back"));
    assertThat(stage.state("plate:clean"))
        .isEqualTo("OWED: the set is struck, let go: the stage was wanted back");
    assertThat(stage.look().text("sentence")).contains("Nothing is shot that could stand in");
    assertThat(stage.producer.get(path).at("beforeStrike"))
        .isNotEmpty()
        .allMatch(b -> b.path("waived").asString().equals("the stage was wanted back"));
    assertThat(Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/rescue")).body())
        .isNotEmpty();
  }

  @Test
  void whatIsLetGoBeforeStrikingIsRescuedAtOnce() {
    stage.log("plate:performance-1", Stage.CAMERA);
    Stage.ok(stage.say(stage.producer, "plate:clean", "WAIVED", "rain"));
    assertThat(stage.state("plate:clean")).isEqualTo("OWED: not shot, let go: rain");
    assertThat(stage.look().at("items"))
        .filteredOn(i -> i.path("key").asString().equals("plate:clean"))
        .allMatch(
            i ->
                i.path("due").asString().equals("BEFORE_DELIVERY")
                    && i.path("action").asString().startsWith("Borrow"));
    stage.pick("plate:clean", Stage.CAMERA);
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND: take 1 picked");
  }

  @Test
  void noFieldIsSilentlyEmptyAndNoAutomaticModeSlipsIn() {
    Map<String, Object> take =
        new HashMap<>(
            Map.of(
                "id",
                UUID.randomUUID().toString(),
                "shot",
                stage.shot,
                "setup",
                stage.setup,
                "plate",
                "plate:clean",
                "roll",
                "A001",
                "tcIn",
                "01:00:00:00",
                "tcOut",
                "01:00:05:23",
                "camera",
                Stage.CAMERA));
    Caller.Answer silent = stage.producer.post(stage.base + "/takes", take);
    assertThat(silent.text("field")).isEqualTo("body");
    assertThat(silent.text("detail")).contains("not read").contains("focusM");
    take.put("notRead", List.of("colour"));
    assertThat(stage.producer.post(stage.base + "/takes", take).text("field")).isEqualTo("notRead");
    Map<String, Object> auto = new HashMap<>(Stage.CAMERA);
    auto.put("whiteAuto", true);
    take.putAll(Map.of("notRead", Stage.NOT_READ, "camera", auto));
    assertThat(stage.producer.post(stage.base + "/takes", take).text("field"))
        .isEqualTo("whiteAuto");
    take.put("overruled", "the lamp changes and so must the camera");
    Caller.Answer kept = Stage.ok(stage.producer.post(stage.base + "/takes", take));
    assertThat(kept.text("overruled")).startsWith("the lamp");
    assertThat(kept.at("findings"))
        .extracting(f -> f.path("property").asString())
        .contains("whiteAuto");
    assertThat(kept.at("notRead")).hasSize(8);
  }

  private static Map<String, Object> entry(String part, Object value) {
    return new HashMap<>(Map.of("id", UUID.randomUUID().toString(), part, value));
  }

  private Map<String, Object> queued(int number, String madeAt) {
    return entry(
        "logged",
        Map.of(
            "shot",
            stage.shot,
            "setup",
            stage.setup,
            "plate",
            "plate:clean",
            "number",
            number,
            "roll",
            "A001",
            "tcIn",
            "01:00:00:00",
            "tcOut",
            "01:00:05:23",
            "camera",
            Stage.CAMERA,
            "notRead",
            Stage.NOT_READ,
            "madeAt",
            madeAt));
  }

  private Caller.Answer send(Caller by, Instant sentAt, List<?> entries) {
    return Stage.ok(
        by.post(
            stage.base + "/floor/entries",
            Map.of("device", "tablet", "sentAt", sentAt.toString(), "entries", entries)));
  }

  @Test
  void whatADeviceWroteIsKeptOnceInItsOrderAndSaysWhatNoLongerFits() {
    Instant now = Instant.now();
    Map<String, Object> first = queued(1, now.minusSeconds(300).toString());
    Map<String, Object> pick = entry("call", Map.of("call", "PICK"));
    pick.put("take", first.get("id"));
    Map<String, Object> touch =
        entry("touch", Map.of("kind", "LEGS", "madeAt", now.minusSeconds(200).toString()));
    touch.put("setup", stage.setup);
    Map<String, Object> bad = queued(2, now.toString());
    bad.put(
        "logged",
        Map.of(
            "shot",
            stage.shot,
            "setup",
            stage.setup,
            "plate",
            "plate:clean",
            "roll",
            "A001",
            "tcIn",
            "01:00:00:00",
            "tcOut",
            "00:00:00:00",
            "notRead",
            List.of()));
    Map<String, Object> gone = queued(1, now.toString());
    gone.put(
        "logged",
        Map.of(
            "shot",
            stage.shot,
            "setup",
            stage.setup,
            "plate",
            "plate:performance-7",
            "number",
            1,
            "roll",
            "A001",
            "tcIn",
            "01:00:00:00",
            "tcOut",
            "01:00:05:23",
            "camera",
            Stage.CAMERA,
            "notRead",
            Stage.NOT_READ));
    List<Map<String, Object>> all =
        List.of(first, pick, touch, bad, gone, queued(1, now.toString()));
    Caller.Answer sent = send(stage.producer, now, all);
    assertThat(sent.at("results"))
        .extracting(r -> r.path("became").asString())
        .containsExactly("KEPT", "KEPT", "KEPT", "REFUSED", "KEPT_OTHERWISE", "KEPT_OTHERWISE");
    assertThat(sent.text("results/3/field")).isEqualTo("out");
    assertThat(sent.text("results/4/words")).contains("no longer owes this plate");
    assertThat(sent.text("results/5/words")).contains("kept as take 2");
    Caller.Answer again =
        send(stage.house.person(stage.production, Role.FLOOR), Instant.now(), all);
    assertThat(again.at("results"))
        .extracting(r -> r.path("became").asString())
        .containsExactly("KEPT", "KEPT", "KEPT", "REFUSED", "KEPT", "KEPT");
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(sheet.at("takes")).hasSize(3);
    assertThat(sheet.at("touches")).hasSize(1);
    assertThat(stage.look().at("loose").toString()).contains("plate:performance-7");
  }

  /**
   * A set struck by a device that was off the line: refused while anything is owed without a
   * reason, kept once, and no harm the second time.
   */
  @Test
  void aSetIsStruckByADevice() {
    Map<String, Object> bare = entry("strike", List.of());
    bare.put("setup", stage.setup);
    Caller.Answer refused = send(stage.producer, Instant.now(), List.of(bare));
    assertThat(refused.text("results/0/became")).isEqualTo("REFUSED");
    assertThat(refused.text("results/0/words"))
        .contains("the set still owes")
        .contains("clean plate");
    List<Map<String, Object>> waivers = new java.util.ArrayList<>();
    stage
        .producer
        .get(stage.base + "/setups/" + stage.setup)
        .at("beforeStrike")
        .forEach(
            i ->
                waivers.add(
                    Map.of(
                        "shot",
                        i.path("shot").asString(),
                        "item",
                        i.path("key").asString(),
                        "reason",
                        "night fell")));
    Map<String, Object> strike = entry("strike", waivers);
    strike.put("setup", stage.setup);
    assertThat(send(stage.producer, Instant.now(), List.of(strike, strike)).at("results"))
        .allMatch(r -> r.path("became").asString().equals("KEPT"));
    assertThat(stage.state("plate:clean")).isEqualTo("OWED: the set is struck, let go: night fell");
    assertThat(
            send(stage.producer, Instant.now(), List.of(queued(1, Instant.now().toString())))
                .text("results/0/words"))
        .isEqualTo("The set was struck meanwhile.");
    assertThat(
            send(stage.producer, Instant.now(), List.of(entry("none", "x")))
                .text("results/0/words"))
        .contains("is empty");
  }

  @Test
  void aWrongClockIsSetRightAndBothTimesAreKept() {
    Instant wrong = Instant.now().plusSeconds(86_400 * 40);
    Map<String, Object> take = queued(1, wrong.minusSeconds(60).toString());
    Caller.Answer sent = send(stage.producer, wrong, List.of(take));
    assertThat(sent.at("clockAheadSeconds").asLong()).isBetween(86_400L * 40 - 5, 86_400L * 40 + 1);
    Instant made =
        Instant.parse(
            stage.producer.get(stage.base + "/setups/" + stage.setup).text("takes/0/madeAt"));
    assertThat(Duration.between(made, Instant.now()).toSeconds()).isBetween(58L, 75L);
    assertThat(
            send(
                    stage.producer,
                    Instant.now().plusSeconds(1),
                    List.of(queued(2, Instant.now().toString())))
                .at("clockAheadSeconds")
                .asLong())
        .isZero();
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/floor/entries",
                    Map.of("device", "x", "entries", java.util.Collections.nCopies(201, Map.of())))
                .text("field"))
        .isEqualTo("entries");
  }

  @Test
  void lightIsNotedSoundIsCheckedAndAFalseStartDoesNotCount() {
    String notes = stage.base + "/setups/" + stage.setup + "/notes";
    assertThat(stage.producer.post(notes, Map.of("kind", "LIGHT")).text("field"))
        .isEqualTo("words");
    assertThat(stage.producer.post(notes, Map.of("kind", "SOUND", "item", "TEA")).text("field"))
        .isEqualTo("item");
    assertThat(stage.producer.post(notes, Map.of("kind", "LIGHT", "ev", 99)).text("field"))
        .isEqualTo("ev");
    Stage.ok(
        stage.producer.post(
            notes, Map.of("kind", "LIGHT", "words", "cloud", "ev", 11.5, "kelvin", 6200)));
    Stage.ok(stage.producer.post(notes, Map.of("kind", "SOUND", "item", "ROOM")));
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    Stage.ok(
        stage.producer.post(
            stage.base + "/takes/" + take + "/calls", Map.of("call", "FALSE_START")));
    assertThat(stage.state("plate:clean")).startsWith("OWED: not shot");
    assertThat(stage.producer.get(stage.base + "/setups/" + stage.setup).at("notes")).hasSize(2);
  }

  @Test
  void aStillBelongsToItsTakeAndOnlyAStillIsOne() {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    String path = stage.base + "/takes/" + take + "/stills";
    String id = UUID.randomUUID().toString();
    assertThat(
            stage
                .producer
                .upload(
                    path,
                    "x.png",
                    "no picture".getBytes(java.nio.charset.StandardCharsets.UTF_8),
                    Map.of("id", id))
                .status())
        .isEqualTo(422);
    Stage.ok(
        stage.producer.upload(
            path, "still.png", Clips.still("png", 64, 36), Map.of("id", id, "caption", "first")));
    Caller.Answer twice =
        Stage.ok(
            stage.producer.upload(
                path,
                "still.png",
                Clips.still("png", 64, 36),
                Map.of("id", id, "caption", "first")));
    assertThat(twice.body()).hasSize(1);
    var picture = stage.producer.get(stage.base + "/stills/" + id + "/picture").raw();
    assertThat(picture.headers().firstValue("Content-Type")).contains("image/png");
    assertThat(
            stage
                .producer
                .get(stage.base + "/setups/" + stage.setup)
                .text("takes/0/stills/0/caption"))
        .isEqualTo("first");
  }

  @Test
  void takesOfAnotherSetupAreNotComparedWithThisOne() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String second =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/setups",
                    Map.of("day", stage.day, "name", "Other", "struck", false)))
            .text("id");
    Map<String, Object> other = new HashMap<>(Stage.CAMERA);
    other.put("focalMm", 85);
    Map<String, Object> take =
        Map.of(
            "id",
            UUID.randomUUID().toString(),
            "shot",
            stage.shot,
            "setup",
            second,
            "plate",
            "plate:clean",
            "roll",
            "B001",
            "tcIn",
            "02:00:00:00",
            "tcOut",
            "02:00:10:00",
            "camera",
            other,
            "notRead",
            Stage.NOT_READ);
    assertThat(Stage.ok(stage.producer.post(stage.base + "/takes", take)).at("findings"))
        .isNotEmpty()
        .allMatch(f -> f.path("against").asString().equals("PLAN"));
  }

  @Test
  void whoMaySayWhat() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    assertThat(stage.say(artist, "datum:eyeline", "SETTLED", "1.6 m").status()).isEqualTo(200);
    assertThat(stage.say(artist, "plate:clean", "DROPPED", "I can paint it").status())
        .isEqualTo(403);
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
    assertThat(
            floor
                .post(path, Map.of("item", "caution:run", "kind", "SETTLED", "words", "me"))
                .status())
        .isEqualTo(403);
    for (String kind : List.of("DROPPED", "ACCEPTED", "WAIVED")) {
      Caller.Answer refused =
          stage.producer.post(
              path, Map.of("item", "caution:run", "kind", kind, "words", "it will be fine"));
      assertThat(refused.status()).isEqualTo(422);
      assertThat(refused.text("field")).isEqualTo("kind");
      assertThat(refused.text("detail")).contains("it takes SETTLED");
    }
    Caller.Answer unsigned =
        stage.producer.post(
            path, Map.of("item", "caution:run", "kind", "SETTLED", "words", "one run an hour"));
    assertThat(unsigned.status()).isEqualTo(422);
    assertThat(unsigned.at("field").asString()).isEqualTo("signature");
    Caller.Answer signed =
        Stage.ok(
            stage.producer.post(
                path,
                Map.of(
                    "item",
                    "caution:run",
                    "kind",
                    "SETTLED",
                    "words",
                    "one run an hour",
                    "signature",
                    Map.of("who", "R. Ekholm", "role", "stunt coordinator"))));
    assertThat(signed.at("items"))
        .filteredOn(i -> i.path("key").asString().equals("caution:run"))
        .allMatch(i -> i.path("state").asString().equals("IN_HAND"));
  }

  @Test
  void theProductionsNumbersReachEveryPlan() {
    Map<String, Object> late =
        new HashMap<>(
            Map.of(
                "id",
                UUID.randomUUID().toString(),
                "shot",
                stage.shot,
                "setup",
                stage.setup,
                "plate",
                "plate:clean",
                "roll",
                "A001",
                "tcIn",
                "01:00:00:00",
                "tcOut",
                "01:00:05:23",
                "camera",
                Stage.CAMERA,
                "notRead",
                Stage.NOT_READ));
    Stage.ok(stage.producer.post(stage.base + "/takes", late));
    Caller.Answer p = stage.producer.get(stage.base);
    Map<String, Object> s =
        new HashMap<>(
            Map.of(
                "title",
                "T",
                "rate",
                "15",
                "capture",
                Map.of("width", 1920, "height", 1080),
                "delivery",
                Map.of("width", 1920, "height", 1080),
                "sensorWidthMm",
                36,
                "mainsHz",
                60,
                "firstFrame",
                101,
                "handles",
                8,
                "codePattern",
                "P-{scene}-{number}",
                "hoursPerDay",
                8));
    Stage.ok(stage.producer.put(stage.base, p.etag(), s));
    Caller.Answer shot = stage.look();
    assertThat(shot.at("plan/cameraBrief"))
        .extracting(b -> b.path("value").asString())
        .contains("15 fps", "1920 × 1080");
    assertThat(shot.at("plan/layers/0/spans/0/first").asInt()).isEqualTo(101);
    assertThat(Stage.ok(stage.producer.get(stage.base + "/setups/" + stage.setup)).text("nextIn"))
        .isEqualTo("01:00:00:00");
    assertThat(shot.at("plan/checks"))
        .filteredOn(c -> c.path("key").asString().equals("check:A1/push"))
        .allMatch(c -> c.path("grade").asString().equals("DOUBTFUL"));
  }

  @Test
  void omittedShotsOweNothingAndComeBackWithTheirEvidence() {
    stage.pick("plate:clean", Stage.CAMERA);
    Caller.Answer before = stage.look();
    Map<String, Object> edit = Stage.edit(before);
    edit.put("omitted", true);
    Caller.Answer gone =
        Stage.ok(stage.producer.put(stage.base + "/shots/" + stage.shot, before.etag(), edit));
    assertThat(gone.at("items")).isEmpty();
    assertThat(stage.producer.get(stage.base + "/owed").at("total").asInt()).isZero();
    edit.put("omitted", false);
    Stage.ok(stage.producer.put(stage.base + "/shots/" + stage.shot, gone.etag(), edit));
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND: take 1 picked");
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
      stage
          .producer
          .get(stage.base + "/owed?size=2&page=" + page)
          .at("lines")
          .forEach(l -> seen.add(l.path("item").path("key").asString()));
    }
    assertThat(seen).hasSize(owed.at("total").asInt()).doesNotHaveDuplicates();
    assertThat(stage.producer.get(stage.base + "/journal?size=3").at("lines")).hasSize(3);
    assertThat(stage.producer.get(stage.base + "/owed?who=ARTIST").at("lines"))
        .allMatch(l -> l.path("item").path("who").asString().equals("ARTIST"));
  }

  /** What was written wrong is set right by a later entry; what it was stays on record. */
  @Test
  void aLoggedTakeIsSetRightAndWhatItWasStays() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Map<String, Object> wrong = new HashMap<>(Stage.CAMERA);
    wrong.put("iso", 3200);
    String take = stage.pick("plate:performance-2", wrong).text("id");
    assertThat(stage.state("plate:performance-2")).startsWith("IN_DOUBT");
    String path = stage.base + "/takes/" + take + "/corrections";
    assertThat(stage.producer.post(path, Map.of("camera", Stage.CAMERA)).text("field"))
        .isEqualTo("reason");
    assertThat(stage.producer.post(path, Map.of("reason", "no change")).text("field"))
        .isEqualTo("correction");
    assertThat(stage.producer.post(path, Map.of("reason", "x", "tcOut", "25:00:00:00")).status())
        .isEqualTo(422);
    assertThat(
            stage
                .house
                .person(stage.production, Role.ARTIST)
                .post(path, Map.of("reason", "x", "roll", "B001"))
                .status())
        .isEqualTo(403);
    Map<String, Object> right =
        Map.of(
            "id",
            UUID.randomUUID().toString(),
            "camera",
            Stage.CAMERA,
            "roll",
            "A009",
            "reason",
            "read off the wrong body");
    Caller.Answer set = Stage.ok(stage.producer.post(path, right));
    assertThat(set.at("corrections/0/changed").toString())
        .contains("was 3200", "roll A009, was A001");
    assertThat(set.text("corrections/0/reason")).isEqualTo("read off the wrong body");
    assertThat(stage.state("plate:performance-2")).startsWith("IN_HAND: take 1 picked");
    // Two who set different things right both count: nothing is sent back as it was before.
    Caller.Answer theirs =
        Stage.ok(
            stage.producer.post(
                path,
                Map.of(
                    "camera", Map.of("whiteK", 5600),
                    "notRead", List.of("fNumber"),
                    "reason", "the card of the day")));
    assertThat(theirs.at("camera/iso").asInt()).isEqualTo(400);
    assertThat(theirs.text("roll")).isEqualTo("A009");
    assertThat(theirs.at("camera/whiteK").asInt()).isEqualTo(5600);
    assertThat(theirs.at("camera/fNumber").isNull()).isTrue();
    assertThat(theirs.at("notRead").toString()).contains("fNumber");
    Caller.Answer back =
        Stage.ok(
            stage.producer.post(
                path,
                Map.of("camera", Map.of("fNumber", 5.6, "whiteK", 4300), "reason", "read now")));
    assertThat(back.at("notRead").toString()).doesNotContain("fNumber");
    assertThat(back.at("corrections")).hasSize(3);
    assertThat(Stage.ok(stage.producer.post(path, right)).at("corrections"))
        .as("sent twice is one correction")
        .hasSize(3);
    String second = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    Stage.ok(
        stage.producer.post(
            stage.base + "/takes/" + second + "/corrections",
            Map.of("plate", "plate:performance-2", "reason", "the slate was not turned")));
    assertThat(Stage.ok(stage.producer.get(stage.base + "/setups/" + stage.setup)).at("takes"))
        .filteredOn(t -> t.path("id").asString().equals(second))
        .singleElement()
        .satisfies(
            t -> {
              assertThat(t.path("plate").asString()).isEqualTo("plate:performance-2");
              assertThat(t.path("number").asInt()).isEqualTo(2);
              assertThat(t.path("corrections").get(0).path("changed").toString())
                  .contains("plate Performance 2, was Performance 1");
            });
    // From a device, in the order it was written: the correction of a take that comes with it.
    String id = UUID.randomUUID().toString();
    Map<String, Object> logged = new HashMap<>();
    logged.put("shot", stage.shot);
    logged.put("setup", stage.setup);
    logged.put("plate", "plate:clean");
    logged.put("roll", "A001");
    logged.put("tcIn", "01:10:00:00");
    logged.put("tcOut", "01:10:12:00");
    logged.put("camera", Stage.CAMERA);
    logged.put("notRead", Stage.NOT_READ);
    Caller.Answer sent =
        Stage.ok(
            stage.producer.post(
                stage.base + "/floor/entries",
                Map.of(
                    "device",
                    "phone",
                    "entries",
                    List.of(
                        Map.of("id", id, "logged", logged),
                        Map.of(
                            "id",
                            UUID.randomUUID().toString(),
                            "take",
                            id,
                            "correction",
                            Map.of("note", "with smoke", "reason", "forgotten"))))));
    assertThat(sent.at("results"))
        .hasSize(2)
        .allMatch(r -> r.path("became").asString().equals("KEPT"));
  }
}
