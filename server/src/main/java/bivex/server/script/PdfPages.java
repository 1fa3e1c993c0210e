package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.script.TypedPages;
import java.io.BufferedWriter;
import java.io.File;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;

/**
 * Lines of a PDF with how far each is indented. A file from outside may be made to swallow memory
 * when it is opened, so it is read by a process of its own with little of it and little time.
 */
final class PdfPages {
  static final int MAX_BYTES = 20 << 20;
  private static final int MAX_PAGES = 500;
  private static final int SECONDS = 60;

  /** A typed character is a tenth of an inch wide. */
  private static final double CHARACTER = 7.2;

  private PdfPages() {}

  /**
   * @throws InvalidInput naming the script when it is no PDF, is locked, or holds no text
   */
  static List<TypedPages.Line> lines(byte[] pdf) throws IOException {
    Path in = Files.createTempFile("script", ".pdf");
    Path out = Files.createTempFile("script", ".txt");
    try {
      Files.write(in, pdf);
      String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
      Process p =
          new ProcessBuilder(
                  List.of(
                      "prlimit",
                      "--cpu=" + SECONDS,
                      "--fsize=" + (64 << 20),
                      "--nofile=256",
                      java,
                      "-Xmx384m",
                      "-XX:+UseSerialGC",
                      "-XX:TieredStopAtLevel=1",
                      "-Djava.awt.headless=true",
                      "-cp",
                      System.getProperty("java.class.path"),
                      PdfPages.class.getName(),
                      in.toString(),
                      out.toString()))
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      if (!p.waitFor(SECONDS, TimeUnit.SECONDS)) {
        p.destroyForcibly();
        throw new InvalidInput(
            "script", "takes longer than a minute to read; the PDF may be damaged");
      }
      if (p.exitValue() == 3) {
        throw new InvalidInput(
            "script", "is locked with a password; save it without one and try again");
      }
      if (p.exitValue() == 4) {
        throw new InvalidInput("script", "has more than " + MAX_PAGES + " pages");
      }
      if (p.exitValue() != 0) {
        throw new InvalidInput("script", "is called a PDF but cannot be read as one");
      }
      List<TypedPages.Line> lines = read(Files.readString(out));
      if (lines.stream().allMatch(l -> l.text().isEmpty())) {
        throw new InvalidInput(
            "script",
            "holds no text: its pages are pictures. Ask for it as plain text, or with its text");
      }
      return lines;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } finally {
      Files.deleteIfExists(in);
      Files.deleteIfExists(out);
    }
  }

  private static List<TypedPages.Line> read(String text) {
    List<TypedPages.Line> out = new ArrayList<>();
    text.lines()
        .forEach(
            l -> {
              String[] c = l.split("\t", 4);
              out.add(
                  new TypedPages.Line(
                      Integer.parseInt(c[0]),
                      Double.parseDouble(c[1]),
                      c[3].strip(),
                      Integer.parseInt(c[2])));
            });
    return out;
  }

  /**
   * The process: writes page, indent, line of the page and text of every line, tabs between them.
   */
  public static void main(String[] args) throws IOException {
    try (PDDocument document = Loader.loadPDF(new File(args[0]));
        Writer out =
            new BufferedWriter(
                new OutputStreamWriter(
                    Files.newOutputStream(Path.of(args[1])), StandardCharsets.UTF_8))) {
      if (document.getNumberOfPages() > MAX_PAGES) {
        System.exit(4);
      }
      new Stripper(out).writeText(document, Writer.nullWriter());
    } catch (InvalidPasswordException e) {
      System.exit(3);
    }
  }

  /** Collects characters of a page into lines by their height above its foot. */
  private static final class Stripper extends PDFTextStripper {
    private final Writer out;
    private final TreeMap<Integer, List<TextPosition>> rows = new TreeMap<>();

    Stripper(Writer out) {
      this.out = out;
      setSortByPosition(true);
      // Bold that was made by printing twice is one word.
      setSuppressDuplicateOverlappingText(true);
    }

    @Override
    protected void startPage(org.apache.pdfbox.pdmodel.PDPage page) {
      rows.clear();
    }

    @Override
    protected void writeString(String text, List<TextPosition> positions) {
      for (TextPosition t : positions) {
        int y = Math.round(t.getYDirAdj());
        Integer near = rows.floorKey(y + 2);
        rows.computeIfAbsent(near != null && near >= y - 2 ? near : y, k -> new ArrayList<>())
            .add(t);
      }
    }

    @Override
    protected void endPage(org.apache.pdfbox.pdmodel.PDPage page) throws IOException {
      int line = 0;
      int before = 0;
      int pitch = pitch();
      for (var row : rows.entrySet()) {
        if (before > 0 && row.getKey() - before > pitch * 1.5) {
          out.write(getCurrentPageNo() + "\t0\t" + line + "\t\n");
        }
        before = row.getKey();
        line++;
        List<TextPosition> chars = row.getValue();
        chars.sort(Comparator.comparingDouble(TextPosition::getXDirAdj));
        StringBuilder text = new StringBuilder();
        float end = chars.get(0).getXDirAdj();
        for (TextPosition t : chars) {
          float gap = t.getXDirAdj() - end;
          if (gap > t.getWidthOfSpace() * 0.4
              && !text.isEmpty()
              && text.charAt(text.length() - 1) != ' ') {
            text.append(gap > 4 * CHARACTER ? "   " : " ");
          }
          text.append(t.getUnicode().replaceAll("\\p{Cntrl}", ""));
          end = t.getXDirAdj() + t.getWidthDirAdj();
        }
        int lead = text.length() - text.toString().stripLeading().length();
        out.write(
            String.format(
                Locale.ROOT,
                "%d\t%.2f\t%d\t%s%n",
                getCurrentPageNo(),
                chars.get(Math.min(lead, chars.size() - 1)).getXDirAdj() / CHARACTER,
                line,
                text.toString().strip()));
      }
    }

    /** Usual distance of two lines. */
    private int pitch() {
      TreeMap<Integer, Integer> n = new TreeMap<>();
      Integer before = null;
      for (Integer y : rows.keySet()) {
        if (before != null && y - before > 5) {
          n.merge(y - before, 1, Integer::sum);
        }
        before = y;
      }
      return n.entrySet().stream()
          .filter(e -> e.getValue() >= 2)
          .map(java.util.Map.Entry::getKey)
          .findFirst()
          .orElse(12);
    }
  }
}
