package bivex.core.time;

import bivex.core.InvalidInput;

/**
 * Whether something short is still there after a retime (S22). An event of d capture frames that is
 * read every s frames lands in ⌊d/s⌋ or ⌈d/s⌉ output frames, as the reading falls; over all ways it
 * may fall it is seen at all with a chance of min(1, d/s).
 *
 * @param worst fewest output frames it is in
 * @param best most output frames
 * @param chance that it is in at least one, 0 to 1
 * @param shift capture frames by which to start reading later, so that its first frame is read; 0
 *     up to less than a step
 */
public record EventSurvival(int worst, int best, double chance, double shift) {
  /**
   * @param eventFrames capture frames it lasts, 1 to 100 000
   * @param step capture frames per output frame, more than 0
   * @param eventStart capture frame it begins at, counted from where reading begins now
   */
  public static EventSurvival of(int eventFrames, double step, long eventStart) {
    InvalidInput.within("event frames", (long) eventFrames, 1, 100_000);
    InvalidInput.within("step", step, 1e-4, 100_000);
    InvalidInput.within("event start", eventStart, 0, 1_000_000_000L);
    double n = eventFrames / step;
    double shift = eventStart - Math.floor(eventStart / step + 1e-9) * step;
    return new EventSurvival(
        (int) Math.floor(n + 1e-9), (int) Math.ceil(n - 1e-9), Math.min(1, n), Math.max(0, shift));
  }

  /** Output frames that show the event when reading begins {@code offset} capture frames later. */
  public static int shown(int eventFrames, double step, long eventStart, double offset) {
    long first = (long) Math.ceil((eventStart - offset) / step - 1e-9);
    long after = (long) Math.ceil((eventStart + eventFrames - offset) / step - 1e-9);
    return (int) Math.max(0, after - Math.max(0, first));
  }
}
