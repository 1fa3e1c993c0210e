package bivex.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TimecodeTest {
  /** SMPTE ST 12-1. */
  @ParameterizedTest
  @CsvFileSource(resources = "/published/smpte_st12_dropframe.csv", numLinesToSkip = 2)
  void dropFrameLabelsAreThoseOfTheStandard(long frame, String label) {
    assertThat(new Timecode(FrameRate.NTSC, true, frame).label()).isEqualTo(label);
    assertThat(Timecode.parse(label, FrameRate.NTSC).frame()).isEqualTo(frame);
  }

  /**
   * Independent count: steps through every label of a day by the standard's words, without the
   * formula.
   */
  @ParameterizedTest
  @CsvSource({"30000,1001,30,2,2589408", "60000,1001,60,4,5178816"})
  void everyLabelOfADayIsMetOnceInOrder(long num, long den, int base, int dropped, long perDay) {
    FrameRate rate = new FrameRate(num, den);
    long n = 0;
    for (int m = 0; m < 1440; m++) {
      for (int s = 0; s < 60; s += 59) {
        int first = s == 0 && m % 10 != 0 ? dropped : 0;
        long atSecond = n + (s == 0 ? 0 : 59L * base - (m % 10 != 0 ? dropped : 0));
        for (int f = first; f < base; f += base - 1 - first) {
          String label = String.format("%02d:%02d:%02d;%02d", m / 60, m % 60, s, f);
          assertThat(Timecode.parse(label, rate).frame()).as(label).isEqualTo(atSecond + f - first);
          assertThat(new Timecode(rate, true, atSecond + f - first).label()).isEqualTo(label);
        }
      }
      n += 60L * base - (m % 10 != 0 ? dropped : 0);
    }
    assertThat(n).isEqualTo(perDay).isEqualTo(Timecode.framesPerDay(rate, true));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "00:01:00;00",
        "00:01:00;01",
        "23:59:00;01",
        "00:00:00:30",
        "24:00:00:00",
        "00:60:00:00",
        "1:00:00:00",
        "ab:cd:ef:gh",
        ""
      })
  void labelsThatDoNotExistAreRefusedByName(String label) {
    assertThatThrownBy(() -> Timecode.parse(label, FrameRate.NTSC))
        .isInstanceOf(InvalidInput.class)
        .satisfies(e -> assertThat(((InvalidInput) e).field()).startsWith("timecode"));
  }

  @Test
  void dropFrameIsRefusedWhereItDoesNotExist() {
    assertThatThrownBy(() -> Timecode.parse("00:00:10;00", FrameRate.PAL))
        .hasMessageContaining("does not exist at 25 fps");
  }

  @Test
  void labelsComeBackFromFramesAtEveryRate() {
    Random random = new Random(1);
    for (FrameRate rate : FrameRate.PRODUCTION_RATES) {
      for (int i = 0; i < 500; i++) {
        boolean drop = rate.allowsDropFrame() && random.nextBoolean();
        Timecode t = new Timecode(rate, drop, random.nextLong(Timecode.framesPerDay(rate, drop)));
        assertThat(Timecode.parse(t.label(), rate)).isEqualTo(t);
        long k = random.nextInt(1_000_000) - 500_000;
        assertThat(t.plus(k).plus(-k)).isEqualTo(t);
      }
    }
  }

  /**
   * ST 12-1: drop-frame stays within a frame or two of the clock; over a day it is 86.4 ms short.
   */
  @Test
  void dropFrameFollowsTheClock() {
    assertThat(FrameRate.NTSC.seconds(2_589_408) - 86_400).isCloseTo(-0.0864, within(1e-9));
    assertThat(Timecode.parse("01:00:00;00", FrameRate.NTSC).at(FrameRate.PAL, false).label())
        .isEqualTo("01:00:00:00");
    assertThat(Timecode.parse("01:00:00:00", FrameRate.FILM_NTSC).seconds())
        .isCloseTo(3603.6, within(1e-9));
  }

  @Test
  void aRangeHoldsBothEndsAndCannotRunBackwards() {
    assertThat(TimecodeRange.parse("01:00:00:00", "01:00:03:23", FrameRate.FILM).frames())
        .isEqualTo(96);
    assertThatThrownBy(() -> TimecodeRange.parse("01:00:01:00", "01:00:00:23", FrameRate.FILM))
        .hasMessageContaining("out: out 01:00:00:23 is before in");
    assertThatThrownBy(() -> TimecodeRange.parse("01:00:00:00", "01:00:00:99", FrameRate.FILM))
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo("out"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"23.5", "0", "24/0", "-24", "fast", "1e3", ""})
  void unknownRatesAreRefused(String text) {
    assertThatThrownBy(() -> FrameRate.parse(text))
        .isInstanceOf(InvalidInput.class)
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo("rate"));
  }

  @Test
  void ratesAreExactWhateverTheyAreCalled() {
    assertThat(FrameRate.parse("23.976"))
        .isEqualTo(FrameRate.parse("24000/1001"))
        .isEqualTo(FrameRate.parse("48000/2002"));
    assertThat(FrameRate.FILM_NTSC.name()).isEqualTo("23.976");
    FrameRate.PRODUCTION_RATES.forEach(
        r ->
            assertThat(FrameRate.parse(r.name()))
                .isEqualTo(FrameRate.parse(r.text()))
                .isEqualTo(r));
  }
}
