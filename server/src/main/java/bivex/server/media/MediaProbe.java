package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.review.ClipFacts;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRate;
import bivex.core.time.FrameTimes;
import bivex.server.http.Json;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/**
 * Reads what a file really is, whatever it is called: its kind from its first bytes, its size
 * before a pixel is decoded, a clip's facts by a separate process with limits on time and memory.
 */
@Component
public class MediaProbe {
  private static final int MAX_SIDE = 16_384;
  private static final long MAX_PIXELS = 140_000_000L;
  private static final Set<String> CODECS = Set.of("h264", "av1", "vp8", "vp9");
  private static final int SECONDS = 60;

  /**
   * @param type media type from the bytes
   * @param extension that goes with it
   */
  public record Found(String type, String extension, VersionFacts facts) {}

  private enum Kind {
    PNG("image/png", "png"),
    JPEG("image/jpeg", "jpg"),
    TIFF("image/tiff", "tif"),
    MP4("video/mp4", "mp4"),
    WEBM("video/webm", "webm");

    private final String type;
    private final String extension;

    Kind(String type, String extension) {
      this.type = type;
      this.extension = extension;
    }
  }

  /**
   * @param claimed the name it was sent with; an extension that says something else is refused
   * @throws InvalidInput naming {@code file} if it is not one of the four kinds browsers show, is
   *     broken, or is larger than can be shown
   */
  public Found probe(Path file, String claimed) throws IOException {
    Found found = still(file, claimed);
    if (found.type.equals(Kind.TIFF.type)) {
      throw new InvalidInput("file", "is a TIFF, which browsers do not show; send png or jpeg");
    }
    return found;
  }

  /** As {@link #probe}, and TIFF as well: for stills that are measured. */
  public Found still(Path file, String claimed) throws IOException {
    Kind kind = sniff(file);
    String name = claimed == null ? "" : claimed.toLowerCase(java.util.Locale.ROOT);
    if (name.contains("/")
        || name.contains("\\")
        || name.contains("..")
        || name.indexOf('\0') >= 0) {
      throw new InvalidInput("file", "has a path in its name; send it under its plain name");
    }
    int dot = name.lastIndexOf('.');
    String extension =
        dot < 0
            ? ""
            : name.substring(dot + 1)
                .replace("jpeg", "jpg")
                .replace("tiff", "tif")
                .replace("m4v", "mp4");
    if (!extension.equals(kind.extension)) {
      throw new InvalidInput(
          "file",
          "is called ."
              + extension
              + " but is really "
              + kind.extension.toUpperCase(java.util.Locale.ROOT)
              + "; export it again under the right name");
    }
    VersionFacts facts =
        kind == Kind.PNG || kind == Kind.JPEG || kind == Kind.TIFF ? still(file) : clip(file, kind);
    return new Found(kind.type, kind.extension, facts);
  }

  private static Kind sniff(Path file) throws IOException {
    byte[] b;
    try (InputStream in = Files.newInputStream(file)) {
      b = in.readNBytes(4096);
    }
    if (starts(b, 0, 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a)) {
      return Kind.PNG;
    }
    if (starts(b, 0, 0xff, 0xd8, 0xff)) {
      return Kind.JPEG;
    }
    if (starts(b, 0, 'I', 'I', 42, 0) || starts(b, 0, 'M', 'M', 0, 42)) {
      return Kind.TIFF;
    }
    String other = other(b);
    if (!other.isEmpty()) {
      throw new InvalidInput(
          "file",
          "is "
              + other
              + ", which is not taken yet; send a clip made from it as mp4 (H.264 or AV1) or webm,"
              + " or a still as png or jpeg");
    }
    if (starts(b, 4, 'f', 't', 'y', 'p')) {
      return Kind.MP4;
    }
    if (starts(b, 0, 0x1a, 0x45, 0xdf, 0xa3)
        && new String(b, StandardCharsets.ISO_8859_1).contains("webm")) {
      return Kind.WEBM;
    }
    throw new InvalidInput("file", "is none of mp4, webm, png, jpeg or tiff");
  }

  /** What a file is that cameras and programs write and that is not taken; empty for others. */
  private static String other(byte[] b) {
    if (starts(b, 4, 'f', 't', 'y', 'p')) {
      return switch (new String(b, 8, Math.min(4, b.length - 8), StandardCharsets.ISO_8859_1)) {
        case "qt  " -> "a QuickTime movie (mov)";
        case "heic", "heix", "hevc", "mif1", "msf1" -> "a HEIC picture";
        case "avif", "avis" -> "an AVIF picture";
        default -> "";
      };
    }
    for (Map.Entry<String, String> k : HEADS.entrySet()) {
      if (new String(b, 0, Math.min(16, b.length), StandardCharsets.ISO_8859_1)
          .startsWith(k.getKey())) {
        return k.getValue();
      }
    }
    if (starts(b, 0, 'R', 'I', 'F', 'F')) {
      return starts(b, 8, 'A', 'V', 'I')
          ? "an AVI clip"
          : starts(b, 8, 'W', 'E', 'B', 'P') ? "a WebP picture" : "";
    }
    if (starts(b, 0, 0x1a, 0x45, 0xdf, 0xa3)
        && !new String(b, StandardCharsets.ISO_8859_1).contains("webm")) {
      return "a Matroska clip (mkv)";
    }
    return starts(b, 0, 0x47) && starts(b, 188, 0x47) ? "a transport stream (ts)" : "";
  }

  private static final Map<String, String> HEADS =
      Map.of(
          "v/1\u0001", "an OpenEXR picture",
          "SDPX", "a DPX picture",
          "XPDS", "a DPX picture",
          "\u0006\u000e+4", "an MXF clip",
          "BM", "a BMP picture",
          "PK\u0003\u0004", "an archive (zip)",
          "%PDF", "a PDF");

  private static boolean starts(byte[] b, int at, int... wanted) {
    for (int i = 0; i < wanted.length; i++) {
      if (at + i >= b.length || (b[at + i] & 0xff) != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  private static VersionFacts still(Path file) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw new InvalidInput("file", "cannot be read as a picture");
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, true, true);
        int w = reader.getWidth(0);
        int h = reader.getHeight(0);
        limits(w, h);
        // A coarse decode proves that the whole file can be read without holding it in memory.
        ImageReadParam coarse = reader.getDefaultReadParam();
        int step = Math.max(1, Math.max(w, h) / 512);
        coarse.setSourceSubsampling(step, step, 0, 0);
        // What is cut off decodes to grey all the same, with no more than a warning: it would be
        // measured as a difference.
        List<String> warned = new ArrayList<>();
        reader.addIIOReadWarningListener((from, words) -> warned.add(words));
        BufferedImage read = reader.read(0, coarse);
        read.flush();
        if (warned.stream().anyMatch(MediaProbe::cutOff)) {
          throw new InvalidInput(
              "file", "is cut off or damaged: a part of the picture is not there");
        }
        Raster shown = Upright.of(file).onItsSide() ? new Raster(h, w) : new Raster(w, h);
        return new VersionFacts(shown, null, 1);
      } finally {
        reader.dispose();
      }
    } catch (InvalidInput e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      throw new InvalidInput("file", "is damaged or not really a picture: " + e.getMessage());
    }
  }

  /** Words of the platform's reader of JPEG for data that is missing or broken. */
  private static boolean cutOff(String warning) {
    String w = warning.toLowerCase(Locale.ROOT);
    return w.contains("truncated") || w.contains("premature") || w.contains("corrupt");
  }

  private static void limits(int w, int h) {
    if (w < 16 || h < 16) {
      throw new InvalidInput(
          "file", "is only " + w + " × " + h + " px; at least 16 × 16 is needed");
    }
    if (w > MAX_SIDE || h > MAX_SIDE || (long) w * h > MAX_PIXELS) {
      throw new InvalidInput(
          "file",
          "is "
              + w
              + " × "
              + h
              + " px; at most "
              + MAX_SIDE
              + " a side and 140 megapixels are taken");
    }
  }

  private static VersionFacts clip(Path file, Kind kind) throws IOException {
    JsonNode root = run(file, kind);
    JsonNode v = root.path("streams").path(0);
    for (JsonNode s : root.path("streams")) {
      if (s.path("codec_type").asString("").equals("video")) {
        v = s;
        break;
      }
    }
    if (!CODECS.contains(v.path("codec_name").asString(""))) {
      throw new InvalidInput(
          "file",
          "is coded as "
              + v.path("codec_name").asString("nothing known")
              + ", which browsers do not play; use H.264, AV1, VP8 or VP9");
    }
    int w = v.path("width").asInt(0);
    int h = v.path("height").asInt(0);
    limits(w, h);
    List<Double> times = times(root, v.path("index").asInt(0));
    if (times.isEmpty()) {
      throw new InvalidInput("file", "has no frames");
    }
    int turned = turned(v);
    boolean side = turned == 90 || turned == 270;
    FrameTimes shown = new FrameTimes(times);
    return new VersionFacts(
        side ? new Raster(h, w) : new Raster(w, h),
        rate(v, shown),
        shown.frames(),
        facts(v, root, shown, turned));
  }

  /** When each frame is shown, s; frames that an edit of the file leaves out are left out. */
  private static List<Double> times(JsonNode root, int stream) {
    List<Double> out = new ArrayList<>();
    for (JsonNode p : root.path("packets")) {
      String at = p.path("pts_time").asString("");
      if (p.path("stream_index").asInt(-1) == stream
          && !p.path("flags").asString("").contains("D")
          && !at.isEmpty()) {
        out.add(Double.parseDouble(at));
      }
    }
    return out;
  }

  private static int turned(JsonNode v) {
    double deg = 0;
    for (JsonNode d : v.path("side_data_list")) {
      deg = d.path("rotation").asDouble(deg);
    }
    // The file says how far it was turned against the clock.
    return Math.floorMod(Math.round((float) -deg), 360);
  }

  private static FrameRate rate(JsonNode v, FrameTimes shown) {
    try {
      return shown.rate(fraction(word(v, "avg_frame_rate")), fraction(word(v, "r_frame_rate")));
    } catch (InvalidInput e) {
      throw new InvalidInput("file", "has no readable frame rate");
    }
  }

  private static ClipFacts facts(JsonNode v, JsonNode root, FrameTimes shown, int turned) {
    JsonNode sound = null;
    for (JsonNode s : root.path("streams")) {
      if (sound == null && word(s, "codec_type").equals("audio")) {
        sound = s;
      }
    }
    String bits = word(v, "bits_per_raw_sample");
    return new ClipFacts(
        shown.seconds(),
        shown.constant(),
        turned,
        word(v, "sample_aspect_ratio").replace("0:1", ""),
        switch (word(v, "field_order")) {
          case "", "unknown" -> "";
          case "progressive" -> "progressive";
          case "tt", "tb" -> "interlaced, upper field first";
          default -> "interlaced, lower field first";
        },
        bits.matches("[1-9]\\d?") ? Integer.valueOf(bits) : null,
        colour(v),
        sound == null
            ? "none"
            : word(sound, "codec_name")
                + ", "
                + sound.path("channels").asInt(0)
                + " channels, "
                + word(sound, "sample_rate")
                + " Hz",
        timecode(v, root));
  }

  private static String colour(JsonNode v) {
    List<String> out = new ArrayList<>();
    for (String tag : List.of("color_primaries", "color_transfer", "color_space", "color_range")) {
      String w = word(v, tag);
      if (!w.isEmpty() && !w.equals("unknown") && !out.contains(w)) {
        out.add(w);
      }
    }
    return String.join(", ", out);
  }

  private static String timecode(JsonNode v, JsonNode root) {
    String of = word(v.path("tags"), "timecode");
    for (JsonNode s : root.path("streams")) {
      of = of.isEmpty() ? word(s.path("tags"), "timecode") : of;
    }
    return of.isEmpty() ? word(root.path("format").path("tags"), "timecode") : of;
  }

  private static String word(JsonNode of, String key) {
    return of.path(key).asString("");
  }

  private static double fraction(String text) {
    if (text.isEmpty()) {
      return Double.NaN;
    }
    String[] p = text.split("/");
    double den = p.length > 1 ? Double.parseDouble(p[1]) : 1;
    return den == 0 ? Double.NaN : Double.parseDouble(p[0]) / den;
  }

  private static JsonNode run(Path file, Kind kind) throws IOException {
    Path out = Files.createTempFile("probe", ".json");
    try {
      Process p =
          new ProcessBuilder(
                  List.of(
                      "prlimit",
                      "--as=2147483648",
                      "--cpu=" + SECONDS,
                      "--nofile=32",
                      "--fsize=268435456",
                      "ffprobe",
                      "-v",
                      "error",
                      "-protocol_whitelist",
                      "file",
                      "-f",
                      kind == Kind.MP4 ? "mov" : "matroska",
                      "-show_entries",
                      "packet=stream_index,pts_time,flags:stream=index,codec_type,codec_name,width,"
                          + "height,avg_frame_rate,r_frame_rate,sample_aspect_ratio,field_order,"
                          + "bits_per_raw_sample,color_primaries,color_transfer,color_space,"
                          + "color_range,channels,sample_rate:stream_tags=timecode:"
                          + "stream_side_data=rotation:format_tags=timecode",
                      "-of",
                      "json",
                      "file:" + file))
              .redirectErrorStream(false)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .redirectOutput(out.toFile())
              .start();
      if (!p.waitFor(SECONDS, TimeUnit.SECONDS)) {
        p.destroyForcibly();
        throw new InvalidInput("file", "takes longer than a minute to read; it may be damaged");
      }
      JsonNode root = p.exitValue() == 0 ? Json.MAPPER.readTree(Files.readString(out)) : null;
      if (root == null || root.path("streams").isEmpty()) {
        throw new InvalidInput("file", "is damaged or holds no moving picture");
      }
      return root;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } catch (JacksonException e) {
      throw new InvalidInput("file", "is damaged or holds no moving picture");
    } finally {
      Files.deleteIfExists(out);
    }
  }
}
