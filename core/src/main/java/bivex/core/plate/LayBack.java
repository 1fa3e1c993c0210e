package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * What lays the second plate on the first and grades it like it, as compositing programs take it.
 * Places are px from the left top corner of the frame: the middle of its first pixel is at 0.5,
 * 0.5.
 *
 * @param width of both frames, px
 * @param height px
 * @param pivot the middle of the frame, {x, y}: turn and size are about it
 * @param dx how far the second lies to the right of the first, px; it is moved back by as much
 * @param dy down
 * @param degrees how far it is turned, clockwise
 * @param scale its size against the first
 * @param corners where the corners of the first frame are found in the second: left top, right top,
 *     right bottom, left bottom; pinned to the corners of the frame, the second lies on the first
 * @param matrix 3 × 3, row by row: the place in the second of a place in the first
 * @param inverse 3 × 3: the place in the first of a place in the second
 * @param barrel what the lens bends beside, per px² of the distance from the middle; 0 for nothing
 * @param leftPx how far the matrix alone is off at most, on the edge of the frame, px
 * @param errorPx one standard deviation of the worst corner, px
 * @param gains what linear light of the second in red, green and blue is multiplied by; null where
 *     the light is not judged
 * @param stops the same in stops
 * @param lightDoubt why there is no grade; empty where there is
 */
public record LayBack(
    int width,
    int height,
    double[] pivot,
    double dx,
    double dy,
    double degrees,
    double scale,
    double[][] corners,
    double[] matrix,
    double[] inverse,
    double barrel,
    double leftPx,
    double errorPx,
    double[] gains,
    double[] stops,
    String lightDoubt) {

  /**
   * @throws InvalidInput naming {@code comparison} when the plates could not be laid over each
   *     other
   */
  public static LayBack of(PlateComparison c) {
    if (!c.sure()) {
      throw new InvalidInput(
          "comparison", "the plates could not be laid over each other: " + c.doubt());
    }
    Registration r = c.found();
    int w = c.width();
    int h = c.height();
    double[] m = matrix(r, w, h);
    LightMatch l = c.light();
    boolean lit = c.graded();
    double[] stops = lit ? new double[] {-l.red(), -l.green(), -l.blue()} : null;
    return new LayBack(
        w,
        h,
        new double[] {w / 2.0, h / 2.0},
        r.dx(),
        r.dy(),
        r.degrees(),
        r.scale(),
        new double[][] {
          place(r, w, h, 0, 0), place(r, w, h, w, 0), place(r, w, h, w, h), place(r, w, h, 0, h)
        },
        m,
        inverse(m),
        r.bend() == null ? 0 : r.bend().barrel(),
        left(r, m, w, h),
        c.uncertaintyPx(),
        lit ? Arrays.stream(stops).map(s -> Math.pow(2, s)).toArray() : null,
        stops,
        lit ? "" : c.lightDoubt().isEmpty() ? "too little could be compared" : c.lightDoubt());
  }

  private static double[] place(Registration r, int w, int h, double x, double y) {
    double[] p = r.at(x - w / 2.0, y - h / 2.0);
    return new double[] {p[0] + w / 2.0, p[1] + h / 2.0};
  }

  /** All but what the lens bends is a perspective. */
  private static double[] matrix(Registration r, int w, int h) {
    Registration.Mapping m = r.mapping();
    Registration.Bend b = r.bend() == null ? new Registration.Bend(0, 0, 0, 0, 0) : r.bend();
    // About the middle, then moved to the corner on both sides.
    double[] about = {
      m.a(), -m.b() + b.skewX(), m.dx(), m.b(), m.a() + b.skewY(), m.dy(), b.tiltX(), b.tiltY(), 1
    };
    double[] there = {1, 0, w / 2.0, 0, 1, h / 2.0, 0, 0, 1};
    double[] here = {1, 0, -w / 2.0, 0, 1, -h / 2.0, 0, 0, 1};
    return unit(times(times(there, about), here));
  }

  private static double[] times(double[] a, double[] b) {
    double[] out = new double[9];
    for (int i = 0; i < 9; i++) {
      for (int k = 0; k < 3; k++) {
        out[i] += a[i / 3 * 3 + k] * b[k * 3 + i % 3];
      }
    }
    return out;
  }

  private static double[] unit(double[] m) {
    return Arrays.stream(m).map(v -> v / m[8]).toArray();
  }

  private static double[] inverse(double[] m) {
    double[] out = {
      m[4] * m[8] - m[5] * m[7],
      m[2] * m[7] - m[1] * m[8],
      m[1] * m[5] - m[2] * m[4],
      m[5] * m[6] - m[3] * m[8],
      m[0] * m[8] - m[2] * m[6],
      m[2] * m[3] - m[0] * m[5],
      m[3] * m[7] - m[4] * m[6],
      m[1] * m[6] - m[0] * m[7],
      m[0] * m[4] - m[1] * m[3]
    };
    return unit(out);
  }

  private static double left(Registration r, double[] m, int w, int h) {
    double most = 0;
    for (int i = 0; i <= 8; i++) {
      for (int j = 0; j <= 8; j++) {
        double x = w * i / 8.0;
        double y = h * j / 8.0;
        double d = m[6] * x + m[7] * y + m[8];
        double[] p = place(r, w, h, x, y);
        most =
            Math.max(
                most,
                Math.hypot(
                    (m[0] * x + m[1] * y + m[2]) / d - p[0],
                    (m[3] * x + m[4] * y + m[5]) / d - p[1]));
      }
    }
    return most;
  }

  /**
   * The grade as a colour correction of the ASC CDL 1.2: slopes for linear light, offset 0, power
   * 1, saturation 1.
   *
   * @param id of the correction
   * @throws InvalidInput naming {@code light} where it is not judged
   */
  public String cdl(String id) {
    if (gains == null) {
      throw new InvalidInput("light", "there is no grade: " + lightDoubt);
    }
    return String.format(
        Locale.ROOT,
        """
        <?xml version="1.0" encoding="UTF-8"?>
        <ColorCorrection xmlns="urn:ASC:CDL:v1.2" id="%s">
          <Description>Lays the light of the second plate on the first. For linear light.</Description>
          <SOPNode>
            <Slope>%.6f %.6f %.6f</Slope>
            <Offset>0 0 0</Offset>
            <Power>1 1 1</Power>
          </SOPNode>
          <SatNode>
            <Saturation>1</Saturation>
          </SatNode>
        </ColorCorrection>
        """,
        id,
        gains[0],
        gains[1],
        gains[2]);
  }

  /**
   * The perspective filter of ffmpeg that lays the second on the first. It takes the corners in px
   * whose whole numbers are the middles of pixels, and asks for the places of 0, width and height
   * counted so.
   */
  public String ffmpeg() {
    double[][] at = new double[4][];
    int[][] corner = {{0, 0}, {width, 0}, {0, height}, {width, height}};
    for (int i = 0; i < 4; i++) {
      double x = corner[i][0] + 0.5;
      double y = corner[i][1] + 0.5;
      double d = matrix[6] * x + matrix[7] * y + matrix[8];
      at[i] =
          new double[] {
            (matrix[0] * x + matrix[1] * y + matrix[2]) / d - 0.5,
            (matrix[3] * x + matrix[4] * y + matrix[5]) / d - 0.5
          };
    }
    List<String> out = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      out.add(Said.of("%.4f:%.4f", at[i][0], at[i][1]));
    }
    return "perspective=" + String.join(":", out) + ":interpolation=cubic:sense=source";
  }
}
