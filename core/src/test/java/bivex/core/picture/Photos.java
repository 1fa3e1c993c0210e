package bivex.core.picture;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;

/**
 * Pairs of plates made of open-licence photographs (credits beside the files) with a known
 * difference: resampled in linear light with a sampler of its own, four samples a pixel, so that
 * nothing of what is tested is used to make the test.
 */
public final class Photos {
  public static final String[] ALL = {"seeding", "picos", "wine", "life"};
  private static final Map<String, float[][]> READ = new ConcurrentHashMap<>();
  static final Map<String, int[]> SIZE = new ConcurrentHashMap<>();

  private Photos() {}

  /**
   * What the second plate has against the first.
   *
   * @param people share of the frame that somebody covers, elsewhere and otherwise in each
   * @param noise standard deviation, of 255
   */
  public record Made(
      String photo,
      int width,
      int height,
      Registration r,
      double stops,
      double noise,
      double people,
      long seed,
      double rightStops,
      double blurPx,
      double[] tint) {
    public static Made of(String photo, int width, int height, Registration r) {
      return new Made(photo, width, height, r, 0, 2, 0.15, 1, 0, 0, new double[] {1, 1, 1});
    }

    public Made stops(double s) {
      return new Made(photo, width, height, r, s, noise, people, seed, rightStops, blurPx, tint);
    }

    public Made noise(double n) {
      return new Made(photo, width, height, r, stops, n, people, seed, rightStops, blurPx, tint);
    }

    public Made people(double p) {
      return new Made(photo, width, height, r, stops, noise, p, seed, rightStops, blurPx, tint);
    }

    public Made seed(long s) {
      return new Made(photo, width, height, r, stops, noise, people, s, rightStops, blurPx, tint);
    }

    public Made right(double s) {
      return new Made(photo, width, height, r, stops, noise, people, seed, s, blurPx, tint);
    }

    public Made blur(double b) {
      return new Made(photo, width, height, r, stops, noise, people, seed, rightStops, b, tint);
    }

    public Made tint(double red, double green, double blue) {
      return new Made(
          photo,
          width,
          height,
          r,
          stops,
          noise,
          people,
          seed,
          rightStops,
          blurPx,
          new double[] {red, green, blue});
    }

    /** Coded 8-bit values of both plates, red green blue in turn. */
    public byte[][] bytes() {
      return new byte[][] {plate(this, false), plate(this, true)};
    }

    public Picture[] pair() {
      byte[][] b = bytes();
      return new Picture[] {picture(b[0], width, height), picture(b[1], width, height)};
    }
  }

  public static Picture picture(byte[] rgb, int width, int height) {
    return Picture.of(
        width,
        height,
        (y, row) -> {
          for (int i = 0; i < row.length; i++) {
            row[i] = (rgb[y * width * 3 + i] & 0xff) * 257;
          }
        });
  }

  private static byte[] plate(Made m, boolean second) {
    float[][] src = light(m.photo);
    int[] size = SIZE.get(m.photo);
    float[][] cloth = light(m.photo.equals("picos") ? "life" : "picos");
    int[] clothSize = SIZE.get(m.photo.equals("picos") ? "life" : "picos");
    double step = Math.min((size[0] - 60.0) / m.width, (size[1] - 60.0) / m.height) * 0.96;
    double a = 1 + m.r.a();
    double b = m.r.b();
    double det = a * a + b * b;
    // Somebody stands at the left in the first plate, at the right in the second: two upright
    // ellipses.
    double area = m.people * m.width * m.height;
    double ry = Math.min(0.48 * m.height, Math.sqrt(area / Math.PI * 1.9));
    double rx = m.people == 0 ? 0 : area / Math.PI / ry;
    double cx = (second ? 0.68 : 0.27) * m.width;
    double cy = m.height - ry;
    float[][] out = new float[3][m.width * m.height];
    IntStream.range(0, m.height)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < m.width; x++) {
                int i = y * m.width + x;
                for (int s = 0; s < 4; s++) {
                  double sx = x + (s % 2 - 0.5) * 0.5;
                  double sy = y + (s / 2 - 0.5) * 0.5;
                  double u = sx - (m.width - 1) / 2.0;
                  double v = sy - (m.height - 1) / 2.0;
                  if (second) {
                    double p = u - m.r.dx();
                    double q = v - m.r.dy();
                    u = (a * p + b * q) / det;
                    v = (a * q - b * p) / det;
                  }
                  double ex = rx == 0 ? 2 : (sx - cx) / rx;
                  double ey = rx == 0 ? 2 : (sy - cy) / ry;
                  boolean person = ex * ex + ey * ey < 1;
                  float[][] from = person ? cloth : src;
                  int[] fromSize = person ? clothSize : size;
                  double px =
                      person
                          ? (sx - cx) * (second ? -1.1 : 1.1) + clothSize[0] * 0.5
                          : u * step + size[0] / 2.0;
                  double py =
                      person ? (sy - cy) * 1.1 + clothSize[1] * 0.5 : v * step + size[1] / 2.0;
                  sample(from, fromSize, px, py, person ? 0.2 : 0.25, out, i);
                }
              }
            });
    if (second && m.blurPx > 0) {
      for (int c = 0; c < 3; c++) {
        out[c] = blurred(out[c], m.width, m.height, m.blurPx);
      }
    }
    byte[] bytes = new byte[m.width * m.height * 3];
    Random random = new Random(m.seed * 31 + (second ? 1 : 0));
    for (int y = 0; y < m.height; y++) {
      for (int x = 0; x < m.width; x++) {
        double far = Math.max(0, Math.min(1, (x / (double) m.width - 0.5) / 0.3));
        double light = second ? Math.pow(2, m.stops + m.rightStops * far) : 1;
        for (int c = 0; c < 3; c++) {
          double v =
              coded(out[c][y * m.width + x] * light * (second ? m.tint[c] : 1))
                  + random.nextGaussian() * m.noise;
          bytes[(y * m.width + x) * 3 + c] = (byte) Math.max(0, Math.min(255, Math.round(v)));
        }
      }
    }
    return bytes;
  }

  static float[] blurred(float[] v, int w, int h, double sigma) {
    int r = (int) Math.ceil(4 * sigma);
    double[] k = new double[2 * r + 1];
    double sum = 0;
    for (int i = -r; i <= r; i++) {
      k[i + r] = Math.exp(-i * i / (2 * sigma * sigma));
      sum += k[i + r];
    }
    float[] t = new float[v.length];
    float[] out = new float[v.length];
    double all = sum;
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                double s = 0;
                for (int i = -r; i <= r; i++) {
                  s += k[i + r] * v[y * w + Math.max(0, Math.min(w - 1, x + i))];
                }
                t[y * w + x] = (float) (s / all);
              }
            });
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                double s = 0;
                for (int i = -r; i <= r; i++) {
                  s += k[i + r] * t[Math.max(0, Math.min(h - 1, y + i)) * w + x];
                }
                out[y * w + x] = (float) (s / all);
              }
            });
    return out;
  }

  private static final double[] CODED =
      IntStream.range(0, 20_001)
          .mapToDouble(i -> 255 * Picture.coded(i / 20_000.0 * (i / 20_000.0)))
          .toArray();

  static double coded(double linear) {
    double at = Math.sqrt(Math.max(0, Math.min(1, linear))) * 20_000;
    int i = Math.min(19_999, (int) at);
    return CODED[i] + (CODED[i + 1] - CODED[i]) * (at - i);
  }

  /** Catmull-Rom by its definition, in double. */
  static void sample(
      float[][] v, int[] size, double x, double y, double share, float[][] into, int at) {
    x = Math.max(2, Math.min(size[0] - 4, x));
    y = Math.max(2, Math.min(size[1] - 4, y));
    int ix = (int) x;
    int iy = (int) y;
    double[] wx = weights(x - ix);
    double[] wy = weights(y - iy);
    for (int c = 0; c < 3; c++) {
      double s = 0;
      for (int j = 0; j < 4; j++) {
        int row = (iy - 1 + j) * size[0] + ix - 1;
        s +=
            wy[j]
                * (wx[0] * v[c][row]
                    + wx[1] * v[c][row + 1]
                    + wx[2] * v[c][row + 2]
                    + wx[3] * v[c][row + 3]);
      }
      into[c][at] += (float) (Math.max(0, s) * share);
    }
  }

  private static double[] weights(double t) {
    return new double[] {
      (-t + 2 * t * t - t * t * t) / 2,
      (2 - 5 * t * t + 3 * t * t * t) / 2,
      (t + 4 * t * t - 3 * t * t * t) / 2,
      (-t * t + t * t * t) / 2
    };
  }

  static float[][] light(String photo) {
    return READ.computeIfAbsent(
        photo,
        name -> {
          try (InputStream in = Photos.class.getResourceAsStream("/photos/" + name + ".jpg")) {
            BufferedImage image = ImageIO.read(in);
            int w = image.getWidth();
            int h = image.getHeight();
            SIZE.put(name, new int[] {w, h});
            float[][] out = new float[3][w * h];
            for (int y = 0; y < h; y++) {
              int[] row = image.getRGB(0, y, w, 1, null, 0, w);
              for (int x = 0; x < w; x++) {
                for (int c = 0; c < 3; c++) {
                  out[c][y * w + x] =
                      (float) Picture.linear((row[x] >> (16 - 8 * c) & 0xff) / 255.0);
                }
              }
            }
            return out;
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }
}
