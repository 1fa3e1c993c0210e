package bivex.server.media;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.nio.file.Path;

/**
 * How the stored lines and columns of a still lie in the picture as it is shown, after the tag
 * Orientation of TIFF 6.0 (page 36) and Exif 2.32. Browsers show it so; what is measured must lie
 * under what is seen.
 *
 * @param orientation 1 to 8; 1 as stored
 */
record Upright(int orientation) {
  private static final Upright STORED = new Upright(1);

  /** What a still says of itself; as stored where it says nothing that can be read. */
  static Upright of(Path file) {
    try {
      for (ExifIFD0Directory d :
          ImageMetadataReader.readMetadata(file.toFile())
              .getDirectoriesOfType(ExifIFD0Directory.class)) {
        Integer told = d.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
        if (told != null) {
          return told >= 1 && told <= 8 ? new Upright(told) : STORED;
        }
      }
      return STORED;
    } catch (ImageProcessingException | IOException | RuntimeException e) {
      // A damaged file is refused by who reads its picture, with better words.
      return STORED;
    }
  }

  boolean asStored() {
    return orientation == 1;
  }

  /** Whether stored lines are columns. */
  boolean onItsSide() {
    return orientation >= 5;
  }

  /** Column in the picture as shown of what is stored in column x and line y of w × h. */
  private int column(int x, int y, int w, int h) {
    return switch (orientation) {
      case 2, 3 -> w - 1 - x;
      case 5, 8 -> y;
      case 6, 7 -> h - 1 - y;
      default -> x;
    };
  }

  private int line(int x, int y, int w, int h) {
    return switch (orientation) {
      case 3, 4 -> h - 1 - y;
      case 5, 6 -> x;
      case 7, 8 -> w - 1 - x;
      default -> y;
    };
  }

  /** Where a part of the picture as shown is stored, in a file of w × h. */
  Rectangle stored(Rectangle part, int w, int h) {
    // Turning back is turning on, but for the two quarter turns, which undo each other.
    Upright back = orientation == 6 ? new Upright(8) : orientation == 8 ? new Upright(6) : this;
    int shownW = onItsSide() ? h : w;
    int shownH = onItsSide() ? w : h;
    int right = part.x + part.width - 1;
    int bottom = part.y + part.height - 1;
    int x = back.column(part.x, part.y, shownW, shownH);
    int y = back.line(part.x, part.y, shownW, shownH);
    int x2 = back.column(right, bottom, shownW, shownH);
    int y2 = back.line(right, bottom, shownW, shownH);
    return new Rectangle(
        Math.min(x, x2), Math.min(y, y2), Math.abs(x - x2) + 1, Math.abs(y - y2) + 1);
  }

  /** The picture as it is shown, in the same code values. */
  BufferedImage turn(BufferedImage image) {
    if (asStored()) {
      return image;
    }
    int w = image.getWidth();
    int h = image.getHeight();
    Raster from = image.getRaster();
    WritableRaster to =
        onItsSide()
            ? from.createCompatibleWritableRaster(h, w)
            : from.createCompatibleWritableRaster(w, h);
    Object pixel = null;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        pixel = from.getDataElements(from.getMinX() + x, from.getMinY() + y, pixel);
        to.setDataElements(column(x, y, w, h), line(x, y, w, h), pixel);
      }
    }
    return new BufferedImage(image.getColorModel(), to, image.isAlphaPremultiplied(), null);
  }
}
