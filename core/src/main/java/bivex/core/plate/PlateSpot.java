package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.ColorDifference;
import bivex.core.picture.ColorDifference.Lab;
import bivex.core.picture.Decoding;
import bivex.core.picture.Picture;
import java.util.List;

/**
 * One place of two plates under the magnifier: the code values as they were recorded, and how the
 * light and colour around it differ.
 *
 * @param first code values of red, green and blue at the place
 * @param firstBits that they are coded with, 8 or 16
 * @param stops light of the second against the first over the square around, stops; null when one
 *     of them is burnt out or black there
 * @param deltaE of the mean colours of the squares, ΔE00
 */
public record PlateSpot(
    int x,
    int y,
    List<Integer> first,
    int firstBits,
    List<Integer> second,
    int secondBits,
    Double stops,
    double deltaE,
    String words) {
  /** Side of the square that is averaged, px: one pixel alone is mostly noise. */
  public static final int SIDE = 9;

  private static final double DARK = 0.001;
  private static final double BURNT = 0.99;

  /**
   * A square of a plate around a place, cut off at the edges of the frame.
   *
   * @param bits 8 or 16
   * @param rgb code values, row by row, red, green and blue
   * @param middle which of its pixels the place is
   * @param decoding what its codes stand for
   */
  public record Patch(int bits, int[][] rgb, int middle, Decoding decoding) {
    public Patch {
      if (bits != 8 && bits != 16) {
        throw new InvalidInput("bits", "must be 8 or 16, were " + bits);
      }
    }

    /** Whether the square is at the end of its codes. */
    private boolean burnt() {
      double most = 0;
      for (int c = 0; c < 3; c++) {
        double sum = 0;
        for (int[] p : rgb) {
          sum += (double) p[c] / ((1 << bits) - 1) / rgb.length;
        }
        most = Math.max(most, sum);
      }
      return most > BURNT;
    }

    private double[] light() {
      float[] sum = new float[3];
      for (int[] p : rgb) {
        for (int c = 0; c < 3; c++) {
          sum[c] += decoding.light()[bits == 16 ? p[c] : p[c] * 257] / rgb.length;
        }
      }
      decoding.convert(sum);
      return new double[] {sum[0], sum[1], sum[2]};
    }

    private List<Integer> values() {
      return List.of(rgb[middle][0], rgb[middle][1], rgb[middle][2]);
    }
  }

  public static PlateSpot of(int x, int y, Patch a, Patch b) {
    double[] p = a.light();
    double[] q = b.light();
    double light = Picture.luminance(p[0], p[1], p[2]);
    double other = Picture.luminance(q[0], q[1], q[2]);
    Double stops =
        light >= DARK && other >= DARK && !a.burnt() && !b.burnt()
            ? Double.valueOf(Math.log(other / light) / Math.log(2))
            : null;
    double deltaE = ColorDifference.of(lab(p), lab(q));
    String words =
        (stops == null
                ? light < DARK || other < DARK ? "too dark for stops" : "burnt out"
                : PlateComparison.signed(stops, 2) + " stops")
            + Said.of(", ΔE %.1f over %s × %s px", deltaE, SIDE, SIDE);
    return new PlateSpot(x, y, a.values(), a.bits, b.values(), b.bits, stops, deltaE, words);
  }

  private static Lab lab(double[] rgb) {
    return ColorDifference.lab(rgb[0], rgb[1], rgb[2]);
  }
}
