package bivex.core.shoot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.optics.Raster;
import bivex.core.shoot.MatchGuard.Finding;
import bivex.core.shoot.MatchGuard.Severity;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class ShootTest {
  private static final Set<MatchRule> ALL = EnumSet.allOf(MatchRule.class);
  private static final MatchGuard.Optics OPTICS = new MatchGuard.Optics(Raster.UHD, 36, 6.0);
  private static final Instant T = Instant.parse("2026-11-24T09:00:00Z");

  /**
   * A FAT32 file is at most 4 GiB − 1 bytes: 343.6 s at 100 Mb/s; 25 min at 100 Mb/s are 18.75 GB.
   */
  @Test
  void batteryAndCard() {
    assertThat(MediaBudget.segmentSeconds(100, MediaBudget.FAT32_FILE_BYTES))
        .isCloseTo(343.597, within(0.001));
    MediaBudget b = MediaBudget.of(25, 0, 22, 100, 18.75);
    assertThat(b.gigabytes()).isCloseTo(18.75, within(1e-12));
    assertThat(b.minutesLeft()).isEqualTo(-3);
    assertThat(b.fits()).isFalse();
    assertThat(MediaBudget.of(10, 12, 22, 100, 8).fits()).isTrue();
    assertThatThrownBy(() -> MediaBudget.of(-1, 0, 22, 100, 8))
        .hasMessageStartingWith("recording minutes:");
  }

  private record Settings(
      double focal,
      double stop,
      double shutter,
      double iso,
      double white,
      boolean auto,
      Double focus,
      double tilt) {
    CameraData data() {
      return new CameraData(
          "K1",
          "Prime 35",
          focal,
          stop,
          shutter,
          iso,
          white,
          auto,
          false,
          focus,
          false,
          FrameRate.FILM,
          Raster.UHD,
          1.4,
          tilt,
          2.6);
    }
  }

  private static final Settings REF = new Settings(35, 5.6, 1.0 / 48, 400, 4300, false, 2.6, 0);

  private static List<Finding> differ(UnaryOperator<Settings> change) {
    return MatchGuard.compare(REF.data(), change.apply(REF).data(), ALL, OPTICS);
  }

  @Test
  void alikeMeansNoFinding() {
    assertThat(differ(s -> s)).isEmpty();
  }

  @Test
  void eachDifferenceIsNamedWithItsEffect() {
    assertThat(
            differ(
                s -> new Settings(36, s.stop, s.shutter, s.iso, s.white, false, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("2.9 %").contains("55 px"));
    assertThat(
            differ(
                s -> new Settings(s.focal, 8, s.shutter, s.iso, s.white, false, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("darker by 1.0 stops"));
    assertThat(
            differ(
                s ->
                    new Settings(
                        s.focal, s.stop, 1.0 / 96, s.iso, s.white, false, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("darker by 1.0 stops, motion blur 50 %"));
    assertThat(
            differ(
                s ->
                    new Settings(s.focal, s.stop, s.shutter, 800, s.white, false, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("brighter by 1.0 stops"));
    assertThat(
            differ(
                s -> new Settings(s.focal, s.stop, s.shutter, s.iso, 5600, false, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("54 mired warmer"));
    // 0.1° at 35 mm on 36 mm and 3840 px: f is 3733 px, so the picture moves 6.5 px.
    assertThat(
            differ(
                s -> new Settings(s.focal, s.stop, s.shutter, s.iso, s.white, false, s.focus, 0.1)))
        .singleElement()
        .satisfies(f -> assertThat(f.effect()).contains("7 px"));
  }

  @Test
  void aDifferenceNobodyWouldSeeDoesNotBreakTheMatch() {
    assertThat(
            differ(
                s -> new Settings(s.focal, s.stop, s.shutter, s.iso, s.white, false, 2.61, s.tilt)))
        .singleElement()
        .satisfies(
            f -> {
              assertThat(f.severity()).isEqualTo(Severity.SLIGHT);
              assertThat(f.effect()).contains("0.");
            });
    assertThat(
            differ(
                s -> new Settings(s.focal, s.stop, s.shutter, s.iso, s.white, false, 3.4, s.tilt)))
        .singleElement()
        .extracting(Finding::severity)
        .isEqualTo(Severity.BREAKS);
  }

  @Test
  void automaticModesAreFlaggedAndUnreadValuesSaid() {
    assertThat(
            differ(
                s ->
                    new Settings(
                        s.focal, s.stop, s.shutter, s.iso, s.white, true, s.focus, s.tilt)))
        .singleElement()
        .satisfies(f -> assertThat(f.actual()).isEqualTo("automatic"));
    assertThat(
            differ(
                s -> new Settings(s.focal, s.stop, s.shutter, s.iso, s.white, false, null, s.tilt)))
        .singleElement()
        .extracting(Finding::severity)
        .isEqualTo(Severity.NOT_READ);
    assertThat(MatchGuard.compare(REF.data(), CameraData.notRead(), ALL, OPTICS))
        .hasSizeGreaterThan(10)
        .allMatch(f -> f.severity() == Severity.NOT_READ);
    assertThat(
            MatchGuard.compare(
                REF.data(),
                new Settings(50, 2, 0.01, 100, 3200, true, 9.0, 4).data(),
                Set.of(),
                OPTICS))
        .isEmpty();
  }

  @Test
  void theFirstPickIsTheReferenceAndATouchPutsWhatFollowsInDoubt() {
    List<Take> takes =
        List.of(
            take("a", 0, Take.Call.NONE),
            take("b", 5, Take.Call.PICK),
            take("c", 10, Take.Call.PICK),
            take("d", 12, Take.Call.NO_GOOD));
    MatchReview calm =
        MatchReview.of(
            takes,
            new MatchReview.Asked(Set.of("plate:p"), ALL, Map.of()),
            List.of(),
            List.of(),
            OPTICS);
    assertThat(calm.reference().id()).isEqualTo("b");
    assertThat(calm.findings()).isEmpty();
    MatchReview touched =
        MatchReview.of(
            takes,
            new MatchReview.Asked(Set.of("plate:p"), ALL, Map.of()),
            List.of(new MatchReview.TouchEvent(Touch.LEGS, T.plusSeconds(7 * 60), "kicked", "")),
            List.of(),
            OPTICS);
    assertThat(touched.breaks("c")).isTrue();
    assertThat(touched.breaks("b")).isFalse();
    assertThat(touched.of("c").get(0).actual()).isEqualTo("legs or head: kicked");
    assertThat(touched.of("c").get(0).remedy()).isEqualTo(Touch.LEGS.remedy());
    // A clean plate shot after the touch is the answer to it: it has only to be compared.
    List<Take> cleaned =
        List.of(
            take("b", 5, Take.Call.PICK),
            new Take(
                "k", "plate:clean", 1, T.plusSeconds(9 * 60), REF.data(), Take.Call.PICK, 0, ""));
    MatchReview answered =
        MatchReview.of(
            cleaned,
            new MatchReview.Asked(Set.of("plate:p", "plate:clean"), ALL, Map.of()),
            List.of(new MatchReview.TouchEvent(Touch.LEGS, T.plusSeconds(7 * 60), "", "")),
            List.of(),
            OPTICS);
    assertThat(answered.of("k").get(0).remedy()).startsWith("lay it over the first plate");
    assertThat(
            MatchReview.of(
                    takes,
                    new MatchReview.Asked(Set.of("plate:other"), ALL, Map.of()),
                    List.of(),
                    List.of(),
                    OPTICS)
                .reference())
        .isNull();
  }

  /**
   * What was measured counts against the reference, the last word of a pair, either way round; it
   * answers touches and never speaks of the reference itself.
   */
  @Test
  void measurementsCountAgainstTheReference() {
    List<Take> takes =
        List.of(
            take("a", 0, Take.Call.PICK),
            take("b", 5, Take.Call.PICK),
            take("c", 10, Take.Call.PICK));
    MatchReview.Measured bad =
        new MatchReview.Measured(
            "a",
            "b",
            false,
            "The camera was nudged: 3.4 px right.",
            "shoot it again",
            T.plusSeconds(3600));
    MatchReview.Measured good =
        new MatchReview.Measured("b", "a", true, "They agree.", "", T.plusSeconds(7200));
    List<MatchReview.TouchEvent> touch =
        List.of(new MatchReview.TouchEvent(Touch.LEGS, T.plusSeconds(3 * 60), "", ""));
    MatchReview failed = review(takes, List.of(), List.of(bad));
    assertThat(failed.breaks("b")).isTrue();
    assertThat(failed.breaks("a")).isFalse();
    assertThat(failed.breaks("c")).isFalse();
    assertThat(failed.of("b").get(0).said())
        .isEqualTo("laid over the reference: The camera was nudged: 3.4 px right.");
    assertThat(failed.of("b").get(0).remedy()).isEqualTo("shoot it again");
    assertThat(review(takes, touch, List.of(bad, good)).breaks("b"))
        .as("the last word, the other way round, and the touch is answered")
        .isFalse();
    assertThat(review(takes, touch, List.of(good)).breaks("c"))
        .as("another take is not answered for")
        .isTrue();
    assertThat(review(takes, touch, List.of(bad)).of("b"))
        .extracting(Finding::property)
        .containsExactly("measured", "held");
    // Between two takes of which neither is the reference nothing is said of the set.
    assertThat(
            review(
                    takes,
                    List.of(),
                    List.of(new MatchReview.Measured("b", "c", false, "The light moved.", "", T)))
                .findings())
        .isEmpty();
  }

  private static MatchReview review(
      List<Take> takes, List<MatchReview.TouchEvent> touches, List<MatchReview.Measured> measured) {
    return MatchReview.of(
        takes, new MatchReview.Asked(Set.of("plate:p"), ALL, Map.of()), touches, measured, OPTICS);
  }

  private static Take take(String id, int minute, Take.Call call) {
    return new Take(id, "plate:p", minute, T.plusSeconds(minute * 60L), REF.data(), call, 0, "");
  }
}
