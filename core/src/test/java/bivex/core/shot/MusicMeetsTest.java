package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.time.FrameRate;
import bivex.core.time.Music;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposer;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.junit.jupiter.api.Test;

class MusicMeetsTest {
  /** 120 a minute at 24 fps is a beat every 12 frames; a bar of four every 48. */
  @Test
  void marksLieWhereTheyAreCounted() {
    ShotSetting s = ShotSetting.usual(FrameRate.FILM);
    Music m = Music.typed("Theme", 120, 0, 60, 4, List.of(new Music.Phrase(2.25, "the brass")));
    List<MusicMeets.FrameMark> marks = MusicMeets.marks(s, m, 1);
    assertThat(marks)
        .filteredOn(x -> x.kind() == Music.Kind.BAR)
        .extracting(x -> x.frame())
        .containsExactly(1001.0 + 24, 1001.0 + 72);
    assertThat(marks)
        .filteredOn(x -> x.kind() == Music.Kind.PHRASE)
        .extracting(x -> x.frame())
        .containsExactly(1001.0 + 30);
    assertThat(marks).filteredOn(x -> x.kind() == Music.Kind.BEAT).hasSize(7);
  }

  @Test
  void whatHappensIsHeldAgainstTheNearest() {
    ShotSetting s = ShotSetting.usual(FrameRate.FILM);
    Plan plan = MethodBook.derive(s, List.of(new MethodChoice("B1", Map.of(), "")));
    Music m = Music.typed("Theme", 60, 0, 600, 4, List.of());
    List<MusicMeets.Meet> all = MusicMeets.of(plan, s, m, 0);
    for (MusicMeets.Meet meet : all) {
      // A beat every 24 frames from 1001.
      double off = (meet.frame() - 1001) % 24;
      double wanted = off <= 12 ? off : off - 24;
      if (Math.abs(off - 12) > 1e-9) {
        assertThat(meet.off()).as(meet.what()).isCloseTo(wanted, within(1e-9));
        assertThat(meet.meets()).isEqualTo(Math.abs(wanted) <= 1);
      }
      assertThat(meet.words()).isNotBlank();
    }
    // Laid so that the first of them is on a beat, it is.
    MusicMeets.Meet first = all.get(0);
    double start = 10 - s.rate().seconds(first.frame() - s.firstFrame());
    assertThat(MusicMeets.of(plan, s, m, start).get(0).words()).isEqualTo("on the beat");
    assertThat(MusicMeets.of(plan, s, Music.typed("x", 60, 50, 60, 4, List.of()), 0))
        .allMatch(x -> x.mark() == null && x.words().equals("no mark near"));
  }

  /** Hands of 12 to 30 ms, beats left out: the tempo is that of another library's least squares. */
  @Test
  void anUnevenHandStillFindsTheTempo() {
    Random r = new Random(7);
    for (int run = 0; run < 300; run++) {
      double bpm = 60 + 120 * r.nextDouble();
      double first = 3 * r.nextDouble();
      double hand = 0.012 + 0.018 * r.nextDouble();
      List<Double> taps = new ArrayList<>();
      List<double[]> rows = new ArrayList<>();
      for (int i = 0; i < 40; i++) {
        if (i > 1 && r.nextInt(12) == 0) {
          continue;
        }
        double t = Math.max(0, first + i * 60 / bpm + hand * r.nextGaussian());
        taps.add(t);
        rows.add(new double[] {1, i});
      }
      Music m = Music.tapped("Tapped", taps, 200, 4, List.of());
      RealMatrix a = MatrixUtils.createRealMatrix(rows.toArray(double[][]::new));
      RealVector b = new ArrayRealVector(taps.stream().mapToDouble(d -> d).toArray());
      RealVector line = new QRDecomposer(1e-12).decompose(a).solve(b);
      double left = a.operate(line).subtract(b).getNorm();
      assertThat(m.steady()).isCloseTo(60 / line.getEntry(1), within(1e-6));
      // Four standard errors of the slope of so many taps.
      double error = hand / Math.sqrt(Math.pow(40, 3) / 12 * 0.9);
      assertThat(m.steady()).isCloseTo(bpm, within(4 * error * bpm * bpm / 60));
      assertThat(m.scatterMs()).isCloseTo(1000 * left / Math.sqrt(taps.size() - 2.0), within(1e-6));
      assertThat(m.beats().get(m.beats().size() - 1)).isBetween(200 - 60 / bpm - 0.1, 200.0);
    }
  }

  /** What keeps no tempo is not put on one. */
  @Test
  void musicThatBreathesKeepsItsTaps() {
    List<Double> taps = List.of(0.0, 0.5, 1.2, 1.5, 2.6, 3.0, 3.9);
    Music m = Music.tapped("Free", taps, 10, 4, List.of());
    assertThat(m.steady()).isNull();
    assertThat(m.beats()).isEqualTo(taps);
    assertThat(m.said()).contains("of no one tempo");
    assertThatThrownBy(() -> Music.tapped("x", List.of(1.0, 2.0, 3.0), 10, 4, List.of()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("taps");
    assertThatThrownBy(() -> Music.tapped("x", List.of(1.0, 2.0, 3.0, 4.0), 3, 4, List.of()))
        .hasMessageContaining("seconds");
    assertThatThrownBy(() -> Music.typed("x", 500, 0, 10, 4, List.of()))
        .hasMessageContaining("perMinute");
    assertThatThrownBy(() -> Music.typed(" ", 100, 0, 10, 4, List.of()))
        .hasMessageContaining("name");
  }
}
