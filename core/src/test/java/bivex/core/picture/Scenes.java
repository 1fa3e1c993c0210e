package bivex.core.picture;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Pairs of plates of scenes in layers, each of an open-licence photograph, with moves that are no
 * similarity: cameras that slide, pan and tilt, lenses that bend, rows that are read late, walls
 * whose pattern repeats. Resampled in linear light, four samples a pixel, by maps that are written
 * from the second plate back to the first.
 */
public final class Scenes {
  private Scenes() {}

  /** Where a place of the second plate was in the first, both from the middle, px. */
  @FunctionalInterface
  public interface Back {
    double[] of(double x, double y);
  }

  /** Whether a layer is there, in the first plate: places from the middle, in widths. */
  @FunctionalInterface
  public interface Shape {
    boolean holds(double x, double y);
  }

  /** In which of the two plates a layer is. */
  public enum In {
    BOTH,
    FIRST,
    SECOND
  }

  /**
   * @param photo whose light it has; "brick" is made up and repeats
   * @param zoom px of the photograph a px
   */
  public record Layer(String photo, double zoom, Shape shape, Back back, In in) {}

  /**
   * @param layers front to back
   * @param noise standard deviation, of 255
   * @param stops light of the second, at the right by {@code right} more
   */
  public record Scene(
      int width,
      int height,
      List<Layer> layers,
      double noise,
      double blurPx,
      double stops,
      double right,
      double[] tint,
      long seed) {
    public static Scene of(int width, int height, Layer... layers) {
      return new Scene(
          width, height, List.of(layers), 2, 0, 0, 0, new double[] {1, 1, 1}, layers.length);
    }

    public Scene with(double noise, double blurPx, double stops, double right) {
      return new Scene(width, height, layers, noise, blurPx, stops, right, tint, seed);
    }

    public Scene tint(double red, double blue) {
      return new Scene(
          width, height, layers, noise, blurPx, stops, right, new double[] {red, 1, blue}, seed);
    }

    /** Somebody of a size (share of the frame) who stands elsewhere in each plate. */
    public Scene somebody(double share, String cloth) {
      double w = Math.sqrt(share * height / (double) width / 10);
      List<Layer> all = new ArrayList<>();
      for (int i = 0; i < 2; i++) {
        double x = i == 0 ? -0.24 : 0.21;
        double foot = 0.5 * height / width;
        all.add(
            new Layer(
                cloth,
                1.3,
                (u, v) -> Math.abs(u - x) < w * (v < foot - 4.6 * w ? 0.4 : 1) && v > foot - 6 * w,
                STILL,
                i == 0 ? In.FIRST : In.SECOND));
      }
      all.addAll(layers);
      return new Scene(width, height, all, noise, blurPx, stops, right, tint, seed);
    }

    public Picture[] pair() {
      return new Picture[] {
        Photos.picture(plate(this, false), width, height),
        Photos.picture(plate(this, true), width, height)
      };
    }

    /** Coded 8-bit values of both plates. */
    public byte[][] bytes() {
      return new byte[][] {plate(this, false), plate(this, true)};
    }
  }

  public static final Back STILL = (x, y) -> new double[] {x, y};
  public static final Shape ALL = (x, y) -> true;

  public static Back shift(double dx, double dy) {
    return (x, y) -> new double[] {x - dx, y - dy};
  }

  public static Back similar(Registration r) {
    double a = 1 + r.a();
    double b = r.b();
    double det = a * a + b * b;
    return (x, y) -> {
      double p = x - r.dx();
      double q = y - r.dy();
      return new double[] {(a * p + b * q) / det, (a * q - b * p) / det};
    };
  }

  /** The camera turned about its lens: rotation of the ray through each place. */
  public static Back turned(double focalPx, double panDeg, double tiltDeg) {
    double p = Math.toRadians(panDeg);
    double t = Math.toRadians(tiltDeg);
    return (x, y) -> {
      double u = x * Math.cos(p) + focalPx * Math.sin(p);
      double w = focalPx * Math.cos(p) - x * Math.sin(p);
      double v = y * Math.cos(t) + w * Math.sin(t);
      double z = w * Math.cos(t) - y * Math.sin(t);
      return new double[] {u * focalPx / z, v * focalPx / z};
    };
  }

  /** Rows read while the camera moved: px across and down from the first row to the last. */
  public static Back skewed(double across, double down, int height) {
    return (x, y) -> {
      double v = y / (1 + down / height);
      return new double[] {x - across * v / height, v};
    };
  }

  /** Another distortion: r becomes r · (1 + k · (r ÷ half the width)²). */
  public static Back bent(double k, int width) {
    double per = k / (0.25 * width * width);
    return (x, y) -> {
      double s = 1;
      for (int i = 0; i < 20; i++) {
        s = 1 / (1 + per * (x * x + y * y) * s * s);
      }
      return new double[] {x * s, y * s};
    };
  }

  /** One after the other: first the inner one happens, then the outer. */
  public static Back then(Back inner, Back outer) {
    return (x, y) -> {
      double[] p = outer.of(x, y);
      return inner.of(p[0], p[1]);
    };
  }

  /** The camera slid sideways: the ground moves the more the nearer it is, what is far stays. */
  public static Back ground(double nearPx, double farPx, double horizon, int height) {
    return (x, y) -> {
      double near = Math.max(0, (y / height - horizon) / (0.5 - horizon));
      return new double[] {x - farPx - (nearPx - farPx) * near, y};
    };
  }

  /** Largest distance of a place on the frame's edge from where it truly lies, px of the first. */
  public static double off(Registration found, Back truth, int width, int height) {
    double worst = 0;
    for (int i = 0; i < 4; i++) {
      double x = (i % 2 == 0 ? -0.5 : 0.5) * (width - 1);
      double y = (i < 2 ? -0.5 : 0.5) * (height - 1);
      double[] p = found.at(x, y);
      double[] back = truth.of(p[0], p[1]);
      worst = Math.max(worst, Math.hypot(back[0] - x, back[1] - y));
    }
    return worst;
  }

  private static byte[] plate(Scene m, boolean second) {
    int w = m.width;
    int h = m.height;
    float[][] out = new float[3][w * h];
    IntStream.range(0, h)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < w; x++) {
                for (int s = 0; s < 4; s++) {
                  double u = x + (s % 2 - 0.5) * 0.5 - (w - 1) / 2.0;
                  double v = y + (s / 2 - 0.5) * 0.5 - (h - 1) / 2.0;
                  light(m, second, u, v, out, y * w + x);
                }
              }
            });
    byte[] bytes = new byte[w * h * 3];
    Random random = new Random(m.seed * 31 + (second ? 1 : 0));
    for (int c = 0; c < 3 && second && m.blurPx > 0; c++) {
      out[c] = Photos.blurred(out[c], w, h, m.blurPx);
    }
    for (int i = 0; i < w * h; i++) {
      double far = Math.max(0, Math.min(1, (i % w / (double) w - 0.5) / 0.3));
      double light = second ? Math.pow(2, m.stops + m.right * far) : 1;
      for (int c = 0; c < 3; c++) {
        double v =
            Photos.coded(out[c][i] * light * (second ? m.tint[c] : 1))
                + random.nextGaussian() * m.noise;
        bytes[i * 3 + c] = (byte) Math.max(0, Math.min(255, Math.round(v)));
      }
    }
    return bytes;
  }

  private static void light(Scene m, boolean second, double u, double v, float[][] into, int at) {
    for (Layer l : m.layers) {
      if (l.in == (second ? In.FIRST : In.SECOND)) {
        continue;
      }
      double[] p = second ? l.back.of(u, v) : new double[] {u, v};
      if (l.shape.holds(p[0] / m.width, p[1] / m.width)) {
        if (l.photo.equals("brick")) {
          brick(p[0], p[1], l.zoom, into, at);
        } else {
          float[][] src = Photos.light(l.photo);
          int[] size = Photos.SIZE.get(l.photo);
          double px = reflect(p[0] * l.zoom + size[0] / 2.0, size[0]);
          double py = reflect(p[1] * l.zoom + size[1] / 2.0, size[1]);
          Photos.sample(src, size, px, py, 0.25, into, at);
        }
        return;
      }
    }
  }

  /** A photograph that is left at one edge comes back from there. */
  private static double reflect(double v, int size) {
    double room = size - 8.0;
    double t = Math.abs(v - 4) % (2 * room);
    return 4 + (t > room ? 2 * room - t : t);
  }

  /** Bricks in courses, without an end and without a difference. */
  private static void brick(double x, double y, double px, float[][] into, int at) {
    double course = Math.floor(y / px);
    double u = x / (2 * px) + 0.5 * (course % 2);
    double a = (u - Math.floor(u)) * 2 * px;
    double b = y - course * px;
    double edge = Math.min(Math.min(a, 2 * px - a), Math.min(b, px - b));
    double v = 0.5 + 0.5 * Math.tanh((edge - 2) / 0.8);
    into[0][at] += (float) (0.25 * (0.5 - 0.32 * v));
    into[1][at] += (float) (0.25 * (0.47 - 0.39 * v));
    into[2][at] += (float) (0.25 * (0.44 - 0.4 * v));
  }
}
