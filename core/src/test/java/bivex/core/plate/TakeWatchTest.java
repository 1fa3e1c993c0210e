package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.time.FrameRate;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.Test;

/** Takes made of a photograph with a known nudge and known flicker, while somebody walks through. */
class TakeWatchTest {
  private static final int W = 640;
  private static final int H = 360;
  private static final byte[] PLATE = Photos.Made.of("life", W + 40, H + 40, Registration.NONE).people(0).noise(0).bytes()[0];

  private static TakeWatch watch(int frames, IntUnaryOperator shift, IntToDoubleFunction stops) {
    TakeWatch.Watcher w = new TakeWatch.Watcher(3);
    Random r = new Random(2);
    for (int f = 0; f < frames; f++) {
      int dx = 20 - shift.applyAsInt(f);
      double gain = Math.pow(2, stops.applyAsDouble(f));
      int man = 40 + f * 6;
      int at = f;
      byte[] noise = new byte[W * H];
      r.nextBytes(noise);
      w.frame(Picture.of(W, H, (y, row) -> {
        for (int x = 0; x < W; x++) {
          for (int c = 0; c < 3; c++) {
            double v = Math.abs(x - man) < 50 && y > 80 ? 0.3 + 0.1 * Math.sin((x - man) / 4.0) * Math.sin((y + at) / 5.0) : (PLATE[((y + 20) * (W + 40) + x + dx) * 3 + c] & 0xff) / 255.0;
            row[3 * x + c] = (int) Math.max(0, Math.min(65_535, 65_535 * Picture.coded(Picture.linear(v) * gain) + noise[y * W + x] * 4));
          }
        }
      }));
    }
    return w.done(FrameRate.FILM);
  }

  @Test
  void theFrameInWhichTheCameraWasTouched() {
    TakeWatch t = watch(60, f -> f < 37 ? 0 : 2, f -> 0);
    assertThat(t.bumps()).singleElement().satisfies(b -> {
      assertThat(b.frame()).isEqualTo(37);
      assertThat(b.px()).as("2 px of the small frame are 6 of the whole").isCloseTo(6, within(0.4));
      assertThat(b.lasts()).isTrue();
    });
    assertThat(t.flicker().seen()).isFalse();
    TakeWatch knocked = watch(40, f -> f == 20 || f == 21 ? -3 : 0, f -> 0);
    assertThat(knocked.bumps()).singleElement().satisfies(b -> {
      assertThat(b.frame()).isEqualTo(20);
      assertThat(b.lasts()).isFalse();
    });
  }

  /** Lamps on 50 Hz mains ripple 100 times a second; at 24 fps the nearest multiple is 96, so they beat 4 times a second (definition). */
  @Test
  void flickerIsNamedByItsMains() {
    TakeWatch t = watch(72, f -> 0, f -> 0.05 * Math.sin(2 * Math.PI * 100 * f / 24.0));
    assertThat(t.flicker().hz()).isCloseTo(4, within(0.1));
    assertThat(t.flicker().stops()).isCloseTo(0.05, within(0.008));
    assertThat(t.flicker().cause()).contains("50 Hz mains").doesNotContain("60 Hz");
    assertThat(t.bumps()).isEmpty();
    TakeWatch drift = watch(48, f -> 0, f -> -0.2 * f / 47);
    assertThat(drift.driftStops()).isCloseTo(-0.2, within(0.03));
    assertThat(drift.flicker().seen()).isFalse();
    assertThat(drift.words()).contains("drifts");
    assertThatThrownBy(() -> watch(5, f -> 0, f -> 0)).hasMessageContaining("at least 12");
  }
}
