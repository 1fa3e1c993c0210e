package bivex.server.papers;

import bivex.core.review.Drawing;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Scanner;
import javax.imageio.ImageIO;

/** A frame on a paper: small, with what was drawn on it. */
public final class FramePicture {
  private static final int WIDTH = 480;
  private static final Color UNDER = new Color(0x191512);
  private static final Color PENCIL = new Color(0xee8058);

  /** Letters of a drawing to the height of the picture, as on the screen. */
  private static final int LETTERS = 28;

  private FramePicture() {}

  /** A picture as a data address. */
  public static String of(byte[] png) throws IOException {
    return of(png, null);
  }

  /**
   * @param drawing over it; null for none
   */
  public static String of(byte[] png, Drawing drawing) throws IOException {
    BufferedImage whole = ImageIO.read(new ByteArrayInputStream(png));
    int height = Math.max(1, WIDTH * whole.getHeight() / whole.getWidth());
    BufferedImage small = new BufferedImage(WIDTH, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = small.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    g.drawImage(whole, 0, 0, WIDTH, height, null);
    if (drawing != null) {
      paint(g, drawing.paths(WIDTH, height), height);
    }
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(small, "jpg", out);
    return "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(out.toByteArray());
  }

  private static void paint(Graphics2D g, List<Drawing.Path> paths, int height) {
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    for (boolean under : new boolean[] {true, false}) {
      g.setColor(under ? UNDER : PENCIL);
      for (Drawing.Path p : paths) {
        if (p.words().isEmpty()) {
          g.setStroke(
              new BasicStroke(
                  (float) Math.max(1, p.width() + (under ? 2 : 0)),
                  BasicStroke.CAP_ROUND,
                  BasicStroke.JOIN_ROUND));
          g.draw(outline(p.d()));
        } else {
          g.setFont(new Font(Font.SANS_SERIF, Font.BOLD, Math.max(10, height / LETTERS)));
          int off = under ? 1 : 0;
          g.drawString(p.words(), (float) p.x() + off, (float) p.y() + off);
        }
      }
    }
  }

  /**
   * An outline as the core writes it: moves, lines, to a column or a row, closed (W3C, SVG 2,
   * chapter 9).
   */
  static Path2D outline(String d) {
    Path2D out = new Path2D.Double();
    // Letters stand by themselves then.
    try (Scanner in = new Scanner(d.replaceAll("([A-Za-z])", " $1 ")).useLocale(Locale.ROOT)) {
      char how = 'M';
      while (in.hasNext()) {
        if (!in.hasNextDouble()) {
          how = in.next().charAt(0);
          if (how == 'Z') {
            out.closePath();
          }
          continue;
        }
        double v = in.nextDouble();
        double x = out.getCurrentPoint() == null ? 0 : out.getCurrentPoint().getX();
        double y = out.getCurrentPoint() == null ? 0 : out.getCurrentPoint().getY();
        switch (how) {
          case 'M' -> out.moveTo(v, in.nextDouble());
          case 'l' -> out.lineTo(x + v, y + in.nextDouble());
          case 'H' -> out.lineTo(v, y);
          case 'V' -> out.lineTo(x, v);
          default -> out.lineTo(v, in.nextDouble());
        }
      }
    }
    return out;
  }
}
