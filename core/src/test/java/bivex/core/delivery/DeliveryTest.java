package bivex.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.optics.Raster;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DeliveryTest {
  private final DeliverySpec spec =
      new DeliverySpec(
          Raster.HD, FrameRate.FILM, 8, new NamePattern("{production}_{code}_v{version}"));

  private DeliverySpec.Offer offer(VersionFacts facts, Verdict verdict, int notes) {
    return new DeliverySpec.Offer(
        "TK",
        "TK-04-020",
        "4",
        3,
        facts,
        FramePlace.of(facts.frames(), new FrameRange(1001, 96), 8),
        new FrameRange(1001, 96),
        verdict,
        new OpenNotes(notes, 0));
  }

  @Test
  void aShotGoesWhenEveryFactAgrees() {
    assertThat(
            spec.check(offer(new VersionFacts(Raster.HD, FrameRate.FILM, 112), Verdict.AGREED, 0)))
        .hasSize(5)
        .allMatch(VersionFacts.FactCheck::agrees);
    assertThat(
            spec.fileName(
                offer(new VersionFacts(Raster.HD, FrameRate.FILM, 112), Verdict.AGREED, 0)))
        .isEqualTo("TK_TK-04-020_v003");
  }

  @Test
  void everythingThatIsWrongIsSaidAtOnceWithARemedy() {
    assertThat(
            spec.check(offer(new VersionFacts(Raster.UHD, FrameRate.of(30), 96), Verdict.HOLD, 2)))
        .hasSize(5)
        .allMatch(c -> !c.agrees() && !c.remedy().isBlank());
    assertThat(spec.check(offer(new VersionFacts(Raster.HD, null, 1), Verdict.AGREED, 0)))
        .filteredOn(c -> !c.agrees())
        .extracting(VersionFacts.FactCheck::label)
        .containsExactly("Clip");
    // 96 frames meant for 24 fps and read at 30 play 0.80 s short.
    assertThat(
            new VersionFacts(Raster.HD, FrameRate.of(30), 96)
                .against(
                    new FramePlace(1001, true),
                    new VersionFacts.Wanted(
                        Raster.HD, FrameRate.FILM, new FrameRange(1001, 96), 0, false))
                .get(1)
                .remedy())
        .contains("0.80 s");
  }

  @Test
  void namesArePaddedAndSafeWhateverGoesIn() {
    assertThat(new NamePattern("TK-{scene}-{number}").fill(Map.of("scene", "4A", "number", 20)))
        .isEqualTo("TK-04A-020");
    assertThat(
            new NamePattern("{code}_v{version}")
                .fill(Map.of("code", "../../etc/passwd", "version", 1)))
        .doesNotContain("/")
        .doesNotContain("..");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "a/b{code}{version}",
        "{code}",
        "{code}_{version}_{colour}",
        ".{code}{version}",
        "{code}..{version}"
      })
  void patternsThatCannotWorkAreRefused(String pattern) {
    assertThatThrownBy(
            () ->
                new NamePattern(pattern).with(Set.of("code", "version"), Set.of("code", "version")))
        .hasMessageStartingWith("pattern:");
  }
}
