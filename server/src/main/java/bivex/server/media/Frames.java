package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Decoding;
import bivex.core.picture.Picture;
import bivex.core.picture.Recording;
import bivex.core.review.BurnIn;
import bivex.core.time.FrameRate;
import java.io.BufferedReader;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
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

  /** Of a copy that is judged, px. */
  private static final int COPY_WIDTH = 1920;

  private static final int STRIP_WIDTH = 128;
  private static final int PROXY_SECONDS = 3600;
  private static final long PROXY_BYTES = 2L << 30;

  /** Frames come as 16 bit codes, whatever the clip has. */
  private static final List<String> RAW =
      List.of("-f", "rawvideo", "-pix_fmt", "rgb48le", "pipe:1");

  /** Bytes of a pixel then. */
  private static final int PIXEL = 6;

  private static final int MOST_WATCHED = 6000;

  /** Takes frames as they come. */
  @FunctionalInterface
  public interface Seen {
    void frame(int number, Picture picture);
  }

  /** Times of the frames that are shown, in their order, seconds from the clip's start. */
  public List<Double> times(Path clip) throws IOException {
    Process p =
        Ffmpeg.start(
            List.of(
                "ffprobe",
                "-v",
                "error",
                "-protocol_whitelist",
                "file",
                "-f",
                Ffmpeg.format(clip),
                "-select_streams",
                "v:0",
                "-show_entries",
                "packet=pts_time,dts_time,flags:format=start_time",
                "-of",
                "csv",
                "file:" + clip));
    List<Double> out = new ArrayList<>();
    double start = 0;
    for (String line : Ffmpeg.text(p).split("\n")) {
      String[] c = line.strip().split(",");
      if (c.length >= 4 && c[0].equals("packet") && !c[3].contains("D")) {
        // Some containers tell only when a frame is decoded.
        String at = c[1].equals("N/A") ? c[2] : c[1];
        if (!at.equals("N/A")) {
          out.add(Double.parseDouble(at));
        }
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
   * @param recording how it was recorded; null where that is not known
   * @throws InvalidInput naming {@code frame} when the clip has no such frame
   */
  public byte[] png(Path clip, int frame, Recording recording) throws IOException {
    String matrix = matrix(recording);
    return one(
        clip,
        frame,
        matrix.isEmpty() ? "" : "scale=flags=accurate_rnd+full_chroma_int:" + matrix,
        List.of("-f", "image2pipe", "-c:v", "png", "pipe:1"));
  }

  /**
   * One frame of a clip as frames are watched.
   *
   * @param frame from 0
   * @param width px of the clip, like the height
   * @throws InvalidInput naming {@code frame} when the clip has no such frame
   */
  public Picture one(
      Path clip, int frame, int width, int height, Recording recording, Coding coding)
      throws IOException {
    byte[] out = one(clip, frame, scale(width, height, recording), RAW);
    int h = smallHeight(width, height);
    if (out.length != WATCH_WIDTH * h * PIXEL) {
      throw new InvalidInput("file", "is damaged or coded in a way that is not read");
    }
    return picture(out, h, coding.decoding());
  }

  private byte[] one(Path clip, int frame, String filter, List<String> form) throws IOException {
    List<Double> times = times(clip);
    if (frame < 0 || frame >= times.size()) {
      throw new InvalidInput("frame", "must be from 0 to " + (times.size() - 1) + ", was " + frame);
    }
    // Transport streams have no index to seek by: they are read from the beginning.
    boolean counted = Ffmpeg.format(clip).equals("mpegts");
    // Half-way from the frame before, so that rounding can give neither that nor the next.
    List<String> c =
        frame == 0 || counted
            ? Ffmpeg.reading(clip)
            : Ffmpeg.reading(
                clip,
                "-ss",
                String.format(Locale.ROOT, "%.6f", (times.get(frame - 1) + times.get(frame)) / 2));
    List<String> filters = new ArrayList<>();
    if (counted) {
      filters.add("select=eq(n\\," + frame + ")");
    }
    if (!filter.isEmpty()) {
      filters.add(filter);
    }
    if (!filters.isEmpty()) {
      c.addAll(List.of("-vsync", "0", "-vf", String.join(",", filters)));
    }
    c.addAll(List.of("-frames:v", "1"));
    c.addAll(form);
    byte[] out = Ffmpeg.bytes(Ffmpeg.start(c));
    if (out.length == 0) {
      throw new InvalidInput("file", "gives no frame " + frame + "; it may be damaged");
    }
    return out;
  }

  /** How colour is put together again, for ffmpeg's scaler; empty where it knows by itself. */
  private static String matrix(Recording recording) {
    return recording == null
        ? ""
        : switch (recording.matrix()) {
          case "bt709", "smpte170m", "smpte240m" -> "in_color_matrix=" + recording.matrix();
          case "bt2020nc" -> "in_color_matrix=bt2020";
          default -> "";
        };
  }

  /** A still brought to the width and height that frames of a clip are watched in. */
  public Picture small(Path still, Coding coding, int width, int height) throws IOException {
    List<String> c = Ffmpeg.reading(still);
    c.addAll(List.of("-frames:v", "1", "-vf", scale(width, height, null)));
    c.addAll(RAW);
    byte[] out = Ffmpeg.bytes(Ffmpeg.start(c));
    int h = smallHeight(width, height);
    if (out.length != WATCH_WIDTH * h * PIXEL) {
      throw new InvalidInput("picture", "is damaged or coded in a way that is not read");
    }
    return picture(out, h, coding.curve() == null ? Decoding.SRGB : coding.decoding());
  }

  /** Frames of a clip, small, one after the other; its process ends when it is closed. */
  public static final class Reel implements Closeable {
    private final Process process;
    private final InputStream in;
    private final byte[] frame;
    private final int height;
    private final Decoding decoding;
    private int seen;

    private Reel(Process process, int height, Decoding decoding) {
      this.process = process;
      this.in = process.getInputStream();
      this.frame = new byte[WATCH_WIDTH * height * PIXEL];
      this.height = height;
      this.decoding = decoding;
    }

    /**
     * @return null after the last
     * @throws InvalidInput naming {@code file} when it has too many, or none
     */
    public Picture next() throws IOException {
      if (!full(in, frame)) {
        if (seen == 0) {
          throw new InvalidInput("file", "gives no frames; it may be damaged");
        }
        return null;
      }
      if (seen++ >= MOST_WATCHED) {
        throw new InvalidInput(
            "file", "has more than " + MOST_WATCHED + " frames; trim it to what is needed");
      }
      return picture(frame.clone(), height, decoding);
    }

    @Override
    public void close() {
      process.destroyForcibly();
    }
  }

  /**
   * Opens a clip to be watched.
   *
   * @param width px of the clip
   * @param height px
   * @param recording how it was recorded; null where that is not known
   */
  public Reel open(Path clip, int width, int height, Recording recording, Coding coding)
      throws IOException {
    List<String> c = Ffmpeg.reading(clip);
    c.addAll(List.of("-vsync", "0", "-vf", scale(width, height, recording)));
    c.addAll(RAW);
    return new Reel(Ffmpeg.start(c), smallHeight(width, height), coding.decoding());
  }

  /**
   * All frames of a clip, small, one after the other.
   *
   * @param cancelled asked after every frame; the process is ended at once
   * @return frames that were seen
   */
  public int watch(
      Path clip,
      int width,
      int height,
      Recording recording,
      Coding coding,
      Seen seen,
      BooleanSupplier cancelled)
      throws IOException {
    int n = 0;
    try (Reel reel = open(clip, width, height, recording, coding)) {
      while (!cancelled.getAsBoolean()) {
        Picture p = reel.next();
        if (p == null) {
          break;
        }
        seen.frame(n++, p);
      }
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
      Path clip,
      int width,
      int height,
      Recording recording,
      Path into,
      IntConsumer progress,
      BooleanSupplier cancelled)
      throws IOException {
    double aspect = recording == null ? 1 : recording.aspect();
    int w = (int) Math.min(PROXY_WIDTH, Math.round(width * Math.max(1, aspect))) / 2 * 2;
    int h = Math.max(2, (int) Math.round(w * height / (width * aspect) / 2) * 2);
    String matrix = matrix(recording);
    return moving(
        clip,
        List.of(),
        (recording != null && recording.interlaced() ? "yadif=0:-1:0," : "")
            + "scale="
            + w
            + ":"
            + h
            + ":flags=area"
            + (matrix.isEmpty() ? "" : ":" + matrix)
            + ",setsar=1",
        Integer.toString(PROXY_RATE),
        "20",
        into,
        progress,
        cancelled);
  }

  /**
   * Makes a copy of a clip or still that every browser shows, its frames in their order and at its
   * rate, each found quickly; sound goes along.
   *
   * @param width as it is shown upright, like the height
   * @param recording null for a still, which becomes a JPEG
   * @param rate null for a still
   * @param words written into each frame, and then it is smaller; null for none
   * @param into file that is written over
   * @param progress told how many frames are done
   * @return frames that were made
   */
  public int copy(
      Path clip,
      int width,
      int height,
      Recording recording,
      FrameRate rate,
      BurnIn words,
      Path into,
      IntConsumer progress,
      BooleanSupplier cancelled)
      throws IOException {
    double aspect = recording == null ? 1 : recording.aspect();
    double shown = width * aspect;
    int longest = words == null ? COPY_WIDTH : BurnIn.LONGEST;
    double share = Math.min(1, longest / Math.max(shown, height));
    int w = Math.max(2, (int) Math.round(shown * share / 2) * 2);
    int h = Math.max(2, (int) Math.round(height * share / 2) * 2);
    String matrix = matrix(recording);
    String filter =
        (recording != null && recording.interlaced() ? "yadif=0:-1:0," : "")
            + "scale="
            + w
            + ":"
            + h
            + ":flags=area"
            + (matrix.isEmpty() ? "" : ":" + matrix)
            + ",setsar=1";
    try (BurnedWords burned = words == null ? null : new BurnedWords(words, w, h, rate != null)) {
      String all = burned == null ? filter : filter + "," + burned.filter();
      if (rate == null) {
        List<String> c = Ffmpeg.reading(clip, "-y");
        c.addAll(
            List.of(
                "-vf",
                all,
                "-frames:v",
                "1",
                "-c:v",
                "mjpeg",
                "-q:v",
                "3",
                "-pix_fmt",
                "yuvj420p",
                "-f",
                "image2",
                "-update",
                "1",
                "file:" + into));
        Ffmpeg.bytes(Ffmpeg.start(c, Ffmpeg.SECONDS, PROXY_BYTES));
        return 1;
      }
      return moving(
          clip,
          List.of("-map", "0:a:0?", "-c:a", "aac", "-b:a", "128k", "-ac", "2"),
          all,
          rate.text(),
          words == null ? "18" : "24",
          into,
          progress,
          cancelled);
    }
  }

  /**
   * Codes a clip again as every browser shows it, frame for frame.
   *
   * @param more options of the output
   * @param filter of its frames
   * @param rate frames a second of what is made
   */
  private static int moving(
      Path clip,
      List<String> more,
      String filter,
      String rate,
      String quality,
      Path into,
      IntConsumer progress,
      BooleanSupplier cancelled)
      throws IOException {
    List<String> c = new ArrayList<>(List.of("nice", "-n", "10"));
    c.addAll(Ffmpeg.reading(clip, "-y", "-threads", "2"));
    c.addAll(more);
    c.addAll(
        List.of(
            "-vf",
            filter + ",setpts=N/(" + rate + "*TB)",
            "-vsync",
            "cfr",
            "-r",
            rate,
            "-c:v",
            "libx264",
            "-preset",
            "veryfast",
            "-crf",
            quality,
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
            "file:" + into));
    Process p = Ffmpeg.start(c, PROXY_SECONDS, PROXY_BYTES);
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
      if (!p.waitFor(Ffmpeg.SECONDS, TimeUnit.SECONDS) || p.exitValue() != 0 || made == 0) {
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
    List<String> c = Ffmpeg.reading(proxy);
    c.addAll(
        List.of(
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
            "pipe:1"));
    return Ffmpeg.bytes(Ffmpeg.start(c));
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

  private static String scale(int width, int height, Recording recording) {
    String matrix = matrix(recording);
    return "scale="
        + WATCH_WIDTH
        + ":"
        + smallHeight(width, height)
        + ":flags=area+accurate_rnd+full_chroma_int"
        + (matrix.isEmpty() ? "" : ":" + matrix);
  }

  private static Picture picture(byte[] rgb, int height, Decoding decoding) {
    ByteBuffer b = ByteBuffer.wrap(rgb).order(ByteOrder.LITTLE_ENDIAN);
    return Picture.of(
        WATCH_WIDTH,
        height,
        decoding,
        (y, row) -> {
          for (int i = 0; i < row.length; i++) {
            row[i] = b.getShort(2 * (y * row.length + i)) & 0xffff;
          }
        });
  }
}
