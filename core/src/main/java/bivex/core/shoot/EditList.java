package bivex.core.shoot;

import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Picked takes one after another as an edit list (CMX 3600: one line an event, source and record in
 * and out, outs not included). A take is cut in by the production's handles at both ends, so that
 * they stay available in the roll; one too short for that is taken whole.
 *
 * @param title of the list
 * @param drop whether the labels are drop-frame
 * @param events in order of the record side
 */
public record EditList(String title, FrameRate rate, boolean drop, List<Event> events) {
  /** Characters a reel may have in the format. */
  public static final int REEL = 8;

  /** Reels that no take can be on. */
  private static final Set<String> RESERVED = Set.of("BL", "AX");

  /**
   * A stretch of one take.
   *
   * @param reel roll it is on
   * @param in first frame
   * @param frames how many
   * @param takeIn first frame of the take
   * @param takeFrames frames of the take
   * @param name clip name: shot, plate and take
   */
  public record Event(
      String reel,
      Timecode in,
      long frames,
      Timecode takeIn,
      long takeFrames,
      String name,
      String comment,
      List<Mark> marks) {}

  /**
   * A word on a frame.
   *
   * @param frame from the first of the event, 0
   */
  public record Mark(long frame, String words) {}

  /** A take to go into the list. */
  public record Picked(String reel, Timecode in, long frames, String name, String comment) {}

  /**
   * @param handles frames left at each end
   */
  public static EditList of(
      String title, FrameRate rate, boolean drop, int handles, List<Picked> takes) {
    List<Event> events = new ArrayList<>();
    for (Picked t : takes) {
      boolean room = t.frames() > 2L * handles;
      events.add(
          new Event(
              t.reel(),
              room ? t.in().plus(handles) : t.in(),
              room ? t.frames() - 2L * handles : t.frames(),
              t.in(),
              t.frames(),
              t.name(),
              t.comment(),
              List.of()));
    }
    return new EditList(title, rate, drop, List.copyOf(events));
  }

  /** Where the record side begins: at one hour (common practice, no source). */
  public static Timecode recordStart(FrameRate rate, boolean drop) {
    return Timecode.parse(drop ? "01:00:00;00" : "01:00:00:00", rate);
  }

  /**
   * The list as text. Reels longer than the format allows are cut so that no two become one, and
   * written whole in a comment.
   */
  public String text() {
    return text(recordStart(rate, drop));
  }

  /**
   * @param from label of the record side's first frame
   */
  public String text(Timecode from) {
    StringBuilder b =
        new StringBuilder("TITLE: ")
            .append(line(title))
            .append("\nFCM: ")
            .append(drop ? "DROP FRAME" : "NON-DROP FRAME")
            .append('\n');
    Timecode at = from;
    int n = 1;
    Map<String, String> reels = new HashMap<>();
    for (Event e : events) {
      String reel = reels.computeIfAbsent(e.reel(), r -> shortened(r, reels.values()));
      b.append(
          String.format(
              Locale.ROOT,
              "\n%03d  %-8s V     C        %s %s %s %s\n",
              n++,
              reel,
              e.in().label(),
              e.in().plus(e.frames()).label(),
              at.label(),
              at.plus(e.frames()).label()));
      b.append("* FROM CLIP NAME: ").append(line(e.name())).append('\n');
      b.append("* TAKE: ")
          .append(e.takeIn().label())
          .append(' ')
          .append(e.takeFrames())
          .append('\n');
      b.append("* REEL: ").append(line(e.reel())).append('\n');
      if (!e.comment().isBlank()) {
        b.append("* COMMENT: ").append(line(e.comment())).append('\n');
      }
      for (Mark m : e.marks()) {
        b.append("* LOC: ")
            .append(at.plus(m.frame()).label())
            .append(' ')
            .append(line(m.words()))
            .append('\n');
      }
      at = at.plus(e.frames());
    }
    return b.toString();
  }

  /** A reel as the format has room for it, unlike all that were given before. */
  private static String shortened(String roll, Collection<String> given) {
    String plain = roll.replaceAll("[^A-Za-z0-9_]", "_");
    String reel = plain.substring(0, Math.min(REEL, plain.length()));
    if (RESERVED.contains(reel.toUpperCase(Locale.ROOT))) {
      reel = reel + "_";
    }
    for (int k = 2; given.contains(reel); k++) {
      String tail = "_" + k;
      reel = plain.substring(0, Math.min(REEL - tail.length(), plain.length())) + tail;
    }
    return reel;
  }

  private static String line(String words) {
    return words.replaceAll("\\s+", " ").strip();
  }
}
