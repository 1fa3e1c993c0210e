package bivex.server.export;

import bivex.core.tally.Sheets;
import java.io.IOException;
import java.io.StringWriter;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** A list as CSV (RFC 4180) and on paper. */
final class TablePaper {
  private static final float SIZE = 8.5f;
  private static final float ROW = 10.5f;
  private static final int MOST_LINES = 6;

  private TablePaper() {}

  static String csv(Sheets.Table table) throws IOException {
    StringWriter out = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      csv.printRecord(table.heads());
      for (List<String> row : table.rows()) {
        csv.printRecord(row.stream().map(TablePaper::harmless).toList());
      }
    }
    return out.toString();
  }

  /** Landscape pages; a column without a width is left to the CSV. */
  static byte[] pdf(String production, Sheets.Table table) throws IOException {
    List<Integer> shown = new ArrayList<>();
    int sum = 0;
    for (int i = 0; i < table.heads().size(); i++) {
      if (table.widths().get(i) > 0) {
        shown.add(i);
        sum += table.widths().get(i);
      }
    }
    try (Paper paper = new Paper(table.title() + " of " + production, true)) {
      float x = Paper.MARGIN;
      float w = paper.width() - 2 * x;
      float bottom = paper.height() - 40;
      float y = head(paper, production, table, shown, sum, w);
      for (List<String> row : table.rows()) {
        List<List<String>> cells = new ArrayList<>();
        int lines = 1;
        for (int i : shown) {
          float wide = w * table.widths().get(i) / sum - 6;
          List<String> broken = new ArrayList<>();
          for (String line : paper.broken(row.get(i), SIZE, wide, false)) {
            broken.add(paper.cut(line, SIZE, wide));
          }
          cells.add(broken.size() > MOST_LINES ? shortened(broken) : broken);
          lines = Math.max(lines, cells.get(cells.size() - 1).size());
        }
        if (y + lines * ROW > bottom) {
          y = head(paper, production, table, shown, sum, w);
        }
        float at = x;
        for (int k = 0; k < shown.size(); k++) {
          for (int l = 0; l < cells.get(k).size(); l++) {
            paper.text(at, y + l * ROW, SIZE, k == 0, Paper.INK, cells.get(k).get(l));
          }
          at += w * table.widths().get(shown.get(k)) / sum;
        }
        y += lines * ROW - 4;
        paper.line(x, y, x + w, y, Paper.LINE, 0.5f);
        y += 12;
      }
      if (table.rows().isEmpty()) {
        paper.text(x, y, 10, false, Paper.SOFT, "Nothing is on this list yet.");
      }
      paper.text(x, paper.height() - 22, 9, true, Paper.INK, paper.cut(table.foot(), 9, w));
      return paper.bytes();
    }
  }

  private static float head(
      Paper paper, String production, Sheets.Table table, List<Integer> shown, int sum, float w)
      throws IOException {
    paper.page();
    float x = Paper.MARGIN;
    paper.text(
        x,
        36,
        14,
        true,
        Paper.INK,
        paper.cut(
            production + ": " + table.title().toLowerCase(java.util.Locale.ROOT), 14, w - 170));
    paper.text(x + w - 150, 36, 9, false, Paper.SOFT, LocalDate.now() + " · page " + paper.pages());
    float at = x;
    for (int i : shown) {
      float wide = w * table.widths().get(i) / sum;
      List<String> broken = paper.broken(table.heads().get(i), 8, wide - 4, false);
      for (int l = 0; l < Math.min(2, broken.size()); l++) {
        paper.text(at, 53 + l * 9, 8, false, Paper.SOFT, paper.cut(broken.get(l), 8, wide - 2));
      }
      at += wide;
    }
    paper.line(x, 66, x + w, 66, Paper.INK, 1);
    return 79;
  }

  private static List<String> shortened(List<String> lines) {
    List<String> out = new ArrayList<>(lines.subList(0, MOST_LINES));
    out.set(MOST_LINES - 1, out.get(MOST_LINES - 1) + " …");
    return out;
  }

  /** A cell that a spreadsheet would take for a formula is given a quote in front. */
  private static String harmless(String cell) {
    return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
  }
}
