package bivex.core.motion;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.motion.Throw.Spot;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Which take of the throw goes with which take of the catch (S16b). What shows first is a flight
 * that is not natural: from the top of the throw the thing has to reach the catching hand in the
 * time that is left, and what that needs beside its own fall is told in g. Then the distance of the
 * ends, then the difference in time. Cost = unnatural ÷ 0.15 g + end ÷ 0.1 m + time ÷ 1/12 s; the
 * weights are this project's own. The fall is what the marks of all takes say (least squares),
 * which also gives the size of a metre; so the order is the same at every size and rate of the
 * picture.
 *
 * @param cost less is better; 1 is about as much as an eye forgives
 * @param unnaturalG acceleration that the replacement needs beside its own fall, g; null where the
 *     marks do not tell the fall, or no time is left for it
 * @param endPx distance between the two paths at the catch
 * @param frames how much longer the catch flies, frames
 * @param mends frames by which the catch would have to be moved for the most natural flight; 0
 *     where it is natural as it is, or no shift makes it so
 * @param impossible why no thrown thing does that; empty when one does
 */
public record TakePairing(
    String giver,
    String receiver,
    double cost,
    Double unnaturalG,
    double endPx,
    double frames,
    int mends,
    String impossible) {
  /** Which side of a throw a take shows. */
  public enum Half {
    THROW,
    CATCH
  }

  private static final double UNNATURAL_G = 0.15;
  private static final double END_M = 0.1;
  private static final double LATE_S = 1 / 12.0;

  /** From here on a flight is told not to be natural, g. */
  private static final double SEEN_G = 0.5;

  /** A shift that leaves more than this, g, mends nothing. */
  private static final double MENDED_G = 0.25;

  private static final int FURTHEST_SHIFT = 12;

  /** Of a picture whose metre is not known: a common size of a hall in 1080 rows, px. */
  private static final double PX_PER_METRE = 240;

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

    /** Its flight, by all its marks. */
    PropFlight fitted(Double fall) {
      return PropFlight.of(path, fall);
    }

    Spot end() {
      return path.get(path.size() - 1);
    }
  }

  /**
   * What to do with the pair.
   *
   * @param giverTake number of the take
   * @param receiverTake number of the take
   */
  public String words(int giverTake, int receiverTake) {
    if (!impossible.isEmpty()) {
      return Said.of(
              "No throw goes with a catch. The nearest, throw %s with catch %s: %s.",
              giverTake, receiverTake, impossible)
          + mended();
    }
    return Said.of("Throw take %s goes with catch take %s: ", giverTake, receiverTake)
        + (unnaturalG == null
            ? Said.of(
                "the ends are %.0f px apart. Its fall is not known: mark three places or more of a"
                    + " throw.",
                endPx)
            : Said.of(
                "a push of %.2f g beside its own fall, the ends are %.0f px apart.",
                unnaturalG, endPx))
        + mended();
  }

  /** What would make a flight natural that is not. */
  private String mended() {
    return mends == 0
        ? ""
        : Said.of(
            " Moved %s frame%s %s, the catch would be natural.",
            Math.abs(mends), Math.abs(mends) == 1 ? "" : "s", mends > 0 ? "later" : "earlier");
  }

  /** What is still to be marked before takes can be paired; empty when they can. */
  public static String missing(boolean thrown, boolean caught) {
    return thrown && caught
        ? ""
        : "Mark release and catch in at least one take of the throw and one of the catch"
            + (thrown ? "; no catch is marked yet." : caught ? "; no throw is marked yet." : ".");
  }

  /**
   * Every pairing, best first; those that no thrown thing does come last.
   *
   * @param rate of the frames that were marked
   */
  public static List<TakePairing> rank(
      List<Marked> givers, List<Marked> receivers, FrameRate rate) {
    if (givers.isEmpty() || receivers.isEmpty()) {
      throw new InvalidInput(givers.isEmpty() ? "givers" : "receivers", "need at least one take");
    }
    Double fall = ownFall(Stream.concat(givers.stream(), receivers.stream()).toList());
    double metre = fall == null ? PX_PER_METRE : fall * rate.fps() * rate.fps() / Leap.G;
    List<TakePairing> out = new ArrayList<>();
    for (Marked g : givers) {
      for (Marked r : receivers) {
        out.add(pair(g, r, fall, metre, rate));
      }
    }
    out.sort(
        Comparator.comparing((TakePairing p) -> !p.impossible.isEmpty())
            .thenComparingDouble(TakePairing::cost));
    return List.copyOf(out);
  }

  /**
   * The fall that the marks agree on, px per frame²: the middle one.
   *
   * @param takes of both sides
   * @return null when none of them tells it
   */
  public static Double ownFall(List<Marked> takes) {
    List<Double> falls =
        takes.stream()
            .filter(g -> g.path().size() >= 3)
            .map(g -> g.fitted(null).ay())
            .filter(a -> a > 0)
            .sorted()
            .toList();
    return falls.isEmpty()
        ? null
        : Double.valueOf((falls.get((falls.size() - 1) / 2) + falls.get(falls.size() / 2)) / 2);
  }

  private static TakePairing pair(Marked g, Marked r, Double fall, double metre, FrameRate rate) {
    double end = Math.hypot(g.end().x() - r.end().x(), g.end().y() - r.end().y());
    double frames = r.flight() - g.flight();
    double late = rate.seconds(Math.abs(frames)) / LATE_S;
    double cost = end / metre / END_M + late;
    if (fall == null) {
      return new TakePairing(g.name(), r.name(), cost, null, end, frames, 0, "");
    }
    PropFlight thrown = g.fitted(fall);
    PropFlight caught = r.fitted(fall);
    // Where the ends are is told best by all marks; how far the last marks are apart is what is
    // said.
    cost =
        Math.hypot(
                    thrown.xAt(g.end().frame()) - caught.xAt(r.end().frame()),
                    thrown.yAt(g.end().frame()) - caught.yAt(r.end().frame()))
                / metre
                / END_M
            + late;
    double handOver = top(g, fall);
    double[] needed = needed(thrown, handOver, r, 0);
    if (needed == null) {
      return new TakePairing(
          g.name(),
          r.name(),
          1000 + cost,
          null,
          end,
          frames,
          shift(thrown, handOver, r, fall),
          "it is caught before the throw is at its top");
    }
    double off = Math.hypot(needed[0], needed[1] - fall) / fall;
    return new TakePairing(
        g.name(),
        r.name(),
        off / UNNATURAL_G + cost,
        off,
        end,
        frames,
        off < SEEN_G ? 0 : shift(thrown, handOver, r, fall),
        impossible(thrown, handOver, r, needed, fall));
  }

  /** Why no thrown thing does that; empty when one does. */
  private static String impossible(
      PropFlight thrown, double handOver, Marked r, double[] needed, double fall) {
    double x = thrown.xAt(handOver);
    double n = thrown.from() + r.flight() - handOver;
    double endSpeed = thrown.vx() + needed[0] * n;
    if (Math.abs(needed[0]) > fall / 2
        && thrown.vx() * (r.end().x() - x) < 0
        && thrown.vx() * endSpeed < 0) {
      return Said.of(
          "it would have to turn back in the air, pushed sideways by %.1f g",
          Math.abs(needed[0]) / fall);
    }
    if (needed[1] <= 0) {
      return Said.of("it would have to fall upwards, by %.1f g", -needed[1] / fall);
    }
    if (needed[1] > 3 * fall || Math.abs(needed[0]) > 2 * fall) {
      return Said.of(
          "it would have to fall with %.1f g and be pushed sideways by %.1f g",
          needed[1] / fall, Math.abs(needed[0]) / fall);
    }
    return "";
  }

  /**
   * Acceleration that takes the thing from the hand-over into the catching hand, px per frame²:
   * across, down.
   *
   * @param later frames by which the catch is moved
   * @return null when less than a frame is left for it
   */
  private static double[] needed(PropFlight thrown, double handOver, Marked r, int later) {
    double n = thrown.from() + r.flight() + later - handOver;
    if (n < 1) {
      return null;
    }
    return new double[] {
      2 * (r.end().x() - thrown.xAt(handOver) - thrown.vx() * n) / (n * n),
      2 * (r.end().y() - thrown.yAt(handOver) - thrown.vyAt(handOver) * n) / (n * n)
    };
  }

  /** Frames by which the catch has to be moved to be natural; 0 when none makes it so. */
  private static int shift(PropFlight thrown, double handOver, Marked r, double fall) {
    int best = 0;
    double least = MENDED_G;
    for (int k = -FURTHEST_SHIFT; k <= FURTHEST_SHIFT; k++) {
      double[] a = needed(thrown, handOver, r, k);
      double off = a == null ? 1e9 : Math.hypot(a[0], a[1] - fall) / fall;
      if (off < least) {
        least = off;
        best = k;
      }
    }
    return best;
  }

  /**
   * A pair made into one flight: the thrown thing as it is up to the hand-over, a replacement from
   * there into the catching hand.
   *
   * @param way of the replacement, px per frame
   * @param fall of the replacement, px per frame²
   * @param fallG the same against the fall of the thing itself; null where the marks do not tell it
   * @param sidewaysG push to the side it needs, g; null alike
   * @param hopPx how far the marks of the throw are off the flight that is fitted through them, px:
   *     about as far the thing hops at the hand-over
   * @param bends whether the whole does what nothing thrown does: fall upwards, turn back, or bend
   *     both ways
   */
  public record Flight(
      double handOver,
      List<Spot> way,
      double fall,
      Double fallG,
      Double sidewaysG,
      double hopPx,
      boolean bends) {
    /** A hop that is seen, px. */
    private static final double SEEN_PX = 1;

    /** For the desk. */
    public String words() {
      return (fallG == null
              ? Said.of(
                  "Replaced from frame %.0f on, falling by %.2f px a frame²; the fall of the thing"
                      + " itself is not known.",
                  handOver, fall)
              : Said.of(
                  "Replaced from frame %.0f on, falling with %.2f g, pushed sideways by %.2f g.",
                  handOver, fallG, sidewaysG))
          + (hopPx < SEEN_PX
              ? ""
              : Said.of(
                  " It may hop by about %.0f px there: so far are the marks off a flight.", hopPx))
          + (bends
              ? " Nothing thrown flies like that: choose another pair or hand over elsewhere."
              : "");
    }
  }

  /**
   * Whole frame of the top of its arc, where the thing is blurred least; the one in the middle when
   * it has none in between.
   *
   * @param fall as in {@link #ownFall}
   */
  public static double top(Marked giver, Double fall) {
    if (giver.path().size() < 3) {
      return giver.path().get(0).frame() + giver.flight() / 2;
    }
    PropFlight f = giver.fitted(fall);
    double top = Math.rint(f.top());
    return top <= f.from() || top >= f.to()
        ? giver.path().get(giver.path().size() / 2).frame()
        : top;
  }

  /**
   * @param handOver frame of the throw from which the replacement is seen; between release and
   *     catch
   * @param fall as in {@link #ownFall}
   * @throws InvalidInput naming {@code handOver} when the throw has fewer than three marks or the
   *     frame is outside it
   */
  public static Flight flight(Marked giver, Marked receiver, double handOver, Double fall) {
    PropFlight thrown = giver.fitted(fall);
    if (handOver < thrown.from() || handOver >= thrown.to() || giver.path().size() < 3) {
      throw new InvalidInput(
          "handOver",
          "must be between the release and the catch of the chosen throw, which needs three marks");
    }
    // The catch is as long after the hand-over as its own flight says, counted from its release.
    Throw.Replacement way =
        Throw.replacement(
            new Spot(handOver, thrown.xAt(handOver), thrown.yAt(handOver)),
            thrown.vx(),
            thrown.vyAt(handOver),
            new Spot(thrown.from() + receiver.flight(), receiver.end().x(), receiver.end().y()));
    double[] needed = needed(thrown, handOver, receiver, 0);
    return new Flight(
        handOver,
        way.path(),
        way.fall(),
        fall == null ? null : Double.valueOf(needed[1] / fall),
        fall == null ? null : Double.valueOf(Math.abs(needed[0]) / fall),
        thrown.marksPx(),
        fall != null && !impossible(thrown, handOver, receiver, needed, fall).isEmpty()
            || Throw.bendsBothWays(receiver.path(), 8));
  }
}
