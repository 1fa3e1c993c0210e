package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Production;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Bad input names the field, says what is wrong, and changes nothing. */
class BadInputTest {
  private final House house = House.shared();
  private final Production production = house.production();
  private final Caller producer = house.person(production, Role.PRODUCER);
  private final String base = "/api/productions/" + production.id;

  private static void refused(Caller.Answer a, int status, String field, String words) {
    assertThat(a.status()).as(a.toString()).isEqualTo(status);
    assertThat(a.text("type")).startsWith("urn:bivex:");
    assertThat(a.text("field")).startsWith(field);
    assertThat(a.text("detail")).contains(words);
  }

  /** Rows before a page are counted in more than 32 bits, and a page beyond the end is empty. */
  @Test
  void pagesBeyondTheEndAreEmpty() {
    for (String list : List.of("owed", "shots", "elements", "journal")) {
      for (String page : List.of("2147483647", "5000000", "-3")) {
        Caller.Answer a = producer.get(base + "/" + list + "?page=" + page + "&size=500");
        assertThat(a.status()).as(list + " " + page).isEqualTo(200);
        assertThat(a.at("lines")).hasSize(0);
      }
    }
  }

  @Test
  void scriptsThatAreNone() {
    refused(
        producer.post(base + "/drafts", Map.of("name", "x", "text", "  ")),
        422,
        "script",
        "is empty");
    refused(
        producer.post(base + "/drafts", Map.of("name", "x", "text", "just words")),
        422,
        "script",
        "no scene heading");
    refused(
        producer.upload(base + "/drafts", "script.fountain", Clips.still("png", 64, 64), Map.of()),
        422,
        "script",
        "not a plain text file");
    byte[] huge = new byte[50 << 20];
    Arrays.fill(huge, (byte) 'a');
    refused(
        producer.upload(base + "/drafts", "long.fountain", huge, Map.of()),
        422,
        "script",
        "larger than 4 MB");
    assertThat(producer.get(base + "/drafts").body().size()).isZero();
  }

  @ParameterizedTest
  @CsvSource({
    "rate,23.5,rate,unknown frame rate",
    "mainsHz,0,mains,must be from",
    "sensorWidthMm,-36,sensor width,must be from",
    "handles,-1,handles,must be from",
    "codePattern,../{number},pattern,may hold",
    "codePattern,{scene},pattern,needs the part {number}",
    "workNames,{code}_v{version},workNames,needs the part {task}",
    "title,,title,must not be empty"
  })
  void settingsOutOfRange(String key, String value, String field, String words) {
    Caller.Answer now = producer.get(base);
    Map<String, Object> s =
        new HashMap<>(
            Map.of(
                "title",
                "T",
                "rate",
                "24",
                "capture",
                Map.of("width", 3840, "height", 2160),
                "delivery",
                Map.of("width", 1920, "height", 1080),
                "sensorWidthMm",
                36,
                "mainsHz",
                50,
                "firstFrame",
                1001,
                "handles",
                8,
                "codePattern",
                "P-{scene}-{number}",
                "hoursPerDay",
                8));
    s.put(key, value == null ? "" : value);
    refused(producer.put(base, now.etag(), s), 422, field, words);
    assertThat(producer.get(base).body()).isEqualTo(now.body());
  }

  @Test
  void takesThatCannotBe() {
    String draft =
        producer.post(base + "/drafts", Map.of("name", "w", "text", JourneyTest.SCRIPT)).text("id");
    refused(
        producer.post(base + "/shots", Map.of("draft", draft, "start", 5, "end", 5)),
        422,
        "mark",
        "select the words");
    refused(
        producer.post(base + "/shots", Map.of("draft", draft, "start", 5, "end", 999_999)),
        422,
        "mark",
        "must be from");
    Caller.Answer marked =
        producer.post(base + "/shots", Map.of("draft", draft, "start", 30, "end", 50));
    String shot = marked.text("id");
    Map<String, Object> edit =
        new HashMap<>(
            Map.of(
                "title",
                "T",
                "intent",
                "",
                "cutFrames",
                48,
                "omitted",
                false,
                "methods",
                List.of(Map.of("method", "A1", "values", Map.of(), "reason", ""))));
    Map<String, Object> wrong = new HashMap<>(edit);
    wrong.put("cutFrames", 0);
    refused(
        producer.put(base + "/shots/" + shot, marked.etag(), wrong),
        422,
        "cut length",
        "must be from 1");
    wrong.put("cutFrames", null);
    refused(
        producer.put(base + "/shots/" + shot, marked.etag(), wrong),
        422,
        "cutFrames",
        "not a value");
    wrong.put("cutFrames", 48);
    wrong.put(
        "methods", List.of(Map.of("method", "A1", "values", Map.of("fNumber", -2), "reason", "")));
    refused(
        producer.put(base + "/shots/" + shot, marked.etag(), wrong),
        422,
        "fNumber",
        "must be from");
    assertThat(producer.put(base + "/shots/" + shot, marked.etag(), edit).status()).isEqualTo(200);
    String day =
        producer.post(base + "/days", Map.of("date", "2026-11-24", "place", "Stage")).text("id");
    String setup =
        producer
            .post(base + "/setups", Map.of("day", day, "name", "A", "struck", false))
            .text("id");
    Map<String, Object> take =
        new HashMap<>(
            Map.of(
                "id",
                UUID.randomUUID().toString(),
                "shot",
                shot,
                "setup",
                setup,
                "plate",
                "plate:clean",
                "roll",
                "A001",
                "tcIn",
                "01:00:10:00",
                "tcOut",
                "01:00:09:00",
                "camera",
                Map.of()));
    refused(producer.post(base + "/takes", take), 422, "out", "is before in");
    take.putAll(Map.of("tcIn", "01:00:00;00"));
    refused(producer.post(base + "/takes", take), 422, "in", "drop-frame counting does not exist");
    take.putAll(Map.of("tcIn", "01:00:00:00", "camera", Map.of("iso", -5)));
    refused(producer.post(base + "/takes", take), 422, "ISO", "must be from 25");
    take.putAll(Map.of("camera", Map.of("iso", "many")));
    refused(producer.post(base + "/takes", take), 422, "iso", "not a value");
    take.putAll(Map.of("camera", Map.of("rate", "fast")));
    refused(producer.post(base + "/takes", take), 422, "rate", "unknown frame rate");
    take.putAll(Map.of("camera", Map.of(), "plate", "plate:none"));
    refused(producer.post(base + "/takes", take), 422, "plate", "not one of the plates");
    assertThat(producer.get(base + "/setups/" + setup).at("takes")).isEmpty();
    refused(
        producer.post(
            base + "/shots/" + shot + "/evidence",
            Map.of("item", "datum:nothing", "kind", "SETTLED", "words", "x")),
        422,
        "item",
        "is not owed");
  }

  /**
   * At 29.97 the labels that drop-frame counting leaves out (SMPTE ST 12-1) do not exist as takes
   * either.
   */
  @Test
  void droppedLabels() {
    refused(
        producer.post("/api/sums/S1", Map.of("rate", "29.97", "label", "00:01:00;00")),
        422,
        "label",
        "does not exist");
    refused(producer.post("/api/sums/S8", Map.of("focalMm", 0)), 422, "focalMm", "must be from 1");
    assertThat(producer.post("/api/sums/S99", Map.of()).status()).isEqualTo(404);
    assertThat(
            producer
                .call(
                    "POST",
                    "/api/sums/S8",
                    java.net.http.HttpRequest.BodyPublishers.ofString("{\"values\":"),
                    "application/json")
                .status())
        .isEqualTo(400);
  }

  @Test
  void filesThatAreNotWhatTheySay() throws IOException {
    String draft =
        producer.post(base + "/drafts", Map.of("name", "w", "text", JourneyTest.SCRIPT)).text("id");
    String shot =
        producer.post(base + "/shots", Map.of("draft", draft, "start", 30, "end", 50)).text("id");
    String path = base + "/shots/" + shot + "/versions";
    byte[] png = Clips.still("png", 320, 180);
    refused(producer.upload(path, "clip.mp4", png, Map.of()), 422, "file", "is really PNG");
    refused(
        producer.upload(
            path,
            "clip.mp4",
            "<html><script>1</script>".getBytes(StandardCharsets.UTF_8),
            Map.of()),
        422,
        "file",
        "none of mp4");
    refused(producer.upload(path, "empty.png", new byte[0], Map.of()), 422, "file", "is empty");
    refused(
        producer.upload(path, "../../etc/cron.png", png, Map.of()),
        422,
        "file",
        "path in its name");
    refused(
        producer.upload(path, "dot.png", Clips.still("png", 1, 1), Map.of()),
        422,
        "file",
        "only 1 × 1");
    refused(
        producer.upload(path, "bomb.png", hugePng(60_000, 60_000), Map.of()),
        422,
        "file",
        "at most 16384");
    refused(
        producer.upload(path, "half.png", Arrays.copyOf(png, png.length / 2), Map.of()),
        422,
        "file",
        "damaged");
    byte[] jpeg = Clips.noise("jpg", 640, 360);
    for (int share : new int[] {3, 2}) {
      refused(
          producer.upload(path, "half.jpg", Arrays.copyOf(jpeg, jpeg.length / share), Map.of()),
          422,
          "file",
          "cut off");
    }
    byte[] clip = Clips.mp4(320, 180, "24", 24);
    refused(
        producer.upload(path, "half.mp4", Arrays.copyOf(clip, 600), Map.of()),
        422,
        "file",
        "damaged");
    refused(
        producer.upload(
            path, "old.mov", Clips.clip(".mov", 320, 180, "24", 12, "-c:v", "svq1"), Map.of()),
        422,
        "file",
        "is not read here");
    assertThat(producer.get(base + "/shots/" + shot + "/review").at("versions")).isEmpty();
    try (var left = java.nio.file.Files.list(house.data().resolve("media/incoming"))) {
      assertThat(left).isEmpty();
    }
  }

  /** A picture that claims an enormous size in a few bytes. */
  private static byte[] hugePng(int width, int height) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a});
    ByteArrayOutputStream chunk = new ByteArrayOutputStream();
    DataOutputStream d = new DataOutputStream(chunk);
    d.writeBytes("IHDR");
    d.writeInt(width);
    d.writeInt(height);
    d.write(new byte[] {8, 2, 0, 0, 0});
    CRC32 crc = new CRC32();
    crc.update(chunk.toByteArray());
    DataOutputStream o = new DataOutputStream(out);
    o.writeInt(13);
    o.write(chunk.toByteArray());
    o.writeInt((int) crc.getValue());
    return out.toByteArray();
  }

  /** Facts read from files whose facts are known because ffmpeg was told to make them so. */
  @ParameterizedTest
  @CsvSource({
    "mp4,24000/1001,24000/1001",
    "mp4,25,25",
    "mp4,30000/1001,30000/1001",
    "webm,60000/1001,60000/1001"
  })
  void factsAreReadFromTheFile(String kind, String rate, String expected) {
    String draft =
        producer.post(base + "/drafts", Map.of("name", "w", "text", JourneyTest.SCRIPT)).text("id");
    String shot =
        producer.post(base + "/shots", Map.of("draft", draft, "start", 30, "end", 50)).text("id");
    byte[] clip =
        kind.equals("mp4")
            ? Clips.mp4(640, 360, rate, 37)
            : Clips.clip(
                ".webm",
                640,
                360,
                rate,
                37,
                "-c:v",
                "libvpx-vp9",
                "-deadline",
                "realtime",
                "-cpu-used",
                "8");
    Caller.Answer a =
        producer.upload(base + "/shots/" + shot + "/versions", "c." + kind, clip, Map.of());
    assertThat(a.text("versions/0/facts/rate")).as(a.toString()).isEqualTo(expected);
    assertThat(a.at("versions/0/facts/frames").asInt()).isEqualTo(37);
    assertThat(a.at("versions/0/facts/raster/width").asInt()).isEqualTo(640);
  }
}
