package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.picture.Recording;
import bivex.core.review.ClipFacts;
import bivex.core.review.FileTags;
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
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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

  /** What every browser plays. */
  private static final Set<String> PLAYED = Set.of("h264", "av1", "vp8", "vp9");

  /** What cameras and programs write and is measured. */
  private static final Set<String> MEASURED =
      Set.of(
          "h264",
          "hevc",
          "av1",
          "vp8",
          "vp9",
          "prores",
          "dnxhd",
          "mjpeg",
          "mpeg2video",
          "mpeg4",
          "cfhd",
          "dvvideo",
          "ffv1",
          "v210",
          "rawvideo",
          "jpeg2000",
          "png",
          "qtrle");

  private static final int SECONDS = 60;
  private static final int BITS_PLAYED = 8;

  /**
   * @param type media type from the bytes
   * @param extension that goes with it
   * @param coding what the file tells of how it codes light
   * @param profile whether a still brings a profile of its own
   * @param recording how a clip was recorded; null for a still
   */
  public record Found(
      String type,
      String extension,
      VersionFacts facts,
      Coding.Told coding,
      boolean profile,
      Recording recording) {
    /** Whether browsers show it as it is. */
    public boolean plays() {
      if (recording == null) {
        return type.equals(Kind.PNG.type) || type.equals(Kind.JPEG.type);
      }
      return (type.equals(Kind.MP4.type) || type.equals(Kind.WEBM.type))
          && PLAYED.contains(recording.codec())
          // Browsers play H.264 of eight bits only.
          && !(recording.codec().equals("h264")
              && recording.bits() != null
              && recording.bits() > BITS_PLAYED);
    }
  }

  private enum Kind {
    PNG("image/png", "png"),
    JPEG("image/jpeg", "jpg"),
    TIFF("image/tiff", "tif"),
    EXR("image/x-exr", "exr"),
    DPX("image/x-dpx", "dpx"),
    MP4("video/mp4", "mp4", "mov", "m4v"),
    WEBM("video/webm", "webm", "matroska"),
    MOV("video/quicktime", "mov", "mov", "qt"),
    MXF("application/mxf", "mxf", "mxf"),
    MKV("video/x-matroska", "mkv", "matroska"),
    AVI("video/x-msvideo", "avi", "avi"),
    TS("video/mp2t", "ts", "mpegts", "mts", "m2ts");

    private final String type;
    private final String extension;
    private final String reader;
    private final List<String> also;

    Kind(String type, String extension) {
      this(type, extension, "");
    }

    /**
     * @param reader ffmpeg's name for what reads it; empty for stills
     * @param also other endings that such files have
     */
    Kind(String type, String extension, String reader, String... also) {
      this.type = type;
      this.extension = extension;
      this.reader = reader;
      this.also = List.of(also);
    }

    private boolean still() {
      return reader.isEmpty();
    }

    /** Whether browsers show it as it is. */
    private boolean shown() {
      return this == PNG || this == JPEG || this == MP4 || this == WEBM;
    }
  }

  /**
   * Of a file that is shown as it is.
   *
   * @param claimed the name it was sent with; an extension that says something else is refused
   * @throws InvalidInput naming {@code file} if it is not one of the four kinds browsers show, is
   *     broken, or is larger than can be shown
   */
  public Found probe(Path file, String claimed) throws IOException {
    Kind kind = kind(file, claimed);
    if (kind == Kind.TIFF || kind == Kind.EXR || kind == Kind.DPX) {
      throw new InvalidInput(
          "file", "is " + words(kind) + ", which browsers do not show; send png or jpeg");
    }
    if (!kind.shown()) {
      throw new InvalidInput(
          "file",
          "is "
              + words(kind)
              + ", which is not taken yet; send a clip made from it as mp4 (H.264 or AV1) or"
              + " webm, or a still as png or jpeg");
    }
    return found(file, kind, PLAYED);
  }

  /**
   * As {@link #measured}, of a version: one frame of a sequence is refused.
   *
   * @throws InvalidInput naming {@code file}
   */
  public Found version(Path file, String claimed) throws IOException {
    Kind kind = kind(file, claimed);
    if (kind == Kind.EXR || kind == Kind.DPX) {
      throw new InvalidInput(
          "file",
          "is "
              + words(kind)
              + ", one frame of a sequence; sequences are not taken yet: send a clip, or a still"
              + " as png, jpeg or tiff");
    }
    return found(file, kind, MEASURED);
  }

  /** Ending that goes with a type. */
  public static String extension(String type) {
    return Arrays.stream(Kind.values())
        .filter(k -> k.type.equals(type))
        .map(k -> k.extension)
        .findFirst()
        .orElse("bin");
  }

  /** As {@link #probe}, of a file that is measured: shown by a copy where browsers show it not. */
  public Found measured(Path file, String claimed) throws IOException {
    return found(file, kind(file, claimed), MEASURED);
  }

  private static Kind kind(Path file, String claimed) throws IOException {
    Kind kind = sniff(file);
    String name = claimed == null ? "" : claimed.toLowerCase(Locale.ROOT);
    if (name.contains("/")
        || name.contains("\\")
        || name.contains("..")
        || name.indexOf('\0') >= 0) {
      throw new InvalidInput("file", "has a path in its name; send it under its plain name");
    }
    int dot = name.lastIndexOf('.');
    String extension =
        dot < 0 ? "" : name.substring(dot + 1).replace("jpeg", "jpg").replace("tiff", "tif");
    if (!extension.equals(kind.extension) && !kind.also.contains(extension)) {
      throw new InvalidInput(
          "file",
          "is called ."
              + extension
              + " but is really "
              + kind.extension.toUpperCase(Locale.ROOT)
              + "; export it again under the right name");
    }
    return kind;
  }

  private static Found found(Path file, Kind kind, Set<String> codecs) throws IOException {
    if (!kind.still()) {
      return clip(file, kind, codecs);
    }
    return kind == Kind.EXR || kind == Kind.DPX ? decodedStill(file, kind) : still(file, kind);
  }

  private static String words(Kind kind) {
    return switch (kind) {
      case TIFF -> "a TIFF";
      case EXR -> "an OpenEXR picture";
      case DPX -> "a DPX picture";
      case MOV -> "a QuickTime movie (mov)";
      case MXF -> "an MXF clip";
      case MKV -> "a Matroska clip (mkv)";
      case AVI -> "an AVI clip";
      case TS -> "a transport stream (ts)";
      default -> kind.extension;
    };
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
      return raw(b) ? refused("a camera raw picture") : Kind.TIFF;
    }
    if (starts(b, 0, 'v', '/', '1', 1)) {
      return Kind.EXR;
    }
    if (starts(b, 0, 'S', 'D', 'P', 'X') || starts(b, 0, 'X', 'P', 'D', 'S')) {
      return Kind.DPX;
    }
    if (starts(b, 4, 'f', 't', 'y', 'p')) {
      return switch (new String(b, 8, Math.min(4, b.length - 8), StandardCharsets.ISO_8859_1)) {
        case "qt  " -> Kind.MOV;
        case "heic", "heix", "hevc", "mif1", "msf1" -> refused("a HEIC picture");
        case "avif", "avis" -> refused("an AVIF picture");
        case "crx " -> refused("a camera raw picture");
        default -> Kind.MP4;
      };
    }
    for (String atom : List.of("moov", "mdat", "wide", "free", "skip")) {
      if (starts(b, 4, atom.chars().toArray())) {
        return Kind.MOV;
      }
    }
    if (starts(b, 0, 0x1a, 0x45, 0xdf, 0xa3)) {
      return new String(b, StandardCharsets.ISO_8859_1).contains("webm") ? Kind.WEBM : Kind.MKV;
    }
    if (starts(b, 0, 6, 14, '+', '4')) {
      return Kind.MXF;
    }
    if (starts(b, 0, 'R', 'I', 'F', 'F') && starts(b, 8, 'A', 'V', 'I')) {
      return Kind.AVI;
    }
    if (starts(b, 0, 0x47) && starts(b, 188, 0x47) || starts(b, 4, 0x47) && starts(b, 196, 0x47)) {
      return Kind.TS;
    }
    for (Map.Entry<String, String> k : OTHERS.entrySet()) {
      if (starts(b, 0, k.getKey().chars().toArray())) {
        return refused(k.getValue());
      }
    }
    throw new InvalidInput(
        "file",
        "is none of mp4, webm, mov, mxf, png, jpeg, tiff, exr, dpx or others that are known here");
  }

  /** Whether a TIFF says that it is a camera's raw picture. */
  private static boolean raw(byte[] b) {
    // Makers mark theirs behind the head, or with tag 50706 of the DNG specification.
    String head = new String(b, StandardCharsets.ISO_8859_1);
    return starts(b, 8, 'C', 'R')
        || head.contains("\u0012\u00c6\u0001\u0000\u0004\u0000\u0000\u0000")
        || head.contains("\u00c6\u0012\u0000\u0001\u0000\u0000\u0000\u0004");
  }

  private static Kind refused(String what) {
    throw new InvalidInput(
        "file",
        "is "
            + what
            + ", which is not taken; send a clip as mp4, mov or mxf, or a still as png, jpeg, tiff,"
            + " exr or dpx");
  }

  /** What else is often sent, by its first bytes. */
  private static final Map<String, String> OTHERS =
      Map.of(
          "FUJIFILMCCD-RAW", "a camera raw picture",
          "IIU\u0000", "a camera raw picture",
          "IIRO", "a camera raw picture",
          "BM", "a BMP picture",
          "RIFF", "a WebP picture or a sound",
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

  /** Of a still that ffmpeg decodes: all of it is decoded once, so that a damaged one is told. */
  private static Found decodedStill(Path file, Kind kind) throws IOException {
    StillSize is = StillSize.of(file);
    FfmpegStill.read(file, is);
    return found(kind, is.width, is.height, FfmpegStill.coding(file));
  }

  /**
   * Of a still that ffmpeg decodes.
   *
   * @param pixels ffmpeg's name for the format of its pixels
   */
  record StillSize(int width, int height, String pixels) {
    static StillSize of(Path file) throws IOException {
      JsonNode v = run(file, Ffmpeg.format(file)).path("streams").path(0);
      int w = v.path("width").asInt(0);
      int h = v.path("height").asInt(0);
      limits(w, h);
      Picture.mustBeMeasurable(w, h);
      return new StillSize(w, h, word(v, "pix_fmt"));
    }
  }

  private static Found found(Kind kind, int w, int h, StillCoding coding) {
    return new Found(
        kind.type,
        kind.extension,
        new VersionFacts(new Raster(w, h), null, 1),
        coding.told(),
        coding.profile() != null,
        null);
  }

  private static Found still(Path file, Kind kind) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw new InvalidInput("file", "cannot be read as a picture");
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, true, false);
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
        StillCoding coding = StillCoding.of(reader, read);
        read.flush();
        if (warned.stream().anyMatch(MediaProbe::cutOff)) {
          throw new InvalidInput(
              "file", "is cut off or damaged: a part of the picture is not there");
        }
        boolean side = Upright.of(file).onItsSide();
        return found(kind, side ? h : w, side ? w : h, coding);
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

  private static Found clip(Path file, Kind kind, Set<String> codecs) throws IOException {
    JsonNode root = run(file, kind.reader);
    JsonNode v = root.path("streams").path(0);
    for (JsonNode s : root.path("streams")) {
      if (s.path("codec_type").asString("").equals("video")) {
        v = s;
        break;
      }
    }
    String codec = word(v, "codec_name");
    if (!codecs.contains(codec)) {
      throw new InvalidInput(
          "file",
          "is coded as "
              + (codec.isEmpty() ? "nothing known" : codec)
              + (codecs == PLAYED
                  ? ", which browsers do not play; use H.264, AV1, VP8 or VP9"
                  : ", which is not read here; use H.264, HEVC, ProRes or DNxHD"));
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
    ClipFacts told = facts(kind, v, root, shown, turned);
    VersionFacts all =
        new VersionFacts(
            side ? new Raster(h, w) : new Raster(w, h), rate(v, shown), shown.frames(), told);
    Recording recording =
        new Recording(
            codec,
            told.bits(),
            told.scan(),
            told.pixels(),
            told.constant(),
            shown.seconds() > 0 ? Files.size(file) * 8 / 1e6 / shown.seconds() : null,
            matrix(v, h));
    return new Found(
        kind.type,
        kind.extension,
        all,
        Coding.Told.ofTags(word(v, "color_transfer"), word(v, "color_primaries")),
        false,
        recording);
  }

  /** When each frame is shown, s; frames that an edit of the file leaves out are left out. */
  private static List<Double> times(JsonNode root, int stream) {
    List<Double> out = new ArrayList<>();
    for (JsonNode p : root.path("packets")) {
      // Some containers tell only when a frame is decoded.
      String at = p.path("pts_time").asString(p.path("dts_time").asString(""));
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

  private static ClipFacts facts(
      Kind kind, JsonNode v, JsonNode root, FrameTimes shown, int turned) {
    JsonNode sound = null;
    for (JsonNode s : root.path("streams")) {
      if (sound == null && word(s, "codec_type").equals("audio")) {
        sound = s;
      }
    }
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
        bits(v),
        colour(v),
        sound == null
            ? "none"
            : word(sound, "codec_name")
                + ", "
                + sound.path("channels").asInt(0)
                + " channels, "
                + word(sound, "sample_rate")
                + " Hz",
        timecode(v, root),
        kind.extension,
        word(v, "codec_name"),
        chroma(word(v, "pix_fmt")),
        new FileTags(
            word(v, "profile").replace("unknown", ""),
            known(v, "color_primaries"),
            known(v, "color_transfer"),
            known(v, "color_space"),
            known(v, "color_range"),
            alpha(word(v, "pix_fmt")),
            sound == null ? null : Integer.valueOf(sound.path("channels").asInt(0)),
            sound == null || !word(sound, "sample_rate").matches("\\d{1,7}")
                ? null
                : Integer.valueOf(word(sound, "sample_rate"))));
  }

  private static String known(JsonNode v, String tag) {
    String w = word(v, tag);
    return w.equals("unknown") ? "" : w;
  }

  /** Whether the format of the pixels holds how opaque they are; null where it is not told. */
  private static Boolean alpha(String pixels) {
    return pixels.isEmpty() ? null : pixels.matches("(yuva|rgba|bgra|argb|abgr|gbrap|ya).*");
  }

  /**
   * How much colour is kept, by the name of the format of the pixels; empty where it is not told.
   */
  private static String chroma(String pixels) {
    if (pixels.matches("(gbr|rgb|bgr|argb|abgr|xyz).*")) {
      return "4:4:4";
    }
    Matcher m = Pattern.compile("^(?:yuv|yuva|yuvj)4(\\d)(\\d)p").matcher(pixels);
    return m.find()
        ? "4:" + m.group(1) + ":" + m.group(2)
        : pixels.matches("nv12|p010.*")
            ? "4:2:0"
            : pixels.matches("uyvy422|yuyv422") ? "4:2:2" : "";
  }

  /** Depth of a channel: told, or by the name of the format of its pixels. */
  private static Integer bits(JsonNode v) {
    String told = word(v, "bits_per_raw_sample");
    if (told.matches("[1-9]\\d?")) {
      return Integer.valueOf(told);
    }
    String pixels = word(v, "pix_fmt");
    Matcher deep = Pattern.compile("(?:p|gray|x2rgb)(9|10|12|14|16)(?:le|be)?$").matcher(pixels);
    return deep.find()
        ? Integer.valueOf(deep.group(1))
        : pixels.matches("yuvj?4\\d\\dp|nv12|uyvy422|yuyv422") ? Integer.valueOf(8) : null;
  }

  private static String matrix(JsonNode v, int lines) {
    String told = word(v, "color_space").replace("unknown", "");
    return !told.isEmpty() || !word(v, "pix_fmt").startsWith("yuv")
        ? told
        : Recording.usualMatrix(lines);
  }

  private static String colour(JsonNode v) {
    List<String> out = new ArrayList<>();
    for (String tag : List.of("color_primaries", "color_transfer", "color_space", "color_range")) {
      String w = known(v, tag);
      if (!w.isEmpty() && !out.contains(w)) {
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

  private static JsonNode run(Path file, String reader) throws IOException {
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
                      reader,
                      "-show_entries",
                      "packet=stream_index,pts_time,dts_time,flags:stream=index,codec_type,codec_name,profile,width,"
                          + "height,avg_frame_rate,r_frame_rate,sample_aspect_ratio,field_order,"
                          + "bits_per_raw_sample,pix_fmt,color_primaries,color_transfer,color_space,"
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
