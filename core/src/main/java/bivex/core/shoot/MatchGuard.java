package bivex.core.shoot;

import bivex.core.Said;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.Exposure;
import bivex.core.optics.Raster;
import bivex.core.optics.Shutter;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/**
 * Compares the camera data of a take with the reference take of its match set, property by
 * property: what differs, how much, what it does to the picture and what to do. Tolerances are
 * planning defaults of the project (common practice, no source).
 */
public final class MatchGuard {
  /** Stops below which a difference is not seen after a grade match. */
  static final double STOPS = 0.05;

  /** Pixels of shift or blur below which plates are taken to agree. */
  static final double PX = 1;

  /**
   * White balance shift in mired that is taken to agree; 10 mired is about the smallest step seen
   * on a face.
   */
  static final double MIRED = 3;

  /** Height, m, within which near things still line up with far ones. */
  static final double HEIGHT_M = 0.005;

  /** Distance, percent, within which the size agrees. */
  static final double PERCENT = 0.2;

  /** How bad a finding is. */
  public enum Severity {
    BREAKS,
    SLIGHT,
    NOT_READ
  }

  /** What a take is held against. */
  public enum Against {
    /** Itself: what no take of such a set may have. */
    ITSELF,
    /** The reference take of its set. */
    REFERENCE,
    /** What the plan asks of its plate. */
    PLAN
  }

  /**
   * @param against what it is held against
   * @param property as in {@link CameraData}; "length", "held" and "measured" beside
   * @param label the trade's word for it
   * @param reference value of the reference take, or of the plan, with unit
   * @param actual value of this take, with unit
   * @param effect what the difference does to the picture, with numbers
   * @param severity how bad it is
   * @param remedy what to do
   * @param tolerance how far it may differ
   */
  public record Finding(
      Against against,
      String property,
      String label,
      String reference,
      String actual,
      String effect,
      Severity severity,
      String remedy,
      String tolerance) {
    Finding(
        Against against,
        String property,
        String label,
        String reference,
        String actual,
        String effect,
        Severity severity,
        String remedy) {
      this(against, property, label, reference, actual, effect, severity, remedy, within(property));
    }

    /** The same with another remedy. */
    Finding remedied(String other) {
      return new Finding(
          against, property, label, reference, actual, effect, severity, other, tolerance);
    }

    private static String within(String property) {
      return switch (property) {
        case "focalMm", "focusM", "tiltDeg", "rollDeg" -> Said.of("%.0f px", PX);
        case "fNumber", "shutterSeconds", "iso", "ndStops" -> Said.of("%s stops", STOPS);
        case "whiteK" -> Said.of("%.0f mired", MIRED);
        case "heightM" -> Said.of("%.0f mm", 1000 * HEIGHT_M);
        case "distanceM" -> Said.of("%s %%", PERCENT);
        case "whiteAuto", "exposureAuto", "focusAuto" -> "manual only";
        case "held" -> "not touched";
        case "tint" -> "1 step";
        default -> "the same";
      };
    }

    /** The finding in one breath, without the remedy. */
    public String said() {
      return property.equals("measured")
          ? "laid over the reference: " + effect
          : property.equals("held")
              ? "camera touched (" + actual + "); " + effect
              : label
                  + " "
                  + actual
                  + " against "
                  + reference
                  + (against == Against.PLAN ? " planned" : "")
                  + "; "
                  + effect;
    }
  }

  /**
   * What the guard needs to turn settings into pixels.
   *
   * @param raster picture size the effect is counted in
   * @param sensorWidthMm width of the sensor, mm
   * @param backgroundM distance of the background, m; null when unknown
   */
  public record Optics(Raster raster, double sensorWidthMm, Double backgroundM) {}

  private final CameraData ref;
  private final CameraData act;
  private final Optics optics;
  private final List<Finding> out = new ArrayList<>();

  private MatchGuard(CameraData ref, CameraData act, Optics optics) {
    this.ref = ref;
    this.act = act;
    this.optics = optics;
  }

  /**
   * Findings on a single take by itself: automatic modes where the set wants manual ones, a
   * stabiliser where it must not move.
   */
  public static List<Finding> alone(CameraData take, Set<MatchRule> rules) {
    List<Finding> out = new ArrayList<>();
    if (rules.contains(MatchRule.HELD) && Boolean.TRUE.equals(take.stabiliser())) {
      out.add(
          new Finding(
              Against.ITSELF,
              "stabiliser",
              "stabiliser",
              "off",
              "on",
              "a locked frame floats by several pixels, never twice the same way",
              Severity.BREAKS,
              "switch it off in body and lens and shoot it again; else steady each plate in post"));
    }
    if (rules.contains(MatchRule.MANUAL)) {
      auto(
          out,
          "whiteAuto",
          "white balance",
          take.whiteAuto(),
          "colour drifts inside the take and between plates",
          "set kelvin by hand and shoot it again; else a grade that is fitted frame by frame");
      auto(
          out,
          "exposureAuto",
          "exposure",
          take.exposureAuto(),
          "brightness follows whoever walks in",
          "lock aperture, shutter and ISO and shoot it again");
      auto(
          out,
          "focusAuto",
          "focus",
          take.focusAuto(),
          "the picture breathes and the background differs between doubles",
          "focus by hand on a stand-in and shoot it again");
    }
    return out;
  }

  /**
   * All findings of a take against its reference; empty when nothing differs and everything was
   * read.
   */
  public static List<Finding> compare(
      CameraData reference, CameraData take, Set<MatchRule> rules, Optics optics) {
    List<Finding> out = new ArrayList<>(alone(take, rules));
    if (rules.contains(MatchRule.SAME)) {
      new MatchGuard(reference, take, optics)
          .same().stream()
              .filter(f -> out.stream().noneMatch(o -> o.property().equals(f.property())))
              .forEach(out::add);
    }
    return List.copyOf(out);
  }

  private static void auto(
      List<Finding> out,
      String property,
      String label,
      Boolean value,
      String effect,
      String remedy) {
    if (Boolean.TRUE.equals(value)) {
      out.add(
          new Finding(
              Against.ITSELF,
              property,
              label,
              "manual",
              "automatic",
              effect,
              Severity.BREAKS,
              remedy));
    }
  }

  private List<Finding> same() {
    text("body", "camera body", ref.body(), act.body(), "another sensor and colour");
    text("lens", "lens", ref.lens(), act.lens(), "another distortion and size");
    if (read("focalMm", "focal length", ref.focalMm(), act.focalMm(), "mm")) {
      double px = optics.raster().width() / 2.0 * Math.abs(act.focalMm() / ref.focalMm() - 1);
      number(
          "focalMm",
          "focal length",
          ref.focalMm(),
          act.focalMm(),
          "mm",
          px > PX,
          Said.of(
              "size differs by %.1f %%: %.0f px at the edge of frame",
              100 * Math.abs(act.focalMm() / ref.focalMm() - 1), px),
          "set it back and shoot again; else scale the plate and lose that share of resolution");
    }
    if (read("fNumber", "aperture", ref.fNumber(), act.fNumber(), "f/")) {
      double stops = Exposure.stopsBetweenApertures(ref.fNumber(), act.fNumber());
      number(
          "fNumber",
          "aperture",
          ref.fNumber(),
          act.fNumber(),
          "f/",
          Math.abs(stops) > STOPS,
          Said.of(
              "%s by %.1f stops, and the background blur changes",
              stops > 0 ? "darker" : "brighter", Math.abs(stops)),
          "set it back and shoot again; blur cannot be graded");
    }
    if (read("shutterSeconds", "shutter", ref.shutterSeconds(), act.shutterSeconds(), "s")) {
      double stops = Exposure.stopsLost(ref.shutterSeconds(), act.shutterSeconds());
      if (Math.abs(stops) > 1e-6) {
        add(
            "shutterSeconds",
            "shutter",
            Shutter.text(ref.shutterSeconds()),
            Shutter.text(act.shutterSeconds()),
            Said.of(
                "%s by %.1f stops, motion blur %.0f %% as long",
                stops > 0 ? "darker" : "brighter",
                Math.abs(stops),
                100 * act.shutterSeconds() / ref.shutterSeconds()),
            Math.abs(stops) > STOPS,
            "set it back and shoot again");
      }
    }
    if (read("iso", "ISO", ref.iso(), act.iso(), "")) {
      double stops = Math.log(act.iso() / ref.iso()) / Math.log(2);
      number(
          "iso",
          "ISO",
          ref.iso(),
          act.iso(),
          "",
          Math.abs(stops) > STOPS,
          Said.of(
              "%s by %.1f stops, and the grain differs",
              stops > 0 ? "brighter" : "darker", Math.abs(stops)),
          "set it back and shoot again; else grade and match the grain");
    }
    if (read("whiteK", "white balance", ref.whiteK(), act.whiteK(), "K")) {
      double mired = 1e6 / act.whiteK() - 1e6 / ref.whiteK();
      number(
          "whiteK",
          "white balance",
          ref.whiteK(),
          act.whiteK(),
          "K",
          Math.abs(mired) > MIRED,
          Said.of("%.0f mired %s across the join", Math.abs(mired), mired > 0 ? "bluer" : "warmer"),
          "set it back and shoot again; else a grade offset on this plate");
    }
    if (read("focusM", "focus distance", ref.focusM(), act.focusM(), "m")) {
      focus();
    }
    if (ref.rate() != null && act.rate() != null && !ref.rate().equals(act.rate())) {
      add(
          "rate",
          "frame rate",
          ref.rate().name() + " fps",
          act.rate().name() + " fps",
          "frames do not correspond: the plate slides against the other",
          true,
          "shoot again at " + ref.rate().name() + " fps");
    } else if (ref.rate() != null && act.rate() == null) {
      notRead("rate", "frame rate", ref.rate().name() + " fps");
    }
    if (ref.raster() != null && act.raster() != null && !ref.raster().equals(act.raster())) {
      add(
          "raster",
          "raster",
          ref.raster().text(),
          act.raster().text(),
          Said.of("scale of %.0f %%", 100.0 * ref.raster().width() / act.raster().width()),
          true,
          "shoot again at " + ref.raster().text());
    } else if (ref.raster() != null && act.raster() == null) {
      notRead("raster", "raster", ref.raster().text());
    }
    if (read("heightM", "height", ref.heightM(), act.heightM(), "m")) {
      number(
          "heightM",
          "height",
          ref.heightM(),
          act.heightM(),
          "m",
          Math.abs(act.heightM() - ref.heightM()) > HEIGHT_M,
          Said.of(
              "parallax of %.0f mm: near things no longer line up with far ones",
              1000 * Math.abs(act.heightM() - ref.heightM())),
          "bring the head back to its mark; parallax cannot be repaired");
    }
    if (read("tiltDeg", "tilt", ref.tiltDeg(), act.tiltDeg(), "°")) {
      Double focal = act.focalMm() == null ? ref.focalMm() : act.focalMm();
      double px =
          focal == null
              ? Double.NaN
              : Math.abs(Math.toRadians(act.tiltDeg() - ref.tiltDeg()))
                  * focal
                  * optics.raster().width()
                  / optics.sensorWidthMm();
      number(
          "tiltDeg",
          "tilt",
          ref.tiltDeg(),
          act.tiltDeg(),
          "°",
          !(px <= PX),
          focal == null
              ? "the picture is shifted"
              : Said.of("the picture is shifted by %.0f px", px),
          "bring the head back to its mark; else shift the plate");
    }
    if (read("distanceM", "distance", ref.distanceM(), act.distanceM(), "m")) {
      double percent = 100 * Math.abs(ref.distanceM() / act.distanceM() - 1);
      number(
          "distanceM",
          "distance",
          ref.distanceM(),
          act.distanceM(),
          "m",
          percent > PERCENT,
          Said.of("size differs by %.1f %%", percent),
          "measure again; move the camera back to its mark");
    }
    onceASetup();
    return out;
  }

  /** What is set once a setup, and breaks a match when somebody sets it again. */
  private void onceASetup() {
    text(
        "profile",
        "picture profile",
        ref.profile(),
        act.profile(),
        "another curve and colour; what one of them clips or crushes does not come back");
    text(
        "sensorMode",
        "sensor mode",
        ref.sensorMode(),
        act.sensorMode(),
        "another part of the sensor: another size, noise and rolling shutter");
    if (ref.bits() != null && act.bits() == null) {
      notRead("bits", "bit depth", ref.bits() + " bit");
    } else if (ref.bits() != null && !ref.bits().equals(act.bits())) {
      add(
          "bits",
          "bit depth",
          ref.bits() + " bit",
          act.bits() + " bit",
          "one of the plates shows bands in smooth tones when they are graded as one",
          true,
          "set " + ref.bits() + " bit and shoot it again");
    }
    if (ref.codec() != null && act.codec() == null) {
      notRead("codec", "codec", ref.codec());
    } else if (ref.codec() != null && !ref.codec().equalsIgnoreCase(act.codec())) {
      add(
          "codec",
          "codec",
          ref.codec(),
          act.codec(),
          "grain and blocks of the two plates differ",
          true,
          "set " + ref.codec() + " and shoot it again; else match the grain");
    }
    if (read("ndStops", "density filter", ref.ndStops(), act.ndStops(), "stops")) {
      density();
    }
    if (read("tint", "tint", ref.tint(), act.tint(), "")) {
      double steps = act.tint() - ref.tint();
      number(
          "tint",
          "tint",
          ref.tint(),
          act.tint(),
          "",
          Math.abs(steps) > 1,
          unit(Math.abs(steps), "") + " steps between green and magenta across the join",
          "set it back and shoot again; else a grade offset on this plate");
    }
    if (read("rollDeg", "roll", ref.rollDeg(), act.rollDeg(), "°")) {
      double px =
          optics.raster().width()
              / 2.0
              * Math.abs(Math.sin(Math.toRadians(act.rollDeg() - ref.rollDeg())));
      number(
          "rollDeg",
          "roll",
          ref.rollDeg(),
          act.rollDeg(),
          "°",
          px > PX,
          Said.of("the horizon is turned: %.0f px at the sides of the frame", px),
          "level the head again; else turn the plate and lose its edges");
    }
    onOff(
        "stabiliser",
        "stabiliser",
        ref.stabiliser(),
        act.stabiliser(),
        "one of the plates floats by several pixels and is warped as it goes");
    onOff(
        "lensCorrections",
        "lens corrections",
        ref.lensCorrections(),
        act.lensCorrections(),
        "the picture is bent otherwise towards its edges, and darker or brighter there");
  }

  /**
   * A filter joins the sum of aperture, shutter and ISO: what another setting pays back is no
   * difference of light any more.
   */
  private void density() {
    double nd = act.ndStops() - ref.ndStops();
    double others = 0;
    if (ref.fNumber() != null && act.fNumber() != null) {
      others += Exposure.stopsBetweenApertures(ref.fNumber(), act.fNumber());
    }
    if (ref.shutterSeconds() != null && act.shutterSeconds() != null) {
      others += Exposure.stopsLost(ref.shutterSeconds(), act.shutterSeconds());
    }
    if (ref.iso() != null && act.iso() != null) {
      others -= Math.log(act.iso() / ref.iso()) / Math.log(2);
    }
    double sum = nd + others;
    number(
        "ndStops",
        "density filter",
        ref.ndStops(),
        act.ndStops(),
        "stops",
        Math.abs(sum) > STOPS,
        Math.abs(sum) > STOPS
            ? Said.of(
                "with aperture, shutter and ISO together %.1f stops %s",
                Math.abs(sum), sum > 0 ? "darker" : "brighter")
            : "as bright as the other, for another setting pays it back; filters tint a little",
        "put the same filter in and shoot again; else grade, as far as nothing is clipped");
  }

  private void onOff(String property, String label, Boolean a, Boolean b, String effect) {
    if (a != null && b == null) {
      notRead(property, label, a ? "on" : "off");
    } else if (a != null && !a.equals(b)) {
      String was = a ? "on" : "off";
      add(
          property,
          label,
          was,
          b ? "on" : "off",
          effect,
          true,
          "switch it " + was + " and shoot again");
    }
  }

  private void focus() {
    if (ref.focusM().equals(act.focusM())) {
      return;
    }
    Double focal = ref.focalMm();
    Double n = ref.fNumber();
    if (focal != null && n != null && optics.backgroundM() != null) {
      double px =
          BackgroundBlur.mismatchPx(
              focal,
              n,
              optics.backgroundM() * 1000,
              ref.focusM() * 1000,
              act.focusM() * 1000,
              optics.sensorWidthMm(),
              optics.raster().width());
      number(
          "focusM",
          "focus distance",
          ref.focusM(),
          act.focusM(),
          "m",
          px > PX,
          Said.of("background blur differs by %.1f px", px),
          px > PX
              ? "focus back on the stand-in and shoot again, or a smaller opening for all"
              : "none needed: below 1 px");
    } else {
      number(
          "focusM",
          "focus distance",
          ref.focusM(),
          act.focusM(),
          "m",
          true,
          "background blur differs; give the background distance to have it in pixels",
          "focus back on the stand-in and shoot again");
    }
  }

  private void text(String property, String label, String a, String b, String effect) {
    if (a == null) {
      return;
    }
    if (b == null) {
      notRead(property, label, a);
    } else if (!a.equalsIgnoreCase(b)) {
      add(property, label, a, b, effect, true, "shoot again with " + a);
    }
  }

  /** Whether both takes have a value; says so when only the reference has. */
  private boolean read(String property, String label, Double a, Double b, String unit) {
    if (a != null && b == null) {
      notRead(property, label, unit(a, unit));
    }
    return a != null && b != null;
  }

  private void number(
      String property,
      String label,
      double a,
      double b,
      String unit,
      boolean breaks,
      String effect,
      String remedy) {
    if (!Objects.equals(a, b)) {
      add(property, label, unit(a, unit), unit(b, unit), effect, breaks, remedy);
    }
  }

  private void notRead(String property, String label, String reference) {
    out.add(
        new Finding(
            Against.REFERENCE,
            property,
            label,
            reference,
            "not read",
            "cannot be compared",
            Severity.NOT_READ,
            "read it off the camera before it is moved"));
  }

  private void add(
      String property,
      String label,
      String a,
      String b,
      String effect,
      boolean breaks,
      String remedy) {
    out.add(
        new Finding(
            Against.REFERENCE,
            property,
            label,
            a,
            b,
            effect,
            breaks ? Severity.BREAKS : Severity.SLIGHT,
            remedy));
  }

  static String unit(double v, String unit) {
    double r = Math.round(Math.abs(v) * 1000) / 1000.0;
    String n =
        (v < 0 && r > 0 ? "-" : "")
            + (r == Math.rint(r) ? Long.toString((long) r) : Double.toString(r));
    return switch (unit) {
      case "f/" -> "f/" + n;
      case "°" -> n + "°";
      case "" -> n;
      default -> n + " " + unit;
    };
  }
}
