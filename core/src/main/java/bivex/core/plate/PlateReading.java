package bivex.core.plate;

import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.List;

/** What is kept and shown of a comparison: everything but the squares. */
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
        c.faults(),
        c.verdict(),
        !c.sure()
            ? "shoot a chart, or a still with the lights on, and lay that over"
            : c.agrees()
                ? ""
                : c.faults().isEmpty()
                    ? "shoot a still with a grey card in it, and lay that over"
                    : c.faults().get(0).remedy(),
        c.limits());
  }
}
