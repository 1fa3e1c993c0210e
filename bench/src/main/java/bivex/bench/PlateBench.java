package bivex.bench;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison;
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
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.opencv.calib3d.Calib3d;
import org.opencv.core.Core;
import org.opencv.core.DMatch;
import org.opencv.core.KeyPoint;
import org.opencv.core.Mat;
import org.opencv.core.MatOfDMatch;
import org.opencv.core.MatOfKeyPoint;
import org.opencv.core.MatOfPoint2f;
import org.opencv.core.Point;
import org.opencv.features2d.AKAZE;
import org.opencv.features2d.BFMatcher;
import org.opencv.imgcodecs.Imgcodecs;

/**
 * Plate comparison end to end, decoding included, on pairs of a known difference at 1080p and 4K, and a general vision library (OpenCV: AKAZE features and a robust similarity,
 * which is only the first part of what is measured here) on the same files in the same run. Made in one process, measured in another with a small heap.
 */
public final class PlateBench {
  private static final Registration MOVE = new Registration(3.4, -1.2, 0.08, 1.001);
  private static final int[][] SIZES = {{1920, 1080}, {3840, 2160}};
  private static final int ROUNDS = 7;

  private PlateBench() {}

  public static void main(String[] args) throws IOException {
    Path dir = Path.of(args[1]);
    if (args[0].equals("make")) {
      make(dir);
    } else {
      measure(dir);
    }
  }

  private static void make(Path dir) throws IOException {
    for (int[] s : SIZES) {
      byte[][] b = Photos.Made.of("seeding", s[0], s[1], MOVE).people(0.2).noise(3).stops(0.2).bytes();
      for (int i = 0; i < 2; i++) {
        BufferedImage image = new BufferedImage(s[0], s[1], BufferedImage.TYPE_INT_RGB);
        for (int p = 0; p < s[0] * s[1]; p++) {
          image.setRGB(p % s[0], p / s[0], (b[i][3 * p] & 0xff) << 16 | (b[i][3 * p + 1] & 0xff) << 8 | b[i][3 * p + 2] & 0xff);
        }
        ImageIO.write(image, "png", dir.resolve(s[0] + "-" + i + ".png").toFile());
      }
    }
  }

  private static void measure(Path dir) throws IOException {
    nu.pattern.OpenCV.loadLocally();
    PictureReader reader = new PictureReader();
    System.out.printf(Locale.ROOT, "heap at most %d MB, %d processors%n", Runtime.getRuntime().maxMemory() >> 20, Runtime.getRuntime().availableProcessors());
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
        Picture p = reader.read(a);
        Picture q = reader.read(b);
        PlateComparison c = PlateComparison.of(p, q, PlateComparison.Limits.USUAL, (share, doing) -> { }, () -> false);
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
        Registration r = library(a, b, s[0], s[1]);
        libraryError = r.furthest(MOVE, s[0], s[1]);
        if (i > 0) {
          theirs.add((System.nanoTime() - t) / 1e9);
        }
      }
      System.out.printf(Locale.ROOT, "%d × %d: everything, with decoding: first %.2f s, then median %.2f s, worst %.2f s; corner error %.3f px%n", s[0], s[1], cold, median(ours), ours.stream().max(Double::compare).orElseThrow(), error);
      System.out.printf(Locale.ROOT, "    of that finding the place: %.2f s; library, decoding and place only: %.2f s, corner error %.3f px; ours ÷ library %.2f%n", median(place), median(theirs), libraryError, median(ours) / median(theirs));
    }
    refusals(dir);
  }

  /** How long it takes to refuse what is hostile. */
  private static void refusals(Path dir) throws IOException {
    MediaProbe probe = new MediaProbe();
    byte[] good = Files.readAllBytes(dir.resolve("3840-0.png"));
    Object[][] hostile = {{"1 × 1", header(1, 1)}, {"20 000 × 1", header(20_000, 1)}, {"bomb, 60 000 × 60 000", header(60_000, 60_000)}, {"4K, cut in half", Arrays.copyOf(good, good.length / 2)}, {"text", "not a picture".getBytes(java.nio.charset.StandardCharsets.UTF_8)}};
    for (Object[] h : hostile) {
      Path file = dir.resolve("hostile.png");
      Files.write(file, (byte[]) h[1]);
      long t = System.nanoTime();
      String said = "was NOT refused";
      try {
        probe.still(file, "hostile.png");
      } catch (bivex.core.InvalidInput e) {
        said = "refused: " + e.getMessage();
      }
      System.out.printf(Locale.ROOT, "%s: %.2f s, %s%n", h[0], (System.nanoTime() - t) / 1e9, said);
    }
  }

  private static byte[] header(int w, int h) {
    ByteBuffer b = ByteBuffer.allocate(57);
    b.put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a}).putInt(13).put("IHDR".getBytes(java.nio.charset.StandardCharsets.US_ASCII)).putInt(w).putInt(h).put(new byte[] {8, 2, 0, 0, 0});
    CRC32 crc = new CRC32();
    crc.update(b.array(), 12, 17);
    b.putInt((int) crc.getValue()).putInt(0).put("IDAT".getBytes(java.nio.charset.StandardCharsets.US_ASCII)).putInt(0x35af061e);
    return b.array();
  }

  private static double median(List<Double> v) {
    return v.stream().sorted().toList().get(v.size() / 2);
  }

  private static Registration library(Path a, Path b, int w, int h) {
    MatOfKeyPoint ka = new MatOfKeyPoint();
    MatOfKeyPoint kb = new MatOfKeyPoint();
    Mat da = new Mat();
    Mat db = new Mat();
    AKAZE akaze = AKAZE.create();
    akaze.detectAndCompute(Imgcodecs.imread(a.toString(), Imgcodecs.IMREAD_GRAYSCALE), new Mat(), ka, da);
    akaze.detectAndCompute(Imgcodecs.imread(b.toString(), Imgcodecs.IMREAD_GRAYSCALE), new Mat(), kb, db);
    MatOfDMatch matches = new MatOfDMatch();
    BFMatcher.create(Core.NORM_HAMMING, true).match(da, db, matches);
    KeyPoint[] pa = ka.toArray();
    KeyPoint[] pb = kb.toArray();
    List<Point> from = new ArrayList<>();
    List<Point> to = new ArrayList<>();
    for (DMatch m : matches.toArray()) {
      from.add(new Point(pa[m.queryIdx].pt.x - (w - 1) / 2.0, pa[m.queryIdx].pt.y - (h - 1) / 2.0));
      to.add(new Point(pb[m.trainIdx].pt.x - (w - 1) / 2.0, pb[m.trainIdx].pt.y - (h - 1) / 2.0));
    }
    Mat m = Calib3d.estimateAffinePartial2D(new MatOfPoint2f(from.toArray(new Point[0])), new MatOfPoint2f(to.toArray(new Point[0])), new Mat(), Calib3d.RANSAC, 1.5, 5000, 0.999, 50);
    double c = m.get(0, 0)[0];
    double s = m.get(1, 0)[0];
    return new Registration(m.get(0, 2)[0], m.get(1, 2)[0], Math.toDegrees(Math.atan2(s, c)), Math.hypot(c, s));
  }
}
