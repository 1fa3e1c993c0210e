package bivex.core.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutEvent.How;
import bivex.core.cut.CutEvent.Join;
import bivex.core.cut.CutEvent.Kind;
import bivex.core.cut.CutEvent.Mark;
import bivex.core.cut.CutList.Passed;
import bivex.core.cut.CutList.Why;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads edit lists in the manner of CMX 3600 (SMPTE ST 258) as programs write them: reels of any
 * length, several picture tracks, sound, black, dissolves, wipes, keys, speeds, comments, locators,
 * colour decisions, drop-frame by FCM lines, labels over midnight. An event is a line; what stands
 * after it until the next belongs to it.
 */
public final class EditListReader {
  private static final String LABEL = "\\d{1,2}[:;.]\\d{2}[:;.]\\d{2}[:;.,]\\d{2,3}";
  private static final Pattern EVENT =
      Pattern.compile(
          "(\\d{1,6})\\s+(\\S.*?)\\s+(\\S+)\\s+(C|D|W\\d{0,3}|KB|K\\s?[BO]|K)(?:\\s+(\\d{1,4}))?(?:\\s+\\(?F\\)?)?"
              + "\\s+("
              + LABEL
              + ")\\s+("
              + LABEL
              + ")\\s+("
              + LABEL
              + ")\\s+("
              + LABEL
              + ")\\s*");
  private static final Pattern SPEED =
      Pattern.compile("M2\\s+(.*?)\\s+([+-]?\\d{1,6}(?:\\.\\d{1,6})?)(?:\\s+(" + LABEL + "))?\\s*");
  private static final Pattern REPLACED =
      Pattern.compile(
          ".*\\bREEL:\\s*(\\S.*?)\\s+REPLACED BY:\\s*(\\S+).*", Pattern.CASE_INSENSITIVE);
  private static final Pattern LOCATOR =
      Pattern.compile("LOC:\\s*(" + LABEL + ")\\s*(.*)", Pattern.CASE_INSENSITIVE);
  private static final Pattern TRACK =
      Pattern.compile("(?:V|VIDEO)\\d*|B|AA?\\d*/V\\d*|NONE/V", Pattern.CASE_INSENSITIVE);
  private static final Pattern SOUND =
      Pattern.compile("A+\\d*(?:/A?\\d+)*|NONE|AUDIO\\d*", Pattern.CASE_INSENSITIVE);

  /** Characters of a line that is looked at. */
  private static final int LONGEST = 2000;

  private final FrameRate rate;
  private final List<CutEvent> events = new ArrayList<>();
  private final List<Passed> passed = new ArrayList<>();
  private String title = "";
  private boolean drop;
  private Timecode start;
  private long lastRecord;
  private boolean open;
  private int openedAt = -1;

  /** As its line has it, before anything told its whole name. */
  private String openedReel = "";

  private EditListReader(FrameRate rate) {
    this.rate = rate;
  }

  /**
   * @param text of the list
   * @param rate of the cut, which such lists do not tell
   */
  public static CutList read(String text, FrameRate rate) {
    EditListReader r = new EditListReader(rate);
    int number = 0;
    for (String raw : text.split("\\R", -1)) {
      number++;
      String l = raw.replace('\u00a0', ' ').replaceFirst("^\\uFEFF", "").strip();
      if (l.length() > LONGEST) {
        r.pass(number, l, Why.WRONG, "is longer than a line of such a list can be");
      } else if (!l.isEmpty()) {
        r.line(number, l);
      }
    }
    return new CutList(
        r.title,
        rate,
        r.start == null ? new Timecode(rate, false, 0) : r.start,
        r.events,
        r.passed);
  }

  private void pass(int number, String l, Why why, String words) {
    passed.add(Passed.of(number, l, why, words));
  }

  private void line(int number, String l) {
    String upper = l.toUpperCase(Locale.ROOT);
    Matcher m = EVENT.matcher(l);
    if (upper.startsWith("TITLE:")) {
      title = l.substring(6).strip();
    } else if (upper.startsWith("FCM:")) {
      counting(number, l, upper.substring(4).strip());
    } else if (m.matches()) {
      open = false;
      try {
        event(number, l, m);
      } catch (InvalidInput e) {
        pass(number, l, Why.WRONG, e.getMessage());
      } catch (ArithmeticException e) {
        pass(number, l, Why.WRONG, "has figures that are too large");
      }
    } else if (upper.startsWith("M2 ") || upper.startsWith("M2\t")) {
      speed(number, l);
    } else if (upper.startsWith("*")) {
      comment(number, l, l.substring(1).strip());
    } else if (REPLACED.matcher(l).matches()) {
      replaced(number, l);
    } else if (upper.startsWith("AUD ") || upper.startsWith("SPLIT:")) {
      pass(number, l, Why.KNOWN, "says on which tracks sound is");
    } else if (upper.startsWith("EFFECTS NAME IS")
        || upper.startsWith("KEY")
        || upper.startsWith(">>>")
        || upper.startsWith("M1 ")) {
      note(number, l, l);
    } else if (l.matches("\\d{1,6}\\s+.*(?:" + LABEL + ").*")) {
      open = false;
      pass(number, l, Why.WRONG, "looks like an event and cannot be read as one");
    } else {
      pass(number, l, Why.UNKNOWN, "is not known");
    }
  }

  private void counting(int number, String l, String how) {
    if (how.replace('-', ' ').equals("DROP FRAME")) {
      if (!rate.allowsDropFrame()) {
        pass(number, l, Why.WRONG, "drop-frame counting does not exist at " + rate.name() + " fps");
      } else {
        drop = true;
      }
    } else if (how.replace('-', ' ').equals("NON DROP FRAME")) {
      drop = false;
    } else {
      pass(number, l, Why.UNKNOWN, "is no way of counting that is known");
    }
  }

  private void event(int number, String l, Matcher m) {
    String track = m.group(3);
    String reel = m.group(2);
    Kind kind;
    if (TRACK.matcher(track).matches()) {
      kind =
          reel.equalsIgnoreCase("BL") || reel.equalsIgnoreCase("BLACK") ? Kind.BLACK : Kind.PICTURE;
    } else if (SOUND.matcher(track).matches()) {
      kind = Kind.SOUND;
    } else {
      pass(number, l, Why.UNKNOWN, "is on a track that is not known, \"" + track + "\"");
      return;
    }
    Timecode in = label(m.group(6));
    Timecode out = label(m.group(7));
    Timecode recordIn = label(m.group(8));
    Timecode recordOut = label(m.group(9));
    long record = onRecord(recordIn);
    long frames = span(recordIn, recordOut);
    long length = span(in, out);
    if (frames == 0) {
      if (length == 0 || m.group(4).equals("C")) {
        // The outgoing half of a transition, whose other half is the next line.
        pass(number, l, Why.KNOWN, "has no length: the outgoing half of a transition");
        return;
      }
      throw new InvalidInput("record side", "has no length");
    }
    Join join = join(m.group(4), m.group(5));
    if (join.frames() > frames) {
      throw new InvalidInput("transition", "is longer than its event");
    }
    List<String> doubts = new ArrayList<>();
    FrameMap map = map(frames, length, doubts);
    if (join.how() == How.DISSOLVE || join.how() == How.WIPE) {
      beneath(record, join.frames(), track);
    }
    events.add(
        new CutEvent(
            Integer.parseInt(m.group(1)),
            number,
            kind,
            track.toUpperCase(Locale.ROOT),
            kind == Kind.BLACK || reel.equalsIgnoreCase("AX") ? "" : reel,
            "",
            "",
            rate,
            in,
            length,
            record,
            map,
            join,
            0,
            0,
            List.of(),
            List.of(),
            true,
            doubts));
    open = true;
    openedAt = events.size() - 1;
    openedReel = reel;
  }

  /** Without a speed line the lengths of both sides tell one. */
  private FrameMap map(long frames, long length, List<String> doubts) {
    if (length == frames || length == 0) {
      return FrameMap.of(frames, Ratio.ZERO, length == 0 ? Ratio.ZERO : Ratio.ONE, Ratio.ONE);
    }
    doubts.add(
        "both sides differ in length ("
            + length
            + " and "
            + frames
            + " frames) and no speed is told");
    return FrameMap.of(frames, Ratio.ZERO, new Ratio(length, frames), Ratio.ONE);
  }

  private static Join join(String edit, String frames) {
    long n = frames == null ? 0 : Long.parseLong(frames);
    return switch (edit.charAt(0)) {
      case 'D' -> new Join(How.DISSOLVE, n);
      case 'W' -> new Join(How.WIPE, n);
      case 'K' -> new Join(How.KEY, n);
      default -> Join.CUT;
    };
  }

  /** The one before goes on beneath a transition. */
  private void beneath(long record, long frames, String track) {
    for (int i = events.size() - 1; i >= 0; i--) {
      CutEvent e = events.get(i);
      if (e.kind() != Kind.SOUND && e.end() == record && e.track().equalsIgnoreCase(track)) {
        events.set(i, e.beneath(frames));
        return;
      }
    }
  }

  /** Frames between two labels, over midnight as well. */
  private long span(Timecode from, Timecode to) {
    long frames = to.frame() - from.frame();
    return frames < 0 ? frames + Timecode.framesPerDay(rate, from.drop()) : frames;
  }

  /** Frames from the start of the list; a cut may run over midnight. */
  private long onRecord(Timecode at) {
    if (start == null) {
      start = at;
    }
    long day = Timecode.framesPerDay(rate, start.drop());
    long frames = at.frame() - start.frame();
    // Of all days the one nearest to where the list was.
    frames += Math.round((lastRecord - frames) / (double) day) * day;
    lastRecord = frames;
    return frames;
  }

  private Timecode label(String text) {
    int at = text.length() - 1 - (text.matches(".*[:;.,]\\d{3}") ? 3 : 2);
    boolean semicolon = text.charAt(at) == ';' && rate.allowsDropFrame();
    String whole = text.substring(0, at).replace(';', ':').replace('.', ':');
    return Timecode.parse(
        (whole.indexOf(':') == 1 ? "0" + whole : whole)
            + (drop || semicolon ? ";" : ":")
            + text.substring(at + 1),
        rate);
  }

  private void speed(int number, String l) {
    Matcher m = SPEED.matcher(l);
    if (!m.matches()) {
      pass(number, l, Why.WRONG, "is a speed that cannot be read");
      return;
    }
    if (!open) {
      pass(number, l, Why.KNOWN, "is the speed of an event that is not used");
      return;
    }
    CutEvent e = events.get(openedAt);
    String reel = m.group(1).strip();
    if (e.kind() == Kind.SOUND
        || !reel.isEmpty()
            && !reel.equalsIgnoreCase(e.roll())
            && !reel.equalsIgnoreCase(openedReel)) {
      pass(number, l, Why.KNOWN, "is the speed of another reel than its event's");
      return;
    }
    try {
      Ratio speed = meant(m.group(2), e);
      events.set(openedAt, at(e, speed));
    } catch (InvalidInput wrong) {
      pass(number, l, Why.WRONG, wrong.getMessage());
    } catch (ArithmeticException wrong) {
      pass(number, l, Why.WRONG, "is a speed that is too fine to be counted with");
    }
  }

  /**
   * The speed a line means. Programs write frames a second with a digit or three, some by the exact
   * rate and some by the rate of the label (at 23.976 both 23.976 and 24 are as recorded): of the
   * whole percents that are written so, and what is written itself, that which fits the length of
   * the source side best.
   */
  private Ratio meant(String written, CutEvent e) {
    Ratio fps = Ratio.of(written);
    int point = written.indexOf('.');
    int digits = point < 0 ? 0 : written.length() - point - 1;
    double half = 0.5 * Math.pow(10, -digits) + 1e-9;
    Ratio best = fps.over(Ratio.of(rate.nominal()));
    double least = off(best, e) + 0.5;
    for (Ratio of : List.of(Ratio.of(rate.nominal()), new Ratio(rate.num(), rate.den()))) {
      long percent = Math.round(100 * fps.value() / of.value());
      if (Math.abs(percent / 100.0 * of.value() - fps.value()) <= half) {
        Ratio whole = new Ratio(percent, 100);
        if (off(whole, e) <= least) {
          best = whole;
          least = off(whole, e);
        }
      }
    }
    return best;
  }

  /** Frames by which a speed misses the length of the source side; 0 where that tells nothing. */
  private static double off(Ratio speed, CutEvent e) {
    return e.length() == e.frames()
        ? 0
        : Math.abs(Math.abs(speed.value()) * e.frames() - e.length());
  }

  private static CutEvent at(CutEvent e, Ratio speed) {
    List<String> doubts = new ArrayList<>();
    // Played backwards it begins at the end of what is written, where that is its source side.
    boolean back = speed.sign() < 0;
    Ratio begin = back && e.length() > 0 ? Ratio.of(e.length() - 1) : Ratio.ZERO;
    long shown = Math.round(Math.abs(speed.value()) * e.frames());
    if (e.length() != e.frames() && Math.abs(shown - e.length()) > 1 && speed.sign() != 0) {
      doubts.add(
          "its speed shows "
              + shown
              + " frames, its source side is "
              + e.length()
              + ": the speed is taken");
    }
    if (back) {
      doubts.add("it plays backwards: taken to begin at the end of its source side");
      if (e.length() == e.frames() && shown > e.length()) {
        begin = Ratio.of(shown - 1);
      }
    }
    return e.played(FrameMap.of(e.frames(), begin, speed, e.map().natural()), doubts);
  }

  private void note(int number, String l, String words) {
    if (!open) {
      pass(number, l, Why.KNOWN, "belongs to an event that is not used");
      return;
    }
    CutEvent e = events.get(openedAt);
    List<String> more = new ArrayList<>(e.notes());
    more.add(words);
    events.set(openedAt, e.noted(more));
  }

  private void comment(int number, String l, String words) {
    if (REPLACED.matcher(words).matches()) {
      replaced(number, words);
      return;
    }
    int colon = words.indexOf(':');
    String key = colon < 0 ? "" : words.substring(0, colon).strip().toUpperCase(Locale.ROOT);
    String value = colon < 0 ? "" : words.substring(colon + 1).strip();
    if (!open) {
      pass(number, l, Why.KNOWN, "belongs to an event that is not used");
      return;
    }
    CutEvent e = events.get(openedAt);
    switch (key) {
      // Of a transition it is the clip that goes.
      case "TO CLIP NAME" -> name(e, e.roll(), value, e.file());
      case "FROM CLIP NAME", "CLIP NAME" -> {
        if (e.join().frames() > 0 && key.startsWith("FROM")) {
          note(number, l, words);
        } else {
          name(e, e.roll(), value, e.file());
        }
      }
      case "SOURCE FILE", "FROM FILE", "FROM CLIP", "SOURCE CLIP" ->
          name(e, e.roll(), e.clip(), value);
      case "REEL", "TAPE", "REEL NAME" -> name(e, value, e.clip(), e.file());
      case "LOC" -> locator(number, l, e, words);
      default -> note(number, l, words);
    }
  }

  private void name(CutEvent e, String roll, String clip, String file) {
    events.set(openedAt, e.named(roll, clip, file));
  }

  private void locator(int number, String l, CutEvent e, String words) {
    Matcher m = LOCATOR.matcher(words);
    if (!m.matches()) {
      pass(number, l, Why.WRONG, "is a marker without a label");
      return;
    }
    try {
      List<Mark> marks = new ArrayList<>(e.marks());
      Timecode at = label(m.group(1));
      long day = Timecode.framesPerDay(rate, start.drop());
      long frame = at.frame() - start.frame();
      frame += Math.round((e.record() - frame) / (double) day) * day;
      marks.add(new Mark(frame, m.group(2).strip()));
      events.set(openedAt, e.marked(marks));
    } catch (InvalidInput wrong) {
      pass(number, l, Why.WRONG, wrong.getMessage());
    }
  }

  /** Some programs cut reels to eight characters and tell the whole name beside. */
  private void replaced(int number, String l) {
    Matcher m = REPLACED.matcher(l);
    if (!m.matches() || !open || !events.get(openedAt).roll().equalsIgnoreCase(m.group(2))) {
      pass(number, l, Why.KNOWN, "names a reel of no event beside it");
      return;
    }
    CutEvent e = events.get(openedAt);
    name(e, m.group(1), e.clip(), e.file());
  }
}
