package bivex.core.optics;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;

/**
 * Shutter angle, exposure time and the blur they leave (S5). Exposure time = angle / (360 · fps).
 */
public final class Shutter {
  private Shutter() {}

  /** Exposure time in seconds for an angle in degrees, more than 0 to 360. */
  public static double seconds(double angleDegrees, FrameRate rate) {
    InvalidInput.positive("shutter angle", angleDegrees);
    InvalidInput.within("shutter angle", angleDegrees, 0, 360);
    return angleDegrees / (360 * rate.fps());
  }

  /** Angle in degrees of an exposure time in seconds; refused when longer than a frame. */
  public static double degrees(double seconds, FrameRate rate) {
    InvalidInput.positive("shutter time", seconds);
    double angle = 360 * seconds * rate.fps();
    InvalidInput.within("shutter angle", Math.rint(angle * 1e9) / 1e9, 0, 360);
    return angle;
  }

  /** Blur length in pixels of something that moves at a speed in pixels per second. */
  public static double blurPx(double pxPerSecond, double shutterSeconds) {
    return Math.abs(pxPerSecond) * InvalidInput.positive("shutter time", shutterSeconds);
  }

  /** Longest exposure in seconds that keeps blur at or below a length in pixels. */
  public static double secondsForBlur(double blurPx, double pxPerSecond) {
    return InvalidInput.positive("blur", blurPx)
        / InvalidInput.positive("speed", Math.abs(pxPerSecond));
  }

  /** "1/48 s", or seconds when a half or longer. */
  public static String text(double seconds) {
    return seconds < 0.5 ? "1/" + trim(1 / seconds) + " s" : trim(seconds) + " s";
  }

  private static String trim(double x) {
    double r = Math.round(x * 10) / 10.0;
    return r == Math.rint(r) ? Long.toString((long) r) : Double.toString(r);
  }
}
