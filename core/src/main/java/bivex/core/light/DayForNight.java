package bivex.core.light;

import bivex.core.InvalidInput;
import bivex.core.optics.Exposure;

/**
 * A day that is to be read as a night (S36): the density that puts daylight so many stops under,
 * and what a lamp in the frame adds to it. Exposure by the incident-light relation of ISO 2720,
 * N²/t = E·S/C; ratios of light as stops; definition.
 *
 * @param ndStops density that brings the light so far under; below 0 the setting is too dark by
 *     that much
 * @param lampStops what the lamp lights stands over the daylight beside it, stops
 * @param neededLux light of a lamp for the stops it is wanted over
 */
public record DayForNight(double ndStops, double lampStops, double neededLux) {
  /** Calibration constant of ISO 2720 for incident light, lx·s; 240 to 400, value from memory. */
  public static final double CALIBRATION = 250;

  /**
   * @param dayLux light on the set, lx, above 0
   * @param underStops how far under a normal exposure it is taken, 0 to 10
   * @param lampLux light of the lamp where it falls, lx, from 0
   * @param lampOver stops it is wanted over what it does not reach, 0 to 10
   * @param fNumber of the lens
   * @param seconds of exposure
   * @param iso of the camera
   * @throws InvalidInput naming what is out of range
   */
  public static DayForNight of(
      double dayLux,
      double underStops,
      double lampLux,
      double lampOver,
      double fNumber,
      double seconds,
      double iso) {
    InvalidInput.within("dayLux", dayLux, 0.01, 1e6);
    InvalidInput.within("underStops", underStops, 0, 10);
    InvalidInput.within("lampLux", lampLux, 0, 1e6);
    InvalidInput.within("lampOver", lampOver, 0, 10);
    InvalidInput.positive("iso", iso);
    double light = Math.log(dayLux * iso / CALIBRATION) / Math.log(2);
    return new DayForNight(
        light - Exposure.ev(fNumber, seconds) + underStops,
        Math.log1p(lampLux / dayLux) / Math.log(2),
        dayLux * (Math.pow(2, lampOver) - 1));
  }
}
