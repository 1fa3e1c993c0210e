package bivex.server.media;

import bivex.core.InvalidInput;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * Debian's ffmpeg as a process of its own, with limits on time, memory and what it may say. A file
 * is read as what its first bytes say and as nothing else, so that no list of other files can pass
 * for a picture.
 */
final class Ffmpeg {
  static final int SECONDS = 120;
  private static final long MOST_BYTES = 220_000_000;

  private Ffmpeg() {}

  /** The beginning of a command that reads a file; options of its reading come before it. */
  static List<String> reading(Path file, String... options) throws IOException {
    List<String> out = opening(file, options);
    out.addAll(List.of("-map", "0:v:0"));
    return out;
  }

  /** The same, where what is read of it is told after it. */
  static List<String> opening(Path file, String... options) throws IOException {
    List<String> out =
        new ArrayList<>(
            List.of("ffmpeg", "-v", "error", "-nostdin", "-protocol_whitelist", "file,pipe"));
    out.addAll(List.of(options));
    out.addAll(List.of("-f", format(file), "-i", "file:" + file));
    return out;
  }

  /** Ffmpeg's name for what reads a file. */
  static String format(Path file) throws IOException {
    byte[] b;
    try (InputStream in = Files.newInputStream(file)) {
      b = in.readNBytes(5);
    }
    return switch (b.length == 0 ? 0 : b[0] & 0xff) {
      case 0x1a -> "matroska";
      case 0x89 -> "png_pipe";
      case 0xff -> "jpeg_pipe";
      case 'I', 'M' -> "tiff_pipe";
      case 'v' -> "exr_pipe";
      case 'S', 'X' -> "dpx_pipe";
      case 6 -> "mxf";
      case 'R' -> "avi";
      case 0x47 -> "mpegts";
      default -> b.length == 5 && b[4] == 0x47 ? "mpegts" : "mov";
    };
  }

  static Process start(List<String> command) throws IOException {
    return start(command, SECONDS, 0);
  }

  /**
   * @param mostWritten bytes that it may write to a file
   */
  static Process start(List<String> command, int cpuSeconds, long mostWritten) throws IOException {
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

  static String text(Process p) throws IOException {
    return new String(bytes(p), StandardCharsets.UTF_8);
  }

  /**
   * All that it says.
   *
   * @throws InvalidInput naming {@code file} when it fails, takes too long or says too much
   */
  static byte[] bytes(Process p) throws IOException {
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
