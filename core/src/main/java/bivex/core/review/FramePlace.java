package bivex.core.review;

import bivex.core.time.FrameRange;

/**
 * Which number the first frame of a file has. It is found once, when the file comes in, and stays:
 * notes and time codes are on these numbers, however the cut changes after.
 *
 * @param first number of the first frame
 * @param sure whether it follows from the length of the file, or somebody said so; else it is taken
 *     to be the first of the cut, and frames beyond the cut are not placed
 */
public record FramePlace(int first, boolean sure) {
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
