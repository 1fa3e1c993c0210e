package bivex.server.papers;

import bivex.core.tally.Sheets;
import bivex.server.keep.ListFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** A list as CSV (RFC 4180) and on paper. */
public final class TablePaper {
  private TablePaper() {}

  /**
   * @param sort class of its cells
   */
  record Head(String name, int width, String sort) {}

  record Cell(String words, String sort) {}

  record Row(List<Cell> cells) {}

  record View(
      String title, String foot, String printed, List<Head> heads, List<Row> rows, String sum) {
    boolean hasRows() {
      return !rows.isEmpty();
    }
  }

  /**
   * A list for a spreadsheet, in UTF-8 with a byte-order mark, without which spreadsheets take it
   * for the encoding of their country.
   */
  public static byte[] csv(Sheets.Table table, ListFormat format) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (Writer w = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CSVPrinter csv =
            new CSVPrinter(
                w.append('\uFEFF'),
                CSVFormat.RFC4180.builder().setDelimiter(format.separator()).get())) {
      csv.printRecord(table.heads());
      for (List<String> row : table.rows()) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < row.size(); i++) {
          cells.add(cell(row.get(i), NAMES.contains(table.heads().get(i)) ? null : format));
        }
        csv.printRecord(cells);
      }
    }
    return out.toByteArray();
  }

  /**
   * Landscape pages; a column without a width is left to the CSV.
   *
   * @param of what the list is of: a production, a day
   */
  public static byte[] pdf(String of, Sheets.Table table, LocalDate today) throws IOException {
    List<Integer> shown = new ArrayList<>();
    int sum = 0;
    for (int i = 0; i < table.heads().size(); i++) {
      if (table.widths().get(i) > 0) {
        shown.add(i);
        sum += table.widths().get(i);
      }
    }
    int whole = sum;
    Map<Integer, String> sorts =
        shown.stream().collect(Collectors.toMap(i -> i, i -> sort(table, i, shown.get(0))));
    return Papers.pdf(
        "table",
        new View(
            of
                + ": "
                + table.title().substring(0, 1).toLowerCase(Locale.ROOT)
                + table.title().substring(1),
            "",
            today.toString(),
            shown.stream()
                .map(
                    i ->
                        new Head(
                            table.heads().get(i),
                            100 * table.widths().get(i) / whole,
                            sorts.get(i)))
                .toList(),
            table.rows().stream()
                .map(
                    r ->
                        new Row(shown.stream().map(i -> new Cell(r.get(i), sorts.get(i))).toList()))
                .toList(),
            table.foot()),
        new Papers.Drawings());
  }

  /** Numbers stand under each other by their last digit; what is a name stands as it is read. */
  private static String sort(Sheets.Table table, int column, int first) {
    if (column == first) {
      return "bold";
    }
    boolean numbers =
        !NAMES.contains(table.heads().get(column))
            && table.rows().stream()
                .map(r -> r.get(column))
                .allMatch(
                    c ->
                        c.isEmpty()
                            || c.matches("[-+−]?\\d[\\d\\s\u2009\u202f\u00a0]*([.,]\\d+)?"));
    return numbers ? "number" : "";
  }

  /** What a cell begins with that spreadsheets run, in full width too. */
  public static final String FORMULA = "=+-@\t\r＝＋－＠";

  /** Columns whose cells are names, also where they look like numbers: scene 4.10, 23.976 fps. */
  private static final Set<String> NAMES =
      Set.of("id", "code", "scene", "title", "roll", "take", "setup", "rate", "note", "reason");

  /**
   * A cell that a spreadsheet would take for a formula is given a quote in front.
   *
   * @param format null for a name, which is left as it is
   */
  private static String cell(String cell, ListFormat format) {
    if (cell.matches("-?\\d+\\.\\d+")) {
      return format == ListFormat.SEMICOLON ? cell.replace('.', ',') : cell;
    }
    return !cell.isEmpty() && FORMULA.indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
  }
}
