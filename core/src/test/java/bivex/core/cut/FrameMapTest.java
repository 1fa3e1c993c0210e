package bivex.core.cut;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Frames of a cut against their sources, each reckoned once more on its own in decimals. */
class FrameMapTest {
  private static final MathContext FINE = new MathContext(60);
  private static final List<FrameRate> RATES = FrameRate.PRODUCTION_RATES;

  private static BigDecimal decimal(Ratio r) {
    return BigDecimal.valueOf(r.num()).divide(BigDecimal.valueOf(r.den()), FINE);
  }

  private static BigDecimal fps(FrameRate r) {
    return BigDecimal.valueOf(r.num()).divide(BigDecimal.valueOf(r.den()), FINE);
  }

  private static long floor(BigDecimal d) {
    // Sixty digits are short of a third; what is that near to a whole frame is one.
    BigDecimal near = d.setScale(0, java.math.RoundingMode.HALF_EVEN);
    return d.subtract(near).abs().compareTo(BigDecimal.valueOf(1, 40)) < 0
        ? near.longValueExact()
        : d.setScale(0, java.math.RoundingMode.FLOOR).longValueExact();
  }

  private static long ceil(BigDecimal d) {
    return -floor(d.negate());
  }

  /**
   * A clip of pieces (speeds of 1 to 1000 %, backwards, holds), added up frame by frame.
   *
   * @param frames of each piece
   * @param speeds of each
   */
  private record Played(
      List<Long> frames, List<Ratio> speeds, Ratio at, FrameRate source, FrameRate cut) {
    Ratio natural() {
      return new Ratio(source.num(), source.den()).over(new Ratio(cut.num(), cut.den()));
    }

    FrameMap map() {
      List<FrameMap.Leg> legs = new ArrayList<>();
      Ratio place = at;
      long from = 0;
      for (int i = 0; i < frames.size(); i++) {
        Ratio step = speeds.get(i).times(natural());
        legs.add(new FrameMap.Leg(from, place, step));
        from += frames.get(i);
        place = place.plus(step.times(frames.get(i)));
      }
      return new FrameMap(from, legs, natural());
    }

    /** Place of every frame from so many before to so many after. */
    List<BigDecimal> places(int head, int tail) {
      List<BigDecimal> out = new ArrayList<>();
      BigDecimal base = fps(source).divide(fps(cut), FINE);
      BigDecimal place = decimal(at);
      BigDecimal first = decimal(speeds.get(0)).multiply(base, FINE);
      BigDecimal before = first.signum() == 0 ? base : first;
      for (int f = head; f > 0; f--) {
        out.add(place.subtract(before.multiply(BigDecimal.valueOf(f), FINE), FINE));
      }
      BigDecimal last = place;
      BigDecimal step = first;
      for (int i = 0; i < frames.size(); i++) {
        step = decimal(speeds.get(i)).multiply(base, FINE);
        for (long f = 0; f < frames.get(i); f++) {
          out.add(place);
          last = place;
          place = place.add(step, FINE);
        }
      }
      BigDecimal after = step.signum() == 0 ? base : step;
      for (int f = 1; f <= tail; f++) {
        out.add(last.add(after.multiply(BigDecimal.valueOf(f), FINE), FINE));
      }
      return out;
    }
  }

  private static Played any(Random r) {
    List<Long> frames = new ArrayList<>();
    List<Ratio> speeds = new ArrayList<>();
    int pieces = r.nextInt(3) == 0 ? 2 + r.nextInt(5) : 1;
    for (int i = 0; i < pieces; i++) {
      frames.add(1L + r.nextInt(pieces == 1 ? 240 : 40));
      Ratio speed =
          r.nextInt(9) == 0
              ? Ratio.ZERO
              : new Ratio((r.nextInt(5) == 0 ? -1 : 1) * (1 + r.nextInt(1000)), 100);
      speeds.add(speed);
    }
    return new Played(
        frames,
        speeds,
        new Ratio(r.nextInt(200_000), 1 + r.nextInt(8)),
        RATES.get(r.nextInt(RATES.size())),
        RATES.get(r.nextInt(RATES.size())));
  }

  /** Ten thousand clips: no frame of any of them is off, and what is pulled holds all of them. */
  @Test
  void everyFrameIsWhereItIsCountedAndWhatIsPulledHoldsItAll() {
    Random r = new Random(19);
    for (int run = 0; run < 10_000; run++) {
      Played p = any(r);
      FrameMap m = p.map();
      int head = r.nextInt(16);
      int tail = r.nextInt(16);
      List<BigDecimal> places = p.places(head, tail);
      long first = Long.MAX_VALUE;
      long last = Long.MIN_VALUE;
      for (int i = 0; i < places.size(); i++) {
        long frame = i - head;
        assertThat(m.shown(frame)).as(p + " at " + frame).isEqualTo(floor(places.get(i)));
        first = Math.min(first, floor(places.get(i)));
        last = Math.max(last, ceil(places.get(i)));
      }
      FrameMap.Range pulled = m.needs(head, tail);
      assertThat(pulled).as(p.toString()).isEqualTo(new FrameMap.Range(first, last));
    }
  }

  /** What shows a source frame is found again, and what is found shows it. */
  @Test
  void theMappingGoesBothWays() {
    Random r = new Random(23);
    for (int run = 0; run < 2000; run++) {
      Played p = any(r);
      FrameMap m = p.map();
      for (long f = 0; f < m.frames(); f++) {
        long source = m.shown(f);
        long found = m.frameOf(source).orElseThrow();
        assertThat(m.shown(found)).isEqualTo(source);
        assertThat(found).isLessThanOrEqualTo(f);
        for (long g = 0; g < found; g++) {
          assertThat(m.shown(g)).as("the first that shows it").isNotEqualTo(source);
        }
        if (m.frames() > 60) {
          f += 7;
        }
      }
      FrameMap.Range all = m.needs(0, 0);
      assertThat(m.frameOf(all.first() - 2)).isEmpty();
      assertThat(m.frameOf(all.last() + 1)).isEmpty();
    }
  }

  @Test
  void aPartIsTheSameFrames() {
    Random r = new Random(29);
    for (int run = 0; run < 2000; run++) {
      FrameMap m = any(r).map();
      long from = r.nextInt((int) m.frames());
      long length = 1 + r.nextInt((int) (m.frames() - from));
      FrameMap part = m.part(from, length);
      for (long f = 0; f < length; f++) {
        assertThat(part.position(f)).isEqualTo(m.position(from + f));
      }
    }
  }

  /** A ramp through points passes through each of them, straight between. */
  @Test
  void aCurvePassesThroughItsPoints() {
    List<FrameMap.Knot> knots =
        List.of(
            new FrameMap.Knot(-4, Ratio.of(0)),
            new FrameMap.Knot(10, Ratio.of(14)),
            new FrameMap.Knot(20, Ratio.of(54)),
            new FrameMap.Knot(60, Ratio.of(74)));
    FrameMap m = FrameMap.through(48, knots, Ratio.ONE);
    assertThat(m.position(0)).isEqualTo(Ratio.of(4));
    assertThat(m.position(10)).isEqualTo(Ratio.of(14));
    assertThat(m.position(15)).isEqualTo(Ratio.of(34));
    assertThat(m.position(20)).isEqualTo(Ratio.of(54));
    assertThat(m.position(47)).isEqualTo(new Ratio(135, 2));
    assertThat(m.speed()).isNull();
    assertThat(m.plain()).isFalse();
    assertThatThrownBy(() -> FrameMap.through(10, knots.subList(0, 1), Ratio.ONE))
        .isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> FrameMap.through(10, List.of(knots.get(1), knots.get(0)), Ratio.ONE))
        .hasMessageContaining("knots");
  }

  /** Speeds that are typed as decimals are the fractions that were meant. */
  @Test
  void speedsAreTheFractionsThatWereMeant() {
    assertThat(Ratio.of(0.5)).isEqualTo(new Ratio(1, 2));
    assertThat(Ratio.of(1.0 / 3)).isEqualTo(new Ratio(1, 3));
    assertThat(Ratio.of(-2.4)).isEqualTo(new Ratio(-12, 5));
    assertThat(Ratio.of(24000.0 / 1001)).isEqualTo(new Ratio(24000, 1001));
    assertThat(Ratio.of("047.952")).isEqualTo(new Ratio(47952, 1000));
    for (String wrong : List.of("", "x", "1e9", "NaN")) {
      assertThatThrownBy(() -> Ratio.of(wrong)).isInstanceOf(InvalidInput.class);
    }
    assertThatThrownBy(() -> Ratio.of(Double.NaN)).isInstanceOf(InvalidInput.class);
    Random r = new Random(3);
    for (int i = 0; i < 5000; i++) {
      Ratio a = new Ratio(r.nextInt(2_000_001) - 1_000_000, 1 + r.nextInt(1000));
      assertThat(Ratio.of(a.value()).value())
          .isEqualTo(
              a.value(),
              org.assertj.core.api.Assertions.within(1e-9 * Math.max(1, Math.abs(a.value()))));
      assertThat(a.floor()).isEqualTo((long) Math.floor(a.value()));
      assertThat(a.ceil()).isEqualTo((long) Math.ceil(a.value()));
    }
  }
}
