package bivex.core.motion;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A clip whose speed changes (S4). The speed is given by keys; before the first and after the last
 * it stands, between two it goes over evenly or eased (3t² − 2t³). The source position is the
 * integral of the speed, worked out in closed form; it never runs back.
 */
public final class SpeedRamp {
  /** How the speed goes from one key to the next. */
  public enum Curve {
    EVEN,
    EASED
  }

  /**
   * @param frame output frame, counted from 0; fractions allowed
   * @param speed factor of real time, 0 (a hold) to 1000
   */
  public record Key(double frame, double speed) {
    public Key {
      InvalidInput.within("key frame", frame, 0, 1_000_000);
      InvalidInput.within("key speed", speed, 0, 1000);
    }
  }

  private final List<Key> keys;
  private final Curve curve;
  private final double perFrame;

  /**
   * @param keys at least one; no two at the same frame
   * @param perFrame source frames per output frame at real time: capture rate over production rate
   */
  public SpeedRamp(List<Key> keys, Curve curve, double perFrame) {
    this.keys = keys.stream().sorted(Comparator.comparingDouble(Key::frame)).toList();
    this.curve = curve;
    this.perFrame = InvalidInput.positive("capture over production rate", perFrame);
    if (keys.isEmpty()) {
      throw new InvalidInput("keys", "need at least one frame and its speed");
    }
    for (int i = 1; i < this.keys.size(); i++) {
      if (this.keys.get(i).frame() == this.keys.get(i - 1).frame()) {
        throw new InvalidInput("keys", "two speeds at frame " + this.keys.get(i).frame());
      }
    }
  }

  /** Speed at an output frame, as a factor of real time. */
  public double speed(double frame) {
    Key before = keys.get(0);
    for (Key k : keys) {
      if (k.frame() >= frame) {
        double length = k.frame() - before.frame();
        return length == 0
            ? k.speed()
            : before.speed()
                + (k.speed() - before.speed()) * share((frame - before.frame()) / length);
      }
      before = k;
    }
    return before.speed();
  }

  /** Source frames passed from output frame 0 to {@code frame}. */
  public double position(double frame) {
    double sum = Math.min(frame, keys.get(0).frame()) * keys.get(0).speed();
    for (int i = 1; i < keys.size() && keys.get(i - 1).frame() < frame; i++) {
      Key a = keys.get(i - 1);
      Key b = keys.get(i);
      double length = b.frame() - a.frame();
      double t = Math.min(1, (frame - a.frame()) / length);
      sum += length * (a.speed() * t + (b.speed() - a.speed()) * area(t));
    }
    Key last = keys.get(keys.size() - 1);
    return perFrame * (sum + Math.max(0, frame - Math.max(0, last.frame())) * last.speed());
  }

  /** Source frames a clip of that many output frames runs through. */
  public double sourceFrames(int outputFrames) {
    return position(outputFrames);
  }

  /** Output frame of the first key: until there the clip plays evenly. */
  public double begins() {
    return keys.get(0).frame();
  }

  /** Output frame of the last key: from there the clip plays evenly. */
  public double ends() {
    return keys.get(keys.size() - 1).frame();
  }

  /** Highest speed, a factor of real time. */
  public double peak() {
    return keys.stream().mapToDouble(Key::speed).max().orElseThrow();
  }

  /** Source frame shown at each output frame, rounded down. */
  public List<Long> pull(int outputFrames) {
    InvalidInput.within("output frames", (long) outputFrames, 1, 100_000);
    List<Long> out = new ArrayList<>();
    for (int f = 0; f < outputFrames; f++) {
      out.add((long) Math.floor(position(f) + 1e-9));
    }
    return out;
  }

  /**
   * Blur in px at an output frame: travel in the frame times the open share of the shutter; {@code
   * pxPerSecond} is the speed as shot.
   */
  public double blurPx(
      double frame, double pxPerSecond, double productionFps, double shutterDegrees) {
    return Math.abs(pxPerSecond)
        * speed(frame)
        / InvalidInput.positive("rate", productionFps)
        * shutterDegrees
        / 360;
  }

  /**
   * How many frames at the end of the clip are blurred less than a threshold: there the move has
   * visibly died before the cut.
   */
  public int tailBelow(
      int outputFrames,
      double thresholdPx,
      double pxPerSecond,
      double productionFps,
      double shutterDegrees) {
    int n = 0;
    while (n < outputFrames
        && blurPx(outputFrames - 1.0 - n, pxPerSecond, productionFps, shutterDegrees)
            < thresholdPx) {
      n++;
    }
    return n;
  }

  private double share(double t) {
    return curve == Curve.EVEN ? t : t * t * (3 - 2 * t);
  }

  private double area(double t) {
    return curve == Curve.EVEN ? t * t / 2 : t * t * t - t * t * t * t / 2;
  }
}
