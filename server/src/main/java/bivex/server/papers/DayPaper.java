package bivex.server.papers;

import bivex.core.method.Plan;
import bivex.core.script.Dialogue;
import bivex.core.script.GuideTrack;
import bivex.core.shot.CautionStanding;
import bivex.core.tally.Sheets;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.ShootingDay;
import java.awt.BasicStroke;
import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The papers of a shooting day: the day sheet, the plates of each setup with a picture of what must
 * be in them, and the pacing of a guide track.
 */
public final class DayPaper {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEEE d MMMM yyyy", Locale.UK);

  private DayPaper() {}

  record Slot(String time, String pass, String before, boolean waits, String where) {}

  record Caution(String words, String code, String text, boolean signed) {}

  record Sheet(
      String title,
      String foot,
      String date,
      List<String> facts,
      List<Slot> slots,
      String sum,
      List<String> warnings,
      List<Caution> cautions) {}

  /** A box of the schematic picture, in percent of the frame. */
  record Figure(String label, String left, String top, String width, String height) {}

  record Tick(String at, String label) {}

  record ShotPlates(
      String code,
      String title,
      List<Figure> figures,
      List<String> joins,
      List<BriefPaper.Plate> plates,
      List<BriefPaper.Caution> cautions) {}

  record SetupPlates(String name, String right, List<ShotPlates> shots, boolean last) {}

  record Plates(String title, String foot, List<SetupPlates> setups) {}

  record Track(String name, String drawing, String alt) {}

  record Line(String time, String name, String text) {}

  record Pacing(
      String title,
      String foot,
      String right,
      List<Track> tracks,
      List<Tick> scale,
      List<Line> lines,
      List<String> overlaps) {}

  /**
   * @param facts lines under the head: hours, place, sun, people
   * @param order of the passes
   * @param here shots of the day, for their cautions
   */
  public static byte[] sheet(
      Production p, ShootingDay d, List<String> facts, Sheets.Table order, List<ShotBook.Page> here)
      throws IOException {
    List<Slot> slots =
        order.rows().stream()
            .map(
                r -> {
                  String changes = r.get(6);
                  String waits = r.get(7).isEmpty() ? "" : "wait " + r.get(7);
                  return new Slot(
                      r.get(0) + "–" + r.get(1),
                      r.get(2),
                      changes + (changes.isEmpty() || waits.isEmpty() ? "" : " · ") + waits,
                      !waits.isEmpty(),
                      r.get(3) + (r.get(5).isEmpty() ? "" : " · " + r.get(5)));
                })
            .toList();
    List<Caution> cautions = new ArrayList<>();
    for (ShotBook.Page page : here) {
      for (Plan.Caution c : page.plan().cautions()) {
        CautionStanding how = CautionStanding.of(c, page.ledger().items());
        cautions.add(new Caution(how.words(), page.shot().code, c.text(), how.signed()));
      }
    }
    return Papers.pdf(
        "day",
        new Sheet(
            p.title + ", day " + d.number,
            PaperInk.SAFETY,
            DAY.format(d.shootOn),
            facts,
            slots,
            order.foot().lines().findFirst().orElse(""),
            order.foot().lines().skip(1).toList(),
            cautions),
        new Papers.Drawings());
  }

  /**
   * The plates of each setup, a setup after another.
   *
   * @param plans with their schematic pictures, in the order of the pages
   */
  public static byte[] plates(
      Production p, ShootingDay d, List<Setup> setups, List<ShotBook.Page> pages, List<Plan> plans)
      throws IOException {
    List<SetupPlates> out = new ArrayList<>();
    for (Setup s : setups) {
      List<ShotPlates> shots = new ArrayList<>();
      for (int i = 0; i < pages.size(); i++) {
        if (s.id.equals(pages.get(i).shot().setupId)) {
          shots.add(shot(pages.get(i), plans.get(i)));
        }
      }
      out.add(
          new SetupPlates(
              "Setup " + s.number + " · " + s.name,
              "tape " + s.tape() + " · day " + d.number,
              shots,
              s == setups.get(setups.size() - 1)));
    }
    return Papers.pdf(
        "plates",
        new Plates(p.title + ", plates of day " + d.number, PaperInk.SAFETY, out),
        new Papers.Drawings());
  }

  private static ShotPlates shot(ShotBook.Page page, Plan plan) {
    return new ShotPlates(
        page.shot().code,
        page.shot().title,
        figures(middle(plan)),
        middle(plan) == null
            ? List.of()
            : middle(plan).joins().stream().map(DayPaper::percent).toList(),
        plan.plates().stream().map(q -> BriefPaper.plate(q, page.ledger().items())).toList(),
        plan.cautions().stream().map(c -> BriefPaper.caution(c, page.ledger().items())).toList());
  }

  /**
   * The schematic picture of the frame in the middle of the cut: who stands where, and where the
   * join runs.
   */
  private static Plan.SketchFrame middle(Plan plan) {
    return plan.sketch().isEmpty() ? null : plan.sketch().get(plan.sketch().size() / 2);
  }

  private static List<Figure> figures(Plan.SketchFrame f) {
    List<Figure> out = new ArrayList<>();
    for (Plan.SketchFigure g : f == null ? List.<Plan.SketchFigure>of() : f.figures()) {
      double left = Math.max(0, g.left());
      double right = Math.min(1, g.right());
      double top = Math.max(0, g.top());
      double bottom = Math.min(1, g.bottom());
      if (right > left && bottom > top) {
        out.add(
            new Figure(
                g.label(),
                percent(left),
                percent(top),
                percent(right - left),
                percent(bottom - top)));
      }
    }
    return out;
  }

  private static String percent(double share) {
    return String.format(Locale.ROOT, "%.2f", 100 * share);
  }

  /** Who speaks when, as bars over the seconds and as a list. */
  public static byte[] pacing(String code, String title, GuideTrack track) throws IOException {
    Papers.Drawings drawings = new Papers.Drawings();
    double seconds = Math.max(1, track.seconds());
    List<Track> tracks =
        track.lines().stream()
            .map(GuideTrack.Spoken::name)
            .distinct()
            .map(
                name ->
                    new Track(
                        name,
                        drawings.add((g, w, h) -> bars(g, track, name, w / seconds, h)),
                        name + " speaks"))
            .toList();
    return Papers.pdf(
        "pacing",
        new Pacing(
            code + " · " + title,
            "",
            "pacing of the guide track, after " + GuideTrack.COUNT_IN + " beeps",
            tracks,
            scale(track.seconds()),
            track.lines().stream()
                .map(
                    s ->
                        new Line(
                            String.format(Locale.ROOT, "%.1f to %.1f s", s.from(), s.to()),
                            s.name(),
                            s.text()))
                .toList(),
            track.overlaps().stream().map(DayPaper::overlap).toList()),
        drawings);
  }

  private static String overlap(Dialogue.Overlap o) {
    return String.format(
        Locale.ROOT,
        "Parts %d and %d speak at once from %.1f to %.1f s: one cannot be recorded against the"
            + " other there.",
        o.partA(),
        o.partB(),
        o.from(),
        o.to());
  }

  private static void bars(Graphics2D g, GuideTrack track, String name, double per, double h) {
    g.setStroke(new BasicStroke(0.6f));
    for (GuideTrack.Spoken s : track.lines()) {
      if (s.name().equals(name)) {
        Rectangle2D bar =
            new Rectangle2D.Double(
                s.from() * per, 1, Math.max(1, (s.to() - s.from()) * per), h - 2);
        g.setColor(PaperInk.LINE);
        g.fill(bar);
        g.setColor(PaperInk.INK);
        g.draw(bar);
      }
    }
  }

  private static List<Tick> scale(double seconds) {
    List<Tick> out = new ArrayList<>();
    int step = seconds > 60 ? 10 : seconds > 20 ? 5 : 1;
    for (int t = 0; t <= seconds; t += step) {
      out.add(new Tick(percent(t / Math.max(1, seconds)), t + " s"));
    }
    return out;
  }
}
