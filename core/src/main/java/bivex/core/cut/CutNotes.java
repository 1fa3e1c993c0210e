package bivex.core.cut;

import bivex.core.Said;
import bivex.core.shoot.EditList;
import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Notes of the review at their places in a cut, as markers for who cuts it.
 *
 * @param marks in the order of the cut
 * @param untold what has no place in it, in sentences
 */
public record CutNotes(List<EditList.Mark> marks, List<String> untold) {
  /**
   * A note on frames of a shot.
   *
   * @param on frames as the shot counts; null for the whole shot
   * @param words with who said it, and how it stands
   */
  public record Note(FrameRange on, String words) {}

  /**
   * Notes of a shot.
   *
   * @param shot id
   * @param range frames of its cut, as the shot counts
   */
  public record Of(String shot, String code, FrameRange range, List<Note> notes) {}

  /**
   * @param cut the notes are brought to
   * @param shots of the cut
   */
  public static CutNotes of(CutList cut, List<ShotCut> shots, List<Of> notes) {
    Map<String, List<ShotCut>> uses = new LinkedHashMap<>();
    shots.forEach(s -> uses.computeIfAbsent(s.shot(), k -> new ArrayList<>()).add(s));
    List<EditList.Mark> marks = new ArrayList<>();
    List<String> untold = new ArrayList<>();
    for (Of o : notes) {
      List<ShotCut> used = uses.getOrDefault(o.shot, List.of());
      if (used.isEmpty()) {
        untold.add(
            Said.of(
                "%s is not in this cut: %s.",
                o.code, o.notes.size() == 1 ? "one note" : o.notes.size() + " notes"));
        continue;
      }
      ShotCut first = used.stream().min(Comparator.comparing(ShotCut::use)).orElseThrow();
      if (used.size() > 1) {
        untold.add(
            Said.of("%s is used %s times: its notes are at the first.", o.code, used.size()));
      }
      boolean other = first.frames() != o.range.frames();
      if (other) {
        untold.add(
            Said.of(
                "%s is %s frames long in this cut and was worked on as %s: where its notes are may"
                    + " be otherwise.",
                o.code, first.frames(), o.range.frames()));
      }
      o.notes.forEach(n -> marks.add(mark(o, n, first, other)));
    }
    marks.sort(Comparator.comparing(EditList.Mark::frame));
    return new CutNotes(List.copyOf(marks), List.copyOf(untold));
  }

  private static EditList.Mark mark(Of o, Note n, ShotCut at, boolean other) {
    long frame = n.on == null ? 0 : (long) n.on.first() - o.range.first();
    String where =
        n.on == null
            ? "whole shot"
            : frame < 0
                ? "handle before"
                : frame >= at.frames()
                    ? "handle after"
                    : n.on.frames() == 1 ? "" : n.on.frames() + " frames";
    return new EditList.Mark(
        at.record() + Math.max(0, Math.min(at.frames() - 1, frame)),
        o.code
            + (n.on == null ? "" : " frame " + n.on.first())
            + (where.isEmpty() ? "" : ", " + where)
            + (other ? ", about here" : "")
            + ": "
            + n.words);
  }

  /** As markers on one long event of the length of the cut. */
  public EditList list(String title, CutList cut) {
    long end = cut.events().stream().mapToLong(CutEvent::end).max().orElse(1);
    return new EditList(
        title,
        cut.rate(),
        cut.start().drop(),
        List.of(
            new EditList.Event(
                "NOTES",
                cut.start(),
                end,
                cut.start(),
                end,
                "notes of the review",
                String.join(" ", untold),
                marks)));
  }
}
