package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;

/**
 * A locked take as its own clean plate (S33): some frames earlier or later whatever moves through,
 * one way all along, has left its own place and its shadow's, so a copy shifted in time covers it.
 * Intervals on the way of the thing; definition.
 */
public final class OffsetCopy {
  /** Longer ones are no longer one take. */
  public static final int MOST = 100_000;

  /** Soft edges and blur kept off on each side, px, where nobody says; common practice. */
  public static final double MARGIN_PX = 12;

  private OffsetCopy() {}

  /**
   * Smallest whole number of frames the copy is shifted by. So many are rolled before the cut
   * begins, or after it ends, that every frame of it finds its free copy.
   *
   * @param widthPx of the thing along its way, px, from 0
   * @param shadowPx its shadow or reflection reaches beyond it along its way, px, from 0
   * @param marginPx soft edges and blur to keep off on each side, px, from 0
   * @param pxPerSecond speed at its slowest, px a second, above 0
   * @throws InvalidInput naming what is out of range, {@code pxPerSecond} when it never leaves
   */
  public static int frames(
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
    return (int) frames;
  }
}
