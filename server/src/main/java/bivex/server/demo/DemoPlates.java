package bivex.server.demo;

import bivex.core.picture.Picture;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;

/**
 * Plates of the demo production with known faults: painted sets with grain, planks and things on
 * them, seen by a camera that was nudged, refocused or given another light by a known amount, so
 * that every measurement can be held against what was put in (docs/user-guide.md has the list).
 */
final class DemoPlates {
  static final int W = 1280;
  static final int H = 720;
  private static final int FINE = 2;

  /**
   * What the camera did.
   *
   * @param dx shift, px
   * @param dy shift, px
   * @param degrees turn
   * @param blurPx standard deviation of a blur
   * @param rightStops light of the right side against the left
   * @param red gain of red in linear light; blue alike
   */
  record Fault(
      double dx,
      double dy,
      double degrees,
      double blurPx,
      double stops,
      double rightStops,
      double red,
      double blue) {
    static final Fault NONE = new Fault(0, 0, 0, 0, 0, 0, 1, 1);
  }

  /** Paints a set, 1280 × 720, and whoever stands in it. */
  interface Set {
    void paint(Graphics2D g);
  }

  private DemoPlates() {}

  /**
   * A still as PNG.
   *
   * @param seed of its noise
   */
  static InputStream still(Set set, Fault f, long seed) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(plate(set, f, seed), "png", out);
    return new ByteArrayInputStream(out.toByteArray());
  }

  /** A set as its camera sees it. */
  static BufferedImage plate(Set set, Fault f, long seed) {
    BufferedImage fine = new BufferedImage(W * FINE, H * FINE, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = fine.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    g.scale(FINE, FINE);
    AffineTransform t = new AffineTransform();
    t.translate(W / 2.0 + f.dx, H / 2.0 + f.dy);
    t.rotate(Math.toRadians(f.degrees));
    t.translate(-W / 2.0, -H / 2.0);
    g.transform(t);
    set.paint(g);
    g.dispose();
    float[][] light = new float[3][W * H];
    IntStream.range(0, H)
        .parallel()
        .forEach(
            y -> {
              for (int k = 0; k < FINE; k++) {
                int[] row = fine.getRGB(0, y * FINE + k, W * FINE, 1, null, 0, W * FINE);
                for (int x = 0; x < row.length; x++) {
                  for (int c = 0; c < 3; c++) {
                    light[c][y * W + x / FINE] +=
                        LINEAR[row[x] >> (16 - 8 * c) & 0xff] / (FINE * FINE);
                  }
                }
              }
            });
    // Painted colours have no deep shadow; a set under lamps has.
    for (float[] channel : light) {
      for (int i = 0; i < channel.length; i++) {
        channel[i] = Math.max(0.0003f, (channel[i] - SHADOW) * KEY);
      }
    }
    for (int c = 0; c < 3; c++) {
      light[c] = f.blurPx > 0 ? blurred(light[c], f.blurPx) : light[c];
    }
    BufferedImage out = new BufferedImage(W, H, BufferedImage.TYPE_INT_RGB);
    IntStream.range(0, H)
        .parallel()
        .forEach(
            y -> {
              SplittableRandom noise = new SplittableRandom(seed * 1000 + y);
              int[] row = new int[W];
              for (int x = 0; x < W; x++) {
                double far = Math.max(0, Math.min(1, (x / (double) W - 0.5) / 0.3));
                double gain =
                    f.stops == 0 && f.rightStops == 0
                        ? 1
                        : Math.pow(2, f.stops + f.rightStops * far);
                for (int c = 0; c < 3; c++) {
                  double v =
                      coded(light[c][y * W + x] * gain * (c == 0 ? f.red : c == 2 ? f.blue : 1))
                          + (noise.nextDouble()
                                  + noise.nextDouble()
                                  + noise.nextDouble()
                                  + noise.nextDouble()
                                  - 2)
                              * NOISE;
                  row[x] = row[x] << 8 | (int) Math.max(0, Math.min(255, Math.round(v)));
                }
              }
              out.setRGB(0, y, W, 1, row, 0, W);
            });
    return out;
  }

  /** Four even chances added are nearly a bell, with a standard deviation of 0.58. */
  private static final double NOISE = 1.6 / 0.577;

  /** Light of what is painted darkest in all sets, and how much brighter the rest is lit for it. */
  private static final float SHADOW = 0.014f;

  private static final float KEY = 1.25f;

  private static final float[] CODED = new float[4097];

  static {
    for (int i = 0; i < CODED.length; i++) {
      CODED[i] = (float) (255 * Picture.coded(i / 4096.0 * (i / 4096.0)));
    }
  }

  /** By a table over the root of light, straight between its entries. */
  private static double coded(double linear) {
    double at = 4096 * Math.sqrt(Math.min(1, linear));
    int i = Math.min(4095, (int) at);
    return CODED[i] + (CODED[i + 1] - CODED[i]) * (at - i);
  }

  private static final float[] LINEAR = new float[256];

  static {
    for (int i = 0; i < 256; i++) {
      LINEAR[i] = (float) Picture.linear(i / 255.0);
    }
  }

  private static float[] blurred(float[] v, double sigma) {
    int r = (int) Math.ceil(3 * sigma);
    float[] k = new float[2 * r + 1];
    float sum = 0;
    for (int i = -r; i <= r; i++) {
      k[i + r] = (float) Math.exp(-i * i / (2 * sigma * sigma));
      sum += k[i + r];
    }
    float[] across = new float[v.length];
    float[] out = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      for (int d = -r; d <= r; d++) {
        across[i] += k[d + r] / sum * v[i - i % W + Math.max(0, Math.min(W - 1, i % W + d))];
      }
    }
    for (int i = 0; i < v.length; i++) {
      for (int d = -r; d <= r; d++) {
        out[i] += k[d + r] / sum * across[Math.max(0, Math.min(H - 1, i / W + d)) * W + i % W];
      }
    }
    return out;
  }

  /** The station room: panelled wall with a door frame, shelves, a chart table under a lamp. */
  static void station(Graphics2D g) {
    planks(g, 0, 0, W, 560, new Color(0x4d3b2a), 46, true, 3);
    planks(g, 0, 520, W, 240, new Color(0x3a2c20), 38, false, 4);
    g.setColor(new Color(0x8fa3a6));
    g.fill(new Rectangle2D.Double(500, 70, 250, 210));
    things(g, 500, 70, 250, 210, new Color(0x6f868c), new Color(0xa9babb), 120, 5, 16);
    g.setColor(new Color(0x241a12));
    g.fill(new Rectangle2D.Double(618, 70, 12, 210));
    g.fill(new Rectangle2D.Double(500, 168, 250, 10));
    // The door frame: what a join likes to run along.
    g.setColor(new Color(0x1f1710));
    g.fill(new Rectangle2D.Double(640, 290, 18, 260));
    g.setColor(new Color(0x6b5238));
    g.fill(new Rectangle2D.Double(658, 290, 10, 260));
    for (int s = 0; s < 3; s++) {
      g.setColor(new Color(0x2a1f15));
      g.fill(new Rectangle2D.Double(60, 120 + 110 * s, 330, 10));
      books(g, 64, 50 + 110 * s, 322, 70, 10 + s);
      g.setColor(new Color(0x2a1f15));
      g.fill(new Rectangle2D.Double(880, 130 + 110 * s, 340, 10));
      books(g, 884, 62 + 110 * s, 330, 68, 20 + s);
    }
    g.setColor(new Color(0x5a4028));
    g.fill(new Rectangle2D.Double(180, 540, 930, 40));
    planks(g, 180, 540, 930, 40, new Color(0x5a4028), 14, false, 7);
    g.setColor(new Color(0xd9cfb2));
    g.fill(new Rectangle2D.Double(360, 530, 560, 16));
    things(g, 360, 530, 560, 16, new Color(0x8b6f4a), new Color(0xb9a37c), 130, 8, 5);
  }

  /** The mast on the pier: stone, railings, sea and ropes. */
  static void pier(Graphics2D g) {
    for (int y = 0; y < 420; y++) {
      g.setColor(new Color(150 + y / 10, 166 + y / 12, 174 + y / 16));
      g.fill(new Rectangle2D.Double(-40, y - 20, W + 80, 21));
    }
    things(g, -20, 300, W + 40, 120, new Color(0x56646a), new Color(0x8b989b), 700, 31, 26);
    g.setColor(new Color(0x6c6f6a));
    g.fill(new Rectangle2D.Double(-40, 410, W + 80, 360));
    things(g, -20, 414, W + 40, 320, new Color(0x4f524e), new Color(0x8b8d85), 1500, 32, 34);
    g.setColor(new Color(0x2b2723));
    g.setStroke(new BasicStroke(12));
    g.drawLine(790, -20, 790, 600);
    g.setStroke(new BasicStroke(3));
    g.drawLine(790, 40, 560, 590);
    g.drawLine(790, 40, 1020, 590);
    for (int i = 0; i < 14; i++) {
      g.drawLine(40 + i * 96, 470, 40 + i * 96, 600);
    }
    g.drawLine(-20, 480, W + 20, 480);
    g.drawLine(-20, 530, W + 20, 530);
  }

  /** Boat sheds, side on. */
  static void sheds(Graphics2D g) {
    g.setColor(new Color(0x8d989c));
    g.fill(new Rectangle2D.Double(-40, -40, W + 80, 200));
    planks(g, -20, 120, W + 40, 410, new Color(0x75644f), 34, true, 41);
    for (int i = 0; i < 8; i++) {
      planks(g, 50 + i * 152, 200, 84, 200, new Color(0x47382b), 12, true, 50 + i);
    }
    g.setColor(new Color(0x817c70));
    g.fill(new Rectangle2D.Double(-40, 510, W + 80, 260));
    things(g, -20, 514, W + 40, 220, new Color(0x5c584f), new Color(0xa09a8c), 1100, 42, 26);
  }

  /** A woman in a coat, with folds; feet at y. */
  static void woman(Graphics2D g, double x, double y, Color coat, long seed) {
    Path2D body = new Path2D.Double();
    body.moveTo(x - 74, y);
    body.curveTo(x - 84, y - 190, x - 58, y - 228, x, y - 230);
    body.curveTo(x + 58, y - 228, x + 84, y - 190, x + 74, y);
    body.closePath();
    g.setColor(coat);
    g.fill(body);
    Random r = new Random(seed);
    var clip = g.getClip();
    g.clip(body);
    for (int i = 0; i < 60; i++) {
      g.setColor(new Color(20, 15, 5, 50 + r.nextInt(70)));
      g.setStroke(new BasicStroke(1 + r.nextFloat() * 4));
      double a = x - 80 + r.nextDouble() * 160;
      g.draw(new java.awt.geom.Line2D.Double(a, y - 230, a + r.nextGaussian() * 20, y));
    }
    g.setClip(clip);
    g.setColor(new Color(0xc99b7a));
    g.fill(new Ellipse2D.Double(x - 34, y - 312, 68, 84));
    g.setColor(new Color(0x241c17));
    g.fill(new Ellipse2D.Double(x - 39, y - 324, 78, 50));
  }

  private static void planks(
      Graphics2D g,
      double x,
      double y,
      double w,
      double h,
      Color base,
      double wide,
      boolean upright,
      long seed) {
    Random r = new Random(seed);
    g.setColor(base);
    g.fill(
        new Rectangle2D.Double(
            x - (x <= 0 ? 30 : 0),
            y - (y <= 0 ? 30 : 0),
            w + (x <= 0 ? 60 : 0),
            h + (y <= 0 ? 30 : 0)));
    var clip = g.getClip();
    g.clip(
        new Rectangle2D.Double(
            x - (x <= 0 ? 30 : 0),
            y - (y <= 0 ? 30 : 0),
            w + (x <= 0 ? 60 : 0),
            h + (y <= 0 ? 30 : 0)));
    double along = upright ? w : h;
    for (double p = -30; p < along + 30; p += wide) {
      int d = r.nextInt(28) - 14;
      g.setColor(
          new Color(
              clamp(base.getRed() + d), clamp(base.getGreen() + d), clamp(base.getBlue() + d)));
      g.fill(
          upright
              ? new Rectangle2D.Double(x + p, y - 30, wide - 2, h + 60)
              : new Rectangle2D.Double(x - 30, y + p, w + 60, wide - 2));
      for (int i = 0; i < 9; i++) {
        double q = p + r.nextDouble() * (wide - 3);
        int s = r.nextInt(50) - 30;
        g.setColor(
            new Color(
                clamp(base.getRed() + s), clamp(base.getGreen() + s), clamp(base.getBlue() + s)));
        g.setStroke(new BasicStroke(0.6f + r.nextFloat() * 1.6f));
        double from = r.nextDouble() * (upright ? h : w);
        double length = 30 + r.nextDouble() * 220;
        double lean = r.nextGaussian() * 3;
        g.draw(
            upright
                ? new java.awt.geom.Line2D.Double(x + q, y + from, x + q + lean, y + from + length)
                : new java.awt.geom.Line2D.Double(
                    x + from, y + q, x + from + length, y + q + lean));
      }
      if (r.nextInt(2) == 0) {
        g.setColor(new Color(25, 18, 12));
        double k = r.nextDouble() * (upright ? h : w);
        g.fill(
            upright
                ? new Ellipse2D.Double(x + p + wide / 2, y + k, 5, 7)
                : new Ellipse2D.Double(x + k, y + p + wide / 2, 7, 5));
      }
    }
    g.setClip(clip);
  }

  private static void books(Graphics2D g, double x, double y, double w, double h, long seed) {
    Random r = new Random(seed);
    for (double p = 0; p < w - 20; ) {
      double wide = 8 + r.nextInt(18);
      double high = h * (0.6 + 0.4 * r.nextDouble());
      g.setColor(new Color(50 + r.nextInt(90), 40 + r.nextInt(70), 30 + r.nextInt(60)));
      g.fill(new Rectangle2D.Double(x + p, y + h - high, wide, high));
      g.setColor(new Color(200, 180, 130, 130));
      g.fill(new Rectangle2D.Double(x + p + 2, y + h - high * 0.8, wide - 4, 3));
      p += wide + 1 + r.nextInt(4);
    }
  }

  private static void things(
      Graphics2D g,
      double x,
      double y,
      double w,
      double h,
      Color dark,
      Color light,
      int n,
      long seed,
      double size) {
    Random r = new Random(seed);
    var clip = g.getClip();
    g.clip(new Rectangle2D.Double(x, y, w, h));
    for (int i = 0; i < n; i++) {
      double t = r.nextDouble();
      g.setColor(
          new Color(
              (int) (dark.getRed() + t * (light.getRed() - dark.getRed())),
              (int) (dark.getGreen() + t * (light.getGreen() - dark.getGreen())),
              (int) (dark.getBlue() + t * (light.getBlue() - dark.getBlue()))));
      double s = size * (0.2 + 0.8 * r.nextDouble());
      g.fill(
          new Ellipse2D.Double(x + r.nextDouble() * w, y + r.nextDouble() * h, s * 1.8, s * 0.7));
    }
    g.setClip(clip);
  }

  private static int clamp(int v) {
    return Math.max(0, Math.min(255, v));
  }
}
