package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.picture.Photos;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateZones.Follower;
import bivex.core.plate.PlateZones.Measured;
import bivex.core.plate.PlateZones.Occupied;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Where somebody is, on photographs that sway, are touched and shaded at known places. The figure,
 * the wind and the shadow are made; the places are known to the pixel.
 */
@Tag("sweep")
class PlateZonesTest {
  private static final int W = 640;
  private static final int H = 360;
  private static final int FRAMES = 12;

  /** A take of a photograph; what is not set does not happen. */
  private static final class Take {
    private final byte[] set;
    private final byte[] cloth;
    private double touchPx;
    private double swayPx;
    private double shadow = 1;
    private double half = 0.05;
    private double tall = 0.7;

    Take(String photo) {
      set = plain(photo);
      cloth = plain(photo.equals("picos") ? "life" : "picos");
    }

    private static byte[] plain(String photo) {
      return Photos.Made.of(photo, W, H, Registration.NONE).people(0).noise(0).bytes()[0];
    }

    /** Middle of the figure, share of the width. */
    double at(int frame) {
      return 0.4 + 0.015 * frame;
    }

    Picture clean() {
      return frame(-1);
    }

    /** A frame; −1 is the empty set. */
    Picture frame(int f) {
      byte[] out = new byte[3 * W * H];
      Random r = new Random(f + 9L);
      double touched = f >= FRAMES / 2 ? touchPx : 0;
      for (int y = 0; y < H; y++) {
        for (int x = 0; x < W; x++) {
          double sx = x - touched;
          double sy = y;
          // Leaves at the left: each patch on its own way.
          if (f >= 0 && x < 0.3 * W && y > 0.4 * H) {
            sx += swayPx * Math.sin(0.9 * f + y / 23.0);
            sy += 0.4 * swayPx * Math.sin(1.3 * f + x / 31.0);
          }
          double u = (x - at(f) * W) / (half * W);
          double v = (y - (1 - tall / 2) * H) / (tall / 2 * H);
          boolean person = f >= 0 && u * u + v * v < 1;
          // It falls to the right of the figure along the ground.
          double along = (x - at(f) * W) / W;
          boolean shaded =
              f >= 0 && !person && shadow < 1 && along > 0 && along < 0.24 && y > 0.8 * H;
          for (int c = 0; c < 3; c++) {
            double value = person ? cloth[(y * W + x) * 3 + c] & 0xff : 255 * sampled(sx, sy, c);
            if (shaded) {
              value = 255 * Picture.coded(Picture.linear(value / 255) * shadow);
            }
            value += 2.5 * r.nextGaussian();
            out[(y * W + x) * 3 + c] = (byte) Math.max(0, Math.min(255, Math.round(value)));
          }
        }
      }
      return Photos.picture(out, W, H);
    }

    private double sampled(double x, double y, int c) {
      double cx = Math.max(0, Math.min(W - 1.001, x));
      double cy = Math.max(0, Math.min(H - 1.001, y));
      int x0 = (int) cx;
      int y0 = (int) cy;
      double u = cx - x0;
      double v = cy - y0;
      return ((1 - v) * ((1 - u) * value(x0, y0, c) + u * value(x0 + 1, y0, c))
              + v * ((1 - u) * value(x0, y0 + 1, c) + u * value(x0 + 1, y0 + 1, c)))
          / 255;
    }

    private int value(int x, int y, int c) {
      return set[(Math.min(H - 1, y) * W + Math.min(W - 1, x)) * 3 + c] & 0xff;
    }

    Measured measured() {
      Follower follower = new Follower(clean());
      for (int f = 0; f < FRAMES; f++) {
        follower.frame(frame(f));
      }
      return follower.done();
    }
  }

  private static void isAt(Take t, Occupied o, double rightOf, String what) {
    assertThat(o.left())
        .as("left edge, %s, frame %s", what, o.frame())
        .isCloseTo(t.at(o.frame()) - t.half, within(0.02));
    assertThat(o.right())
        .as("right edge, %s, frame %s", what, o.frame())
        .isCloseTo(t.at(o.frame()) + rightOf, within(0.02));
  }

  @ParameterizedTest
  @ValueSource(strings = {"wine", "life", "seeding"})
  void aTouchedCameraIsNotSomebody(String photo) {
    Take t = new Take(photo);
    t.touchPx = 4;
    Measured m = t.measured();
    assertThat(m.frames()).hasSize(FRAMES).allSatisfy(o -> isAt(t, o, t.half, photo));
    assertThat(m.doubt()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"wine", "life"})
  void leavesInTheWindAreToldAndAreNotSomebody(String photo) {
    Take t = new Take(photo);
    t.swayPx = 3;
    Measured m = t.measured();
    assertThat(m.frames()).allSatisfy(o -> isAt(t, o, t.half, photo));
    assertThat(m.words())
        .matches(
            "Somebody takes up to \\d+ % of the frame, in 12 of 12 frames\\."
                + " At the left(?: bottom)? the set itself moves .*");
  }

  @ParameterizedTest
  @ValueSource(strings = {"wine", "life", "seeding"})
  void aShadowBelongsToWhoeverCastsIt(String photo) {
    Take t = new Take(photo);
    t.shadow = 0.5;
    assertThat(t.measured().frames()).allSatisfy(o -> isAt(t, o, 0.24, photo));
  }

  @ParameterizedTest
  @ValueSource(strings = {"wine", "life", "seeding"})
  void aFigureOfAHundredthOfTheFrameIsFound(String photo) {
    Take t = new Take(photo);
    t.half = 0.02;
    t.tall = 0.32;
    assertThat(Math.PI * t.half * t.tall / 2).isCloseTo(0.01, within(0.0005));
    assertThat(t.measured().frames()).allSatisfy(o -> isAt(t, o, t.half, photo));
  }
}
