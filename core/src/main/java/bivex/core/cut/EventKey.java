package bivex.core.cut;

import java.util.Locale;

/**
 * By what an event of a cut is known again, in its own cut and in the next, without its number,
 * which changes whenever something is put in before it.
 *
 * @param track it is on
 * @param record first frame in the cut
 * @param roll as the list has it
 * @param clip as the list has it
 * @param file as the list has it
 * @param first first frame of the source that is used, as its label counts
 * @param last last frame of the source that is used
 */
public record EventKey(
    String track, long record, String roll, String clip, String file, long first, long last) {
  public static EventKey of(CutEvent e) {
    FrameMap.Range used = e.map().needs(0, 0);
    return new EventKey(
        e.track(),
        e.record(),
        e.roll(),
        e.clip(),
        e.file(),
        e.in().frame() + used.first(),
        e.in().frame() + used.last());
  }

  /** Whether both come from the same source and share frames of it. */
  boolean sameSource(EventKey other) {
    return roll.equalsIgnoreCase(other.roll)
        && clip.equalsIgnoreCase(other.clip)
        && file.equalsIgnoreCase(other.file)
        && first <= other.last
        && other.first <= last;
  }

  /** Roll, clip and file, for a look-up. */
  String source() {
    return (roll + "\n" + clip + "\n" + file).toLowerCase(Locale.ROOT);
  }
}
