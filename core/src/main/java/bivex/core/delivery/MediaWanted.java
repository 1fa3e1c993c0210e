package bivex.core.delivery;

import bivex.core.InvalidInput;
import bivex.core.review.ClipFacts;
import bivex.core.review.VersionFacts.FactCheck;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What a client wants of the file itself, beside its picture; null where anything will do.
 *
 * @param bits of a channel at least, 8 to 32
 * @param chroma at least
 */
public record MediaWanted(
    Container container, Codec codec, Integer bits, Chroma chroma, Sound sound) {
  /** Whatever there is. */
  public static final MediaWanted ANY = new MediaWanted(null, null, null, null, null);

  private static final String NOT_READ = "not read when it came in";
  private static final String AGAIN = "Send the same file again as a new version: it is read then.";

  public MediaWanted {
    if (bits != null) {
      InvalidInput.within("bits", (long) bits, 8, 32);
    }
  }

  /** Kind of a file, by the ending it has. */
  public enum Container {
    MP4("mp4"),
    MOV("mov"),
    MXF("mxf"),
    MKV("mkv"),
    WEBM("webm"),
    AVI("avi");

    private final String ending;

    Container(String ending) {
      this.ending = ending;
    }

    public String words() {
      return ending;
    }
  }

  /** How frames are coded. */
  public enum Codec {
    H264("h264", "H.264"),
    HEVC("hevc", "HEVC"),
    PRORES("prores", "ProRes"),
    DNX("dnxhd", "DNxHD or DNxHR"),
    AV1("av1", "AV1"),
    VP9("vp9", "VP9"),
    FFV1("ffv1", "FFV1"),
    MJPEG("mjpeg", "Motion JPEG"),
    JPEG2000("jpeg2000", "JPEG 2000");

    private final String name;
    private final String words;

    Codec(String name, String words) {
      this.name = name;
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** As it is called here; the name of the reader where it is none of these. */
    static String words(String name) {
      return Arrays.stream(values())
          .filter(c -> c.name.equals(name))
          .map(c -> c.words)
          .findFirst()
          .orElse(name);
    }
  }

  /** How much colour is kept beside brightness, the least first. */
  public enum Chroma {
    C420("4:2:0"),
    C422("4:2:2"),
    C444("4:4:4");

    private final String words;

    Chroma(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    static Chroma of(String words) {
      return Arrays.stream(values()).filter(c -> c.words.equals(words)).findFirst().orElse(null);
    }
  }

  public enum Sound {
    NONE,
    SOME
  }

  /**
   * What is asked of a file.
   *
   * @param told what it says of itself; null of a still, and of what came in before it was read:
   *     nothing is taken to be right then
   */
  List<FactCheck> check(ClipFacts told) {
    List<FactCheck> out = new ArrayList<>();
    ClipFacts clip = told == null ? ClipFacts.NOT_READ : told;
    if (container != null) {
      boolean good = container.ending.equals(clip.container());
      out.add(
          new FactCheck(
              "File",
              container.ending,
              clip.container() == null ? NOT_READ : clip.container(),
              good,
              clip.container() == null ? AGAIN : "Export it as " + container.ending + "."));
    }
    if (codec != null) {
      boolean good = codec.name.equals(clip.codec());
      out.add(
          new FactCheck(
              "Codec",
              codec.words,
              clip.codec() == null ? NOT_READ : Codec.words(clip.codec()),
              good,
              clip.codec() == null
                  ? AGAIN
                  : "Export it from the composite as " + codec.words + "."));
    }
    if (bits != null) {
      out.add(
          new FactCheck(
              "Bits",
              "at least " + bits + " a channel",
              clip.bits() == null ? "not told" : clip.bits() + " a channel",
              clip.bits() != null && clip.bits() >= bits,
              "Export it from the composite with more bits: none come back by coding it again."));
    }
    if (chroma != null) {
      Chroma is = clip.chroma() == null ? null : Chroma.of(clip.chroma());
      out.add(
          new FactCheck(
              "Chroma",
              "at least " + chroma.words,
              clip.chroma() == null
                  ? NOT_READ
                  : clip.chroma().isEmpty() ? "not told" : clip.chroma(),
              is != null && is.compareTo(chroma) >= 0,
              clip.chroma() == null
                  ? AGAIN
                  : "Export it from the composite with more colour: none comes back by coding it"
                      + " again."));
    }
    if (sound != null) {
      boolean good = told != null && (sound == Sound.NONE) == clip.silent();
      out.add(
          new FactCheck(
              "Sound",
              sound == Sound.NONE ? "none" : "a sound track",
              told == null ? NOT_READ : clip.silent() ? "none" : clip.sound(),
              good,
              told == null
                  ? AGAIN
                  : sound == Sound.NONE
                      ? "Export it without sound."
                      : "Export it with its sound."));
    }
    return out;
  }
}
