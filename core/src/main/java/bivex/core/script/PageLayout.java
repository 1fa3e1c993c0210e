package bivex.core.script;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Lays elements out on pages as a screenplay is typed: ten characters to the inch, 54 lines to the
 * page, a blank line before each paragraph, a heading or a character's name never alone at the
 * foot. Measures are those of the common typescript (common practice, no source).
 */
public final class PageLayout {
  public static final int LINES = 54;

  /** Width of each of two columns, and where the second begins. */
  private static final int HALF = 28;

  private static final int RIGHT = 32;
  private static final Set<Screenplay.Kind> SAID =
      Set.of(Screenplay.Kind.DIALOGUE, Screenplay.Kind.LYRIC, Screenplay.Kind.PARENTHETICAL);

  record Heading(String number, int element, int start) {}

  private record Cell(char c, int at, boolean b, boolean i, boolean u) {}

  private final List<List<Screenplay.Line>> pages = new ArrayList<>();
  private List<Screenplay.Line> page = new ArrayList<>();

  private PageLayout() {}

  static Screenplay lay(
      Map<String, String> title,
      List<Screenplay.Element> elements,
      List<Heading> heads,
      int sourceLength,
      HeadingWords words) {
    PageLayout p = new PageLayout();
    int[] lines = new int[heads.size()];
    int[] firstPage = new int[heads.size()];
    for (int i = 0; i < elements.size(); i++) {
      Screenplay.Element e = elements.get(i);
      if (e.kind() == Screenplay.Kind.PAGE_BREAK) {
        p.turn();
        continue;
      }
      int both = until(elements, i);
      if (both > i && p.beside(elements.subList(i, both), lines)) {
        i = both - 1;
        continue;
      }
      boolean heading = e.kind() == Screenplay.Kind.HEADING;
      int lead = p.page.isEmpty() || continues(e) ? 0 : heading ? 2 : 1;
      List<Screenplay.Line> laid = wrap(e, heading ? heads.get(e.scene()).number() : "");
      int keep = heading || e.kind() == Screenplay.Kind.CHARACTER ? 2 : 0;
      if (p.page.size() + lead + Math.min(laid.size(), 2) + keep > LINES) {
        p.turnWithWhatBelongs();
        lead = p.page.isEmpty() || continues(e) ? 0 : lead;
      }
      for (int k = 0; k < lead; k++) {
        p.page.add(new Screenplay.Line(e.kind(), 0, List.of(), e.scene(), ""));
      }
      for (Screenplay.Line l : laid) {
        if (p.page.size() == LINES) {
          p.turn();
        }
        p.page.add(l);
      }
      if (e.scene() >= 0) {
        lines[e.scene()] += lead + laid.size();
      }
    }
    p.turn();
    List<Screenplay.Page> pages = new ArrayList<>();
    p.pages.forEach(l -> pages.add(new Screenplay.Page(pages.size() + 1, List.copyOf(l))));
    for (int i = pages.size() - 1; i >= 0; i--) {
      for (Screenplay.Line l : pages.get(i).lines()) {
        if (l.kind() == Screenplay.Kind.HEADING && !l.runs().isEmpty()) {
          firstPage[l.scene()] = i + 1;
        }
      }
    }
    List<Screenplay.Scene> scenes = new ArrayList<>();
    for (int i = 0; i < heads.size(); i++) {
      scenes.add(
          scene(
              heads.get(i),
              elements.get(heads.get(i).element()).text(),
              i + 1 < heads.size() ? heads.get(i + 1).start() : sourceLength,
              firstPage[i],
              eighths(lines[i]),
              words));
    }
    return new Screenplay(title, List.copyOf(elements), scenes, pages);
  }

  /**
   * Where two who speak at once have spoken.
   *
   * @return the element after both; where they do not begin here, this one
   */
  private static int until(List<Screenplay.Element> elements, int from) {
    int second = spoken(elements, from);
    return second > from && second < elements.size() && elements.get(second).dual()
        ? spoken(elements, second)
        : from;
  }

  /** The element after what somebody says; this one where nobody begins to speak. */
  private static int spoken(List<Screenplay.Element> elements, int from) {
    if (elements.get(from).kind() != Screenplay.Kind.CHARACTER) {
      return from;
    }
    int i = from + 1;
    while (i < elements.size() && SAID.contains(elements.get(i).kind())) {
      i++;
    }
    return i;
  }

  /**
   * Lays what two say at once side by side.
   *
   * @return false where it is longer than a page
   */
  private boolean beside(List<Screenplay.Element> both, int[] lines) {
    int second = spoken(both, 0);
    List<Screenplay.Line> left = new ArrayList<>();
    both.subList(0, second).forEach(e -> left.addAll(wrap(e, "", HALF, 0)));
    List<Screenplay.Line> right = new ArrayList<>();
    both.subList(second, both.size()).forEach(e -> right.addAll(wrap(e, "", HALF, RIGHT)));
    int high = Math.max(left.size(), right.size());
    if (high >= LINES) {
      return false;
    }
    int lead = page.isEmpty() ? 0 : 1;
    if (page.size() + lead + high > LINES) {
      turnWithWhatBelongs();
      lead = page.isEmpty() ? 0 : 1;
    }
    int scene = both.get(0).scene();
    for (int k = 0; k < lead; k++) {
      page.add(new Screenplay.Line(Screenplay.Kind.CHARACTER, 0, List.of(), scene, ""));
    }
    for (int k = 0; k < high; k++) {
      Screenplay.Line l =
          k < left.size()
              ? left.get(k)
              : new Screenplay.Line(Screenplay.Kind.DIALOGUE, 0, List.of(), scene, "");
      page.add(
          new Screenplay.Line(
              l.kind(), l.indent(), l.runs(), scene, "", k < right.size() ? right.get(k) : null));
    }
    if (scene >= 0) {
      lines[scene] += lead + high;
    }
    return true;
  }

  /** Lines as eighths of a page, rounded to the nearest, at least one. */
  static int eighths(int lines) {
    return Math.max(1, Math.round(lines * 8f / LINES));
  }

  private static boolean continues(Screenplay.Element e) {
    return switch (e.kind()) {
      case DIALOGUE, PARENTHETICAL -> true;
      case ACTION -> e.dual();
      default -> false;
    };
  }

  private static Screenplay.Scene scene(
      Heading h, String heading, int end, int page, int eighths, HeadingWords words) {
    HeadingWords.Setting setting = words.setting(heading);
    String rest = heading.substring(setting.length()).strip();
    int dash = Math.max(rest.lastIndexOf(" - "), rest.lastIndexOf(" – "));
    String time = dash < 0 ? "" : rest.substring(dash + 3).strip();
    String place = dash < 0 ? rest : rest.substring(0, dash).strip();
    return new Screenplay.Scene(
        h.number(),
        heading,
        setting.interior(),
        setting.exterior(),
        place,
        time,
        words.dark(time),
        h.start(),
        end,
        page,
        eighths);
  }

  private void turn() {
    if (!page.isEmpty()) {
      pages.add(page);
      page = new ArrayList<>();
    }
  }

  /**
   * Turns the page; a heading or a name that would be left alone at the foot goes along to the next
   * one.
   */
  private void turnWithWhatBelongs() {
    int from = page.size();
    while (from > 0 && belongsToWhatFollows(page.get(from - 1))) {
      from--;
    }
    List<Screenplay.Line> along =
        from == 0 ? List.of() : new ArrayList<>(page.subList(from, page.size()));
    if (from > 0) {
      page.subList(from, page.size()).clear();
      while (!page.isEmpty() && page.get(page.size() - 1).runs().isEmpty()) {
        page.remove(page.size() - 1);
      }
    }
    turn();
    along.stream().dropWhile(l -> l.runs().isEmpty()).forEach(page::add);
  }

  private static boolean belongsToWhatFollows(Screenplay.Line l) {
    return switch (l.kind()) {
      case HEADING, CHARACTER, PARENTHETICAL -> true;
      default -> l.runs().isEmpty();
    };
  }

  private static List<Screenplay.Line> wrap(Screenplay.Element e, String number) {
    int width =
        switch (e.kind()) {
          case DIALOGUE, LYRIC -> 35;
          case PARENTHETICAL -> 26;
          default -> 60;
        };
    return wrap(e, number, width, -1);
  }

  /**
   * @param width in characters
   * @param column where it begins, for one of two columns; −1 where its kind says so
   */
  private static List<Screenplay.Line> wrap(
      Screenplay.Element e, String number, int width, int column) {
    List<Cell> cells = new ArrayList<>();
    for (Screenplay.Run r : e.runs()) {
      for (int k = 0; k < r.text().length(); k++) {
        cells.add(new Cell(r.text().charAt(k), r.start() + k, r.bold(), r.italic(), r.underline()));
      }
    }
    List<Screenplay.Line> out = new ArrayList<>();
    int from = 0;
    while (from < cells.size()) {
      int to = Math.min(cells.size(), from + width);
      if (to < cells.size()) {
        int space = to;
        while (space > from && cells.get(space).c() != ' ') {
          space--;
        }
        to = space > from ? space : to;
      }
      out.add(
          new Screenplay.Line(
              e.kind(),
              column < 0 ? indent(e.kind(), to - from) : column + inColumn(e.kind()),
              runs(cells.subList(from, to)),
              e.scene(),
              out.isEmpty() ? number : ""));
      from = to;
      while (from < cells.size() && cells.get(from).c() == ' ') {
        from++;
      }
    }
    return out;
  }

  private static int inColumn(Screenplay.Kind kind) {
    return switch (kind) {
      case CHARACTER -> 8;
      case PARENTHETICAL -> 3;
      default -> 0;
    };
  }

  private static int indent(Screenplay.Kind kind, int length) {
    return switch (kind) {
      case CHARACTER -> 22;
      case DIALOGUE, LYRIC -> 11;
      case PARENTHETICAL -> 16;
      case TRANSITION -> Math.max(0, 60 - length);
      case CENTERED -> Math.max(0, (60 - length) / 2);
      default -> 0;
    };
  }

  private static List<Screenplay.Run> runs(List<Cell> cells) {
    List<Screenplay.Run> out = new ArrayList<>();
    StringBuilder b = new StringBuilder();
    Cell first = null;
    Cell last = null;
    for (Cell c : cells) {
      if (first != null
          && (c.at() != last.at() + 1
              || c.b() != first.b()
              || c.i() != first.i()
              || c.u() != first.u())) {
        out.add(new Screenplay.Run(b.toString(), first.at(), first.b(), first.i(), first.u()));
        b.setLength(0);
        first = null;
      }
      first = first == null ? c : first;
      b.append(c.c());
      last = c;
    }
    if (first != null) {
      out.add(new Screenplay.Run(b.toString(), first.at(), first.b(), first.i(), first.u()));
    }
    return out;
  }
}
