package bivex.bench;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateZones;
import bivex.core.plate.TakeWatch;
import bivex.core.time.FrameRate;
import bivex.server.media.Frames;
import bivex.server.media.MediaProbe;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Real footage of a locked-off camera, moved and lit by known amounts, coded and watched: what is
 * said is held to what was done. {@code vtest.avi} of Debian's package {@code opencv-doc} is such
 * footage; nothing of it ships here.
 *
 * <p>Right is the kind, the frame to one, the size to 0.3 px or a fifth; refused rightly is that so
 * little cannot be told in this clip; all else that is said is sure and wrong.
 */
public final class ClipTrials {
  private static final int FRAMES = 100;
  private static final Pattern FLOOR = Pattern.compile("less than ([0-9.]+) px");
  private static final Coding SRGB = new Coding(Curve.SRGB, Gamut.BT709, Coding.Known.SAID);

  private ClipTrials() {}

  /** Where a frame lies, px to the right and down. */
  private interface Way {
    double[] at(int frame);
  }

  /**
   * One clip.
   *
   * @param frame in which it is touched; −1 when it is not
   */
  private record Trial(
      String kind, double size, int frame, Way way, double flicker, double hz, int crf) {}

  private enum Verdict {
    RIGHT,
    REFUSED_RIGHTLY,
    REFUSED_WRONGLY,
    SURE_AND_WRONG
  }

  private static List<Trial> trials(Random r) {
    List<Trial> out = new ArrayList<>();
    for (int crf : new int[] {14, 20, 26}) {
      out.add(new Trial("nothing", 0, -1, f -> new double[2], 0, 0, crf));
      for (double px : new double[] {0.3, 0.6, 1, 2.5, 6}) {
        int at = 20 + r.nextInt(60);
        double turn = 2 * Math.PI * r.nextDouble();
        out.add(
            new Trial(
                "touched",
                px,
                at,
                f ->
                    f < at
                        ? new double[2]
                        : new double[] {px * Math.cos(turn), px * Math.sin(turn)},
                0,
                0,
                crf));
      }
      double sag = 2 + 4 * r.nextDouble();
      out.add(new Trial("sagged", sag, -1, f -> new double[] {0, -sag * f / 99}, 0, 0, crf));
      double slide = 1.5 + 3 * r.nextDouble();
      out.add(
          new Trial(
              "slid",
              slide,
              -1,
              f -> new double[] {slide * Math.min(1, Math.max(0, (f - 20) / 50.0)), 0},
              0,
              0,
              crf));
      double ring = 3 + 4 * r.nextDouble();
      int knock = 30 + r.nextInt(30);
      out.add(
          new Trial(
              "rang",
              ring,
              knock,
              f ->
                  new double[] {
                    f < knock
                        ? 0
                        : ring * Math.exp((knock - f) / 4.0) * Math.cos((f - knock) * 1.4),
                    0
                  },
              0,
              0,
              crf));
      double back = 2 + 2 * r.nextDouble();
      out.add(
          new Trial(
              "came back",
              back,
              -1,
              f -> new double[] {back * Math.sin(Math.PI * f / 99), 0},
              0,
              0,
              crf));
      double[][] walk = walk(r);
      out.add(new Trial("by hand", 0, -1, f -> walk[f], 0, 0, crf));
    }
    for (int crf : new int[] {10, 20, 32}) {
      for (double stops : new double[] {0.02, 0.05, 0.1, 0.2}) {
        double hz = 2 + 8 * r.nextDouble();
        out.add(new Trial("flickers", stops, -1, f -> new double[2], stops, hz, crf));
      }
    }
    return out;
  }

  private static double[][] walk(Random r) {
    double[][] step = new double[FRAMES][2];
    for (int f = 1; f < FRAMES; f++) {
      for (int c = 0; c < 2; c++) {
        step[f][c] = 0.8 * step[f - 1][c] + 0.7 * r.nextGaussian();
      }
    }
    for (int f = 1; f < FRAMES; f++) {
      step[f][0] += step[f - 1][0];
      step[f][1] += step[f - 1][1];
    }
    return step;
  }

  public static void main(String[] args) throws Exception {
    Path footage = Path.of(args[0]);
    long seed = args.length > 2 ? Long.parseLong(args[2]) : 20261128;
    MediaProbe.Found found = new MediaProbe().measured(footage, footage.getFileName().toString());
    int w = found.facts().raster().width();
    int h = found.facts().raster().height();
    byte[][] frames = raw(footage, w, h);
    Path dir = Files.createTempDirectory("clips");
    Map<String, Map<Verdict, Integer>> table = new TreeMap<>();
    for (Trial t : trials(new Random(seed))) {
      Path clip = dir.resolve("clip.mp4");
      encode(t, frames, w, h, clip);
      TakeWatch watch = watch(clip);
      Verdict v = verdict(t, watch);
      table.computeIfAbsent(t.kind, k -> new TreeMap<>()).merge(v, 1, Integer::sum);
      System.out.printf(
          Locale.ROOT,
          "%-16s %-10s %.2f at %d, CRF %d: %s%n",
          v,
          t.kind,
          t.size,
          t.frame,
          t.crf,
          watch.words());
    }
    System.out.println("| kind | right | refused rightly | refused wrongly | sure and wrong |");
    System.out.println("|---|---|---|---|---|");
    table.forEach(
        (kind, of) -> {
          System.out.print("| " + kind);
          for (Verdict v : Verdict.values()) {
            System.out.print(" | " + of.getOrDefault(v, 0));
          }
          System.out.println(" |");
        });
    if (args.length > 1) {
      sways(Path.of(args[1]));
    }
  }

  /** A clip of leaves in the wind with nobody in it, held against its own first frame. */
  private static void sways(Path leaves) throws IOException {
    MediaProbe.Found found = new MediaProbe().measured(leaves, leaves.getFileName().toString());
    PlateZones.Follower[] follower = new PlateZones.Follower[1];
    new Frames()
        .watch(
            leaves,
            found.facts().raster().width(),
            found.facts().raster().height(),
            found.recording(),
            SRGB,
            (n, p) -> {
              if (n == 0) {
                follower[0] = new PlateZones.Follower(p);
              } else if (n <= FRAMES) {
                follower[0].frame(p);
              }
            },
            () -> false);
    System.out.println("Leaves: " + follower[0].done().words());
  }

  private static TakeWatch watch(Path clip) throws IOException {
    MediaProbe.Found found = new MediaProbe().measured(clip, "clip.mp4");
    int w = found.facts().raster().width();
    int h = found.facts().raster().height();
    TakeWatch.Watcher watcher =
        new TakeWatch.Watcher(
            (double) w / Frames.WATCH_WIDTH, SRGB, found.recording().keeps(w, h, 25));
    new Frames()
        .watch(
            clip,
            w,
            h,
            found.recording(),
            SRGB,
            (int n, Picture p) -> watcher.frame(p),
            () -> false);
    return watcher.done(FrameRate.parse("25"));
  }

  private static Verdict verdict(Trial t, TakeWatch w) {
    Matcher m = FLOOR.matcher(w.words());
    double floor = m.find() ? Double.parseDouble(m.group(1)) : 0;
    boolean still = w.bumps().isEmpty();
    if (t.flicker > 0) {
      TakeWatch.Flicker f = w.flicker();
      boolean same =
          f.stops() < 1.25 * t.flicker
              && f.stops() > 0.2 * t.flicker
              && Math.abs(f.hz() - t.hz) < 0.4;
      boolean told = f.stops() > 0.75 * t.flicker || w.words().contains("at least");
      if (!still) {
        return Verdict.SURE_AND_WRONG;
      }
      return f.seen()
          ? same && told ? Verdict.RIGHT : Verdict.SURE_AND_WRONG
          : f.floorStops() >= t.flicker ? Verdict.REFUSED_RIGHTLY : Verdict.SURE_AND_WRONG;
    }
    if (w.flicker().seen()) {
      return Verdict.SURE_AND_WRONG;
    }
    if (t.kind.equals("nothing")) {
      return still ? Verdict.RIGHT : Verdict.SURE_AND_WRONG;
    }
    if (still) {
      return floor >= t.size && t.size > 0 ? Verdict.REFUSED_RIGHTLY : Verdict.SURE_AND_WRONG;
    }
    TakeWatch.Bump first = w.bumps().get(0);
    boolean size = Math.abs(first.px() - t.size) < Math.max(0.3, t.size / 5);
    boolean right =
        w.bumps().size() == 1
            && switch (t.kind) {
              case "touched" -> size && Math.abs(first.frame() - t.frame) <= 1 && first.lasts();
              case "rang" -> Math.abs(first.frame() - t.frame) <= 1 && !first.lasts();
              case "sagged" -> size && w.words().contains("sagged slowly");
              case "slid" -> size && w.words().contains("slid slowly");
              case "came back" -> size && w.words().contains("came back");
              default -> w.words().contains("locked off");
            };
    return right ? Verdict.RIGHT : Verdict.SURE_AND_WRONG;
  }

  private static byte[][] raw(Path clip, int w, int h) throws IOException {
    Process p =
        new ProcessBuilder(
                "ffmpeg",
                "-v",
                "error",
                "-i",
                clip.toString(),
                "-frames:v",
                "" + FRAMES,
                "-f",
                "rawvideo",
                "-pix_fmt",
                "rgb24",
                "-")
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    byte[][] out = new byte[FRAMES][];
    try (InputStream in = p.getInputStream()) {
      for (int f = 0; f < FRAMES; f++) {
        out[f] = in.readNBytes(3 * w * h);
      }
    }
    return out;
  }

  private static void encode(Trial t, byte[][] frames, int w, int h, Path into)
      throws IOException, InterruptedException {
    Process p =
        new ProcessBuilder(
                "ffmpeg",
                "-v",
                "error",
                "-y",
                "-f",
                "rawvideo",
                "-pix_fmt",
                "rgb24",
                "-s",
                w + "x" + h,
                "-r",
                "25",
                "-i",
                "-",
                "-c:v",
                "libx264",
                "-preset",
                "veryfast",
                "-crf",
                "" + t.crf,
                "-pix_fmt",
                "yuv420p",
                into.toString())
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try (OutputStream out = p.getOutputStream()) {
      for (int f = 0; f < FRAMES; f++) {
        double gain = Math.pow(2, t.flicker * Math.sin(2 * Math.PI * t.hz * f / 25));
        out.write(moved(frames[f], w, h, t.way.at(f), gain));
      }
    }
    if (p.waitFor() != 0) {
      throw new IOException("ffmpeg ended with " + p.exitValue());
    }
  }

  /** Moved by cubic interpolation between pixels, and lit in linear light. */
  private static byte[] moved(byte[] rgb, int w, int h, double[] by, double gain) {
    if (by[0] == 0 && by[1] == 0 && gain == 1) {
      return rgb;
    }
    byte[] out = new byte[rgb.length];
    java.util.stream.IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                double sx = x - by[0];
                double sy = y - by[1];
                int x0 = (int) Math.floor(sx);
                int y0 = (int) Math.floor(sy);
                for (int c = 0; c < 3; c++) {
                  double v = 0;
                  for (int j = -1; j <= 2; j++) {
                    double row = 0;
                    for (int i = -1; i <= 2; i++) {
                      int px = Math.max(0, Math.min(w - 1, x0 + i));
                      int py = Math.max(0, Math.min(h - 1, y0 + j));
                      row += cubic(sx - x0 - i) * (rgb[(py * w + px) * 3 + c] & 0xff);
                    }
                    v += cubic(sy - y0 - j) * row;
                  }
                  double code = Math.max(0, Math.min(255, v)) / 255;
                  double lit = gain == 1 ? code : Picture.coded(Picture.linear(code) * gain);
                  out[(y * w + x) * 3 + c] =
                      (byte) Math.max(0, Math.min(255, Math.round(255 * lit)));
                }
              }
            });
    return out;
  }

  /** Keys's cubic convolution, a = −0.5 (IEEE Trans. ASSP 29, 1981). */
  private static double cubic(double d) {
    double x = Math.abs(d);
    return x < 1 ? (1.5 * x - 2.5) * x * x + 1 : x < 2 ? ((-0.5 * x + 2.5) * x - 4) * x + 2 : 0;
  }
}
