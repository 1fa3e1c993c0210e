package bivex.core.plate;

import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.picture.Scenes;
import bivex.core.picture.Scenes.Back;
import bivex.core.picture.Scenes.In;
import bivex.core.picture.Scenes.Layer;
import bivex.core.picture.Scenes.Scene;
import bivex.core.picture.Scenes.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Pairs of plates as sets make them, and what has to be said of each. One set is there to work
 * with; the other was made once and is only measured: other photographs, other amounts.
 */
public final class PlateTrials {
  private PlateTrials() {}

  /** What is true of a pair. */
  public enum Truth {
    /** The same within the usual limits. */
    SAME,
    /** The whole moved, and {@link Trial#place} is how. */
    MOVED,
    /** Parts of the set moved differently: no place of the whole is true. */
    PARTS,
    /** It cannot be known: the pattern repeats. */
    UNKNOWABLE,
    /** Only the sharpness differs. */
    SOFT,
    /** Only the light differs. */
    LIGHT,
    /** Two pictures of different things. */
    OTHER
  }

  /**
   * @param place where a place of the second was in the first, at the corners at least; null where
   *     there is no one
   */
  public record Trial(String name, Truth truth, Scene scene, Back place) {}

  /** How what was said stands to what is true. */
  public enum Outcome {
    RIGHT,
    REFUSED_RIGHTLY,
    REFUSED_WRONGLY,
    WRONG
  }

  /**
   * @param offPx how far the frame's corner is off once it is laid back; NaN where nothing is laid
   */
  public record Judged(
      Trial trial, Outcome outcome, double offPx, double saidPx, String said, double seconds) {}

  /** Judges what is said of a pair, held to the usual limits. */
  public static Judged judge(Trial t) {
    return judge(t, t.scene.pair());
  }

  public static Judged judge(Trial t, Picture[] p) {
    long begun = System.nanoTime();
    PlateComparison c =
        PlateComparison.of(
            p[0], p[1], PlateComparison.Limits.USUAL, (share, doing) -> {}, () -> false);
    double seconds = (System.nanoTime() - begun) / 1e9;
    double off =
        t.place == null || !c.sure()
            ? Double.NaN
            : Scenes.off(c.found(), t.place, p[0].width(), p[0].height());
    return new Judged(t, outcome(t.truth, c, off), off, c.uncertaintyPx(), c.verdict(), seconds);
  }

  private static Outcome outcome(Truth truth, PlateComparison c, double off) {
    List<String> causes = c.faults().stream().map(f -> f.cause().name()).toList();
    boolean place =
        Stream.of("NUDGE", "SIZE", "TURNED", "SKEW", "LENS", "PARALLAX", "PART_MOVED")
            .anyMatch(causes::contains);
    boolean parts = causes.contains("PARALLAX") || causes.contains("PART_MOVED");
    if (!c.sure()) {
      return truth == Truth.SAME || truth == Truth.LIGHT || truth == Truth.MOVED
          ? Outcome.REFUSED_WRONGLY
          : truth == Truth.SOFT && !c.verdict().toLowerCase(Locale.ROOT).contains("focus")
              ? Outcome.REFUSED_WRONGLY
              : Outcome.REFUSED_RIGHTLY;
    }
    boolean right =
        switch (truth) {
          case SAME -> c.faults().isEmpty() && off < 1;
          case MOVED -> place && !parts && off < 1;
          case PARTS -> parts || place && off < 1;
          case SOFT -> causes.contains("FOCUS") && !place && off < 1;
          case LIGHT -> !place && !causes.contains("FOCUS") && !causes.isEmpty() && off < 1;
          case UNKNOWABLE, OTHER -> false;
        };
    if (right) {
      return Outcome.RIGHT;
    }
    // What is not called the same, and of which no fault is told, was not judged.
    return c.faults().isEmpty() && !c.agrees()
        ? truth == Truth.UNKNOWABLE || truth == Truth.PARTS
            ? Outcome.REFUSED_RIGHTLY
            : Outcome.REFUSED_WRONGLY
        : Outcome.WRONG;
  }

  /** Those to work with. */
  public static List<Trial> tuning() {
    List<Trial> out = trials("life", "picos", 1, 1, 1);
    out.addAll(trials("wine", "seeding", 1.37, 0.81, 1));
    return out;
  }

  /** Those that are only measured: other cuts of the photographs, other amounts. */
  public static List<Trial> heldOut() {
    return trials("seeding", "life", 0.74, 1.22, 0.83);
  }

  private static List<Trial> trials(
      String one, String two, double small, double large, double closer) {
    List<Trial> out = new ArrayList<>();
    double[] more = {small, large};
    for (int size = 0; size < 2; size++) {
      int w = size == 0 ? 960 : 1920;
      int h = size == 0 ? 540 : 1080;
      double z = (size == 0 ? 2.1 : 1.2) * closer;
      double px = (size == 0 ? 1 : 2) * more[size];
      String a = size == 0 ? one : two;
      String b = size == 0 ? two : one;
      honest(out, a, b, w, h, z, px);
      bent(out, a, b, w, h, z, px, more[1 - size]);
      parts(out, a, b, w, h, z, px);
      odd(out, a, b, w, h, z, px);
    }
    return out;
  }

  private static Layer wall(String photo, double zoom, Back back) {
    return new Layer(photo, zoom, Scenes.ALL, back, In.BOTH);
  }

  private static void add(
      List<Trial> out, String name, Truth truth, Back place, Scene s, String cloth) {
    String size = " " + s.width();
    out.add(new Trial(name + size, truth, s, place));
    out.add(new Trial(name + size + " with somebody", truth, s.somebody(0.14, cloth), place));
  }

  private static void honest(
      List<Trial> out, String a, String b, int w, int h, double z, double px) {
    Function<Back, Scene> of = m -> Scene.of(w, h, wall(a, z, m));
    Back little = Scenes.shift(0.3 * px / 2, -0.2);
    add(out, "same", Truth.SAME, little, of.apply(little), b);
    add(out, "same, noisy", Truth.SAME, little, of.apply(little).with(6, 0, 0, 0), b);
    add(
        out,
        "same, large actor",
        Truth.SAME,
        little,
        of.apply(little).with(3, 0, 0, 0).somebody(0.22, b),
        b);
    Back nudge = Scenes.shift(3.3 * px, -1.7 * px);
    add(out, "nudged", Truth.MOVED, nudge, of.apply(nudge), b);
    Back turn = Scenes.similar(new Registration(-2.2 * px, 1.1, 0.21 * px, 1));
    add(out, "turned", Truth.MOVED, turn, of.apply(turn).with(3, 0, 0.2, 0), b);
    Back zoom = Scenes.similar(new Registration(0.4, 0.6, 0, 1 + 0.006 * px));
    add(out, "zoomed", Truth.MOVED, zoom, of.apply(zoom), b);
    add(out, "darker", Truth.LIGHT, little, of.apply(little).with(2, 0, -0.3 * px, 0), b);
    add(out, "one side brighter", Truth.LIGHT, little, of.apply(little).with(2, 0, 0, 0.35), b);
    add(out, "warmer", Truth.LIGHT, little, of.apply(little).tint(1.06, 0.93), b);
  }

  private static void bent(
      List<Trial> out, String a, String b, int w, int h, double z, double px, double k) {
    Function<Back, Scene> of = m -> Scene.of(w, h, wall(a, z, m));
    for (double deg : new double[] {0.1 * k, 0.5 * k, 1.5 * k}) {
      Back pan = Scenes.turned(w / (2 * Math.tan(Math.toRadians(20))), deg, -0.4 * deg);
      add(
          out,
          String.format(Locale.ROOT, "head turned %.2f°", deg),
          Truth.MOVED,
          pan,
          of.apply(pan),
          b);
    }
    Back wide = Scenes.turned(w / (2 * Math.tan(Math.toRadians(37))), 0.2 * k, 0.9 * k);
    add(out, "wide lens tilted", Truth.MOVED, wide, of.apply(wide).with(3, 0, 0.15, 0), b);
    Back skew = Scenes.skewed(4 * px, 0, h);
    add(out, "rows skewed", Truth.MOVED, skew, of.apply(skew), b);
    Back squeeze = Scenes.skewed(0.5, -3.2 * px, h);
    add(out, "rows squeezed", Truth.MOVED, squeeze, of.apply(squeeze), b);
    Back lens = Scenes.bent(0.004 * px, w);
    add(out, "lens bends otherwise", Truth.MOVED, lens, of.apply(lens), b);
    Back both = Scenes.then(Scenes.bent(-0.006, w), Scenes.shift(2 * px, px));
    add(out, "lens bends and nudged", Truth.MOVED, both, of.apply(both), b);
  }

  private static void parts(
      List<Trial> out, String a, String b, int w, int h, double z, double px) {
    Shape lower = (x, y) -> y > 0.06 + 0.03 * Math.sin(9 * x);
    Shape house = (x, y) -> x > -0.42 && x < -0.02 && y > -0.16;
    Shape trunk = (x, y) -> Math.abs(x - 0.18 - 0.3 * y) < 0.07;
    for (double near : new double[] {1.6, 3, 6, 12}) {
      for (double far : near == 3 ? new double[] {0, 0.5} : new double[] {0}) {
        String name = String.format(Locale.ROOT, "ground slid %.1f far %.1f", near * px, far * px);
        // At the corners: the near ground below, the far wall above.
        Back truth = (x, y) -> new double[] {x - (y > 0 ? near : far) * px, y};
        Layer back = wall(a, z, Scenes.shift(far * px, 0));
        add(
            out,
            name + ", in two",
            Truth.PARTS,
            truth,
            Scene.of(w, h, new Layer(b, z, lower, Scenes.shift(near * px, 0), In.BOTH), back),
            a);
        add(
            out,
            name + ", evenly",
            Truth.PARTS,
            truth,
            Scene.of(
                w,
                h,
                new Layer(b, z, (x, y) -> y > 0, Scenes.ground(near * px, far * px, 0, h), In.BOTH),
                back),
            a);
      }
    }
    add(
        out,
        "house before the hill",
        Truth.PARTS,
        null,
        Scene.of(
            w,
            h,
            new Layer(b, z, house, Scenes.shift(2.4 * px, 0.4 * px), In.BOTH),
            wall(a, z, Scenes.STILL)),
        a);
    add(
        out,
        "trunk and all turned",
        Truth.PARTS,
        null,
        Scene.of(
            w,
            h,
            new Layer(b, z, trunk, Scenes.shift(9 * px, 2), In.BOTH),
            wall(a, z, Scenes.shift(2 * px, 2))),
        a);
  }

  private static void odd(List<Trial> out, String a, String b, int w, int h, double z, double px) {
    double brick = 16.85 * px;
    Layer bricks = new Layer("brick", brick, Scenes.ALL, Scenes.shift(2 * brick, 0), In.BOTH);
    add(out, "bricks a whole brick on", Truth.UNKNOWABLE, null, Scene.of(w, h, bricks), b);
    Layer few = new Layer("brick", brick, (x, y) -> x > -0.3, Scenes.shift(2 * px, 0.5), In.BOTH);
    Back moved = Scenes.shift(2 * px, 0.5);
    add(
        out,
        "bricks beside a house",
        Truth.MOVED,
        moved,
        Scene.of(w, h, few, wall(a, z, moved)),
        b);
    Back little = Scenes.shift(0.2, -0.1);
    for (double blur : new double[] {1.2, 2.2, 4}) {
      add(
          out,
          "softer by " + blur * px,
          Truth.SOFT,
          little,
          Scene.of(w, h, wall(a, z, little)).with(2, blur * px, 0, 0),
          b);
    }
    Layer there = new Layer(a, z, Scenes.ALL, Scenes.STILL, In.FIRST);
    Layer here = new Layer(b, z, Scenes.ALL, Scenes.STILL, In.SECOND);
    out.add(new Trial("another place " + w, Truth.OTHER, Scene.of(w, h, there, here), null));
  }
}
