package bivex.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.motion.SolveReport;
import bivex.core.motion.SolveReport.Grade;
import bivex.core.motion.SolveReport.Residual;
import bivex.core.time.Turnover.Promised;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

class TurnoverFilesTest {
  private static List<String> names(String pattern, int from, int to) {
    return new ArrayList<>(
        IntStream.rangeClosed(from, to).mapToObj(i -> String.format(pattern, i)).toList());
  }

  @Test
  void wholeSequenceHasNoFaults() {
    Turnover t =
        Turnover.of(
            names("plates/TK_010_clean.%04d.exr", 1001, 1096),
            FrameRate.FILM,
            new Promised(1001L, 96, FrameRate.FILM));
    assertThat(t.name()).isEqualTo("TK_010_clean.#.exr");
    assertThat(t.faults()).isEmpty();
    assertThat(Turnover.of(names("a%d.png", 8, 12), null, new Promised(null, null, null)).faults())
        .as("numbers without zeros in front")
        .isEmpty();
  }

  /**
   * 96 frames made at 24 and read at 30 last 3.2 s instead of 4: 0.8 s, 19.2 frames (definition).
   */
  @Test
  void everyFaultIsNamed() {
    List<String> files = names("TK_010_clean.%04d.exr", 1001, 1096);
    files.removeIf(f -> f.contains("1010") || f.contains("1011") || f.contains("1050"));
    files.add("TK_010_other.1001.exr");
    files.add("notes.txt");
    files.add("TK_010_clean.1020.exr");
    Turnover t = Turnover.of(files, FrameRate.of(30), new Promised(1000L, 96, FrameRate.FILM));
    assertThat(t.faults())
        .anyMatch(f -> f.contains("3 frames are missing: 1010–1011, 1050"))
        .anyMatch(f -> f.contains("another sequence"))
        .anyMatch(f -> f.contains("notes.txt"))
        .anyMatch(f -> f.contains("came twice"))
        .anyMatch(f -> f.contains("promised 1000"))
        .anyMatch(f -> f.contains("3 too few"))
        .anyMatch(f -> f.contains("30 fps") && f.contains("early"));
    Turnover whole =
        Turnover.of(
            names("a.%04d.dpx", 1, 96), FrameRate.of(30), new Promised(1L, 96, FrameRate.FILM));
    assertThat(whole.faults())
        .containsExactly("is read at 30 fps, made at 24: it ends 0.80 s (19.2 frames) early");
    List<String> mixed = names("a.%04d.dpx", 1, 9);
    mixed.addAll(names("a.%d.dpx", 10, 12));
    assertThat(Turnover.of(mixed, null, new Promised(null, null, null)).faults())
        .containsExactly("frame numbers have 2 to 4 digits; they sort wrongly");
    assertThatThrownBy(() -> Turnover.of(List.of("readme"), null, new Promised(null, null, null)))
        .hasMessageContaining("no frame number");
  }

  /** 1.5 px at HD is passable for soft or distant things: common practice, no source. */
  @Test
  void solveIsGradedAtHdAndItsWorstFramesNamed() {
    assertThat(SolveReport.of(1.5, 1920).grade()).isEqualTo(Grade.SOFT_OR_FAR);
    assertThat(SolveReport.of(1.6, 1920).grade()).isEqualTo(Grade.NOT_USABLE);
    assertThat(SolveReport.of(1.6, 3840).grade()).as("half of it at HD").isEqualTo(Grade.FAIR);
    List<Residual> r =
        new ArrayList<>(
            LongStream.range(0, 100).mapToObj(f -> new Residual(1001 + f, 0.4)).toList());
    r.set(40, new Residual(1041, 3));
    r.set(41, new Residual(1042, 2));
    SolveReport s = SolveReport.of(r, 1920);
    assertThat(s.errorPx()).isCloseTo(Math.sqrt((98 * 0.16 + 9 + 4) / 100), within(1e-12));
    assertThat(s.worst()).containsExactly(1041L, 1042L);
    assertThat(s.advice()).contains("frames 1041, 1042");
    assertThatThrownBy(() -> SolveReport.of(List.of(new Residual(5, -1)), 1920))
        .hasMessageContaining("frame 5");
  }
}
