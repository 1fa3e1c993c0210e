package bivex.core.review;

import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/**
 * What was read from the file of a version.
 *
 * @param raster picture size
 * @param rate null for a still
 * @param frames 1 for a still
 * @param clip what its time stamps and tags say; null for a still, and where it was not read
 */
public record VersionFacts(Raster raster, FrameRate rate, int frames, ClipFacts clip) {
  /** Of a still, or of a clip whose time stamps and tags were not read. */
  public VersionFacts(Raster raster, FrameRate rate, int frames) {
    this(raster, rate, frames, null);
  }

  /**
   * One fact against what is wanted.
   *
   * @param agrees also where nothing is asked
   * @param remedy empty when it agrees
   * @param asked whether anything is wanted of it, and could be told; else it is only said
   */
  public record FactCheck(
      String label, String wanted, String found, boolean agrees, String remedy, boolean asked) {
    public FactCheck(String label, String wanted, String found, boolean agrees, String remedy) {
      this(label, wanted, found, agrees, remedy, true);
    }
  }

  /** Whether it is a still. */
  public boolean still() {
    return rate == null;
  }

  /**
   * Number of the file's first frame: that of the cut, less the handles when they are in the file.
   */
  public int firstFrame(int cutFirst, int cutFrames, int handles) {
    return frames == cutFrames + 2 * handles ? cutFirst - handles : cutFirst;
  }

  /**
   * Compares with what the shot or a delivery wants.
   *
   * @param cutFrames length of the cut
   * @param handles frames before and after that may (shot) or must (delivery) be there
   * @param handlesMust whether the handles are demanded
   */
  public List<FactCheck> against(
      Raster wantedRaster, FrameRate wantedRate, int cutFrames, int handles, boolean handlesMust) {
    List<FactCheck> out = new ArrayList<>();
    out.add(
        new FactCheck(
            "Raster",
            wantedRaster.text(),
            raster.text(),
            raster.equals(wantedRaster),
            "Render again at " + wantedRaster.text() + "."));
    if (still()) {
      out.add(
          new FactCheck(
              "Clip",
              "moving picture",
              "still",
              !handlesMust,
              "A still can be reviewed but not delivered."));
    } else {
      out.add(
          new FactCheck(
              "Rate",
              wantedRate.name() + " fps",
              rate.name() + " fps",
              rate.equals(wantedRate),
              slip(wantedRate)));
      int full = cutFrames + 2 * handles;
      boolean length = frames == full || !handlesMust && frames == cutFrames;
      out.add(
          new FactCheck(
              "Length",
              handlesMust
                  ? full + " frames (cut " + cutFrames + " and " + handles + " each side)"
                  : cutFrames + " frames" + (handles > 0 ? ", or " + full + " with handles" : ""),
              frames + " frames",
              length,
              "Render the range again: it is "
                  + Math.abs(frames - full)
                  + " frames too "
                  + (frames > full ? "long" : "short")
                  + " for cut and handles."));
      if (clip != null) {
        out.addAll(clip.against(rate, frames));
      }
    }
    return out.stream()
        .map(
            c ->
                c.agrees()
                    ? new FactCheck(c.label(), c.wanted(), c.found(), true, "", c.asked())
                    : c)
        .toList();
  }

  private String slip(FrameRate wanted) {
    double seconds = wanted.seconds(frames) - rate.seconds(frames);
    return String.format(
        java.util.Locale.ROOT,
        "Export again at %s fps; read at the wrong rate it slips %.2f s over its length.",
        wanted.name(),
        Math.abs(seconds));
  }
}
