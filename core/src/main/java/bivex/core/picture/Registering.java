package bivex.core.picture;

import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * Finds how a picture lies on another while people who differ between them cover a part of it.
 * First the shift of many tiles by phase correlation (Kuglin and Hines 1975) and the similarity
 * most of them agree on; then the brightness itself is fitted with Tukey's weights (Beaton and
 * Tukey 1974), so that what moved has no say. Says how sure it is, and that it is not when too
 * little of the picture speaks.
 *
 * @param found how the second lies on the first
 * @param gain coded brightness of the second = gain · first + offset
 * @param sure whether it can be relied on
 * @param doubt why not; empty when sure
 * @param uncertaintyPx one standard deviation of the place of the worst corner, px
 * @param tiles tiles that had something to say
 * @param agreeing tiles that agree
 * @param share of the pixels that fit, 0 to 1
 * @param residual what is left between the two, coded brightness, at {@code residualScale}; NaN
 *     where they do not overlap
 * @param residualScale pixels a side one residual stands for
 * @param noise one standard deviation of what is left where they agree
 * @param shifts the tiles, for drawing
 * @param motion what parts of the picture say, each by itself
 */
public record Registering(
    Registration found,
    double gain,
    double offset,
    boolean sure,
    String doubt,
    double uncertaintyPx,
    int tiles,
    int agreeing,
    double share,
    Plane residual,
    int residualScale,
    double noise,
    List<TileShift> shifts,
    Motion motion) {
  /**
   * What one tile saw.
   *
   * @param x middle of the tile from the middle of the frame, px
   * @param dx px
   * @param agrees with the whole
   */
  public record TileShift(double x, double y, double dx, double dy, boolean agrees) {}

  private static final int TILE = 128;

  /** Tiles overlap by half, so that what lies at the edge of one is in the middle of another. */
  private static final double HALF = 0.5;

  private static final int SMALL = 900;
  private static final int COARSE_WIDTH = 640;

  /** Tukey's constant: at a normal spread 95 % as good as least squares. */
  static final double TUKEY = 4.685;

  private static final double SETTLED_PX = 0.001;

  /**
   * What sampling alone leaves at a corner, px for each px of the level: from pairs of a known
   * difference.
   */
  private static final double SAMPLED = 0.012;

  /** How much of the fit is wanted. */
  public enum Grade {
    /** To a few hundredths of a pixel. */
    FINE,
    /** To about a tenth of a pixel, for frame after frame. */
    TILES
  }

  /**
   * @param cancelled asked between steps; a cancelled run answers what it has, not sure
   */
  public static Registering of(Plane first, Plane second, Grade grade, BooleanSupplier cancelled) {
    int coarse = coarse(first);
    int fine = grade == Grade.TILES ? coarse : first.width() >= 1280 ? Math.min(coarse, 2) : 1;
    Plane a = first.shrunk(fine);
    Plane b = second.shrunk(fine);
    Plane ca = a.shrunk(coarse / fine);
    Plane cb = b.shrunk(coarse / fine);
    Tiles tiles = new Tiles(ca, cb, TILE, HALF);
    tiles.look(Registration.NONE);
    double[] rough = tiles.agree();
    if (ca.width() < SMALL) {
      // Large tiles find far shifts; in a small picture somebody stands in nearly all of them, so
      // smaller ones look again.
      Tiles smaller = new Tiles(ca, cb, TILE / 2, HALF);
      smaller.look(
          rough == null
              ? Registration.NONE
              : Registration.of(rough[0], rough[1], rough[2], rough[3]));
      double[] again = smaller.agree();
      tiles = again == null ? tiles : smaller;
      rough = again == null ? rough : again;
    } else if (rough != null
        && Math.hypot(rough[2], rough[3]) + Math.hypot(rough[0], rough[1]) * ca.width() / 2.0 > 3) {
      // What is far off is looked at again where it ought to be.
      tiles.look(Registration.of(rough[0], rough[1], rough[2], rough[3]));
      rough = tiles.agree();
    }
    if (rough == null) {
      return new Registering(
          Registration.NONE,
          1,
          0,
          false,
          "too little detail that both have",
          Double.POSITIVE_INFINITY,
          tiles.speaking(),
          0,
          0,
          new Plane(0, 0),
          coarse,
          0,
          List.of(),
          Motion.UNKNOWN);
    }
    double[] p = {rough[0], rough[1], rough[2] * coarse, rough[3] * coarse};
    String doubt = tiles.doubt();
    if (grade == Grade.TILES || !doubt.isEmpty() || cancelled.getAsBoolean()) {
      return told(tiles, rough, coarse, doubt, doubt.isEmpty() && !cancelled.getAsBoolean());
    }
    Fit fit =
        new Fit(
            ca.smooth().smooth(),
            cb.smooth().smooth(),
            coarse,
            Fit.middle(first, coarse),
            p,
            Bending.NONE,
            tiles.told(coarse),
            tiles.size * coarse);
    fit.level();
    fit.settle(coarse == fine ? SETTLED_PX : 0.01, cancelled);
    if (fine != coarse) {
      fit = fit.at(a.smooth().smooth(), b.smooth().smooth(), fine, first);
      fit.settle(SETTLED_PX, cancelled);
    }
    Registration r = Registration.of(fit.p);
    Registration was = Registration.of(p[0], p[1], p[2], p[3]);
    double px = fit.uncertainty(first.width(), first.height());
    Motion motion = Motion.UNKNOWN;
    if (r.furthest(was, first.width(), first.height()) > 4.0 * coarse) {
      doubt = "the tiles and the whole picture do not agree";
    } else if (fit.share < 0.15) {
      doubt = "too little of the two pictures is the same";
    } else if (!(px < 0.25)) {
      doubt = "too little detail: a corner is only known to " + Math.round(px * 10) / 10.0 + " px";
    } else if (!(fit.gain > 0.6 * fit.first && fit.gain < 1.6 * fit.first)) {
      doubt = "no one exposure brings the two together";
    } else if (!cancelled.getAsBoolean()) {
      Parts parts = fit.parts();
      Motion.Model m = Motion.choose(parts, fine, first.width(), first.height(), r);
      if (m != null && m.bending() != Bending.NONE) {
        fit = fit.bent(m.fitted(), m.p());
        fit.settle(SETTLED_PX, cancelled);
        r = Registration.of(fit.p);
        parts = fit.parts();
        px = fit.uncertainty(first.width(), first.height());
      }
      // What the brightness of the whole says and what its parts say are two measurements.
      double apart =
          m == null ? 0 : r.furthest(Registration.of(m.p()), first.width(), first.height());
      px = Math.hypot(Math.hypot(px, apart), SAMPLED * fine);
      motion =
          Motion.of(
                  parts,
                  m == null ? Bending.NONE : m.bending(),
                  fine,
                  first.width(),
                  first.height(),
                  r)
              .amongRepeats(a, parts, fine);
      if (motion.contradicts()) {
        doubt =
            "the parts of the picture lie differently: the camera moved sideways, or much of the"
                + " set did";
      }
    }
    return new Registering(
        r,
        fit.gain,
        fit.offset,
        doubt.isEmpty() && !cancelled.getAsBoolean(),
        doubt,
        px,
        tiles.speaking(),
        tiles.agreeing(),
        fit.share,
        fit.residuals(),
        fine,
        fit.sigma,
        tiles.told(coarse),
        motion);
  }

  /** The same, not sure for another reason. */
  public Registering doubting(String why) {
    return new Registering(
        found,
        gain,
        offset,
        false,
        why,
        uncertaintyPx,
        tiles,
        agreeing,
        share,
        residual,
        residualScale,
        noise,
        shifts,
        motion);
  }

  /**
   * The place of a frame that is likely to lie where the one before it lay: a few tiles are looked
   * at there, and only when they do not agree is it sought anew.
   *
   * @param before how the frame before lies on the first
   */
  public static Registering follow(Plane first, Plane second, Registration before) {
    int coarse = coarse(first);
    Tiles tiles = new Tiles(first.shrunk(coarse), second.shrunk(coarse), TILE / 2, 1);
    tiles.look(
        new Registration(
            before.dx() / coarse, before.dy() / coarse, before.degrees(), before.scale()));
    double[] p = tiles.agree();
    return p == null || !tiles.doubt().isEmpty()
        ? of(first, second, Grade.TILES, () -> false)
        : told(tiles, p, coarse, "", true);
  }

  private static int coarse(Plane p) {
    int by = 1;
    while (p.width() / (by * 2) >= COARSE_WIDTH) {
      by *= 2;
    }
    return by;
  }

  /**
   * What the tiles alone say.
   *
   * @param p what they agree on, in coarse pixels
   */
  private static Registering told(Tiles tiles, double[] p, int coarse, String doubt, boolean sure) {
    return new Registering(
        Registration.of(p[0], p[1], p[2] * coarse, p[3] * coarse),
        1,
        0,
        sure,
        doubt,
        0.2 * coarse,
        tiles.speaking(),
        tiles.agreeing(),
        0,
        new Plane(0, 0),
        coarse,
        0,
        tiles.told(coarse),
        Motion.UNKNOWN);
  }

  /**
   * How well a pixel fits, 0 to 1.
   *
   * @param residual as in {@link #residual()}
   */
  public double fits(float residual) {
    double q = residual / (TUKEY * noise);
    return q > -1 && q < 1 ? (1 - q * q) * (1 - q * q) : 0;
  }
}
