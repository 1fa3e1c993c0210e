package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/**
 * An impossible speed between two marks (S15). The way is covered in the frames between the last
 * frame at the first mark and the first frame at the second: n frames in between make n + 1 steps.
 *
 * @param pxPerFrame travel per step, px
 * @param metresPerSecond speed the eye is told
 * @param streakPx length of one streak, px: travel per frame times the open share of the shutter
 * @param frames the frames in between, in order
 */
public record Dash(
    double pxPerFrame, double metresPerSecond, double streakPx, List<Between> frames) {

  /** What stands in one of the frames between the marks. */
  public enum Kind {
    STREAK,
    EMPTY
  }

  /**
   * @param offset frames after the last frame at the first mark, from 1
   * @param kind streak or empty
   * @param centre where the streak stands, as a share of the way from the first mark (0) to the
   *     second (1)
   */
  public record Between(int offset, Kind kind, double centre) {}

  /**
   * The streak variant: one streak near the exit, empty frames, one streak near the arrival.
   *
   * @param spanPx distance between the marks in the picture, px
   * @param metres real distance between the marks
   * @param between frames in between, 1 to 24 (3 is usual: common practice, no source)
   * @param shutterDegrees blur the streaks are drawn with, more than 0 to 360
   */
  public static Dash streak(
      double spanPx, double metres, int between, double shutterDegrees, FrameRate rate) {
    InvalidInput.within("frames between", (long) between, 1, 24);
    List<Between> frames = new ArrayList<>();
    for (int i = 1; i <= between; i++) {
      boolean streak = i == 1 || i == between;
      frames.add(new Between(i, streak ? Kind.STREAK : Kind.EMPTY, (double) i / (between + 1)));
    }
    return of(spanPx, metres, between, shutterDegrees, rate, frames);
  }

  /**
   * The compressed run: every frame in between shows the runner, with added blur. Arguments as for
   * {@link #streak}.
   */
  public static Dash compressedRun(
      double spanPx, double metres, int between, double shutterDegrees, FrameRate rate) {
    InvalidInput.within("frames between", (long) between, 1, 24);
    List<Between> frames = new ArrayList<>();
    for (int i = 1; i <= between; i++) {
      frames.add(new Between(i, Kind.STREAK, (double) i / (between + 1)));
    }
    return of(spanPx, metres, between, shutterDegrees, rate, frames);
  }

  private static Dash of(
      double spanPx,
      double metres,
      int between,
      double shutterDegrees,
      FrameRate rate,
      List<Between> frames) {
    InvalidInput.positive("distance in the picture", spanPx);
    InvalidInput.positive("distance", metres);
    InvalidInput.positive("shutter angle", shutterDegrees);
    InvalidInput.within("shutter angle", shutterDegrees, 0, 360);
    int steps = between + 1;
    double px = spanPx / steps;
    return new Dash(
        px, metres / rate.seconds(steps), px * shutterDegrees / 360, List.copyOf(frames));
  }
}
