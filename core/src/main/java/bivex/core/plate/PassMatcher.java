package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.picture.Motion;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.plate.PassMatch.Frame;
import bivex.core.plate.PassMatch.Parts;
import bivex.core.plate.PlateComparison.Limits;
import java.util.ArrayList;
import java.util.List;

/** Lays frames of one pass over their counterparts in another, as they come. */
public final class PassMatcher {
  /** Every so many frames the parts are followed too. */
  private static final int LOOKED_AT = 15;

  /** Part of the frames that may be too dark or too bright before the light is not told. */
  private static final double MOST_UNLIT = 0.1;

  /** Error of following a frame, px of the small frames, by which all may be off alike. */
  private static final double FOLLOWED_PX = 0.05;

  /** From here on a start by whole frames is another one; part of a frame. */
  private static final double WHOLE = 0.6;

  /** A retime by less is not worth its loss of sharpness; part of a frame. */
  private static final double LEAST_RETIME = 0.02;

  /** A retime must leave less than this of what is off. */
  private static final double HELPS = 0.8;

  private final PassMove move;
  private final PassMove.Sync sync;
  private final double perPx;
  private final List<Frame> seen = new ArrayList<>();
  private final List<Double> blind = new ArrayList<>();
  private int unlit;
  private Parts parts = new Parts(0, 0, null);
  private Registration before = Registration.NONE;

  /**
   * @param move of the first
   * @param perPx pixels of the whole picture in one of the frames that are given
   */
  public PassMatcher(PassMove move, PassMove.Sync sync, double perPx) {
    this.move = move;
    this.sync = sync;
    this.perPx = InvalidInput.positive("scale", perPx);
  }

  /**
   * @param number of the first, from 0
   * @param first frame
   * @param second its counterpart
   */
  public void frame(int number, Picture first, Picture second) {
    PlateComparison.mustFit(first.width(), first.height(), second.width(), second.height());
    Registering r = Registering.follow(first.luma(), second.luma(), before);
    before = r.sure() ? r.found() : before;
    Registration f = r.found();
    unlit += TakeWatch.lit(first.luma()) && TakeWatch.lit(second.luma()) ? 0 : 1;
    if (seen.size() % LOOKED_AT == 0) {
      look(number, first, second);
    }
    seen.add(
        new Frame(
            number,
            number + sync.frames(),
            f.dx() * perPx,
            f.dy() * perPx,
            f.degrees(),
            f.scale(),
            f.worstPx(first.width(), first.height()) * perPx,
            TakeWatch.stops(first.luma(), second.luma(), r.sure() ? f : Registration.NONE),
            r.sure()));
  }

  private void look(int number, Picture first, Picture second) {
    Registering r =
        Registering.of(first.luma(), second.luma(), Registering.Grade.FINE, () -> false);
    if (!r.sure()) {
      return;
    }
    blind.add(r.motion().blindPx() * perPx);
    List<Motion.Other> others = r.motion().others();
    // Somebody who goes the same way in both is no slide of the camera.
    if (!others.isEmpty() && PlaceFaults.areSet(others)) {
      double px = others.get(0).offPx() * perPx;
      if (px > parts.px()) {
        parts = new Parts(px, number, null);
      }
    }
  }

  /**
   * By how many frames the second begins later still, where the passes turn out to be whole frames
   * apart along their move; 0 where they are not. Then they are laid over each other anew.
   */
  public int further() {
    double[] r = retime();
    return r == null || Math.abs(r[0]) < WHOLE ? 0 : (int) Math.rint(r[0]);
  }

  /**
   * @param lightDoubt why the light cannot be judged; empty when it can
   */
  public PassMatch done(Limits limits, String lightDoubt) {
    List<Frame> placed = seen.stream().filter(Frame::sure).toList();
    double worst = placed.stream().mapToDouble(Frame::worstPx).max().orElse(0);
    double error =
        placed.isEmpty()
            ? 0
            : 2
                    * StandOfCamera.tremble(
                        PassMatch.values(placed, Frame::dx), PassMatch.values(placed, Frame::dy))
                + FOLLOWED_PX * perPx;
    double[] retime = retime();
    boolean helps =
        retime != null && Math.abs(retime[0]) > LEAST_RETIME && retime[1] < HELPS * worst;
    return new PassMatch(
        sync.moving(),
        sync.frames(),
        sync.even(),
        List.copyOf(seen),
        error,
        new Parts(
            parts.px(),
            parts.frame(),
            blind.isEmpty()
                ? null
                : Double.valueOf(LightMatch.median(blind.stream().mapToDouble(v -> v).toArray()))),
        helps ? retime[0] : 0,
        helps ? retime[1] : worst,
        lightDoubt.isEmpty() && unlit > MOST_UNLIT * seen.size()
            ? "they are too dark or too bright"
            : lightDoubt,
        limits);
  }

  /**
   * What a retime takes away, by least squares of what is left against the speed of the first.
   *
   * @return frames that the second is late by, and how far the worst frame is off then, px; null
   *     where nothing moves
   */
  private double[] retime() {
    double up = 0;
    double down = 0;
    for (Frame f : seen) {
      double[] v = move.speed(f.first());
      if (f.sure() && v != null) {
        up -= (f.dx() * v[0] + f.dy() * v[1]) * perPx;
        down += (v[0] * v[0] + v[1] * v[1]) * perPx * perPx;
      }
    }
    if (down < seen.size() * Math.pow(PassMove.MOVES * perPx, 2)) {
      return null;
    }
    double late = up / down;
    double most = 0;
    for (Frame f : seen) {
      double[] v = move.speed(f.first());
      if (f.sure() && v != null) {
        double off =
            Math.hypot(f.dx() + late * v[0] * perPx, f.dy() + late * v[1] * perPx)
                + Math.max(0, f.worstPx() - Math.hypot(f.dx(), f.dy()));
        most = Math.max(most, off);
      }
    }
    return new double[] {late, most};
  }
}
