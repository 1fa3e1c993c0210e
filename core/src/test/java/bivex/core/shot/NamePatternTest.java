package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class NamePatternTest {
  /** Names come back into their parts, and different shots never share one. */
  @Test
  void namesAreReadBackIntoTheirParts() {
    NamePattern p = new NamePattern("TK-{scene}-{number}");
    Pattern back = Pattern.compile("TK-0*(\\d+[A-Z]?)-0*(\\d+)");
    Set<String> names = new HashSet<>();
    int made = 0;
    for (int scene = 1; scene <= 120; scene++) {
      for (int n = 10; n <= 1500; n += 70) {
        String name = p.fill(Map.of("scene", scene, "number", n));
        Matcher m = back.matcher(name);
        assertThat(m.matches()).as(name).isTrue();
        assertThat(m.group(1)).isEqualTo(Integer.toString(scene));
        assertThat(m.group(2)).isEqualTo(Integer.toString(n));
        names.add(name);
        made++;
      }
    }
    assertThat(names).hasSize(made);
  }

  @Test
  void shotsSortAsTheyStandInTheScript() {
    NamePattern p = new NamePattern("{scene}-{number}");
    String before = "";
    for (int scene = 1; scene < 100; scene++) {
      for (int n = 10; n < 1000; n += 10) {
        String name = p.fill(Map.of("scene", scene, "number", n));
        assertThat(name).isGreaterThan(before);
        before = name;
      }
    }
  }

  @Test
  void whateverGoesInTheNameIsSafeForAFile() {
    Random random = new Random(41);
    NamePattern p = new NamePattern("{production}_{code}_v{version}");
    for (int i = 0; i < 2000; i++) {
      StringBuilder code = new StringBuilder();
      random.ints(1 + random.nextInt(20), 1, 0x2fff).forEach(code::appendCodePoint);
      String name = p.fill(Map.of("production", "TK", "code", code + "/../x", "version", i));
      assertThat(name).matches("[A-Za-z0-9._-]+").doesNotContain("..");
    }
  }

  @Test
  void aNewCodeStandsBetweenItsNeighbours() {
    NamePattern p = new NamePattern("TK-{scene}-{number}");
    assertThat(p.between("4", 0, null, Set.of())).isEqualTo("TK-04-010");
    assertThat(p.between("4", 10, 20, Set.of("TK-04-010", "TK-04-020"))).isEqualTo("TK-04-015");
    assertThat(p.between("4", 0, 10, Set.of("TK-04-010"))).isEqualTo("TK-04-005");
    assertThat(p.between("4", 15, 20, Set.of("TK-04-015", "TK-04-020"))).isEqualTo("TK-04-017");
    assertThat(p.between("4", 15, 16, Set.of("TK-04-015", "TK-04-016"))).isEqualTo("TK-04-020");
    assertThat(p.between("4", 30, null, Set.of("TK-04-010", "TK-04-030", "TK-04-040")))
        .isEqualTo("TK-04-050");
    assertThat(p.number("4", "TK-04-015")).hasValue(15);
    assertThat(p.number("5", "TK-04-015")).isEmpty();
    assertThatThrownBy(() -> new NamePattern("one-{scene}").between("4", 0, null, Set.of("one-04")))
        .hasMessageStartingWith("pattern: leaves no code");
  }

  @Test
  void aPartWithoutAValueIsNotGuessed() {
    assertThatThrownBy(() -> new NamePattern("{code}_{take}").fill(Map.of("code", "TK")))
        .hasMessage("pattern: has no value for {take}");
  }

  /** What is filled in can be read out again, and filling it in again gives the same name. */
  @Test
  void aNameReadBackFillsInAgain() {
    java.util.Random random = new java.util.Random(2);
    for (String pattern :
        java.util.List.of(
            "{code}_v{version}",
            "{production}-{scene}-{number}",
            "{scene}-{number}_{code}",
            "{code}")) {
      for (int i = 0; i < 100; i++) {
        Map<String, Object> values =
            Map.of(
                "code",
                "TK" + random.nextInt(99),
                "version",
                1 + random.nextInt(2000),
                "production",
                "TK",
                "scene",
                1 + random.nextInt(30),
                "number",
                10 * (1 + random.nextInt(90)));
        NamePattern p = new NamePattern(pattern);
        String name = p.fill(values);
        assertThat(p.fill(p.read(name).orElseThrow())).isEqualTo(name);
      }
    }
    assertThat(new NamePattern("{code}_v{version}").read("TK-04-010_v003"))
        .contains(Map.of("code", "TK-04-010", "version", "003"));
    assertThat(new NamePattern("{code}_v{version}").read("TK-04-010")).isEmpty();
  }
}
