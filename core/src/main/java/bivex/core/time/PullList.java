package bivex.core.time;

import bivex.core.InvalidInput;

/**
 * The source frames to pull for a clip of the cut (S3). Cut frame i shows source frame offset +
 * step · i, stopped while it is held; handles are cut frames on either side, so a retimed clip
 * needs more or fewer source frames for them. Follows from the definition.
 *
 * @param first first source frame to pull, counted from the start of the source
 * @param last last source frame, not before {@code first}
 * @param in its label
 * @param out label of the last frame
 * @param handlesShort cut frames of handle that the source lacks at its beginning, 0 when all are
 *     there
 */
public record PullList(long first, long last, Timecode in, Timecode out, int handlesShort) {
  /**
   * A held frame: from cut frame {@code from} (counted from 0) the picture stands for {@code
   * frames} frames.
   */
  public record Hold(int from, int frames) {
    public static final Hold NONE = new Hold(0, 0);

    public Hold {
      InvalidInput.within("hold from", (long) from, 0, 1_000_000);
      InvalidInput.within("hold length", (long) frames, 0, 1_000_000);
    }
  }

  /**
   * @param start label of source frame 0, at the source's rate
   * @param offset source frame shown at the first frame of the cut, 0 or more
   * @param cutFrames length in the cut, 1 to 1 000 000
   * @param step source frames per cut frame; negative plays backwards, never 0
   * @param handles cut frames on either side, 0 to 1000
   */
  public static PullList of(
      Timecode start, double offset, int cutFrames, double step, Hold hold, int handles) {
    InvalidInput.within("offset", offset, 0, 1e9);
    InvalidInput.within("cut length", (long) cutFrames, 1, 1_000_000);
    InvalidInput.within("handles", (long) handles, 0, 1000);
    if (step == 0 || !(Math.abs(step) <= 1000)) {
      throw new InvalidInput("step", "must be from -1000 to 1000 and not 0, was " + step);
    }
    double a = position(offset, step, hold, -handles);
    double b = position(offset, step, hold, cutFrames - 1 + handles);
    double low = Math.min(a, b);
    long last = (long) Math.ceil(Math.max(a, b) - 1e-9);
    long first = (long) Math.floor(low + 1e-9);
    int shortBy = first >= 0 ? 0 : (int) Math.ceil(-low / Math.abs(step) - 1e-9);
    first = Math.max(0, first);
    if (last < first) {
      throw new InvalidInput("offset", "the clip plays before the start of the source");
    }
    return new PullList(first, last, start.plus(first), start.plus(last), shortBy);
  }

  /** Source position shown at a cut frame; before 0 and after the end the clip runs on. */
  public static double position(double offset, double step, Hold hold, int cutFrame) {
    int held = Math.max(0, Math.min(hold.frames(), cutFrame - hold.from()));
    return offset + step * (cutFrame - held);
  }

  /** Source frames to pull. */
  public long frames() {
    return last - first + 1;
  }

  /**
   * The pull as an event of an edit decision list: number, reel, video, cut, source in and out,
   * record in and out; out is the frame after the last (SMPTE ST 258). A speed other than one adds
   * the motion line of that standard, in frames per second.
   */
  public String event(int number, String reel, Timecode recordIn, double step) {
    String line =
        String.format(
            java.util.Locale.ROOT,
            "%03d  %-8s V     C        %s %s %s %s",
            number,
            reel,
            in.label(),
            out.plus(1).label(),
            recordIn.label(),
            recordIn.plus(Math.round(frames() / Math.abs(step))).label());
    return step == 1
        ? line
        : line
            + String.format(
                java.util.Locale.ROOT,
                "%nM2   %-8s %.3f %s",
                reel,
                step * in.rate().fps(),
                in.label());
  }

  /** Reads the first line of {@link #event} again, at the source's rate. */
  public static TimecodeRange readEvent(String line, FrameRate rate) {
    String[] p = InvalidInput.text("event", line).split("\\s+");
    if (p.length < 8) {
      throw new InvalidInput("event", "needs number, reel, track, cut and four timecodes");
    }
    return new TimecodeRange(Timecode.parse(p[4], rate), Timecode.parse(p[5], rate).plus(-1));
  }
}
