package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Decoding;
import bivex.core.picture.Gamut;
import bivex.core.picture.Picture;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.ShortBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Stills that the platform does not read and ffmpeg does: OpenEXR, which holds light itself, and
 * DPX, which holds codes.
 *
 * @param codes of DPX, 16 bit, red green blue in turn; null for OpenEXR
 * @param light of OpenEXR, all of green, then blue, then red, or of brightness alone; null for DPX
 */
record FfmpegStill(int width, int height, ShortBuffer codes, FloatBuffer light) {
  /** Where the head of a DPX says what its first element is coded in (SMPTE ST 268, table 4). */
  private static final int DPX_TRANSFER = 801;

  private static final int HEAD = 65_536;

  /** Bits of the version of an OpenEXR: tiles, deep data, several parts. */
  private static final int TILED_OR_PARTS = 0x1a00;

  /** Whether a file is one of these. */
  static boolean is(Path file) throws IOException {
    return List.of("exr_pipe", "dpx_pipe").contains(Ffmpeg.format(file));
  }

  /**
   * @param is what was probed of it
   * @throws InvalidInput naming {@code file} when it is damaged
   */
  static FfmpegStill read(Path file, MediaProbe.StillSize is) throws IOException {
    boolean exr = Ffmpeg.format(file).equals("exr_pipe");
    // Light is never converted by ffmpeg, which would cut it off at white.
    int planes =
        switch (is.pixels()) {
          case "gbrpf32le" -> 3;
          case "gbrapf32le" -> 4;
          case "grayf32le" -> 1;
          default -> 0;
        };
    if (exr && planes == 0) {
      throw new InvalidInput("file", "is an OpenEXR picture without red, green and blue");
    }
    if (exr) {
      mustBeWhole(file);
    }
    List<String> c = Ffmpeg.reading(file);
    c.addAll(
        List.of(
            "-frames:v",
            "1",
            "-f",
            "rawvideo",
            "-pix_fmt",
            exr ? is.pixels() : "rgb48le",
            "pipe:1"));
    byte[] out = Ffmpeg.bytes(Ffmpeg.start(c));
    if (out.length != (long) is.width() * is.height() * (exr ? 4 * planes : 6)) {
      throw new InvalidInput("file", "is damaged or coded in a way that is not read");
    }
    ByteBuffer b = ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
    return exr
        ? new FfmpegStill(is.width(), is.height(), null, b.asFloatBuffer())
        : new FfmpegStill(is.width(), is.height(), b.asShortBuffer(), null);
  }

  /**
   * Refuses an OpenEXR that is cut off: ffmpeg shows black where lines are missing. The table
   * behind the head says where each block of lines is (OpenEXR file layout); those of tiles and of
   * several parts are not looked at.
   */
  private static void mustBeWhole(Path file) throws IOException {
    byte[] b;
    try (InputStream in = Files.newInputStream(file)) {
      b = in.readNBytes(HEAD);
    }
    ByteBuffer head = ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN);
    if (b.length < 8 || (head.getInt(4) & TILED_OR_PARTS) != 0) {
      return;
    }
    int at = 8;
    while (at < b.length && b[at] != 0) {
      int type = end(b, at) + 1;
      int size = end(b, type) + 1;
      if (size + 4 > b.length) {
        throw new InvalidInput("file", "is damaged: its head is cut off");
      }
      at = size + 4 + Math.max(0, head.getInt(size));
    }
    long whole = Files.size(file);
    // The first place in the table is that of the first block, which begins where the table ends.
    long first = at + 9 <= b.length ? head.getLong(at + 1) : Long.MAX_VALUE;
    long last = first;
    for (int i = at + 1; i + 8 <= Math.min(first, b.length); i += 8) {
      last = Math.max(last, head.getLong(i));
    }
    if (last <= 0 || last + 8 > whole) {
      throw new InvalidInput("file", "is cut off or damaged: a part of the picture is not there");
    }
    try (var in = Files.newByteChannel(file)) {
      ByteBuffer block = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
      in.position(last);
      while (block.hasRemaining() && in.read(block) >= 0) {}
      if (block.hasRemaining() || last + 8 + block.getInt(4) > whole) {
        throw new InvalidInput("file", "is cut off or damaged: a part of the picture is not there");
      }
    }
  }

  private static int end(byte[] b, int from) {
    int i = from;
    while (i < b.length && b[i] != 0) {
      i++;
    }
    return i;
  }

  /** What the head of the file tells. */
  static StillCoding coding(Path file) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(HEAD);
    }
    if (Ffmpeg.format(file).equals("exr_pipe")) {
      return new StillCoding(new Coding.Told(Curve.LINEAR, exrGamut(head)), null);
    }
    int transfer = head.length > DPX_TRANSFER ? head[DPX_TRANSFER] : 0;
    Curve curve =
        switch (transfer) {
          case 1 -> Curve.FILM;
          case 2 -> Curve.LINEAR;
          case 5, 6, 7, 8 -> Curve.BT709;
          default -> null;
        };
    return new StillCoding(new Coding.Told(curve, curve == null ? null : Gamut.BT709), null);
  }

  /**
   * The gamut by the attribute "chromaticities" of the head; BT.709's where it has none, as the
   * OpenEXR documents say.
   */
  private static Gamut exrGamut(byte[] head) {
    String text = new String(head, StandardCharsets.ISO_8859_1);
    String name = "chromaticities\0chromaticities\0";
    int at = text.indexOf(name);
    if (at < 0 || at + name.length() + 4 + 24 > head.length) {
      return Gamut.BT709;
    }
    ByteBuffer b = ByteBuffer.wrap(head, at + name.length() + 4, 24).order(ByteOrder.LITTLE_ENDIAN);
    double[] xy = new double[6];
    for (int i = 0; i < xy.length; i++) {
      xy[i] = b.getFloat();
    }
    Gamut found = Gamut.of(xy);
    if (found == null) {
      throw new InvalidInput(
          "file",
          "has red, green and blue that are none of the known ones (red x "
              + xy[0]
              + "); export it with the primaries of BT.709, BT.2020, P3 or ACES");
    }
    return found;
  }

  /** As it is measured. */
  Picture picture(Coding coding) {
    if (light == null) {
      return Picture.of(width, height, coding.decoding(), this::row);
    }
    return Picture.ofLight(
        width,
        height,
        coding.gamut(),
        (y, rgb) -> {
          for (int x = 0; x < width; x++) {
            for (int c = 0; c < 3; c++) {
              rgb[3 * x + c] = light(x, y, c);
            }
          }
        });
  }

  /** Of a channel, red green blue. */
  private float light(int x, int y, int c) {
    int n = width * height;
    return light.get((light.limit() == n ? 0 : (c + 2) % 3 * n) + y * width + x);
  }

  /** Codes of a row of a DPX; of OpenEXR those of sRGB, brighter than white as white. */
  void row(int y, int[] rgb) {
    for (int x = 0; x < width; x++) {
      for (int c = 0; c < 3; c++) {
        rgb[3 * x + c] =
            light == null
                ? codes.get(3 * (y * width + x) + c) & 0xffff
                : (int)
                    Math.round(65_535 * Picture.coded(Math.max(0, Math.min(1, light(x, y, c)))));
      }
    }
  }

  /** Tables for {@link #row}. */
  static Decoding shown(Coding coding) {
    return coding.curve() == Curve.LINEAR ? Decoding.SRGB : coding.decoding();
  }
}
