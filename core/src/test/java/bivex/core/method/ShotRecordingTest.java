package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.effort.ShotStandard;
import bivex.core.effort.TaskKind;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ShotRecordingTest {
  private static final ShotSetting SETTING = ShotSetting.usual(FrameRate.FILM);

  private static ShotRecording at(String rate) {
    return new ShotRecording(
        FrameRate.parse(rate), null, null, "shoots the whole scene so", "Mara", Instant.EPOCH);
  }

  private static Plan plan(ShotSetting s) {
    return MethodBook.derive(
        s, List.of(new MethodChoice("A1", Map.of(), ""), new MethodChoice("A5", Map.of(), "")));
  }

  /** How many frames of the cut fall between two recorded ones is counted, frame by frame. */
  @Test
  void whatIsMadeUpIsAsCounted() {
    List<FrameRate> rates = FrameRate.PRODUCTION_RATES;
    for (FrameRate shown : rates) {
      for (FrameRate recorded : rates) {
        int made = 0;
        int frames = 20_000;
        for (int n = 0; n < frames; n++) {
          if (Math.floorMod(
                  Math.multiplyExact(n * recorded.num(), shown.den()), recorded.den() * shown.num())
              != 0) {
            made++;
          }
        }
        assertThat(ShotRecording.between(recorded, shown))
            .as(recorded + " for " + shown)
            .isCloseTo((double) made / frames, within(1e-3));
      }
    }
    assertThat(at("48").clean(SETTING)).isTrue();
    assertThat(at("12").clean(SETTING)).isTrue();
    assertThat(at("12").conform(SETTING)).contains("each frame stands for 2");
    assertThat(at("60").clean(SETTING)).isFalse();
    assertThat(at("60").conform(SETTING)).contains("50 %");
  }

  @Test
  void platesWithoutARateOfTheirOwnTakeIt() {
    Plan usual = plan(SETTING);
    Plan at = usual.recorded(SETTING, at("48"));
    for (Plan.Plate p : at.plates()) {
      FrameRate before = usual.plate(p.key()).orElseThrow().asks().camera().rate();
      FrameRate now = p.asks().camera().rate();
      assertThat(now).isEqualTo(SETTING.rate().equals(before) ? FrameRate.of(48) : before);
      // No exposure is longer than a frame lasts.
      if (p.asks().camera().shutterSeconds() != null && now != null) {
        assertThat(p.asks().camera().shutterSeconds()).isLessThanOrEqualTo(1 / now.fps() + 1e-12);
      }
      // It lasts as long as it did.
      assertThat(p.seconds()).isEqualTo(usual.plate(p.key()).orElseThrow().seconds());
    }
    assertThat(at.cameraBrief()).anyMatch(b -> b.value().equals("48"));
    assertThat(at.checks()).anyMatch(c -> c.key().equals("check:recorded"));
    // Of plates that are exposed differently the one whose lamps show most is told: 1/96 s lets
    // |sin x ÷ x| = 4 % of the ripple of 50 Hz through, x = π · 100 ÷ 96.
    Plan look =
        MethodBook.derive(
            SETTING,
            List.of(
                new MethodChoice("C4", Map.of("lookDegrees", 172.8, "shutterDegrees", 90), "")));
    assertThat(look.recorded(SETTING, at("48")).checks())
        .filteredOn(c -> c.key().equals("check:recorded/lamps"))
        .singleElement()
        .satisfies(c -> assertThat(c.grade()).isEqualTo(Plan.Grade.DOUBTFUL))
        .satisfies(c -> assertThat(c.inputs()).contains("1/96 s"));
    assertThat(usual.recorded(SETTING, null)).isSameAs(usual);
    assertThat(usual.recorded(SETTING, at("24"))).isSameAs(usual);
  }

  @Test
  void whatIsAnotherByItIsTold() {
    ShotRecording r =
        new ShotRecording(
            FrameRate.of(120), new Raster(1920, 1080), 18.0, "only so fast", "Mara", Instant.EPOCH);
    assertThat(r.changes(SETTING, 1 / 48.0))
        .extracting(ShotRecording.Changed::what, ShotRecording.Changed::now)
        .anySatisfy(t -> assertThat(t.toList()).contains("Source px a delivered one", "1.00"))
        .anySatisfy(t -> assertThat(t.toList()).contains("25 mm"))
        .anySatisfy(t -> assertThat(t.toList()).contains("Handles, in recorded frames", "40"))
        .anySatisfy(
            t ->
                assertThat(t.toList().get(1).toString()).contains("40 % of the blur", "1.3 stops"));
    assertThat(r.on(SETTING).capture()).isEqualTo(Raster.HD);
    assertThatThrownBy(() -> new ShotRecording(null, null, null, "x", "M", Instant.EPOCH))
        .isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new ShotRecording(null, Raster.HD, null, " ", "M", Instant.EPOCH))
        .hasMessageContaining("reason");
  }

  private static ShotStandard standard(double height, double speed, boolean stopped, Double on) {
    return ShotStandard.of(height, speed, stopped, on, "said so", "Mara", Instant.EPOCH);
  }

  /** Larger, slower and longer never takes less; what must be done at all is left alone. */
  @Test
  void finishFollowsWhatIsSeen() {
    double before = 0;
    for (double height = 0.05; height <= 1; height += 0.05) {
      double f = standard(height, 0.1, false, null).factor(Raster.HD, FrameRate.FILM);
      assertThat(f).isBetween(0.4, 1.5).isGreaterThanOrEqualTo(before);
      before = f;
    }
    assertThat(standard(0.5, 0, true, null).factor(Raster.HD, FrameRate.FILM))
        .isCloseTo(1, within(1e-9));
    assertThat(standard(0.5, 5, false, 0.3).factor(Raster.HD, FrameRate.FILM)).isEqualTo(0.4);
    // A still has no speed.
    assertThat(standard(0.5, 5, true, 0.3).factor(Raster.HD, FrameRate.FILM)).isEqualTo(1);
    Plan usual = plan(SETTING);
    ShotStandard fast = standard(0.5, 1, false, 2.0);
    double factor = fast.factor(SETTING.delivery(), SETTING.rate());
    Plan held = usual.held(SETTING, fast);
    double sum = 0;
    for (Plan.Task t : held.tasks()) {
      Plan.Task was =
          usual.tasks().stream().filter(u -> u.key().equals(t.key())).findFirst().orElseThrow();
      boolean finish =
          t.kind() != TaskKind.SOUND
              && t.kind() != TaskKind.RETIME
              && t.kind() != TaskKind.STABILISE
              && t.kind() != TaskKind.SOLVE
              && t.kind() != TaskKind.CAMERA_MOVE
              && t.kind() != TaskKind.RENDER;
      assertThat(t.hours().mean())
          .as(t.label())
          .isCloseTo(was.hours().mean() * (finish ? factor : 1), within(1e-9));
      sum += t.hours().mean();
    }
    assertThat(held.effort().mean()).isCloseTo(sum, within(1e-6)).isLessThan(usual.effort().mean());
    assertThat(held.checks()).anyMatch(c -> c.key().equals("check:standard"));
    assertThatThrownBy(() -> standard(1.2, 0, false, null)).hasMessageContaining("heightShare");
    assertThatThrownBy(() -> ShotStandard.of(0.5, null, false, null, "x", "M", Instant.EPOCH))
        .hasMessageContaining("widthsPerSecond");
  }
}
