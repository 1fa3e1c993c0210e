package bivex.core.picture;

/**
 * How a picture lies on another: a place at (x, y) from the middle of the first is found in the
 * second at the place turned, scaled and shifted. All in pixels of the whole picture, x to the
 * right, y down.
 *
 * @param dx shift to the right, px
 * @param dy shift down, px
 * @param degrees turn, clockwise on the screen
 * @param scale size of the second against the first
 */
public record Registration(double dx, double dy, double degrees, double scale) {
  public static final Registration NONE = new Registration(0, 0, 0, 1);

  /** From s·cos − 1 and s·sin. */
  static Registration of(double a, double b, double dx, double dy) {
    return new Registration(dx, dy, Math.toDegrees(Math.atan2(b, 1 + a)), Math.hypot(1 + a, b));
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
    double a = 1 + a();
    double b = b();
    return new double[] {a * x - b * y + dx, b * x + a * y + dy};
  }

  /** The same as a map that is cheap to ask for every pixel. */
  public Mapping mapping() {
    return new Mapping(1 + a(), b(), dx, dy);
  }

  /** A place (x, y) goes to (a·x − b·y + dx, b·x + a·y + dy). */
  public record Mapping(double a, double b, double dx, double dy) {
    public double x(double x, double y) {
      return a * x - b * y + dx;
    }

    public double y(double x, double y) {
      return b * x + a * y + dy;
    }
  }

  /**
   * How far the place that is moved most is moved, px: one of the corners.
   *
   * @param width of the frame, px
   * @param height px
   */
  public double worstPx(int width, int height) {
    return furthest(NONE, width, height);
  }

  /** Largest distance of a corner of the frame from where another registration has it, px. */
  public double furthest(Registration o, int width, int height) {
    double worst = 0;
    for (int i = 0; i < 4; i++) {
      double x = (i % 2 == 0 ? -0.5 : 0.5) * (width - 1);
      double y = (i < 2 ? -0.5 : 0.5) * (height - 1);
      double[] p = at(x, y);
      double[] q = o.at(x, y);
      worst = Math.max(worst, Math.hypot(p[0] - q[0], p[1] - q[1]));
    }
    return worst;
  }

  /**
   * How much the shot must be blown up, in percent, so that no edge of the second shows when it is
   * laid on the first.
   */
  public double costPercent(int width, int height) {
    double a = 1 + a();
    double b = Math.abs(b());
    double across = (a * width + b * height) / (width - 2 * Math.abs(dx));
    double down = (a * height + b * width) / (height - 2 * Math.abs(dy));
    return Math.max(0, 100 * (Math.max(across, down) - 1));
  }
}
