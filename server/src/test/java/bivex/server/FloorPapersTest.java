package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import biweekly.Biweekly;
import biweekly.component.VEvent;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import javax.sound.sampled.AudioSystem;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * What leaves the floor and comes back: papers, calendar, takes, picks, the guide track; and the
 * devices on the set.
 */
class FloorPapersTest {
  private final Stage stage = new Stage();
  private final String day = stage.base + "/days/" + stage.day;

  private String text(String path) {
    return new String(stage.producer.get(path).raw().body(), StandardCharsets.UTF_8);
  }

  private String pdf(String path) throws Exception {
    try (var d = Loader.loadPDF(stage.producer.get(path).raw().body())) {
      return new PDFTextStripper().getText(d);
    }
  }

  @Test
  void thePapersSayWhatTheDeskSays() throws Exception {
    String code = stage.look().text("code");
    assertThat(pdf(day + "/papers/day.pdf"))
        .contains(
            "Call 08:00",
            "wrap 18:00",
            code + " performance 1",
            "the double into part 2",
            "Local code");
    assertThat(pdf(day + "/papers/plates.pdf"))
        .contains(
            "Setup 1 · Chart table",
            "Clean plate · 10 s · in the match set not shot",
            "Nobody in frame for 10 s");
    assertThat(pdf(day + "/papers/wardrobe.pdf"))
        .contains("the double", "part 1", "changes before it");
    assertThat(pdf(day + "/papers/kit.pdf")).contains("Lamp on the background", code);
    assertThat(text(day + "/papers/kit.csv")).startsWith("\uFEFFwhat,kind,shots").contains(code);
    assertThat(stage.producer.get(day + "/papers/else.pdf").status()).isEqualTo(404);
    assertThat(
            stage.house.person(stage.production, Role.GUEST).get(day + "/papers/day.pdf").status())
        .isEqualTo(403);
  }

  /** Read back by the calendar library; 21 June, 08:00 in London is 07:00 UTC. */
  @Test
  void theDaysAreACalendar() {
    String place =
        "Pier, east; end " + "\u1f10\u03c0\u1f76 \u6f6e\u4f4d\u8a08 x ".repeat(12).strip();
    Map<String, Object> terms =
        new HashMap<>(
            Map.of(
                "latitude",
                50.9,
                "longitude",
                -4.5,
                "zone",
                "Europe/London",
                "call",
                480,
                "wrap",
                1500,
                "people",
                List.of(Map.of("name", "Odile", "duty", "both", "from", 480, "to", 900)),
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
    terms.putAll(Map.of("shadowHeightM", 1.7, "shadowLimitM", 0.1));
    Stage.ok(
        stage.producer.put(
            day, "\"0\"", Map.of("date", "2026-06-21", "place", place, "terms", terms)));
    String calendar = text(stage.base + "/days.ics");
    assertThat(calendar.split("\r\n"))
        .as("no line over 75 octets, RFC 5545, 3.1")
        .allMatch(l -> l.getBytes(StandardCharsets.UTF_8).length <= 75)
        .anyMatch(l -> l.getBytes(StandardCharsets.UTF_8).length > 72);
    VEvent e = Biweekly.parse(calendar).first().getEvents().get(0);
    assertThat(e.getDateStart().getValue().toInstant()).isEqualTo("2026-06-21T07:00:00Z");
    assertThat(e.getDateEnd().getValue().toInstant()).isEqualTo("2026-06-22T00:00:00Z");
    assertThat(e.getLocation().getValue()).isEqualTo(place);
    assertThat(e.getDescription().getValue())
        .contains("Setup 1, Chart table")
        .contains("Odile, both: 08:00 to 15:00");
  }

  @Test
  void takesGoOutAsAListAndComeBackOnce() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String csv = text(day + "/takes.csv");
    assertThat(csv.lines()).hasSize(2);
    Caller.Answer again =
        Stage.ok(
            stage.producer.upload(
                day + "/takes.csv", "takes.csv", csv.getBytes(StandardCharsets.UTF_8), Map.of()));
    assertThat(again.at("logged").asInt()).isZero();
    assertThat(again.at("known").asInt()).isEqualTo(1);
    String other =
        csv.lines()
            .skip(1)
            .findFirst()
            .orElseThrow()
            .replaceFirst("^[^,]*,", ",")
            .replace("plate:performance-1", "plate:clean");
    String fresh = csv.lines().findFirst().orElseThrow() + "\r\n" + other + "\r\n";
    for (int i = 0; i < 2; i++) {
      Caller.Answer in =
          Stage.ok(
              stage.producer.upload(
                  day + "/takes.csv",
                  "takes.csv",
                  fresh.getBytes(StandardCharsets.UTF_8),
                  Map.of()));
      assertThat(in.at("logged").asInt()).isEqualTo(1 - i);
    }
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND: take 1 picked");
    JsonNode takes = stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes");
    assertThat(takes)
        .filteredOn(t -> t.path("plate").asString().equals("plate:clean"))
        .singleElement()
        .satisfies(
            clean -> {
              assertThat(clean.path("camera").path("focalMm").asDouble()).isEqualTo(35);
              // What the list leaves empty was not read: eight of the takes', nine of the setup's.
              assertThat(clean.path("notRead")).hasSize(17);
            });
  }

  /**
   * Each kind of list comes back as it went out, also where decimals have commas; a spreadsheet
   * knows the encoding by the mark. What the slate refuses is refused of a list, unless it says
   * why.
   */
  @Test
  void everyKindOfListComesBackAsItWentOut() {
    Map<String, Object> camera = new HashMap<>(Stage.CAMERA);
    camera.put("fNumber", 5.6);
    camera.put("rate", "23.976");
    stage.log("plate:clean", camera);
    for (String kind : List.of("COMMA", "SEMICOLON", "TAB")) {
      Caller.Answer now = Stage.ok(stage.producer.get(stage.base));
      Map<String, Object> settings = new HashMap<>();
      for (String f :
          List.of(
              "title",
              "rate",
              "capture",
              "delivery",
              "sensorWidthMm",
              "mainsHz",
              "firstFrame",
              "handles",
              "codePattern",
              "hoursPerDay")) {
        settings.put(f, now.at(f));
      }
      settings.put("lists", kind);
      Stage.ok(stage.producer.put(stage.base, "\"" + now.at("version").asLong() + "\"", settings));
      String csv = text(day + "/takes.csv");
      String parted = Map.of("COMMA", ",", "SEMICOLON", ";", "TAB", "\t").get(kind);
      assertThat(csv).startsWith("\uFEFFid" + parted + "code");
      assertThat(csv).contains(kind.equals("SEMICOLON") ? ";5,6;" : parted + "5.6" + parted);
      String other =
          csv.lines()
              .filter(l -> l.contains("01:00:00:00"))
              .findFirst()
              .orElseThrow()
              .replaceFirst("^[^,;\t]*", "");
      Caller.Answer in =
          Stage.ok(
              stage.producer.upload(
                  day + "/takes.csv",
                  "takes.csv",
                  (csv.lines().findFirst().orElseThrow()
                          + "\r\n"
                          + other
                              .replace("01:00:00:00", "01:00:00:0" + kind.length() % 7)
                              .replace(
                                  parted + "1" + parted + "1" + parted,
                                  parted + parted + "1" + parted)
                          + "\r\n")
                      .getBytes(StandardCharsets.UTF_8),
                  Map.of()));
      assertThat(in.at("logged").asInt()).as(kind + in).isEqualTo(1);
    }
    JsonNode takes = stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes");
    assertThat(takes)
        .hasSize(4)
        .allMatch(t -> t.path("camera").path("fNumber").asDouble() == 5.6)
        .allMatch(t -> t.path("camera").path("shutterSeconds").asDouble() < 0.021)
        .allMatch(t -> t.path("camera").path("rate").asString().equals("24000/1001"));
    String auto =
        "code,plate,setup,roll,in,out,whiteAuto,because\n"
            + stage.look().text("code")
            + ",plate:performance-1,1,A001,01:00:00:00,01:00:05:23,automatic,%s\n";
    Caller.Answer refused =
        stage.producer.upload(
            day + "/takes.csv",
            "t.csv",
            auto.formatted("").getBytes(StandardCharsets.UTF_8),
            Map.of());
    assertThat(refused.text("field")).isEqualTo("row 2, whiteAuto");
    assertThat(refused.text("detail")).contains("in the column because");
    Stage.ok(
        stage.producer.upload(
            day + "/takes.csv",
            "t.csv",
            auto.formatted("the lamp changes").getBytes(StandardCharsets.UTF_8),
            Map.of()));
    assertThat(text(day + "/takes.csv")).contains("the lamp changes");
  }

  /** What must be the same again for each part goes out with the take and comes back with it. */
  @Test
  void thePartsOfADoubleAreInTheList() {
    List<Map<String, Object>> parts =
        List.of(
            Map.of("part", 1, "eyeline", "1.62 m, left", "zone", "left", "wardrobe", "coat, wet"),
            Map.of("part", 3, "eyeline", "", "zone", "right", "wardrobe", "hat"));
    Map<String, Object> take = new HashMap<>();
    take.putAll(Map.of("id", UUID.randomUUID(), "shot", stage.shot, "setup", stage.setup));
    take.putAll(Map.of("plate", "plate:performance-1", "roll", "A001", "parts", parts));
    take.putAll(Map.of("tcIn", "01:00:00:00", "tcOut", "01:00:05:23", "camera", Stage.CAMERA));
    take.put("notRead", Stage.NOT_READ);
    Stage.ok(stage.producer.post(stage.base + "/takes", take));
    String csv = text(day + "/takes.csv");
    assertThat(csv.lines().findFirst().orElseThrow())
        .contains("eyeline 1,zone 1,wardrobe 1,eyeline 2,")
        .doesNotContain("eyeline 4");
    String anew =
        csv.replaceFirst("(\r\n)[^,]*,", "$1,")
            .replace("01:00:05:23", "01:00:05:20")
            .replace("wardrobe 3", "Wardrobe 3")
            .replace(",codec", ",kodec");
    Caller.Answer in =
        Stage.ok(
            stage.producer.upload(
                day + "/takes.csv", "t.csv", anew.getBytes(StandardCharsets.UTF_8), Map.of()));
    assertThat(in.at("otherwise").toString()).contains("the column \\\"kodec\\\" is not read");
    JsonNode takes = stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes");
    assertThat(takes)
        .hasSize(2)
        .allMatch(t -> t.path("parts").equals(bivex.server.http.Json.MAPPER.valueToTree(parts)));
  }

  @Test
  void aListWithAFaultLogsNothingAndNamesTheRow() {
    String good =
        "code,plate,setup,roll,in,out\n"
            + stage.look().text("code")
            + ",plate:clean,1,A001,01:00:00:00,01:00:05:23\n";
    for (var bad :
        Map.of(
                "X-1,plate:clean,1,A001,01:00:00:00,01:00:05:23",
                "row 3, code",
                stage.look().text("code") + ",plate:clean,9,A001,01:00:00:00,01:00:05:23",
                "row 3, setup",
                stage.look().text("code") + ",plate:none,1,A001,01:00:00:00,01:00:05:23",
                "row 3, plate",
                stage.look().text("code") + ",plate:clean,1,A001,01:00:00:00,00:00:05:23",
                "row 3, out")
            .entrySet()) {
      Caller.Answer a =
          stage.producer.upload(
              day + "/takes.csv",
              "t.csv",
              (good + bad.getKey() + "\n").getBytes(StandardCharsets.UTF_8),
              Map.of());
      assertThat(a.status()).as(a.toString()).isEqualTo(422);
      assertThat(a.text("field")).isEqualTo(bad.getValue());
    }
    assertThat(
            stage
                .producer
                .upload(
                    day + "/takes.csv",
                    "t.csv",
                    "code,roll\n".getBytes(StandardCharsets.UTF_8),
                    Map.of())
                .text("detail"))
        .contains("no column plate, setup");
    assertThat(stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes")).isEmpty();
  }

  /**
   * Out as an edit list and as a timeline, both read back: the editor's picks are the floor's
   * picks.
   */
  @Test
  void picksGoToTheEditAndComeBack() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String edl = text(day + "/picks.edl");
    JsonNode otio = bivex.server.http.Json.MAPPER.readTree(text(day + "/picks.otio"));
    JsonNode clip = otio.path("tracks").path("children").get(0).path("children").get(0);
    assertThat(otio.path("OTIO_SCHEMA").asString()).isEqualTo("Timeline.1");
    assertThat(clip.path("OTIO_SCHEMA").asString()).isEqualTo("Clip.2");
    // The take is 144 frames from 01:00:00:00; handles of 8 are cut in at both ends and stay
    // available.
    assertThat(clip.path("source_range").path("start_time").path("value").asDouble())
        .isEqualTo(86_400 + 8);
    assertThat(clip.path("source_range").path("duration").path("value").asDouble()).isEqualTo(128);
    assertThat(
            clip.path("media_references")
                .path("DEFAULT_MEDIA")
                .path("available_range")
                .path("duration")
                .path("value")
                .asDouble())
        .isEqualTo(144);
    assertThat(edl)
        .contains(
            Timecode.parse("01:00:00:08", FrameRate.FILM).label()
                + " 01:00:05:16 01:00:00:00 01:00:05:08");
    String take = stage.producer.get(stage.base + "/setups/" + stage.setup).text("takes/0/id");
    for (String back : List.of(edl, otio.toString())) {
      Stage.ok(
          stage.producer.post(stage.base + "/takes/" + take + "/calls", Map.of("call", "NONE")));
      assertThat(stage.state("plate:performance-1")).startsWith("OWED");
      assertThat(
              Stage.ok(
                      stage.producer.upload(
                          day + "/picks", "picks", back.getBytes(StandardCharsets.UTF_8), Map.of()))
                  .at("picked")
                  .asInt())
          .isEqualTo(1);
      assertThat(stage.state("plate:performance-1")).isEqualTo("IN_HAND: take 1 picked");
    }
    Caller.Answer gone =
        Stage.ok(
            stage.producer.upload(
                day + "/picks",
                "picks",
                edl.replace("A001", "B009").getBytes(StandardCharsets.UTF_8),
                Map.of()));
    assertThat(gone.at("unknown")).hasSize(1);
    assertThat(
            stage
                .producer
                .upload(
                    day + "/picks", "picks", "nonsense".getBytes(StandardCharsets.UTF_8), Map.of())
                .status())
        .isEqualTo(422);
    assertThat(
            stage
                .producer
                .upload(
                    day + "/picks", "picks", "{\"a\":1}".getBytes(StandardCharsets.UTF_8), Map.of())
                .text("detail"))
        .contains("no timeline");
  }

  /** A table as spreadsheets of other countries save it is read; another encoding is refused. */
  @Test
  void tablesOfOtherCountriesAreReadAndOtherEncodingsRefused() {
    String code = stage.look().text("code");
    String table =
        "\uFEFFCode;Plate;SETUP;Roll;In;Out;note;fNumber;shutterSeconds;stabiliser\r\n"
            + code
            + ";plate:clean;1;A001;01:00:00:00;01:00:11:00;Café;5,6;1/50;off\r\n";
    Caller.Answer in =
        Stage.ok(
            stage.producer.upload(
                day + "/takes.csv", "takes.csv", table.getBytes(StandardCharsets.UTF_8), Map.of()));
    assertThat(in.at("logged").asInt()).isEqualTo(1);
    JsonNode take = stage.producer.get(stage.base + "/setups/" + stage.setup).at("takes").get(0);
    assertThat(take.path("note").asString()).isEqualTo("Café");
    assertThat(take.path("camera").path("fNumber").asDouble()).isEqualTo(5.6);
    assertThat(take.path("camera").path("stabiliser").asBoolean(true)).isFalse();
    Caller.Answer refused =
        stage.producer.upload(
            day + "/takes.csv",
            "takes.csv",
            table.substring(1).getBytes(StandardCharsets.ISO_8859_1),
            Map.of());
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.text("detail")).contains("UTF-8");
  }

  /**
   * Lists from elsewhere: what is no timeline, runs at another rate or has no clip is refused with
   * the reason; what is not on this day is told.
   */
  @Test
  void listsFromElsewhereAreReadOrRefused() {
    String clip =
        "{\"OTIO_SCHEMA\":\"Clip.2\",\"name\":\"theirs\","
            + "\"source_range\":{\"start_time\":{\"rate\":%s,\"value\":86410},"
            + "\"duration\":{\"rate\":24,\"value\":20}},"
            + "\"media_references\":{\"DEFAULT_MEDIA\":{\"target_url\":\"A001\"}}}";
    String timeline =
        "{\"OTIO_SCHEMA\":\"Timeline.1\",\"name\":\"cut\","
            + "\"tracks\":{\"children\":[{\"kind\":\"Audio\",\"children\":[]},"
            + "{\"kind\":\"Video\",\"children\":[{\"OTIO_SCHEMA\":\"Gap.1\"},%s]}]}}";
    for (var refused :
        Map.of(
                "{\"OTIO_SCHEMA\":\"Timeline.1\",\"tracks\":{\"children\":[]}}",
                "has no event",
                timeline.formatted("{\"OTIO_SCHEMA\":\"Gap.1\"}"),
                "has no event",
                "{broken",
                "is no JSON",
                "TITLE: x\n001 A001 V C 01:00:00:00 01:00:00:99 01:00:00:00 01:00:01:00\n",
                "line 2")
            .entrySet()) {
      Caller.Answer a =
          stage.producer.upload(
              day + "/picks", "picks", refused.getKey().getBytes(StandardCharsets.UTF_8), Map.of());
      assertThat(a.status()).as(a.toString()).isEqualTo(422);
      assertThat(a.text("detail")).contains(refused.getValue());
    }
    stage.log("plate:clean", Stage.CAMERA);
    // Counted at another rate its label is another time: it is told, and nothing is picked.
    Caller.Answer other =
        Stage.ok(
            stage.producer.upload(
                day + "/picks",
                "picks",
                timeline.formatted(clip.formatted("25")).getBytes(StandardCharsets.UTF_8),
                Map.of()));
    assertThat(other.at("picked").asInt()).isZero();
    assertThat(other.at("unknown/0").asString()).contains("no take of it lies at 00:57:36:10");
    Caller.Answer found =
        Stage.ok(
            stage.producer.upload(
                day + "/picks",
                "picks",
                timeline.formatted(clip.formatted("24")).getBytes(StandardCharsets.UTF_8),
                Map.of()));
    assertThat(found.at("picked").asInt()).isEqualTo(1);
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND: take 1 picked");
    assertThat(
            stage
                .house
                .person(stage.production, Role.ARTIST)
                .upload(day + "/picks", "picks", new byte[] {1}, Map.of())
                .status())
        .isEqualTo(403);
  }

  @Test
  void theGuideTrackComesFromTheScriptAndIsHeard() throws Exception {
    String path = stage.base + "/shots/" + stage.shot + "/guide";
    Caller.Answer proposed = Stage.ok(stage.producer.get(path));
    assertThat(proposed.at("parts")).isNotEmpty();
    Map<String, Object> clash =
        Map.of(
            "lines",
            List.of(
                Map.of("part", 1, "name", "A", "text", "one two", "from", 0, "to", 2),
                Map.of("part", 2, "name", "B", "text", "three", "from", 1.5, "to", 3)));
    assertThat(Stage.ok(stage.producer.post(path, clash)).at("track/overlaps/0/from").asDouble())
        .isEqualTo(1.5);
    Map<String, Object> heard = new HashMap<>(clash);
    assertThat(stage.producer.post(path + ".wav", heard).text("field")).isEqualTo("listener");
    heard.put("listener", 2);
    try (var in =
        AudioSystem.getAudioInputStream(
            new ByteArrayInputStream(stage.producer.post(path + ".wav", heard).raw().body()))) {
      assertThat(in.getFrameLength()).isEqualTo((3 + 3 + 1) * 48_000L);
    }
    try (var d = Loader.loadPDF(stage.producer.post(path + ".pdf", clash).raw().body())) {
      assertThat(new PDFTextStripper().getText(d)).contains("speak at once from 1.5 to 2.0 s");
    }
    assertThat(Stage.ok(stage.producer.get(path)).text("keptBy")).isEmpty();
    assertThat(stage.house.person(stage.production, Role.ARTIST).put(path, "", clash).status())
        .isEqualTo(403);
    assertThat(stage.state("check:lines")).isEqualTo("none");
    Stage.ok(stage.producer.put(path, "", clash));
    Caller.Answer kept = Stage.ok(stage.producer.get(path));
    assertThat(kept.text("keptBy")).isNotEmpty();
    assertThat(kept.at("track/lines/1/from").asDouble()).isEqualTo(1.5);
    assertThat(stage.state("check:lines"))
        .isEqualTo("IN_DOUBT: parts 1 and 2 speak at once from 1.5 to 2.0 s");
    Stage.ok(stage.producer.put(path, "", Map.of("lines", List.of())));
    assertThat(Stage.ok(stage.producer.get(path)).at("track").toString())
        .isEqualTo(proposed.at("track").toString());
    assertThat(stage.state("check:lines")).isEqualTo("none");
  }

  @Test
  void theCameraOnTheSetIsReadAndItsFaultsAreSeen() {
    String faults = stage.base + "/devices/faults";
    Stage.ok(
        stage.producer.put(
            faults,
            "\"0\"",
            Map.of(
                "nudgePx",
                0,
                "driftStops",
                0,
                "whiteAuto",
                false,
                "splitFile",
                false,
                "headRepeatDeg",
                0.002,
                "headStartFrames",
                0)));
    Stage.ok(stage.producer.post(stage.base + "/camera/record", Map.of()));
    assertThat(Stage.ok(stage.producer.get(stage.base + "/camera")).at("rolling").asBoolean())
        .isTrue();
    Caller.Answer cut = Stage.ok(stage.producer.post(stage.base + "/camera/cut", Map.of()));
    assertThat(cut.text("clip")).matches("A001C\\d{3}");
    assertThat(cut.at("camera/iso").asDouble()).isEqualTo(400);
    assertThat(
            Timecode.parse(cut.text("tcOut"), FrameRate.FILM)
                .minus(Timecode.parse(cut.text("tcIn"), FrameRate.FILM)))
        .isGreaterThanOrEqualTo(23);
    assertThat(stage.producer.post(stage.base + "/camera/explode", Map.of()).text("field"))
        .isEqualTo("word");
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    Caller.Answer still =
        Stage.ok(
            stage.producer.post(
                stage.base + "/takes/" + take + "/stills/from-camera",
                Map.of("id", UUID.randomUUID().toString())));
    assertThat(still.at("0/width").asInt()).isEqualTo(1280);
    Stage.ok(
        stage.producer.put(
            faults,
            "\"0\"",
            Map.of(
                "nudgePx",
                4,
                "driftStops",
                0.1,
                "whiteAuto",
                true,
                "splitFile",
                true,
                "headRepeatDeg",
                0.02,
                "headStartFrames",
                0.5)));
    Stage.ok(stage.producer.post(stage.base + "/camera/record", Map.of()));
    Caller.Answer faulty = Stage.ok(stage.producer.post(stage.base + "/camera/cut", Map.of()));
    assertThat(faulty.at("camera/whiteAuto").asBoolean()).isTrue();
    assertThat(faulty.at("files")).hasSize(2);
    assertThat(
            stage.house.person(stage.production, Role.ARTIST).get(stage.base + "/camera").status())
        .isEqualTo(403);
    Map<String, Object> move =
        new HashMap<>(
            Map.of(
                "setup",
                stage.setup,
                "sweepDeg",
                180,
                "seconds",
                10,
                "first",
                true,
                "focalMm",
                24));
    Stage.ok(stage.producer.post(stage.base + "/head/play", move));
    move.put("first", false);
    Caller.Answer second = Stage.ok(stage.producer.post(stage.base + "/head/play", move));
    assertThat(second.at("passes/startFrames").asDouble())
        .isCloseTo(0.5, org.assertj.core.api.Assertions.within(1e-9));
    assertThat(second.text("passes/words")).startsWith("Started 0.50 frames apart");
    move.put("seconds", 0);
    assertThat(stage.producer.post(stage.base + "/head/play", move).text("field"))
        .isEqualTo("seconds");
  }
}
