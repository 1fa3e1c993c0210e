package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.optics.Raster;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionFactsTest {
  private static final FrameRange CUT = new FrameRange(1001, 96);

  private static List<FactCheck> shot(VersionFacts f) {
    return against(f, CUT, 8, false);
  }

  private static List<FactCheck> against(
      VersionFacts f, FrameRange cut, int handles, boolean must) {
    return f.against(
        FramePlace.of(f.frames(), CUT, 8),
        new VersionFacts.Wanted(Raster.HD, FrameRate.FILM, cut, handles, must));
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
        against(new VersionFacts(Raster.HD, FrameRate.FILM, frames), CUT, 8, true).get(2);
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
    assertThat(against(still, CUT, 8, true))
        .filteredOn(c -> !c.agrees())
        .extracting(FactCheck::found)
        .containsExactly("still");
  }

  @Test
  void theFirstFrameIsThatOfTheCutLessTheHandlesThatAreThere() {
    assertThat(FramePlace.of(112, CUT, 8)).isEqualTo(new FramePlace(993, true));
    assertThat(FramePlace.of(96, CUT, 8)).isEqualTo(new FramePlace(1001, true));
    assertThat(FramePlace.of(100, CUT, 8)).isEqualTo(new FramePlace(1001, false));
  }

  /** A cut of 96 that grew by 4 at the head and 4 at the tail lies within what was made. */
  @Test
  void aCutThatGrowsWithinTheHandlesNeedsNoNewRender() {
    VersionFacts f = new VersionFacts(Raster.HD, FrameRate.FILM, 112);
    FactCheck length = against(f, new FrameRange(997, 104), 8, false).get(2);
    assertThat(length.agrees()).isTrue();
    assertThat(FramePlace.of(112, CUT, 8).first()).isEqualTo(993);
    FactCheck delivered = against(f, new FrameRange(997, 104), 8, true).get(2);
    assertThat(delivered.agrees()).isFalse();
    assertThat(delivered.remedy())
        .isEqualTo(
            "Render 989 to 1108: 4 frames are missing at the head, 4 frames are missing at the"
                + " tail.");
    assertThat(against(f, new FrameRange(1001, 84), 8, true).get(2).remedy())
        .isEqualTo("Trim it to 993 to 1092: 12 at the tail too many.");
  }

  /** Counted frame by frame: a version agrees when every frame of the cut is one of its own. */
  @Test
  void aVersionAgreesWhenItHasEveryFrameOfTheCut() {
    Random r = new Random(19);
    for (int i = 0; i < 2000; i++) {
      FrameRange cut = new FrameRange(980 + r.nextInt(40), 60 + r.nextInt(80));
      boolean handles = r.nextBoolean();
      int frames = handles ? 112 : 96;
      int first = handles ? 993 : 1001;
      boolean all =
          IntStream.rangeClosed(cut.first(), cut.last())
              .allMatch(f -> f >= first && f < first + frames);
      assertThat(
              against(new VersionFacts(Raster.HD, FrameRate.FILM, frames), cut, 8, false)
                  .get(2)
                  .agrees())
          .isEqualTo(all);
    }
  }

  @Test
  void withoutHandlesThereIsOneRightLength() {
    List<FactCheck> checks =
        against(new VersionFacts(Raster.HD, FrameRate.FILM, 96), CUT, 0, false);
    assertThat(checks.get(2).wanted()).isEqualTo("96 frames");
    assertThat(checks).allMatch(FactCheck::agrees);
  }
}
