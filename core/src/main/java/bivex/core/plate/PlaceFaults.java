package bivex.core.plate;

import bivex.core.Said;
import bivex.core.picture.Motion;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Cause;
import bivex.core.plate.PlateComparison.Fault;
import bivex.core.plate.PlateComparison.Limits;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is wrong with the place of a plate: parts that moved by themselves, and the whole. */
final class PlaceFaults {
  private final PlateComparison c;
  private final Limits l;

  private PlaceFaults(PlateComparison c, Limits l) {
    this.c = c;
    this.l = l;
  }

  static List<Fault> of(PlateComparison c, Limits l) {
    PlaceFaults f = new PlaceFaults(c, l);
    List<Fault> out = new ArrayList<>();
    Optional<Fault> parts = f.partsMoved();
    parts.ifPresent(out::add);
    // What is true of the whole only is not to be laid back where its parts lie otherwise.
    boolean apart = parts.isPresent() && parts.get().cause() == Cause.PARALLAX;
    if (!apart && c.worstPx() > l.shiftPx()) {
      out.add(f.moved());
    }
    return out;
  }

  /** Share of a frame's width that a thing seldom has, and share of the frame. */
  private static final double WIDE = 0.3;

  private static final double LARGE = 0.06;

  /**
   * What lies otherwise than the whole, and further than the limit from there or from where it was.
   */
  private Optional<Fault> partsMoved() {
    List<Motion.Other> beyond = c.motion().others().stream().filter(o -> beyond(o, l)).toList();
    if (beyond.isEmpty()) {
      return Optional.empty();
    }
    Motion.Other o = beyond.get(0);
    boolean set = areSet(beyond);
    double px = Math.max(o.offPx(), Math.hypot(o.dx(), o.dy()));
    String where = at((o.left() + o.right()) / 2, (o.top() + o.bottom()) / 2);
    String there = moves(o.dx(), o.dy());
    return Optional.of(
        set
            ? new Fault(
                Cause.PARALLAX,
                "parts of the set",
                Said.of("%s %s, %s elsewhere", there, where, moves(c.found().dx(), c.found().dy())),
                Said.of("%s px", PlateComparison.plain(l.shiftPx(), 2)),
                "what is near and what is far no longer lie on each other: no one shift lays it"
                    + " back",
                "put the camera back where it stood and shoot it again; else lay back what is at"
                    + " the join and keep the join within it",
                px / l.shiftPx())
            : new Fault(
                Cause.PART_MOVED,
                "a part of the picture",
                Said.of("%s %s", there, where),
                Said.of("%s px", PlateComparison.plain(l.shiftPx(), 2)),
                "it stands in two places once they are put together",
                "if it is somebody who stood there both times, it is no matter; if it is the set,"
                    + " put it back and shoot it again, or keep the join away from it",
                px / l.shiftPx()));
  }

  /**
   * Whether parts are the set and not a thing or somebody: large, and wide or several.
   *
   * @param parts that lie otherwise, largest first; not empty
   */
  static boolean areSet(List<Motion.Other> parts) {
    double share = parts.stream().mapToDouble(Motion.Other::share).sum();
    return share > LARGE && (parts.get(0).right() - parts.get(0).left() > WIDE || parts.size() > 1);
  }

  /** Whether a part lies further than the limit from the whole, or from where it was. */
  static boolean beyond(Motion.Other o, Limits l) {
    return Math.max(o.offPx(), Math.hypot(o.dx(), o.dy())) > l.shiftPx();
  }

  static String moves(double dx, double dy) {
    return Math.hypot(dx, dy) < 0.05 ? "nothing" : PlateComparison.way(dx, dy, 1);
  }

  /** A place in words, by ninths. */
  private static String at(double x, double y) {
    String across = x < 1 / 3.0 ? "left" : x > 2 / 3.0 ? "right" : "middle";
    String down = y < 1 / 3.0 ? " top" : y > 2 / 3.0 ? " bottom" : "";
    return (across.equals("middle") && down.isEmpty() ? "in the " : "at the ") + across + down;
  }

  /** The whole has moved, and how. */
  private Fault moved() {
    double worst = c.worstPx();
    Registration r = c.found();
    double sizePx = Math.abs(r.scale() - 1) * Math.hypot(c.width(), c.height()) / 2;
    boolean bent = r.bend() != null;
    Cause cause =
        switch (c.motion().bending()) {
          case NONE -> sizePx > 0.6 * worst ? Cause.SIZE : Cause.NUDGE;
          case LENS -> Cause.LENS;
          case SKEW -> Cause.SKEW;
          case TURN -> Cause.TURNED;
          case PLANE -> Cause.NUDGE;
        };
    String back =
        bent
            ? Said.of(
                "lay it back by its corners, which lie at %s; the shot must be blown up by %.1f %%",
                corners(), r.costPercent(c.width(), c.height()))
            : Said.of(
                "lay it back: %s, turn %s, size %s; the shot must be blown up by %.1f %%",
                PlateComparison.way(-r.dx(), -r.dy(), 2),
                PlateComparison.turn(-r.degrees(), 3),
                PlateComparison.plain(1 / r.scale(), 5),
                r.costPercent(c.width(), c.height()));
    return new Fault(
        cause,
        cause == Cause.SIZE ? "size" : cause == Cause.LENS ? "shape" : "shift",
        switch (cause) {
          case SIZE ->
              Said.of(
                  "%s %% at the size, %.1f px at the corners",
                  PlateComparison.signed(100 * (r.scale() - 1), 2), worst);
          case LENS, SKEW -> Said.of("%.1f px at the edge of the frame", worst);
          case TURNED -> turned();
          default ->
              PlateComparison.way(r.dx(), r.dy(), 1)
                  + (Math.abs(r.degrees()) < 0.005
                      ? ""
                      : ", turned " + PlateComparison.turn(r.degrees(), 2))
                  + (bent ? ", and in perspective" : "");
        },
        Said.of("%s px", PlateComparison.plain(l.shiftPx(), 2)),
        Said.of("a corner is off by %.1f px: edges step at the join", worst),
        "shoot it again if the set stands; else " + back,
        worst / l.shiftPx());
  }

  private String corners() {
    StringBuilder out = new StringBuilder();
    for (double[] corner : c.found().corners(c.width(), c.height())) {
      out.append(out.isEmpty() ? "" : ", ").append(Said.of("%.2f/%.2f", corner[0], corner[1]));
    }
    return out.toString();
  }

  /** A focal length that this many frame widths hold is no lens that was measured. */
  private static final double LONGEST = 30;

  /**
   * A turn of the camera by its shift and its perspective: a place moves by f · tan of the angle,
   * and the perspective is that shift ÷ f². Before something flat a camera that moved does the
   * same.
   */
  private String turned() {
    Registration.Bend b = c.found().bend();
    double tilt = b.tiltX() * b.tiltX() + b.tiltY() * b.tiltY();
    double f2 = -(c.found().dx() * b.tiltX() + c.found().dy() * b.tiltY()) / tilt;
    double f = Math.sqrt(Math.max(0, f2));
    String shift = PlateComparison.way(c.found().dx(), c.found().dy(), 1);
    if (!(f > 0.4 * c.width() && f < LONGEST * c.width())) {
      return shift + ", and in perspective";
    }
    double pan = Math.toDegrees(Math.atan(-c.found().dx() / f));
    double down = Math.toDegrees(Math.atan(-c.found().dy() / f));
    return Said.of("%s: about %.2f°", shift, Math.hypot(pan, down));
  }
}
