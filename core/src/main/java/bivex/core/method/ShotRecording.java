package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.optics.Raster;
import bivex.core.optics.Reframe;
import bivex.core.optics.Shutter;
import bivex.core.time.FrameRate;
import java.math.BigInteger;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * What the camera records for a shot otherwise than for its production. The cut is shown at the
 * production's rate all the same; where a method asks for a rate of its own, that holds.
 *
 * @param rate frames a second; null for the production's
 * @param capture recorded picture; null for the production's
 * @param sensorWidthMm width of the sensor that is read then, mm, 1 to 100; null for the
 *     production's
 * @param reason why it must be so
 * @param by who said it
 */
public record ShotRecording(
    FrameRate rate, Raster capture, Double sensorWidthMm, String reason, String by, Instant at) {
  /** Frames that fall this near to one that was recorded are that frame. */
  private static final double SAME = 1e-6;

  public ShotRecording {
    if (rate == null && capture == null && sensorWidthMm == null) {
      throw new InvalidInput("rate", "or picture or sensor must be given");
    }
    if (rate != null) {
      InvalidInput.within("rate", rate.fps(), 1, 1000);
    }
    if (sensorWidthMm != null) {
      InvalidInput.within("sensorWidthMm", sensorWidthMm, 1, 100);
    }
    reason = InvalidInput.title("reason", reason);
  }

  /** What the shot starts from then. */
  public ShotSetting on(ShotSetting s) {
    return new ShotSetting(
        s.rate(),
        capture == null ? s.capture() : capture,
        s.delivery(),
        s.firstFrame(),
        s.cutFrames(),
        s.handles(),
        sensorWidthMm == null ? s.sensorWidthMm() : sensorWidthMm,
        s.mainsHz(),
        s.effort());
  }

  /** Whether plates that were to be shot at the production's rate are shot at another. */
  boolean turns(ShotSetting s) {
    return rate != null && !rate.equals(s.rate());
  }

  /**
   * Exposure of a plate at this rate: the same, so that movement is blurred as in the shots beside
   * it, as far as a frame lasts.
   */
  double shutter(double wanted) {
    return Math.min(wanted, 1 / rate.fps());
  }

  /** Share of the cut's frames that lie between two that were recorded. */
  static double between(FrameRate recorded, FrameRate shown) {
    // n·recorded/shown is a whole number for one n in so many.
    BigInteger frames = BigInteger.valueOf(recorded.num() * shown.den());
    BigInteger cut = BigInteger.valueOf(recorded.den() * shown.num());
    double period = cut.divide(frames.gcd(cut)).doubleValue();
    return 1 - 1 / period;
  }

  /** How the recorded frames become those of the cut. */
  public String conform(ShotSetting s) {
    double ratio = rate.fps() / s.rate().fps();
    double made = between(rate, s.rate());
    if (made < SAME) {
      return Said.of("recorded at %s fps, one recorded frame in %.0f is used", rate.name(), ratio);
    }
    return ratio < 1 && Math.abs(1 / ratio - Math.rint(1 / ratio)) < SAME
        ? Said.of("recorded at %s fps, each frame stands for %.0f", rate.name(), 1 / ratio)
        : Said.of(
            "recorded at %s fps: %.0f %% of the frames of the cut lie between two that were"
                + " recorded",
            rate.name(), 100 * made);
  }

  /** Whether the frames of the cut are recorded ones. */
  public boolean clean(ShotSetting s) {
    double ratio = s.rate().fps() / rate.fps();
    return between(rate, s.rate()) < SAME || ratio > 1 && Math.abs(ratio - Math.rint(ratio)) < SAME;
  }

  /**
   * One thing that is another by it.
   *
   * @param what in words
   * @param before as the production has it
   * @param now here
   */
  public record Changed(String what, String before, String now) {}

  /**
   * What is another by it.
   *
   * @param s of the production
   * @param shutter exposure asked of its plates at the production's rate, s; null where none is
   */
  public List<Changed> changes(ShotSetting s, Double shutter) {
    List<Changed> out = new ArrayList<>();
    ShotSetting now = on(s);
    double pixels = (double) now.capture().width() * now.capture().height();
    double before = (double) s.capture().width() * s.capture().height();
    if (capture != null && !capture.equals(s.capture())) {
      out.add(
          new Changed(
              "Source px a delivered one",
              Said.of("%.2f", Reframe.reserve(s.capture(), s.delivery(), 1)),
              Said.of("%.2f", Reframe.reserve(capture, s.delivery(), 1))));
    }
    if (now.sensorWidthMm() != s.sensorWidthMm()) {
      out.add(
          new Changed(
              "Focal length for the same view, of 50 mm",
              "50 mm",
              Said.of("%.0f mm", 50 * now.sensorWidthMm() / s.sensorWidthMm())));
    }
    if (turns(s)) {
      out.add(
          new Changed(
              "Handles, in recorded frames",
              String.valueOf(s.handles()),
              Said.of("%.0f", Math.ceil(s.handles() * rate.fps() / s.rate().fps()))));
      out.add(new Changed("Frames of the cut", "as recorded", conform(s)));
      if (shutter != null) {
        double here = shutter(shutter);
        out.add(
            new Changed(
                "Exposure",
                Shutter.text(shutter),
                here < shutter - 1e-9
                    ? Said.of(
                        "%s: %.0f %% of the blur of the shots beside it, %.1f stops more light",
                        Shutter.text(here),
                        100 * here / shutter,
                        Math.log(shutter / here) / Math.log(2))
                    : Shutter.text(here) + ", the same blur"));
      }
    }
    double data = pixels * (rate == null ? s.rate() : rate).fps() / (before * s.rate().fps());
    if (Math.abs(data - 1) > 0.01) {
      out.add(new Changed("Pixels a second", "1×", Said.of("%.2f×", data)));
    }
    return List.copyOf(out);
  }

  /** Whether another shot's camera is set the same. */
  public static boolean same(ShotRecording a, ShotRecording b) {
    return a == null || b == null
        ? a == b
        : Objects.equals(a.rate, b.rate)
            && Objects.equals(a.capture, b.capture)
            && Objects.equals(a.sensorWidthMm, b.sensorWidthMm);
  }
}
