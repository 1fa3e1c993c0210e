package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateZones.Measured;
import bivex.core.plate.PlateZones.Occupied;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The join of two plates over the frames of a cut: the one that is seen least (S29), through the
 * room that the performers leave (S17). Both orders of the plates are tried.
 *
 * @param kind standing while nobody crosses it; moving when it must follow; crossing when some
 *     frames need a matte by hand; none when all would
 * @param swapped whether the second plate goes to the left of it
 * @param points corners of the join, {x, y} px of the frame; none where there is no join
 * @param svg the same as SVG path data
 * @param moving place of the join in every frame, px; empty unless it moves
 * @param crossing frames in which somebody is across it, from 0
 * @param handMatte hours for those frames
 * @param featherPx width to mix over; null where the light across it cannot be told
 * @param fadeFrames frames to fade the grade over when the light drifts
 * @param stepStops light of the second plate across the join that is left after the whole is
 *     graded; null where it cannot be told
 * @param colorStops red against blue of the second, held against the first, after the grade; null
 *     where it cannot be told
 * @param differencePercent what differs along it, percent of full scale; null without a join
 * @param roomPx to the nearest performer that was measured; null where nobody was
 * @param title what kind of join it is, in words
 * @param words for the desk
 * @param figures what was measured, in the order it is read
 */
public record PlateJoin(
    Kind kind,
    boolean swapped,
    String title,
    List<double[]> points,
    String svg,
    List<Double> moving,
    List<Integer> crossing,
    Estimate handMatte,
    Double featherPx,
    int fadeFrames,
    Double stepStops,
    Double colorStops,
    Double differencePercent,
    Double roomPx,
    String words,
    List<PlateSheet.Figure> figures) {
  /** What kind of join there is, best first. */
  public enum Kind {
    STATIC,
    MOVING,
    CROSSING,
    NONE
  }

  /** Of the width: a join nearer to the edge of the frame would leave one plate out. */
  private static final double EDGE_OF_FRAME = 0.05;

  /** Of the width: less between two things is no gap. */
  private static final double LEAST_GAP = 0.02;

  /** A grade that is less is no work, stops. */
  private static final double TOLD_GRADE = 0.02;

  /** Of the frames: so many fewer must be crossed for the other order to be proposed. */
  private static final double CLEARLY_FEWER = 0.1;

  /**
   * Where a join goes in one order of the plates.
   *
   * @param path for a standing join, through the room; null for any other
   * @param plan for any other; null for a standing one
   * @param byStills whether the stills kept it away from somebody nobody measured
   */
  private record Way(
      Kind kind, boolean swapped, JoinFinder path, JoinPlan plan, int crossed, boolean byStills) {
    boolean clearlyBetter(Way o, int frames) {
      return kind.compareTo(o.kind) < 0
          || kind == Kind.CROSSING
              && o.kind == Kind.CROSSING
              && o.crossed - crossed > CLEARLY_FEWER * frames;
    }
  }

  /** What the two plates and their performers are, for one order and the other. */
  private record Scene(
      JoinGround ground,
      int width,
      List<Occupied> left,
      List<Occupied> right,
      JoinFinder.Room stills,
      double slopePx,
      double driftStops) {
    int frames() {
      return Math.max(left.size(), right.size());
    }

    double margin() {
      return PlateZones.MARGIN * width;
    }

    Way way(boolean swapped) {
      List<Occupied> l = swapped ? right : left;
      List<Occupied> r = swapped ? left : right;
      JoinFinder.Room measured = PlateZones.room(l, r, width, margin());
      // Of a plate that nobody measured, its still may tell where somebody is not.
      boolean unknown = left.isEmpty() || right.isEmpty();
      JoinFinder path = unknown && stills != null ? through(measured.within(stills)) : null;
      if (path != null) {
        return new Way(Kind.STATIC, swapped, path, null, 0, true);
      }
      path = through(unknown ? measured.within(inside()) : measured);
      path = path == null && unknown ? through(measured) : path;
      if (path != null) {
        return new Way(Kind.STATIC, swapped, path, null, 0, false);
      }
      JoinPlan plan =
          JoinPlan.of(
              edges(l, frames(), o -> o.right() * width + margin(), 0),
              edges(r, frames(), o -> o.left() * width - margin(), width),
              slopePx);
      int crossed = plan.crossing().size();
      Kind kind =
          plan.kind() != JoinPlan.Kind.CROSSING
              ? Kind.MOVING
              : crossed < frames() ? Kind.CROSSING : Kind.NONE;
      return new Way(kind, swapped, null, plan, crossed, false);
    }

    /** Null where the room leaves no way. */
    private JoinFinder through(JoinFinder.Room room) {
      try {
        return JoinFinder.of(ground, room, driftStops);
      } catch (InvalidInput e) {
        return null;
      }
    }

    /** A join nearer to the edge of the frame would leave one plate out. */
    private JoinFinder.Room inside() {
      return JoinFinder.Room.between(EDGE_OF_FRAME * width, (1 - EDGE_OF_FRAME) * width, 1);
    }

    /** In how many frames a bent join would pass that does not in any other. */
    long bent(boolean swapped) {
      List<Occupied> l = swapped ? right : left;
      List<Occupied> r = swapped ? left : right;
      return IntStream.range(0, frames())
          .filter(f -> through(PlateZones.room(frame(l, f), frame(r, f), width, margin())) != null)
          .count();
    }

    private static List<Occupied> frame(List<Occupied> all, int f) {
      return f < all.size() ? List.of(all.get(f)) : List.of();
    }
  }

  /**
   * @param first the plate meant for the left of the join
   * @param second the plate meant for the right
   * @param c how the second lies on the first; must be sure
   * @param left where somebody is in the first plate; without frames when it was not measured
   * @param right the same of the second
   * @param slopePx how far a moving join may go a frame, px
   * @param driftStops drift of the light over the takes
   * @throws InvalidInput naming {@code comparison} when the plates could not be laid over each
   *     other
   */
  public static PlateJoin of(
      Picture first,
      Picture second,
      PlateComparison c,
      Measured left,
      Measured right,
      double slopePx,
      double driftStops,
      EffortRates rates) {
    if (!c.sure()) {
      throw new InvalidInput(
          "comparison", "the plates could not be laid over each other: " + c.doubt());
    }
    LightMatch light = c.light();
    double[] grade =
        light.measured() ? new double[] {light.red(), light.green(), light.blue()} : new double[3];
    Scene scene =
        new Scene(
            JoinGround.of(first, second, c.found(), grade),
            first.width(),
            left.frames(),
            right.frames(),
            between(PlateZones.of(first, second, c.found(), 0), first.width(), first.height()),
            slopePx,
            driftStops);
    Way asked = scene.way(false);
    Way other = asked.kind == Kind.STATIC ? asked : scene.way(true);
    Way way = other.clearlyBetter(asked, scene.frames()) ? other : asked;
    List<String> doubts =
        Stream.of(left.doubt(), right.doubt()).filter(d -> !d.isEmpty()).distinct().toList();
    return new Told(scene, way, asked, c, rates, doubts).join();
  }

  /**
   * Room by the stills alone: the widest gap between two things that are in one of them only; null
   * where there is none.
   */
  private static JoinFinder.Room between(Occupied differs, int width, int height) {
    JoinFinder.Room out = null;
    double widest = LEAST_GAP;
    double reach = Double.POSITIVE_INFINITY;
    for (PlateZones.Box b : differs.boxes()) {
      if (b.left() - reach > widest) {
        widest = b.left() - reach;
        out = JoinFinder.Room.between(reach * width, b.left() * width, height);
      }
      reach = reach > 1 ? b.right() : Math.max(reach, b.right());
    }
    return out;
  }

  private static double[] edges(
      List<Occupied> all, int frames, ToDoubleFunction<Occupied> edge, double nobody) {
    return IntStream.range(0, frames)
        .mapToDouble(
            f -> f < all.size() && !all.get(f).empty() ? edge.applyAsDouble(all.get(f)) : nobody)
        .toArray();
  }

  /** The words and figures of a way. */
  private record Told(
      Scene scene, Way way, Way asked, PlateComparison c, EffortRates rates, List<String> doubts) {
    PlateJoin join() {
      List<Integer> crossing = way.plan == null ? List.of() : way.plan.crossing();
      Estimate hours =
          crossing.isEmpty()
              ? Estimate.NONE
              : rates.hours(TaskKind.HAND_MATTE, crossing.size(), TaskKind.Difficulty.FAIR);
      JoinFinder j = path(crossing);
      Double room = j == null ? null : room(j, Set.copyOf(crossing));
      boolean lit = c.graded();
      return new PlateJoin(
          way.kind,
          way.swapped,
          title(),
          j == null ? List.of() : j.points(),
          j == null ? "" : j.svg(),
          way.kind == Kind.MOVING ? Arrays.stream(way.plan.path()).boxed().toList() : List.of(),
          crossing,
          hours,
          j == null || !lit ? null : j.featherPx(),
          j == null ? 0 : j.fadeFrames(),
          j == null || !lit ? null : j.stepStops(),
          j == null || !lit ? null : j.colorStops(),
          j == null ? null : (Double) j.differencePercent(),
          room,
          words(j, hours, room, lit),
          figures(j, crossing, hours, room, lit));
    }

    /** Null where there is no join. */
    private JoinFinder path(List<Integer> crossing) {
      return switch (way.kind) {
        case STATIC -> way.path;
        case MOVING -> JoinFinder.upright(scene.ground, way.plan.path(), scene.driftStops);
        case CROSSING -> {
          Set<Integer> crossed = Set.copyOf(crossing);
          List<Occupied> l = free(way.swapped ? scene.right : scene.left, crossed);
          List<Occupied> r = free(way.swapped ? scene.left : scene.right, crossed);
          JoinFinder.Room room = PlateZones.room(l, r, scene.width, scene.margin());
          try {
            yield JoinFinder.of(scene.ground, room, scene.driftStops);
          } catch (InvalidInput e) {
            // The gap is narrower than a cell: straight down through it.
            yield JoinFinder.upright(
                scene.ground, new double[] {way.plan.path()[0]}, scene.driftStops);
          }
        }
        case NONE -> null;
      };
    }

    /** Least distance, over all frames that are not crossed, to anybody in the same row. */
    private Double room(JoinFinder j, Set<Integer> crossed) {
      double least = Double.POSITIVE_INFINITY;
      for (int f = 0; f < scene.frames(); f++) {
        if (crossed.contains(f)) {
          continue;
        }
        double upright = way.kind == Kind.MOVING ? way.plan.path()[f] : Double.NaN;
        for (boolean first : new boolean[] {true, false}) {
          List<Occupied> all = first ? scene.left : scene.right;
          boolean leftOfIt = first != way.swapped;
          double[][] edges = f < all.size() ? all.get(f).edges() : new double[0][];
          for (int y = 0; y < edges.length; y++) {
            double edge = edges[y][leftOfIt ? 1 : 0] * scene.width;
            int row = Math.min(j.path().length - 1, y * j.path().length / edges.length);
            double at = Double.isNaN(upright) ? j.path()[row] : upright;
            least = Double.isNaN(edge) ? least : Math.min(least, leftOfIt ? at - edge : edge - at);
          }
        }
      }
      return Double.isInfinite(least) ? null : (Double) least;
    }

    private String title() {
      String plain =
          switch (way.kind) {
            case STATIC -> "A standing join";
            case MOVING -> "A moving join";
            case CROSSING -> "Somebody crosses it";
            case NONE -> "There is no join";
          };
      return way.swapped ? plain + ", the other way round" : plain;
    }

    private String words(JoinFinder j, Estimate hours, Double room, boolean lit) {
      List<String> out = new ArrayList<>();
      if (way.swapped) {
        out.add(
            Said.of(
                "The second plate goes to the left: as chosen, %s.",
                switch (asked.kind) {
                  case STATIC, MOVING -> "the join must move";
                  case CROSSING ->
                      Said.of(
                          "somebody is across it in %s of %s frames",
                          asked.crossed, scene.frames());
                  case NONE -> "there is no join";
                }));
      }
      out.add(kind(hours, room));
      if (j != null) {
        out.add(mixed(j, room, lit));
      }
      String unknown = unmeasured();
      if (!unknown.isEmpty()) {
        out.add(unknown);
      }
      out.addAll(doubts);
      return String.join(" ", out);
    }

    private String kind(Estimate hours, Double room) {
      return switch (way.kind) {
        case STATIC ->
            scene.frames() == 0
                ? "It stands."
                : room == null
                    ? "It stands; nobody was found in either plate."
                    : "It stands, and nobody who was found crosses it.";
        case MOVING -> Said.of("It must move with them, with %.0f px to spare.", room);
        case CROSSING ->
            Said.of(
                "Somebody is across it in %s of %s frames: a matte by hand, %.1f to %.1f hours.",
                way.crossed, scene.frames(), hours.low(), hours.high());
        case NONE -> none(hours);
      };
    }

    private String none(Estimate hours) {
      long bent = Math.max(scene.bent(false), scene.bent(true));
      return Said.of(
              "In each of the %s frames somebody is across it, wherever it stands and whichever"
                  + " plate is on the left.",
              scene.frames())
          + (bent > 0
              ? Said.of(
                  " Drawn anew for each frame it would pass between them in %s of them.", bent)
              : "")
          + Said.of(
              " Shoot the parts further apart; else cut one of them out by hand, %.1f to %.1f"
                  + " hours.",
              hours.low(), hours.high());
    }

    private String mixed(JoinFinder j, Double room, boolean lit) {
      if (!lit || j.featherPx() == null) {
        return c.lightDoubt().isEmpty()
            ? "It is too dark or cut off along it to tell the light: how wide to mix is not known."
            : "How wide to mix is not known: " + c.lightDoubt();
      }
      return Said.of("Feather %.0f px", j.featherPx())
          + (room != null && j.featherPx() / 2 > room
              ? Said.of(", but there are only %.0f px to the nearer performer", room)
              : "")
          + (j.fadeFrames() > 0 ? Said.of("; fade the grade over %s frames", j.fadeFrames()) : "")
          + ".";
    }

    /** Which plate's performers are not known. */
    private String unmeasured() {
      boolean l = scene.left.isEmpty();
      boolean r = scene.right.isEmpty();
      if (!l && !r) {
        return "";
      }
      return Said.of(
          "Nobody's room is measured %s: it %s.",
          l && r ? "yet" : l ? "in the first plate" : "in the second plate",
          way.byStills
              ? "keeps clear of whoever the stills show, and may run through somebody in another"
                  + " frame"
              : "may run through somebody");
    }

    private List<PlateSheet.Figure> figures(
        JoinFinder j, List<Integer> crossing, Estimate hours, Double room, boolean lit) {
      List<PlateSheet.Figure> out = new ArrayList<>();
      if (j != null && lit) {
        graded(out);
        add(out, "Feather", j.featherPx(), "%.0f px");
        if (j.stepStops() != null) {
          plain(out, "Light across it", PlateComparison.signed(j.stepStops(), 3) + " stops");
        }
        if (j.colorStops() != null) {
          plain(
              out,
              "Red against blue across it",
              PlateComparison.signed(j.colorStops(), 3) + " stops");
        }
      }
      if (j != null) {
        add(out, "Differs along it", j.differencePercent(), "%.1f %%");
      }
      add(out, "Nearest performer", room, "%.0f px");
      if (j != null && j.fadeFrames() > 0) {
        plain(out, "Fade the grade", j.fadeFrames() + " frames");
      }
      if (!crossing.isEmpty()) {
        out.add(
            new PlateSheet.Figure(
                "Crossed in",
                (crossing.size() == 1 ? "frame " : "frames ") + runs(crossing),
                "",
                true));
        plain(out, "Matte by hand", Said.of("%.1f–%.1f h", hours.low(), hours.high()));
      }
      return List.copyOf(out);
    }

    /** The grade that is taken out before the join is looked for, where there is one to tell. */
    private void graded(List<PlateSheet.Figure> out) {
      LightMatch l = c.light();
      if (Math.max(Math.abs(l.red()), Math.max(Math.abs(l.green()), Math.abs(l.blue())))
          >= TOLD_GRADE) {
        plain(
            out,
            "Grade the second first",
            PlateComparison.signed(-l.red(), 2)
                + ", "
                + PlateComparison.signed(-l.green(), 2)
                + ", "
                + PlateComparison.signed(-l.blue(), 2)
                + " stops of red, green, blue");
      }
    }

    private static void add(List<PlateSheet.Figure> out, String label, Double v, String form) {
      if (v != null) {
        plain(out, label, Said.of(form, v));
      }
    }

    private static void plain(List<PlateSheet.Figure> out, String label, String value) {
      out.add(new PlateSheet.Figure(label, value, "", false));
    }
  }

  private static List<Occupied> free(List<Occupied> all, Set<Integer> crossed) {
    List<Occupied> out = new ArrayList<>();
    for (int f = 0; f < all.size(); f++) {
      if (!crossed.contains(f)) {
        out.add(all.get(f));
      }
    }
    return out;
  }

  /** Numbers in rising order as runs: 3, 7–9. */
  static String runs(List<Integer> numbers) {
    StringBuilder b = new StringBuilder();
    for (int i = 0; i < numbers.size(); i++) {
      int from = numbers.get(i);
      while (i + 1 < numbers.size() && numbers.get(i + 1) == numbers.get(i) + 1) {
        i++;
      }
      b.append(b.length() == 0 ? "" : ", ")
          .append(from)
          .append(from == numbers.get(i) ? "" : "–" + numbers.get(i));
    }
    return b.toString();
  }
}
