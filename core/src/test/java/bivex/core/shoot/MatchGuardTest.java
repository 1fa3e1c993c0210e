package bivex.core.shoot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.optics.Raster;
import bivex.core.shoot.MatchGuard.Finding;
import bivex.core.shoot.MatchGuard.Severity;
import bivex.core.time.FrameRate;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * One property at a time, from just inside its tolerance to just outside. Expected pixels are
 * worked out by hand beside each case.
 */
class MatchGuardTest {
  private static final MatchGuard.Optics KNOWN = new MatchGuard.Optics(Raster.UHD, 36, 6.0);
  private static final MatchGuard.Optics NO_BACKGROUND =
      new MatchGuard.Optics(Raster.UHD, 36, null);

  /** The reference with one property changed. */
  private static CameraData with(String property, Object value) {
    return new CameraData(
        pick(property, "body", value, "K1"),
        pick(property, "lens", value, "Prime 35"),
        pick(property, "focalMm", value, 35.0),
        pick(property, "fNumber", value, 5.6),
        pick(property, "shutterSeconds", value, 1 / 48.0),
        pick(property, "iso", value, 400.0),
        pick(property, "whiteK", value, 4300.0),
        pick(property, "whiteAuto", value, false),
        pick(property, "exposureAuto", value, false),
        pick(property, "focusM", value, 2.6),
        pick(property, "focusAuto", value, false),
        pick(property, "rate", value, FrameRate.FILM),
        pick(property, "raster", value, Raster.UHD),
        pick(property, "heightM", value, 1.4),
        pick(property, "tiltDeg", value, 0.0),
        pick(property, "distanceM", value, 2.6));
  }

  @SuppressWarnings("unchecked")
  private static <T> T pick(String property, String name, Object value, T usual) {
    return property.equals(name) ? (T) value : usual;
  }

  private static Finding only(String property, Object value) {
    return only(property, value, KNOWN);
  }

  private static Finding only(String property, Object value, MatchGuard.Optics optics) {
    List<Finding> found =
        MatchGuard.compare(
            with("", null), with(property, value), EnumSet.of(MatchRule.SAME), optics);
    assertThat(found).hasSize(1);
    assertThat(found.get(0).property()).isEqualTo(property);
    return found.get(0);
  }

  @Test
  void anotherBodyOrLensBreaksTheMatchWhateverItsCase() {
    assertThat(only("body", "K2").severity()).isEqualTo(Severity.BREAKS);
    assertThat(only("lens", "Zoom 24-70").remedy()).contains("Prime 35");
    assertThat(
            MatchGuard.compare(
                with("", null), with("lens", "PRIME 35"), EnumSet.of(MatchRule.SAME), KNOWN))
        .isEmpty();
  }

  @Test
  void sizeIsCountedAtTheEdgeOfFrame() {
    // 35 to 35.01 mm is 0.0286 %: half of 3840 px times that is 0.55 px, below a pixel.
    assertThat(only("focalMm", 35.01).severity()).isEqualTo(Severity.SLIGHT);
    // 35 to 35.03 mm: 1.65 px.
    assertThat(only("focalMm", 35.03).severity()).isEqualTo(Severity.BREAKS);
    assertThat(only("focalMm", 34.0).effect()).contains("2.9 %").contains("55 px");
  }

  @Test
  void lightIsCountedInStops() {
    // f/5.6 to f/5.7 is 2·log2(5.7/5.6) = 0.051 stop.
    assertThat(only("fNumber", 5.7).severity()).isEqualTo(Severity.BREAKS);
    assertThat(only("fNumber", 5.65).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("fNumber", 4.0).effect()).startsWith("brighter by 1.0 stops");
    assertThat(only("iso", 200.0).effect()).startsWith("darker by 1.0 stops");
    assertThat(only("iso", 405.0).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("shutterSeconds", 1 / 24.0).effect())
        .isEqualTo("brighter by 1.0 stops, motion blur 200 % as long");
    assertThat(only("shutterSeconds", 1 / 48.5).severity()).isEqualTo(Severity.SLIGHT);
  }

  /** Mired is a million over kelvin: 4300 K is 232.6, 4350 K is 229.9, 5600 K is 178.6. */
  @Test
  void whiteBalanceIsCountedInMired() {
    assertThat(only("whiteK", 4350.0).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("whiteK", 4400.0).severity()).isEqualTo(Severity.BREAKS);
    assertThat(only("whiteK", 5600.0).effect()).startsWith("54 mired warmer");
    assertThat(only("whiteK", 3200.0).effect()).startsWith("80 mired bluer");
  }

  @Test
  void focusIsCountedAsBlurOfTheBackgroundWhereItIsKnown() {
    assertThat(only("focusM", 2.65).severity()).isEqualTo(Severity.SLIGHT);
    Finding far = only("focusM", 3.6);
    assertThat(far.severity()).isEqualTo(Severity.BREAKS);
    assertThat(far.effect()).contains("background blur differs by");
    assertThat(only("focusM", 2.65, NO_BACKGROUND).effect())
        .contains("give the background distance");
  }

  @Test
  void rateAndRasterBreakTheMatchOutright() {
    assertThat(only("rate", FrameRate.FILM_NTSC).actual()).isEqualTo("23.976 fps");
    assertThat(only("raster", Raster.HD).effect()).isEqualTo("scale of 200 %");
  }

  @Test
  void whereTheCameraStands() {
    assertThat(only("heightM", 1.404).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("heightM", 1.42).effect()).startsWith("parallax of 20 mm");
    // A focal length of 35 mm on 36 mm and 3840 px is 3733 px: 0.01° is 0.65 px, 0.02° is 1.3 px.
    assertThat(only("tiltDeg", 0.01).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("tiltDeg", 0.02).severity()).isEqualTo(Severity.BREAKS);
    assertThat(only("tiltDeg", -1.0).effect()).isEqualTo("the picture is shifted by 65 px");
    assertThat(only("distanceM", 2.604).severity()).isEqualTo(Severity.SLIGHT);
    assertThat(only("distanceM", 2.65).effect()).isEqualTo("size differs by 1.9 %");
  }

  @Test
  void whatTheReferenceHasAndTheTakeHasNotIsSaid() {
    for (String p :
        List.of(
            "body",
            "lens",
            "focalMm",
            "fNumber",
            "shutterSeconds",
            "iso",
            "whiteK",
            "focusM",
            "rate",
            "raster",
            "heightM",
            "tiltDeg",
            "distanceM")) {
      Finding f = only(p, null);
      assertThat(f.severity()).isEqualTo(Severity.NOT_READ);
      assertThat(f.actual()).isEqualTo("not read");
    }
  }

  @Test
  void whatTheReferenceHasNotCannotBeCompared() {
    CameraData ref = CameraData.notRead();
    assertThat(MatchGuard.compare(ref, with("", null), EnumSet.of(MatchRule.SAME), KNOWN))
        .isEmpty();
  }

  @Test
  void automaticModesBreakOnlyASetThatWantsManualOnes() {
    for (String p : List.of("whiteAuto", "exposureAuto", "focusAuto")) {
      CameraData take = with(p, true);
      assertThat(MatchGuard.alone(take, Set.of(MatchRule.MANUAL)))
          .singleElement()
          .satisfies(f -> assertThat(f.property()).isEqualTo(p));
      assertThat(MatchGuard.alone(take, Set.of(MatchRule.SAME))).isEmpty();
      assertThat(MatchGuard.alone(with(p, null), Set.of(MatchRule.MANUAL))).isEmpty();
    }
  }

  /**
   * Swapping reference and take turns the direction of a difference, never whether there is one.
   */
  @Test
  void comparingIsSymmetricInWhatItFinds() {
    Random random = new Random(11);
    for (int i = 0; i < 300; i++) {
      CameraData a = with("iso", 100.0 + random.nextInt(1500));
      CameraData b = with("whiteK", 2500.0 + random.nextInt(5000));
      List<String> there =
          MatchGuard.compare(a, b, EnumSet.of(MatchRule.SAME), KNOWN).stream()
              .map(Finding::property)
              .toList();
      List<String> back =
          MatchGuard.compare(b, a, EnumSet.of(MatchRule.SAME), KNOWN).stream()
              .map(Finding::property)
              .toList();
      assertThat(there).isEqualTo(back);
      assertThat(MatchGuard.compare(a, a, EnumSet.allOf(MatchRule.class), KNOWN)).isEmpty();
    }
  }

  @Test
  void everyFindingSaysWhatToDo() {
    CameraData other =
        new CameraData(
            "K2",
            "Zoom",
            50.0,
            2.0,
            0.01,
            100.0,
            3200.0,
            true,
            true,
            9.0,
            true,
            FrameRate.PAL,
            Raster.HD,
            2.0,
            3.0,
            4.0);
    List<Finding> all =
        MatchGuard.compare(with("", null), other, EnumSet.allOf(MatchRule.class), KNOWN);
    assertThat(all).hasSize(16);
    assertThat(all)
        .allMatch(
            f ->
                !f.remedy().isBlank()
                    && !f.effect().isBlank()
                    && !f.reference().equals(f.actual()));
    assertThat(all).extracting(Finding::said).allMatch(s -> s.contains(" against "));
  }

  @Test
  void impossibleSettingsAreRefusedByName() {
    assertThatThrownBy(() -> with("iso", 3.0)).hasMessageStartingWith("ISO:");
    assertThatThrownBy(() -> with("tiltDeg", 120.0)).hasMessageStartingWith("tilt:");
    assertThatThrownBy(() -> with("whiteK", 100.0)).hasMessageStartingWith("white balance:");
    assertThatThrownBy(() -> with("shutterSeconds", 0.0)).hasMessageStartingWith("shutter time:");
    assertThatThrownBy(() -> with("focusM", Double.NaN)).hasMessageStartingWith("focus distance:");
  }
}
