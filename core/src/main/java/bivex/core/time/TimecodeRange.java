package bivex.core.time;

import bivex.core.InvalidInput;

/**
 * A stretch of recorded frames, both ends included.
 *
 * @param in label of the first frame
 * @param out label of the last frame; not before {@code in}
 */
public record TimecodeRange(Timecode in, Timecode out) {
  public TimecodeRange {
    if (out.minus(in) < 0) {
      throw new InvalidInput("out", "out " + out.label() + " is before in " + in.label());
    }
  }

  /** Reads both labels at one rate; names {@code in} or {@code out} when one is wrong. */
  public static TimecodeRange parse(String in, String out, FrameRate rate) {
    return new TimecodeRange(label("in", in, rate), label("out", out, rate));
  }

  /** Number of frames, at least 1. */
  public long frames() {
    return out.minus(in) + 1;
  }

  /** Length in seconds of real time. */
  public double seconds() {
    return in.rate().seconds(frames());
  }

  private static Timecode label(String field, String text, FrameRate rate) {
    try {
      return Timecode.parse(text, rate);
    } catch (InvalidInput e) {
      throw new InvalidInput(field, e.getMessage());
    }
  }
}
