package bivex.core.delivery;

import bivex.core.InvalidInput;
import bivex.core.review.ClipFacts;
import bivex.core.review.FileTags;
import bivex.core.review.PictureCheck;
import bivex.core.review.SoundHeard;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What a client wants of the file itself, beside its picture; null where anything will do.
 *
 * @param profile of the codec, as files call it, "HQ"; case does not count
 * @param bits of a channel at least, 8 to 32
 * @param chroma at least
 * @param alpha whether it must, or must not, hold how opaque each pixel is
 * @param timecode of the first frame, "01:00:00:00"
 * @param heard what is asked of a sound that is there
 * @param clean whether no frame may be found black, of one tone or odd
 */
public record MediaWanted(
    Container container,
    Codec codec,
    String profile,
    Integer bits,
    Chroma chroma,
    ColourWanted colour,
    Boolean alpha,
    String timecode,
    Sound sound,
    SoundWanted heard,
    Boolean clean) {
  /** Whatever there is. */
  public static final MediaWanted ANY =
      new MediaWanted(null, null, null, null, null, null, null, null, null, null, null);

  static final String NOT_READ = "not read when it came in";
  static final String AGAIN =
      "It is read again in the background; if it stays so, send the file as a new version.";

  private static final Set<PictureCheck.Kind> UNCLEAN =
      Set.of(PictureCheck.Kind.BLACK, PictureCheck.Kind.EVEN, PictureCheck.Kind.ODD);

  public MediaWanted {
    if (bits != null) {
      InvalidInput.within("bits", (long) bits, 8, 32);
    }
    profile = profile == null || profile.isBlank() ? null : InvalidInput.title("profile", profile);
    timecode = timecode == null || timecode.isBlank() ? null : timecode.strip();
    if (timecode != null && !timecode.matches("\\d\\d:\\d\\d:\\d\\d[:;.]\\d\\d\\d?")) {
      throw new InvalidInput("timecode", "must be hours, minutes, seconds and frames, 01:00:00:00");
    }
    colour = ColourWanted.ANY.equals(colour) ? null : colour;
    heard = SoundWanted.ANY.equals(heard) ? null : heard;
    clean = Boolean.TRUE.equals(clean) ? clean : null;
    if (sound == Sound.NONE && heard != null) {
      throw new InvalidInput("sound", "cannot be none when something is asked of it");
    }
  }

  /**
   * What was found in a file once it had come in.
   *
   * @param found null while it was not watched, or could not be
   * @param heard null while it was not listened to, or has no sound
   * @param first number of its first frame
   */
  public record Watched(PictureCheck found, SoundHeard heard, int first) {
    public static final Watched NOT_YET = new Watched(null, null, 0);
  }

  /** What is asked, each in a few words; nothing where anything will do. */
  public List<String> asked() {
    List<String> out = new ArrayList<>();
    add(out, container == null ? null : container.words());
    add(out, codec == null ? null : codec.words() + (profile == null ? "" : " " + profile));
    add(out, codec == null && profile != null ? "profile " + profile : null);
    add(out, bits == null ? null : bits + " bits");
    add(out, chroma == null ? null : chroma.words());
    if (colour != null) {
      out.addAll(colour.asked());
    }
    add(out, alpha == null ? null : alpha ? "with alpha" : "no alpha");
    add(out, timecode == null ? null : "from " + timecode);
    add(out, sound == null ? null : sound == Sound.NONE ? "no sound" : "sound");
    if (heard != null) {
      out.addAll(heard.asked());
    }
    add(out, clean == null ? null : "no black or odd frames");
    return out;
  }

  static void add(List<String> out, String words) {
    if (words != null) {
      out.add(words);
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

  /** What a codec is called here; the name of its reader where it is none that is asked for. */
  public static String codecWords(String name) {
    return Codec.words(name);
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
  List<FactCheck> check(ClipFacts told, Watched watched) {
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
    FileTags tags = clip.tags();
    if (profile != null) {
      out.add(
          new FactCheck(
              "Profile",
              profile,
              tags == null ? NOT_READ : tags.profile().isEmpty() ? "not told" : tags.profile(),
              tags != null && tags.profile().equalsIgnoreCase(profile),
              tags == null ? AGAIN : "Export it from the composite in that profile."));
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
    if (colour != null) {
      out.addAll(colour.check(tags));
    }
    if (alpha != null) {
      Boolean is = tags == null ? null : tags.alpha();
      out.add(
          new FactCheck(
              "Alpha",
              alpha ? "with alpha" : "none",
              tags == null ? NOT_READ : is == null ? "not told" : is ? "with alpha" : "none",
              alpha.equals(is),
              tags == null
                  ? AGAIN
                  : alpha
                      ? "Export it from the composite with its alpha."
                      : "Export it without alpha, over what it is meant to lie on."));
    }
    if (timecode != null) {
      out.add(
          new FactCheck(
              "Timecode",
              timecode,
              clip.timecode().isEmpty() ? "none in the file" : clip.timecode(),
              timecode.equals(clip.timecode()),
              "Export it with its first frame at " + timecode + "."));
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
    if (heard != null) {
      out.addAll(heard.check(tags, watched.heard()));
    }
    if (clean != null) {
      out.add(frames(watched));
    }
    return out;
  }

  /** What comes twice may be meant, or only look so: it is said, and keeps nothing. */
  private static FactCheck frames(Watched watched) {
    PictureCheck found = watched.found();
    List<String> bad = found == null ? List.of() : told(watched, UNCLEAN::contains);
    List<String> twice =
        found == null ? List.of() : told(watched, k -> k == PictureCheck.Kind.REPEATED);
    String is =
        found == null ? "not watched yet" : bad.isEmpty() ? "none found" : String.join(", ", bad);
    return new FactCheck(
        "Frames",
        "none black, of one tone or odd",
        twice.isEmpty() ? is : is + "; " + String.join(", ", twice),
        found != null && bad.isEmpty(),
        found == null
            ? "It is watched once it has come in; Review tells when it could not be."
            : "Look at them in Review; render them again.");
  }

  private static List<String> told(Watched w, Predicate<PictureCheck.Kind> which) {
    return w.found().findings().stream()
        .filter(f -> which.test(f.kind()))
        .map(
            f ->
                f.words()
                    + " ("
                    + new FrameRange(w.first() + f.frames().first(), f.frames().frames()).said()
                    + ")")
        .toList();
  }
}
