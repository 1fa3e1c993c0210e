package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.core.picture.Curve;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * The bench on a real database with real files: what is kept, what it does to the shot, how frames
 * are pulled, and what is refused.
 */
class BenchTest {
  private final Stage stage = new Stage();
  private final String bench = stage.base + "/bench";

  private String still(String take, String name, byte[] bytes) {
    String id = UUID.randomUUID().toString();
    Stage.ok(
        stage.producer.upload(
            stage.base + "/takes/" + take + "/stills", name, bytes, Map.of("id", id)));
    return id;
  }

  private JsonNode done(Caller.Answer begun) throws InterruptedException {
    String id = Stage.ok(begun).text("id");
    for (int i = 0; i < 3600; i++) {
      Caller.Answer a = Stage.ok(stage.producer.get(bench + "/jobs/" + id));
      if (!List.of("WAITING", "RUNNING").contains(a.text("stand"))) {
        return a.body();
      }
      Thread.sleep(50);
    }
    throw new AssertionError("not done in three minutes");
  }

  private String text(String path) {
    return new String(
        stage.producer.get(path).raw().body(), java.nio.charset.StandardCharsets.UTF_8);
  }

  private JsonNode compare(String a, String b) throws InterruptedException {
    return done(stage.producer.post(bench + "/comparisons", Map.of("first", a, "second", b)));
  }

  @Test
  void whatIsKeptCountsEverywhere() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    String off =
        still(
            second,
            "b.png",
            Walls.coded(Walls.wall(960, 540, 2.5, 0, BufferedImage.TYPE_INT_RGB), "png"));
    assertThat(stage.state("plate:performance-2")).startsWith("IN_HAND");
    assertThat(Stage.ok(stage.producer.get(bench)).at("ready").asInt()).isEqualTo(1);

    JsonNode nudged = compare(a, off);
    assertThat(nudged.at("/reading/found/dx").asDouble())
        .isCloseTo(2.5, org.assertj.core.data.Offset.offset(0.06));
    assertThat(stage.state("plate:performance-2"))
        .as("not kept, so nothing is said")
        .startsWith("IN_HAND");
    String id = UUID.randomUUID().toString();
    String kept = bench + "/jobs/" + nudged.path("id").asString() + "/kept";
    Caller.Answer sheet = Stage.ok(stage.producer.post(kept, Map.of("id", id)));
    assertThat(sheet.at("differ").asInt()).isEqualTo(1);
    Stage.ok(stage.producer.post(kept, Map.of("id", id)));
    // On the shot, on the floor and in what is owed at once.
    assertThat(stage.state("plate:performance-2"))
        .startsWith("IN_DOUBT")
        .contains("laid over the reference")
        .contains("nudged");
    assertThat(text(stage.base + "/setups/" + stage.setup)).contains("The camera was nudged");
    assertThat(text(stage.base + "/owed")).contains("nudged");

    String again =
        still(
            second,
            "c.png",
            Walls.coded(Walls.wall(960, 540, 0.2, 0, BufferedImage.TYPE_INT_RGB), "png"));
    JsonNode agrees = compare(a, again);
    Stage.ok(
        stage.producer.post(
            bench + "/jobs/" + agrees.path("id").asString() + "/kept",
            Map.of("id", UUID.randomUUID().toString())));
    assertThat(stage.state("plate:performance-2")).as("the last word counts").startsWith("IN_HAND");
    // A touch of the camera is answered by plates that were measured to agree.
    Stage.ok(
        stage.producer.post(
            stage.base + "/setups/" + stage.setup + "/touches",
            Map.of("id", UUID.randomUUID().toString(), "kind", "LEGS")));
    String clean = stage.pick("plate:clean", Stage.CAMERA).text("id");
    assertThat(stage.state("plate:clean")).startsWith("IN_DOUBT");
    JsonNode answer =
        compare(
            a,
            still(
                clean,
                "d.png",
                Walls.coded(Walls.wall(960, 540, -0.1, 0, BufferedImage.TYPE_INT_RGB), "png")));
    Stage.ok(
        stage.producer.post(
            bench + "/jobs/" + answer.path("id").asString() + "/kept",
            Map.of("id", UUID.randomUUID().toString())));
    assertThat(stage.state("plate:clean")).startsWith("IN_HAND");
    // Somebody who saw the composite says how it was; what was measured stays.
    String words = bench + "/measures/" + id + "/words";
    assertThat(stage.producer.post(words, Map.of("matched", true)).text("field")).isEqualTo("id");
    assertThat(stage.producer.post(words, Map.of("id", UUID.randomUUID().toString())).text("field"))
        .isEqualTo("matched");
    for (boolean matched : new boolean[] {false, true}) {
      Stage.ok(
          stage.producer.post(
              words, Map.of("id", UUID.randomUUID().toString(), "matched", matched, "note", "")));
    }
    Caller.Answer record = Stage.ok(stage.producer.get(bench));
    assertThat(record.at("record/words").asString())
        .as("the newest word on each counts")
        .startsWith(
            "Of 3 kept, 1 were spoken of; it proved right in 0 of them. What it doubted matched all"
                + " the same once.");
    assertThat(stage.state("plate:performance-2")).startsWith("IN_HAND");
    // Evidence of one take against itself is none.
    JsonNode same = compare(off, again);
    assertThat(
            stage
                .producer
                .post(
                    bench + "/jobs/" + same.path("id").asString() + "/kept",
                    Map.of("id", UUID.randomUUID().toString()))
                .text("detail"))
        .contains("two stills of one take");
  }

  /** A free program does what the files of a comparison say, and then the plates agree. */
  @Test
  void anotherProgramLaysTheSecondBack() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    byte[] moved = Walls.coded(Walls.wall(960, 540, 6.4, 0.3, BufferedImage.TYPE_INT_RGB), "png");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    JsonNode j = compare(a, still(second, "b.png", moved));
    assertThat(j.at("/reading/agrees").asBoolean()).isFalse();
    assertThat(j.at("/graded").asBoolean()).isTrue();
    String files = bench + "/jobs/" + j.path("id").asString() + "/";
    Caller.Answer l = Stage.ok(stage.producer.get(files + "layback.json"));
    double gain = l.at("gradeLinearGains/1").asDouble();
    assertThat(gain).isCloseTo(Math.pow(2, -0.3), org.assertj.core.data.Offset.offset(0.01));
    assertThat(text(files + "grade.cc")).contains("urn:ASC:CDL:v1.2");
    Path dir = Files.createTempDirectory("laid");
    Files.write(dir.resolve("b.png"), moved);
    run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-i",
            dir.resolve("b.png").toString(),
            "-vf",
            l.text("ffmpeg")
                + ",format=gbrpf32le,zscale=tin=iec61966-2-1:t=linear:pin=709:p=709:min=gbr:m=gbr"
                + String.format(
                    java.util.Locale.ROOT, ",colorchannelmixer=rr=%1$f:gg=%1$f:bb=%1$f", gain)
                + ",zscale=tin=linear:t=iec61966-2-1:pin=709:p=709:min=gbr:m=gbr,format=rgb24",
            dir.resolve("laid.png").toString()));
    JsonNode back =
        compare(a, still(second, "laid.png", Files.readAllBytes(dir.resolve("laid.png"))));
    assertThat(back.at("/reading/agrees").asBoolean()).as(back.toString()).isTrue();
    assertThat(Math.abs(back.at("/reading/found/dx").asDouble())).isLessThan(0.1);
    assertThat(stage.producer.get(files + "frames.csv").status()).isEqualTo(404);
    assertThat(stage.producer.get(files + "masks.zip").status()).isEqualTo(404);
  }

  /**
   * The same wall as 8 bit PNG, 16 bit PNG, 16 bit TIFF and JPEG: every pair measures the same
   * light.
   */
  @Test
  void everyFormatMeasuresAlike() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    BufferedImage deep =
        new BufferedImage(
            new java.awt.image.ComponentColorModel(
                java.awt.color.ColorSpace.getInstance(java.awt.color.ColorSpace.CS_sRGB),
                false,
                false,
                java.awt.Transparency.OPAQUE,
                java.awt.image.DataBuffer.TYPE_USHORT),
            java.awt.image.Raster.createInterleavedRaster(
                java.awt.image.DataBuffer.TYPE_USHORT, 960, 540, 3, null),
            false,
            null);
    BufferedImage painted = Walls.wall(960, 540, 0.4, 0.25, BufferedImage.TYPE_USHORT_GRAY);
    for (int y = 0; y < 540; y++) {
      for (int x = 0; x < 960; x++) {
        int v = painted.getRaster().getSample(x, y, 0);
        deep.getRaster().setPixel(x, y, new int[] {v, v, v});
      }
    }
    BufferedImage flat = Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB);
    String a = still(first, "a.png", Walls.coded(flat, "png"));
    assertThat(
            stage
                .producer
                .get(bench + "/spot?first=" + a + "&second=" + a + "&x=960&y=0")
                .text("field"))
        .isEqualTo("x");
    assertThat(
            stage
                .producer
                .get(bench + "/spot?first=" + a + "&second=" + a + "&x=0&y=-1")
                .text("field"))
        .isEqualTo("y");
    Map<String, byte[]> files =
        new HashMap<>(
            Map.of(
                "b.png",
                Walls.coded(deep, "png"),
                "b.tif",
                Walls.coded(deep, "tiff"),
                "c.png",
                Walls.coded(painted, "png"),
                "b.jpg",
                Walls.coded(Walls.wall(960, 540, 0.4, 0.25, BufferedImage.TYPE_INT_RGB), "jpg")));
    for (Map.Entry<String, byte[]> f : files.entrySet()) {
      String b = still(second, f.getKey(), f.getValue());
      JsonNode compared = compare(a, b);
      JsonNode r = compared.path("reading");
      assertThat(
              Double.parseDouble(
                  figure(compared, "Light").path("value").asString().replace(" stops", "")))
          .as(f.getKey())
          .isCloseTo(0.25, org.assertj.core.data.Offset.offset(0.012));
      assertThat(r.at("/found/dx").asDouble())
          .as(f.getKey())
          .isCloseTo(0.4, org.assertj.core.data.Offset.offset(0.06));
      // Under the magnifier: the values of the file itself, and the light put in, whatever the
      // bits; at a corner too.
      for (int[] at : new int[][] {{0, 0}, {481, 270}, {959, 539}}) {
        Caller.Answer spot =
            Stage.ok(
                stage.producer.get(
                    bench + "/spot?first=" + a + "&second=" + b + "&x=" + at[0] + "&y=" + at[1]));
        boolean deepFile = !f.getKey().equals("b.jpg");
        assertThat(spot.at("secondBits").asInt()).isEqualTo(deepFile ? 16 : 8);
        assertThat(spot.at("firstBits").asInt()).isEqualTo(8);
        assertThat(spot.at("first/1").asInt())
            .isEqualTo(flat.getRaster().getSample(at[0], at[1], 1));
        if (deepFile) {
          assertThat(spot.at("second/2").asInt())
              .as(f.getKey())
              .isEqualTo(painted.getRaster().getSample(at[0], at[1], 0));
        }
      }
      byte[] shown = stage.producer.get(stage.base + "/stills/" + b + "/picture").raw().body();
      assertThat(ImageIO.read(new ByteArrayInputStream(shown)).getWidth())
          .as(f.getKey())
          .isEqualTo(960);
      assertThat(shown[0] == 'I' || shown[0] == 'M').as("browsers get no TIFF").isFalse();
    }
  }

  @Test
  void hostilePicturesAreRefusedWithTheReason() throws Exception {
    String take = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String other = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    byte[] good = Walls.coded(Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB), "png");
    String path = stage.base + "/takes/" + take + "/stills";
    Map<String, byte[]> hostile = new HashMap<>();
    hostile.put("dot.png", Clips.still("png", 1, 1));
    hostile.put("long.png", header(20_000, 1));
    hostile.put("bomb.png", header(60_000, 60_000));
    hostile.put("cut.png", Arrays.copyOf(good, good.length / 2));
    hostile.put(
        "cut.tif",
        Arrays.copyOf(
            Walls.coded(Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB), "tiff"), 900));
    hostile.put("text.png", "not a picture".getBytes(StandardCharsets.UTF_8));
    for (Map.Entry<String, byte[]> h : hostile.entrySet()) {
      Caller.Answer a =
          stage.producer.upload(
              path, h.getKey(), h.getValue(), Map.of("id", UUID.randomUUID().toString()));
      assertThat(a.status()).as(h.getKey()).isEqualTo(422);
      assertThat(a.text("field")).as(h.getKey()).isEqualTo("file");
    }
    // What can be kept as a still but not be measured says so when it is to be measured.
    String a = still(take, "a.png", good);
    for (Map.Entry<String, byte[]> f :
        Map.of(
                "two.png",
                Walls.coded(new BufferedImage(960, 540, BufferedImage.TYPE_BYTE_BINARY), "png"),
                "huge.png",
                Walls.coded(new BufferedImage(8000, 2400, BufferedImage.TYPE_BYTE_GRAY), "png"))
            .entrySet()) {
      String b = still(other, f.getKey(), f.getValue());
      String against = f.getKey().startsWith("huge") ? still(take, "big.png", f.getValue()) : a;
      JsonNode j = compare(against, b);
      assertThat(j.path("stand").asString()).as(f.getKey()).isEqualTo("FAILED");
      assertThat(j.path("fault").asString())
          .as(f.getKey())
          .contains(f.getKey().startsWith("huge") ? "16 megapixels" : "1 bit a pixel");
    }
    assertThat(
            stage
                .producer
                .post(
                    bench + "/comparisons",
                    Map.of(
                        "first",
                        a,
                        "second",
                        still(
                            other,
                            "small.png",
                            Walls.coded(
                                Walls.wall(640, 360, 0, 0, BufferedImage.TYPE_INT_RGB), "png"))))
                .text("detail"))
        .contains("same shape at another size");
  }

  /** A PNG that only says how large it is. */
  private static byte[] header(int w, int h) {
    java.nio.ByteBuffer b = java.nio.ByteBuffer.allocate(57);
    b.put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a})
        .putInt(13)
        .put("IHDR".getBytes(StandardCharsets.UTF_8))
        .putInt(w)
        .putInt(h)
        .put(new byte[] {8, 2, 0, 0, 0});
    CRC32 crc = new CRC32();
    crc.update(b.array(), 12, 17);
    b.putInt((int) crc.getValue())
        .putInt(0)
        .put("IDAT".getBytes(StandardCharsets.UTF_8))
        .putInt(0x35af061e);
    return b.array();
  }

  @Test
  void tenAtOnceAreQueuedAndFinish() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(1280, 720, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    String b =
        still(
            second,
            "b.png",
            Walls.coded(Walls.wall(1280, 720, 1.5, 0, BufferedImage.TYPE_INT_RGB), "png"));
    List<Caller.Answer> begun = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      begun.add(
          Stage.ok(stage.producer.post(bench + "/comparisons", Map.of("first", a, "second", b))));
    }
    Caller.Answer stopped =
        Stage.ok(stage.producer.delete(bench + "/jobs/" + begun.get(9).text("id")));
    assertThat(stopped.text("id")).isEqualTo(begun.get(9).text("id"));
    for (int i = 0; i < 9; i++) {
      assertThat(done(begun.get(i)).at("/reading/found/dx").asDouble())
          .isCloseTo(1.5, org.assertj.core.data.Offset.offset(0.06));
    }
    assertThat(done(begun.get(9)).path("stand").asString()).isEqualTo("CANCELLED");
    // Somebody else's production does not see it.
    var other = stage.house.production();
    Caller stranger = stage.house.person(other, bivex.core.crew.Role.PRODUCER);
    assertThat(
            stranger
                .get("/api/productions/" + other.id + "/bench/jobs/" + begun.get(0).text("id"))
                .status())
        .isEqualTo(404);
  }

  /**
   * Pairs of 4K, one after the other and several asked for at once, in a server whose heap is 512
   * MB over that of an idle one (66 MB, by jcmd GC.heap_info after a collection).
   */
  @Test
  void pairsOf4kFitInTheMemoryThatWasPromised() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(3840, 2160, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    String b =
        still(
            second,
            "b.png",
            Walls.coded(Walls.wall(3840, 2160, 2.25, 0, BufferedImage.TYPE_INT_RGB), "png"));
    int port = House.freePort();
    Process server = stage.house.outside(port, "-Xmx578m");
    try {
      Caller c = stage.house.again(stage.producer, port);
      List<String> begun = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        begun.add(
            Stage.ok(c.post(bench + "/comparisons", Map.of("first", a, "second", b))).text("id"));
      }
      for (String id : begun) {
        Caller.Answer j = Stage.ok(c.get(bench + "/jobs/" + id));
        while (j.text("stand").equals("WAITING") || j.text("stand").equals("RUNNING")) {
          Thread.sleep(100);
          j = Stage.ok(c.get(bench + "/jobs/" + id));
        }
        assertThat(j.text("fault")).isEmpty();
        assertThat(j.at("reading/found/dx").asDouble())
            .isCloseTo(2.25, org.assertj.core.data.Offset.offset(0.06));
      }
    } finally {
      server.destroyForcibly();
    }
  }

  /**
   * Frame n against counting decoded frames one by one, for what makes seeking go wrong: NTSC
   * rates, variable rate, an edit list, a start other than zero, pictures out of order.
   */
  @Test
  void framesAreExactWhateverTheClip() throws Exception {
    Path dir = Files.createTempDirectory("clips");
    Map<String, List<String>> kinds =
        Map.of(
            "ntsc.mp4", List.of("-r", "30000/1001", "-c:v", "libx264", "-bf", "3", "-g", "15"),
            "edit.mp4",
                List.of(
                    "-r", "24", "-c:v", "libx264", "-bf", "2", "-movflags", "use_metadata_tags"),
            "late.webm", List.of("-r", "25", "-c:v", "libvpx", "-output_ts_offset", "7.3"),
            "variable.mp4",
                List.of(
                    "-vf",
                    "select='not(eq(mod(n,5),3))'",
                    "-vsync",
                    "vfr",
                    "-c:v",
                    "libx264",
                    "-bf",
                    "2"));
    Frames frames = stage.house.bean(Frames.class);
    for (Map.Entry<String, List<String>> k : kinds.entrySet()) {
      Path clip = dir.resolve(k.getKey());
      List<String> c =
          new ArrayList<>(
              List.of(
                  "ffmpeg",
                  "-v",
                  "error",
                  "-y",
                  "-f",
                  "lavfi",
                  "-i",
                  "testsrc2=size=320x180:rate=24:duration=3"));
      c.addAll(k.getValue());
      c.addAll(List.of("-pix_fmt", "yuv420p", clip.toString()));
      run(c);
      int count = frames.times(clip).size();
      assertThat(count).as(k.getKey()).isGreaterThan(40);
      for (int n : new int[] {0, 1, 2, 13, 14, 15, 37, count - 1}) {
        Path one = dir.resolve("one.png");
        run(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-y",
                "-i",
                clip.toString(),
                "-vf",
                "select=eq(n\\," + n + ")",
                "-vsync",
                "0",
                "-frames:v",
                "1",
                one.toString()));
        assertThat(pixels(Files.readAllBytes(one)))
            .as("%s frame %s", k.getKey(), n)
            .isEqualTo(pixels(frames.png(clip, n, null)));
      }
    }
  }

  private static int pixels(byte[] png) throws Exception {
    BufferedImage i = ImageIO.read(new ByteArrayInputStream(png));
    return Arrays.hashCode(i.getRGB(0, 0, i.getWidth(), i.getHeight(), null, 0, i.getWidth()));
  }

  private static void run(List<String> command) throws Exception {
    Process p = new ProcessBuilder(command).inheritIO().start();
    assertThat(p.waitFor(300, TimeUnit.SECONDS)).isTrue();
    assertThat(p.exitValue()).as(String.join(" ", command)).isZero();
  }

  /**
   * The copy that browsers play has the clip's frames one for one, evenly spaced, though the clip
   * drops every fifth; so has the strip.
   */
  @Test
  void theProxyShowsEveryFrameByItsNumber() throws Exception {
    Path dir = Files.createTempDirectory("proxy");
    Path all = dir.resolve("all.mp4");
    Files.write(all, Clips.numbered(100, "24"));
    Path uneven = dir.resolve("uneven.mp4");
    run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-i",
            all.toString(),
            "-vf",
            "select='not(eq(mod(n,5),3))'",
            "-vsync",
            "vfr",
            "-c:v",
            "libx264",
            "-bf",
            "2",
            "-pix_fmt",
            "yuv420p",
            uneven.toString()));
    List<Integer> numbers = IntStream.range(0, 100).filter(n -> n % 5 != 3).boxed().toList();
    String take = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String clip =
        stage.base
            + "/clips/"
            + Stage.ok(
                    stage.producer.upload(
                        stage.base + "/takes/" + take + "/clips",
                        "uneven.mp4",
                        Files.readAllBytes(uneven),
                        Map.of()))
                .text("id");
    Caller.Answer stand = Stage.ok(stage.producer.get(clip));
    for (int i = 0; i < 1800 && stand.text("proxy").equals("MAKING"); i++) {
      assertThat(stand.at("made").asDouble()).isBetween(0.0, 1.0);
      Thread.sleep(100);
      stand = Stage.ok(stage.producer.get(clip));
    }
    assertThat(stand.text("proxy")).isEqualTo("READY");
    assertThat(stand.at("frames").asInt()).isEqualTo(80);
    Path proxy = dir.resolve("proxy.mp4");
    Files.write(proxy, stage.producer.get(clip + "/proxy").raw().body());
    List<Double> times = stage.house.bean(Frames.class).times(proxy);
    assertThat(times).hasSize(80);
    assertThat(IntStream.range(0, 80).allMatch(n -> Math.abs(times.get(n) - n / 25.0) < 1e-6))
        .as("a twenty-fifth of a second apart: %s", times)
        .isTrue();
    for (int n = 0; n < 80; n += 7) {
      assertThat(
              number(
                  ImageIO.read(
                      new ByteArrayInputStream(stage.house.bean(Frames.class).png(proxy, n, null))),
                  0,
                  640))
          .as("frame %s", n)
          .isEqualTo(numbers.get(n));
    }
    BufferedImage strip =
        ImageIO.read(new ByteArrayInputStream(stage.producer.get(clip + "/strip").raw().body()));
    assertThat(stand.at("strip")).hasSize(12);
    int tile = strip.getWidth() / 12;
    for (int i = 0; i < 12; i++) {
      assertThat(number(strip, i * tile, tile))
          .as("tile %s", i)
          .isEqualTo(numbers.get(stand.at("strip/" + i).asInt()));
    }
  }

  /**
   * What a killed server left half received is thrown away after a day; what is being received now
   * stays.
   */
  @Test
  void whatWasNeverReceivedWholeIsSwept() throws Exception {
    MediaStore store = stage.house.bean(MediaStore.class);
    Path old = store.scratch(".mp4");
    Path fresh = store.scratch(".mp4");
    Files.setLastModifiedTime(
        old, java.nio.file.attribute.FileTime.from(java.time.Instant.now().minusSeconds(90_000)));
    store.sweep();
    assertThat(old).doesNotExist();
    assertThat(fresh).exists();
    Files.delete(fresh);
  }

  /** The number that a frame of {@link Clips#numbered} carries. */
  private static int number(BufferedImage i, int left, int width) {
    return IntStream.range(0, 8)
        .filter(
            bit -> (i.getRGB(left + (2 * bit + 1) * width / 16, i.getHeight() / 2) & 0xff) > 128)
        .map(bit -> 1 << bit)
        .sum();
  }

  /**
   * A clip in which a square walks in from the right over a patterned wall, and the still of the
   * wall without it.
   */
  @Test
  void zonesAreMeasuredKeptPlannedAndKeptClearOfTheJoin() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    BufferedImage wall = Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB);
    String a = still(first, "a.png", Walls.coded(wall, "png"));
    String b = still(second, "b.png", Walls.coded(wall, "png"));
    Caller.Answer added =
        Stage.ok(
            stage.producer.upload(
                stage.base + "/takes/" + second + "/clips",
                "walk.mp4",
                walk(wall, f -> 720 - 4 * f, 120),
                Map.of()));
    assertThat(added.at("frames").asInt()).isEqualTo(24);
    JsonNode z =
        done(stage.producer.post(bench + "/zones", Map.of("clip", added.text("id"), "clean", a)));
    JsonNode last = z.at("/zones/occupied/23/boxes/0");
    assertThat(last.path("left").asDouble())
        .isCloseTo(628 / 960.0, org.assertj.core.data.Offset.offset(0.01));
    assertThat(last.path("right").asDouble())
        .isCloseTo(748 / 960.0, org.assertj.core.data.Offset.offset(0.01));
    // One mask a frame, by the numbers of the shot, white where she is and nowhere else.
    byte[] zip =
        stage
            .producer
            .get(bench + "/jobs/" + z.path("id").asString() + "/masks.zip?from=1001")
            .raw()
            .body();
    int masks = 0;
    try (var in = new java.util.zip.ZipInputStream(new ByteArrayInputStream(zip))) {
      for (var e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        assertThat(e.getName()).isEqualTo("mask." + (1001 + masks) + ".png");
        BufferedImage mask = ImageIO.read(new ByteArrayInputStream(in.readAllBytes()));
        int left = 720 - 4 * masks++;
        assertThat(mask.getRaster().getSample(left + 60, 400, 0)).isEqualTo(255);
        assertThat(mask.getRaster().getSample(left - 20, 400, 0)).isZero();
        assertThat(mask.getRaster().getSample(left + 140, 400, 0)).isZero();
        assertThat(mask.getRaster().getSample(left + 60, 100, 0)).isZero();
      }
    }
    assertThat(masks).isEqualTo(24);
    Stage.ok(
        stage.producer.post(
            bench + "/jobs/" + z.path("id").asString() + "/kept",
            Map.of("id", UUID.randomUUID().toString())));

    JsonNode j = done(stage.producer.post(bench + "/joins", Map.of("left", a, "right", b)));
    assertThat(j.at("/join/kind").asString()).isEqualTo("STATIC");
    for (JsonNode p : j.at("/join/points")) {
      assertThat(p.get(1).asDouble() < 180 || p.get(0).asDouble() < 628)
          .as("left of the walker where she is: %s", p)
          .isTrue();
    }
    String svg = text(bench + "/jobs/" + j.path("id").asString() + "/join.svg");
    Caller.Answer json =
        stage.producer.get(bench + "/jobs/" + j.path("id").asString() + "/join.json");
    assertThat(json.text("kind")).isEqualTo("static");
    // The SVG is read as any program would: its path has the corners of the JSON.
    var xml =
        javax.xml.parsers.DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(svg.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
            .getDocumentElement();
    assertThat(xml.getNamespaceURI() == null ? xml.getAttribute("xmlns") : xml.getNamespaceURI())
        .isEqualTo("http://www.w3.org/2000/svg");
    assertThat(xml.getAttribute("viewBox")).isEqualTo("0 0 960 540");
    String[] corners =
        ((org.w3c.dom.Element) xml.getElementsByTagName("path").item(0))
            .getAttribute("d")
            .substring(1)
            .split("L");
    assertThat(corners).hasSize(json.at("points").size());
    for (int i = 0; i < corners.length; i++) {
      assertThat(Double.parseDouble(corners[i].split(" ")[0]))
          .isCloseTo(
              json.at("points/" + i + "/0").asDouble(), org.assertj.core.data.Offset.offset(0.06));
      assertThat(Double.parseDouble(corners[i].split(" ")[1]))
          .isCloseTo(
              json.at("points/" + i + "/1").asDouble(), org.assertj.core.data.Offset.offset(0.06));
    }

    // Somebody in the left part stands up to px 700: the walker, whose left edge is at 720 − 4 f,
    // is across the join from about frame 5 on.
    String standing =
        Stage.ok(
                stage.producer.upload(
                    stage.base + "/takes/" + first + "/clips",
                    "stand.mp4",
                    walk(wall, f -> 610, 90),
                    Map.of()))
            .text("id");
    JsonNode s = done(stage.producer.post(bench + "/zones", Map.of("clip", standing, "clean", a)));
    assertThat(s.at("/zones/words").asString())
        .matches("Somebody takes up to \\d+ % of the frame, in 24 of 24 frames\\.");
    Stage.ok(
        stage.producer.post(
            bench + "/jobs/" + s.path("id").asString() + "/kept",
            Map.of("id", UUID.randomUUID().toString())));
    JsonNode crossed = done(stage.producer.post(bench + "/joins", Map.of("left", a, "right", b)));
    assertThat(crossed.at("/join/title").asString()).isEqualTo("Somebody crosses it");
    String file = bench + "/jobs/" + crossed.path("id").asString() + "/join.json";
    List<Integer> numbers = new ArrayList<>();
    stage
        .producer
        .get(file + "?from=1001")
        .at("crossingFrames")
        .forEach(n -> numbers.add(n.asInt()));
    assertThat(numbers)
        .as("in the numbers of the shot")
        .contains(1010, 1017, 1024)
        .doesNotContain(1001, 1002)
        .allMatch(n -> n <= 1024);
    assertThat(stage.producer.get(file + "?from=-1").text("field")).isEqualTo("from");

    Caller.Answer used =
        Stage.ok(
            stage.producer.post(
                stage.base + "/takes/" + second + "/zones/plan", Map.of("part", 2)));
    assertThat(used.at("frames").asInt()).isEqualTo(24);
    assertThat(stage.look().at("methods/0/values/zones").toString())
        .contains("\"part\":1")
        .contains("\"part\":2");
    JsonNode watched =
        done(stage.producer.post(bench + "/watches", Map.of("clip", added.text("id"))));
    assertThat(watched.at("/watch/words").asString())
        .as("nothing in it has noise, as in a clip that was strongly compressed")
        .isEqualTo(
            "The camera was not touched; less than 0.6 px cannot be told. No flicker is seen; less"
                + " than 0.10 stops cannot be told in this clip, it is compressed: watch the"
                + " camera's own file.");
    String frames = bench + "/jobs/" + watched.path("id").asString() + "/frames.";
    assertThat(text(frames + "csv").lines())
        .hasSize(25)
        .first()
        .isEqualTo("frame,mean_percent,stops,dx,dy,placed");
    assertThat(Stage.ok(stage.producer.get(frames + "json")).at("frames")).hasSize(24);
    String pulled = UUID.randomUUID().toString();
    Stage.ok(
        stage.producer.post(
            stage.base + "/clips/" + added.text("id") + "/stills",
            Map.of("id", pulled, "frame", 23)));
    BufferedImage shown =
        ImageIO.read(
            new ByteArrayInputStream(
                stage.producer.get(stage.base + "/stills/" + pulled + "/picture").raw().body()));
    assertThat(shown.getRGB(690, 400) & 0xff).as("the walker of frame 23").isGreaterThan(240);
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/clips/" + added.text("id") + "/stills",
                    Map.of("id", UUID.randomUUID().toString(), "frame", 24))
                .text("detail"))
        .contains("from 0 to 23");
  }

  /**
   * A white figure before a wall for 24 frames.
   *
   * @param left its left edge, px
   */
  private static byte[] walk(BufferedImage wall, IntUnaryOperator left, int width)
      throws Exception {
    Path dir = Files.createTempDirectory("walk");
    for (int f = 0; f < 24; f++) {
      BufferedImage frame = new BufferedImage(960, 540, BufferedImage.TYPE_INT_RGB);
      var g = frame.createGraphics();
      g.drawImage(wall, 0, 0, null);
      g.setColor(java.awt.Color.WHITE);
      g.fillRect(left.applyAsInt(f), 180, width, 360);
      g.dispose();
      ImageIO.write(frame, "png", dir.resolve(String.format("%03d.png", f)).toFile());
    }
    return encoded(dir, ".mp4", "-c:v", "libx264", "-crf", "12", "-pix_fmt", "yuv420p");
  }

  /** A clip of the numbered pictures of a folder, at 24 frames a second. */
  private static byte[] encoded(Path dir, String suffix, String... codec) throws Exception {
    Path clip = dir.resolve("clip" + suffix);
    List<String> c =
        new ArrayList<>(
            List.of("ffmpeg", "-v", "error", "-y", "-r", "24", "-i", dir + "/%03d.png"));
    c.addAll(List.of(codec));
    c.add(clip.toString());
    run(c);
    return Files.readAllBytes(clip);
  }

  /** A wall in S-Log3, 16 bit, as a grading tool exports a frame: nothing in it says so. */
  private static byte[] log(double stops) throws Exception {
    BufferedImage light = Walls.wall(960, 540, 0, stops, BufferedImage.TYPE_USHORT_GRAY);
    BufferedImage out = new BufferedImage(960, 540, BufferedImage.TYPE_USHORT_GRAY);
    int[] codes = new int[65_536];
    for (int code = 0, v = 0; v < 65_536; v++) {
      // Deeper shadows than the wall has are in every set.
      double wanted = bivex.core.picture.Picture.linear(v / 65_535.0) * 1.005 - 0.02;
      while (code < 65_535 && Curve.SLOG3.light(code / 65_535.0) < wanted) {
        code++;
      }
      codes[v] = code;
    }
    for (int i = 0; i < 960 * 540; i++) {
      out.getRaster()
          .setSample(i % 960, i / 960, 0, codes[light.getRaster().getSample(i % 960, i / 960, 0)]);
    }
    return Walls.coded(out, "png");
  }

  /** What looks like log is not judged until somebody says its curve; then its light is right. */
  @Test
  void theCurveOfAPictureIsSaidByHand() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a = still(first, "a.png", log(0));
    String b = still(second, "b.png", log(0.4));
    JsonNode unsaid = compare(a, b);
    assertThat(unsaid.at("/reading/agrees").asBoolean()).isFalse();
    assertThat(unsaid.at("/reading/verdict").asString())
        .contains("light is not judged", "looks like log");
    for (String picture : List.of(a, b)) {
      String coding = stage.base + "/pictures/" + picture + "/coding";
      Map<String, Object> said =
          Map.of("id", UUID.randomUUID().toString(), "curve", "SLOG3", "gamut", "SGAMUT3");
      assertThat(Stage.ok(stage.producer.post(coding, said)).text("words"))
          .isEqualTo("S-Log3, S-Gamut3, said by hand");
      assertThat(Stage.ok(stage.producer.post(coding, said)).status())
          .as("sent again, it changes nothing")
          .isEqualTo(200);
      assertThat(stage.producer.post(coding, Map.of("curve", "SLOG3")).text("field"))
          .isEqualTo("id");
      assertThat(
              stage
                  .producer
                  .post(coding, Map.of("id", UUID.randomUUID().toString(), "gamut", "BT2020"))
                  .text("field"))
          .isEqualTo("curve");
    }
    JsonNode now = compare(a, b);
    assertThat(now.at("/reading/verdict").asString()).startsWith("The exposure was changed");
    assertThat(now.at("/reading/figures").toString()).contains("Light");
    assertThat(now.at("/reading/remedy").asString()).contains("−0.4");
    assertThat(text(bench)).contains("S-Log3, S-Gamut3, said by hand");
    // Back to what the file tells.
    assertThat(
            Stage.ok(
                    stage.producer.post(
                        stage.base + "/pictures/" + a + "/coding",
                        Map.of("id", UUID.randomUUID().toString())))
                .text("words"))
        .isEqualTo("sRGB, taken for granted");
    assertThat(
            stage
                .producer
                .post(
                    stage.base + "/pictures/" + UUID.randomUUID() + "/coding",
                    Map.of("id", UUID.randomUUID().toString(), "curve", "PQ"))
                .status())
        .isEqualTo(404);
    // For all clips that tell nothing.
    assertThat(
            Stage.ok(
                    stage.producer.post(
                        stage.base + "/coding",
                        Map.of("id", UUID.randomUUID().toString(), "curve", "VLOG")))
                .text("words"))
        .isEqualTo("V-Log, V-Gamut, said by hand");
    String clip =
        Stage.ok(
                stage.producer.upload(
                    stage.base + "/takes/" + first + "/clips",
                    "c.mov",
                    Clips.clip(".mov", 640, 360, "25", 15, "-c:v", "prores_ks"),
                    Map.of()))
            .text("coding/words");
    assertThat(clip).isEqualTo("V-Log, V-Gamut, as said for this production");
    Stage.ok(
        stage.producer.post(stage.base + "/coding", Map.of("id", UUID.randomUUID().toString())));
  }

  /** Two passes of a pan, the second 4 frames later and a little lower: found, kept, exported. */
  @Test
  void twoPassesOfAMoveAreHeldAgainstEachOther() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a = clip(first, pan(0, 0));
    String b = clip(second, pan(4, 3));
    JsonNode j = done(stage.producer.post(bench + "/passes", Map.of("first", a, "second", b)));
    assertThat(j.at("/passes/sure").asBoolean()).as(j.toString()).isTrue();
    assertThat(j.at("/passes/begins").asInt()).isEqualTo(4);
    assertThat(j.at("/passes/agrees").asBoolean()).isFalse();
    assertThat(j.at("/passes/verdict").asString())
        .contains("part by up to 3.")
        .contains("begins 4 frames later");
    assertThat(j.at("/passes/tracks")).hasSize(4);
    String csv = text(bench + "/jobs/" + j.path("id").asString() + "/frames.csv");
    assertThat(csv.lines())
        .hasSize(1 + j.at("/passes/both").asInt())
        .first()
        .isEqualTo("first,second,dx,dy,degrees,scale,worst_px,stops,placed");
    Stage.ok(
        stage.producer.post(
            bench + "/jobs/" + j.path("id").asString() + "/kept",
            Map.of("id", UUID.randomUUID().toString())));
    assertThat(stage.state("plate:performance-2")).startsWith("IN_DOUBT").contains("part by up to");
    assertThat(text(bench)).contains("The passes part by up to");
    assertThat(
            stage.producer.post(bench + "/passes", Map.of("first", a, "second", a)).text("field"))
        .isEqualTo("second");
    String slow =
        Stage.ok(
                stage.producer.upload(
                    stage.base + "/takes/" + second + "/clips",
                    "slow.mp4",
                    Clips.mp4(960, 540, "25", 20),
                    Map.of()))
            .text("id");
    assertThat(
            stage
                .producer
                .post(bench + "/passes", Map.of("first", a, "second", slow))
                .text("detail"))
        .contains("no counterparts");
    assertThat(stage.producer.get(bench + "/jobs/" + UUID.randomUUID() + "/frames.csv").status())
        .isEqualTo(404);
  }

  private String clip(String take, byte[] bytes) {
    return Stage.ok(
            stage.producer.upload(
                stage.base + "/takes/" + take + "/clips", "pan.mov", bytes, Map.of()))
        .text("id");
  }

  /**
   * A pan over a wide wall that begins and ends softly, 50 frames at 24.
   *
   * @param late frames that it begins later
   * @param down px that all of it lies lower
   */
  private static byte[] pan(int late, int down) throws Exception {
    Path dir = Files.createTempDirectory("pan");
    BufferedImage wall = Walls.wall(1300, 560, 0, 0, BufferedImage.TYPE_INT_RGB);
    for (int f = 0; f < 50; f++) {
      double t = Math.max(0, Math.min(1, (f - late - 5) / 36.0));
      int x = (int) Math.round(20 + 288 * t * t * (3 - 2 * t));
      ImageIO.write(
          wall.getSubimage(x, 10 - down, 960, 540),
          "png",
          dir.resolve(String.format("%03d.png", f)).toFile());
    }
    return encoded(dir, ".mov", "-c:v", "prores_ks");
  }

  @Test
  void throwsArePairedAndTheirWayIsExported() {
    List<String> takes = new ArrayList<>();
    for (String plate :
        List.of("plate:performance-1", "plate:performance-1", "plate:performance-2")) {
      takes.add(stage.log(plate, Stage.CAMERA).text("id"));
    }
    assertThat(stage.producer.get(stage.base + "/shots/" + stage.shot + "/throws").text("words"))
        .contains("Mark release and catch");
    mark(takes.get(0), "THROW", 0, new double[][] {{0, 100, 300}, {10, 300, 100}, {20, 500, 300}});
    mark(takes.get(1), "THROW", 0, new double[][] {{0, 100, 300}, {10, 320, 60}, {20, 560, 350}});
    mark(takes.get(2), "CATCH", 0, new double[][] {{5, 110, 300}, {15, 305, 105}, {25, 504, 303}});
    Caller.Answer pairs =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/throws"));
    assertThat(pairs.at("pairs")).hasSize(2);
    assertThat(pairs.text("pairs/0/giver")).isEqualTo(takes.get(0));
    assertThat(pairs.at("pairs/0/endPx").asDouble()).as("4 and 3 px apart").isEqualTo(5);
    String path = stage.base + "/throws/" + takes.get(0) + "/" + takes.get(2) + "/path.csv";
    String csv = text(path);
    assertThat(csv.lines())
        .startsWith("frame,x,y", "10,300.00,100.00")
        .hasSize(12)
        .last()
        .isEqualTo("20,504.00,303.00");
    assertThat(stage.producer.get(path + "?handOver=20").text("field")).isEqualTo("handOver");
    // Marked by two at once: the second is told.
    assertThat(
            stage
                .producer
                .put(
                    stage.base + "/takes/" + takes.get(0) + "/throw",
                    "\"7\"",
                    Map.of("half", "THROW", "spots", List.of()))
                .status())
        .isEqualTo(412);
  }

  /**
   * Nine throws and nine catches: 81 pairs, of which the best 60 are listed, best first, and it is
   * said that there are more.
   */
  @Test
  void manyPairsAreCutOffAndSaySo() {
    for (int i = 0; i < 9; i++) {
      mark(
          stage.log("plate:performance-1", Stage.CAMERA).text("id"),
          "THROW",
          0,
          new double[][] {{0, 100, 300}, {10, 300, 100}, {20, 500 + 7 * i, 300}});
      mark(
          stage.log("plate:performance-2", Stage.CAMERA).text("id"),
          "CATCH",
          0,
          new double[][] {{0, 100, 300}, {10, 300, 100}, {20, 503 + 11 * i, 300}});
    }
    Caller.Answer pairs =
        Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/throws"));
    assertThat(pairs.at("all").asInt()).isEqualTo(81);
    List<Double> costs = new ArrayList<>();
    pairs.at("pairs").forEach(p -> costs.add(p.path("cost").asDouble()));
    assertThat(costs).hasSize(60).isSorted();
    // By hand: 500 + 7 i against 503 + 11 k is nearest at i = 2, k = 1 (514 and 514).
    assertThat(pairs.at("pairs/0/endPx").asDouble()).isZero();
    assertThat(pairs.text("words"))
        .isEqualTo(
            "Throw take 3 goes with catch take 2: a push of 0.01 g beside its own fall, the ends"
                + " are 0 px apart.");
  }

  private void mark(String take, String half, int version, double[][] spots) {
    Stage.ok(
        stage.producer.put(
            stage.base + "/takes/" + take + "/throw",
            "\"" + version + "\"",
            Map.of(
                "half",
                half,
                "spots",
                Arrays.stream(spots)
                    .map(s -> Map.of("frame", s[0], "x", s[1], "y", s[2]))
                    .toList())));
  }

  @Test
  void turnoverAndSolveNameWhatIsWrong() {
    String names = "a.1001.exr\na.1002.exr\na.1004.exr\n";
    Caller.Answer t =
        Stage.ok(
            stage.producer.post(
                bench + "/turnover", Map.of("files", names, "count", 4, "readAt", "30")));
    assertThat(t.at("faults").toString())
        .contains("1 frame is missing: 1003")
        .contains("1 too few")
        .contains("30 fps");
    assertThat(
            stage
                .producer
                .post(bench + "/turnover", Map.of("files", names, "readAt", "fast"))
                .text("field"))
        .isEqualTo("readAt");
    Caller.Answer s =
        Stage.ok(
            stage.producer.post(
                bench + "/solve",
                Map.of("csv", "frame;error\n1001;0.4\n1002;0.4\n1003;2.9\n", "width", 1920)));
    assertThat(s.text("grade")).isEqualTo("NOT_USABLE");
    assertThat(s.at("worst/0").asInt()).isEqualTo(1003);
    assertThat(
            stage
                .producer
                .post(bench + "/solve", Map.of("csv", "frame,error\n1001,0.4\n1002,bad\n"))
                .text("detail"))
        .contains("line 3");
    assertThat(stage.producer.post(bench + "/solve", Map.of()).text("field")).isEqualTo("errorPx");
  }

  private Caller.Answer limits(Caller who, String version, Map<String, Object> limits) {
    return who.put(
        bench + "/setups/" + stage.setup + "/limits",
        "\"" + version + "\"",
        limits.isEmpty() ? Map.of() : Map.of("limits", limits));
  }

  /**
   * What was measured is held to the limits its set has now, without measuring again; what was kept
   * stays, and says that it was held to others.
   */
  @Test
  void limitsAreThoseOfTheSetAndWrongOnesAreNamed() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(640, 360, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    String b =
        still(
            second,
            "b.png",
            Walls.coded(Walls.wall(640, 360, 1.6, 0.12, BufferedImage.TYPE_INT_RGB), "png"));
    JsonNode strict = compare(a, b);
    assertThat(strict.at("/reading/verdict").asString())
        .isEqualTo(
            "The exposure was changed: brighter by 0.12 stops all over, and the camera was"
                + " nudged.");
    assertThat(strict.at("/reading/also/0/found").asString()).isEqualTo("1.6 px right");
    assertThat(figure(strict, "Worst corner").path("beyond").asBoolean()).isTrue();
    assertThat(figure(strict, "Turn").path("beyond").asBoolean()).isFalse();
    assertThat(strict.at("/reading/shifts").size()).as("drawn").isPositive();
    String job = bench + "/jobs/" + strict.path("id").asString();
    Stage.ok(stage.producer.post(job + "/kept", Map.of("id", UUID.randomUUID().toString())));

    Map<String, Object> limits =
        new HashMap<>(Map.of("shiftPx", 2, "stops", 0.2, "mired", 3, "deltaE", 4, "blurPx", 0.5));
    Caller.Answer set = Stage.ok(limits(stage.producer, "0", limits));
    assertThat(set.text("sets/0/limits/setBy")).isNotEmpty();
    assertThat(set.at("sets/0/pairs/0/kept/agrees").asBoolean()).as("evidence stays").isFalse();
    assertThat(set.at("sets/0/pairs/0/kept/otherLimits").asBoolean()).isTrue();
    Caller.Answer loose = Stage.ok(stage.producer.get(job));
    assertThat(loose.at("reading/agrees").asBoolean()).isTrue();
    assertThat(figure(loose.body(), "Worst corner").path("note").asString()).endsWith("limit 2");
    assertThat(limits(stage.producer, "0", limits).status())
        .as("somebody was first")
        .isEqualTo(412);
    assertThat(limits(stage.house.person(stage.production, Role.FLOOR), "1", limits).status())
        .isEqualTo(403);
    limits.put("stops", -1);
    assertThat(limits(stage.producer, "1", limits).text("detail"))
        .contains("limits: light")
        .contains("0.01");
    Stage.ok(stage.producer.post(job + "/kept", Map.of("id", UUID.randomUUID().toString())));
    assertThat(Stage.ok(stage.producer.get(bench)).at("sets/0/pairs/0/kept/agrees").asBoolean())
        .isTrue();
    assertThat(Stage.ok(limits(stage.producer, "1", Map.of())).text("sets/0/limits/setBy"))
        .as("back to the usual ones")
        .isEmpty();
    assertThat(Stage.ok(stage.producer.get(job)).at("reading/agrees").asBoolean()).isFalse();

    assertThat(stage.producer.post(bench + "/comparisons", Map.of("first", a)).text("field"))
        .isEqualTo("second");
    assertThat(
            stage
                .producer
                .post(bench + "/comparisons", Map.of("first", a, "second", a))
                .text("detail"))
        .contains("same still");
    // The squares of a measurement, one value for every 16 px, as thousandths.
    Caller.Answer squares =
        Stage.ok(stage.producer.get(bench + "/jobs/" + strict.path("id").asString() + "/squares"));
    assertThat(squares.at("columns").asInt()).isEqualTo(40);
    assertThat(squares.at("stops")).hasSize(40 * 22);
    List<Integer> known = new ArrayList<>();
    squares.at("stops").forEach(v -> known.add(v.isNull() ? null : v.asInt()));
    known.removeIf(java.util.Objects::isNull);
    known.sort(Integer::compare);
    assertThat(known.get(known.size() / 2)).as("0.12 stops").isBetween(100, 140);
  }

  private static JsonNode figure(JsonNode job, String label) {
    return job.at("/reading/figures")
        .valueStream()
        .filter(f -> f.path("label").asString().equals(label))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void sixtyWaitAndMoreAreTurnedAway() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    String a =
        still(
            first,
            "a.png",
            Walls.coded(Walls.wall(1280, 720, 0, 0, BufferedImage.TYPE_INT_RGB), "png"));
    String b =
        still(
            second,
            "b.png",
            Walls.coded(Walls.wall(1280, 720, 1, 0, BufferedImage.TYPE_INT_RGB), "png"));
    List<String> begun = new ArrayList<>();
    Caller.Answer answer = null;
    for (int i = 0; i < 90 && (answer == null || answer.status() == 200); i++) {
      answer = stage.producer.post(bench + "/comparisons", Map.of("first", a, "second", b));
      if (answer.status() == 200) {
        begun.add(answer.text("id"));
      }
    }
    assertThat(answer.status()).as("after %s", begun.size()).isEqualTo(429);
    assertThat(answer.text("detail")).contains("60 measurements waiting");
    assertThat(begun.size()).isGreaterThanOrEqualTo(60);
    for (String id : begun) {
      Caller.Answer stopped = Stage.ok(stage.producer.delete(bench + "/jobs/" + id));
      assertThat(stopped.text("stand")).isIn("CANCELLED", "RUNNING", "DONE");
    }
    assertThat(
            Stage.ok(stage.producer.get(bench + "/jobs/" + begun.get(begun.size() - 1)))
                .text("stand"))
        .isEqualTo("CANCELLED");
    assertThat(
            stage
                .producer
                .post(
                    bench + "/jobs/" + begun.get(begun.size() - 1) + "/kept",
                    Map.of("id", UUID.randomUUID().toString()))
                .text("detail"))
        .contains("nothing that could be kept");
  }

  @Test
  void takesOfTwoSetsAreNoEvidenceForEither() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String other =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/setups",
                    Map.of("day", stage.day, "name", "Elsewhere", "struck", false)))
            .text("id");
    String second =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/takes",
                    Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "shot",
                        stage.shot,
                        "setup",
                        other,
                        "plate",
                        "plate:performance-2",
                        "roll",
                        "A001",
                        "tcIn",
                        "01:00:00:00",
                        "tcOut",
                        "01:00:05:23",
                        "camera",
                        Stage.CAMERA,
                        "notRead",
                        Stage.NOT_READ)))
            .text("id");
    byte[] png = Walls.coded(Walls.wall(640, 360, 0, 0, BufferedImage.TYPE_INT_RGB), "png");
    JsonNode j = compare(still(first, "a.png", png), still(second, "b.png", png));
    assertThat(j.at("/reading/agrees").asBoolean()).isTrue();
    assertThat(
            stage
                .producer
                .post(
                    bench + "/jobs/" + j.path("id").asString() + "/kept",
                    Map.of("id", UUID.randomUUID().toString()))
                .text("detail"))
        .contains("two setups");
    // An artist measures and keeps, but does not add to the floor's stills.
    Caller artist = stage.house.person(stage.production, bivex.core.crew.Role.ARTIST);
    assertThat(artist.get(bench).status()).isEqualTo(200);
    assertThat(
            artist
                .upload(
                    stage.base + "/takes/" + first + "/stills",
                    "a.png",
                    png,
                    Map.of("id", UUID.randomUUID().toString()))
                .status())
        .isEqualTo(403);
    assertThat(artist.get(stage.base + "/throws/" + first + "/" + second).status()).isEqualTo(404);
  }
}
