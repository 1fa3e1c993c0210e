package bivex.core.optics;

import bivex.core.InvalidInput;
import java.util.Comparator;
import java.util.List;

/** How far a picture may be enlarged in post (S12). */
public final class Reframe {
  private Reframe() {}

  /**
   * Largest enlargement that still has a source pixel for each delivered pixel: the smaller ratio
   * of the two sides.
   */
  public static double punchLimit(Raster source, Raster delivery) {
    return Math.min(
        (double) source.width() / delivery.width(), (double) source.height() / delivery.height());
  }

  /** What is left of the punch limit after an enlargement; below 1 the picture is soft. */
  public static double reserve(Raster source, Raster delivery, double scale) {
    return punchLimit(source, delivery) / InvalidInput.positive("scale", scale);
  }

  /** Source pixels per delivered pixel as a percentage, at most 100. */
  public static double effectiveResolutionPercent(Raster source, Raster delivery, double scale) {
    return Math.min(1, reserve(source, delivery, scale)) * 100;
  }

  /**
   * A placement of the picture over time; between two it goes evenly.
   *
   * @param frame frame of the cut
   * @param scale enlargement, more than 0 to 20
   * @param shiftX delivered px to the right
   * @param shiftY delivered px downwards
   */
  public record Placement(double frame, double scale, double shiftX, double shiftY) {
    public Placement {
      InvalidInput.within("frame", frame, 0, 1e7);
      InvalidInput.within("scale", InvalidInput.positive("scale", scale), 0, 20);
      InvalidInput.within("shift x", shiftX, -100_000, 100_000);
      InvalidInput.within("shift y", shiftY, -100_000, 100_000);
    }

    /** Px by which an edge of the delivered frame is left uncovered; 0 when all is covered. */
    double uncovered(Raster delivery) {
      double x = Math.abs(shiftX) - (scale - 1) * delivery.width() / 2;
      double y = Math.abs(shiftY) - (scale - 1) * delivery.height() / 2;
      return Math.max(0, Math.max(x, y));
    }
  }

  /**
   * @param reserve least source pixels per delivered one
   * @param uncoveredPx most an edge shows, px
   * @param atFrame where an edge shows most
   */
  public record Worst(double reserve, double uncoveredPx, double atFrame) {}

  /**
   * The worst of several placements. What an edge shows is convex between two placements and the
   * reserve falls with the scale, so both are worst at one of them.
   */
  public static Worst worst(Raster source, Raster delivery, List<Placement> placements) {
    if (placements.isEmpty()) {
      throw new InvalidInput("placements", "need at least one");
    }
    double reserve =
        placements.stream()
            .mapToDouble(p -> reserve(source, delivery, p.scale()))
            .min()
            .orElseThrow();
    Placement at =
        placements.stream()
            .max(Comparator.comparingDouble(p -> p.uncovered(delivery)))
            .orElseThrow();
    return new Worst(reserve, at.uncovered(delivery), at.frame());
  }
}
