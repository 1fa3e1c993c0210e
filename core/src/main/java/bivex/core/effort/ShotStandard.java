package bivex.core.effort;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.optics.Raster;
import bivex.core.optics.Shutter;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.Set;

/**
 * How closely a shot will be looked at: a thing that is small, fast or gone at once needs less
 * finish than one that stands large. It changes the hours of work that is finish, by a factor; what
 * has to be done at all (solves, element shoots, renders, sound) it leaves alone. The factor is
 * this project's own planning default, without a published source.
 *
 * @param heightShare of the frame's height that the effect takes at its largest, 0.01 to 1
 * @param widthsPerSecond how fast it goes, frame widths a second, 0 to 20
 * @param stopped whether it must also be good when the picture is stopped: a still, a poster, a
 *     close look
 * @param secondsOnScreen how long it is seen, 0.04 to 3600; null for the whole cut
 * @param reason why so
 * @param by who said it
 */
public record ShotStandard(
    double heightShare,
    double widthsPerSecond,
    boolean stopped,
    Double secondsOnScreen,
    String reason,
    String by,
    Instant at) {
  /** Lines of detail at which work takes the hours of the rates: half of an HD frame's height. */
  public static final double FAIR_LINES = 540;

  private static final double LEAST = 0.4;
  private static final double MOST = 1.5;

  /** Share of a frame's time that is exposed: half, as is usual (common practice, no source). */
  private static final double EXPOSED = 0.5;

  private static final Set<TaskKind> FINISH =
      Set.of(
          TaskKind.SPLIT_MATTE,
          TaskKind.HAND_MATTE,
          TaskKind.BRUSH_MATTE,
          TaskKind.CUT_OUT,
          TaskKind.KEY,
          TaskKind.PAINT,
          TaskKind.AUTO_TRACK,
          TaskKind.HAND_TRACK,
          TaskKind.STREAK,
          TaskKind.COMPOSITE,
          TaskKind.GRADE_MATCH,
          TaskKind.ELEMENT,
          TaskKind.LIGHT_EFFECT,
          TaskKind.DRAWING,
          TaskKind.BUILD);

  /**
   * What somebody says of it.
   *
   * @throws InvalidInput naming the field
   */
  public static ShotStandard of(
      Double heightShare,
      Double widthsPerSecond,
      Boolean stopped,
      Double secondsOnScreen,
      String reason,
      String by,
      Instant at) {
    if (secondsOnScreen != null) {
      InvalidInput.within("secondsOnScreen", secondsOnScreen, 0.04, 3600);
    }
    return new ShotStandard(
        InvalidInput.within("heightShare", given("heightShare", heightShare), 0.01, 1),
        InvalidInput.within("widthsPerSecond", given("widthsPerSecond", widthsPerSecond), 0, 20),
        Boolean.TRUE.equals(stopped),
        secondsOnScreen,
        InvalidInput.title("reason", reason),
        by,
        at);
  }

  private static double given(String field, Double value) {
    if (value == null) {
      throw new InvalidInput(field, "must be given");
    }
    return value;
  }

  /** Whether work of a kind takes less or more by it. */
  public static boolean governs(TaskKind kind) {
    return FINISH.contains(kind);
  }

  /** Px it goes while a frame is exposed; finer detail cannot be seen while it goes. */
  public double blurPx(Raster delivery, FrameRate rate) {
    return stopped ? 0 : Shutter.blurPx(widthsPerSecond * delivery.width(), EXPOSED / rate.fps());
  }

  /** Lines of detail that can be seen on it. */
  public double lines(Raster delivery, FrameRate rate) {
    return heightShare * delivery.height() / Math.max(1, blurPx(delivery, rate));
  }

  /**
   * What the hours of finish are multiplied by: √(lines ÷ 540), times 0.6 to 1 for what is seen for
   * less than a second, within 0.4 to 1.5.
   */
  public double factor(Raster delivery, FrameRate rate) {
    double brief =
        stopped || secondsOnScreen == null ? 1 : Math.min(1, 0.6 + 0.4 * secondsOnScreen);
    return Math.max(LEAST, Math.min(MOST, Math.sqrt(lines(delivery, rate) / FAIR_LINES) * brief));
  }

  /** In one breath, with its figures. */
  public String said(Raster delivery, FrameRate rate) {
    return Said.of(
        "%.0f lines of detail are seen%s%s: finish takes %.2f of its hours",
        lines(delivery, rate),
        stopped ? ", good when stopped" : Said.of(", %.0f px of blur", blurPx(delivery, rate)),
        secondsOnScreen == null ? "" : Said.of(", for %.1f s", secondsOnScreen),
        factor(delivery, rate));
  }
}
