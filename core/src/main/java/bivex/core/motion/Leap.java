package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;

/**
 * A jump that becomes a leap (S14). A real jump of T seconds in the air rises g(T/2)²/2, g =
 * 9.80665 m/s² (ISO 80000-3; CGPM 1901); its highest, stillest frame is held and leaves the frame
 * in a few frames more.
 *
 * @param seconds in the air
 * @param heightM rise of the real jump
 * @param apexFrame frames after take-off, rounded down
 * @param exitPxPerFrame travel of the held figure on its way out
 * @param streakPx blur of that travel at the shutter given
 * @param impliedMetresPerSecond speed the eye is told
 */
public record Leap(
    double seconds,
    double heightM,
    int apexFrame,
    double exitPxPerFrame,
    double streakPx,
    double impliedMetresPerSecond) {
  /** Standard acceleration of free fall, m/s². */
  public static final double G = 9.80665;

  /**
   * @param framesInAir from take-off to landing, at the capture rate
   * @param exitPx way of the held figure to its exit, px
   * @param exitFrames frames it takes, 1 to 240 (2 to 6 is usual: common practice, no source)
   * @param pxPerMetre scale where the performer stands
   */
  public static Leap of(
      int framesInAir,
      FrameRate capture,
      double exitPx,
      int exitFrames,
      double shutterDegrees,
      double pxPerMetre,
      FrameRate production) {
    InvalidInput.within("frames in the air", (long) framesInAir, 1, 10_000);
    InvalidInput.within("frames to leave", (long) exitFrames, 1, 240);
    InvalidInput.within("shutter angle", shutterDegrees, 0, 360);
    InvalidInput.positive("px per metre", pxPerMetre);
    double t = capture.seconds(framesInAir);
    double px = InvalidInput.within("way out", exitPx, 0, 1e6) / exitFrames;
    return new Leap(
        t,
        height(t),
        framesInAir / 2,
        px,
        px * shutterDegrees / 360,
        px / pxPerMetre * production.fps());
  }

  /** Rise in m of a jump that long in s. */
  public static double height(double seconds) {
    return G * seconds * seconds / 8;
  }

  /**
   * Size of the figure as a share of its first when it leaps away from the camera: first distance
   * over the new one.
   */
  public static double size(double distanceM, double metresAway) {
    return InvalidInput.positive("distance", distanceM)
        / (distanceM + InvalidInput.within("metres away", metresAway, 0, 1e6));
  }
}
