package bivex.core.review;

import bivex.core.Said;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/**
 * What the time stamps and tags of a clip say beside its size and its rate. Words are as the file
 * has them; empty where it says nothing.
 *
 * @param seconds from the first frame to the end of the last
 * @param constant whether all frames last equally long
 * @param turnedDeg rotation it is to be shown with, degrees clockwise, 0 to 359
 * @param pixels width to height of a pixel, "1:1"
 * @param scan "progressive", or which field comes first
 * @param bits depth of a channel; null when it is not told
 * @param colour primaries, transfer, matrix and range
 * @param sound codec, channels and rate of the first sound, or "none"
 * @param timecode of the first frame
 * @param container ending that goes with the kind of file; null where it was not read, like the
 *     next two
 * @param codec as its reader calls it
 * @param chroma "4:2:2"; empty where it is not told
 * @param tags how it says to be coded; null where that was not read
 */
public record ClipFacts(
    double seconds,
    boolean constant,
    int turnedDeg,
    String pixels,
    String scan,
    Integer bits,
    String colour,
    String sound,
    String timecode,
    String container,
    String codec,
    String chroma,
    FileTags tags) {
  /** Of a file of which nothing was read. */
  public static final ClipFacts NOT_READ =
      new ClipFacts(0, false, 0, "", "", null, "", "", "", null, null, null, null);

  private static final String ANY = "any";

  /** Whether it has no sound. */
  public boolean silent() {
    return sound.isEmpty() || sound.equals("none");
  }

  /** The lines of a check list that time stamps and tags give. */
  List<FactCheck> against(FrameRate rate, int frames) {
    double off = Math.abs(rate.frames(seconds) - frames);
    List<FactCheck> out = new ArrayList<>();
    out.add(
        new FactCheck(
            "Time",
            "every frame equally long",
            constant
                ? off <= 1
                    ? "constant"
                    : Said.of("%.2f s for %s frames at %s fps", seconds, frames, rate.name())
                : Said.of("variable, %.2f fps on average over %.2f s", frames / seconds, seconds),
            constant && off <= 1,
            "Export again at a constant rate."));
    out.add(
        new FactCheck(
            "Turned",
            "not turned",
            turnedDeg == 0 ? "not turned" : turnedDeg + "° when played",
            turnedDeg == 0,
            "Export again upright; not every program turns it."));
    out.add(
        new FactCheck(
            "Pixels",
            "square",
            pixels.equals("1:1") || pixels.isEmpty() ? "square" : pixels,
            pixels.equals("1:1") || pixels.isEmpty(),
            "Export again with square pixels."));
    boolean fields = !scan.isEmpty() && !scan.equals("progressive");
    out.add(
        new FactCheck(
            "Scan",
            "progressive",
            scan.isEmpty() ? "not told" : scan,
            !fields,
            "Export again progressive; fields tear what moves.",
            !scan.isEmpty()));
    out.add(told("Codec", codec == null ? "" : codec));
    out.add(told("Chroma", chroma == null ? "" : chroma));
    out.add(told("Bits", bits == null ? "" : bits + " a channel"));
    out.add(told("Colour", colour));
    out.add(told("Sound", sound));
    out.add(told("Timecode", timecode));
    return out;
  }

  private static FactCheck told(String label, String found) {
    return new FactCheck(label, ANY, found.isEmpty() ? "not told" : found, true, "", false);
  }
}
