package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is said of a sound; that it is measured right is tested on real files at the server. */
class SoundHeardTest {
  @Test
  void silencesAreWholeFramesWithinTheFile() {
    SoundHeard s =
        new SoundHeard(
            -23.0,
            -0.4,
            List.of(
                new SoundHeard.Silence(0, 1),
                new SoundHeard.Silence(2.01, 2.99),
                new SoundHeard.Silence(9.99, 40)),
            "");
    assertThat(s.findings(FrameRate.PAL, 250))
        .extracting(SoundHeard.Finding::frames)
        .containsExactly(new FrameRange(0, 25), new FrameRange(51, 23));
    assertThat(s.findings(FrameRate.FILM_NTSC, 250).get(0).frames())
        .as("a second has 23.976 frames: the last is not silent to its end")
        .isEqualTo(new FrameRange(0, 23));
    assertThat(s.words()).contains("above the -1 dB");
    SoundHeard none = new SoundHeard(null, null, s.silences(), "");
    assertThat(none.findings(FrameRate.PAL, 250)).isEmpty();
    assertThat(none.words()).contains("nothing to hear");
  }
}
