package bivex.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

class OpticsTest {
  /**
   * Exposure values of ISO 2720: the engraved numbers give the second column, and round to the
   * standard's whole EV.
   */
  @ParameterizedTest
  @CsvFileSource(resources = "/published/ev_iso2720.csv", numLinesToSkip = 2)
  void exposureValuesAreThoseOfTheTable(double n, String time, int standard, double marked) {
    double t =
        time.contains("/") ? 1 / Double.parseDouble(time.substring(2)) : Double.parseDouble(time);
    assertThat(Exposure.ev(n, t)).isCloseTo(marked, within(6e-5)).isCloseTo(standard, within(0.18));
  }

  /**
   * Widely published worked example: 50 mm, f/8, c 0.03 mm has H = 10.467 m; at 5 m it is sharp
   * from 3.389 to 9.527 m.
   */
  @Test
  void depthOfFieldOfTheWorkedExample() {
    DepthOfField d = DepthOfField.of(50, 8, 0.03, 5000);
    assertThat(d.hyperfocalMm()).isCloseTo(10467, within(0.5));
    assertThat(d.nearMm()).isCloseTo(3389, within(0.5));
    assertThat(d.farMm()).isCloseTo(9527, within(0.5));
  }

  /**
   * The limits are where the blur disc, worked out by another formula, equals the circle of
   * confusion.
   */
  @ParameterizedTest
  @CsvFileSource(resources = "/published/dof_hyperfocal.csv", numLinesToSkip = 2)
  void limitsAreWhereTheDiscFillsTheCircle(
      double f, double n, double c, double s, double h, double near, String far) {
    DepthOfField d = DepthOfField.of(f, n, c, s);
    assertThat(d.hyperfocalMm()).isCloseTo(h, within(0.5));
    assertThat(d.nearMm()).isCloseTo(near, within(0.001));
    assertThat(BackgroundBlur.discMm(f, n, d.nearMm(), s)).isCloseTo(c, within(1e-9));
    if (far.equals("inf")) {
      assertThat(d.farMm()).isInfinite();
    } else {
      assertThat(BackgroundBlur.discMm(f, n, d.farMm(), s)).isCloseTo(c, within(1e-9));
    }
  }

  /**
   * Derived from the thin-lens equation by way of image distances, not by the formula under test.
   */
  @Test
  void blurDiscAgreesWithRaysThroughALens() {
    assertThat(BackgroundBlur.discMm(16, 1.4, 5000, 1500))
        .isCloseTo(rays(16, 1.4, 5000, 1500), within(1e-9))
        .isCloseTo(0.0863, within(5e-5));
    assertThat(BackgroundBlur.discMm(16, 1.4, 5000, 3000))
        .isCloseTo(rays(16, 1.4, 5000, 3000), within(1e-9))
        .isCloseTo(0.0245, within(5e-5));
    assertThat(BackgroundBlur.discMm(85, 2, 1200, 3000))
        .isCloseTo(rays(85, 2, 1200, 3000), within(1e-9));
  }

  private static double rays(double f, double n, double object, double focus) {
    double sensor = 1 / (1 / f - 1 / focus);
    double image = 1 / (1 / f - 1 / object);
    return f / n * Math.abs(image - sensor) / image;
  }

  @Test
  void theSuggestedOpeningIsTheFirstThatHolds() {
    double n = BackgroundBlur.smallestFNumber(35, 6000, 2200, 2900, 36, 3840, 1);
    assertThat(BackgroundBlur.mismatchPx(35, n, 6000, 2200, 2900, 36, 3840)).isLessThanOrEqualTo(1);
    assertThat(BackgroundBlur.mismatchPx(35, n * 0.85, 6000, 2200, 2900, 36, 3840))
        .isGreaterThan(1);
    assertThat(BackgroundBlur.smallestFNumber(200, 50_000, 2000, 10_000, 36, 3840, 1)).isZero();
  }

  /**
   * 180° at 24 is 1/48 s; practice: twice the frame rate. 24 to 240 fps at one angle costs log2(10)
   * stops.
   */
  @Test
  void shutterAndItsCost() {
    assertThat(Shutter.seconds(180, FrameRate.FILM)).isEqualTo(1.0 / 48);
    assertThat(Shutter.degrees(1.0 / 50, FrameRate.FILM)).isCloseTo(172.8, within(1e-9));
    assertThat(
            Exposure.stopsLost(
                Shutter.seconds(180, FrameRate.FILM), Shutter.seconds(180, FrameRate.of(240))))
        .isCloseTo(3.3219, within(1e-4));
    assertThat(Exposure.stopsLost(1.0 / 48, 1.0 / 1000)).isCloseTo(4.38, within(0.005));
    double t = Shutter.secondsForBlur(2, 1500);
    assertThat(Shutter.blurPx(1500, t)).isCloseTo(2, within(1e-12));
    assertThatThrownBy(() -> Shutter.seconds(361, FrameRate.FILM))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("shutter angle");
  }

  @Test
  void whatIsOfferedPaysTheWholeLoss() {
    assertThat(Exposure.waysToPay(4.38, 5.6, 2.8, 400))
        .containsExactly(
            "larger opening, f/5.6 to f/2.8 (2.0 stops)",
            "ISO 400 to 800 (1.0 stops)",
            "then 2.6 times the light");
    assertThat(Exposure.waysToPay(1, 4, 1.4, 400))
        .containsExactly(
            "larger opening, f/4.0 to f/2.8 (1.0 stops)", "or 2.0 times the light instead");
    assertThat(Exposure.waysToPay(-3, 4, 1.4, 400)).containsExactly("ND of 3.0 stops");
  }

  /** 3840 into 1920 is 2.00×; a 1.2× push keeps 1.67×. */
  @Test
  void reframing() {
    assertThat(Reframe.punchLimit(Raster.UHD, Raster.HD)).isEqualTo(2);
    assertThat(Reframe.reserve(Raster.UHD, Raster.HD, 1.2)).isCloseTo(1.6667, within(1e-4));
    assertThat(Reframe.effectiveResolutionPercent(Raster.HD, Raster.HD, 1.25))
        .isCloseTo(80, within(1e-9));
  }

  @Test
  void badNumbersNameTheField() {
    assertThatThrownBy(() -> Exposure.ev(0, 1)).hasMessageStartingWith("f-number:");
    assertThatThrownBy(() -> DepthOfField.of(50, 8, 0.03, 40))
        .hasMessageStartingWith("focus distance:");
    assertThatThrownBy(() -> DepthOfField.of(Double.NaN, 8, 0.03, 400))
        .hasMessageStartingWith("focal length:");
    assertThatThrownBy(() -> new Raster(0, 1080)).hasMessageStartingWith("raster width:");
  }

  /**
   * 40 mm against 240 mm at 1.8 m stands at 0.30 m; at the f-number found, the depth of field ends
   * exactly at both.
   */
  @Test
  void aScaleSwapIsSharpAtBothEnds() {
    assertThat(ScaleSwap.of(40, 240, 1.8, 35, 36, 0.03).nearM()).isCloseTo(0.3, within(1e-12));
    java.util.Random random = new java.util.Random(3);
    for (int i = 0; i < 300; i++) {
      double small = 10 + random.nextDouble() * 100;
      double large = small * (1.2 + random.nextDouble() * 10);
      double far = 1 + random.nextDouble() * 20;
      double f = 16 + random.nextDouble() * 60;
      if (far * 1000 * small / large < 3 * f) {
        continue;
      }
      ScaleSwap s = ScaleSwap.of(small, large, far, f, 36, 0.03);
      DepthOfField d = DepthOfField.of(f, s.fNumber(), 0.03, s.focusM() * 1000);
      assertThat(d.nearMm()).isCloseTo(s.nearM() * 1000, within(1e-6 * d.nearMm()));
      assertThat(d.farMm()).isCloseTo(far * 1000, within(1e-6 * d.farMm()));
      // Projected size of both, and of the small one a centimetre nearer.
      assertThat(small / s.nearM()).isCloseTo(large / far, within(1e-9 * large / far));
      double nearer = small / (s.nearM() - 0.01) / (small / s.nearM()) - 1;
      assertThat(nearer * 100)
          .isCloseTo(
              s.errorPercentPerCm(), within(s.errorPercentPerCm() * s.errorPercentPerCm() / 90));
    }
    assertThatThrownBy(() -> ScaleSwap.of(240, 40, 1.8, 35, 36, 0.03))
        .hasMessageStartingWith("large size:");
  }

  /** What fits is found again by projecting it. A turned 16:9 camera gains 1.778. */
  @Test
  void whatFitsFillsTheFrame() {
    double d = FieldOfView.distanceFor(1.75, 0.2, 20.25, 35);
    assertThat(1750 * 35 / (d * 1000)).isCloseTo(20.25 * 0.8, within(1e-9));
    assertThat(FieldOfView.fills(1.75, 20.25, 35, d)).isCloseTo(0.8, within(1e-12));
    assertThat(FieldOfView.turnedGain(Raster.UHD)).isCloseTo(16.0 / 9, within(1e-12));
    assertThat(FieldOfView.degrees(36, 18)).isCloseTo(90, within(1e-9));
    assertThat(FieldOfView.pxPerMetre(35, 36, 3840, 6) * FieldOfView.span(36, 35, 6))
        .isCloseTo(3840, within(1e-9));
  }

  /**
   * Placements stepped through a thousand times between two: what shows most and is left least is
   * found at the placements.
   */
  @Test
  void theWorstOfAMoveIsAtItsPlacements() {
    java.util.Random random = new java.util.Random(12);
    for (int i = 0; i < 200; i++) {
      Reframe.Placement a =
          new Reframe.Placement(
              0, 1 + random.nextDouble(), random.nextInt(800) - 400, random.nextInt(400) - 200);
      Reframe.Placement b =
          new Reframe.Placement(
              100, 1 + random.nextDouble(), random.nextInt(800) - 400, random.nextInt(400) - 200);
      Reframe.Worst w = Reframe.worst(Raster.UHD, Raster.HD, java.util.List.of(a, b));
      double shows = 0;
      double least = Double.MAX_VALUE;
      for (int k = 0; k <= 1000; k++) {
        double t = k / 1000.0;
        double scale = a.scale() + (b.scale() - a.scale()) * t;
        double left = 960 - scale * 960 + (a.shiftX() + (b.shiftX() - a.shiftX()) * t);
        double right = 960 - scale * 960 - (a.shiftX() + (b.shiftX() - a.shiftX()) * t);
        double top = 540 - scale * 540 + (a.shiftY() + (b.shiftY() - a.shiftY()) * t);
        double bottom = 540 - scale * 540 - (a.shiftY() + (b.shiftY() - a.shiftY()) * t);
        shows = Math.max(shows, Math.max(Math.max(left, right), Math.max(top, bottom)));
        least = Math.min(least, 2 / scale);
      }
      assertThat(w.uncoveredPx()).isCloseTo(shows, within(1e-9));
      assertThat(w.reserve()).isCloseTo(least, within(1e-9));
    }
    assertThatThrownBy(() -> Reframe.worst(Raster.UHD, Raster.HD, java.util.List.of()))
        .hasMessageStartingWith("placements:");
  }
}
