package bivex.core.plate;

import bivex.core.picture.Motion;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.List;

/**
 * What is kept and shown of a comparison: everything but the squares.
 *
 * @param moved parts of the picture that lie otherwise than the whole, largest first; null in what
 *     was kept before they were looked at
 */
public record PlateReading(
    int width,
    int height,
    boolean sure,
    String doubt,
    boolean agrees,
    Registration found,
    double uncertaintyPx,
    double worstPx,
    Double softerPx,
    Light light,
    double differs,
    List<Registering.TileShift> tiles,
    List<Motion.Other> moved,
    List<PlateComparison.Fault> faults,
    String verdict,
    String remedy,
    PlateComparison.Limits limits) {
  /** Light and colour; as in {@link LightMatch}. */
  public record Light(
      boolean measured,
      double stops,
      double red,
      double green,
      double blue,
      double mired,
      double deltaE,
      List<LightMatch.Region> regions) {}

  public static PlateReading of(PlateComparison c) {
    LightMatch l = c.light();
    return new PlateReading(
        c.width(),
        c.height(),
        c.sure(),
        c.doubt(),
        c.agrees(),
        c.found(),
        c.uncertaintyPx(),
        c.worstPx(),
        c.softerPx(),
        new Light(
            l.measured(),
            l.stops(),
            l.red(),
            l.green(),
            l.blue(),
            l.mired(),
            l.deltaE(),
            l.regions()),
        c.differs(),
        c.tiles(),
        c.motion().others(),
        c.faults(),
        c.verdict(),
        !c.sure()
            ? c.remedy()
            : c.agrees() ? "" : c.faults().isEmpty() ? c.missing() : c.faults().get(0).remedy(),
        c.limits());
  }
}
