package bivex.server.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;

/**
 * Draws the clips of the demo production: simple painted scenes, encoded by ffmpeg from raw frames.
 */
final class DemoPictures {
  private static final int W = 1920;
  private static final int H = 1080;

  /** What a clip shows; t runs from 0 to 1 over the cut. */
  interface Scene {
    void paint(Graphics2D g, double t, int frame);
  }

  private DemoPictures() {}

  /**
   * Renders a clip as H.264 in mp4.
   *
   * @param rate as a fraction ffmpeg reads
   */
  static void clip(Path target, int frames, String rate, Scene scene) throws IOException {
    clip(target, W, H, frames, rate, 26, scene);
  }

  /**
   * The same in another size.
   *
   * @param crf how coarsely it is coded: 26 for looking, less where small things must survive
   */
  static void clip(
      Path target, int width, int height, int frames, String rate, int crf, Scene scene)
      throws IOException {
    Process p =
        new ProcessBuilder(
                List.of(
                    "ffmpeg",
                    "-v",
                    "error",
                    "-y",
                    "-f",
                    "rawvideo",
                    "-pix_fmt",
                    "bgr24",
                    "-s",
                    width + "x" + height,
                    "-r",
                    rate,
                    "-i",
                    "-",
                    "-c:v",
                    "libx264",
                    "-preset",
                    "ultrafast",
                    "-crf",
                    String.valueOf(crf),
                    "-g",
                    "12",
                    "-vf",
                    "scale=out_color_matrix=bt709",
                    "-colorspace",
                    "bt709",
                    "-color_primaries",
                    "bt709",
                    "-color_trc",
                    "iec61966-2-1",
                    "-pix_fmt",
                    "yuv420p",
                    "-movflags",
                    "+faststart",
                    target.toString()))
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    byte[] pixels = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
    try (OutputStream out = p.getOutputStream()) {
      for (int f = 0; f < frames; f++) {
        scene.paint(g, (double) f / (frames - 1), f);
        out.write(pixels);
      }
    }
    try {
      if (!p.waitFor(120, TimeUnit.SECONDS) || p.exitValue() != 0) {
        p.destroyForcibly();
        throw new IOException("ffmpeg could not encode the demo clip");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException(e);
    }
  }

  /** Renders one frame as PNG. */
  static InputStream still(Scene scene) throws IOException {
    BufferedImage image = new BufferedImage(W / 2, H / 2, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.scale(0.5, 0.5);
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    scene.paint(g, 0, 0);
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return new ByteArrayInputStream(out.toByteArray());
  }

  /**
   * A woman of light in the fog.
   *
   * @param style 0 points, 1 a skin, 2 threads
   */
  static void plankton(Graphics2D g, int style) {
    sky(g, new Color(0x0b1416), new Color(0x1d2b2b));
    Random r = new Random(5 + style);
    Path2D body = new Path2D.Double();
    body.moveTo(840, 980);
    body.curveTo(820, 700, 850, 520, 960, 500);
    body.curveTo(1070, 520, 1100, 700, 1080, 980);
    body.closePath();
    if (style == 1) {
      g.setColor(new Color(110, 230, 190, 150));
      g.fill(body);
      g.fill(new Ellipse2D.Double(905, 350, 110, 140));
    }
    for (int i = 0; i < (style == 1 ? 300 : 1700); i++) {
      double x = 700 + r.nextDouble() * 520;
      double y = 320 + r.nextDouble() * 700;
      boolean inside = body.contains(x, y) || Math.hypot((x - 960) / 55, (y - 420) / 70) < 1;
      if (inside || r.nextInt(9) == 0) {
        double s = 2 + r.nextDouble() * (inside ? 7 : 3);
        g.setColor(new Color(120, 240, 200, inside ? 190 : 80));
        if (style == 2) {
          g.setStroke(new BasicStroke((float) s / 3));
          g.drawLine((int) x, (int) y, (int) (x + 60 * Math.sin(y / 90)), (int) (y + 70));
        } else {
          g.fill(new Ellipse2D.Double(x, y, s, s));
        }
      }
    }
  }

  /** Two women at the chart table; the right one leans across for a while. */
  static void chartTable(Graphics2D g, double t, int frame) {
    room(g, frame);
    figure(g, 560 + 8 * Math.sin(t * 6), 470, new Color(0xd9a425), 1);
    double lean =
        Math.max(0, Math.sin((t - 0.45) * Math.PI / 0.3)) * (t > 0.45 && t < 0.75 ? 1 : 0);
    figure(g, 1370 - 210 * lean, 470, new Color(0x8c7a4c), 1);
    g.setColor(new Color(0x3b2a1d));
    g.fill(new Rectangle2D.Double(260, 800, 1400, 60));
    g.setColor(new Color(0xe9dfc4));
    g.fill(new Rectangle2D.Double(520, 782, 880, 24));
  }

  /** The same with a glow of the lamp that ends at the join. */
  static void chartTableStep(Graphics2D g, double t, int frame) {
    chartTable(g, t, frame);
    g.setColor(new Color(255, 196, 120, 46));
    g.fill(new Rectangle2D.Double(960, 300, 250, 480));
  }

  /** Flags that are gone, and whose shadow stays on the mast for two frames. */
  static void flagsShadow(Graphics2D g, double t, int frame) {
    flags(g, t, frame);
    if (frame == 40 || frame == 41) {
      g.setColor(new Color(20, 24, 28, 120));
      g.fill(new Rectangle2D.Double(1080, 640, 130, 220));
    }
  }

  /** Flags on a halyard that are gone from a frame on. */
  static void flags(Graphics2D g, double t, int frame) {
    sky(g, new Color(0x9fb0b8), new Color(0xd5d8d2));
    g.setColor(new Color(0x56606a));
    g.fill(new Rectangle2D.Double(0, 860, W, 220));
    g.setStroke(new BasicStroke(14));
    g.setColor(new Color(0x332d28));
    g.drawLine(1180, 120, 1180, 900);
    g.setStroke(new BasicStroke(4));
    g.drawLine(1180, 150, 900, 880);
    for (int i = 0; i < 6 && t < 0.42; i++) {
      double x = 1166 - i * 40;
      double y = 170 + i * 104;
      double flap = 18 * Math.sin(frame * 0.7 + i);
      Path2D p = new Path2D.Double();
      p.moveTo(x, y);
      p.curveTo(x - 60, y - flap, x - 110, y + flap, x - 170, y - flap);
      p.lineTo(x - 170, y + 78 - flap);
      p.curveTo(x - 110, y + 78 + flap, x - 60, y + 78 - flap, x, y + 78);
      g.setColor(i % 2 == 0 ? new Color(0xa8382c) : new Color(0xd9b23a));
      g.fill(p);
    }
    figure(g, 620, 520, new Color(0xd9a425), 0.9);
  }

  /** A dash along a wall in three frames. */
  static void dash(Graphics2D g, double t, int frame) {
    sky(g, new Color(0x7d8b92), new Color(0xb9bdb5));
    g.setColor(new Color(0x6b5d4d));
    g.fill(new Rectangle2D.Double(0, 360, W, 520));
    g.setColor(new Color(0x40372e));
    for (int i = 0; i < 8; i++) {
      g.fill(new Rectangle2D.Double(90 + i * 225, 440, 120, 260));
    }
    g.setColor(new Color(0x8d8878));
    g.fill(new Rectangle2D.Double(0, 880, W, 200));
    int leave = 38;
    if (frame <= leave) {
      figure(g, 230, 500, new Color(0xd9a425), 0.95);
    } else if (frame == leave + 1 || frame == leave + 3) {
      double x = frame == leave + 1 ? 590 : 1300;
      g.setPaint(
          new GradientPaint(
              (float) x - 300,
              0,
              new Color(217, 164, 37, 0),
              (float) x + 100,
              0,
              new Color(217, 164, 37, 190)));
      g.fill(new Rectangle2D.Double(x - 300, 520, 600, 330));
    } else if (frame > leave + 3) {
      figure(g, 1650, 500, new Color(0xd9a425), 0.95);
    }
  }

  private static void room(Graphics2D g, int frame) {
    double lamp = 1 + 0.03 * Math.sin(frame * 0.9);
    g.setPaint(new GradientPaint(0, 0, new Color(0x2a2018), W, H, new Color(0x4a3826)));
    g.fillRect(0, 0, W, H);
    g.setColor(new Color(0x9aa7a6));
    g.fill(new Rectangle2D.Double(780, 130, 360, 300));
    g.setColor(new Color(0x2f241a));
    g.fill(new Rectangle2D.Double(950, 130, 20, 300));
    g.setColor(new Color(255, 205, 120, (int) (60 * lamp)));
    for (int r = 520; r > 100; r -= 70) {
      g.fill(new Ellipse2D.Double(960 - r, 560 - r, 2.0 * r, 2.0 * r));
    }
    g.setColor(new Color(0xe7e2d2));
    g.fill(new Ellipse2D.Double(1500, 170, 190, 190));
    g.setColor(new Color(0x1c1712));
    g.setStroke(new BasicStroke(8));
    g.drawLine(1595, 265, 1650, 255);
  }

  private static void sky(Graphics2D g, Color top, Color bottom) {
    g.setPaint(new GradientPaint(0, 0, top, 0, 900, bottom));
    g.fillRect(0, 0, W, H);
  }

  private static void figure(Graphics2D g, double x, double y, Color coat, double s) {
    g.setColor(coat);
    Path2D body = new Path2D.Double();
    body.moveTo(x - 105 * s, y + 380 * s);
    body.curveTo(x - 120 * s, y + 120 * s, x - 80 * s, y + 70 * s, x, y + 70 * s);
    body.curveTo(x + 80 * s, y + 70 * s, x + 120 * s, y + 120 * s, x + 105 * s, y + 380 * s);
    body.closePath();
    g.fill(body);
    g.setColor(new Color(0xc99b7a));
    g.fill(new Ellipse2D.Double(x - 52 * s, y - 50 * s, 104 * s, 128 * s));
    g.setColor(new Color(0x241c17));
    g.fill(new Ellipse2D.Double(x - 60 * s, y - 70 * s, 120 * s, 78 * s));
  }
}
