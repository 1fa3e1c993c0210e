package bivex.core.shoot;

import bivex.core.Said;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.Exposure;
import bivex.core.optics.Raster;
import bivex.core.optics.Shutter;
import bivex.core.shoot.MatchGuard.Against;
import bivex.core.shoot.MatchGuard.Finding;
import bivex.core.shoot.MatchGuard.Optics;
import bivex.core.shoot.MatchGuard.Severity;
import java.util.ArrayList;
import java.util.List;

/**
 * Compares a take with what the plan asks of its plate: the camera brief and the length. The first
 * take of a set has no other to be held against; a mistake in it would become the reference of all
 * the others. Limits are planning defaults of the project (common practice, no source); within them
 * nothing is said, because a brief is not kept to the last digit.
 */
final class PlanGuard {
  /** Share by which a focal length may differ unsaid, and above which the plan's sums are void. */
  static final double FOCAL = 0.02;

  static final double FOCAL_VOID = 0.10;

  /** Stops within which shutter, aperture and ISO are as planned. */
  static final double STOPS = 0.1;

  /** Stops of shutter above which motion blur is another. */
  static final double BLUR_STOPS = 1 / 3.0;

  /** Stops of aperture or ISO above which sharpness and noise are others than planned. */
  static final double LIGHT_STOPS = 1;

  /** Mired within which the white balance is as planned. */
  static final double MIRED = 10;

  /** Share of the width that the disc of the planned mark may have: a circle of width ÷ 1200. */
  static final double DISC = 1 / 1200.0;

  private static final String DATA = "; or write it into the plan and look at its checks again";

  private final PlateTerms terms;
  private final CameraData plan;
  private final CameraData take;
  private final Optics optics;
  private final List<Finding> out = new ArrayList<>();

  private PlanGuard(PlateTerms terms, CameraData take, Optics optics) {
    this.terms = terms;
    this.plan = terms.camera();
    this.take = take;
    this.optics = optics;
  }

  /** What a take has against the plan; empty when nothing, and for what was not read. */
  static List<Finding> of(PlateTerms terms, CameraData take, double seconds, Optics optics) {
    PlanGuard g = new PlanGuard(terms, take, optics);
    g.rate();
    g.raster();
    g.shutter();
    g.focal();
    g.aperture();
    g.iso();
    g.white();
    g.focus();
    g.length(seconds);
    return g.out;
  }

  private void rate() {
    if (plan.rate() != null && take.rate() != null && !plan.rate().equals(take.rate())) {
      double slow = take.rate().fps() / plan.rate().fps();
      add(
          "rate",
          "frame rate",
          plan.rate().name() + " fps",
          take.rate().name() + " fps",
          Said.of(
              "played frame for frame it runs at %.0f %% of its speed; else frames are repeated or"
                  + " dropped",
              100 / slow),
          true,
          "set " + plan.rate().name() + " fps and shoot it again",
          "the same");
    }
  }

  private void raster() {
    Raster a = plan.raster();
    Raster b = take.raster();
    if (a == null || b == null || a.equals(b)) {
      return;
    }
    double larger = Math.max((double) a.width() / b.width(), (double) a.height() / b.height());
    add(
        "raster",
        "raster",
        a.text(),
        b.text(),
        larger > 1
            ? Said.of("must be enlarged %.2f× to the size planned, and stays soft", larger)
            : "more picture than planned; card and battery fill faster",
        larger > 1,
        "set " + a.text() + " and shoot it again",
        "not smaller");
  }

  private void shutter() {
    if (plan.shutterSeconds() == null || take.shutterSeconds() == null) {
      return;
    }
    double stops = Exposure.stopsLost(plan.shutterSeconds(), take.shutterSeconds());
    if (Math.abs(stops) > STOPS) {
      add(
          "shutterSeconds",
          "shutter",
          Shutter.text(plan.shutterSeconds()),
          Shutter.text(take.shutterSeconds()),
          Said.of(
              "motion blur %.0f %% as long as planned, %s by %.1f stops",
              100 * take.shutterSeconds() / plan.shutterSeconds(),
              stops > 0 ? "darker" : "brighter",
              Math.abs(stops)),
          Math.abs(stops) > BLUR_STOPS,
          "set " + Shutter.text(plan.shutterSeconds()) + " and shoot it again",
          Said.of("%.2f stops", BLUR_STOPS));
    }
  }

  private void focal() {
    if (plan.focalMm() == null || take.focalMm() == null) {
      return;
    }
    double share = take.focalMm() / plan.focalMm() - 1;
    if (Math.abs(share) > FOCAL) {
      add(
          "focalMm",
          "focal length",
          MatchGuard.unit(plan.focalMm(), "mm"),
          MatchGuard.unit(take.focalMm(), "mm"),
          Said.of(
              "the picture is %.0f %% %s; distances, sharpness and reserve of the plan are reckoned"
                  + " for %s mm",
              100 * Math.abs(share),
              share > 0 ? "tighter" : "wider",
              MatchGuard.unit(plan.focalMm(), "")),
          Math.abs(share) > FOCAL_VOID,
          "set " + MatchGuard.unit(plan.focalMm(), "mm") + " and shoot it again" + DATA,
          Said.of("%.0f %%", 100 * FOCAL_VOID));
    }
  }

  private void aperture() {
    if (plan.fNumber() == null || take.fNumber() == null) {
      return;
    }
    double closed = Exposure.stopsBetweenApertures(plan.fNumber(), take.fNumber());
    if (Math.abs(closed) > LIGHT_STOPS / 3) {
      add(
          "fNumber",
          "aperture",
          MatchGuard.unit(plan.fNumber(), "f/"),
          MatchGuard.unit(take.fNumber(), "f/"),
          closed > 0
              ? Said.of("sharp deeper than planned, and %.1f stops darker", closed)
              : Said.of("less is sharp than planned, and %.1f stops brighter", -closed),
          closed < -LIGHT_STOPS,
          "set " + MatchGuard.unit(plan.fNumber(), "f/") + " and shoot it again" + DATA,
          Said.of("%.0f stop more open", LIGHT_STOPS));
    }
  }

  private void iso() {
    if (plan.iso() == null || take.iso() == null) {
      return;
    }
    double up = Math.log(take.iso() / plan.iso()) / Math.log(2);
    if (Math.abs(up) > LIGHT_STOPS / 3) {
      boolean noisy = up > LIGHT_STOPS && take.iso() > Exposure.ISO_CAP;
      add(
          "iso",
          "ISO",
          MatchGuard.unit(plan.iso(), ""),
          MatchGuard.unit(take.iso(), ""),
          Said.of("%.1f stops %s", Math.abs(up), up > 0 ? "brighter, with more noise" : "darker")
              + (noisy ? " than a matte or key forgives untested" : ""),
          noisy,
          "set ISO "
              + MatchGuard.unit(plan.iso(), "")
              + " and pay with light; else look at a clip in shadow before going on"
              + DATA,
          Said.of("%.0f stop more, above ISO %.0f", LIGHT_STOPS, Exposure.ISO_CAP));
    }
  }

  private void white() {
    if (plan.whiteK() == null || take.whiteK() == null) {
      return;
    }
    double mired = 1e6 / take.whiteK() - 1e6 / plan.whiteK();
    if (Math.abs(mired) > MIRED) {
      add(
          "whiteK",
          "white balance",
          MatchGuard.unit(plan.whiteK(), "K"),
          MatchGuard.unit(take.whiteK(), "K"),
          Said.of(
              "%.0f mired %s than planned; the grade takes it up if all plates have it",
              Math.abs(mired), mired > 0 ? "bluer" : "warmer"),
          false,
          "set " + MatchGuard.unit(plan.whiteK(), "K") + DATA,
          Said.of("%.0f mired", MIRED));
    }
  }

  private void focus() {
    if (plan.focusM() == null || take.focusM() == null) {
      return;
    }
    Double focal = take.focalMm() == null ? plan.focalMm() : take.focalMm();
    Double n = take.fNumber() == null ? plan.fNumber() : take.fNumber();
    if (focal == null
        || n == null
        || Math.min(plan.focusM(), take.focusM()) * 1000 <= focal
        || plan.focusM().equals(take.focusM())) {
      return;
    }
    double mm = BackgroundBlur.discMm(focal, n, plan.focusM() * 1000, take.focusM() * 1000);
    double px = BackgroundBlur.discPx(mm, optics.sensorWidthMm(), optics.raster().width());
    if (px > 1) {
      add(
          "focusM",
          "focus distance",
          MatchGuard.unit(plan.focusM(), "m"),
          MatchGuard.unit(take.focusM(), "m"),
          Said.of(
              "what stands at %s is blurred by %.1f px", MatchGuard.unit(plan.focusM(), "m"), px),
          px > DISC * optics.raster().width(),
          "focus at " + MatchGuard.unit(plan.focusM(), "m") + " and shoot it again" + DATA,
          Said.of("%.1f px", DISC * optics.raster().width()));
    }
  }

  /** A plate that is too short; how much of its handles is left when it only has fewer of them. */
  private void length(double seconds) {
    if (terms.counted() == null || terms.seconds() <= 0 || seconds <= 0) {
      return;
    }
    long wanted = Math.round(terms.counted().frames(terms.seconds()));
    long least = Math.round(terms.counted().frames(terms.least()));
    long has = Math.round(terms.counted().frames(seconds));
    if (has >= wanted) {
      return;
    }
    boolean useless = has < least;
    add(
        "length",
        "length",
        Said.of("%.1f s", terms.seconds()),
        Said.of("%.1f s", seconds),
        useless
            ? Said.of(
                "%s frames short of what the cut itself needs, %s short of the plan",
                least - has, wanted - has)
            : Said.of(
                "%s frames short of the plan, but %s the cut itself needs",
                wanted - has, has == least ? "just what" : (has - least) + " more than"),
        useless,
        Said.of(
            "shoot it again, %.0f s or longer; else hold, repeat or slow its frames in post",
            Math.ceil(terms.seconds())),
        Said.of("%.1f s", terms.least()));
  }

  private void add(
      String property,
      String label,
      String planned,
      String actual,
      String effect,
      boolean breaks,
      String remedy,
      String tolerance) {
    out.add(
        new Finding(
            Against.PLAN,
            property,
            label,
            planned,
            actual,
            effect,
            breaks ? Severity.BREAKS : Severity.SLIGHT,
            remedy,
            tolerance));
  }
}
