package bivex.core.plate;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;

/**
 * The part of the frame that one part of a match set occupies from a frame on, as shares of the
 * frame width. Between two entries of a part its edges move evenly; before the first and after the
 * last they stand.
 *
 * @param part which part, from 1
 * @param frame frame of the cut, counted from 0
 * @param left left edge, 0 to 1
 * @param right right edge, more than {@code left}, to 1
 */
public record Zone(int part, int frame, double left, double right) {
  public Zone {
    InvalidInput.within("zone part", (long) part, 1, 12);
    InvalidInput.within("zone frame", (long) frame, 0, 1_000_000);
    InvalidInput.within("zone left", left, 0, 1);
    InvalidInput.within("zone right", right, 0, 1);
    if (right <= left) {
      throw new InvalidInput("zone right", "must be to the right of the left edge");
    }
  }

  /**
   * The same zones when the cut begins elsewhere: every frame of the plate has the edges it had.
   *
   * @param earlier frames by which the cut begins earlier than before; negative later
   */
  public static List<Zone> moved(List<Zone> zones, int earlier) {
    List<Zone> out = new ArrayList<>();
    for (int part : zones.stream().map(Zone::part).distinct().toList()) {
      List<Zone> of = zones.stream().filter(z -> z.part() == part).toList();
      boolean cut = of.stream().anyMatch(z -> z.frame() + earlier < 0);
      if (cut) {
        double[] at = edges(of, part, 1 - earlier)[-earlier];
        out.add(new Zone(part, 0, at[0], at[1]));
      }
      of.stream()
          .filter(z -> z.frame() + earlier > 0 || !cut && z.frame() + earlier == 0)
          .forEach(z -> out.add(new Zone(part, z.frame() + earlier, z.left(), z.right())));
    }
    return List.copyOf(out);
  }

  /**
   * Edges of one part in every frame of a cut.
   *
   * @param frames length of the cut in frames
   * @return frames × {left, right}, shares of the width
   */
  public static double[][] edges(List<Zone> zones, int part, int frames) {
    TreeMap<Integer, Zone> keys = new TreeMap<>();
    zones.stream().filter(z -> z.part() == part).forEach(z -> keys.put(z.frame(), z));
    if (keys.isEmpty()) {
      throw new InvalidInput("zones", "part " + part + " has no zone");
    }
    double[][] out = new double[frames][];
    for (int f = 0; f < frames; f++) {
      var a = keys.floorEntry(f);
      var b = keys.ceilingEntry(f);
      if (a == null || b == null) {
        Zone z = (a == null ? b : a).getValue();
        out[f] = new double[] {z.left(), z.right()};
      } else if (a.getKey().equals(b.getKey())) {
        out[f] = new double[] {a.getValue().left(), a.getValue().right()};
      } else {
        double t = (double) (f - a.getKey()) / (b.getKey() - a.getKey());
        out[f] =
            new double[] {
              mix(a.getValue().left(), b.getValue().left(), t),
              mix(a.getValue().right(), b.getValue().right(), t)
            };
      }
    }
    return out;
  }

  /**
   * The parts named in a list of zones, from left to right by where they stand in the first frame.
   */
  public static List<Integer> partsLeftToRight(List<Zone> zones) {
    List<Integer> parts = new ArrayList<>(zones.stream().map(Zone::part).distinct().toList());
    parts.sort(
        (a, b) -> {
          double[] ea = edges(zones, a, 1)[0];
          double[] eb = edges(zones, b, 1)[0];
          return Double.compare(ea[0] + ea[1], eb[0] + eb[1]);
        });
    return parts;
  }

  private static double mix(double a, double b, double t) {
    return a + (b - a) * t;
  }
}
