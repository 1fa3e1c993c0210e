package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads pages that were typed as a screenplay is, by how far each line is indented: action at the
 * margin, speech some ten characters in, what is in brackets a little more, names twenty and more
 * (common practice, no source). The indents are learned from the pages themselves. What fits
 * nowhere is kept as action and reported.
 */
public final class TypedPages {
  private static final Pattern FURNITURE =
      Pattern.compile(
          "(?i)^(?:\\(?continued\\)?:?(?: \\(\\d+\\))?|\\(more\\)|(?:[0-9]{1,4}[A-Z]?"
              + " +)?continued:?(?: \\(\\d+\\))?(?: +[0-9]{1,4}[A-Z]?)?)\\s*\\**$");
  private static final Pattern FOLIO =
      Pattern.compile("(?i)^(?:[0-9]{1,4}\\.?|page [0-9]+.*)\\s*\\**$");
  private static final Pattern TRANSITION =
      Pattern.compile(
          "^(?:[A-Z' ]+ TO:|FADE (?:IN|OUT)[.:]?|FADE TO BLACK[.:]?|CUT TO BLACK[.:]?|THE"
              + " END\\.?)$");

  /** A typed line has 60 characters; one longer than this is no heading, whatever it looks like. */
  private static final int LONGEST = 400;

  private TypedPages() {}

  /**
   * A line as it stands.
   *
   * @param page from 1
   * @param indent characters from the edge of the paper
   * @param text without its indent; empty for an empty line
   * @param number of the line in the file, or of the page
   */
  public record Line(int page, double indent, String text, int number) {}

  private enum Kind {
    ACTION,
    CHARACTER,
    PARENTHETICAL,
    DIALOGUE,
    TRANSITION
  }

  /**
   * The pages in the open syntax.
   *
   * @throws InvalidInput when there is no scene heading
   */
  public static ScriptImport.Taken source(String format, List<Line> raw) {
    return source(format, raw, OwnHeadings.NONE);
  }

  /**
   * The same.
   *
   * @param own words its headings are written with too
   */
  public static ScriptImport.Taken source(String format, List<Line> raw, OwnHeadings own) {
    Pattern heads =
        Pattern.compile(
            "^(?:([0-9]{1,4}[A-Za-z]{0,2}|[A-Za-z]{1,2}[0-9]{1,4})[.)]?\\s+)?("
                + HeadingWords.of(own).begins()
                + "[.: ].*?)(?:\\s{2,}([0-9]{1,4}[A-Za-z]{0,2}|[A-Za-z]{1,2}[0-9]{1,4}))?"
                + "\\s*\\**$");
    List<ScriptImport.Uncertain> uncertain = new ArrayList<>();
    List<Line> lines =
        withoutFurniture(
            raw.stream()
                .map(
                    l ->
                        l.text().length() > LONGEST
                            ? new Line(
                                l.page(), l.indent(), l.text().replaceAll("\\s+", " "), l.number())
                            : l)
                .toList());
    double margin = margin(lines, heads);
    lines = closed(lines, margin);
    double[] speech = speech(lines, margin);
    StringBuilder out = new StringBuilder();
    int title = titlePage(lines, heads);
    boolean body = false;
    Kind before = null;
    boolean blank = true;
    double lastIndent = 0;
    int lastPage = 1;
    List<String> front = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      Line l = lines.get(i);
      if (l.text().isEmpty()) {
        blank = true;
        continue;
      }
      // Nothing says whether a paragraph goes on over a turned page but how it ended.
      if (l.page() != lastPage
          && !blank
          && !out.isEmpty()
          && ".!?\"”)".indexOf(out.charAt(out.length() - 2)) >= 0) {
        blank = before == Kind.ACTION;
      }
      lastPage = l.page();
      if (i < title) {
        front.add(l.text());
        continue;
      }
      Matcher heading = heads.matcher(l.text().length() > LONGEST ? "" : l.text());
      boolean capitals = l.text().equals(l.text().toUpperCase(Locale.ROOT));
      boolean small =
          !capitals && blank && Math.abs(l.indent() - margin) < 3 && smallHeading(l.text());
      if (heading.matches() && (capitals || small)) {
        if (small) {
          uncertain.add(
              new ScriptImport.Uncertain(
                  l.number(), l.text(), "is not in capitals; taken as a heading"));
        }
        String number = heading.group(1) != null ? heading.group(1) : heading.group(3);
        out.append(out.isEmpty() ? "" : "\n")
            .append(heading.group(2).strip())
            .append(number == null ? "" : " #" + number + "#")
            .append("\n");
        body = true;
        before = null;
        blank = true;
        continue;
      }
      if (!body && out.isEmpty() && !TRANSITION.matcher(l.text()).matches()) {
        uncertain.add(
            new ScriptImport.Uncertain(
                l.number(),
                l.text(),
                "stands before the first heading that could be read; taken as action from here"));
      }
      double in = l.indent() - margin;
      Kind kind = kind(l.text(), in, speech, before, blank);
      String text = l.text().replaceAll("\\s*\\*$", "").replaceAll("\\s+", " ");
      if (kind == null) {
        kind = Kind.ACTION;
        uncertain.add(
            new ScriptImport.Uncertain(
                l.number(), text, "is indented like nothing else; taken as action"));
      }
      boolean joins =
          !blank
              && kind == before
              && (kind == Kind.ACTION || kind == Kind.DIALOGUE || kind == Kind.PARENTHETICAL)
              && Math.abs(l.indent() - lastIndent) < 2;
      if (joins) {
        out.setLength(out.length() - 1);
        boolean broken =
            out.charAt(out.length() - 1) == '-' && Character.isLowerCase(text.charAt(0));
        if (broken) {
          uncertain.add(
              new ScriptImport.Uncertain(
                  l.number(), text, "follows a line that ends in a hyphen; the hyphen was kept"));
        }
        out.append(broken ? "" : " ").append(text).append("\n");
      } else {
        begin(out, kind, before, text, heads);
        if (kind == Kind.CHARACTER && !text.equals(text.toUpperCase(Locale.ROOT))) {
          uncertain.add(
              new ScriptImport.Uncertain(
                  l.number(),
                  text,
                  "stands where names stand but is not in capitals; taken as a name"));
        } else if (kind == Kind.ACTION
            && text.equals(text.toUpperCase(Locale.ROOT))
            && text.length() > 3
            && text.chars().anyMatch(Character::isLetter)
            && in > 4) {
          uncertain.add(
              new ScriptImport.Uncertain(
                  l.number(), text, "may be a heading or a name; taken as action"));
        }
      }
      before = kind;
      lastIndent = l.indent();
      blank = false;
    }
    if (!body) {
      throw new InvalidInput(
          "script",
          "has no scene heading that could be read; a scene begins with INT. or EXT. in capitals");
    }
    return new ScriptImport.Taken(format, (front.isEmpty() ? "" : title(front)) + out, uncertain);
  }

  /**
   * How many lines at the beginning are a title page: all before the page the first heading is on,
   * or a few short ones that are no sentences. Anything else before the first heading is part of
   * the script and stays on its pages.
   */
  private static int titlePage(List<Line> lines, Pattern heads) {
    int first = -1;
    for (int i = 0; i < lines.size() && first < 0; i++) {
      Line l = lines.get(i);
      if (heads.matcher(l.text()).matches()
          && (l.text().equals(l.text().toUpperCase(Locale.ROOT)) || smallHeading(l.text()))) {
        first = i;
      }
    }
    int turned = 0;
    while (turned < first && lines.get(turned).page() < lines.get(first).page()) {
      turned++;
    }
    List<Line> early = printed(lines.subList(0, turned));
    if (!early.isEmpty()
        && early.size() <= TITLE_LINES
        && early.get(early.size() - 1).page() == early.get(0).page()) {
      return turned;
    }
    List<Line> before = printed(lines.subList(0, Math.max(0, first)));
    int transition = 0;
    while (transition < first && !TRANSITION.matcher(lines.get(transition).text()).matches()) {
      transition++;
    }
    boolean few =
        before.size() <= FEW_LINES
            && before.stream()
                .allMatch(l -> l.text().length() <= 60 && !l.text().matches(".*[.!?…:]$"));
    return few ? transition : 0;
  }

  /** Lines a title page has at most, on a page of its own and above the first heading. */
  private static final int TITLE_LINES = 40;

  private static final int FEW_LINES = 6;

  private static List<Line> printed(List<Line> lines) {
    return lines.stream().filter(l -> !l.text().isEmpty()).toList();
  }

  /** Whether a line in small letters begins as only headings do. */
  private static boolean smallHeading(String text) {
    return text.length() <= 80
        && text.matches(
            "(?i)^(?:[0-9]{1,4}[A-Z]{0,2}[.)]?\\s+)?(?:INT|EXT|INT\\.?/EXT|I/E)\\. \\S.*")
        && !text.matches(".*[!?]$");
  }

  private static void begin(StringBuilder out, Kind kind, Kind before, String text, Pattern heads) {
    boolean follows =
        (kind == Kind.DIALOGUE || kind == Kind.PARENTHETICAL)
            && before != null
            && before != Kind.ACTION
            && before != Kind.TRANSITION;
    if (!follows && !out.isEmpty()) {
      out.append("\n");
    }
    out.append(
            switch (kind) {
              case TRANSITION -> "> " + text;
              case CHARACTER -> text.equals(text.toUpperCase(Locale.ROOT)) ? text : "@" + text;
              case PARENTHETICAL -> text.endsWith(")") || !text.startsWith("(") ? text : text + ")";
              case ACTION -> forced(text, heads) ? "!" + text : text;
              case DIALOGUE -> text;
            })
        .append("\n");
  }

  /** Whether action would be read as something else in the open syntax. */
  private static boolean forced(String text, Pattern heads) {
    return text.equals(text.toUpperCase(Locale.ROOT)) && text.chars().anyMatch(Character::isLetter)
        || "@.~>=#!".indexOf(text.charAt(0)) >= 0
        || heads.matcher(text).matches();
  }

  private static Kind kind(String text, double in, double[] speech, Kind before, boolean blank) {
    boolean upper =
        text.equals(text.toUpperCase(Locale.ROOT)) && text.chars().anyMatch(Character::isLetter);
    boolean inSpeech =
        before == Kind.CHARACTER || before == Kind.DIALOGUE || before == Kind.PARENTHETICAL;
    if (TRANSITION.matcher(text).matches() && (in > 25 || !inSpeech)) {
      return Kind.TRANSITION;
    }
    if (in < 3) {
      return in < -3 ? null : Kind.ACTION;
    }
    if (speech == null) {
      return null;
    }
    double dialogue = speech[0];
    double name = speech[1];
    if (Math.abs(in - name) <= 4
        && !(inSpeech && !blank && !upper)
        && (upper || blank && text.length() < 30 && !text.endsWith("."))) {
      return Kind.CHARACTER;
    }
    if (inSpeech && text.startsWith("(") && in > dialogue + 1
        || before == Kind.PARENTHETICAL && !blank && in > dialogue + 2.5 && in < name) {
      return Kind.PARENTHETICAL;
    }
    if (Math.abs(in - dialogue) <= 3.5) {
      return inSpeech
          ? text.startsWith("(") && text.endsWith(")") ? Kind.PARENTHETICAL : Kind.DIALOGUE
          : null;
    }
    return null;
  }

  /** Where headings stand; where most lines stand when there is none. */
  private static double margin(List<Line> lines, Pattern heads) {
    Map<Long, Integer> n = new TreeMap<>();
    for (Line l : lines) {
      Matcher m = heads.matcher(l.text());
      if (m.matches() && m.group(1) == null) {
        n.merge(Math.round(l.indent()), 3, Integer::sum);
      } else if (l.text().length() > 40) {
        n.merge(Math.round(l.indent()), 1, Integer::sum);
      }
    }
    return n.entrySet().stream()
        .max(Map.Entry.comparingByValue())
        .map(e -> (double) e.getKey())
        .orElse(0.0);
  }

  /**
   * The lines without the blank that a word processor prints after every paragraph, where it stands
   * between a name and what it says: only when more names are followed by one than are not.
   */
  private static List<Line> closed(List<Line> lines, double margin) {
    Set<Integer> blanks = new HashSet<>();
    int close = 0;
    int spaced = 0;
    for (int i = 0; i + 1 < lines.size(); i++) {
      if (!name(lines.get(i), margin)) {
        continue;
      }
      int said = i;
      // A parenthetical between them has blanks of its own.
      while (said + 1 < lines.size()) {
        boolean blank = lines.get(said + 1).text().isEmpty();
        int next = said + (blank ? 2 : 1);
        if (next >= lines.size() || !spoken(lines.get(i), lines.get(next), margin)) {
          break;
        }
        if (said == i) {
          close += blank ? 0 : 1;
          spaced += blank ? 1 : 0;
        }
        if (blank) {
          blanks.add(said + 1);
        }
        said = next;
        if (!lines.get(next).text().startsWith("(")) {
          break;
        }
      }
    }
    if (spaced <= close) {
      return lines;
    }
    List<Line> out = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      if (!blanks.contains(i)) {
        out.add(lines.get(i));
      }
    }
    return out;
  }

  private static boolean name(Line l, double margin) {
    double in = l.indent() - margin;
    return !l.text().isEmpty()
        && l.text().equals(l.text().toUpperCase(Locale.ROOT))
        && l.text().chars().anyMatch(Character::isLetter)
        && in >= 12
        && in < 36;
  }

  private static boolean spoken(Line name, Line next, double margin) {
    return !next.text().isEmpty()
        && next.indent() < name.indent() - 1.5
        && next.indent() - margin > 3;
  }

  /**
   * How far in speech and names stand, learned from capitals that lines further out follow; null
   * when nobody speaks.
   */
  private static double[] speech(List<Line> lines, double margin) {
    Map<Long, Integer> names = new TreeMap<>();
    Map<Long, Integer> says = new TreeMap<>();
    for (int i = 0; i + 1 < lines.size(); i++) {
      Line l = lines.get(i);
      Line next = lines.get(i + 1);
      double in = l.indent() - margin;
      if (name(l, margin) && spoken(l, next, margin)) {
        names.merge(Math.round(in), 1, Integer::sum);
        Line said = next.text().startsWith("(") && i + 2 < lines.size() ? lines.get(i + 2) : next;
        says.merge(Math.round(said.indent() - margin), 1, Integer::sum);
      }
    }
    if (names.isEmpty()) {
      return null;
    }
    return new double[] {
      says.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow().getKey(),
      names.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow().getKey()
    };
  }

  /** Leaves out page numbers, "continued" and what stands at the head or foot of most pages. */
  private static List<Line> withoutFurniture(List<Line> raw) {
    Map<String, Integer> edges = new HashMap<>();
    int pages = raw.isEmpty() ? 0 : raw.get(raw.size() - 1).page();
    Map<Integer, List<Line>> of = new TreeMap<>();
    raw.stream()
        .filter(l -> !l.text().isEmpty())
        .forEach(l -> of.computeIfAbsent(l.page(), k -> new ArrayList<>()).add(l));
    of.values()
        .forEach(
            p -> {
              edges.merge(edge(p.get(0).text()), 1, Integer::sum);
              if (p.size() > 1) {
                edges.merge(edge(p.get(p.size() - 1).text()), 1, Integer::sum);
              }
            });
    List<Line> out = new ArrayList<>();
    int page = 0;
    for (Line l : raw) {
      List<Line> here = of.getOrDefault(l.page(), List.of());
      boolean atEdge =
          !here.isEmpty()
              && (l == here.get(0)
                  || l == here.get(here.size() - 1)
                  || here.size() > 1 && l == here.get(1));
      boolean repeated = pages >= 3 && atEdge && edges.getOrDefault(edge(l.text()), 0) * 2 > pages;
      // A number alone is a page's only where page numbers stand: it may be what somebody says.
      boolean folio = (atEdge || l.indent() > 55) && FOLIO.matcher(l.text()).matches();
      boolean furniture =
          !l.text().isEmpty() && (repeated || folio || FURNITURE.matcher(l.text()).matches());
      if (!furniture && !(l.text().isEmpty() && l.page() != page)) {
        out.add(l);
        page = l.page();
      }
    }
    return out;
  }

  private static String edge(String text) {
    return text.replaceAll("[0-9]+", "0");
  }

  private static String title(List<String> front) {
    StringBuilder out =
        new StringBuilder("Title: ").append(front.get(0).replace(":", " ")).append("\n");
    if (front.size() > 1) {
      out.append("Notes:\n");
      front.stream().skip(1).forEach(l -> out.append("    ").append(l).append("\n"));
    }
    return out.append("\n").toString();
  }
}
