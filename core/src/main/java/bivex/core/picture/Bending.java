package bivex.core.picture;

/**
 * What may bend a picture beside a shift, a turn and a size: the kinds that are told apart, from
 * the simplest.
 */
public enum Bending {
  /** Nothing does. */
  NONE,
  /** The distortion of the lens is another. */
  LENS(8),
  /** Rows were read while the camera moved. */
  SKEW(4, 5),
  /** The camera panned or tilted: perspective. */
  TURN(6, 7),
  /** Perspective and skew: any straight view of something flat. */
  PLANE(4, 5, 6, 7);

  /** Places in the list of what is sought; see {@link Fit}. */
  private final int[] parts;

  Bending(int... parts) {
    this.parts = parts;
  }

  int count() {
    return parts.length;
  }

  int part(int i) {
    return parts[i];
  }

  /**
   * How a place is moved by a small amount of each part.
   *
   * @param u from the middle, in widths of the frame; v alike
   * @param into {x, y} of each part, one after the other
   */
  void moves(double u, double v, double[] into) {
    for (int i = 0; i < parts.length; i++) {
      double x;
      double y;
      switch (parts[i]) {
        case 4 -> {
          x = v;
          y = 0;
        }
        case 5 -> {
          x = 0;
          y = v;
        }
        case 6 -> {
          x = -u * u;
          y = -u * v;
        }
        case 7 -> {
          x = -u * v;
          y = -v * v;
        }
        default -> {
          x = u * (u * u + v * v);
          y = v * (u * u + v * v);
        }
      }
      into[2 * i] = x;
      into[2 * i + 1] = y;
    }
  }

  /**
   * Variance of the place of a corner.
   *
   * @param of variances of a similarity (turn and size in widths) and of each part
   * @param high height of the frame, in widths
   */
  double atCorner(double[] of, double high) {
    double half = Math.hypot(1, high) / 2;
    double sum = of[2] + of[3] + half * half * (of[0] + of[1]);
    double[] bent = new double[2 * parts.length];
    moves(0.5, 0.5 * high, bent);
    for (int i = 0; i < parts.length; i++) {
      sum += of[4 + i] * (bent[2 * i] * bent[2 * i] + bent[2 * i + 1] * bent[2 * i + 1]);
    }
    return sum;
  }

  /**
   * From the unit of {@link #moves} (a displacement in the same pixels, places in widths) to that
   * of {@link Registration.Bend}.
   *
   * @param amount px
   * @param width of the frame, px
   */
  double inPx(int i, double amount, double width) {
    return switch (parts[i]) {
      case 4, 5 -> amount / width;
      case 6, 7 -> amount / (width * width);
      default -> amount / (width * width * width);
    };
  }
}
