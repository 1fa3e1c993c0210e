package bivex.server.export;

import bivex.core.effort.Estimate;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import java.io.IOException;
import java.io.StringWriter;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** The breakdown of a production: a line a shot, as CSV and on paper. */
final class Breakdown {
  private Breakdown() {}

  static String csv(List<ShotBook.Page> shots) throws IOException {
    StringWriter out = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      csv.printRecord("code", "scene", "title", "why", "methods", "frames", "setup", "day", "plates", "elements", "hours low", "hours likely", "hours high", "cautions", "stage", "sentence");
      for (ShotBook.Page p : shots) {
        Plan plan = p.plan();
        Estimate e = plan.effort();
        csv.printRecord(List.of(p.shot().code, p.shot().scene, p.shot().title, p.shot().intent, methods(p), p.shot().cutFrames, p.setup() == null ? "" : p.setup().number, p.day() == null ? "" : p.day().shootOn, names(plan.plates().stream().map(Plan.Plate::label).toList()), names(plan.elements().stream().map(Plan.Element::label).toList()), number(e.low()), number(e.likely()), number(e.high()), names(plan.cautions().stream().map(Plan.Caution::ask).distinct().toList()), p.ledger().stage().name().toLowerCase(Locale.ROOT), p.ledger().sentence()).stream().map(Breakdown::harmless).toList());
      }
    }
    return out.toString();
  }

  static byte[] pdf(Production production, List<ShotBook.Page> shots) throws IOException {
    try (Paper paper = new Paper("Breakdown of " + production.title, true)) {
      float[] at = {0, 62, 232, 322, 480, 540, 600};
      String[] heads = {"code", "shot", "method", "plates", "elements", "hours", "owes"};
      float x = Paper.MARGIN;
      float w = paper.width() - 2 * x;
      float y = Float.MAX_VALUE;
      for (ShotBook.Page p : shots) {
        if (y > paper.height() - 48) {
          paper.page();
          paper.text(x, 36, 14, true, Paper.INK, production.title + ": breakdown");
          paper.text(x + w - 150, 36, 9, false, Paper.SOFT, LocalDate.now() + " · page " + paper.pages());
          for (int i = 0; i < heads.length; i++) {
            paper.text(x + at[i], 56, 8.5f, false, Paper.SOFT, heads[i]);
          }
          paper.line(x, 61, x + w, 61, Paper.INK, 1);
          y = 76;
        }
        Plan plan = p.plan();
        String[] cells = {p.shot().code, p.shot().title, methods(p), plan.plates().size() + ": " + names(plan.plates().stream().map(Plan.Plate::label).toList()), Integer.toString(plan.elements().size()), plan.effort().high() == 0 ? "" : String.format(Locale.ROOT, "%.0f to %.0f", plan.effort().low(), plan.effort().high()), p.ledger().sentence()};
        for (int i = 0; i < cells.length; i++) {
          float wide = (i + 1 < at.length ? at[i + 1] : w) - at[i] - 8;
          paper.text(x + at[i], y, 9, i < 2, Paper.INK, paper.cut(cells[i], 9, wide));
        }
        y += 7;
        paper.line(x, y, x + w, y, Paper.LINE, 0.5f);
        y += 12;
      }
      if (paper.pages() == 0) {
        paper.page();
        paper.text(x, 36, 14, true, Paper.INK, production.title + ": no effect shots yet");
      }
      Estimate all = shots.stream().filter(s -> !s.shot().omitted).map(s -> s.plan().effort()).reduce(Estimate.NONE, Estimate::plus);
      paper.text(x, paper.height() - 24, 9, true, Paper.INK, String.format(Locale.ROOT, "%d shots · %.0f to %.0f hours of work, expected %.0f", shots.size(), all.low(), all.high(), all.mean()));
      return paper.bytes();
    }
  }

  private static String methods(ShotBook.Page p) {
    return p.shot().methods.stream().map(MethodChoice::method).map(id -> bivex.core.method.MethodBook.find(id).name()).collect(Collectors.joining(" + "));
  }

  private static String names(List<String> all) {
    return String.join("; ", all);
  }

  private static String number(double x) {
    return String.format(Locale.ROOT, "%.1f", x);
  }

  /** A cell that a spreadsheet would take for a formula is given a quote in front. */
  private static Object harmless(Object cell) {
    return cell instanceof String s && !s.isEmpty() && "=+-@\t\r".indexOf(s.charAt(0)) >= 0 ? "'" + s : cell;
  }
}
