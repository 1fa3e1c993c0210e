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

  /** Fills the pixels of one frame, red green blue in turn. */
  @FunctionalInterface
  public interface Frame {
    void fill(int number, byte[] rgb);
  }

  /**
   * A clip in which every frame carries its own number, as eight black or white squares, the lowest
   * bit at the left.
   */
  public static byte[] numbered(int frames, String rate) {
    return numbered(
        frames,
        rate,
        ".mp4",
        "-c:v",
        "libx264",
        "-preset",
        "ultrafast",
        "-pix_fmt",
        "yuv420p",
        "-movflags",
        "+faststart");
  }

  /** Brightness of every frame of a clip, as ffmpeg reads it. */
  public static byte[][] luma(byte[] clip, int width, int height) {
    try {
      Path in = Files.createTempFile("read", ".clip");
      Path raw = Files.createTempFile("read", ".y");
      Files.write(in, clip);
      House.run(
          List.of(
              "ffmpeg",
              "-v",
              "error",
              "-y",
              "-i",
              in.toString(),
              "-vsync",
              "0",
              "-f",
              "rawvideo",
              "-pix_fmt",
              "gray",
              raw.toString()));
      byte[] all = Files.readAllBytes(raw);
      Files.delete(in);
      Files.delete(raw);
      int size = width * height;
      if (all.length % size != 0) {
        throw new IllegalStateException("frames are not " + width + " × " + height);
      }
      byte[][] out = new byte[all.length / size][];
      for (int f = 0; f < out.length; f++) {
        out[f] = Arrays.copyOfRange(all, f * size, (f + 1) * size);
      }
      return out;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The numbers that frames of {@link #numbered} carry. */
  public static List<Integer> numbers(byte[][] luma) {
    List<Integer> out = new ArrayList<>();
    for (byte[] frame : luma) {
      int n = 0;
      for (int bit = 0; bit < 8; bit++) {
        n |= (frame[180 * 640 + bit * 80 + 40] & 0xff) > 128 ? 1 << bit : 0;
      }
      out.add(n);
    }
    return out;
  }

  /** Such a clip coded otherwise. */
  public static byte[] numbered(int frames, String rate, String suffix, String... codec) {
    return made(640, 360, rate, frames, Clips::number, suffix, codec);
  }

  private static void number(int f, byte[] rgb) {
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) ((f >> (i / 3 % 640 / 80) & 1) == 1 ? 235 : 20);
    }
  }

  /** A clip that keeps every value of every frame. */
  public static byte[] lossless(int width, int height, int frames, Frame frame) {
    return made(width, height, "24", frames, frame, ".mkv", "-c:v", "ffv1", "-pix_fmt", "bgr0");
  }

  private static byte[] made(
      int width, int height, String rate, int frames, Frame frame, String suffix, String... codec) {
    try {
      Path raw = Files.createTempFile("made", ".rgb");
      Path out = Files.createTempFile("made", suffix);
      try (OutputStream o = Files.newOutputStream(raw)) {
        byte[] pixels = new byte[width * height * 3];
        for (int f = 0; f < frames; f++) {
          frame.fill(f, pixels);
          o.write(pixels);
        }
      }
      List<String> c =
          new ArrayList<>(
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
                  width + "x" + height,
                  "-r",
                  rate,
                  "-i",
                  raw.toString()));
      c.addAll(List.of(codec));
      c.add(out.toString());
      House.run(c);
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
