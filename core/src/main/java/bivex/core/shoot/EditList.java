package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
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
 * @param passed what of a list that was read is not used, and why
 */
public record EditList(
    String title, FrameRate rate, boolean drop, List<Event> events, List<Passed> passed) {
  /** A list of which everything is used. */
  public EditList(String title, FrameRate rate, boolean drop, List<Event> events) {
    this(title, rate, drop, events, List.of());
  }

  /**
   * Something of a list that was not used.
   *
   * @param line of the file, from 1; 0 where it has none
   * @param why in words
   */
  public record Passed(int line, String text, String why) {
    /** In one line. */
    public String said() {
      return (line > 0 ? "line " + line + ": " : "") + why + (text.isEmpty() ? "" : ": " + text);
    }
  }

  /** Characters a reel may have in the format. */
  public static final int REEL = 8;

  private static final Pattern EVENT =
      Pattern.compile(
          "(\\d{1,6})\\s+(\\S+)\\s+(\\S+)\\s+(C|D|W\\d*|K\\s?[BO]?)(?:\\s+(\\d{1,4}))?((?:\\s+\\d{1,2}[:;]"
              + "\\d{2}[:;]\\d{2}[:;.,]\\d{2,3}){4})\\s*");
  private static final Pattern SPEED =
      Pattern.compile("M2\\s+(\\S+)\\s+(-?\\d{1,4}(?:\\.\\d{1,3})?)\\s+\\S+\\s*");

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

  /** Where the record side begins: at one hour (common practice, no source). */
  public static Timecode recordStart(FrameRate rate, boolean drop) {
    return Timecode.parse(drop ? "01:00:00;00" : "01:00:00:00", rate);
  }

  /**
   * The list as text. Reels longer than the format allows are cut so that no two become one, and
   * written whole in a comment.
   */
  public String text() {
    StringBuilder b =
        new StringBuilder("TITLE: ")
            .append(line(title))
            .append("\nFCM: ")
            .append(drop ? "DROP FRAME" : "NON-DROP FRAME")
            .append('\n');
    Timecode at = recordStart(rate, drop);
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

  /**
   * Reads a list as editors export it: the picture events with their source side. What is not used
   * (sound, black, half of a dissolve, lines of other programs) is listed with its line, and never
   * keeps the rest from being read. Labels count as the last FCM line says.
   */
  public static EditList parse(String text, FrameRate rate) {
    String title = "";
    boolean drop = false;
    List<Event> events = new ArrayList<>();
    List<Passed> passed = new ArrayList<>();
    int number = 0;
    boolean used = false;
    for (String raw : text.split("\\R")) {
      number++;
      String l = raw.strip().replaceFirst("^\\uFEFF", "");
      Matcher m = EVENT.matcher(l);
      if (l.startsWith("TITLE:")) {
        title = l.substring(6).strip();
      } else if (l.startsWith("FCM:")) {
        drop = rate.allowsDropFrame() && l.substring(4).strip().equals("DROP FRAME");
      } else if (m.matches()) {
        String why = event(m, rate, drop, events);
        used = why.isEmpty();
        if (!used) {
          passed.add(new Passed(number, l, why));
        }
      } else if (SPEED.matcher(l).matches()) {
        passed.add(new Passed(number, l, "speed is not used; the source side counts"));
      } else if (l.startsWith("*")) {
        if (used) {
          comment(number, l, events, passed, rate);
        }
      } else if (!l.isEmpty()) {
        passed.add(new Passed(number, l.substring(0, Math.min(120, l.length())), "not used"));
      }
    }
    return new EditList(title, rate, drop, List.copyOf(events), List.copyOf(passed));
  }

  /** Adds an event, or says why it is not used. */
  private static String event(Matcher m, FrameRate rate, boolean drop, List<Event> events) {
    String track = m.group(3).toUpperCase(Locale.ROOT);
    String reel = m.group(2);
    if (!track.matches("V\\d*|B|AA?\\d*/V\\d*")) {
      return "sound, no picture";
    }
    if (reel.equalsIgnoreCase("BL")) {
      return "black";
    }
    String[] labels = m.group(6).strip().split("\\s+");
    try {
      Timecode in = Timecode.parse(label(labels[0], drop, rate), rate);
      Timecode out = Timecode.parse(label(labels[1], drop, rate), rate);
      long frames = out.frame() - in.frame();
      // A clip may run over midnight.
      frames += frames < 0 ? Timecode.framesPerDay(rate, in.drop()) : 0;
      if (frames == 0) {
        return "no length: the outgoing half of a transition";
      }
      events.add(new Event(reel, in, frames, in, frames, "", ""));
      return "";
    } catch (InvalidInput e) {
      return e.getMessage();
    }
  }

  private static String label(String label, boolean drop, FrameRate rate) {
    int at = label.length() - 1 - (label.matches(".*[:;.,]\\d{3}") ? 3 : 2);
    boolean semicolon = label.charAt(at) == ';' && rate.allowsDropFrame();
    return label.substring(0, at).replace(';', ':')
        + (drop || semicolon ? ";" : ":")
        + label.substring(at + 1);
  }

  private static void comment(
      int number, String l, List<Event> events, List<Passed> passed, FrameRate rate) {
    int last = events.size() - 1;
    try {
      events.set(last, noted(number, events.get(last), l.substring(1).strip(), rate));
    } catch (InvalidInput e) {
      passed.add(new Passed(number, l, e.getMessage()));
    }
  }

  /**
   * Whether an event lies in a take: by roll, whatever its case, or by the name the take went out
   * with where the list knows no roll; and by timecode.
   *
   * @param name of the take, as {@link #of} was given it
   */
  public static boolean liesIn(
      Event e, String roll, String name, Timecode takeIn, long takeFrames) {
    boolean byRoll =
        !e.reel().isBlank()
            && (e.reel().equalsIgnoreCase(roll)
                || stem(e.reel()).equalsIgnoreCase(roll)
                || e.reel().length() == REEL
                    && roll.length() > REEL
                    && roll.regionMatches(true, 0, e.reel(), 0, REEL)
                    && stem(e.name()).equalsIgnoreCase(roll));
    boolean byName = e.reel().equalsIgnoreCase("AX") && e.name().equalsIgnoreCase(name);
    long from = e.in().frame() - takeIn.frame();
    return (byRoll || byName) && from >= 0 && from + e.frames() <= takeFrames;
  }

  /** Name of a file without its folders and its ending. */
  private static String stem(String path) {
    return path.replaceAll("^.*[/\\\\]", "").replaceFirst("\\.[A-Za-z0-9]{2,4}$", "");
  }

  private static Event noted(int number, Event e, String note, FrameRate rate) {
    int colon = note.indexOf(':');
    String value = colon < 0 ? "" : note.substring(colon + 1).strip();
    return switch (colon < 0 ? "" : note.substring(0, colon)) {
      case "FROM CLIP NAME" ->
          new Event(e.reel(), e.in(), e.frames(), e.takeIn(), e.takeFrames(), value, e.comment());
      case "SOURCE FILE", "FROM FILE" ->
          new Event(
              e.reel().equalsIgnoreCase("AX") ? value : e.reel(),
              e.in(),
              e.frames(),
              e.takeIn(),
              e.takeFrames(),
              e.name().isEmpty() ? value : e.name(),
              e.comment());
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
