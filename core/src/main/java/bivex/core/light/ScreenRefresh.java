package bivex.core.light;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;

/**
 * A display that is lit line after line, or blinks from top to bottom, against the shutter (S35).
 * Each line is lit once a refresh; an exposure catches some lines once more than the others, which
 * is a brighter band. Counting of lit lines in the exposure; definition, for a display whose light
 * is short against the exposure. One that is lit without a break has no band.
 *
 * @param refreshes that every line has in an exposure, at least
 * @param bandShare share of the height that has one more, 0 to 1; 0 when none has
 * @param bandStops how much brighter it is, stops; infinite when the rest of the display is dark
 * @param travelShare how far the band moves from frame to frame, shares of the height, −0.5 to 0.5;
 *     0 stands still
 * @param safeSeconds nearest exposure that has no band and fits into the frame; 0 when none does
 */
public record ScreenRefresh(
    int refreshes, double bandShare, double bandStops, double travelShare, double safeSeconds) {
  /** A band narrower than this share of the height is not seen; common practice, no source. */
  public static final double SEEN = 0.005;

  /**
   * @param refreshHz of the display, 10 to 10 000
   * @param seconds of the exposure
   * @param rate of the camera
   */
  public static ScreenRefresh of(double refreshHz, double seconds, FrameRate rate) {
    InvalidInput.within("refreshHz", refreshHz, 10, 10_000);
    InvalidInput.positive("shutter time", seconds);
    double caught = refreshHz * seconds;
    double whole = Math.floor(caught + 1e-9);
    double share = Math.max(0, caught - whole);
    share = share < 1e-9 ? 0 : share;
    double perFrame = refreshHz / rate.fps();
    double travel = perFrame - Math.rint(perFrame);
    double frame = 1 / rate.fps();
    double k = Math.max(1, Math.rint(caught));
    double most = Math.floor(refreshHz * frame + 1e-9);
    double safe = most < 1 ? 0 : Math.min(k, most) / refreshHz;
    return new ScreenRefresh(
        (int) whole,
        share,
        share == 0
            ? 0
            : whole == 0 ? Double.POSITIVE_INFINITY : Math.log((whole + 1) / whole) / Math.log(2),
        Math.abs(travel) < 1e-9 ? 0 : travel,
        safe);
  }

  /** Whether no band is seen. */
  public boolean even() {
    return bandShare < SEEN || refreshes > 0 && bandShare > 1 - SEEN;
  }
}
