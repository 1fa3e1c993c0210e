package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.motion.Throw.Spot;
import bivex.core.picture.Least;
import java.util.List;

/**
 * A thrown thing as its marks tell it: by least squares through every mark, level with a steady
 * speed, down with a steady fall. What the fit does not explain is the marking, the lens and the
 * air.
 *
 * @param from frame of the first mark; {@code to} of the last
 * @param x place at the first mark, px; {@code y} alike, down
 * @param vx speed across, px per frame; {@code vy} down at the first mark
 * @param ay fall, px per frame²
 * @param marksPx root mean square of what the marks are off, px; 0 where the marks leave no doubt
 */
public record PropFlight(
    double from, double to, double x, double y, double vx, double vy, double ay, double marksPx) {
  /** Marks a curve needs. */
  private static final int CURVE = 3;

  /** Marks that can do without one. */
  private static final int ENOUGH = 5;

  private static final double LEAST_OFF_PX = 5;

  /**
   * @param path marks in order, at least two
   * @param fall what all takes together say of it, px per frame²: then this one's marks tell place
   *     and speed only, and tell them better; null where it is not known
   */
  static PropFlight of(List<Spot> path, Double fall) {
    PropFlight all = through(path, fall);
    if (path.size() < (fall == null ? ENOUGH : ENOUGH - 1)) {
      return all;
    }
    // A release that was marked while the hand still swung is on no flight: the others tell.
    PropFlight others = through(path.subList(1, path.size()), fall);
    Spot first = path.get(0);
    double off =
        Math.hypot(first.x() - others.xAt(first.frame()), first.y() - others.yAt(first.frame()));
    return off > Math.max(LEAST_OFF_PX, 2.5 * others.marksPx) ? others.from(first.frame()) : all;
  }

  /** The same, told from another frame on. */
  private PropFlight from(double frame) {
    return new PropFlight(frame, to, xAt(frame), yAt(frame), vx, vyAt(frame), ay, marksPx);
  }

  private static PropFlight through(List<Spot> path, Double fall) {
    Spot first = path.get(0);
    double to = path.get(path.size() - 1).frame();
    double known = fall == null ? 0 : fall;
    Least across = new Least(2);
    Least down = new Least(fall == null && path.size() >= CURVE ? 3 : 2);
    double unit = to - first.frame();
    for (Spot s : path) {
      double t = (s.frame() - first.frame()) / unit;
      // What flies goes level without a push; a few rough marks are not to make one up.
      across.add(new double[] {1, t}, s.x(), 1);
      down.add(new double[] {1, t, t * t / 2}, s.y() - known * unit * unit * t * t / 2, 1);
    }
    double[] x = across.solve();
    double[] y = down.solve();
    if (x == null || y == null) {
      throw new InvalidInput("takes", "two marks of one take lie on the same frame");
    }
    double ay = y.length == 3 ? y[2] / (unit * unit) : known;
    PropFlight f = new PropFlight(first.frame(), to, x[0], y[0], x[1] / unit, y[1] / unit, ay, 0);
    double sum = 0;
    for (Spot s : path) {
      sum += Math.pow(s.x() - f.xAt(s.frame()), 2) + Math.pow(s.y() - f.yAt(s.frame()), 2);
    }
    return new PropFlight(f.from, f.to, f.x, f.y, f.vx, f.vy, f.ay, Math.sqrt(sum / path.size()));
  }

  double xAt(double frame) {
    return x + vx * (frame - from);
  }

  double yAt(double frame) {
    double t = frame - from;
    return y + vy * t + ay * t * t / 2;
  }

  double vyAt(double frame) {
    return vy + ay * (frame - from);
  }

  /** Frame of the highest place, between the first mark and the last. */
  double top() {
    double t = ay > 0 ? from - vy / ay : vy < 0 ? to : from;
    return Math.max(from, Math.min(to, t));
  }
}
