package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Recording;
import bivex.core.picture.Registration;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.IntToDoubleFunction;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Takes made of a photograph with a known nudge and known flicker, while somebody walks through.
 */
@Tag("sweep")
class TakeWatchTest {
  private static final int W = 640;
  private static final int H = 360;
  private static final byte[] PLATE =
      Photos.Made.of("life", W + 40, H + 40, Registration.NONE).people(0).noise(0).bytes()[0];

  private static TakeWatch watch(int frames, IntUnaryOperator shift, IntToDoubleFunction stops) {
    TakeWatch.Watcher w = new TakeWatch.Watcher(3, null, 0);
    Random r = new Random(2);
    for (int f = 0; f < frames; f++) {
      int dx = 20 - shift.applyAsInt(f);
      double gain = Math.pow(2, stops.applyAsDouble(f));
      int man = 40 + f * 6;
      int at = f;
      byte[] noise = new byte[W * H];
      r.nextBytes(noise);
      w.frame(
          Picture.of(
              W,
              H,
              (y, row) -> {
                for (int x = 0; x < W; x++) {
                  for (int c = 0; c < 3; c++) {
                    double v =
                        Math.abs(x - man) < 50 && y > 80
                            ? 0.3 + 0.1 * Math.sin((x - man) / 4.0) * Math.sin((y + at) / 5.0)
                            : (PLATE[((y + 20) * (W + 40) + x + dx) * 3 + c] & 0xff) / 255.0;
                    row[3 * x + c] =
                        (int)
                            Math.max(
                                0,
                                Math.min(
                                    65_535,
                                    65_535 * Picture.coded(Picture.linear(v) * gain)
                                        + noise[y * W + x] * 4));
                  }
                }
              }));
    }
    return w.done(FrameRate.FILM);
  }

  @Test
  void theFrameInWhichTheCameraWasTouched() {
    TakeWatch t = watch(60, f -> f < 37 ? 0 : 2, f -> 0);
    assertThat(t.bumps())
        .singleElement()
        .satisfies(
            b -> {
              assertThat(b.frame()).isEqualTo(37);
              assertThat(b.px())
                  .as("2 px of the small frame are 6 of the whole")
                  .isCloseTo(6, within(0.4));
              assertThat(b.lasts()).isTrue();
            });
    assertThat(t.flicker().seen()).isFalse();
    // What is drawn: the place jumps to the top of its chart at frame 37; light that hardly changes
    // is not blown up.
    TakeWatch.Track across = t.tracks().get(1);
    assertThat(across.label()).isEqualTo("Across");
    assertThat(across.shares()).hasSize(t.frames().size()).allMatch(v -> Math.abs(v) <= 1);
    assertThat(across.shares().subList(0, 37)).allMatch(v -> Math.abs(v) < 0.1);
    assertThat(across.shares().subList(37, across.shares().size()))
        .allMatch(v -> Math.abs(v) > 0.8);
    assertThat(t.tracks().get(0).shares()).allMatch(v -> Math.abs(v) < 0.5);
    TakeWatch knocked = watch(40, f -> f == 20 || f == 21 ? -3 : 0, f -> 0);
    assertThat(knocked.bumps())
        .singleElement()
        .satisfies(
            b -> {
              assertThat(b.frame()).isEqualTo(20);
              assertThat(b.lasts()).isFalse();
            });
  }

  /**
   * Lamps on 50 Hz mains ripple 100 times a second; at 24 fps the nearest multiple is 96, so they
   * beat 4 times a second (definition).
   */
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

  /**
   * Both mains at the usual rates: what the nearest multiple of the rate leaves of twice the mains
   * (definition), found again in the light of made frames.
   */
  @Test
  void everyMainsAtEveryRateIsToldByItsBeat() {
    for (FrameRate rate : List.of(FrameRate.FILM, FrameRate.of(25), FrameRate.of(30))) {
      for (int mains : new int[] {50, 60}) {
        double left = 2.0 * mains % rate.fps();
        double beat = Math.min(left, rate.fps() - left);
        List<TakeWatch.Seen> seen = new ArrayList<>();
        for (int f = 0; f < 96; f++) {
          double stops =
              0.08 * Math.sin(2 * Math.PI * 2 * mains * f / rate.fps() + 0.7) + 0.001 * f;
          seen.add(new TakeWatch.Seen(f, 40, stops, 0.1 * (f % 3), 0.05 * (f % 2), true));
        }
        TakeWatch t = TakeWatch.of(seen, rate, 1, 0, null);
        if (beat < 0.01) {
          assertThat(t.flicker().seen())
              .as("%s Hz at %s fps stands still", mains, rate.name())
              .isFalse();
        } else {
          assertThat(t.flicker().hz())
              .as("%s Hz at %s fps", mains, rate.name())
              .isCloseTo(beat, within(0.1));
          assertThat(t.flicker().cause())
              .as("%s Hz at %s fps", mains, rate.name())
              .contains(mains + " Hz mains");
        }
        assertThat(t.bumps()).as("a tremble of a tenth of a pixel is no touch").isEmpty();
      }
    }
  }

  @Test
  void framesThatCouldNotBeMeasuredAreNoTouches() {
    List<TakeWatch.Seen> seen = new ArrayList<>();
    for (int f = 0; f < 40; f++) {
      boolean lost = f > 10 && f < 16;
      seen.add(new TakeWatch.Seen(f, 40, 0, lost ? 90 : 0, 0, !lost));
    }
    assertThat(TakeWatch.of(seen, FrameRate.FILM, 1, 0, null).bumps()).isEmpty();
    assertThat(TakeWatch.of(seen, FrameRate.FILM, 1, 0, null).words())
        .contains("In 35 of 40 frames the set could be followed.");
    List<TakeWatch.Seen> twice = new ArrayList<>();
    for (int f = 0; f < 60; f++) {
      twice.add(new TakeWatch.Seen(f, 40, 0, f >= 20 && f < 23 ? 7 : f >= 45 ? -4 : 0, 0, true));
    }
    TakeWatch t = TakeWatch.of(twice, FrameRate.FILM, 1, 0, null);
    assertThat(t.bumps()).extracting(TakeWatch.Bump::frame).containsExactly(20, 45);
    assertThat(t.bumps()).extracting(TakeWatch.Bump::lasts).containsExactly(false, true);
    assertThat(t.words())
        .startsWith("The camera was knocked at frame 20 by 7.0 px and came back. And 1 more.");
  }

  /** Places of the set with an error of 0.05 px, as clean clips of real sets give them. */
  private static TakeWatch stood(int frames, double frozen, IntFunction<double[]> place) {
    Random r = new Random(9);
    List<TakeWatch.Seen> seen = new ArrayList<>();
    for (int f = 0; f < frames; f++) {
      double[] p = place.apply(f);
      seen.add(
          new TakeWatch.Seen(
              f,
              40,
              0.002 * r.nextGaussian(),
              p[0] + 0.05 * r.nextGaussian(),
              p[1] + 0.05 * r.nextGaussian(),
              true));
    }
    return TakeWatch.of(seen, FrameRate.of(25), 1, frozen, null);
  }

  /** What a camera does on a set is named for what it is, and only once. */
  @Test
  void slidesSagsKnocksAndHandsAreToldApart() {
    assertThat(stood(400, 0, f -> new double[] {0, 0}).words())
        .isEqualTo(
            "The camera was not touched; less than 0.3 px cannot be told. The light is steady,"
                + " within 0.02 stops.");
    // Near the end of a short take, where the middle of what comes after is of few frames.
    for (int at = 12; at <= 44; at++) {
      int when = at;
      assertThat(stood(48, 0, f -> new double[] {f < when ? 0 : 5, 0}).bumps())
          .as("touched at %d", at)
          .singleElement()
          .satisfies(
              b -> {
                assertThat(b.frame()).isEqualTo(when);
                assertThat(b.words()).contains("touched at frame " + when);
              });
    }
    for (double px : new double[] {0.6, 1, 6}) {
      assertThat(stood(100, 0, f -> new double[] {f < 26 ? 0 : px, 0}).bumps())
          .singleElement()
          .satisfies(
              b -> {
                assertThat(b.frame()).isBetween(25, 27);
                assertThat(b.px()).isCloseTo(px, within(0.08));
                assertThat(b.words()).contains("touched");
              });
    }
    assertThat(stood(100, 0, f -> new double[] {0, -0.04 * f}).bumps())
        .singleElement()
        .satisfies(
            b -> {
              assertThat(b.words()).contains("sagged slowly");
              assertThat(b.px()).isCloseTo(3.6, within(0.5));
              assertThat(b.lasts()).isTrue();
            });
    assertThat(
            stood(200, 0, f -> new double[] {f < 50 ? 0 : Math.min(2, 0.02 * (f - 50)), 0}).bumps())
        .singleElement()
        .satisfies(b -> assertThat(b.words()).contains("slid slowly"));
    assertThat(
            stood(
                    100,
                    0,
                    f ->
                        new double[] {
                          f < 40 ? 0 : 5 * Math.exp((40 - f) / 4.0) * Math.cos((f - 40) * 1.5), 0
                        })
                .bumps())
        .singleElement()
        .satisfies(b -> assertThat(b.words()).contains("knocked at frame 40", "rang"));
    // Away and back so slowly that no frame jumps: not touched, and not the same all the way.
    assertThat(stood(120, 0, f -> new double[] {0, 3 * Math.sin(Math.PI * f / 119)}).bumps())
        .singleElement()
        .satisfies(
            b -> {
              assertThat(b.words()).contains("moved slowly and came back");
              assertThat(b.px()).isCloseTo(3, within(0.3));
              assertThat(b.frame()).isBetween(45, 75);
            });
    // A knock that rings does not hide a small touch long after it.
    assertThat(
            stood(
                    120,
                    0,
                    f ->
                        new double[] {
                          f < 30
                              ? 0
                              : 5 * Math.exp((30 - f) / 4.0) * Math.cos((f - 30) * 1.5)
                                  + (f < 90 ? 0 : 1),
                          0
                        })
                .bumps())
        .extracting(b -> b.words().split(" at frame ")[0])
        .containsExactly("The camera was knocked", "The camera was touched");
    double[] walk = new double[300];
    Random r = new Random(3);
    for (int i = 2; i < 300; i++) {
      walk[i] = walk[i - 1] + 0.7 * (walk[i - 1] - walk[i - 2]) + 0.6 * r.nextGaussian();
    }
    assertThat(stood(150, 0, f -> new double[] {walk[f], walk[f + 150]}).bumps())
        .singleElement()
        .satisfies(b -> assertThat(b.words()).contains("not locked off"));
  }

  /** What writes every frame by itself keeps nothing; H.264 the more the fewer bits it has. */
  @Test
  void whatACodecKeepsGoesByItsBits() {
    Function<String, Recording> at =
        codec -> new Recording(codec, 8, "progressive", "1:1", true, 8.0, "bt709");
    assertThat(at.apply("prores").keeps(1920, 1080, 25)).isZero();
    assertThat(at.apply("h264").keeps(640, 360, 25)).isLessThan(0.1);
    assertThat(at.apply("h264").keeps(1920, 1080, 25)).isBetween(0.2, 0.3);
    assertThat(at.apply("h264").keeps(3840, 2160, 50)).isBetween(0.6, 0.8);
  }

  /** A clip that was strongly compressed says what it cannot tell. */
  @Test
  void whatTheCodingHidesIsSaid() {
    TakeWatch kept = stood(200, 0.6, f -> new double[] {0, 0});
    assertThat(kept.flicker().floorStops()).isBetween(0.06, 0.08);
    assertThat(kept.words())
        .contains("less than 0.07 stops cannot be told")
        .contains("compressed")
        .doesNotContain("steady");
    TakeWatch clean = watch(60, f -> 0, f -> 0);
    assertThat(clean.flicker().floorStops()).isLessThan(0.025);
    assertThat(clean.words()).contains("The light is steady, within 0.02 stops.");
  }
}
