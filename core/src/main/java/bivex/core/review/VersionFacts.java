package bivex.core.review;

import bivex.core.optics.Raster;
import bivex.core.time.FrameRange;
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
   * What a version is held against.
   *
   * @param cut numbers of the frames of the cut
   * @param handles frames before and after that may (shot) or must (delivery) be there
   * @param must whether the handles are demanded, no more and no less
   */
  public record Wanted(Raster raster, FrameRate rate, FrameRange cut, int handles, boolean must) {}

  /**
   * Compares with what the shot or a delivery wants.
   *
   * @param place numbers of its frames
   */
  public List<FactCheck> against(FramePlace place, Wanted wanted) {
    List<FactCheck> out = new ArrayList<>();
    out.add(
        new FactCheck(
            "Raster",
            wanted.raster().text(),
            raster.text(),
            raster.equals(wanted.raster()),
            "Render again at " + wanted.raster().text() + "."));
    if (still()) {
      out.add(
          new FactCheck(
              "Clip",
              "moving picture",
              "still",
              !wanted.must(),
              "A still can be reviewed but not delivered."));
    } else {
      out.add(
          new FactCheck(
              "Rate",
              wanted.rate().name() + " fps",
              rate.name() + " fps",
              rate.equals(wanted.rate()),
              slip(wanted.rate())));
      out.add(length(place, wanted));
      if (!place.same()) {
        out.add(
            new FactCheck(
                "Plates",
                "those of the cut",
                "of another take or speed",
                false,
                "It was made before another take or speed was taken over: make it on that one."));
      }
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

  private FactCheck length(FramePlace place, Wanted w) {
    FrameRange cut = w.cut();
    FrameRange full = cut.wider(w.handles());
    String wanted =
        w.must()
            ? full.frames() + " frames (cut " + cut.frames() + " and " + w.handles() + " each side)"
            : cut.frames()
                + " frames"
                + (w.handles() > 0 ? ", or " + full.frames() + " with handles" : "");
    FrameRange there = place.range(frames);
    int head = cut.before(there);
    int tail = cut.after(there);
    if (!place.sure()) {
      int off = frames - full.frames();
      boolean agrees = off == 0 || !w.must() && frames == cut.frames();
      return new FactCheck(
          "Length",
          wanted,
          frames + " frames",
          agrees,
          "Say the number of its first frame, or render the range again: it is "
              + Math.abs(off)
              + " frames too "
              + (off > 0 ? "long" : "short")
              + " for cut and handles.");
    }
    boolean agrees = w.must() ? head == w.handles() && tail == w.handles() : head >= 0 && tail >= 0;
    String found = frames + " frames";
    if (head != tail || head < 0 || head > w.handles()) {
      found += ", " + side(head, "before the cut") + " and " + side(tail, "after it");
    }
    return new FactCheck("Length", wanted, found, agrees, lengthRemedy(head, tail, w, full));
  }

  private static String side(int frames, String where) {
    return frames < 0 ? -frames + " short" : frames + " " + where;
  }

  private static String lengthRemedy(int head, int tail, Wanted w, FrameRange full) {
    int least = w.must() ? w.handles() : 0;
    List<String> out = new ArrayList<>();
    if (head < least) {
      out.add(least - head + " frames are missing at the head");
    }
    if (tail < least) {
      out.add(least - tail + " frames are missing at the tail");
    }
    if (!out.isEmpty()) {
      return "Render " + full.said() + ": " + String.join(", ", out) + ".";
    }
    if (head > least) {
      out.add(head - least + " at the head");
    }
    if (tail > least) {
      out.add(tail - least + " at the tail");
    }
    return "Trim it to " + full.said() + ": " + String.join(" and ", out) + " too many.";
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
