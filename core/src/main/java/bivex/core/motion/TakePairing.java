package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.motion.Throw.Spot;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Which take of the throw goes with which take of the catch (S16). Cost in px = 3 · distance of the ends + RMS distance along the
 * way + 4 · difference in flight frames: the end of the path is matched before its shape (common practice, no source; the weights are
 * this project's own).
 *
 * @param endPx distance between the two paths at the catch
 * @param pathPx root mean square distance over the flight
 * @param frames difference in flight time, frames
 */
public record TakePairing(String giver, String receiver, double cost, double endPx, double pathPx, double frames) {
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
        out.add(new TakePairing(g.name(), r.name(), END * end + path + FRAME * frames, end, path, frames));
      }
    }
    out.sort(Comparator.comparingDouble(TakePairing::cost));
    return List.copyOf(out);
  }

  private static double distance(double[] a, double[] b) {
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  }
}
