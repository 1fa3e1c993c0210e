package bivex.core.picture;

/**
 * How different two colours look: CIEDE2000 (G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000
 * color-difference formula", Color Research and Application 30, 2005), with all weights 1. About 1
 * is just seen side by side (common practice, no source).
 */
public final class ColorDifference {
  private static final double POW7 = Math.pow(25, 7);

  /** CIE 1976 L*a*b*, white D65. */
  public record Lab(double l, double a, double b) {}

  private ColorDifference() {}

  /**
   * @param red linear light with the primaries of ITU-R BT.709, 0 to 1; green and blue alike
   */
  public static Lab lab(double red, double green, double blue) {
    double[] xyz = xyz(red, green, blue);
    double x = f(xyz[0] / 0.95047);
    double y = f(xyz[1]);
    double z = f(xyz[2] / 1.08883);
    return new Lab(116 * y - 16, 500 * (x - y), 200 * (y - z));
  }

  /**
   * CIE 1976 u' and v' (CIE 15:2004).
   *
   * @param red linear light with the primaries of ITU-R BT.709; green and blue alike, not all 0
   */
  public static double[] uv(double red, double green, double blue) {
    double[] xyz = xyz(red, green, blue);
    double d = xyz[0] + 15 * xyz[1] + 3 * xyz[2];
    return new double[] {4 * xyz[0] / d, 9 * xyz[1] / d};
  }

  private static double[] xyz(double red, double green, double blue) {
    return new double[] {
      0.4124564 * red + 0.3575761 * green + 0.1804375 * blue,
      0.2126729 * red + 0.7151522 * green + 0.0721750 * blue,
      0.0193339 * red + 0.1191920 * green + 0.9503041 * blue
    };
  }

  private static double f(double t) {
    return t > 216.0 / 24389 ? Math.cbrt(t) : (24389.0 / 27 * t + 16) / 116;
  }

  /** ΔE00 of two colours, 0 or more. */
  public static double of(Lab p, Lab q) {
    double c = (Math.hypot(p.a, p.b) + Math.hypot(q.a, q.b)) / 2;
    double c7 = Math.pow(c, 7);
    double g = 0.5 * (1 - Math.sqrt(c7 / (c7 + POW7)));
    double a1 = p.a * (1 + g);
    double a2 = q.a * (1 + g);
    double c1 = Math.hypot(a1, p.b);
    double c2 = Math.hypot(a2, q.b);
    double h1 = hue(a1, p.b);
    double h2 = hue(a2, q.b);
    double dl = q.l - p.l;
    double dc = c2 - c1;
    double dh = 0;
    double mean = h1 + h2;
    if (c1 * c2 != 0) {
      dh = h2 - h1;
      dh += dh > 180 ? -360 : dh < -180 ? 360 : 0;
      mean =
          Math.abs(h1 - h2) <= 180 ? (h1 + h2) / 2 : (h1 + h2 + (h1 + h2 < 360 ? 360 : -360)) / 2;
    }
    double dH = 2 * Math.sqrt(c1 * c2) * sin(dh / 2);
    double l = (p.l + q.l) / 2;
    double cm = (c1 + c2) / 2;
    double t =
        1
            - 0.17 * cos(mean - 30)
            + 0.24 * cos(2 * mean)
            + 0.32 * cos(3 * mean + 6)
            - 0.20 * cos(4 * mean - 63);
    double turn = 30 * Math.exp(-Math.pow((mean - 275) / 25, 2));
    double cm7 = Math.pow(cm, 7);
    double rc = 2 * Math.sqrt(cm7 / (cm7 + POW7));
    double sl = 1 + 0.015 * (l - 50) * (l - 50) / Math.sqrt(20 + (l - 50) * (l - 50));
    double sc = 1 + 0.045 * cm;
    double sh = 1 + 0.015 * cm * t;
    double rt = -sin(2 * turn) * rc;
    return Math.sqrt(
        dl / sl * (dl / sl)
            + dc / sc * (dc / sc)
            + dH / sh * (dH / sh)
            + rt * (dc / sc) * (dH / sh));
  }

  private static double hue(double a, double b) {
    double h = Math.toDegrees(Math.atan2(b, a));
    return a == 0 && b == 0 ? 0 : h < 0 ? h + 360 : h;
  }

  private static double sin(double degrees) {
    return Math.sin(Math.toRadians(degrees));
  }

  private static double cos(double degrees) {
    return Math.cos(Math.toRadians(degrees));
  }
}
