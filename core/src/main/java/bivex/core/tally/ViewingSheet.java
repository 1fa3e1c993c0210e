package bivex.core.tally;

import bivex.core.Said;
import bivex.core.time.Days;
import bivex.core.time.FrameRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * What a viewing came to, for a list or a paper: each version with its verdict and its notes, and
 * what was not reached.
 *
 * @param title what was watched
 * @param there names of who was there
 */
public record ViewingSheet(String title, LocalDate day, List<String> there, List<Watched> watched) {
  /**
   * @param verdict the last, in words; empty for none
   * @param notes of the shot that are carried, and those given on this version
   */
  public record Watched(
      String code, String name, int version, boolean seen, String verdict, List<Note> notes) {
    public String head() {
      return code + " " + name + ", version " + version;
    }

    /** What it came to, in words. */
    public String came() {
      return seen ? or(verdict, "no verdict") : "not reached";
    }
  }

  /**
   * @param on what it is on, in words
   * @param first number of the first frame
   * @param timecode of the first
   * @param about for whom it is and whether it is a wish, in words; may be empty
   */
  public record Note(
      String on,
      int first,
      int last,
      String timecode,
      String words,
      String by,
      String about,
      String stands) {
    /** What it is on, with its time code. */
    public String place() {
      return on + (timecode.isEmpty() ? "" : ", " + timecode);
    }

    /** Who gave it, and for whom. */
    public String given() {
      return by + (about.isEmpty() ? "" : "; " + about);
    }
  }

  public Sheets.Table table() {
    List<List<String>> rows = new ArrayList<>();
    for (Watched w : watched) {
      rows.add(List.of(w.head(), "", "", w.came()));
      w.notes.forEach(
          n -> rows.add(List.of("", n.place(), n.words + " (" + n.given() + ")", n.stands)));
    }
    return new Sheets.Table(
        Said.of("%s, %s", title, Days.words(day)),
        List.of("shot", "on", "note", "stands"),
        List.of(24, 18, 40, 18),
        rows,
        (there.isEmpty() ? "" : "There: " + String.join(", ", there) + ". ") + reached());
  }

  /** How far it came, in a sentence. */
  public String reached() {
    long missed = watched.stream().filter(w -> !w.seen).count();
    return missed == 0
        ? "All was watched."
        : Said.of("%s of %s not reached.", missed, watched.size());
  }

  private static String or(String words, String none) {
    return words.isEmpty() ? none : words;
  }

  /**
   * Notes as a text track beside the file of a version (W3C, WebVTT: The Web Video Text Tracks
   * Format, section 4): each is shown while its frames are.
   *
   * @param frames of the version; what lies outside of it is left out
   * @param fps of its file
   */
  public static String track(List<Note> notes, FrameRange frames, double fps) {
    StringBuilder out = new StringBuilder("WEBVTT\n");
    notes.stream()
        .filter(n -> n.last >= frames.first() && n.first <= frames.last())
        .sorted(Comparator.comparingInt(Note::first))
        .forEach(
            n -> {
              int from = Math.max(n.first, frames.first()) - frames.first();
              int to = Math.min(n.last, frames.last()) - frames.first() + 1;
              out.append('\n')
                  .append(moment(from / fps))
                  .append(" --> ")
                  .append(moment(to / fps))
                  .append('\n')
                  .append(text(n.words))
                  .append('\n')
                  .append(text(n.by + ", " + n.on + ": " + n.stands))
                  .append('\n');
            });
    return out.toString();
  }

  private static String moment(double seconds) {
    Duration d = Duration.ofMillis(Math.round(seconds * 1000));
    return two(d.toHours())
        + ":"
        + two(d.toMinutesPart())
        + ":"
        + two(d.toSecondsPart())
        + "."
        + Said.of("%s", 1000 + d.toMillisPart()).substring(1);
  }

  private static String two(long n) {
    return n < 10 ? "0" + n : String.valueOf(n);
  }

  /** A line of a cue: no markup of theirs, no empty line, which would end it, and no arrow. */
  private static String text(String words) {
    return words
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replaceAll("\\s+", " ")
        .strip();
  }
}
