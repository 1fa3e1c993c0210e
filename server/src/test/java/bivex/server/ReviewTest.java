package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.delivery.DropBox;
import bivex.server.delivery.StandInDropBox;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Versions, notes, verdicts and packages over HTTP. */
class ReviewTest {
  private static final byte[] WITH_HANDLES = Clips.mp4(1920, 1080, "24", 64);
  private final Stage stage = new Stage();

  private Caller.Answer verdict(String version, String word) {
    return stage.producer.post(
        stage.base + "/versions/" + version + "/verdicts",
        Map.of("verdict", word, "reason", "because"));
  }

  private String spec(String name, int handles) {
    return Stage.ok(
            stage.producer.post(
                stage.base + "/specs",
                Map.of(
                    "name",
                    name,
                    "raster",
                    Map.of("width", 1920, "height", 1080),
                    "rate",
                    "24",
                    "handles",
                    handles,
                    "pattern",
                    "{production}_{code}_v{version}")))
        .text("id");
  }

  @Test
  void framesAreNumberedAsInTheCut() {
    Caller.Answer v = stage.upload(WITH_HANDLES);
    assertThat(v.at("versions/0/firstFrame").asInt()).isEqualTo(993);
    var labels =
        stage
            .producer
            .get(stage.base + "/versions/" + v.text("versions/0/id") + "/timecodes")
            .body();
    assertThat(labels).hasSize(64);
    assertThat(labels.get(0).asString()).isEqualTo("−00:00:00:08");
    assertThat(labels.get(8).asString()).isEqualTo("00:00:00:00");
    assertThat(labels.get(32).asString()).isEqualTo("00:00:01:00");
    Caller.Answer bare = stage.upload(Clips.mp4(1920, 1080, "24", 48));
    assertThat(bare.at("versions/0/number").asInt()).isEqualTo(2);
    assertThat(bare.at("versions/0/firstFrame").asInt()).isEqualTo(1001);
  }

  @ParameterizedTest
  @CsvSource({"992,false", "993,true", "1056,true", "1057,false"})
  void aNoteMustBeOnAFrameOfTheFile(int frame, boolean taken) {
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    Caller.Answer a =
        stage.producer.post(
            stage.base + "/versions/" + version + "/notes",
            Map.of("frame", frame, "words", "look here"));
    assertThat(a.status()).isEqualTo(taken ? 200 : 422);
    assertThat(a.text("field")).isEqualTo(taken ? "" : "frame");
  }

  @Test
  void notesNeedWordsAndVerdictsAReason() {
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/versions/" + version + "/notes",
                    Map.of("frame", 1001, "words", " "))
                .text("field"))
        .isEqualTo("words");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/versions/" + version + "/verdicts",
                    Map.of("verdict", "AGREED", "reason", ""))
                .text("field"))
        .isEqualTo("reason");
    assertThat(
            stage
                .producer
                .post(stage.base + "/versions/" + version + "/verdicts", Map.of("reason", "x"))
                .text("field"))
        .isEqualTo("verdict");
    assertThat(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review").at("notes"))
        .isEmpty();
  }

  private static Caller.Answer noted(Caller who, Stage on, String version, Map<String, ?> note) {
    return who.post(on.base + "/versions/" + version + "/notes", note);
  }

  private Caller.Answer say(Caller who, String note, String kind, String version, String words) {
    Map<String, Object> said = new HashMap<>(Map.of("kind", kind, "words", words));
    if (version != null) {
      said.put("version", version);
    }
    return who.post(stage.base + "/notes/" + note + "/words", said);
  }

  private Caller.Answer note() {
    return stage.producer.get(stage.base + "/shots/" + stage.shot + "/review");
  }

  @Test
  void aNoteIsCarriedUntilWhoGaveItIsSatisfied() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller coordinator = stage.house.person(stage.production, Role.COORDINATOR);
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    String first = stage.upload(WITH_HANDLES).text("versions/0/id");
    String note =
        Stage.ok(noted(coordinator, stage, first, Map.of("frame", 1001, "words", "glow")))
            .text("notes/0/id");
    Stage.ok(verdict(first, "AGREED"));
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
    assertThat(say(artist, note, "ANSWERED", first, "done").text("field"))
        .as("the version it was given on answers nothing")
        .isEqualTo("version");
    assertThat(say(artist, note, "CONFIRMED", null, "").status())
        .as("who did it does not say that it is met")
        .isEqualTo(403);
    assertThat(say(floor, note, "ANSWERED", first, "done").status()).isEqualTo(403);
    Stage.ok(say(artist, note, "TAKEN", null, ""));
    assertThat(note().text("notes/0/stands")).isEqualTo("being done");
    String bare = stage.upload(Clips.mp4(1920, 1080, "24", 20)).text("versions/0/id");
    String other =
        Stage.ok(noted(coordinator, stage, bare, Map.of("frame", 1019, "words", "edge")))
            .text("notes/1/id");
    String second = stage.upload(Clips.mp4(1920, 1080, "24", 10)).text("versions/0/id");
    assertThat(say(artist, other, "ANSWERED", second, "done").text("detail"))
        .contains("does not have what the note is on, frame 1019");
    String third = stage.upload(WITH_HANDLES).text("versions/0/id");
    Stage.ok(say(artist, note, "ANSWERED", third, "feathered"));
    Stage.ok(say(artist, other, "ANSWERED", third, "redone"));
    Stage.ok(verdict(third, "AGREED"));
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
    assertThat(stage.state("notes-answered")).isEqualTo("OWED: not confirmed by who gave it");
    Stage.ok(say(coordinator, note, "AGAIN", null, "it still steps"));
    assertThat(stage.state("notes")).isEqualTo("OWED: not answered");
    assertThat(say(coordinator, note, "AGAIN", null, "and again").text("field")).isEqualTo("kind");
    Stage.ok(say(artist, note, "ANSWERED", third, "looked again, the plate steps"));
    // Two rounds with a third to come are told; the producer may say it for who gave it.
    Caller.Answer now = Stage.ok(say(coordinator, note, "AGAIN", null, "no"));
    assertThat(now.at("notes/0/again").asBoolean()).isTrue();
    assertThat(now.at("notes/0/rounds").asInt()).isEqualTo(2);
    Stage.ok(say(stage.producer, note, "WITHDRAWN", null, "it is in the plate"));
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
    now = Stage.ok(say(coordinator, other, "CONFIRMED", null, ""));
    assertThat(now.at("notes/1/answeredIn").asInt()).isEqualTo(4);
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    // It may turn out later that it was not.
    assertThat(say(coordinator, other, "AGAIN", null, " ").text("field")).isEqualTo("words");
    Stage.ok(say(coordinator, other, "AGAIN", null, "on the large screen it swims"));
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
  }

  @Test
  void aNoteIsAnsweredByAVersionOfItsOwnShot() {
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    String note =
        Stage.ok(noted(stage.producer, stage, version, Map.of("frame", 1001, "words", "glow")))
            .text("notes/0/id");
    String otherShot = stage.planned("The flags vanish", "B1", Map.of("atFrame", 10));
    String other =
        stage
            .producer
            .upload(
                stage.base + "/shots/" + otherShot + "/versions",
                "s.png",
                Clips.still("png", 1920, 1080),
                Map.of())
            .text("versions/0/id");
    assertThat(say(stage.producer, note, "ANSWERED", other, "done").text("field"))
        .isEqualTo("version");
    assertThat(say(stage.producer, note, "ANSWERED", null, "done").text("field"))
        .isEqualTo("version");
    assertThat(
            say(stage.producer, UUID.randomUUID().toString(), "ANSWERED", version, "done").status())
        .isEqualTo(404);
  }

  /** Frames, the whole shot, every shot of the scene; wishes keep nothing from being agreed. */
  @Test
  void aNoteSaysWhatItIsOnAndForWhom() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    assertThat(
            noted(
                    stage.producer,
                    stage,
                    version,
                    Map.of("frame", 1010, "lastFrame", 1009, "words", "x"))
                .text("field"))
        .isEqualTo("lastFrame");
    assertThat(
            noted(
                    stage.producer,
                    stage,
                    version,
                    Map.of("frame", 1010, "words", "x", "forPerson", UUID.randomUUID()))
                .text("field"))
        .isEqualTo("forPerson");
    Caller.Answer a =
        Stage.ok(
            noted(
                stage.producer,
                stage,
                version,
                Map.of(
                    "frame",
                    1010,
                    "lastFrame",
                    1020,
                    "words",
                    "softer",
                    "wish",
                    true,
                    "forPerson",
                    artist.person())));
    assertThat(a.text("notes/0/on")).isEqualTo("frames 1010 to 1020");
    assertThat(a.text("notes/0/forName")).startsWith("artist-");
    Stage.ok(verdict(version, "AGREED"));
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    String sister = stage.planned("YESTERDAY'S INES does the same", "B1", Map.of("atFrame", 10));
    String elsewhere = stage.planned("The flags vanish", "B1", Map.of("atFrame", 10));
    String unbuilt = stage.planned("Ines spreads the chart", "B1", Map.of("atFrame", 10));
    for (String shot : List.of(sister, elsewhere)) {
      Stage.ok(
          stage.producer.upload(
              stage.base + "/shots/" + shot + "/versions",
              "s.png",
              Clips.still("png", 1920, 1080),
              Map.of()));
    }
    Stage.ok(
        noted(
            stage.producer,
            stage,
            version,
            Map.of("scene", true, "words", "colder, the whole scene")));
    for (String shot : List.of(stage.shot, sister)) {
      assertThat(stage.producer.get(stage.base + "/shots/" + shot + "/review").body().toString())
          .contains("colder, the whole scene")
          .contains("the whole shot");
    }
    for (String shot : List.of(elsewhere, unbuilt)) {
      assertThat(stage.producer.get(stage.base + "/shots/" + shot + "/review").at("notes"))
          .isEmpty();
    }
  }

  @Test
  void whatMayAskForTheOppositeIsToldToTheHouseAlone() {
    String version = stage.upload(Clips.mp4(320, 180, "24", 40)).text("versions/0/id");
    String notes = stage.base + "/versions/" + version + "/notes";
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots/" + stage.shot + "/guests", Map.of("person", guest.person())));
    Stage.ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/showings", Map.of("kind", "PROGRESS")));
    Stage.ok(stage.producer.post(notes, Map.of("whole", true, "words", "the lamp is too bright")));
    Caller.Answer own =
        Stage.ok(guest.post(notes, Map.of("whole", true, "words", "could the lamp be brighter?")));
    assertThat(own.text("notes/0/clash")).isEmpty();
    Caller.Answer page =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"));
    assertThat(page.text("notes/0/clash")).contains("may ask for the opposite");
    assertThat(page.text("notes/1/clash")).contains("may ask for the opposite");
    Stage.ok(
        stage.producer.post(
            stage.base + "/notes/" + page.text("notes/0/id") + "/words",
            Map.of("kind", "WITHDRAWN", "words", "as the client wants it")));
    assertThat(
            Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"))
                .text("notes/1/clash"))
        .as("what is withdrawn asks for nothing")
        .isEmpty();
  }

  @Test
  void aDrawingLiesOnItsFrameInEveryVersion() {
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    Map<String, Object> box =
        Map.of(
            "kind",
            "BOX",
            "points",
            List.of(
                Map.of("x", 0.25, "y", 0.5, "press", 0.5),
                Map.of("x", 0.5, "y", 0.75, "press", 0.5)));
    Map<String, Object> note =
        Map.of("frame", 1001, "words", "this window", "drawing", List.of(box));
    Caller.Answer a = Stage.ok(noted(stage.producer, stage, version, note));
    assertThat(a.text("notes/0/drawn/paths/0/d")).isEqualTo("M480.0 540.0 H960.0 V810.0 H480.0 Z");
    stage.upload(Clips.mp4(1920, 1080, "24", 60));
    assertThat(note().text("notes/0/drawn/paths/0/d"))
        .as("it stays with the note, whatever comes after")
        .isEqualTo("M480.0 540.0 H960.0 V810.0 H480.0 Z");
    Map<String, Object> wrong =
        Map.of("kind", "BOX", "points", List.of(Map.of("x", 1.2, "y", 0.5, "press", 0.5)));
    assertThat(
            noted(
                    stage.producer,
                    stage,
                    version,
                    Map.of("frame", 1001, "words", "x", "drawing", List.of(wrong)))
                .status())
        .isEqualTo(422);
    assertThat(
            noted(
                    stage.producer,
                    stage,
                    version,
                    Map.of("whole", true, "words", "x", "drawing", List.of(box)))
                .text("field"))
        .isEqualTo("drawing");
  }

  @Test
  void theLastVerdictCountsAndANewVersionNeedsItsOwn() {
    String first = stage.upload(WITH_HANDLES).text("versions/0/id");
    Stage.ok(verdict(first, "AGREED"));
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    Stage.ok(verdict(first, "HOLD"));
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
    Stage.ok(verdict(first, "AGREED"));
    stage.upload(WITH_HANDLES);
    assertThat(stage.look().text("stage")).isNotEqualTo("AGREED");
    assertThat(stage.state("verdict")).isEqualTo("OWED: not given");
  }

  @Test
  void theSameBytesAreKeptOnce() throws IOException {
    String hash = null;
    for (int i = 0; i < 2; i++) {
      stage.upload(WITH_HANDLES);
      Path sample = Files.createTempFile("sample", ".mp4");
      Files.write(sample, WITH_HANDLES);
      hash = MediaStore.sha256(sample);
      Files.delete(sample);
    }
    Path kept = stage.house.bean(MediaStore.class).find(hash);
    assertThat(Files.size(kept)).isEqualTo(WITH_HANDLES.length);
    try (var incoming = Files.list(stage.house.data().resolve("media/incoming"))) {
      assertThat(incoming).isEmpty();
    }
  }

  @Test
  void onlyWhatPassesItsCheckListIsPackedAndTheFaultIsNamed() {
    String spec = spec("Master", 8);
    Map<String, Object> pack = Map.of("spec", spec, "shots", List.of(stage.shot));
    assertThat(stage.producer.post(stage.base + "/packages", pack).text("detail"))
        .contains("has no version");
    String version = stage.upload(Clips.mp4(1920, 1080, "24", 48)).text("versions/0/id");
    assertThat(stage.producer.post(stage.base + "/packages", pack).text("detail"))
        .contains("verdict is none, wanted agreed");
    Stage.ok(verdict(version, "AGREED"));
    assertThat(stage.producer.post(stage.base + "/packages", pack).text("detail"))
        .contains("length is 48 frames");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/packages",
                    Map.of("spec", spec, "shots", List.of(UUID.randomUUID())))
                .text("field"))
        .isEqualTo("shots");
    assertThat(
            stage
                .producer
                .post(stage.base + "/packages", Map.of("spec", spec, "shots", List.of()))
                .text("field"))
        .isEqualTo("shots");
    assertThat(stage.producer.get(stage.base + "/packages").at("packages")).isEmpty();
    String bare = spec("Without handles", 0);
    Caller.Answer packed =
        Stage.ok(
            stage.producer.post(
                stage.base + "/packages", Map.of("spec", bare, "shots", List.of(stage.shot))));
    assertThat(packed.text("items/0/fileName"))
        .isEqualTo(stage.production.code + "_" + stage.production.code + "-04-010_v001.mp4");
    assertThat(stage.state("delivery:" + bare)).isEqualTo("OWED: packed, not handed over");
  }

  @Test
  void specificationsAreCheckedAndGuardedAgainstStaleEdits() {
    String spec = spec("Master", 8);
    Map<String, Object> edit =
        new HashMap<>(
            Map.of(
                "name",
                "Master",
                "raster",
                Map.of("width", 1920, "height", 1080),
                "rate",
                "25",
                "handles",
                8,
                "pattern",
                "{code}_v{version}"));
    Caller.Answer changed =
        Stage.ok(stage.producer.put(stage.base + "/specs/" + spec, "\"0\"", edit));
    assertThat(changed.text("rateName")).isEqualTo("25");
    assertThat(stage.producer.put(stage.base + "/specs/" + spec, "\"0\"", edit).status())
        .isEqualTo(412);
    edit.put("pattern", "{code}");
    assertThat(
            stage.producer.put(stage.base + "/specs/" + spec, changed.etag(), edit).text("field"))
        .isEqualTo("pattern");
    edit.put("pattern", "{code}_v{version}");
    edit.put("handles", -1);
    assertThat(
            stage.producer.put(stage.base + "/specs/" + spec, changed.etag(), edit).text("field"))
        .isEqualTo("handles");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/specs",
                    Map.of(
                        "name",
                        "Master",
                        "raster",
                        Map.of("width", 1920, "height", 1080),
                        "rate",
                        "24",
                        "handles",
                        8,
                        "pattern",
                        "{code}_v{version}"))
                .status())
        .isEqualTo(409);
  }

  /** The stand-in looks at what arrived, not at what was promised. */
  @Test
  void theDropBoxRefusesWhatIsDamagedMissingOrUnlisted() throws IOException {
    StandInDropBox box = stage.house.bean(StandInDropBox.class);
    assertThat(handed(box, arriving("clip.mp4"), "clip.mp4").accepted()).isTrue();
    box.damageNext();
    Path folder = arriving("clip.mp4", "other.mp4");
    DropBox.Answer damaged = handed(box, folder, "clip.mp4", "other.mp4");
    assertThat(damaged.files())
        .as("each file by itself")
        .extracting(DropBox.FileAnswer::accepted)
        .containsExactly(false, true);
    assertThat(damaged.words()).contains("clip.mp4").contains("damaged");
    assertThat(Files.readString(folder.resolve("clip.mp4")))
        .as("the original is untouched")
        .startsWith("not really");
    assertThat(handed(box, arriving("clip.mp4"), "clip.mp4", "missing.mp4").words())
        .isEqualTo("1 of 2 files refused: missing.mp4 did not arrive");
    Path more = arriving("clip.mp4");
    Files.write(more.resolve("extra.txt"), "?".getBytes(StandardCharsets.UTF_8));
    assertThat(handed(box, more, "clip.mp4").words())
        .isEqualTo("1 of 1 files refused: extra.txt is in no list of checksums");
  }

  private static DropBox.Answer handed(StandInDropBox box, Path folder, String... files)
      throws IOException {
    return box.hand(folder, "p-" + UUID.randomUUID(), List.of(files));
  }

  /** A package of before there were hash lists. */
  private static Path arriving(String... files) throws IOException {
    Path folder = Files.createTempDirectory("package");
    StringBuilder sums = new StringBuilder();
    for (String f : files) {
      Path clip = Files.writeString(folder.resolve(f), "not really " + f + ", but bytes");
      sums.append(MediaStore.sha256(clip)).append("  ").append(f).append('\n');
    }
    Files.writeString(folder.resolve("SHA256SUMS"), sums);
    return folder;
  }
}
