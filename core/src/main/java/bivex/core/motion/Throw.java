package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;

/**
 * A thing thrown from one hand to another (S16), without drag: textbook ballistics with g = 9.80665
 * m/s².
 *
 * @param acrossMetresPerSecond level speed
 * @param upMetresPerSecond speed upwards at release
 * @param riseM how far it rises above the hand that throws, 0 if it only falls
 * @param apexFrame frames from release to the top of the arc, where it is blurred least
 * @param path position at every frame from release to catch: metres across, metres up
 */
public record Throw(
    double acrossMetresPerSecond,
    double upMetresPerSecond,
    double riseM,
    double apexFrame,
    List<Spot> path) {
  /**
   * @param frame frames after release
   * @param x across
   * @param y up in metres, down in pictures
   */
  public record Spot(double frame, double x, double y) {}

  /**
   * @param distanceM from hand to hand, level
   * @param dropM how much lower the catching hand is; negative when higher
   * @param flightFrames frames from release to catch, 1 to 10 000
   */
  public static Throw of(double distanceM, double dropM, int flightFrames, FrameRate rate) {
    InvalidInput.within("distance", distanceM, 0, 1000);
    InvalidInput.within("drop", dropM, -100, 100);
    InvalidInput.within("flight frames", (long) flightFrames, 1, 10_000);
    double t = rate.seconds(flightFrames);
    double across = distanceM / t;
    double up = Leap.G * t / 2 - dropM / t;
    double apex = Math.max(0, up / Leap.G);
    List<Spot> path = new ArrayList<>();
    for (int f = 0; f <= flightFrames; f++) {
      double s = rate.seconds(f);
      path.add(new Spot(f, across * s, up * s - Leap.G * s * s / 2));
    }
    return new Throw(
        across, up, up > 0 ? up * up / (2 * Leap.G) : 0, rate.frames(apex), List.copyOf(path));
  }

  /**
   * The way of a replacement from where it takes over to the catch: it begins with the real thing's
   * place and speed and ends in the hand, with one steady acceleration.
   *
   * @param path px, y down; {@code fall} the steady downward acceleration, px per frame²
   * @param fall px per frame²; compare with the real fall at the scale of the picture
   */
  public record Replacement(List<Spot> path, double fall) {}

  /**
   * @param from place at the hand-over, px
   * @param vx px per frame there
   * @param vy px per frame there, down
   * @param to the catch; its frame is later
   */
  public static Replacement replacement(Spot from, double vx, double vy, Spot to) {
    double n = to.frame() - from.frame();
    if (!(n >= 1)) {
      throw new InvalidInput("catch", "must be at least one frame after the hand-over");
    }
    double ax = 2 * (to.x() - from.x() - vx * n) / (n * n);
    double ay = 2 * (to.y() - from.y() - vy * n) / (n * n);
    List<Spot> out = new ArrayList<>();
    for (int i = 0; i <= (int) n; i++) {
      out.add(
          new Spot(
              from.frame() + i,
              from.x() + vx * i + ax * i * i / 2,
              from.y() + vy * i + ay * i * i / 2));
    }
    return new Replacement(List.copyOf(out), ay);
  }

  /** The real fall in px per frame² at a scale. */
  public static double fallPx(double pxPerMetre, FrameRate rate) {
    return Leap.G * InvalidInput.positive("px per metre", pxPerMetre) / (rate.fps() * rate.fps());
  }

  /**
   * Whether a path bends both ways, which a falling thing never does: the bend (cross product of
   * neighbouring steps) changes its sign by more than a pixel's worth of doubt.
   */
  public static boolean bendsBothWays(List<Spot> path, double doubtPx) {
    boolean left = false;
    boolean right = false;
    for (int i = 1; i + 1 < path.size(); i++) {
      Spot a = path.get(i - 1);
      Spot b = path.get(i);
      Spot c = path.get(i + 1);
      double dx = c.x() - a.x();
      double dy = c.y() - a.y();
      double length = Math.hypot(dx, dy);
      double off = length == 0 ? 0 : ((b.x() - a.x()) * dy - (b.y() - a.y()) * dx) / length;
      left |= off > doubtPx;
      right |= off < -doubtPx;
    }
    return left && right;
  }
}
