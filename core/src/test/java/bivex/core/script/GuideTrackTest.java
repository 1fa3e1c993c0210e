package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import java.io.ByteArrayInputStream;
import java.util.List;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;

/**
 * The guide track, listened to: by the Java library's own WAV reader, and with a Goertzel filter at
 * the pitches that must be there.
 */
class GuideTrackTest {
  private static final List<GuideTrack.Given> LINES =
      List.of(
          new GuideTrack.Given(1, "INES", "You are late again tonight", null, null),
          new GuideTrack.Given(2, "YESTERDAY'S INES", "I am early for tomorrow", null, null),
          new GuideTrack.Given(1, "INES", "Then help me", 6.0, 7.5));

  /** Strength of one pitch from a moment on, over a fifth of a second. */
  private static double heard(float[] s, double at, double hz) {
    int from = (int) Math.round(at * GuideTrack.RATE);
    int n = GuideTrack.RATE / 5;
    double re = 0;
    double im = 0;
    for (int i = 0; i < n; i++) {
      double w = 2 * Math.PI * hz * i / GuideTrack.RATE;
      re += s[from + i] * Math.cos(w);
      im += s[from + i] * Math.sin(w);
    }
    return 2 * Math.hypot(re, im) / n;
  }

  @Test
  void linesFollowOneAnotherAtASpeakingRateUnlessTheyHaveTimes() {
    GuideTrack g = GuideTrack.of(LINES, 150, 0.5);
    // 5 words at 150 a minute are 2 s.
    assertThat(g.lines()).extracting(GuideTrack.Spoken::from).containsExactly(0.0, 2.5, 6.0);
    assertThat(g.lines()).extracting(GuideTrack.Spoken::to).containsExactly(2.0, 4.5, 7.5);
    assertThat(g.overlaps()).isEmpty();
    assertThat(g.seconds()).isEqualTo(7.5);
  }

  @Test
  void twoAtOnceAreWarnedOf() {
    GuideTrack g =
        GuideTrack.of(
            List.of(
                new GuideTrack.Given(1, "A", "one two", 0.0, 2.0),
                new GuideTrack.Given(2, "B", "three", 1.5, 3.0)),
            150,
            0);
    assertThat(g.overlaps()).containsExactly(new Dialogue.Overlap(1, 2, 1.5, 2.0));
  }

  @Test
  void theTrackCountsInAndSpeaksTheOtherPartsAtTheirTimes() {
    float[] s = GuideTrack.of(LINES, 150, 0.5).samples(2);
    for (int i = 0; i < 3; i++) {
      assertThat(heard(s, i, 1000)).isGreaterThan(0.2);
      assertThat(heard(s, i + 0.5, 1000)).isLessThan(0.001);
    }
    assertThat(heard(s, 3.05, GuideTrack.pitch(1))).isGreaterThan(0.2);
    assertThat(heard(s, 9.1, GuideTrack.pitch(1))).isGreaterThan(0.2);
    // The listener's own line is silent but for the tick where it begins.
    assertThat(heard(s, 6, GuideTrack.pitch(1)) + heard(s, 6, GuideTrack.pitch(2)))
        .isLessThan(0.01);
    assertThat(heard(s, 5.5, 2500)).isGreaterThan(0.01);
    float[] other = GuideTrack.of(LINES, 150, 0.5).samples(1);
    assertThat(heard(other, 5.6, GuideTrack.pitch(2))).isGreaterThan(0.2);
    for (float x : s) {
      assertThat(Math.abs(x)).isLessThanOrEqualTo(1);
    }
  }

  @Test
  void theFileIsAWavThatTheLibraryReads() throws Exception {
    GuideTrack g = GuideTrack.of(LINES, 150, 0.5);
    try (AudioInputStream in =
        AudioSystem.getAudioInputStream(new ByteArrayInputStream(g.wav(1)))) {
      assertThat(in.getFormat().getSampleRate()).isEqualTo(48_000f);
      assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(16);
      assertThat(in.getFormat().getChannels()).isEqualTo(1);
      assertThat(in.getFrameLength() / 48_000.0).isCloseTo(3 + 7.5 + 1, within(0.001));
    }
  }

  @Test
  void whatCannotBeTimedIsRefused() {
    assertThatThrownBy(() -> GuideTrack.of(List.of(), 150, 0))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("lines");
    assertThatThrownBy(
            () -> GuideTrack.of(List.of(new GuideTrack.Given(1, "A", "x", 5.0, 4.0)), 150, 0))
        .hasMessageContaining("line end");
    assertThatThrownBy(
            () -> GuideTrack.of(List.of(new GuideTrack.Given(13, "A", "x", 0.0, 4.0)), 150, 0))
        .hasMessageContaining("part");
    assertThatThrownBy(
            () -> GuideTrack.of(List.of(new GuideTrack.Given(1, "A", "x", 0.0, 601.0)), 150, 0))
        .hasMessageContaining("ten minutes");
  }
}
