package bivex.core.picture;

import java.util.stream.IntStream;

/**
 * One value per pixel, row by row.
 *
 * @param width px
 * @param height px
 * @param v width × height values
 */
public record Plane(int width, int height, float[] v) {
  public Plane(int width, int height) {
    this(width, height, new float[width * height]);
  }

  /**
   * Half the size, smoothed with 1 3 3 1 so that fine detail does not turn into false coarse
   * detail; what is left over at the right and below is dropped.
   */
  public Plane half() {
    Plane out = new Plane(width / 2, height / 2);
    IntStream.range(0, 16)
        .parallel()
        .forEach(
            band -> {
              float[] sum = new float[width];
              for (int y = band * out.height / 16; y < (band + 1) * out.height / 16; y++) {
                int r0 = Math.max(0, 2 * y - 1) * width;
                int r1 = 2 * y * width;
                int r2 = r1 + width;
                int r3 = Math.min(height - 1, 2 * y + 2) * width;
                for (int x = 0; x < width; x++) {
                  sum[x] = (v[r0 + x] + v[r3 + x]) + 3 * (v[r1 + x] + v[r2 + x]);
                }
                for (int x = 0; x < out.width; x++) {
                  out.v[y * out.width + x] =
                      (sum[Math.max(0, 2 * x - 1)]
                              + sum[Math.min(width - 1, 2 * x + 2)]
                              + 3 * (sum[2 * x] + sum[2 * x + 1]))
                          / 64;
                }
              }
            });
    return out;
  }

  /**
   * Half the size again and again.
   *
   * @param by 1, 2, 4…
   */
  public Plane shrunk(int by) {
    return by == 1 ? this : half().shrunk(by / 2);
  }

  /** Smoothed with 1 2 1 across and down; the outermost pixels are left as they are. */
  public Plane smooth() {
    Plane out = new Plane(width, height, v.clone());
    IntStream.range(1, height - 1)
        .parallel()
        .forEach(
            y -> {
              for (int x = 1; x < width - 1; x++) {
                int i = y * width + x;
                out.v[i] =
                    (v[i - width - 1]
                            + v[i - width + 1]
                            + v[i + width - 1]
                            + v[i + width + 1]
                            + 2 * (v[i - width] + v[i + width] + v[i - 1] + v[i + 1])
                            + 4 * v[i])
                        / 16;
              }
            });
    return out;
  }

  /**
   * Softened by a Gaussian.
   *
   * @param sigma its standard deviation, px
   */
  public Plane blurred(double sigma) {
    int reach = (int) Math.ceil(3.5 * sigma);
    float[] k = new float[reach + 1];
    double sum = 0;
    for (int i = 0; i <= reach; i++) {
      k[i] = (float) Math.exp(-i * i / (2 * sigma * sigma));
      sum += i == 0 ? k[i] : 2 * k[i];
    }
    for (int i = 0; i <= reach; i++) {
      k[i] /= (float) sum;
    }
    return along(k, 1, 0).along(k, 0, 1);
  }

  private Plane along(float[] k, int dx, int dy) {
    Plane out = new Plane(width, height);
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < width; x++) {
                float s = k[0] * v[y * width + x];
                for (int i = 1; i < k.length; i++) {
                  int lx = Math.max(0, x - i * dx);
                  int ly = Math.max(0, y - i * dy);
                  int hx = Math.min(width - 1, x + i * dx);
                  int hy = Math.min(height - 1, y + i * dy);
                  s += k[i] * (v[ly * width + lx] + v[hy * width + hx]);
                }
                out.v[y * width + x] = s;
              }
            });
    return out;
  }

  /** Whether a place is far enough inside to be sampled. */
  public boolean inside(double x, double y) {
    return x >= 1 && y >= 1 && x < width - 2 && y < height - 2;
  }

  /**
   * Value between pixels by cubic convolution (Keys 1981, a = −0.5). The place must be {@link
   * #inside}.
   */
  public float cubic(double x, double y) {
    int ix = (int) x;
    int iy = (int) y;
    float fx = (float) (x - ix);
    float fy = (float) (y - iy);
    float x0 = ((-0.5f * fx + 1) * fx - 0.5f) * fx;
    float x1 = (1.5f * fx - 2.5f) * fx * fx + 1;
    float x2 = ((-1.5f * fx + 2) * fx + 0.5f) * fx;
    float x3 = (0.5f * fx - 0.5f) * fx * fx;
    int at = (iy - 1) * width + ix - 1;
    float a = v[at] * x0 + v[at + 1] * x1 + v[at + 2] * x2 + v[at + 3] * x3;
    at += width;
    float b = v[at] * x0 + v[at + 1] * x1 + v[at + 2] * x2 + v[at + 3] * x3;
    at += width;
    float c = v[at] * x0 + v[at + 1] * x1 + v[at + 2] * x2 + v[at + 3] * x3;
    at += width;
    float d = v[at] * x0 + v[at + 1] * x1 + v[at + 2] * x2 + v[at + 3] * x3;
    return a * (((-0.5f * fy + 1) * fy - 0.5f) * fy)
        + b * ((1.5f * fy - 2.5f) * fy * fy + 1)
        + c * (((-1.5f * fy + 2) * fy + 0.5f) * fy)
        + d * ((0.5f * fy - 0.5f) * fy * fy);
  }

  /**
   * Value between pixels, straight between neighbours; the place is from 0 to one less than the
   * last pixel.
   */
  public float straight(double x, double y) {
    int ix = (int) x;
    int iy = (int) y;
    float fx = (float) (x - ix);
    float fy = (float) (y - iy);
    int at = iy * width + ix;
    float top = v[at] + (v[at + 1] - v[at]) * fx;
    float below = v[at + width] + (v[at + width + 1] - v[at + width]) * fx;
    return top + (below - top) * fy;
  }

  /**
   * Standard deviation of the noise, from the plainest tenth of the picture: the mask of J.
   * Immerkær, "Fast Noise Variance Estimation", Computer Vision and Image Understanding 64(2),
   * 1996, which ignores slopes and straight edges.
   */
  public double noise() {
    int side = 16;
    int columns = (width - 2) / side;
    double[] seen = new double[columns * ((height - 2) / side)];
    IntStream.range(0, seen.length)
        .parallel()
        .forEach(
            k -> {
              double sum = 0;
              for (int y = k / columns * side + 1; y <= k / columns * side + side; y++) {
                for (int x = k % columns * side + 1; x <= k % columns * side + side; x++) {
                  int i = y * width + x;
                  sum +=
                      Math.abs(
                          v[i - width - 1]
                              + v[i - width + 1]
                              + v[i + width - 1]
                              + v[i + width + 1]
                              - 2 * (v[i - width] + v[i + width] + v[i - 1] + v[i + 1])
                              + 4 * v[i]);
                }
              }
              seen[k] = Math.sqrt(Math.PI / 2) * sum / (6.0 * side * side);
            });
    java.util.Arrays.sort(seen);
    return seen.length == 0 ? 0 : seen[seen.length / 10];
  }
}
