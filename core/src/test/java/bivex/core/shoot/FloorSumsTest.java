package bivex.core.shoot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.cut.CutEvent;
import bivex.core.cut.CutList;
import bivex.core.cut.EditListReader;
import bivex.core.light.MainsFlicker;
import bivex.core.light.Sun;
import bivex.core.light.SunClock;
import bivex.core.motion.HeadPasses;
import bivex.core.order.DayPlan;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The clocks of the floor, the edit list of picked takes, and what a slate may not leave out. */
class FloorSumsTest {
  private static final ZonedDateTime MORNING =
      ZonedDateTime.of(2026, 6, 21, 9, 0, 0, 0, ZoneId.of("Europe/Lisbon"));

  /**
   * 64 GB at 100 Mb/s: 64 · 8000 ÷ 100 s = 85.3 min; a FAT32 file ends after 343.6 s (4 GiB − 1).
   */
  @Test
  void batteryAndCardAreSetAgainstTheOpenSet() {
    SetClock lasts = SetClock.of("B", true, 90, 30, 85.3, 10, 40, 8, 100);
    assertThat(lasts.state()).isEqualTo(SetClock.State.LASTS);
    assertThat(lasts.batteryLeft()).isEqualTo(60);
    assertThat(lasts.segmentSeconds()).isCloseTo(343.6, within(0.05));
    SetClock begun = SetClock.of("B", true, 90, 76, 85.3, 10, 22, 8, 100);
    assertThat(begun.state()).isEqualTo(SetClock.State.WILL_NOT_FINISH);
    assertThat(begun.words())
        .startsWith(
            "You will not finish set B on this battery: 14 min left, 22 needed. Change it now");
    assertThat(SetClock.of("B", false, 90, 76, 85.3, 10, 22, 8, 100).words())
        .isEqualTo("Change the battery before you begin set B: 14 min left, 22 needed.");
    assertThat(SetClock.of("B", true, 90, 10, 85.3, 80, 22, 8, 100).words())
        .contains("on this card: 5 min of card left, 8 needed");
    SetClock never = SetClock.of("B", false, 22, 0, 85.3, 0, 27, 8, 100);
    assertThat(never.state())
        .as("a fresh battery is no help")
        .isEqualTo(SetClock.State.NEEDS_POWER);
    assertThat(never.words())
        .contains("27 min", "lasts 22", "power supply")
        .doesNotContain("Change");
    assertThat(SetClock.of("B", true, 90, 200, 85.3, 80, 0, 0, 100).state())
        .isEqualTo(SetClock.State.LASTS);
    assertThat(
            new DayTerms(
                    null,
                    null,
                    "UTC",
                    480,
                    1080,
                    List.of(),
                    DayPlan.Rates.USUAL,
                    64,
                    100,
                    1.7,
                    0.1,
                    null)
                .cardMinutes())
        .isCloseTo(85.33, within(0.01));
  }

  /** What ran before the battery or the card was changed no longer counts, each for itself. */
  @Test
  void theClockBeginsAnewWithAFreshBattery() {
    java.time.Instant t = MORNING.toInstant();
    List<SetClock.Ran> day =
        List.of(new SetClock.Ran(t, 600), new SetClock.Ran(t.plusSeconds(1800), 300));
    List<SetClock.Wanted> wanted =
        List.of(new SetClock.Wanted(30, 3, 2.5), new SetClock.Wanted(10, 1, 1));
    SetClock whole = SetClock.of("B", true, DayTerms.PLAIN, wanted, 15, day, List.of());
    assertThat(whole.batteryLeft()).isCloseTo(90 - (10 + 2) - (5 + 2), within(1e-9));
    assertThat(whole.cardLeft()).isCloseTo(85.333 - 15, within(0.001));
    assertThat(whole.need()).isCloseTo(3 * 2.5 + 1 + 15, within(1e-9));
    assertThat(whole.needRecord()).isCloseTo(1.5 + 10 / 60.0, within(1e-9));
    SetClock fresh =
        SetClock.of(
            "B",
            true,
            DayTerms.PLAIN,
            wanted,
            15,
            day,
            List.of(new MatchReview.TouchEvent(Touch.POWER, t.plusSeconds(900), "", "")));
    assertThat(fresh.batteryLeft()).isCloseTo(90 - 7, within(1e-9));
    assertThat(fresh.cardLeft()).isEqualTo(whole.cardLeft());
  }

  /**
   * The clock against walking through the minutes one by one with the positions of the reference
   * algorithm.
   */
  @Test
  void theHoldWindowEndsAtTheMinuteTheShadowLeavesItsLimit() {
    Sun first = Sun.at(MORNING, 38.7, -9.1);
    int minutes = 0;
    while (Sun.at(MORNING.plusMinutes(minutes + 1L), 38.7, -9.1).driftM(first, 1.7) <= 0.15) {
      minutes++;
    }
    SunClock.Hold hold = SunClock.hold(MORNING, MORNING.plusMinutes(2), 38.7, -9.1, 1.7, 0.15);
    assertThat(Duration.between(MORNING, hold.until()).toMinutes())
        .isEqualTo(minutes)
        .isBetween(3L, 60L);
    assertThat(hold.held()).isTrue();
    assertThat(hold.words()).contains((minutes - 2) + " min left");
    assertThat(hold.afterwards())
        .contains(String.format("%tR", hold.until()), "shoot the clean plate again");
    assertThat(SunClock.hold(MORNING, MORNING.plusHours(37), 38.7, -9.1, 1.7, 0.15))
        .as("the first take of the day before yesterday is no measure of today's light")
        .isNull();
    SunClock.Hold gone =
        SunClock.hold(MORNING, MORNING.plusMinutes(minutes + 5L), 38.7, -9.1, 1.7, 0.15);
    assertThat(gone.held()).isFalse();
    assertThat(gone.driftM()).isGreaterThan(0.15);
    assertThat(gone.words()).contains("shoot the clean plate again");
    assertThat(SunClock.hold(MORNING.minusHours(7), MORNING, 38.7, -9.1, 1.7, 0.15).words())
        .contains("No sun");
  }

  /**
   * Before anything is shot, the beginning that is advised holds the set when it is walked through
   * minute by minute with the positions of the reference algorithm.
   */
  @Test
  void theBeginningThatIsAdvisedHoldsTheSet() {
    ZonedDateTime morning = ZonedDateTime.parse("2026-11-27T08:40:00+00:00[Europe/London]");
    int moved = 0;
    for (int need : new int[] {2, 5, 8, 12, 20, 45}) {
      SunClock.Hold h = SunClock.before(morning, need, 52, 0, 1.75, 0.1);
      java.util.regex.Matcher at =
          java.util.regex.Pattern.compile("begin at (\\d\\d):(\\d\\d), then they hold (\\d+)")
              .matcher(h.words());
      if (at.find()) {
        moved++;
        ZonedDateTime begin =
            morning
                .withHour(Integer.parseInt(at.group(1)))
                .withMinute(Integer.parseInt(at.group(2)));
        Sun then = Sun.at(begin, 52, 0);
        for (int m = 1; m <= need; m++) {
          assertThat(Sun.at(begin.plusMinutes(m), 52, 0).driftM(then, 1.75))
              .isLessThanOrEqualTo(0.1);
        }
        assertThat(Integer.parseInt(at.group(3))).isGreaterThanOrEqualTo(need);
        assertThat(h.held()).isFalse();
      } else {
        assertThat(h.words())
            .containsAnyOf("for the " + need + " min the set needs", "no beginning");
      }
    }
    assertThat(moved).isPositive();
    assertThat(SunClock.before(morning.withHour(20), 10, 52, 0, 1.75, 0.1).words())
        .startsWith("The sun is down at 20:40");
    // A minute after the sun's centre is up its shadows run: that is not the same as no sun.
    ZonedDateTime low = morning.withHour(7).withMinute(0);
    while (Sun.at(low, 52, 0).elevationDeg() <= 0) {
      low = low.plusMinutes(1);
    }
    assertThat(SunClock.before(low, 10, 52, 0, 1.75, 0.1).words())
        .startsWith("Begun at 07:")
        .contains("shadows hold less than a minute");
  }

  @Test
  void theDayOfTheSunHasItsRowsAndKnowsWhereItDoesNotRise() {
    SunClock c = SunClock.of(MORNING, MORNING.plusHours(3), 38.7, -9.1, 1.7);
    assertThat(c.rows()).hasSize(37).isSortedAccordingTo((a, b) -> a.at().compareTo(b.at()));
    assertThat(c.rows().get(0).shadowM()).isGreaterThan(c.rows().get(36).shadowM());
    assertThat(c.sunrise()).isBefore(MORNING);
    assertThat(c.sunset()).isAfter(MORNING.plusHours(10));
    SunClock dark =
        SunClock.of(MORNING.withMonth(12), MORNING.withMonth(12).plusHours(1), 78.2, 15.6, 1.7);
    assertThat(dark.sunrise()).isNull();
    assertThat(dark.rows()).allMatch(r -> r.shadowM() == null);
  }

  /**
   * Lamps ripple at twice the mains: at 50 Hz and 24 fps 172.8° is steady and 180° is not (common
   * practice, no source); at 25 fps the frames do not beat.
   */
  @Test
  void aShutterIsSteadyOrSaysWhatWouldBe() {
    MainsFlicker.LampCheck shaky = MainsFlicker.check(50, 1 / 48.0, FrameRate.FILM);
    assertThat(shaky.steady()).isFalse();
    assertThat(shaky.words())
        .isEqualTo(
            "Lamps on 50 Hz mains flicker 4.0 times a second at 1/48 s. Set 1/50 s (172.8°) where"
                + " mains lamps light the set.");
    assertThat(MainsFlicker.check(50, shaky.safeSeconds(), FrameRate.FILM).steady()).isTrue();
    assertThat(MainsFlicker.check(50, 1 / 60.0, FrameRate.PAL).steady()).isTrue();
    assertThat(MainsFlicker.check(60, 1 / 60.0, FrameRate.FILM).steady()).isTrue();
    MainsFlicker.LampCheck fast = MainsFlicker.check(50, 1 / 240.0, FrameRate.of(120));
    assertThat(fast.safeSeconds()).as("1/100 s is longer than a frame lasts").isZero();
    assertThat(fast.words()).endsWith("daylight, or lamps on direct current.");
  }

  /** What is advised can be set on a camera, and is steady when it is. */
  @Test
  void noShutterIsAdvisedThatIsLongerThanAFrame() {
    for (FrameRate rate : FrameRate.PRODUCTION_RATES) {
      for (double mains : new double[] {50, 60}) {
        for (double degrees = 10; degrees <= 360; degrees += 10) {
          MainsFlicker.LampCheck c = MainsFlicker.check(mains, degrees / 360 / rate.fps(), rate);
          assertThat(c.remedy().isEmpty()).isEqualTo(c.steady());
          assertThat(c.safeSeconds()).isLessThanOrEqualTo(1 / rate.fps() + 1e-9);
          if (c.safeSeconds() > 0) {
            assertThat(MainsFlicker.check(mains, c.safeSeconds(), rate).steady())
                .as("%s fps, %s Hz, %s°", rate.name(), mains, degrees)
                .isTrue();
          } else {
            assertThat(rate.fps()).as("half a wave does not fit").isGreaterThan(2 * mains);
          }
        }
      }
    }
  }

  @Test
  void termsOfADayAreChecked() {
    DayTerms p = DayTerms.PLAIN;
    assertThat(p.moment(LocalDate.of(2026, 3, 29), 1500)).isEqualTo("2026-03-30T01:00Z[UTC]");
    assertThatThrownBy(
            () ->
                new DayTerms(
                    1.0, null, "UTC", 480, 1080, List.of(), p.rates(), 64, 100, 1, 1, null))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("longitude");
    assertThatThrownBy(
            () ->
                new DayTerms(
                    null, null, "Mars/Base", 480, 1080, List.of(), p.rates(), 64, 100, 1, 1, null))
        .hasMessageContaining("zone");
    assertThatThrownBy(
            () ->
                new DayTerms(
                    null, null, "UTC", 480, 400, List.of(), p.rates(), 64, 100, 1, 1, null))
        .hasMessageContaining("wrap");
    DayTerms.Hours ines = new DayTerms.Hours("Ines", "", 480, 900);
    assertThatThrownBy(
            () ->
                new DayTerms(
                    null,
                    null,
                    "UTC",
                    480,
                    1080,
                    List.of(ines, ines),
                    p.rates(),
                    64,
                    100,
                    1,
                    1,
                    null))
        .hasMessageContaining("there twice");
  }

  @Test
  void aSlateSaysOfEveryFieldThatItWasReadOrNot() {
    assertThat(CameraData.notRead().silent(Set.of(), true)).isEqualTo(CameraData.FIELDS);
    assertThat(CameraData.notRead().silent(Set.of(), false))
        .hasSize(CameraData.FIELDS.size() - CameraData.ONCE_A_SETUP.size())
        .doesNotContainAnyElementsOf(CameraData.ONCE_A_SETUP);
    assertThat(CameraData.notRead().silent(CameraData.FIELDS, true)).isEmpty();
    assertThat(CameraData.FIELDS).hasSameSizeAs(CameraData.class.getRecordComponents());
    for (var c : CameraData.class.getRecordComponents()) {
      assertThat(CameraData.notRead().get(c.getName())).isNull();
    }
  }

  @Test
  void whatIsNoFieldNoPartAndNoPassIsRefused() {
    assertThatThrownBy(() -> CameraData.notRead().get("colour"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("colour");
    assertThatThrownBy(() -> new PartNote(0, "", "", ""))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("part");
    assertThat(new PartNote(2, null, " left third ", null))
        .isEqualTo(new PartNote(2, "", "left third", ""));
    // Three takes of half a minute with two minutes of reset each; common practice, no source.
    assertThat(SetClock.minutes(30, 3)).isEqualTo(7.5);
    assertThatThrownBy(() -> SetClock.of("A", false, 0, 0, 80, 0, 1, 1, 100))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("battery");
    assertThatThrownBy(() -> SetClock.of("A", false, 90, -1, 80, 0, 1, 1, 100))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("camera on");
    assertThat(SoundCheck.values()).allMatch(c -> !c.words().isBlank());
    assertThatThrownBy(() -> HeadPasses.of(new double[2], new double[2], 100))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("positions");
    assertThatThrownBy(() -> SunClock.of(MORNING, MORNING, 0, 0, 1))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("wrap");
    assertThatThrownBy(() -> SunClock.hold(MORNING, MORNING, 0, 0, 1, 0))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("limit");
  }

  /**
   * Any list written is read back as it was, at drop and non-drop rates; layout of the event line
   * as common practice has it, no source.
   */
  @Test
  void anEditListComesBackAsItWasWritten() {
    Random random = new Random(11);
    for (FrameRate rate : List.of(FrameRate.FILM, FrameRate.PAL, FrameRate.NTSC)) {
      boolean drop = rate.equals(FrameRate.NTSC);
      List<EditList.Picked> takes = new ArrayList<>();
      for (int i = 0; i < 40; i++) {
        Timecode in =
            Timecode.parse(drop ? "00:58:00;02" : "00:58:00:00", rate)
                .plus(random.nextInt(100_000));
        takes.add(
            new EditList.Picked(
                i % 3 == 0 ? "A001" : "LONGREEL" + i,
                in,
                1 + random.nextInt(900),
                "TK-07-010 clean take " + i,
                i % 2 == 0 ? "" : "wind"));
      }
      EditList list = EditList.of("The Tidekeeper day 2", rate, drop, 8, takes);
      CutList read = EditListReader.read(list.text(), rate);
      assertThat(read.passed()).isEmpty();
      assertThat(read.events())
          .extracting(CutEvent::roll, CutEvent::clip, CutEvent::in, CutEvent::frames)
          .containsExactlyElementsOf(
              list.events().stream()
                  .map(e -> tuple(e.reel(), e.name(), e.in(), e.frames()))
                  .toList());
      for (int i = 0; i < takes.size(); i++) {
        EditList.Event e = list.events().get(i);
        boolean room = takes.get(i).frames() > 16;
        assertThat(e.in().minus(e.takeIn())).isEqualTo(room ? 8 : 0);
        assertThat(e.frames()).isEqualTo(takes.get(i).frames() - (room ? 16 : 0));
      }
      assertThat(
              list.text()
                  .lines()
                  .filter(l -> l.matches("\\d{3}  .{8} V     C        (\\S{11} ?){4}")))
          .hasSize(40);
    }
    // Two rolls that begin alike, and two that the format keeps for itself.
    List<EditList.Picked> alike =
        Stream.of("A001_C001_LONG", "A001_C002_LONG", "BL", "AX")
            .map(
                r ->
                    new EditList.Picked(
                        r, Timecode.parse("01:00:00:00", FrameRate.FILM), 50, r, ""))
            .toList();
    String text = EditList.of("x", FrameRate.FILM, false, 0, alike).text();
    assertThat(
            text.lines().filter(l -> l.matches("\\d{3} .*")).map(l -> l.substring(5, 13).strip()))
        .doesNotHaveDuplicates()
        .doesNotContain("BL", "AX");
    assertThat(EditListReader.read(text, FrameRate.FILM).events())
        .extracting(CutEvent::roll)
        .containsExactly("A001_C001_LONG", "A001_C002_LONG", "BL", "AX");
  }

  /**
   * A second pass made of the first by a known shift and a known error gives both back; 24 mm on 36
   * mm at 3840 px is 2560 px of focal length.
   */
  @Test
  void twoPassesOfAHeadAreToldApartIntoStartAndError() {
    Random random = new Random(2);
    for (int round = 0; round < 60; round++) {
      double shift = Math.round((random.nextDouble() * 8 - 4) * 20) / 20.0;
      double off = random.nextDouble() * 0.03;
      double[] first = new double[240];
      double[] second = new double[240];
      for (int i = 0; i < 240; i++) {
        first[i] = move(i);
        second[i] = move(i - shift) + off * Math.sin(Math.PI * i / 20.0);
      }
      HeadPasses p = HeadPasses.of(first, second, 2560);
      assertThat(p.startFrames()).isCloseTo(shift, within(0.06));
      assertThat(p.worstDeg()).isCloseTo(off, within(0.004 + 0.2 * off));
      assertThat(p.worstPx()).isCloseTo(2560 * Math.toRadians(p.worstDeg()), within(1e-9));
    }
    assertThat(HeadPasses.of(new double[] {0, 1, 2, 3}, new double[] {0, 1, 2, 3}, 2560).words())
        .isEqualTo("The passes lie on one another within 0.0 px.");
  }

  private static double move(double i) {
    return 90 * (0.5 - 0.5 * Math.cos(Math.PI * Math.max(0, Math.min(1, i / 239))));
  }
}
