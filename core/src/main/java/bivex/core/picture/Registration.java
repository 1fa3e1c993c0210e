package bivex.core.picture;

import java.util.Arrays;

/**
 * How a picture lies on another: a place at (x, y) from the middle of the first is found in the
 * second at the place turned, scaled and shifted, and bent where a similarity is not all. All in
 * pixels of the whole picture, x to the right, y down.
 *
 * @param dx shift to the right, px
 * @param dy shift down, px
 * @param degrees turn, clockwise on the screen
 * @param scale size of the second against the first
 * @param bend what turns, sizes and shifts do not tell; null when there is nothing of the kind
 */
public record Registration(double dx, double dy, double degrees, double scale, Bend bend) {
  public static final Registration NONE = new Registration(0, 0, 0, 1);

  /** A similarity. */
  public Registration(double dx, double dy, double degrees, double scale) {
    this(dx, dy, degrees, scale, null);
  }

  /**
   * Beside a similarity. With (u, v) the place turned, scaled and shifted: first {@code u + skewX ·
   * y} and {@code v + skewY · y}, both divided by {@code 1 + tiltX · x + tiltY · y}, then drawn
   * away from the middle by {@code 1 + barrel · r²}.
   *
   * @param skewX px across for each px down: rows that were read while the camera moved
   * @param skewY px down for each px down
   * @param tiltX per px: perspective of a camera that panned
   * @param tiltY per px: of one that tilted
   * @param barrel per px²: another distortion of the lens
   */
  public record Bend(double skewX, double skewY, double tiltX, double tiltY, double barrel) {}

  /** From s·cos − 1 and s·sin. */
  static Registration of(double a, double b, double dx, double dy) {
    return new Registration(dx, dy, Math.toDegrees(Math.atan2(b, 1 + a)), Math.hypot(1 + a, b));
  }

  /** From s·cos − 1, s·sin, both shifts, and what bends. */
  static Registration of(double[] p) {
    Registration r = of(p[0], p[1], p[2], p[3]);
    return p[4] == 0 && p[5] == 0 && p[6] == 0 && p[7] == 0 && p[8] == 0
        ? r
        : new Registration(r.dx, r.dy, r.degrees, r.scale, new Bend(p[4], p[5], p[6], p[7], p[8]));
  }

  /** s·cos − 1. */
  double a() {
    return scale * Math.cos(Math.toRadians(degrees)) - 1;
  }

  /** s·sin. */
  double b() {
    return scale * Math.sin(Math.toRadians(degrees));
  }

  /** Where a place from the middle of the first lies in the second, from its middle. */
  public double[] at(double x, double y) {
    Mapping m = mapping();
    return new double[] {m.x(x, y), m.y(x, y)};
  }

  /** The same as a map that is cheap to ask for every pixel. */
  public Mapping mapping() {
    return new Mapping(1 + a(), b(), dx, dy, bend);
  }

  /** A place (x, y) goes to (a·x − b·y + dx, b·x + a·y + dy), and is bent. */
  public record Mapping(double a, double b, double dx, double dy, Bend bend) {
    public double x(double x, double y) {
      double u = a * x - b * y + dx;
      if (bend == null) {
        return u;
      }
      double w = 1 + bend.tiltX * x + bend.tiltY * y;
      u = (u + bend.skewX * y) / w;
      double v = (b * x + a * y + dy + bend.skewY * y) / w;
      return u * (1 + bend.barrel * (u * u + v * v));
    }

    public double y(double x, double y) {
      double v = b * x + a * y + dy;
      if (bend == null) {
        return v;
      }
      double w = 1 + bend.tiltX * x + bend.tiltY * y;
      v = (v + bend.skewY * y) / w;
      double u = (a * x - b * y + dx + bend.skewX * y) / w;
      return v * (1 + bend.barrel * (u * u + v * v));
    }
  }

  /** Places along the edge of a frame that are asked: where a bent frame moves most. */
  private static final int ALONG = 8;

  /**
   * How far the place that is moved most is moved, px: on the edge of the frame.
   *
   * @param width of the frame, px
   * @param height px
   */
  public double worstPx(int width, int height) {
    return furthest(NONE, width, height);
  }

  /** Largest distance of a place on the frame's edge from where another has it, px. */
  public double furthest(Registration o, int width, int height) {
    Mapping here = mapping();
    Mapping there = o.mapping();
    double worst = 0;
    int steps = bend == null && o.bend == null ? 1 : ALONG;
    for (int i = 0; i <= steps; i++) {
      for (int j = 0; j <= steps; j++) {
        if (i % steps != 0 && j % steps != 0) {
          continue;
        }
        double x = ((double) i / steps - 0.5) * (width - 1);
        double y = ((double) j / steps - 0.5) * (height - 1);
        worst =
            Math.max(worst, Math.hypot(here.x(x, y) - there.x(x, y), here.y(x, y) - there.y(x, y)));
      }
    }
    return worst;
  }

  /**
   * How much the shot must be blown up, in percent, so that no edge of the second shows when it is
   * laid on the first.
   */
  public double costPercent(int width, int height) {
    if (bend != null) {
      return bentCost(width, height);
    }
    double a = 1 + a();
    double b = Math.abs(b());
    double across = (a * width + b * height) / (width - 2 * Math.abs(dx));
    double down = (a * height + b * width) / (height - 2 * Math.abs(dy));
    return Math.max(0, 100 * (Math.max(across, down) - 1));
  }

  /** By halving: the smallest part of the first, about its middle, that the second fills. */
  private double bentCost(int width, int height) {
    double fills = 0.05;
    double not = 1;
    for (int i = 0; i < 40; i++) {
      double k = (fills + not) / 2;
      if (inside(k, width, height)) {
        fills = k;
      } else {
        not = k;
      }
    }
    return 100 * (1 / not - 1);
  }

  private boolean inside(double k, int width, int height) {
    Mapping m = mapping();
    for (int i = 0; i <= ALONG; i++) {
      for (int j = 0; j <= ALONG; j++) {
        double x = k * ((double) i / ALONG - 0.5) * width;
        double y = k * ((double) j / ALONG - 0.5) * height;
        if (Math.abs(m.x(x, y)) > width / 2.0 || Math.abs(m.y(x, y)) > height / 2.0) {
          return false;
        }
      }
    }
    return true;
  }

  /**
   * The second laid back on the first, as nine numbers of a perspective row by row: with (x, y) a
   * place of the second in shares of its frame from the left top, {@code (m0·x + m1·y + m2) ÷ d}
   * and {@code (m3·x + m4·y + m5) ÷ d} with {@code d = m6·x + m7·y + 1} is its place in the first.
   * By the corners: of another distortion of the lens only these are put back.
   */
  public double[] back(int width, int height) {
    double[][] from = corners(width, height);
    Least eq = new Least(8);
    for (int i = 0; i < 4; i++) {
      double x = (from[i][0] + 0.5) / width;
      double y = (from[i][1] + 0.5) / height;
      double u = (i % 3 == 0 ? 0.5 : width - 0.5) / width;
      double v = (i < 2 ? 0.5 : height - 0.5) / height;
      eq.add(new double[] {x, y, 1, 0, 0, 0, -u * x, -u * y}, u, 1);
      eq.add(new double[] {0, 0, 0, x, y, 1, -v * x, -v * y}, v, 1);
    }
    double[] m = Arrays.copyOf(eq.solve(), 9);
    m[8] = 1;
    return m;
  }

  /**
   * Where the four corners of the first lie in the second, px from its left top: left top, right
   * top, right bottom, left bottom. Moved to the corners of the frame, the second lies on the
   * first.
   */
  public double[][] corners(int width, int height) {
    double[][] out = new double[4][];
    for (int i = 0; i < 4; i++) {
      double[] p = at((i % 3 == 0 ? -0.5 : 0.5) * (width - 1), (i < 2 ? -0.5 : 0.5) * (height - 1));
      out[i] = new double[] {p[0] + (width - 1) / 2.0, p[1] + (height - 1) / 2.0};
    }
    return out;
  }
}
