package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Picture;
import java.io.BufferedReader;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/**
 * Frames of clips, exact to the frame whatever the rate: ffmpeg as a process of its own, with
 * limits on time, memory and what it may say. A frame is found by the time stamps of the packets,
 * put in order of showing, so that variable rates, edit lists and clips that do not begin at zero
 * are right as well.
 */
@Component
public class Frames {
  /** Width to which frames are brought that are only watched. */
  public static final int WATCH_WIDTH = 640;

  /**
   * Frames a second of every proxy, whatever the clip's: so a player finds each frame by its
   * number.
   */
  public static final int PROXY_RATE = 25;

  /** Frames of a strip at most. */
  public static final int STRIP = 12;

  private static final int PROXY_WIDTH = 1280;
  private static final int STRIP_WIDTH = 128;
  private static final int PROXY_SECONDS = 3600;
  private static final long PROXY_BYTES = 2L << 30;
  private static final int SECONDS = 120;
  private static final long MOST_BYTES = 220_000_000;
  private static final int MOST_WATCHED = 6000;

  /** Takes frames as they come. */
  @FunctionalInterface
  public interface Seen {
    void frame(int number, Picture picture);
  }

  /** Times of the frames that are shown, in their order, seconds from the clip's start. */
  public List<Double> times(Path clip) throws IOException {
    Process p =
        start(
            List.of(
                "ffprobe",
                "-v",
                "error",
                "-protocol_whitelist",
                "file",
                "-f",
                format(clip),
                "-select_streams",
                "v:0",
                "-show_entries",
                "packet=pts_time,flags:format=start_time",
                "-of",
                "csv",
                "file:" + clip));
    List<Double> out = new ArrayList<>();
    double start = 0;
    for (String line : text(p).split("\n")) {
      String[] c = line.strip().split(",");
      if (c.length >= 3 && c[0].equals("packet") && !c[1].equals("N/A") && !c[2].contains("D")) {
        out.add(Double.parseDouble(c[1]));
      } else if (c.length >= 2 && c[0].equals("format") && !c[1].equals("N/A")) {
        start = Double.parseDouble(c[1]);
      }
    }
    out.sort(Double::compare);
    double from = start;
    return out.stream().map(t -> t - from).toList();
  }

  /**
   * One frame as PNG, in the size it was recorded in.
   *
   * @param frame from 0
   * @throws InvalidInput naming {@code frame} when the clip has no such frame
   */
  public byte[] png(Path clip, int frame) throws IOException {
    List<Double> times = times(clip);
    if (frame < 0 || frame >= times.size()) {
      throw new InvalidInput("frame", "must be from 0 to " + (times.size() - 1) + ", was " + frame);
    }
    List<String> c =
        new ArrayList<>(
            List.of("ffmpeg", "-v", "error", "-nostdin", "-protocol_whitelist", "file,pipe"));
    if (frame > 0) {
      // Half-way from the frame before, so that rounding can give neither that nor the next.
      c.addAll(
          List.of(
              "-ss",
              String.format(Locale.ROOT, "%.6f", (times.get(frame - 1) + times.get(frame)) / 2)));
    }
    c.addAll(
        List.of(
            "-f",
            format(clip),
            "-i",
            "file:" + clip,
            "-map",
            "0:v:0",
            "-frames:v",
            "1",
            "-f",
            "image2pipe",
            "-c:v",
            "png",
            "pipe:1"));
    Process p = start(c);
    byte[] out = bytes(p);
    if (out.length == 0) {
      throw new InvalidInput("file", "gives no frame " + frame + "; it may be damaged");
    }
    return out;
  }

  /** A still brought to the width and height that frames of a clip are watched in. */
  public Picture small(Path still, int width, int height) throws IOException {
    Process p =
        start(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-nostdin",
                "-protocol_whitelist",
                "file,pipe",
                "-f",
                format(still),
                "-i",
                "file:" + still,
                "-map",
                "0:v:0",
                "-frames:v",
                "1",
                "-vf",
                scale(width, height),
                "-f",
                "rawvideo",
                "-pix_fmt",
                "rgb24",
                "pipe:1"));
    byte[] out = bytes(p);
    int h = smallHeight(width, height);
    if (out.length != WATCH_WIDTH * h * 3) {
      throw new InvalidInput("picture", "is damaged or coded in a way that is not read");
    }
    return picture(out, h);
  }

  /**
   * All frames of a clip, small, one after the other.
   *
   * @param width px of the clip
   * @param height px
   * @param cancelled asked after every frame; the process is ended at once
   * @return frames that were seen
   */
  public int watch(Path clip, int width, int height, Seen seen, BooleanSupplier cancelled)
      throws IOException {
    int h = smallHeight(width, height);
    byte[] frame = new byte[WATCH_WIDTH * h * 3];
    Process p =
        start(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-nostdin",
                "-protocol_whitelist",
                "file,pipe",
                "-f",
                format(clip),
                "-i",
                "file:" + clip,
                "-map",
                "0:v:0",
                "-vsync",
                "0",
                "-vf",
                scale(width, height),
                "-f",
                "rawvideo",
                "-pix_fmt",
                "rgb24",
                "pipe:1"));
    int n = 0;
    try (InputStream in = p.getInputStream()) {
      while (!cancelled.getAsBoolean() && full(in, frame)) {
        if (n >= MOST_WATCHED) {
          throw new InvalidInput(
              "file", "has more than " + MOST_WATCHED + " frames; trim it to what is needed");
        }
        seen.frame(n++, picture(frame.clone(), h));
      }
    } finally {
      p.destroyForcibly();
    }
    if (n == 0 && !cancelled.getAsBoolean()) {
      throw new InvalidInput("file", "gives no frames; it may be damaged");
    }
    return n;
  }

  /**
   * Makes a copy of a clip that every browser shows: H.264, at most 1280 px wide, frame for frame
   * at {@value #PROXY_RATE} frames a second, each found quickly. Brightness and sharpness are not
   * those of the clip; nothing is measured on it.
   *
   * @param into file that is written over
   * @param progress told how many frames are done
   * @return frames that were made
   */
  public int proxy(
      Path clip, int width, int height, Path into, IntConsumer progress, BooleanSupplier cancelled)
      throws IOException {
    int w = Math.min(PROXY_WIDTH, width) / 2 * 2;
    int h = Math.max(2, (int) Math.round((double) w * height / width / 2) * 2);
    List<String> c =
        List.of(
            "nice",
            "-n",
            "10",
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-nostdin",
            "-protocol_whitelist",
            "file,pipe",
            "-threads",
            "2",
            "-f",
            format(clip),
            "-i",
            "file:" + clip,
            "-map",
            "0:v:0",
            "-vf",
            "scale=" + w + ":" + h + ":flags=area,setsar=1,setpts=N/(" + PROXY_RATE + "*TB)",
            "-vsync",
            "cfr",
            "-r",
            Integer.toString(PROXY_RATE),
            "-c:v",
            "libx264",
            "-preset",
            "veryfast",
            "-crf",
            "20",
            "-g",
            "12",
            "-bf",
            "0",
            "-pix_fmt",
            "yuv420p",
            "-threads",
            "2",
            "-movflags",
            "+faststart",
            "-progress",
            "pipe:1",
            "-f",
            "mp4",
            "file:" + into);
    Process p = start(c, PROXY_SECONDS, PROXY_BYTES);
    int made = 0;
    try (BufferedReader in =
        new BufferedReader(new InputStreamReader(p.getInputStream(), StandardCharsets.UTF_8))) {
      for (String line = in.readLine();
          line != null && !cancelled.getAsBoolean();
          line = in.readLine()) {
        if (line.startsWith("frame=")) {
          made = Integer.parseInt(line.substring(6).strip());
          progress.accept(made);
        }
      }
      if (cancelled.getAsBoolean()) {
        return made;
      }
      if (!p.waitFor(SECONDS, TimeUnit.SECONDS) || p.exitValue() != 0 || made == 0) {
        throw new InvalidInput(
            "file", "cannot be shown in a browser: it is damaged or takes too long to read");
      }
      return made;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } finally {
      p.destroyForcibly();
    }
  }

  /**
   * Numbers of the frames in a strip: evenly spaced, the first included.
   *
   * @param frames of the clip, at least 1
   */
  public static List<Integer> stripOf(int frames) {
    int n = Math.min(STRIP, frames);
    return IntStream.range(0, n).map(i -> (int) ((long) i * frames / n)).boxed().toList();
  }

  /** A strip of a proxy's frames side by side, as JPEG. */
  public byte[] strip(Path proxy, int frames) throws IOException {
    List<Integer> of = stripOf(frames);
    String chosen = of.stream().map(n -> "eq(n," + n + ")").collect(Collectors.joining("+"));
    return bytes(
        start(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-nostdin",
                "-protocol_whitelist",
                "file,pipe",
                "-f",
                "mov",
                "-i",
                "file:" + proxy,
                "-map",
                "0:v:0",
                "-vsync",
                "0",
                "-vf",
                "select='"
                    + chosen
                    + "',scale="
                    + STRIP_WIDTH
                    + ":-2:flags=area,tile="
                    + of.size()
                    + "x1",
                "-frames:v",
                "1",
                "-f",
                "image2pipe",
                "-c:v",
                "mjpeg",
                "-q:v",
                "4",
                "pipe:1")));
  }

  /**
   * Its kind by its first bytes, as it was taken in: nothing else is tried, so that no list of
   * other files can pass for a clip.
   */
  private static String format(Path file) throws IOException {
    byte[] b = new byte[4];
    try (InputStream in = Files.newInputStream(file)) {
      in.readNBytes(b, 0, 4);
    }
    return switch (b[0] & 0xff) {
      case 0x1a -> "matroska";
      case 0x89 -> "png_pipe";
      case 0xff -> "jpeg_pipe";
      case 'I', 'M' -> "tiff_pipe";
      default -> "mov";
    };
  }

  private static boolean full(InputStream in, byte[] frame) throws IOException {
    int n = in.readNBytes(frame, 0, frame.length);
    if (n != 0 && n != frame.length) {
      throw new EOFException("the last frame is cut off");
    }
    return n == frame.length;
  }

  private static int smallHeight(int width, int height) {
    return Math.max(2, (int) Math.round((double) WATCH_WIDTH * height / width / 2) * 2);
  }

  private static String scale(int width, int height) {
    return "scale=" + WATCH_WIDTH + ":" + smallHeight(width, height) + ":flags=area";
  }

  private static Picture picture(byte[] rgb, int height) {
    return Picture.of(
        WATCH_WIDTH,
        height,
        (y, row) -> {
          for (int i = 0; i < row.length; i++) {
            row[i] = (rgb[y * row.length + i] & 0xff) * 257;
          }
        });
  }

  private static Process start(List<String> command) throws IOException {
    return start(command, SECONDS, 0);
  }

  private static Process start(List<String> command, int cpuSeconds, long mostWritten)
      throws IOException {
    List<String> limited =
        new ArrayList<>(
            List.of(
                "prlimit",
                "--as=3221225472",
                "--cpu=" + cpuSeconds,
                "--nofile=32",
                "--fsize=" + mostWritten));
    limited.addAll(command);
    return new ProcessBuilder(limited).redirectError(ProcessBuilder.Redirect.DISCARD).start();
  }

  private static String text(Process p) throws IOException {
    return new String(bytes(p), StandardCharsets.UTF_8);
  }

  private static byte[] bytes(Process p) throws IOException {
    try (InputStream in = p.getInputStream()) {
      byte[] out = in.readNBytes((int) MOST_BYTES);
      if (out.length == MOST_BYTES) {
        throw new InvalidInput("file", "gives more than can be held");
      }
      if (!p.waitFor(SECONDS, TimeUnit.SECONDS) || p.exitValue() != 0) {
        throw new InvalidInput("file", "is damaged or takes too long to read");
      }
      return out;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } finally {
      p.destroyForcibly();
    }
  }
}
