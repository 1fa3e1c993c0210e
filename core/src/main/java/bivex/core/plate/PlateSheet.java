package bivex.core.plate;

import bivex.core.Said;
import bivex.core.picture.Motion;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Cause;
import bivex.core.plate.PlateComparison.Limits;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * A comparison as it is shown: every figure in words with what is beyond its limit, and what is
 * worth drawing over the picture. A screen has nothing to judge.
 *
 * @param figures in the order they are read
 * @param also what is beyond its limit after the worst, which the verdict and the remedy name
 * @param found how the second lies on the first
 * @param back what lays it back, as in {@link Registration#back}; null when that is not known
 * @param shifts worth drawing; empty while all is well within the limit
 * @param odd regions whose light, or whose place, is not that of the whole
 * @param full what the strongest colour of a map stands for
 */
public record PlateSheet(
    int width,
    int height,
    boolean sure,
    boolean agrees,
    String verdict,
    String remedy,
    List<Figure> figures,
    List<Also> also,
    Registration found,
    double[] back,
    List<Registering.TileShift> shifts,
    List<Odd> odd,
    Full full,
    Limits limits) {
  /**
   * @param value with its unit
   * @param note limit or doubt; may be empty
   * @param beyond whether it is beyond its limit
   */
  public record Figure(String label, String value, String note, boolean beyond) {}

  /**
   * @param remedy what to do about it
   */
  public record Also(String label, String found, String remedy) {}

  /**
   * A region, shares of the frame.
   *
   * @param words its light against the first, or how far it lies from where it was
   */
  public record Odd(double left, double top, double right, double bottom, String words) {}

  /**
   * @param stops either way
   * @param deltaE ΔE00
   * @param misfit percent of full scale
   */
  public record Full(double stops, double deltaE, double misfit) {}

  private static final double MISFIT = 6;

  /** Share of the limit from which shifts are drawn: less is only noise in lines. */
  private static final double DRAWN = 0.5;

  public static PlateSheet of(PlateReading r) {
    Limits l = r.limits();
    List<Registering.TileShift> shifts =
        r.sure() && r.worstPx() > DRAWN * l.shiftPx()
            ? r.tiles().stream().filter(Registering.TileShift::agrees).toList()
            : List.of();
    List<Odd> odd =
        r.light().regions().stream()
            .filter(x -> x.stops() != null && Math.abs(x.stops() - r.light().stops()) > l.stops())
            .map(
                x ->
                    new Odd(
                        x.left(),
                        x.top(),
                        x.right(),
                        x.bottom(),
                        PlateComparison.signed(x.stops(), 2) + " stops"))
            .collect(Collectors.toCollection(ArrayList::new));
    // What was kept before parts were looked at has none.
    (r.moved() == null ? List.<Motion.Other>of() : r.moved())
        .stream()
            .filter(o -> r.sure() && PlaceFaults.beyond(o, l))
            .map(
                o ->
                    new Odd(
                        o.left(),
                        o.top(),
                        o.right(),
                        o.bottom(),
                        PlaceFaults.moves(o.dx(), o.dy())))
            .forEach(odd::add);
    List<Also> also =
        r.faults().stream().skip(1).map(f -> new Also(f.label(), f.found(), f.remedy())).toList();
    return new PlateSheet(
        r.width(),
        r.height(),
        r.sure(),
        r.agrees(),
        r.verdict(),
        r.remedy(),
        r.sure() ? figures(r) : List.of(),
        also,
        r.found(),
        r.sure() ? r.found().back(r.width(), r.height()) : null,
        shifts,
        List.copyOf(odd),
        full(l),
        l);
  }

  /**
   * What the strongest colour of each map stands for: what is well beyond its limit is seen at a
   * glance.
   */
  public static Full full(Limits l) {
    return new Full(4 * l.stops(), 2 * l.deltaE(), MISFIT);
  }

  private static List<Figure> figures(PlateReading r) {
    Limits l = r.limits();
    List<Figure> out = new ArrayList<>();
    out.add(
        new Figure(
            "Shift across",
            way(r.found().dx(), "left", "right"),
            "",
            beyond(r, Cause.NUDGE) || beyond(r, Cause.TURNED)));
    out.add(
        new Figure(
            "Shift down",
            way(r.found().dy(), "up", "down"),
            "",
            beyond(r, Cause.NUDGE) || beyond(r, Cause.TURNED)));
    out.add(new Figure("Turn", PlateComparison.turn(r.found().degrees(), 3), "", false));
    out.add(
        new Figure(
            "Size",
            PlateComparison.signed(100 * (r.found().scale() - 1), 3) + " %",
            "",
            beyond(r, Cause.SIZE)));
    if (r.found().bend() != null) {
      out.add(
          new Figure(
              "Shape",
              Said.of("bent by %.2f px at the edge", bent(r)),
              "beside shift, turn and size",
              beyond(r, Cause.LENS) || beyond(r, Cause.SKEW) || beyond(r, Cause.TURNED)));
    }
    r.faults().stream()
        .filter(f -> f.cause() == Cause.PARALLAX || f.cause() == Cause.PART_MOVED)
        .forEach(
            f ->
                out.add(
                    new Figure(
                        "Parts that moved",
                        f.found(),
                        Said.of("limit %s", number(l.shiftPx())),
                        true)));
    out.add(
        new Figure(
            "Worst corner",
            Said.of("%.2f px", r.worstPx()),
            Said.of("± %.2f, limit %s", r.uncertaintyPx(), number(l.shiftPx())),
            r.worstPx() > l.shiftPx()));
    if (r.light().measured()) {
      out.add(
          new Figure(
              "Light",
              PlateComparison.signed(r.light().stops(), 3) + " stops",
              Said.of("limit %s", number(l.stops())),
              beyond(r, Cause.EXPOSURE)));
      r.faults().stream()
          .filter(f -> f.cause() == Cause.LIGHT_MOVED)
          .forEach(
              f ->
                  out.add(
                      new Figure(
                          f.label().substring(0, 1).toUpperCase(Locale.ROOT)
                              + f.label().substring(1),
                          moved(r, f),
                          Said.of("limit %s", f.limit()),
                          true)));
      out.add(
          new Figure(
              "Colour of light",
              PlateComparison.signed(r.light().mired(), 1) + " mired",
              Said.of("limit %s", number(l.mired())),
              beyond(r, Cause.WHITE_BALANCE)));
      out.add(new Figure("Colour", Said.of("ΔE00 %.2f", r.light().deltaE()), "", false));
    }
    out.add(
        new Figure(
            "Softer by",
            r.softerPx() == null
                ? "cannot be told"
                : PlateComparison.signed(r.softerPx(), 2) + " px",
            Said.of("limit %s", number(l.blurPx())),
            beyond(r, Cause.FOCUS)));
    out.add(
        new Figure("Not the same", Said.of("%.0f %% of the frame", 100 * r.differs()), "", false));
    return List.copyOf(out);
  }

  /** How far what bends moves the place it moves most, px. */
  private static double bent(PlateReading r) {
    Registration f = r.found();
    return f.furthest(
        new Registration(f.dx(), f.dy(), f.degrees(), f.scale()), r.width(), r.height());
  }

  /** Light of the region that a fault names; in its own words when it is about colour. */
  private static String moved(PlateReading r, PlateComparison.Fault f) {
    return r.light().regions().stream()
        .filter(x -> f.label().equals("light, " + x.name()))
        .findFirst()
        .map(x -> PlateComparison.signed(x.stops(), 2) + " stops")
        .orElse(f.found());
  }

  private static boolean beyond(PlateReading r, Cause cause) {
    return r.faults().stream().anyMatch(f -> f.cause() == cause);
  }

  private static String way(double px, String less, String more) {
    String v = Said.of("%.2f px", Math.abs(px));
    return v.startsWith("0.00") ? v : v + " " + (px < 0 ? less : more);
  }

  /** A limit as it was entered, without idle noughts. */
  static String number(double v) {
    return Said.of("%.2f", v).replaceFirst("\\.?0+$", "");
  }
}
