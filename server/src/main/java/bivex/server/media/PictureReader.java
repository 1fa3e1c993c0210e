package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateSpot;
import java.awt.Rectangle;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Iterator;
import java.util.function.BiFunction;
import java.util.zip.InflaterInputStream;
import javax.imageio.IIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;

/**
 * Reads stills, 8 and 16 bit PNG, JPEG and TIFF, into the form they are measured in. What cannot be
 * trusted to be sRGB is refused.
 */
@Component
public class PictureReader {
  /** Primaries of sRGB adapted to D50, X Y Z of red, green and blue, as its profile has them. */
  private static final double[][] SRGB = {
    {0.4360, 0.2225, 0.0139}, {0.3851, 0.7169, 0.0971}, {0.1431, 0.0606, 0.7141}
  };

  private static final String[] TAGS = {"rXYZ", "gXYZ", "bXYZ"};
  private static final double NEAR = 0.02;
  private static final int MOST_PROFILE = 4_000_000;

  /**
   * @throws InvalidInput naming {@code picture} when it is damaged, too small or large, or coded
   *     otherwise than sRGB
   */
  public Picture read(Path file) throws IOException {
    BufferedImage image = decode(file);
    int scale = bits(image) == 16 ? 1 : 257;
    return Picture.of(
        image.getWidth(),
        image.getHeight(),
        (y, rgb) -> {
          int[] row = row(image, y);
          for (int i = 0; i < rgb.length; i++) {
            rgb[i] = row[i] * scale;
          }
        });
  }

  private static int bits(BufferedImage image) {
    return image.getRaster().getTransferType() == DataBuffer.TYPE_USHORT ? 16 : 8;
  }

  /** Red, green and blue of a row as they are coded; those of a palette by their colours. */
  private static int[] row(BufferedImage image, int y) {
    int w = image.getWidth();
    int[] out = new int[3 * w];
    if (image.getColorModel() instanceof IndexColorModel) {
      int[] row = image.getRGB(0, y, w, 1, null, 0, w);
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < 3; c++) {
          out[3 * x + c] = row[x] >> (16 - 8 * c) & 0xff;
        }
      }
      return out;
    }
    int bands = image.getRaster().getNumBands();
    int[] row = image.getRaster().getPixels(0, y, w, 1, (int[]) null);
    for (int x = 0; x < w; x++) {
      for (int c = 0; c < 3; c++) {
        out[3 * x + c] = row[x * bands + (bands < 3 ? 0 : c)];
      }
    }
    return out;
  }

  /** Whether a still is stored another way round than it is shown. */
  public boolean turned(Path file) {
    return !Upright.of(file).asStored();
  }

  /** A copy in 8 bit PNG that browsers can show. */
  public byte[] png(Path file) throws IOException {
    BufferedImage image = decode(file);
    BufferedImage copy =
        new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
    int shift = bits(image) - 8;
    for (int y = 0; y < image.getHeight(); y++) {
      int[] row = row(image, y);
      for (int x = 0; x < image.getWidth(); x++) {
        copy.setRGB(
            x,
            y,
            row[3 * x] >> shift << 16 | row[3 * x + 1] >> shift << 8 | row[3 * x + 2] >> shift);
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(copy, "png", out);
    return out.toByteArray();
  }

  /**
   * A square around a place, in the code values of the file; cut off at the edges.
   *
   * @param side px, odd
   * @throws InvalidInput naming {@code x} or {@code y} when the place is not in the picture
   */
  public PlateSpot.Patch patch(Path file, int x, int y, int side) throws IOException {
    Rectangle[] cut = new Rectangle[1];
    BufferedImage image =
        decode(
            file,
            (w, h) -> {
              InvalidInput.within("x", (long) x, 0, w - 1);
              InvalidInput.within("y", (long) y, 0, h - 1);
              cut[0] =
                  new Rectangle(x - side / 2, y - side / 2, side, side)
                      .intersection(new Rectangle(0, 0, w, h));
              return cut[0];
            });
    int[][] rgb = new int[cut[0].width * cut[0].height][];
    for (int i = 0; i < cut[0].height; i++) {
      int[] row = row(image, i);
      for (int k = 0; k < cut[0].width; k++) {
        rgb[i * cut[0].width + k] = Arrays.copyOfRange(row, 3 * k, 3 * k + 3);
      }
    }
    return new PlateSpot.Patch(bits(image), rgb, (y - cut[0].y) * cut[0].width + x - cut[0].x);
  }

  private static BufferedImage decode(Path file) throws IOException {
    return decode(file, (w, h) -> null);
  }

  /**
   * The picture as it is shown, whichever way it is stored.
   *
   * @param part what of the picture is wanted, by its size; null for all
   */
  private static BufferedImage decode(Path file, BiFunction<Integer, Integer, Rectangle> part)
      throws IOException {
    Upright upright = Upright.of(file);
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw new InvalidInput("picture", "cannot be read as a picture");
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, true, false);
        int w = reader.getWidth(0);
        int h = reader.getHeight(0);
        Picture.mustBeMeasurable(w, h);
        // Of a JPEG the profile comes with the picture, and its segments may come in any order.
        if (reader.getFormatName().equals("png")) {
          profile(reader.getImageMetadata(0));
        }
        ImageReadParam param = reader.getDefaultReadParam();
        Rectangle wanted = upright.onItsSide() ? part.apply(h, w) : part.apply(w, h);
        param.setSourceRegion(wanted == null ? null : upright.stored(wanted, w, h));
        BufferedImage image = reader.read(0, param);
        int type = image.getRaster().getTransferType();
        if (type != DataBuffer.TYPE_BYTE && type != DataBuffer.TYPE_USHORT
            || image.getColorModel().getPixelSize() < 8) {
          throw new InvalidInput(
              "picture",
              "is coded with "
                  + image.getColorModel().getPixelSize()
                  + " bit a pixel in a way that is not read; export it as 8 or 16 bit");
        }
        ColorSpace space = image.getColorModel().getColorSpace();
        if (space.getType() != ColorSpace.TYPE_RGB && space.getType() != ColorSpace.TYPE_GRAY) {
          throw new InvalidInput(
              "picture", "is not coded in red, green and blue; export it as sRGB");
        }
        if (space instanceof ICC_ColorSpace icc
            && !space.isCS_sRGB()
            && space.getType() == ColorSpace.TYPE_RGB) {
          mustBeSrgb(icc.getProfile());
        }
        if (image.isAlphaPremultiplied() && image.getTransparency() != Transparency.OPAQUE) {
          image.coerceData(false);
        }
        return upright.turn(image);
      } finally {
        reader.dispose();
      }
    } catch (InvalidInput e) {
      throw e;
    } catch (IIOException | RuntimeException e) {
      throw new InvalidInput(
          "picture", "is damaged or coded in a way that is not read: " + e.getMessage());
    }
  }

  /** PNG keeps its profile beside the picture; the reader does not apply it. */
  private static void profile(IIOMetadata meta) throws IOException {
    var list =
        ((IIOMetadataNode) meta.getAsTree("javax_imageio_png_1.0")).getElementsByTagName("iCCP");
    if (list.getLength() > 0
        && ((IIOMetadataNode) list.item(0)).getUserObject() instanceof byte[] packed) {
      byte[] data;
      try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(packed))) {
        data = in.readNBytes(MOST_PROFILE);
      }
      ICC_Profile p = ICC_Profile.getInstance(data);
      if (p.getColorSpaceType() == ColorSpace.TYPE_RGB) {
        mustBeSrgb(p);
      } else if (p.getColorSpaceType() != ColorSpace.TYPE_GRAY) {
        throw new InvalidInput("picture", "has a colour profile that does not belong to it");
      }
    }
  }

  private static void mustBeSrgb(ICC_Profile p) {
    for (int i = 0; i < 3; i++) {
      byte[] tag =
          p.getData(
              ByteBuffer.wrap(TAGS[i].getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                  .getInt());
      for (int k = 0; k < 3; k++) {
        double v =
            tag == null || tag.length < 20
                ? Double.NaN
                : ByteBuffer.wrap(tag).getInt(8 + 4 * k) / 65_536.0;
        if (!(Math.abs(v - SRGB[i][k]) < NEAR)) {
          throw new InvalidInput(
              "picture",
              "is in another colour profile than sRGB; export it as sRGB, or its light and colour"
                  + " would be measured wrongly");
        }
      }
    }
    byte[] curve =
        p.getData(
            ByteBuffer.wrap("rTRC".getBytes(java.nio.charset.StandardCharsets.US_ASCII)).getInt());
    if (curve != null
        && curve.length >= 12
        && new String(curve, 0, 4, java.nio.charset.StandardCharsets.US_ASCII).equals("curv")) {
      int n = ByteBuffer.wrap(curve).getInt(8);
      double gamma =
          n == 0
              ? 1
              : n == 1 && curve.length >= 14
                  ? (ByteBuffer.wrap(curve).getShort(12) & 0xffff) / 256.0
                  : n > 1 && curve.length >= 12 + 2 * n
                      ? Math.log(
                              (ByteBuffer.wrap(curve).getShort(12 + 2 * (n / 2)) & 0xffff)
                                  / 65_535.0)
                          / Math.log(0.5)
                      : 2.2;
      if (gamma < 1.7 || gamma > 2.7) {
        throw new InvalidInput(
            "picture", "is coded with another curve than sRGB; export it as sRGB");
      }
    }
  }
}
