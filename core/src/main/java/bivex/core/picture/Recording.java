package bivex.core.picture;

import bivex.core.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * How a clip was recorded, as its file tells. Words are the file's own.
 *
 * @param codec such as "h264", "hevc", "prores"
 * @param bits depth of a channel; null when it is not told
 * @param scan "progressive", or which field comes first; empty when it is not told
 * @param pixels width to height of a pixel; empty or "1:1" for square ones
 * @param constant whether all frames last equally long
 * @param megabits of picture and sound a second, Mbit/s; null when it is not known
 * @param matrix how colour was taken apart, such as "bt709": told, or taken by its size; empty for
 *     red, green and blue themselves
 */
public record Recording(
    String codec,
    Integer bits,
    String scan,
    String pixels,
    boolean constant,
    Double megabits,
    String matrix) {
  /** Lines from which a picture is taken to be high definition. */
  private static final int HIGH = 700;

  /**
   * How the colour of a clip is taken apart that does not tell: as BT.709 in high definition, as
   * BT.601 below (common practice, no source).
   *
   * @param lines of the picture
   */
  public static String usualMatrix(int lines) {
    return lines >= HIGH ? "bt709" : "smpte170m";
  }

  /** Whether each frame holds two moments. */
  public boolean interlaced() {
    return scan.startsWith("interlaced");
  }

  /** Width to height of a pixel. */
  public double aspect() {
    String[] p = pixels.split(":");
    try {
      double a = p.length == 2 ? Double.parseDouble(p[0]) / Double.parseDouble(p[1]) : 1;
      return a > 0.1 && a < 10 ? a : 1;
    } catch (NumberFormatException e) {
      return 1;
    }
  }

  /** Codecs that write every frame by itself, and so keep nothing of the one before. */
  private static final Set<String> WHOLE =
      Set.of(
          "prores",
          "dnxhd",
          "mjpeg",
          "cfhd",
          "dvvideo",
          "ffv1",
          "v210",
          "rawvideo",
          "jpeg2000",
          "png",
          "qtrle");

  /**
   * How much the coding keeps of the frame before where the next is nearly alike, 0 to 1: faint
   * changes of light are lost by it. By bits a pixel, after clips of a street that were coded in
   * H.264 at five qualities (measured for this project).
   *
   * @param width px
   * @param height px
   * @param fps frames a second
   */
  public double keeps(int width, int height, double fps) {
    if (megabits == null || WHOLE.contains(codec)) {
      return 0;
    }
    double bitsAPixel = Math.max(1e-4, megabits * 1e6 / fps / width / height);
    return Math.max(0, Math.min(0.9, 0.05 + 0.22 * Math.log(0.4 / bitsAPixel)));
  }

  /** Name of the codec as the trade writes it. */
  private String name() {
    return switch (codec) {
      case "h264" -> "H.264";
      case "hevc" -> "HEVC";
      case "prores" -> "ProRes";
      case "dnxhd" -> "DNxHD";
      case "mjpeg" -> "Motion JPEG";
      case "mpeg2video" -> "MPEG-2";
      case "mpeg4" -> "MPEG-4";
      case "av1", "vp8", "vp9", "ffv1" -> codec.toUpperCase(java.util.Locale.ROOT);
      case "cfhd" -> "CineForm";
      case "dvvideo" -> "DV";
      case "jpeg2000" -> "JPEG 2000";
      default -> codec;
    };
  }

  /** What it is, in a line. */
  public String words() {
    List<String> out = new ArrayList<>();
    out.add(name());
    if (bits != null) {
      out.add(bits + " bit");
    }
    if (megabits != null) {
      out.add(Said.of(megabits < 10 ? "%.1f Mbit/s" : "%.0f Mbit/s", megabits));
    }
    return String.join(", ", out);
  }

  /** What to know before it is measured; empty when there is nothing. */
  public List<String> cautions() {
    List<String> out = new ArrayList<>();
    if (interlaced()) {
      out.add("It is " + scan + ": in a pulled frame what moves is torn into lines.");
    }
    if (Math.abs(aspect() - 1) > 0.001) {
      out.add(
          Said.of(
              "Its pixels are %s: px are those that were recorded, %.2f times as wide as high.",
              pixels, aspect()));
    }
    if (!constant) {
      out.add("Its frames are not equally long: how often a light flickers is only about right.");
    }
    return out;
  }
}
