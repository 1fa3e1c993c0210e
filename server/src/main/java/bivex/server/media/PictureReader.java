package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Decoding;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateSpot;
import java.awt.Rectangle;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Iterator;
import java.util.function.BiFunction;
import javax.imageio.IIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;

/**
 * Reads stills into the form they are measured in: 8 and 16 bit PNG, JPEG and TIFF with the profile
 * they bring, OpenEXR and DPX.
 */
@Component
public class PictureReader {
  /**
   * @param coding how it codes light; a curve of null for the profile that it brings
   * @throws InvalidInput naming {@code picture} when it is damaged, or too small or large
   */
  public Picture read(Path file, Coding coding) throws IOException {
    if (FfmpegStill.is(file)) {
      return decoded(file).picture(coding);
    }
    Decoded d = decode(file);
    BufferedImage image = d.image;
    int scale = bits(image) == 16 ? 1 : 257;
    return Picture.of(
        image.getWidth(),
        image.getHeight(),
        d.decoding(coding),
        (y, rgb) -> {
          int[] row = row(image, y);
          for (int i = 0; i < rgb.length; i++) {
            rgb[i] = row[i] * scale;
          }
        });
  }

  /** A picture as it is shown, with what it tells of its coding. */
  private record Decoded(BufferedImage image, StillCoding told) {
    Decoding decoding(Coding coding) {
      return coding.curve() != null
          ? coding.decoding()
          : told.profile() != null ? told.profile() : Decoding.SRGB;
    }
  }

  private static FfmpegStill decoded(Path file) throws IOException {
    return FfmpegStill.read(file, MediaProbe.StillSize.of(file));
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

  /**
   * A copy in 8 bit PNG that browsers can show. One of light itself or of film is turned into sRGB
   * for it; others keep their codes.
   */
  public byte[] png(Path file) throws IOException {
    if (FfmpegStill.is(file)) {
      FfmpegStill s = decoded(file);
      Coding coding =
          Coding.of(
              Coding.Told.NOTHING,
              false,
              FfmpegStill.coding(file).told(),
              null,
              Coding.Told.NOTHING,
              true);
      return png(s.width(), s.height(), 8, s::row, FfmpegStill.shown(coding));
    }
    BufferedImage image = decode(file).image;
    return png(
        image.getWidth(),
        image.getHeight(),
        bits(image) - 8,
        (y, rgb) -> System.arraycopy(row(image, y), 0, rgb, 0, rgb.length),
        null);
  }

  /**
   * @param shift bits that are dropped
   * @param decoding of the codes; null to leave them as they are
   */
  private static byte[] png(int w, int h, int shift, Picture.Rows rows, Decoding decoding)
      throws IOException {
    BufferedImage copy = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
    int[] row = new int[3 * w];
    float[] v = new float[3];
    for (int y = 0; y < h; y++) {
      rows.read(y, row);
      for (int x = 0; x < w; x++) {
        int rgb = 0;
        if (decoding != null) {
          for (int c = 0; c < 3; c++) {
            v[c] = decoding.light()[row[3 * x + c]];
          }
          decoding.convert(v);
        }
        for (int c = 0; c < 3; c++) {
          rgb =
              rgb << 8
                  | (decoding == null
                      ? row[3 * x + c] >> shift
                      : (int) Math.round(255 * Math.max(0, Math.min(1, Picture.coded(v[c])))));
        }
        copy.setRGB(x, y, rgb);
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
   * @param coding as in {@link #read}
   * @throws InvalidInput naming {@code x} or {@code y} when the place is not in the picture
   */
  public PlateSpot.Patch patch(Path file, Coding coding, int x, int y, int side)
      throws IOException {
    if (FfmpegStill.is(file)) {
      FfmpegStill s = decoded(file);
      if (s.light() != null) {
        throw new InvalidInput("picture", "holds light itself, not codes; look at the maps");
      }
      Rectangle r = square(x, y, side, s.width(), s.height());
      int[] row = new int[3 * s.width()];
      int[][] rgb = new int[r.width * r.height][];
      for (int i = 0; i < r.height; i++) {
        s.row(r.y + i, row);
        for (int k = 0; k < r.width; k++) {
          rgb[i * r.width + k] = Arrays.copyOfRange(row, 3 * (r.x + k), 3 * (r.x + k) + 3);
        }
      }
      return new PlateSpot.Patch(16, rgb, (y - r.y) * r.width + x - r.x, coding.decoding());
    }
    Rectangle[] cut = new Rectangle[1];
    Decoded d = decode(file, (w, h) -> cut[0] = square(x, y, side, w, h));
    int[][] rgb = new int[cut[0].width * cut[0].height][];
    for (int i = 0; i < cut[0].height; i++) {
      int[] row = row(d.image, i);
      for (int k = 0; k < cut[0].width; k++) {
        rgb[i * cut[0].width + k] = Arrays.copyOfRange(row, 3 * k, 3 * k + 3);
      }
    }
    return new PlateSpot.Patch(
        bits(d.image), rgb, (y - cut[0].y) * cut[0].width + x - cut[0].x, d.decoding(coding));
  }

  private static Rectangle square(int x, int y, int side, int w, int h) {
    InvalidInput.within("x", (long) x, 0, w - 1);
    InvalidInput.within("y", (long) y, 0, h - 1);
    return new Rectangle(x - side / 2, y - side / 2, side, side)
        .intersection(new Rectangle(0, 0, w, h));
  }

  private static Decoded decode(Path file) throws IOException {
    return decode(file, (w, h) -> null);
  }

  /**
   * The picture as it is shown, whichever way it is stored.
   *
   * @param part what of the picture is wanted, by its size; null for all
   */
  private static Decoded decode(Path file, BiFunction<Integer, Integer, Rectangle> part)
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
        StillCoding told = StillCoding.of(reader, image);
        if (image.isAlphaPremultiplied() && image.getTransparency() != Transparency.OPAQUE) {
          image.coerceData(false);
        }
        return new Decoded(upright.turn(image), told);
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
}
