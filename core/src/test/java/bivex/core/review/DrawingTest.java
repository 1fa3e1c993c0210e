package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.review.Drawing.Kind;
import bivex.core.review.Drawing.Path;
import bivex.core.review.Drawing.PenPoint;
import bivex.core.review.Drawing.Stroke;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Drawings of the review. How a browser paints their paths is tested in one. */
class DrawingTest {
  private static final Pattern PLACE = Pattern.compile("[ML]([\\d.-]+) ([\\d.-]+)");

  private static PenPoint at(double x, double y, double press) {
    return new PenPoint(x, y, press);
  }

  private static List<Path> drawn(Kind kind, String words, PenPoint... points) {
    return new Drawing(List.of(new Stroke(kind, List.of(points), words))).paths(1920, 1080);
  }

  private static List<double[]> places(Path p) {
    List<double[]> out = new ArrayList<>();
    Matcher m = PLACE.matcher(p.d());
    while (m.find()) {
      out.add(new double[] {Double.parseDouble(m.group(1)), Double.parseDouble(m.group(2))});
    }
    return out;
  }

  @Test
  void whatIsDrawnLiesOnTheSameShareOfEveryRaster() {
    assertThat(drawn(Kind.BOX, null, at(0.25, 0.5, 0.5), at(0.5, 0.75, 0.5)).get(0).d())
        .isEqualTo("M480.0 540.0 H960.0 V810.0 H480.0 Z");
    assertThat(drawn(Kind.WORDS, " edge ", at(0.1, 0.9, 0)).get(0))
        .isEqualTo(new Path("", 0, "edge", 192, 972));
    Path arrow = drawn(Kind.ARROW, null, at(0.1, 0.5, 1), at(0.5, 0.5, 1)).get(0);
    List<double[]> a = places(arrow);
    assertThat(a.get(0)).containsExactly(192, 540);
    assertThat(a.get(1)).containsExactly(960, 540);
    // A head of 3.5 % of the height, 28 degrees to each side, back from its point.
    for (int i : new int[] {3, 5}) {
      assertThat(Math.hypot(a.get(i)[0] - 960, a.get(i)[1] - 540)).isCloseTo(37.8, within(0.1));
      assertThat(960 - a.get(i)[0]).isCloseTo(37.8 * Math.cos(Math.toRadians(28)), within(0.1));
    }
    assertThat(arrow.width()).isCloseTo(0.012 * 1080, within(0.1));
    assertThat(drawn(Kind.LINE, null, at(0.5, 0.5, 0.5)).get(0).d())
        .as("a dot")
        .isEqualTo("M960.0 540.0 l0 0");
  }

  /** Whatever the pressure does: every point is on the line, in order, and no gap is seen. */
  @Test
  void aLineHasNoGapsWhereThePressureChanges() {
    Random random = new Random(9);
    for (int i = 0; i < 200; i++) {
      List<PenPoint> points = new ArrayList<>();
      double press = 0.5;
      for (int n = 0; n < 2 + random.nextInt(60); n++) {
        press = Math.max(0, Math.min(1, press + random.nextGaussian() / 8));
        points.add(at(random.nextDouble(), random.nextDouble(), press));
      }
      List<Path> parts =
          new Drawing(List.of(new Stroke(Kind.LINE, points, null))).paths(1000, 1000);
      List<double[]> all = new ArrayList<>();
      double[] end = null;
      for (Path p : parts) {
        List<double[]> here = places(p);
        if (end != null) {
          assertThat(here.get(0)).as("begins where the one before ends").isEqualTo(end);
        }
        all.addAll(end == null ? here : here.subList(1, here.size()));
        end = here.get(here.size() - 1);
        assertThat(p.width()).isBetween(2.0, 12.0);
      }
      assertThat(all).hasSameSizeAs(points);
      for (int n = 0; n < all.size(); n++) {
        assertThat(all.get(n)[0]).isCloseTo(points.get(n).x() * 1000, within(0.051));
        assertThat(all.get(n)[1]).isCloseTo(points.get(n).y() * 1000, within(0.051));
      }
    }
  }

  @Test
  void whatIsNoDrawingIsRefusedByName() {
    refused("drawing.x", () -> at(1.01, 0, 0));
    refused("drawing.y", () -> at(0, Double.NaN, 0));
    refused("drawing.press", () -> at(0, 0, 2));
    refused("drawing.kind", () -> new Stroke(null, List.of(at(0, 0, 0)), null));
    refused("drawing.points", () -> new Stroke(Kind.BOX, List.of(at(0, 0, 0)), null));
    refused("drawing.points", () -> new Stroke(Kind.LINE, List.of(), null));
    refused(
        "drawing.points",
        () -> new Stroke(Kind.LINE, Collections.nCopies(4001, at(0, 0, 0)), null));
    refused("drawing.words", () -> new Stroke(Kind.WORDS, List.of(at(0, 0, 0)), " "));
    refused("drawing", () -> new Drawing(List.of()));
    refused(
        "drawing",
        () ->
            new Drawing(
                Collections.nCopies(201, new Stroke(Kind.LINE, List.of(at(0, 0, 0)), null))));
  }

  private static void refused(String field, Runnable what) {
    assertThatThrownBy(what::run)
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field));
  }
}
