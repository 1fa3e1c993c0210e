package bivex.server.media;

import bivex.core.review.BurnIn;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.font.FontRenderContext;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Words that ffmpeg writes into every frame: what it is at the lower left, the number of the frame
 * at the lower right. They are as large as can be read and as fits.
 */
final class BurnedWords implements AutoCloseable {
  private static final String FACE = "/net/sf/jasperreports/fonts/dejavu/DejaVuSans.ttf";

  /** Letters to the height of the picture, where there is room. */
  private static final double SHARE = 0.034;

  private static final double LARGEST = 22;
  private static final double SMALLEST = 7;

  /** Of a number with a sign. */
  private static final String NUMBER = "-0000000";

  private final Path folder;
  private final BurnIn words;
  private final boolean numbered;
  private final long size;

  /**
   * @param numbered whether frames are counted; not on a still
   */
  BurnedWords(BurnIn words, int width, int height, boolean numbered) throws IOException {
    this.words = words;
    this.numbered = numbered;
    folder = Files.createTempDirectory("bivex-burn");
    Files.writeString(folder.resolve("words"), words.line(), StandardCharsets.UTF_8);
    try (InputStream in = BurnedWords.class.getResourceAsStream(FACE)) {
      Files.copy(in, folder.resolve("face"));
    }
    double wanted = Math.min(LARGEST, height * SHARE);
    double em = em(words.line() + (numbered ? NUMBER : ""));
    // Boxes and margins take three letters' room.
    size = Math.max((long) SMALLEST, (long) Math.min(wanted, width / (em + 3)));
  }

  private double em(String line) throws IOException {
    try {
      Font face = Font.createFont(Font.TRUETYPE_FONT, folder.resolve("face").toFile());
      return face.getStringBounds(line, new FontRenderContext(null, true, true)).getWidth();
    } catch (FontFormatException e) {
      throw new IOException("the font is damaged", e);
    }
  }

  /** Filter that writes them. */
  String filter() {
    String look =
        ":fontfile="
            + escaped(folder.resolve("face"))
            + ":fontsize="
            + size
            + ":fontcolor=white:box=1:boxcolor=black@0.55:boxborderw="
            + Math.max(2, size / 3)
            + ":y=h-2*"
            + size;
    String line =
        "drawtext=expansion=none:textfile="
            + escaped(folder.resolve("words"))
            + look
            + ":x="
            + size;
    return numbered
        ? line
            + ",drawtext=text=%{eif\\\\:n+"
            + words.firstFrame()
            + "\\\\:d}"
            + look
            + ":x=w-text_w-"
            + size
        : line;
  }

  /** A path inside an option inside a chain of filters. */
  private static String escaped(Path path) {
    return path.toString()
        .replaceAll("([\\\\':])", "\\\\$1")
        .replaceAll("([\\\\',;\\[\\]])", "\\\\$1");
  }

  @Override
  public void close() throws IOException {
    for (String made : new String[] {"words", "face"}) {
      Files.deleteIfExists(folder.resolve(made));
    }
    Files.deleteIfExists(folder);
  }
}
