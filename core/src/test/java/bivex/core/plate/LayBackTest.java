package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Library;
import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.opencv.core.CvType;
import org.opencv.core.Mat;
import org.opencv.imgproc.Imgproc;
import org.w3c.dom.Element;

/** What is handed to compositing programs, carried out by a general vision library (OpenCV 4.9). */
@Tag("sweep")
class LayBackTest {
  private static final int W = 960;
  private static final int H = 540;
  private static final PlateComparison LAID =
      Comparisons.of(Photos.Made.of("life", W, H, Registration.NONE).people(0).pair());

  /** The matrix moves and the gains grade another program's picture onto the first. */
  @Test
  void anotherProgramLaysTheSecondOnTheFirst() {
    Library.load();
    Photos.Made made =
        Photos.Made.of("life", W, H, new Registration(6.3, -4.1, 0.6, 1.012))
            .people(0)
            .noise(1)
            .tint(0.8, 0.9, 1.1);
    byte[][] bytes = made.bytes();
    LayBack l = LayBack.of(Comparisons.of(made.pair()));
    // Whole numbers are the middles of pixels there, and here the edges.
    Mat matrix = new Mat(3, 3, CvType.CV_64F);
    double[] m = l.matrix();
    double[] to = {1, 0, -0.5, 0, 1, -0.5, 0, 0, 1};
    double[] from = {1, 0, 0.5, 0, 1, 0.5, 0, 0, 1};
    matrix.put(0, 0, times(times(to, m), from));
    Mat second = new Mat(H, W, CvType.CV_8UC3);
    second.put(0, 0, bytes[1]);
    Mat laid = new Mat();
    Imgproc.warpPerspective(
        second, laid, matrix, second.size(), Imgproc.INTER_CUBIC | Imgproc.WARP_INVERSE_MAP);
    byte[] out = new byte[3 * W * H];
    laid.get(0, 0, out);
    Picture back = Photos.picture(out, W, H);
    Registering left =
        Registering.of(made.pair()[0].luma(), back.luma(), Registering.Grade.FINE, () -> false);
    assertThat(left.found().worstPx(W, H)).as("px left at the worst corner").isLessThan(0.05);
    double error = 0;
    int n = 0;
    for (int y = 40; y < H - 40; y += 3) {
      for (int x = 40; x < W - 40; x += 3) {
        for (int c = 0; c < 3; c++) {
          double first = (bytes[0][(y * W + x) * 3 + c] & 0xff) / 255.0;
          double graded =
              Picture.coded(
                  Picture.linear((out[(y * W + x) * 3 + c] & 0xff) / 255.0) * l.gains()[c]);
          if (first < 0.9 && first > 0.05) {
            error += graded - first;
            n++;
          }
        }
      }
    }
    assertThat(error / n).as("mean of what is left, of full scale").isCloseTo(0, within(0.003));
    assertThat(l.gains()[0]).isCloseTo(1 / 0.8, within(0.01));
    assertThat(l.gains()[2]).isCloseTo(1 / 1.1, within(0.01));
  }

  private static double[] times(double[] a, double[] b) {
    double[] out = new double[9];
    for (int i = 0; i < 9; i++) {
      for (int k = 0; k < 3; k++) {
        out[i] += a[i / 3 * 3 + k] * b[k * 3 + i % 3];
      }
    }
    return out;
  }

  /** Matrix, its inverse and the corners are the registration, whatever bends but a lens. */
  @Test
  void theMatrixIsTheRegistration() {
    Random r = new Random(2);
    for (int round = 0; round < 200; round++) {
      boolean lens = round % 4 == 3;
      Registration where =
          new Registration(
              10 * r.nextGaussian(),
              10 * r.nextGaussian(),
              r.nextGaussian(),
              1 + 0.02 * r.nextGaussian(),
              new Registration.Bend(
                  0.003 * r.nextGaussian(),
                  0.003 * r.nextGaussian(),
                  1e-6 * r.nextGaussian(),
                  1e-6 * r.nextGaussian(),
                  lens ? 2e-9 * (1 + r.nextDouble()) : 0));
      LayBack l = LayBack.of(Comparisons.lying(LAID, where));
      double x = W * r.nextDouble();
      double y = H * r.nextDouble();
      double[] there = apply(l.matrix(), x, y);
      double[] at = where.at(x - W / 2.0, y - H / 2.0);
      double off = Math.hypot(there[0] - at[0] - W / 2.0, there[1] - at[1] - H / 2.0);
      assertThat(off).isLessThanOrEqualTo(l.leftPx() + 1e-9);
      if (lens) {
        assertThat(l.leftPx()).isGreaterThan(0.1);
      } else {
        assertThat(l.leftPx()).isLessThan(1e-9);
        assertThat(apply(l.inverse(), there[0], there[1])[0]).isCloseTo(x, within(1e-6));
        assertThat(apply(l.matrix(), W, H)).containsExactly(l.corners()[2], within(1e-6));
      }
    }
  }

  private static double[] apply(double[] m, double x, double y) {
    double d = m[6] * x + m[7] * y + m[8];
    return new double[] {(m[0] * x + m[1] * y + m[2]) / d, (m[3] * x + m[4] * y + m[5]) / d};
  }

  /** Read by a general XML reader, with the namespace of the published schema. */
  @Test
  void theGradeIsAColourCorrection() throws Exception {
    LayBack l = LayBack.of(LAID);
    DocumentBuilderFactory f = DocumentBuilderFactory.newInstance();
    f.setNamespaceAware(true);
    Element root =
        f.newDocumentBuilder()
            .parse(new ByteArrayInputStream(l.cdl("x-1").getBytes(StandardCharsets.UTF_8)))
            .getDocumentElement();
    assertThat(root.getNamespaceURI()).isEqualTo("urn:ASC:CDL:v1.2");
    assertThat(root.getLocalName()).isEqualTo("ColorCorrection");
    assertThat(root.getAttribute("id")).isEqualTo("x-1");
    String[] slope = root.getElementsByTagName("Slope").item(0).getTextContent().split(" ");
    for (int i = 0; i < 3; i++) {
      assertThat(Double.parseDouble(slope[i])).isCloseTo(l.gains()[i], within(1e-6));
    }
    Picture other = Photos.Made.of("wine", W, H, Registration.NONE).pair()[0];
    Picture first = Photos.Made.of("life", W, H, Registration.NONE).pair()[0];
    assertThatThrownBy(() -> LayBack.of(Comparisons.of(new Picture[] {first, other})))
        .hasMessageContaining("could not be laid over");
  }
}
