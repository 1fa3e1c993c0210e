package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.ImageIO;

/** Plates for tests of the bench: patterned walls with a known shift and a known light. */
public final class Walls {
  private Walls() {}

  /** A wall of random tiles, drawn anew for a shift in px and a change of light in stops. */
  public static BufferedImage wall(int w, int h, double dx, double stops, int type) {
    Random r = new Random(7);
    double[][] tiles = new double[400][];
    for (int i = 0; i < tiles.length; i++) {
      tiles[i] =
          new double[] {
            r.nextDouble() * w,
            r.nextDouble() * h,
            8 + r.nextDouble() * w / 12,
            8 + r.nextDouble() * h / 8,
            0.03 + 0.4 * r.nextDouble()
          };
    }
    double[] light = new double[w * h];
    Arrays.fill(light, 0.15);
    for (double[] t : tiles) {
      for (int y = (int) t[1]; y < Math.min(h, t[1] + t[3]); y++) {
        for (int x = Math.max(0, (int) (t[0] + dx) - 1);
            x < Math.min(w, t[0] + dx + t[2] + 1);
            x++) {
          // How much of the pixel the tile covers across: an edge at a part of a pixel is drawn as
          // that.
          double cover = Math.max(0, Math.min(x + 1, t[0] + dx + t[2]) - Math.max(x, t[0] + dx));
          light[y * w + x] += (t[4] - light[y * w + x]) * Math.min(1, cover);
        }
      }
    }
    BufferedImage out = new BufferedImage(w, h, type);
    boolean deep = out.getRaster().getTransferType() == java.awt.image.DataBuffer.TYPE_USHORT;
    Random noise = new Random((long) (dx * 100 + stops * 1000));
    for (int i = 0; i < light.length; i++) {
      double v =
          bivex.core.picture.Picture.coded(light[i] * Math.pow(2, stops))
              + noise.nextGaussian() * 0.006;
      int c =
          (int) Math.max(0, Math.min(deep ? 65_535 : 255, Math.round(v * (deep ? 65_535 : 255))));
      out.getRaster()
          .setPixel(
              i % w,
              i / w,
              out.getRaster().getNumBands() == 1 ? new int[] {c} : new int[] {c, c, c, 255});
    }
    return out;
  }

  public static byte[] coded(BufferedImage image, String format) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    assertThat(ImageIO.write(image, format, out)).isTrue();
    return out.toByteArray();
  }
}
