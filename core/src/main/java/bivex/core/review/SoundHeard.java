package bivex.core.review;

import bivex.core.Said;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/**
 * What the sound of a version is like by itself.
 *
 * @param loudness of the whole, LUFS (EBU R 128, after ITU-R BS.1770); null where nothing is loud
 *     enough to count
 * @param peak highest true peak, dB of full scale; null where there is none
 * @param silences in the order they come
 * @param fault why it could not be listened to; empty where it was
 */
public record SoundHeard(Double loudness, Double peak, List<Silence> silences, String fault) {
  /** Level under which it is silent, dB of full scale (common practice, no source). */
  public static final int SILENT_DB = -60;

  /** Shorter pauses are not told, s (common practice, no source). */
  public static final double SHORTEST_S = 0.5;

  /** Highest true peak of a programme, dB (EBU R 128, 2020, section "maximum true peak level"). */
  public static final double HIGHEST_PEAK = -1;

  /** What EBU R 128 measures of silence: nothing passes its absolute gate. */
  public static final double GATE = -70;

  /**
   * @param from seconds from the first frame
   */
  public record Silence(double from, double to) {}

  /**
   * Something that is heard, or is not.
   *
   * @param frames of the file, from 0
   */
  public record Finding(FrameRange frames, String words) {}

  /** All of it, in a sentence. */
  public String words() {
    if (!fault.isEmpty()) {
      return "The sound could not be listened to: " + fault + ".";
    }
    if (loudness == null || peak == null) {
      return "There is a sound track with nothing to hear on it.";
    }
    return Said.of("Loudness %.1f LUFS, true peak %.1f dB", loudness, peak)
        + (peak > HIGHEST_PEAK ? ", above the -1 dB that EBU R 128 allows." : ".");
  }

  /**
   * Where it falls silent.
   *
   * @param frames of the file
   */
  public List<Finding> findings(FrameRate rate, int frames) {
    List<Finding> out = new ArrayList<>();
    if (loudness == null) {
      return out;
    }
    for (Silence s : silences) {
      int first = (int) Math.max(0, Math.ceil(rate.frames(s.from) - 1e-3));
      int last = (int) Math.min(frames, Math.floor(rate.frames(s.to) + 1e-3)) - 1;
      if (last >= first) {
        out.add(
            new Finding(
                new FrameRange(first, last - first + 1),
                Said.of("silent for %.1f s", rate.seconds(last - first + 1))));
      }
    }
    return out;
  }
}
