package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

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

  @Test
  void aNoteIsAnsweredByAVersionOfItsOwnShot() {
    String version = stage.upload(WITH_HANDLES).text("versions/0/id");
    String note =
        stage
            .producer
            .post(
                stage.base + "/versions/" + version + "/notes",
                Map.of("frame", 1001, "words", "glow"))
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
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/notes/" + note + "/answers",
                    Map.of("version", other, "words", "done"))
                .text("field"))
        .isEqualTo("version");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/notes/" + UUID.randomUUID() + "/answers",
                    Map.of("version", version, "words", "done"))
                .status())
        .isEqualTo(404);
    Stage.ok(
        stage.producer.post(
            stage.base + "/notes/" + note + "/answers",
            Map.of("version", version, "words", "done")));
    assertThat(
            stage
                .producer
                .get(stage.base + "/shots/" + stage.shot + "/review")
                .at("notes/0/open")
                .asBoolean())
        .isFalse();
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
    assertThat(stage.state("delivery")).isEqualTo("OWED: packed, not sent");
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
    Path folder = Files.createTempDirectory("package");
    Path clip =
        Files.writeString(folder.resolve("clip.mp4"), "not really a clip, but bytes all the same");
    String line = MediaStore.sha256(clip) + "  clip.mp4\n";
    Files.writeString(folder.resolve("SHA256SUMS"), line);
    assertThat(box.hand(folder, "p-" + UUID.randomUUID()).accepted()).isTrue();
    box.damageNext();
    DropBox.Answer damaged = box.hand(folder, "p-" + UUID.randomUUID());
    assertThat(damaged.accepted()).isFalse();
    assertThat(damaged.words()).contains("clip.mp4").contains("damaged");
    assertThat(Files.readString(clip)).as("the original is untouched").startsWith("not really");
    Files.writeString(folder.resolve("SHA256SUMS"), line + line.replace("clip.mp4", "missing.mp4"));
    assertThat(box.hand(folder, "p-" + UUID.randomUUID()).words())
        .isEqualTo("missing.mp4 did not arrive");
    Files.writeString(folder.resolve("SHA256SUMS"), line);
    Files.write(folder.resolve("extra.txt"), "?".getBytes(StandardCharsets.UTF_8));
    assertThat(box.hand(folder, "p-" + UUID.randomUUID()).words())
        .isEqualTo("extra.txt is not in the list of checksums");
  }
}
