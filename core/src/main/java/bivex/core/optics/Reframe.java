package bivex.core.optics;

import bivex.core.InvalidInput;

/** How far a picture may be enlarged in post (S12). */
public final class Reframe {
  private Reframe() {}

  /** Largest enlargement that still has a source pixel for each delivered pixel: the smaller ratio of the two sides. */
  public static double punchLimit(Raster source, Raster delivery) {
    return Math.min((double) source.width() / delivery.width(), (double) source.height() / delivery.height());
  }

  /** What is left of the punch limit after an enlargement; below 1 the picture is soft. */
  public static double reserve(Raster source, Raster delivery, double scale) {
    return punchLimit(source, delivery) / InvalidInput.positive("scale", scale);
  }

  /** Source pixels per delivered pixel as a percentage, at most 100. */
  public static double effectiveResolutionPercent(Raster source, Raster delivery, double scale) {
    return Math.min(1, reserve(source, delivery, scale)) * 100;
  }
}
