package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.picture.Coding;
import bivex.core.picture.Motion;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * Two plates of a match set laid over each other and measured (S28): shift, turn and size, light
 * and colour by region, sharpness, what does not fit, and what that means against the limits of the
 * set. Whoever stands in one of them and not in the other is left out.
 *
 * @param sure whether it could be measured; when not, light was looked at as the pictures lie and
 *     nothing is concluded
 * @param doubt why not; empty when sure
 * @param found how the second lies on the first
 * @param uncertaintyPx one standard deviation of the worst corner, px
 * @param worstPx how far the place on the frame's edge that moved most has moved, px
 * @param light light and colour
 * @param lightDoubt why the light is not judged although it was measured; empty when it is
 * @param softerPx how much softer the second is, as the standard deviation of a blur, px; negative
 *     when sharper; null when it cannot be told; of two that are not sure only where it is why
 * @param differs share of the frame that is not the same in both, 0 to 1: people, mostly
 * @param tiles shifts where they were seen
 * @param motion what parts of the picture say, each by itself
 * @param faults what is beyond its limit, worst first
 * @param verdict in one breath
 * @param limits they were held to
 */
public record PlateComparison(
    int width,
    int height,
    boolean sure,
    String doubt,
    Registration found,
    double uncertaintyPx,
    double worstPx,
    LightMatch light,
    String lightDoubt,
    Double softerPx,
    double differs,
    List<Registering.TileShift> tiles,
    Motion motion,
    List<Fault> faults,
    String verdict,
    Limits limits) {
  /**
   * What still counts as the same. The defaults are planning defaults of the project (common
   * practice, no source).
   *
   * @param shiftPx of the worst corner, px
   * @param stops light, stops
   * @param mired colour of the light, mired
   * @param deltaE colour of a region after the whole is graded, ΔE00
   * @param blurPx standard deviation of a blur, px
   */
  public record Limits(double shiftPx, double stops, double mired, double deltaE, double blurPx) {
    public static final Limits USUAL = new Limits(1, 0.05, 3, 2, 0.5);

    public Limits {
      InvalidInput.within("limits: shift", shiftPx, 0.05, 100);
      InvalidInput.within("limits: light", stops, 0.01, 5);
      InvalidInput.within("limits: colour of light", mired, 0.5, 500);
      InvalidInput.within("limits: colour", deltaE, 0.2, 100);
      InvalidInput.within("limits: sharpness", blurPx, 0.1, 50);
    }
  }

  /** What most likely happened. */
  public enum Cause {
    PARALLAX("the camera moved sideways"),
    PART_MOVED("a part of the picture moved by itself"),
    NUDGE("the camera was nudged"),
    TURNED("the head turned"),
    SKEW("the camera moved while the rows were read"),
    LENS("the lens bends the picture otherwise: the focus, the zoom or the lens was changed"),
    SIZE("the picture changed its size: focus breathing, a zoom, or the camera moved in"),
    FOCUS("the focus was moved"),
    EXPOSURE("the exposure was changed"),
    WHITE_BALANCE("the white balance, or the colour of the lamps, changed"),
    LIGHT_MOVED("the light moved");

    private final String words;

    Cause(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * Something beyond its limit.
   *
   * @param label what was measured
   * @param found with its unit
   * @param limit with its unit
   * @param effect what it does to the picture
   * @param remedy what to do
   * @param times how many times the limit it is
   */
  public record Fault(
      Cause cause,
      String label,
      String found,
      String limit,
      String effect,
      String remedy,
      double times) {}

  /** Told of progress. */
  @FunctionalInterface
  public interface Progress {
    void at(double share, String doing);
  }

  /**
   * @param first the reference
   * @param second what is held against it; of the same size
   * @throws InvalidInput naming {@code picture} when the sizes differ
   */
  public static PlateComparison of(
      Picture first, Picture second, Limits limits, Progress progress, BooleanSupplier cancelled) {
    return of(first, second, null, null, limits, progress, cancelled);
  }

  /**
   * @param firstCoding how the first codes its light; null where that is beyond doubt
   */
  public static PlateComparison of(
      Picture first,
      Picture second,
      Coding firstCoding,
      Coding secondCoding,
      Limits limits,
      Progress progress,
      BooleanSupplier cancelled) {
    mustFit(first.width(), first.height(), second.width(), second.height());
    progress.at(0.1, "laying them over each other");
    Registering r = Registering.of(first.luma(), second.luma(), Registering.Grade.FINE, cancelled);
    Double hides = r.sure() || cancelled.getAsBoolean() ? null : hides(first.luma(), second.luma());
    if (hides != null) {
      r = softened(first.luma(), second.luma(), hides, r, cancelled);
    }
    Double softer = r.sure() ? Sharpness.softer(first.luma(), second.luma(), r) : hides;
    if (r.sure() && softer == null && r.motion().blindPx() > VAGUE) {
      r =
          r.doubting(
              "parts of it cannot be followed: one of the two is far out of focus, or nothing in"
                  + " both is sharp");
    }
    progress.at(0.6, "light and colour");
    Registration where = r.sure() ? r.found() : Registration.NONE;
    LightMatch light = LightMatch.of(first, second, where, r.sure() ? r : null);
    String lightDoubt = Coding.doubt(firstCoding, first.levels(), secondCoding, second.levels());
    double worst = where.worstPx(first.width(), first.height());
    progress.at(1, "done");
    return new PlateComparison(
            first.width(),
            first.height(),
            r.sure(),
            r.doubt(),
            where,
            r.sure() ? r.uncertaintyPx() : 0,
            worst,
            lightDoubt.isEmpty() ? light : light.undecided(),
            lightDoubt,
            softer,
            light.differs(),
            r.shifts(),
            r.motion(),
            List.of(),
            "",
            limits)
        .held(limits);
  }

  /** Softer than this, px, one picture hides how it lies on the other. */
  private static final double HIDES = 1.5;

  /** Where parts are only told from each other beyond this, px, light mixes with its neighbours. */
  private static final double VAGUE = 4;

  /** About how much softer the second is, px, where that may hide how they lie; else null. */
  private static Double hides(Plane first, Plane second) {
    Double softer = Sharpness.between(first, second);
    return softer == null || Math.abs(softer) < HIDES ? null : softer;
  }

  /** How they lie, tried again with the sharper one softened as much as the other is. */
  private static Registering softened(
      Plane first, Plane second, double softer, Registering r, BooleanSupplier cancelled) {
    Registering again =
        Registering.of(
            softer > 0 ? first.blurred(softer) : first,
            softer > 0 ? second : second.blurred(-softer),
            Registering.Grade.FINE,
            cancelled);
    return again.sure()
        ? again
        : r.doubting(
            Said.of(
                "the %s is out of focus, by about %.0f px against the %s",
                softer > 0 ? "second" : "first",
                Math.abs(softer),
                softer > 0 ? "first" : "second"));
  }

  /** The same measurement held to other limits: nothing is measured again. */
  public PlateComparison held(Limits to) {
    PlateComparison c = with(sure ? faults(to) : List.of(), "", to);
    return c.with(c.faults, c.verdict(c.faults), to);
  }

  private PlateComparison with(List<Fault> beyond, String words, Limits to) {
    return new PlateComparison(
        width,
        height,
        sure,
        doubt,
        found,
        uncertaintyPx,
        worstPx,
        light,
        lightDoubt,
        softerPx,
        differs,
        tiles,
        motion,
        beyond,
        words,
        to);
  }

  /** Refuses plates of different size with what that may mean. */
  public static void mustFit(int w1, int h1, int w2, int h2) {
    if (w1 == w2 && h1 == h2) {
      return;
    }
    double shape = (double) w1 / h1 / ((double) w2 / h2);
    throw new InvalidInput(
        "picture",
        Math.abs(shape - 1) < 0.005
            ? Said.of(
                "is %s × %s px, the reference %s × %s: the same shape at another size; export both"
                    + " at the size they were recorded in",
                w2, h2, w1, h1)
            : Said.of(
                "is %s × %s px, the reference %s × %s: one of them was cropped; export the whole"
                    + " frame of both",
                w2, h2, w1, h1));
  }

  /** Ninths of the frame that must be comparable before two plates are called the same. */
  private static final int LEAST_REGIONS = 4;

  /** Share of the frame that may differ then. */
  private static final double MOST_DIFFERS = 0.75;

  /** Whether light and colour are known well enough to grade the second like the first. */
  public boolean graded() {
    return light.measured() && lightDoubt.isEmpty();
  }

  /**
   * Whether everything that was measured is within the limits, all of it could be measured, and it
   * was enough of the frame.
   */
  public boolean agrees() {
    return sure
        && light.measured()
        && faults.isEmpty()
        && covered()
        && known()
        && motion.repeats() == null;
  }

  /** Whether the place is known well enough to say that it, and all parts, are within the limit. */
  private boolean known() {
    return worstPx + 2 * uncertaintyPx <= limits.shiftPx && motion.blindPx() <= limits.shiftPx;
  }

  private long regionsSeen() {
    return light.regions().stream().filter(x -> x.stops() != null).count();
  }

  private boolean covered() {
    return regionsSeen() >= LEAST_REGIONS && differs <= MOST_DIFFERS;
  }

  private List<Fault> faults(Limits l) {
    List<Fault> out = new ArrayList<>(PlaceFaults.of(this, l));
    Double softer = softerPx;
    if (softer != null && Math.abs(softer) > l.blurPx) {
      out.add(
          new Fault(
              Cause.FOCUS,
              "sharpness",
              Said.of("%s by %.1f px", softer > 0 ? "softer" : "sharper", Math.abs(softer)),
              Said.of("%s px", plain(l.blurPx, 2)),
              "the background is " + (softer > 0 ? "softer" : "sharper") + " beyond the join",
              Said.of(
                  "set the focus back and shoot it again; else soften the %s by %.1f px, detail"
                      + " that is not there cannot be had",
                  softer > 0 ? "first" : "second", Math.abs(softer)),
              Math.abs(softer) / l.blurPx));
    }
    // Blurred squares mix with their neighbours; what that makes of a region is not light that
    // moved.
    double bendLimit =
        l.stops * (softer == null || Math.abs(softer) <= l.blurPx ? 1 : 1 + Math.abs(softer));
    if (light.measured() && light.bendStops() <= bendLimit && Math.abs(light.stops()) > l.stops) {
      out.add(
          new Fault(
              Cause.EXPOSURE,
              "light",
              Said.of(
                  "%s by %.2f stops all over",
                  light.stops() > 0 ? "brighter" : "darker", Math.abs(light.stops())),
              Said.of("%s stops", plain(l.stops, 2)),
              "it steps at the join",
              Said.of(
                  "grade the second by %s stops%s",
                  signed(-light.stops(), 2),
                  Math.abs(light.stops()) > 1
                      ? "; more than a stop changes the grain, rather shoot it again"
                      : ""),
              Math.abs(light.stops()) / l.stops));
    }
    if (light.measured() && Math.abs(light.mired()) > l.mired) {
      out.add(
          new Fault(
              Cause.WHITE_BALANCE,
              "colour of the light",
              Said.of(
                  "%s by about %.0f mired",
                  light.mired() > 0 ? "warmer" : "bluer", Math.abs(light.mired())),
              Said.of("%s mired", plain(l.mired, 1)),
              "the same wall has two colours",
              Said.of(
                  "set the kelvin by hand and shoot it again; else grade red %s, blue %s stops"
                      + " against green",
                  signed(light.green() - light.red(), 2), signed(light.green() - light.blue(), 2)),
              Math.abs(light.mired()) / l.mired));
    }
    if (light.measured() && light.bendStops() > bendLimit) {
      LightMatch.Region at = light.worstRegion();
      double off = at.stops() - light.stops();
      out.add(
          new Fault(
              Cause.LIGHT_MOVED,
              "light, " + at.name(),
              Said.of(
                  "%s by %.2f stops %s, %s stops elsewhere",
                  at.stops() > 0 ? "brighter" : "darker",
                  Math.abs(at.stops()),
                  place(at),
                  signed(light.stops(), 2)),
              Said.of("%s stops", plain(l.stops, 2)),
              "one grade for all does not match it",
              Said.of(
                  "shoot it again in the first light; else put the join where both agree and"
                      + " feather it over %.0f px, or fade the grade over the take",
                  JoinFinder.feather(off)),
              Math.abs(off) / l.stops));
    }
    LightMatch.Region odd = light.oddestColor();
    if (light.measured()
        && odd != null
        && odd.deltaE() > l.deltaE
        && light.bendStops() <= bendLimit
        && (softer == null || Math.abs(softer) <= l.blurPx)) {
      out.add(
          new Fault(
              Cause.LIGHT_MOVED,
              "colour, " + odd.name(),
              Said.of("ΔE %.1f after the whole is graded", odd.deltaE()),
              Said.of("ΔE %s", plain(l.deltaE, 1)),
              "a colour of its own there",
              "look for a lamp or a reflection that was not there; keep the join away from it",
              odd.deltaE() / l.deltaE));
    }
    out.sort((a, b) -> Double.compare(b.times, a.times));
    return List.copyOf(out);
  }

  private String verdict(List<Fault> faults) {
    if (!sure) {
      return "Not measurable: " + doubt + ".";
    }
    if (faults.isEmpty() && !lightDoubt.isEmpty()) {
      return Said.of(
          "They lie on each other within %.2f px, but their light is not judged: %s.",
          worstPx, lightDoubt);
    }
    if (faults.isEmpty() && !light.measured()) {
      return Said.of(
          "They lie on each other within %.2f px, but their light could not be compared: too"
              + " bright, too dark, or covered. Shoot a still with a grey card.",
          worstPx);
    }
    if (faults.isEmpty() && motion.repeats() != null) {
      return Said.of(
          "Not sure: the pattern repeats every %.0f px. They lie on each other within %.2f px, and"
              + " would if the camera had moved by that much too.",
          Math.hypot(motion.repeats().dx(), motion.repeats().dy()), worstPx);
    }
    if (faults.isEmpty() && !known()) {
      return Said.of(
          "Not sure: they lie on each other within %.2f px, but that is only known to ± %.2f, and"
              + " the limit is %s.",
          worstPx, Math.max(2 * uncertaintyPx, motion.blindPx()), plain(limits.shiftPx, 2));
    }
    if (faults.isEmpty() && !covered()) {
      return Said.of(
          "What could be compared agrees within %.2f px and %.2f stops, but that is %s of 9 parts"
              + " of the frame and %.0f %% of it differs: too little to call them the same.",
          worstPx, Math.abs(light.stops()), regionsSeen(), 100 * differs);
    }
    if (faults.isEmpty()) {
      String not =
          light.regions().stream()
              .filter(x -> x.stops() == null)
              .map(LightMatch.Region::name)
              .collect(java.util.stream.Collectors.joining(", "));
      return Said.of(
              not.isEmpty()
                  ? "They agree: within %.2f px"
                  : "They agree where they can be compared (not: " + not + "): within %.2f px",
              worstPx)
          + Said.of(", %.2f stops", Math.abs(light.stops()))
          + (softerPx == null ? "." : Said.of(" and %.1f px of blur.", Math.abs(softerPx)));
    }
    Fault f = faults.get(0);
    String more =
        faults.size() == 1
            ? ""
            : faults.size() == 2
                ? ", and " + faults.get(1).cause.words
                : ", and " + (faults.size() - 1) + " more things differ";
    return f.cause.words.substring(0, 1).toUpperCase(java.util.Locale.ROOT)
        + f.cause.words.substring(1)
        + ": "
        + f.found
        + more
        + ".";
  }

  /** What to do where nothing could be measured. */
  String remedy() {
    return softerPx != null
        ? "set the focus as it was and shoot it again"
        : motion.contradicts()
            ? "put the camera and the set back as they were and shoot it again"
            : "shoot a chart, or a still with the lights on, and lay that over";
  }

  /** What to do where no fault was found and they are not called the same either. */
  String missing() {
    return !lightDoubt.isEmpty()
        ? "say under the picture which curve it is in, and measure again"
        : !light.measured()
            ? "shoot a still with a grey card in it, and lay that over"
            : motion.repeats() != null
                ? "shoot a still with something in it that is there once, and lay that over"
                : !known()
                    ? "shoot a sharp still with more detail in it and nobody in it, and lay that"
                        + " over"
                    : "shoot a still with nobody in it, and lay that over";
  }

  private static String place(LightMatch.Region r) {
    return (r.name().equals("middle") ? "in the " : "at the ") + r.name();
  }

  /** A way in words, without what rounds to nothing. */
  static String way(double dx, double dy, int decimals) {
    String across = plain(Math.abs(dx), decimals);
    String down = plain(Math.abs(dy), decimals);
    List<String> out = new ArrayList<>();
    if (!across.matches("[0.]+")) {
      out.add(across + (dx < 0 ? " px left" : " px right"));
    }
    if (!down.matches("[0.]+") || out.isEmpty()) {
      out.add(down + (dy < 0 ? " px up" : " px down"));
    }
    return String.join(", ", out);
  }

  static String turn(double degrees, int decimals) {
    String s = plain(Math.abs(degrees), decimals);
    return s + (s.matches("[0.]+") ? "°" : degrees < 0 ? "° against the clock" : "° clockwise");
  }

  /** With its sign, and without one when it rounds to nothing. */
  static String signed(double v, int decimals) {
    String s = plain(Math.abs(v), decimals);
    return (s.matches("[0.]+") ? "" : v < 0 ? "−" : "+") + s;
  }

  static String plain(double v, int decimals) {
    return Said.of("%." + decimals + "f", v);
  }
}
