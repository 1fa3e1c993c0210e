package bivex.core.rescue;

import bivex.core.InvalidInput;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.method.Plan;
import bivex.core.optics.Raster;
import bivex.core.optics.Reframe;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.PlateTerms;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import bivex.core.time.Motion;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * What can be made in place of a plate that is missing, from the takes that really exist (F3). Each
 * way is reckoned in sharpness, cadence and hours, and ranked by how well it stands in: score =
 * suits · sharpness · cover · (1 − made-up frames) · (1 − held frames ÷ 2) ÷ (1 + hours ÷ 40). The
 * weights are this project's own; the sums inside are S2, S12 and S25.
 */
public final class Rescue {
  private Rescue() {}

  /**
   * The ways, with how well each stands in when nothing else is lost (this project's own planning
   * values).
   */
  public enum Way {
    PATCHED("patch it from two takes"),
    BORROWED("borrow frames in which that part is free"),
    ANOTHER_TAKE("use another take"),
    PUNCHED_IN("punch in"),
    SLOWED("slow it down"),
    HELD("hold the last frame"),
    REORDERED("cut round it"),
    PICKED_UP("pick it up");

    private final String words;

    Way(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A take there is.
   *
   * @param name slate and take, as people say it
   * @param plate key of the plate it was made for
   * @param kind what that plate is
   * @param raster null when it was not read; the production's is then assumed
   * @param rate null when it was not read; the production's is then assumed
   * @param frames recorded
   * @param sameSetup whether it was made in the setup of the missing plate
   * @param broken whether it breaks its match set
   * @param free where and when it shows the set with nobody before it; null when nobody knows
   */
  public record Footage(
      String name,
      String plate,
      Plan.PlateKind kind,
      Raster raster,
      FrameRate rate,
      long frames,
      boolean sameSetup,
      boolean broken,
      FreeFrames free) {}

  /**
   * The plate that is missing.
   *
   * @param frames frames the cut needs of it, handles included
   * @param tighter how much closer than the takes it is framed, 1 to 20
   * @param struck whether the set is gone
   */
  public record Wanted(
      Plan.Plate plate,
      Raster capture,
      Raster delivery,
      FrameRate rate,
      int frames,
      double tighter,
      boolean struck) {
    public Wanted {
      InvalidInput.within("tighter", tighter, 1, 20);
      InvalidInput.within("frames", (long) frames, 1, 1_000_000);
    }
  }

  /**
   * One way, worked out.
   *
   * @param from names of the takes it is made from
   * @param sharpnessPercent source pixels per delivered pixel, at most 100
   * @param madeUpPercent share of frames that must be made up
   * @param coverPercent share of the frame's width it can stand in for; null when nobody knows
   * @param cadence what becomes of the movement, in words
   * @param hours of work it costs
   * @param score 0 to 1, higher stands in better
   * @param caveat what to mind
   */
  public record Option(
      Way way,
      List<String> from,
      double sharpnessPercent,
      double madeUpPercent,
      Double coverPercent,
      String cadence,
      Estimate hours,
      double score,
      String caveat) {
    /** What it costs beside work, in words; empty when nothing. */
    public String losses() {
      List<String> out = new ArrayList<>();
      if (sharpnessPercent < 99.5) {
        out.add(text("%.0f %% of the sharpness", sharpnessPercent));
      }
      if (madeUpPercent > 0.5) {
        out.add(text("%.0f %% of its frames made up", madeUpPercent));
      }
      if (coverPercent != null && coverPercent < 99.5) {
        out.add(text("%.0f %% of the width painted by hand", 100 - coverPercent));
      }
      return String.join(", ", out);
    }
  }

  /** Every way there is, best first; picking it up is always among them. */
  public static List<Option> rank(Wanted w, List<Footage> takes, EffortRates rates) {
    List<Option> out = new ArrayList<>();
    boolean clean = w.plate().kind() == Plan.PlateKind.CLEAN;
    List<Footage> here =
        takes.stream()
            .filter(
                t ->
                    t.sameSetup()
                        && !t.plate().equals(w.plate().key())
                        && (t.kind() == Plan.PlateKind.PERFORMANCE
                            || t.kind() == Plan.PlateKind.CLEAN))
            .toList();
    for (Footage t : takes) {
      if (t.plate().equals(w.plate().key())) {
        out.add(
            timed(
                w,
                t,
                Way.ANOTHER_TAKE,
                t.broken() ? 0.55 : 0.95,
                1,
                rates,
                t.broken() ? "breaks the match set: bring it back by shift and grade" : ""));
      }
    }
    if (clean) {
      cleans(w, here, rates, out);
    } else if (w.plate().kind() != Plan.PlateKind.GUIDE) {
      for (Footage t : takes) {
        boolean picture =
            t.kind() == Plan.PlateKind.PERFORMANCE
                || t.kind() == Plan.PlateKind.INSERT
                || t.kind() == Plan.PlateKind.TRACKING;
        if (picture && !t.plate().equals(w.plate().key())) {
          out.add(
              timed(
                  w,
                  t,
                  w.tighter() > 1 ? Way.PUNCHED_IN : Way.REORDERED,
                  t.sameSetup() ? 0.7 : 0.5,
                  w.tighter(),
                  rates,
                  t.sameSetup() ? "" : "from another setup: light and eyeline must agree"));
        }
      }
    }
    out.add(pickUp(w));
    out.sort(Comparator.comparingDouble(Option::score).reversed());
    return List.copyOf(out);
  }

  /** The best of a ranking, at most two of one way, with the pick-up always among them. */
  public static List<Option> varied(List<Option> ranked, int most) {
    List<Option> out = new ArrayList<>();
    for (Option o : ranked) {
      boolean room = out.size() < most && out.stream().filter(x -> x.way() == o.way()).count() < 2;
      if (room || o.way() == Way.PICKED_UP) {
        out.add(o);
      }
    }
    return List.copyOf(out);
  }

  private static void cleans(Wanted w, List<Footage> here, EffortRates rates, List<Option> out) {
    for (int i = 0; i < here.size(); i++) {
      for (int j = i + 1; j < here.size(); j++) {
        Footage a = here.get(i);
        Footage b = here.get(j);
        if (!a.plate().equals(b.plate())) {
          double sharp = Math.min(sharpness(w, a, 1), sharpness(w, b, 1));
          Double cover = cover(a, b);
          Estimate hours =
              rates
                  .hours(TaskKind.PAINT, 6, Difficulty.FAIR)
                  .plus(rates.hours(TaskKind.SPLIT_MATTE, 1, Difficulty.FAIR))
                  .plus(uncovered(cover, rates));
          out.add(
              option(
                  Way.PATCHED,
                  List.of(a.name(), b.name()),
                  sharp,
                  0,
                  0,
                  cover,
                  "still frames, moving grain",
                  hours,
                  a.broken() || b.broken() ? 0.55 : 0.88,
                  (cover == null
                          ? UNKNOWN
                          : "the first is "
                              + a.free().words()
                              + "; the second is "
                              + b.free().words()
                              + "; ")
                      + "no shadow across the join"));
        }
      }
      Footage t = here.get(i);
      Double cover = cover(t, t);
      Estimate hours =
          rates.hours(TaskKind.PAINT, 12, Difficulty.FAIR).plus(uncovered(cover, rates));
      out.add(
          option(
              Way.BORROWED,
              List.of(t.name()),
              sharpness(w, t, 1),
              0,
              0,
              cover,
              "frames before the entrance or after the exit",
              hours,
              t.broken() ? 0.45 : 0.72,
              cover == null
                  ? UNKNOWN + "only as far as that part of the frame is free"
                  : t.free().words()));
    }
  }

  /**
   * A take stretched to the length wanted: as it is, slowed as far as frames allow, or held at the
   * end.
   */
  private static Option timed(
      Wanted w,
      Footage t,
      Way way,
      double suits,
      double tighter,
      EffortRates rates,
      String caveat) {
    FrameRate rate = t.rate() == null ? w.rate() : t.rate();
    double have = w.rate().frames(rate.seconds(t.frames()));
    Conform c = new Conform(w.rate(), rate);
    double sharp = sharpness(w, t, tighter);
    // A take of the plate itself shows all of it; what another shows instead, nobody knows.
    Double cover = t.plate().equals(w.plate().key()) ? 100.0 : null;
    Estimate hours =
        rates.hours(TaskKind.CAMERA_MOVE, 1, sharp < 100 ? Difficulty.HARD : Difficulty.FAIR);
    if (have + 1e-9 >= w.frames()) {
      return option(
          way,
          List.of(t.name()),
          sharp,
          0,
          0,
          cover,
          Motion.of(c, 1, 240).how() == Motion.How.EVEN
              ? "plays evenly"
              : "uneven: " + rate.name() + " fps on " + w.rate().name(),
          hours,
          suits,
          caveat);
    }
    double speed = have / w.frames();
    double made = c.syntheticShare(1 / speed);
    double heldShare = 1 - speed;
    Option slowed =
        option(
            Way.SLOWED,
            List.of(t.name()),
            sharp,
            made,
            0,
            cover,
            text("slowed to %.0f %%, %.2f frames a step", speed * 100, c.step(speed)),
            hours.plus(
                rates.hours(TaskKind.RETIME, 1, made > 0.3 ? Difficulty.HARD : Difficulty.FAIR)),
            suits,
            tighter > 1 ? text("punched in %.2f× as well", tighter) : caveat);
    Option held =
        option(
            Way.HELD,
            List.of(t.name()),
            sharp,
            0,
            heldShare,
            cover,
            text("last frame held %.0f frames", w.frames() - have),
            hours.plus(rates.hours(TaskKind.LIGHT_EFFECT, 1, Difficulty.FAIR)),
            suits * 0.85,
            "give it grain and breath");
    return slowed.score() >= held.score() ? slowed : held;
  }

  private static Option pickUp(Wanted w) {
    Estimate hours = w.struck() ? new Estimate(4, 8, 24) : new Estimate(0.25, 0.5, 1);
    return option(
        Way.PICKED_UP,
        List.of(),
        100,
        0,
        0,
        100.0,
        "as planned",
        hours,
        w.struck() ? 0.62 : 0.99,
        w.struck()
            ? "the set, the light and the camera data must be had again"
            : "the set still stands: shoot it now");
  }

  private static Option option(
      Way way,
      List<String> from,
      double sharp,
      double made,
      double held,
      Double cover,
      String cadence,
      Estimate hours,
      double suits,
      String caveat) {
    // What nobody knows counts as half: neither there nor not. How well a take of another plate
    // stands in is in what suits already.
    boolean part = way == Way.PATCHED || way == Way.BORROWED;
    double covered = cover != null ? cover / 100 : part ? 0.5 : 1;
    double score =
        suits * sharp / 100 * covered * (1 - made) * (1 - held / 2) / (1 + hours.mean() / 40);
    return new Option(way, from, sharp, made * 100, cover, cadence, hours, score, caveat);
  }

  private static final String UNKNOWN = "look first what is free in it, nobody knows; ";

  /** Frames of painting by hand for a fiftieth of the width; this project's own planning value. */
  private static final double PAINTED = 0.5;

  /** Work for what stays uncovered; where that is not known, anything from none to all of it. */
  private static Estimate uncovered(Double cover, EffortRates rates) {
    Estimate all = rates.hours(TaskKind.PAINT, 50 * PAINTED, Difficulty.HARD);
    return cover == null
        ? new Estimate(0, all.likely() / 2, all.high())
        : cover >= 100
            ? Estimate.NONE
            : rates.hours(TaskKind.PAINT, (100 - cover) / 2 * PAINTED, Difficulty.HARD);
  }

  /** Columns free in one take or the other, percent; null when nobody knows. */
  private static Double cover(Footage a, Footage b) {
    if (a.free() == null || b.free() == null) {
      return null;
    }
    BitSet both = a.free().columns();
    both.or(b.free().columns());
    return 100.0 * both.cardinality() / FreeFrames.COLUMNS;
  }

  private static double sharpness(Wanted w, Footage t, double tighter) {
    return Reframe.effectiveResolutionPercent(
        t.raster() == null ? w.capture() : t.raster(), w.delivery(), tighter);
  }

  /** One line of camera data to repeat. */
  public record Setting(String label, String value) {}

  /** The exact camera data to repeat in a pick-up; what was not read is said. */
  public static List<Setting> toRepeat(CameraData c) {
    List<Setting> out = new ArrayList<>();
    add(out, "body", c.body(), "");
    add(out, "lens", c.lens(), "");
    add(out, "focal length", c.focalMm(), " mm");
    add(out, "stop", c.fNumber() == null ? null : "f/" + number(c.fNumber()), "");
    add(
        out,
        "shutter",
        c.shutterSeconds() == null ? null : "1/" + number(1 / c.shutterSeconds()),
        " s");
    add(out, "ISO", c.iso(), "");
    add(out, "white", c.whiteK(), " K");
    add(out, "focus", c.focusM(), " m, manual");
    add(out, "rate", c.rate() == null ? null : c.rate().name(), " fps");
    add(out, "raster", c.raster() == null ? null : c.raster().text(), "");
    add(out, "height", c.heightM(), " m");
    add(out, "tilt", c.tiltDeg(), "°");
    add(out, "distance", c.distanceM(), " m");
    return List.copyOf(out);
  }

  /** The lens of a pick-up: as the take it must match was shot, else as the plan asks. */
  public static String lens(CameraData matched, PlateTerms asks) {
    Double focal = matched == null ? null : matched.focalMm();
    if (focal == null && asks != null) {
      focal = asks.camera().focalMm();
    }
    String name = matched == null || matched.lens() == null ? "" : matched.lens();
    String size = focal == null ? "" : number(focal) + " mm";
    return (" " + name).endsWith(" " + size) ? name : (name + " " + size).strip();
  }

  private static void add(List<Setting> out, String label, Object value, String unit) {
    out.add(
        new Setting(
            label,
            value == null
                ? "not read"
                : (value instanceof Double d ? number(d) : value.toString()) + unit));
  }

  private static String number(double x) {
    double r = Math.rint(x * 100) / 100;
    return r == Math.rint(r) ? Long.toString((long) r) : Double.toString(r);
  }

  private static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
