package bivex.core.plate;

import bivex.core.picture.Picture;
import bivex.core.picture.Registration;

/** Comparisons for tests and trials. */
public final class Comparisons {
  private Comparisons() {}

  /** Held to the usual limits, without anybody who waits. */
  public static PlateComparison of(Picture[] pair) {
    return PlateComparison.of(
        pair[0], pair[1], PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
  }

  /** The same comparison with another place. */
  public static PlateComparison lying(PlateComparison c, Registration where) {
    return new PlateComparison(
        c.width(),
        c.height(),
        c.sure(),
        c.doubt(),
        where,
        c.uncertaintyPx(),
        c.worstPx(),
        c.light(),
        c.lightDoubt(),
        c.softerPx(),
        c.differs(),
        c.tiles(),
        c.motion(),
        c.faults(),
        c.verdict(),
        c.limits());
  }
}
