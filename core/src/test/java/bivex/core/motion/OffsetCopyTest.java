package bivex.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.time.FrameRate;
import java.util.Random;
import org.junit.jupiter.api.Test;

class OffsetCopyTest {
  /** Against a row of pixels that is walked through: the smallest shift that shares none. */
  @Test
  void isTheSmallestShiftThatSharesNoPixel() {
    Random r = new Random(41);
    for (int n = 0; n < 2000; n++) {
      int width = 1 + r.nextInt(60);
      int shadow = r.nextInt(30);
      int margin = r.nextInt(6);
      int speed = 1 + r.nextInt(20);
      int shift = 1;
      while (shares(0, width + shadow, (long) shift * speed, margin)) {
        shift++;
      }
      assertThat(OffsetCopy.frames(width, shadow, margin, speed * 24, FrameRate.FILM))
          .as("%d + %d, %d at %d", width, shadow, margin, speed)
          .isEqualTo(shift);
    }
  }

  private static boolean shares(int from, int length, long moved, int margin) {
    for (long x = from - margin; x < from + length + margin; x++) {
      if (x >= from + moved - margin && x < from + length + moved + margin) {
        return true;
      }
    }
    return false;
  }

  @Test
  void whatStandsNeverLeavesAndIsRefused() {
    assertThatThrownBy(() -> OffsetCopy.frames(300, 0, 4, 0.001, FrameRate.FILM))
        .hasMessageContaining("pxPerSecond");
    assertThatThrownBy(() -> OffsetCopy.frames(300, 0, 4, 0, FrameRate.FILM))
        .hasMessageContaining("pxPerSecond");
    assertThat(OffsetCopy.frames(0, 0, 0, 5, FrameRate.FILM))
        .as("a copy of itself is none")
        .isEqualTo(1);
  }
}
