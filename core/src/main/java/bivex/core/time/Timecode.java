package bivex.core.time;

import bivex.core.InvalidInput;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A label of time, as a frame count from 00:00:00:00 at a rate, in drop-frame or non-drop counting.
 * Labels wrap at 24 hours. Counting after SMPTE ST 12-1: drop-frame leaves out the first two labels
 * (four at 60000/1001) of each minute that is not a multiple of ten.
 *
 * @param rate exact frame rate
 * @param drop drop-frame counting; only at rates that allow it
 * @param frame frames since midnight, 0 to one day less one frame
 */
public record Timecode(FrameRate rate, boolean drop, long frame) {
  private static final Pattern LABEL =
      Pattern.compile("(\\d{2}):(\\d{2}):(\\d{2})([:;])(\\d{2,3})");

  public Timecode {
    if (drop && !rate.allowsDropFrame()) {
      throw new InvalidInput(
          "timecode", "drop-frame counting does not exist at " + rate.name() + " fps");
    }
    InvalidInput.within("timecode", frame, 0, framesPerDay(rate, drop) - 1);
  }

  /**
   * Reads a label such as 01:00:00:00, or 01:00:00;00 for drop-frame.
   *
   * @throws InvalidInput if it is no label, out of range, or one that drop-frame counting leaves
   *     out
   */
  public static Timecode parse(String label, FrameRate rate) {
    String t = InvalidInput.text("timecode", label);
    Matcher m = LABEL.matcher(t);
    if (!m.matches()) {
      throw new InvalidInput(
          "timecode",
          "\"" + t + "\" is not a timecode; write HH:MM:SS:FF, or HH:MM:SS;FF for drop-frame");
    }
    boolean drop = m.group(4).equals(";");
    if (drop && !rate.allowsDropFrame()) {
      throw new InvalidInput(
          "timecode", "drop-frame counting does not exist at " + rate.name() + " fps");
    }
    int base = rate.nominal();
    long h = InvalidInput.within("timecode hours", Long.parseLong(m.group(1)), 0, 23);
    long min = InvalidInput.within("timecode minutes", Long.parseLong(m.group(2)), 0, 59);
    long s = InvalidInput.within("timecode seconds", Long.parseLong(m.group(3)), 0, 59);
    long f = InvalidInput.within("timecode frames", Long.parseLong(m.group(5)), 0, base - 1);
    int dropped = drop ? droppedPerMinute(rate) : 0;
    if (drop && s == 0 && f < dropped && min % 10 != 0) {
      throw new InvalidInput(
          "timecode",
          t
              + " does not exist: drop-frame counting leaves out labels ;00 to ;0"
              + (dropped - 1)
              + " of this minute");
    }
    long minutes = h * 60 + min;
    return new Timecode(
        rate, drop, (minutes * 60 + s) * base + f - dropped * (minutes - minutes / 10));
  }

  /** The label, HH:MM:SS:FF, with a semicolon before the frames for drop-frame. */
  public String label() {
    int base = rate.nominal();
    long n = frame;
    if (drop) {
      int d = droppedPerMinute(rate);
      long perTen = 600L * base - 9L * d;
      long perMinute = 60L * base - d;
      long tens = n / perTen;
      long rest = n % perTen;
      long minutesIn = rest < 60L * base ? 0 : 1 + (rest - 60L * base) / perMinute;
      n += d * (tens * 9 + minutesIn);
    }
    String f = String.format(base > 100 ? "%03d" : "%02d", n % base);
    long s = n / base;
    return String.format("%02d:%02d:%02d%s%s", s / 3600, s / 60 % 60, s % 60, drop ? ";" : ":", f);
  }

  /** This label moved by a number of frames, either way; wraps at midnight. */
  public Timecode plus(long frames) {
    return new Timecode(rate, drop, Math.floorMod(frame + frames, framesPerDay(rate, drop)));
  }

  /** Frames from the other label to this one, at the same rate and counting. */
  public long minus(Timecode other) {
    if (!rate.equals(other.rate) || drop != other.drop) {
      throw new InvalidInput(
          "timecode", "labels of different rates or counting cannot be subtracted");
    }
    return frame - other.frame;
  }

  /** Real time since 00:00:00:00, in seconds. */
  public double seconds() {
    return rate.seconds(frame);
  }

  /** The label nearest to the same real time at another rate. */
  public Timecode at(FrameRate other, boolean otherDrop) {
    long f =
        Math.round((double) frame * rate.den() * other.num() / (rate.num() * (double) other.den()));
    return new Timecode(other, otherDrop, Math.floorMod(f, framesPerDay(other, otherDrop)));
  }

  /** Frames in the 24 hours of labels. */
  public static long framesPerDay(FrameRate rate, boolean drop) {
    long all = 86_400L * rate.nominal();
    return drop ? all - droppedPerMinute(rate) * (1440L - 144L) : all;
  }

  private static int droppedPerMinute(FrameRate rate) {
    return rate.nominal() / 15;
  }
}
