package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Decoding;
import bivex.core.picture.Gamut;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.function.DoubleUnaryOperator;
import java.util.zip.InflaterInputStream;
import javax.imageio.ImageReader;
import javax.imageio.metadata.IIOMetadataNode;

/**
 * What a still tells of how it codes light.
 *
 * @param told by its tags; a curve of null where there are none
 * @param profile tables of a profile of its own that is not sRGB's; else null
 */
record StillCoding(Coding.Told told, Decoding profile) {
  static final StillCoding NOTHING = new StillCoding(Coding.Told.NOTHING, null);
  private static final int MOST_PROFILE = 4_000_000;

  /** White of the connection space of profiles, D50 (ICC.1:2022, 7.2.16). */
  private static final double[] D50 = {0.9642, 1, 0.8249};

  /** Primaries of sRGB adapted to D50, X Y Z of red, green and blue, as its profile has them. */
  private static final double[][] SRGB = {
    {0.4360, 0.2225, 0.0139}, {0.3851, 0.7169, 0.0971}, {0.1431, 0.0606, 0.7141}
  };

  private static final double SAME_PRIMARY = 0.003;
  private static final double SAME_CURVE = 0.01;

  /**
   * @param reader that has read it
   * @param read all of it, or a part
   * @throws InvalidInput naming {@code file} when it brings a profile that is not read
   */
  static StillCoding of(ImageReader reader, BufferedImage read) throws IOException {
    if (reader.getFormatName().equals("png")) {
      return png((IIOMetadataNode) reader.getImageMetadata(0).getAsTree("javax_imageio_png_1.0"));
    }
    ColorSpace space = read.getColorModel().getColorSpace();
    return space instanceof ICC_ColorSpace icc
            && !space.isCS_sRGB()
            && space.getType() == ColorSpace.TYPE_RGB
        ? of(icc.getProfile())
        : NOTHING;
  }

  /** PNG keeps its profile beside the picture; the reader does not apply it. */
  private static StillCoding png(IIOMetadataNode meta) throws IOException {
    var profiles = meta.getElementsByTagName("iCCP");
    if (profiles.getLength() > 0
        && ((IIOMetadataNode) profiles.item(0)).getUserObject() instanceof byte[] packed) {
      byte[] data;
      try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(packed))) {
        data = in.readNBytes(MOST_PROFILE);
      }
      ICC_Profile p = ICC_Profile.getInstance(data);
      if (p.getColorSpaceType() == ColorSpace.TYPE_RGB) {
        return of(p);
      }
      if (p.getColorSpaceType() != ColorSpace.TYPE_GRAY) {
        throw new InvalidInput("file", "has a colour profile that does not belong to it");
      }
    }
    // cICP of PNG, third edition: primaries and transfer by the numbers of ITU-T H.273.
    var unknown = meta.getElementsByTagName("UnknownChunk");
    for (int i = 0; i < unknown.getLength(); i++) {
      IIOMetadataNode n = (IIOMetadataNode) unknown.item(i);
      if (n.getAttribute("type").equals("cICP")
          && n.getUserObject() instanceof byte[] b
          && b.length >= 2) {
        return new StillCoding(
            Coding.Told.ofTags(
                switch (b[1]) {
                  case 1, 6, 14, 15 -> "bt709";
                  case 8 -> "linear";
                  case 13 -> "iec61966-2-1";
                  case 16 -> "smpte2084";
                  case 18 -> "arib-std-b67";
                  default -> "";
                },
                switch (b[0]) {
                  case 1 -> "bt709";
                  case 9 -> "bt2020";
                  case 12 -> "smpte432";
                  default -> "";
                }),
            null);
      }
    }
    return meta.getElementsByTagName("sRGB").getLength() > 0
        ? new StillCoding(new Coding.Told(Curve.SRGB, Gamut.BT709), null)
        : NOTHING;
  }

  private static StillCoding of(ICC_Profile p) {
    double[][] columns = new double[3][3];
    String[] tags = {"rXYZ", "gXYZ", "bXYZ"};
    boolean srgb = true;
    for (int c = 0; c < 3; c++) {
      byte[] tag = p.getData(signature(tags[c]));
      if (tag == null || tag.length < 20) {
        throw new InvalidInput(
            "file", "brings a colour profile of tables, which is not read; export it as sRGB");
      }
      for (int k = 0; k < 3; k++) {
        double v = ByteBuffer.wrap(tag).getInt(8 + 4 * k) / 65_536.0;
        columns[k][c] = v;
        srgb &= Math.abs(v - SRGB[c][k]) < SAME_PRIMARY;
      }
    }
    DoubleUnaryOperator curve = curve(p.getData(signature("rTRC")));
    for (int i = 0; i <= 16; i++) {
      srgb &= Math.abs(curve.applyAsDouble(i / 16.0) - Curve.SRGB.light(i / 16.0)) < SAME_CURVE;
    }
    return srgb
        ? new StillCoding(new Coding.Told(Curve.SRGB, Gamut.BT709), null)
        : new StillCoding(Coding.Told.NOTHING, Decoding.profile(curve, columns, D50));
  }

  /** A curve of a profile (ICC.1:2022, 10.6 and 10.18). */
  private static DoubleUnaryOperator curve(byte[] tag) {
    if (tag == null || tag.length < 12) {
      throw new InvalidInput("file", "brings a colour profile without a curve; export it as sRGB");
    }
    ByteBuffer b = ByteBuffer.wrap(tag);
    String type = new String(tag, 0, 4, StandardCharsets.US_ASCII);
    if (type.equals("curv")) {
      int n = Math.max(0, Math.min(b.getInt(8), (tag.length - 12) / 2));
      if (n == 0) {
        return v -> v;
      }
      if (n == 1) {
        double gamma = (b.getShort(12) & 0xffff) / 256.0;
        return v -> Math.pow(v, gamma);
      }
      return v -> {
        double at = v * (n - 1);
        int i = Math.min(n - 2, (int) at);
        double low = (b.getShort(12 + 2 * i) & 0xffff) / 65_535.0;
        double high = (b.getShort(14 + 2 * i) & 0xffff) / 65_535.0;
        return low + (high - low) * (at - i);
      };
    }
    int kind = b.getShort(8);
    int[] many = {1, 3, 4, 5, 7};
    if (!type.equals("para") || kind < 0 || kind > 4 || tag.length < 12 + 4 * many[kind]) {
      throw new InvalidInput(
          "file", "brings a colour profile with a curve that is not read; export it as sRGB");
    }
    double[] p = new double[7];
    for (int i = 0; i < many[kind]; i++) {
      p[i] = b.getInt(12 + 4 * i) / 65_536.0;
    }
    double g = p[0];
    double a = kind == 0 ? 1 : p[1];
    double c = kind < 3 ? 0 : p[3];
    // Below d the line; types 1 and 2 are level there.
    double d = kind == 0 ? -1 : kind < 3 ? -p[2] / a : p[4];
    double e = kind == 2 ? p[3] : kind == 4 ? p[5] : 0;
    double f = kind == 2 ? p[3] : kind == 4 ? p[6] : 0;
    return v -> v >= d ? Math.pow(Math.max(0, a * v + p[2]), g) + e : c * v + f;
  }

  private static int signature(String tag) {
    return ByteBuffer.wrap(tag.getBytes(StandardCharsets.US_ASCII)).getInt();
  }
}
