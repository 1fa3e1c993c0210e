package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class CodePlanTest {
  private static final NamePattern PATTERN = new NamePattern("TK-{scene}-{number}");

  private static CodePlan.Placed shot(String id, String code, String scene) {
    return new CodePlan.Placed(id, code, scene);
  }

  @Test
  void asManyAsCanKeepTheirCodes() {
    assertThat(
            CodePlan.of(
                PATTERN,
                List.of(shot("a", "TK-04-010", "4"), shot("b", "TK-04-020", "4")),
                Set.of()))
        .isEmpty();
    assertThat(
            CodePlan.of(
                PATTERN,
                List.of(
                    shot("a", "TK-04-010", "4"),
                    shot("c", "TK-04-030", "4"),
                    shot("b", "TK-04-020", "4")),
                Set.of()))
        .hasSize(1);
    // The scene was renumbered: its shots go along, in order.
    assertThat(
            CodePlan.of(
                PATTERN,
                List.of(shot("a", "TK-04-010", "5"), shot("b", "TK-04-020", "5")),
                Set.of("TK-05-010")))
        .containsExactly(Map.entry("a", "TK-05-020"), Map.entry("b", "TK-05-030"));
  }

  @Test
  void aNewShotStandsBetweenThoseAroundIt() {
    List<CodePlan.At> placed =
        List.of(
            new CodePlan.At("TK-04-010", 100),
            new CodePlan.At("TK-05-010", 150),
            new CodePlan.At("TK-04-020", 200));
    assertThat(CodePlan.fresh(PATTERN, "4", 120, placed, Set.of())).isEqualTo("TK-04-015");
    assertThat(CodePlan.fresh(PATTERN, "4", 50, placed, Set.of())).isEqualTo("TK-04-005");
    assertThat(CodePlan.fresh(PATTERN, "4", 300, placed, Set.of("TK-04-030")))
        .as("a code that was somebody's is not given")
        .isEqualTo("TK-04-040");
    assertThat(CodePlan.fresh(PATTERN, "6", 120, placed, Set.of())).isEqualTo("TK-06-010");
  }

  /**
   * However the script is shuffled: codes rise in each scene, no code is given twice or was ever
   * another's.
   */
  @Test
  void codesRiseAndAreNeverGivenAgain() {
    Random random = new Random(9);
    for (int round = 0; round < 200; round++) {
      List<CodePlan.Placed> shots = new ArrayList<>();
      Set<String> ever = new HashSet<>();
      for (int i = 0; i < 12; i++) {
        String code =
            PATTERN.fill(
                Map.of("scene", 4 + random.nextInt(2), "number", 5 * (1 + random.nextInt(40))));
        if (ever.add(code)) {
          shots.add(shot("s" + i, code, Integer.toString(4 + random.nextInt(2))));
        }
      }
      Collections.shuffle(shots, random);
      Map<String, String> now = CodePlan.of(PATTERN, shots, ever);
      assertThat(new HashSet<>(now.values())).hasSameSizeAs(now.values());
      assertThat(now.values()).doesNotContainAnyElementsOf(ever);
      for (String scene : List.of("4", "5")) {
        int before = 0;
        for (CodePlan.Placed s : shots.stream().filter(s -> s.scene().equals(scene)).toList()) {
          int n = PATTERN.number(scene, now.getOrDefault(s.id(), s.code())).orElseThrow();
          assertThat(n).isGreaterThan(before);
          before = n;
        }
      }
      assertThat(
              CodePlan.of(
                  PATTERN,
                  shots.stream()
                      .map(s -> shot(s.id(), now.getOrDefault(s.id(), s.code()), s.scene()))
                      .toList(),
                  ever))
          .as("once is enough")
          .isEmpty();
    }
  }
}
