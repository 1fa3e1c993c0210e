package bivex.core.picture;

import bivex.core.picture.Parts.Part;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

/**
 * What the parts of a picture say of the whole: what kind of motion it is, and what has moved by
 * itself.
 *
 * @param bending the simplest kind that explains them
 * @param others what lies otherwise than the whole, largest first: neighbours that agree with each
 *     other, which people who walk do not
 * @param followed share of the parts with a pattern that is the same in both
 * @param agreeing share of those that lie where the whole has them
 * @param blindPx parts that lie off by less than this are not told from the rest, px
 * @param repeats the least shift in px by which the second lies on the first as well; null when
 *     there is none
 */
public record Motion(
    Bending bending,
    List<Other> others,
    double followed,
    double agreeing,
    double blindPx,
    Shift repeats) {
  /** Whether most parts lie otherwise than the whole, and each otherwise than the next. */
  public boolean contradicts() {
    return followed > 0 && agreeing < 0.5 && others.isEmpty();
  }

  /** How far something lies to the right and down, px. */
  public record Shift(double dx, double dy) {}

  /** Nothing is known of the parts. */
  static final Motion UNKNOWN = new Motion(Bending.NONE, List.of(), 0, 0, 0, null);

  /**
   * Part of the picture that lies otherwise than the whole.
   *
   * @param left of the box around it, 0 to 1 of the frame; the others alike
   * @param share of the frame
   * @param dx how far it lies from where it was, px to the right: the part that is nearly furthest
   *     off stands for all; dy px down
   * @param offX how far that lies from where the whole has it, px to the right; offY px down
   */
  public record Other(
      double left,
      double top,
      double right,
      double bottom,
      double share,
      double dx,
      double dy,
      double offX,
      double offY) {
    /** How far that is, px. */
    public double offPx() {
      return Math.hypot(offX, offY);
    }

    /** Whether it lies a period, or two, from the whole. */
    private boolean isPeriod(double x, double y) {
      double far = Math.hypot(x, y);
      for (int n : new int[] {-2, -1, 1, 2}) {
        if (Math.hypot(offX - n * x, offY - n * y) < Math.max(2, 0.12 * far)) {
          return true;
        }
      }
      return false;
    }
  }

  /** Fewer parts than this say nothing of the whole. */
  static final int LEAST = 12;

  /** Fewer neighbours than this are a thing, not a part of the picture. */
  private static final int GROUP = 5;

  /**
   * Error of a part beside the noise: light, sharpness, grid; px of the whole for each of level.
   */
  private static final double FLOOR = 0.06;

  /** Standard deviations from which a part is held to lie elsewhere. */
  private static final double AWAY = 4;

  /** A richer kind must leave less than this of what a simpler one leaves. */
  private static final double BETTER = 0.6;

  /**
   * The kind that fits, and the place it gives.
   *
   * @param bending what it is called
   * @param fitted what is fitted for it
   * @param cost what it leaves unexplained
   * @param sd one standard deviation of a corner, px
   */
  record Model(Bending bending, Bending fitted, double[] p, double cost, double sd) {}

  /** A turn that is larger than this by its second order, px, is not told by its first alone. */
  private static final double SECOND_ORDER = 0.03;

  /**
   * The simplest kind of motion that explains how the parts lie.
   *
   * @param from how the whole was laid
   * @return null when there are too few parts to say
   */
  static Model choose(Parts parts, int scale, int width, int height, Registration from) {
    List<Part> seen = parts.followed();
    if (seen.size() < LEAST) {
      return null;
    }
    Model plain = fit(seen, Bending.NONE, scale, width, height, from);
    if (plain == null) {
      return null;
    }
    Model best = plain;
    for (Bending kind : new Bending[] {Bending.LENS, Bending.SKEW, Bending.TURN, Bending.PLANE}) {
      Model m = fit(seen, kind, scale, width, height, from);
      if (m == null) {
        continue;
      }
      // A kind with as many parts need only be better; one with more must be much better.
      double than = best.bending.count() < kind.count() ? BETTER : 1;
      double apart = Registration.of(m.p).furthest(Registration.of(plain.p), width, height);
      if (m.cost < than * best.cost && apart > Math.max(0.2, AWAY * m.sd)) {
        best = m;
      }
    }
    if (best.bending == Bending.TURN) {
      double tilt = Math.hypot(best.p[6], best.p[7]);
      if (Math.hypot(best.p[2], best.p[3]) * tilt * width / 2 > SECOND_ORDER) {
        Model whole = fit(seen, Bending.PLANE, scale, width, height, from);
        best =
            whole == null
                ? best
                : new Model(Bending.TURN, Bending.PLANE, whole.p, whole.cost, whole.sd);
      }
    }
    return best;
  }

  /** Robust least squares of the places of parts; what does not belong loses its say by and by. */
  private static Model fit(
      List<Part> seen, Bending kind, int scale, int width, int height, Registration from) {
    double[] p = new double[Fit.PLACE];
    p[0] = from.a();
    p[1] = from.b();
    p[2] = from.dx();
    p[3] = from.dy();
    int n = 4 + kind.count();
    double cut = 8 * scale;
    double least = 3 * FLOOR * scale;
    double[] variance = null;
    for (int round = 0; round < 14; round++) {
      Registration.Mapping m = Registration.of(p).mapping();
      Least eq = new Least(n);
      double[] across = new double[n];
      double[] down = new double[n];
      double[] bent = new double[2 * kind.count()];
      for (Part t : seen) {
        double[] off = t.from(m);
        double sd = Math.hypot(t.sd(), FLOOR * scale);
        double q = Math.hypot(off[0], off[1]) / Math.max(cut, Registering.TUKEY * sd);
        if (q >= 1) {
          continue;
        }
        double w = (1 - q * q) * (1 - q * q) / (sd * sd);
        double u = t.x() / width;
        double v = t.y() / width;
        kind.moves(u, v, bent);
        Arrays.fill(across, 0);
        Arrays.fill(down, 0);
        across[0] = u;
        across[1] = -v;
        across[2] = 1;
        down[0] = v;
        down[1] = u;
        down[3] = 1;
        for (int k = 0; k < kind.count(); k++) {
          across[4 + k] = bent[2 * k];
          down[4 + k] = bent[2 * k + 1];
        }
        eq.add(across, off[0], w);
        eq.add(down, off[1], w);
      }
      double[] s = eq.solve();
      if (s == null) {
        return null;
      }
      p[0] += s[0] / width;
      p[1] += s[1] / width;
      p[2] += s[2];
      p[3] += s[3];
      for (int k = 0; k < kind.count(); k++) {
        p[kind.part(k)] += kind.inPx(k, s[4 + k], width);
      }
      variance = eq.variances();
      cut = Math.max(least, cut * 0.6);
    }
    double cost = 0;
    Registration.Mapping m = Registration.of(p).mapping();
    for (Part t : seen) {
      double[] off = t.from(m);
      double limit = Math.max(least, Registering.TUKEY * Math.hypot(t.sd(), FLOOR * scale));
      cost += Math.min(1, (off[0] * off[0] + off[1] * off[1]) / (limit * limit));
    }
    double sd = Math.sqrt(kind.atCorner(variance, (double) height / width));
    return new Model(kind, kind, p, cost + 0.02 * seen.size(), sd);
  }

  /**
   * What has moved by itself.
   *
   * @param where the whole was laid
   */
  static Motion of(
      Parts parts, Bending bending, int scale, int width, int height, Registration where) {
    int n = parts.count();
    Registration.Mapping m = where.mapping();
    double[][] off = new double[n][];
    boolean[] away = new boolean[n];
    double blind = AWAY * scatter(parts, m);
    int patterned = 0;
    int followed = 0;
    int agreeing = 0;
    for (int i = 0; i < n; i++) {
      Part t = parts.part(i);
      patterned += t.kind() == Parts.Kind.PLAIN ? 0 : 1;
      if (t.kind() != Parts.Kind.SEEN) {
        continue;
      }
      followed++;
      off[i] = t.from(m);
      double far = Math.hypot(off[i][0], off[i][1]);
      away[i] = far > Math.max(Math.max(3 * FLOOR * scale, AWAY * t.sd()), blind);
      if (!away[i]) {
        agreeing++;
      }
    }
    List<Other> others = new ArrayList<>();
    boolean[] taken = new boolean[n];
    for (int i = 0; i < n; i++) {
      if (away[i] && !taken[i]) {
        List<Integer> group = group(parts, off, away, taken, i, scale);
        if (group.size() >= GROUP) {
          others.add(other(parts, off, group, width, height));
        }
      }
    }
    others.sort((x, y) -> Double.compare(y.share, x.share));
    return new Motion(
        bending,
        List.copyOf(others),
        patterned == 0 ? 0 : (double) followed / patterned,
        followed == 0 ? 0 : (double) agreeing / followed,
        blind,
        null);
  }

  /**
   * What a pattern that repeats makes of it: a part that is covered in one picture looks like the
   * one next to it, which is no motion; and where next to none of the parts that are the same in
   * both stop being so a period further on, the whole may lie there as well.
   *
   * @param a brightness of the first, at the level of the parts
   */
  Motion amongRepeats(Plane a, Parts parts, int scale) {
    int seen = parts.followed().size();
    if (seen < LEAST) {
      return this;
    }
    Shift by = null;
    List<double[]> periods = Repeats.of(a);
    for (double[] p : periods) {
      for (int way : new int[] {1, -1}) {
        // At one of the two the second may be outside.
        if (by == null && parts.notAt(way * p[0], way * p[1]) <= Math.max(3, seen / 12)) {
          by = new Shift(p[0] * scale, p[1] * scale);
        }
      }
    }
    return new Motion(
        bending,
        others.stream()
            .filter(o -> periods.stream().noneMatch(p -> o.isPeriod(p[0] * scale, p[1] * scale)))
            .toList(),
        followed,
        agreeing,
        blindPx,
        by);
  }

  /**
   * How far the middle one of the parts is off the whole, px: in soft pictures all are a little.
   */
  private static double scatter(Parts parts, Registration.Mapping m) {
    List<Double> far = new ArrayList<>();
    for (Part t : parts.followed()) {
      double[] off = t.from(m);
      far.add(Math.hypot(off[0], off[1]));
    }
    return far.isEmpty() ? 0 : middle(far);
  }

  private static void grow(double[] box, Part t, double half, int width, int height) {
    box[0] = Math.min(box[0], Math.max(0, (t.x() - half) / width + 0.5));
    box[1] = Math.min(box[1], Math.max(0, (t.y() - half) / height + 0.5));
    box[2] = Math.max(box[2], Math.min(1, (t.x() + half) / width + 0.5));
    box[3] = Math.max(box[3], Math.min(1, (t.y() + half) / height + 0.5));
  }

  /** Neighbours that lie alike. */
  private static List<Integer> group(
      Parts parts, double[][] off, boolean[] away, boolean[] taken, int from, int scale) {
    List<Integer> out = new ArrayList<>();
    Deque<Integer> next = new ArrayDeque<>(List.of(from));
    taken[from] = true;
    while (!next.isEmpty()) {
      int i = next.poll();
      out.add(i);
      for (int j : parts.near(i)) {
        if (away[j] && !taken[j]) {
          double apart = Math.hypot(off[i][0] - off[j][0], off[i][1] - off[j][1]);
          double far = Math.max(Math.hypot(off[i][0], off[i][1]), Math.hypot(off[j][0], off[j][1]));
          if (apart < Math.max(0.35 * far, 2 * FLOOR * scale)) {
            taken[j] = true;
            next.add(j);
          }
        }
      }
    }
    return out;
  }

  /** Of the parts of a group, in the order of how far they are off, the one that stands for it. */
  private static final double STANDS_FOR = 0.85;

  private static Other other(
      Parts parts, double[][] off, List<Integer> group, int width, int height) {
    double[] box = {1, 1, 0, 0};
    for (int i : group) {
      grow(box, parts.part(i), parts.px() / 2.0, width, height);
    }
    List<Integer> sorted = new ArrayList<>(group);
    sorted.sort(Comparator.comparingDouble(i -> Math.hypot(off[i][0], off[i][1])));
    int at = sorted.get((int) (STANDS_FOR * sorted.size()));
    Part t = parts.part(at);
    return new Other(
        box[0],
        box[1],
        box[2],
        box[3],
        (double) group.size() / parts.count(),
        t.dx(),
        t.dy(),
        off[at][0],
        off[at][1]);
  }

  private static double middle(List<Double> v) {
    v.sort(Double::compare);
    return v.get(v.size() / 2);
  }
}
