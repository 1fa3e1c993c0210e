package bivex.core.picture;

import bivex.core.InvalidInput;
import java.util.stream.IntStream;

/**
 * A still in the form it is measured in: brightness of every pixel in one working code, whatever
 * the picture's own, and linear light of red, green and blue of BT.709, from 1280 px of width on at
 * half its size. The working code is that of sRGB (IEC 61966-2-1) up to 1; above, where pictures
 * made to be graded and OpenEXR hold more than white, a logarithm that goes on from it.
 *
 * @param luma brightness in the working code, 0 to 1, above 1 brighter than white: the weights of
 *     ITU-R BT.709 on the three channels, each coded
 * @param scale how many pixels a side one value of linear light stands for, 1 or 2
 * @param red linear light, 1 is white; means of {@code scale}² pixels; green and blue alike
 * @param clipped per value of linear light, whether one of its pixels has a channel at its end
 * @param levels how far its codes reach; null where it has none, as OpenEXR
 */
public record Picture(
    Plane luma, int scale, Plane red, Plane green, Plane blue, boolean[] clipped, Levels levels) {
  /** Narrower pictures hold too little to be measured to a part of a pixel. */
  public static final int LEAST_WIDTH = 320;

  /** More than DCI 4K with room for overscan is not held in memory. */
  public static final long MOST_PIXELS = 16_000_000;

  private static final int HALF_FROM = 1280;

  /** Coded values at or above this, of 65535, hold no more than that the place was too bright. */
  private static final int WHITE = 63_500;

  /** Codes of a log picture this high, of 65535, may be its end when many are alike. */
  private static final int PILE_FROM = 50_000;

  /** Codes that are alike at the end of a log picture, and the share of pixels that says so. */
  private static final int PILE_CODES = 262;

  private static final double PILE_SHARE = 0.001;

  /** Slope of the working code against the logarithm of light, at 1. */
  private static final double ABOVE = 1.055 / 2.4;

  /** Fills rows of coded 16-bit values. */
  @FunctionalInterface
  public interface Rows {
    /**
     * @param y row from the top
     * @param rgb width × 3 values to fill, red green blue in turn, 0 to 65535
     */
    void read(int y, int[] rgb);
  }

  /** Fills rows of linear light. */
  @FunctionalInterface
  public interface LightRows {
    /**
     * @param y row from the top
     * @param rgb width × 3 values to fill, red green blue in turn; 1 is white
     */
    void read(int y, float[] rgb);
  }

  /** Of sRGB. */
  public static Picture of(int width, int height, Rows rows) {
    return of(width, height, Decoding.SRGB, rows);
  }

  /**
   * @param rows asked for every row once, from several threads at a time
   * @throws InvalidInput naming {@code picture} when it is too small or too large
   */
  public static Picture of(int width, int height, Decoding decoding, Rows rows) {
    mustBeMeasurable(width, height);
    Filling f = new Filling(width, height);
    char[] most = new char[f.clipped.length];
    long[] counts = new long[Levels.BINS];
    f.bands(
        (y0, y1) -> {
          int[] rgb = new int[width * 3];
          int[] seen = new int[Levels.BINS];
          for (int y = y0; y < y1; y++) {
            rows.read(y, rgb);
            for (int x = 0, i = 0; x < width; x++, i += 3) {
              int r = rgb[i];
              int g = rgb[i + 1];
              int b = rgb[i + 2];
              int top = Math.max(r, Math.max(g, b));
              seen[(int) ((0.2126f * r + 0.7152f * g + 0.0722f * b) * Levels.BINS / 65_536f)]++;
              int at = f.put(x, y, decoding.code(), decoding.light(), r, g, b);
              if (at >= 0) {
                most[at] = (char) Math.max(most[at], top);
              }
            }
          }
          synchronized (counts) {
            for (int i = 0; i < counts.length; i++) {
              counts[i] += seen[i];
            }
          }
        });
    f.convert(decoding);
    int white = decoding.pile() ? Math.min(WHITE, pile(most)) : WHITE;
    for (int i = 0; i < most.length; i++) {
      f.clipped[i] = most[i] >= white;
    }
    return f.done(Levels.of(counts));
  }

  /** The code from which a log picture is at its end: where many of its brightest are alike. */
  private static int pile(char[] most) {
    int top = 0;
    for (char c : most) {
      top = Math.max(top, c);
    }
    int from = Math.max(PILE_FROM, top - PILE_CODES);
    int alike = 0;
    for (char c : most) {
      alike += c >= from ? 1 : 0;
    }
    return alike > PILE_SHARE * most.length ? from : Integer.MAX_VALUE;
  }

  /**
   * Of a picture that holds light itself; nothing of it is clipped.
   *
   * @param gamut its red, green and blue
   * @param rows asked for every row once, from several threads at a time
   * @throws InvalidInput naming {@code picture} when it is too small or too large
   */
  public static Picture ofLight(int width, int height, Gamut gamut, LightRows rows) {
    mustBeMeasurable(width, height);
    Filling f = new Filling(width, height);
    f.bands(
        (y0, y1) -> {
          float[] rgb = new float[width * 3];
          for (int y = y0; y < y1; y++) {
            rows.read(y, rgb);
            for (int x = 0, i = 0; x < width; x++, i += 3) {
              f.put(x, y, finite(rgb[i]), finite(rgb[i + 1]), finite(rgb[i + 2]));
            }
          }
        });
    f.convert(Decoding.of(Curve.LINEAR, gamut));
    return f.done(null);
  }

  /** Not-a-number and endless values of a damaged or strange file count as black and as bright. */
  private static float finite(float v) {
    return v > 0 ? Math.min(v, 60_000) : 0;
  }

  /** The planes of a picture while they are filled, in bands from several threads. */
  private static final class Filling {
    private final Plane luma;
    private final int scale;
    private final Plane red;
    private final Plane green;
    private final Plane blue;
    private final boolean[] clipped;
    private final float share;

    /** Work on rows from the first to before the last. */
    interface Band {
      void fill(int from, int to);
    }

    Filling(int width, int height) {
      luma = new Plane(width, height);
      scale = width >= HALF_FROM ? 2 : 1;
      red = new Plane(width / scale, height / scale);
      green = new Plane(width / scale, height / scale);
      blue = new Plane(width / scale, height / scale);
      clipped = new boolean[red.v().length];
      share = 1f / (scale * scale);
    }

    /** Bands hold whole values of linear light, so that no two threads write to one. */
    void bands(Band work) {
      int rows = 16 * scale;
      int height = luma.height();
      IntStream.range(0, (height + rows - 1) / rows)
          .parallel()
          .forEach(i -> work.fill(i * rows, Math.min(height, (i + 1) * rows)));
    }

    int put(int x, int y, float[] code, float[] light, int r, int g, int b) {
      luma.v()[y * luma.width() + x] = 0.2126f * code[r] + 0.7152f * code[g] + 0.0722f * code[b];
      return add(x, y, light[r], light[g], light[b]);
    }

    void put(int x, int y, float r, float g, float b) {
      luma.v()[y * luma.width() + x] =
          (float) (0.2126 * coded(r) + 0.7152 * coded(g) + 0.0722 * coded(b));
      add(x, y, r, g, b);
    }

    /** Where its light went; −1 for what is left over at the right and below. */
    private int add(int x, int y, float r, float g, float b) {
      if (x / scale >= red.width() || y / scale >= red.height()) {
        return -1;
      }
      int at = y / scale * red.width() + x / scale;
      red.v()[at] += r * share;
      green.v()[at] += g * share;
      blue.v()[at] += b * share;
      return at;
    }

    void convert(Decoding d) {
      if (d.toBt709() == null) {
        return;
      }
      IntStream.range(0, red.height())
          .parallel()
          .forEach(
              y -> {
                float[] v = new float[3];
                for (int i = y * red.width(); i < (y + 1) * red.width(); i++) {
                  v[0] = red.v()[i];
                  v[1] = green.v()[i];
                  v[2] = blue.v()[i];
                  d.convert(v);
                  red.v()[i] = v[0];
                  green.v()[i] = v[1];
                  blue.v()[i] = v[2];
                }
              });
    }

    Picture done(Levels levels) {
      return new Picture(luma, scale, red, green, blue, clipped, levels);
    }
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

  /** Linear light of a value in the working code. */
  public static double linear(double coded) {
    return coded <= 1 ? Curve.SRGB.light(coded) : Math.exp((coded - 1) / ABOVE);
  }

  /** Luminance of linear light with the primaries of ITU-R BT.709. */
  public static double luminance(double red, double green, double blue) {
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
  }

  /** Value in the working code of linear light. */
  public static double coded(double linear) {
    return linear <= 0.0031308
        ? linear * 12.92
        : linear <= 1 ? 1.055 * Math.pow(linear, 1 / 2.4) - 0.055 : 1 + ABOVE * Math.log(linear);
  }
}
