package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.effort.EffortRates;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;

/**
 * The numbers of a shot and its production that every method starts from.
 *
 * @param rate production rate
 * @param capture raster the camera records
 * @param delivery raster that is delivered
 * @param firstFrame number of the first frame of the cut; 1001 by custom (common practice, no
 *     source)
 * @param cutFrames length of the cut, frames, 1 to 100 000
 * @param handles frames kept before and after the cut, 0 to 1000
 * @param sensorWidthMm width of the recorded part of the sensor, mm
 * @param mainsHz mains frequency at the place, Hz
 * @param effort hours per unit of work
 */
public record ShotSetting(
    FrameRate rate,
    Raster capture,
    Raster delivery,
    int firstFrame,
    int cutFrames,
    int handles,
    double sensorWidthMm,
    double mainsHz,
    EffortRates effort) {
  /** What a plan calls the test of a rate it needs. */
  public static final String RATE_TESTED = "Capture rate tested";

  /** Seconds a cut is taken to last until somebody says how long it is; a planning default. */
  public static final double USUAL_CUT_SECONDS = 4;

  /** Frames of a cut whose length nobody has said. */
  public static int usualCut(FrameRate rate) {
    return (int) Math.round(rate.frames(USUAL_CUT_SECONDS));
  }

  /**
   * What a production starts from before anything is said of it: a UHD camera of 36 mm, delivery in
   * HD, 8 frames of handles, 1001 as first frame, 50 Hz (common practice, no source).
   */
  public static ShotSetting usual(FrameRate rate) {
    return new ShotSetting(rate, Raster.UHD, Raster.HD, 1001, usualCut(rate), 8, 36, 50);
  }

  public ShotSetting {
    InvalidInput.within("first frame", (long) firstFrame, -1_000_000, 10_000_000);
    InvalidInput.within("cut length", (long) cutFrames, 1, 100_000);
    InvalidInput.within("handles", (long) handles, 0, 1000);
    InvalidInput.within("sensor width", sensorWidthMm, 1, 100);
    InvalidInput.within("mains", mainsHz, 16, 1000);
  }

  /** With the planning defaults for effort. */
  public ShotSetting(
      FrameRate rate,
      Raster capture,
      Raster delivery,
      int firstFrame,
      int cutFrames,
      int handles,
      double sensorWidthMm,
      double mainsHz) {
    this(
        rate,
        capture,
        delivery,
        firstFrame,
        cutFrames,
        handles,
        sensorWidthMm,
        mainsHz,
        EffortRates.DEFAULTS);
  }

  /** The same, numbered from another first frame. */
  public ShotSetting from(int first) {
    return new ShotSetting(
        rate, capture, delivery, first, cutFrames, handles, sensorWidthMm, mainsHz, effort);
  }

  /** Height of the recorded part of the sensor, mm. */
  public double sensorHeightMm() {
    return sensorWidthMm / capture.aspect();
  }

  /** Seconds of the cut with its handles. */
  public double seconds() {
    return rate.seconds(cutFrames + 2.0 * handles);
  }

  /** Number of the last frame of the cut. */
  public int lastFrame() {
    return firstFrame + cutFrames - 1;
  }
}
