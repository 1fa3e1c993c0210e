package bivex.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.time.PullList.Hold;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/** What goes out of the shoot and into the build: pulls, sequences, and what survives a retime. */
class TurnoverTest {
  private static final Timecode TEN = Timecode.parse("10:00:00:00", FrameRate.FILM);
  private final Random random = new Random(9);

  /**
   * Frame by frame: the pull holds every source frame that any cut frame or handle shows, and not
   * one more.
   */
  @Test
  void aPullHoldsWhatIsShownAndNoMore() {
    for (int i = 0; i < 500; i++) {
      int cut = 1 + random.nextInt(120);
      int handles = random.nextInt(20);
      double step = (random.nextBoolean() ? 1 : -1) * (1 + random.nextInt(24)) / 4.0;
      Hold hold =
          random.nextBoolean() ? Hold.NONE : new Hold(random.nextInt(cut), random.nextInt(30));
      double offset = 1000 + random.nextInt(1000);
      PullList p = PullList.of(TEN, offset, cut, step, hold, handles);
      double low = Double.MAX_VALUE;
      double high = -1;
      for (int f = -handles; f < cut + handles; f++) {
        int held = Math.max(0, Math.min(hold.frames(), f - hold.from()));
        double at = offset + step * (f - held);
        low = Math.min(low, at);
        high = Math.max(high, at);
      }
      assertThat(p.first()).isEqualTo((long) Math.floor(low));
      assertThat(p.last()).isEqualTo((long) Math.ceil(high));
      assertThat(p.in().minus(TEN)).isEqualTo(p.first());
      assertThat(p.out().minus(p.in()) + 1).isEqualTo(p.frames());
      assertThat(p.handlesShort()).isZero();
      // Round trip through a line of an edit decision list.
      TimecodeRange back =
          PullList.readEvent(
              p.event(3, "A001", TEN, Math.abs(step)).lines().findFirst().orElseThrow(),
              FrameRate.FILM);
      assertThat(back).isEqualTo(new TimecodeRange(p.in(), p.out()));
    }
  }

  @Test
  void missingHandlesAreSaidAndNonsenseIsRefused() {
    assertThat(PullList.of(TEN, 4, 96, 1, Hold.NONE, 8))
        .matches(p -> p.first() == 0 && p.handlesShort() == 4);
    assertThatThrownBy(() -> PullList.of(TEN, 0, 96, 0, Hold.NONE, 8))
        .hasMessageStartingWith("step:");
    assertThat(PullList.of(TEN, 0, 10, -4, Hold.NONE, 0))
        .matches(p -> p.first() == 0 && p.last() == 0 && p.handlesShort() == 9);
    assertThatThrownBy(() -> PullList.readEvent("001 A001", FrameRate.FILM))
        .hasMessageStartingWith("event:");
  }

  /** Every way a reading can fall on an event, tried one by one. */
  @Test
  void anEventSurvivesAsOftenAsReadingItShows() {
    for (int i = 0; i < 300; i++) {
      int d = 1 + random.nextInt(12);
      int quarters = 1 + random.nextInt(60);
      double step = quarters / 4.0;
      EventSurvival e = EventSurvival.of(d, step, 400);
      int worst = Integer.MAX_VALUE;
      int best = 0;
      int seen = 0;
      for (int q = 0; q < quarters; q++) {
        double offset = q / 4.0;
        int n = 0;
        for (int k = 0; k < 8000 && offset + k * step < 420; k++) {
          double at = offset + k * step;
          n += at >= 400 && at < 400 + d ? 1 : 0;
        }
        assertThat(EventSurvival.shown(d, step, 400, offset)).isEqualTo(n);
        worst = Math.min(worst, n);
        best = Math.max(best, n);
        seen += n > 0 ? 1 : 0;
      }
      assertThat(e.worst()).isEqualTo(worst);
      assertThat(e.best()).isEqualTo(best);
      assertThat(e.chance()).isCloseTo((double) seen / quarters, within(1e-9));
      assertThat(EventSurvival.shown(d, step, 400, e.shift())).isEqualTo(best);
    }
  }

  @Test
  void aSequenceIsCountedAndItsGapsNamed() {
    List<Long> frames =
        LongStream.rangeClosed(1001, 1096)
            .filter(f -> f != 1010 && (f < 1030 || f > 1034))
            .boxed()
            .toList();
    SequenceCheck c = SequenceCheck.of(frames);
    assertThat(c.gaps()).containsExactly("1010", "1030–1034");
    assertThat(c.missing()).isEqualTo(6);
    assertThat(c.count() + c.missing()).isEqualTo(c.last() - c.first() + 1);
    // 24 read as 30: ten seconds become eight.
    assertThat(SequenceCheck.slipSeconds(240, FrameRate.FILM, FrameRate.of(30)))
        .isCloseTo(-2, within(1e-12));
    assertThat(SequenceCheck.slipFrames(240, FrameRate.FILM, FrameRate.of(30)))
        .isCloseTo(-48, within(1e-9));
    for (int i = 0; i < 200; i++) {
      List<Long> some =
          IntStream.range(0, 1 + random.nextInt(60))
              .mapToObj(k -> 1000L + random.nextInt(80))
              .toList();
      SequenceCheck s = SequenceCheck.of(some);
      assertThat(s.count() + s.doubled()).isEqualTo(some.size());
      assertThat(s.count() + s.missing()).isEqualTo(s.last() - s.first() + 1);
    }
    assertThatThrownBy(() -> SequenceCheck.of(List.of())).hasMessageStartingWith("frames:");
  }
}
