package bivex.server;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;

/** Pictures and clips made on the spot, with known facts. */
public final class Clips {
  private Clips() {}

  /**
   * A clip of ffmpeg's test picture.
   *
   * @param codec arguments that choose how it is coded
   */
  public static byte[] clip(
      String suffix, int width, int height, String rate, int frames, String... codec) {
    try {
      Path out = Files.createTempFile("clip", suffix);
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
                  "testsrc=size=" + width + "x" + height + ":rate=" + rate,
                  "-frames:v",
                  Integer.toString(frames)));
      c.addAll(List.of(codec));
      c.add(out.toString());
      House.run(c);
      byte[] bytes = Files.readAllBytes(out);
      Files.delete(out);
      return bytes;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** H.264 in mp4. */
  public static byte[] mp4(int width, int height, String rate, int frames) {
    return clip(
        ".mp4",
        width,
        height,
        rate,
        frames,
        "-c:v",
        "libx264",
        "-preset",
        "ultrafast",
        "-g",
        "12",
        "-pix_fmt",
        "yuv420p",
        "-movflags",
        "+faststart");
  }

  /**
   * A clip in which every frame carries its own number, as eight black or white squares, the lowest
   * bit at the left.
   */
  public static byte[] numbered(int frames, String rate) {
    try {
      Path raw = Files.createTempFile("numbered", ".rgb");
      Path out = Files.createTempFile("numbered", ".mp4");
      try (OutputStream o = Files.newOutputStream(raw)) {
        for (int f = 0; f < frames; f++) {
          byte[] pixels = new byte[640 * 360 * 3];
          for (int y = 0; y < 360; y++) {
            for (int x = 0; x < 640; x++) {
              byte v = (byte) ((f >> (x / 80) & 1) == 1 ? 235 : 20);
              Arrays.fill(pixels, (y * 640 + x) * 3, (y * 640 + x) * 3 + 3, v);
            }
          }
          o.write(pixels);
        }
      }
      House.run(
          List.of(
              "ffmpeg",
              "-v",
              "error",
              "-y",
              "-f",
              "rawvideo",
              "-pix_fmt",
              "rgb24",
              "-s",
              "640x360",
              "-r",
              rate,
              "-i",
              raw.toString(),
              "-c:v",
              "libx264",
              "-preset",
              "ultrafast",
              "-pix_fmt",
              "yuv420p",
              "-movflags",
              "+faststart",
              out.toString()));
      byte[] bytes = Files.readAllBytes(out);
      Files.delete(raw);
      Files.delete(out);
      return bytes;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public static byte[] still(String format, int width, int height) {
    return coded(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), format);
  }

  /** A picture that packs badly: cut short, most of it is missing. */
  public static byte[] noise(String format, int width, int height) {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    int[] pixels = new Random(7).ints((long) width * height).toArray();
    image.setRGB(0, 0, width, height, pixels, 0, width);
    return coded(image, format);
  }

  private static byte[] coded(BufferedImage image, String format) {
    try {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      ImageIO.write(image, format, out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
