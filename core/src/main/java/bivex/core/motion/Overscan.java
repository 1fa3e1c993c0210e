package bivex.core.motion;

import bivex.core.InvalidInput;

/**
 * Picture to spare for a push, kick or shake made in post (S13): the smallest scale at which a W ×
 * H frame stays covered under a shift and a turn about its centre. Derived: each corner of the
 * frame, seen from the turned picture, must lie inside it.
 */
public final class Overscan {
  /**
   * A placement of the picture.
   *
   * @param shiftX px to the right
   * @param shiftY px downwards
   * @param turnDeg degrees, counter-clockwise as seen
   */
  public record Placement(double shiftX, double shiftY, double turnDeg) {
    public Placement {
      InvalidInput.within("shift x", shiftX, -100_000, 100_000);
      InvalidInput.within("shift y", shiftY, -100_000, 100_000);
      InvalidInput.within("turn", turnDeg, -90, 90);
    }
  }

  private Overscan() {}

  /** Smallest covering scale, 1 or more. */
  public static double scale(double width, double height, Placement p) {
    double w = InvalidInput.positive("width", width) / 2;
    double h = InvalidInput.positive("height", height) / 2;
    double cos = Math.cos(Math.toRadians(p.turnDeg()));
    double sin = Math.sin(Math.toRadians(p.turnDeg()));
    double alongU = Math.abs(p.shiftX() * cos - p.shiftY() * sin);
    double alongV = Math.abs(p.shiftX() * sin + p.shiftY() * cos);
    return Math.max(
        1,
        Math.max(
            (w * Math.abs(cos) + h * Math.abs(sin) + alongU) / w,
            (w * Math.abs(sin) + h * Math.abs(cos) + alongV) / h));
  }

  /**
   * Smallest scale that covers the placement and its mirror images, for a move that swings to all
   * sides.
   */
  public static double scaleBothWays(double width, double height, Placement p) {
    return Math.max(
        scale(width, height, p),
        scale(width, height, new Placement(p.shiftX(), -p.shiftY(), p.turnDeg())));
  }

  /**
   * Corners of the picture under a placement and scale, px about the frame's centre, in order round
   * it.
   */
  public static double[][] corners(double width, double height, Placement p, double scale) {
    double cos = Math.cos(Math.toRadians(p.turnDeg())) * scale;
    double sin = Math.sin(Math.toRadians(p.turnDeg())) * scale;
    double[][] out = new double[4][];
    int[][] at = {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}};
    for (int i = 0; i < 4; i++) {
      double x = at[i][0] * width / 2;
      double y = at[i][1] * height / 2;
      out[i] = new double[] {x * cos + y * sin + p.shiftX(), -x * sin + y * cos + p.shiftY()};
    }
    return out;
  }
}
