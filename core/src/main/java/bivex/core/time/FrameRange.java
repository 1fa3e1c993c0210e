package bivex.core.time;

import bivex.core.InvalidInput;

/**
 * Numbered frames that follow each other.
 *
 * @param first number, from −10 000 000
 * @param frames how many, 1 to 10 000 000
 */
public record FrameRange(int first, int frames) {
  private static final int MOST = 10_000_000;

  public FrameRange {
    InvalidInput.within("first frame", (long) first, -MOST, MOST);
    InvalidInput.within("frames", (long) frames, 1, MOST);
  }

  /** Number of the last. */
  public int last() {
    return first + frames - 1;
  }

  /** Frames by which another begins earlier; negative where it begins later. */
  public int before(FrameRange other) {
    return first - other.first;
  }

  /** Frames by which another ends later; negative where it ends earlier. */
  public int after(FrameRange other) {
    return other.last() - last();
  }

  /** With frames before and after, 0 or more. */
  public FrameRange wider(int handles) {
    return new FrameRange(first - handles, frames + 2 * handles);
  }

  /** In words: first and last number. */
  public String said() {
    return first + " to " + last();
  }
}
