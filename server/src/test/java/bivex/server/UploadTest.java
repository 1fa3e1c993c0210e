package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.crew.Role;
import bivex.server.upload.Uploads;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Files in parts, by the open protocol tus 1.0.0 (core, creation, termination; from memory). */
class UploadTest {
  private static final String PART = "application/offset+octet-stream";
  private final Stage stage = new Stage();
  private final String uploads = stage.base + "/uploads";

  private Caller.Answer begin(Caller by, String name, long length) {
    return by.call(
        "POST",
        uploads,
        HttpRequest.BodyPublishers.noBody(),
        null,
        "Tus-Resumable",
        "1.0.0",
        "Upload-Length",
        String.valueOf(length),
        "Upload-Metadata",
        "filetype dmlkZW8=,filename "
            + Base64.getEncoder().encodeToString(name.getBytes(StandardCharsets.UTF_8)));
  }

  private String begun(String name, long length) {
    Caller.Answer a = begin(stage.producer, name, length);
    assertThat(a.status()).as(a.toString()).isEqualTo(201);
    return a.raw().headers().firstValue("Location").orElseThrow();
  }

  private Caller.Answer add(Caller by, String at, long from, byte[] bytes) {
    return by.call(
        "PATCH",
        at,
        HttpRequest.BodyPublishers.ofByteArray(bytes),
        PART,
        "Upload-Offset",
        String.valueOf(from));
  }

  private long arrived(String at) {
    Caller.Answer a = stage.producer.call("HEAD", at, HttpRequest.BodyPublishers.noBody(), null);
    assertThat(a.status()).isEqualTo(200);
    return offset(a);
  }

  private static long offset(Caller.Answer a) {
    return Long.parseLong(a.raw().headers().firstValue("Upload-Offset").orElseThrow());
  }

  private Caller.Answer made(String at) {
    return stage.producer.post(
        stage.base + "/shots/" + stage.shot + "/versions/uploaded",
        Map.of("upload", at.substring(at.lastIndexOf('/') + 1), "note", "in parts"));
  }

  @Test
  void aFileInPartsOverADroppedLineIsTheFile() throws Exception {
    byte[] clip = Clips.mp4(1920, 1080, "24", 64);
    String at = begun("a clip.mp4", clip.length);
    int first = clip.length / 3;
    Caller.Answer a = add(stage.producer, at, 0, Arrays.copyOf(clip, first));
    assertThat(a.status()).isEqualTo(204);
    assertThat(offset(a)).isEqualTo(first);

    // The line drops in the middle of the second part.
    byte[] second = Arrays.copyOfRange(clip, first, 2 * first);
    assertThatThrownBy(
            () ->
                stage.producer.call(
                    "PATCH",
                    at,
                    HttpRequest.BodyPublishers.ofInputStream(() -> breaking(second)),
                    PART,
                    "Upload-Offset",
                    String.valueOf(first)))
        .isInstanceOf(java.io.UncheckedIOException.class);
    Stage.until(stage::look, x -> still(at));
    long there = arrived(at);
    assertThat(there).isBetween((long) first, 2L * first);
    assertThat(made(at).text("field")).as("not whole").isEqualTo("upload");
    Caller.Answer wrong = add(stage.producer, at, first - 1L, second);
    assertThat(wrong.status()).isEqualTo(409);
    assertThat(offset(wrong)).as("told where to go on").isEqualTo(there);
    assertThat(add(stage.producer, at, there, clip).text("detail")).contains("longer than");
    assertThat(arrived(at)).as("nothing of it is kept").isEqualTo(there);
    add(stage.producer, at, there, Arrays.copyOfRange(clip, (int) there, clip.length));
    assertThat(arrived(at)).isEqualTo(clip.length);

    Caller.Answer v = ok(made(at));
    assertThat(v.text("versions/0/note")).isEqualTo("in parts");
    String file = stage.base + "/versions/" + v.text("versions/0/id") + "/master";
    assertThat(ok(stage.producer.get(file)).raw().body()).as("to the byte").isEqualTo(clip);
    assertThat(ok(made(at)).at("versions")).as("asked twice, made once").hasSize(1);
    assertThat(add(stage.producer, at, clip.length, new byte[] {1}).status()).isEqualTo(409);
  }

  /** Whether what the server reads of a broken part is read to its end. */
  private boolean still(String at) {
    long before = arrived(at);
    try {
      Thread.sleep(300);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    return arrived(at) == before;
  }

  private static InputStream breaking(byte[] bytes) {
    return new FilterInputStream(new ByteArrayInputStream(bytes)) {
      private int left = bytes.length / 2;

      @Override
      public int read(byte[] b, int off, int len) throws IOException {
        if (left <= 0) {
          throw new IOException("the line is gone");
        }
        int n = super.read(b, off, Math.min(len, left));
        left -= n;
        return n;
      }
    };
  }

  @Test
  void whatIsNoVersionIsRefusedAndGone() {
    byte[] no = "no clip at all, whatever it is called".getBytes(StandardCharsets.UTF_8);
    String at = begun("a.mp4", no.length);
    add(stage.producer, at, 0, no);
    Caller.Answer refused = made(at);
    assertThat(refused.text("field")).as(refused.toString()).isEqualTo("file");
    assertThat(made(at).status()).isEqualTo(404);
    assertThat(begin(stage.producer, "a.mp4", 0).text("field")).isEqualTo("file");
    assertThat(begin(stage.producer, "", 10).text("field")).isEqualTo("file");
    long free = stage.house.data().toFile().getUsableSpace();
    assertThat(begin(stage.producer, "a.mp4", free + (1L << 34)).text("detail"))
        .as("said before it is sent")
        .contains("the house has room for");
  }

  @Test
  void onlyWhoBeganOneGoesOnWithIt() {
    String at = begun("a.mp4", 10);
    Caller other = stage.house.person(stage.production, Role.PRODUCER);
    assertThat(add(other, at, 0, new byte[1]).status()).isEqualTo(404);
    assertThat(other.delete(at).status()).isEqualTo(404);
    assertThat(
            stage
                .producer
                .call("PATCH", at, HttpRequest.BodyPublishers.ofString("x"), "text/plain")
                .status())
        .isEqualTo(415);
    for (Role none : new Role[] {Role.FLOOR, Role.GUEST}) {
      Caller them = stage.house.person(stage.production, none);
      assertThat(begin(them, "a.mp4", 10).status()).isEqualTo(403);
      assertThat(add(them, at, 0, new byte[1]).status()).isEqualTo(403);
      assertThat(
              them.post(stage.base + "/shots/" + stage.shot + "/versions/uploaded", Map.of())
                  .status())
          .isEqualTo(403);
    }
    Stage elsewhere = new Stage(stage.house);
    String id = at.substring(at.lastIndexOf('/') + 1);
    assertThat(elsewhere.producer.delete(elsewhere.base + "/uploads/" + id).status())
        .isEqualTo(404);
    assertThat(stage.producer.delete(at).status()).isEqualTo(204);
    assertThat(stage.producer.delete(at).status()).isEqualTo(404);
    Caller many = stage.house.person(stage.production, Role.ARTIST);
    for (int i = 0; i < 20; i++) {
      assertThat(begin(many, "a.mp4", 10).status()).isEqualTo(201);
    }
    assertThat(begin(many, "a.mp4", 10).text("detail")).contains("20 of your uploads are open");
  }

  @Test
  void whatNobodyGoesOnWithGoesAfterAWeek() throws Exception {
    String old = begun("old.mp4", 10);
    String fresh = begun("fresh.mp4", 10);
    UUID id = UUID.fromString(old.substring(old.lastIndexOf('/') + 1));
    Path part = stage.house.data().resolve("uploads/" + id + ".part");
    Files.setLastModifiedTime(part, FileTime.from(Instant.now().minus(Duration.ofDays(8))));
    stage.house.bean(Uploads.class).sweep();
    assertThat(part).doesNotExist();
    assertThat(arrived(fresh)).isZero();
  }
}
