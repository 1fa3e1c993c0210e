package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * Picture size in pixels.
 *
 * @param width 16 to 32 768
 * @param height 16 to 32 768
 */
public record Raster(int width, int height) {
  public static final Raster HD = new Raster(1920, 1080);
  public static final Raster UHD = new Raster(3840, 2160);

  public Raster {
    InvalidInput.within("raster width", (long) width, 16, 32_768);
    InvalidInput.within("raster height", (long) height, 16, 32_768);
  }

  /** "3840 × 2160". */
  public String text() {
    return width + " × " + height;
  }

  /** Width over height. */
  public double aspect() {
    return (double) width / height;
  }
}
