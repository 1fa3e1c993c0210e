package bivex.core.cut;

import bivex.core.Said;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A cut as a list or timeline tells it. Nothing of it is refused whole: what is not used is listed.
 *
 * @param title as the file has it; may be empty
 * @param rate of the cut
 * @param start label of its first frame
 * @param events in the order of the file
 * @param passed what was understood and is not used, or not understood, with the reason
 */
public record CutList(
    String title, FrameRate rate, Timecode start, List<CutEvent> events, List<Passed> passed) {
  public CutList {
    events = List.copyOf(events);
    passed = List.copyOf(passed);
  }

  /** Why something of a file is not used. */
  public enum Why {
    /** It is known what it is, and nothing follows from it. */
    KNOWN,
    /** It is not known what it is. */
    UNKNOWN,
    /** It is known what it should be, and it cannot be that. */
    WRONG
  }

  /**
   * Something of a file that is not used.
   *
   * @param line from 1; 0 where it has none
   * @param text as it stands there, cut to a line
   */
  public record Passed(int line, String text, Why why, String words) {
    private static final int LONGEST = 160;

    static Passed of(int line, String text, Why why, String words) {
      String t = text.strip();
      return new Passed(
          line, t.length() <= LONGEST ? t : t.substring(0, LONGEST - 1) + "…", why, words);
    }

    /** In one line. */
    public String said() {
      return (line > 0 ? "line " + line + ": " : "") + words + (text.isEmpty() ? "" : ": " + text);
    }
  }

  /**
   * What should be known before anything is taken from it; empty when nothing is.
   *
   * @param notRead takes whose labels cannot be read at the rate of the production
   */
  public String odd(FrameRate production, int notRead) {
    List<String> out = new ArrayList<>();
    if (!rate.equals(production)) {
      out.add(
          Said.of(
              "it counts at %s fps, the production at %s: its frames are taken one for one, and"
                  + " last %.2f times as long",
              rate.name(), production.name(), rate.fps() / production.fps()));
    }
    if (notRead > 0) {
      out.add(
          Said.of(
              "%s takes were logged when the production counted otherwise, and are not looked for",
              notRead));
    }
    return String.join("; ", out);
  }

  /** The same with something that is known of the whole of it. */
  public CutList told(String words) {
    List<Passed> more = new ArrayList<>(passed);
    more.add(0, new Passed(0, "", Why.KNOWN, words));
    return new CutList(title, rate, start, events, more);
  }

  /** What is heard at a frame of the cut, by name; empty where the list has no sound there. */
  public List<String> heard(long frame) {
    return events.stream()
        .filter(e -> e.kind() == CutEvent.Kind.SOUND && e.enabled())
        .filter(e -> e.record() <= frame && frame < e.end())
        .map(CutEvent::called)
        .distinct()
        .toList();
  }

  /** What is seen, in order of the cut; what is switched off is not. */
  public List<CutEvent> pictures() {
    return events.stream()
        .filter(e -> e.kind() == CutEvent.Kind.PICTURE && e.enabled())
        .sorted(Comparator.comparingLong(CutEvent::record).thenComparing(CutEvent::track))
        .toList();
  }
}
