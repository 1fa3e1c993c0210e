package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.http.Json;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Cuts over HTTP: kept as they came, asked, followed, compared and handed out. */
class CutTest {
  /** 48 frames of the cut with 8 frames of handles. */
  private static final byte[] WITH_HANDLES = Clips.mp4(1920, 1080, "24", 64);

  private final Stage stage = new Stage();
  private final String cuts = stage.base + "/cuts";

  private static String event(
      int n, String reel, String in, String out, String from, String to, String... more) {
    return "%03d  %s V C %s %s %s %s%n%s"
        .formatted(
            n, reel, in, out, from, to, more.length == 0 ? "" : String.join("\n", more) + "\n");
  }

  private static String list(String... events) {
    return "TITLE: REEL\nFCM: NON-DROP FRAME\n\n" + String.join("\n", events);
  }

  private Caller.Answer bring(String name, String text) {
    return Stage.ok(
        stage.producer.upload(
            cuts,
            name + ".edl",
            text.getBytes(StandardCharsets.UTF_8),
            Map.of("name", name, "madeBy", "Noor", "madeOn", "2026-11-20")));
  }

  private JsonNode row(String cut, int n) {
    return stage.producer.get(cuts + "/" + cut + "/sheet").at("rows").get(n);
  }

  private Caller.Answer follow(String cut) {
    return stage.producer.post(cuts + "/" + cut + "/follow", Map.of("shots", List.of(stage.shot)));
  }

  /** The take is 144 frames from 01:00:00:00; the cut uses 48 of them from its second second. */
  private static String used(String in, String out, String to) {
    return list(event(1, "A001", in, out, "01:00:00:00", to));
  }

  @Test
  void aCutWithinTheHandlesNeedsNoNewRenderAndNotesStayOnTheirFrames() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String first = bring("first", used("01:00:02:00", "01:00:04:00", "01:00:02:00")).text("cut/id");
    JsonNode before = row(first, 0);
    assertThat(before.path("follows").asBoolean()).isFalse();
    assertThat(before.path("plates").get(0).path("known").asBoolean()).isTrue();
    Stage.ok(follow(first));
    assertThat(row(first, 0).path("follows").asBoolean()).isTrue();
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    Stage.ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/notes",
            Map.of("frame", 1010, "words", "look here")));

    // Four frames longer at the head and two at the tail.
    Caller.Answer second = bring("second", used("01:00:01:20", "01:00:04:02", "01:00:02:06"));
    assertThat(second.text("before")).isEqualTo("first");
    JsonNode changed = row(second.text("cut/id"), 0);
    assertThat(changed.path("changed").asString())
        .isEqualTo("4 frames earlier at the head; 2 frames longer at the tail");
    assertThat(changed.path("cost").path("words").asString())
        .contains("no new render, notes keep their frames; 4 and 6 frames are left");
    assertThat(changed.path("numbers").asString()).isEqualTo("997 to 1050");
    // Nothing follows by itself.
    assertThat(stage.look().at("cutFrames").asInt()).isEqualTo(48);
    Stage.ok(follow(second.text("cut/id")));
    assertThat(stage.look().at("cutFrames").asInt()).isEqualTo(54);
    assertThat(stage.look().text("follows")).isEqualTo("second");
    Caller.Answer review = stage.producer.get(stage.base + "/shots/" + stage.shot + "/review");
    assertThat(review.at("cutFirst").asInt()).isEqualTo(997);
    assertThat(review.at("cutLast").asInt()).isEqualTo(1050);
    assertThat(review.at("versions/0/firstFrame").asInt()).isEqualTo(993);
    assertThat(review.at("notes/0/frame").asInt()).isEqualTo(1010);
    assertThat(review.at("notes/0/timecode").asString()).isEqualTo("00:00:00:09");
    for (JsonNode c : review.at("versions/0/checks")) {
      assertThat(c.path("agrees").asBoolean()).as(c.toString()).isTrue();
    }
    // Far beyond what was made: it says by how much.
    String third = bring("third", used("01:00:01:20", "01:00:05:20", "01:00:04:00")).text("cut/id");
    assertThat(row(third, 0).path("cost").path("frames").asInt()).isEqualTo(36);
    Stage.ok(follow(third));
    assertThat(
            stage
                .producer
                .get(stage.base + "/shots/" + stage.shot + "/review")
                .text("versions/0/checks/2/remedy"))
        .isEqualTo("Render 989 to 1100: 36 frames are missing at the tail.");
    // It can be gone only while nothing follows it.
    assertThat(stage.producer.delete(cuts + "/" + third).text("field")).isEqualTo("cut");
    Stage.ok(stage.producer.delete(cuts + "/" + second.text("cut/id")));
    assertThat(stage.producer.get(cuts).body()).hasSize(2);
  }

  @Test
  void whatIsDoubtfulIsAskedAnsweredAndKnownInTheNextCut() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String odd = event(1, "A001", "09:00:00:00", "09:00:02:00", "01:00:00:00", "01:00:02:00");
    Caller.Answer one = bring("one", list(odd, "THIS IS NOTHING"));
    String cut = one.text("cut/id");
    assertThat(one.at("asked").asInt()).isEqualTo(1);
    assertThat(one.at("passed/0/why").asString()).isEqualTo("UNKNOWN");
    assertThat(one.at("passed/0/text").asString()).isEqualTo("THIS IS NOTHING");
    JsonNode asked = stage.producer.get(cuts + "/" + cut + "/events?how=ASKED").at("events").get(0);
    JsonNode proposal = asked.path("proposals").get(0);
    Caller.Answer said =
        Stage.ok(
            stage.producer.post(
                cuts + "/" + cut + "/words",
                Map.of(
                    "event",
                    asked.path("event").asInt(),
                    "shot",
                    proposal.path("shot").asString(),
                    "take",
                    proposal.path("take").asString())));
    assertThat(said.at("asked").asInt()).isZero();
    assertThat(said.at("effects").asInt()).isEqualTo(1);
    Caller.Answer two =
        bring(
            "two",
            list(event(1, "A001", "09:00:00:12", "09:00:02:12", "01:00:00:00", "01:00:02:00")));
    assertThat(two.at("asked").asInt()).as("the same frames of the same roll").isZero();
    // Somebody may say it is none after all; the newest word counts.
    Caller.Answer none =
        Stage.ok(
            stage.producer.post(cuts + "/" + two.text("cut/id") + "/words", Map.of("event", 0)));
    assertThat(none.at("none").asInt()).isEqualTo(1);
    assertThat(stage.producer.post(cuts + "/" + cut + "/words", Map.of("event", 9)).text("field"))
        .isEqualTo("event");
    // The file is as it came, to the byte.
    assertThat(stage.producer.get(cuts + "/" + cut + "/file").raw().body())
        .isEqualTo(list(odd, "THIS IS NOTHING").getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void itIsHandedOutInEveryFormat() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String cut =
        bring("the first", used("01:00:02:00", "01:00:04:00", "01:00:02:00")).text("cut/id");
    for (String name :
        List.of(
            "pulls.csv",
            "pulls.pdf",
            "pulls.edl",
            "pulls.otio",
            "changes.csv",
            "changes.pdf",
            "spotting.csv",
            "spotting.pdf",
            "spotting.otio",
            "notes.edl",
            "notes.otio",
            "turnover/" + stage.shot + ".pdf",
            "file")) {
      Caller.Answer a = stage.producer.get(cuts + "/" + cut + "/" + name);
      assertThat(a.status()).as(name + a).isEqualTo(200);
      assertThat(a.raw().headers().firstValue("Content-Disposition").orElse(""))
          .startsWith("attachment");
      byte[] body = a.raw().body();
      if (name.endsWith("pdf")) {
        assertThat(new String(body, 0, 5, StandardCharsets.ISO_8859_1)).isEqualTo("%PDF-");
      }
    }
    String csv =
        new String(
            stage.producer.get(cuts + "/" + cut + "/pulls.csv").raw().body(),
            StandardCharsets.UTF_8);
    // 48 frames from the 48th of the take with 8 on each side, both ends in.
    assertThat(csv).contains("A001,01:00:01:16,01:00:04:07,64,993,1056,1001,1001,as recorded");
    assertThat(stage.producer.get(cuts + "/" + cut + "/pulls.xml").status()).isEqualTo(404);
    // What is pulled is read back as a cut, and is of the same take.
    Caller.Answer back =
        Stage.ok(
            stage.producer.upload(
                cuts,
                "back.otio",
                stage.producer.get(cuts + "/" + cut + "/pulls.otio").raw().body(),
                Map.of("name", "back", "reel", "R9")));
    assertThat(back.at("effects").asInt()).isEqualTo(1);
    assertThat(row(back.text("cut/id"), 0).path("frames").asInt()).isEqualTo(64);
  }

  /**
   * Notes stand at their frames in the cut, for who cuts it; what is not sure is told beside them.
   */
  @Test
  void notesStandWhereTheirFramesAreInTheCut() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String cut =
        bring(
                "the first",
                list(
                    event(1, "B009", "05:00:00:00", "05:00:02:00", "10:00:00:00", "10:00:02:00"),
                    event(2, "A001", "01:00:02:00", "01:00:04:00", "10:00:02:00", "10:00:04:00")))
            .text("cut/id");
    String version = stage.upload(Clips.mp4(1920, 1080, "24", 64)).text("versions/0/id");
    String notes = stage.base + "/versions/" + version + "/notes";
    Stage.ok(stage.producer.post(notes, Map.of("frame", 1011, "words", "the hand pops")));
    Stage.ok(stage.producer.post(notes, Map.of("frame", 995, "words", "a hair in the gate")));
    Stage.ok(stage.producer.post(notes, Map.of("whole", true, "words", "warmer; *LOC: x")));
    String edl =
        new String(
            stage.producer.get(cuts + "/" + cut + "/notes.edl").raw().body(),
            StandardCharsets.UTF_8);
    // The shot begins two seconds in; its eleventh frame is ten frames on.
    assertThat(edl)
        .contains("* LOC: 10:00:02:10 ")
        .contains(" frame 1011: the hand pops (")
        .containsPattern("LOC: 10:00:02:00 \\S+ frame 995, handle before: a hair")
        .containsPattern("LOC: 10:00:02:00 \\S+, whole shot: warmer");
    assertThat(edl.lines().filter(l -> l.startsWith("* LOC:"))).hasSize(3);
    JsonNode timeline =
        Json.MAPPER.readTree(stage.producer.get(cuts + "/" + cut + "/notes.otio").raw().body());
    JsonNode clip = timeline.at("/tracks/children/0/children/0");
    assertThat(clip.path("markers")).hasSize(3);
    // Frames from midnight, as the clip counts: ten hours and 58 frames.
    assertThat(clip.at("/markers/2/marked_range/start_time/value").asLong())
        .isEqualTo(10 * 3600 * 24 + 58);
    // In a cut of another length it is told that it is not sure.
    String longer =
        bring(
                "longer",
                list(event(1, "A001", "01:00:01:00", "01:00:04:00", "10:00:00:00", "10:00:03:00")))
            .text("cut/id");
    assertThat(
            new String(
                stage.producer.get(cuts + "/" + longer + "/notes.edl").raw().body(),
                StandardCharsets.UTF_8))
        .contains("is 72 frames long in this cut and was worked on as 48")
        .contains("about here");
  }

  /** First and last frame stand on the turnover sheet where the clip has the frames of its take. */
  @Test
  void theTurnoverSheetShowsTheFramesThatAreCertain() throws IOException {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String cut = bring("first", used("01:00:02:00", "01:00:04:00", "01:00:02:00")).text("cut/id");
    String take = stage.producer.get(stage.base + "/setups/" + stage.setup).text("takes/0/id");
    String paper = cuts + "/" + cut + "/turnover/" + stage.shot + ".pdf";
    Stage.ok(
        stage.producer.upload(
            stage.base + "/takes/" + take + "/clips",
            "t.mp4",
            Clips.mp4(320, 180, "24", 143),
            Map.of()));
    assertThat(pictures(paper)).as("a clip of another length shows nothing certain").isZero();
    Stage.ok(
        stage.producer.upload(
            stage.base + "/takes/" + take + "/clips",
            "t.mp4",
            Clips.mp4(320, 180, "24", 144),
            Map.of()));
    assertThat(pictures(paper)).isEqualTo(2);
  }

  private int pictures(String paper) throws IOException {
    int found = 0;
    try (PDDocument d = Loader.loadPDF(stage.producer.get(paper).raw().body())) {
      for (PDPage page : d.getPages()) {
        for (COSName name : page.getResources().getXObjectNames()) {
          found += page.getResources().isImageXObject(name) ? 1 : 0;
        }
      }
    }
    return found;
  }

  /** What is paid is for those who may know it; another take makes an old version none of it. */
  @Test
  void anotherTakeIsNotTakenForWhatWasMade() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String first = bring("first", used("01:00:02:00", "01:00:04:00", "01:00:02:00")).text("cut/id");
    Stage.ok(follow(first));
    stage.upload(WITH_HANDLES);
    stage.log("plate:performance-1", "A007", "03:00:00:00", "03:00:05:23", Stage.CAMERA);
    String other =
        bring(
                "other",
                list(event(1, "A007", "03:00:02:00", "03:00:04:00", "01:00:00:00", "01:00:02:00")))
            .text("cut/id");
    assertThat(row(other, 0).path("changed").asString()).isEqualTo("another take");
    Stage.ok(follow(other));
    String review = stage.base + "/shots/" + stage.shot + "/review";
    assertThat(stage.producer.get(review).at("versions/0/checks").toString())
        .contains("of another take or speed");
    stage.upload(WITH_HANDLES);
    assertThat(stage.producer.get(review).at("versions/0/checks").toString())
        .doesNotContain("of another take or speed");
    // A list of another rate is read at that one, whatever the production counts at later.
    assertThat(
            Stage.ok(
                    stage.producer.upload(
                        cuts,
                        "p.edl",
                        used("01:00:02:00", "01:00:04:00", "01:00:02:00")
                            .getBytes(StandardCharsets.UTF_8),
                        Map.of("name", "pal", "rate", "25", "reel", "R2")))
                .text("odd"))
        .contains("counts at 25 fps, the production at 24");
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Stage.ok(
        stage.producer.put(
            stage.base + "/costs",
            stage.producer.get(stage.base + "/tally").etag(),
            Map.of("hourRate", 60, "setHourRate", 0, "currency", "EUR")));
    assertThat(floor.get(cuts + "/" + other).at("total/money").isNull()).isTrue();
    assertThat(stage.producer.get(cuts + "/" + other).at("total/money").isNull()).isFalse();
  }

  @Test
  void soundsAreSpottedAndSaid() {
    String vanish = stage.planned("The flags vanish", "B1", Map.of("atFrame", 20));
    String cut =
        bring(
                "one",
                list(
                    event(
                        1,
                        "C001",
                        "01:00:00:00",
                        "01:00:02:00",
                        "01:00:00:00",
                        "01:00:02:00",
                        "* COMMENT: "
                            + stage.producer.get(stage.base + "/shots/" + vanish).text("code"))))
            .text("cut/id");
    Caller.Answer spots = stage.producer.get(cuts + "/" + cut + "/spots");
    assertThat(spots.at("total").asInt()).isPositive();
    assertThat(spots.at("spots/0/frame").asInt()).isEqualTo(1021);
    assertThat(spots.text("spots/0/at")).isEqualTo("01:00:00:20");
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots/" + vanish + "/spots",
            Map.of(
                "spot",
                spots.text("spots/0/spot"),
                "source",
                "slap of the halyard, wild",
                "licence",
                "own",
                "done",
                true)));
    Caller.Answer after = stage.producer.get(cuts + "/" + cut + "/spots");
    assertThat(after.text("spots/0/source")).isEqualTo("slap of the halyard, wild");
    assertThat(after.at("done").asInt()).isEqualTo(1);
  }

  /** A length that somebody types is no cut's any more. */
  @Test
  void aTypedLengthEndsTheFollowing() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    String cut = bring("one", used("01:00:02:00", "01:00:04:00", "01:00:02:00")).text("cut/id");
    Stage.ok(follow(cut));
    Caller.Answer shot = stage.look();
    Map<String, Object> edit = Stage.edit(shot);
    edit.put("cutFrames", 60);
    Stage.ok(stage.producer.put(stage.base + "/shots/" + stage.shot, shot.etag(), edit));
    assertThat(stage.look().text("follows")).isEmpty();
    assertThat(row(cut, 0).path("follows").asBoolean()).isFalse();
    // Letters of older programs are read, and told.
    Caller.Answer old =
        Stage.ok(
            stage.producer.upload(
                cuts,
                "old.edl",
                used("01:00:02:00", "01:00:04:00", "01:00:02:00")
                    .concat("* FROM CLIP NAME: caf\u00e9\n")
                    .getBytes(StandardCharsets.ISO_8859_1),
                Map.of("name", "old", "reel", "R7")));
    assertThat(old.text("passed/0/words")).contains("read as Windows-1252");
    assertThat(
            stage
                .producer
                .get(cuts + "/" + old.text("cut/id") + "/events?how=ROLL")
                .text("events/0/called"))
        .isEqualTo("caf\u00e9");
  }

  /** 300 lists and timelines that were damaged: refused with words or read, never a fault. */
  @Test
  void damagedFilesAreReadOrRefusedWithWords() {
    String good =
        list(
            event(1, "A001", "01:00:02:00", "01:00:04:00", "01:00:00:00", "01:00:02:00"),
            event(2, "B001", "02:00:02:00", "02:00:04:00", "01:00:02:00", "01:00:04:00"));
    stage.pick("plate:performance-1", Stage.CAMERA);
    String cut = bring("good", good).text("cut/id");
    byte[] otio = stage.producer.get(cuts + "/" + cut + "/pulls.otio").raw().body();
    Random r = new Random(5);
    for (int i = 0; i < 300; i++) {
      byte[] bytes = (i % 2 == 0 ? good.getBytes(StandardCharsets.UTF_8) : otio).clone();
      for (int k = 0; k < 1 + r.nextInt(6); k++) {
        bytes[r.nextInt(bytes.length)] = (byte) r.nextInt(256);
      }
      Caller.Answer a =
          stage.producer.upload(cuts, "x", bytes, Map.of("name", "damaged", "reel", "R" + i));
      assertThat(a.status()).as(a.toString()).isIn(200, 422);
      if (a.status() == 422) {
        assertThat(a.text("field")).isEqualTo("file");
        assertThat(a.text("detail")).isNotBlank();
      }
    }
  }
}
