package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * What the camera sees of whom in a mirror or pane (S37), from above: the lens stands at 0 and
 * looks along the depth; what is mirrored is seen where the line to its image behind the mirror
 * meets the glass. Law of reflection. Heights are not reckoned.
 *
 * @param share where in the mirror somebody is seen, from its left edge 0 to its right edge 1;
 *     outside that he is not; NaN where he is behind the mirror
 * @param focusM from the lens to his image, m: what focus is set to
 * @param selfShare where in the mirror the lens sees itself
 * @param cameraSeen some of the camera is seen
 * @param turnAwayDeg turn of the mirror next to its own at which the camera is just not seen; NaN
 *     where it is seen at any
 */
public record MirrorSight(
    double share, double focusM, double selfShare, boolean cameraSeen, double turnAwayDeg) {
  /** Whether somebody is seen in the mirror. */
  public boolean seen() {
    return share >= 0 && share <= 1;
  }

  /**
   * Where a mirror stands.
   *
   * @param aheadM its middle before the lens, m, 0.05 to 1000
   * @param acrossM its middle to the right of where the lens looks, m; below 0 to the left
   * @param widthM of it, m, 0.01 to 100
   * @param turnDeg 0 when it faces back along the depth; above 0 its right edge is the further one
   */
  public record Mirror(double aheadM, double acrossM, double widthM, double turnDeg) {
    public Mirror {
      InvalidInput.within("mirrorM", aheadM, 0.05, 1000);
      InvalidInput.within("mirrorAcrossM", acrossM, -1000, 1000);
      InvalidInput.within("mirrorWidthM", widthM, 0.01, 100);
      InvalidInput.within("mirrorTurnDeg", turnDeg, -80, 80);
    }

    /** Where the image of a point stands behind the glass, across and ahead, m. */
    public double[] image(double x, double z) {
      double a = Math.toRadians(turnDeg);
      double twice = 2 * before(x, z);
      return new double[] {x - twice * Math.sin(a), z + twice * Math.cos(a)};
    }

    /** How far a point lies before the glass, m; below 0 behind it. */
    private double before(double x, double z) {
      double a = Math.toRadians(turnDeg);
      return (x - acrossM) * Math.sin(a) - (z - aheadM) * Math.cos(a);
    }

    /** Where the foot of a point lies along the glass, from its middle to the right, m. */
    private double along(double x, double z) {
      double a = Math.toRadians(turnDeg);
      return (x - acrossM) * Math.cos(a) + (z - aheadM) * Math.sin(a);
    }
  }

  /**
   * @param mirror where it stands; the lens must be before its glass
   * @param personM somebody's distance ahead of the lens, m; below 0 behind it
   * @param personAcrossM to the right of where the lens looks, m
   * @param cameraM width of camera and operator about the lens, m, 0 to 10
   * @throws InvalidInput naming what is out of range, {@code mirrorTurnDeg} when the lens looks at
   *     its back
   */
  public static MirrorSight of(
      Mirror mirror, double personM, double personAcrossM, double cameraM) {
    InvalidInput.within("personM", personM, -1000, 1000);
    InvalidInput.within("personAcrossM", personAcrossM, -1000, 1000);
    InvalidInput.within("cameraM", cameraM, 0, 10);
    double lens = mirror.before(0, 0);
    if (lens <= 0) {
      throw new InvalidInput("mirrorTurnDeg", "turns its back to the camera");
    }
    double person = mirror.before(personAcrossM, personM);
    double own = mirror.along(0, 0);
    double theirs = mirror.along(personAcrossM, personM);
    double at = person > 0 ? own + (theirs - own) * lens / (lens + person) : Double.NaN;
    // The lens sees a point of the camera halfway between its own foot and that point's.
    double half = mirror.widthM() / 2 + cameraM / 4;
    return new MirrorSight(
        at / mirror.widthM() + 0.5,
        person > 0 ? Math.hypot(theirs - own, lens + person) : Double.NaN,
        own / mirror.widthM() + 0.5,
        Math.abs(own) < half,
        turnAway(mirror, half));
  }

  /** The foot of the lens lies half the mirror from its middle: on the one side or the other. */
  private static double turnAway(Mirror m, double half) {
    double reach = Math.hypot(m.acrossM(), m.aheadM());
    if (half >= reach) {
      return Double.NaN;
    }
    double bearing = Math.toDegrees(Math.atan2(m.acrossM(), m.aheadM()));
    double off = Math.toDegrees(Math.asin(half / reach));
    double one = off - bearing;
    double other = -off - bearing;
    return Math.abs(one - m.turnDeg()) <= Math.abs(other - m.turnDeg()) ? one : other;
  }
}
