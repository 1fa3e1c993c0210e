package bivex.core.picture;

import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;

/**
 * The colours that full red, green and blue of a picture stand for, as CIE 1931 x and y, with those
 * of its white. Those of the camera makers are written from memory of the papers that give their
 * curves, the others from ITU-R BT.709-6, BT.2020-2, SMPTE RP 431-2 with the white of BT.709, and
 * Academy S-2014-004 and ST 2065-1.
 */
public enum Gamut {
  BT709("BT.709, sRGB", 0.64, 0.33, 0.30, 0.60, 0.15, 0.06, true),
  BT2020("BT.2020", 0.708, 0.292, 0.170, 0.797, 0.131, 0.046, true),
  P3_D65("P3, D65", 0.680, 0.320, 0.265, 0.690, 0.150, 0.060, true),
  AWG3("ARRI Wide Gamut 3", 0.6840, 0.3130, 0.2210, 0.8480, 0.0861, -0.1020, true),
  AWG4("ARRI Wide Gamut 4", 0.7347, 0.2653, 0.1424, 0.8576, 0.0991, -0.0308, true),
  SGAMUT3("S-Gamut3", 0.730, 0.280, 0.140, 0.855, 0.100, -0.050, true),
  SGAMUT3_CINE("S-Gamut3.Cine", 0.766, 0.275, 0.225, 0.800, 0.089, -0.087, true),
  VGAMUT("V-Gamut", 0.730, 0.280, 0.165, 0.840, 0.100, -0.030, true),
  CINEMA("Cinema Gamut", 0.740, 0.270, 0.170, 1.140, 0.080, -0.100, true),
  RWG("REDWideGamutRGB", 0.780308, 0.304253, 0.121595, 1.493994, 0.095612, -0.084589, true),
  DGAMUT("D-Gamut", 0.71, 0.31, 0.21, 0.88, 0.09, -0.08, true),
  BWG5(
      "Blackmagic Wide Gamut, generation 5",
      0.7177215,
      0.3171181,
      0.2280410,
      0.8615690,
      0.1005841,
      -0.0820452,
      true),
  AP0("ACES 2065-1 (AP0)", 0.7347, 0.2653, 0.0, 1.0, 0.0001, -0.0770, false),
  AP1("ACES (AP1)", 0.713, 0.293, 0.165, 0.830, 0.128, 0.044, false);

  /** White of BT.709 and of ACES, x and y. */
  private static final double[] D65 = {0.3127, 0.3290};

  private static final double[] D60 = {0.32168, 0.33767};

  /** Cone responses of Bradford, as ICC.1 annex E has them. */
  private static final RealMatrix BRADFORD =
      MatrixUtils.createRealMatrix(
          new double[][] {
            {0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}
          });

  /** Primaries that are nearer than this are the same. */
  private static final double SAME = 0.003;

  private final String words;
  private final double[][] primaries;
  private final boolean daylight;

  Gamut(
      String words,
      double rx,
      double ry,
      double gx,
      double gy,
      double bx,
      double by,
      boolean daylight) {
    this.words = words;
    this.primaries = new double[][] {{rx, ry}, {gx, gy}, {bx, by}};
    this.daylight = daylight;
  }

  public String words() {
    return words;
  }

  /** Rows that turn light of red, green and blue into that of BT.709, white kept white. */
  double[][] toBt709() {
    return to709(toXyz().getData(), xyz(white()));
  }

  /**
   * The one that has these primaries.
   *
   * @param xy x and y of red, green and blue in turn
   * @return null when none has them
   */
  public static Gamut of(double[] xy) {
    for (Gamut g : values()) {
      double off = 0;
      for (int i = 0; i < 6; i++) {
        off = Math.max(off, Math.abs(g.primaries[i / 2][i % 2] - xy[i]));
      }
      if (off < SAME) {
        return g;
      }
    }
    return null;
  }

  private double[] white() {
    return daylight ? D65 : D60;
  }

  /** Columns X Y Z of red, green and blue, so that all of them make the white. */
  private RealMatrix toXyz() {
    RealMatrix p = MatrixUtils.createRealMatrix(3, 3);
    for (int c = 0; c < 3; c++) {
      p.setColumn(c, xyz(primaries[c]));
    }
    double[] s = MatrixUtils.inverse(p).operate(xyz(white()));
    return p.multiply(MatrixUtils.createRealDiagonalMatrix(s));
  }

  /**
   * Rows that turn light of any red, green and blue into that of BT.709.
   *
   * @param xyz columns X Y Z of theirs
   * @param white X Y Z of their white, which becomes the white of BT.709 (Bradford)
   */
  static double[][] to709(double[][] xyz, double[] white) {
    double[] from = BRADFORD.operate(white);
    double[] to = BRADFORD.operate(xyz(D65));
    double[] scale = {to[0] / from[0], to[1] / from[1], to[2] / from[2]};
    return MatrixUtils.inverse(BT709.toXyz())
        .multiply(MatrixUtils.inverse(BRADFORD))
        .multiply(MatrixUtils.createRealDiagonalMatrix(scale))
        .multiply(BRADFORD)
        .multiply(MatrixUtils.createRealMatrix(xyz))
        .getData();
  }

  private static double[] xyz(double[] xy) {
    return new double[] {xy[0] / xy[1], 1, (1 - xy[0] - xy[1]) / xy[1]};
  }
}
