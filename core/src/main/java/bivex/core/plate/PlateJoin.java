package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateZones.Occupied;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * The join of two plates over the frames of a cut: the one that is seen least (S29), through the
 * room that the performers leave (S17).
 *
 * @param kind standing while nobody crosses it; moving when it must follow; crossing when some
 *     frames need a matte by hand
 * @param points corners of the join, {x, y} px of the frame
 * @param svg the same as SVG path data
 * @param moving place of the join in every frame, px; empty unless it moves
 * @param crossing frames in which somebody is across it, from 0
 * @param handMatte hours for those frames
 * @param featherPx width to mix over
 * @param fadeFrames frames to fade the grade over when the light drifts
 * @param stepStops light across the join that is left after the whole is graded
 * @param differencePercent what differs along it, percent of full scale
 * @param roomPx to the nearest performer
 * @param title what kind of join it is, in words
 * @param words for the desk
 * @param figures in the order they are read
 */
public record PlateJoin(
    JoinPlan.Kind kind,
    String title,
    List<double[]> points,
    String svg,
    List<Double> moving,
    List<Integer> crossing,
    Estimate handMatte,
    double featherPx,
    int fadeFrames,
    double stepStops,
    double differencePercent,
    double roomPx,
    String words,
    List<PlateSheet.Figure> figures) {
  /**
   * @param c how the right plate lies on the left; must be sure
   * @param left where somebody is in the plate of the left part, per frame; may be empty
   * @param right the same of the right part
   * @param slopePx how far a moving join may go a frame, px
   * @param driftStops drift of the light over the takes
   * @throws InvalidInput naming {@code comparison} when the plates could not be laid over each
   *     other, {@code zones} when nothing is left between the parts
   */
  public static PlateJoin of(
      Picture leftPlate,
      Picture rightPlate,
      PlateComparison c,
      List<Occupied> left,
      List<Occupied> right,
      double slopePx,
      double driftStops,
      EffortRates rates) {
    if (!c.sure()) {
      throw new InvalidInput(
          "comparison", "the plates could not be laid over each other: " + c.doubt());
    }
    int w = leftPlate.width();
    double margin = PlateZones.MARGIN * w;
    int frames = Math.max(left.size(), right.size());
    try {
      JoinFinder.Room room = PlateZones.room(left, right, w, margin);
      return told(
          JoinPlan.Kind.STATIC,
          frames > 0,
          JoinFinder.of(leftPlate, rightPlate, c.found(), c.light().stops(), room, driftStops),
          List.of(),
          List.of(),
          Estimate.NONE,
          frames == 0
              ? "Nobody's room is measured yet: it may run through somebody."
              : "It stands, and nobody crosses it.");
    } catch (InvalidInput e) {
      if (frames == 0) {
        throw e;
      }
    }
    double[] l =
        IntStream.range(0, frames)
            .mapToDouble(f -> f < left.size() && !left.get(f).empty() ? left.get(f).right() * w : 0)
            .toArray();
    double[] r =
        IntStream.range(0, frames)
            .mapToDouble(
                f -> f < right.size() && !right.get(f).empty() ? right.get(f).left() * w : w)
            .toArray();
    JoinPlan plan = JoinPlan.of(l, r, slopePx);
    if (plan.kind() == JoinPlan.Kind.MOVING) {
      JoinFinder upright =
          JoinFinder.of(
              leftPlate,
              rightPlate,
              c.found(),
              c.light().stops(),
              JoinFinder.Room.between(
                  Math.max(0, plan.path()[0] - 2 * JoinFinder.step(w)),
                  Math.min(w, plan.path()[0] + 2 * JoinFinder.step(w)),
                  leftPlate.height()),
              driftStops);
      return told(
          plan.kind(),
          true,
          upright,
          java.util.Arrays.stream(plan.path()).boxed().toList(),
          List.of(),
          Estimate.NONE,
          Said.of("It must move with them, with %.0f px to spare.", plan.marginPx()));
    }
    Set<Integer> crossed = new HashSet<>(plan.crossing());
    JoinFinder.Room room = PlateZones.room(free(left, crossed), free(right, crossed), w, 0);
    Estimate hours =
        rates.hours(TaskKind.HAND_MATTE, plan.crossing().size(), TaskKind.Difficulty.FAIR);
    return told(
        JoinPlan.Kind.CROSSING,
        true,
        JoinFinder.of(leftPlate, rightPlate, c.found(), c.light().stops(), room, driftStops),
        List.of(),
        plan.crossing(),
        hours,
        Said.of(
            "Somebody is across it in %s of %s frames: a matte by hand, %.1f to %.1f hours.",
            plan.crossing().size(), frames, hours.low(), hours.high()));
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

  /**
   * @param measured whether anybody's room is known
   */
  private static PlateJoin told(
      JoinPlan.Kind kind,
      boolean measured,
      JoinFinder j,
      List<Double> moving,
      List<Integer> crossing,
      Estimate hours,
      String words) {
    String title =
        switch (kind) {
          case STATIC -> "A standing join";
          case MOVING -> "A moving join";
          case CROSSING -> "Somebody crosses it";
        };
    List<PlateSheet.Figure> figures = new ArrayList<>();
    figures.add(new PlateSheet.Figure("Feather", Said.of("%.0f px", j.featherPx()), "", false));
    figures.add(
        new PlateSheet.Figure(
            "Light across it", PlateComparison.signed(j.stepStops(), 3) + " stops", "", false));
    figures.add(
        new PlateSheet.Figure(
            "Differs along it", Said.of("%.1f %%", j.differencePercent()), "", false));
    figures.add(
        new PlateSheet.Figure(
            "Nearest performer",
            measured ? Said.of("%.0f px", j.roomPx()) : "nobody measured",
            "",
            false));
    if (j.fadeFrames() > 0) {
      figures.add(new PlateSheet.Figure("Fade the grade", j.fadeFrames() + " frames", "", false));
    }
    if (!crossing.isEmpty()) {
      figures.add(
          new PlateSheet.Figure(
              "Crossed in",
              (crossing.size() == 1 ? "frame " : "frames ") + runs(crossing),
              "",
              true));
      figures.add(
          new PlateSheet.Figure(
              "Matte by hand", Said.of("%.1f–%.1f h", hours.low(), hours.high()), "", false));
    }
    return new PlateJoin(
        kind,
        title,
        j.points(),
        j.svg(),
        moving,
        crossing,
        hours,
        j.featherPx(),
        j.fadeFrames(),
        j.stepStops(),
        j.differencePercent(),
        j.roomPx(),
        words + " " + j.words(),
        List.copyOf(figures));
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
