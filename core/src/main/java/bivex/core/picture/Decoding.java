package bivex.core.picture;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;

/**
 * How code values of a picture become light of BT.709's red, green and blue, as tables over 65 536
 * codes.
 *
 * @param light of a channel by itself, in the picture's own red, green and blue
 * @param code the same in the working code ({@link Picture#coded})
 * @param toBt709 rows that turn that light into BT.709's; null where it is that already
 * @param pile whether a picture in it may be at its end below the highest code, as log ones are
 */
public record Decoding(float[] light, float[] code, double[][] toBt709, boolean pile) {
  private static final int CODES = 65_536;
  private static final Map<Curve, Decoding> PLAIN = new EnumMap<>(Curve.class);

  /** Of plain sRGB. */
  public static final Decoding SRGB = of(Curve.SRGB, Gamut.BT709);

  public static Decoding of(Curve curve, Gamut gamut) {
    Decoding d;
    synchronized (PLAIN) {
      d = PLAIN.computeIfAbsent(curve, c -> tables(c::light, null, c.log()));
    }
    return gamut == Gamut.BT709 ? d : new Decoding(d.light, d.code, gamut.toBt709(), d.pile);
  }

  /**
   * Of a picture that brings a profile of its own.
   *
   * @param light of a code, both 0 to 1, the same for all channels
   * @param xyz columns X Y Z of its red, green and blue
   * @param white X Y Z of its white
   */
  public static Decoding profile(DoubleUnaryOperator light, double[][] xyz, double[] white) {
    return tables(light, Gamut.to709(xyz, white), false);
  }

  private static Decoding tables(DoubleUnaryOperator curve, double[][] toBt709, boolean pile) {
    float[] light = new float[CODES];
    float[] code = new float[CODES];
    for (int i = 0; i < CODES; i++) {
      double v = curve.applyAsDouble(i / (CODES - 1.0));
      light[i] = (float) v;
      code[i] = (float) Picture.coded(Math.max(0, v));
    }
    return new Decoding(light, code, toBt709, pile);
  }

  /** Light of BT.709 from light of its own, in place. */
  public void convert(float[] rgb) {
    if (toBt709 != null) {
      float r = rgb[0];
      float g = rgb[1];
      float b = rgb[2];
      for (int c = 0; c < 3; c++) {
        rgb[c] = (float) (toBt709[c][0] * r + toBt709[c][1] * g + toBt709[c][2] * b);
      }
    }
  }
}
