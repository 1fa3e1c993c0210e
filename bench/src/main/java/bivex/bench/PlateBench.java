package bivex.bench;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Library;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateZones;
import bivex.core.plate.TakeWatch;
import bivex.server.Caller;
import bivex.server.House;
import bivex.server.Stage;
import bivex.server.media.MediaProbe;
import bivex.server.media.PictureReader;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.opencv.imgcodecs.Imgcodecs;

/**
 * Plate comparison end to end, decoding included, on pairs of a known difference at 1080p and 4K,
 * and a general vision library (OpenCV: AKAZE features and a robust similarity, which is only the
 * first part of what is measured here) on the same files in the same run. Made in one process,
 * measured in another with a small heap.
 */
public final class PlateBench {
  private static final Registration MOVE = new Registration(3.4, -1.2, 0.08, 1.001);
  private static final int[][] SIZES = {{1920, 1080}, {3840, 2160}};
  private static final int ROUNDS = 7;
  private static final Coding SRGB = new Coding(Curve.SRGB, Gamut.BT709, Coding.Known.SAID);

  /** Heap of an idle server, by jcmd GC.heap_info after a collection. */
  private static final int IDLE_MB = 66;

  private PlateBench() {}

  public static void main(String[] args) {
    Path dir = Path.of(args[1]);
    try {
      switch (args[0]) {
        case "make" -> make(dir);
        case "measure" -> measure(dir);
        case "http" -> http(dir);
        default -> throw new IllegalArgumentException("make, measure or http");
      }
      // The house has threads of its own that would go on.
      System.exit(0);
    } catch (Exception | Error e) {
      e.printStackTrace();
      System.exit(1);
    }
  }

  private static void make(Path dir) throws IOException {
    for (int[] s : SIZES) {
      byte[][] b =
          Photos.Made.of("seeding", s[0], s[1], MOVE).people(0.2).noise(3).stops(0.2).bytes();
      for (int i = 0; i < 2; i++) {
        BufferedImage image = new BufferedImage(s[0], s[1], BufferedImage.TYPE_INT_RGB);
        for (int p = 0; p < s[0] * s[1]; p++) {
          image.setRGB(
              p % s[0],
              p / s[0],
              (b[i][3 * p] & 0xff) << 16 | (b[i][3 * p + 1] & 0xff) << 8 | b[i][3 * p + 2] & 0xff);
        }
        ImageIO.write(image, "png", dir.resolve(s[0] + "-" + i + ".png").toFile());
      }
    }
  }

  private static void measure(Path dir) throws IOException {
    Library.load();
    PictureReader reader = new PictureReader();
    System.out.printf(
        Locale.ROOT,
        "heap at most %d MB, %d processors%n",
        Runtime.getRuntime().maxMemory() >> 20,
        Runtime.getRuntime().availableProcessors());
    for (int[] s : SIZES) {
      Path a = dir.resolve(s[0] + "-0.png");
      Path b = dir.resolve(s[0] + "-1.png");
      List<Double> ours = new ArrayList<>();
      List<Double> place = new ArrayList<>();
      List<Double> theirs = new ArrayList<>();
      double error = 0;
      double libraryError = 0;
      double cold = 0;
      for (int i = 0; i < ROUNDS; i++) {
        long t = System.nanoTime();
        Picture p = reader.read(a, SRGB);
        Picture q = reader.read(b, SRGB);
        PlateComparison c =
            PlateComparison.of(
                p, q, PlateComparison.Limits.USUAL, (share, doing) -> {}, () -> false);
        double seconds = (System.nanoTime() - t) / 1e9;
        t = System.nanoTime();
        Registering.of(p.luma(), q.luma(), Registering.Grade.FINE, () -> false);
        place.add((System.nanoTime() - t) / 1e9);
        error = c.found().furthest(MOVE, s[0], s[1]);
        if (i == 0) {
          cold = seconds;
        } else {
          ours.add(seconds);
        }
      }
      for (int i = 0; i < 4; i++) {
        long t = System.nanoTime();
        Registration r =
            Library.register(
                Imgcodecs.imread(a.toString(), Imgcodecs.IMREAD_GRAYSCALE),
                Imgcodecs.imread(b.toString(), Imgcodecs.IMREAD_GRAYSCALE));
        libraryError = r.furthest(MOVE, s[0], s[1]);
        if (i > 0) {
          theirs.add((System.nanoTime() - t) / 1e9);
        }
      }
      System.out.printf(
          Locale.ROOT,
          "%d × %d: everything, with decoding: first %.2f s, then median %.2f s, worst %.2f s;"
              + " corner error %.3f px%n",
          s[0],
          s[1],
          cold,
          median(ours),
          ours.stream().max(Double::compare).orElseThrow(),
          error);
      System.out.printf(
          Locale.ROOT,
          "    of that finding the place: %.2f s; library, decoding and place only: %.2f s, corner"
              + " error %.3f px; ours ÷ library %.2f%n",
          median(place),
          median(theirs),
          libraryError,
          median(ours) / median(theirs));
    }
    watching();
    refusals(dir);
  }

  /** A take frame by frame at the size it is watched in; decoding is ffmpeg's. */
  private static void watching() {
    Picture[] p =
        Photos.Made.of("seeding", 640, 360, new Registration(0.3, -0.2, 0, 1))
            .people(0.2)
            .noise(3)
            .pair();
    double[] ms = new double[2];
    for (int round = 0; round < 3; round++) {
      TakeWatch.Watcher watcher = new TakeWatch.Watcher(3, SRGB, 0);
      watcher.frame(p[0]);
      long t = System.nanoTime();
      for (int i = 0; i < 60; i++) {
        watcher.frame(p[1]);
      }
      ms[0] = (System.nanoTime() - t) / 60e6;
      PlateZones.Follower follower = new PlateZones.Follower(p[0]);
      t = System.nanoTime();
      for (int i = 0; i < 60; i++) {
        follower.frame(p[1]);
      }
      ms[1] = (System.nanoTime() - t) / 60e6;
    }
    System.out.printf(
        Locale.ROOT, "a frame of a take: watched %.0f ms, room measured %.0f ms%n", ms[0], ms[1]);
  }

  /** How long it takes to refuse what is hostile. */
  private static void refusals(Path dir) throws IOException {
    MediaProbe probe = new MediaProbe();
    byte[] good = Files.readAllBytes(dir.resolve("3840-0.png"));
    Object[][] hostile = {
      {"1 × 1", header(1, 1)},
      {"20 000 × 1", header(20_000, 1)},
      {"bomb, 60 000 × 60 000", header(60_000, 60_000)},
      {"4K, cut in half", Arrays.copyOf(good, good.length / 2)},
      {"text", "not a picture".getBytes(java.nio.charset.StandardCharsets.UTF_8)}
    };
    for (Object[] h : hostile) {
      Path file = dir.resolve("hostile.png");
      Files.write(file, (byte[]) h[1]);
      long t = System.nanoTime();
      String said = "was NOT refused";
      try {
        probe.measured(file, "hostile.png");
      } catch (bivex.core.InvalidInput e) {
        said = "refused: " + e.getMessage();
      }
      System.out.printf(Locale.ROOT, "%s: %.2f s, %s%n", h[0], (System.nanoTime() - t) / 1e9, said);
    }
  }

  private static byte[] header(int w, int h) {
    ByteBuffer b = ByteBuffer.allocate(57);
    b.put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a})
        .putInt(13)
        .put("IHDR".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
        .putInt(w)
        .putInt(h)
        .put(new byte[] {8, 2, 0, 0, 0});
    CRC32 crc = new CRC32();
    crc.update(b.array(), 12, 17);
    b.putInt((int) crc.getValue())
        .putInt(0)
        .put("IDAT".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
        .putInt(0x35af061e);
    return b.array();
  }

  private static double median(List<Double> v) {
    return v.stream().sorted().toList().get(v.size() / 2);
  }

  /**
   * The same pairs through the whole application: uploaded, asked for over HTTP and watched until
   * the answer is there. The server has a process of its own with 512 MB over its idle heap; then
   * ten pairs are asked for at once.
   */
  private static void http(Path dir) throws IOException, InterruptedException {
    Stage stage = new Stage();
    int port = House.freePort();
    Process server = stage.house.outside(port, "-Xmx" + (IDLE_MB + 512) + "m", "-Dbivex.warm=true");
    try {
      Caller c = stage.house.again(stage.producer, port);
      String bench = stage.base + "/bench";
      String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
      String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
      for (int[] s : SIZES) {
        String[] stills = new String[2];
        for (int i = 0; i < 2; i++) {
          stills[i] = UUID.randomUUID().toString();
          Stage.ok(
              c.upload(
                  stage.base + "/takes/" + (i == 0 ? first : second) + "/stills",
                  "plate.png",
                  Files.readAllBytes(dir.resolve(s[0] + "-" + i + ".png")),
                  Map.of("id", stills[i])));
        }
        Map<String, Object> pair = Map.of("first", stills[0], "second", stills[1]);
        List<Double> seconds = new ArrayList<>();
        double cold = 0;
        for (int i = 0; i < ROUNDS; i++) {
          long t = System.nanoTime();
          finished(c, bench, Stage.ok(c.post(bench + "/comparisons", pair)));
          cold = i == 0 ? (System.nanoTime() - t) / 1e9 : cold;
          if (i > 0) {
            seconds.add((System.nanoTime() - t) / 1e9);
          }
        }
        System.out.printf(
            Locale.ROOT,
            "%d × %d over HTTP: first %.2f s, then median %.2f s, worst %.2f s%n",
            s[0],
            s[1],
            cold,
            median(seconds),
            seconds.stream().max(Double::compare).orElseThrow());
        long t = System.nanoTime();
        List<Caller.Answer> begun = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
          begun.add(Stage.ok(c.post(bench + "/comparisons", pair)));
        }
        for (Caller.Answer a : begun) {
          finished(c, bench, a);
        }
        System.out.printf(
            Locale.ROOT, "    ten at once: all done after %.1f s%n", (System.nanoTime() - t) / 1e9);
      }
      System.out.println(
          "    server with a heap of at most "
              + (IDLE_MB + 512)
              + " MB; "
              + Files.readAllLines(Path.of("/proc/" + server.pid() + "/status")).stream()
                  .filter(l -> l.startsWith("VmHWM"))
                  .findFirst()
                  .orElse(""));
    } finally {
      server.destroyForcibly();
    }
  }

  private static void finished(Caller c, String bench, Caller.Answer begun)
      throws InterruptedException {
    Caller.Answer a = begun;
    while (a.text("stand").equals("WAITING") || a.text("stand").equals("RUNNING")) {
      Thread.sleep(100);
      a = Stage.ok(c.get(bench + "/jobs/" + begun.text("id")));
    }
    if (!a.text("stand").equals("DONE") || !a.at("reading/sure").asBoolean()) {
      throw new IllegalStateException(a.toString());
    }
  }
}
