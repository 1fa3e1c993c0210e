package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Coding;
import bivex.core.picture.Coding.Told;
import bivex.core.picture.Curve;
import bivex.core.picture.CurveTest;
import bivex.core.picture.Decoding;
import bivex.core.picture.Gamut;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Cause;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Photographs as cameras code them: light is right when the curve is known, and only then told. */
class CodedPlatesTest {
  private static final int W = 640;
  private static final int H = 360;
  private static final Map<Curve, char[]> CODES = new EnumMap<>(Curve.class);

  /** The code, of 65 535, of light in steps of 1/20 000 on its square root, up to 16. */
  private static char[] codes(Curve curve) {
    return CODES.computeIfAbsent(
        curve,
        c -> {
          char[] out = new char[80_001];
          for (int i = 0; i < out.length; i++) {
            double root = i / 20_000.0;
            out[i] = (char) Math.round(65_535 * CurveTest.code(c, root * root));
          }
          return out;
        });
  }

  /** Ten bits of a plate, brighter by some stops, with noise of one code of ten bits. */
  private static Picture coded(
      byte[] srgb, Curve curve, Decoding read, double stops, long seed, int bits) {
    char[] codes = codes(curve);
    double gain = Math.pow(2, stops);
    int step = 1 << (16 - bits);
    int[] noise = new Random(seed).ints(70_001, 0, 1000).toArray();
    return Picture.of(
        W,
        H,
        read,
        (y, row) -> {
          for (int i = 0; i < row.length; i++) {
            double light = Picture.linear((srgb[y * row.length + i] & 0xff) / 255.0) * gain;
            int code = codes[(int) Math.round(Math.sqrt(Math.min(16, light)) * 20_000)];
            code += (noise[(y * row.length + i) % noise.length] - 500) * 128 / 1000;
            code = Math.max(0, Math.min(65_535, code)) / step;
            row[i] = code * 65_535 / ((1 << bits) - 1);
          }
        });
  }

  private static byte[][] plates(String photo, long seed) {
    return Photos.Made.of(photo, W, H, new Registration(0.3, -0.2, 0, 1))
        .noise(1)
        .people(0.1)
        .seed(seed)
        .bytes();
  }

  private static PlateComparison held(Picture a, Picture b, Coding coding) {
    return PlateComparison.of(
        a, b, coding, coding, PlateComparison.Limits.USUAL, (s, d) -> {}, () -> false);
  }

  static Stream<Arguments> curvesAndStops() {
    return Stream.of(Curve.values())
        .filter(c -> c != Curve.LINEAR)
        .flatMap(
            c ->
                Stream.of(0.0, c.ordinal() % 2 == 0 ? 0.2 : -0.5)
                    .map(
                        s -> Arguments.of(c, s, Photos.ALL[(c.ordinal() + (s == 0 ? 0 : 1)) % 4])));
  }

  @ParameterizedTest
  @MethodSource("curvesAndStops")
  void lightIsRightWhereTheCurveIsSaid(Curve curve, double stops, String photo) {
    byte[][] p = plates(photo, curve.ordinal());
    Decoding read = Decoding.of(curve, Gamut.BT709);
    PlateComparison c =
        held(
            coded(p[0], curve, read, 0, 1, 10),
            coded(p[1], curve, read, stops, 2, 10),
            new Coding(curve, Gamut.BT709, Coding.Known.SAID));
    assertThat(c.sure()).as(c.verdict()).isTrue();
    assertThat(c.light().measured()).isTrue();
    assertThat(c.light().stops()).isCloseTo(stops, within(0.015));
    assertThat(c.light().bendStops()).isLessThan(0.05);
    assertThat(c.agrees()).as(c.verdict()).isEqualTo(stops == 0);
    assertThat(c.faults())
        .extracting(PlateComparison.Fault::cause)
        .isEqualTo(stops == 0 ? List.of() : List.of(Cause.EXPOSURE));
  }

  /** With nothing said no log picture is called the same, or its light told. */
  @Test
  void logIsDoubtedWhereNothingIsSaid() {
    byte[][] p = plates("life", 7);
    Coding taken = Coding.of(Told.NOTHING, false, Told.NOTHING, null, Told.NOTHING, true);
    PlateComparison c =
        held(
            coded(p[0], Curve.SLOG3, taken.decoding(), 0, 1, 10),
            coded(p[1], Curve.SLOG3, taken.decoding(), 0.5, 2, 10),
            taken);
    assertThat(c.agrees()).isFalse();
    assertThat(c.light().measured()).isFalse();
    assertThat(c.faults()).isEmpty();
    assertThat(c.verdict()).contains("light is not judged: each of them looks like log");
    assertThat(PlateReading.of(c).remedy()).contains("which curve");
    assertThat(PlateSheet.of(PlateReading.of(c)).figures())
        .extracting(PlateSheet.Figure::label)
        .doesNotContain("Light", "Colour");
  }

  /** Every log curve is doubted on every photograph, what is made for a display on none. */
  @ParameterizedTest
  @EnumSource(Curve.class)
  void everyLogCurveIsDoubted(Curve curve) {
    Coding taken = Coding.of(Told.NOTHING, false, Told.NOTHING, null, Told.NOTHING, true);
    for (String photo : Photos.ALL) {
      String doubt =
          taken.doubt(coded(plates(photo, 8)[0], curve, taken.decoding(), 0, 1, 10).levels());
      if (curve.log()) {
        assertThat(doubt).as(photo).contains("looks like log");
      } else if (curve != Curve.PQ && curve != Curve.HLG) {
        assertThat(doubt).as(photo).isNull();
      }
    }
  }

  /** A colour of a wide gamut keeps its place: what moved is the light, not the colour. */
  @Test
  void wideGamutsAreConverted() {
    byte[][] p = plates("seeding", 3);
    Decoding read = Decoding.of(Curve.SLOG3, Gamut.SGAMUT3_CINE);
    Picture a = coded(p[0], Curve.SLOG3, read, 0, 1, 10);
    Picture b = coded(p[1], Curve.SLOG3, read, 0.3, 2, 10);
    PlateComparison c = held(a, b, new Coding(Curve.SLOG3, Gamut.SGAMUT3_CINE, Coding.Known.SAID));
    assertThat(c.light().stops()).isCloseTo(0.3, within(0.02));
    assertThat(Math.abs(c.light().mired())).isLessThan(3);
  }

  /** Camera data say log, but the picture is made for a display: doubted, until somebody says. */
  @Test
  void cameraDataThatDoNotFitAreDoubted() {
    byte[][] p = plates("life", 5);
    Coding camera =
        Coding.of(Told.NOTHING, false, new Told(Curve.BT709, null), "S-Log3", Told.NOTHING, false);
    assertThat(camera.curve()).isEqualTo(Curve.SLOG3);
    PlateComparison c =
        held(
            coded(p[0], Curve.SRGB, camera.decoding(), 0, 1, 8),
            coded(p[1], Curve.SRGB, camera.decoding(), 0, 2, 8),
            camera);
    assertThat(c.agrees()).isFalse();
    assertThat(c.lightDoubt()).contains("blacks that no log has");
  }

  /** What is said goes before what a file tells, that before the camera, that before custom. */
  @Test
  void whatHoldsFirst() {
    Told pq = new Told(Curve.PQ, null);
    Told display = new Told(Curve.BT709, Gamut.BT709);
    Told log = new Told(Curve.VLOG, null);
    assertThat(Coding.of(log, true, pq, "F-Log", Told.NOTHING, false).words())
        .isEqualTo("V-Log, V-Gamut, said by hand");
    assertThat(Coding.of(Told.NOTHING, true, pq, "F-Log", Told.NOTHING, false).words())
        .isEqualTo("its own profile");
    assertThat(Coding.of(Told.NOTHING, false, pq, "F-Log", Told.NOTHING, false).words())
        .isEqualTo("PQ, BT.2020, told by the file");
    assertThat(Coding.of(Told.NOTHING, false, display, "F-Log", Told.NOTHING, false).words())
        .isEqualTo("F-Log, BT.2020, by the camera data of the take");
    // A still may come from a phone beside the camera.
    assertThat(Coding.of(Told.NOTHING, false, Told.NOTHING, "F-Log", log, true).words())
        .isEqualTo("sRGB, taken for granted");
    assertThat(Coding.of(Told.NOTHING, false, Told.NOTHING, "Standard", log, false).words())
        .isEqualTo("V-Log, V-Gamut, as said for this production");
    Told srgb = new Told(Curve.SRGB, Gamut.BT709);
    assertThat(Coding.of(Told.NOTHING, false, srgb, "F-Log", log, false).words())
        .isEqualTo("sRGB, told by the file");
    assertThat(Coding.of(Told.NOTHING, false, display, "Standard", Told.NOTHING, false).words())
        .isEqualTo("BT.709, told by the file");
    assertThat(Coding.of(Told.NOTHING, false, Told.NOTHING, null, Told.NOTHING, true).words())
        .isEqualTo("sRGB, taken for granted");
  }

  /**
   * Light itself, as OpenEXR holds it, far above white too: stops are exact, and a highlight is not
   * burnt out.
   */
  @Test
  void lightItself() {
    byte[][] p = plates("wine", 6);
    Picture[] two = new Picture[2];
    for (int k = 0; k < 2; k++) {
      byte[] srgb = p[k];
      float gain = k == 0 ? 4 : (float) (4 * Math.pow(2, 0.4));
      two[k] =
          Picture.ofLight(
              W,
              H,
              Gamut.BT709,
              (y, row) -> {
                for (int i = 0; i < row.length; i++) {
                  row[i] = (float) Picture.linear((srgb[y * row.length + i] & 0xff) / 255.0) * gain;
                }
                row[0] = y == 0 ? Float.NaN : row[0];
              });
    }
    PlateComparison c =
        held(two[0], two[1], new Coding(Curve.LINEAR, Gamut.BT709, Coding.Known.FILE));
    assertThat(c.light().stops()).isCloseTo(0.4, within(0.01));
    assertThat(c.faults())
        .extracting(PlateComparison.Fault::cause)
        .isEqualTo(List.of(Cause.EXPOSURE));
  }
}
