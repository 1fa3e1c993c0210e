package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

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

  private static final Pattern EVENT =
      Pattern.compile("(\\d{3,6})\\s+(\\S+)\\s+V\\s+C\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)\\s+(\\S+)\\s*");

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
      String comment) {}

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
              t.comment()));
    }
    return new EditList(title, rate, drop, List.copyOf(events));
  }

  /**
   * The list as text. Reels longer than the format allows are cut, and written whole in a comment.
   */
  public String text() {
    StringBuilder b =
        new StringBuilder("TITLE: ")
            .append(line(title))
            .append("\nFCM: ")
            .append(drop ? "DROP FRAME" : "NON-DROP FRAME")
            .append('\n');
    Timecode at = Timecode.parse(drop ? "01:00:00;00" : "01:00:00:00", rate);
    int n = 1;
    for (Event e : events) {
      String reel = e.reel().replaceAll("[^A-Za-z0-9_]", "_");
      b.append(
          String.format(
              Locale.ROOT,
              "\n%03d  %-8s V     C        %s %s %s %s\n",
              n++,
              reel.substring(0, Math.min(REEL, reel.length())),
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
      at = at.plus(e.frames());
    }
    return b.toString();
  }

  /**
   * Reads a list of straight cuts.
   *
   * @throws InvalidInput naming the line that cannot be read
   */
  public static EditList parse(String text, FrameRate rate) {
    String title = "";
    boolean drop = false;
    List<Event> events = new ArrayList<>();
    int number = 0;
    for (String raw : text.split("\\R")) {
      number++;
      String l = raw.strip();
      Matcher m = EVENT.matcher(l);
      if (l.startsWith("TITLE:")) {
        title = l.substring(6).strip();
      } else if (l.startsWith("FCM:")) {
        drop = l.substring(4).strip().equals("DROP FRAME");
      } else if (m.matches()) {
        Timecode in = read(number, m.group(3), rate);
        Timecode out = read(number, m.group(4), rate);
        long frames = out.minus(in);
        if (frames <= 0
            || read(number, m.group(6), rate).minus(read(number, m.group(5), rate)) != frames) {
          throw new InvalidInput("line " + number, "source and record are not of one length");
        }
        events.add(new Event(m.group(2), in, frames, in, frames, "", ""));
      } else if (l.startsWith("*") && !events.isEmpty()) {
        events.set(
            events.size() - 1,
            noted(number, events.get(events.size() - 1), l.substring(1).strip(), rate));
      } else if (!l.isEmpty() && !l.startsWith("*")) {
        throw new InvalidInput("line " + number, "is not a straight cut of an edit list: " + l);
      }
    }
    return new EditList(title, rate, drop, List.copyOf(events));
  }

  private static Event noted(int number, Event e, String note, FrameRate rate) {
    int colon = note.indexOf(':');
    String value = colon < 0 ? "" : note.substring(colon + 1).strip();
    return switch (colon < 0 ? "" : note.substring(0, colon)) {
      case "FROM CLIP NAME" ->
          new Event(e.reel(), e.in(), e.frames(), e.takeIn(), e.takeFrames(), value, e.comment());
      case "REEL" ->
          new Event(value, e.in(), e.frames(), e.takeIn(), e.takeFrames(), e.name(), e.comment());
      case "COMMENT" ->
          new Event(e.reel(), e.in(), e.frames(), e.takeIn(), e.takeFrames(), e.name(), value);
      case "TAKE" -> {
        String[] parts = value.split(" ");
        if (parts.length != 2 || !parts[1].matches("\\d{1,9}")) {
          throw new InvalidInput("line " + number, "is not a take: " + value);
        }
        yield new Event(
            e.reel(),
            e.in(),
            e.frames(),
            read(number, parts[0], rate),
            Long.parseLong(parts[1]),
            e.name(),
            e.comment());
      }
      default -> e;
    };
  }

  private static Timecode read(int number, String label, FrameRate rate) {
    try {
      return Timecode.parse(label, rate);
    } catch (InvalidInput e) {
      throw new InvalidInput("line " + number, e.getMessage());
    }
  }

  private static String line(String words) {
    return words.replaceAll("\\s+", " ").strip();
  }
}
