package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * A picture sequence or clip against what was promised (S24): how many frames, from where to where,
 * which are missing, and what it costs when it is read at the wrong rate. Follows from the
 * definition.
 *
 * @param first lowest frame number
 * @param last highest
 * @param count frames there are
 * @param gaps missing stretches, "1010" or "1010–1014"
 * @param missing frames missing between first and last
 * @param doubled numbers that came twice
 */
public record SequenceCheck(
    long first, long last, int count, List<String> gaps, long missing, int doubled) {
  /**
   * @param frames numbers in any order, at least one, 0 to 100 000 000
   */
  public static SequenceCheck of(List<Long> frames) {
    if (frames.isEmpty()) {
      throw new InvalidInput("frames", "need at least one frame number");
    }
    TreeSet<Long> sorted = new TreeSet<>(frames);
    InvalidInput.within("frames", sorted.first(), 0, 100_000_000);
    InvalidInput.within("frames", sorted.last(), 0, 100_000_000);
    List<String> gaps = new ArrayList<>();
    long missing = 0;
    long before = sorted.first() - 1;
    for (long f : sorted) {
      if (f > before + 1) {
        gaps.add(f == before + 2 ? Long.toString(before + 1) : (before + 1) + "–" + (f - 1));
        missing += f - before - 1;
      }
      before = f;
    }
    return new SequenceCheck(
        sorted.first(),
        sorted.last(),
        sorted.size(),
        List.copyOf(gaps),
        missing,
        frames.size() - sorted.size());
  }

  /**
   * Seconds by which a clip of that many frames is too long (positive) or short when it is read at
   * another rate than it was made at.
   */
  public static double slipSeconds(long frames, FrameRate made, FrameRate read) {
    return read.seconds(frames) - made.seconds(frames);
  }

  /** The same slip in frames of the rate it was made at. */
  public static double slipFrames(long frames, FrameRate made, FrameRate read) {
    return made.frames(slipSeconds(frames, made, read));
  }
}
