package bivex.core.review;

import bivex.core.picture.Picture;
import bivex.core.picture.Plane;

/**
 * A frame as the mean values of squares, and how far another is from it.
 *
 * @param columns of squares
 * @param rows of them
 * @param code mean brightness of each, in the working code
 * @param light mean linear light of each, red, green and blue in turn
 * @param rough mean distance of a pixel from the mean of its square, over the frame
 */
record FrameGrid(int columns, int rows, float[] code, float[] light, double rough) {
  /** Squares across: fine enough to tell a third of a tenth of the field. */
  static final int COLUMNS = 24;

  /** Cells of a square across and down. */
  private static final int CELLS = 4;

  /** Working code by the root of the light, which spreads the dark as the code does. */
  private static final float[] CODE = new float[2048];

  static {
    for (int i = 0; i < CODE.length; i++) {
      double root = (double) i / (CODE.length - 1);
      CODE[i] = (float) Picture.coded(root * root);
    }
  }

  static FrameGrid of(Picture p) {
    int rows = rows(p);
    float[] code = new float[COLUMNS * rows];
    float[] light = new float[3 * code.length];
    int[] n = new int[code.length];
    Plane luma = p.luma();
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        int b = square(p, rows, x, y);
        n[b]++;
        code[b] += luma.v()[y * p.width() + x];
      }
    }
    for (int b = 0; b < code.length; b++) {
      code[b] /= Math.max(1, n[b]);
    }
    double rough = 0;
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        rough += Math.abs(luma.v()[y * p.width() + x] - code[square(p, rows, x, y)]);
      }
    }
    int[] m = new int[code.length];
    for (int y = 0; y < p.red().height(); y++) {
      for (int x = 0; x < p.red().width(); x++) {
        int b = square(p, rows, x * p.scale(), y * p.scale());
        int i = y * p.red().width() + x;
        m[b]++;
        light[3 * b] += p.red().v()[i];
        light[3 * b + 1] += p.green().v()[i];
        light[3 * b + 2] += p.blue().v()[i];
      }
    }
    for (int i = 0; i < light.length; i++) {
      light[i] /= Math.max(1, m[i / 3]);
    }
    return new FrameGrid(
        COLUMNS, rows, code, light, rough / ((double) p.width() * Math.max(1, p.height())));
  }

  private static int rows(Picture p) {
    return Math.max(3, (int) Math.round((double) COLUMNS * p.height() / p.width()));
  }

  private static int square(Picture p, int rows, int x, int y) {
    return Math.min(rows - 1, y * rows / p.height()) * COLUMNS
        + Math.min(COLUMNS - 1, x * COLUMNS / p.width());
  }

  /** Mean distance in brightness of the pixels of two frames of one size, for each square. */
  static float[] apart(Picture a, Picture b) {
    int rows = rows(a);
    float[] sum = new float[COLUMNS * rows];
    int[] n = new int[sum.length];
    for (int y = 0; y < a.height(); y++) {
      for (int x = 0; x < a.width(); x++) {
        int s = square(a, rows, x, y);
        int i = y * a.width() + x;
        n[s]++;
        sum[s] += Math.abs(a.luma().v()[i] - b.luma().v()[i]);
      }
    }
    for (int i = 0; i < sum.length; i++) {
      sum[i] /= Math.max(1, n[i]);
    }
    return sum;
  }

  /**
   * How far two frames of one size are apart. Colour counts half: files keep it more coarsely than
   * brightness.
   *
   * @param shift of the mean of each square: what two codings of one picture keep
   * @param detail mean over the cells of each square of how far they are apart: what they do not
   * @param most the larger of the two, of the channel where it is most, with full weight
   */
  record Apart(float[] shift, float[] detail, float[] most) {
    /** Brightness, red, green and blue. */
    private static final int CHANNELS = 4;

    static Apart of(Picture a, Picture b) {
      int rows = rows(a);
      int across = COLUMNS * CELLS;
      Plane[] of = {a.luma(), a.red(), a.green(), a.blue()};
      Plane[] with = {b.luma(), b.red(), b.green(), b.blue()};
      float[] mean = new float[CHANNELS * across * rows * CELLS];
      for (int c = 0; c < CHANNELS; c++) {
        int w = of[c].width();
        int h = of[c].height();
        int[] n = new int[across * rows * CELLS];
        for (int y = 0; y < h; y++) {
          for (int x = 0; x < w; x++) {
            int cell = y * rows * CELLS / h * across + x * across / w;
            float v = of[c].v()[y * w + x];
            float u = with[c].v()[y * w + x];
            n[cell]++;
            mean[CHANNELS * cell + c] += c == 0 ? v - u : coded(v) - coded(u);
          }
        }
        for (int cell = 0; cell < n.length; cell++) {
          mean[CHANNELS * cell + c] /= Math.max(1, n[cell]);
        }
      }
      int squares = COLUMNS * rows;
      Apart out = new Apart(new float[squares], new float[squares], new float[squares]);
      for (int s = 0; s < squares; s++) {
        out.square(s, mean);
      }
      return out;
    }

    private void square(int s, float[] cells) {
      int across = COLUMNS * CELLS;
      int from = s / COLUMNS * CELLS * across + s % COLUMNS * CELLS;
      for (int c = 0; c < CHANNELS; c++) {
        float mean = 0;
        float apart = 0;
        for (int i = 0; i < CELLS * CELLS; i++) {
          float d = cells[CHANNELS * (from + i / CELLS * across + i % CELLS) + c];
          mean += d / (CELLS * CELLS);
          apart += Math.abs(d) / (CELLS * CELLS);
        }
        float weight = c == 0 ? 1 : 0.5f;
        shift[s] = Math.max(shift[s], weight * Math.abs(mean));
        detail[s] = Math.max(detail[s], weight * apart);
        most[s] = Math.max(most[s], apart);
      }
    }
  }

  private static float coded(float light) {
    return CODE[(int) Math.round(Math.sqrt(Math.max(0, Math.min(1, light))) * (CODE.length - 1))];
  }

  /** Mean distance in brightness of the squares of two frames. */
  double from(FrameGrid other) {
    double sum = 0;
    for (int s = 0; s < code.length; s++) {
      sum += Math.abs(code[s] - other.code[s]);
    }
    return sum / code.length;
  }

  /** Relative luminance of a square. */
  double luminance(int square) {
    return Math.min(
        1, Picture.luminance(light[3 * square], light[3 * square + 1], light[3 * square + 2]));
  }

  static double mean(float[] v) {
    double sum = 0;
    for (float x : v) {
      sum += x;
    }
    return sum / v.length;
  }

  static double least(float[] v) {
    double out = Double.MAX_VALUE;
    for (float x : v) {
      out = Math.min(out, x);
    }
    return out;
  }

  static double most(float[] v) {
    double out = 0;
    for (float x : v) {
      out = Math.max(out, x);
    }
    return out;
  }
}
