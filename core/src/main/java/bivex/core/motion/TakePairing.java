package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.motion.Throw.Spot;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Which take of the throw goes with which take of the catch (S16). Cost in px = 3 · distance of the
 * ends + RMS distance along the way + 4 · difference in flight frames: the end of the path is
 * matched before its shape (common practice, no source; the weights are this project's own).
 *
 * @param endPx distance between the two paths at the catch
 * @param pathPx root mean square distance over the flight
 * @param frames difference in flight time, frames
 */
public record TakePairing(
    String giver, String receiver, double cost, double endPx, double pathPx, double frames) {
  /** Which side of a throw a take shows. */
  public enum Half {
    THROW,
    CATCH
  }

  private static final double END = 3;
  private static final double FRAME = 4;
  private static final int SAMPLES = 24;

  /** A take with the marked places of the prop, from release to catch, at least two, in order. */
  public record Marked(String name, List<Spot> path) {
    public Marked {
      if (path.size() < 2) {
        throw new InvalidInput("takes", name + " needs at least the release and the catch");
      }
      path = path.stream().sorted(Comparator.comparingDouble(Spot::frame)).toList();
      if (!(path.get(path.size() - 1).frame() > path.get(0).frame())) {
        throw new InvalidInput("takes", name + " is caught in the frame it is thrown");
      }
    }

    double flight() {
      return path.get(path.size() - 1).frame() - path.get(0).frame();
    }

    /** Place at a share of the flight, 0 to 1, straight between marks. */
    double[] at(double share) {
      double frame = path.get(0).frame() + share * flight();
      for (int i = 1; i < path.size(); i++) {
        Spot a = path.get(i - 1);
        Spot b = path.get(i);
        if (frame <= b.frame() + 1e-9) {
          double t = b.frame() == a.frame() ? 1 : (frame - a.frame()) / (b.frame() - a.frame());
          return new double[] {a.x() + (b.x() - a.x()) * t, a.y() + (b.y() - a.y()) * t};
        }
      }
      Spot last = path.get(path.size() - 1);
      return new double[] {last.x(), last.y()};
    }
  }

  /**
   * What to do with the pair.
   *
   * @param giverTake number of the take
   * @param receiverTake number of the take
   */
  public String words(int giverTake, int receiverTake) {
    return Said.of(
        "Throw take %s goes with catch take %s: the ends are %.0f px apart.",
        giverTake, receiverTake, endPx);
  }

  /** What is still to be marked before takes can be paired; empty when they can. */
  public static String missing(boolean thrown, boolean caught) {
    return thrown && caught
        ? ""
        : "Mark release and catch in at least one take of the throw and one of the catch"
            + (thrown ? "; no catch is marked yet." : caught ? "; no throw is marked yet." : ".");
  }

  /** Every pairing, best first. */
  public static List<TakePairing> rank(List<Marked> givers, List<Marked> receivers) {
    if (givers.isEmpty() || receivers.isEmpty()) {
      throw new InvalidInput(givers.isEmpty() ? "givers" : "receivers", "need at least one take");
    }
    List<TakePairing> out = new ArrayList<>();
    for (Marked g : givers) {
      for (Marked r : receivers) {
        double end = distance(g.at(1), r.at(1));
        double sum = 0;
        for (int i = 0; i <= SAMPLES; i++) {
          double d = distance(g.at((double) i / SAMPLES), r.at((double) i / SAMPLES));
          sum += d * d;
        }
        double path = Math.sqrt(sum / (SAMPLES + 1));
        double frames = Math.abs(g.flight() - r.flight());
        out.add(
            new TakePairing(
                g.name(), r.name(), END * end + path + FRAME * frames, end, path, frames));
      }
    }
    out.sort(Comparator.comparingDouble(TakePairing::cost));
    return List.copyOf(out);
  }

  /**
   * A pair made into one flight: the thrown thing as it is up to the hand-over, a replacement from
   * there into the catching hand.
   *
   * @param way of the replacement, px per frame
   * @param fall of the replacement, px per frame²
   * @param handOver frame of the throw from which the replacement is seen
   * @param bends whether the whole bends both ways, which nothing thrown does
   */
  public record Flight(double handOver, List<Spot> way, double fall, boolean bends) {
    /** For the desk. */
    public String words() {
      return Said.of("Replaced from frame %.0f on, falling by %.2f px a frame².", handOver, fall)
          + (bends
              ? " It bends both ways, which nothing thrown does: choose another pair or hand over"
                  + " elsewhere."
              : "");
    }
  }

  /**
   * Frame of the mark that is highest in the picture, where the thing is blurred least; the one in
   * the middle when that is release or catch.
   */
  public static double top(Marked giver) {
    List<Spot> p = giver.path();
    Spot top = p.stream().min(Comparator.comparingDouble(Spot::y)).orElseThrow();
    return top == p.get(0) || top == p.get(p.size() - 1)
        ? p.get(p.size() / 2).frame()
        : top.frame();
  }

  /**
   * @param handOver frame of the throw from which the replacement is seen; between release and
   *     catch
   * @throws InvalidInput naming {@code handOver} when the throw has fewer than three marks or the
   *     frame is outside it
   */
  public static Flight flight(Marked giver, Marked receiver, double handOver) {
    double[] velocity = {0, 0};
    Spot from = at(giver.path(), handOver, velocity);
    Spot end = receiver.path().get(receiver.path().size() - 1);
    // The catch is as long after the hand-over as its own flight says, counted from its release.
    Spot to = new Spot(giver.path().get(0).frame() + receiver.flight(), end.x(), end.y());
    Throw.Replacement way = Throw.replacement(from, velocity[0], velocity[1], to);
    return new Flight(
        handOver,
        way.path(),
        way.fall(),
        Throw.bendsBothWays(way.path(), 0.5) || Throw.bendsBothWays(receiver.path(), 8));
  }

  /**
   * Place and speed at a frame of a marked path, by the parabola through the three nearest marks.
   */
  private static Spot at(List<Spot> path, double frame, double[] velocity) {
    if (frame < path.get(0).frame()
        || frame >= path.get(path.size() - 1).frame()
        || path.size() < 3) {
      throw new InvalidInput(
          "handOver",
          "must be between the release and the catch of the chosen throw, which needs three marks");
    }
    int i = 1;
    while (i + 2 < path.size() && path.get(i).frame() < frame) {
      i++;
    }
    Spot[] p = {path.get(i - 1), path.get(i), path.get(i + 1)};
    double x = 0;
    double y = 0;
    for (int k = 0; k < 3; k++) {
      Spot a = p[(k + 1) % 3];
      Spot b = p[(k + 2) % 3];
      double d = (p[k].frame() - a.frame()) * (p[k].frame() - b.frame());
      double l = (frame - a.frame()) * (frame - b.frame()) / d;
      double slope = (2 * frame - a.frame() - b.frame()) / d;
      x += l * p[k].x();
      y += l * p[k].y();
      velocity[0] += slope * p[k].x();
      velocity[1] += slope * p[k].y();
    }
    return new Spot(frame, x, y);
  }

  private static double distance(double[] a, double[] b) {
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  }
}
