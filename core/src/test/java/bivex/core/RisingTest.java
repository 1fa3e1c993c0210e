package bivex.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class RisingTest {
  /** Against all subsets of small lists: none that rises is longer. */
  @Test
  void nothingThatRisesIsLonger() {
    Random random = new Random(17);
    for (int round = 0; round < 400; round++) {
      int[] n = random.ints(1 + random.nextInt(10), -1, 12).toArray();
      boolean[] in = Rising.longest(n);
      int length = 0;
      int last = -1;
      for (int i = 0; i < n.length; i++) {
        if (in[i]) {
          assertThat(n[i]).isGreaterThan(last);
          last = n[i];
          length++;
        }
      }
      int best = 0;
      for (int subset = 0; subset < 1 << n.length; subset++) {
        int at = -1;
        boolean rises = true;
        for (int i = 0; i < n.length && rises; i++) {
          if ((subset & 1 << i) != 0) {
            rises = n[i] > at;
            at = n[i];
          }
        }
        best = rises ? Math.max(best, Integer.bitCount(subset)) : best;
      }
      assertThat(length).isEqualTo(best);
    }
  }
}
