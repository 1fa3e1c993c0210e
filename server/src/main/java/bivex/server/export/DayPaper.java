package bivex.server.export;

import bivex.core.method.Plan;
import bivex.core.script.Dialogue;
import bivex.core.script.GuideTrack;
import bivex.core.shot.OwedItem;
import bivex.core.tally.Sheets;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.ShootingDay;
import java.awt.Color;
import java.io.IOException;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;

/**
 * The papers of a shooting day: the day sheet, the plates of each setup with a picture of what must
 * be in them, and the pacing of a guide track.
 */
final class DayPaper {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEEE d MMMM yyyy", Locale.UK);
  private static final float ROW = 11.5f;

  private DayPaper() {}

  /**
   * @param facts lines under the head: hours, place, sun, people
   * @param order of the passes
   * @param cautions one a line
   */
  static byte[] sheet(
      Production p, ShootingDay d, List<String> facts, Sheets.Table order, List<String> cautions)
      throws IOException {
    try (Paper paper = new Paper(p.title + ", day " + d.number, false)) {
      paper.page();
      float x = Paper.MARGIN;
      float w = paper.width() - 2 * x;
      float y = head(paper, p.title + ", day " + d.number, DAY.format(d.shootOn));
      for (String f : facts) {
        for (String l : paper.broken(f, 9.5f, w, false)) {
          paper.text(x, y, 9.5f, false, Paper.INK, l);
          y += ROW;
        }
      }
      y = heading(paper, "Order of the day", y + 8, w);
      for (List<String> r : order.rows()) {
        String under =
            List.of(r.get(6), r.get(7)).stream()
                .filter(s -> !s.isEmpty())
                .reduce((a, b) -> a + " · wait " + b)
                .orElse("");
        float need = ROW + (under.isEmpty() ? 0 : 10);
        if (y + need > paper.height() - 46) {
          paper.page();
          y = head(paper, p.title + ", day " + d.number, DAY.format(d.shootOn));
        }
        if (!under.isEmpty()) {
          paper.text(
              x + 74,
              y,
              8,
              false,
              r.get(7).isEmpty() ? Paper.SOFT : Paper.PENCIL,
              paper.cut((r.get(6).isEmpty() ? "wait " : "") + under, 8, w - 74));
          y += 10;
        }
        paper.text(x, y, 9, false, Paper.SOFT, r.get(0) + "–" + r.get(1));
        paper.text(x + 74, y, 9, true, Paper.INK, paper.cut(r.get(2), 9, w * 0.42f));
        paper.text(
            x + 74 + w * 0.43f,
            y,
            9,
            false,
            Paper.SOFT,
            paper.cut(r.get(3) + (r.get(5).isEmpty() ? "" : " · " + r.get(5)), 9, w * 0.57f - 74));
        y += ROW;
      }
      paper.text(x, y + 4, 9, true, Paper.INK, paper.cut(order.foot(), 9, w));
      y = heading(paper, "Cautions", y + 24, w);
      for (String c : cautions) {
        for (String l : paper.broken(c, 9, w, false)) {
          if (y > paper.height() - 46) {
            paper.page();
            y = head(paper, p.title + ", day " + d.number, "cautions");
          }
          paper.text(
              x,
              y,
              9,
              c.startsWith("Not signed"),
              c.startsWith("Not signed") ? Paper.PENCIL : Paper.INK,
              l);
          y += ROW;
        }
      }
      paper.text(
          x,
          paper.height() - 24,
          8,
          false,
          Paper.SOFT,
          "Local code and the production's own risk assessment decide. This page claims nothing to"
              + " be safe.");
      return paper.bytes();
    }
  }

  /**
   * The plates of each setup, a setup after another.
   *
   * @param plans with their schematic pictures, in the order of the pages
   */
  static byte[] plates(
      Production p, ShootingDay d, List<Setup> setups, List<ShotBook.Page> pages, List<Plan> plans)
      throws IOException {
    try (Paper paper = new Paper(p.title + ", plates of day " + d.number, false)) {
      float x = Paper.MARGIN;
      float w = paper.width() - 2 * x;
      for (Setup s : setups) {
        paper.page();
        float y =
            head(
                paper,
                "Setup " + s.number + " · " + s.name,
                "tape " + s.tape() + " · day " + d.number);
        boolean any = false;
        for (int i = 0; i < pages.size(); i++) {
          ShotBook.Page page = pages.get(i);
          if (!s.id.equals(page.shot().setupId)) {
            continue;
          }
          any = true;
          float need =
              Math.max(
                  96, 40 + page.plan().plates().size() * 21f + page.plan().cautions().size() * 11f);
          if (y + Math.min(need, 400) > paper.height() - 40) {
            paper.page();
            y = head(paper, "Setup " + s.number + " · " + s.name, "goes on");
          }
          y = shot(paper, page, plans.get(i), x, y, w);
        }
        if (!any) {
          paper.text(x, y, 10, false, Paper.SOFT, "No shot is planned in this setup.");
        }
      }
      if (setups.isEmpty()) {
        paper.page();
        head(paper, "Day " + d.number, "no setups");
      }
      return paper.bytes();
    }
  }

  private static float shot(Paper paper, ShotBook.Page page, Plan plan, float x, float top, float w)
      throws IOException {
    float y = heading(paper, page.shot().code + " · " + page.shot().title, top, w);
    float wide = 132;
    float high = 74;
    frame(paper, plan, x + w - wide, y - 6, wide, high);
    float left = w - wide - 14;
    for (Plan.Plate q : plan.plates()) {
      OwedItem i =
          page.ledger().items().stream()
              .filter(o -> o.key().equals(q.key()))
              .findFirst()
              .orElse(null);
      boolean open = i != null && i.open();
      paper.box(x, y - 7, 8, 8, Paper.INK, open ? null : Paper.INK);
      paper.text(
          x + 13,
          y,
          9,
          true,
          open ? Paper.PENCIL : Paper.INK,
          paper.cut(
              q.label()
                  + String.format(
                      Locale.ROOT,
                      " · %.0f s%s%s",
                      q.seconds(),
                      q.inSet() ? " · match set" : "",
                      i == null ? "" : " · " + i.reason()),
              9,
              left - 13));
      y += 10;
      paper.text(x + 13, y, 8.5f, false, Paper.SOFT, paper.cut(q.wanted(), 8.5f, left - 13));
      y += 11;
    }
    y = Math.max(y, top + high + 24);
    for (Plan.Caution c : plan.cautions()) {
      boolean signed =
          page.ledger().items().stream()
              .anyMatch(i -> i.key().equals(c.key()) && i.state() == OwedItem.State.IN_HAND);
      paper.text(
          x,
          y,
          8.5f,
          !signed,
          signed ? Paper.INK : Paper.PENCIL,
          paper.cut(
              (signed ? "Signed. " : "Not signed: ask the " + c.ask() + ". ") + c.text(), 8.5f, w));
      y += 11;
    }
    return y + 10;
  }

  /**
   * The schematic picture of the frame in the middle of the cut: who stands where, and where the
   * join runs.
   */
  private static void frame(Paper paper, Plan plan, float x, float y, float w, float h)
      throws IOException {
    paper.box(x, y, w, h, Paper.INK, null);
    if (plan.sketch().isEmpty()) {
      return;
    }
    Plan.SketchFrame f = plan.sketch().get(plan.sketch().size() / 2);
    for (Plan.SketchFigure g : f.figures()) {
      float left = x + w * (float) Math.max(0, g.left());
      float right = x + w * (float) Math.min(1, g.right());
      float up = y + h * (float) Math.max(0, g.top());
      float down = y + h * (float) Math.min(1, g.bottom());
      if (right > left && down > up) {
        paper.box(left, up, right - left, down - up, Paper.INK, new Color(0xe3, 0xda, 0xc5));
        paper.text(
            left + 2,
            Math.min(down - 3, up + 9),
            7,
            false,
            Paper.INK,
            paper.cut(g.label(), 7, Math.max(8, right - left - 3)));
      }
    }
    for (double join : f.joins()) {
      for (int k = 0; k < 9; k++) {
        float at = x + w * (float) join;
        paper.line(at, y + h * k / 9f, at, y + h * (k + 0.55f) / 9f, Paper.PENCIL, 1);
      }
    }
  }

  /** Who speaks when, as bars over the seconds and as a list. */
  static byte[] pacing(String code, String title, GuideTrack track) throws IOException {
    try (Paper paper = new Paper(code + ", pacing", true)) {
      paper.page();
      float x = Paper.MARGIN;
      float w = paper.width() - 2 * x;
      float y =
          head(
              paper,
              code + " · " + title,
              "pacing of the guide track, after " + GuideTrack.COUNT_IN + " beeps");
      float per = (w - 90) / (float) Math.max(1, track.seconds());
      List<String> names = track.lines().stream().map(GuideTrack.Spoken::name).distinct().toList();
      for (String name : names) {
        paper.text(x, y + 9, 9, true, Paper.INK, paper.cut(name, 9, 86));
        for (GuideTrack.Spoken s : track.lines()) {
          if (s.name().equals(name)) {
            paper.box(
                x + 90 + (float) s.from() * per,
                y,
                Math.max(1, (float) (s.to() - s.from()) * per),
                12,
                Paper.INK,
                Paper.LINE);
          }
        }
        y += 20;
      }
      for (int t = 0;
          t <= track.seconds();
          t += track.seconds() > 60 ? 10 : track.seconds() > 20 ? 5 : 1) {
        paper.line(x + 90 + t * per, y - 4, x + 90 + t * per, y, Paper.INK, 0.6f);
        paper.text(x + 88 + t * per, y + 9, 8, false, Paper.SOFT, t + " s");
      }
      y += 26;
      for (GuideTrack.Spoken s : track.lines()) {
        if (y > paper.height() - 40) {
          paper.page();
          y = head(paper, code + " · " + title, "pacing, goes on");
        }
        paper.text(
            x,
            y,
            9,
            false,
            Paper.SOFT,
            String.format(Locale.ROOT, "%6.1f to %.1f s", s.from(), s.to()));
        paper.text(x + 90, y, 9, true, Paper.INK, paper.cut(s.name(), 9, 130));
        paper.text(x + 226, y, 9.5f, false, Paper.INK, paper.cut(s.text(), 9.5f, w - 226));
        y += 14;
      }
      for (Dialogue.Overlap o : track.overlaps()) {
        paper.text(
            x,
            y,
            9,
            true,
            Paper.PENCIL,
            String.format(
                Locale.ROOT,
                "Parts %d and %d speak at once from %.1f to %.1f s: one cannot be recorded against"
                    + " the other there.",
                o.partA(),
                o.partB(),
                o.from(),
                o.to()));
        y += 13;
      }
      return paper.bytes();
    }
  }

  private static float head(Paper paper, String left, String right) throws IOException {
    float x = Paper.MARGIN;
    float w = paper.width() - 2 * x;
    paper.text(x, 42, 16, true, Paper.INK, paper.cut(left, 16, w - 190));
    paper.text(x + w - 180, 42, 9, false, Paper.SOFT, paper.cut(right, 9, 180));
    paper.line(x, 51, x + w, 51, Paper.INK, 1.2f);
    return 68;
  }

  private static float heading(Paper paper, String words, float y, float w) throws IOException {
    paper.line(Paper.MARGIN, y - 8, Paper.MARGIN + w, y - 8, Paper.LINE, 0.7f);
    paper.text(Paper.MARGIN, y + 4, 11, true, Paper.INK, paper.cut(words, 11, w));
    return y + 20;
  }
}
