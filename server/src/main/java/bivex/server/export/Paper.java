package bivex.server.export;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;

/** A4 pages with a few words and lines on them; y is counted in points from the top. */
final class Paper implements Closeable {
  static final float MARGIN = 36;
  static final Color INK = new Color(0x19, 0x15, 0x12);
  static final Color SOFT = new Color(0x5d, 0x54, 0x43);
  static final Color LINE = new Color(0xcd, 0xc2, 0xa8);
  static final Color PENCIL = new Color(0xb4, 0x3a, 0x15);

  private final PDDocument document = new PDDocument();
  private final PDFont sans;
  private final PDFont script = new PDType1Font(Standard14Fonts.FontName.COURIER);
  private final Map<String, Boolean> known = new HashMap<>();
  private final boolean wide;
  private PDPageContentStream out;

  /**
   * @param wide landscape
   */
  Paper(String title, boolean wide) throws IOException {
    this.wide = wide;
    // The free font that comes with the PDF library: it has the signs of the sums.
    try (InputStream in =
        PDDocument.class.getResourceAsStream(
            "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")) {
      sans = PDType0Font.load(document, in);
    }
    document.getDocumentInformation().setTitle(title);
    document.getDocumentInformation().setCreator("Bivex");
  }

  float width() {
    return wide ? PDRectangle.A4.getHeight() : PDRectangle.A4.getWidth();
  }

  float height() {
    return wide ? PDRectangle.A4.getWidth() : PDRectangle.A4.getHeight();
  }

  void page() throws IOException {
    end();
    PDPage page = new PDPage(new PDRectangle(width(), height()));
    document.addPage(page);
    out = new PDPageContentStream(document, page);
  }

  int pages() {
    return document.getNumberOfPages();
  }

  /**
   * A line of words.
   *
   * @param bold drawn with a hair of stroke
   * @return its width
   */
  float text(float x, float y, float size, boolean bold, Color color, String words)
      throws IOException {
    return write(sans, x, y, size, bold, color, words);
  }

  /** A line of screenplay. */
  void script(float x, float y, float size, String words) throws IOException {
    write(script, x, y, size, false, INK, words);
  }

  private float write(
      PDFont font, float x, float y, float size, boolean bold, Color color, String words)
      throws IOException {
    String safe = safe(font, words);
    out.beginText();
    out.setFont(font, size);
    out.setNonStrokingColor(color);
    out.setStrokingColor(color);
    out.setLineWidth(bold ? size * 0.035f : 0);
    out.setRenderingMode(bold ? RenderingMode.FILL_STROKE : RenderingMode.FILL);
    out.newLineAtOffset(x, height() - y);
    out.showText(safe);
    out.endText();
    return font.getStringWidth(safe) / 1000 * size;
  }

  /** Words broken to a width. */
  List<String> broken(String words, float size, float wide, boolean screenplay) throws IOException {
    PDFont font = screenplay ? script : sans;
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : safe(font, words).split(" +")) {
      if (line.length() > 0 && font.getStringWidth(line + " " + word) / 1000 * size > wide) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(line.length() == 0 ? "" : " ").append(word);
    }
    lines.add(line.toString());
    return lines;
  }

  /** Words cut to a width with an ellipsis. */
  String cut(String words, float size, float wide) throws IOException {
    String safe = safe(sans, words);
    if (sans.getStringWidth(safe) / 1000 * size <= wide) {
      return safe;
    }
    int n = safe.length();
    while (n > 1 && sans.getStringWidth(safe.substring(0, n) + "…") / 1000 * size > wide) {
      n--;
    }
    return safe.substring(0, n) + "…";
  }

  void line(float x1, float y1, float x2, float y2, Color color, float weight) throws IOException {
    out.setStrokingColor(color);
    out.setLineWidth(weight);
    out.moveTo(x1, height() - y1);
    out.lineTo(x2, height() - y2);
    out.stroke();
  }

  void box(float x, float y, float w, float h, Color stroke, Color fill) throws IOException {
    out.addRect(x, height() - y - h, w, h);
    out.setLineWidth(0.7f);
    if (fill != null) {
      out.setNonStrokingColor(fill);
    }
    out.setStrokingColor(stroke);
    if (fill == null) {
      out.stroke();
    } else {
      out.fillAndStroke();
    }
  }

  /**
   * A picture scaled into a box, read no finer than it is printed.
   *
   * @return its width
   */
  float picture(Path file, float x, float y, float mostWide, float mostHigh) throws IOException {
    BufferedImage read;
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      ImageReader reader = ImageIO.getImageReaders(in).next();
      try {
        reader.setInput(in, true, true);
        ImageReadParam coarse = reader.getDefaultReadParam();
        int step = Math.max(1, Math.max(reader.getWidth(0), reader.getHeight(0)) / 700);
        coarse.setSourceSubsampling(step, step, 0, 0);
        read = reader.read(0, coarse);
      } finally {
        reader.dispose();
      }
    }
    BufferedImage plain =
        new BufferedImage(read.getWidth(), read.getHeight(), BufferedImage.TYPE_INT_RGB);
    Graphics2D g = plain.createGraphics();
    g.drawImage(read, 0, 0, Color.WHITE, null);
    g.dispose();
    float scale = Math.min(mostWide / plain.getWidth(), mostHigh / plain.getHeight());
    float w = plain.getWidth() * scale;
    float h = plain.getHeight() * scale;
    out.drawImage(JPEGFactory.createFromImage(document, plain, 0.85f), x, height() - y - h, w, h);
    box(x, y, w, h, LINE, null);
    return w;
  }

  byte[] bytes() throws IOException {
    end();
    out = null;
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    document.save(bytes);
    return bytes.toByteArray();
  }

  @Override
  public void close() throws IOException {
    document.close();
  }

  private void end() throws IOException {
    if (out != null) {
      out.close();
    }
  }

  /** Only what the font can show: line breaks become spaces, unknown signs a question mark. */
  private String safe(PDFont font, String words) {
    StringBuilder b = new StringBuilder();
    words
        .replaceAll("\\s+", " ")
        .codePoints()
        .forEach(
            c -> {
              String s = Character.toString(c);
              b.append(known.computeIfAbsent(font.getName() + s, k -> encodes(font, s)) ? s : "?");
            });
    return b.toString();
  }

  private static boolean encodes(PDFont font, String s) {
    try {
      font.encode(s);
      return true;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }
}
