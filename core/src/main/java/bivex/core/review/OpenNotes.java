package bivex.core.review;

import java.util.ArrayList;
import java.util.List;

/**
 * How many notes of a shot are carried on; wishes are not counted.
 *
 * @param open work is owed
 * @param answered who gave it has not said yet whether it is met
 */
public record OpenNotes(int open, int answered) {
  public static final OpenNotes NONE = new OpenNotes(0, 0);

  /**
   * @param last what was said last of each note; null for nothing
   */
  public static OpenNotes of(List<NoteWord.Kind> last) {
    return counted(last.stream().map(NoteStand.State::after).toList());
  }

  /**
   * @param musts notes that must be met
   */
  public static OpenNotes standing(List<NoteStand> musts) {
    return counted(musts.stream().map(NoteStand::state).toList());
  }

  private static OpenNotes counted(List<NoteStand.State> states) {
    return new OpenNotes(
        (int) states.stream().filter(NoteStand.State::open).count(),
        (int) states.stream().filter(s -> s == NoteStand.State.ANSWERED).count());
  }

  public boolean none() {
    return open == 0 && answered == 0;
  }

  /** What is carried on: "2 notes are open, 1 is not confirmed"; empty for none. */
  public String words() {
    String owed = open == 0 ? "" : counted(open) + (open == 1 ? " is open" : " are open");
    String unsaid = answered == 1 ? " is not confirmed" : " are not confirmed";
    return answered == 0
        ? owed
        : owed.isEmpty()
            ? (answered == 1 ? "1 answered note" : answered + " answered notes") + unsaid
            : owed + ", " + answered + unsaid;
  }

  /** Why a version does not count as agreed by them, in sentences; empty for none. */
  public List<String> keeps() {
    List<String> out = new ArrayList<>();
    if (open > 0) {
      out.add(
          open
              + (open == 1 ? " open note keeps" : " open notes keep")
              + " it from being agreed until answered and confirmed.");
    }
    if (answered > 0) {
      out.add(
          answered
              + (answered == 1 ? " answered note keeps" : " answered notes keep")
              + " it from being agreed until confirmed by who gave "
              + (answered == 1 ? "it." : "them."));
    }
    return out;
  }

  public static String counted(int notes) {
    return notes == 1 ? "1 note" : notes + " notes";
  }
}
