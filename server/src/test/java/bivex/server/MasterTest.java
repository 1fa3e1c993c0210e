package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Transactions;
import bivex.server.review.VersionWatcher;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Versions as programs write them: kept and delivered as they came, seen by a copy. */
class MasterTest {
  private final Stage stage = new Stage();
  private final String shot = stage.base + "/shots/" + stage.shot;

  private record Made(String name, String codec, byte[] file) {}

  private static Made made(String ending, String codec, String... more) {
    return new Made(
        "comp" + ending,
        codec,
        Clips.numbered(
            64,
            "24",
            ending,
            Stream.concat(Stream.of("-c:v", codec), Arrays.stream(more)).toArray(String[]::new)));
  }

  private Caller.Answer seen() {
    Caller.Answer page =
        Stage.until(
            () -> stage.producer.get(shot + "/review"),
            a -> a.text("versions/0/waits").isEmpty() || a.at("versions/0/failed").asBoolean());
    assertThat(page.at("versions/0/failed").asBoolean()).as(page.toString()).isFalse();
    return page;
  }

  @Test
  void whatProgramsWriteIsKeptToTheByteAndSeenFrameForFrame() throws Exception {
    for (Made m :
        List.of(
            made(".mov", "prores_ks", "-profile:v", "3", "-pix_fmt", "yuv422p10le"),
            made(".mxf", "dnxhd", "-profile:v", "dnxhr_hq", "-pix_fmt", "yuv422p"),
            made(".mkv", "ffv1", "-pix_fmt", "yuv444p10le"),
            made(".mp4", "libx264", "-pix_fmt", "yuv422p10le"),
            made(".mp4", "libx265", "-pix_fmt", "yuv420p10le", "-x265-params", "log-level=none"),
            made(".mov", "mjpeg", "-pix_fmt", "yuvj422p", "-q:v", "2"))) {
      String version =
          ok(stage.producer.upload(shot + "/versions", m.name, m.file, Map.of()))
              .text("versions/0/id");
      Caller.Answer page = seen();
      assertThat(page.text("versions/0/type")).as(m.codec).isEqualTo("video/mp4");
      assertThat(page.at("versions/0/facts/frames").asInt()).as(m.codec).isEqualTo(64);
      String file = stage.base + "/versions/" + version;
      byte[] copy = ok(stage.producer.get(file + "/file")).raw().body();
      assertThat(Clips.numbers(Clips.luma(copy, 640, 360)))
          .as(m.codec)
          .isEqualTo(IntStream.range(0, 64).boxed().toList());
      Caller.Answer master = ok(stage.producer.get(file + "/master"));
      assertThat(master.raw().body()).as(m.codec).isEqualTo(m.file);
      assertThat(master.raw().headers().firstValue("Content-Disposition").orElse(""))
          .contains("attachment")
          .contains(m.name.substring(4));
    }
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    String newest = ok(stage.producer.get(shot + "/review")).text("versions/0/id");
    assertThat(guest.get(stage.base + "/versions/" + newest + "/master").status()).isEqualTo(403);
    assertThat(stage.producer.upload(shot + "/versions", "f.exr", exr(), Map.of()).text("detail"))
        .contains("sequences are not taken yet");
  }

  private static byte[] exr() throws Exception {
    Path out = Files.createTempFile("one", ".exr");
    House.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-f",
            "lavfi",
            "-i",
            "testsrc=s=64x64",
            "-frames:v",
            "1",
            out.toString()));
    byte[] bytes = Files.readAllBytes(out);
    Files.delete(out);
    return bytes;
  }

  @Test
  void aMasterLeavesTheHouseAndNotItsCopy() throws Exception {
    Made m =
        made(".mov", "prores_ks", "-profile:v", "3", "-pix_fmt", "yuv422p10le", "-s", "1920x1080");
    String version =
        ok(stage.producer.upload(shot + "/versions", m.name, m.file, Map.of()))
            .text("versions/0/id");
    stage.platesAreThere();
    ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it holds")));
    String spec =
        ok(stage.producer.post(
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
                    "{code}_v{version}",
                    "media",
                    Map.of("container", "MOV", "codec", "PRORES", "bits", 10, "chroma", "C422"))))
            .text("id");
    String other =
        ok(stage.producer.post(
                stage.base + "/specs",
                Map.of(
                    "name",
                    "Web",
                    "raster",
                    Map.of("width", 1920, "height", 1080),
                    "rate",
                    "24",
                    "handles",
                    8,
                    "pattern",
                    "{code}_v{version}",
                    "media",
                    Map.of("codec", "H264"))))
            .text("id");
    assertThat(
            stage
                .producer
                .post(stage.base + "/packages", Map.of("spec", other, "shots", List.of(stage.shot)))
                .text("detail"))
        .contains("codec is ProRes, wanted H.264");
    Caller.Answer packed =
        stage.producer.post(
            stage.base + "/packages", Map.of("spec", spec, "shots", List.of(stage.shot)));
    assertThat(packed.status()).as(packed.toString()).isEqualTo(200);
    assertThat(packed.body().toString()).contains("_v001.mov");
    assertThat(packed.body().toString()).contains("\"bytes\":" + m.file.length);
  }

  /** As it was kept before tags were read; the file itself is read once more. */
  @Test
  void whatCameInBeforeIsReadForWhatIsReadToday() throws Exception {
    Made m =
        made(".mov", "prores_ks", "-profile:v", "3", "-pix_fmt", "yuv422p10le", "-s", "1920x1080");
    String version =
        ok(stage.producer.upload(shot + "/versions", m.name, m.file, Map.of()))
            .text("versions/0/id");
    JdbcTemplate jdbc = stage.house.bean(JdbcTemplate.class);
    String read = "select clip from version where id = ?::uuid";
    String now = jdbc.queryForObject(read, String.class, version);
    assertThat(now).contains("\"profile\":\"HQ\"");
    stage
        .house
        .bean(Transactions.class)
        .write(
            () ->
                jdbc.update(
                    "update version set clip = jsonb_set(clip::jsonb #- '{value,tags}', '{v}',"
                        + " '2')::text where id = ?::uuid",
                    version));
    assertThat(jdbc.queryForObject(read, String.class, version)).doesNotContain("tags");
    stage.house.bean(VersionWatcher.class).catchUp();
    Stage.until(
        () -> stage.producer.get(shot + "/review"),
        a -> now.equals(jdbc.queryForObject(read, String.class, version)));
  }
}
