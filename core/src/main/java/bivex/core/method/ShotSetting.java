package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;

/**
 * The numbers of a shot and its production that every method starts from.
 *
 * @param rate production rate
 * @param capture raster the camera records
 * @param delivery raster that is delivered
 * @param firstFrame number of the first frame of the cut; 1001 by custom (common practice, no source)
 * @param cutFrames length of the cut, frames, 1 to 100 000
 * @param handles frames kept before and after the cut, 0 to 1000
 * @param sensorWidthMm width of the recorded part of the sensor, mm
 * @param mainsHz mains frequency at the place, Hz
 */
public record ShotSetting(FrameRate rate, Raster capture, Raster delivery, int firstFrame, int cutFrames, int handles, double sensorWidthMm, double mainsHz) {
  public ShotSetting {
    InvalidInput.within("first frame", (long) firstFrame, 0, 10_000_000);
    InvalidInput.within("cut length", (long) cutFrames, 1, 100_000);
    InvalidInput.within("handles", (long) handles, 0, 1000);
    InvalidInput.within("sensor width", sensorWidthMm, 1, 100);
    InvalidInput.within("mains", mainsHz, 16, 1000);
  }

  /** Number of the last frame of the cut. */
  public int lastFrame() {
    return firstFrame + cutFrames - 1;
  }
}
