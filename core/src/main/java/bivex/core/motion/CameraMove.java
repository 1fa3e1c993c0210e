package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.optics.FieldOfView;
import bivex.core.time.FrameRate;

/**
 * A powered move repeated for several passes (S18). Near the middle of the frame a turn of ω
 * degrees moves the picture by focal length in px · ω in radians. Misregistration = f_px · (ω · δt
 * + ε), with δt the error of the start in frames and ε that of the head.
 *
 * @param degreesPerFrame turn per frame
 * @param focalPx focal length in px
 * @param pxPerFrame travel of the picture per frame
 * @param repeatPx error from the head alone
 * @param worstPx error from head and start together
 * @param featherPx feather that hides the worst error: six times it, at least 30 px (common
 *     practice begins at 30; the factor is this project's own)
 */
public record CameraMove(
    double degreesPerFrame,
    double focalPx,
    double pxPerFrame,
    double repeatPx,
    double worstPx,
    double featherPx) {
  /**
   * @param sweepDeg whole turn, 0 to 3600
   * @param seconds it takes
   * @param repeatDeg how well the head comes back
   * @param syncFrames error of the start between two passes, frames
   */
  public static CameraMove of(
      double sweepDeg,
      double seconds,
      FrameRate rate,
      double focalMm,
      double sensorWidthMm,
      int rasterWidth,
      double repeatDeg,
      double syncFrames) {
    InvalidInput.within("sweep", sweepDeg, 0, 3600);
    InvalidInput.positive("seconds", seconds);
    InvalidInput.within("repeatability", repeatDeg, 0, 10);
    InvalidInput.within("start error", syncFrames, 0, 1000);
    double perFrame = sweepDeg / (seconds * rate.fps());
    double f = FieldOfView.focalPx(focalMm, sensorWidthMm, rasterWidth);
    double worst = f * Math.toRadians(perFrame * syncFrames + repeatDeg);
    return new CameraMove(
        perFrame,
        f,
        f * Math.toRadians(perFrame),
        f * Math.toRadians(repeatDeg),
        worst,
        Math.max(30, 6 * worst));
  }
}
