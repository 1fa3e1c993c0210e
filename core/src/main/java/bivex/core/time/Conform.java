package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;

/**
 * How footage captured at one rate reads on a timeline of another (S2). All of it follows from the
 * two rates; with p the production rate and c the capture rate, one captured frame per output frame
 * is a speed of p/c.
 *
 * @param production rate of the timeline
 * @param capture rate the camera ran at
 */
public record Conform(FrameRate production, FrameRate capture) {
  /** Speed at which each captured frame is shown once, as a factor of real time: p/c. */
  public double oneToOneSpeed() {
    return production.fps() / capture.fps();
  }

  /**
   * Factor by which one-to-one footage must be sped up to play in real time: c/p. Also the native
   * slow-down limit.
   */
  public double realTimeRead() {
    return capture.fps() / production.fps();
  }

  /** Captured frames moved per output frame when played at a speed (1 = real time). */
  public double step(double speed) {
    return InvalidInput.positive("speed", speed) * realTimeRead();
  }

  /**
   * Share of output frames that must be made up when slowed by a factor beyond what was captured, 0
   * to 1.
   */
  public double syntheticShare(double slowDown) {
    InvalidInput.positive("slow-down", slowDown);
    return Math.max(0, 1 - realTimeRead() / slowDown);
  }

  /**
   * The cadence at a speed: how many captured frames are passed between neighbouring output frames.
   *
   * @param speed factor of real time, more than 0
   * @param outputFrames how many output frames to look at, 1 to 100 000
   */
  public Cadence cadence(double speed, int outputFrames) {
    return Cadence.of(step(speed), outputFrames);
  }

  /**
   * @param step captured frames per output frame
   * @param even whether step is a whole number, so that every step is as long as the others
   * @param pattern captured frame shown at each output frame, counted from 0
   * @param repeats output frames that show the same captured frame as the one before
   * @param skips captured frames never shown, beyond those a regular step leaves out
   */
  public record Cadence(double step, boolean even, List<Long> pattern, int repeats, int skips) {
    private static final double WHOLE = 1e-9;

    static Cadence of(double step, int outputFrames) {
      InvalidInput.within("output frames", (long) outputFrames, 1, 100_000);
      boolean even = whole(step);
      List<Long> pattern = new ArrayList<>(outputFrames);
      int repeats = 0;
      long shown = 0;
      for (int i = 0; i < outputFrames; i++) {
        long source = (long) Math.floor(i * step + WHOLE);
        if (i > 0 && source == pattern.get(i - 1)) {
          repeats++;
        }
        if (i == 0 || source != pattern.get(i - 1)) {
          shown++;
        }
        pattern.add(source);
      }
      long regular = Math.max(1, (long) Math.floor(step + WHOLE));
      long span = pattern.get(outputFrames - 1) + 1;
      int skips = (int) Math.max(0, span - ((shown - 1) * regular + 1));
      return new Cadence(step, even, List.copyOf(pattern), repeats, skips);
    }

    private static boolean whole(double x) {
      return x > 0.5 && Math.abs(x - Math.rint(x)) < WHOLE * Math.max(1, x);
    }
  }
}
