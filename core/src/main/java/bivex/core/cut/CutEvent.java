package bivex.core.cut;

import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.List;

/**
 * A stretch of a cut: what is seen or heard from when to when, and where it comes from.
 *
 * @param number as the list has it; counted where it has none
 * @param line of the file it stands in, from 1; 0 where files have no lines
 * @param track as the list calls it
 * @param roll reel or card it comes from; empty where that is not told
 * @param clip name of the clip; may be empty
 * @param file it comes from; may be empty
 * @param rate of the source
 * @param in label of the place of the source at the first frame of the cut
 * @param length of the source side as it is written, frames of the source
 * @param record first frame of the cut, from the start of the list
 * @param map frames of the cut onto frames of the source from {@code in}, counted from 0
 * @param join how it begins
 * @param under frames it goes on beneath the next one's transition
 * @param before frames it is seen before {@code record}, beneath the end of the one before
 * @param marks set on it
 * @param notes its comments, as they were written
 * @param enabled false where it is switched off
 * @param doubts what of it could be meant otherwise
 */
public record CutEvent(
    int number,
    int line,
    Kind kind,
    String track,
    String roll,
    String clip,
    String file,
    FrameRate rate,
    Timecode in,
    long length,
    long record,
    FrameMap map,
    Join join,
    long under,
    long before,
    List<Mark> marks,
    List<String> notes,
    boolean enabled,
    List<String> doubts) {
  /** What an event is. */
  public enum Kind {
    PICTURE,
    SOUND,
    BLACK
  }

  /** How it begins. */
  public enum How {
    CUT,
    DISSOLVE,
    WIPE,
    KEY
  }

  /**
   * @param frames of the transition; 0 for a cut
   */
  public record Join(How how, long frames) {
    public static final Join CUT = new Join(How.CUT, 0);
  }

  /**
   * A word on a frame.
   *
   * @param frame of the cut, from the start of the list
   */
  public record Mark(long frame, String words) {}

  /** Frames of the cut. */
  public long frames() {
    return map.frames();
  }

  /** The frame of the cut after its last. */
  public long end() {
    return record + map.frames();
  }

  /** Label of a place of the source, which may lie before or after what is used. */
  public Timecode label(long source) {
    return in.plus(source);
  }

  /** What it is called, in a line. */
  public String called() {
    return clip.isEmpty()
        ? roll.isEmpty() ? file.isEmpty() ? "event " + number : file : roll
        : clip;
  }

  CutEvent named(String newRoll, String newClip, String newFile) {
    return with(newRoll, newClip, newFile, map, under, marks, notes, doubts);
  }

  CutEvent noted(List<String> more) {
    return with(roll, clip, file, map, under, marks, more, doubts);
  }

  CutEvent marked(List<Mark> more) {
    return with(roll, clip, file, map, under, more, notes, doubts);
  }

  CutEvent played(FrameMap newMap, List<String> newDoubts) {
    return with(roll, clip, file, newMap, under, marks, notes, newDoubts);
  }

  CutEvent beneath(long frames) {
    return with(roll, clip, file, map, frames, marks, notes, doubts);
  }

  /**
   * The same where what holds it is played at a speed of its own.
   *
   * @param newRecord first frame in the cut
   * @param newMap of its frames there; what goes on beneath its neighbours is as much longer or
   *     shorter
   */
  CutEvent held(long newRecord, FrameMap newMap, Ratio speed) {
    return new CutEvent(
        number,
        line,
        kind,
        track,
        roll,
        clip,
        file,
        rate,
        in,
        length,
        newRecord,
        newMap,
        new Join(join.how(), Ratio.of(join.frames()).over(speed).ceil()),
        Ratio.of(under).over(speed).ceil(),
        Ratio.of(before).over(speed).ceil(),
        marks.stream()
            .map(
                m ->
                    new Mark(
                        newRecord + Ratio.of(m.frame() - record).over(speed).floor(), m.words()))
            .toList(),
        notes,
        enabled,
        doubts);
  }

  /** The same with a doubt more. */
  CutEvent doubted(String words) {
    List<String> more = new ArrayList<>(doubts);
    more.add(words);
    return played(map, more);
  }

  private CutEvent with(
      String newRoll,
      String newClip,
      String newFile,
      FrameMap newMap,
      long newUnder,
      List<Mark> newMarks,
      List<String> newNotes,
      List<String> newDoubts) {
    return new CutEvent(
        number,
        line,
        kind,
        track,
        newRoll,
        newClip,
        newFile,
        rate,
        in,
        length,
        record,
        newMap,
        join,
        newUnder,
        before,
        List.copyOf(newMarks),
        List.copyOf(newNotes),
        enabled,
        List.copyOf(newDoubts));
  }
}
