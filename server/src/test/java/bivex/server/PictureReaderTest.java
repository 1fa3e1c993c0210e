package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateSpot;
import bivex.server.media.MediaProbe;
import bivex.server.media.PictureReader;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import org.junit.jupiter.api.Test;

/**
 * Every way a still may be coded is read as the same light; what cannot be trusted is refused with
 * the reason.
 */
class PictureReaderTest {
  private static final int W = 400;
  private static final int H = 240;
  private static final Coding PLAIN = new Coding(Curve.SRGB, Gamut.BT709, Coding.Known.TAKEN);

  /** What holds of a still that brings a profile of its own. */
  private static final Coding ITS_OWN = new Coding(null, null, Coding.Known.PROFILE);

  private final PictureReader reader = new PictureReader();

  /** A ramp from left to right, alike in all channels where the kind has but one. */
  private static void ramp(BufferedImage image, int most) {
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        int v = (int) Math.round((double) most * x / (W - 1));
        int[] all = new int[image.getRaster().getNumBands()];
        java.util.Arrays.fill(all, v);
        if (all.length == 4) {
          all[3] = most;
        }
        image.getRaster().setPixel(x, y, all);
      }
    }
  }

  private static Path file(BufferedImage image, String format) throws Exception {
    Path p = Files.createTempFile("still", "." + format);
    assertThat(ImageIO.write(image, format, p.toFile())).as(format).isTrue();
    return p;
  }

  @Test
  void aRampIsTheSameLightHoweverItIsCoded() throws Exception {
    for (Map.Entry<Integer, Integer> kind :
        Map.of(
                BufferedImage.TYPE_3BYTE_BGR,
                255,
                BufferedImage.TYPE_INT_RGB,
                255,
                BufferedImage.TYPE_4BYTE_ABGR,
                255,
                BufferedImage.TYPE_BYTE_GRAY,
                255,
                BufferedImage.TYPE_USHORT_GRAY,
                65_535)
            .entrySet()) {
      for (String format : new String[] {"png", "tiff"}) {
        BufferedImage image = new BufferedImage(W, H, kind.getKey());
        ramp(image, kind.getValue());
        Picture p = reader.read(file(image, format), PLAIN);
        assertThat(p.width()).isEqualTo(W);
        for (int x : new int[] {0, 37, 200, 310, 399}) {
          double coded =
              Math.round((double) kind.getValue() * x / (W - 1)) / (double) kind.getValue();
          assertThat((double) p.luma().v()[100 * W + x])
              .as("%s %s at %s", kind.getKey(), format, x)
              .isCloseTo(coded, within(1e-4));
          assertThat((double) p.green().v()[100 * W + x])
              .as("%s %s at %s", kind.getKey(), format, x)
              .isCloseTo(Picture.linear(coded), within(2e-4));
        }
      }
    }
  }

  @Test
  void aPaletteIsReadByItsColours() throws Exception {
    byte[] red = {0, (byte) 200, 10};
    byte[] green = {0, 100, 20};
    byte[] blue = {0, 50, (byte) 250};
    BufferedImage image =
        new BufferedImage(
            W, H, BufferedImage.TYPE_BYTE_INDEXED, new IndexColorModel(8, 3, red, green, blue));
    for (int i = 0; i < W * H; i++) {
      image.getRaster().setSample(i % W, i / W, 0, i % W < 200 ? 1 : 2);
    }
    Picture p = reader.read(file(image, "png"), PLAIN);
    assertThat((double) p.red().v()[10]).isCloseTo(Picture.linear(200 / 255.0), within(1e-4));
    assertThat((double) p.blue().v()[300]).isCloseTo(Picture.linear(250 / 255.0), within(1e-4));
  }

  @Test
  void clippedPlacesAreKnown() throws Exception {
    BufferedImage image = new BufferedImage(W, H, BufferedImage.TYPE_INT_RGB);
    image.setRGB(50, 60, 0xffffff);
    image.setRGB(51, 60, 0x00ff00);
    Picture p = reader.read(file(image, "png"), PLAIN);
    int clipped = 0;
    for (boolean c : p.clipped()) {
      clipped += c ? 1 : 0;
    }
    assertThat(clipped).isEqualTo(2);
    assertThat(p.clipped()[60 * W + 50]).isTrue();
  }

  @Test
  void whatCannotBeReadIsRefusedWithTheReason() throws Exception {
    assertThat(reader.read(withProfile(ColorSpace.CS_sRGB), PLAIN).width())
        .as("its own profile is fine")
        .isEqualTo(W);
    assertThatThrownBy(() -> reader.read(withProfile(ColorSpace.CS_PYCC), PLAIN))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("does not belong");
    BufferedImage two = new BufferedImage(W, H, BufferedImage.TYPE_BYTE_BINARY);
    assertThatThrownBy(() -> reader.read(file(two, "png"), PLAIN))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("1 bit a pixel");
    Path broken = Files.createTempFile("still", ".png");
    Files.write(
        broken, java.util.Arrays.copyOf(Files.readAllBytes(withProfile(ColorSpace.CS_sRGB)), 700));
    assertThatThrownBy(() -> reader.read(broken, PLAIN))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("damaged");
    Path text = Files.createTempFile("still", ".png");
    Files.writeString(text, "no picture at all");
    assertThatThrownBy(() -> reader.read(text, PLAIN))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("cannot be read");
  }

  /**
   * A profile of its own is applied: the platform's own colour management (lcms) is the oracle of
   * what light the codes stand for.
   */
  @Test
  void aProfileOfItsOwnIsApplied() throws Exception {
    Path linear = withProfile(ColorSpace.CS_LINEAR_RGB);
    MediaProbe.Found found = new MediaProbe().measured(linear, "a.png");
    assertThat(found.profile()).isTrue();
    Picture p = reader.read(linear, ITS_OWN);
    var oracle =
        new java.awt.color.ICC_ColorSpace(ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB));
    for (int x : new int[] {37, 200, 310}) {
      float code = Math.round(255f * x / (W - 1)) / 255f;
      float[] srgb = oracle.toRGB(new float[] {code, code, code});
      assertThat((double) p.green().v()[100 * W + x])
          .isCloseTo(Picture.linear(srgb[1]), within(0.004));
    }
    assertThat(new MediaProbe().measured(withProfile(ColorSpace.CS_sRGB), "a.png").coding().curve())
        .isEqualTo(Curve.SRGB);
    // What is said by hand goes before it.
    assertThat((double) reader.read(linear, PLAIN).luma().v()[100 * W + 200])
        .isCloseTo(128 / 255.0, within(0.003));
  }

  /**
   * OpenEXR and DPX as ffmpeg writes them: light far above white is kept, codes are those that were
   * written; a copy that browsers show is made.
   */
  @Test
  void lightItselfAndFilmAreRead() throws Exception {
    Path dir = Files.createTempDirectory("decoded");
    java.nio.ByteBuffer raw =
        java.nio.ByteBuffer.allocate(W * H * 12).order(java.nio.ByteOrder.LITTLE_ENDIAN);
    for (int c = 0; c < 3; c++) {
      for (int i = 0; i < W * H; i++) {
        // Green, blue, red; green rises to 8 from left to right.
        raw.putFloat(c == 0 ? 8f * (i % W) / (W - 1) : c == 1 ? 0.18f : 0.5f);
      }
    }
    Files.write(dir.resolve("light.raw"), raw.array());
    Path exr = dir.resolve("light.exr");
    ffmpeg(
        "-f",
        "rawvideo",
        "-pix_fmt",
        "gbrpf32le",
        "-s",
        W + "x" + H,
        "-i",
        dir.resolve("light.raw").toString(),
        exr.toString());
    MediaProbe.Found found = new MediaProbe().measured(exr, "a.exr");
    assertThat(found.coding().curve()).isEqualTo(Curve.LINEAR);
    Picture p = reader.read(exr, new Coding(Curve.LINEAR, Gamut.BT709, Coding.Known.FILE));
    assertThat((double) p.green().v()[50 * W + 399]).isCloseTo(8, within(0.01));
    assertThat((double) p.green().v()[50 * W + 100]).isCloseTo(800.0 / 399, within(0.01));
    assertThat((double) p.blue().v()[50 * W + 100]).isCloseTo(0.18, within(0.001));
    assertThat(p.levels()).isNull();
    BufferedImage shown = ImageIO.read(new java.io.ByteArrayInputStream(reader.png(exr)));
    assertThat(shown.getRGB(399, 50) >> 8 & 0xff).isEqualTo(255);
    assertThat((double) (shown.getRGB(10, 50) & 0xff))
        .isCloseTo(255 * Picture.coded(0.18), within(1.5));

    assertThatThrownBy(() -> reader.patch(exr, PLAIN, 10, 10, 9))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("not codes");

    BufferedImage ramp = new BufferedImage(W, H, BufferedImage.TYPE_USHORT_GRAY);
    ramp(ramp, 65_535);
    Path dpx = dir.resolve("film.dpx");
    ffmpeg("-i", file(ramp, "png").toString(), "-pix_fmt", "gbrp10be", dpx.toString());
    assertThat(new MediaProbe().measured(dpx, "film.dpx").facts().raster())
        .isEqualTo(new bivex.core.optics.Raster(W, H));
    Picture film = reader.read(dpx, new Coding(Curve.FILM, Gamut.BT709, Coding.Known.SAID));
    assertThat((double) film.green().v()[100 * W + 267])
        .as("685 of 1023 is white")
        .isCloseTo(Curve.FILM.light(267 / 399.0), within(0.02));
    PlateSpot.Patch patch = reader.patch(dpx, PLAIN, 200, 100, 9);
    assertThat((double) patch.rgb()[patch.middle()][1])
        .isCloseTo(65_535 * 200 / 399.0, within(80.0));
    Path cut = dir.resolve("cut.exr");
    Files.write(cut, java.util.Arrays.copyOf(Files.readAllBytes(exr), 4000));
    assertThatThrownBy(() -> new MediaProbe().measured(cut, "cut.exr"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("damaged");
  }

  private static void ffmpeg(String... options) throws Exception {
    List<String> c = new java.util.ArrayList<>(List.of("ffmpeg", "-v", "error", "-y"));
    c.addAll(List.of(options));
    House.run(c);
  }

  /** A PNG that carries one of the profiles of the platform. */
  private static Path withProfile(int space) throws Exception {
    BufferedImage image = new BufferedImage(W, H, BufferedImage.TYPE_INT_RGB);
    ramp(image, 255);
    ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
    IIOMetadata meta =
        writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), null);
    IIOMetadataNode root = (IIOMetadataNode) meta.getAsTree("javax_imageio_png_1.0");
    IIOMetadataNode icc = new IIOMetadataNode("iCCP");
    icc.setAttribute("profileName", "p");
    icc.setAttribute("compressionMethod", "deflate");
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (DeflaterOutputStream deflate = new DeflaterOutputStream(packed)) {
      deflate.write(ICC_Profile.getInstance(space).getData());
    }
    icc.setUserObject(packed.toByteArray());
    root.appendChild(icc);
    meta.setFromTree("javax_imageio_png_1.0", root);
    Path out = Files.createTempFile("still", ".png");
    try (var stream = ImageIO.createImageOutputStream(out.toFile())) {
      writer.setOutput(stream);
      writer.write(null, new IIOImage(image, null, meta), null);
    }
    return out;
  }

  /**
   * Exif orientations 1 to 8, read by a general vision library (OpenCV 4.9, which turns pictures by
   * the tag) as the oracle of which way round each is shown.
   */
  @Test
  void aTurnedStillIsMeasuredTheWayItIsShown() throws Exception {
    nu.pattern.OpenCV.loadLocally();
    BufferedImage image = new BufferedImage(480, 320, BufferedImage.TYPE_INT_RGB);
    java.util.Random random = new java.util.Random(5);
    for (int by = 0; by < 4; by++) {
      for (int bx = 0; bx < 6; bx++) {
        int rgb = random.nextInt(1 << 24);
        for (int i = 0; i < 6_400; i++) {
          image.setRGB(80 * bx + i % 80, 80 * by + i / 80, rgb);
        }
      }
    }
    byte[] plain = Files.readAllBytes(file(image, "jpg"));
    for (int turn = 1; turn <= 8; turn++) {
      Path still = Files.createTempFile("still", ".jpg");
      Files.write(still, oriented(plain, turn));
      org.opencv.core.Mat shown =
          org.opencv.imgcodecs.Imgcodecs.imread(
              still.toString(), org.opencv.imgcodecs.Imgcodecs.IMREAD_COLOR);
      BufferedImage read = ImageIO.read(new java.io.ByteArrayInputStream(reader.png(still)));
      assertThat(List.of(read.getWidth(), read.getHeight()))
          .as("orientation " + turn)
          .isEqualTo(List.of(shown.cols(), shown.rows()));
      Picture measured = reader.read(still, PLAIN);
      assertThat(measured.width()).isEqualTo(shown.cols());
      for (int y = 40; y < shown.rows(); y += 80) {
        for (int x = 40; x < shown.cols(); x += 80) {
          double[] bgr = shown.get(y, x);
          PlateSpot.Patch patch = reader.patch(still, PLAIN, x, y, 9);
          for (int c = 0; c < 3; c++) {
            String where = "orientation " + turn + " at " + x + ", " + y;
            assertThat((double) (read.getRGB(x, y) >> 16 - 8 * c & 0xff))
                .as(where)
                .isCloseTo(bgr[2 - c], within(6.0));
            assertThat((double) patch.rgb()[patch.middle()][c])
                .as("patch, " + where)
                .isCloseTo(bgr[2 - c], within(6.0));
          }
        }
      }
      assertThat(new MediaProbe().measured(still, "a.jpg").facts().raster())
          .isEqualTo(new bivex.core.optics.Raster(shown.cols(), shown.rows()));
    }
  }

  /** A JPEG with an Exif segment after its first mark that says how it lies. */
  private static byte[] oriented(byte[] jpeg, int orientation) {
    byte[] exif = {
      (byte) 0xff,
      (byte) 0xe1,
      0,
      34,
      'E',
      'x',
      'i',
      'f',
      0,
      0,
      'M',
      'M',
      0,
      42,
      0,
      0,
      0,
      8,
      0,
      1,
      0x01,
      0x12,
      0,
      3,
      0,
      0,
      0,
      1,
      0,
      (byte) orientation,
      0,
      0,
      0,
      0,
      0,
      0
    };
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(jpeg, 0, 2);
    out.writeBytes(exif);
    out.write(jpeg, 2, jpeg.length - 2);
    return out.toByteArray();
  }
}
