package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads the open plain-text screenplay syntax (Fountain 1.1): title page, scene headings with
 * numbers, action, character, dialogue, parentheticals, dual dialogue, lyrics, transitions, centred
 * text, page breaks, notes, boneyard, sections, synopses, emphasis and all forced elements. Offsets
 * are kept throughout.
 */
public final class ScreenplayParser {
  private static final Pattern NUMBER = Pattern.compile("\\s*#([\\p{Alnum}.\\-]+)#\\s*$");
  private static final Pattern TITLE = Pattern.compile("^([A-Za-z][A-Za-z \\-]{0,30}):\\s*(.*)$");

  /** Keys a title page begins with, as the syntax names them and as is usual beside. */
  private static final Set<String> TITLE_KEYS =
      Set.of(
          "title",
          "credit",
          "author",
          "authors",
          "source",
          "notes",
          "draft date",
          "draft-date",
          "draft",
          "date",
          "contact",
          "copyright",
          "revision",
          "series",
          "episode",
          "format",
          "language");

  private static final int MOST_SCENES = 5000;
  private static final char GONE = '\u0001';

  /** One line of the source. */
  private record Src(int start, int end, String text) {
    boolean blank() {
      return text.isBlank();
    }
  }

  private record Head(String number, int element, int start) {}

  private final String source;
  private final String printed;
  private final List<Screenplay.Element> out = new ArrayList<>();
  private final List<Head> heads = new ArrayList<>();

  private final HeadingWords words;

  private ScreenplayParser(String source, HeadingWords words) {
    this.source = source;
    this.words = words;
    this.printed = masked();
  }

  /**
   * Parses and lays out a script.
   *
   * @param source text as {@link ScriptFile#clean} leaves it
   * @throws InvalidInput if there is no scene heading in it
   */
  public static Screenplay parse(String source) {
    return parse(source, OwnHeadings.NONE);
  }

  /**
   * The same.
   *
   * @param own words its headings are written with too
   */
  public static Screenplay parse(String source, OwnHeadings own) {
    return new ScreenplayParser(ScriptFile.clean(source), HeadingWords.of(own)).read();
  }

  private Screenplay read() {
    List<Src> lines = lines(printed);
    Map<String, String> title = new LinkedHashMap<>();
    int i = titlePage(lines, title);
    boolean before = true;
    while (i < lines.size()) {
      Src l = lines.get(i);
      if (l.blank()) {
        before = true;
        i++;
        continue;
      }
      boolean after = i + 1 >= lines.size() || lines.get(i + 1).blank();
      i = element(lines, i, before, after);
      before = false;
    }
    if (heads.isEmpty()) {
      throw new InvalidInput(
          "script",
          "has no scene heading; a scene begins with INT. or EXT., with a word of your own for"
              + " them, or with a full stop before the words");
    }
    if (heads.size() > MOST_SCENES) {
      throw new InvalidInput(
          "script", "has more than " + MOST_SCENES + " scenes; a feature has some two hundred");
    }
    return PageLayout.lay(
        title,
        out,
        heads.stream()
            .map(h -> new PageLayout.Heading(h.number(), h.element(), h.start()))
            .toList(),
        source.length(),
        words);
  }

  /** What of a script in the open syntax may be meant otherwise than it is read. */
  static List<ScriptImport.Uncertain> doubts(String source, HeadingWords words) {
    List<ScriptImport.Uncertain> out = new ArrayList<>();
    ScreenplayParser p = new ScreenplayParser(source, words);
    boolean blank = true;
    for (Src l : lines(p.printed)) {
      if (!blank && words.heads(l.text()) && upper(l.text())) {
        out.add(
            p.doubt(l, "stands inside a paragraph; an empty line above would make it a heading"));
      }
      if (l.text().contains("/*")) {
        out.add(
            p.doubt(l, "opens a part that is left out and never ends it; all of it is printed"));
      }
      if (l.text().contains("[[")) {
        out.add(p.doubt(l, "opens a note and does not end it in its paragraph; it is printed"));
      }
      blank = l.blank();
    }
    return out;
  }

  private ScriptImport.Uncertain doubt(Src l, String why) {
    int line = 1 + (int) source.substring(0, l.start()).chars().filter(c -> c == '\n').count();
    return new ScriptImport.Uncertain(line, l.text(), why);
  }

  /** The source with notes and boneyard blanked out, every other character where it was. */
  private String masked() {
    char[] c = source.toCharArray();
    mask(c, "/*", "*/", false);
    mask(c, "[[", "]]", true);
    return new String(c);
  }

  private void mask(char[] c, String open, String close, boolean oneParagraph) {
    String s = new String(c);
    int at = 0;
    while ((at = s.indexOf(open, at)) >= 0) {
      int end = s.indexOf(close, at + 2);
      int para = s.indexOf("\n\n", at);
      if (end < 0 || oneParagraph && para >= 0 && para < end) {
        at += 2;
        continue;
      }
      for (int k = at; k < end + close.length(); k++) {
        c[k] = GONE;
      }
      at = end + close.length();
    }
  }

  private static List<Src> lines(String masked) {
    List<Src> out = new ArrayList<>();
    int start = 0;
    while (start <= masked.length()) {
      int nl = masked.indexOf('\n', start);
      int end = nl < 0 ? masked.length() : nl;
      int a = start;
      int b = end;
      while (a < b && (masked.charAt(a) == GONE || masked.charAt(a) == ' ')) {
        a++;
      }
      while (b > a && (masked.charAt(b - 1) == GONE || masked.charAt(b - 1) == ' ')) {
        b--;
      }
      // A line that holds nothing but a note is not there: it parts no speech from its name.
      boolean hidden = a == b && masked.substring(start, end).indexOf(GONE) >= 0;
      if (!hidden) {
        out.add(new Src(a, b, masked.substring(a, b)));
      }
      if (nl < 0) {
        break;
      }
      start = nl + 1;
    }
    return out;
  }

  private int titlePage(List<Src> lines, Map<String, String> title) {
    int i = 0;
    String key = null;
    while (i < lines.size() && lines.get(i).blank()) {
      i++;
    }
    Matcher first = i < lines.size() ? TITLE.matcher(lines.get(i).text()) : null;
    if (first == null
        || !first.matches()
        || !TITLE_KEYS.contains(first.group(1).strip().toLowerCase(Locale.ROOT))) {
      return 0;
    }
    for (; i < lines.size() && !lines.get(i).blank(); i++) {
      Matcher m = TITLE.matcher(lines.get(i).text());
      boolean indented = lines.get(i).start() > 0 && source.charAt(lines.get(i).start() - 1) == ' ';
      if (m.matches() && !indented) {
        key = m.group(1).strip();
        title.put(key, m.group(2).strip());
      } else {
        title.merge(key, lines.get(i).text(), (a, b) -> a.isEmpty() ? b : a + "\n" + b);
      }
    }
    return i;
  }

  private int element(List<Src> lines, int i, boolean before, boolean after) {
    Src l = lines.get(i);
    String t = l.text();
    if (t.matches("={3,}")) {
      add(Screenplay.Kind.PAGE_BREAK, l.start(), l.end(), false);
    } else if (t.startsWith("#") || t.startsWith("=")) {
      return i + 1;
    } else if (t.startsWith(".") && t.length() > 1 && t.charAt(1) != '.') {
      heading(l.start() + 1, l.end());
    } else if (t.startsWith("!")) {
      return action(lines, i, l.start() + 1);
    } else if (t.startsWith("~")) {
      add(Screenplay.Kind.LYRIC, l.start() + 1, l.end(), false);
    } else if (t.startsWith(">") && t.endsWith("<") && t.length() > 1) {
      add(Screenplay.Kind.CENTERED, trimStart(l.start() + 1), trimEnd(l.end() - 1), false);
    } else if (t.startsWith(">")) {
      add(Screenplay.Kind.TRANSITION, trimStart(l.start() + 1), l.end(), false);
    } else if (t.startsWith("@") && !after) {
      return speech(lines, i, l.start() + 1);
    } else if (before && words.heads(t)) {
      heading(l.start(), l.end());
    } else if (before && after && upper(t) && t.endsWith("TO:")) {
      add(Screenplay.Kind.TRANSITION, l.start(), l.end(), false);
    } else if (before && !after && cue(t)) {
      return speech(lines, i, l.start());
    } else {
      return action(lines, i, l.start());
    }
    return i + 1;
  }

  private void heading(int start, int end) {
    String text = source.substring(start, end);
    Matcher m = NUMBER.matcher(text);
    String number = "";
    int stop = end;
    if (m.find()) {
      number = m.group(1);
      stop = start + m.start();
    }
    heads.add(
        new Head(
            number.isEmpty() ? Integer.toString(heads.size() + 1) : number, out.size(), start));
    add(Screenplay.Kind.HEADING, start, stop, false);
  }

  /** Neighbouring action lines are one paragraph each line kept, as the syntax says. */
  private int action(List<Src> lines, int i, int start) {
    Src l = lines.get(i);
    add(Screenplay.Kind.ACTION, start, l.end(), false);
    int k = i + 1;
    while (k < lines.size()
        && !lines.get(k).blank()
        && !"!@.~>=#".contains(lines.get(k).text().substring(0, 1))) {
      add(Screenplay.Kind.ACTION, lines.get(k).start(), lines.get(k).end(), true);
      k++;
    }
    return k;
  }

  private int speech(List<Src> lines, int i, int start) {
    int end = lines.get(i).end();
    boolean dual = lines.get(i).text().endsWith("^");
    add(Screenplay.Kind.CHARACTER, start, dual ? trimEnd(end - 1) : end, dual);
    int k = i + 1;
    while (k < lines.size()) {
      Src l = lines.get(k);
      boolean heldBlank =
          l.text().isEmpty()
              && l.end() == l.start()
              && l.start() > 1
              && source.startsWith("  ", l.start() - 2);
      if (l.blank() && !heldBlank) {
        break;
      }
      if (!l.blank()) {
        boolean paren = l.text().startsWith("(") && l.text().endsWith(")");
        boolean lyric = l.text().startsWith("~");
        add(
            paren
                ? Screenplay.Kind.PARENTHETICAL
                : lyric ? Screenplay.Kind.LYRIC : Screenplay.Kind.DIALOGUE,
            lyric ? l.start() + 1 : l.start(),
            l.end(),
            dual);
      }
      k++;
    }
    return k;
  }

  private void add(Screenplay.Kind kind, int start, int end, boolean joined) {
    int scene = heads.size() - 1;
    out.add(
        new Screenplay.Element(
            kind,
            kind == Screenplay.Kind.PAGE_BREAK
                ? List.of()
                : Emphasis.runs(printed, start, end, GONE),
            start,
            end,
            scene,
            joined));
  }

  private int trimStart(int at) {
    while (at < source.length() && source.charAt(at) == ' ') {
      at++;
    }
    return at;
  }

  private int trimEnd(int at) {
    while (at > 0 && source.charAt(at - 1) == ' ') {
      at--;
    }
    return at;
  }

  private static boolean cue(String t) {
    String name = t.endsWith("^") ? t.substring(0, t.length() - 1) : t;
    int paren = name.indexOf('(');
    name = (paren < 0 ? name : name.substring(0, paren)).strip();
    return !name.isEmpty() && upper(name) && name.chars().anyMatch(Character::isLetter);
  }

  private static boolean upper(String t) {
    return t.equals(t.toUpperCase(Locale.ROOT));
  }
}
