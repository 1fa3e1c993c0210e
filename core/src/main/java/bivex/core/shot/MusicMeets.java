package bivex.core.shot;

import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.method.Plan.SpanKind;
import bivex.core.method.ShotSetting;
import bivex.core.time.Music;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What happens in a shot against the music it is made to. */
public final class MusicMeets {
  /** Nearer than this to a mark nobody sees it beside it, frames (common practice, no source). */
  public static final double MEETS = 1;

  /** From here on a mark is none that was meant, frames. */
  private static final double FAR = 12;

  private MusicMeets() {}

  /**
   * A beat or phrase as it lies in the cut.
   *
   * @param frame of the cut, with its part of a frame
   */
  public record FrameMark(double frame, Music.Kind kind, String label) {}

  /**
   * Something that happens, and the mark nearest to it.
   *
   * @param frame number of the frame it happens in
   * @param what happens, with the layer
   * @param mark nearest; null where none is near
   * @param off frames by which it comes after the mark; negative before
   * @param meets whether it is on it
   * @param words what to do
   */
  public record Meet(
      int frame, String what, FrameMark mark, double off, boolean meets, String words) {}

  /** Marks within the cut with its handles. */
  public static List<FrameMark> marks(ShotSetting s, Music music, double start) {
    double from = start - s.rate().seconds(s.handles());
    double to = start + s.rate().seconds(s.cutFrames() + s.handles());
    return music.marks(from, to).stream()
        .map(
            m ->
                new FrameMark(
                    s.firstFrame() + s.rate().frames(m.at() - start), m.kind(), m.label()))
        .toList();
  }

  /**
   * Every change, move and ramp of a plan against the marks.
   *
   * @param start time of the music at the first frame of the cut, s
   */
  public static List<Meet> of(Plan plan, ShotSetting s, Music music, double start) {
    List<FrameMark> marks = marks(s, music, start);
    Map<Integer, String> at = new TreeMap<>();
    for (Plan.Layer l : plan.layers()) {
      for (Plan.Span span : l.spans()) {
        if (span.kind() != SpanKind.EMPTY && span.kind() != SpanKind.CROSSING) {
          put(at, s, span.first(), l.label() + ": " + begins(span.kind()));
          put(at, s, span.last() + 1, l.label() + ": " + ends(span.kind()));
        }
      }
    }
    List<Meet> out = new ArrayList<>();
    at.forEach((frame, what) -> out.add(meet(frame, what, marks)));
    return List.copyOf(out);
  }

  private static void put(Map<Integer, String> at, ShotSetting s, int frame, String what) {
    if (frame > s.firstFrame() && frame <= s.lastFrame()) {
      at.merge(frame, what, (a, b) -> a.contains(b) ? a : a + "; " + b);
    }
  }

  private static String begins(SpanKind kind) {
    return switch (kind) {
      case PRESENT, EMPTY, CROSSING -> "comes";
      case FADE -> "begins to fade";
      case HOLD -> "stops";
      case STREAK -> "dashes";
      case MOVE -> "begins to move";
      case RETIME -> "begins its ramp";
    };
  }

  private static String ends(SpanKind kind) {
    return switch (kind) {
      case PRESENT, EMPTY, CROSSING -> "goes";
      case FADE -> "has faded";
      case HOLD -> "goes on";
      case STREAK -> "arrives";
      case MOVE -> "comes to rest";
      case RETIME -> "ends its ramp";
    };
  }

  private static Meet meet(int frame, String what, List<FrameMark> marks) {
    // A phrase is met before a bar, a bar before a beat, where they are equally near.
    FrameMark near =
        marks.stream()
            .min(
                Comparator.comparingDouble((FrameMark m) -> Math.abs(m.frame() - frame))
                    .thenComparing(FrameMark::kind, Comparator.reverseOrder()))
            .orElse(null);
    if (near == null || Math.abs(frame - near.frame()) > FAR) {
      return new Meet(frame, what, null, 0, false, "no mark near");
    }
    double off = frame - near.frame();
    boolean meets = Math.abs(off) <= MEETS;
    String name =
        switch (near.kind()) {
          case BEAT -> "the beat";
          case BAR -> "the bar";
          case PHRASE -> near.label();
        };
    return new Meet(
        frame,
        what,
        near,
        off,
        meets,
        meets
            ? "on " + name
            : Said.of(
                "%.0f %s %s %s",
                Math.abs(off),
                Math.abs(off) < 1.5 ? "frame" : "frames",
                off > 0 ? "after" : "before",
                name));
  }
}
