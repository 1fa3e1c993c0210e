package bivex.core.picture;

import bivex.core.InvalidInput;
import java.util.stream.IntStream;

/**
 * A still in the form it is measured in: brightness of every pixel as it is coded, and linear light
 * of red, green and blue, from 1280 px of width on at half its size. Coded values are taken to be
 * sRGB (IEC 61966-2-1).
 *
 * @param luma coded brightness, 0 to 1: the weights of ITU-R BT.709 on coded values
 * @param scale how many pixels a side one value of linear light stands for, 1 or 2
 * @param red linear light, 0 to 1, means of {@code scale}² pixels; green and blue alike
 * @param clipped per value of linear light, whether one of its pixels has a channel at its end
 */
public record Picture(
    Plane luma, int scale, Plane red, Plane green, Plane blue, boolean[] clipped) {
  /** Narrower pictures hold too little to be measured to a part of a pixel. */
  public static final int LEAST_WIDTH = 320;

  /** More than DCI 4K with room for overscan is not held in memory. */
  public static final long MOST_PIXELS = 16_000_000;

  private static final int HALF_FROM = 1280;

  /** Coded values at or above this, of 65535, hold no more than that the place was too bright. */
  private static final int WHITE = 63_500;

  private static final float[] LINEAR = new float[65_536];

  static {
    for (int i = 0; i < LINEAR.length; i++) {
      LINEAR[i] = (float) linear(i / 65_535.0);
    }
  }

  /** Fills rows of coded 16-bit values. */
  @FunctionalInterface
  public interface Rows {
    /**
     * @param y row from the top
     * @param rgb width × 3 values to fill, red green blue in turn, 0 to 65535
     */
    void read(int y, int[] rgb);
  }

  /**
   * @param rows asked for every row once, from several threads at a time
   * @throws InvalidInput naming {@code picture} when it is too small or too large
   */
  public static Picture of(int width, int height, Rows rows) {
    mustBeMeasurable(width, height);
    Plane luma = new Plane(width, height);
    int scale = width >= HALF_FROM ? 2 : 1;
    int w = width / scale;
    int h = height / scale;
    Plane red = new Plane(w, h);
    Plane green = new Plane(w, h);
    Plane blue = new Plane(w, h);
    boolean[] clipped = new boolean[w * h];
    float share = 1f / (scale * scale);
    IntStream.range(0, (height + scale - 1) / scale)
        .parallel()
        .forEach(
            band -> {
              int[] rgb = new int[width * 3];
              for (int y = band * scale; y < Math.min(height, (band + 1) * scale); y++) {
                rows.read(y, rgb);
                for (int x = 0, i = 0; x < width; x++, i += 3) {
                  luma.v()[y * width + x] =
                      (0.2126f * rgb[i] + 0.7152f * rgb[i + 1] + 0.0722f * rgb[i + 2]) / 65_535f;
                  if (band < h && x / scale < w) {
                    int at = band * w + x / scale;
                    red.v()[at] += LINEAR[rgb[i]] * share;
                    green.v()[at] += LINEAR[rgb[i + 1]] * share;
                    blue.v()[at] += LINEAR[rgb[i + 2]] * share;
                    clipped[at] |= Math.max(rgb[i], Math.max(rgb[i + 1], rgb[i + 2])) >= WHITE;
                  }
                }
              }
            });
    return new Picture(luma, scale, red, green, blue, clipped);
  }

  /**
   * @throws InvalidInput naming {@code picture} when a size cannot be measured
   */
  public static void mustBeMeasurable(int width, int height) {
    if (width < LEAST_WIDTH || height < LEAST_WIDTH / 2) {
      throw new InvalidInput(
          "picture",
          "is "
              + width
              + " × "
              + height
              + " px; at least "
              + LEAST_WIDTH
              + " × "
              + LEAST_WIDTH / 2
              + " are needed to measure");
    }
    if ((long) width * height > MOST_PIXELS) {
      throw new InvalidInput(
          "picture",
          "is "
              + width
              + " × "
              + height
              + " px; at most "
              + MOST_PIXELS / 1_000_000
              + " megapixels are measured");
    }
  }

  public int width() {
    return luma.width();
  }

  public int height() {
    return luma.height();
  }

  /** Linear light of a coded sRGB value, both 0 to 1. */
  public static double linear(double coded) {
    return coded <= 0.04045 ? coded / 12.92 : Math.pow((coded + 0.055) / 1.055, 2.4);
  }

  /** Luminance of linear light with the primaries of ITU-R BT.709. */
  public static double luminance(double red, double green, double blue) {
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
  }

  /** Coded sRGB value of linear light, both 0 to 1. */
  public static double coded(double linear) {
    return linear <= 0.0031308 ? linear * 12.92 : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
  }
}
