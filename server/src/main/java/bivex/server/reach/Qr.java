package bivex.server.reach;

import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import com.google.zxing.qrcode.encoder.ByteMatrix;
import com.google.zxing.qrcode.encoder.Encoder;
import java.util.Map;

/** A QR code (ISO/IEC 18004) of an address, for a screen and for a console. */
final class Qr {
  private static final int QUIET = 4;

  private Qr() {}

  private static boolean[][] cells(String text) {
    ByteMatrix m;
    try {
      m =
          Encoder.encode(
                  text, ErrorCorrectionLevel.M, Map.of(EncodeHintType.CHARACTER_SET, "ISO-8859-1"))
              .getMatrix();
    } catch (WriterException e) {
      throw new IllegalArgumentException("Too long for a code: " + text, e);
    }
    int n = m.getWidth() + 2 * QUIET;
    boolean[][] out = new boolean[n][n];
    for (int y = 0; y < m.getHeight(); y++) {
      for (int x = 0; x < m.getWidth(); x++) {
        out[y + QUIET][x + QUIET] = m.get(x, y) == 1;
      }
    }
    return out;
  }

  /** Modules across, the quiet zone with them. */
  static int size(String text) {
    return cells(text).length;
  }

  /** The dark modules as the path of a drawing whose side is {@link #size}. */
  static String path(String text) {
    boolean[][] c = cells(text);
    StringBuilder s = new StringBuilder();
    for (int y = 0; y < c.length; y++) {
      for (int x = 0; x < c.length; x++) {
        if (c[y][x]) {
          s.append("M").append(x).append(' ').append(y).append("h1v1h-1z");
        }
      }
    }
    return s.toString();
  }

  /** Two modules a character, light on dark as consoles are: what is drawn is the light. */
  static String blocks(String text) {
    boolean[][] c = cells(text);
    StringBuilder s = new StringBuilder();
    for (int y = 2; y < c.length - 2; y += 2) {
      s.append("  ");
      for (int x = 2; x < c.length - 2; x++) {
        boolean over = !c[y][x];
        boolean under = y + 1 >= c.length || !c[y + 1][x];
        s.append(over ? under ? '█' : '▀' : under ? '▄' : ' ');
      }
      s.append('\n');
    }
    return s.toString();
  }
}
