package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How evenly footage moves when it is played at a speed (S2). Motion is even only when the captured
 * frames advance by the same whole number at every step, and none is made up.
 *
 * @param step captured frames a step
 * @param madeUp share of the frames that no camera took, 0 to 1
 * @param uneven share of the steps that are a frame longer or shorter than the others, 0 to 0.5
 * @param how what comes of it
 */
public record Motion(double step, double madeUp, double uneven, How how) {
  /** Share of made-up frames above which motion smears; a planning default, no source. */
  public static final double MOST_MADE_UP = 0.5;

  /**
   * What is seen of it. Limits are planning defaults of the project (common practice, no source).
   */
  public enum How {
    /** The same whole number of captured frames at every step of the cut. */
    EVEN,
    /**
     * At most a jump a second; or uneven steps of two frames and more, where one more or less is
     * lost in the blur; or up to {@link #MOST_MADE_UP} made up.
     */
    DOUBTFUL,
    /** Uneven at less than two frames a step: it stutters. Or more is made up than was shot. */
    FAILS
  }

  /**
   * @param speed factor of real time, more than 0
   * @param frames of the cut that are played so; what drifts by less than half a frame over them is
   *     even
   */
  public static Motion of(Conform conform, double speed, int frames) {
    InvalidInput.within("frames", (long) frames, 1, 100_000);
    double step = conform.step(speed);
    double uneven = Math.abs(step - Math.max(1, Math.rint(step)));
    if (uneven * frames < 0.5) {
      return new Motion(step, 0, 0, How.EVEN);
    }
    if (step < 1) {
      double made = 1 - step;
      return new Motion(step, made, 0, made > MOST_MADE_UP + 1e-9 ? How.FAILS : How.DOUBTFUL);
    }
    boolean rare = uneven <= 1 / conform.production().fps();
    return new Motion(step, 0, uneven, rare || step >= 2 ? How.DOUBTFUL : How.FAILS);
  }

  /** The speed nearest to a wanted one that is even from these rates. */
  public static double evenSpeed(Conform conform, double wanted) {
    return Math.max(1, Math.rint(conform.step(wanted))) / conform.realTimeRead();
  }

  /**
   * The rate usual cameras have, nearest to the one meant, at which a speed is even; none when no
   * usual camera has one.
   */
  public static Optional<FrameRate> evenRate(Conform conform, double speed, int frames) {
    double meant = conform.capture().fps();
    return USUAL.stream()
        .filter(r -> of(new Conform(conform.production(), r), speed, frames).how() == How.EVEN)
        .min(Comparator.comparingDouble(r -> Math.abs(Math.log(r.fps() / meant))));
  }

  /**
   * The usual rate of cameras nearest to one at which a speed is even; the production's if none.
   */
  private static FrameRate near(FrameRate production, double fps, double speed) {
    return USUAL.stream()
        .filter(r -> of(new Conform(production, r), speed, 1000).how() == How.EVEN)
        .filter(r -> r.fps() * 1.01 > production.fps())
        .min(Comparator.comparingDouble(r -> Math.abs(Math.log(r.fps() / fps))))
        .orElse(production);
  }

  /**
   * A rate as somebody writes it who may leave it to the production: "~100" is the usual rate near
   * 100 at which a speed plays evenly; anything else is read as it is.
   *
   * @param speed that must be even where the rate follows, 1 for real time
   * @throws InvalidInput naming {@code rate}
   */
  public static FrameRate rate(String text, FrameRate production, double speed) {
    String t = InvalidInput.text("rate", text);
    if (!t.startsWith("~")) {
      return FrameRate.parse(t);
    }
    if (!t.substring(1).strip().matches("[1-9]\\d{0,3}")) {
      throw new InvalidInput("rate", "after ~ comes a whole number, as in ~100, was \"" + t + "\"");
    }
    return near(production, Integer.parseInt(t.substring(1).strip()), speed);
  }

  /** Rates that cameras of small teams offer; common practice, no source. */
  public static final List<FrameRate> USUAL =
      List.of(
          FrameRate.FILM_NTSC,
          FrameRate.FILM,
          FrameRate.PAL,
          FrameRate.NTSC,
          FrameRate.of(30),
          new FrameRate(48000, 1001),
          FrameRate.of(48),
          FrameRate.of(50),
          FrameRate.HIGH_NTSC,
          FrameRate.of(60),
          FrameRate.of(100),
          new FrameRate(120_000, 1001),
          FrameRate.of(120),
          FrameRate.of(200),
          new FrameRate(240_000, 1001),
          FrameRate.of(240));
}
