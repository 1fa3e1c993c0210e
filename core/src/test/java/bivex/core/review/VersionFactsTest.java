package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.optics.Raster;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionFactsTest {
  private static List<FactCheck> shot(VersionFacts f) {
    return f.against(Raster.HD, FrameRate.FILM, 96, 8, false);
  }

  @ParameterizedTest
  @CsvSource({"96,true", "112,true", "95,false", "97,false", "111,false", "113,false", "1,false"})
  void aShotMayComeWithOrWithoutItsHandles(int frames, boolean agrees) {
    FactCheck length = shot(new VersionFacts(Raster.HD, FrameRate.FILM, frames)).get(2);
    assertThat(length.label()).isEqualTo("Length");
    assertThat(length.agrees()).isEqualTo(agrees);
    assertThat(length.remedy().isEmpty()).isEqualTo(agrees);
  }

  @ParameterizedTest
  @CsvSource({"112,true", "96,false", "113,false"})
  void aDeliveryMustHaveThem(int frames, boolean agrees) {
    FactCheck length =
        new VersionFacts(Raster.HD, FrameRate.FILM, frames)
            .against(Raster.HD, FrameRate.FILM, 96, 8, true)
            .get(2);
    assertThat(length.agrees()).isEqualTo(agrees);
    assertThat(length.wanted()).isEqualTo("112 frames (cut 96 and 8 each side)");
  }

  @Test
  void tooLongAndTooShortAreSaidInFrames() {
    assertThat(shot(new VersionFacts(Raster.HD, FrameRate.FILM, 100)).get(2).remedy())
        .contains("12 frames too short");
    assertThat(shot(new VersionFacts(Raster.HD, FrameRate.FILM, 120)).get(2).remedy())
        .contains("8 frames too long");
  }

  /** 96 frames at 24 last 4 s; the same frames read at 25 last 3.84 s, at 23.976 4.004 s. */
  @Test
  void theWrongRateIsShownAsASlip() {
    assertThat(shot(new VersionFacts(Raster.HD, FrameRate.PAL, 96)).get(1).remedy())
        .contains("0.16 s");
    assertThat(shot(new VersionFacts(Raster.HD, FrameRate.FILM_NTSC, 96)).get(1).remedy())
        .contains("0.00 s");
    assertThat(shot(new VersionFacts(Raster.HD, FrameRate.FILM_NTSC, 96)).get(1).agrees())
        .isFalse();
  }

  @Test
  void aStillCanBeLookedAtButNotDelivered() {
    VersionFacts still = new VersionFacts(Raster.HD, null, 1);
    assertThat(still.still()).isTrue();
    assertThat(shot(still)).allMatch(FactCheck::agrees);
    assertThat(still.against(Raster.HD, FrameRate.FILM, 96, 8, true))
        .filteredOn(c -> !c.agrees())
        .extracting(FactCheck::found)
        .containsExactly("still");
  }

  @Test
  void theFirstFrameIsThatOfTheCutLessTheHandlesThatAreThere() {
    assertThat(new VersionFacts(Raster.HD, FrameRate.FILM, 112).firstFrame(1001, 96, 8))
        .isEqualTo(993);
    assertThat(new VersionFacts(Raster.HD, FrameRate.FILM, 96).firstFrame(1001, 96, 8))
        .isEqualTo(1001);
    assertThat(new VersionFacts(Raster.HD, FrameRate.FILM, 100).firstFrame(1001, 96, 8))
        .isEqualTo(1001);
  }

  @Test
  void withoutHandlesThereIsOneRightLength() {
    List<FactCheck> checks =
        new VersionFacts(Raster.HD, FrameRate.FILM, 96)
            .against(Raster.HD, FrameRate.FILM, 96, 0, false);
    assertThat(checks.get(2).wanted()).isEqualTo("96 frames");
    assertThat(checks).allMatch(FactCheck::agrees);
  }
}
