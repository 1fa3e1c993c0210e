package bivex.bench;

import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Picture;
import bivex.core.review.PictureCheck;
import bivex.core.review.PictureCheck.Change;
import bivex.core.review.PictureCheck.Finding;
import bivex.core.review.PictureCheck.Kind;
import bivex.core.review.PictureWatch;
import bivex.core.time.FrameRate;
import bivex.server.media.Frames;
import bivex.server.media.MediaProbe;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;

/**
 * Versions with known faults, read as the review reads them: sources of ffmpeg and real footage
 * (given as files: those of Debian's {@code opencv-doc}), faults put in at random by filters, coded
 * well and poorly. What is said is held to what was done: found where it is, missed, or said where
 * nothing is.
 */
public final class CheckTrials {
  private static final int FRAMES = 72;
  private static final int WIDTH = 640;
  private static final int HEIGHT = 360;
  private static final Coding SCREEN = new Coding(Curve.SRGB, Gamut.BT709, Coding.Known.SAID);
  private static final List<String> SOURCES =
      List.of(
          "testsrc2=size=640x360:rate=24",
          "mandelbrot=size=640x360:rate=24:start_scale=1.5",
          "testsrc=size=640x360:rate=24,noise=alls=9:all_seed=8:allf=t",
          "smptehdbars=size=640x360:rate=24,rotate=n/80,noise=alls=5:all_seed=2:allf=t",
          "cellauto=seed=11:size=320x180:rate=24:full=1,scale=640x360",
          "life=seed=21:size=320x180:rate=24:mold=20:ratio=0.2:death_color=#804020:life_color=#f0f0c0,scale=640x360");

  private final Frames frames = new Frames();
  private final MediaProbe probe = new MediaProbe();
  private final Path dir;
  private final Map<String, int[]> told = new TreeMap<>();

  private CheckTrials(Path dir) {
    this.dir = dir;
  }

  /**
   * @param args folder for what is made, then files of footage
   */
  public static void main(String[] args) throws IOException {
    CheckTrials t = new CheckTrials(Path.of(args[0]));
    List<List<String>> inputs = new ArrayList<>();
    SOURCES.forEach(s -> inputs.add(List.of("-f", "lavfi", "-i", s)));
    for (int i = 1; i < args.length; i++) {
      inputs.add(List.of("-stream_loop", "-1", "-i", args[i]));
    }
    Random r = new Random(41);
    long begun = System.nanoTime();
    for (List<String> in : inputs) {
      System.out.println(in.get(in.size() - 1));
      t.source(in, r);
    }
    System.out.printf("%n%-44s %8s %8s %8s%n", "", "of", "right", "wrong");
    t.told.forEach(
        (k, v) -> System.out.printf(Locale.ROOT, "%-44s %8d %8d %8d%n", k, v[0], v[1], v[2]));
    System.out.printf(Locale.ROOT, "%.0f s%n", (System.nanoTime() - begun) / 1e9);
  }

  private void source(List<String> in, Random r) throws IOException {
    Path good = make(in, "", 18);
    nothing("clean, coded well", watched(good, null));
    nothing("clean, crf 23 against 18", watched(make(in, "", 23), good));
    nothing("clean, crf 30 against 18", watched(make(in, "", 30), good));
    for (int n = 0; n < 2; n++) {
      int at = 12 + r.nextInt(FRAMES - 24);
      one(
          "a black frame",
          Kind.BLACK,
          at,
          watched(make(in, "drawbox=color=black:t=fill:enable='eq(n," + at + ")'", 23), null));
      // The frame that is looped stands twice.
      one(
          "a repeated frame",
          Kind.REPEATED,
          at,
          watched(make(in, "loop=loop=1:size=1:start=" + at, 23), null));
      one(
          "a frame left out",
          Kind.STEP,
          at,
          watched(make(in, "select='not(eq(n\\," + at + "))'", 23), null));
      one(
          "one frame from elsewhere",
          Kind.ODD,
          at,
          watched(
              make(in, "hflip=enable='eq(n," + at + ")',negate=enable='eq(n," + at + ")'", 23),
              null));
      for (double lift : new double[] {0.06, 0.15, 0.5}) {
        int x = r.nextInt(WIDTH - 160) / 2 * 2;
        int y = r.nextInt(HEIGHT - 120) / 2 * 2;
        String box =
            String.format(
                Locale.ROOT,
                "drawbox=x=%d:y=%d:w=120:h=90:color=gray@%.2f:t=fill:enable='between(n,%d,%d)'",
                x,
                y,
                lift,
                at,
                at + 9);
        part(
            String.format(Locale.ROOT, "a part changed, %.0f%% to grey", 100 * lift),
            at,
            x,
            y,
            watched(make(in, box, 23), good));
      }
    }
    Change all =
        watched(make(in, "eq=gamma=1.15", 20), good).changes().stream().findFirst().orElse(null);
    count("graded as a whole", all != null && all.width() > 0.95 && all.height() > 0.95, false);
  }

  /** Nothing is there: all that is said is wrong. */
  private void nothing(String what, PictureCheck c) {
    boolean quiet = c.findings().isEmpty() && c.changes().isEmpty();
    if (!quiet) {
      System.out.println("  " + what + ": " + c.findings() + c.changes());
    }
    count(what, quiet, !quiet);
  }

  private void one(String what, Kind kind, int at, PictureCheck c) {
    List<Finding> there =
        c.findings().stream()
            .filter(f -> f.frames().first() <= at + 1 && at <= f.frames().last())
            .toList();
    boolean right = there.stream().anyMatch(f -> f.kind() == kind);
    boolean wrong = c.findings().size() > there.size();
    if (!right || wrong) {
      System.out.println("  " + what + " at " + at + ": " + c.findings() + c.untold());
    }
    count(what, right, wrong);
  }

  private void part(String what, int at, int x, int y, PictureCheck c) {
    boolean right = false;
    boolean wrong = false;
    for (Change k : c.changes()) {
      boolean here =
          k.x() * WIDTH < x + 120
              && x < (k.x() + k.width()) * WIDTH
              && k.y() * HEIGHT < y + 90
              && y < (k.y() + k.height()) * HEIGHT
              && k.width() * WIDTH <= 240
              && k.height() * HEIGHT <= 200;
      right |= here && Math.abs(k.frames().first() - at) <= 1 && k.frames().frames() >= 8;
      wrong |= !here;
    }
    if (!right || wrong) {
      System.out.println("  " + what + " at " + at + ", " + x + " " + y + ": " + c.changes());
    }
    count(what, right, wrong);
  }

  private void count(String what, boolean right, boolean wrong) {
    int[] n = told.computeIfAbsent(what, k -> new int[3]);
    n[0]++;
    n[1] += right ? 1 : 0;
    n[2] += wrong ? 1 : 0;
  }

  private Path make(List<String> in, String filters, int crf) throws IOException {
    Path out = Files.createTempFile(dir, "made", ".mp4");
    String scaled =
        "scale="
            + WIDTH
            + ":"
            + HEIGHT
            + ",setpts=N/24/TB"
            + (filters.isEmpty() ? "" : "," + filters);
    List<String> c = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-y"));
    c.addAll(in);
    c.addAll(
        List.of(
            "-vf",
            scaled,
            "-vsync",
            "0",
            "-an",
            "-frames:v",
            Integer.toString(FRAMES),
            "-c:v",
            "libx264",
            "-preset",
            "veryfast",
            "-crf",
            Integer.toString(crf),
            "-pix_fmt",
            "yuv420p",
            out.toString()));
    try {
      if (new ProcessBuilder(c).inheritIO().start().waitFor() != 0) {
        throw new IOException("ffmpeg could not make " + String.join(" ", c));
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException(e);
    }
    return out;
  }

  private PictureCheck watched(Path file, Path against) throws IOException {
    PictureWatch w = new PictureWatch();
    try (Frames.Reel now = open(file);
        Frames.Reel then = against == null ? null : open(against)) {
      for (Picture p = now.next(); p != null; p = now.next()) {
        w.frame(p, then == null ? null : then.next());
      }
    }
    return w.done(FrameRate.FILM);
  }

  private Frames.Reel open(Path file) throws IOException {
    return frames.open(
        file,
        WIDTH,
        HEIGHT,
        probe.measured(file, file.getFileName().toString()).recording(),
        SCREEN);
  }
}
