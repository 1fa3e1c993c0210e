package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;

/**
 * A locked take as its own clean plate (S33): some frames earlier or later whatever moves through
 * has left its own place and its shadow's, so a copy shifted in time covers it. Intervals on the
 * way of the thing; definition.
 *
 * @param frames smallest whole number of frames the copy is shifted by
 * @param rollFrames to roll before the thing comes in, or after it is gone, so that every frame of
 *     the cut finds its free copy
 */
public record OffsetCopy(int frames, int rollFrames) {
  /** Longer ones are no longer one take. */
  public static final int MOST = 100_000;

  /**
   * @param widthPx of the thing along its way, px, from 0
   * @param shadowPx its shadow or reflection reaches beyond it along its way, px, from 0
   * @param marginPx soft edges and blur to keep off on each side, px, from 0
   * @param pxPerSecond speed at its slowest, px a second, above 0
   * @throws InvalidInput naming what is out of range, {@code pxPerSecond} when it never leaves
   */
  public static OffsetCopy of(
      double widthPx, double shadowPx, double marginPx, double pxPerSecond, FrameRate rate) {
    InvalidInput.within("widthPx", widthPx, 0, 1e6);
    InvalidInput.within("shadowPx", shadowPx, 0, 1e6);
    InvalidInput.within("marginPx", marginPx, 0, 1e6);
    InvalidInput.positive("pxPerSecond", pxPerSecond);
    double way = widthPx + shadowPx + 2 * marginPx;
    // A thing as wide as a whole number of its steps has just left: edges that touch do not
    // overlap.
    double frames = Math.max(1, Math.ceil(way * rate.fps() / pxPerSecond - 1e-9));
    if (frames > MOST) {
      throw new InvalidInput(
          "pxPerSecond", "is so slow that it stays where it is for more than " + MOST + " frames");
    }
    return new OffsetCopy((int) frames, (int) frames);
  }
}
