package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.method.Plan.Drawing;
import bivex.core.method.Plan.DrawingKind;
import bivex.core.method.Plan.Point;
import bivex.core.method.Plan.SketchFrame;
import bivex.core.optics.BackgroundBlur;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/**
 * The pictures show what the sums say: places, sizes and times of drawings and of the schematic
 * preview.
 */
class PictureTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);

  private static Plan plan(String method, Map<String, Object> values) {
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  private static Drawing drawing(Plan p, DrawingKind kind) {
    return p.drawings().stream().filter(d -> d.kind() == kind).findFirst().orElseThrow();
  }

  private static List<SketchFrame> with(Plan p, String label) {
    return p.sketch().stream()
        .filter(f -> f.figures().stream().anyMatch(x -> x.label().equals(label)))
        .toList();
  }

  /**
   * No corner of the delivered frame lies outside the drawn picture: each is on the inner side of
   * all four edges.
   */
  @Test
  void theDrawnOverscanCoversTheFrame() {
    for (double turn : new double[] {0.5, 2, 5, 9}) {
      Drawing d =
          drawing(
              plan("F2", Map.of("kind", "kick", "turnDeg", turn, "push", 1.02)), DrawingKind.FRAME);
      List<Point> picture = d.shapes().get(0).points();
      for (Point c : d.shapes().get(1).points()) {
        for (int i = 0; i < 4; i++) {
          Point a = picture.get(i);
          Point b = picture.get(i + 1);
          double side = (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
          assertThat(side).as("turn " + turn).isGreaterThanOrEqualTo(-1e-3);
        }
      }
    }
  }

  /**
   * At the ends of the drawn sharp zone the blur disc fills the circle of confusion, by the other
   * formula.
   */
  @Test
  void theSideViewIsSharpWhereTheDiscIsSmall() {
    Drawing d =
        drawing(
            plan(
                "D2",
                Map.of(
                    "fNumber",
                    16.0,
                    "focalMm",
                    28.0,
                    "smallMm",
                    170.0,
                    "largeMm",
                    2400.0,
                    "farM",
                    11.0,
                    "focus",
                    "on both at once")),
            DrawingKind.SIDE);
    List<Point> zone = d.shapes().get(0).points();
    double focus = d.shapes().get(2).points().get(0).x();
    assertThat(BackgroundBlur.discMm(28, 16, zone.get(0).x() * 1000, focus * 1000))
        .isCloseTo(36.0 / 1200, within(1e-6));
    assertThat(BackgroundBlur.discMm(28, 16, zone.get(1).x() * 1000, focus * 1000))
        .isCloseTo(36.0 / 1200, within(1e-6));
  }

  /** Seen from the lens both things of a scale swap fill one angle. */
  @Test
  void theCoverIsExactFromTheLens() {
    Drawing d = drawing(plan("D2", Map.of()), DrawingKind.ABOVE);
    Point large = d.shapes().get(2).points().get(1);
    Point small = d.shapes().get(3).points().get(1);
    assertThat(Math.atan2(large.x(), large.y()))
        .isCloseTo(Math.atan2(small.x(), small.y()), within(1e-12));
  }

  /** The flying prop of the preview moves as a falling thing does and never jumps. */
  @Test
  void theThrownPropFliesSmoothly() {
    Plan p = plan("A4", Map.of("prop", "the float", "releaseFrame", 20, "flightFrames", 22));
    List<SketchFrame> frames = p.sketch();
    double[] y =
        frames.stream()
            .mapToDouble(
                f ->
                    f.figures().stream()
                        .filter(x -> x.label().equals("the float"))
                        .mapToDouble(x -> (x.top() + x.bottom()) / 2)
                        .findFirst()
                        .orElseThrow())
            .toArray();
    double fall = y[24] - 2 * y[23] + y[22];
    for (int i = 22; i < 41; i++) {
      assertThat(y[i + 1] - 2 * y[i] + y[i - 1]).isCloseTo(fall, within(1e-9)).isPositive();
    }
    assertThat(y[41] - y[42]).isNegative();
    assertThat(y[60]).isEqualTo(y[42]);
  }

  /** What is said in frames is seen in just these frames. */
  @Test
  void lightsAreOnInTheirFramesOnly() {
    assertThat(with(plan("E1", Map.of("onFrame", 36, "beamFrames", 60)), "beam"))
        .extracting(SketchFrame::frame)
        .startsWith(1037)
        .endsWith(1096)
        .hasSize(60);
    assertThat(
            with(
                plan("E2", Map.of("first", 10, "count", 3, "every", 20, "flashFrames", 2)),
                "flash"))
        .extracting(SketchFrame::frame)
        .containsExactly(1011, 1012, 1031, 1032, 1051, 1052);
    assertThat(
            with(
                plan(
                    "F5",
                    Map.of(
                        "words",
                        "HIGH WATER",
                        "startFrame",
                        20,
                        "writeFrames",
                        10,
                        "readFrames",
                        40)),
                "HIGH WATER"))
        .hasSize(50);
    assertThat(with(plan("B5", Map.of("flightFrom", 40, "flightFrames", 20)), "in flight"))
        .extracting(SketchFrame::frame)
        .startsWith(1041)
        .endsWith(1060)
        .hasSize(20);
  }

  /** A leap goes up and out and never comes back; a drop comes in from above. */
  @Test
  void whoLeapsRisesUntilGone() {
    List<SketchFrame> frames = plan("B3", Map.of("takeOffFrame", 30)).sketch();
    double before = 2;
    for (int i = 30; i < frames.size(); i++) {
      if (!frames.get(i).figures().isEmpty()) {
        double bottom = frames.get(i).figures().get(0).bottom();
        assertThat(bottom).isLessThanOrEqualTo(before + 1e-9);
        before = bottom;
      }
    }
    assertThat(frames.get(frames.size() - 1).figures()).isEmpty();
    List<SketchFrame> drop = plan("B4", Map.of("landFrame", 30)).sketch();
    assertThat(drop.get(27).figures().get(0).bottom())
        .isLessThan(drop.get(28).figures().get(0).bottom());
  }

  /**
   * The post camera begins still, ends at its push, and a punch-in is there from the first frame.
   */
  @Test
  void thePostCameraEndsWhereItSays() {
    List<SketchFrame> push = plan("F2", Map.of("kind", "push", "push", 1.5)).sketch();
    assertThat(push.get(0).view().scale()).isEqualTo(1);
    assertThat(push.get(119).view().scale()).isCloseTo(1.5, within(1e-9));
    for (int i = 1; i < 120; i++) {
      assertThat(push.get(i).view().scale()).isGreaterThanOrEqualTo(push.get(i - 1).view().scale());
    }
    assertThat(plan("F3", Map.of("punch", 1.8)).sketch()).allMatch(f -> f.view().scale() == 1.8);
    List<SketchFrame> kick = plan("B4", Map.of("landFrame", 50)).sketch();
    assertThat(kick.get(40).view().turnDeg()).isZero();
    assertThat(kick.subList(48, 57)).anyMatch(f -> Math.abs(f.view().turnDeg()) > 3);
    assertThat(kick.get(60).view().turnDeg()).isZero();
  }

  /** The hanging rain falls at its own speed while the world goes on at its own. */
  @Test
  void twoSpeedsAreSeenInOnePicture() {
    Plan slow = plan("C3", Map.of("slowSpeed", 0.1, "fallSeconds", 1.0));
    Plan fast = plan("C3", Map.of("slowSpeed", 0.4, "fallSeconds", 1.0));
    double step = drop(slow, 1) - drop(slow, 0);
    assertThat((drop(fast, 1) - drop(fast, 0)) / step).isCloseTo(4, within(1e-6));
    assertThat(step).isCloseTo(0.1 / 24, within(1e-9));
    assertThat(rest(slow, 20)).isEqualTo(rest(fast, 20));
  }

  private static double drop(Plan p, int frame) {
    return p.sketch().get(frame).figures().get(1).bottom();
  }

  private static double rest(Plan p, int frame) {
    return p.sketch().get(frame).figures().stream()
        .filter(f -> f.label().equals("the rest"))
        .findFirst()
        .orElseThrow()
        .left();
  }

  /** A cut of minutes is worked out like any other, but is not pictured frame by frame. */
  @Test
  void aVeryLongCutHasSumsAndLayersButNoPreview() {
    ShotSetting s =
        new ShotSetting(
            FrameRate.FILM, Raster.UHD, Raster.HD, 1001, Derivation.PICTURED + 1, 8, 36, 50);
    for (Method m : MethodBook.all()) {
      Plan p = MethodBook.derive(s, List.of(new MethodChoice(m.id(), Map.of(), "")));
      assertThat(p.sketch()).isEmpty();
      assertThat(p.drawings()).isEmpty();
      assertThat(p.layers()).isNotEmpty();
      assertThat(p.checks()).isNotEmpty();
    }
    assertThat(
            MethodBook.derive(
                    new ShotSetting(
                        FrameRate.FILM,
                        Raster.UHD,
                        Raster.HD,
                        1001,
                        Derivation.PICTURED,
                        8,
                        36,
                        50),
                    List.of(new MethodChoice("E3", Map.of(), "")))
                .sketch())
        .hasSize(Derivation.PICTURED);
  }

  /**
   * The move from above: the camera sees half its angle to both sides, and the arc is the sweep.
   */
  @Test
  void theMoveFromAboveIsAsWideAsTheLens() {
    Drawing d =
        drawing(
            plan("A3", Map.of("focalMm", 18.0, "sweepDeg", 90.0, "backgroundM", 4.0)),
            DrawingKind.ABOVE);
    List<Point> start = d.shapes().get(1).points();
    double a = Math.toDegrees(Math.atan2(start.get(1).x(), start.get(1).y()));
    double b = Math.toDegrees(Math.atan2(start.get(3).x(), start.get(3).y()));
    assertThat(b - a).as("18 mm on 36 mm sees 90°").isCloseTo(90, within(1e-9));
    assertThat((a + b) / 2).isCloseTo(-45, within(1e-9));
    List<Point> arc = d.shapes().get(3).points();
    assertThat(arc.get(0).frame()).isEqualTo(1001);
    assertThat(arc.get(arc.size() - 1).frame()).isEqualTo(1120);
    double swept =
        Math.toDegrees(
            Math.atan2(arc.get(arc.size() - 1).x(), arc.get(arc.size() - 1).y())
                - Math.atan2(arc.get(0).x(), arc.get(0).y()));
    assertThat(swept).isCloseTo(90, within(1e-9));
  }

  /**
   * The curve of a ramp is that of the speed: straight where it is straight, never beyond its ends,
   * at the ramp's speed at the end.
   */
  @Test
  void theSpeedCurveRunsBetweenItsTwoSpeeds() {
    List<Point> c =
        drawing(
                plan(
                    "C1",
                    Map.of(
                        "capture",
                        "96",
                        "straightSpeed",
                        0.5,
                        "straightFrames",
                        30,
                        "rampSpeed",
                        6.0,
                        "rampFrames",
                        20)),
                DrawingKind.CURVE)
            .shapes()
            .get(0)
            .points();
    assertThat(c.subList(0, 31)).allMatch(p -> p.y() == 0.5);
    for (int i = 1; i < c.size(); i++) {
      assertThat(c.get(i).y()).isGreaterThanOrEqualTo(c.get(i - 1).y()).isLessThanOrEqualTo(6);
    }
    assertThat(c.get(40).y())
        .as("half way the eased ramp is at the mean")
        .isCloseTo(3.25, within(1e-9));
    assertThat(c.get(119).y()).isEqualTo(6);
  }

  /** What a take is to be rescued from is asked for, not shot: nobody is sent to a set. */
  @Test
  void aRescueSendsNobodyToTheSet() {
    Plan p = plan("F3", Map.of());
    assertThat(p.plates()).isEmpty();
    assertThat(p.data())
        .extracting(Plan.Datum::key)
        .containsExactly("datum:F3-source", "datum:F3-tells");
    assertThat(p.data()).noneMatch(d -> d.due() == Plan.Due.BEFORE_STRIKE);
  }
}
