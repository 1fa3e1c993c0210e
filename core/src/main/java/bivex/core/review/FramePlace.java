package bivex.core.review;

import bivex.core.time.FrameRange;
import java.time.Instant;

/**
 * Which number the first frame of a file has. It is found once, when the file comes in, and stays:
 * notes and time codes are on these numbers, however the cut changes after.
 *
 * @param first number of the first frame
 * @param sure whether it follows from the length of the file, or somebody said so; else it is taken
 *     to be the first of the cut, and frames beyond the cut are not placed
 * @param same whether numbers mean the same frames of the plates still; not after another take or
 *     speed was taken over
 */
public record FramePlace(int first, boolean sure, boolean same) {
  /** Of a file whose numbers mean what they meant. */
  public FramePlace(int first, boolean sure) {
    this(first, sure, true);
  }

  /**
   * The same, looked at later.
   *
   * @param made when the file came
   * @param since since when numbers mean the same frames; null for always
   */
  public FramePlace at(Instant made, Instant since) {
    return new FramePlace(first, sure, since == null || !made.isBefore(since));
  }

  /**
   * By the length of a file: that of the cut, or of the cut with its handles.
   *
   * @param cut numbers of the frames of the cut
   * @param handles before and after
   */
  public static FramePlace of(int frames, FrameRange cut, int handles) {
    if (frames == cut.frames() + 2 * handles) {
      return new FramePlace(cut.first() - handles, true);
    }
    return new FramePlace(cut.first(), frames == cut.frames());
  }

  /** Numbers of the frames of a file. */
  public FrameRange range(int frames) {
    return new FrameRange(first, frames);
  }
}
