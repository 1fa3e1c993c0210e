package bivex.core.shoot;

/** What must agree between the plates of a match set. */
public enum MatchRule {
  /**
   * Every camera property the same: lens, focal length, aperture, shutter, ISO, white balance,
   * focus, raster, rate, height, tilt, distance.
   */
  SAME,
  /** Focus, exposure and white balance never automatic. */
  MANUAL,
  /** Camera not touched between the plates: power, card, record button, legs. */
  HELD,
  /** The light does not change. */
  LIGHT
}
